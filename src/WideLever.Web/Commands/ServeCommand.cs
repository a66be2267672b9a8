using System.CommandLine;
using System.Net.Sockets;
using Microsoft.Data.Sqlite;
using WideLever.Interchange;
using WideLever.Storage;
using WideLever.Web.Hosting;
using WideLever.Web.Shelf;

namespace WideLever.Web.Commands;

/// <summary><c>run</c> and <c>demo</c>: the server, over the user's own data folder or over one with the demo data.</summary>
public static class ServeCommand
{
    private const int DefaultPort = 7613;

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
        var data = new Option<string?>("--data") { Description = "Data folder", HelpName = "DIR" };
        var photos = new Option<string?>("--photos") { Description = "Folder that the bench camera writes to; its newest file can be taken in", HelpName = "DIR" };
        var command = new Command(name, description) { port, data, photos };
        command.SetAction((parsed, cancellation) =>
            ServeAsync(parsed.GetValue(port), parsed.GetValue(data) ?? Path.Combine(DataHome(), folderName), demo, parsed.GetValue(photos), cancellation));
        return command;
    }

    /// <summary>Serves until it is stopped.</summary>
    public static async Task<int> ServeAsync(int port, string dataFolder, bool demo, string? photos, CancellationToken cancellation)
    {
        try
        {
            using var folder = DataFolder.Hold(dataFolder);
            await using var app = WebHost.Build(port, folder, photos);
            var store = app.Services.GetRequiredService<Store>();
            var workshop = app.Services.GetRequiredService<Workshop>();
            if (demo)
                LoadDemo(store, workshop);
            app.Services.GetRequiredService<PhotoFiles>().Sweep(store);
            // What is in no cache is scored before the first page asks for it.
            workshop.Shelf(cancellation);
            await app.StartAsync(cancellation);
            Console.WriteLine($"Wide Lever is at {app.Urls.First()}");
            await app.WaitForShutdownAsync(cancellation);
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

    private static void LoadDemo(Store store, Workshop workshop)
    {
        if (store.Shelf().Count > 0)
            return;
        foreach (var file in Directory.EnumerateFiles(Path.Combine(AppContext.BaseDirectory, "demo"), "*.json").Order(StringComparer.Ordinal))
        {
            var check = RecordReader.Read(File.ReadAllBytes(file), workshop.Rubric);
            if (check.Checked is null)
                throw new InvalidOperationException($"the demo record {file} has a fault: {check.Faults[0].At}: {check.Faults[0].Message}");
            ShelfEndpoints.Shelve(store, check, "demo", "brought in a demo record");
        }
        foreach (var file in Directory.EnumerateFiles(Path.Combine(AppContext.BaseDirectory, "demo", "variants"), "*.json").Order(StringComparer.Ordinal))
        {
            // A variant is a unit alone: the teardown is that of the unit whose id is the file's first word.
            var faults = new List<Core.Records.Fault>();
            var unit = RecordReader.ReadUnit(File.ReadAllBytes(file), faults);
            var of = Path.GetFileName(file).Split('.')[0];
            if (unit is null || faults.Count > 0 || store.ScoredTeardown(of) is not { } teardown)
                throw new InvalidOperationException($"the demo variant {file} has a fault: {string.Join("; ", faults.Select(fault => $"{fault.At}: {fault.Message}"))}");
            store.CreateVariant(ShelfEndpoints.Slug(unit.Unit.ModelCode), RecordJson.Canonical(unit), teardown.Id, "demo", "brought in a demo variant");
        }
        LoadSecondTeardowns(store, workshop);
    }

    private static void LoadSecondTeardowns(Store store, Workshop workshop)
    {
        // A further teardown of a unit, by another bench: the unit's id is the file's first word.
        foreach (var file in Directory.EnumerateFiles(Path.Combine(AppContext.BaseDirectory, "demo", "teardowns"), "*.json").Order(StringComparer.Ordinal))
        {
            var faults = new List<Core.Records.Fault>();
            var of = Path.GetFileName(file).Split('.')[0];
            if (RecordReader.ReadTeardown(File.ReadAllBytes(file), faults) is not { } teardown || faults.Count > 0 || workshop.Find(of) is not { } piece)
                throw new InvalidOperationException($"the demo teardown {file} has a fault: {string.Join("; ", faults.Select(fault => $"{fault.At}: {fault.Message}"))}");
            // It must make a record with the unit, as the first one does.
            Core.Records.CheckedRecord.Of(Core.Records.HeadDocuments.Merge(Workshop.UnitDocument(piece.Unit.Document), teardown), workshop.Rubric);
            store.CreateTeardown(of, $"{of}-second", RecordJson.Canonical(teardown), "demo", "brought in a demo teardown");
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
