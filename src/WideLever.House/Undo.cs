using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using WideLever.Core.Records;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>Takes a window's own changes back, one after the other; what other windows changed since stays.</summary>
public sealed class Undo(Desk desk, Store store)
{
    /// <summary>What a window's undo would take back of a document and of those that stand with it, for people; null: nothing.</summary>
    public string? ToUndo(DocumentKind kind, string id, string windowId) => store.Changes.ToUndo(Together(kind, id, store.Standings.Of, store.Standings.UnitsOf), windowId)?.What;

    /// <summary>What a window's redo would do again; null: nothing.</summary>
    public string? ToRedo(DocumentKind kind, string id, string windowId) => store.Changes.ToRedo(Together(kind, id, store.Standings.Of, store.Standings.UnitsOf), windowId)?.What;

    /// <summary>Takes back this window's last act on a document, or on one that stands with it, that is not taken back yet.</summary>
    public Outcome<Committed> Back(string windowId, DocumentKind kind, string id) =>
        Reverse(windowId, kind, id, store.Changes.ToUndo, "This window has nothing to undo here.", "undid");

    /// <summary>Does again what this window undid last.</summary>
    public Outcome<Committed> Again(string windowId, DocumentKind kind, string id) =>
        Reverse(windowId, kind, id, store.Changes.ToRedo, "This window has nothing to do again here.", "did again");

    /// <summary>A unit stands with its teardowns, and a teardown with the units that it serves: what was done last is done in one of them.</summary>
    private static List<(DocumentKind Kind, string Id)> Together(
        DocumentKind kind, string id, Func<string, Standing?> standing, Func<string, IReadOnlyList<(string UnitId, bool Removed)>> unitsOf) => kind == DocumentKind.Unit
        ? [(kind, id), .. (standing(id)?.Teardowns ?? []).Select(teardown => (DocumentKind.Teardown, teardown))]
        : [(kind, id), .. unitsOf(id).Select(unit => (DocumentKind.Unit, unit.UnitId))];

    /// <summary>An act is reversed whole, over every document that it changed, or refused with what stands in its way.</summary>
    private Outcome<Committed> Reverse(
        string windowId, DocumentKind kind, string id, Func<IReadOnlyCollection<(DocumentKind, string)>, string, Change?> choose, string nothing, string verb) => desk.Do<Committed>(windowId, stand =>
    {
        if (stand.Head(kind, id) is not { } asked)
            return kind == DocumentKind.Unit ? Refusal.NoUnit(id) : Refusal.NoTeardown(id);
        if (choose(Together(kind, id, stand.Standing, stand.UnitsOf), windowId) is not { } target)
            return Refusal.Conflict(nothing);
        var writings = new List<PutDocument>();
        foreach (var change in store.Changes.OfAct(target.Sequence))
        {
            // What is off the shelf stays where it cannot be read, and is checked when it comes back.
            if (IsAway(stand, change) || stand.Head(change.Kind, change.Id) is not { } head)
                continue;
            if (Without(change.Kind, head, change.Revision, change.Sequence) is not { } reversed)
                return Refusal.Conflict($"Another change has touched the same since: {InTheWay(change.Kind, head, change.Revision, windowId)}. Undo that first.");
            writings.Add(reversed);
        }
        if (Stranded(stand, writings) is { } way)
            return Refusal.Conflict(way);
        // What was taken back may be needed meanwhile by the other half of the record, such as a part that a step frees.
        var (faults, hints) = Check(stand, writings);
        return faults.Count > 0
            ? Refusal.Faulty(faults)
            : new Proposal<Committed>($"{verb}: {Plain(target.What)}", writings, id, new(asked.Revision + (writings.Exists(one => one.Kind == kind && one.Id == id) ? 1 : 0), hints));
    });

    /// <summary>What stands in the way of a teardown that goes back: a part that was seen since in a layer that would go or be named back; null: nothing.</summary>
    private static string? Stranded(Stand stand, List<PutDocument> writings)
    {
        foreach (var put in writings.Where(one => one.Kind == DocumentKind.Teardown))
        {
            var (now, then) = (stand.Teardown(put.Id)!.Document.Layers, StoredDocuments.Teardown(put.Id, Encoding.UTF8.GetString(put.Document.Span)).Layers);
            foreach (var (unitId, _) in stand.UnitsOf(put.Id).Where(unit => !IsAway(stand, new(DocumentKind.Unit, unit.UnitId, 0, 0))))
            {
                var unit = writings.Find(one => one.Kind == DocumentKind.Unit && one.Id == unitId) is { } reversed ? StoredDocuments.Unit(unitId, Encoding.UTF8.GetString(reversed.Document.Span)) : stand.Unit(unitId)!.Document;
                if (unit.Parts.FirstOrDefault(part => part.Layer is { } layer && now.Contains(layer) && !then.Contains(layer)) is { } part)
                    return $"The part \"{part.Id}\" was seen since in the layer \"{part.Layer}\". Undo that first.";
            }
        }
        return null;
    }

    /// <summary>Whether a document is of a unit off the shelf that cannot be read.</summary>
    private static bool IsAway(Stand stand, ActChange change)
    {
        if (change.Kind != DocumentKind.Unit || stand.Standing(change.Id) is not { Removed: true })
            return false;
        try
        {
            return stand.Unit(change.Id) is null;
        }
        catch (UnreadableException)
        {
            return true;
        }
    }

