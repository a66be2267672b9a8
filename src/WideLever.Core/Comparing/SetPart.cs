using WideLever.Core.Records;

namespace WideLever.Core.Comparing;

/// <summary>Other facts of the parts.</summary>
public sealed record SetPart : ChangeEdit
{
    /// <summary>How they are held; null: as before. What is held in a separable way is within nothing.</summary>
    public Mounting? Mounting { get; init; }

    /// <summary>How open their interface is; null: as before.</summary>
    public Standard? Standard { get; init; }

    /// <summary>Who sells them; null: as before.</summary>
    public Supply? Source { get; init; }

    /// <summary>Whether they need pairing; null: as before.</summary>
    public bool? Paired { get; init; }

    /// <summary>What they cost where nobody sold them or there was none to sell by itself, as a share of the machine's price; null: as before.</summary>
    public double? PriceShare { get; init; }

    /// <summary>Longest module, mm; null: as before.</summary>
    public double? MaxLengthMm { get; init; }

    /// <summary>Sides of a module; null: as before.</summary>
    public int? Sides { get; init; }

    /// <summary>What the place takes at least, GB or Wh; null: as before.</summary>
    public double? Takes { get; init; }

    /// <inheritdoc/>
    public override TeardownRecord Apply(TeardownRecord record, IReadOnlyList<string> targets) =>
        record with { Parts = [.. record.Parts.Select(part => targets.Contains(part.Id) ? Changed(part, record.Unit.Price) : part)] };

    private Part Changed(Part part, Money? machine)
    {
        // What is held in another way is another thing: its interface and its spare are what the change says, whatever was known of the old one.
        var other = Mounting is not null && part.Mounting is not null && Mounting != part.Mounting && part.Within is not null;
        bool May(bool known) => known || other;
        return part with
        {
            Mounting = part.Mounting is null ? null : Mounting ?? part.Mounting,
            Within = Mounting is null || part.Mounting is null ? part.Within : null,
            Interface = part.Interface with
            {
                Standard = May(part.Interface.Standard is not null) ? Standard ?? part.Interface.Standard : part.Interface.Standard,
                MaxLengthMm = May(part.Interface.MaxLengthMm is not null) ? MaxLengthMm ?? part.Interface.MaxLengthMm : part.Interface.MaxLengthMm,
                Sides = May(part.Interface.Sides is not null) ? Sides ?? part.Interface.Sides : part.Interface.Sides,
            },
            Capacity = Takes is { } most && (part.Capacity.Max.Maker ?? part.Capacity.Max.Bench) < most
                ? part.Capacity with { Max = part.Capacity.Max with { Maker = most, Bench = most } }
                : part.Capacity,
            Spare = part.Spare with
            {
                Source = May(part.Spare.Source is not null) ? Source ?? part.Spare.Source : part.Spare.Source,
                Paired = May(part.Spare.Paired is not null || part.Spare.Source == Supply.None) ? Paired ?? part.Spare.Paired : part.Spare.Paired,
                Price = PriceShare is { } share && May(part.Spare.Source == Supply.None) && part.Spare.Price?.Amount is null && machine?.Amount is { } amount
                    ? machine with { Amount = Math.Round(amount * share), Notes = null }
                    : part.Spare.Price,
            },
        };
    }
}
