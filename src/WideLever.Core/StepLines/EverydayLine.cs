using System.Text;

namespace WideLever.Core.StepLines;

/// <summary>
/// Puts a line of everyday words into the words of the grammar, each where it stood: <c>pry the clips</c> becomes <c>clips</c>,
/// <c>remove the fan, 3 ph0</c> becomes <c>3 ph0, lift = fan</c>. What says no fact becomes the phrase's note. <c>docs/step-line.md</c>,
/// <em>Everyday words</em>.
/// </summary>
internal sealed class EverydayLine(IReadOnlyList<Token> tokens, StepLineContext context)
{
    private readonly List<Token> line = [.. tokens.SelectMany(Apart)];
    private readonly List<Token> said = [], taken = [];
    private readonly List<string> aside = [];
    private readonly List<LineFault> faults = [];
    private bool powerIsOff, opens = tokens.Any(token => token.Kind == TokenKind.Opens);

    // What tells a drive that it is a card stands in any phrase of the line.
    private readonly bool isCard = tokens.Any(token => token.Kind == TokenKind.Word && Plain(token.Text) is "m.2" or "nvme" or "ssd");

    /// <summary>Whether the line names what comes free itself: that need not be understood.</summary>
    public bool FreesByItself { get; } = tokens.Any(token => token.Kind == TokenKind.Frees);

    /// <summary>Whether clips are said in words of their own: what is pried off has no others.</summary>
    public bool HasClips { get; } = tokens.SelectMany(Apart).Any(token => token.Kind == TokenKind.Word && (Says(token) & (Everyday.Clip | Everyday.Latch)) != 0 && Plain(token.Text) is not ("snap" or "catch" or "tab" or "tabs"));

    /// <summary>Whether the line has an everyday word at all: what goes against the grammar in the grammar's own words stays a fault.</summary>
    public bool IsSaid => line.Exists(token => token.Kind == TokenKind.Word && Plain(token.Text) is var word && word != "under" && (Vocabulary.Find(token.Text) is null || (Says(token) & Everyday.Reroutes) != 0)
        && (EverydayWords.Of(word) != Everyday.None || EverydayWords.Counts.ContainsKey(word) || EverydayWords.About.Contains(word) || EverydayWords.Parts.ContainsKey(word) || word is "by" or "or" or "hard" or "power" or "-" || token.Text[0] == '~' || Vocabulary.TryKind(word, out _)));

    /// <summary>What the names of the line mean in.</summary>
    public StepLineContext Record => context;

    /// <summary>Whether the phrase before was about screws.</summary>
    public bool WasScrews { get; private set; }

    /// <summary>Whether the phrase before told how a connection opens, and not how many there are.</summary>
    public bool WasHow { get; private set; }

    /// <summary>Whether the phrase before was a connection of which nobody said how it opens.</summary>
    public bool WasUnknownPlug { get; private set; }

    /// <summary>Whether the phrase before was a bond of which nobody said how long it is.</summary>
    public bool WasBond { get; private set; }

    /// <summary>Whether the phrase goes on behind an <c>and</c>: it takes the verb of the one before.</summary>
    public bool Joined { get; private set; }

    /// <summary>What the phrase before did with its part.</summary>
    public Everyday Deed { get; private set; }

    /// <summary>The part that was spoken of last.</summary>
    public string? Spoken { get; private set; }

    /// <summary>What is wrong and no word of the grammar could say.</summary>
    public IReadOnlyList<LineFault> Faults => faults;

    /// <summary>Whether <c>off</c> stands directly behind what is peeled: that comes off, and the power does not go. A name behind a sign is no such thing.</summary>
    public static bool TakesOff(IReadOnlyList<Token> tokens)
    {
        var named = false;
        for (var i = 0; i < tokens.Count; i++)
        {
            named = tokens[i].Kind switch { TokenKind.Opens or TokenKind.Frees or TokenKind.Layer => true, TokenKind.Comma or TokenKind.Semicolon => false, _ => named };
            if (!named && i > 0 && tokens[i].Kind == TokenKind.Word && Plain(tokens[i].Text) == "off" && tokens[i - 1].Kind == TokenKind.Word && Vocabulary.Find(tokens[i - 1].Text)?.WordOf(Verb.Peel) is not null)
                return true;
        }
        return false;
    }

