using System.Numerics;
using WideLever.Core.Checking;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>The fewest changes that bring an index to a figure.</summary>
/// <param name="Changes">The changes, in the order of the candidates; none where it is there already.</param>
/// <param name="After">The indices with them.</param>
/// <param name="Reached">Whether the figure is reached; where it is not, these are the changes that came nearest.</param>
/// <param name="Exact">Whether every set was tried, so that there is no smaller one; else one change after the other was taken, the best first.</param>
public sealed record SmallestSet(IReadOnlyList<MachineChange> Changes, Indices After, bool Reached, bool Exact)
{
    /// <summary>Candidates up to which every set is tried.</summary>
    public const int MaxExact = 15;

    /// <summary>Finds it. Among sets of the same size the one of the greatest index, then the first, is taken.</summary>
    /// <param name="record">The record.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="candidates">Changes to choose from.</param>
    /// <param name="index">Which index.</param>
    /// <param name="figure">What its value is to reach, 0..100.</param>
    /// <param name="progress">Told how many sets were tried, now and then; null: nobody asks.</param>
    /// <param name="cancellation">Ends it early.</param>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    public static SmallestSet Of(
        CheckedRecord record, Rubric rubric, IReadOnlyList<MachineChange> candidates, IndexName index, double figure,
        IProgress<int>? progress = null, CancellationToken cancellation = default)
    {
        var search = new Search(record, rubric, candidates, index, figure, progress, cancellation);
        return candidates.Count <= MaxExact ? search.Exact() : search.Greedy();
    }

    /// <summary>The most sets that are tried for so many candidates.</summary>
    public static int Tries(int candidates) => candidates <= MaxExact ? 1 << candidates : candidates * (candidates + 1) / 2 + 1;

    private readonly record struct Tried(uint[] Set, Indices After, double Value)
    {
        public bool Beats(Tried other) => Value > other.Value || (Value == other.Value && First(Set, other.Set));

        private static bool First(uint[] set, uint[] other) => set.AsSpan().SequenceCompareTo(other) < 0;
    }

    private sealed class Search(
        CheckedRecord record, Rubric rubric, IReadOnlyList<MachineChange> candidates, IndexName index, double figure, IProgress<int>? progress, CancellationToken cancellation)
    {
        private int tried;

        public SmallestSet Exact()
        {
            var best = Try([]);
            for (var size = 0; size <= candidates.Count; size++)
            {
                var ofSize = Enumerable.Range(0, 1 << candidates.Count).Where(set => BitOperations.PopCount((uint)set) == size).AsParallel().WithCancellation(cancellation)
                    .Select(set => Try([.. Enumerable.Range(0, candidates.Count).Where(i => (set >> i & 1) != 0).Select(i => (uint)i)])).ToList();
                var bestOfSize = ofSize.Aggregate((a, b) => b.Beats(a) ? b : a);
                if (bestOfSize.Value >= figure)
                    return Found(bestOfSize, true);
                // More changes that bring nothing more are not nearer.
                if (bestOfSize.Value > best.Value)
                    best = bestOfSize;
            }
            return Found(best, true);
        }

        public SmallestSet Greedy()
        {
            var best = Try([]);
            while (best.Value < figure)
            {
                var more = Enumerable.Range(0, candidates.Count).Where(i => !best.Set.Contains((uint)i)).AsParallel().WithCancellation(cancellation)
                    .Select(i => Try([.. best.Set.Append((uint)i).Order()])).ToList();
                if (more.Count == 0)
                    break;
                var next = more.Aggregate((a, b) => b.Beats(a) ? b : a);
                if (next.Value <= best.Value)
                    break;
                best = next;
            }
            return Found(best, false);
        }

        private Tried Try(uint[] set)
        {
            cancellation.ThrowIfCancellationRequested();
            var indices = WhatIf.Apply(record.Record, set.Select(i => candidates[(int)i]), rubric) is { } after
                ? Indices.Of(Scorer.Score(after, rubric, cancellation))
                : new(Quantity.Unknown, Quantity.Unknown, Quantity.Unknown);
            var done = Interlocked.Increment(ref tried);
            if (done % 64 == 0)
                progress?.Report(done);
            // What has no value, or makes the record faulty, reaches nothing.
            return new(set, indices, indices.Get(index).Value ?? double.NegativeInfinity);
        }

        private SmallestSet Found(Tried best, bool exact) => new([.. best.Set.Select(i => candidates[(int)i])], best.After, best.Value >= figure, exact);
    }
}
