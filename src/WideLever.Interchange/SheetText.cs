using System.Text;

namespace WideLever.Interchange;

/// <summary>Texts of people on sheets.</summary>
internal static class SheetText
{
    /// <summary>A text in Markdown: its signs stand for themselves, and no element begins in it.</summary>
    public static string Markdown(string text)
    {
        var plain = new StringBuilder();
        foreach (var letter in text)
        {
            plain.Append(letter switch
            {
                '<' => "&lt;",
                '&' => "&amp;",
                '\\' or '`' or '*' or '_' or '[' or ']' or '#' or '|' => $"\\{letter}",
                _ => letter.ToString(),
            });
        }
        return plain.ToString();
    }
}
