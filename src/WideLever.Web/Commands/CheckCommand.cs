using System.CommandLine;
using System.Globalization;
using Microsoft.Data.Sqlite;
using WideLever.House;
using WideLever.Storage;

namespace WideLever.Web.Commands;

/// <summary><c>check</c>: reads a data folder and says what in it is damaged. Exit code 0: nothing, 1: something, 2: it cannot be looked at.</summary>
public static class CheckCommand
{
    /// <summary><c>check</c>.</summary>
    public static Command Create()
    {
        var data = ServeCommand.DataOption();
        var command = new Command("check", "Say what in a data folder is damaged; changes nothing in it but what an update would") { data };
        command.SetAction((parsed, cancellation) => Task.FromResult(Check(parsed.GetValue(data) ?? ServeCommand.OwnFolder, cancellation)));
        return command;
    }

    private static int Check(string path, CancellationToken cancellation)
    {
        if (!File.Exists(Path.Combine(path, "wide-lever.db")))
            return Refuse($"There is no data in {path}.");
        try
        {
            using var folder = DataFolder.Hold(path);
            using var store = new Store(folder, TimeProvider.System);
            var (damages, units, photos) = FolderCheck.Of(store, new PhotoFiles(folder, TimeProvider.System), cancellation);
            foreach (var damage in damages)
                Console.WriteLine($"{damage.What}: {damage.Trouble}");
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{units} units, {photos} photos, {damages.Count} damaged"));
            return damages.Count == 0 ? 0 : 1;
        }
        catch (Exception exception) when (exception is DataFolderHeldException or InvalidDataException or IOException or UnauthorizedAccessException or SqliteException)
        {
            return Refuse(exception.Message);
        }
    }

    private static int Refuse(string sentence)
    {
        Console.Error.WriteLine(sentence);
        return 2;
    }
}
