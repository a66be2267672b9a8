
namespace WideLever.Core.Rubrics;

/// <summary>A span that an unknown number may lie in.</summary>
/// <param name="Low">Its low end.</param>
/// <param name="High">Its high end, at least the low one.</param>
public readonly record struct Span(double Low, double High);
