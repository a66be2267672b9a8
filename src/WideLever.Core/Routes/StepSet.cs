using System.Numerics;

namespace WideLever.Core.Routes;

/// <summary>Step positions as bits, in words of 64; the operations that the search turns on.</summary>
internal static class StepSet
{
    public static int WordsFor(int steps) => (steps + 63) / 64;

    public static void Add(Span<ulong> set, int step) => set[step >> 6] |= 1UL << (step & 63);

    public static bool Has(ReadOnlySpan<ulong> set, int step) => (set[step >> 6] >> (step & 63) & 1) != 0;

    public static ulong[] Of(IReadOnlyList<int> steps, int words)
    {
        var set = new ulong[words];
        foreach (var step in steps)
            Add(set, step);
        return set;
    }

    public static ulong[] Without(ReadOnlySpan<ulong> set, ReadOnlySpan<ulong> other)
    {
        var rest = new ulong[set.Length];
        for (var w = 0; w < rest.Length; w++)
            rest[w] = set[w] & ~other[w];
        return rest;
    }

    public static bool Overlap(ReadOnlySpan<ulong> set, ReadOnlySpan<ulong> other)
    {
        for (var w = 0; w < set.Length; w++)
        {
            if ((set[w] & other[w]) != 0)
                return true;
        }
        return false;
    }

    public static void Union(Span<ulong> set, ReadOnlySpan<ulong> other)
    {
        for (var w = 0; w < set.Length; w++)
            set[w] |= other[w];
    }

    public static bool IsSubset(ReadOnlySpan<ulong> set, ReadOnlySpan<ulong> of)
    {
        for (var w = 0; w < set.Length; w++)
        {
            if ((set[w] & ~of[w]) != 0)
                return false;
        }
        return true;
    }

    public static int Count(ReadOnlySpan<ulong> set)
    {
        var count = 0;
        foreach (var word in set)
            count += BitOperations.PopCount(word);
        return count;
    }

    /// <summary>Sum over the set, in order of position so that equal sets give equal sums.</summary>
    public static double Sum(ReadOnlySpan<ulong> set, ReadOnlySpan<double> values)
    {
        var sum = 0.0;
        for (var w = 0; w < set.Length; w++)
        {
            for (var word = set[w]; word != 0; word &= word - 1)
                sum += values[(w << 6) + BitOperations.TrailingZeroCount(word)];
        }
        return sum;
    }

    /// <summary>Whether the sorted positions of one set come before those of another of the same size.</summary>
    public static bool ComesFirst(ReadOnlySpan<ulong> set, ReadOnlySpan<ulong> other)
    {
        for (var w = 0; w < set.Length; w++)
        {
            var differs = set[w] ^ other[w];
            if (differs != 0)
                return (set[w] >> BitOperations.TrailingZeroCount(differs) & 1) != 0;
        }
        return false;
    }

    public static int[] Positions(ReadOnlySpan<ulong> set)
    {
        var positions = new int[Count(set)];
        var next = 0;
        for (var w = 0; w < set.Length; w++)
        {
            for (var word = set[w]; word != 0; word &= word - 1)
                positions[next++] = (w << 6) + BitOperations.TrailingZeroCount(word);
        }
        return positions;
    }
}
