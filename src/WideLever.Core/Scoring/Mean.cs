namespace WideLever.Core.Scoring;

/// <summary>Weighted means of quantities. Method, <em>Means</em>.</summary>
/// <param name="Exponent">1: a good part may make up for a bad one; 0: in part (geometric); −1: hardly.</param>
/// <param name="Floor">What every number is raised to where the exponent is 0 or less.</param>
public readonly record struct Mean(int Exponent, double Floor)
{
    /// <summary>
    /// The mean of the items: low and high over all, value over those that have one at their full weights, coverage the weight
    /// share. Items of weight 0 do not count; without an item it is unknown.
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
            low.Add(weight, item.Low);
            high.Add(weight, item.High);
            if (item.Value is { } known)
                value.Add(weight, known);
            weights += weight;
            covered += weight * item.Coverage;
        }
        return weights > 0 ? new(low.Mean()!.Value, value.Mean(), high.Mean()!.Value, covered / weights) : Quantity.Unknown;
    }

    /// <summary>The mean of the items at equal weights.</summary>
    public Quantity Of(IEnumerable<Quantity> items) => Of([.. items.Select(item => (1.0, item))]);

    /// <summary>v^ρ, or ln v where ρ is 0.</summary>
    private double Raised(double value) => Exponent switch { 0 => Math.Log(value), 1 => value, _ => 1 / value };

    /// <summary>What <see cref="Raised"/> was made of.</summary>
    private double Lowered(double raised) => Exponent switch { 0 => Math.Exp(raised), 1 => raised, _ => 1 / raised };

    private struct Sum(Mean mean)
    {
        private double weights;
        private double sum;

        public void Add(double weight, double value)
        {
            var raised = mean.Exponent <= 0 ? Math.Max(value, mean.Floor) : value;
            weights += weight;
            sum += weight * mean.Raised(raised);
        }

        public readonly double? Mean()
        {
            if (weights == 0)
                return null;
            return mean.Lowered(sum / weights);
        }
    }
}
