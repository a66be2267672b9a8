using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Routes;

/// <summary>Effort of a step. Method, <em>Effort of an action</em>, from <em>Tool</em> on.</summary>
/// <param name="Charged">What the rubric's effort school charges.</param>
/// <param name="Standard">Value of the standard effort, which decides among routes that are charged the same, s.</param>
public readonly record struct StepEffort(EffortSeconds Charged, double Standard)
{
    /// <summary>The effort of a step under the rubric.</summary>
    public static StepEffort Of(Step step, Rubric rubric)
    {
        var standard = StandardOf(step, rubric);
        var charged = rubric.Schools.Effort switch
        {
            EffortSchool.Steps => EffortSeconds.Exactly(rubric.Times.PerStep),
            EffortSchool.Observed when step.ObservedSeconds is { } observed && standard.MiddleOut > 0 =>
                EffortSeconds.Exactly(observed * (standard.Seconds.Value / standard.MiddleOut)),
            _ => standard.Seconds,
        };
        return new(charged, standard.Seconds.Value);
    }

    /// <summary>Standard effort: the actions, and picking up each tool.</summary>
    public static StandardEffort StandardOf(Step step, Rubric rubric)
    {
        var effort = default(StandardEffort);
        var known = 0u;
        var unknown = 0;
        foreach (var action in step.Actions)
        {
            effort += ActionEffort.Of(action, rubric);
            if (action.ToolInHand() is not { } tool)
                unknown++;
            else if (tool != Tool.Hand)
                known |= 1u << (int)tool;
        }
        var pickUps = System.Numerics.BitOperations.PopCount(known);
        return effort + new StandardEffort(pickUps * rubric.Times.ToolPickUp, (pickUps + unknown) * rubric.Times.ToolPickUp);
    }
}
