using System.Text.Json;

namespace WideLever.Interchange;

/// <summary>Parsing of untrusted JSON: no comments, no trailing commas, no field twice, little nesting.</summary>
internal static class JsonText
{
    /// <summary>A record nests six deep; more than this is not one.</summary>
    private const int MaxDepth = 24;

    /// <summary>The document, or null with the fault.</summary>
    public static JsonTree? Parse(ReadOnlyMemory<byte> utf8, List<Fault> faults)
    {
        ReadOnlySpan<byte> mark = [0xEF, 0xBB, 0xBF];
        if (utf8.Span.StartsWith(mark))
            utf8 = utf8[mark.Length..];
        try
        {
            return JsonTree.Parse(utf8, MaxDepth);
        }
        catch (JsonException exception)
        {
            faults.Add(new Fault("", Message(exception)));
            return null;
        }
    }

    /// <summary>The document, every name and text of which is Unicode, or null with the fault.</summary>
    public static JsonTree? ParseReadable(ReadOnlyMemory<byte> utf8, List<Fault> faults)
    {
        var document = Parse(utf8, faults);
        if (document is null || IsReadable(document.Root))
            return document;
        faults.Add(new Fault("", "has a name or text that is not Unicode"));
        document.Dispose();
        return null;
    }

    private static bool IsReadable(JsonTree.JsonValue value)
    {
        if (value.ValueKind == JsonValueKind.Array)
        {
            foreach (var item in value.Items())
            {
                if (!IsReadable(item))
                    return false;
            }
        }
        return value.ValueKind switch
        {
            JsonValueKind.Object => value.Pairs().All(pair => pair.Key is not null && IsReadable(pair.Value)),
            JsonValueKind.String => value.Text is not null,
            _ => true,
        };
    }

    private static string Message(JsonException exception)
    {
        var place = exception.LineNumber is { } line ? $" at line {line + 1}, byte {exception.BytePositionInLine + 1}" : "";
        if (exception.Message.Contains("maximum configured depth", StringComparison.OrdinalIgnoreCase))
            return $"is nested too deeply{place}";
        if (exception.Message.Contains("duplicate", StringComparison.OrdinalIgnoreCase))
            return $"is not valid JSON{place}: a field stands twice in one object";
        return $"is not valid JSON{place}";
    }
}
