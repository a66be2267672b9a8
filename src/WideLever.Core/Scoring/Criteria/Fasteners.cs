using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>The burden of screws and clips, and of lengths to keep apart. Method, <em>Criteria</em>, fasteners.</summary>
/// <param name="Least">Burden with the best words for what is unknown.</param>
/// <param name="Greatest">Burden with the worst words.</param>
internal readonly record struct Fasteners(double Least, double Greatest)
{
    /// <summary>The burden of both.</summary>
    public static Fasteners operator +(Fasteners a, Fasteners b) => new(a.Least + b.Least, a.Greatest + b.Greatest);

    /// <summary>The burden of an action.</summary>
    public static Fasteners Of(TeardownAction action, Rubric rubric)
    {
        switch (action)
        {
            case Unscrew screws:
                var (least, greatest) = Burden(screws, rubric);
                return new(rubric.CountOf(screws).Least * least, rubric.CountOf(screws).Most * greatest);
            case Unclip clips:
                return new(rubric.CountOf(clips).Least * rubric.ClipBurden, rubric.CountOf(clips).Most * rubric.ClipBurden);
            default:
                return default;
        }
    }

    /// <summary>What the burden is worth with the mixed lengths of the worst layer.</summary>
    /// <param name="layers">The screws of each layer of the route that are not known to stay in their part.</param>
    /// <param name="rubric">The rubric.</param>
    public Quantity Worth(List<Unscrew>[] layers, Rubric rubric)
    {
        double bestMixing = 1, worstMixing = 1;
        foreach (var layer in layers)
        {
            if (layer.Count == 0)
                continue;
            var (best, worst) = Mixing(layer, rubric);
            bestMixing = Math.Min(bestMixing, best);
            worstMixing = Math.Min(worstMixing, worst);
        }
        return Quantity.Between(
            Share(worstMixing, Greatest, rubric),
            Share((bestMixing + worstMixing) / 2, (Least + Greatest) / 2, rubric),
            Share(bestMixing, Least, rubric));
    }

    /// <summary>Burden of one screw of an action, with the best and the worst words for what is unknown.</summary>
    private static (double Least, double Greatest) Burden(Unscrew screws, Rubric rubric)
    {
        var (worstCover, bestCover) = screws.Cover is { } cover ? (rubric.Covers[cover], rubric.Covers[cover]) : Ends.Of(rubric.Covers.Values);
        var (worstCaptive, bestCaptive) = screws.Captive switch
        {
            true => (rubric.CaptiveYes, rubric.CaptiveYes),
            false => (rubric.CaptiveNo, rubric.CaptiveNo),
            null => Ends.Of([rubric.CaptiveYes, rubric.CaptiveNo]),
        };
        return (1 - rubric.ScrewBase * bestCover * bestCaptive, 1 - rubric.ScrewBase * worstCover * worstCaptive);
    }

    /// <summary>Different thread and length pairs among the loose screws of one layer, the fewest and the most there may be.</summary>
    private static (int Fewest, int Most) Sizes(IReadOnlyList<Unscrew> layer)
    {
        int known = 0, possible = 0;
        for (var i = 0; i < layer.Count; i++)
        {
            var screws = layer[i];
            // Each that is not fully sized may be of a size of its own.
            if (!IsSized(screws) || !SizedBefore(layer, i, loose: false))
                possible++;
            if (IsSized(screws) && screws.Captive == false && !SizedBefore(layer, i, loose: true))
                known++;
        }
        return (known, possible);
    }

    private static bool IsSized(Unscrew screws) => screws is { Thread: not null, Length: not null };

    /// <summary>Whether an action before the one at <paramref name="at"/> has screws of its size.</summary>
    private static bool SizedBefore(IReadOnlyList<Unscrew> layer, int at, bool loose)
    {
        for (var i = 0; i < at; i++)
        {
            if (IsSized(layer[i]) && layer[i].Length == layer[at].Length && layer[i].Thread == layer[at].Thread && (!loose || layer[i].Captive == false))
                return true;
        }
        return false;
    }

    /// <summary>Mixing factor of a layer by its loose screws, the best and the worst it may be.</summary>
    internal static (double Best, double Worst) Mixing(IReadOnlyList<Unscrew> layer, Rubric rubric)
    {
        var (fewest, most) = Sizes(layer);
        return (Mixing(fewest, rubric), Mixing(most, rubric));
    }

    private static double Mixing(int sizes, Rubric rubric) =>
        Math.Max(rubric.MixedLengthsFloor, 1 - rubric.PerExtraLength * Math.Max(0, sizes - 1));

    /// <summary>What a burden is worth under a mixing factor.</summary>
    internal static double Share(double mixing, double burden, Rubric rubric) => mixing / (1 + burden / rubric.BurdenAtHalf);
}
