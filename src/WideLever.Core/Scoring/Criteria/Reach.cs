using WideLever.Core.Routes;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>How much effort the way takes. Method, <em>Criteria</em>, reach.</summary>
public static class Reach
{
    /// <summary>Reach of a route's effort under a kind's thresholds, full and zero, in seconds.</summary>
    public static Quantity Of(EffortSeconds effort, Thresholds kind) =>
        effort.Low == effort.High ? Quantity.Exactly(Share(effort.Value, kind)) : Quantity.Between(Share(effort.High, kind), Share(effort.Value, kind), Share(effort.Low, kind));

    private static double Share(double effort, Thresholds kind)
    {
        var (full, zero) = (kind.First, kind.Second);
        return effort <= full ? 1 : Math.Clamp(Math.Log(zero / effort) / Math.Log(zero / full), 0, 1);
    }
}
