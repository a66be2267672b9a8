
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>The state in which the machine came to the bench. Record field <c>teardown.condition</c>.</summary>
public enum Condition { New, Used, Opened, Damaged }
