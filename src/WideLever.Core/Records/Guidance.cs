namespace WideLever.Core.Records;

/// <summary>Four marks of guidance; null: unknown.</summary>
public sealed record Guidance
{
    /// <summary>A manual that anyone can get.</summary>
    public bool? Manual { get; init; }

    /// <summary>Screws and connectors labelled.</summary>
    public bool? Labels { get; init; }

    /// <summary>Numbers on the parts.</summary>
    public bool? PartNumbers { get; init; }

    /// <summary>An order shown.</summary>
    public bool? Order { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }

    /// <summary>The four marks in the order of the format.</summary>
    public IReadOnlyList<bool?> Marks() => [Manual, Labels, PartNumbers, Order];
}
