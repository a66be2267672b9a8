using System.CommandLine;
using System.Net;
using System.Text.Json.Nodes;

namespace WideLever.Web.Commands;

/// <summary>How the stand-in catalogue behaves.</summary>
public enum CatalogueMode
{
    /// <summary>It answers.</summary>
    Ok,

    /// <summary>It takes longer than anyone waits.</summary>
    Slow,

    /// <summary>It lists nothing.</summary>
    Empty,

    /// <summary>Its answers make no sense.</summary>
    Wrong,

    /// <summary>It answers with an error.</summary>
    Down,
}

/// <summary><c>catalogue</c>: a stand-in for a spare-part catalogue, with made-up numbers and prices, as its own process on loopback.</summary>
public static class CatalogueCommand
{
    /// <summary>Where it listens unless told otherwise, and where a catalogue is asked unless the house says otherwise.</summary>
    public const int DefaultPort = 7614;

    private static readonly TimeSpan Slowness = TimeSpan.FromSeconds(20);

    /// <summary>The command.</summary>
    public static Command Create()
    {
        var port = new Option<int>("--port") { Description = "Port on 127.0.0.1; 0 takes a free one", DefaultValueFactory = _ => DefaultPort };
        var mode = new Option<CatalogueMode>("--mode") { Description = "How it behaves: ok, slow, empty, wrong or down; it can be switched later by POST /mode/WORD" };
        var command = new Command("catalogue", "A stand-in for a spare-part catalogue, with made-up numbers and prices") { port, mode };
        command.SetAction((parsed, cancellation) => ServeAsync(parsed.GetValue(port), parsed.GetValue(mode), cancellation));
        return command;
    }

    private static async Task<int> ServeAsync(int port, CatalogueMode mode, CancellationToken cancellation)
    {
        await using var app = await StartAsync(port, mode, cancellation);
        Console.WriteLine($"The catalogue is at {app.Urls.First()}");
        await app.WaitForShutdownAsync(cancellation);
        return 0;
    }

    /// <summary>A stand-in that listens.</summary>
    /// <exception cref="IOException">Something listens there already.</exception>
    public static async Task<WebApplication> StartAsync(int port, CatalogueMode mode, CancellationToken cancellation)
    {
        var folder = Path.Combine(AppContext.BaseDirectory, "demo", "catalogue");
        var spares = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(folder, "spares.json"), cancellation))!.AsArray();
        var modules = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(folder, "modules.json"), cancellation))!.AsArray();
        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.ConfigureKestrel(kestrel => kestrel.Listen(IPAddress.Loopback, port));
        builder.Services.AddHostFiltering(options => options.AllowedHosts = ["127.0.0.1", "localhost"]);
        var app = builder.Build();
        app.UseHostFiltering();
        app.MapGet("/", () => new { Mode = mode, Spares = spares.Count, Modules = modules.Count });
        app.MapPost("/mode/{word}", (CatalogueMode word) =>
        {
            mode = word;
            return new { Mode = mode };
        });
        app.MapGet("/spares/{number}", (string number, CancellationToken asked) => AnswerAsync(
            spares.FirstOrDefault(spare => (string?)spare!["number"] == number)?.DeepClone(), asked));
        app.MapGet("/modules", (string kind, CancellationToken asked) => AnswerAsync(
            new JsonObject { ["modules"] = new JsonArray([.. modules.Where(module => (string?)module!["kind"] == kind).Select(module => module!.DeepClone())]) }, asked));
        try
        {
            await app.StartAsync(cancellation);
        }
        catch
        {
            await app.DisposeAsync();
            throw;
        }
        return app;

        async Task<IResult> AnswerAsync(JsonNode? listed, CancellationToken asked)
        {
            switch (mode)
            {
                case CatalogueMode.Slow:
                    await Task.Delay(Slowness, asked);
                    break;
                case CatalogueMode.Down:
                    return Results.StatusCode(503);
                case CatalogueMode.Wrong:
                    return Results.Json(new { Number = "another", Price = new { Amount = -1, Currency = "shells" } });
                case CatalogueMode.Empty:
                    listed = listed?["modules"] is null ? null : new JsonObject { ["modules"] = new JsonArray() };
                    break;
            }
            return listed is null ? Results.NotFound() : Results.Json(listed);
        }
    }
}
