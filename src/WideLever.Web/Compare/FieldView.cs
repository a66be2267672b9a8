using WideLever.Core.Comparing;
using WideLever.Core.Scoring;

namespace WideLever.Web.Compare;

/// <summary>Which units are compared.</summary>
/// <param name="Units">Their ids; none: the whole shelf.</param>
public sealed record FieldAsked(IReadOnlyList<string> Units);

/// <summary>What sets a unit apart from another one.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Sentences">For R and for U.</param>
public sealed record UnitInWords(string Id, IReadOnlyList<string> Sentences);

/// <summary>A kind of a unit in one index.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Score">Its score, 0..1.</param>
/// <param name="Absent">Whether the machine does not have it.</param>
public sealed record FieldKindView(PartKind Kind, QuantityView Score, bool Absent);

/// <summary>How a unit stands in one index of a field.</summary>
/// <param name="Quantity">The index, 0..100.</param>
/// <param name="Place">Place by the low end, 1 the first; equals share one.</param>
/// <param name="PlaceByValue">Place by the value among those that have one; null: it has none, and stands behind them.</param>
/// <param name="Group">Group among those of its build, 1 the first: units of one group cannot all be told apart; 0: a draft, which is in none.</param>
/// <param name="BestForPrice">Whether nothing that costs no more beats its value.</param>
public sealed record StandingView(IndexView Quantity, int Place, int? PlaceByValue, int Group, bool BestForPrice)
{
    /// <summary>The view of a standing.</summary>
    public static StandingView Of(FieldStanding standing) =>
        new(IndexView.Of(standing.Quantity, standing.Status), standing.Place, standing.PlaceByValue, standing.Group, standing.BestForPrice);
}

/// <summary>A unit of a field.</summary>
public sealed record FieldUnitView
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>Who made it.</summary>
    public required string Maker { get; init; }

    /// <summary>The name it is sold by.</summary>
    public required string Model { get; init; }

    /// <summary>The exact code.</summary>
    public required string ModelCode { get; init; }

    /// <summary>What it is sold as; null: unknown.</summary>
    public required MachineClass? Class { get; init; }

    /// <summary>Year of the model; null: unknown.</summary>
    public required int? Year { get; init; }

    /// <summary>Its price in the rubric's currency; null: unknown, or in another currency without a rate.</summary>
    public required double? Price { get; init; }

    /// <summary>Whether it is a desktop: of another build than a notebook.</summary>
    public required bool Desktop { get; init; }

    /// <summary>How far the result can be relied on.</summary>
    public required Status Status { get; init; }

    /// <summary>How it stands in R.</summary>
    public required StandingView Repair { get; init; }

    /// <summary>How it stands in U.</summary>
    public required StandingView Upgrade { get; init; }

    /// <summary>How it stands in both together.</summary>
    public required StandingView Combined { get; init; }

    /// <summary>The kinds of R that it has.</summary>
    public required IReadOnlyList<FieldKindView> RepairKinds { get; init; }

    /// <summary>All kinds of U.</summary>
    public required IReadOnlyList<FieldKindView> UpgradeKinds { get; init; }
}

/// <summary>A field of units under one rubric.</summary>
/// <param name="Rubric">The rubric.</param>
/// <param name="RubricSha256">SHA-256 of its canonical JSON.</param>
/// <param name="Units">The units, in the order that was asked for.</param>
public sealed record FieldView(RubricView Rubric, string RubricSha256, IReadOnlyList<FieldUnitView> Units);
