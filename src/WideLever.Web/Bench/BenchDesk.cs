using System.Globalization;
using System.Text;
using System.Text.Json;
using WideLever.Core.Benching;
using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Bench;

/// <summary>What lies on the bench for a teardown: its log, its draft, and what the core makes of them.</summary>
public sealed class BenchDesk(Store store, Workshop workshop, News news, TimeProvider clock)
{
    /// <summary>Now, seconds on the clock of the bench log.</summary>
    public double Now => clock.GetUtcNow().ToUnixTimeMilliseconds() / 1000.0;

    /// <summary>What a teardown's bench log adds up to.</summary>
    public BenchState State(string teardownId) => Fold(store.LogOf(teardownId));

    private static BenchState Fold(IEnumerable<LogRow> rows) => BenchState.Of(rows.Select(row => (Seconds(row.MadeAt), Entry(row))));

    /// <summary>Adds an entry to the log; every window is told.</summary>
    public void Log(string teardownId, string windowId, BenchEntry entry)
    {
        store.Log(teardownId, windowId, Encoding.UTF8.GetString(RecordJson.Canonical(entry)));
        news.Tell(new(NewsKind.Changed, teardownId, windowId));
    }

    /// <summary>The record of a teardown as its first unit has it, with the parts of every unit that it serves; null: no such teardown.</summary>
    public (TeardownRecord Record, long Revision)? Record(string teardownId)
    {
        if (store.Head(DocumentKind.Teardown, teardownId) is not { } head || store.UnitsOf(teardownId) is not { Count: > 0 } served)
            return null;
        var units = served.Select(unitId => Workshop.UnitDocument(store.Head(DocumentKind.Unit, unitId)!.Document)).ToList();
        var record = HeadDocuments.Merge(units[0], Workshop.TeardownDocument(head.Document));
        return (record with { Parts = [.. units.SelectMany(unit => unit.Parts).DistinctBy(part => part.Id)] }, head.Revision);
    }

    /// <summary>What happened to a step since a revision, by whomever; null: nothing.</summary>
    public ItemDifference? ChangedSince(string teardownId, string stepId, long since, TeardownRecord now)
    {
        if (store.DocumentAt(DocumentKind.Teardown, teardownId, since) is not { } document)
            return null;
        var before = Workshop.TeardownDocument(document).Steps.FirstOrDefault(step => step.Id == stepId);
        var step = now.Steps.First(step => step.Id == stepId);
        return before is not null && RecordJson.Canonical(before).AsSpan().SequenceEqual(RecordJson.Canonical(step))
            ? null
            : new("step", stepId, step.Title, ItemChange.Changed);
    }

    /// <summary>Where a line stands; null: its step was removed.</summary>
    public static StepLineContext? Context(TeardownRecord record, string? stepId, string? before)
    {
        var stands = stepId ?? before;
        var position = stands is null ? record.Steps.Count : record.Steps.Select(step => step.Id).ToList().IndexOf(stands);
        return position < 0 ? null : StepLineContext.Of(record, position, stepId);
    }

    /// <summary>What the bench shows.</summary>
    public BenchView View(Workpiece piece, string windowId)
    {
        var record = piece.Record.Record;
        var teardownId = piece.Teardown.Id;
        var rows = store.LogOf(teardownId);
        var state = Fold(rows);
        var watch = state.Stopwatch.At(Now);
        var (draft, draftOf) = Draft(teardownId, windowId);
        var history = ChangeHistory.Of(store.History(DocumentKind.Teardown, teardownId), windowId);
        return new BenchView
        {
            TeardownRevision = piece.Teardown.Revision,
            Path = PathTo(record, StepLineContext.Of(record, record.Steps.Count, null).CurrentLayer),
            Lines = [.. record.Steps.Select((step, i) => StepLine.Print(step, StepLineContext.Of(record, i, step.Id)))],
            InHand = ToolChanges.InHand(record.Steps),
            ChangeSeconds = ToolChanges.SecondsOfChange(workshop.Rubric),
            Tray = [.. SortingTray.Of(record.Steps).Select(WellView.Of)],
            Closing = state.Closing ? Closing(record, state) : null,
            Stopwatch = new(watch.State, watch.Step, watch.Laps, watch.Work, watch.Logging),
            Preparation = Cautions.Text(Caution.Preparation),
            Seen = [.. state.Seen],
            PackSwollen = state.PackSwollen,
            Stopped = state.IsStopped,
            SwollenPack = Cautions.Text(Caution.SwollenPack),
            Missing = StillMissing.Of(record, workshop.Rubric, state.LookedUnder, state.PackSwollen is not null),
            Early = [.. TeardownEdits.OutOfOrder(record.Steps, record.Layers[0]).Select(early => new EarlyStep(record.Steps[early.Position].Id, early.Needs))],
            Draft = draft,
            DraftOf = draftOf,
            Undo = history.Undo?.What,
            Redo = history.Redo?.What,
            Log = [.. rows.Select(row => new LogLine(row.MadeAt, Entry(row))).Where(line => line.Entry.Kind is not (BenchEntryKind.Stopwatch or BenchEntryKind.StopwatchCorrected))],
        };
    }

    /// <summary>What a line says where it stands.</summary>
    public LineView Read(TeardownRecord record, StepLineContext context, string teardownId, LineRequest request)
    {
        var reading = StepLine.Read(request.Line, context);
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
            Cautions = Cautions.For(WithNewParts(record, reading.Parts), reading.Step, State(teardownId).PackSwollen == true),
            Effort = EffortView.Of(StepEffort.StandardOf(reading.Step, workshop.Rubric).Seconds),
            ToolChanges = ToolChanges.Changes(ToolChanges.InHand(before), reading.Step),
            Wells = [.. wells],
        };
    }

    /// <summary>The record with the parts that a line names and it has not.</summary>
    internal static TeardownRecord WithNewParts(TeardownRecord record, IReadOnlyList<PartOfLine> parts) => record with
    {
        Parts = [.. record.Parts, .. parts.Where(part => part.NewKind is not null).Select(part => new Part { Id = part.Id, Kind = part.NewKind!.Value })],
    };

    /// <summary>This window's draft, else the latest of a window that is no longer open, and whose it is.</summary>
    private (Draft? Draft, string? Of) Draft(string teardownId, string windowId)
    {
        var drafts = store.Drafts(teardownId);
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
        store.HandDraftOver(teardownId, from, windowId);
        return true;
    }

    private static Draft Parse(DraftRow row) => JsonSerializer.Deserialize<Draft>(row.Document, RecordJson.Options) ?? new Draft();

    private static ClosingView Closing(TeardownRecord record, BenchState state)
    {
        var closing = Core.Planning.Closing.Of(record.Steps, state.Returned, state.LeftOver);
        return new(
            [
                .. closing.Steps.Select(step => new ClosingStepView(step.StepId, step.Title,
                    [.. step.Wells.Select(well => new ClosingWellView(well.Well.Number, well.Well.Group, well.Expected, well.Well.Screws.Count, well.Returned))], step.Tightening, step.Done)),
            ],
            closing.Count.Expected, closing.Count.Returned, closing.Count.LeftOver, closing.Count.Missing, closing.Count.IsClean, state.ClosingAnswer);
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
