using NetEscapades.AspNetCore.SecurityHeaders;

namespace WideLever.Web.Hosting;

/// <summary>The one page of the front end, and what it may do.</summary>
public static class Page
{
    private const string NoncePlace = "{{nonce}}";

    /// <summary>Security headers for every answer: nothing from elsewhere, styles of the component library by nonce.</summary>
    public static HeaderPolicyCollection Headers() => new HeaderPolicyCollection()
        .AddContentTypeOptionsNoSniff()
        .AddFrameOptionsDeny()
        .AddReferrerPolicyNoReferrer()
        .AddCrossOriginOpenerPolicy(policy => policy.SameOrigin())
        .AddCrossOriginResourcePolicy(policy => policy.SameOrigin())
        .RemoveServerHeader()
        .AddContentSecurityPolicy(policy =>
        {
            policy.AddDefaultSrc().None();
            policy.AddScriptSrc().Self();
            policy.AddStyleSrc().Self().WithNonce();
            policy.AddImgSrc().Self().Data().Blob();
            policy.AddFontSrc().Self();
            policy.AddConnectSrc().Self();
            policy.AddBaseUri().None();
            policy.AddFormAction().Self();
            policy.AddFrameAncestors().None();
        });

    /// <summary>Maps every address that is no file and no endpoint to the page, with a new nonce each time.</summary>
    public static void MapPage(this WebApplication app)
    {
        var file = app.Environment.WebRootFileProvider.GetFileInfo("index.html");
        var html = file.Exists ? ReadAll(file) : null;
        app.MapFallback("{*path:nonfile}", (HttpContext context) =>
        {
            context.Response.Headers.CacheControl = "no-store";
            return html is null
                ? Results.Text("The front end is not built: start the program with ./wide-lever.", "text/plain", statusCode: 503)
                : Results.Text(html.Replace(NoncePlace, context.GetNonce(), StringComparison.Ordinal), "text/html");
        }).ExcludeFromDescription();
    }

    private static string ReadAll(Microsoft.Extensions.FileProviders.IFileInfo file)
    {
        using var reader = new StreamReader(file.CreateReadStream());
        return reader.ReadToEnd();
    }
}
