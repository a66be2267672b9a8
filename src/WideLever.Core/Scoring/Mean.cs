using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

/// <summary>Weighted means of quantities. Method, <em>Means</em>.</summary>
/// <param name="Exponent">1: a good part may make up for a bad one; 0: in part (geometric); −1: hardly.</param>
/// <param name="Floor">What every number is raised to where the exponent is 0 or less.</param>
/// <param name="ValueFrom">Share of the weight that must have a value for the mean to have one, above 0 and at most 1.</param>
public readonly record struct Mean(int Exponent, double Floor, double ValueFrom)
{
    // A share that is equal but for rounding is enough.
    private const double Hair = 1e-9;

    /// <summary>The mean inside a part and a kind, by the rubric's school.</summary>
    public static Mean Inside(Rubric rubric) => Of(rubric.Schools.InsideMean, rubric);

    /// <summary>The mean across kinds, by the rubric's school.</summary>
    public static Mean Across(Rubric rubric) => Of(rubric.Schools.AcrossMean, rubric);

    /// <summary>The mean that a good item may make up for a bad one in.</summary>
    public static Mean Arithmetic(Rubric rubric) => Of(1, rubric);

    /// <summary>The geometric mean.</summary>
    public static Mean Geometric(Rubric rubric) => Of(0, rubric);

    private static Mean Of(int exponent, Rubric rubric) => new(exponent, rubric.Floor, rubric.ValueFrom);

    /// <summary>
    /// The mean of the items: low and high over all; a value where the items that have one hold <see cref="ValueFrom"/> of the weight, those
    /// without one standing as <see cref="Standing"/> says; coverage the weight share. Items of weight 0 do not count; without an item it is
    /// unknown.
    /// </summary>
    public Quantity Of(ReadOnlySpan<(double Weight, Quantity Item)> items)
    {
        var low = new Sum(this);
        var value = new Sum(this);
        var high = new Sum(this);
        double weights = 0, covered = 0;
        foreach (var (weight, item) in items)
        {
            if (weight == 0)
                continue;
            // Most items are known for certain: one number is then raised once.
            var raised = Raised(item.Low);
            low.Add(weight, raised);
            high.Add(weight, item.High == item.Low ? raised : Raised(item.High));
            if (item.Value is { } known)
                value.Add(weight, known == item.Low ? raised : Raised(known));
            weights += weight;
            covered += weight * item.Coverage;
        }
        if (weights == 0)
            return Quantity.Unknown;
        return new(low.Mean()!.Value, Value(items, value, weights), high.Mean()!.Value, covered / weights);
    }

    /// <summary>
    /// Where an item without a value stands in a mean that has one: at the mean of those that have, as far as its own low and high allow.
    /// </summary>
    /// <param name="item">The item.</param>
    /// <param name="known">The mean of those that have a value.</param>
    public static double Standing(Quantity item, double known) => item.Value ?? Math.Clamp(known, item.Low, item.High);

    /// <summary>The mean of the items that have a value; null: of none that counts.</summary>
    public double? OfKnown(ReadOnlySpan<(double Weight, Quantity Item)> items)
    {
        var sum = new Sum(this);
        foreach (var (weight, item) in items)
        {
            if (weight > 0 && item.Value is { } known)
                sum.Add(weight, Raised(known));
        }
        return sum.Mean();
    }

    private double? Value(ReadOnlySpan<(double Weight, Quantity Item)> items, Sum known, double weights)
    {
        if (known.Mean() is not { } mean || known.Weights < (ValueFrom - Hair) * weights)
            return null;
        if (known.Weights == weights)
            return mean;
        var all = new Sum(this);
        foreach (var (weight, item) in items)
        {
            if (weight > 0)
                all.Add(weight, Raised(Standing(item, mean)));
        }
        return all.Mean();
    }

    /// <summary>The mean of the items at equal weights.</summary>
    public Quantity Of(IEnumerable<Quantity> items) => Of([.. items.Select(item => (1.0, item))]);

    /// <summary>v^ρ, or ln v where ρ is 0, of no less than the floor where ρ is not 1.</summary>
    private double Raised(double value) => Exponent switch { 0 => Math.Log(Math.Max(value, Floor)), 1 => value, _ => 1 / Math.Max(value, Floor) };

    /// <summary>What <see cref="Raised"/> was made of.</summary>
    private double Lowered(double raised) => Exponent switch { 0 => Math.Exp(raised), 1 => raised, _ => 1 / raised };

    private struct Sum(Mean mean)
    {
        private double sum;

        public double Weights { get; private set; }

        public void Add(double weight, double raised)
        {
            Weights += weight;
            sum += weight * raised;
        }

        public readonly double? Mean() => Weights == 0 ? null : mean.Lowered(sum / Weights);
    }
}
