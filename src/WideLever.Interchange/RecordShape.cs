using System.Text.Json;
using System.Text.Json.Nodes;

namespace WideLever.Interchange;

/// <summary>
/// The JSON Schema of the record format. It is what <see cref="RecordReader"/> asks for: the reader goes once over fields that note
/// down what is asked of them, so that a field of the record is stated in one place.
/// </summary>
public static class RecordShape
{
    private static readonly JsonSerializerOptions Spread = new() { WriteIndented = true, Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>The schema of a teardown record, draft 7, as the file <c>docs/formats/teardown.schema.json</c>.</summary>
    public static string Schema()
    {
        var definitions = new JsonObject();
        var shape = new Shape(definitions);
        shape.Field("format", new JsonObject { ["enum"] = new JsonArray(RecordReader.Format) }, required: true);
        shape.Field("version", new JsonObject { ["enum"] = new JsonArray(RecordReader.Version) }, required: true);
        RecordReader.Record(new Fields(shape));
        var schema = new JsonObject
        {
            ["$schema"] = "http://json-schema.org/draft-07/schema#",
            ["$id"] = $"{RecordReader.Format}/{RecordReader.Version}",
            ["title"] = $"Teardown record, version {RecordReader.Version}",
            ["description"] = "The shape of the format. Rules between fields (ids, layers, ways) are in docs/record.md and are checked by the program.",
        };
        foreach (var (name, value) in shape.ToSchema().ToList())
            schema[name] = value?.DeepClone();
        schema["definitions"] = definitions;
        return schema.ToJsonString(Spread) + "\n";
    }
}

/// <summary>What is asked of the fields of one object, as a JSON Schema.</summary>
/// <param name="definitions">Schemas of objects that stand in lists, by name; common to all shapes of a document.</param>
internal sealed class Shape(JsonObject definitions)
{
    private const string Day = @"^\d{4}-\d{2}-\d{2}$";

    private readonly JsonObject properties = [];
    private readonly JsonArray required = [];

    // What the rules of a record let a number be, by the name of its field; docs/record.md.
    private static readonly Dictionary<string, (string Keyword, double Value)[]> Ends = new(StringComparer.Ordinal)
    {
        ["year"] = Between(0, 9_999),
        ["amount"] = Between(0, RecordLimits.Money),
        ["rate"] = [("exclusiveMinimum", 0)],
        ["maker"] = Between(0, RecordLimits.Capacity),
        ["bench"] = Between(0, RecordLimits.Capacity),
        ["platform"] = Between(0, RecordLimits.Capacity),
        ["fitted"] = Between(0, RecordLimits.Capacity),
        ["number"] = Between(0, RecordLimits.Capacity),
        ["maxLengthMm"] = Between(0, RecordLimits.LongestBond),
        ["maxThicknessMm"] = Between(0, RecordLimits.LongestBond),
        ["sides"] = Between(1, 2),
        ["seconds"] = Between(0, RecordLimits.Seconds),
        ["observedSeconds"] = Between(1, RecordLimits.Seconds),
        ["length"] = Between(RecordLimits.ShortestScrew, RecordLimits.LongestScrew),
        ["lengthMm"] = Between(RecordLimits.ShortestBond, RecordLimits.LongestBond),
        ["covers"] = Between(1, RecordLimits.Count),
        ["count"] = Between(1, RecordLimits.PortCount),
        ["widthPx"] = Between(1, 100_000),
        ["heightPx"] = Between(1, 100_000),
        ["x"] = Between(0, 1),
        ["y"] = Between(0, 1),
        ["group"] = [("minimum", 0)],
    };

    private static readonly Dictionary<string, string> Patterns = new(StringComparer.Ordinal) { ["sha256"] = "^[0-9a-f]{64}$", ["currency"] = "^[A-Z]{3}$" };

    private static (string, double)[] Between(double least, double most) => [("minimum", least), ("maximum", most)];

    /// <summary>Notes a field down.</summary>
    public void Field(string name, JsonObject schema, bool required = false, bool orNull = false)
    {
        properties[name] = orNull ? OrNull(schema) : schema;
        if (required)
            this.required.Add(name);
    }

