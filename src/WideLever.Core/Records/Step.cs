namespace WideLever.Core.Records;

/// <summary>A named group of actions in one layer.</summary>
public sealed record Step
{
    /// <summary>Its id in the record.</summary>
    public required string Id { get; init; }

    /// <summary>What is done, in a few words.</summary>
    public required string Title { get; init; }

    /// <summary>The layer that must be open for it.</summary>
    public required string Layer { get; init; }

    /// <summary>The layer that it opens; null: none.</summary>
    public string? Opens { get; init; }

    /// <summary>Ids of the parts that it frees.</summary>
    public IReadOnlyList<string> Frees { get; init; } = [];

    /// <summary>Whether the freed parts cannot come out apart.</summary>
    public bool Together { get; init; }

    /// <summary>Ids of steps that must all come first.</summary>
    public IReadOnlyList<string> After { get; init; } = [];

    /// <summary>Whether it disconnects power.</summary>
    public bool DisconnectsPower { get; init; }

    /// <summary>Whether it may be done with the power connected, by its maker's word; the cautions stay.</summary>
    public bool PowerOn { get; init; }

    /// <summary>Asked and answered: whether it needs no other step of its layer first.</summary>
    public bool NeedsNoOther { get; init; }

    /// <summary>Whether <see cref="After"/> was taken from what stood around, and nobody has said that it is so.</summary>
    public bool OrderAssumed { get; init; }

    /// <summary>Stopwatch seconds of work on the way out, logging left out; null: unknown.</summary>
    public double? ObservedSeconds { get; init; }

    /// <summary>Order noted for putting screws back.</summary>
    public IReadOnlyList<string> Tightening { get; init; } = [];

    /// <summary>What went otherwise than planned.</summary>
    public IReadOnlyList<Surprise> Surprises { get; init; } = [];

    /// <summary>What whoever does this after us should know; never scored.</summary>
    public IReadOnlyList<Advice> Advice { get; init; } = [];

    /// <summary>What is done, at least one.</summary>
    public required IReadOnlyList<TeardownAction> Actions { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
