namespace WideLever.Core.Records;

/// <summary>The machine on the bench.</summary>
public sealed record Unit
{
    /// <summary>Who made it.</summary>
    public required string Maker { get; init; }

    /// <summary>The name it is sold by.</summary>
    public required string Model { get; init; }

    /// <summary>The exact code, which tells boards in one shell apart.</summary>
    public required string ModelCode { get; init; }

    /// <summary>Where the exact code stands; null: unknown.</summary>
    public string? CodeFoundAt { get; init; }

    /// <summary>What it is sold as; null: unknown.</summary>
    public MachineClass? Class { get; init; }

    /// <summary>Year of the model; null: unknown.</summary>
    public int? Year { get; init; }

    /// <summary>Price as configured; null: unknown.</summary>
    public Money? Price { get; init; }

    /// <summary>What the whole machine takes.</summary>
    public UnitCeilings Ceilings { get; init; } = new();

    /// <summary>Other model codes that the findings cover.</summary>
    public IReadOnlyList<string> Covers { get; init; } = [];

    /// <summary>Its ports.</summary>
    public IReadOnlyList<Port> Ports { get; init; } = [];

    /// <summary>What it reports of itself and its maker states; never scored.</summary>
    public IReadOnlyList<Claim> Claims { get; init; } = [];

    /// <summary>Sentences of the verdict, in their order; never scored.</summary>
    public IReadOnlyList<PickedReason> Reasons { get; init; } = [];

    /// <summary>What whoever does this after us should know; never scored.</summary>
    public IReadOnlyList<Advice> Advice { get; init; } = [];

    /// <summary>The day before which nothing is published; null: none.</summary>
    public DateOnly? Embargo { get; init; }

    /// <summary>On whose loan it is; null: on nobody's.</summary>
    public Loan? Loan { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
