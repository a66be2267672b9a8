namespace WideLever.Core.Records;

/// <summary>
/// The merged view of one unit and one teardown: what is scored. A null is <em>unknown</em> or <em>not stated</em>, as
/// <c>docs/record.md</c> says of the field; defaults of fields left out are the defaults here.
/// </summary>
public sealed record TeardownRecord
{
    /// <summary>The machine on the bench.</summary>
    public required Unit Unit { get; init; }

    /// <summary>When, where and on what sample it was taken apart.</summary>
    public required Teardown Teardown { get; init; }

    /// <summary>Names of what is in view without undoing anything more; the first is the outside.</summary>
    public required IReadOnlyList<string> Layers { get; init; }

    /// <summary>Kinds that the machine does not have.</summary>
    public IReadOnlyList<PartKind> Absent { get; init; } = [];

    /// <summary>What helps a repairer who has not seen the machine before.</summary>
    public Guidance Guidance { get; init; } = new();

    /// <summary>The steps in the order carried out.</summary>
    public required IReadOnlyList<Step> Steps { get; init; }

    /// <summary>Things to replace, service or upgrade, and empty places for them.</summary>
    public required IReadOnlyList<Part> Parts { get; init; }

    /// <summary>Photos of the bench.</summary>
    public IReadOnlyList<Photo> Photos { get; init; } = [];

    /// <summary>Free text of the whole record.</summary>
    public string? Notes { get; init; }
}

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

/// <summary>The largest capacity by each source, GB or Wh; null: not stated.</summary>
public sealed record Ceilings
{
    /// <summary>Nothing is stated.</summary>
    public static readonly Ceilings NotStated = new();

    /// <summary>As the maker states.</summary>
    public double? Maker { get; init; }

    /// <summary>As a bench proved.</summary>
    public double? Bench { get; init; }

    /// <summary>As the platform allows.</summary>
    public double? Platform { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}

/// <summary>An amount of money.</summary>
public sealed record Money
{
    /// <summary>0 to 1e7; null: unknown.</summary>
    public double? Amount { get; init; }

    /// <summary>ISO 4217 code; null: the rubric's currency.</summary>
    public string? Currency { get; init; }

    /// <summary>Units of the rubric's currency for one of this, above 0; null: unknown.</summary>
    public double? Rate { get; init; }

    /// <summary>The day of that rate; null: unknown.</summary>
    public DateOnly? RateDate { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}

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

/// <summary>The spare part.</summary>
public sealed record Spare
{
    /// <summary>Part number; null: unknown.</summary>
    public string? Number { get; init; }

    /// <summary>Price; null: unknown.</summary>
    public Money? Price { get; init; }

    /// <summary>Who sells it; null: unknown.</summary>
    public Supply? Source { get; init; }

    /// <summary>Whether it works only after the maker pairs it; null: unknown.</summary>
    public bool? Paired { get; init; }

    /// <summary>The day the price was seen; null: unknown.</summary>
    public DateOnly? Seen { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
