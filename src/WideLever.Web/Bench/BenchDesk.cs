using System.Globalization;
using System.Text;
using System.Text.Json;
using WideLever.Core.Benching;
using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.StepLines;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Bench;

/// <summary>What lies on the bench for a teardown: its log, its draft, and what the core makes of them.</summary>
public sealed class BenchDesk(Store store, Desk desk, Undo undo, RubricInUse rubric, News news, TimeProvider clock)
{
    /// <summary>Now, seconds on the clock of the bench log.</summary>
    public double Now => clock.GetUtcNow().ToUnixTimeMilliseconds() / 1000.0;

    /// <summary>What a teardown's bench log adds up to.</summary>
    public BenchState State(string teardownId) => Fold(store.BenchLog.Of(teardownId));

    private static BenchState Fold(IEnumerable<LogRow> rows) => BenchState.Of(rows.Select(row => (Seconds(row.MadeAt), Entry(row))));

    /// <summary>Adds an entry to the log; every window is told.</summary>
    public Outcome<BenchEntry> Log(string windowId, string teardownId, BenchEntry entry) => desk.Do<BenchEntry>(windowId, stand =>
        stand.Teardown(teardownId) is null
            ? Refusal.NoTeardown(teardownId)
            : new Proposal<BenchEntry>("noted at the bench", [new LogEntry(teardownId, Encoding.UTF8.GetString(RecordJson.Canonical(entry)))], teardownId, entry));

    /// <summary>The record of a teardown as its first unit has it, with the parts of every unit on the shelf that it serves; null: no such teardown, or none of its units is on the shelf.</summary>
    /// <param name="teardownId">The teardown.</param>
    /// <param name="since">The revision whose steps and layers are meant; null: those of now.</param>
    public TeardownRecord? Record(string teardownId, long? since = null)
    {
        if (store.Documents.Head(DocumentKind.Teardown, teardownId) is not { } head)
            return null;
        var teardown = StoredDocuments.Teardown(teardownId, since is { } revision && revision >= 1 && revision < head.Revision
            ? store.Changes.DocumentsAt(DocumentKind.Teardown, teardownId, revision)[0] : head.Document, head.Version);
        return Record(teardown, store.Standings.UnitsOf(teardownId).Where(unit => !unit.Removed).Select(unit => store.Documents.Head(DocumentKind.Unit, unit.UnitId)!).Select(unit => StoredDocuments.Unit(unit.Id, unit.Document, unit.Version)));
    }

    private static TeardownRecord? Record(TeardownDocument teardown, IEnumerable<UnitDocument> served)
    {
        var units = served.ToList();
        return units.Count == 0 ? null : HeadDocuments.Merge(units[0], teardown) with { Parts = [.. units.SelectMany(unit => unit.Parts).DistinctBy(part => part.Id)] };
    }

    /// <summary>The words that the house taught the line.</summary>
    public IReadOnlyDictionary<string, string> Words() => HouseSetting.Of<TaughtWords>(store, TaughtWords.Setting) is { Words: { } words } ? HouseWords.Table(words) : HouseWords.None;

