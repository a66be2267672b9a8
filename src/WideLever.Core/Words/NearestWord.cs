using System.Numerics;
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
        var letters = LettersOf(meant);
        // The likeliest first: what is further at least than the nearest so far is needs no look, and a line is read at every key.
        var (nearest, distance) = ((string?)null, double.MaxValue);
        foreach (var (candidate, least) in known.Select(candidate => (candidate, Least: Least(candidate, meant, letters))).Where(pair => pair.Least <= Furthest(pair.candidate)).OrderBy(pair => pair.Least))
        {
            if (least > distance)
                break;
            var found = Distance.Distance(meant, candidate.ToLowerInvariant());
            if (found <= Furthest(candidate) && (found < distance || (found == distance && string.CompareOrdinal(candidate, nearest) < 0)))
                (nearest, distance) = (candidate, found);
        }
        return nearest;
    }

    /// <summary>Edits that two words are apart at least: those of their lengths, and one for each letter that only one of them has.</summary>
    private static int Least(string candidate, string meant, uint letters)
    {
        var of = LettersOf(candidate);
        return Math.Max(Math.Abs(candidate.Length - meant.Length), Math.Max(BitOperations.PopCount(of & ~letters), BitOperations.PopCount(letters & ~of)));
    }

    private static uint LettersOf(string word)
    {
        var letters = 0u;
        foreach (var c in word)
            letters |= 1u << (char.ToLowerInvariant(c) - 'a' & 31);
        return letters;
    }

    /// <summary>Edits that a slip in a word has at most.</summary>
    private static double Furthest(string known) => known.Length <= 4 ? 1 : Math.Max(2, known.Length / 3.0);

    /// <summary>A clause such as <c>; did you mean "cross"?</c>, or nothing.</summary>
    public static string Clause(string word, IEnumerable<string> known) =>
        To(word, known) is { } nearest ? $"; did you mean \"{nearest}\"?" : "";
}
