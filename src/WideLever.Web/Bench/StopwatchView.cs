using WideLever.Core.Benching;

namespace WideLever.Web.Bench;

/// <summary>The stopwatch at this moment.</summary>
/// <param name="State">What it is doing.</param>
/// <param name="Step">Work seconds of the step in hand.</param>
/// <param name="Laps">Work seconds of steps that are not logged yet.</param>
/// <param name="Work">Work seconds so far.</param>
/// <param name="Logging">Logging seconds so far.</param>
public sealed record StopwatchView(StopwatchState State, double Step, IReadOnlyList<double> Laps, double Work, double Logging);
