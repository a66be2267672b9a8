using System.Globalization;
using System.Text;
using AnyAscii;

namespace WideLever.Core.Words;

/// <summary>Makes ids that can stand in an address, out of what people write.</summary>
public static class Ids
{
    private const int Longest = 40;

    /// <summary>Lower-case letters a to z, digits and single hyphens: letters of any script as ASCII has them, all else becomes a hyphen.</summary>
    /// <param name="text">What it is made of.</param>
    /// <param name="otherwise">The id where nothing of the text is left.</param>
    public static string Of(string text, string otherwise)
    {
        var id = new StringBuilder();
        // No id is longer than its text has letters worth reading.
        foreach (var c in text[..Math.Min(text.Length, 4 * Longest)].Transliterate().ToLowerInvariant())
        {
            if (id.Length >= Longest)
                break;
            if (char.IsAsciiLetterOrDigit(c))
                id.Append(c);
            else if (id.Length > 0 && id[^1] != '-')
                id.Append('-');
        }
        return id.ToString().Trim('-') is { Length: > 0 } made ? made : otherwise;
    }

    /// <summary>As <see cref="Of(string, string)"/>, with a number behind it where the id is taken.</summary>
    public static string Of(string text, string otherwise, IEnumerable<string> taken)
    {
        var known = taken.ToHashSet(StringComparer.Ordinal);
        var wanted = Of(text, otherwise);
        var id = wanted;
        for (var number = 2; known.Contains(id); number++)
            id = string.Create(CultureInfo.InvariantCulture, $"{wanted}-{number}");
        return id;
    }
}
