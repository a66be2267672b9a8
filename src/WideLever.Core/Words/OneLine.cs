using System.Buffers;

namespace WideLever.Core.Words;

/// <summary>The one rule for a short text of a record, a form or a file: something, in one line.</summary>
public static class OneLine
{
    private static readonly SearchValues<char> LineBreaks =
        SearchValues.Create([.. Enumerable.Range(0, 0x100).Select(c => (char)c).Where(char.IsControl), '\u2028', '\u2029']);

    /// <summary>Whether a text has a character that breaks the line or controls what shows it.</summary>
    public static bool IsBroken(ReadOnlySpan<char> text) => text.ContainsAny(LineBreaks);

    /// <summary>Characters of a text as people count them.</summary>
    public static int Length(string text) => text.Length <= RecordLimits.Text ? text.Length : text.EnumerateRunes().Count();

    /// <summary>What is wrong with a text, each as a sentence behind its place.</summary>
    /// <param name="text">The text; null: none, which may be.</param>
    /// <param name="limit">Characters that it may have.</param>
    /// <param name="required">Whether it must be there.</param>
    public static IReadOnlyList<string> Troubles(string? text, int limit = RecordLimits.Text, bool required = true)
    {
        var troubles = new List<string>();
        if (string.IsNullOrWhiteSpace(text))
        {
            if (required)
                troubles.Add("must not be empty");
        }
        else if (Length(text) > limit)
        {
            troubles.Add($"is longer than {limit} characters");
        }
        if (IsBroken(text))
            troubles.Add("must be one line without control characters");
        return troubles;
    }

    /// <summary>Whether nothing is wrong with a text.</summary>
    public static bool IsFine(string? text, int limit = RecordLimits.Text) => !string.IsNullOrWhiteSpace(text) && text.Length <= limit && !IsBroken(text);

    /// <summary>Adds a fault for all that is wrong with a text.</summary>
    public static void Check(List<Fault> faults, string at, string? text, int limit, bool required) =>
        faults.AddRange(Troubles(text, limit, required).Select(trouble => new Fault(at, trouble)));
}
