using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>What has to be unstuck. Method, <em>Criteria</em>, bonds.</summary>
public static class Bonds
{
    /// <summary>Bonds of the actions of a route.</summary>
    public static Quantity Of(IReadOnlyList<TeardownAction> route, Rubric rubric)
    {
        double worst = 1, best = 1;
        var count = 0;
        foreach (var bond in route.OfType<Unbond>())
        {
            count += bond.Count;
            foreach (var (word, value) in rubric.Bonds.Pairs.Where(pair => bond.Bond is null || bond.Bond == pair.Key))
                worst = Math.Min(worst, value);
            best = Math.Min(best, bond.Bond is { } known ? rubric.Bonds[known] : rubric.Bonds.Pairs.Max(pair => pair.Value));
        }
        if (count == 0)
            return Quantity.Exactly(1);
        var extra = Math.Pow(rubric.ExtraBond, count - 1);
        return Quantity.Between(worst * extra, best * extra);
    }
}
