namespace WideLever.Core.Routes;

/// <summary>Seconds of effort, out and back, with the range that unknown facts allow.</summary>
/// <param name="Low">Least, s.</param>
/// <param name="Value">Middle of low and high, s.</param>
/// <param name="High">Greatest, s.</param>
public readonly record struct EffortSeconds(double Low, double Value, double High)
{
    /// <summary>The same seconds whatever is unknown.</summary>
    public static EffortSeconds Exactly(double seconds) => new(seconds, seconds, seconds);

    /// <summary>Effort of both.</summary>
    public static EffortSeconds operator +(EffortSeconds a, EffortSeconds b) => new(a.Low + b.Low, a.Value + b.Value, a.High + b.High);
}
