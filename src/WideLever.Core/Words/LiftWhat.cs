
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>What is lifted out.</summary>
public enum LiftWhat { Cover, Part, Assembly, Board, Display }
