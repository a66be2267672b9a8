using System.Globalization;

namespace WideLever.Core.StepLines;

/// <summary>A size, thread, length or number of a line.</summary>
internal readonly record struct Figure(double? Number, Drive? Drive, string? Size, string? Thread, double? Length, (int Least, int Most)? Span);

/// <summary>A word or group of words of a line, with what it can mean, or a sign that ends a clause.</summary>
internal sealed record Lexeme(string Text, Sense[] Senses, Figure? Figure, int Start, int End)
{
    /// <summary>Whether it ends a clause: a comma, full stop, dash or colon.</summary>
    public bool IsStop { get; init; }

    public bool IsColon => IsStop && Text == ":";

    public bool Is(Role role) => Array.Exists(Senses, sense => sense.Role == role);

    public bool Is(Role role, string what) => Array.Exists(Senses, sense => sense.Role == role && sense.Is == what);

    public string? As(Role role) => Array.Find(Senses, sense => sense.Role == role).Is;

    /// <summary>Whether nothing is known of it.</summary>
    public bool IsUnknown => Senses.Length == 0 && Figure is null && !IsStop;

    /// <summary>A number, in figures or in words.</summary>
    public double? Number => Figure?.Number ?? (As(Role.Count) is { } count && double.TryParse(count, NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null);
}

/// <summary>Cuts the pieces of a line into lexemes, the longest entry of the lexicon first.</summary>
internal static class Lexemes
{
    private static readonly string[] Suffixes = ["-headed", "-head", "-type", "-style", "-shaped", "-sized", "-drive"];

