using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>The exponent of a mean, for eight draws at once. Method, <em>Means</em>.</summary>
internal interface IExponent
{
    /// <summary>v^ρ, or ln v; v raised to the floor where ρ ≤ 0.</summary>
    static abstract Vector512<double> Raise(Vector512<double> values, Vector512<double> floor);

    /// <summary>What it was made of.</summary>
    static abstract Vector512<double> Lower(Vector512<double> raised);
}

/// <summary>ρ = 1.</summary>
internal readonly struct Arithmetic : IExponent
{
    public static Vector512<double> Raise(Vector512<double> values, Vector512<double> floor) => values;

    public static Vector512<double> Lower(Vector512<double> raised) => raised;
}

/// <summary>ρ = 0.</summary>
internal readonly struct Geometric : IExponent
{
    public static Vector512<double> Raise(Vector512<double> values, Vector512<double> floor) => ShareFunctions.Log(Vector512.Max(values, floor));

    public static Vector512<double> Lower(Vector512<double> raised) => ShareFunctions.Exp(raised);
}

/// <summary>ρ = −1.</summary>
internal readonly struct Harmonic : IExponent
{
    public static Vector512<double> Raise(Vector512<double> values, Vector512<double> floor) => Vector512<double>.One / Vector512.Max(values, floor);

    public static Vector512<double> Lower(Vector512<double> raised) => Vector512<double>.One / raised;
}

/// <summary>
/// Scores of units in the draws of a block, row by row: a row has one number for each draw, eight of them in a word. The same sums as
/// <see cref="Scorer"/>'s, with drawn weights and drawn values; what is known was raised once for all.
/// </summary>
internal sealed class RankScores(Rubric rubric)
{
    private const int Words = RankDraws.Block / 8;

    private readonly Vector512<double> floor = Vector512.Create(rubric.Floor);
    private readonly double[] uniform = new double[DrawnUnit.Uniforms * RankDraws.Block];
    private readonly Vector512<double>[] kind = new Vector512<double>[Words], sum = new Vector512<double>[Words], weights = new Vector512<double>[Words], best = new Vector512<double>[Words], access = new Vector512<double>[Words],
        ofRepair = new Vector512<double>[Words], other = new Vector512<double>[Words];

    private Vector512<double>[] ofPlaces = [];
    private double[] kinds = [], criteria = [], upgrades = [], upgradeCriteria = [], accessCriteria = [];
    private int block;
    private ulong seed;

    /// <summary>Draws the weights of a block.</summary>
    public void Begin(ulong fromSeed, int number)
    {
        (seed, block) = (fromSeed, number);
        kinds = Weights(rubric.Repair.Pairs.Select(pair => pair.Value), 0);
        criteria = Weights(rubric.Criteria.Values.ToArray(), 1);
        upgrades = Weights(rubric.Upgrade.Pairs.Select(pair => pair.Value), 2);
        upgradeCriteria = Weights(rubric.UpgradeCriteria.Values.ToArray(), 3);
        accessCriteria = Weights(rubric.AccessCriteria.Pairs.Select(pair => pair.Value), 4);
    }

    private double[] Weights(IEnumerable<double> rubricWeights, int stream) => RankDraws.Weights([.. rubricWeights], seed, block, stream);

    /// <summary>The index of a unit in each draw of the block, 0..1.</summary>
    /// <param name="unit">The unit.</param>
    /// <param name="number">Its position in the field, which its streams start from.</param>
    /// <param name="index">Which index.</param>
    /// <param name="row">Gets it.</param>
    public void Score(DrawnUnit unit, int number, IndexName index, Span<double> row)
    {
        RankDraws.Uniform(uniform, seed, block, number);
        RankDraws.LogEffort(uniform.AsSpan((DrawnUnit.Uniforms - 2) * RankDraws.Block, RankDraws.Block), uniform.AsSpan((DrawnUnit.Uniforms - 1) * RankDraws.Block));
        var words = MemoryMarshal.Cast<double, Vector512<double>>(row);
        if (index != IndexName.Upgrade)
            Repair(unit, index == IndexName.Repair ? words : ofRepair);
        if (index == IndexName.Repair)
            return;
        Upgrade(unit, words);
        if (index == IndexName.Upgrade)
            return;
        var all = rubric.Combined.Repair + rubric.Combined.Upgrade;
        for (var i = 0; i < Words; i++)
            words[i] = ofRepair[i] * (rubric.Combined.Repair / all) + words[i] * (rubric.Combined.Upgrade / all);
    }

    private void Repair(DrawnUnit unit, Span<Vector512<double>> row)
    {
        Array.Clear(sum);
        Array.Clear(weights);
        foreach (var one in unit.Repair)
        {
            switch (rubric.Schools.InsideMean)
            {
                case 0:
                    Kind<Geometric>(one.Parts);
                    break;
                case 1:
                    Kind<Arithmetic>(one.Parts);
                    break;
                default:
                    Kind<Harmonic>(one.Parts);
                    break;
            }
            Add(Row(kinds, one.Weight));
        }
        Finish(row);
    }

    /// <summary>A kind: the mean of its parts, each the mean of its criteria; the exponent is the same, so raised values are averaged.</summary>
    private void Kind<TExponent>(DrawnItems[] parts) where TExponent : IExponent
    {
        Array.Clear(kind);
        foreach (var part in parts)
            Add<TExponent>(part, criteria, kind);
        for (var i = 0; i < Words; i++)
            kind[i] = TExponent.Lower(kind[i] / parts.Length);
    }

