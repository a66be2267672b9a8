namespace WideLever.Core.Records;

/// <summary>An amount of money.</summary>
public sealed record Money
{
    /// <summary>0 to 1e7; null: unknown.</summary>
    public double? Amount { get; init; }

    /// <summary>ISO 4217 code; null: the rubric's currency.</summary>
    public string? Currency { get; init; }

    /// <summary>Units of <see cref="RateTo"/> for one of this, above 0; null: unknown.</summary>
    public double? Rate { get; init; }

    /// <summary>ISO 4217 code of the currency that the rate leads to; null: the rubric's.</summary>
    public string? RateTo { get; init; }

    /// <summary>The day of that rate; null: unknown.</summary>
    public DateOnly? RateDate { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