    /// <summary>The lexemes of the pieces; each of them is in one.</summary>
    public static List<Lexeme> Of(IReadOnlyList<Token> tokens)
    {
        var words = tokens.SelectMany(Cut).ToList();
        // What can only be a slip of one word is that word, before it is looked for in groups.
        for (var i = 0; i < words.Count; i++)
        {
            if (words[i] is { IsStop: false, Figure: null } word && word.Text.Length > 3 && !word.Text.Contains('-', StringComparison.Ordinal) && !word.Text.EndsWith("ly", StringComparison.Ordinal) && Lexicon.OnlySlipOf(word.Text) is { } meant)
                words[i] = word with { Text = meant };
        }
        // Two ribbons w/o lock
        for (var i = words.Count - 3; i >= 0; i--)
        {
            if (words[i].Text == "w" && words[i + 1].IsStop && words[i + 2] is { Text: "o" } && words[i + 2].Start == words[i].End + 1)
            {
                words[i] = words[i] with { Text = "without", End = words[i + 2].End };
                words.RemoveRange(i + 1, 2);
            }
        }
        // Four tee eights, as they are said aloud
        for (var i = 0; i + 1 < words.Count; i++)
        {
            if (words[i].Text is "tee" or "t" && words[i + 1].Text is "threes" or "fours" or "fives" or "sixes" or "eights" or "nines" or "tens")
                words[i + 1] = words[i + 1] with { Text = words[i + 1].Text == "sixes" ? "six" : words[i + 1].Text[..^1] };
            if (words[i].Text == "tee")
                words[i] = words[i] with { Text = "t" };
            // M two by fours
            if (words[i].Text == "by" && words[i + 1].Text is "threes" or "fours" or "fives" or "sixes" or "sevens" or "eights" or "tens" or "twelves")
                words[i + 1] = words[i + 1] with { Text = words[i + 1].Text == "sixes" ? "six" : words[i + 1].Text[..^1] };
        }
        // Without any lock
        for (var i = words.Count - 1; i > 0; i--)
        {
            if (words[i].Text == "any" && words[i - 1].Text is "without" or "no")
                words.RemoveAt(i);
        }
        // 10 - 12
        for (var i = 1; i + 1 < words.Count; i++)
        {
            if (words[i] is { IsStop: true, Text: "-" } && words[i - 1].Figure?.Number is not null && words[i + 1].Figure?.Number is not null)
                words[i] = words[i] with { IsStop = false };
        }
        // Nine hundred, two hundred and forty
        double? Said(string text) => Lexicon.Of(text) is { Length: > 0 } senses && Array.Find(senses.ToArray(), sense => sense.Role == Role.Count).Is is { } said && double.TryParse(said, NumberStyles.None, CultureInfo.InvariantCulture, out var known) ? known : null;
        for (var i = 0; i + 1 < words.Count; i++)
        {
            if (words[i + 1].Text == "hundred" && (words[i].Text == "a" ? 1 : Said(words[i].Text)) is >= 1 and <= 9 and var hundreds)
            {
                var (number, length) = (hundreds * 100, 2);
                if (i + 3 < words.Count && words[i + 2].Text == "and" && Said(words[i + 3].Text) is < 100 and var tens)
                {
                    (number, length) = (number + tens, 4);
                    if (tens >= 20 && i + 4 < words.Count && Said(words[i + 4].Text) is >= 1 and <= 9 and var ones)
                        (number, length) = (number + ones, 5);
                }
                words[i] = words[i] with { Figure = new(number, null, null, null, null, null), End = words[i + length - 1].End };
                words.RemoveRange(i + 1, length - 1);
            }
        }
        // Some 80 cm
        for (var i = words.Count - 3; i >= 0; i--)
        {
            if (words[i].Text == "some" && words[i + 1].Figure?.Number is not null && words[i + 2].Text is "cm" or "mm" or "centimetres" or "centimeters" or "millimetres" or "millimeters")
                words[i] = words[i] with { Text = "about" };
        }
        // Half a metre
        for (var i = 0; i + 2 < words.Count; i++)
        {
            if (words[i].Text == "half" && words[i + 1].Text is "a" or "an" && Lexicon.Of(words[i + 2].Text) is { Length: > 0 } half && Array.Exists(half.ToArray(), sense => sense is { Role: Role.Unit, Is: "mm" or "cm" or "m" or "inch" }))
            {
                words[i] = words[i] with { Figure = new(0.5, null, null, null, null, null), End = words[i + 1].End };
                words.RemoveAt(i + 1);
            }
        }
        // Back a centimetre: one.
        for (var i = 0; i + 1 < words.Count; i++)
        {
            if (words[i].Text is "a" or "an" && words[i + 1].Text is "centimetre" or "centimeter" or "cm" or "millimetre" or "millimeter" or "mm" or "inch")
                words[i] = words[i] with { Figure = new(1, null, null, null, null, null) };
        }
        // Three and a half: one number.
        for (var i = 0; i + 3 < words.Count; i++)
        {
            if (words[i + 1].Text == "and" && words[i + 2].Text == "a" && words[i + 3].Text == "half" && (words[i].Figure?.Number ?? Said(words[i].Text)) is < 100 and var number)
            {
                words[i] = words[i] with { Figure = new(number + 0.5, null, null, null, null, null), End = words[i + 3].End };
                words.RemoveRange(i + 1, 3);
            }
        }
        var lexemes = new List<Lexeme>();
        for (var i = 0; i < words.Count;)
        {
            if (words[i].IsStop || words[i].Figure is not null)
            {
                // 2.5 inch drive, 6 lobe
                if (!words[i].IsStop && Longest(words, i, 2) is var (named, count))
                {
                    lexemes.Add(named);
                    i += count;
                    continue;
                }
                lexemes.Add(words[i++]);
                continue;
            }
            if (Longest(words, i, 1) is var (entry, length))
            {
                // Ten clips off; but the bezel clips off.
                if (entry.Text is "clips off" or "clip off" && !(lexemes.Count > 0 && (lexemes[^1].Is(Role.Part) || lexemes[^1].As(Role.Noun) is "base" or "cover" or "antenna" or "lead" or "holder" or "plug" || lexemes[^1].Text is "they" or "it" or "both")))
                {
                    lexemes.Add(words[i] with { Senses = Lexicon.Of(words[i].Text).ToArray() });
                    i++;
                    continue;
                }
                // Both sticks out: they came out, and nothing sticks out.
                if (entry.Text is "sticks out" or "stick out" && lexemes.Count > 0 && (lexemes[^1].Number is not null || lexemes[^1].Text is "both" or "the" or "memory" or "ram" || lexemes[^1].Is(Role.Describe)))
                {
                    lexemes.Add(words[i] with { Senses = Lexicon.Of(words[i].Text).ToArray() });
                    i++;
                    continue;
                }
                // Six screws down the side; and up it comes.
                if ((entry.Text is "screws down" or "screw down" && lexemes.Count > 0 && (lexemes[^1].Number is not null || lexemes[^1].Figure is not null || lexemes[^1].Is(Role.Drive) || lexemes[^1].Is(Role.Describe)))
                    || (entry.Text == "and up" && i + 2 < words.Count && words[i + 2].Text is "it" or "they" or "comes" or "come" or "the"))
                {
                    lexemes.Add(words[i] with { Senses = Lexicon.Of(words[i].Text).ToArray() });
                    i++;
                    continue;
                }
                lexemes.Add(entry);
                i += length;
                continue;
            }
            lexemes.AddRange(Unlisted(words[i++]));
        }
        // A ribbon with a lock you slide, with a bail that you swing over: how its lock opens.
        for (var i = 1; i + 2 < lexemes.Count; i++)
        {
            if (lexemes[i].As(Role.Noun) is not ("lock" or "flap" or "bar" or "slideLock" or "latch") || !With(i - 1))
                continue;
            var at = i + (lexemes[i + 1].Text is "that" or "which" ? 2 : 1);
            if (at + 1 >= lexemes.Count || lexemes[at].Text is not ("you" or "i" or "we") || lexemes[at + 1].As(Role.Deed) is not ("slide" or "flip" or "lift" or "swing" or "press" or "pull" or "move"))
                continue;
            var end = at + 2;
            while (end < lexemes.Count && (lexemes[end].Text is "sideways" or "aside" or "back" or "over" or "out" or "up" or "away" or "forward" || lexemes[end].Is(Role.Particle)))
                end++;
            var named = lexemes[i].As(Role.Noun) is "lock" or "latch" ? lexemes[at + 1].As(Role.Deed) is "slide" or "press" or "pull" or "move" ? "slideLock" : "flap" : lexemes[i].As(Role.Noun)!;
            lexemes[i] = lexemes[i] with { Senses = [new(Role.Noun, named, false)], End = lexemes[end - 1].End };
            lexemes.RemoveRange(i + 1, end - i - 1);
        }
        // The post can move: no shield.
        for (var i = 0; i + 1 < lexemes.Count; i++)
        {
            if (lexemes[i].Text == "can" && (lexemes[i + 1].Is(Role.Deed) && !lexemes[i + 1].Is(Role.Particle) && !lexemes[i + 1].Text.EndsWith("ed", StringComparison.Ordinal) || lexemes[i + 1].Text is "be" or "now" or "only" or "then" or "stay"))
                lexemes[i] = lexemes[i] with { Senses = [.. lexemes[i].Senses.Where(sense => sense.Role == Role.Modal)] };
        }
        return lexemes;

        bool With(int at)
        {
            while (at >= 0 && (lexemes[at].Text is "a" or "an" or "its" or "one" or "this" || lexemes[at].Is(Role.Describe)))
                at--;
            return at >= 0 && (lexemes[at].Text is "with" or "w/" or "has" or "had" or "under" || lexemes[at].Is(Role.HeldBy));
        }
    }

