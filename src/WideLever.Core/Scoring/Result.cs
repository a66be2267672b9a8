using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

// The members are the words of the method.
#pragma warning disable CS1591

/// <summary>How far a result can be relied on. Method, <em>Means</em>, status.</summary>
public enum Status { Draft, Provisional, Complete }

/// <summary>Why a result is not complete.</summary>
public enum Reason { Coverage, Width, CoarseStep, EarlySample }

#pragma warning restore CS1591

/// <summary>A kind's share in R, on 0..1.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Score">Mean of its fitted parts.</param>
public sealed record RepairKind(PartKind Kind, Quantity Score);

/// <summary>A kind's share in U, on 0..1, and what it is made of.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Score">Mean of the three.</param>
/// <param name="Headroom">How far it can be upgraded; null where the kind is absent, not recorded, or of unknown mounting.</param>
/// <param name="Standard">How open its interfaces are; null where headroom is, or where every part is inseparable.</param>
/// <param name="Access">How easily its separable parts are reached; null likewise.</param>
/// <param name="Places">Its separable parts and empty places.</param>
public sealed record UpgradeKind(PartKind Kind, Quantity Score, Quantity? Headroom, Quantity? Standard, Quantity? Access, IReadOnlyList<UpgradePlace> Places);

/// <summary>What a separable part or empty place gives to its kind in U.</summary>
/// <param name="Part">The part.</param>
/// <param name="Standard">How open its interface is.</param>
/// <param name="Access">Mean of the four.</param>
/// <param name="Criteria">Reach, fasteners, tools and bonds of its route, in the rubric's order.</param>
public sealed record UpgradePlace(Part Part, Quantity Standard, Quantity Access, IReadOnlyList<KeyValuePair<Criterion, Quantity>> Criteria);

/// <summary>A record scored under a rubric. Method, <em>The result</em>.</summary>
public sealed record Result
{
    /// <summary>The repair index R, 0..100.</summary>
    public required Quantity Repair { get; init; }

    /// <summary>The upgrade index U, 0..100.</summary>
    public required Quantity Upgrade { get; init; }

    /// <summary>Both together, 0..100.</summary>
    public required Quantity Combined { get; init; }

    /// <summary>How far it can be relied on.</summary>
    public required Status Status { get; init; }

    /// <summary>Why it is not complete, in the order of <see cref="Reason"/>.</summary>
    public required IReadOnlyList<Reason> Reasons { get; init; }

    /// <summary>How many steps have observed seconds.</summary>
    public required int ObservedSteps { get; init; }

    /// <summary>The kinds of repair that are not absent, in the rubric's order.</summary>
    public required IReadOnlyList<RepairKind> RepairKinds { get; init; }

    /// <summary>All kinds of upgrade, in the rubric's order.</summary>
    public required IReadOnlyList<UpgradeKind> UpgradeKinds { get; init; }

    /// <summary>Every part, in recorded order.</summary>
    public required IReadOnlyList<PartScore> Parts { get; init; }
}
