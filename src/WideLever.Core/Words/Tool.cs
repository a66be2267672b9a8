
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>What is held in the hand for an action. The words of the rubric's table <c>tools</c>.</summary>
public enum Tool
{
    Hand, PryTool, Cross, Slotted, CrossJis, SixLobe, Hex, Nut, SixLobePin, FiveLobe, TriLobe, Spanner, Puller, Solvent, Heat, Rework,
}
