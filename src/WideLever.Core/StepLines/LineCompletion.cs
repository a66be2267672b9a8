
namespace WideLever.Core.StepLines;

/// <summary>A word that would go on at the caret.</summary>
/// <param name="Start">Where what it replaces begins.</param>
/// <param name="End">Where that ends: the caret.</param>
/// <param name="Text">The text to put there.</param>
public sealed record LineCompletion(int Start, int End, string Text);
