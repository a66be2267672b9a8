using WideLever.Core.Planning;

namespace WideLever.Core.Benching;

/// <summary>What a line of the bench log tells.</summary>
public enum BenchEntryKind
{
    /// <summary>A caution was seen: <see cref="BenchEntry.Caution"/>.</summary>
    CautionSeen,

    /// <summary>The pack was looked at: <see cref="BenchEntry.Swollen"/>.</summary>
    PackLookedAt,

    /// <summary>What was done about a swollen pack: <see cref="BenchEntry.Text"/>.</summary>
    PackAnswered,

    /// <summary>The bench looked under all of <see cref="BenchEntry.Cover"/> and found no screw.</summary>
    LookedUnder,

    /// <summary>Something happened to the stopwatch: <see cref="BenchEntry.Stopwatch"/>.</summary>
    Stopwatch,

    /// <summary>The step that is logged next took <see cref="BenchEntry.Seconds"/>.</summary>
    StopwatchCorrected,

    /// <summary>Putting back began.</summary>
    ClosingBegun,

    /// <summary>It goes no further than to the layer <see cref="BenchEntry.Text"/>, which stays open; null: all goes back.</summary>
    ClosingTo,

    /// <summary>Screws of <see cref="BenchEntry.Step"/> and <see cref="BenchEntry.Group"/> went back: <see cref="BenchEntry.Count"/>; null takes the tick away.</summary>
    ClosingTicked,

    /// <summary>Screws left in the tray at the end: <see cref="BenchEntry.Count"/>.</summary>
    ClosingCounted,

    /// <summary>What became of screws left over or missing: <see cref="BenchEntry.Text"/>.</summary>
    ClosingAnswered,
}

/// <summary>One thing that happened at the bench and is no fact of the record.</summary>
public sealed record BenchEntry
{
    /// <summary>What it tells.</summary>
    public required BenchEntryKind Kind { get; init; }

    /// <summary>The caution.</summary>
    public Caution? Caution { get; init; }

    /// <summary>Id of the step.</summary>
    public string? Step { get; init; }

    /// <summary>Group of screws of the step, from 0.</summary>
    public int? Group { get; init; }

    /// <summary>How many.</summary>
    public int? Count { get; init; }

    /// <summary>What hides screws.</summary>
    public Cover? Cover { get; init; }

    /// <summary>Whether the pack is swollen.</summary>
    public bool? Swollen { get; init; }

    /// <summary>What happened to the stopwatch.</summary>
    public StopwatchEvent? Stopwatch { get; init; }

    /// <summary>Seconds.</summary>
    public double? Seconds { get; init; }

    /// <summary>An answer.</summary>
    public string? Text { get; init; }

    /// <summary>What is wrong with the entry, or null.</summary>
    public Fault? Fault() => Kind switch
    {
        BenchEntryKind.CautionSeen when Caution is null => Missing("caution"),
        BenchEntryKind.PackLookedAt when Swollen is null => Missing("swollen"),
        BenchEntryKind.LookedUnder when Cover is null or Words.Cover.None => Missing("cover"),
        BenchEntryKind.Stopwatch when Stopwatch is null => Missing("stopwatch"),
        BenchEntryKind.StopwatchCorrected when Seconds is not (>= 1 and <= RecordLimits.Seconds) => new("seconds", $"must be a number from 1 to {RecordLimits.Seconds}"),
        BenchEntryKind.ClosingTicked when Step is null => Missing("step"),
        BenchEntryKind.ClosingTicked when Group is not (>= 0 and < RecordLimits.Actions) => new("group", "must be a group of screws, from 0"),
        BenchEntryKind.ClosingTicked when Count is < 0 or > RecordLimits.Count => Counted,
        BenchEntryKind.ClosingCounted when Count is not (>= 0 and <= 100 * RecordLimits.Count) => Counted,
        BenchEntryKind.PackAnswered or BenchEntryKind.ClosingAnswered when string.IsNullOrWhiteSpace(Text) => Missing("text"),
        _ when Text?.Length > RecordLimits.Text => new("text", $"is longer than {RecordLimits.Text} characters"),
        _ => null,
    };

