using System.Text.Json.Nodes;
using NJsonSchema;

namespace WideLever.Interchange.Tests;

/// <summary>The JSON Schemas in <c>docs/formats</c> say of a file's shape what the reader says.</summary>
public sealed class SchemaTests
{
    private static Task<JsonSchema> SchemaAsync(string name) => JsonSchema.FromFileAsync(Path.Combine(AppContext.BaseDirectory, "formats", $"{name}.schema.json"));

    [Fact]
    public async Task The_schema_of_a_record_is_what_its_reader_asks_for() =>
        (await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "formats", "teardown.schema.json"))).ShouldBe(RecordShape.Schema(), "./wide-lever schema > docs/formats/teardown.schema.json");

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
