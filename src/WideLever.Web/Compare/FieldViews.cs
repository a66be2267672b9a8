using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.House;
using WideLever.Web.Verdict;

namespace WideLever.Web.Compare;

/// <summary>Which units are compared.</summary>
/// <param name="Units">Their ids; none: the whole shelf.</param>
public sealed record FieldAsked(IReadOnlyList<string> Units);

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
public sealed record StandingView(QuantityView Quantity, int Place, int? PlaceByValue, int Group, bool BestForPrice)
{
    /// <summary>The view of a standing.</summary>
    public static StandingView Of(FieldStanding standing) =>
        new(QuantityView.Of(standing.Quantity), standing.Place, standing.PlaceByValue, standing.Group, standing.BestForPrice);
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

/// <summary>What rank odds are asked for.</summary>
/// <param name="Units">Ids of the units.</param>
/// <param name="Index">Which index decides the places.</param>
/// <param name="Seed">The seed.</param>
/// <param name="Draws">How many draws there are to be in all.</param>
public sealed record OddsAsked(IReadOnlyList<string> Units, IndexName Index, int Seed, long Draws);

/// <summary>The chance of a place.</summary>
/// <param name="Place">The place, 1 the first.</param>
/// <param name="Chance">0..1.</param>
public sealed record PlaceChance(int Place, double Chance);

/// <summary>The odds of a unit.</summary>
/// <param name="Id">The unit.</param>
/// <param name="MostLikely">The place it takes most often.</param>
/// <param name="From">First of the places between which it stands in nine draws of ten.</param>
/// <param name="To">Last of them.</param>
/// <param name="Places">The places that it took in any draw.</param>
/// <param name="Above">The chance to be above each unit, in the order of the units; none where there are more than 200 of them.</param>
public sealed record UnitOdds(string Id, int MostLikely, int From, int To, IReadOnlyList<PlaceChance> Places, IReadOnlyList<double> Above);

/// <summary>Rank odds of a field.</summary>
/// <param name="Index">Which index decided.</param>
/// <param name="Seed">The seed.</param>
/// <param name="Draws">How many draws stand behind it.</param>
/// <param name="Capped">Whether more draws were asked for than are made.</param>
/// <param name="RubricSha256">SHA-256 of the rubric's canonical JSON.</param>
/// <param name="Units">The units in the order that was asked for.</param>
public sealed record OddsView(IndexName Index, int Seed, int Draws, bool Capped, string RubricSha256, IReadOnlyList<UnitOdds> Units)
{
    /// <summary>The view of odds.</summary>
    /// <param name="odds">The odds.</param>
    /// <param name="asked">What was asked for.</param>
    /// <param name="mostPairs">Units up to which the chance of every pair is told.</param>
    public static OddsView Of(FieldOdds odds, OddsAsked asked, int mostPairs)
    {
        var (chances, ids) = (odds.Chances, odds.UnitIds);
        return new(chances.Index, asked.Seed, chances.Draws, asked.Draws > RankOdds.MaxDraws, odds.Under.Sha256,
        [
            .. ids.Select((id, unit) =>
            {
                var (from, to) = chances.Span(unit);
                return new UnitOdds(id, chances.MostLikely(unit), from, to,
                    [.. Places(chances.Reach(unit)).Select(place => new PlaceChance(place, chances.Place(unit, place))).Where(place => place.Chance > 0)],
                    ids.Count <= mostPairs ? [.. Enumerable.Range(0, ids.Count).Select(other => chances.Above(unit, other))] : []);
            }),
        ]);

        static IEnumerable<int> Places((int From, int To) reach) => Enumerable.Range(reach.From, reach.To - reach.From + 1);
    }
}

/// <summary>A pair of units kind by kind.</summary>
/// <param name="SameBuild">Whether both are notebooks or both desktops.</param>
/// <param name="Repair">Who is ahead in R: on what both have, where the builds differ.</param>
/// <param name="Upgrade">Who is ahead in U, likewise.</param>
/// <param name="Combined">Who is ahead in both together, likewise.</param>
/// <param name="RepairShare">Share of the weight in R that this is judged by, 0..1.</param>
/// <param name="UpgradeShare">Share of the weight in U.</param>
/// <param name="First">The first's indices by which it is judged.</param>
/// <param name="Second">The second's.</param>
/// <param name="RepairFlips">The weight of each kind at which they change places in R.</param>
/// <param name="UpgradeFlips">The same in U.</param>
public sealed record PairView(
    bool SameBuild, Ahead Repair, Ahead Upgrade, Ahead Combined, double RepairShare, double UpgradeShare, IndicesView First, IndicesView Second,
    IReadOnlyList<FlipPoint> RepairFlips, IReadOnlyList<FlipPoint> UpgradeFlips)
{
    /// <summary>The view of a pair.</summary>
    public static PairView Of(UnitPair pair) => new(
        pair.SameBuild, pair.Repair, pair.Upgrade, pair.Combined, pair.Common.RepairShare, pair.Common.UpgradeShare,
        IndicesView.Of(pair.Common.First), IndicesView.Of(pair.Common.Second), pair.RepairFlips, pair.UpgradeFlips);
}

/// <summary>The weight of one kind tried on a field.</summary>
/// <param name="Units">Ids of the units.</param>
/// <param name="Index">R or U.</param>
/// <param name="Kind">The kind.</param>
/// <param name="Weight">Its weight; the others are rescaled so that the sum stays.</param>
public sealed record WeightTried(IReadOnlyList<string> Units, IndexName Index, PartKind Kind, double Weight);

/// <summary>A unit under a weight that is tried.</summary>
/// <param name="Id">The unit.</param>
/// <param name="Quantity">The index, 0..100.</param>
/// <param name="Place">Place by its value among those that have one, 1 the first; equals share one. Null: it has none, and stands behind them.</param>
public sealed record TriedUnit(string Id, QuantityView Quantity, int? Place);

/// <summary>The places of a unit under one answer.</summary>
/// <param name="Question">The question on which practitioners differ.</param>
/// <param name="Option">The answer.</param>
/// <param name="InUse">Whether it is the rubric's own.</param>
/// <param name="Places">Place of each unit by the low end of the index asked for, in the order of the units.</param>
/// <param name="PlacesByValue">Its place by the value among those that have one; null: it has none.</param>
/// <param name="Quantities">The index of each.</param>
public sealed record OptionView(
    string Question, string Option, bool InUse, IReadOnlyList<int> Places, IReadOnlyList<int?> PlacesByValue, IReadOnlyList<QuantityView> Quantities);

/// <summary>What the table of schools is asked for.</summary>
/// <param name="Units">Ids of the units.</param>
/// <param name="Index">Which index.</param>
public sealed record SchoolsAsked(IReadOnlyList<string> Units, IndexName Index);

/// <summary>A field under every school.</summary>
/// <param name="Index">Which index.</param>
/// <param name="Options">Each answer to each question.</param>
public sealed record SchoolsView(IndexName Index, IReadOnlyList<OptionView> Options);
