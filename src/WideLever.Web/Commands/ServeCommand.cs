using System.CommandLine;
using System.Net.Sockets;
using Microsoft.Data.Sqlite;
using WideLever.House;
using WideLever.Storage;
using WideLever.Web.Hosting;

namespace WideLever.Web.Commands;

/// <summary><c>run</c> and <c>demo</c>: the server, over the user's own data folder or over one with the demo data.</summary>
public static class ServeCommand
{
    private const int DefaultPort = 7613;

    /// <summary>The user's own data folder.</summary>
    public static string OwnFolder => Path.Combine(DataHome(), "wide-lever");

    /// <summary><c>run</c>.</summary>
    public static Command CreateRun() => Create("run", "Start with your own data", "wide-lever", demo: false);

    /// <summary><c>demo</c>.</summary>
    public static Command CreateDemo() => Create("demo", "Start with the demo data", "wide-lever-demo", demo: true);

    private static Command Create(string name, string description, string folderName, bool demo)
    {
        var port = new Option<int>("--port") { Description = "Port on 127.0.0.1; 0 takes a free one", DefaultValueFactory = _ => DefaultPort };
        port.Validators.Add(result =>
        {
            if (result.GetValueOrDefault<int>() is < 0 or > 65_535)
                result.AddError("A port is a number from 0 to 65535.");
        });
        var data = DataOption();
        var photos = new Option<string?>("--photos") { Description = "Folder that the bench camera writes to; its newest file can be taken in", HelpName = "DIR" };
        var anyone = new Option<bool>("--anyone") { Description = "Let other users of this machine in" };
        var command = new Command(name, description) { port, data, photos, anyone };
        command.SetAction((parsed, cancellation) =>
            ServeAsync(parsed.GetValue(port), parsed.GetValue(data) ?? Path.Combine(DataHome(), folderName), demo, parsed.GetValue(photos), parsed.GetValue(anyone), cancellation));
        return command;
    }

    /// <summary>The option that names a data folder.</summary>
    internal static Option<string?> DataOption()
    {
        var data = new Option<string?>("--data") { Description = "Data folder", HelpName = "DIR" };
        data.Validators.Add(result =>
        {
            if (result.GetValueOrDefault<string?>() is { } folder && string.IsNullOrWhiteSpace(folder))
                result.AddError("--data names a folder.");
        });
        return data;
    }

    /// <summary>Serves until it is stopped.</summary>
    public static async Task<int> ServeAsync(int port, string dataFolder, bool demo, string? photos, bool anyone, CancellationToken cancellation)
    {
        try
        {
            using var folder = DataFolder.Hold(dataFolder);
            await using var app = WebHost.Build(port, folder, photos, anyone);
            await StartAsync(app, demo, cancellation);
            if (!anyone && !Peers.AreKnown)
                Console.Error.WriteLine("This system does not say which user a connection belongs to: any user of this machine can open Wide Lever.");
            Console.WriteLine($"Wide Lever is at {app.Urls.First()}");
            await using var catalogue = demo ? await CatalogueAsync(cancellation) : null;
            await app.WaitForShutdownAsync(cancellation);
            return 0;
        }
        catch (OperationCanceledException) when (cancellation.IsCancellationRequested)
        {
            // It was asked to stop while it started.
            return 0;
        }
        catch (DataFolderHeldException exception)
        {
            return Refuse(exception.Message);
        }
        catch (IOException exception) when (exception.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException)
        {
            return Refuse($"Port {port} is in use; name another with --port.");
        }
        catch (SocketException exception)
        {
            return Refuse($"Port {port} cannot be listened on: {exception.Message}.");
        }
        catch (Exception exception) when (exception is UnauthorizedAccessException or IOException or InvalidDataException or SqliteException)
        {
            return Refuse($"The data folder {dataFolder} cannot be used: {exception.Message}");
        }
    }

    /// <summary>Starts the server, with the demo data if so asked.</summary>
    internal static async Task StartAsync(WebApplication app, bool demo, CancellationToken cancellation)
    {
        // Opened before anything listens: a folder that cannot be used is refused in a sentence.
        _ = app.Services.GetRequiredService<PhotoFiles>();
        if (demo)
            DemoData.Load(
                app.Services.GetRequiredService<Desk>(), app.Services.GetRequiredService<Shelving>(), app.Services.GetRequiredService<Store>(), Path.Combine(AppContext.BaseDirectory, "demo"));
        await app.StartAsync(cancellation);
    }

    /// <summary>The stand-in catalogue of the demo; null: something listens in its place already, such as that of another demo.</summary>
    internal static async Task<WebApplication?> CatalogueAsync(CancellationToken cancellation)
    {
        try
        {
            return await CatalogueCommand.StartAsync(CatalogueCommand.DefaultPort, CatalogueMode.Ok, cancellation);
        }
        catch (IOException exception) when (exception.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException)
        {
            return null;
        }
    }

    private static int Refuse(string sentence)
    {
        Console.Error.WriteLine(sentence);
        return 1;
    }

    /// <summary>Where a user's data lives, by the XDG base directories.</summary>
    private static string DataHome() =>
        Environment.GetEnvironmentVariable("XDG_DATA_HOME") is { Length: > 0 } home && Path.IsPathRooted(home)
            ? home
            : Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.UserProfile), ".local", "share");
}
