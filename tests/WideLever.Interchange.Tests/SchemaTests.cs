using System.Text.Json.Nodes;
using NJsonSchema;

namespace WideLever.Interchange.Tests;

/// <summary>The JSON Schemas in <c>docs/formats</c> say of a file's shape what the reader says.</summary>
public sealed class SchemaTests
{
    private static Task<JsonSchema> SchemaAsync(string name) => JsonSchema.FromFileAsync(Path.Combine(AppContext.BaseDirectory, "formats", $"{name}.schema.json"));

    public static TheoryData<string> Formats => ["teardown", "rubric", "result", "signed"];

    [Theory]
    [MemberData(nameof(Formats))]
    public async Task A_schema_is_what_the_reader_asks_for_and_the_writer_writes(string format)
    {
        var stated = format switch { "teardown" => RecordShape.Schema(), "rubric" => RubricShape.Schema(), "result" => ResultShape.Schema(), _ => ResultShape.SignedSchema() };
        (await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "formats", $"{format}.schema.json"))).ShouldBe(stated, $"./wide-lever schema {format} > docs/formats/{format}.schema.json");
    }

    [Theory]
    [InlineData("floor", 0, false)]
    [InlineData("floor", 0.01, true)]
    [InlineData("floor", 1, false)]
    [InlineData("survivalAtZero", 0, true)]
    [InlineData("survivalAtZero", 1, false)]
    [InlineData("clipBurden", 2, true)]
    [InlineData("clipBurden", 2e9, false)]
    [InlineData("paired", 1.1, false)]
    [InlineData("valueFrom", 1, true)]
    [InlineData("revision", 0, false)]
    [InlineData("revision", 1.5, false)]
    [InlineData("times.unscrew.pitch.M2", 0, false)]
    [InlineData("times.unclip.0", -1, false)]
    [InlineData("times.unclip.0", 0, true)]
    [InlineData("reach.battery.0", 0, false)]
    [InlineData("unknownCount.unscrew.0", 0, false)]
    [InlineData("openCeiling.memory", 1, false)]
    [InlineData("schools.acrossMean", 2, false)]
    [InlineData("schools.acrossMean", -1, true)]
    public async Task A_number_of_a_rubric_fits_where_the_reader_takes_it(string path, double value, bool fits)
    {
        var rubric = JsonNode.Parse(RubricReader.HouseBytes)!.AsObject();
        BadInputTests.Set(rubric, path, value);
        (await SchemaAsync("rubric")).Validate(rubric.ToJsonString()).Count.ShouldBe(fits ? 0 : 1);
        (RubricReader.Read(System.Text.Encoding.UTF8.GetBytes(rubric.ToJsonString())).Rubric is not null).ShouldBe(fits);
    }

    public static TheoryData<string> Examples => ["1-two-routes", "2-sealed-and-unsure", "3-modular", "4-edges", "5-corners", "6-partly-seen", "7-readings"];

    [Theory]
    [MemberData(nameof(Examples))]
    public async Task The_worked_examples_fit_and_so_do_their_results(string name)
    {
        (await SchemaAsync("teardown")).Validate(System.Text.Encoding.UTF8.GetString(Sample.File(name))).ShouldBeEmpty();
        (await SchemaAsync("result")).Validate(System.Text.Encoding.UTF8.GetString(Sample.File($"{name}.expected"))).ShouldBeEmpty();
    }

    [Fact]
    public async Task A_record_with_every_field_and_the_house_rubric_fit()
    {
        (await SchemaAsync("teardown")).Validate(Sample.Everything().ToJsonString()).ShouldBeEmpty();
        (await SchemaAsync("rubric")).Validate(System.Text.Encoding.UTF8.GetString(RubricReader.HouseBytes)).ShouldBeEmpty();
        (await SchemaAsync("rubric")).Validate(System.Text.Encoding.UTF8.GetString(Sample.File("house-revision-1"))).ShouldBeEmpty();
    }

    [Fact]
    public async Task A_null_fits_exactly_where_the_reader_takes_it()
    {
        var schema = await SchemaAsync("teardown");
        foreach (var row in BadInputTests.Nullable)
            schema.Validate(Spoiled(row.Data)).ShouldBeEmpty(row.Data);
        foreach (var row in BadInputTests.NotNullable)
            schema.Validate(Spoiled(row.Data)).ShouldNotBeEmpty(row.Data);

        static string Spoiled(string path)
        {
            var record = Sample.Everything();
            BadInputTests.Set(record, path, null);
            return record.ToJsonString();
        }
    }

    [Fact]
    public async Task A_field_or_word_that_the_format_lacks_does_not_fit()
    {
        var schema = await SchemaAsync("teardown");
        foreach (var (path, value) in new[] { ("parts.1.mounting", "welded"), ("steps.0.actions.0.drive", "star"), ("unit.colour", "red"), ("steps.0.actions.2.connector", "blade") })
        {
            var record = Sample.Everything();
            BadInputTests.Set(record, path, JsonValue.Create(value));
            schema.Validate(record.ToJsonString()).ShouldNotBeEmpty(path);
        }
        var rubric = JsonNode.Parse(RubricReader.HouseBytes)!.AsObject();
        rubric["tools"]!["hammer"] = 1;
        (await SchemaAsync("rubric")).Validate(rubric.ToJsonString()).ShouldNotBeEmpty();
    }
}
