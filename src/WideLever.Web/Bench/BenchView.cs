using System.Text.Json;
using WideLever.Core.Benching;
using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Core.StepLines;

namespace WideLever.Web.Bench;

/// <summary>A well of the sorting tray.</summary>
public sealed record WellView
{
    /// <summary>Its number, from 1 in the order of opening.</summary>
    public required int Number { get; init; }

    /// <summary>Id of the step that takes its screws out.</summary>
    public required string StepId { get; init; }

    /// <summary>Its title.</summary>
    public required string StepTitle { get; init; }

    /// <summary>Its layer.</summary>
    public required string Layer { get; init; }

    /// <summary>Which group of screws of the step, from 0.</summary>
    public required int Group { get; init; }

    /// <summary>How many screws; a span where they were not counted for certain, null where nobody counted them.</summary>
    public required Count? Count { get; init; }

    /// <summary>Their drive; null: unknown.</summary>
    public required Drive? Drive { get; init; }

    /// <summary>Their size; null: unknown.</summary>
    public required string? Size { get; init; }

    /// <summary>Their thread; null: unknown.</summary>
    public required string? Thread { get; init; }

    /// <summary>Their length, mm; null: unknown.</summary>
    public required double? Length { get; init; }

    /// <summary>What hides them; null: unknown.</summary>
    public required Cover? Cover { get; init; }

    /// <summary>Whether they stay in their part; null: unknown.</summary>
    public required bool? Captive { get; init; }

    /// <summary>How their length stands to others of the layer.</summary>
    public required LengthDifference Difference { get; init; }

    /// <summary>The view of a well.</summary>
    public static WellView Of(TrayWell well) => new()
    {
        Number = well.Number,
        StepId = well.StepId,
        StepTitle = well.StepTitle,
        Layer = well.Layer,
        Group = well.Group,
        Count = well.Screws.Count,
        Drive = well.Screws.Drive,
        Size = well.Screws.Size,
        Thread = well.Screws.Thread,
        Length = well.Screws.Length,
        Cover = well.Screws.Cover,
        Captive = well.Screws.Captive,
        Difference = well.Difference,
    };
}

/// <summary>A well on the way back.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Group">Which group of screws of the step.</param>
/// <param name="Expected">How many should go back; null: nobody counted them for certain, and who puts them back says how many there are.</param>
/// <param name="Count">How many were noted on the way out.</param>
/// <param name="Returned">How many did; null: not ticked.</param>
public sealed record ClosingWellView(int Number, int Group, int? Expected, Count? Count, int? Returned);

/// <summary>A step on the way back.</summary>
/// <param name="StepId">The step.</param>
/// <param name="Title">Its title.</param>
/// <param name="Wells">Its wells, the last first.</param>
/// <param name="Tightening">The order noted for its screws.</param>
/// <param name="Done">Whether it was put back.</param>
public sealed record ClosingStepView(string StepId, string Title, IReadOnlyList<ClosingWellView> Wells, IReadOnlyList<string> Tightening, bool Done);

/// <summary>Putting back.</summary>
/// <param name="Steps">The steps, the last first.</param>
/// <param name="Expected">Screws that came out; null: a group of no certain count was not put back yet.</param>
/// <param name="Returned">Screws that went back.</param>
/// <param name="LeftOver">Screws counted in the tray; null: not counted.</param>
/// <param name="Missing">Screws that neither went back nor lie in the tray; null: not counted.</param>
/// <param name="Clean">Whether every screw is where it belongs.</param>
/// <param name="Answer">What became of those that are not; null: not answered.</param>
public sealed record ClosingView(
    IReadOnlyList<ClosingStepView> Steps, int? Expected, int Returned, int? LeftOver, int? Missing, bool Clean, string? Answer);

/// <summary>The stopwatch at this moment.</summary>
/// <param name="State">What it is doing.</param>
/// <param name="Step">Work seconds of the step in hand.</param>
/// <param name="Laps">Work seconds of steps that are not logged yet.</param>
/// <param name="Work">Work seconds so far.</param>
/// <param name="Logging">Logging seconds so far.</param>
public sealed record StopwatchView(StopwatchState State, double Step, IReadOnlyList<double> Laps, double Work, double Logging);

/// <summary>What is typed and not committed.</summary>
public sealed record Draft
{
    /// <summary>The line.</summary>
    public string Line { get; init; } = "";

    /// <summary>Where the caret stands.</summary>
    public int Caret { get; init; }

    /// <summary>The step that the line stands for; null: a new one.</summary>
    public string? StepId { get; init; }

    /// <summary>The step before which a new one goes; null: at the end.</summary>
    public string? Before { get; init; }

    /// <summary>The revision on which the change of a step began; null: a new one.</summary>
    public long? Since { get; init; }

    /// <summary>Photos taken for the step that is being typed.</summary>
    public IReadOnlyList<string> Photos { get; init; } = [];

    /// <summary>How far the steps are scrolled, px.</summary>
    public double Scroll { get; init; }
}

/// <summary>A step that stands before something that it needs.</summary>
/// <param name="StepId">The step.</param>
/// <param name="Needs">What it needs.</param>
public sealed record EarlyStep(string StepId, string Needs);

