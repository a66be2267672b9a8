using System.CommandLine;
using System.Globalization;
using WideLever.House;
using WideLever.Storage;

namespace WideLever.Web.Commands;

/// <summary><c>backup</c> and <c>restore</c>: a whole data folder in one file, and back. Exit code 0: done, 2: refused, and nothing was changed.</summary>
public static class BackupCommands
{
    /// <summary><c>backup</c>.</summary>
    public static Command CreateBackup()
    {
        var (file, data) = (FileArgument("The file to make"), ServeCommand.DataOption());
        var command = new Command("backup", "Back a data folder up into one file; a server may use it meanwhile") { file, data };
        command.SetAction((parsed, cancellation) => Task.FromResult(Done(() =>
        {
            var made = Backup.Make(parsed.GetValue(data) ?? ServeCommand.OwnFolder, parsed.GetValue(file)!, DateTimeOffset.UtcNow, null, cancellation);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{made.Units} units and {made.Photos} photos are in {parsed.GetValue(file)}"));
            foreach (var photo in made.Missing)
                Console.WriteLine($"the photo {photo} is not in it: it is not in the data folder, or damaged there");
        })));
        return command;
    }

    /// <summary><c>restore</c>.</summary>
    public static Command CreateRestore()
    {
        var (file, data) = (FileArgument("The backup"), ServeCommand.DataOption());
        var command = new Command("restore", "Put a backup in the place of a data folder; what was there is kept beside it") { file, data };
        command.SetAction((parsed, cancellation) => Task.FromResult(Done(() =>
        {
            var path = parsed.GetValue(data) ?? ServeCommand.OwnFolder;
            var restored = Restore.From(parsed.GetValue(file)!, path, TimeProvider.System, cancellation);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{restored.Manifest.Units} units and {restored.Manifest.Photos} photos of {restored.Manifest.MadeAt} are in {path}"));
            foreach (var damage in restored.Damages)
                Console.WriteLine($"{damage.What}: {damage.Trouble}");
            if (restored.KeptAside is { } aside)
                Console.WriteLine($"What was there before is kept in {aside}");
        })));
        return command;
    }

    private static Argument<string> FileArgument(string what)
    {
        var file = new Argument<string>("FILE") { Description = what };
        file.Validators.Add(result =>
        {
            if (string.IsNullOrWhiteSpace(result.GetValueOrDefault<string?>()))
                result.AddError("FILE names a file.");
        });
        return file;
    }

    private static int Done(Action act)
    {
        try
        {
            act();
            return 0;
        }
        catch (OperationCanceledException)
        {
            return CheckCommand.Refuse("It was stopped before it was done. Nothing was changed.");
        }
        catch (Exception exception) when (CheckCommand.IsRefused(exception))
        {
            return CheckCommand.Refuse(exception.Message);
        }
    }
}