    /// <summary>The line in the words of the grammar.</summary>
    public List<Token> Read()
    {
        for (var i = 0; i < line.Count;)
        {
            var end = i;
            while (end < line.Count && line[end].Kind is not (TokenKind.Comma or TokenKind.Semicolon) && !(end > i && IsJoint(i, end)))
                end++;
            Joined = i > 0 && IsAnd(line[i - 1]);
            Phrase([.. line.Skip(i).Take(end - i)]);
            i = end < line.Count && (line[end].Kind is TokenKind.Comma or TokenKind.Semicolon || IsAnd(line[end])) ? end + 1 : end;
        }
        if (line.Count > 0 && said.Count > 0)
            Aside(line[^1]);
        // What comes out comes out last, whichever end of the line it is said at.
        return said.Count == 0 ? taken : taken.Count == 0 ? said : [.. said, Comma(taken[0]), .. taken];
    }

    /// <summary>A count that is written in one with its word: 12snaps.</summary>
    private static IEnumerable<Token> Apart(Token token)
    {
        var digits = token.Kind == TokenKind.Word ? token.Text.TakeWhile(char.IsAsciiDigit).Count() : 0;
        if (digits > 0 && token.Text[digits..].Equals("ish", StringComparison.OrdinalIgnoreCase))
            return [token with { Text = $"~{token.Text[..digits]}" }];
        return digits > 0 && digits < token.Text.Length && EverydayWords.Of(Plain(token.Text[digits..])) != Everyday.None
            ? [token with { Text = token.Text[..digits], End = token.Start + digits }, token with { Text = token.Text[digits..], Start = token.Start + digits }] : [token];
    }

    /// <summary>Whether a word begins a phrase of its own without a comma before it.</summary>
    private bool IsJoint(int from, int at) => IsAnd(line[at]) && at + 1 < line.Count && line[at + 1].Kind == TokenKind.Word && (BeginsPhrase(Plain(line[at + 1].Text)) || NamesPart(at + 1) || line.Skip(at + 1).TakeWhile(token => token.Kind == TokenKind.Word && !IsAnd(token)).Any(token => (Says(token) & Everyday.Out) != 0))
        && !(at - 2 >= from && Plain(line[at - 2].Text) == "between") && !(Plain(line[at].Text) == "plus" && at > from && char.IsAsciiDigit(line[at - 1].Text[0]))
        && line.Skip(from).Take(at - from).Any(token => token.Kind == TokenKind.Word && ((Says(token) & ~Everyday.Aside) != 0 || token.Text.Any(char.IsAsciiDigit)));

    private bool NamesPart(int at) => PartAt(line, at) is not null || (Plain(line[at].Text) is "the" or "its" or "a" && at + 1 < line.Count && line[at + 1].Kind == TokenKind.Word && PartAt(line, at + 1) is not null);

    internal static bool IsAnd(Token token) => token.Kind == TokenKind.Word && Plain(token.Text) is "and" or "then" or "plus" or "&";

    private static bool BeginsPhrase(string word) => char.IsAsciiDigit(word[0]) || EverydayWords.Counts.ContainsKey(word)
        || (EverydayWords.Of(word) & (Everyday.Takes | Everyday.Unplugs | Everyday.Pries | Everyday.Undoes | Everyday.Screw | Everyday.Clip | Everyday.Latch)) != 0;

    internal static Everyday Says(Token token) => EverydayWords.Of(Plain(token.Text));

    internal static string Plain(string word) => word.ToLowerInvariant().TrimEnd('.', ':', '!') is { Length: > 0 } plain ? plain : word;

