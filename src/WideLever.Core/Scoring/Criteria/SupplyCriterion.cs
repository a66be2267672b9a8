using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>Who sells the service unit, and whether it works unpaired. Method, <em>Criteria</em>, supply.</summary>
public static class SupplyCriterion
{
    /// <summary>Supply of a service unit.</summary>
    public static Quantity Of(Part unit, Rubric rubric)
    {
        if (unit.Spare.Source is not { } source)
            return Quantity.Unknown with { Value = Supposed(unit, rubric) };
        var value = rubric.Supply[source];
        return unit.Spare.Paired switch
        {
            false => Quantity.Exactly(value),
            true => Quantity.Exactly(value * rubric.Paired),
            null => Quantity.Between(value * rubric.Paired, value),
        };
    }

    /// <summary>What the rubric supplies where no source is known: a value of what anyone may make, and of nothing else; null: none.</summary>
    public static double? Supposed(Part unit, Rubric rubric) =>
        unit.Spare.Source is null && unit.Interface.Standard == Standard.Open ? rubric.OpenSupply * (unit.Spare.Paired == true ? rubric.Paired : 1) : null;
}
