using System.Runtime.CompilerServices;

namespace WideLever.Core.Words;

/// <summary>
/// The words of the record format, fixed here once: each enumeration travels as the name of its member with a small first letter.
/// </summary>
public static class WordList
{
    /// <summary>The word of the format for a member, such as <c>crossJis</c>.</summary>
    public static string Word<T>(this T member) where T : struct, Enum => Table<T>.Words[Unsafe.As<T, int>(ref member)];

    /// <summary>All words of an enumeration, in its order.</summary>
    public static IReadOnlyList<string> Of<T>() where T : struct, Enum => Table<T>.Words;

    /// <summary>All members of an enumeration, in its order.</summary>
    public static IReadOnlyList<T> Members<T>() where T : struct, Enum => Table<T>.Members;

    /// <summary>The member for a word of the format; false where the format lacks the word.</summary>
    public static bool TryParse<T>(string word, out T member) where T : struct, Enum
    {
        var known = Table<T>.Positions.TryGetValue(word, out var position);
        member = known ? Table<T>.Members[position] : default;
        return known;
    }

    /// <summary>The member for a word of the format in UTF-8; false where the format lacks the word.</summary>
    public static bool TryParse<T>(ReadOnlySpan<byte> word, out T member) where T : struct, Enum
    {
        var words = Table<T>.Utf8;
        for (var i = 0; i < words.Length; i++)
        {
            if (word.SequenceEqual(words[i]))
            {
                member = Table<T>.Members[i];
                return true;
            }
        }
        member = default;
        return false;
    }

    /// <summary>Whether parts of a kind are places with a capacity: memory, storage and battery.</summary>
    public static bool IsPlace(this PartKind kind) => kind is PartKind.Memory or PartKind.Storage or PartKind.Battery;

    /// <summary>The tool that turns a drive.</summary>
    public static Tool Tool(this Drive drive) => DriveTools[(int)drive];

    private static readonly Tool[] DriveTools = [.. Members<Drive>().Select(drive => Enum.Parse<Tool>(drive.ToString()))];

    // Positions rather than members in the dictionary: one instantiation serves every enumeration, which the start-up time feels.
    private static class Table<T> where T : struct, Enum
    {
        public static readonly T[] Members = Enum.GetValues<T>();

        public static readonly string[] Words = [.. Enum.GetNames<T>().Select(name => char.ToLowerInvariant(name[0]) + name[1..])];

        public static readonly byte[][] Utf8 = [.. Words.Select(System.Text.Encoding.UTF8.GetBytes)];

        public static readonly Dictionary<string, int> Positions =
            Words.Select((word, position) => (word, position)).ToDictionary(pair => pair.word, pair => pair.position, StringComparer.Ordinal);
    }

    /// <summary>A word of the format with its parts apart, as people write it: <c>release tab</c>.</summary>
    public static string Apart(string word) => string.Concat(word.Select(letter => char.IsAsciiLetterUpper(letter) ? $" {char.ToLowerInvariant(letter)}" : letter.ToString()));
}
