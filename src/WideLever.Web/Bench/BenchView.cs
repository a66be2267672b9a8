using WideLever.Core.Planning;
using WideLever.Core.Benching;

namespace WideLever.Web.Bench;

/// <summary>A line of the bench log.</summary>
/// <param name="MadeAt">When, UTC.</param>
/// <param name="Entry">What happened.</param>
public sealed record LogLine(string MadeAt, BenchEntry Entry);

/// <summary>A step that stands before something that it needs.</summary>
/// <param name="StepId">The step.</param>
/// <param name="Needs">What it needs.</param>
public sealed record EarlyStep(string StepId, string Needs);

/// <summary>What the bench shows besides the record.</summary>
public sealed record BenchView
{
    /// <summary>Missing facts that are told at a time: as they are answered, the next ones come.</summary>
    public const int MostMissing = 200;

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

    /// <summary>What the record has not: the first <see cref="MostMissing"/> of it.</summary>
    public required IReadOnlyList<MissingFact> Missing { get; init; }

    /// <summary>How many things the record has not.</summary>
    public required int MissingCount { get; init; }

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