    public void Text(string name, bool required = false, bool orNull = false) => Field(name, name == "notes"
        ? new JsonObject { ["type"] = "string", ["maxLength"] = RecordLimits.Notes }
        : Patterns.TryGetValue(name, out var pattern) ? new JsonObject { ["type"] = "string", ["pattern"] = pattern } : OneText(), required, orNull);

    public void Texts(string name, bool required = false) => List(name, OneText(), required);

    public void Word(string name, IReadOnlyList<string> words, bool required = false, bool orNull = false) => Field(name, Words(words), required, orNull);

    public void Words(string name, IReadOnlyList<string> words) => List(name, Words(words));

    public void YesNo(string name, bool orNull) => Field(name, new JsonObject { ["type"] = "boolean" }, orNull: orNull);

    public void Number(string name, bool whole = false, bool required = false, bool orNull = false)
    {
        var schema = new JsonObject { ["type"] = whole ? "integer" : "number" };
        foreach (var (keyword, value) in Ends.GetValueOrDefault(name) ?? [])
            schema[keyword] = value;
        Field(name, schema, required, orNull);
    }

    /// <summary>A count of an action, or a span of two; null: not counted.</summary>
    public void Count(string name)
    {
        static JsonObject One() => new() { ["type"] = "integer", ["minimum"] = 1, ["maximum"] = RecordLimits.Count };
        Field(name, new JsonObject
        {
            ["oneOf"] = new JsonArray(One(), new JsonObject { ["type"] = "array", ["items"] = One(), ["minItems"] = 2, ["maxItems"] = 2 }, new JsonObject { ["type"] = "null" }),
        });
    }

    public void Date(string name, bool required = false, bool orNull = false) => Field(name, new JsonObject { ["type"] = "string", ["pattern"] = Day }, required, orNull);

    /// <summary>An object inside this one, to be described in turn.</summary>
    public Shape Object(string name, bool required = false, bool orNull = false)
    {
        var inner = new Shape(definitions);
        // Its own fields come to it as they are asked for.
        Field(name, inner.ToSchema(), required, orNull);
        return inner;
    }

    /// <summary>A list of objects, which the first to meet them describes.</summary>
    public void List(string name, string of, Action<Shape> describe, bool required = false)
    {
        if (!definitions.ContainsKey(of))
        {
            var item = new Shape(definitions);
            definitions[of] = null;
            describe(item);
            definitions[of] = item.ToSchema();
        }
        List(name, new JsonObject { ["$ref"] = $"#/definitions/{of}" }, required);
    }

    /// <summary>An object that is one of several shapes.</summary>
    public void OneOf(IEnumerable<Action<Shape>> describe)
    {
        choices = [.. describe.Select(one =>
        {
            var shape = new Shape(definitions);
            one(shape);
            return (JsonNode)shape.ToSchema();
        })];
    }

    /// <summary>The schema; fields noted down later are still its own.</summary>
    public JsonObject ToSchema() => choices is not null
        ? new JsonObject { ["oneOf"] = choices }
        : new JsonObject { ["type"] = "object", ["additionalProperties"] = false, ["properties"] = properties, ["required"] = required };

    private JsonArray? choices;

    private void List(string name, JsonObject items, bool required = false)
    {
        var list = new JsonObject { ["type"] = "array", ["items"] = items, ["maxItems"] = RecordLimits.Items(name) };
        if (name is "layers" or "actions")
            list["minItems"] = 1;
        Field(name, list, required);
    }

    private static JsonObject OneText() => new()
    {
        ["type"] = "string",
        ["minLength"] = 1,
        ["maxLength"] = RecordLimits.Text,
        ["pattern"] = "^[^\\u0000-\\u001f\\u007f-\\u009f\\u2028\\u2029]*$",
    };

    private static JsonObject Words(IReadOnlyList<string> words) => new() { ["enum"] = new JsonArray([.. words.Select(word => (JsonNode)JsonValue.Create(word))]) };

    private static JsonObject OrNull(JsonObject schema)
    {
        if (schema["enum"] is JsonArray words)
            words.Add(null);
        else if (schema["type"]?.GetValueKind() == JsonValueKind.String && schema["properties"] is null)
            schema["type"] = new JsonArray((string)schema["type"]!, "null");
        else
            return new JsonObject { ["anyOf"] = new JsonArray(new JsonObject { ["type"] = "null" }, schema) };
        return schema;
    }
}
