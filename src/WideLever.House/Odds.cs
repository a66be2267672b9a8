using WideLever.Core.Comparing;
using WideLever.Core.Scoring;

namespace WideLever.House;

/// <summary>Rank odds of some units of the shelf.</summary>
/// <param name="Under">The rubric.</param>
/// <param name="UnitIds">The units, in the order of the odds.</param>
/// <param name="Chances">The odds.</param>
public sealed record FieldOdds(RubricSheet Under, IReadOnlyList<string> UnitIds, RankOdds Chances);

/// <summary>Makes rank odds, and keeps the last ones of a field of some hundred units, so that more draws of it go on from there.</summary>
/// <param name="shelf">Has the records and the rubric.</param>
public sealed class Odds(Shelf shelf)
{
    /// <summary>Units up to which odds are kept.</summary>
    internal int MostKept { get; init; } = RankOdds.MaxPairs;

    private readonly Lock keeping = new();
    private (IReadOnlyList<ShelfUnit> Units, RankOdds Chances)? last;

    /// <summary>Odds of some units of the shelf; one that was taken off it a moment ago is no longer in the field.</summary>
    public FieldOdds Of(IReadOnlyList<string> unitIds, IndexName index, ulong seed, int draws, IProgress<int>? progress, CancellationToken cancellation)
    {
        var snapshot = shelf.SummedUp(cancellation);
        var field = unitIds.Select(snapshot.Find).OfType<ShelfUnit>().Where(unit => unit.IsReadable).ToList();
        RankOdds? earlier;
        lock (keeping)
        {
            // A unit that stands as it stood, under the same rubric, is the same object.
            earlier = last is { } kept && (kept.Chances.Index, kept.Chances.Seed) == (index, seed) && kept.Units.SequenceEqual(field) ? kept.Chances : null;
        }
        var results = shelf.Each(field, unit => Scorer.Score(unit.Record, unit.Under.Rubric, cancellation), cancellation);
        var chances = RankOdds.Of(results, snapshot.Under.Rubric, index, seed, draws, earlier, null, progress, cancellation);
        lock (keeping)
            last = field.Count <= MostKept ? (field, chances) : null;
        return new(snapshot.Under, [.. field.Select(unit => unit.Id)], chances);
    }
}
