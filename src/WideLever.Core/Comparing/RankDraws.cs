using System.Numerics.Tensors;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Random;

namespace WideLever.Core.Comparing;

/// <summary>
/// The draws of <see cref="RankOdds"/>. Draws come in blocks, and each block, and within it each unit, has streams of its own that start from
/// the seed: so no draw turns on which thread makes it, or on how many there are. Method, <em>What is built on it</em>, rank odds.
/// </summary>
public static class RankDraws
{
    /// <summary>Draws of a block.</summary>
    public const int Block = 200;

    /// <summary>How strongly drawn weights keep to those of the rubric: the sum of the Dirichlet's parameters.</summary>
    public const double Concentration = 150;

    /// <summary>Standard deviation of the logarithm of a unit's effort factor.</summary>
    public const double EffortSpread = 0.15;

    private const int Lanes = 8;

    /// <summary>
    /// Weights for every draw of a block: Dirichlet(150 × weight / Σ weights). Row after row: the first <see cref="Block"/> numbers are the first
    /// weight in each draw. What weighs nothing in the rubric weighs nothing in any draw.
    /// </summary>
    /// <param name="weights">The rubric's weights, ≥ 0, with a positive sum.</param>
    /// <param name="seed">The seed.</param>
    /// <param name="block">Number of the block.</param>
    /// <param name="stream">Which of the rubric's sets of weights it is.</param>
    public static double[] Weights(IReadOnlyList<double> weights, ulong seed, int block, int stream)
    {
        var random = new Xoshiro256StarStar((int)(Mixed(seed, (ulong)block, 0x57ul << 32 | (uint)stream) & int.MaxValue), threadSafe: false);
        var sum = weights.Sum();
        var rows = new double[weights.Count * Block];
        for (var draw = 0; draw < Block; draw++)
        {
            double all = 0;
            for (var w = 0; w < weights.Count; w++)
                all += rows[w * Block + draw] = weights[w] > 0 ? Gamma.Sample(random, Concentration * weights[w] / sum, 1) : 0;
            for (var w = 0; w < weights.Count; w++)
                rows[w * Block + draw] /= all;
        }
        return rows;
    }

    /// <summary>Uniform numbers on [0, 1) for a unit in a block: as many rows of <see cref="Block"/> as the span holds.</summary>
    public static void Uniform(Span<double> rows, ulong seed, int block, int unit)
    {
        // Eight generators side by side (xoshiro256+), each from the seed by splitmix64.
        Span<ulong> start = stackalloc ulong[4 * Lanes];
        var state = Mixed(seed, (ulong)block, 0x55ul << 32 | (uint)unit);
        foreach (ref var word in start)
            word = SplitMix(ref state);
        var (s0, s1, s2, s3) = (Vector512.Create(start[..8]), Vector512.Create(start[8..16]), Vector512.Create(start[16..24]), Vector512.Create(start[24..]));
        var one = Vector512.Create(1.0);
        var exponent = Vector512.Create(0x3FF0_0000_0000_0000ul);
        foreach (ref var eight in MemoryMarshal.Cast<double, Vector512<double>>(rows))
        {
            eight = (Vector512.ShiftRightLogical(s0 + s3, 12) | exponent).AsDouble() - one;
            var shifted = Vector512.ShiftLeft(s1, 17);
            s2 ^= s0;
            s3 ^= s1;
            s1 ^= s2;
            s0 ^= s3;
            s2 ^= shifted;
            s3 = Vector512.ShiftLeft(s3, 45) | Vector512.ShiftRightLogical(s3, 19);
        }
    }

    /// <summary>The logarithm of an effort factor for each draw, normal(0, 0.15), from two rows of uniform numbers; the first becomes it.</summary>
    public static void LogEffort(Span<double> first, Span<double> second)
    {
        // Box and Muller; 1 − u is never 0.
        TensorPrimitives.Negate(first, first);
        TensorPrimitives.Add(first, 1, first);
        TensorPrimitives.Log(first, first);
        TensorPrimitives.Multiply(first, -2 * EffortSpread * EffortSpread, first);
        TensorPrimitives.Sqrt(first, first);
        TensorPrimitives.Multiply(second, 2, second);
        TensorPrimitives.CosPi(second, second);
        TensorPrimitives.Multiply(first, second, first);
    }

    /// <summary>Where the stream of a seed, a block and a number of its own starts.</summary>
    internal static ulong Mixed(ulong seed, ulong block, ulong stream)
    {
        var state = seed;
        state = SplitMix(ref state) ^ block;
        state = SplitMix(ref state) ^ stream;
        return SplitMix(ref state);
    }

    /// <summary>The next word of a stream: splitmix64.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static ulong SplitMix(ref ulong state)
    {
        var z = state += 0x9E37_79B9_7F4A_7C15;
        z = (z ^ z >> 30) * 0xBF58_476D_1CE4_E5B9;
        z = (z ^ z >> 27) * 0x94D0_49BB_1331_11EB;
        return z ^ z >> 31;
    }
}
