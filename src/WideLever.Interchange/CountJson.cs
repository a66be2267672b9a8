using System.Text.Json;
using System.Text.Json.Serialization;
using WideLever.Core.Records;

namespace WideLever.Interchange;

/// <summary>A count as JSON: a whole number, or [least, most].</summary>
internal sealed class CountJson : JsonConverter<Count>
{
    public override Count Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType == JsonTokenType.Number)
            return reader.GetInt32();
        var ends = JsonSerializer.Deserialize<int[]>(ref reader, options);
        return ends is [var least, var most] ? new(least, most) : throw new JsonException("a count is a whole number, or a list of two");
    }

    public override void Write(Utf8JsonWriter writer, Count value, JsonSerializerOptions options)
    {
        if (value.Exact is { } exact)
        {
            writer.WriteNumberValue(exact);
            return;
        }
        writer.WriteStartArray();
        writer.WriteNumberValue(value.Least);
        writer.WriteNumberValue(value.Most);
        writer.WriteEndArray();
    }
}
