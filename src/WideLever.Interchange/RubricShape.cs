using System.Text.Json;
using System.Text.Json.Nodes;

namespace WideLever.Interchange;

/// <summary>
/// The JSON Schema of the rubric format: the fields are what <see cref="RubricReader"/> asks for, and the range of each number is
/// found by trying what is taken there, in the house rubric.
/// </summary>
public static class RubricShape
{
    /// <summary>The schema of a rubric, as the file <c>docs/formats/rubric.schema.json</c>.</summary>
    public static string Schema()
    {
        var definitions = new JsonObject();
        var shape = new Shape(definitions, new Dictionary<string, (string, double)[]>());
        shape.Format(RubricReader.Format, RubricReader.Version);
        RubricReader.Rubric(new Fields(shape));
        var (schema, rubric) = (shape.ToSchema(), JsonNode.Parse(RubricReader.HouseBytes)!.AsObject());
        foreach (var number in Fields(schema, rubric, ""))
        {
            Bound(number.Schema, tried =>
            {
                number.Put(tried);
                var (_, faults) = RubricReader.Read(JsonSerializer.SerializeToUtf8Bytes(rubric));
                number.Put(number.Value);
                return faults.All(fault => fault.At != number.At);
            });
        }
        return Shape.Document(RubricReader.Format, RubricReader.Version, $"Rubric, version {RubricReader.Version}",
            "The shape of the format. Rules between numbers are in docs/method.md and are checked by the program.",
            schema, definitions);
    }

    /// <summary>A number of the format, its place, what a rubric has there, and how to put another there.</summary>
    private sealed record Number(JsonObject Schema, string At, JsonNode? Value, Action<JsonNode?> Put);

    private static IEnumerable<Number> Fields(JsonObject schema, JsonObject value, string at)
    {
        foreach (var (name, field) in schema["properties"]!.AsObject())
        {
            // Numbers that the house rubric leaves out rise there from one.
            if (value[name] is null && field!["minItems"] is { } count && field["items"]!["type"] is not null)
                value[name] = new JsonArray([.. Enumerable.Range(1, (int)count).Select(number => (JsonNode)number)]);
            foreach (var number in Numbers(new(field!.AsObject(), $"{at}{name}", value[name], tried => value[name] = tried)))
                yield return number;
        }
    }

    private static IEnumerable<Number> Numbers(Number of)
    {
        if (of.Schema.ContainsKey("properties"))
            return Fields(of.Schema, of.Value!.AsObject(), $"{of.At}.");
        if (of.Schema["items"] is JsonObject items)
            return of.Value?.AsArray() is [var first, ..] list ? Numbers(new(items, $"{of.At}[0]", first, tried => list[0] = tried)) : [];
        // What stands under names of any kind is alike.
        if (of.Schema["additionalProperties"] is JsonObject any)
        {
            var (table, name) = (of.Value!.AsObject(), of.Value.AsObject().First().Key);
            return Numbers(new(any, $"{of.At}.{name}", table[name], tried => table[name] = tried));
        }
        var type = of.Schema["type"]?.ToJsonString() ?? "";
        var isNumber = type.Contains("number", StringComparison.Ordinal) || type.Contains("integer", StringComparison.Ordinal);
        return isNumber && !of.Schema.ContainsKey("minimum") ? [of] : [];
    }

    private static void Bound(JsonObject schema, Func<double, bool> takes)
    {
        if (!takes(-1))
            schema[takes(0) ? "minimum" : "exclusiveMinimum"] = 0;
        if (!takes(2))
            schema[takes(1) ? "maximum" : "exclusiveMaximum"] = 1;
        else if (!takes(2e9) && takes(1e9))
            schema["maximum"] = 1_000_000_000;
    }
}
