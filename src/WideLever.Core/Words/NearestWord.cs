using F23.StringSimilarity;

namespace WideLever.Core.Words;

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
        var meant = word.ToLowerInvariant();
        // As many letters apart as their lengths at least: most words need no look, and a line is read at every key.
        return known
            .Where(candidate => Math.Abs(candidate.Length - meant.Length) <= Furthest(candidate))
            .Select(candidate => (candidate, Distance: Distance.Distance(meant, candidate.ToLowerInvariant())))
            .Where(pair => pair.Distance <= Furthest(pair.candidate))
            .OrderBy(pair => pair.Distance)
            .ThenBy(pair => pair.candidate, StringComparer.Ordinal)
            .FirstOrDefault().candidate;
    }

    /// <summary>Edits that a slip in a word has at most.</summary>
    private static double Furthest(string known) => known.Length <= 4 ? 1 : Math.Max(2, known.Length / 3.0);

    /// <summary>A clause such as <c>; did you mean "cross"?</c>, or nothing.</summary>
    public static string Clause(string word, IEnumerable<string> known) =>
        To(word, known) is { } nearest ? $"; did you mean \"{nearest}\"?" : "";
}
