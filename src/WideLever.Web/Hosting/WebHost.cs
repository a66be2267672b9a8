using System.IO.Compression;
using System.Net;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.Net.Http.Headers;
using Serilog;
using Serilog.Events;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;
using WideLever.Web.Backups;
using WideLever.Web.Bench;
using WideLever.Web.Catalogue;
using WideLever.Web.Claims;
using WideLever.Web.Compare;
using WideLever.Web.Devices;
using WideLever.Web.Parts;
using WideLever.Web.Photos;
using WideLever.Web.Plans;
using WideLever.Web.Rubrics;
using WideLever.Web.Shelf;
using WideLever.Web.Units;
using WideLever.Web.Verdict;

namespace WideLever.Web.Hosting;

/// <summary>Whether the server and its store answer.</summary>
/// <param name="Status">Always <c>ok</c>: else there is no answer.</param>
public sealed record Health(string Status);

/// <summary>The web application.</summary>
public static partial class WebHost
{
    /// <summary>Builds the application over a data folder that is held; without one only its description can be read.</summary>
    /// <param name="port">The port; 0: a free one.</param>
    /// <param name="folder">The data folder.</param>
    /// <param name="watchedFolder">The folder that the bench camera writes to; null: none.</param>
    /// <param name="anyone">Whether other users of this machine may come in.</param>
    public static WebApplication Build(int port, DataFolder? folder, string? watchedFolder = null, bool anyone = false)
    {
        var builder = WebApplication.CreateSlimBuilder(new WebApplicationOptions
        {
            ContentRootPath = AppContext.BaseDirectory,
            WebRootPath = Path.Combine(AppContext.BaseDirectory, "wwwroot"),
        });
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.Listen(IPAddress.Loopback, port, listen =>
            {
                if (!anyone)
                    listen.UsePeers();
            });
            kestrel.AddServerHeader = false;
            // Each takes a descriptor: what is too much is turned away before the program lacks them for its data.
            kestrel.Limits.MaxConcurrentConnections = 1_000;
            // A little above the largest record, so that the endpoint itself can say what is too large.
            kestrel.Limits.MaxRequestBodySize = RecordReader.MaxBytes + 4096;
        });
        builder.Services.AddSerilog(new LoggerConfiguration().MinimumLevel.Is(LogEventLevel.Warning)
            // A port in use is refused in one sentence of our own.
            .MinimumLevel.Override("Microsoft.Extensions.Hosting.Internal.Host", LogEventLevel.Fatal)
            // What goes wrong with the catalogue is told to who asked.
            .MinimumLevel.Override("Polly", LogEventLevel.Fatal)
            .WriteTo.Console(standardErrorFromLevel: LogEventLevel.Verbose, formatProvider: System.Globalization.CultureInfo.InvariantCulture).CreateLogger());
        builder.Services.ConfigureHttpJsonOptions(options => RecordJson.Configure(options.SerializerOptions));
        builder.Services.AddOpenApi("wide-lever", options => options.AddSchemaTransformer<WordSchemas>().AddDocumentTransformer<ActionRows>());
        builder.Services.AddProblemDetails();
        builder.Services.AddHostFiltering(options => options.AllowedHosts = ["127.0.0.1", "localhost"]);
        builder.Services.AddResponseCompression();
        builder.Services.AddTurns();
        builder.Services.Configure<BrotliCompressionProviderOptions>(options => options.Level = CompressionLevel.Optimal);
        builder.Services.Configure<GzipCompressionProviderOptions>(options => options.Level = CompressionLevel.Optimal);
        builder.Services.AddSingleton(TimeProvider.System);
        if (folder is not null)
        {
            builder.Services.AddSingleton(folder);
            builder.Services.AddHostedService<ShelfReading>();
            builder.Services.AddHostedService<BackupRounds>();
            // What goes wrong in work behind the server is logged; it takes nobody's server away.
            builder.Services.Configure<HostOptions>(options => options.BackgroundServiceExceptionBehavior = BackgroundServiceExceptionBehavior.Ignore);
        }
        builder.Services.AddSingleton<Store>();
        builder.Services.AddSingleton<RubricInUse>();
        builder.Services.AddSingleton<House.Shelf>();
        builder.Services.AddSingleton<Desk>();
        builder.Services.AddSingleton<Edits>();
        builder.Services.AddSingleton<Undo>();
        builder.Services.AddSingleton<Shelving>();
        builder.Services.AddSingleton<Signing>();
        builder.Services.AddSingleton<RubricActs>();
        builder.Services.AddSingleton<Samples>();
        builder.Services.AddSingleton<Workpieces>();
        builder.Services.AddSingleton<Odds>();
        builder.Services.AddSingleton<News>();
        builder.Services.AddSingleton<LongWork>();
        builder.Services.AddSingleton<BenchDesk>();
        builder.Services.AddSingleton<ChangesFile>();
        builder.Services.AddSingleton<PhotoFiles>();
        builder.Services.AddSingleton<PhotoIntake>();
        builder.Services.AddSingleton<BackupShelf>();
        CatalogueClient.Register(builder.Services);
        builder.Services.AddTransient<CatalogueQuestions>();
        // What cannot be read in an address is told like what cannot be read in a body.
        builder.Services.Configure<RouteHandlerOptions>(options => options.ThrowOnBadRequest = true);
        builder.Services.AddSingleton(new WatchedFolder(watchedFolder));

        var app = builder.Build();
        app.UseExceptionHandler(new ExceptionHandlerOptions
        {
            ExceptionHandler = AnswerErrorAsync,
            // A body that is too long or ends early is the caller's doing, told in the answer.
            SuppressDiagnosticsCallback = context => context.Exception is BadHttpRequestException or UnreadableException,
        });
        app.UseHostFiltering();
        app.UseSecurityHeaders(Page.Headers());
        if (folder is not null)
            app.UseGuard(folder);
        app.UseResponseCompression();
        app.UseRateLimiter();
        app.UseStaticFiles(new StaticFileOptions
        {
            OnPrepareResponse = file =>
            {
                // What the front end's build names by its contents never changes.
                if (file.Context.Request.Path.StartsWithSegments("/assets"))
                    file.Context.Response.Headers[HeaderNames.CacheControl] = "public, max-age=31536000, immutable";
            },
        });
        app.MapOpenApi("/openapi/{documentName}.json");
        app.MapGet("/health", (Store store) => store.Answers() ? TypedResults.Ok(new Health("ok")) : Results.StatusCode(503)).WithName("getHealth").Produces<Health>();
        var api = app.MapGroup("/api");
        api.MapShelf();
        api.MapUnits();
        api.MapBench();
        api.MapParts();
        api.MapClaims();
        api.MapCatalogue();
        api.MapVerdict();
        api.MapPlans();
        api.MapSheets();
        api.MapSigning();
        api.MapCompare();
        api.MapRubrics();
        api.MapPhotos();
        api.MapDevices();
        api.MapBackups();
        api.MapFallback("{*path}", (HttpContext context) => Problems.NotFound(
            $"endpoint {context.Request.Method} {context.Request.Path} for this type of content; records and their parts travel as application/json")).ExcludeFromDescription();
        app.MapPage();
        return app;
    }

    /// <summary>What the framework says of a word in an address, in words for people.</summary>
    private static string Plain(string message) => Unread().Match(message) is { Success: true } unread
        ? $"{unread.Groups["name"].Value}: \"{unread.Groups["text"].Value}\" is not what belongs there."
        : Missing().Match(message) is { Success: true } missing ? $"{missing.Groups["name"].Value} is missing." : message;

    [GeneratedRegex("^Failed to bind parameter \"\\S+ (?<name>\\w+)\" from \"(?<text>.*)\"\\.$", RegexOptions.Singleline)]
    private static partial Regex Unread();

    [GeneratedRegex("^Required parameter \"\\S+ (?<name>\\w+)\" was not provided")]
    private static partial Regex Missing();

    private static Task AnswerErrorAsync(HttpContext context) =>
        // A body over the server's own limit is the caller's doing; anything else is ours, and its trace stays in the log.
        (context.Features.Get<IExceptionHandlerFeature>()?.Error switch
        {
            BadHttpRequestException { StatusCode: 413 } => Problems.TooLarge(),
            BadHttpRequestException bad => Problems.Broken(bad.StatusCode, Plain(bad.Message)),
            UnreadableException unreadable => Problems.Of(Refusal.Unreadable(unreadable.What, unreadable.Faults)),
            { } error when DataFolder.IsNoRoom(error) => Problems.NoRoom(),
            _ => Problems.Error(),
        }).ExecuteAsync(context);
}
