using System.Numerics;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>
/// How sure an order is: in each of many seeded draws the weights and what is unknown are drawn, and the units take their places. Ties share
/// a place. Method, <em>What is built on it</em>, rank odds.
/// </summary>
public sealed class RankOdds
{
    /// <summary>Draws at most.</summary>
    public const int MaxDraws = 1_000_000;

    /// <summary>Units up to which every pair is counted.</summary>
    public const int MaxPairs = 1_000;

    private readonly PlaceCounts[] places;
    private readonly int[] above;

    private RankOdds(int units, int draws, ulong seed, IndexName index, PlaceCounts[] places, int[] above)
    {
        (Units, Draws, Seed, Index) = (units, draws, seed, index);
        this.places = places;
        this.above = above;
    }

    /// <summary>How many units.</summary>
    public int Units { get; }

    /// <summary>How many draws stand behind it.</summary>
    public int Draws { get; }

    /// <summary>The seed that they came from.</summary>
    public ulong Seed { get; }

    /// <summary>The index that decided the places.</summary>
    public IndexName Index { get; }

    /// <summary>The chance that a unit takes a place, 0..1.</summary>
    /// <param name="unit">Position of the unit in the field.</param>
    /// <param name="place">The place, 1 the first.</param>
    public double Place(int unit, int place) => (double)places[unit][place - 1] / Draws;

    /// <summary>The first and the last place that a unit ever took, 1 the first: outside of them its chance is nothing.</summary>
    public (int From, int To) Reach(int unit) => (places[unit].Taken.From + 1, places[unit].Taken.To);

    /// <summary>The chance that one unit is above another, 0..1; what is left of both chances is that they tie.</summary>
    /// <exception cref="InvalidOperationException">The field has more than <see cref="MaxPairs"/> units.</exception>
    public double Above(int unit, int other) => above.Length > 0
        ? (double)above[unit * Units + other] / Draws
        : throw new InvalidOperationException("pairs are counted in smaller fields alone");

    /// <summary>The place that a unit takes most often; of several the first.</summary>
    public int MostLikely(int unit)
    {
        var of = places[unit];
        var (most, to) = of.Taken;
        for (var place = most + 1; place < to; place++)
        {
            if (of[place] > of[most])
                most = place;
        }
        return most + 1;
    }

    /// <summary>The places between which a unit stands in nine draws of ten: at most one in twenty is before the first, and one after the last.</summary>
    public (int From, int To) Span(int unit)
    {
        var tail = Draws / 20;
        int From(Func<int, int> at)
        {
            var left = 0;
            for (var i = 0; i < Units; i++)
            {
                left += at(i);
                if (left > tail)
                    return i;
            }
            return Units - 1;
        }
        return (From(i => places[unit][i]) + 1, Units - From(i => places[unit][Units - 1 - i]));
    }

