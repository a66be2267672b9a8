namespace WideLever.Core.Records;

/// <summary>A thing to replace, service or upgrade, or an empty place for one.</summary>
public sealed record Part
{
    /// <summary>Its id in the record.</summary>
    public required string Id { get; init; }

    /// <summary>What it is.</summary>
    public required PartKind Kind { get; init; }

    /// <summary>How it is held; null: unknown.</summary>
    public Mounting? Mounting { get; init; }

    /// <summary>Id of the assembly of an inseparable part; null: unknown.</summary>
    public string? Within { get; init; }

    /// <summary>False: an empty place.</summary>
    public bool Fitted { get; init; } = true;

    /// <summary>The layer where it is in view, though no step frees it; null: unknown.</summary>
    public string? Layer { get; init; }

    /// <summary>Ids of parts that cannot be used at the same time; among memory, storage and battery.</summary>
    public IReadOnlyList<string> Excludes { get; init; } = [];

    /// <summary>What it holds and could hold, GB or Wh.</summary>
    public Capacity Capacity { get; init; } = new();

    /// <summary>What fits its place.</summary>
    public Interface Interface { get; init; } = new();

    /// <summary>What it costs and who sells it.</summary>
    public Spare Spare { get; init; } = new();

    /// <summary>What whoever does this after us should know; never scored.</summary>
    public IReadOnlyList<Advice> Advice { get; init; } = [];

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
