
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>What hides a screw.</summary>
public enum Cover { None, Foot, Label, Seal, Plug, Tape, Shield }
