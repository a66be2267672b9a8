using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Scoring;

/// <summary>How likely a step damages something. Method, <em>Criteria</em>, survival.</summary>
public static class StepRisk
{
    /// <summary>The chance, 0..1: the middle of what unknown words and sizes allow.</summary>
    public static double Of(Step step, Rubric rubric) => 1 - step.Actions.Aggregate(1.0, (whole, action) => whole * Survival.Of(action, rubric).Value);
}