    private static Token Comma(Token at) => new(TokenKind.Comma, ",", at.Start, at.Start);

    internal static Token Word(string word, Token at) => new(TokenKind.Word, word, at.Start, at.End);

    private void Phrase(List<Token> tokens)
    {
        var words = new List<Token>();
        var rest = new List<Token>();
        for (var i = 0; i < tokens.Count; i++)
        {
            if (tokens[i].Kind == TokenKind.Word && !BeginsClause(tokens, i))
            {
                words.Add(tokens[i]);
                continue;
            }
            if (tokens[i].Kind == TokenKind.Unknown)
            {
                words.Add(tokens[i]);
                continue;
            }
            // A sign or clause and what belongs to it stay as they are.
            rest.Add(tokens[i]);
            var names = tokens[i].Kind is TokenKind.Opens or TokenKind.Frees or TokenKind.Layer || tokens[i].Text.ToLowerInvariant() is "after" or "tighten" or "needs" or "with" or "took";
            while (i + 1 < tokens.Count && (tokens[i + 1].Kind == TokenKind.Text || (names && tokens[i + 1].Kind == TokenKind.Word && !BeginsClause(tokens, i + 1))))
                rest.Add(tokens[++i]);
        }
        if (words.Count > 0 && !IsNameOfList(words))
            Interpret(words);
        else if (words.Count > 0)
            rest.InsertRange(0, words.Prepend(Comma(words[0])));
        said.AddRange(rest);
    }

    /// <summary>Whether a word is a clause here: <c>off</c> behind what is taken off is not, nor <c>along</c> before an edge.</summary>
    private bool BeginsClause(List<Token> tokens, int i)
    {
        if (!Vocabulary.Clauses.Contains(tokens[i].Text))
            return false;
        bool Next(Func<string, bool> of) => i + 1 < tokens.Count && tokens[i + 1].Kind == TokenKind.Word && of(Plain(tokens[i + 1].Text));
        return tokens[i].Text.ToLowerInvariant() switch
        {
            "off" => !tokens.Take(i).Any(token => token.Kind == TokenKind.Word && (Says(token) & (Everyday.Takes | Everyday.Pries | Everyday.Unplugs | Everyday.Undoes | Everyday.Cover | Everyday.Base | Everyday.Holder | Everyday.Shield | Everyday.Foot | Everyday.Label | Everyday.Film | Everyday.Seal | Everyday.Tape | Everyday.Ends)) != 0)
                && !(i > 0 && (Plain(tokens[i - 1].Text) == "power" || PartAt(tokens, i - 1) is not null || (i > 1 && PartAt(tokens, i - 2) is (_, 2)) || (i > 2 && PartAt(tokens, i - 3) is (_, 3)))),
            "along" => !Next(_ => true),
            "tried" or "missing" or "damage" or "late" or "fragile" => i == 0 || !Next(_ => true),
            "hard" => !Next(word => word is "glue" or "adhesive" or "drive" or "disk"),
            "with" => !Next(word => !Vocabulary.TryTool(word, out _) && (Vocabulary.Find(word)?.WordOf(Verb.Unplug) is not null || EverydayWords.Of(word) != Everyday.None)),
            _ => true,
        };
    }

    /// <summary>Whether words behind a comma go on with the list of parts or steps before it.</summary>
    private bool IsNameOfList(List<Token> words)
    {
        var sign = said.FindLastIndex(token => token.Kind is TokenKind.Frees || (token.Kind == TokenKind.Word && token.Text.Equals("after", StringComparison.OrdinalIgnoreCase)));
        if (sign < 0 || said.Skip(sign).Any(token => token.Kind is TokenKind.Opens or TokenKind.Layer))
            return false;
        return said[sign].Kind == TokenKind.Frees ? PartAt(words, 0) is { Length: var length } && length >= words.Count - 1 : words.TrueForAll(word => char.IsAsciiDigit(word.Text[0]));
    }

