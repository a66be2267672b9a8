using F23.StringSimilarity;

namespace WideLever.Core.StepLines;

/// <summary>Finds the known word that a slip of the keys made of another. Words of three letters and less are too near each other to tell.</summary>
internal sealed class Spelling
{
    // A letter may be lost of a word of four.
    private const int Shortest = 4, Longest = 40, LongWord = 8;

    private static readonly Damerau Distance = new();

    private static readonly char[] Vowels = [.. "aeiouy"];

    // Words one slip apart have a word in common that lacks one letter of each: what lacks one leads to them.
    private readonly Dictionary<string, List<string>> lacking = new(StringComparer.Ordinal);

    private readonly List<string> longWords = [];

    /// <summary>Learns the words; those without a vowel are short forms, of which nobody makes a slip.</summary>
    public Spelling(IEnumerable<string> known)
    {
        foreach (var word in known.Where(word => word.Length >= Shortest && word.IndexOfAny(Vowels) >= 0).Distinct())
        {
            foreach (var piece in Lacking(word))
                (lacking.TryGetValue(piece, out var words) ? words : lacking[piece] = []).Add(word);
            if (word.Length >= LongWord - 2)
                longWords.Add(word);
        }
    }

    private static IEnumerable<string> Lacking(string word) => Enumerable.Range(0, word.Length).Select(i => word.Remove(i, 1)).Append(word).Distinct();

    /// <summary>The known words one slip from this one.</summary>
    private List<string> Near(string word) =>
        [.. Lacking(word).SelectMany(piece => lacking.TryGetValue(piece, out var words) ? words : []).Distinct().Where(other => Distance.Distance(word, other) <= 1).Order(StringComparer.Ordinal)];

    /// <summary>The known word that one slip, or two in a long word, makes of this one; null: none is so near.</summary>
    /// <param name="word">In small letters.</param>
    /// <param name="first">Words that are meant before others.</param>
    public string? Of(string word, Func<string, bool> first)
    {
        if (word.Length is < Shortest - 1 or > Longest)
            return null;
        return Near(word).OrderByDescending(other => first(other)).FirstOrDefault() ?? (word.Length >= LongWord ? longWords.Find(other => Math.Abs(other.Length - word.Length) <= 2 && other[0] == word[0] && Distance.Distance(word, other) <= 2) : null);
    }

    /// <summary>Whether a single slip could have made this word of one of those.</summary>
    public bool CouldBe(string word, Func<string, bool> of) => word.Length is >= Shortest - 1 and <= Longest && Near(word).Exists(other => of(other));

    /// <summary>The one known word that a letter too many, too few or in the wrong place made of this one; null: none, or it could be another one as well.</summary>
    public string? Only(string word)
    {
        // Another letter may make another word.
        return word.Length is >= Shortest and <= Longest && Near(word) is [var meant] && (meant.Length != word.Length || IsSwapped(word, meant)) ? meant : null;
    }

    private static bool IsSwapped(string word, string meant) => word.Order().SequenceEqual(meant.Order());
}
