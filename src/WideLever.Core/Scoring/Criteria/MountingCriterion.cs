using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>How a part is held, or what it is one piece with. Method, <em>Criteria</em>, mounting.</summary>
public static class MountingCriterion
{
    /// <summary>Mounting of a part with its service unit; null: unknown which.</summary>
    public static Quantity Of(Part part, Part? unit, Rubric rubric)
    {
        if (part.Mounting is not { } mounting)
            return Quantity.Unknown;
        var own = rubric.Mountings[mounting];
        if (!rubric.Inseparable.Contains(mounting))
            return Quantity.Exactly(own);
        if (unit is null)
            return Quantity.Between(own, own, Math.Max(own, Ends.Of(rubric.UnitShare.Values).Greatest));
        return Quantity.Exactly(Math.Max(own, rubric.UnitShare[unit.Kind] * rubric.Mountings[unit.Mounting!.Value]));
    }
}
