using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>Which tools the way takes, and how many. Method, <em>Criteria</em>, tools.</summary>
public static class Tools
{
    /// <summary>Tools of the actions of a route.</summary>
    public static Quantity Of(IReadOnlyList<TeardownAction> route, Rubric rubric)
    {
        var known = new HashSet<Tool>();
        var unknown = 0;
        foreach (var action in route)
        {
            if (action.ToolInHand() is not { } tool)
                unknown++;
            else if (tool != Tool.Hand)
                known.Add(tool);
        }
        var worst = known.Select(tool => rubric.Tools[tool]).DefaultIfEmpty(1).Min();
        var high = worst * Extra(known.Count, rubric);
        if (unknown == 0)
            return Quantity.Exactly(high);
        var worstDrive = Words.Members<Drive>().Min(drive => rubric.Tools[drive.Tool()]);
        return Quantity.Between(Math.Min(worst, worstDrive) * Extra(known.Count + unknown, rubric), high);
    }

    private static double Extra(int tools, Rubric rubric) => Math.Pow(rubric.ExtraToolFactor, Math.Max(0, tools - rubric.ExtraToolFree));
}