    /// <summary>Draws a field.</summary>
    /// <param name="field">The units' results under the rubric. Each is gone through once, and only what is drawn of it is kept.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="index">Which index decides.</param>
    /// <param name="seed">The seed.</param>
    /// <param name="draws">How many draws there are to be in all, 1 to <see cref="MaxDraws"/>; rounded up to whole blocks.</param>
    /// <param name="earlier">Fewer draws of the same field, which count as the first of these; null: none.</param>
    /// <param name="threads">Threads at most; null: as many as there are cores. The odds are the same bit for bit with any number.</param>
    /// <param name="progress">Told how many draws are done, now and then; null: nobody asks.</param>
    /// <param name="cancellation">Ends it early.</param>
    /// <exception cref="ArgumentOutOfRangeException">Too few or too many draws, or earlier ones of another field, seed or index.</exception>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    public static RankOdds Of(
        IEnumerable<Result> field, Rubric rubric, IndexName index, ulong seed, int draws,
        RankOdds? earlier = null, int? threads = null, IProgress<int>? progress = null, CancellationToken cancellation = default)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(draws, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(draws, MaxDraws);
        var units = field.Select(result => DrawnUnit.Of(result, rubric)).ToList();
        if (earlier is not null && (earlier.Units, earlier.Seed, earlier.Index) != (units.Count, seed, index))
            throw new ArgumentOutOfRangeException(nameof(earlier), "the earlier draws are of another field, seed or index");
        var (n, first, last) = (units.Count, (earlier?.Draws ?? 0) / RankDraws.Block, (draws + RankDraws.Block - 1) / RankDraws.Block);
        var places = Counts(n);
        for (var unit = 0; earlier is not null && unit < n; unit++)
            places[unit].Add(earlier.places[unit]);
        var above = earlier is null ? Pairs(n) : (int[])earlier.above.Clone();
        var done = first * RankDraws.Block;
        var gathering = new Lock();
        var options = new ParallelOptions { CancellationToken = cancellation, MaxDegreeOfParallelism = threads ?? Environment.ProcessorCount };
        // Whole numbers are added up, so the order in which blocks end does not matter.
        Parallel.For(first, Math.Max(first, last), options, () => new Tally(units, rubric, index, seed, places), (block, _, tally) =>
        {
            tally.Count(block, cancellation);
            progress?.Report(Interlocked.Add(ref done, RankDraws.Block));
            return tally;
        }, tally =>
        {
            lock (gathering)
                tally.AddPairsTo(above);
        });
        return new(n, Math.Max(first, last) * RankDraws.Block, seed, index, places, above);
    }

    private static PlaceCounts[] Counts(int units) => [.. Enumerable.Range(0, units).Select(_ => new PlaceCounts())];

    private static int[] Pairs(int units) => units <= MaxPairs ? new int[units * units] : [];

    /// <summary>What one thread counts: places into those of all threads, which of a large field would be too many to have more than once.</summary>
    private sealed class Tally(IReadOnlyList<DrawnUnit> units, Rubric rubric, IndexName index, ulong seed, PlaceCounts[] places)
    {
        private readonly RankScores scores = new(rubric);
        private readonly double[] rows = new double[units.Count * RankDraws.Block];
        private readonly int[] above = Pairs(units.Count);
        private readonly double[] column = new double[units.Count];
        private readonly int[] order = new int[units.Count];

        public void Count(int block, CancellationToken cancellation)
        {
            scores.Begin(seed, block);
            for (var unit = 0; unit < units.Count; unit++)
            {
                cancellation.ThrowIfCancellationRequested();
                scores.Score(units[unit], unit, index, rows.AsSpan(unit * RankDraws.Block, RankDraws.Block));
            }
            if (above.Length > 0)
                CountPairs(cancellation);
            CountPlaces();
        }

        public void AddPairsTo(int[] allAbove)
        {
            for (var i = 0; i < above.Length; i++)
                allAbove[i] += above[i];
        }

        private void CountPlaces()
        {
            PutPlaces();
            for (var unit = 0; unit < units.Count; unit++)
            {
                lock (places[unit])
                    places[unit].AddAll(rows.AsSpan(unit * RankDraws.Block, RankDraws.Block));
            }
        }

        /// <summary>Puts in place of each score the place that it takes in its draw.</summary>
        private void PutPlaces()
        {
            var n = units.Count;
            for (var draw = 0; draw < RankDraws.Block; draw++)
            {
                for (var unit = 0; unit < n; unit++)
                {
                    column[unit] = -rows[unit * RankDraws.Block + draw];
                    order[unit] = unit;
                }
                Array.Sort(column, order);
                var place = 0;
                for (var rank = 0; rank < n; rank++)
                {
                    if (rank > 0 && column[rank] != column[rank - 1])
                        place = rank;
                    rows[order[rank] * RankDraws.Block + draw] = place;
                }
            }
        }

        private void CountPairs(CancellationToken cancellation)
        {
            var n = units.Count;
            for (var unit = 0; unit < n; unit++)
            {
                cancellation.ThrowIfCancellationRequested();
                var mine = MemoryMarshal.Cast<double, Vector512<double>>(rows.AsSpan(unit * RankDraws.Block, RankDraws.Block));
                for (var other = unit + 1; other < n; other++)
                {
                    var theirs = MemoryMarshal.Cast<double, Vector512<double>>(rows.AsSpan(other * RankDraws.Block, RankDraws.Block));
                    var (more, less) = (0, 0);
                    for (var i = 0; i < mine.Length; i++)
                    {
                        more += BitOperations.PopCount(Vector512.GreaterThan(mine[i], theirs[i]).ExtractMostSignificantBits());
                        less += BitOperations.PopCount(Vector512.LessThan(mine[i], theirs[i]).ExtractMostSignificantBits());
                    }
                    above[unit * n + other] += more;
                    above[other * n + unit] += less;
                }
            }
        }
    }
}
