
namespace WideLever.Core.Rubrics;

/// <summary>Limits of the statuses.</summary>
/// <param name="ProvisionalBelow">Coverage, 0..1.</param>
/// <param name="DraftBelow">Coverage, 0..1.</param>
/// <param name="ProvisionalAboveWidth">Width of a range, points.</param>
public sealed record StatusLimits(double ProvisionalBelow, double DraftBelow, double ProvisionalAboveWidth);
