using System.Text.Json;
using System.Text.Json.Nodes;
using WideLever.Interchange;

namespace WideLever.Core.Tests;

public sealed class WorkedExamplesTests
{
    public static TheoryData<string> Names => [.. Examples.Names];

    [Theory]
    [MemberData(nameof(Names))]
    public void Every_number_of_an_example_is_right_to_six_places(string name) =>
        Differences(WithMethod(Examples.Expected(name)), Examples.Score(Examples.Record(name), Examples.House), "").ShouldBeEmpty();

    /// <summary>What a result says beyond the examples: by which version of the method it was computed.</summary>
    private static JsonObject WithMethod(JsonNode expected)
    {
        var whole = expected.AsObject();
        whole.Insert(0, "method", JsonNode.Parse("2"));
        return whole;
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void Every_number_under_each_school_is_right_to_six_places(string name)
    {
        var cases = Examples.Expected("schools")[name]!.AsArray();
        cases.Count.ShouldBe(10);
        foreach (var expected in cases)
        {
            var answers = expected!["schools"]!.AsObject().Select(pair => KeyValuePair.Create(pair.Key, pair.Value!.ToString())).ToList();
            var (rubric, faults) = RubricReader.WithSchools(Examples.House, answers);
            faults.ShouldBeEmpty();
            var result = Examples.Score(Examples.Record(name), rubric!).AsObject();
            foreach (var (field, value) in expected.AsObject().Where(pair => pair.Key != "schools"))
                Differences(value, result[field], $"{answers[0].Key}={answers[0].Value} {field}").ShouldBeEmpty();
        }
    }

    /// <summary>Where two documents differ: in shape, in order of lists and fields, or by more than half a unit of the sixth place.</summary>
    private static List<string> Differences(JsonNode? expected, JsonNode? actual, string at)
    {
        switch (expected, actual)
        {
            case (null, null):
                return [];
            case (JsonObject one, JsonObject other):
                if (!one.Select(pair => pair.Key).SequenceEqual(other.Select(pair => pair.Key)))
                    return [$"{at}: {string.Join(",", one.Select(pair => pair.Key))} against {string.Join(",", other.Select(pair => pair.Key))}"];
                return [.. one.SelectMany(pair => Differences(pair.Value, other[pair.Key], $"{at}.{pair.Key}"))];
            case (JsonArray one, JsonArray other):
                if (one.Count != other.Count)
                    return [$"{at}: {one.Count} items against {other.Count}"];
                return [.. Enumerable.Range(0, one.Count).SelectMany(i => Differences(one[i], other[i], $"{at}[{i}]"))];
            case (JsonValue one, JsonValue other) when one.GetValueKind() == JsonValueKind.Number && other.GetValueKind() == JsonValueKind.Number:
                return Math.Abs(one.GetValue<double>() - other.GetValue<double>()) < 5e-7 ? [] : [$"{at}: {one} against {other}"];
            default:
                return expected?.ToJsonString() == actual?.ToJsonString() ? [] : [$"{at}: {expected?.ToJsonString()} against {actual?.ToJsonString()}"];
        }
    }
}
