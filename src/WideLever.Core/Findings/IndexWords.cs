using System.Globalization;
using WideLever.Core.Scoring;

namespace WideLever.Core.Findings;

/// <summary>An index in words, by its own status alone. Method, <em>Means</em>, status.</summary>
public static class IndexWords
{
    /// <summary>Whether an index has a figure that may be shown as one: no draft has.</summary>
    public static bool HasFigure(Quantity index, Status status) => index.Value is not null && status != Status.Draft;

    /// <summary>63 (58 to 70); 63 where both ends print as it does; between 58 and 70 of what has no figure.</summary>
    public static string Figure(Quantity index, Status status) => !HasFigure(index, status)
        ? Round(index.Low) == Round(index.High) ? Round(index.Low) : $"between {Round(index.Low)} and {Round(index.High)}"
        : Round(index.Low) == Round(index.High) ? Round(index.Value!.Value) : $"{Round(index.Value!.Value)} ({Round(index.Low)} to {Round(index.High)})";

    /// <summary>A number of 0..100 as it is printed.</summary>
    public static string Round(double value) => Math.Round(value, MidpointRounding.AwayFromZero).ToString(CultureInfo.InvariantCulture);
}
