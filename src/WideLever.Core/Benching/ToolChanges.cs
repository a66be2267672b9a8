using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Benching;

/// <summary>A tool as it is held: with its size where that is known.</summary>
/// <param name="Tool">The tool.</param>
/// <param name="Size">Its size, such as PH0; null: none, or unknown.</param>
public sealed record HeldTool(Tool Tool, string? Size);

/// <summary>The tool in hand, and what changing it costs.</summary>
public static class ToolChanges
{
    /// <summary>The tool that the last action of some steps left in the hand; null: the bare hand, or unknown.</summary>
    public static HeldTool? InHand(IEnumerable<Step> steps) =>
        steps.SelectMany(step => step.Actions).Select(Held).LastOrDefault(tool => tool is not null);

    /// <summary>The tools that a step needs and that are not in hand when each is needed, in order.</summary>
    public static IReadOnlyList<HeldTool> Changes(HeldTool? inHand, Step step)
    {
        var changes = new List<HeldTool>();
        foreach (var tool in step.Actions.Select(Held).OfType<HeldTool>())
        {
            if (tool == inHand)
                continue;
            changes.Add(tool);
            inHand = tool;
        }
        return changes;
    }

    /// <summary>Seconds that changing to another tool and back costs. Method, <em>Effort of an action</em>, step.</summary>
    public static double SecondsOfChange(Rubric rubric) => rubric.Times.ToolPickUp.Sum;

    private static HeldTool? Held(TeardownAction action) =>
        action.ToolInHand() is { } tool and not Tool.Hand ? new(tool, action is Unscrew { Tool: null, Size: { } size } ? size : null) : null;
}
