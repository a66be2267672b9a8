using System.Globalization;
using System.Text.RegularExpressions;
using WideLever.House;
using WideLever.Storage;

namespace WideLever.Web.Backups;

/// <summary>When backups are made by themselves.</summary>
/// <param name="EveryHours">Hours from one to the next; 0: none is made by itself.</param>
/// <param name="Keep">How many of them are kept.</param>
public sealed record BackupSetting(int EveryHours, int Keep);

/// <summary>A backup that lies in the data folder.</summary>
/// <param name="Name">Its name there.</param>
/// <param name="MadeAt">When it was made, UTC.</param>
/// <param name="Bytes">How large it is.</param>
/// <param name="BySchedule">Whether it was made by itself; of those only so many are kept.</param>
public sealed record KeptBackup(string Name, DateTimeOffset MadeAt, long Bytes, bool BySchedule);

/// <summary>The backups in the folder of a data folder. Those that a person made stay until a person takes them away.</summary>
public sealed partial class BackupShelf(DataFolder folder, Store store, TimeProvider clock)
{
    /// <summary>Name of the setting.</summary>
    public const string Setting = "backups";

    /// <summary>Most hours between two, and most that are kept.</summary>
    public const int MostHours = 24 * 31, MostKept = 100;

    private readonly Lock making = new();

    /// <summary>When they are made by themselves.</summary>
    public BackupSetting When => HouseSetting.Of<BackupSetting>(store, Setting) is { EveryHours: >= 0 and <= MostHours, Keep: >= 1 and <= MostKept } set ? set : new(0, 7);

    /// <summary>Where they lie.</summary>
    public string Folder => folder.Backups;

    /// <summary>Those that are there, the latest first.</summary>
    public IReadOnlyList<KeptBackup> Kept()
    {
        var root = new DirectoryInfo(folder.Backups);
        if (root is not { Exists: true, LinkTarget: null })
            return [];
        return
        [
            .. root.EnumerateFiles().Where(file => file.LinkTarget is null).Select(file => (File: file, Named: Named().Match(file.Name))).Where(one => one.Named.Success)
                .Select(one => new KeptBackup(one.File.Name, DateTimeOffset.ParseExact(one.Named.Groups["at"].ValueSpan, "yyyyMMdd'T'HHmmss", CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal), one.File.Length, one.Named.Groups["by"].Length > 0))
                .OrderByDescending(kept => kept.MadeAt).ThenBy(kept => kept.Name, StringComparer.Ordinal),
        ];
    }

    /// <summary>The file of one; null: there is none of that name.</summary>
    public string? FileOf(string name) => Kept().Any(kept => kept.Name == name) ? Path.Combine(folder.Backups, name) : null;

    /// <summary>Makes one, beside whatever goes on.</summary>
    /// <exception cref="IOException">It cannot be written.</exception>
    public (KeptBackup Kept, BackupManifest Manifest) Make(bool bySchedule, Action<int, int>? progress, CancellationToken cancellation)
    {
        lock (making)
        {
            var now = clock.GetUtcNow();
            folder.CreateBackups();
            var name = $"wide-lever-{now.UtcDateTime.ToString("yyyyMMdd'T'HHmmss", CultureInfo.InvariantCulture)}{(bySchedule ? "-by-itself" : "")}.zip";
            var file = Path.Combine(folder.Backups, name);
            var manifest = Backup.Make(folder.Path, file, now, progress, cancellation);
            return (new(name, now, new FileInfo(file).Length, bySchedule), manifest);
        }
    }

    /// <summary>Makes one where the last is old enough, and takes away those that are more than are kept. False: it is not time yet.</summary>
    public bool MakeWhereDue(CancellationToken cancellation)
    {
        var when = When;
        if (when.EveryHours == 0 || Kept() is [var last, ..] && clock.GetUtcNow() - last.MadeAt < TimeSpan.FromHours(when.EveryHours))
            return false;
        Make(bySchedule: true, null, cancellation);
        foreach (var old in Kept().Where(kept => kept.BySchedule).Skip(when.Keep))
            File.Delete(Path.Combine(folder.Backups, old.Name));
        return true;
    }

    [GeneratedRegex(@"^wide-lever-(?<at>\d{8}T\d{6})(?<by>-by-itself)?\.zip$", RegexOptions.ExplicitCapture)]
    private static partial Regex Named();
}
