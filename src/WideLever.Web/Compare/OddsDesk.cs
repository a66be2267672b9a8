using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Scoring;

namespace WideLever.Web.Compare;

/// <summary>Makes rank odds, and keeps the last ones, so that more draws of the same field go on from there.</summary>
/// <param name="workshop">Has the records and the rubric.</param>
public sealed class OddsDesk(Workshop workshop)
{
    private readonly Lock keeping = new();
    private (string RubricSha256, IReadOnlyList<CheckedRecord> Records, RankOdds Odds)? last;

    /// <summary>Odds of some units of the shelf.</summary>
    public OddsView Of(OddsAsked asked, IProgress<int>? progress, CancellationToken cancellation)
    {
        var sheet = workshop.Sheet;
        var shelf = workshop.Records(cancellation).ToDictionary(one => one.UnitId, StringComparer.Ordinal);
        // A unit that was taken off the shelf a moment ago is no longer in the field.
        var field = asked.Units.Where(shelf.ContainsKey).Select(id => shelf[id]).ToList();
        var records = field.Select(one => one.Record.Record).ToList();
        var results = field.Select(one => Scorer.Score(one.Record, sheet.Rubric, cancellation)).ToList();
        var draws = (int)Math.Min(asked.Draws, RankOdds.MaxDraws);
        var checkedRecords = field.Select(one => one.Record).ToList();
        RankOdds? earlier;
        lock (keeping)
        {
            // The same records are the same objects, for the workshop keeps them until they change.
            earlier = last is { } kept && kept.RubricSha256 == sheet.Sha256 && (kept.Odds.Index, kept.Odds.Seed) == (asked.Index, (ulong)asked.Seed) && kept.Records.SequenceEqual(checkedRecords)
                ? kept.Odds : null;
        }
        var odds = RankOdds.Of(records, results, sheet.Rubric, asked.Index, (ulong)asked.Seed, draws, earlier, null, progress, cancellation);
        lock (keeping)
            last = (sheet.Sha256, checkedRecords, odds);
        return View(odds, field.Select(one => one.UnitId).ToList(), asked, sheet.Sha256);
    }

    private static OddsView View(RankOdds odds, List<string> ids, OddsAsked asked, string rubricSha256) => new(
        odds.Index, asked.Seed, odds.Draws, asked.Draws > RankOdds.MaxDraws, rubricSha256,
        [
            .. ids.Select((id, unit) =>
            {
                var (from, to) = odds.Span(unit);
                return new UnitOdds(id, odds.MostLikely(unit), from, to,
                    [.. Enumerable.Range(1, ids.Count).Select(place => new PlaceChance(place, odds.Place(unit, place))).Where(place => place.Chance > 0)],
                    ids.Count <= CompareEndpoints.MostPairs ? [.. Enumerable.Range(0, ids.Count).Select(other => odds.Above(unit, other))] : []);
            }),
        ]);
}
