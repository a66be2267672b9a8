using System.Collections;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using WideLever.Core.Records;

namespace WideLever.Interchange;

/// <summary>
/// How core types are written as JSON: camelCase, enumerations as words of the format, what has its default left out, so that
/// equal records give equal bytes. Reading untrusted JSON is <see cref="RecordReader"/>'s.
/// </summary>
public static class RecordJson
{
    /// <summary>The options, shared and fixed.</summary>
    public static JsonSerializerOptions Options { get; } = Configure(new JsonSerializerOptions(JsonSerializerDefaults.Web));

    /// <summary>Applies them to other options, such as those of a web host.</summary>
    public static JsonSerializerOptions Configure(JsonSerializerOptions options)
    {
        options.Converters.Add(new CountJson());
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        options.NumberHandling = JsonNumberHandling.Strict;
        options.TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { LeaveDefaultsOut, NameActions } };
        return options;
    }

    /// <summary>The canonical bytes of a head document.</summary>
    public static byte[] Canonical<T>(T document) => JsonSerializer.SerializeToUtf8Bytes(document, Options);

    /// <summary>The open format, for people: indented, with its format and version first.</summary>
    public static byte[] RecordFile(TeardownRecord record) => JsonSerializer.SerializeToUtf8Bytes(RecordNode(record), Spread);

    /// <summary>The open format as JSON.</summary>
    public static JsonObject RecordNode(TeardownRecord record)
    {
        var file = JsonSerializer.SerializeToNode(record, Options)!.AsObject();
        file.Insert(0, "format", RecordReader.Format);
        file.Insert(1, "version", RecordReader.Version);
        return file;
    }

    /// <summary>A piece of a record, for people: indented.</summary>
    public static byte[] Indented<T>(T piece) => JsonSerializer.SerializeToUtf8Bytes(JsonSerializer.SerializeToNode(piece, Options), Spread);

    private static readonly JsonSerializerOptions Spread = new() { WriteIndented = true };

    private static void LeaveDefaultsOut(JsonTypeInfo type)
    {
        if (type.Kind != JsonTypeInfoKind.Object || type.Type.Namespace != typeof(TeardownRecord).Namespace)
            return;
        // What an action is, its word says.
        if (type.Properties.FirstOrDefault(property => property.Name == "verb") is { } verb)
            type.Properties.Remove(verb);
        foreach (var property in type.Properties)
        {
            property.ShouldSerialize = (type.Type, property.Name) switch
            {
                // An explicit null cover is unknown; one left out is none.
                (_, "cover") => (_, value) => value is not Cover.None,
                (_, "count") => (_, value) => value is not (1 or Count { Least: 1, Most: 1 }),
                ({ Name: nameof(Part) }, "fitted") => (_, value) => value is false,
                ({ Name: nameof(PhotoMark) }, "group") => (_, value) => value is not 0,
                (_, "driver") => (_, value) => value is not BenchDriver.Hand,
                (_, "sample") => (_, value) => value is not Sample.Retail,
                // Required lists are written even where they are empty.
                (_, "layers" or "steps" or "parts" or "actions") => static (_, value) => value is not null,
                (_, "together" or "disconnectsPower" or "powerOn" or "needsNoOther" or "orderAssumed" or "label") => (_, value) => value is true,
                _ => static (_, value) => !IsDefault(value),
            };
        }
    }

    private static bool IsDefault(object? value) => value switch
    {
        null => true,
        ICollection list => list.Count == 0,
        Guidance guidance => guidance == new Guidance(),
        UnitCeilings ceilings => ceilings == new UnitCeilings(),
        Ceilings ceilings => ceilings == new Ceilings(),
        Capacity capacity => capacity == new Capacity(),
        Interface { Limits.Count: 0 } fits => fits with { Limits = NoTexts } == new Interface { Limits = NoTexts },
        Spare spare => spare == new Spare(),
        _ => false,
    };

    private static readonly IReadOnlyList<string> NoTexts = [];

    private static void NameActions(JsonTypeInfo type)
    {
        if (type.Type != typeof(TeardownAction))
            return;
        type.PolymorphismOptions = new JsonPolymorphismOptions { TypeDiscriminatorPropertyName = "do" };
        foreach (var action in typeof(TeardownAction).Assembly.GetTypes().Where(action => action.BaseType == typeof(TeardownAction)).OrderBy(action => action.Name, StringComparer.Ordinal))
            type.PolymorphismOptions.DerivedTypes.Add(new JsonDerivedType(action, JsonNamingPolicy.CamelCase.ConvertName(action.Name)));
    }
}
