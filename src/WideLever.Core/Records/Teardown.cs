namespace WideLever.Core.Records;

/// <summary>When, where and on what sample a machine was taken apart.</summary>
public sealed record Teardown
{
    /// <summary>The day.</summary>
    public required DateOnly Date { get; init; }

    /// <summary>The bench that did it.</summary>
    public required string Bench { get; init; }

    /// <summary>The driver used; shown and planned with, never scored.</summary>
    public BenchDriver Driver { get; init; }

    /// <summary>The state in which it came; null: unknown.</summary>
    public Condition? Condition { get; init; }

    /// <summary>Damage as found; never scored.</summary>
    public IReadOnlyList<DamageFound> Damage { get; init; } = [];

    /// <summary>An early sample is at most provisional.</summary>
    public Sample Sample { get; init; }

    /// <summary>Whether a seal was in place; null: unknown. It matters for the warranty and is never scored by itself.</summary>
    public bool? Seal { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
