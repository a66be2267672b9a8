using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Benching;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web;

/// <summary>A change that is on disk.</summary>
/// <param name="Revision">The revision that it made.</param>
/// <param name="Hints">What is allowed and most likely not meant.</param>
/// <param name="Made">Id of the step or photo that it made; null: none.</param>
public sealed record Committed(long Revision, IReadOnlyList<Fault> Hints, string? Made = null);

/// <summary>The one way in which a head document changes: seen revision, edit, check of every record it is part of, commit.</summary>
public sealed class Editing(Store store, Workshop workshop, News news)
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
        TeardownAct(request, teardownId, what, NoParts(edit), [], endsDraft: false, adds: false);

    /// <summary>
    /// Adds to a teardown's document: what only adds overwrites nothing, so it goes on top of whatever was committed meanwhile, and
    /// asks for no revision.
    /// </summary>
    public Results<Ok<Committed>, JsonHttpResult<Problem>> AddToTeardown(
        HttpRequest request, string teardownId, string what, Func<TeardownDocument, List<Fault>, TeardownDocument?> edit) =>
        TeardownAct(request, teardownId, what, NoParts(edit), [], endsDraft: false, adds: true);

    /// <summary>
    /// Edits a teardown by a step line: along with the step, parts that it names and the record has not are recorded, and the bench log
    /// gets its entry, all in one act.
    /// </summary>
    /// <param name="request">Carries the seen revision and the window.</param>
    /// <param name="teardownId">The teardown.</param>
    /// <param name="what">What is done, for people.</param>
    /// <param name="edit">The new document and the parts of the line; null where there is nothing of the sort, or with faults added.</param>
    /// <param name="entries">Entries of the bench log.</param>
    public Results<Ok<Committed>, JsonHttpResult<Problem>> TeardownLine(
        HttpRequest request, string teardownId, string what,
        Func<TeardownDocument, List<Fault>, (TeardownDocument Document, IReadOnlyList<PartOfLine> Parts)?> edit, IReadOnlyList<BenchEntry> entries) =>
        TeardownAct(request, teardownId, what, edit, entries, endsDraft: true, adds: false);

    private static Func<TeardownDocument, List<Fault>, (TeardownDocument Document, IReadOnlyList<PartOfLine> Parts)?> NoParts(Func<TeardownDocument, List<Fault>, TeardownDocument?> edit) =>
        (teardown, faults) => edit(teardown, faults) is { } edited ? (edited, []) : null;

    /// <summary>Edits a teardown, and in the same act what the units that it serves have to follow: parts that are new, and layers that go or are renamed.</summary>
    private Results<Ok<Committed>, JsonHttpResult<Problem>> TeardownAct(
        HttpRequest request, string teardownId, string what,
        Func<TeardownDocument, List<Fault>, (TeardownDocument Document, IReadOnlyList<PartOfLine> Parts)?> edit, IReadOnlyList<BenchEntry> entries, bool endsDraft, bool adds)
    {
        if (!adds && RequestBody.SeenRevision(request) is null)
            return Problems.RevisionMissing();
        using var scope = writing.EnterScope();
        if (store.Head(DocumentKind.Teardown, teardownId) is not { } head)
            return Problems.NotFound($"teardown \"{teardownId}\"");
        var seen = adds ? head.Revision : RequestBody.SeenRevision(request)!.Value;
        if (head.Revision != seen)
            return Stale(DocumentKind.Teardown, head, seen, Workshop.TeardownDocument, HeadDifferences.Between);
        var reading = new List<Fault>();
        var before = Workshop.TeardownDocument(head.Document);
        if (edit(before, reading) is not { } edited)
            return reading.Count > 0 ? Problems.Faulty(reading) : Problems.NotFound("such item: it may have been removed in another window");
        var writings = new List<Writing> { new(DocumentKind.Teardown, teardownId, seen, RecordJson.Canonical(edited.Document)) };
        var faults = new List<Fault>();
        IReadOnlyList<Fault> hints = [];
        var served = store.UnitsOf(teardownId);
        foreach (var unitId in served)
        {
            var unitHead = store.Head(DocumentKind.Unit, unitId)!;
            var unit = Workshop.UnitDocument(unitHead.Document);
            var following = HeadDocuments.FollowLayers(WithParts(unit, edited.Parts), before.Layers, edited.Document.Layers);
            if (!ReferenceEquals(following, unit))
                writings.Add(new(DocumentKind.Unit, unitId, unitHead.Revision, RecordJson.Canonical(following)));
            hints = CheckMerged(following, edited.Document, served.Count > 1, reading, faults);
        }
        return faults.Count > 0 ? Problems.Faulty(faults) : Commit(request, writings, what, hints, entries, endsDraft);
    }

    private static UnitDocument WithParts(UnitDocument unit, IReadOnlyList<PartOfLine> named)
    {
        foreach (var part in named)
        {
            if (unit.Parts.FirstOrDefault(other => other.Id == part.Id) is { } known)
            {
                if (part.Mounting is { } mounting && known.Mounting != mounting)
                    unit = unit with { Parts = [.. unit.Parts.Select(other => other == known ? known with { Mounting = mounting } : other)] };
            }
            else if (part.NewKind is { } kind)
            {
                // What is recorded is not absent.
                unit = unit with { Parts = [.. unit.Parts, new Part { Id = part.Id, Kind = kind, Mounting = part.Mounting }], Absent = [.. unit.Absent.Where(other => other != kind)] };
            }
        }
        return unit;
    }

    /// <summary>Takes back this window's last change of a document that is not taken back yet; what other windows changed since stays.</summary>
    public Results<Ok<Committed>, JsonHttpResult<Problem>> Undo(HttpRequest request, DocumentKind kind, string id) =>
        Reverse(request, kind, id, history => history.Undo, "This window has nothing to undo here.", "undid");

    /// <summary>Does again what this window undid last.</summary>
    public Results<Ok<Committed>, JsonHttpResult<Problem>> Redo(HttpRequest request, DocumentKind kind, string id) =>
        Reverse(request, kind, id, history => history.Redo, "This window has nothing to do again here.", "did again");

    private Results<Ok<Committed>, JsonHttpResult<Problem>> Reverse(
        HttpRequest request, DocumentKind kind, string id, Func<(Change? Undo, Change? Redo), Change?> choose, string nothing, string verb)
    {
        using var scope = writing.EnterScope();
        if (store.Head(kind, id) is not { } head)
            return Problems.NotFound($"{Name(kind)} \"{id}\"");
        var window = RequestBody.WindowId(request);
        var changes = store.History(kind, id);
        if (choose(ChangeHistory.Of(changes, window)) is not { } target)
            return Problems.Conflict(nothing);
        if (Without(kind, head, target.Revision) is not { } reversed)
            return Problems.Conflict($"Another change has touched the same since: {InTheWay(kind, id, changes, target)}. Undo that first.");
        var writings = new List<Writing> { new(kind, id, head.Revision, reversed, target.Sequence) };
        foreach (var besides in store.Besides(target.Sequence))
        {
            // What was changed again in the other document stays there: a part that no step frees does no harm.
            var other = store.Head(besides.Kind, besides.Id)!;
            if (Without(besides.Kind, other, besides.Revision) is { } document)
                writings.Add(new(besides.Kind, besides.Id, other.Revision, document, besides.Sequence));
        }
        // What was taken back may be needed meanwhile by the other half of the record, such as a part that a step frees.
        var faults = new List<Fault>();
        var hints = Check(writings, faults);
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        return Commit(request, writings, $"{verb}: {Plain(target.What)}", hints, []);
    }

    private static string Plain(string what) => what.StartsWith("undid: ", StringComparison.Ordinal) || what.StartsWith("did again: ", StringComparison.Ordinal) ? what[(what.IndexOf(": ", StringComparison.Ordinal) + 2)..] : what;

    /// <summary>The head without the change that made a revision; null where the same item was touched since.</summary>
    private byte[]? Without(DocumentKind kind, Head head, long revision)
    {
        string At(long at) => store.DocumentAt(kind, head.Id, at) ?? throw new InvalidOperationException($"revision {at} of {head.Id} cannot be rebuilt");
        var (before, after) = (At(revision - 1), At(revision));
        if (JsonNode.DeepEquals(JsonNode.Parse(after), JsonNode.Parse(head.Document)))
            return Encoding.UTF8.GetBytes(before);
        object? reversed = kind == DocumentKind.Unit
            ? HeadReversals.Reverse(Workshop.UnitDocument(before), Workshop.UnitDocument(after), Workshop.UnitDocument(head.Document), Same)
            : HeadReversals.Reverse(Workshop.TeardownDocument(before), Workshop.TeardownDocument(after), Workshop.TeardownDocument(head.Document), Same);
        return reversed switch
        {
            UnitDocument unit => RecordJson.Canonical(unit),
            TeardownDocument teardown => RecordJson.Canonical(teardown),
            _ => null,
        };
    }

    /// <summary>The latest change that touched what a change did, and whose it was.</summary>
    private string InTheWay(DocumentKind kind, string id, IReadOnlyList<Change> changes, Change target)
    {
        IReadOnlyList<ItemDifference> Of(Change change)
        {
            var (before, after) = (store.DocumentAt(kind, id, change.Revision - 1)!, store.DocumentAt(kind, id, change.Revision)!);
            return kind == DocumentKind.Unit
                ? HeadDifferences.Between(Workshop.UnitDocument(before), Workshop.UnitDocument(after), Same)
                : HeadDifferences.Between(Workshop.TeardownDocument(before), Workshop.TeardownDocument(after), Same);
        }
        var touched = Of(target);
        var last = changes.LastOrDefault(change => change.Revision > target.Revision && Of(change).Any(item => touched.Any(other => (other.Item, other.Id) == (item.Item, item.Id)))) ?? changes[^1];
        return $"{(last.WindowId == target.WindowId ? "this window" : "another window")} {last.What} at {last.MadeAt[11..19]} UTC";
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
            return Stale(kind, head, seen, stored, differences);
        var faults = new List<Fault>();
        var edited = edit(stored(head.Document), faults);
        if (edited is null && faults.Count == 0)
            return Problems.NotFound("such item: it may have been removed in another window");
        IReadOnlyList<Fault> hints = edited is null ? [] : check(id, edited, faults);
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        return Commit(request, [new(kind, id, seen, RecordJson.Canonical(edited!))], what, hints, []);
    }

    private JsonHttpResult<Problem> Stale<T>(
        DocumentKind kind, Head head, long seen, Func<string, T> stored, Func<T, T, Func<object?, object?, bool>, IReadOnlyList<ItemDifference>> differences)
    {
        var old = store.DocumentAt(kind, head.Id, seen);
        return Problems.Stale(head.Revision, old is null ? [] : differences(stored(old), stored(head.Document), Same));
    }

    private Results<Ok<Committed>, JsonHttpResult<Problem>> Commit(
        HttpRequest request, List<Writing> writings, string what, IReadOnlyList<Fault> hints, IReadOnlyList<BenchEntry> entries, bool endsDraft = false)
    {
        var window = RequestBody.WindowId(request);
        var commit = store.Commit(writings, window, what, [.. entries.Select(entry => Encoding.UTF8.GetString(RecordJson.Canonical(entry)))], endsDraft);
        if (commit.Outcome == CommitOutcome.Stale)
            return Problems.Stale(commit.Revision, []);
        RequestBody.SetRevision(request.HttpContext.Response, commit.Revision);
        news.Tell(new(NewsKind.Changed, writings[0].Id, window));
        return TypedResults.Ok(new Committed(commit.Revision, hints));
    }

    /// <summary>The new documents must make a record with each other and with every other half.</summary>
    private IReadOnlyList<Fault> Check(List<Writing> writings, List<Fault> faults)
    {
        IReadOnlyList<Fault> hints = [];
        string Document(DocumentKind kind, string id) =>
            writings.FirstOrDefault(one => one.Kind == kind && one.Id == id) is { } written ? Encoding.UTF8.GetString(written.Document.Span) : store.Head(kind, id)!.Document;
        var pairs = writings.SelectMany(one => one.Kind == DocumentKind.Unit
            ? store.TeardownsOf(one.Id).Select(teardownId => (UnitId: one.Id, TeardownId: teardownId))
            : store.UnitsOf(one.Id).Select(unitId => (UnitId: unitId, TeardownId: one.Id)));
        foreach (var (unitId, teardownId) in pairs.Distinct())
        {
            hints = CheckMerged(Workshop.UnitDocument(Document(DocumentKind.Unit, unitId)), Workshop.TeardownDocument(Document(DocumentKind.Teardown, teardownId)),
                store.UnitsOf(teardownId).Count > 1, [], faults);
        }
        return hints;
    }

    /// <summary>A unit's new document must make a record with every teardown of the unit.</summary>
    private IReadOnlyList<Fault> Check(string unitId, UnitDocument unit, List<Fault> faults)
    {
        var reading = faults.ToArray();
        faults.Clear();
        IReadOnlyList<Fault> hints = [];
        var teardowns = store.TeardownsOf(unitId).Select(id => (Id: id, Document: Workshop.TeardownDocument(store.Head(DocumentKind.Teardown, id)!.Document))).ToList();
        var layers = teardowns.SelectMany(teardown => teardown.Document.Layers).Distinct().ToList();
        faults.AddRange(HeadDocuments.InViewNowhere(unit, [.. teardowns.Select(teardown => teardown.Document)])
            .Select(p => new Fault($"parts[{p}].layer", $"there is no layer \"{unit.Parts[p].Layer}\"{NearestWord.Clause(unit.Parts[p].Layer!, layers)}")));
        foreach (var (teardownId, teardown) in teardowns)
        {
            hints = CheckMerged(unit, teardown, store.UnitsOf(teardownId).Count > 1, reading, faults);
        }
        return hints;
    }

    /// <summary>Puts a kept revision of a rubric into use, unless a unit on the shelf would be faulty under it.</summary>
    /// <returns>Null where it is in use now; the faults, each with its unit, where it is not.</returns>
    public IReadOnlyList<Fault>? UseRubric(RubricRow row, string windowId, CancellationToken cancellation)
    {
        // Read ahead, so that nobody's change waits for it.
        workshop.Records(cancellation);
        // No record may be checked under the old rubric and committed under the new one.
        using var scope = writing.EnterScope();
        var sheet = RubricSheet.Of(row);
        var faults = FaultsUnder(sheet.Rubric, workshop.Records(cancellation));
        if (faults.Count > 0)
            return faults;
        store.UseRubric(row.Name, (int)row.Revision);
        workshop.Take(sheet);
        news.Tell(new(NewsKind.Changed, "rubric", windowId));
        return null;
    }

    /// <summary>What would be at fault in units on the shelf under another rubric: kinds that they lack and that it has in every machine.</summary>
    public static IReadOnlyList<Fault> FaultsUnder(Rubric rubric, IReadOnlyList<ShelfRecord> records) =>
    [
        .. records.SelectMany(one => one.Record.Record.Absent.Where(kind => RecordValidation.MustHave(kind, rubric)).Select(kind =>
            new Fault("mayBeAbsent", $"the unit \"{one.UnitId}\" on the shelf has no \"{kind.Word()}\", which the rubric would have in every machine"))),
    ];

    private IReadOnlyList<Fault> CheckMerged(UnitDocument unit, TeardownDocument teardown, bool shared, IReadOnlyList<Fault> reading, List<Fault> faults)
    {
        var check = RecordReader.Check(HeadDocuments.Merge(unit, teardown, shared), workshop.Rubric, reading);
        faults.AddRange(check.Faults.Except(faults));
        return check.Hints;
    }

    internal static bool Same(object? one, object? other) =>
        JsonNode.DeepEquals(JsonNode.Parse(RecordJson.Canonical(one)), JsonNode.Parse(RecordJson.Canonical(other)));

    private static string Name(DocumentKind kind) => kind == DocumentKind.Unit ? "unit" : "teardown";
}
