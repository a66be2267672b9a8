using System.Security.Cryptography;
using System.Text;
using WideLever.Storage;

namespace WideLever.Web.Hosting;

/// <summary>Who may change anything: the page itself, known by its own Origin, or who shows the data folder's token.</summary>
public static class Guard
{
    /// <summary>Refuses every change that comes from elsewhere. Host names are filtered before this.</summary>
    public static void UseGuard(this WebApplication app, DataFolder folder)
    {
        app.Use(async (context, next) =>
        {
            var request = context.Request;
            var reads = HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method);
            var own = request.Headers.Origin.ToString() == $"{request.Scheme}://{request.Host.Value}";
            if (reads || own || ShowsToken(request, folder))
                await next(context);
            else
                await Problems.Forbidden("A change must come from this program's own page, or show the data folder's token.").ExecuteAsync(context);
        });
    }

    /// <summary>Whether a request shows the data folder's token.</summary>
    public static bool ShowsToken(HttpRequest request, DataFolder folder) => CryptographicOperations.FixedTimeEquals(
        Encoding.UTF8.GetBytes(request.Headers.Authorization.ToString()), Encoding.UTF8.GetBytes($"Bearer {folder.Token}"));
}