    private void Interpret(List<Token> words)
    {
        if (Plain(words[0].Text) is "no" or "without" && !(words.Count > 1 && Plain(words[1].Text) == "idea"))
        {
            // What is not there is noted.
            aside.AddRange(words.Select(word => word.Text));
            return;
        }
        // fan: 3 ph0
        if (PartAt(words, 0) is var (front, length) && words[length - 1].Text.EndsWith(':'))
        {
            Spoken = front;
            Take(Out(front, words[0]), words[0]);
            if (length < words.Count)
                Interpret(words.GetRange(length, words.Count - length));
            return;
        }
        // Who unscrews something has not said how many there are.
        if (words is [{ Text: var verb }] && Plain(verb) is "unscrew" or "unscrewed")
            words = [Word("screws", words[0])];
        // 8 screws, ph0 m2 x 5: of which size they are.
        var isOfScrews = WasScrews && !LastPhrase(said).Exists(word => Vocabulary.TrySize(word.Text, out _, out _) || Vocabulary.Find(word.Text)?.Drive is not null)
            && EverydayPhrase.IsScrewFact(Plain(words[0].Text)) && !char.IsAsciiDigit(words[0].Text[0]);
        if (!isOfScrews && IsUnderstood(words))
        {
            (WasScrews, WasHow) = (words.Exists(word => (Says(word) & Everyday.Screw) != 0 || EverydayPhrase.IsScrewFact(word.Text)), words.Exists(word => (Says(word) & Everyday.Flap) != 0 || Plain(word.Text) is "flip" or "bar"));
            (WasUnknownPlug, WasBond) = (false, words.Exists(word => Vocabulary.Find(word.Text)?.WordOf(Verb.Unbond) is not null) && !words.Exists(word => Vocabulary.TryLength(word.Text, out _)));
            Begin(words[0]);
            said.AddRange(words);
            Aside(words[^1]);
            return;
        }
        var phrase = new EverydayPhrase(words, this, isOfScrews);
        (Spoken, Deed) = (phrase.Part ?? Spoken, phrase.OwnDeed);
        if (phrase.PowerOff && !powerIsOff)
        {
            powerIsOff = true;
            said.Add(Word("off", words[0]));
        }
        if (phrase.Goes is { } goes)
        {
            Take(goes, words[0]);
            if (phrase.Note is { } of)
                taken.AddRange(of);
        }
        if (phrase.Opens is { } lifted && !opens && OpensInside)
        {
            opens = true;
            taken.AddRange([new(TokenKind.Opens, ">", lifted.Start, lifted.End), Word(StepLineContext.Inside, lifted)]);
        }
        if (phrase.Specifies is { } specifies)
        {
            // Tells of the phrase before what that left open: how a connection opens, how long a bond is.
            if (phrase.IsHow)
                said.RemoveRange(said.FindLastIndex(token => token.Text == "unplug"), 2);
            said.AddRange(specifies);
            aside.AddRange(phrase.Asides.Select(word => word.Text));
            Aside(words[^1]);
            (WasUnknownPlug, WasBond) = (false, false);
            return;
        }
        if (phrase.Action is not { } action)
        {
            Undone(phrase, words);
            return;
        }
        var goesOn = WasScrews && phrase.IsOfScrewsBefore;
        if (!goesOn)
            Begin(action[0]);
        said.AddRange(action);
        said.AddRange(phrase.NotUnderstood);
        if (!goesOn && phrase.Goes is null)
            aside.AddRange(phrase.Asides.Select(word => word.Text));
        Aside(words[^1]);
        (WasScrews, WasHow) = (phrase.IsScrews, action.Exists(token => token.Text is "flip" or "bar" or "lock"));
        (WasUnknownPlug, WasBond) = (action is [.., { Text: "unplug" }, { Kind: TokenKind.Unknown }], phrase.IsBond);
    }

