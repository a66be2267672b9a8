using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Interchange;

namespace WideLever.Web;

/// <summary>What endpoints take from a request besides its route.</summary>
public static class RequestBody
{
    /// <summary>The body, or null where it is larger than a record may be, or than it may itself.</summary>
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
        return body.ToArray();
    }

    /// <summary>The body as JSON of a shape of ours; null with a problem where it is too large, or not of that shape.</summary>
    public static async Task<(T? Value, JsonHttpResult<Problem>? Problem)> ReadJsonAsync<T>(HttpRequest request, CancellationToken cancellation) where T : class
    {
        if (await ReadAsync(request, cancellation) is not { } body)
            return (null, Problems.TooLarge());
        try
        {
            using var document = JsonDocument.Parse(body);
            if (NullInList(document.RootElement, "") is { } place)
                return (null, Problems.Faulty([new(place, "must not be null")]));
            return document.Deserialize<T>(Shapes) is { } value ? (value, null) : (null, Problems.Faulty([new("", "must be an object")]));
        }
        catch (JsonException exception)
        {
            return (null, Problems.Faulty([new((exception.Path ?? "").TrimStart('$').TrimStart('.'), $"cannot be read as {typeof(T).Name}")]));
        }
    }

    /// <summary>The place of the first null in a list: none of our shapes has one, and the serializer looks at fields alone.</summary>
    private static string? NullInList(JsonElement element, string at) => element.ValueKind switch
    {
        JsonValueKind.Array => element.EnumerateArray().Select((item, i) => (item, At: string.Create(CultureInfo.InvariantCulture, $"{at}[{i}]")))
            .Select(one => one.item.ValueKind == JsonValueKind.Null ? one.At : NullInList(one.item, one.At)).FirstOrDefault(place => place is not null),
        JsonValueKind.Object => element.EnumerateObject()
            .Select(field => NullInList(field.Value, at.Length == 0 ? field.Name : $"{at}.{field.Name}")).FirstOrDefault(place => place is not null),
        _ => null,
    };

    private static readonly JsonSerializerOptions Shapes = new(RecordJson.Options) { UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow, RespectNullableAnnotations = true };

    /// <summary>The window that asks; a script or device is one of its own.</summary>
    public static string WindowId(HttpRequest request) =>
        request.Headers["X-Window"].ToString() is { Length: > 0 and <= 64 } id && id.All(c => char.IsAsciiLetterOrDigit(c) || c == '-') ? id : "script";

    /// <summary>The revision in If-Match; null where there is none or it is not one of ours.</summary>
    public static long? SeenRevision(HttpRequest request) =>
        long.TryParse(request.Headers.IfMatch.ToString().Trim('"'), NumberStyles.None, CultureInfo.InvariantCulture, out var revision) ? revision : null;

    /// <summary>Says which revision the answer is of.</summary>
    public static void SetRevision(HttpResponse response, long revision) =>
        response.Headers.ETag = string.Create(CultureInfo.InvariantCulture, $"\"{revision}\"");
}
