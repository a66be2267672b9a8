namespace WideLever.Core.Records;

/// <summary>The interface of a place and its limits.</summary>
public sealed record Interface
{
    /// <summary>How open it is; null: unknown.</summary>
    public Standard? Standard { get; init; }

    /// <summary>Its printed name; null: unknown.</summary>
    public string? Name { get; init; }

    /// <summary>Its form; null: unknown.</summary>
    public string? Form { get; init; }

    /// <summary>Its bus; null: unknown.</summary>
    public string? Bus { get; init; }

    /// <summary>Its generation; null: unknown.</summary>
    public string? Generation { get; init; }

    /// <summary>Longest module, mm; null: unknown.</summary>
    public double? MaxLengthMm { get; init; }

    /// <summary>Thickest module, mm; null: unknown.</summary>
    public double? MaxThicknessMm { get; init; }

    /// <summary>1: single-sided modules only, 2: double-sided ones too; null: unknown.</summary>
    public int? Sides { get; init; }

    /// <summary>What else limits it.</summary>
    public IReadOnlyList<string> Limits { get; init; } = [];

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
