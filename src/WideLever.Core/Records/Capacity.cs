namespace WideLever.Core.Records;

/// <summary>Capacity of a place, GB or Wh.</summary>
public sealed record Capacity
{
    /// <summary>What is fitted; null: unknown.</summary>
    public double? Fitted { get; init; }

    /// <summary>What the place takes.</summary>
    public Ceilings Max { get; init; } = new();

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
