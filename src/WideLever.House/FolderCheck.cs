using WideLever.Storage;

namespace WideLever.House;

/// <summary>Something in a data folder that is damaged.</summary>
/// <param name="What">What it is.</param>
/// <param name="Trouble">What is wrong with it.</param>
public sealed record Damage(string What, string Trouble);

/// <summary>Reads a whole data folder and says what in it is damaged; changes nothing.</summary>
public static class FolderCheck
{
    /// <summary>Everything that is damaged, and how much was looked at.</summary>
    /// <param name="store">The store of the folder.</param>
    /// <param name="files">Its photos.</param>
    /// <param name="cancellation">Ends it early.</param>
    public static (IReadOnlyList<Damage> Damages, int Units, int Photos) Of(Store store, PhotoFiles files, CancellationToken cancellation)
    {
        var found = new List<Damage>();
        found.AddRange(store.Integrity().Select(trouble => new Damage("the database", trouble)));
        var rubric = new RubricInUse(store);
        if (rubric.Unreadable is { } unreadable)
            found.Add(new($"the rubric in use, \"{unreadable.Name}\", revision {unreadable.Revision}", $"{unreadable.Faults[0].At} {unreadable.Faults[0].Message}".Trim()));
        var shelf = new Shelf(store, rubric).WithRecords(cancellation);
        found.AddRange(shelf.Unreadable.Select(unit => new Damage($"the unit \"{unit.Id}\"", $"{unit.Faults[0].At} {unit.Faults[0].Message}".Trim())));
        foreach (var unit in shelf.All)
        {
            cancellation.ThrowIfCancellationRequested();
            foreach (var (kind, id) in new[] { (DocumentKind.Unit, unit.Id), (DocumentKind.Teardown, unit.Row.TeardownId) })
                Walk(store, kind, id, found);
        }
        var named = store.Photos.EverNamed();
        foreach (var digest in named)
        {
            cancellation.ThrowIfCancellationRequested();
            if (files.Read(digest) is not { } bytes)
                found.Add(new($"the photo {digest}", "is not there, though a record names it or once did"));
            else if (Documents.DigestOf(bytes) != digest)
                found.Add(new($"the photo {digest}", "has other bytes than it was kept with"));
        }
        return (found, shelf.All.Count, named.Count);
    }

    /// <summary>The way back through a document's history, which must lead to its making.</summary>
    private static void Walk(Store store, DocumentKind kind, string id, List<Damage> found)
    {
        try
        {
            if (store.Documents.Revision(kind, id) > 0 && store.Changes.DocumentsAt(kind, id, 1)[0] == "null")
                found.Add(new($"the history of \"{id}\"", "does not lead back to its making"));
        }
        catch (Exception exception) when (exception is InvalidOperationException or System.Text.Json.JsonException)
        {
            found.Add(new($"the history of \"{id}\"", exception.Message));
        }
    }
}
