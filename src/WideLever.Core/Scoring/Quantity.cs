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

    /// <summary>The same with nothing certain at the low end.</summary>
    public Quantity WithLowZero() => this with { Low = 0 };
}