    private static (Lexeme Entry, int Length)? Longest(List<Lexeme> words, int from, int least)
    {
        // Last year's model: its possessive stands apart.
        var possessives = words.Skip(from + 1).Take(4).Count(word => word.Text == "'s");
        for (var length = Math.Min(Lexicon.LongestFrom(words[from].Text) is > 0 and var longest ? longest + possessives : 0, words.Count - from); length >= least; length--)
        {
            var run = words.GetRange(from, length);
            if (run.Exists(word => word.IsStop))
                continue;
            var text = string.Join(' ', run.Select(word => word.Text)).Replace(" 's", "'s", StringComparison.Ordinal);
            // Eleven plugs in all: nothing is plugged in.
            if (length > 1 && run[^1].Text == "in" && from + length < words.Count && words[from + length].Text is "all" or "total")
                continue;
            // All six lobe: a drive, and no count.
            if (text == "all six" && from + 2 < words.Count && words[from + 2].Text is "lobe" or "lobes")
                continue;
            if (Lexicon.Of(text) is { Length: > 0 } senses)
                return (new(text, senses.ToArray(), null, run[0].Start, run[^1].End), length);
        }
        return null;
    }

    /// <summary>A word that is no entry itself: cut at its hyphens or its possessive, or without what says no more.</summary>
    private static IEnumerable<Lexeme> Unlisted(Lexeme word)
    {
        foreach (var suffix in Suffixes)
        {
            if (word.Text.EndsWith(suffix, StringComparison.Ordinal) && Lexicon.Of(word.Text[..^suffix.Length]) is { Length: > 0 } plain)
                return [word with { Senses = plain.ToArray() }];
        }
        if (Lexicon.Of(word.Text.Replace('-', ' ')) is { Length: > 0 } apart)
            return [word with { Senses = apart.ToArray() }];
        var pieces = word.Text.Split('-');
        if (pieces.Length > 1 && Array.TrueForAll(pieces, piece => FigureOf(piece) is not null || (piece.Length > 1 && Lexicon.Of(piece).Length > 0)))
            return pieces.Select(piece => new Lexeme(piece, Lexicon.Of(piece).ToArray(), Lexicon.Of(piece).Length > 0 ? null : FigureOf(piece), word.Start, word.End));
        // Unfortunately, handily: how.
        if (word.Text.Length > 5 && word.Text.EndsWith("ly", StringComparison.Ordinal))
            return [word with { Senses = [new(Role.Aside, "asides", false)] }];
        return [word];
    }

