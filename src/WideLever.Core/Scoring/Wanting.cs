using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

/// <summary>A kind that has no value.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Share">Its share of the weight, 0..1.</param>
public sealed record WantingKind(PartKind Kind, double Share);

/// <summary>What an index lacks to have a value. Method, <em>Means</em>, value.</summary>
/// <param name="Has">Share of the weight that has a value, 0..1.</param>
/// <param name="From">Share of the weight from which there is one.</param>
/// <param name="Kinds">The kinds without a value, the weightiest first.</param>
/// <param name="Enough">How many of the first of them would make a figure of it; 0: it has one.</param>
public sealed record Wanting(double Has, double From, IReadOnlyList<WantingKind> Kinds, int Enough)
{
    private const double Hair = 1e-9;

    /// <summary>What R lacks.</summary>
    public static Wanting OfRepair(Result result, Rubric rubric) => Of([.. result.RepairKinds.Select(kind => (kind.Kind, rubric.Repair[kind.Kind], kind.Score))], rubric);

    /// <summary>What U lacks, by the choice of places that is shown.</summary>
    public static Wanting OfUpgrade(Result result, Rubric rubric) => Of([.. result.UpgradeKinds.Select(kind => (kind.Kind, rubric.Upgrade[kind.Kind], kind.Score))], rubric);

    private static Wanting Of(IReadOnlyList<(PartKind Kind, double Weight, Quantity Score)> kinds, Rubric rubric)
    {
        var whole = kinds.Sum(kind => kind.Weight);
        if (whole == 0)
            return new(0, rubric.ValueFrom, [], 0);
        var has = kinds.Where(kind => kind.Score.Value is not null).Sum(kind => kind.Weight) / whole;
        List<WantingKind> wanting = [.. kinds.Where(kind => kind.Score.Value is null && kind.Weight > 0).Select(kind => new WantingKind(kind.Kind, kind.Weight / whole)).OrderByDescending(kind => kind.Share)];
        var (enough, then) = (0, has);
        for (; then < rubric.ValueFrom - Hair && enough < wanting.Count; enough++)
            then += wanting[enough].Share;
        return new(has, rubric.ValueFrom, wanting, enough);
    }
}
