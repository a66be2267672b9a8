using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Records;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web;

/// <summary>A change that is on disk.</summary>
/// <param name="Revision">The revision that it made.</param>
/// <param name="Hints">What is allowed and most likely not meant.</param>
public sealed record Committed(long Revision, IReadOnlyList<Fault> Hints);

/// <summary>The one way in which a head document changes: seen revision, edit, check of every record it is part of, commit.</summary>
public sealed class Editing(Store store, Workshop workshop)
{
    // A record is checked across its two documents: no other change may come between the check and the commit. One server holds the folder.
    private readonly Lock writing = new();

    /// <summary>Edits a unit's document.</summary>
    /// <param name="request">Carries the seen revision and the window.</param>
    /// <param name="unitId">The unit.</param>
    /// <param name="what">What is done, for people.</param>
    /// <param name="edit">The new document; null where there is nothing of the sort, or with faults added.</param>
    public Results<Ok<Committed>, JsonHttpResult<Problem>> Unit(
        HttpRequest request, string unitId, string what, Func<UnitDocument, List<Fault>, UnitDocument?> edit) =>
        Edit(request, DocumentKind.Unit, unitId, what, Workshop.UnitDocument, edit, Check, HeadDifferences.Between);

    /// <summary>Edits a teardown's document, as <see cref="Unit"/> does a unit's.</summary>
    public Results<Ok<Committed>, JsonHttpResult<Problem>> Teardown(
        HttpRequest request, string teardownId, string what, Func<TeardownDocument, List<Fault>, TeardownDocument?> edit) =>
        Edit(request, DocumentKind.Teardown, teardownId, what, Workshop.TeardownDocument, edit, Check, HeadDifferences.Between);

    /// <summary>Takes back this window's last change of a document that is not taken back yet.</summary>
    public Results<Ok<Committed>, JsonHttpResult<Problem>> Undo(HttpRequest request, DocumentKind kind, string id)
    {
        using var scope = writing.EnterScope();
        if (store.Head(kind, id) is not { } head)
            return Problems.NotFound($"{Name(kind)} \"{id}\"");
        var window = RequestBody.WindowId(request);
        var changes = store.Changes(kind, id, 1);
        var undone = changes.Select(change => change.Undoes).OfType<long>().ToHashSet();
        if (changes.LastOrDefault(change => change.WindowId == window && change.Undoes is null && !undone.Contains(change.Sequence)) is not { } last)
            return Problems.Conflict("This window has nothing to undo here.");
        // What came after it and still stands is in the way; a change and its undo together are not.
        var later = changes.Where(change => change.Sequence > last.Sequence && change.Undoes is null && !undone.Contains(change.Sequence)).ToList();
        if (later.Count > 0)
            return Problems.Conflict($"Another window has changed this since: {later[^1].What}. Undo that there first.");
        var before = store.DocumentAt(kind, id, last.Revision - 1)
            ?? throw new InvalidOperationException($"revision {last.Revision - 1} of {id} cannot be rebuilt");
        // What was taken back may be needed meanwhile by the other half of the record, such as a part that a step frees.
        var faults = new List<Fault>();
        var hints = kind == DocumentKind.Unit ? Check(id, Workshop.UnitDocument(before), faults) : Check(id, Workshop.TeardownDocument(before), faults);
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        return Commit(request, kind, id, head.Revision, Encoding.UTF8.GetBytes(before), $"undid: {last.What}", hints, last.Sequence);
    }

    private Results<Ok<Committed>, JsonHttpResult<Problem>> Edit<T>(
        HttpRequest request, DocumentKind kind, string id, string what, Func<string, T> stored, Func<T, List<Fault>, T?> edit,
        Func<string, T, List<Fault>, IReadOnlyList<Fault>> check, Func<T, T, Func<object?, object?, bool>, IReadOnlyList<ItemDifference>> differences)
        where T : class
    {
        if (RequestBody.SeenRevision(request) is not { } seen)
            return Problems.RevisionMissing();
        using var scope = writing.EnterScope();
        if (store.Head(kind, id) is not { } head)
            return Problems.NotFound($"{Name(kind)} \"{id}\"");
        if (head.Revision != seen)
        {
            var old = store.DocumentAt(kind, id, seen);
            return Problems.Stale(head.Revision, old is null ? [] : differences(stored(old), stored(head.Document), Same));
        }
        var faults = new List<Fault>();
        var edited = edit(stored(head.Document), faults);
        if (edited is null && faults.Count == 0)
            return Problems.NotFound("such item: it may have been removed in another window");
        IReadOnlyList<Fault> hints = edited is null ? [] : check(id, edited, faults);
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        return Commit(request, kind, id, seen, RecordJson.Canonical(edited!), what, hints, null);
    }

    private Results<Ok<Committed>, JsonHttpResult<Problem>> Commit(
        HttpRequest request, DocumentKind kind, string id, long seen, byte[] document, string what, IReadOnlyList<Fault> hints, long? undoes)
    {
        var commit = store.Commit(kind, id, seen, document, RequestBody.WindowId(request), what, undoes);
        if (commit.Outcome == CommitOutcome.Stale)
            return Problems.Stale(commit.Revision, []);
        RequestBody.SetRevision(request.HttpContext.Response, commit.Revision);
        return TypedResults.Ok(new Committed(commit.Revision, hints));
    }

    /// <summary>A unit's new document must make a record with every teardown of the unit.</summary>
    private IReadOnlyList<Fault> Check(string unitId, UnitDocument unit, List<Fault> faults)
    {
        var reading = faults.ToArray();
        faults.Clear();
        IReadOnlyList<Fault> hints = [];
        foreach (var teardownId in store.TeardownsOf(unitId))
        {
            var teardown = Workshop.TeardownDocument(store.Head(DocumentKind.Teardown, teardownId)!.Document);
            hints = CheckMerged(unit, teardown, store.UnitsOf(teardownId).Count > 1, reading, faults);
        }
        return hints;
    }

    /// <summary>A teardown's new document must make a record with every unit that it serves.</summary>
    private IReadOnlyList<Fault> Check(string teardownId, TeardownDocument teardown, List<Fault> faults)
    {
        var reading = faults.ToArray();
        faults.Clear();
        IReadOnlyList<Fault> hints = [];
        var served = store.UnitsOf(teardownId);
        foreach (var unitId in served)
        {
            var unit = Workshop.UnitDocument(store.Head(DocumentKind.Unit, unitId)!.Document);
            hints = CheckMerged(unit, teardown, served.Count > 1, reading, faults);
        }
        return hints;
    }

    private IReadOnlyList<Fault> CheckMerged(UnitDocument unit, TeardownDocument teardown, bool shared, Fault[] reading, List<Fault> faults)
    {
        var check = RecordReader.Check(HeadDocuments.Merge(unit, teardown, shared), workshop.Rubric, reading);
        faults.AddRange(check.Faults.Except(faults));
        return check.Hints;
    }

    private static bool Same(object? one, object? other) =>
        JsonNode.DeepEquals(JsonNode.Parse(RecordJson.Canonical(one)), JsonNode.Parse(RecordJson.Canonical(other)));

    private static string Name(DocumentKind kind) => kind == DocumentKind.Unit ? "unit" : "teardown";
}
