using WideLever.Storage;

namespace WideLever.House;

/// <summary>What a restore did.</summary>
/// <param name="Manifest">What the backup says of itself.</param>
/// <param name="Damages">What in it is damaged as a record, and was so when it was backed up.</param>
/// <param name="KeptAside">Where the data lies that was in the folder before; null: there was none.</param>
public sealed record Restored(BackupManifest Manifest, IReadOnlyList<Damage> Damages, string? KeptAside);

/// <summary>
/// Puts a backup in the place of a data folder. All of it is read, checked and brought forward beside the folder first; then the two change places in one
/// step, so that whoever opens the folder has the old data or the new, whole. <c>docs/backup.md</c>.
/// </summary>
public static class Restore
{
    private const string NothingChanged = "Nothing was changed.";

    /// <summary>Restores a backup.</summary>
    /// <param name="file">The backup.</param>
    /// <param name="dataFolder">The data folder; it need not be there.</param>
    /// <param name="clock">What the time is.</param>
    /// <param name="cancellation">Ends it before anything is touched.</param>
    /// <exception cref="DataFolderHeldException">A server holds the folder.</exception>
    /// <exception cref="InvalidDataException">It is no backup, damaged, or of a newer version: nothing was changed.</exception>
    /// <exception cref="IOException">It cannot be written: nothing was changed.</exception>
    public static Restored From(string file, string dataFolder, TimeProvider clock, CancellationToken cancellation = default)
    {
        var target = Path.TrimEndingDirectorySeparator(Path.GetFullPath(dataFolder));
        var there = Directory.Exists(target);
        // Nobody may write what is put aside in a moment.
        using var hold = there ? DataFolder.Hold(target) : null;
        var staged = DataFolder.Beside(target, $"restored-{clock.GetUtcNow():yyyyMMdd'T'HHmmssfff}");
        var swapped = false;
        try
        {
            var manifest = Backup.Read(file, staged, cancellation);
            IReadOnlyList<Damage> damages;
            using (var folder = DataFolder.Hold(staged, hold?.Token))
            {
                using var store = new Store(folder, clock);
                if (store.Integrity() is [var broken, ..])
                    throw new InvalidDataException($"{file}: the database in it is damaged: {broken}.");
                damages = FolderCheck.Of(store, digest => PhotoFiles.ReadFrom(staged, digest), cancellation).Damages;
            }
            cancellation.ThrowIfCancellationRequested();
            var aside = there ? DataFolder.Swap(staged, target, $"{target}.before-{Path.GetFileName(staged)[(Path.GetFileName(target).Length + 1)..]}") : null;
            swapped = true;
            if (!there)
                DataFolder.MoveInto(staged, target);
            return new(manifest, damages, aside);
        }
        catch (InvalidDataException exception) when (!swapped && !exception.Message.EndsWith(NothingChanged, StringComparison.Ordinal))
        {
            throw new InvalidDataException($"{exception.Message.TrimEnd('.')}. {NothingChanged}", exception);
        }
        finally
        {
            // Of what was not taken nothing stays; after the change of places the old data may lie under this name, and is never touched.
            if (!swapped && Directory.Exists(staged))
                Directory.Delete(staged, recursive: true);
        }
    }
}
