namespace WideLever.Core.Words;

/// <summary>Something that keeps a record or rubric from being used, or a hint about it.</summary>
/// <param name="At">Its place, such as <c>steps[3].after[0]</c>; empty for the document as a whole.</param>
/// <param name="Message">What is wrong there, as a sentence.</param>
public sealed record Fault(string At, string Message);
