
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>Recess of a screw head, by its standard term. Every drive is also a <see cref="Tool"/>.</summary>
public enum Drive { Cross, Slotted, CrossJis, SixLobe, Hex, Nut, SixLobePin, FiveLobe, TriLobe, Spanner }
