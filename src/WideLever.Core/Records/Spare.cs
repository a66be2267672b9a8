namespace WideLever.Core.Records;

/// <summary>The spare part.</summary>
public sealed record Spare
{
    /// <summary>Part number; null: unknown.</summary>
    public string? Number { get; init; }

    /// <summary>Price; null: unknown.</summary>
    public Money? Price { get; init; }

    /// <summary>Who sells it; null: unknown.</summary>
    public Supply? Source { get; init; }

    /// <summary>Whether it works only after the maker pairs it; null: unknown.</summary>
    public bool? Paired { get; init; }

    /// <summary>The day the price was seen; null: unknown.</summary>
    public DateOnly? Seen { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
