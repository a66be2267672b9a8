using System.Numerics;
using WideLever.Core.Checking;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>The fewest changes that bring an index to a figure.</summary>
/// <param name="Changes">The changes, in the order of the candidates; none where it is there already.</param>
/// <param name="After">The indices with them.</param>
/// <param name="Reached">Whether the figure is reached; where it is not, these are the changes that came nearest.</param>
/// <param name="Exact">Whether every set that could be smaller was tried, so that there is none; else one change after the other was taken, the best first.</param>
/// <param name="Left">Whether it was left before all was tried that would have been.</param>
/// <param name="Tried">How many sets were tried.</param>
public sealed record SmallestSet(IReadOnlyList<MachineChange> Changes, Indices After, bool Reached, bool Exact, bool Left, int Tried)
{
    /// <summary>Candidates up to which every set is tried.</summary>
    public const int MaxExact = 15;

    /// <summary>Finds it. Among sets of the same size the one of the greatest index, then the first, is taken.</summary>
    /// <param name="record">The record.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="candidates">Changes to choose from.</param>
    /// <param name="index">Which index.</param>
    /// <param name="figure">What its value is to reach, 0..100.</param>
    /// <param name="isEnough">Asked before each set whether to leave it at those that were tried; null: all are tried.</param>
    /// <param name="progress">Told how many sets were tried, now and then; null: nobody asks.</param>
    /// <param name="cancellation">Ends it early.</param>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    public static SmallestSet Of(
        CheckedRecord record, Rubric rubric, IReadOnlyList<MachineChange> candidates, IndexName index, double figure,
        Func<bool>? isEnough = null, IProgress<int>? progress = null, CancellationToken cancellation = default)
    {
        var search = new Search(record, rubric, candidates, index, figure, isEnough, progress, cancellation);
        return candidates.Count <= MaxExact ? search.Exact() : search.Greedy();
    }

    /// <summary>The most sets that are tried for so many candidates.</summary>
    public static int Tries(int candidates) => candidates <= MaxExact ? 1 << candidates : candidates * (candidates + 1) / 2 + 1;

    private readonly record struct TriedSet(uint[] Set, Indices After, double Value)
    {
        public bool Beats(TriedSet other) => Value > other.Value || (Value == other.Value && First(Set, other.Set));

        private static bool First(uint[] set, uint[] other) => set.AsSpan().SequenceCompareTo(other) < 0;
    }

    private sealed class Search(
        CheckedRecord record, Rubric rubric, IReadOnlyList<MachineChange> candidates, IndexName index, double figure, Func<bool>? isEnough, IProgress<int>? progress, CancellationToken cancellation)
    {
        private int tried;
        private bool left;

        public SmallestSet Exact()
        {
            var best = Try([]);
            for (var size = 1; size <= candidates.Count && best.Value < figure && !left; size++)
            {
                var bestOfSize = Best(Enumerable.Range(0, 1 << candidates.Count).Where(set => BitOperations.PopCount((uint)set) == size)
                    .Select(set => Enumerable.Range(0, candidates.Count).Where(i => (set >> i & 1) != 0).Select(i => (uint)i).ToArray()));
                // More changes that bring nothing more are not nearer.
                if (bestOfSize is { } better && better.Value > best.Value)
                    best = better;
            }
            return Found(best, true);
        }

        public SmallestSet Greedy()
        {
            var best = Try([]);
            while (best.Value < figure && !left
                && Best(Enumerable.Range(0, candidates.Count).Where(i => !best.Set.Contains((uint)i)).Select(i => best.Set.Append((uint)i).Order().ToArray())) is { } next
                && next.Value > best.Value)
                best = next;
            return Found(best, false);
        }

        /// <summary>The best of some sets; where it is enough before all were tried the best until then, null where none was.</summary>
        private TriedSet? Best(IEnumerable<uint[]> sets)
        {
            TriedSet? best = null;
            foreach (var one in sets.AsParallel().WithCancellation(cancellation).Select(set => isEnough?.Invoke() == true ? (TriedSet?)null : Try(set)))
            {
                left |= one is null;
                if (one is { } set && (best is not { } before || set.Beats(before)))
                    best = set;
            }
            return best;
        }

        private TriedSet Try(uint[] set)
        {
            cancellation.ThrowIfCancellationRequested();
            var indices = WhatIf.Apply(record.Record, set.Select(i => candidates[(int)i]), rubric) is { } after
                ? Indices.Of(Scorer.Score(after, rubric, cancellation))
                : Indices.Of(Quantity.Unknown, Quantity.Unknown, [], rubric);
            var done = Interlocked.Increment(ref tried);
            if (done % 64 == 0)
                progress?.Report(done);
            // What has no value, or makes the record faulty, reaches nothing.
            return new(set, indices, indices.Get(index).Value ?? double.NegativeInfinity);
        }

        private SmallestSet Found(TriedSet best, bool everySet) =>
            new([.. best.Set.Select(i => candidates[(int)i])], best.After, best.Value >= figure, everySet && !left, left, tried);
    }
}
