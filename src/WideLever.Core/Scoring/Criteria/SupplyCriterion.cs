using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>Who sells the service unit, and whether it works unpaired. Method, <em>Criteria</em>, supply.</summary>
public static class SupplyCriterion
{
    /// <summary>Supply of a service unit.</summary>
    public static Quantity Of(Spare spare, Rubric rubric)
    {
        if (spare.Source is not { } source)
            return Quantity.Unknown;
        var value = rubric.Supply[source];
        return spare.Paired switch
        {
            false => Quantity.Exactly(value),
            true => Quantity.Exactly(value * rubric.Paired),
            null => Quantity.Between(value * rubric.Paired, value),
        };
    }
}
