using WideLever.Core.Records;

namespace WideLever.Core.Rubrics;

// The members are the headings of the method.
#pragma warning disable CS1591

/// <summary>The nine criteria of a part. Method, <em>Criteria, each 0..1</em>.</summary>
public enum Criterion { Reach, Mounting, Fasteners, Bonds, Tools, Price, Supply, Survival, Guidance }

/// <summary>The three criteria of an upgrade kind.</summary>
public enum UpgradeCriterion { Headroom, Standard, Access }

#pragma warning restore CS1591

/// <summary>Seconds on the way out and on the way back.</summary>
/// <param name="Out">Out, ≥ 0.</param>
/// <param name="Back">Back, ≥ 0.</param>
public readonly record struct OutBack(double Out, double Back)
{
    /// <summary>Out and back together: the effort.</summary>
    public double Sum => Out + Back;

    /// <summary>Both ways of two.</summary>
    public static OutBack operator +(OutBack a, OutBack b) => new(a.Out + b.Out, a.Back + b.Back);

    /// <summary>Both ways, <paramref name="factor"/> times.</summary>
    public static OutBack operator *(double factor, OutBack a) => new(factor * a.Out, factor * a.Back);
}

/// <summary>A span that an unknown number may lie in.</summary>
/// <param name="Low">Its low end.</param>
/// <param name="High">Its high end, at least the low one.</param>
public readonly record struct Span(double Low, double High);

/// <summary>A value function's two ends; which is the better one, the table says.</summary>
/// <param name="First">The first number of the table's pair.</param>
/// <param name="Second">The second.</param>
public readonly record struct Thresholds(double First, double Second);

/// <summary>Seconds of one screw.</summary>
/// <param name="Seat">Seating the driver, out.</param>
/// <param name="Stow">Putting the screw in the tray, out; none where captive.</param>
/// <param name="Place">Taking it from the tray, back; none where captive.</param>
/// <param name="Start">Starting the thread, back.</param>
/// <param name="Final">The last turn, back.</param>
/// <param name="PerTurn">One turn, either way.</param>
/// <param name="Pitch">Millimetres a turn, by thread.</param>
/// <param name="UnknownLength">Lengths in mm that an unknown one may have.</param>
public sealed record ScrewTimes(
    double Seat, double Stow, double Place, double Start, double Final, double PerTurn, IReadOnlyDictionary<string, double> Pitch, Span UnknownLength)
{
    /// <summary>The least and the greatest pitch of the table, mm.</summary>
    public Span PitchSpan { get; } = new(Pitch.Values.Min(), Pitch.Values.Max());
}

/// <summary>Standard times in seconds. Method, <em>Effort of an action</em>.</summary>
public sealed record Times
{
    /// <summary>Picking a tool up.</summary>
    public required OutBack ToolPickUp { get; init; }

    /// <summary>A whole step under the school <c>steps</c>.</summary>
    public required double PerStep { get; init; }

    /// <summary>A screw.</summary>
    public required ScrewTimes Unscrew { get; init; }

    /// <summary>What hides a screw.</summary>
    public required WordTable<Cover, OutBack> Cover { get; init; }

    /// <summary>Every other action; of a bond 100 mm, or one release tab. Screws have none here.</summary>
    public required ActionTable<OutBack> Standard { get; init; }

    /// <summary>Millimetres that an unknown bond length may have.</summary>
    public required Span UnknownBondLength { get; init; }
}

/// <summary>Chance that one manipulation damages something. Method, <em>Criteria</em>, survival.</summary>
public sealed record Damage
{
    /// <summary>Every action; of a screw that of a large head.</summary>
    public required ActionTable<double> Chance { get; init; }

    /// <summary>A screw whose size is in <see cref="Rubric.SmallHeads"/>.</summary>
    public required double UnscrewSmallHead { get; init; }
}

/// <summary>A capacity as the rubric supplies it where nothing is stated of a place.</summary>
/// <param name="Low">The least, GB or Wh.</param>
/// <param name="Value">What it is taken for.</param>
/// <param name="High">The greatest.</param>
public readonly record struct OpenCeiling(double Low, double Value, double High);

/// <summary>Weights of the two indices in the combined one.</summary>
/// <param name="Repair">Weight of R.</param>
/// <param name="Upgrade">Weight of U.</param>
public sealed record CombinedWeights(double Repair, double Upgrade);

/// <summary>Limits of the statuses.</summary>
/// <param name="ProvisionalBelow">Coverage, 0..1.</param>
/// <param name="DraftBelow">Coverage, 0..1.</param>
/// <param name="ProvisionalAboveWidth">Width of a range, points.</param>
public sealed record StatusLimits(double ProvisionalBelow, double DraftBelow, double ProvisionalAboveWidth);

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

/// <summary>The kinds of the rubric's tables, fixed here once, in their published order.</summary>
public static class RubricKinds
{
    /// <summary>Kinds with thresholds of effort.</summary>
    public static readonly IReadOnlyList<PartKind> Reach =
        [.. Words.Members<PartKind>().Where(kind => kind <= PartKind.PortModules)];

    /// <summary>Kinds of R.</summary>
    public static readonly IReadOnlyList<PartKind> Repair =
    [
        PartKind.Battery, PartKind.Keyboard, PartKind.DisplayPanel, PartKind.Storage, PartKind.Memory, PartKind.ChargePort, PartKind.Fan,
        PartKind.PortsBoard, PartKind.Thermal, PartKind.Touchpad, PartKind.Wireless, PartKind.Hinge, PartKind.Speakers, PartKind.Mainboard,
        PartKind.Camera, PartKind.PowerButton, PartKind.ClockCell, PartKind.OpticalDrive,
    ];

    /// <summary>Kinds of U.</summary>
    public static readonly IReadOnlyList<PartKind> Upgrade =
    [
        PartKind.Memory, PartKind.Storage, PartKind.Wireless, PartKind.Graphics, PartKind.PortModules, PartKind.Battery, PartKind.DisplayPanel,
        PartKind.Processor,
    ];

    /// <summary>Kinds whose headroom is a capacity.</summary>
    public static readonly IReadOnlyList<PartKind> Headroom = [PartKind.Memory, PartKind.Storage, PartKind.Battery];

    /// <summary>Criteria of access.</summary>
    public static readonly IReadOnlyList<Criterion> Access = [Criterion.Reach, Criterion.Fasteners, Criterion.Tools, Criterion.Bonds];
}