    /// <summary>A teardown with a line's step in it, or why not.</summary>
    public Outcome<EditedTeardown> Commit(Stand stand, Found<TeardownDocument> teardown, LineRequest line, BenchState state)
    {
        var units = stand.UnitsOf(teardown.Id).Where(unit => !unit.Removed).Select(unit => stand.Unit(unit.UnitId)!.Document);
        // A line that was opened for editing counts the steps as they were then: its numbers mean those, wherever they stand by now.
        var opened = line is { StepId: not null, Since: { } since } && since >= 1 && since < teardown.Revision
            ? StoredDocuments.Teardown(teardown.Id, store.Changes.DocumentsAt(DocumentKind.Teardown, teardown.Id, since)[0]) : teardown.Document;
        if (line.StepId is { } stepId && ChangedSince(stepId, opened, teardown.Document) is { } changed)
            return Refusal.Stale(teardown.Revision, [changed]);
        if (Record(opened, units) is not { } record)
            return Refusal.NoTeardown(teardown.Id);
        var (committed, faults) = LineCommit.Of(teardown.Document, record, new(line.Line, line.StepId, line.Before, line.Photos), state, Now, Words());
        if (faults.Count > 0)
            return Refusal.Faulty([.. faults.Select(fault => new Fault($"line {fault.Start + 1}–{fault.End}", fault.Message))]);
        if (committed is null)
            return Refusal.NotFound("such step: it may have been removed in another window");
        var isNew = line.StepId is null;
        return new EditedTeardown(committed.Document)
        {
            What = committed.Step is not { } step ? "noted what was seen" : isNew ? $"logged \"{step.Title}\"" : $"changed the step {step.Id}",
            Parts = committed.Parts,
            Entries = committed.Entries,
            EndsDraft = true,
            Made = committed.Step?.Id,
        };
    }

    /// <summary>What happened to a step since its line was opened, by whomever; null: nothing.</summary>
    private static ItemDifference? ChangedSince(string stepId, TeardownDocument opened, TeardownDocument now)
    {
        var (before, step) = (opened.Steps.FirstOrDefault(one => one.Id == stepId), now.Steps.FirstOrDefault(one => one.Id == stepId));
        return step is null || (before is not null && Edits.Same(before, step)) ? null : new("step", stepId, step.Title, ItemChange.Changed);
    }

    /// <summary>What the bench shows.</summary>
    public BenchView View(Workpiece piece, string windowId)
    {
        var record = piece.Record.Record;
        var teardownId = piece.Teardown.Id;
        var rows = store.BenchLog.Of(teardownId);
        var state = Fold(rows);
        var watch = state.Stopwatch.At(Now);
        var (draft, draftOf) = Draft(teardownId, windowId);
        var missing = StillMissing.Of(record, piece.Rubric, state.LookedUnder, state.PackSwollen is not null);
        return new BenchView
        {
            TeardownRevision = piece.Teardown.Revision,
            Path = PathTo(record, StepLineContext.Of(record, record.Steps.Count, null).CurrentLayer),
            Lines = [.. record.Steps.Select((step, i) => StepLine.Print(step, StepLineContext.Of(record, i, step.Id)))],
            InHand = ToolChanges.InHand(record.Steps),
            ChangeSeconds = ToolChanges.SecondsOfChange(piece.Rubric),
            Tray = [.. SortingTray.Of(record.Steps).Select(WellView.Of)],
            Closing = state.Closing ? Closing(record, state) : null,
            Stopwatch = new(watch.State, watch.Step, watch.Laps, watch.Work, watch.Logging),
            Preparation = Cautions.Preparation(record),
            Seen = [.. state.Seen],
            PackSwollen = state.PackSwollen,
            Stopped = state.IsStopped,
            SwollenPack = Cautions.Text(Caution.SwollenPack),
            Missing = [.. missing.Take(BenchView.MostMissing)],
            MissingCount = missing.Count,
            Early = [.. TeardownEdits.OutOfOrder(record.Steps, record.Layers[0]).Select(early => new EarlyStep(record.Steps[early.Position].Id, early.Needs))],
            Draft = draft,
            DraftOf = draftOf,
            Undo = undo.ToUndo(DocumentKind.Teardown, teardownId, windowId),
            Redo = undo.ToRedo(DocumentKind.Teardown, teardownId, windowId),
            Log = [.. rows.Select(row => new LogLine(row.MadeAt, Entry(row))).Where(line => line.Entry.Kind is not (BenchEntryKind.Stopwatch or BenchEntryKind.StopwatchCorrected))],
        };
    }

