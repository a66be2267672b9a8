namespace WideLever.Core.Records;

/// <summary>Ceilings of the whole machine.</summary>
public sealed record UnitCeilings
{
    /// <summary>Of memory, GB.</summary>
    public Ceilings Memory { get; init; } = new();

    /// <summary>Of storage, GB.</summary>
    public Ceilings Storage { get; init; } = new();

    /// <summary>Of its packs, Wh.</summary>
    public Ceilings Battery { get; init; } = new();

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }

    /// <summary>Of a kind; nothing is stated of kinds other than the three.</summary>
    public Ceilings Of(PartKind kind) => kind switch
    {
        PartKind.Memory => Memory,
        PartKind.Storage => Storage,
        PartKind.Battery => Battery,
        _ => Ceilings.NotStated,
    };
}