    private static string Plain(string what) => what.StartsWith("undid: ", StringComparison.Ordinal) || what.StartsWith("did again: ", StringComparison.Ordinal)
        ? what[(what.IndexOf(": ", StringComparison.Ordinal) + 2)..] : what;

    // How far back the order is looked up of what went and came back: nothing grows with the whole history.
    private const int FarBack = 200;

    /// <summary>The head without the change that made a revision; null where the same item was touched since.</summary>
    private PutDocument? Without(DocumentKind kind, Head head, long revision, long sequence)
    {
        var (after, before, first) = store.Changes.DocumentsAt(kind, head.Id, revision, revision - 1, Math.Max(1, revision - 1 - FarBack)) switch { var three => (three[0], three[1], three[2]) };
        return kind == DocumentKind.Unit
            ? Without(kind, head, sequence, text => StoredDocuments.Unit(head.Id, text), before, after, first, HeadReversals.Reverse, HeadDifferences.Between)
            : Without(kind, head, sequence, text => StoredDocuments.Teardown(head.Id, text), before, after, first, HeadReversals.Reverse, HeadDifferences.Between);
    }

    private static PutDocument? Without<T>(
        DocumentKind kind, Head head, long sequence, Func<string, T> read, string before, string after, string first, Func<T, T, T, Func<object?, object?, bool>, T?, T?> reverse,
        Func<T, T, Func<object?, object?, bool>, IReadOnlyList<ItemDifference>> differences)
        where T : class
    {
        var now = read(head.Document);
        var reversed = JsonNode.DeepEquals(JsonNode.Parse(after), JsonNode.Parse(head.Document)) ? read(before) : reverse(read(before), read(after), now, Edits.Same, read(first));
        return reversed is null ? null : Edits.Put(kind, head.Id, head.Revision, head.Document, reversed, differences(now, reversed, Edits.Same), sequence);
    }

    /// <summary>The latest change that touched what a change did, and whose it was.</summary>
    private string InTheWay(DocumentKind kind, Head head, long revision, string windowId)
    {
        var since = store.Changes.After(kind, head.Id, revision - 1);
        var touched = Touched(kind, head, since[0]);
        var last = since.Skip(1).Reverse().FirstOrDefault(change => Touched(kind, head, change).Overlaps(touched)) ?? since[^1];
        return $"{(last.WindowId == windowId ? "this window" : "another window")} {last.What} in the {(kind == DocumentKind.Unit ? "unit" : "teardown")} at {last.MadeAt[11..19]} UTC";
    }

    /// <summary>The items that a change touched; those of a change that an earlier version made are told by the two documents.</summary>
    private HashSet<(string Item, string? Id)> Touched(DocumentKind kind, Head head, Change change)
    {
        var items = change.Items is { } told ? JsonSerializer.Deserialize<IReadOnlyList<ItemDifference>>(told, RecordJson.Options)! : Between();
        return [.. items.Select(item => (item.Item, item.Id))];

        IReadOnlyList<ItemDifference> Between()
        {
            var two = store.Changes.DocumentsAt(kind, head.Id, change.Revision, change.Revision - 1);
            return kind == DocumentKind.Unit
                ? HeadDifferences.Between(StoredDocuments.Unit(head.Id, two[1]), StoredDocuments.Unit(head.Id, two[0]), Edits.Same)
                : HeadDifferences.Between(StoredDocuments.Teardown(head.Id, two[1]), StoredDocuments.Teardown(head.Id, two[0]), Edits.Same);
        }
    }

    /// <summary>The new documents must make a record with each other and with every other half.</summary>
    private static (List<Fault> Faults, IReadOnlyList<Fault> Hints) Check(Stand stand, List<PutDocument> writings)
    {
        var faults = new List<Fault>();
        IReadOnlyList<Fault> hints = [];
        string? Written(DocumentKind kind, string id) =>
            writings.Find(one => one.Kind == kind && one.Id == id) is { } written ? Encoding.UTF8.GetString(written.Document.Span) : null;
        var pairs = writings.SelectMany(one => one.Kind == DocumentKind.Unit
            ? stand.Standing(one.Id) is { Removed: true } ? [] : stand.Standing(one.Id)!.Teardowns.Where(id => !Checks.StandsAside(stand, one.Id, id)).Select(id => (UnitId: one.Id, TeardownId: id))
            : stand.UnitsOf(one.Id).Where(unit => !unit.Removed).Select(unit => (unit.UnitId, TeardownId: one.Id)));
        foreach (var (unitId, teardownId) in pairs.Distinct())
        {
            var unit = Written(DocumentKind.Unit, unitId) is { } newUnit ? StoredDocuments.Unit(unitId, newUnit) : stand.Unit(unitId)!.Document;
            var teardown = Written(DocumentKind.Teardown, teardownId) is { } newTeardown ? StoredDocuments.Teardown(teardownId, newTeardown) : stand.Teardown(teardownId)!.Document;
            var check = Checks.Merged(stand, unit, teardown, stand.IsShared(teardownId));
            faults.AddRange(check.Faults.Except(faults));
            hints = check.Hints;
        }
        return (faults, hints);
    }
}
