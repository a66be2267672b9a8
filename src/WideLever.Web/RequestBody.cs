using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Interchange;

namespace WideLever.Web;

/// <summary>What endpoints take from a request besides its route.</summary>
public static class RequestBody
{
    /// <summary>The body without a byte order mark, or null where it is larger than a record may be, or than it may itself.</summary>
    public static async Task<byte[]?> ReadAsync(HttpRequest request, CancellationToken cancellation, int maxBytes = RecordReader.MaxBytes)
    {
        if (request.ContentLength > maxBytes)
            return null;
        using var body = new MemoryStream();
        var buffer = new byte[81_920];
        int read;
        while ((read = await request.Body.ReadAsync(buffer, cancellation)) > 0)
        {
            if (body.Length + read > maxBytes)
                return null;
            body.Write(buffer, 0, read);
        }
        ReadOnlySpan<byte> all = body.GetBuffer().AsSpan(0, (int)body.Length);
        return (all.StartsWith(Encoding.UTF8.Preamble) ? all[Encoding.UTF8.Preamble.Length..] : all).ToArray();
    }

    /// <summary>A body as JSON of a shape of ours; null with a problem where it is not of that shape.</summary>
    public static (T? Value, JsonHttpResult<Problem>? Problem) Json<T>(byte[] body) where T : class
    {
        try
        {
            using var document = JsonDocument.Parse(body);
            if (NullsInLists(document.RootElement, "").Select(place => new Core.Words.Fault(place, "must not be null")).ToList() is { Count: > 0 } nulls)
                return (null, Problems.Faulty(nulls));
            return document.Deserialize<T>(Shapes) is { } value ? (value, null) : (null, Problems.Faulty([new("", "must be an object")]));
        }
        catch (InvalidOperationException)
        {
            // A name or text with half a character, such as "\ud800": valid JSON, and no text.
            return (null, Problems.Faulty([new("", "has half a character, which is no text")]));
        }
        catch (JsonException exception)
        {
            return (null, Problems.Faulty([new((exception.Path ?? "").TrimStart('$').TrimStart('.'), $"cannot be read as {typeof(T).Name}")]));
        }
    }

    /// <summary>The places of nulls in lists: none of our shapes has one, and the serializer looks at fields alone.</summary>
    private static IEnumerable<string> NullsInLists(JsonElement element, string at) => element.ValueKind switch
    {
        JsonValueKind.Array => element.EnumerateArray().Select((item, i) => (item, At: string.Create(CultureInfo.InvariantCulture, $"{at}[{i}]")))
            .SelectMany(one => one.item.ValueKind == JsonValueKind.Null ? [one.At] : NullsInLists(one.item, one.At)),
        JsonValueKind.Object => element.EnumerateObject().SelectMany(field => NullsInLists(field.Value, at.Length == 0 ? field.Name : $"{at}.{field.Name}")),
        _ => [],
    };

    private static readonly JsonSerializerOptions Shapes = new(RecordJson.Options) { UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow, RespectNullableAnnotations = true };

    /// <summary>The window that asks; a script or device is one of its own.</summary>
    public static string WindowId(HttpRequest request) =>
        request.Headers["X-Window"].ToString() is { Length: > 0 and <= 64 } id && id.All(c => char.IsAsciiLetterOrDigit(c) || c == '-') ? id : "script";

    /// <summary>The revision that a tag names; null: it is none of ours.</summary>
    public static long? Revision(ReadOnlySpan<char> tag) =>
        long.TryParse(tag, NumberStyles.None, CultureInfo.InvariantCulture, out var revision) ? revision : null;

    /// <summary>Says which revision the answer is of.</summary>
    public static void SetRevision(HttpResponse response, long revision) =>
        response.Headers.ETag = string.Create(CultureInfo.InvariantCulture, $"\"{revision}\"");
}
