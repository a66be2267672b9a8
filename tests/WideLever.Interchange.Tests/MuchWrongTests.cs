using System.Text;
using System.Text.Json.Nodes;

namespace WideLever.Interchange.Tests;

/// <summary>Files in which very much is wrong are turned down at once: what is told has an end, and what is past a limit is not read.</summary>
public sealed class MuchWrongTests
{
    private static JsonArray Many(int count, Func<int, JsonNode?> item) => [.. Enumerable.Range(0, count).Select(item)];

    private static IReadOnlyList<Fault> Faults(Action<JsonObject> spoil)
    {
        var record = Sample.Everything();
        spoil(record);
        return RecordReader.Read(Encoding.UTF8.GetBytes(record.ToJsonString()), RubricReader.House).Faults;
    }

    [Fact]
    public void At_most_two_hundred_faults_are_told_and_then_that_there_are_more()
    {
        var faults = Faults(record => record["unit"]!["covers"] = Many(300, _ => ""));
        faults.Count.ShouldBe(FaultList.Told + 1);
        faults[0].ShouldBe(new Fault("unit.covers[0]", "must not be empty"));
        faults[^1].ShouldBe(new Fault("", "has more faults than the 200 that are told here"));
        Faults(record => record["unit"]!["covers"] = Many(200, _ => "")).ShouldAllBe(fault => fault.At.StartsWith("unit.covers["));
    }

    [Theory]
    [InlineData("fields")]
    [InlineData("words")]
    [InlineData("names")]
    public void The_nearest_word_is_looked_for_a_few_times_only(string what)
    {
        var faults = Faults(record =>
        {
            if (what == "fields")
            {
                for (var i = 0; i < 100_000; i++)
                    record["unit"]![$"modle{i}"] = 1;
            }
            else if (what == "words")
            {
                record["absent"] = Many(400, _ => "battry");
            }
            else
            {
                foreach (var step in record["steps"]!.AsArray())
                    step!["frees"] = Many(300, i => $"batery{i}");
            }
        });
        faults.Count.ShouldBe(FaultList.Told + 1);
        faults.Count(fault => fault.Message.Contains("did you mean", StringComparison.Ordinal)).ShouldBeLessThanOrEqualTo(FaultList.Suggested);
    }

    [Theory]
    [InlineData("steps", 400, "steps")]
    [InlineData("parts", 300, "parts")]
    [InlineData("layers", 40, "layers")]
    [InlineData("photos", 500, "photos")]
    [InlineData("absent", 400, "items")]
    public void A_list_past_its_limit_says_so_and_is_read_no_further(string list, int limit, string items)
    {
        // Each item would be a fault of its own.
        var faults = Faults(record => record[list] = Many(300_000, _ => list is "layers" or "absent" ? 1 : new JsonArray()));
        faults[0].ShouldBe(new Fault(list, $"has 300000 {items}; the limit is {limit}"));
        faults.Count.ShouldBeLessThanOrEqualTo(FaultList.Told + 1);
    }

    [Fact]
    public void Lists_inside_have_limits_too()
    {
        var faults = Faults(record =>
        {
            record["steps"]![0]!["after"] = Many(401, _ => "first");
            record["steps"]![0]!["actions"] = Many(61, _ => new JsonObject { ["do"] = "move" });
            record["steps"]![0]!["surprises"] = Many(401, _ => new JsonObject { ["kind"] = "hard", ["text"] = "hard" });
            record["unit"]!["covers"] = Many(401, i => $"Q{i}");
            record["unit"]!["advice"] = Many(61, _ => new JsonObject { ["kind"] = "tip", ["text"] = "so" });
        });
        faults.ShouldContain(new Fault("steps[0].after", "has 401 items; the limit is 400"));
        faults.ShouldContain(new Fault("steps[0].actions", "has 61 actions; the limit is 60"));
        faults.ShouldContain(new Fault("steps[0].surprises", "has 401 items; the limit is 400"));
        faults.ShouldContain(new Fault("unit.covers", "has 401 items; the limit is 400"));
        faults.ShouldContain(new Fault("unit.advice", "has 61 pieces of advice; the limit is 60"));
    }
}
