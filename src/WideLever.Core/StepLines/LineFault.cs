
namespace WideLever.Core.StepLines;

/// <summary>A fault of a step line.</summary>
/// <param name="Start">Where it begins, characters from the start of the line.</param>
/// <param name="End">Where it ends.</param>
/// <param name="Message">What is wrong, for people.</param>
/// <param name="Nearest">The known word that was most likely meant; null: none is near.</param>
public sealed record LineFault(int Start, int End, string Message, string? Nearest);

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