    /// <summary>A phrase without an action of its own: it only takes something out, says where or with what the next is done, or is none.</summary>
    private void Undone(EverydayPhrase phrase, List<Token> words)
    {
        if (phrase.Goes is not null)
        {
            NotUnderstood(phrase, "what is taken out");
            return;
        }
        if (phrase.IsPlace || phrase.IsCovered || phrase.PowerOff)
        {
            aside.AddRange(phrase.Asides.Select(word => word.Text));
            NotUnderstood(phrase, phrase.PowerOff ? "the power" : "what was said before");
            return;
        }
        aside.AddRange(phrase.Asides.Where(IsSideWord).Select(word => word.Text));
        var unknown = phrase.NotUnderstood.Concat(phrase.Asides.Where(word => !IsSideWord(word) && (Says(word) == Everyday.None || Vocabulary.Find(word.Text) is not null))).ToList();
        // Screws, ten of them: how many the phrase before spoke of.
        if (phrase.Count is { } told && words.TrueForAll(word => word.Start == told.Start || Plain(word.Text) is "of" or "them" or "altogether" or "total" or "in") && CountsBefore(told))
            return;
        // A word that nobody knows is what has to be said first.
        var strangers = unknown.FindAll(word => word.Kind == TokenKind.Word && Says(word) == Everyday.None && Vocabulary.Find(word.Text) is null && !word.Text.Any(char.IsAsciiDigit)
            && !EverydayWords.Counts.ContainsKey(Plain(word.Text)) && PartAt([word], 0) is null);
        if (strangers.Count > 0 && (phrase.Count is not null || phrase.Part is not null))
            said.AddRange(strangers.SelectMany(word => new[] { Comma(word), word }));
        else if (phrase.Count is { } counted)
            faults.Add(new(counted.Start, words[^1].End, "of what are there so many? Say it with its number, such as 2 screws", null));
        else if (phrase.Part is { } part)
            faults.Add(new(words[0].Start, words[^1].End, $"what is done with {part}? Say {part} out, or unplug {part}", $"{part} out"));
        else if (unknown.Count > 0 && (phrase.All & (Everyday.Takes | Everyday.Out)) != 0 && unknown.TrueForAll(word => Vocabulary.Find(word.Text) is null && EverydayWords.SlipOf(Plain(word.Text)) is null))
            faults.Add(new(unknown[0].Start, unknown[^1].End, $"what is {StepLine.Shown(string.Join(' ', unknown.Select(word => word.Text)))}? Name it with its kind, such as lift = {StepLine.Shown(unknown[^1].Text)}:other", null));
        else if (unknown.TrueForAll(word => Vocabulary.Find(word.Text) is not null) && (unknown.Count > 0 || words.Exists(word => Says(word) != Everyday.None && !IsSideWord(word))))
            faults.Add(new(words[0].Start, words[^1].End, "what is done here? Say it as a deed, such as lift cover, 4 ph0 or unplug wire", null));
        else
            said.AddRange(unknown.SelectMany(word => new[] { Comma(word), word }));
    }

    /// <summary>Tells the words of a phrase without an action that no note may swallow.</summary>
    private void NotUnderstood(EverydayPhrase phrase, string about)
    {
        foreach (var word in phrase.NotUnderstood)
        {
            // A word of the grammar, or a number, would be a phrase of its own; another one is told with what is near to it.
            if (word.Kind != TokenKind.Word || Vocabulary.Find(word.Text) is not null || word.Text.Any(char.IsAsciiDigit))
                faults.Add(new(word.Start, word.End, $"this says nothing about {about}: put a comma between them", null));
            else
                taken.AddRange(taken.Count > 0 ? [Comma(word), word] : [word]);
        }
    }