    /// <summary>U: in each draw the greatest over the choices of places.</summary>
    private void Upgrade(DrawnUnit unit, Span<Vector512<double>> row)
    {
        Upgrade(unit.Upgrades[0], row);
        foreach (var choice in unit.Upgrades.AsSpan(1))
        {
            Upgrade(choice, other);
            for (var i = 0; i < Words; i++)
                row[i] = Vector512.Max(row[i], other[i]);
        }
    }

    private void Upgrade(DrawnUpgrade[] upgradeKinds, Span<Vector512<double>> row)
    {
        Array.Clear(sum);
        Array.Clear(weights);
        foreach (var one in upgradeKinds)
        {
            Kind(one);
            Add(Row(upgrades, one.Weight));
        }
        Finish(row);
    }

    /// <summary>
    /// An upgrade kind: in each draw the greatest over its sets of places of the geometric mean of headroom and, arithmetic over the places of
    /// the set, of standard and access.
    /// </summary>
    private void Kind(DrawnUpgrade one)
    {
        var ofHeadroom = Row(upgradeCriteria, (int)UpgradeCriterion.Headroom);
        var ofStandard = Row(upgradeCriteria, (int)UpgradeCriterion.Standard);
        var ofAccess = Row(upgradeCriteria, (int)UpgradeCriterion.Access);
        // Each place once: its standard, then its access.
        if (ofPlaces.Length < 2 * Words * one.Places.Length)
            ofPlaces = new Vector512<double>[2 * Words * one.Places.Length];
        for (var p = 0; p < one.Places.Length; p++)
        {
            Array.Clear(access);
            Add<Geometric>(one.Places[p].Access, accessCriteria, access);
            for (var i = 0; i < Words; i++)
            {
                ofPlaces[2 * p * Words + i] = Drawn(one.Places[p].Standard, i);
                ofPlaces[(2 * p + 1) * Words + i] = Geometric.Lower(access[i]);
            }
        }
        Array.Clear(best);
        foreach (var set in one.Sets)
        {
            for (var i = 0; i < Words; i++)
            {
                var (standard, reached) = (Vector512<double>.Zero, Vector512<double>.Zero);
                foreach (var p in set.Places)
                {
                    standard += ofPlaces[2 * p * Words + i];
                    reached += ofPlaces[(2 * p + 1) * Words + i];
                }
                var score = Geometric.Lower(
                    ofHeadroom[i] * Geometric.Raise(Drawn(set.Headroom, i), floor) + ofStandard[i] * Geometric.Raise(standard / set.Places.Length, floor)
                    + ofAccess[i] * Geometric.Raise(reached / set.Places.Length, floor));
                best[i] = Vector512.Max(best[i], score);
            }
        }
        best.CopyTo(kind, 0);
    }

    /// <summary>Adds Σ w v^ρ over some items to a row; their weights add up to 1.</summary>
    private void Add<TExponent>(DrawnItems items, double[] itemWeights, Span<Vector512<double>> row) where TExponent : IExponent
    {
        var rows = MemoryMarshal.Cast<double, Vector512<double>>(itemWeights);
        for (var i = 0; i < row.Length; i++)
        {
            var all = row[i];
            foreach (var (weight, raised) in items.Known)
                all = Vector512.FusedMultiplyAdd(rows[weight * Words + i], Vector512.Create(raised), all);
            foreach (ref readonly var item in items.Open.AsSpan())
                all = Vector512.FusedMultiplyAdd(rows[item.Weight * Words + i], TExponent.Raise(Drawn(item, i), floor), all);
            row[i] = all;
        }
    }

    /// <summary>The value of an item in eight draws: low + u (high − low).</summary>
    private Vector512<double> Drawn(in DrawnItem item, int i)
    {
        var (low, high) = (Vector512.Create(item.Low), Vector512.Create(item.High));
        if (item.PerLogEffort != 0)
        {
            var off = Row(uniform, DrawnUnit.Uniforms - 2)[i] * item.PerLogEffort;
            low = Vector512.Min(Vector512.Max(low - off, Vector512<double>.Zero), Vector512<double>.One);
            if (item.Low == item.High)
                return low;
            high = Vector512.Min(Vector512.Max(high - off, Vector512<double>.Zero), Vector512<double>.One);
        }
        return Vector512.FusedMultiplyAdd(Row(uniform, item.Uniform)[i], high - low, low);
    }

    private static Span<Vector512<double>> Row(double[] rows, int number) => MemoryMarshal.Cast<double, Vector512<double>>(rows.AsSpan(number * RankDraws.Block, RankDraws.Block));

    /// <summary>Adds a kind with its drawn weight.</summary>
    private void Add(Span<Vector512<double>> kindWeights)
    {
        for (var i = 0; i < Words; i++)
        {
            weights[i] += kindWeights[i];
            sum[i] += kindWeights[i] * rubric.Schools.AcrossMean switch
            {
                0 => Geometric.Raise(kind[i], floor),
                1 => kind[i],
                _ => Harmonic.Raise(kind[i], floor),
            };
        }
    }

    private void Finish(Span<Vector512<double>> row)
    {
        for (var i = 0; i < Words; i++)
        {
            var mean = sum[i] / weights[i];
            row[i] = rubric.Schools.AcrossMean switch { 0 => Geometric.Lower(mean), 1 => mean, _ => Harmonic.Lower(mean) };
        }
    }
}
