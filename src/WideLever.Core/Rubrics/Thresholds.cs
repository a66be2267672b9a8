
namespace WideLever.Core.Rubrics;

/// <summary>A value function's two ends; which is the better one, the table says.</summary>
/// <param name="First">The first number of the table's pair.</param>
/// <param name="Second">The second.</param>
public readonly record struct Thresholds(double First, double Second);