    /// <summary>What a line says where it stands.</summary>
    public LineView Read(TeardownRecord record, StepLineContext context, string teardownId, LineRequest request)
    {
        var reading = Implied.In(StepLine.Read(request.Line, context), context);
        var before = record.Steps.Take(context.Position).ToList();
        var wells = SortingTray.Of([.. before, reading.Step]).Where(well => well.StepId == reading.Step.Id).Select(WellView.Of);
        return new LineView
        {
            Step = reading.Step,
            Parts = reading.Parts,
            Chips = reading.Chips,
            Faults = reading.Faults,
            Completions = StepLineCompletions.At(request.Line, request.Caret, context),
            Questions = OpenQuestions.Of(reading.Step),
            Offers = LineOffers.Of(request.Line, reading, record, context),
            Cautions = Cautions.For(PartsOfLine.In(record, reading.Parts), reading.Step, State(teardownId).PackSwollen == true),
            Effort = EffortView.Of(StepEffort.StandardOf(reading.Step, rubric.Sheet.Rubric).Seconds),
            ToolChanges = ToolChanges.Changes(ToolChanges.InHand(before), reading.Step),
            Wells = [.. wells],
        };
    }

    /// <summary>This window's draft, else the latest of a window that is no longer open, and whose it is.</summary>
    private (Draft? Draft, string? Of) Draft(string teardownId, string windowId)
    {
        var drafts = store.Drafts.Of(teardownId);
        if (drafts.FirstOrDefault(draft => draft.WindowId == windowId) is { } own)
            return (Parse(own), null);
        return drafts.FirstOrDefault(draft => !news.IsOpen(draft.WindowId) && Parse(draft).Line.Length > 0) is { } left ? (Parse(left), left.WindowId) : (null, null);
    }

    /// <summary>Gives a window the draft of one that is no longer open.</summary>
    /// <returns>Whether that one had gone.</returns>
    public bool TakeDraft(string teardownId, string from, string windowId)
    {
        if (news.IsOpen(from))
            return false;
        store.Drafts.HandOver(teardownId, from, windowId);
        return true;
    }

    private static Draft Parse(DraftRow row) => JsonSerializer.Deserialize<Draft>(row.Document, RecordJson.Options) ?? new Draft();

    private static ClosingView Closing(TeardownRecord record, BenchState state)
    {
        // A layer that is gone since from the record keeps nothing open.
        var staysOpen = state.StaysOpen is { } layer && record.Layers.Contains(layer) ? layer : null;
        var closing = Core.Planning.Closing.Of(record.Steps, record.Parts, state.Returned, state.LeftOver, staysOpen);
        return new(
            [
                .. closing.Steps.Select(step => new ClosingStepView(step.StepId, step.Title,
                    [.. step.Wells.Select(well => new ClosingWellView(well.Well.Number, well.Well.Group, well.Expected, well.Well.Screws.Count, well.Returned))], step.Uncounted, step.Words, step.Heed, step.Tightening, step.Done)),
            ],
            closing.Count.Expected, closing.Count.Returned, closing.Count.LeftOver, closing.Count.Missing, closing.Count.IsClean, state.ClosingAnswer, staysOpen, [.. record.Layers.Skip(1).Where(inside => record.Steps.Any(step => step.Layer == inside))]);
    }

    /// <summary>The layers on one way from the outside to a layer.</summary>
    private static List<string> PathTo(TeardownRecord record, string layer)
    {
        var path = new List<string> { layer };
        while (path[0] != record.Layers[0] && record.Steps.FirstOrDefault(step => step.Opens == path[0]) is { } opener && !path.Contains(opener.Layer))
            path.Insert(0, opener.Layer);
        return path;
    }

    private static BenchEntry Entry(LogRow row) => JsonSerializer.Deserialize<BenchEntry>(row.Entry, RecordJson.Options)
        ?? throw new InvalidOperationException($"line {row.Sequence} of the bench log is empty");

    private static double Seconds(string madeAt) =>
        DateTimeOffset.Parse(madeAt, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal).ToUnixTimeMilliseconds() / 1000.0;
}
