using System.Text;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>Something in a data folder that is damaged.</summary>
/// <param name="What">What it is.</param>
/// <param name="Trouble">What is wrong with it.</param>
public sealed record Damage(string What, string Trouble);

/// <summary>What a look through a data folder found, and how much was looked at.</summary>
/// <param name="Damages">Everything that is damaged.</param>
/// <param name="Units">Units, on the shelf and off it.</param>
/// <param name="Teardowns">Teardowns, those that nothing is scored by among them.</param>
/// <param name="Photos">Photos that a record names or ever named.</param>
/// <param name="Signatures">Signed results.</param>
public sealed record FolderChecked(IReadOnlyList<Damage> Damages, int Units, int Teardowns, int Photos, int Signatures);

/// <summary>Reads a whole data folder and says what in it is damaged: every document, its history, what is off the shelf, what was signed, every photo.</summary>
public static class FolderCheck
{
    /// <summary>Looks through a data folder as it stands, while others may use it; it is read from a copy of its database, so that nothing in it changes, not even its version.</summary>
    /// <exception cref="InvalidDataException">There is no data in it, or it is of a newer version of the program.</exception>
    public static FolderChecked Of(string dataFolder, TimeProvider clock, CancellationToken cancellation = default)
    {
        var aside = Directory.CreateTempSubdirectory("wide-lever-check-").FullName;
        try
        {
            Backup.CopyDatabase(dataFolder, aside);
            using var folder = DataFolder.Hold(aside);
            using var store = new Store(folder, clock);
            return Of(store, digest => PhotoFiles.ReadFrom(dataFolder, digest), cancellation);
        }
        finally
        {
            Directory.Delete(aside, recursive: true);
        }
    }

    /// <summary>Looks through a store.</summary>
    /// <param name="store">The store.</param>
    /// <param name="photo">The bytes of a photo by its digest; null: it is not there.</param>
    /// <param name="cancellation">Ends it early.</param>
    public static FolderChecked Of(Store store, Func<string, byte[]?> photo, CancellationToken cancellation)
    {
        var found = new List<Damage>();
        found.AddRange(store.Integrity().Select(trouble => new Damage("the database", trouble)));
        var rubric = new RubricInUse(store);
        if (rubric.Unreadable is { } unreadable)
            found.Add(new($"the rubric in use, \"{unreadable.Name}\", revision {unreadable.Revision}", Told(unreadable.Faults)));
        var stand = new Stand(store, rubric, new Shelf(store, rubric));
        var (units, teardowns) = (store.Documents.Ids(DocumentKind.Unit), store.Documents.Ids(DocumentKind.Teardown));
        foreach (var (kind, id) in units.Select(id => (DocumentKind.Unit, id)).Concat(teardowns.Select(id => (DocumentKind.Teardown, id))))
        {
            cancellation.ThrowIfCancellationRequested();
            Document(store, stand, kind, id, found);
        }
        foreach (var (name, document) in store.Settings.All())
            Json($"the setting \"{name}\"", document, found);
        foreach (var teardownId in teardowns)
        {
            foreach (var entry in store.BenchLog.Of(teardownId))
                Json($"the bench log of \"{teardownId}\"", entry.Entry, found);
        }
        var signatures = 0;
        foreach (var signature in store.Signatures.All())
        {
            cancellation.ThrowIfCancellationRequested();
            signatures++;
            if (Documents.DigestOf(Encoding.UTF8.GetBytes(signature.Record)) != signature.RecordSha256 || Documents.DigestOf(Encoding.UTF8.GetBytes(signature.Rubric)) != signature.RubricSha256
                || Documents.DigestOf(Encoding.UTF8.GetBytes(signature.Result)) != signature.ResultSha256)
                found.Add(new($"what was signed of \"{signature.UnitId}\" on {signature.SignedOn}", "has other bytes than it was signed with"));
        }
        var named = store.Photos.EverNamed();
        foreach (var digest in named)
        {
            cancellation.ThrowIfCancellationRequested();
            if (photo(digest) is not { } bytes)
                found.Add(new($"the photo {digest}", "is not there, though a record names it or once did"));
            else if (Documents.DigestOf(bytes) != digest)
                found.Add(new($"the photo {digest}", "has other bytes than it was kept with"));
        }
        return new(found, units.Count, teardowns.Count, named.Count, signatures);
    }

    private static string Told(IReadOnlyList<Fault> faults) => $"{faults[0].At} {faults[0].Message}".Trim();

    /// <summary>A document: its bytes, whether it can be read, whether it makes a record with what it stands with, and the way back through its history.</summary>
    private static void Document(Store store, Stand stand, DocumentKind kind, string id, List<Damage> found)
    {
        var what = kind == DocumentKind.Unit ? $"the unit \"{id}\"" : $"the teardown \"{id}\"";
        var head = stand.Head(kind, id)!;
        var before = found.Count;
        try
        {
            if (kind == DocumentKind.Teardown)
                _ = stand.Teardown(id);
            else if (stand.Unit(id) is { } unit && stand.Standing(id) is { } standing && Checks.Merged(stand, unit.Document, stand.Teardown(standing.Scored)!.Document, stand.IsShared(standing.Scored)) is { Checked: null, Faults: var faults })
                found.Add(new(what, Told(faults)));
        }
        catch (UnreadableException exception) when (exception.What.Contains(kind == DocumentKind.Unit ? "unit" : "teardown", StringComparison.Ordinal))
        {
            found.Add(new(what, Told(exception.Faults)));
        }
        catch (UnreadableException)
        {
            // Its teardown is damaged, and told of by itself.
        }
        if (found.Count == before && Documents.DigestOf(Encoding.UTF8.GetBytes(head.Document)) != head.Digest)
            found.Add(new(what, "has other bytes than were written"));
        try
        {
            if (store.Changes.DocumentsAt(kind, id, 1)[0] == "null")
                found.Add(new($"the history of \"{id}\"", "does not lead back to its making"));
        }
        catch (Exception exception) when (exception is InvalidOperationException or System.Text.Json.JsonException)
        {
            found.Add(new($"the history of \"{id}\"", exception.Message));
        }
    }

    private static void Json(string what, string text, List<Damage> found)
    {
        try
        {
            using var _ = System.Text.Json.JsonDocument.Parse(text);
        }
        catch (System.Text.Json.JsonException exception)
        {
            found.Add(new(what, exception.Message));
        }
    }
}
