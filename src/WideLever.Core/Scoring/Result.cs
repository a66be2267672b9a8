using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

// The members are the words of the method.
#pragma warning disable CS1591

/// <summary>How far a result can be relied on. Method, <em>Means</em>, status.</summary>
public enum Status { Draft, Provisional, Complete }

/// <summary>Why a result is not complete.</summary>
public enum Reason { Coverage, Width, CoarseStep, Order, Power, EarlySample }

#pragma warning restore CS1591

/// <summary>How far an index can be relied on, and why no further. Method, <em>Means</em>, status.</summary>
/// <param name="Status">How far.</param>
/// <param name="Reasons">Why it is not complete, in the order of <see cref="Reason"/>; for a draft too.</param>
public sealed record IndexStatus(Status Status, IReadOnlyList<Reason> Reasons)
{
    /// <summary>The status of one index, or of two taken together: the smaller coverage and the wider range count.</summary>
    /// <param name="indices">The indices, 0..100.</param>
    /// <param name="shared">The reasons that hold for the whole machine, in the order of <see cref="Reason"/>.</param>
    /// <param name="limits">The rubric's limits.</param>
    public static IndexStatus Of(ReadOnlySpan<Quantity> indices, IReadOnlyList<Reason> shared, StatusLimits limits)
    {
        var (coverage, width) = (1.0, 0.0);
        foreach (var index in indices)
            (coverage, width) = (Math.Min(coverage, index.Coverage), Math.Max(width, index.High - index.Low));
        var reasons = new List<Reason>();
        if (coverage < limits.ProvisionalBelow)
            reasons.Add(Reason.Coverage);
        if (width > limits.ProvisionalAboveWidth)
            reasons.Add(Reason.Width);
        reasons.AddRange(shared);
        return new(coverage < limits.DraftBelow ? Status.Draft : reasons.Count > 0 ? Status.Provisional : Status.Complete, reasons);
    }
}

/// <summary>A kind's share in R, on 0..1.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Score">Mean of its fitted parts.</param>
public sealed record RepairKind(PartKind Kind, Quantity Score);

/// <summary>U without the places of one set that may be left out. Method, <em>Means</em>, places that exclude each other.</summary>
/// <param name="LeftOut">Ids of the places, sorted by code point.</param>
/// <param name="Upgrade">U without them, 0..100.</param>
/// <param name="Kinds">All kinds of upgrade, in the rubric's order.</param>
public sealed record UpgradeChoice(IReadOnlyList<string> LeftOut, Quantity Upgrade, IReadOnlyList<UpgradeKind> Kinds);

/// <summary>A record scored under a rubric. Method, <em>The result</em>.</summary>
public sealed record Result
{
    /// <summary>The repair index R, 0..100.</summary>
    public required Quantity Repair { get; init; }

    /// <summary>The upgrade index U, 0..100.</summary>
    public required Quantity Upgrade { get; init; }

    /// <summary>Both together, 0..100.</summary>
    public required Quantity Combined { get; init; }

    /// <summary>The reasons that hold for the whole machine, whatever is known of an index: all but coverage and width.</summary>
    public required IReadOnlyList<Reason> SharedReasons { get; init; }

    /// <summary>How far R and U together can be relied on.</summary>
    public required IndexStatus Together { get; init; }

    /// <summary>How far R can be relied on.</summary>
    public required IndexStatus RepairStatus { get; init; }

    /// <summary>How far U can be relied on.</summary>
    public required IndexStatus UpgradeStatus { get; init; }

    /// <summary>How far it can be relied on as a whole.</summary>
    public Status Status => Together.Status;

    /// <summary>Whether a person may sign it off as final: only what is complete.</summary>
    public bool MayBeFinal => Status == Status.Complete;

    /// <summary>Whether any kind has a value, so that there is something to answer for.</summary>
    public bool HasAnyValue => RepairKinds.Any(kind => kind.Score.Value is not null) || UpgradeKinds.Any(kind => kind.Score.Value is not null);

    /// <summary>Why it is not complete, in the order of <see cref="Reason"/>.</summary>
    public IReadOnlyList<Reason> Reasons => Together.Reasons;

    /// <summary>How many steps have observed seconds.</summary>
    public required int ObservedSteps { get; init; }

    /// <summary>The kinds of repair that are not absent, in the rubric's order.</summary>
    public required IReadOnlyList<RepairKind> RepairKinds { get; init; }

    /// <summary>Every choice of places that can be used together, the one that is shown and charged first.</summary>
    public required IReadOnlyList<UpgradeChoice> UpgradeChoices { get; init; }

    /// <summary>All kinds of upgrade, in the rubric's order, by the choice that is shown.</summary>
    public IReadOnlyList<UpgradeKind> UpgradeKinds => UpgradeChoices[0].Kinds;

    /// <summary>Ids of the places that are left out of what is shown, because they exclude others.</summary>
    public IReadOnlyList<string> LeftOut => UpgradeChoices[0].LeftOut;

    /// <summary>Every part, in recorded order.</summary>
    public required IReadOnlyList<PartScore> Parts { get; init; }
}
