using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>
/// A step as one line of text: <c>8 ph0 m2x5, 2 ph0 m2x9 under foot, 12 clips, lift cover &gt; inside</c>. The grammar is in
/// <c>docs/step-line.md</c>.
/// </summary>
public static class StepLine
{
    /// <summary>Longest line, characters: what the largest step needs.</summary>
    public const int MaxLength = 40_000;

    /// <summary>Longest line that is read as it is spoken, characters.</summary>
    public const int MaxSpoken = 2_000;

    /// <summary>Reads a line. What is not understood becomes a fault with its place, and the rest is read all the same.</summary>
    public static StepLineReading Read(string line, StepLineContext context)
    {
        var tokens = HouseWords.In(LineTokens.Of(line), context.Words);
        // A word that the written grammar lacks can stand in a name alone.
        var isWritten = IsWritten(tokens);
        if (line.Length <= MaxSpoken && tokens.TrueForAll(token => token.Kind is TokenKind.Word or TokenKind.Comma or TokenKind.Semicolon && !token.Text.Equals("after", StringComparison.OrdinalIgnoreCase)) && tokens.Exists(IsForeign))
            return new LineReader(line, tokens, context, nearest: true, spoken: true).Read();
        var written = new LineReader(line, tokens, context, nearest: false, spoken: false).Read();
        if (written.Faults.Count == 0)
            return written;
        // A name behind a sign that is not known is told as such: the sign has said that a name stands there. Behind a comma a person may go on as they speak.
        var sign = tokens.FindIndex(token => token.Kind is TokenKind.Opens or TokenKind.Frees or TokenKind.Layer);
        var listed = sign < 0 ? -1 : tokens.FindIndex(sign, token => token.Kind is TokenKind.Comma or TokenKind.Semicolon);
        if (sign >= 0 && written.Faults.All(fault => fault.Start >= tokens[sign].Start && (listed < 0 || fault.Start < tokens[listed].Start)))
            return new LineReader(line, tokens, context, nearest: true, spoken: false).Read();
        // What was most likely meant is looked for in the reading alone that is told: it costs more than all the rest.
        if (!(written.IsSight && tokens.Exists(token => token.Kind == TokenKind.Frees)) && written.Happened is null && line.Length <= MaxSpoken && !isWritten)
            return new LineReader(line, tokens, context, nearest: true, spoken: true).Read();
        return new LineReader(line, tokens, context, nearest: true, spoken: false).Read();
    }

    /// <summary>Whether a line has no other words than those of the written grammar: what is wrong with it is told in that one's terms.</summary>
    private static bool IsWritten(List<Token> tokens) => tokens.TrueForAll(token => token.Kind != TokenKind.Word || Lexicon.Clauses.Contains(token.Text) || Lexicon.Grammar(token.Text) is not null || token.Text is "x" or "under" or "mm" or "size" or "thread" || (token.Text.Any(char.IsAsciiDigit) && Lexemes.Of([token]).TrueForAll(IsWritten)))
        && !tokens.Exists(token => token.Text.ToLowerInvariant() is "off" or "route" or "unroute")
        && !tokens.Zip(tokens.Skip(1)).Any(pair => pair.First.Text.Equals("none", StringComparison.OrdinalIgnoreCase) && pair.Second.Text.Equals("captive", StringComparison.OrdinalIgnoreCase));

    private static bool IsForeign(Token token) => token.Kind == TokenKind.Word && !token.Text.Any(char.IsAsciiDigit) && !Lexicon.IsOfGrammar(token.Text.ToLowerInvariant());

    private static bool IsWritten(Lexeme word) => word.Figure is not null || Lexicon.Grammar(word.Text) is not null || word.Text is "x" or "under" or "mm" or "size" or "thread";

    /// <summary>The line that reads as this step, its id aside, where it stands in the context.</summary>
    /// <param name="step">The step.</param>
    /// <param name="context">Where it stands.</param>
    /// <param name="parts">What a line said of parts that the record has not yet, or of how they are held; null: nothing.</param>
    public static string Print(Step step, StepLineContext context, IReadOnlyList<PartOfLine>? parts = null) => StepLinePrinter.Print(step, context, parts ?? []);

    /// <summary>The actions of a step alone, as the line says them.</summary>
    public static string Actions(Step step) => string.Join(", ", step.Actions.Select(StepLinePrinter.Action));

    internal static string Shown(string text) => text.Length <= 60 ? text : text[..60];
}
