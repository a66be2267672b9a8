using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using WideLever.Core.Benching;
using WideLever.Core.Records;
using WideLever.Core.StepLines;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>A teardown as an edit would have it, with what else its act writes.</summary>
/// <param name="Document">The teardown.</param>
public sealed record EditedTeardown(TeardownDocument Document)
{
    /// <summary>What is done, where that is known only now; null: what the edit is called.</summary>
    public string? What { get; init; }

    /// <summary>Parts that are named and that a unit may lack: they are recorded in the same act.</summary>
    public IReadOnlyList<PartOfLine> Parts { get; init; } = [];

    /// <summary>Entries of the bench log.</summary>
    public IReadOnlyList<BenchEntry> Entries { get; init; } = [];

    /// <summary>Whether the window's draft is done with.</summary>
    public bool EndsDraft { get; init; }

    /// <summary>Id of what it made; null: nothing.</summary>
    public string? Made { get; init; }

    /// <summary>What was at fault in reading it: told along with the faults of the record.</summary>
    public IReadOnlyList<Fault> Reading { get; init; } = [];
}

/// <summary>Edits of head documents: seen revision, edit, check of every record that the document is part of.</summary>
public sealed class Edits(Desk desk, Store store)
{
    /// <summary>Edits a unit's document.</summary>
    /// <param name="by">Who does it, and which revision was seen.</param>
    /// <param name="unitId">The unit.</param>
    /// <param name="what">What is done, for people.</param>
    /// <param name="edit">The new document; null where there is nothing of the sort, or with faults added.</param>
    public Outcome<Committed> Unit(Actor by, string unitId, string what, Func<UnitDocument, List<Fault>, UnitDocument?> edit) => desk.Do<Committed>(by.WindowId, stand =>
    {
        if (by.Seen is not { } seen)
            return Refusal.Unseen;
        if (stand.Unit(unitId) is not { } unit)
            return Refusal.NoUnit(unitId);
        if (!seen.Hold(unit.Revision))
            return Stale(DocumentKind.Unit, unit.Id, unit.Revision, seen, text => HeadDifferences.Between(StoredDocuments.Unit(unitId, text), unit.Document, Same));
        var faults = new List<Fault>();
        if (edit(unit.Document, faults) is not { } edited)
            return faults.Count > 0 ? Refusal.Faulty(faults) : Refusal.NoItem;
        var hints = Checks.Unit(stand, unitId, edited, faults);
        if (faults.Count > 0)
            return Refusal.Faulty(faults);
        var items = HeadDifferences.Between(unit.Document, edited, Same);
        var put = Put(DocumentKind.Unit, unit.Id, unit.Revision, unit.Text, edited, items);
        return new Proposal<Committed>(what, [put], unitId, new(After(put), hints));
    });

    /// <summary>Edits a teardown's document, and in the same act what the units that it serves have to follow: parts that are new, layers that go or are renamed.</summary>
    /// <param name="by">Who does it, and which revision was seen.</param>
    /// <param name="teardownId">The teardown.</param>
    /// <param name="what">What is done, for people.</param>
    /// <param name="edit">What is to be written, or why it is refused.</param>
    public Outcome<Committed> Teardown(Actor by, string teardownId, string what, Func<Stand, Found<TeardownDocument>, Outcome<EditedTeardown>> edit) =>
        by.Seen is null ? Refusal.Unseen : TeardownAct(by, teardownId, what, edit);

    /// <summary>As <see cref="Teardown(Actor, string, string, Func{Stand, Found{TeardownDocument}, Outcome{EditedTeardown}})"/>, of the document alone.</summary>
    /// <param name="by">Who does it, and which revision was seen.</param>
    /// <param name="teardownId">The teardown.</param>
    /// <param name="what">What is done, for people.</param>
    /// <param name="edit">The new document; null where there is nothing of the sort, or with faults added.</param>
    public Outcome<Committed> Teardown(Actor by, string teardownId, string what, Func<TeardownDocument, List<Fault>, TeardownDocument?> edit) =>
        Teardown(by, teardownId, what, (_, found) => Plain(edit, found));

    /// <summary>
    /// Adds to a teardown's document: what only adds overwrites nothing, so it goes on top of whatever was committed meanwhile, and asks for no
    /// revision.
    /// </summary>
    /// <param name="by">Who does it.</param>
    /// <param name="teardownId">The teardown.</param>
    /// <param name="what">What is done, for people.</param>
    /// <param name="edit">What is to be written, or why it is refused.</param>
    public Outcome<Committed> AddToTeardown(Actor by, string teardownId, string what, Func<TeardownDocument, List<Fault>, EditedTeardown?> edit) =>
        TeardownAct(by with { Seen = null }, teardownId, what, (_, found) =>
        {
            var faults = new List<Fault>();
            return edit(found.Document, faults) is { } edited ? edited with { Reading = faults } : faults.Count > 0 ? Refusal.Faulty(faults) : Refusal.NoItem;
        });

