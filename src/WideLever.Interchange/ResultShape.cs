using System.Text.Json.Nodes;
using WideLever.Core;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Interchange;

/// <summary>The JSON Schema of what <see cref="ResultWriter"/> writes, and of a signed result. Method, <em>The result</em>.</summary>
public static class ResultShape
{
    /// <summary>The schema of a result, as the file <c>docs/formats/result.schema.json</c>.</summary>
    public static string Schema()
    {
        var definitions = new JsonObject
        {
            ["index"] = Quantity(100, covered: true),
            ["share"] = Quantity(1, covered: true),
            ["criterion"] = Quantity(1, covered: false),
            ["indexStatus"] = Object([("status", OneOf(WordList.Of<Status>())), ("reasons", List(OneOf(WordList.Of<Reason>())))]),
            ["part"] = Object(
            [
                ("serviceUnit", OrNull("string")),
                ("route", new() { ["type"] = new JsonArray("array", "null"), ["items"] = new JsonObject { ["type"] = "string" } }),
                ("effort", new() { ["oneOf"] = new JsonArray(new JsonObject { ["type"] = "null" }, Object([("low", From(0)), ("value", From(0)), ("high", From(0))])) }),
            ],
            [
                ("criteria", Object([.. WordList.Of<Criterion>().Select(word => (word, To("criterion")))])),
                ("score", To("share")),
            ]),
        };
        var schema = Object(
        [
            ("repair", To("index")),
            ("upgrade", To("index")),
            ("combined", To("index")),
            ("status", OneOf(WordList.Of<Status>())),
            ("reasons", List(OneOf(WordList.Of<Reason>()))),
            ("observedSteps", new() { ["type"] = "integer", ["minimum"] = 0 }),
            ("repairKinds", Object([], [.. RubricKinds.Repair.Select(kind => (kind.Word(), To("share")))])),
            ("upgradeKinds", Object([.. RubricKinds.Upgrade.Select(kind => (kind.Word(), To("share")))])),
            ("leftOut", List(new() { ["type"] = "string" })),
            ("parts", new() { ["type"] = "object", ["additionalProperties"] = To("part") }),
        ],
        [
            // Results from before the method had a number lack it.
            ("method", new() { ["const"] = CoreVersion.Method }),
            // Those from before an index had a status of its own lack these.
            ("repairStatus", To("indexStatus")),
            ("upgradeStatus", To("indexStatus")),
        ]);
        return Shape.Document("wide-lever/result", 1, "Result of a record under a rubric", "Six places; null where there is no value.", schema, definitions);
    }

    /// <summary>The name of the format of signed results.</summary>
    public const string SignedFormat = "wide-lever/signed";

    /// <summary>Its version.</summary>
    public const int SignedVersion = 1;

    /// <summary>The schema of a signed result, as the file <c>docs/formats/signed.schema.json</c>.</summary>
    public static string SignedSchema()
    {
        JsonObject Text(int most) => new() { ["type"] = "string", ["minLength"] = 1, ["maxLength"] = most };
        JsonObject Digest() => new() { ["type"] = "string", ["pattern"] = "^[0-9a-f]{64}$" };
        JsonObject Part() => new() { ["type"] = "object" };
        var schema = Object(
        [
            ("format", new() { ["const"] = SignedFormat }),
            ("version", new() { ["const"] = SignedVersion }),
            ("signed", Object(
            [
                ("on", new() { ["type"] = "string", ["pattern"] = @"^\d{4}-\d{2}-\d{2}$" }),
                ("at", new() { ["type"] = "string" }),
                ("name", Text(RecordLimits.Text)),
                ("bench", Text(RecordLimits.Text)),
                ("note", new() { ["type"] = new JsonArray("string", "null"), ["maxLength"] = RecordLimits.Notes }),
            ])),
            ("methodVersion", new() { ["type"] = "integer", ["minimum"] = 1 }),
            ("recordSha256", Digest()),
            ("rubricSha256", Digest()),
            ("resultSha256", Digest()),
            ("record", Part()),
            ("rubric", Part()),
            ("result", Part()),
        ]);
        return Shape.Document(SignedFormat, SignedVersion, $"Signed result, version {SignedVersion}",
            "A result that a person answers for, with all that it was computed from. Each digest is SHA-256 over the canonical JSON (RFC 8785) of the part of its name.",
            schema, []);
    }

    private static JsonObject Quantity(int most, bool covered) => Object(
    [
        ("low", Between(most)),
        ("value", new() { ["type"] = new JsonArray("number", "null"), ["minimum"] = 0, ["maximum"] = most }),
        ("high", Between(most)),
        .. covered ? [("coverage", Between(1))] : Array.Empty<(string, JsonObject)>(),
    ]);

    private static JsonObject Object(IReadOnlyList<(string Name, JsonObject Schema)> required, params IReadOnlyList<(string Name, JsonObject Schema)> others) => new()
    {
        ["type"] = "object",
        ["additionalProperties"] = false,
        ["properties"] = new JsonObject(required.Concat(others).Select(field => KeyValuePair.Create(field.Name, (JsonNode?)field.Schema))),
        ["required"] = new JsonArray([.. required.Select(field => (JsonNode)field.Name)]),
    };

    private static JsonObject Between(double most) => new() { ["type"] = "number", ["minimum"] = 0, ["maximum"] = most };

    private static JsonObject From(double least) => new() { ["type"] = "number", ["minimum"] = least };

    private static JsonObject OrNull(string type) => new() { ["type"] = new JsonArray(type, "null") };

    private static JsonObject OneOf(IReadOnlyList<string> words) => new() { ["enum"] = new JsonArray([.. words.Select(word => (JsonNode)word)]) };

    private static JsonObject List(JsonObject items) => new() { ["type"] = "array", ["items"] = items };

    private static JsonObject To(string definition) => new() { ["$ref"] = $"#/definitions/{definition}" };
}
