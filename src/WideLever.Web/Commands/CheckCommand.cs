using System.CommandLine;
using System.Globalization;
using Microsoft.Data.Sqlite;
using WideLever.House;
using WideLever.Storage;

namespace WideLever.Web.Commands;

/// <summary><c>check</c>: reads a data folder or a backup whole and says what in it is damaged. Exit code 0: nothing, 1: something, 2: it cannot be looked at.</summary>
public static class CheckCommand
{
    /// <summary><c>check</c>.</summary>
    public static Command Create()
    {
        var data = ServeCommand.DataOption();
        var backup = new Option<string?>("--backup") { Description = "A backup to look through instead", HelpName = "FILE" };
        var command = new Command("check", "Say what in a data folder, or in a backup, is damaged; changes nothing in it") { data, backup };
        command.SetAction((parsed, cancellation) => Task.FromResult(
            parsed.GetValue(backup) is { } file ? Backup(file, cancellation) : Folder(parsed.GetValue(data) ?? ServeCommand.OwnFolder, cancellation)));
        return command;
    }

    private static int Folder(string path, CancellationToken cancellation) => Looked(() => FolderCheck.Of(path, TimeProvider.System, cancellation));

    private static int Backup(string file, CancellationToken cancellation) => Looked(() =>
    {
        var aside = Directory.CreateTempSubdirectory("wide-lever-check-").FullName;
        try
        {
            Storage.Backup.Read(file, aside, cancellation);
            return FolderCheck.Of(aside, TimeProvider.System, cancellation);
        }
        finally
        {
            Directory.Delete(aside, recursive: true);
        }
    });

    private static int Looked(Func<FolderChecked> look)
    {
        try
        {
            var looked = look();
            foreach (var damage in looked.Damages)
                Console.WriteLine($"{damage.What}: {damage.Trouble}");
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{looked.Units} units, {looked.Teardowns} teardowns, {looked.Photos} photos, {looked.Signatures} signed results, {looked.Damages.Count} damaged"));
            return looked.Damages.Count == 0 ? 0 : 1;
        }
        catch (Exception exception) when (IsRefused(exception))
        {
            return Refuse(exception.Message);
        }
    }

    /// <summary>What is wrong with a folder or a file, and no fault of the program.</summary>
    internal static bool IsRefused(Exception exception) => exception is DataFolderHeldException or InvalidDataException or IOException or UnauthorizedAccessException or SqliteException or NotSupportedException;

    internal static int Refuse(string sentence)
    {
        Console.Error.WriteLine(sentence);
        return 2;
    }
}
