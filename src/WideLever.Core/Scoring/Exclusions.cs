using WideLever.Core.Checking;

namespace WideLever.Core.Scoring;

/// <summary>Places that cannot be used at the same time. Method, <em>Means</em>, places that exclude each other.</summary>
public static class Exclusions
{
    /// <summary>
    /// Each set of ids that may be left out so that no two of the rest exclude each other and none is left out without need; each sorted by
    /// code point, and the sets by their ids. One empty set where nothing excludes anything.
    /// </summary>
    public static IReadOnlyList<IReadOnlyList<string>> Choices(CheckedRecord record)
    {
        var parts = record.Record.Parts;
        var involved = record.Graph.Excluding(parts);
        if (involved.Length == 0)
            return [[]];
        var against = new uint[involved.Length];
        for (var i = 0; i < involved.Length; i++)
        {
            foreach (var other in parts[involved[i]].Excludes)
            {
                var j = Array.IndexOf(involved, record.Graph.PartPositions[other]);
                against[i] |= 1u << j;
                against[j] |= 1u << i;
            }
        }
        var choices = new List<IReadOnlyList<string>>();
        for (var kept = 0u; kept < 1u << involved.Length; kept++)
        {
            var all = Enumerable.Range(0, involved.Length);
            // Of the kept none excludes another, and each that is left out has to be.
            if (all.All(i => (kept >> i & 1) != 0 == ((against[i] & kept) == 0)))
                choices.Add([.. all.Where(i => (kept >> i & 1) == 0).Select(i => parts[involved[i]].Id).Order(CodePoints.Instance)]);
        }
        return [.. choices.Order(CodePoints.Instance)];
    }

    /// <summary>Texts by their code points, lists of them item by item.</summary>
    private sealed class CodePoints : IComparer<string>, IComparer<IReadOnlyList<string>>
    {
        public static readonly CodePoints Instance = new();

        // UTF-16 puts what lies beyond the basic plane before its last part; UTF-8 keeps the order of code points.
        public int Compare(string? x, string? y) => System.Text.Encoding.UTF8.GetBytes(x!).AsSpan().SequenceCompareTo(System.Text.Encoding.UTF8.GetBytes(y!));

        public int Compare(IReadOnlyList<string>? x, IReadOnlyList<string>? y)
        {
            for (var i = 0; i < Math.Min(x!.Count, y!.Count); i++)
            {
                if (Compare(x[i], y[i]) is var order and not 0)
                    return order;
            }
            return x.Count.CompareTo(y!.Count);
        }
    }
}
