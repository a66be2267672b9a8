namespace WideLever.Core.Scoring;

/// <summary>A number on 0..1, or an index on 0..100, with what the unknown facts allow. Method, <em>Words</em>.</summary>
/// <param name="Low">Lowest value that the unknown facts allow.</param>
/// <param name="Value">By what is known; null where nothing is.</param>
/// <param name="High">Highest value that they allow.</param>
/// <param name="Coverage">Weight share of what is known, 0..1.</param>
public readonly record struct Quantity(double Low, double? Value, double High, double Coverage)
{
    /// <summary>Nothing is known.</summary>
    public static readonly Quantity Unknown = new(0, null, 1, 0);

    /// <summary>Known for certain.</summary>
    public static Quantity Exactly(double value) => new(value, value, value, 1);

    /// <summary>Something is known: a range with its value.</summary>
    public static Quantity Between(double low, double? value, double high) => new(low, value, high, 1);

    /// <summary>Something is known: a range whose value is its middle.</summary>
    public static Quantity Between(double low, double high) => new(low, (low + high) / 2, high, 1);

    /// <summary>The same on another scale, such as 0..100.</summary>
    public Quantity Times(double factor) => new(factor * Low, factor * Value, factor * High, Coverage);

    /// <summary>
    /// The greatest of several: of low and high the greatest; of the values the greatest of those that have one, at least the low; of the
    /// coverage the least of those whose high is not below the greatest low. Method, <em>Means</em>, which places are counted on.
    /// </summary>
    /// <exception cref="InvalidOperationException">There is none.</exception>
    public static Quantity Greatest(ReadOnlySpan<Quantity> quantities)
    {
        if (quantities.Length == 0)
            throw new InvalidOperationException("the greatest of no quantity");
        var (low, value, high, coverage) = (quantities[0].Low, quantities[0].Value, quantities[0].High, double.PositiveInfinity);
        foreach (var one in quantities[1..])
        {
            (low, high) = (Math.Max(low, one.Low), Math.Max(high, one.High));
            if (value is null || one.Value > value)
                value = one.Value;
        }
        foreach (var one in quantities)
        {
            if (one.High >= low)
                coverage = Math.Min(coverage, one.Coverage);
        }
        return new(low, value is { } known ? Math.Max(known, low) : null, high, coverage);
    }

    /// <summary>The same with nothing certain at the low end.</summary>
    public Quantity WithLowZero() => this with { Low = 0 };
}
