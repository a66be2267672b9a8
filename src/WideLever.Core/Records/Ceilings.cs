namespace WideLever.Core.Records;

/// <summary>The largest capacity by each source, GB or Wh; null: not stated.</summary>
public sealed record Ceilings
{
    /// <summary>Nothing is stated.</summary>
    public static readonly Ceilings NotStated = new();

    /// <summary>As the maker states.</summary>
    public double? Maker { get; init; }

    /// <summary>As a bench proved.</summary>
    public double? Bench { get; init; }

    /// <summary>As the platform allows.</summary>
    public double? Platform { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
