using System.Globalization;
using WideLever.Interchange;

namespace WideLever.Web;

/// <summary>What endpoints take from a request besides its route.</summary>
public static class RequestBody
{
    /// <summary>The body, or null where it is larger than a record may be.</summary>
    public static async Task<byte[]?> ReadAsync(HttpRequest request, CancellationToken cancellation)
    {
        if (request.ContentLength > RecordReader.MaxBytes)
            return null;
        using var body = new MemoryStream();
        var buffer = new byte[81_920];
        int read;
        while ((read = await request.Body.ReadAsync(buffer, cancellation)) > 0)
        {
            if (body.Length + read > RecordReader.MaxBytes)
                return null;
            body.Write(buffer, 0, read);
        }
        return body.ToArray();
    }

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
