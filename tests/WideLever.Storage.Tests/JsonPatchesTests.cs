using System.Text.Json.Nodes;

namespace WideLever.Storage.Tests;

public sealed class JsonPatchesTests
{
    [Fact]
    public void A_patch_leads_from_one_document_to_the_other_and_another_back()
    {
        for (var seed = 0; seed < 4000; seed++)
        {
            var random = new Random(seed);
            var (from, to) = (Any(random, 0), Any(random, 0));
            JsonNode.DeepEquals(JsonPatches.Apply(from, JsonPatches.Between(from, to)), to).ShouldBeTrue($"seed {seed}");
            JsonNode.DeepEquals(JsonPatches.Apply(to, JsonPatches.Between(to, from)), from).ShouldBeTrue($"seed {seed}, back");
        }
    }

    private static readonly string[] Names = ["a", "b", "c/d", "e~f", ""];

    private static JsonNode? Any(Random random, int depth) => random.Next(depth > 3 ? 3 : 6) switch
    {
        0 => null,
        1 => JsonValue.Create(random.Next(4)),
        2 => JsonValue.Create(random.Next(2) == 0 ? "x" : "y"),
        3 or 4 => new JsonArray([.. Enumerable.Range(0, random.Next(5)).Select(_ => Any(random, depth + 1))]),
        _ => new JsonObject(Names.Where(_ => random.Next(2) == 0).Select(name => KeyValuePair.Create(name, Any(random, depth + 1)))),
    };

    [Fact]
    public void A_patch_names_only_what_changed()
    {
        var from = JsonNode.Parse("""{"steps":[{"id":"a"},{"id":"b","n":1},{"id":"c"}]}""");
        var to = JsonNode.Parse("""{"steps":[{"id":"a"},{"id":"b","n":2},{"id":"c"}]}""");
        JsonPatches.Between(from, to).ToJsonString().ShouldBe("""[{"op":"replace","path":"/steps/1/n","value":2}]""");
        JsonPatches.Between(from, from).Count.ShouldBe(0);
        var longer = JsonNode.Parse("""{"steps":[{"id":"a"},{"id":"x"},{"id":"b","n":1},{"id":"c"}]}""");
        JsonPatches.Between(from, longer).ToJsonString().ShouldBe("""[{"op":"add","path":"/steps/1","value":{"id":"x"}}]""");
    }

    [Fact]
    public void A_patch_that_does_not_fit_is_no_silent_change() =>
        Should.Throw<InvalidOperationException>(() => JsonPatches.Apply(JsonNode.Parse("{}"), JsonNode.Parse("""[{"op":"replace","path":"/a/b","value":1}]""")!.AsArray()));
}
