namespace WideLever.Core.Benching;

/// <summary>What the stopwatch is doing.</summary>
public enum StopwatchState
{
    /// <summary>It was not started: nothing is observed.</summary>
    Idle,

    /// <summary>Work on the machine is timed.</summary>
    Working,

    /// <summary>Logging is timed, apart from work.</summary>
    Logging,

    /// <summary>Nothing is timed.</summary>
    Paused,
}

/// <summary>What can happen to the stopwatch.</summary>
public enum StopwatchEvent
{
    /// <summary>The first key or photo of a step line: hands left the machine.</summary>
    Log,

    /// <summary>Starts it; goes on with the work; or, at work, ends this step's time and begins the next one's.</summary>
    Lap,

    /// <summary>A step was committed.</summary>
    Commit,

    /// <summary>Stops it.</summary>
    Pause,

    /// <summary>Stops it for good; what it timed and nobody logged is dropped.</summary>
    Stop,
}

/// <summary>
/// Times the work on the way out and keeps the time of logging apart. It has no clock of its own: every event brings its time.
/// </summary>
/// <param name="State">What it is doing.</param>
/// <param name="Since">Since when, seconds on the caller's clock.</param>
/// <param name="Step">Work seconds of the step in hand up to <paramref name="Since"/>.</param>
/// <param name="Laps">Work seconds of steps that were done and are not logged yet, the oldest first.</param>
/// <param name="Work">Work seconds of every step so far.</param>
/// <param name="Logging">Logging seconds so far.</param>
public sealed record Stopwatch(StopwatchState State, double Since, double Step, IReadOnlyList<double> Laps, double Work, double Logging)
{
    /// <summary>A stopwatch that was not started.</summary>
    public static Stopwatch Unstarted { get; } = new(StopwatchState.Idle, 0, 0, [], 0, 0);

    /// <summary>The stopwatch after an event.</summary>
    /// <param name="happened">What happened.</param>
    /// <param name="at">When, seconds on the caller's clock; an earlier time than the last counts as no time.</param>
    public Stopwatch After(StopwatchEvent happened, double at)
    {
        var now = At(at);
        return happened switch
        {
            StopwatchEvent.Log => now.State == StopwatchState.Working ? now with { State = StopwatchState.Logging } : now,
            StopwatchEvent.Lap when now.State == StopwatchState.Working => now with { Laps = [.. now.Laps, now.Step], Step = 0 },
            StopwatchEvent.Lap => now with { State = StopwatchState.Working },
            StopwatchEvent.Commit => Committed(now),
            StopwatchEvent.Pause => now.State == StopwatchState.Idle ? now : now with { State = StopwatchState.Paused },
            _ => Unstarted,
        };
    }

    /// <summary>Work seconds of the step that is logged next: of the oldest lap, else of the step in hand; null where nothing was timed.</summary>
    public double? Observed(double at)
    {
        if (State == StopwatchState.Idle)
            return null;
        var seconds = Math.Round(Laps.Count > 0 ? Laps[0] : At(at).Step);
        return seconds < 1 ? null : Math.Min(seconds, Words.RecordLimits.Seconds);
    }

    /// <summary>The stopwatch with another time for the step that is logged next.</summary>
    /// <param name="seconds">The time that it took, s.</param>
    /// <param name="at">When it was corrected.</param>
    public Stopwatch Corrected(double seconds, double at)
    {
        var now = At(at);
        if (now.State == StopwatchState.Idle)
            return now;
        return now.Laps.Count > 0
            ? now with { Work = now.Work - now.Laps[0] + seconds, Laps = [seconds, .. now.Laps.Skip(1)] }
            : now with { Work = now.Work - now.Step + seconds, Step = seconds };
    }

    private static Stopwatch Committed(Stopwatch now) => now.State switch
    {
        StopwatchState.Idle => now,
        // Hands that did several steps ahead are logging them one after the other: the work goes on after the last.
        _ when now.Laps.Count > 0 => now with { Laps = [.. now.Laps.Skip(1)], State = now.Laps.Count > 1 ? now.State : Resumed(now.State) },
        _ => now with { Step = 0, State = Resumed(now.State) },
    };

    private static StopwatchState Resumed(StopwatchState state) => state == StopwatchState.Paused ? state : StopwatchState.Working;

    /// <summary>The stopwatch with the seconds up to a time.</summary>
    public Stopwatch At(double at)
    {
        var seconds = Math.Max(0, at - Since);
        return State switch
        {
            StopwatchState.Working => this with { Since = at, Step = Step + seconds, Work = Work + seconds },
            StopwatchState.Logging => this with { Since = at, Logging = Logging + seconds },
            _ => this with { Since = at },
        };
    }
}
