using WideLever.Core.Records;

namespace WideLever.Core.Rubrics;

/// <summary>
/// A named, versioned set of tables, thresholds, weights and schools. A rubric that <see cref="RubricValidation"/> has not
/// refused holds the ranges that the method asks for.
/// </summary>
public sealed record Rubric
{
    /// <summary>Its name.</summary>
    public required string Name { get; init; }

    /// <summary>Its revision, 1 and up.</summary>
    public required int Revision { get; init; }

    /// <summary>ISO 4217 code that prices are compared in.</summary>
    public required string Currency { get; init; }

    /// <summary>Standard times.</summary>
    public required Times Times { get; init; }

    /// <summary>The span that an unknown count may lie in.</summary>
    public required WordTable<Verb, Count> UnknownCount { get; init; }

    /// <summary>Weight of a screw by what hides it, 0..1.</summary>
    public required WordTable<Cover, double> Covers { get; init; }

    /// <summary>Weight of a screw that stays in its part, 0..1.</summary>
    public required double CaptiveYes { get; init; }

    /// <summary>Weight of a loose screw, 0..1.</summary>
    public required double CaptiveNo { get; init; }

    /// <summary>Weight of the best screw, 0..1.</summary>
    public required double ScrewBase { get; init; }

    /// <summary>Burden of a clip.</summary>
    public required double ClipBurden { get; init; }

    /// <summary>Burden at which fasteners give a half.</summary>
    public required double BurdenAtHalf { get; init; }

    /// <summary>What each further length in a layer takes off, 0..1.</summary>
    public required double PerExtraLength { get; init; }

    /// <summary>Least mixing factor, 0..1.</summary>
    public required double MixedLengthsFloor { get; init; }

    /// <summary>Class of each tool, 0..1.</summary>
    public required WordTable<Tool, double> Tools { get; init; }

    /// <summary>Tools that cost nothing extra.</summary>
    public required double ExtraToolFree { get; init; }

    /// <summary>Factor of each tool beyond those, 0..1.</summary>
    public required double ExtraToolFactor { get; init; }

    /// <summary>Class of each bond, 0..1.</summary>
    public required WordTable<Bond, double> Bonds { get; init; }

    /// <summary>Factor of each further bond, 0..1.</summary>
    public required double ExtraBond { get; init; }

    /// <summary>Value of each mounting, 0..1.</summary>
    public required WordTable<Mounting, double> Mountings { get; init; }

    /// <summary>Mountings that make a part one piece with what it is within.</summary>
    public required IReadOnlySet<Mounting> Inseparable { get; init; }

    /// <summary>What a part that is one piece with a service unit of a kind keeps of the value of that unit's mounting, 0..1.</summary>
    public required WordTable<PartKind, double> UnitShare { get; init; }

    /// <summary>Value of each source, 0..1.</summary>
    public required WordTable<Supply, double> Supply { get; init; }

    /// <summary>What supply is taken for where no source is known and the interface is of an open standard, 0..1; null: it has no value.</summary>
    public required double? OpenSupply { get; init; }

    /// <summary>Factor of a spare that the maker must pair, 0..1.</summary>
    public required double Paired { get; init; }

    /// <summary>Share of the base price at which a spare is worth nothing.</summary>
    public required double PriceShareAtZero { get; init; }

    /// <summary>Reference price by class, in the rubric's currency.</summary>
    public required WordTable<MachineClass, double> PriceReference { get; init; }

    /// <summary>Chances of damage, 0..1.</summary>
    public required Damage Damage { get; init; }

    /// <summary>Sizes of drivers for small heads.</summary>
    public required IReadOnlySet<string> SmallHeads { get; init; }

    /// <summary>Chance of survival that is worth nothing, below 1.</summary>
    public required double SurvivalAtZero { get; init; }

    /// <summary>Value of each standard, 0..1.</summary>
    public required WordTable<Standard, double> Standards { get; init; }

    /// <summary>Weights of the nine criteria.</summary>
    public required WordTable<Criterion, double> Criteria { get; init; }

    /// <summary>Effort in seconds worth everything and nothing, by kind.</summary>
    public required OrderedTable<PartKind, Thresholds> Reach { get; init; }

    /// <summary>Weights of the kinds in R.</summary>
    public required OrderedTable<PartKind, double> Repair { get; init; }

    /// <summary>Kinds of R that a machine may lack.</summary>
    public required IReadOnlySet<PartKind> MayBeAbsent { get; init; }

    /// <summary>Weights of the kinds in U.</summary>
    public required OrderedTable<PartKind, double> Upgrade { get; init; }

    /// <summary>Weights of the three criteria of an upgrade kind.</summary>
    public required WordTable<UpgradeCriterion, double> UpgradeCriteria { get; init; }

    /// <summary>Weights of the criteria of access; only reach, fasteners, tools and bonds have one.</summary>
    public required OrderedTable<Criterion, double> AccessCriteria { get; init; }

    /// <summary>Capacity worth nothing and everything, GB or Wh, by kind.</summary>
    public required OrderedTable<PartKind, Thresholds> Headroom { get; init; }

    /// <summary>Ceiling of a place of an open standard of which nothing is stated, GB or Wh, by kind; kinds without one are left out.</summary>
    public required OrderedTable<PartKind, OpenCeiling> OpenCeiling { get; init; }

    /// <summary>Kinds of which a place holds what is fitted where nothing is stated.</summary>
    public required IReadOnlySet<PartKind> OwnCeiling { get; init; }

    /// <summary>Answers to what practitioners differ on.</summary>
    public required Schools Schools { get; init; }

    /// <summary>What every number is raised to where the exponent of a mean is 0 or less, above 0 and below 1.</summary>
    public required double Floor { get; init; }

    /// <summary>Share of the weight of which a value must be known for the whole to have one, above 0 and at most 1.</summary>
    public required double ValueFrom { get; init; }

    /// <summary>Weights of the combined index.</summary>
    public required CombinedWeights Combined { get; init; }

    /// <summary>Limits of the statuses.</summary>
    public required StatusLimits Status { get; init; }

    /// <summary>Points below which two units are not separable.</summary>
    public required double Resolution { get; init; }

    /// <summary>The count of an action: its own, or the span of an unknown one.</summary>
    public Count CountOf(TeardownAction action) => action.Count ?? UnknownCount[action.Verb];

    /// <summary>Whether a part of this mounting is one piece with what it is within; null: unknown.</summary>
    public bool? IsInseparable(Mounting? mounting) => mounting is { } known ? Inseparable.Contains(known) : null;
}