    private static Fault Counted => new("count", $"must be a whole number from 0 to {RecordLimits.Count}");

    private static Fault Missing(string field) => new(field, "is required");
}

/// <summary>What a bench log adds up to.</summary>
public sealed record BenchState
{
    /// <summary>Nothing happened yet.</summary>
    public static BenchState Empty { get; } = new();

    /// <summary>The stopwatch after the last entry.</summary>
    public Stopwatch Stopwatch { get; init; } = Stopwatch.Unstarted;

    /// <summary>Cautions that were seen.</summary>
    public IReadOnlySet<Caution> Seen { get; init; } = new HashSet<Caution>();

    /// <summary>Whether the pack is swollen; null: nobody looked.</summary>
    public bool? PackSwollen { get; init; }

    /// <summary>What was done about a swollen pack; null: nothing was answered.</summary>
    public string? PackAnswer { get; init; }

    /// <summary>Covers that were looked under.</summary>
    public IReadOnlySet<Cover> LookedUnder { get; init; } = new HashSet<Cover>();

    /// <summary>Whether putting back has begun.</summary>
    public bool Closing { get; init; }

    /// <summary>The layer that stays open; null: all goes back.</summary>
    public string? StaysOpen { get; init; }

    /// <summary>Screws put back by step and group.</summary>
    public IReadOnlyDictionary<(string StepId, int Group), int> Returned { get; init; } = new Dictionary<(string, int), int>();

    /// <summary>Screws counted in the tray at the end; null: not counted.</summary>
    public int? LeftOver { get; init; }

    /// <summary>What became of screws left over or missing; null: not answered.</summary>
    public string? ClosingAnswer { get; init; }

    /// <summary>Whether a swollen pack stands in the way of the next step.</summary>
    public bool IsStopped => PackSwollen == true && PackAnswer is null;

    /// <summary>The state after some entries, each with its time in seconds on one clock.</summary>
    public static BenchState Of(IEnumerable<(double At, BenchEntry Entry)> entries) =>
        entries.Aggregate(Empty, (state, line) => state.After(line.Entry, line.At));

    /// <summary>The state after one entry more.</summary>
    public BenchState After(BenchEntry entry, double at) => entry.Kind switch
    {
        BenchEntryKind.CautionSeen when entry.Caution is { } caution => this with { Seen = new HashSet<Caution>(Seen) { caution } },
        // Looking again asks again.
        BenchEntryKind.PackLookedAt => this with { PackSwollen = entry.Swollen, PackAnswer = null },
        BenchEntryKind.PackAnswered => this with { PackAnswer = entry.Text },
        BenchEntryKind.LookedUnder when entry.Cover is { } cover => this with { LookedUnder = new HashSet<Cover>(LookedUnder) { cover } },
        BenchEntryKind.Stopwatch when entry.Stopwatch is { } happened => this with { Stopwatch = Stopwatch.After(happened, at) },
        BenchEntryKind.StopwatchCorrected when entry.Seconds is { } seconds => this with { Stopwatch = Stopwatch.Corrected(seconds, at) },
        BenchEntryKind.ClosingBegun => this with { Closing = true, StaysOpen = null, Returned = new Dictionary<(string, int), int>(), LeftOver = null, ClosingAnswer = null },
        // What was ticked stands; a count was of other wells.
        BenchEntryKind.ClosingTo => this with { StaysOpen = entry.Text, LeftOver = null, ClosingAnswer = null },
        BenchEntryKind.ClosingTicked when entry is { Step: { } step, Group: { } group } => this with { Returned = Ticked(step, group, entry.Count), LeftOver = null, ClosingAnswer = null },
        BenchEntryKind.ClosingCounted => this with { LeftOver = entry.Count, ClosingAnswer = null },
        BenchEntryKind.ClosingAnswered => this with { ClosingAnswer = entry.Text },
        _ => this,
    };

    private Dictionary<(string, int), int> Ticked(string step, int group, int? count)
    {
        var returned = new Dictionary<(string, int), int>(Returned);
        if (count is { } put)
            returned[(step, group)] = put;
        else
            returned.Remove((step, group));
        return returned;
    }
}