    /// <summary>A token as words and signs: what ends a clause stands apart, and so does each figure that is written in one with others.</summary>
    private static IEnumerable<Lexeme> Cut(Token token)
    {
        Lexeme Stop(string sign) => new(sign, [], null, token.Start, token.End) { IsStop = true };
        // What stands in brackets is a piece of its own.
        if (token.Text.Length > 1 && token.Text[0] is '(' or '[')
            yield return Stop("(");
        if (token.Kind is TokenKind.Comma or TokenKind.Semicolon)
        {
            yield return Stop(",");
            yield break;
        }
        var text = token.Text.ToLowerInvariant().Replace('’', '\'').Trim('(', ')', '[', ']', '"', '“', '”', '‘', '*');
        var start = token.Start + Math.Max(0, token.Text.ToLowerInvariant().IndexOf(text, StringComparison.Ordinal));
        // blk/wht, (2x) and [2x]
        if (text.Length > 2 && text.IndexOfAny(['/', '(', ')', '[', ']']) is > 0 and var cut && cut < text.Length - 1 && Lexicon.Of(text).Length == 0)
        {
            foreach (var piece in Cut(new(TokenKind.Word, text[..cut], start, start + cut)).Append(text[cut] switch { '/' => Stop("-"), ')' or ']' => Stop(")"), _ => Stop(",") }).Concat(Cut(new(TokenKind.Word, text[(cut + 1)..], start + cut + 1, start + text.Length))))
                yield return piece;
            yield break;
        }
        if (text == ":")
        {
            yield return Stop(":");
            yield break;
        }
        if (text is "-" or "–" or "—" or "--" or "..." or "…" or "/")
        {
            yield return Stop("-");
            yield break;
        }
        // #0 cross
        if (text.Length is 2 or 3 && text[0] == '#' && text[1..].All(char.IsAsciiDigit))
        {
            yield return new("number", Lexicon.Of("number").ToArray(), null, start, start + 1);
            yield return new(text[1..], [], FigureOf(text[1..]), start + 1, start + text.Length);
            yield break;
        }
        // 3+3
        if (text.Split('+') is [{ Length: > 0 } first, { Length: > 0 } second] && first.All(char.IsAsciiDigit) && second.All(char.IsAsciiDigit))
        {
            yield return new(first, [], FigureOf(first), start, start + first.Length);
            yield return new("+", Lexicon.Of("+").ToArray(), null, start + first.Length, start + first.Length + 1);
            yield return new(second, [], FigureOf(second), start + first.Length + 1, start + text.Length);
            yield break;
        }
        var ends = "";
        var closes = text.Length > 1 && text[^1] is ')' or ']' || (token.Text.Length > 1 && token.Text[^1] is ')' or ']');
        text = text.TrimEnd(')', ']');
        while (text.Length > 1 && text[^1] is '.' or '!' or ':' or ',' or '…' && Lexicon.Of(text).Length == 0)
        {
            ends = text[^1] == ':' ? ":" : ".";
            text = text[..^1];
        }
        // The cell's on a lead.
        if (text.Length > 3 && text.EndsWith("'s", StringComparison.Ordinal) && Lexicon.Of(text).Length == 0 && Lexicon.IsKnown(text[..^2]))
        {
            yield return new(text[..^2], [], null, start, start + text.Length - 2);
            (text, start) = ("'s", start + text.Length - 2);
        }
        if (text.Length > 0)
        {
            foreach (var piece in Pieces(text, start))
                yield return piece;
        }
        if (closes)
            yield return Stop(")");
        if (ends.Length > 0)
            yield return Stop(ends);
    }

    private static List<Lexeme> Pieces(string text, int start)
    {
        if (Lexicon.Of(text).Length == 0 && text.Length <= 40)
        {
            var pieces = new List<Lexeme>();
            for (var at = 0; at < text.Length;)
            {
                var rest = text[at..];
                var length = Lexicon.Of(rest).Length > 0 && at > 0 ? rest.Length : Figures.PieceLength(rest);
                var piece = rest[..length];
                var figure = FigureOf(piece);
                if (figure is null && (at == 0 || (Lexicon.Of(piece).Length == 0 && piece is not ("x" or "ish"))))
                    break;
                pieces.Add(new(piece, [], figure, start + at, start + at + length));
                at += length;
            }
            if (pieces.Count > 0 && pieces[^1].End == start + text.Length)
                return pieces;
        }
        return [new(text, [], null, start, start + text.Length)];
    }

    private static Figure? FigureOf(string word)
    {
        if (Figures.TrySpan(word, out var span))
            return new(null, null, null, null, null, span);
        if (Figures.TryNumber(word, out var number))
            return new(number, null, null, null, null, null);
        if (Figures.TryLength(word, out var length))
            return new(null, null, null, null, length, null);
        if (Figures.TrySize(word, out var drive, out var size))
            return new(null, drive, size, null, null, null);
        if (Figures.TryThread(word, out var thread))
            return new(null, null, null, thread, null, null);
        return null;
    }
}