/// <summary>A line of the bench log.</summary>
/// <param name="MadeAt">When, UTC.</param>
/// <param name="Entry">What happened.</param>
public sealed record LogLine(string MadeAt, BenchEntry Entry);

/// <summary>What the bench shows besides the record.</summary>
public sealed record BenchView
{
    /// <summary>Revision of the teardown that this is of.</summary>
    public required long TeardownRevision { get; init; }

    /// <summary>The layers from the outside to the one in hand.</summary>
    public required IReadOnlyList<string> Path { get; init; }

    /// <summary>Each step as its line.</summary>
    public required IReadOnlyList<string> Lines { get; init; }

    /// <summary>The tool in hand; null: the bare hand.</summary>
    public required HeldTool? InHand { get; init; }

    /// <summary>What changing the tool costs, s.</summary>
    public required double ChangeSeconds { get; init; }

    /// <summary>The sorting tray.</summary>
    public required IReadOnlyList<WellView> Tray { get; init; }

    /// <summary>Putting back; null: it has not begun.</summary>
    public required ClosingView? Closing { get; init; }

    /// <summary>The stopwatch.</summary>
    public required StopwatchView Stopwatch { get; init; }

    /// <summary>What is done before the first step.</summary>
    public required CautionText Preparation { get; init; }

    /// <summary>Cautions that were seen.</summary>
    public required IReadOnlyList<Caution> Seen { get; init; }

    /// <summary>Whether the pack is swollen; null: nobody looked.</summary>
    public required bool? PackSwollen { get; init; }

    /// <summary>Whether a swollen pack stands in the way.</summary>
    public required bool Stopped { get; init; }

    /// <summary>What to heed at a swollen pack.</summary>
    public required CautionText SwollenPack { get; init; }

    /// <summary>What the record has not.</summary>
    public required IReadOnlyList<MissingFact> Missing { get; init; }

    /// <summary>Steps that stand before what they need.</summary>
    public required IReadOnlyList<EarlyStep> Early { get; init; }

    /// <summary>This window's draft, else the latest of a window that is no longer open; null: none.</summary>
    public required Draft? Draft { get; init; }

    /// <summary>The window that is no longer open, whose draft it is; null: this window.</summary>
    public required string? DraftOf { get; init; }

    /// <summary>What undo would take back; null: nothing.</summary>
    public required string? Undo { get; init; }

    /// <summary>What redo would do again; null: nothing.</summary>
    public required string? Redo { get; init; }

    /// <summary>The bench log, the stopwatch left out, oldest first.</summary>
    public required IReadOnlyList<LogLine> Log { get; init; }
}

/// <summary>A step line that is being typed.</summary>
public sealed record LineRequest
{
    /// <summary>The line.</summary>
    public required string Line { get; init; }

    /// <summary>Where the caret stands.</summary>
    public int Caret { get; init; }

    /// <summary>The step that it stands for; null: a new one.</summary>
    public string? StepId { get; init; }

    /// <summary>The step before which a new one goes; null: at the end.</summary>
    public string? Before { get; init; }

    /// <summary>The revision on which the change of a step began; null: a new one.</summary>
    public long? Since { get; init; }

    /// <summary>Photos taken for it.</summary>
    public IReadOnlyList<string> Photos { get; init; } = [];
}

/// <summary>A step to be written as its line.</summary>
public sealed record PrintRequest
{
    /// <summary>The step, as the record has it; an empty title lets the line name it.</summary>
    public required JsonElement Step { get; init; }

    /// <summary>What the line said of the parts that it frees.</summary>
    public IReadOnlyList<PartOfLine> Parts { get; init; } = [];

    /// <summary>The step that the line stands for; null: a new one.</summary>
    public string? StepId { get; init; }

    /// <summary>The step before which a new one goes; null: at the end.</summary>
    public string? Before { get; init; }
}

/// <summary>What a step line says, and what follows from it.</summary>
public sealed record LineView
{
    /// <summary>The step as far as it was understood.</summary>
    public required Step Step { get; init; }

    /// <summary>The parts that it frees.</summary>
    public required IReadOnlyList<PartOfLine> Parts { get; init; }

    /// <summary>Its pieces.</summary>
    public required IReadOnlyList<LineChip> Chips { get; init; }

    /// <summary>Its faults.</summary>
    public required IReadOnlyList<LineFault> Faults { get; init; }

    /// <summary>How it could go on.</summary>
    public required IReadOnlyList<LineCompletion> Completions { get; init; }

    /// <summary>Facts that it leaves open.</summary>
    public required IReadOnlyList<OpenQuestion> Questions { get; init; }

    /// <summary>What to heed.</summary>
    public required IReadOnlyList<CautionText> Cautions { get; init; }

    /// <summary>Its effort under the rubric.</summary>
    public required EffortView Effort { get; init; }

    /// <summary>Tools that it needs and that are not in hand.</summary>
    public required IReadOnlyList<HeldTool> ToolChanges { get; init; }

    /// <summary>The wells that it would fill.</summary>
    public required IReadOnlyList<WellView> Wells { get; init; }
}

/// <summary>A step as its line.</summary>
/// <param name="Line">The line.</param>
public sealed record PrintedLine(string Line);