    private static Outcome<EditedTeardown> Plain(Func<TeardownDocument, List<Fault>, TeardownDocument?> edit, Found<TeardownDocument> found)
    {
        var faults = new List<Fault>();
        var edited = edit(found.Document, faults);
        return edited is not null ? new EditedTeardown(edited) { Reading = faults } : faults.Count > 0 ? Refusal.Faulty(faults) : Refusal.NoItem;
    }

    private Outcome<Committed> TeardownAct(Actor by, string teardownId, string what, Func<Stand, Found<TeardownDocument>, Outcome<EditedTeardown>> edit) => desk.Do<Committed>(by.WindowId, stand =>
    {
        if (stand.Teardown(teardownId) is not { } before)
            return Refusal.NoTeardown(teardownId);
        if (by.Seen is { } seen && !seen.Hold(before.Revision))
            return Stale(DocumentKind.Teardown, before.Id, before.Revision, seen, text => HeadDifferences.Between(StoredDocuments.Teardown(teardownId, text), before.Document, Same));
        var answer = edit(stand, before);
        if (answer.Value is not { } edited)
            return answer.Refusal!;
        var units = new List<Writing>();
        var faults = new List<Fault>();
        IReadOnlyList<Fault> hints = [];
        var shared = stand.IsShared(teardownId);
        foreach (var (unitId, removed) in stand.UnitsOf(teardownId))
        {
            if (Following(stand, unitId, removed) is not { } unit)
                continue;
            var following = HeadDocuments.FollowLayers(PartsOfLine.In(unit.Document, edited.Parts), before.Document.Layers, edited.Document.Layers);
            if (removed)
            {
                // What is off the shelf follows as far as it can, and stands in nobody's way: it is checked when it comes back.
                if (Checks.Merged(stand, following, edited.Document, shared).Checked is null)
                    continue;
            }
            else
            {
                var check = Checks.Merged(stand, following, edited.Document, shared, edited.Reading);
                hints = check.Hints;
                faults.AddRange(check.Faults.Select(fault => shared ? fault with { Message = $"{fault.Message} (in \"{unitId}\", which this teardown serves)" } : fault).Except(faults));
            }
            if (!ReferenceEquals(following, unit.Document) && faults.Count == 0)
                units.Add(Put(DocumentKind.Unit, unitId, unit.Revision, unit.Text, following, HeadDifferences.Between(unit.Document, following, Same)));
        }
        if (faults.Count > 0 || edited.Reading.Count > 0)
            return Refusal.Faulty(faults.Count > 0 ? faults : edited.Reading);
        // What is faulty may name one thing twice: it is told apart item by item only now.
        var items = HeadDifferences.Between(before.Document, edited.Document, Same);
        var put = Put(DocumentKind.Teardown, teardownId, before.Revision, before.Text, edited.Document, items);
        List<Writing> writings = [put, .. units];
        writings.AddRange(edited.Entries.Select(entry => new LogEntry(teardownId, Encoding.UTF8.GetString(RecordJson.Canonical(entry)))));
        if (edited.EndsDraft)
            writings.Add(new EndDraft(teardownId));
        return new Proposal<Committed>(edited.What ?? what, writings, teardownId, new(After(put), hints, edited.Made));
    });

    private static Found<UnitDocument>? Following(Stand stand, string unitId, bool removed)
    {
        try
        {
            return stand.Unit(unitId);
        }
        catch (UnreadableException) when (removed)
        {
            // Off the shelf and unreadable: left as it is.
            return null;
        }
    }

    private Refusal Stale(DocumentKind kind, string id, long revision, SeenRevisions seen, Func<string, IReadOnlyList<ItemDifference>> since)
    {
        // Of several that were seen the latest tells what is new.
        var old = seen.Revisions.Where(one => one >= 1 && one < revision).DefaultIfEmpty(0).Max();
        return Refusal.Stale(revision, old == 0 ? [] : since(store.Changes.DocumentsAt(kind, id, old).Single()));
    }

    internal static PutDocument Put<T>(DocumentKind kind, string id, long seen, string before, T document, IReadOnlyList<ItemDifference> items, long? undoes = null) =>
        new(kind, id, seen, RecordJson.Canonical(document), JsonSerializer.Serialize(items, RecordJson.Options), undoes, before);

    private static long After(PutDocument put) => put.Changes ? put.Seen + 1 : put.Seen;

    /// <summary>Whether two items are the same to the last word.</summary>
    public static bool Same(object? one, object? other) =>
        ReferenceEquals(one, other) || JsonNode.DeepEquals(JsonNode.Parse(RecordJson.Canonical(one)), JsonNode.Parse(RecordJson.Canonical(other)));
}
