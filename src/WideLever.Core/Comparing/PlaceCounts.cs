using System.Numerics.Tensors;

namespace WideLever.Core.Comparing;

/// <summary>
/// How often a unit took each place: only the places between the first and the last that it ever took are kept, for few units roam a whole field, and
/// in half the room as long as no count can be large.
/// </summary>
internal sealed class PlaceCounts
{
    private ushort[] small = [];
    private int[]? large;
    private int first;
    private int all;

    /// <summary>How often it took a place, from 0.</summary>
    public int this[int place] => place >= first && place < first + Width ? At(place - first) : 0;

    /// <summary>The first place that it ever took, and one behind the last.</summary>
    public (int From, int To) Taken => large is null
        ? (first + small.AsSpan().IndexOfAnyExcept((ushort)0), first + small.AsSpan().LastIndexOfAnyExcept((ushort)0) + 1)
        : (first + large.AsSpan().IndexOfAnyExcept(0), first + large.AsSpan().LastIndexOfAnyExcept(0) + 1);

    private int Width => large?.Length ?? small.Length;

    /// <summary>It took each of some places once more.</summary>
    /// <param name="places">Whole numbers from 0.</param>
    public void AddAll(ReadOnlySpan<double> places)
    {
        Reach((int)TensorPrimitives.Min(places), (int)TensorPrimitives.Max(places) + 1, places.Length);
        foreach (var place in places)
            Add((int)place - first, 1);
    }

    /// <summary>What another counted of the same unit.</summary>
    public void Add(PlaceCounts other)
    {
        Reach(other.first, other.first + other.Width, other.all);
        for (var i = 0; i < other.Width; i++)
            Add(other.first - first + i, other.At(i));
    }

    private int At(int i) => large?[i] ?? small[i];

    private void Add(int i, int times)
    {
        if (large is null)
            small[i] += (ushort)times;
        else
            large[i] += times;
    }

    private void Reach(int from, int to, int times)
    {
        all += times;
        if (Width == 0)
            (small, first) = (new ushort[to - from], from);
        if (all > ushort.MaxValue && large is null)
            (large, small) = (Array.ConvertAll(small, count => (int)count), []);
        if (from >= first && to <= first + Width)
            return;
        // Some room on the side where it grew, so that it does not grow at every block.
        var room = 4 + Width / 16;
        var (start, end) = (from < first ? Math.Max(0, from - room) : first, to > first + Width ? to + room : first + Width);
        if (large is null)
            small = Wider(small, first - start, end - start);
        else
            large = Wider(large, first - start, end - start);
        first = start;
    }

    private static T[] Wider<T>(T[] counts, int at, int width)
    {
        var wider = new T[width];
        counts.CopyTo(wider, at);
        return wider;
    }
}
