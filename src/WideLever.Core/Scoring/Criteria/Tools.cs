using System.Numerics;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>Which tools the way takes, and how many. Method, <em>Criteria</em>, tools.</summary>
/// <param name="Known">The different tools other than the hand, a bit for each.</param>
/// <param name="Unknown">Actions of unknown tool.</param>
internal readonly record struct Tools(uint Known, int Unknown)
{
    /// <summary>The tools of both.</summary>
    public static Tools operator +(Tools a, Tools b) => new(a.Known | b.Known, a.Unknown + b.Unknown);

    /// <summary>The tool of an action.</summary>
    public static Tools Of(TeardownAction action) => action.ToolInHand() switch
    {
        null => new(0, 1),
        Tool.Hand => default,
        { } tool => new(1u << (int)tool, 0),
    };

    /// <summary>What they are worth together.</summary>
    public Quantity Worth(Rubric rubric)
    {
        double worst = 1;
        for (var tools = Known; tools != 0; tools &= tools - 1)
            worst = Math.Min(worst, rubric.Tools[(Tool)BitOperations.TrailingZeroCount(tools)]);
        var known = BitOperations.PopCount(Known);
        var high = worst * Extra(known, rubric);
        if (Unknown == 0)
            return Quantity.Exactly(high);
        double worstDrive = 1;
        foreach (var drive in WordList.Members<Drive>())
            worstDrive = Math.Min(worstDrive, rubric.Tools[drive.Tool()]);
        return Quantity.Between(Math.Min(worst, worstDrive) * Extra(known + Unknown, rubric), high);
    }

    private static double Extra(int tools, Rubric rubric) => Math.Pow(rubric.ExtraToolFactor, Math.Max(0, tools - rubric.ExtraToolFree));
}
