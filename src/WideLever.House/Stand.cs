using WideLever.Core.Records;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>A head document as an act finds it.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Revision">Its revision.</param>
/// <param name="Digest">SHA-256 of the document.</param>
/// <param name="Text">The document.</param>
/// <param name="Document">What it says.</param>
/// <typeparam name="T">Unit or teardown.</typeparam>
public sealed record Found<T>(string Id, long Revision, string Digest, string Text, T Document);

/// <summary>What an act finds standing. It remembers what was looked at, so that the desk can tell whether that still stands when it commits.</summary>
public sealed class Stand
{
    private readonly Store store;
    private readonly RubricInUse rubric;
    private readonly Shelf shelf;
    private readonly Dictionary<(DocumentKind Kind, string Id), Head?> heads = [];
    private readonly Dictionary<string, Standing?> standings = new(StringComparer.Ordinal);
    private readonly Dictionary<string, IReadOnlyList<(string UnitId, bool Removed)>> served = new(StringComparer.Ordinal);
    private ShelfSnapshot? snapshot;

    internal Stand(Store store, RubricInUse rubric, Shelf shelf)
    {
        (this.store, this.rubric, this.shelf) = (store, rubric, shelf);
        Rubric = rubric.Sheet;
    }

    /// <summary>The rubric in use.</summary>
    public RubricSheet Rubric { get; }

    /// <summary>The whole shelf; an act that looks at it goes through only while nothing on it changes.</summary>
    public ShelfSnapshot Shelf => snapshot ??= shelf.Now;

    /// <summary>A unit, on the shelf or off it; null: there is none.</summary>
    /// <exception cref="UnreadableException">It cannot be read.</exception>
    public Found<UnitDocument>? Unit(string id) =>
        Head(DocumentKind.Unit, id) is { } head ? new(id, head.Revision, head.Digest, head.Document, StoredDocuments.Unit(id, head.Document, head.Version)) : null;

    /// <summary>A unit on the shelf; null: there is none.</summary>
    /// <exception cref="UnreadableException">It cannot be read.</exception>
    public Found<UnitDocument>? UnitOnShelf(string id) => Standing(id) is { Removed: false } ? Unit(id) : null;

    /// <summary>A teardown; null: there is none.</summary>
    /// <exception cref="UnreadableException">It cannot be read.</exception>
    public Found<TeardownDocument>? Teardown(string id) =>
        Head(DocumentKind.Teardown, id) is { } head ? new(id, head.Revision, head.Digest, head.Document, StoredDocuments.Teardown(id, head.Document, head.Version)) : null;

    /// <summary>Where a unit stands; null: there is no such unit.</summary>
    public Standing? Standing(string unitId)
    {
        if (!standings.TryGetValue(unitId, out var standing))
            standings[unitId] = standing = store.Standings.Of(unitId);
        return standing;
    }

    /// <summary>The units that a teardown serves, on the shelf or off it.</summary>
    public IReadOnlyList<(string UnitId, bool Removed)> UnitsOf(string teardownId)
    {
        if (!served.TryGetValue(teardownId, out var units))
            served[teardownId] = units = store.Standings.UnitsOf(teardownId);
        return units;
    }

    /// <summary>Whether a teardown serves several units, on the shelf or off it, and so may free what one of them lacks.</summary>
    public bool IsShared(string teardownId) => UnitsOf(teardownId).Count > 1;

    /// <summary>The id wanted, with a number behind it where it is taken.</summary>
    public string FreeId(DocumentKind kind, string wanted)
    {
        var id = store.Documents.FreeId(kind, wanted, heads.Where(looked => looked.Key.Kind == kind && looked.Value is null).Select(looked => looked.Key.Id).ToHashSet(StringComparer.Ordinal));
        heads[(kind, id)] = null;
        return id;
    }

    /// <summary>A head as it is stored, whether it can be read or not; null: there is none.</summary>
    internal Head? Head(DocumentKind kind, string id)
    {
        if (!heads.TryGetValue((kind, id), out var head))
            heads[(kind, id)] = head = store.Documents.Head(kind, id);
        return head;
    }

    /// <summary>Whether all that was looked at still stands.</summary>
    internal bool StillStands() =>
        ReferenceEquals(rubric.Sheet, Rubric)
        && (snapshot is null || ReferenceEquals(shelf.Now, snapshot))
        && heads.All(looked => store.Documents.Revision(looked.Key.Kind, looked.Key.Id) == (looked.Value?.Revision ?? 0))
        && standings.All(looked => Same(looked.Value, store.Standings.Of(looked.Key)))
        && served.All(looked => looked.Value.SequenceEqual(store.Standings.UnitsOf(looked.Key)));

    private static bool Same(Standing? one, Standing? other) => one is null || other is null
        ? one is null && other is null
        : (one.Scored, one.Removed) == (other.Scored, other.Removed) && one.Teardowns.SequenceEqual(other.Teardowns);
}
