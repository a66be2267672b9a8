using System.Numerics;
using F23.StringSimilarity;

namespace WideLever.Core.StepLines;

/// <summary>Finds the known word that a slip of the keys made of another. Words of three letters and less are too near each other to tell.</summary>
/// <param name="known">The known words.</param>
internal sealed class Spelling(IEnumerable<string> known)
{
    // A letter may be lost of a word of four.
    private const int Shortest = 4, Longest = 40, LongWord = 8;

    private static readonly Damerau Distance = new();

    private readonly (string Word, uint Letters)[] known = [.. known.Where(word => word.Length >= Shortest).Distinct().Select(word => (word, LettersOf(word)))];

    /// <summary>The known word that one slip, or two in a long word, makes of this one; null: none is so near.</summary>
    /// <param name="word">In small letters.</param>
    public string? Of(string word)
    {
        if (word.Length is < Shortest - 1 or > Longest)
            return null;
        var (most, letters) = (word.Length >= LongWord ? 2 : 1, LettersOf(word));
        foreach (var (candidate, of) in known)
        {
            // A slip changes two letters of the alphabet at most: nearly all words need no closer look.
            if (Math.Abs(candidate.Length - word.Length) <= most && BitOperations.PopCount(of ^ letters) <= 2 * most && Distance.Distance(word, candidate) <= most)
                return candidate;
        }
        return null;
    }

    /// <summary>The one word that two letters changed places in; null: none, or more than one.</summary>
    public static string? Swapped(string word, Func<string, bool> isKnown)
    {
        if (word.Length is <= Shortest or > Longest)
            return null;
        var meant = Enumerable.Range(0, word.Length - 1).Select(i => string.Concat(word[..i], word[i + 1], word[i], word[(i + 2)..])).Where(other => other != word && isKnown(other)).Distinct().ToList();
        return meant.Count == 1 ? meant[0] : null;
    }

    /// <summary>Whether a single slip could have made this word of one of those.</summary>
    public bool CouldBe(string word, Func<string, bool> of)
    {
        if (word.Length is < Shortest - 1 or > Longest)
            return false;
        var letters = LettersOf(word);
        return Array.Exists(known, one => Math.Abs(one.Word.Length - word.Length) <= 1 && BitOperations.PopCount(one.Letters ^ letters) <= 2 && of(one.Word) && Distance.Distance(word, one.Word) <= 1);
    }

    /// <summary>The one known word that a letter too many, too few or in the wrong place made of this one; null: none, or it could be another one as well.</summary>
    public string? Only(string word)
    {
        if (word.Length is < Shortest or > Longest)
            return null;
        string? meant = null;
        var letters = LettersOf(word);
        foreach (var (candidate, of) in known)
        {
            if (Math.Abs(candidate.Length - word.Length) > 1 || BitOperations.PopCount(of ^ letters) > 2 || Distance.Distance(word, candidate) > 1)
                continue;
            if (meant is not null)
                return null;
            meant = candidate;
        }
        // Another letter may make another word.
        return meant is not null && (meant.Length != word.Length || Swapped(word, other => other == meant) is not null) ? meant : null;
    }

    private static uint LettersOf(string word) => word.Aggregate(0u, (letters, c) => letters | 1u << (c - 'a' & 31));
}
