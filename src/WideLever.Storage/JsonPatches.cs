using System.Globalization;
using System.Text.Json.Nodes;

namespace WideLever.Storage;

/// <summary>
/// Patches between two JSON documents: the operations add, remove and replace of RFC 6902. No package in reach both makes and
/// applies them; two pages do (docs/decisions/0003).
/// </summary>
public static class JsonPatches
{
    /// <summary>The patch that turns one document into the other.</summary>
    public static JsonArray Between(JsonNode? from, JsonNode? to)
    {
        var patch = new JsonArray();
        Compare(from, to, "", patch);
        return patch;
    }

    /// <summary>The document with a patch applied; the one given stays as it is.</summary>
    /// <exception cref="InvalidOperationException">The patch does not fit the document.</exception>
    public static JsonNode? Apply(JsonNode? document, JsonArray patch) => ApplyTo(document?.DeepClone(), patch);

    /// <summary>As <see cref="Apply"/>, into the document that is given.</summary>
    /// <exception cref="InvalidOperationException">The patch does not fit the document.</exception>
    internal static JsonNode? ApplyTo(JsonNode? root, JsonArray patch)
    {
        foreach (var operation in patch)
        {
            var path = (string?)operation!["path"] ?? "";
            var value = operation["value"]?.DeepClone();
            if (path.Length == 0)
                root = value;
            else
                ApplyInside(root, path, (string?)operation["op"], value);
        }
        return root;
    }

    private static void ApplyInside(JsonNode? root, string path, string? op, JsonNode? value)
    {
        var tokens = path[1..].Split('/').Select(token => token.Replace("~1", "/", StringComparison.Ordinal).Replace("~0", "~", StringComparison.Ordinal)).ToList();
        var parent = tokens.SkipLast(1).Aggregate(root, (node, token) => node is JsonArray list ? list[Index(token)] : node?[token]);
        switch (parent, op)
        {
            case (JsonObject map, "add" or "replace"):
                map[tokens[^1]] = value;
                break;
            case (JsonObject map, "remove"):
                map.Remove(tokens[^1]);
                break;
            case (JsonArray list, "add"):
                list.Insert(Index(tokens[^1]), value);
                break;
            case (JsonArray list, "replace"):
                list[Index(tokens[^1])] = value;
                break;
            case (JsonArray list, "remove"):
                list.RemoveAt(Index(tokens[^1]));
                break;
            default:
                throw new InvalidOperationException($"the patch does not fit the document at {path}");
        }
    }

    private static int Index(string token) => int.Parse(token, CultureInfo.InvariantCulture);

    private static void Compare(JsonNode? from, JsonNode? to, string path, JsonArray patch)
    {
        if (JsonNode.DeepEquals(from, to))
            return;
        switch (from, to)
        {
            case (JsonObject one, JsonObject other):
                foreach (var name in one.Select(pair => pair.Key).Where(name => !other.ContainsKey(name)))
                    patch.Add(Operation("remove", Inside(path, name)));
                foreach (var (name, value) in other)
                {
                    if (one.TryGetPropertyValue(name, out var before))
                        Compare(before, value, Inside(path, name), patch);
                    else
                        patch.Add(Operation("add", Inside(path, name), value));
                }
                break;
            case (JsonArray one, JsonArray other):
                CompareLists(one, other, path, patch);
                break;
            default:
                patch.Add(Operation("replace", path, to));
                break;
        }
    }

    /// <summary>What two lists share at their ends stays; of the middle, equal lengths are compared in place, others are exchanged.</summary>
    private static void CompareLists(JsonArray from, JsonArray to, string path, JsonArray patch)
    {
        var shorter = Math.Min(from.Count, to.Count);
        var head = 0;
        while (head < shorter && JsonNode.DeepEquals(from[head], to[head]))
            head++;
        var tail = 0;
        while (tail < shorter - head && JsonNode.DeepEquals(from[^(tail + 1)], to[^(tail + 1)]))
            tail++;
        var (removed, added) = (from.Count - head - tail, to.Count - head - tail);
        var common = Math.Min(removed, added);
        for (var i = head; i < head + common; i++)
            Compare(from[i], to[i], Inside(path, i), patch);
        for (var i = head + removed - 1; i >= head + common; i--)
            patch.Add(Operation("remove", Inside(path, i)));
        for (var i = head + common; i < head + added; i++)
            patch.Add(Operation("add", Inside(path, i), to[i]));
    }

    private static string Inside(string path, int index) => string.Create(CultureInfo.InvariantCulture, $"{path}/{index}");

    private static string Inside(string path, string name) =>
        $"{path}/{name.Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal)}";

    private static JsonObject Operation(string op, string path) => new() { ["op"] = op, ["path"] = path };

    private static JsonObject Operation(string op, string path, JsonNode? value) =>
        new() { ["op"] = op, ["path"] = path, ["value"] = value?.DeepClone() };
}
