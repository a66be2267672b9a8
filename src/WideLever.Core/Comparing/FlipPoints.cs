using MathNet.Numerics.RootFinding;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>Where two units change places by the weight of one kind.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Weight">Its weight in the rubric.</param>
/// <param name="At">The weight at which they change places, the nearest to its own, the others rescaled so that the sum stays; null: at none.</param>
public sealed record FlipPoint(PartKind Kind, double Weight, double? At);

/// <summary>Flip points of a pair. Method, <em>What is built on it</em>, flip point.</summary>
public static class FlipPoints
{
    private const int Steps = 400;

    /// <summary>For each kind of an index the weight at which two units change places by their values.</summary>
    /// <param name="first">One unit.</param>
    /// <param name="second">The other.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="index">R or U.</param>
    /// <exception cref="ArgumentOutOfRangeException">The index is both together.</exception>
    public static IReadOnlyList<FlipPoint> Of(FieldUnit first, FieldUnit second, Rubric rubric, IndexName index)
    {
        if (index == IndexName.Combined)
            throw new ArgumentOutOfRangeException(nameof(index), index, "weights of kinds are R's or U's");
        var table = index == IndexName.Repair ? rubric.Repair : rubric.Upgrade;
        return [.. table.Pairs.Select(pair => new FlipPoint(pair.Key, pair.Value, At(pair.Key, pair.Value)))];

        double? At(PartKind kind, double weight)
        {
            var sum = table.Pairs.Sum(pair => pair.Value);
            double Apart(double at)
            {
                var weights = Reweighted(table, kind, at);
                return Value(first, weights) - Value(second, weights);
            }
            double Value(FieldUnit unit, Dictionary<PartKind, double> weights) =>
                (index == IndexName.Repair ? unit.OfRepair(weights, rubric) : unit.OfUpgrade(weights, rubric)).Value ?? double.NaN;
            // Alone in the table its weight cannot change anything; beside others it may go from nothing to all.
            if (weight >= sum)
                return null;
            var points = Enumerable.Range(0, Steps + 1).Select(i => sum * i / Steps * (1 - 1e-9)).Append(weight).Order().ToList();
            double? nearest = null;
            var to = Apart(points[0]);
            for (var i = 1; i < points.Count; i++)
            {
                var from = to;
                to = Apart(points[i]);
                if (!(from * to < 0))
                    continue;
                var at = Brent.FindRoot(Apart, points[i - 1], points[i], 1e-9, 200);
                if (nearest is not { } known || Math.Abs(at - weight) < Math.Abs(known - weight))
                    nearest = at;
            }
            return nearest;
        }
    }

    /// <summary>The weights of a table with one kind's another, and the others rescaled so that the sum stays.</summary>
    public static Dictionary<PartKind, double> Reweighted(OrderedTable<PartKind, double> table, PartKind kind, double weight)
    {
        var sum = table.Pairs.Sum(pair => pair.Value);
        var others = sum - table[kind];
        return table.Pairs.ToDictionary(pair => pair.Key, pair => pair.Key == kind ? weight : pair.Value * (sum - weight) / others);
    }
}
