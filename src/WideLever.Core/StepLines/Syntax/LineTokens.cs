using System.Text;
using System.Text.RegularExpressions;

namespace WideLever.Core.StepLines;

internal enum TokenKind { Word, Text, Comma, Semicolon, Opens, Frees, Layer, Unknown }

/// <summary>A piece of a step line and where it stands.</summary>
internal readonly record struct Token(TokenKind Kind, string Text, int Start, int End)
{
    /// <summary>Whether nothing stands between this and what follows.</summary>
    public bool Touches(Token next) => End == next.Start;
}

/// <summary>A step line cut into its pieces. <c>docs/step-line.md</c>, <em>Pieces</em>.</summary>
internal static partial class LineTokens
{
    // A comma between two digits belongs to a number (M2,5); a text that is being typed has no end yet.
    [GeneratedRegex("""(?<text>"(?:\\.|[^"\\])*"?)|(?<comma>,)|(?<semicolon>;)|(?<opens>>)|(?<frees>=)|(?<layer>@)|(?<unknown>\?)|(?<word>(?:\d,(?=\d)|[^\s,;>=@?"])+)""",
        RegexOptions.ExplicitCapture | RegexOptions.CultureInvariant)]
    private static partial Regex Pieces();

    public static List<Token> Of(string line)
    {
        var tokens = new List<Token>();
        foreach (Match piece in Pieces().Matches(line))
        {
            var kind = piece.Value[0] switch
            {
                '"' => TokenKind.Text,
                ',' => TokenKind.Comma,
                ';' => TokenKind.Semicolon,
                '>' => TokenKind.Opens,
                '=' => TokenKind.Frees,
                '@' => TokenKind.Layer,
                '?' => TokenKind.Unknown,
                _ => TokenKind.Word,
            };
            tokens.Add(new(kind, kind == TokenKind.Text ? Unquote(piece.Value) : piece.Value, piece.Index, piece.Index + piece.Length));
        }
        return tokens;
    }

    /// <summary>A text in quotes, as <see cref="Of"/> reads it.</summary>
    public static string Quote(string text)
    {
        var quoted = new StringBuilder("\"");
        foreach (var c in text)
        {
            quoted.Append(c switch
            {
                '"' => "\\\"",
                '\\' => "\\\\",
                '\n' => "\\n",
                '\r' => "\\r",
                '\t' => "\\t",
                _ => c.ToString(),
            });
        }
        return quoted.Append('"').ToString();
    }

    private static string Unquote(string quoted)
    {
        var text = new StringBuilder();
        for (var i = 1; i < quoted.Length; i++)
        {
            if (quoted[i] == '"')
                break;
            if (quoted[i] != '\\' || i + 1 == quoted.Length)
            {
                text.Append(quoted[i]);
                continue;
            }
            i++;
            text.Append(quoted[i] switch { 'n' => '\n', 'r' => '\r', 't' => '\t', var other => other });
        }
        return text.ToString();
    }

    /// <summary>Whether words without quotes are read as this very name.</summary>
    public static bool IsPlainName(string name)
    {
        var tokens = Of(name);
        return tokens.Count > 0 && tokens.All(token => token.Kind == TokenKind.Word && !Lexicon.Clauses.Contains(token.Text))
            && string.Join(' ', tokens.Select(token => token.Text)) == name;
    }

    /// <summary>A name as a line says it: plain, or in quotes.</summary>
    public static string Name(string name) => IsPlainName(name) ? name : Quote(name);
}
