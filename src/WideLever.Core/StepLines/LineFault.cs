
namespace WideLever.Core.StepLines;

/// <summary>A fault of a step line.</summary>
/// <param name="Start">Where it begins, characters from the start of the line.</param>
/// <param name="End">Where it ends.</param>
/// <param name="Message">What is wrong, for people.</param>
/// <param name="Nearest">The known word that was most likely meant; null: none is near.</param>
public sealed record LineFault(int Start, int End, string Message, string? Nearest)
{
    /// <summary>What a word that nobody knows could be; null: the fault is about something else.</summary>
    public StrangerKind? Asks { get; init; }

    /// <summary>The readings that are possible, in words that can stand in the place of the fault's own; none: it has to be said anew.</summary>
    public IReadOnlyList<LineChoice> Choices { get; init; } = [];
}

/// <summary>What a word that nobody knows could be.</summary>
public enum StrangerKind
{
    /// <summary>The recess of screws.</summary>
    Drive,

    /// <summary>A part.</summary>
    Part,
}

/// <summary>One way in which words can be meant.</summary>
/// <param name="Text">What it says, for people.</param>
/// <param name="Words">Words that say it and nothing else.</param>
public sealed record LineChoice(string Text, string Words);

internal static class LineFaults
{
    /// <summary>A fault about a word that is not known, with the nearest one that is.</summary>
    public static LineFault Unknown(int start, int end, string message, string word, IEnumerable<string> known, bool nearest)
    {
        // A word that is begun is meant before one that is spelt alike.
        var meant = !nearest ? null : known.FirstOrDefault(other => word.Length > 1 && other.StartsWith(word, StringComparison.OrdinalIgnoreCase)) ?? NearestWord.To(word, known);
        return new(start, end, meant is null ? message : $"{message}; did you mean \"{meant}\"?", meant);
    }
}
