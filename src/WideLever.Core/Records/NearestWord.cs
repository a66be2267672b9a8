using F23.StringSimilarity;

namespace WideLever.Core.Records;

/// <summary>The known word that an unrecognised one most likely stands for.</summary>
public static class NearestWord
{
    private static readonly Damerau Distance = new();

    /// <summary>The nearest of <paramref name="known"/> by edit distance, or none where nothing is near enough to be meant.</summary>
    public static string? To(string word, IEnumerable<string> known)
    {
        // Past this length no word of the format is meant, and the distance of a hostile text would be costly.
        if (word.Length > 40)
            return null;
        var (nearest, distance) = known
            .Select(candidate => (candidate, Distance.Distance(word.ToLowerInvariant(), candidate.ToLowerInvariant())))
            .OrderBy(pair => pair.Item2)
            .ThenBy(pair => pair.candidate, StringComparer.Ordinal)
            .FirstOrDefault();
        return nearest is not null && distance <= Math.Max(2, nearest.Length / 3.0) ? nearest : null;
    }

    /// <summary>A clause such as <c>; did you mean "cross"?</c>, or nothing.</summary>
    public static string Clause(string word, IEnumerable<string> known) =>
        To(word, known) is { } nearest ? $"; did you mean \"{nearest}\"?" : "";
}
