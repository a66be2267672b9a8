using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Core.StepLines;

namespace WideLever.Core.Benching;

/// <summary>A step line that is to be committed.</summary>
/// <param name="Line">The line.</param>
/// <param name="StepId">The step that it stands for; null: a new one.</param>
/// <param name="Before">The step that the new one goes before; null: at the end.</param>
/// <param name="Photos">Ids of photos that become the step's.</param>
public sealed record LineToCommit(string Line, string? StepId, string? Before, IReadOnlyList<string> Photos);

/// <summary>What a committed line makes of a teardown.</summary>
/// <param name="Document">The teardown with its step.</param>
/// <param name="Step">The step; null: the line makes none.</param>
/// <param name="Parts">Parts that the line names.</param>
/// <param name="Entries">What the bench log gets.</param>
public sealed record LineCommitted(TeardownDocument Document, Step? Step, IReadOnlyList<PartOfLine> Parts, IReadOnlyList<BenchEntry> Entries);

/// <summary>Commits a step line: what it says, in a teardown.</summary>
public static class LineCommit
{
    /// <summary>Where a line stands in a record, with the words of the house; null: its step is not there.</summary>
    public static StepLineContext? Context(TeardownRecord record, string? stepId, string? before, IReadOnlyDictionary<string, string>? words = null)
    {
        var stands = stepId ?? before;
        var position = stands is null ? record.Steps.Count : record.Steps.Select(step => step.Id).ToList().IndexOf(stands);
        return position < 0 ? null : StepLineContext.Of(record, position, stepId) with { Words = words ?? HouseWords.None };
    }

    /// <summary>The teardown with a line's step in it.</summary>
    /// <param name="teardown">The teardown as it stands.</param>
    /// <param name="record">The record that the line was written in: its numbers count the steps of that one.</param>
    /// <param name="line">The line.</param>
    /// <param name="bench">What lies on the bench.</param>
    /// <param name="now">Seconds on the clock of the bench log.</param>
    /// <param name="words">Words that the house taught the line; null: none.</param>
    /// <returns>The teardown, or the faults of the line; neither where a step that the line stands by is not there any more.</returns>
    public static (LineCommitted? Committed, IReadOnlyList<LineFault> Faults) Of(TeardownDocument teardown, TeardownRecord record, LineToCommit line, BenchState bench, double now, IReadOnlyDictionary<string, string>? words = null)
    {
        var (stepId, isNew) = (line.StepId, line.StepId is null);
        var stands = line.StepId ?? line.Before;
        var position = stands is null ? teardown.Steps.Count : teardown.Steps.Select(other => other.Id).ToList().IndexOf(stands);
        if (position < 0 || Context(record, stepId, line.Before, words) is not { } context)
            return (null, []);
        var reading = Implied.In(StepLine.Read(line.Line, context), context);
        if (reading.Faults.Count > 0)
            return (null, reading.Faults);
        // What is looked at or tried takes its time as a step does, and so does a line that is mended.
        List<BenchEntry> ends = bench.Stopwatch.State == StopwatchState.Idle ? [] : [new() { Kind = BenchEntryKind.Stopwatch, Stopwatch = StopwatchEvent.Commit }];
        if (reading.IsSight || reading.Happened is not null)
            return WithoutStep(teardown, reading, position, isNew, bench.Stopwatch.Observed(now), ends, bench.Stopwatch.State == StopwatchState.Logging);
        // A time that the line tells itself is the person's.
        var step = isNew && reading.Step.ObservedSeconds is null ? reading.Step with { ObservedSeconds = bench.Stopwatch.Observed(now) } : reading.Step;
        // What was in view when the step was logged was seen.
        var entries = Cautions.For(PartsOfLine.In(record, reading.Parts), step, bench.PackSwollen == true)
            .Where(caution => !bench.Seen.Contains(caution.Caution))
            .Select(caution => new BenchEntry { Kind = BenchEntryKind.CautionSeen, Caution = caution.Caution, Step = step.Id }).ToList();
        entries.AddRange(ends);
        var edited = isNew ? TeardownEdits.Insert(teardown, position, step) : TeardownEdits.Replace(teardown, position, step);
        return (new(edited with { Photos = [.. edited.Photos.Select(photo => line.Photos.Contains(photo.Id) ? photo with { Step = step.Id } : photo)] }, step, reading.Parts, entries), []);
    }

    /// <summary>What is only looked at, or happened at the step before.</summary>
    private static (LineCommitted? Committed, IReadOnlyList<LineFault> Faults) WithoutStep(TeardownDocument teardown, StepLineReading reading, int position, bool isNew, double? observed, List<BenchEntry> ends, bool goesOn)
    {
        if (!isNew)
            return (null, [new(0, 0, "this line makes no step: it cannot take the place of one", null)]);
        if (reading.Happened is not { } happened)
            return (new(teardown, null, reading.Parts, ends), []);
        var before = teardown.Steps[position - 1];
        // What an attempt cost is its own; a break is told in the midst of the step that follows, whose time goes on.
        if (happened.Kind == SurpriseKind.GaveUp)
            happened = happened with { Seconds = happened.Seconds ?? observed };
        else
            ends = [.. ends.Where(_ => goesOn).Select(end => end with { Stopwatch = StopwatchEvent.Lap })];
        return (new(teardown with { Steps = [.. teardown.Steps.Select((step, i) => i == position - 1 ? before with { Surprises = [.. before.Surprises, happened] } : step)] }, null, reading.Parts, ends), []);
    }
}
