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
            return JsonSerializer.Deserialize<T>(body, Shapes) is { } value ? (value, null) : (null, Problems.Faulty([new("", "must be an object")]));
        }
        catch (JsonException exception)
        {
            return (null, Problems.Faulty([new((exception.Path ?? "").TrimStart('$').TrimStart('.'), $"cannot be read as {typeof(T).Name}")]));
        }
    }

    private static readonly JsonSerializerOptions Shapes = new(RecordJson.Options) { UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow };

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
