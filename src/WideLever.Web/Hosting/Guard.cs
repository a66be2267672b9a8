using System.Security.Cryptography;
using System.Text;
using WideLever.Storage;

namespace WideLever.Web.Hosting;

/// <summary>
/// Who may come in: the user who started the server, and of what their browser sends what its own page asks for. Who may change anything: that page,
/// known by its own Origin, or who shows the data folder's token. <c>docs/who-may-come-in.md</c>.
/// </summary>
public static class Guard
{
    /// <summary>Refuses what comes from elsewhere. Host names are filtered before this.</summary>
    public static void UseGuard(this WebApplication app, DataFolder folder)
    {
        app.Use(async (context, next) =>
        {
            var request = context.Request;
            if (Peers.IsStranger(context) && !ShowsToken(request, folder))
            {
                context.Response.StatusCode = StatusCodes.Status403Forbidden;
                await context.Response.WriteAsync("This is another user's. Whoever started it can open it, or start it with --anyone.");
                return;
            }
            // A page of another site may be the way here, and nothing else: what it asks for behind a person's back is not answered.
            if (request.Headers["Sec-Fetch-Site"].ToString() is not ("" or "same-origin" or "none") && !(request.Headers["Sec-Fetch-Mode"] == "navigate" && IsPage(request.Path)))
            {
                await Problems.Forbidden("Another site cannot ask for this.").ExecuteAsync(context);
                return;
            }
            if (!IsPage(request.Path))
                context.Response.OnStarting(() =>
                {
                    // What is private lies in no cache, but for what says itself how long it is good.
                    if (context.Response.Headers.CacheControl.Count == 0)
                        context.Response.Headers.CacheControl = "no-store";
                    return Task.CompletedTask;
                });
            var reads = HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method);
            var own = request.Headers.Origin.ToString() == $"{request.Scheme}://{request.Host.Value}";
            if (reads || own || ShowsToken(request, folder))
                await next(context);
            else
                await Problems.Forbidden("A change must come from this program's own page, or show the data folder's token.").ExecuteAsync(context);
        });
    }

    /// <summary>Whether a path is of the page and what it is built of, which are the same for everyone.</summary>
    private static bool IsPage(PathString path) => !path.StartsWithSegments("/api") && !path.StartsWithSegments("/openapi") && !path.StartsWithSegments("/health");

    /// <summary>Whether a request shows the data folder's token.</summary>
    public static bool ShowsToken(HttpRequest request, DataFolder folder) => CryptographicOperations.FixedTimeEquals(
        Encoding.UTF8.GetBytes(request.Headers.Authorization.ToString()), Encoding.UTF8.GetBytes($"Bearer {folder.Token}"));
}
