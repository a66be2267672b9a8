using System.Text.Json;
using System.Text.Json.Nodes;

namespace WideLever.Interchange;

/// <summary>One number, word or list that two rubrics do not share.</summary>
/// <param name="At">Its place, such as <c>repair.battery</c> or <c>reach.fan[1]</c>.</param>
/// <param name="Before">What the one has, as JSON; null: nothing.</param>
/// <param name="After">What the other has, as JSON; null: nothing.</param>
public sealed record RubricDifference(string At, string? Before, string? After);

/// <summary>What two rubrics differ in, number by number.</summary>
public static class RubricDifferences
{
    // What names a revision is no rule of it.
    private static readonly string[] Naming = ["name", "revision"];

    /// <summary>The differences in the order of the format; a list of words is one thing whatever its order.</summary>
    public static IReadOnlyList<RubricDifference> Between(JsonNode before, JsonNode after)
    {
        var differences = new List<RubricDifference>();
        Compare("", before, after, differences);
        return differences;
    }

    /// <summary>The rubric with this one difference taken over from the other.</summary>
    public static JsonNode Taking(JsonNode rubric, RubricDifference difference)
    {
        var taken = rubric.DeepClone();
        var keys = difference.At.Replace("]", "", StringComparison.Ordinal).Split('.', '[');
        // A thread such as M2.5 has a point in its name.
        if (keys is ["times", "unscrew", "pitch", ..])
            keys = ["times", "unscrew", "pitch", difference.At["times.unscrew.pitch.".Length..]];
        var holder = taken;
        foreach (var key in keys[..^1])
            holder = holder![key]!;
        var value = difference.After is null ? null : JsonNode.Parse(difference.After);
        if (holder is JsonArray list)
            list[int.Parse(keys[^1], System.Globalization.CultureInfo.InvariantCulture)] = value;
        else if (value is null)
            holder!.AsObject().Remove(keys[^1]);
        else
            holder![keys[^1]] = value;
        return taken;
    }

    private static void Compare(string at, JsonNode? before, JsonNode? after, List<RubricDifference> differences)
    {
        switch (before, after)
        {
            case (JsonObject old, JsonObject fresh):
                foreach (var key in old.Select(pair => pair.Key).Union(fresh.Select(pair => pair.Key)).Where(key => at != "" || !Naming.Contains(key)))
                    Compare(at == "" ? key : $"{at}.{key}", old[key], fresh[key], differences);
                break;
            case (JsonArray old, JsonArray fresh) when old.Count == fresh.Count && old.Concat(fresh).All(item => item?.GetValueKind() == JsonValueKind.Number):
                for (var i = 0; i < old.Count; i++)
                    Compare($"{at}[{i}]", old[i], fresh[i], differences);
                break;
            case (JsonArray old, JsonArray fresh) when Texts(old).SetEquals(Texts(fresh)):
                break;
            default:
                if (!JsonNode.DeepEquals(before, after))
                    differences.Add(new(at, before?.ToJsonString(), after?.ToJsonString()));
                break;
        }
    }

    private static HashSet<string> Texts(JsonArray list) => [.. list.Select(item => item?.ToJsonString() ?? "null")];
}
