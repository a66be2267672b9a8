using System.Text.Json;
using System.Text.Json.Nodes;

namespace WideLever.Interchange;

/// <summary>
/// What is asked of the fields of one object, as a JSON Schema (draft 7): a reader goes once over fields that note down what is
/// asked of them, so that a field of a format is stated in one place.
/// </summary>
/// <param name="definitions">Schemas of objects that stand in lists, by name; common to all shapes of a document.</param>
/// <param name="ends">What a number may be, by the name of its field.</param>
internal sealed class Shape(JsonObject definitions, IReadOnlyDictionary<string, (string Keyword, double Value)[]> ends)
{
    private const string Day = @"^\d{4}-\d{2}-\d{2}$";

    private readonly JsonObject properties = [];
    private readonly JsonArray required = [];

    private static readonly Dictionary<string, string> Patterns = new(StringComparer.Ordinal) { ["sha256"] = "^[0-9a-f]{64}$", ["currency"] = "^[A-Z]{3}$" };

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
        foreach (var (keyword, value) in ends.GetValueOrDefault(name) ?? [])
            schema[keyword] = value;
        Field(name, schema, required, orNull);
    }

    /// <summary>A count of an action, or a span of two; null: not counted.</summary>
    public void Count(string name) =>
        Field(name, new JsonObject { ["oneOf"] = new JsonArray(OneCount(), SoMany(OneCount(), 2), new JsonObject { ["type"] = "null" }) });

    /// <summary>A span of counts.</summary>
    public void Span(string name) => Field(name, SoMany(OneCount(), 2), required: true);

    /// <summary>So many numbers.</summary>
    public void Numbers(string name, int count, bool required) => Field(name, SoMany(new JsonObject { ["type"] = "number" }, count), required);

    /// <summary>Numbers under names of any kind, one at least.</summary>
    public void NumbersByName(string name) => Field(name, new JsonObject
    {
        ["type"] = "object",
        ["additionalProperties"] = new JsonObject { ["type"] = "number" },
        ["minProperties"] = 1,
    }, required: true);

    /// <summary>A list that names every word.</summary>
    public void EveryWord(string name, IReadOnlyList<string> words) =>
        Field(name, new JsonObject { ["type"] = "array", ["items"] = Words(words), ["minItems"] = words.Count }, required: true);

    public void Date(string name, bool required = false, bool orNull = false) => Field(name, new JsonObject { ["type"] = "string", ["pattern"] = Day }, required, orNull);

    /// <summary>An object inside this one, to be described in turn.</summary>
    public Shape Object(string name, bool required = false, bool orNull = false)
    {
        var inner = new Shape(definitions, ends);
        // Its own fields come to it as they are asked for.
        Field(name, inner.ToSchema(), required, orNull);
        return inner;
    }

    /// <summary>A list of objects, which the first to meet them describes.</summary>
    public void List(string name, string of, Action<Shape> describe, bool required = false)
    {
        if (!definitions.ContainsKey(of))
        {
            var item = new Shape(definitions, ends);
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
            var shape = new Shape(definitions, ends);
            one(shape);
            return (JsonNode)shape.ToSchema();
        })];
    }

    /// <summary>A format's schema, as its file in <c>docs/formats</c>.</summary>
    /// <param name="format">Its name.</param>
    /// <param name="version">Its version.</param>
    /// <param name="title">What it is.</param>
    /// <param name="description">What the shape leaves open.</param>
    /// <param name="shape">The document's own shape.</param>
    /// <param name="definitions">Shapes that it refers to.</param>
    public static string Document(string format, int version, string title, string description, JsonObject shape, JsonObject definitions)
    {
        var schema = new JsonObject
        {
            ["$schema"] = "http://json-schema.org/draft-07/schema#",
            ["$id"] = $"{format}/{version}",
            ["title"] = title,
            ["description"] = description,
        };
        foreach (var (name, value) in shape.ToList())
            schema[name] = value?.DeepClone();
        if (definitions.Count > 0)
            schema["definitions"] = definitions;
        return schema.ToJsonString(Spread) + "\n";
    }

    private static readonly JsonSerializerOptions Spread = new() { WriteIndented = true, Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>Notes down the name of a format and its version.</summary>
    public void Format(string format, int version)
    {
        Field("format", new JsonObject { ["enum"] = new JsonArray(format) }, required: true);
        Field("version", new JsonObject { ["enum"] = new JsonArray(version) }, required: true);
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

    private static JsonObject OneCount() => new() { ["type"] = "integer", ["minimum"] = 1, ["maximum"] = RecordLimits.Count };

    private static JsonObject SoMany(JsonObject items, int count) => new() { ["type"] = "array", ["items"] = items, ["minItems"] = count, ["maxItems"] = count };

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
