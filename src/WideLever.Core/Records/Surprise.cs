namespace WideLever.Core.Records;

/// <summary>Something that went otherwise than planned.</summary>
public sealed record Surprise
{
    /// <summary>What sort.</summary>
    public required SurpriseKind Kind { get; init; }

    /// <summary>What happened.</summary>
    public required string Text { get; init; }

    /// <summary>Seconds it cost; null: none noted.</summary>
    public double? Seconds { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