    /// <summary>Gives a count to the phrase before, where that has none.</summary>
    private bool CountsBefore(Token told)
    {
        var at = said.FindLastIndex(token => token.Kind == TokenKind.Comma) + 1;
        if (at >= said.Count || (said[at].Kind != TokenKind.Unknown && !said.Skip(at).Any(token => token.Kind == TokenKind.Word && (Says(token) & Everyday.Many) != 0)) || said.Skip(at).Any(token => token.Kind == TokenKind.Word && char.IsAsciiDigit(token.Text[0])))
            return false;
        if (said[at].Kind == TokenKind.Unknown)
            said[at] = told;
        else
            said.Insert(at, told);
        return true;
    }

    /// <summary>Whether what is lifted off the base opens the machine: nothing has yet.</summary>
    private bool OpensInside => context.Layers.Count > 0 && context.CurrentLayer == context.Layers[0] && !context.Layers.Contains(StepLineContext.Inside) && !context.Steps.Any(step => step.Opens is not null && step.Layer == context.CurrentLayer);

    private void Take(List<Token> goes, Token at) => taken.AddRange(taken.Count > 0 ? [Comma(at), .. goes] : goes);

    /// <summary>How a part comes out, and that it is free then.</summary>
    public List<Token> Out(string name, Token at)
    {
        var kind = context.Parts.FirstOrDefault(part => part.Id.Equals(name, StringComparison.OrdinalIgnoreCase))?.Kind ?? (Vocabulary.TryKind(name, out var called) ? called : PartKind.Other);
        var slidesOut = kind == PartKind.Storage && isCard;
        List<Token> goes = kind switch
        {
            PartKind.Mainboard => [Word("lift", at), Word("board", at)],
            PartKind.DisplayAssembly => [Word("lift", at), Word("display", at)],
            PartKind.Storage when slidesOut => [Word("card", at)],
            PartKind.Wireless => [Word("card", at)],
            PartKind.Memory => [Word("module", at)],
            _ => [Word("lift", at)],
        };
        // The board that is lifted is the main board.
        var part = slidesOut && name == "drive" ? "ssd" : name == "board" ? "mainboard" : name;
        if (!FreesByItself)
            goes.AddRange([new(TokenKind.Frees, "=", at.Start, at.End), Word(part, at)]);
        return goes;
    }

    private static List<Token> LastPhrase(List<Token> tokens) => tokens.GetRange(tokens.FindLastIndex(token => token.Kind == TokenKind.Comma) + 1, tokens.Count - tokens.FindLastIndex(token => token.Kind == TokenKind.Comma) - 1);

    private static bool IsSideWord(Token word) => (Says(word) & Everyday.Aside) != 0 || Vocabulary.TryTool(Plain(word.Text), out _) || (Says(word) & Everyday.Where) != 0;

    private void Begin(Token at)
    {
        if (said.Count > 0)
            said.Add(Comma(at));
    }

    /// <summary>What no fact is made of is the phrase's note.</summary>
    private void Aside(Token at)
    {
        var note = string.Join(' ', aside);
        aside.Clear();
        if (note.Length > 0)
            said.AddRange([Word("note", at), new(TokenKind.Text, note, at.Start, at.End)]);
    }

    /// <summary>Whether the grammar itself reads these words.</summary>
    private static bool IsUnderstood(List<Token> words)
    {
        var phrase = new Phrase();
        foreach (var word in words)
            phrase.Add(word);
        return phrase.Read([], nearest: false) is not null;
    }

    /// <summary>The part that the words from here name, as the line calls it, and how many words that takes.</summary>
    public (string Name, int Length)? PartAt(List<Token> words, int from)
    {
        for (var length = Math.Min(3, words.Count - from); length > 0; length--)
        {
            var name = new StringBuilder();
            for (var i = from; i < from + length; i++)
                name.Append(i > from ? " " : "").Append(Plain(words[i].Text));
            var called = name.ToString();
            if (context.Parts.Any(part => part.Id.Equals(called, StringComparison.OrdinalIgnoreCase)) || Vocabulary.TryKind(called, out _))
                return (called, length);
            if (EverydayWords.Parts.TryGetValue(called, out var usual))
                return (usual, length);
        }
        return null;
    }
}
