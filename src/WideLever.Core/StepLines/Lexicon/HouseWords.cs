using System.Collections.Frozen;

namespace WideLever.Core.StepLines;

/// <summary>A word that a house taught the line.</summary>
/// <param name="Word">The word, as it is said.</param>
/// <param name="Means">What it stands for, in words that the line knows.</param>
public sealed record HouseWord(string Word, string Means);

/// <summary>Words that a house taught the line: they are read like its own. <c>docs/step-line.md</c>, <em>Words of the house</em>.</summary>
public static class HouseWords
{
    /// <summary>Most words of a house.</summary>
    public const int Most = 200;

    private const int Longest = 40, LongestMeaning = 120;

    /// <summary>No words.</summary>
    public static IReadOnlyDictionary<string, string> None { get; } = FrozenDictionary<string, string>.Empty;

    /// <summary>The words as a line looks them up.</summary>
    public static IReadOnlyDictionary<string, string> Table(IReadOnlyList<HouseWord> words) => words.Where(word => word is { Word: not null, Means: not null }).DistinctBy(word => word.Word, StringComparer.OrdinalIgnoreCase).ToFrozenDictionary(word => word.Word, word => word.Means, StringComparer.OrdinalIgnoreCase);

    /// <summary>What is wrong with some words, each with its place.</summary>
    public static IReadOnlyList<Fault> Faults(IReadOnlyList<HouseWord> words)
    {
        var faults = new List<Fault>();
        if (words.Count > Most)
            faults.Add(new("", $"has {words.Count} words; the limit is {Most}"));
        for (var i = 0; i < Math.Min(words.Count, Most); i++)
        {
            var (word, means) = words[i];
            if (string.IsNullOrWhiteSpace(word) || word.Length > Longest || LineTokens.Of(word) is not [{ Kind: TokenKind.Word }] || word.Any(letter => char.IsControl(letter) || char.IsAsciiDigit(letter)))
                faults.Add(new($"[{i}].word", $"must be one word of at most {Longest} letters, without signs and digits"));
            else if (IsKnown(word))
                faults.Add(new($"[{i}].word", $"\"{word}\" is a word of the line already"));
            else if (words.Take(i).Any(other => string.Equals(other.Word, word, StringComparison.OrdinalIgnoreCase)))
                faults.Add(new($"[{i}].word", $"\"{word}\" is taught twice"));
            if (string.IsNullOrWhiteSpace(means) || means.Length > LongestMeaning)
                faults.Add(new($"[{i}].means", $"must be 1 to {LongestMeaning} characters"));
            else if (LineTokens.Of(means).FirstOrDefault(token => token.Kind != TokenKind.Word || !(IsKnown(token.Text) || Lexemes.Of([token]).TrueForAll(word => word.Figure is not null) || Figures.TryNumber(token.Text, out _))) is { Text: { } stranger })
                faults.Add(new($"[{i}].means", $"the line does not know \"{StepLine.Shown(stranger)}\""));
        }
        return faults;
    }

    /// <summary>The pieces of a line with the words of the house in the place of what they stand for, each where it stood.</summary>
    internal static List<Token> In(List<Token> tokens, IReadOnlyDictionary<string, string> words) => words.Count == 0 ? tokens :
        [.. tokens.SelectMany(token => token.Kind == TokenKind.Word && words.TryGetValue(token.Text.TrimEnd('.', ':'), out var means)
            ? LineTokens.Of(means).Select((one, i) => one with { Start = token.Start, End = token.End, Text = token.Text.EndsWith(':') && i == LineTokens.Of(means).Count - 1 ? $"{one.Text}:" : one.Text }) : [token])];

    private static bool IsKnown(string word) =>
        word.ToLowerInvariant() is var plain && (Lexicon.Of(plain).Length > 0 || Lexicon.Grammar(plain) is not null || plain == "under" || Lexicon.Clauses.Contains(plain) || Lexicon.TryKind(plain, out _) || Lexicon.TryTool(plain, out _));
}
