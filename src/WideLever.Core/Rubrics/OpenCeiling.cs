
namespace WideLever.Core.Rubrics;

/// <summary>A capacity as the rubric supplies it where nothing is stated of a place.</summary>
/// <param name="Low">The least, GB or Wh.</param>
/// <param name="Value">What it is taken for.</param>
/// <param name="High">The greatest.</param>
public readonly record struct OpenCeiling(double Low, double Value, double High);
