using WideLever.Core.Comparing;
using WideLever.Core.Scoring;
using WideLever.House;

namespace WideLever.Web.Compare;

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
/// <param name="Mean">Its place on the average of all draws.</param>
/// <param name="Places">The places that it took in any draw; in a field of more than 200 told of the sixty units alone that stand first on the average.</param>
/// <param name="Above">The chance to be above each unit, in the order of the units; none where there are more than 200 of them.</param>
public sealed record UnitOdds(string Id, int MostLikely, int From, int To, double Mean, IReadOnlyList<PlaceChance> Places, IReadOnlyList<double> Above);

/// <summary>Rank odds of a field.</summary>
/// <param name="Index">Which index decided.</param>
/// <param name="Seed">The seed.</param>
/// <param name="Draws">How many draws stand behind it.</param>
/// <param name="Capped">Whether more draws were asked for than are made.</param>
/// <param name="RubricSha256">SHA-256 of the rubric's canonical JSON.</param>
/// <param name="Units">The units in the order that was asked for.</param>
public sealed record OddsView(IndexName Index, int Seed, int Draws, bool Capped, string RubricSha256, IReadOnlyList<UnitOdds> Units)
{
    /// <summary>Units of a large field whose chances of places are told.</summary>
    public const int MostPlaced = 60;

    /// <summary>The view of odds.</summary>
    /// <param name="odds">The odds.</param>
    /// <param name="asked">What was asked for.</param>
    /// <param name="mostPairs">Units up to which the chance of every pair is told.</param>
    public static OddsView Of(FieldOdds odds, OddsAsked asked, int mostPairs)
    {
        var (chances, ids) = (odds.Chances, odds.UnitIds);
        var means = Enumerable.Range(0, ids.Count).AsParallel().AsOrdered().Select(unit => Places(chances.Reach(unit)).Sum(place => place * chances.Place(unit, place))).ToArray();
        // What every unit's every place comes to in a large field is hundreds of megabytes.
        var told = ids.Count <= mostPairs ? null : Enumerable.Range(0, ids.Count).OrderBy(unit => means[unit]).Take(MostPlaced).ToHashSet();
        return new(chances.Index, asked.Seed, chances.Draws, asked.Draws > RankOdds.MaxDraws, odds.Under.Sha256,
        [
            .. ids.Select((id, unit) =>
            {
                var (from, to) = chances.Span(unit);
                return new UnitOdds(id, chances.MostLikely(unit), from, to, means[unit],
                    told?.Contains(unit) == false ? [] : [.. Places(chances.Reach(unit)).Select(place => new PlaceChance(place, chances.Place(unit, place))).Where(place => place.Chance > 0)],
                    ids.Count <= mostPairs ? [.. Enumerable.Range(0, ids.Count).Select(other => chances.Above(unit, other))] : []);
            }),
        ]);

        static IEnumerable<int> Places((int From, int To) reach) => Enumerable.Range(reach.From, reach.To - reach.From + 1);
    }
}
