using System.Numerics.Tensors;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>
/// Scores of units in the draws of a block, row by row: a row has one number for each draw. The same sums as <see cref="Scorer"/>'s, with drawn
/// weights and drawn values; what is known keeps its logarithm.
/// </summary>
internal sealed class RankScores
{
    private const int Block = RankDraws.Block;

    private readonly Rubric rubric;
    private readonly Power inside;
    private readonly Power across;
    private readonly Power geometric;
    private readonly double[] uniform = new double[DrawnUnit.Uniforms * Block];
    private readonly double[] value = new double[Block], end = new double[Block], part = new double[Block], kind = new double[Block], sum = new double[Block], weights = new double[Block];
    private double[][] kinds = [], criteria = [], upgrades = [], upgradeCriteria = [], accessCriteria = [];
    private int block;
    private ulong seed;

    public RankScores(Rubric rubric)
    {
        this.rubric = rubric;
        inside = new(rubric.Schools.InsideMean, rubric.Floor);
        across = new(rubric.Schools.AcrossMean, rubric.Floor);
        geometric = new(0, rubric.Floor);
    }

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

    private double[][] Weights(IEnumerable<double> rubricWeights, int stream) => RankDraws.Weights([.. rubricWeights], seed, block, stream);

    /// <summary>The index of a unit in each draw of the block, 0..1.</summary>
    /// <param name="unit">The unit.</param>
    /// <param name="number">Its position in the field, which its streams start from.</param>
    /// <param name="index">Which index.</param>
    /// <param name="row">Gets it.</param>
    public void Score(DrawnUnit unit, int number, IndexName index, Span<double> row)
    {
        RankDraws.Uniform(uniform, seed, block, number);
        RankDraws.LogEffort(Uniform(DrawnUnit.Uniforms - 2), Uniform(DrawnUnit.Uniforms - 1));
        if (index == IndexName.Repair)
        {
            Repair(unit, row);
            return;
        }
        Upgrade(unit, row);
        if (index == IndexName.Upgrade)
            return;
        var (ofRepair, ofUpgrade) = (rubric.Combined.Repair, rubric.Combined.Upgrade);
        TensorPrimitives.Multiply(row, ofUpgrade / (ofRepair + ofUpgrade), row);
        var repair = new double[Block];
        Repair(unit, repair);
        TensorPrimitives.MultiplyAdd(repair, ofRepair / (ofRepair + ofUpgrade), row, row);
    }

    private Span<double> Uniform(int number) => uniform.AsSpan(number * Block, Block);

    private void Repair(DrawnUnit unit, Span<double> row)
    {
        sum.AsSpan().Clear();
        weights.AsSpan().Clear();
        foreach (var one in unit.Repair)
        {
            kind.AsSpan().Clear();
            foreach (var items in one.Parts)
            {
                Mean(items, criteria, inside, kind);
            }
            if (one.Parts.Count > 1)
                TensorPrimitives.Multiply(kind, 1.0 / one.Parts.Count, kind);
            inside.Lower(kind);
            Add(kinds[one.Weight]);
        }
        Finish(row);
    }

    private void Upgrade(DrawnUnit unit, Span<double> row)
    {
        sum.AsSpan().Clear();
        weights.AsSpan().Clear();
        var access = new double[Block];
        foreach (var one in unit.Upgrade)
        {
            if (one.Headroom is not { } headroom)
            {
                kind.AsSpan().Clear();
            }
            else
            {
                // Standard and access: arithmetic means over the places.
                part.AsSpan().Clear();
                access.AsSpan().Clear();
                foreach (var (standard, items) in one.Places)
                {
                    TensorPrimitives.Add(part, Drawn(standard), part);
                    kind.AsSpan().Clear();
                    Mean(items, accessCriteria, geometric, kind);
                    geometric.Lower(kind);
                    TensorPrimitives.Add(access, kind, access);
                }
                kind.AsSpan().Clear();
                AddRaised(part, (int)UpgradeCriterion.Standard, one.Places.Count);
                AddRaised(access, (int)UpgradeCriterion.Access, one.Places.Count);
                AddRaised(Drawn(headroom), (int)UpgradeCriterion.Headroom, 1);
                geometric.Lower(kind);
            }
            Add(upgrades[one.Weight]);
        }
        Finish(row);

        void AddRaised(Span<double> values, int criterion, int of)
        {
            TensorPrimitives.Divide(values, of, values);
            geometric.Raise(values);
            TensorPrimitives.MultiplyAdd(values, upgradeCriteria[criterion], kind, kind);
        }
    }

    /// <summary>Adds Σ w t(v) over some items to a row: their weights add up to 1.</summary>
    private void Mean(IReadOnlyList<DrawnItem> items, double[][] itemWeights, Power mean, Span<double> row)
    {
        for (var i = 0; i < items.Count; i++)
        {
            var item = items[i];
            if (item is { PerLogEffort: 0 } && item.Low == item.High)
            {
                TensorPrimitives.MultiplyAdd(itemWeights[item.Weight], mean.Raised(item.Low), row, row);
                continue;
            }
            var values = Drawn(item);
            mean.Raise(values);
            TensorPrimitives.MultiplyAdd(values, itemWeights[item.Weight], row, row);
        }
    }

    /// <summary>The values of an item in each draw: low + u (high − low).</summary>
    private Span<double> Drawn(DrawnItem item)
    {
        if (item.PerLogEffort == 0)
        {
            TensorPrimitives.Multiply(Uniform(item.Uniform), item.High - item.Low, value);
            TensorPrimitives.Add(value, item.Low, value);
            return value;
        }
        var logEffort = Uniform(DrawnUnit.Uniforms - 2);
        TensorPrimitives.Multiply(logEffort, -item.PerLogEffort, value);
        if (item.Low == item.High)
        {
            TensorPrimitives.Add(value, item.Low, value);
            Clamp(value);
            return value;
        }
        TensorPrimitives.Add(value, item.High, end);
        TensorPrimitives.Add(value, item.Low, value);
        Clamp(end);
        Clamp(value);
        TensorPrimitives.Subtract(end, value, end);
        TensorPrimitives.MultiplyAdd(end, Uniform(item.Uniform), value, value);
        return value;
    }

    private static void Clamp(Span<double> row)
    {
        TensorPrimitives.Max(row, 0, row);
        TensorPrimitives.Min(row, 1, row);
    }

    /// <summary>Adds a kind with its drawn weight.</summary>
    private void Add(double[] kindWeights)
    {
        TensorPrimitives.Add(weights, kindWeights, weights);
        across.Raise(kind);
        TensorPrimitives.MultiplyAdd(kind, kindWeights, sum, sum);
    }

    private void Finish(Span<double> row)
    {
        TensorPrimitives.Divide(sum, weights, row);
        across.Lower(row);
    }

    /// <summary>The exponent of a mean, over whole rows.</summary>
    private readonly record struct Power(int Exponent, double Floor)
    {
        public double Raised(double value) => Exponent switch { 1 => value, 0 => Math.Log(Math.Max(value, Floor)), _ => 1 / Math.Max(value, Floor) };

        public void Raise(Span<double> row)
        {
            if (Exponent == 1)
                return;
            TensorPrimitives.Max(row, Floor, row);
            if (Exponent == 0)
                TensorPrimitives.Log(row, row);
            else
                TensorPrimitives.Reciprocal(row, row);
        }

        public void Lower(Span<double> row)
        {
            if (Exponent == 0)
                TensorPrimitives.Exp(row, row);
            else if (Exponent == -1)
                TensorPrimitives.Reciprocal(row, row);
        }
    }
}
