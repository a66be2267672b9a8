using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>What has to be unstuck. Method, <em>Criteria</em>, bonds.</summary>
/// <param name="Number">Bonds, each counted its action's count times.</param>
/// <param name="Worst">Value of the worst, with the worst words for what is unknown.</param>
/// <param name="Best">The same with the best words.</param>
internal readonly record struct Bonds(Count Number, double Worst, double Best)
{
    /// <summary>No bond.</summary>
    public static readonly Bonds None = new(0, 1, 1);

    /// <summary>The bonds of both.</summary>
    public static Bonds operator +(Bonds a, Bonds b) => new(a.Number + b.Number, Math.Min(a.Worst, b.Worst), Math.Min(a.Best, b.Best));

    /// <summary>The bonds of an action.</summary>
    public static Bonds Of(TeardownAction action, Rubric rubric)
    {
        if (action is not Unbond bond)
            return None;
        var (worst, best) = bond.Bond is { } known ? (rubric.Bonds[known], rubric.Bonds[known]) : Ends.Of(rubric.Bonds.Values);
        return new(rubric.CountOf(bond), worst, best);
    }

    /// <summary>What they are worth together.</summary>
    public Quantity Worth(Rubric rubric)
    {
        if (Number.Most == 0)
            return Quantity.Exactly(1);
        return Quantity.Between(Worst * Math.Pow(rubric.ExtraBond, Number.Most - 1), Best * Math.Pow(rubric.ExtraBond, Number.Least - 1));
    }
}
