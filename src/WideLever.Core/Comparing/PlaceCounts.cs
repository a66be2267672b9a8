namespace WideLever.Core.Comparing;

/// <summary>How often a unit took each place: only the places between the first and the last that it ever took are kept, for few units roam a whole field.</summary>
internal sealed class PlaceCounts
{
    private int[] counts = [];
    private int first;

    /// <summary>How often it took a place, from 0.</summary>
    public int this[int place] => place >= first && place < first + counts.Length ? counts[place - first] : 0;

    /// <summary>The first place that is kept, and one behind the last.</summary>
    public (int From, int To) Kept => (first, first + counts.Length);

    /// <summary>It took a place so often more.</summary>
    public void Add(int place, int times = 1)
    {
        if (place < first || place >= first + counts.Length)
            Reach(place);
        counts[place - first] += times;
    }

    /// <summary>What another counted of the same unit.</summary>
    public void Add(PlaceCounts other)
    {
        for (var i = 0; i < other.counts.Length; i++)
        {
            if (other.counts[i] > 0)
                Add(other.first + i, other.counts[i]);
        }
    }

    private void Reach(int place)
    {
        // Some room on the side where it grew, so that it does not grow at every draw.
        var room = 4 + counts.Length / 4;
        var (from, to) = counts.Length == 0 ? (place, place + 1)
            : place < first ? (Math.Max(0, place - room), first + counts.Length) : (first, place + 1 + room);
        var wider = new int[to - from];
        counts.CopyTo(wider, counts.Length == 0 ? 0 : first - from);
        (counts, first) = (wider, from);
    }
}
