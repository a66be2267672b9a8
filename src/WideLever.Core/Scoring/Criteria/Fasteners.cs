using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>The burden of screws and clips, and of lengths to keep apart. Method, <em>Criteria</em>, fasteners.</summary>
public static class Fasteners
{
    /// <summary>Fasteners of the steps of a route.</summary>
    public static Quantity Of(IReadOnlyList<Step> route, Rubric rubric)
    {
        double leastBurden = 0, greatestBurden = 0;
        double bestMixing = 1, worstMixing = 1;
        foreach (var layer in route.GroupBy(step => step.Layer))
        {
            var actions = layer.SelectMany(step => step.Actions).ToList();
            foreach (var action in actions)
            {
                switch (action)
                {
                    case Unscrew screws:
                        var (least, greatest) = Burden(screws, rubric);
                        leastBurden += screws.Count * least;
                        greatestBurden += screws.Count * greatest;
                        break;
                    case Unclip clips:
                        leastBurden += clips.Count * rubric.ClipBurden;
                        greatestBurden += clips.Count * rubric.ClipBurden;
                        break;
                }
            }
            var (fewest, most) = Sizes(actions.OfType<Unscrew>());
            bestMixing = Math.Min(bestMixing, Mixing(fewest, rubric));
            worstMixing = Math.Min(worstMixing, Mixing(most, rubric));
        }
        return Quantity.Between(
            Share(worstMixing, greatestBurden, rubric),
            Share((bestMixing + worstMixing) / 2, (leastBurden + greatestBurden) / 2, rubric),
            Share(bestMixing, leastBurden, rubric));
    }

    /// <summary>Burden of one screw of an action, with the best and the worst words for what is unknown.</summary>
    private static (double Least, double Greatest) Burden(Unscrew screws, Rubric rubric)
    {
        var covers = rubric.Covers.Values;
        var (worstCover, bestCover) = screws.Cover is { } cover ? (rubric.Covers[cover], rubric.Covers[cover]) : (Least(covers), Greatest(covers));
        var (worstCaptive, bestCaptive) = screws.Captive switch
        {
            true => (rubric.CaptiveYes, rubric.CaptiveYes),
            false => (rubric.CaptiveNo, rubric.CaptiveNo),
            null => (Math.Min(rubric.CaptiveYes, rubric.CaptiveNo), Math.Max(rubric.CaptiveYes, rubric.CaptiveNo)),
        };
        return (1 - rubric.ScrewBase * bestCover * bestCaptive, 1 - rubric.ScrewBase * worstCover * worstCaptive);
    }

    /// <summary>Different thread and length pairs among the loose screws of one layer, the fewest and the most there may be.</summary>
    private static (int Fewest, int Most) Sizes(IEnumerable<Unscrew> layer)
    {
        var known = new HashSet<(string, double)>();
        var possible = new HashSet<(string, double)>();
        var unsized = 0;
        foreach (var screws in layer.Where(screws => screws.Captive != true))
        {
            if (screws is not { Thread: { } thread, Length: { } length })
            {
                unsized++;
                continue;
            }
            possible.Add((thread, length));
            if (screws.Captive == false)
                known.Add((thread, length));
        }
        return (known.Count, possible.Count + unsized);
    }

    private static double Mixing(int sizes, Rubric rubric) =>
        Math.Max(rubric.MixedLengthsFloor, 1 - rubric.PerExtraLength * Math.Max(0, sizes - 1));

    /// <summary>What a burden is worth under a mixing factor.</summary>
    internal static double Share(double mixing, double burden, Rubric rubric) => mixing / (1 + burden / rubric.BurdenAtHalf);

    private static double Least(ReadOnlySpan<double> values)
    {
        var least = values[0];
        foreach (var value in values)
            least = Math.Min(least, value);
        return least;
    }

    private static double Greatest(ReadOnlySpan<double> values)
    {
        var greatest = values[0];
        foreach (var value in values)
            greatest = Math.Max(greatest, value);
        return greatest;
    }
}
