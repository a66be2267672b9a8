
namespace WideLever.Core.Rubrics;

/// <summary>Seconds on the way out and on the way back.</summary>
/// <param name="Out">Out, ≥ 0.</param>
/// <param name="Back">Back, ≥ 0.</param>
public readonly record struct OutBack(double Out, double Back)
{
    /// <summary>Out and back together: the effort.</summary>
    public double Sum => Out + Back;

    /// <summary>Both ways of two.</summary>
    public static OutBack operator +(OutBack a, OutBack b) => new(a.Out + b.Out, a.Back + b.Back);

    /// <summary>Both ways, <paramref name="factor"/> times.</summary>
    public static OutBack operator *(double factor, OutBack a) => new(factor * a.Out, factor * a.Back);
}
