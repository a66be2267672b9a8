using System.Globalization;
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
    private readonly StepLineContext record = context;
    private readonly List<Token> said = [], taken = [];
    private readonly List<string> aside = [];
    private bool wasScrews, wasFlips, powerIsOff;

    // What tells a drive that it is a card stands in any phrase of the line.
    private readonly bool isCard = tokens.Any(token => token.Kind == TokenKind.Word && Plain(token.Text) is "m.2" or "nvme" or "ssd");

    // Who names what comes free need not be understood to have said it.
    private readonly bool freesByItself = tokens.Any(token => token.Kind == TokenKind.Frees);

    /// <summary>Whether the line has an everyday word at all: what goes against the grammar in the grammar's own words stays a fault.</summary>
    public bool IsOne => line.Any(token => token.Kind == TokenKind.Word && Vocabulary.Find(token.Text) is null && Plain(token.Text) is var word
        && (EverydayWords.Of(word) != Everyday.None || EverydayWords.Counts.ContainsKey(word) || EverydayWords.About.Contains(word) || EverydayWords.Parts.ContainsKey(word) || word is "by" or "or" or "hard" or "power" || Vocabulary.TryKind(word, out _)));

    /// <summary>The line in the words of the grammar.</summary>
    public List<Token> Read()
    {
        for (var i = 0; i < line.Count;)
        {
            var end = i;
            while (end < line.Count && line[end].Kind is not (TokenKind.Comma or TokenKind.Semicolon) && !(end > i && IsJoint(i, end)))
                end++;
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
        return digits > 0 && digits < token.Text.Length && EverydayWords.Of(Plain(token.Text[digits..])) != Everyday.None
            ? [token with { Text = token.Text[..digits], End = token.Start + digits }, token with { Text = token.Text[digits..], Start = token.Start + digits }] : [token];
    }

    /// <summary>Whether a word begins a phrase of its own without a comma before it.</summary>
    private bool IsJoint(int from, int at) => IsAnd(line[at]) && at + 1 < line.Count && line[at + 1].Kind == TokenKind.Word && BeginsPhrase(Plain(line[at + 1].Text))
        && line.Skip(from).Take(at - from).Any(token => token.Kind == TokenKind.Word && ((Says(token) & ~Everyday.Aside) != 0 || token.Text.Any(char.IsAsciiDigit)));

    private static bool IsAnd(Token token) => token.Kind == TokenKind.Word && token.Text.Equals("and", StringComparison.OrdinalIgnoreCase);

    private static bool BeginsPhrase(string word) => char.IsAsciiDigit(word[0]) || EverydayWords.Counts.ContainsKey(word)
        || (EverydayWords.Of(word) & (Everyday.Takes | Everyday.Unplugs | Everyday.Pries | Everyday.Undoes | Everyday.Screw | Everyday.Clip | Everyday.Latch)) != 0;

    private static Everyday Says(Token token) => EverydayWords.Of(Plain(token.Text));

    private static string Plain(string word) => word.ToLowerInvariant().TrimEnd('.', ':', '!') is { Length: > 0 } plain ? plain : word;

    private static Token Comma(Token at) => new(TokenKind.Comma, ",", at.Start, at.Start);

    private static Token Word(string word, Token at) => new(TokenKind.Word, word, at.Start, at.End);

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
    private static bool BeginsClause(List<Token> tokens, int i)
    {
        if (!Vocabulary.Clauses.Contains(tokens[i].Text))
            return false;
        bool Next(Func<string, bool> of) => i + 1 < tokens.Count && tokens[i + 1].Kind == TokenKind.Word && of(Plain(tokens[i + 1].Text));
        return tokens[i].Text.ToLowerInvariant() switch
        {
            "off" => !tokens.Take(i).Any(token => token.Kind == TokenKind.Word && (Says(token) & (Everyday.Takes | Everyday.Pries | Everyday.Unplugs | Everyday.Undoes | Everyday.Cover)) != 0)
                && !(i > 0 && Plain(tokens[i - 1].Text) == "power"),
            "along" => !Next(_ => true),
            "hard" => !Next(word => word is "glue" or "adhesive" or "drive" or "disk"),
            "with" => !Next(word => Vocabulary.Find(word)?.WordOf(Verb.Unplug) is not null || EverydayWords.Of(word) != Everyday.None),
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
        // fan: 3 ph0
        if (PartAt(words, 0) is var (front, length) && words[length - 1].Text.EndsWith(':'))
        {
            Take(Out(front, words[0]), words[0]);
            if (length < words.Count)
                Interpret(words.GetRange(length, words.Count - length));
            return;
        }
        if (IsUnderstood(words))
        {
            (wasScrews, wasFlips) = (words.Exists(word => (Says(word) & Everyday.Screw) != 0 || Said.IsScrewFact(word.Text)), false);
            Begin(words[0]);
            said.AddRange(words);
            Aside(words[^1]);
            return;
        }
        var phrase = new Said(words, this);
        if (phrase.PowerOff && !powerIsOff)
        {
            powerIsOff = true;
            said.Add(Word("off", words[0]));
        }
        if (phrase.Goes is { } goes)
            Take(goes, words[0]);
        if (phrase.Action is not { } action)
        {
            if (phrase.Goes is null && !phrase.PowerOff && !(wasFlips && phrase.All.HasFlag(Everyday.Ribbon)))
                aside.AddRange(phrase.Asides.Where(IsSideWord).Select(word => word.Text));
            else if (phrase.Goes is not null && phrase.Note is { } of)
                taken.AddRange(of);
            // A phrase that does nothing is none, unless it only says where or with what the next is done.
            if (phrase.Goes is null)
                said.AddRange(phrase.NotUnderstood.Concat(phrase.Asides.Where(word => !IsSideWord(word))).SelectMany(unknown => new[] { Comma(unknown), unknown }));
            else
                taken.AddRange(phrase.NotUnderstood);
            return;
        }
        var goesOn = wasScrews && phrase.IsOfScrewsBefore;
        if (!goesOn)
            Begin(action[0]);
        said.AddRange(action);
        said.AddRange(phrase.NotUnderstood);
        if (!goesOn && phrase.Goes is null)
            aside.AddRange(phrase.Asides.Select(word => word.Text));
        Aside(words[^1]);
        (wasScrews, wasFlips) = (phrase.IsScrews, action.Exists(token => token.Text == "flip"));
    }

    private void Take(List<Token> goes, Token at) => taken.AddRange(taken.Count > 0 ? [Comma(at), .. goes] : goes);

    /// <summary>How a part comes out, and that it is free then.</summary>
    private List<Token> Out(string name, Token at)
    {
        var kind = record.Parts.FirstOrDefault(part => part.Id.Equals(name, StringComparison.OrdinalIgnoreCase))?.Kind ?? (Vocabulary.TryKind(name, out var called) ? called : PartKind.Other);
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
        if (!freesByItself)
            goes.AddRange([new(TokenKind.Frees, "=", at.Start, at.End), Word(part, at)]);
        return goes;
    }

    private static bool IsSideWord(Token word) => (Says(word) & Everyday.Aside) != 0 || Vocabulary.TryTool(Plain(word.Text), out _);

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
    private (string Name, int Length)? PartAt(List<Token> words, int from)
    {
        for (var length = Math.Min(3, words.Count - from); length > 0; length--)
        {
            var name = new StringBuilder();
            for (var i = from; i < from + length; i++)
                name.Append(i > from ? " " : "").Append(Plain(words[i].Text));
            var called = name.ToString();
            if (record.Parts.Any(part => part.Id.Equals(called, StringComparison.OrdinalIgnoreCase)) || Vocabulary.TryKind(called, out _))
                return (called, length);
            if (EverydayWords.Parts.TryGetValue(called, out var usual))
                return (usual, length);
        }
        return null;
    }

    /// <summary>The words of one phrase, gathered by what they say.</summary>
    private sealed class Said
    {
        private readonly List<Token> words;
        private readonly EverydayLine within;
        private readonly bool[] used;
        private readonly HashSet<string> has = new(StringComparer.Ordinal);
        private Token? count;
        private bool unknownCount;

        public Said(List<Token> words, EverydayLine within)
        {
            (this.words, this.within) = (words, within);
            used = new bool[words.Count];
            foreach (var word in words)
                has.Add(Plain(word.Text));
            All = words.Aggregate(Everyday.None, (all, word) => all | Says(word));
            Counted();
            Part = FindPart();
            Read();
        }

        /// <summary>What the words say together.</summary>
        public Everyday All { get; }

        /// <summary>The action in the words of the grammar; null: there is none.</summary>
        public List<Token>? Action { get; private set; }

        /// <summary>How a part is taken out, and that it comes free; null: none is.</summary>
        public List<Token>? Goes { get; private set; }

        public bool PowerOff { get; private set; }

        public bool IsScrews { get; private set; }

        /// <summary>Whether it only says more of the screws before.</summary>
        public bool IsOfScrewsBefore { get; private set; }

        /// <summary>The part it speaks of.</summary>
        private (string Name, int At, int Length)? Part { get; }

        /// <summary>Words that say nothing the record has a place for.</summary>
        public IEnumerable<Token> Asides => words.Where((word, i) => !used[i] && word.Kind == TokenKind.Word && !IsSmall(Plain(word.Text)) && !IsNoAside(word));

        /// <summary>Words that are nearly known ones: they are offered, not passed over.</summary>
        public IEnumerable<Token> NotUnderstood => words.Where((word, i) => !used[i] && IsNoAside(word));

        /// <summary>What is said besides of what is taken out.</summary>
        public IEnumerable<Token>? Note => Asides.ToList() is { Count: > 0 } words
            ? [Word("note", words[^1]), new(TokenKind.Text, string.Join(' ', words.Select(word => word.Text)), words[0].Start, words[^1].End)] : null;

        private static bool IsSmall(string word) => word is "the" or "a" or "an" or "of" or "at" or "in" or "on" or "to" or "from" or "and" or "its" or "it" or "all" or "every" or "each" or "then" or "with" or "is" or "are" or "was" or "or" or "so";

        /// <summary>Whether a word says something that no note may swallow: a number, a fact of the grammar that this action has no place for, or a slip.</summary>
        private static bool IsNoAside(Token word) => word.Kind != TokenKind.Word || EverydayWords.Counts.ContainsKey(Plain(word.Text)) || (Says(word) & OtherDeeds) != 0 || (Plain(word.Text) != "m.2" && word.Text.Any(char.IsAsciiDigit)) || IsNearlyKnown(word)
            || (Vocabulary.Find(word.Text) is not null && EverydayWords.Of(Plain(word.Text)) == Everyday.None && !Vocabulary.TryKind(word.Text, out _) && !EverydayWords.Parts.ContainsKey(Plain(word.Text)));

        // What is counted itself is no place where something else is.
        private const Everyday OtherDeeds = Everyday.Clip | Everyday.Latch | Everyday.Screw | Everyday.Standoff | Everyday.Strip | Everyday.Paste | Everyday.Glue;

        private static bool IsNearlyKnown(Token word)
        {
            var plain = Plain(word.Text);
            return plain.Any(char.IsAsciiLetter) && EverydayWords.Of(plain) == Everyday.None && Vocabulary.Find(plain) is null && !Vocabulary.TryKind(plain, out _) && !EverydayWords.Parts.ContainsKey(plain)
                && !Vocabulary.TryTool(plain, out _)
                && !EverydayWords.Counts.ContainsKey(plain) && !EverydayWords.About.Contains(plain) && EverydayWords.SlipOf(plain) is not null;
        }

        private bool Has(Everyday says) => (All & says) != 0;

        private bool Has(string word) => has.Contains(word);

        private void Counted()
        {
            for (var i = 0; i < words.Count; i++)
            {
                var word = Plain(words[i].Text);
                if (words[i].Kind == TokenKind.Unknown && i == 0)
                    (unknownCount, used[i]) = (true, true);
                if (used[i] || words[i].Kind != TokenKind.Word || count is not null || unknownCount || (i > 0 && Plain(words[i - 1].Text) is "by" or "x" or "×"))
                    continue;
                string? said;
                if (EverydayWords.Counts.TryGetValue(word, out var inWords))
                {
                    (said, used[i]) = (inWords, true);
                    unknownCount = said is null;
                }
                else if (int.TryParse(word.TrimEnd('x'), NumberStyles.None, CultureInfo.InvariantCulture, out _) && !(i + 1 < words.Count && Plain(words[i + 1].Text) is "mm" or "by"))
                {
                    (said, used[i]) = (word.TrimEnd('x'), true);
                }
                else
                {
                    continue;
                }
                if (said is null)
                    continue;
                // 10 to 12, 3 or 4
                if (i + 2 < words.Count && Plain(words[i + 1].Text) is "to" or "or" && Number(words[i + 2]) is { } most)
                    (said, used[i + 1], used[i + 2]) = ($"{said}-{most}", true, true);
                else if (i > 1 && Plain(words[i - 1].Text) == "least" && Plain(words[i - 2].Text) == "at" && !said.Contains('-', StringComparison.Ordinal))
                    (said, used[i - 1], used[i - 2]) = ($"{said}+", true, true);
                else if (i > 0 && EverydayWords.About.Contains(Plain(words[i - 1].Text)) && !said.Contains('-', StringComparison.Ordinal))
                    (said, used[i - 1]) = ($"~{said}", true);
                else if (i + 2 < words.Count && Plain(words[i + 1].Text) == "or" && Plain(words[i + 2].Text) == "so")
                    (said, used[i + 1], used[i + 2]) = ($"~{said}", true, true);
                count = Word(said, words[i]);
            }
            // The black and the white are two.
            for (var i = 1; count is null && !unknownCount && i + 1 < words.Count; i++)
            {
                if (EverydayWords.Colours.Contains(Plain(words[i - 1].Text)) && IsAnd(words[i]) && EverydayWords.Colours.Contains(Plain(words[i + 1].Text)))
                    count = Word("2", words[i - 1]);
            }
        }

        private static string? Number(Token word) => EverydayWords.Counts.TryGetValue(Plain(word.Text), out var said) ? said
            : int.TryParse(word.Text, NumberStyles.None, CultureInfo.InvariantCulture, out _) ? word.Text : null;

        private (string Name, int At, int Length)? FindPart()
        {
            (string Name, int At, int Length)? found = null;
            for (var i = 0; i < words.Count; i++)
            {
                if (!used[i] && words[i].Kind == TokenKind.Word && within.PartAt(words, i) is var (name, length) && (found is null || length > found.Value.Length))
                    found = (name, i, length);
            }
            return found;
        }

        /// <summary>The first word that says this, and all that do are used.</summary>
        private Token Use(Everyday says)
        {
            var first = words[0];
            for (var i = words.Count - 1; i >= 0; i--)
            {
                if ((Says(words[i]) & says) == 0)
                    continue;
                (used[i], first) = (true, words[i]);
            }
            return first;
        }

        private void Verbs()
        {
            Use(Everyday.Takes | Everyday.Unplugs | Everyday.Pries | Everyday.Undoes);
            for (var i = 0; i < words.Count; i++)
                used[i] |= (Says(words[i]) & Everyday.Out) != 0;
        }

        private void Deed(Token at, params ReadOnlySpan<string> grammar) => Deed(false, at, grammar);

        private void Deed(bool many, Token at, params ReadOnlySpan<string> grammar)
        {
            var action = new List<Token>();
            if (count is { } known)
                action.Add(known);
            else if (unknownCount || many)
                action.Add(new(TokenKind.Unknown, "?", at.Start, at.End));
            foreach (var word in grammar)
                action.Add(word == "?" ? new(TokenKind.Unknown, "?", at.Start, at.End) : Word(word, at));
            Action = action;
            Verbs();
        }

        private void Read()
        {
            var isBattery = Part is var (name, _, _) && (name is "battery" or "pack" || within.record.Parts.Any(part => part.Id == name && part.Kind == PartKind.Battery));
            if (Has("power") && Has("off"))
            {
                PowerOff = true;
                for (var i = 0; i < words.Count; i++)
                    used[i] |= Plain(words[i].Text) is "power" or "off";
                if (words.Where((_, i) => !used[i]).All(word => (Says(word) & Everyday.Aside) != 0))
                    return;
            }
            if (Bonded() || Joined() || Screwed())
                return;
            var lengthless = !words.Exists(word => Vocabulary.TryLength(word.Text, out _));
            if (Has(Everyday.Standoff))
            {
                Deed(Has(Everyday.Many), Use(Everyday.Standoff), "nut");
                for (var i = 0; i < words.Count; i++)
                    used[i] |= Plain(words[i].Text) is "hex";
            }
            else if (Has(Everyday.Reroutes) && Has(Everyday.Cable | Everyday.Antenna | Everyday.Ribbon))
                Deed(Has(Everyday.Many), Use(Everyday.Reroutes | Everyday.Cable), "route");
            else if (Has(Everyday.Moves))
                Deed(Use(Everyday.Moves), "move");
            else if (lengthless && Connected(isBattery))
                return;
            else if (Has(Everyday.Tape) && (Has("peel") || Has(Everyday.Takes | Everyday.Undoes | Everyday.Out)))
                Deed(Has(Everyday.Many), Use(Everyday.Tape), "peel", "tape");
            else if (Has(Everyday.Label))
                Deed(Has(Everyday.Many), Use(Everyday.Label), "peel", "label");
            else if (Has(Everyday.Film))
                Deed(Has(Everyday.Many), Use(Everyday.Film), "peel", "film");
            else if (Has(Everyday.Shield))
                Deed(Has(Everyday.Many), Use(Everyday.Shield), "peel", "shield");
            else if (Has(Everyday.Seal))
                Deed(Has(Everyday.Many), Use(Everyday.Seal), "peel", "seal");
            else if (Has(Everyday.Foot))
                Deed(Has(Everyday.Many), Use(Everyday.Foot), "peel", "foot");
            else if (Has(Everyday.Swings) && (Has("hinge") || Has("hinges") || Has("fold") || Has("swing")))
                Deed(Use(Everyday.Swings | Everyday.Out), "swing");
            else if (Has(Everyday.Latch))
                Deed(Has(Everyday.Many), Use(Everyday.Latch), "latch");
            else if (IsCover && Has(Everyday.Pries))
                Cover(pried: true);
            else if (Has(Everyday.Clip) && words.Exists(word => (Says(word) & Everyday.Clip) != 0 && !(Plain(word.Text) == "snap" && Has(Everyday.Many))))
                Deed(Has(Everyday.Many), Use(Everyday.Clip), "clip");
            else if (IsCover && Has(Everyday.Takes | Everyday.Out))
                Cover(pried: false);
            else if (Has(Everyday.Pries) && !Has(Everyday.Out))
                Deed(many: true, Use(Everyday.Pries), "clip");
            else
                Takes();
        }

        private bool Bonded()
        {
            if ((Has(Everyday.Strip) || Has("tab") || Has("tabs")) && Has(Everyday.Pulls))
            {
                Deed(Has(Everyday.Many), Use(Everyday.Strip | Everyday.Pulls | Everyday.Clip | Everyday.Glue), "release", "tab");
                return true;
            }
            var measured = words.FindIndex(word => Vocabulary.TryLength(word.Text, out _));
            var apart = words.FindIndex(word => Plain(word.Text) == "mm");
            if (Has(Everyday.Tape) && (Has("unglue") || Has("unstick") || measured >= 0 || apart > 0))
            {
                Deed(Use(Everyday.Tape | Everyday.Glue), "tape", "bond");
            }
            else if (Has(Everyday.Glue) && !Has(Everyday.Screw))
            {
                var kind = Has("hard") || Has("rigid") || Has("epoxy") ? "rigid" : Has("soft") ? "soft" : "?";
                for (var i = 0; i < words.Count; i++)
                    used[i] |= Plain(words[i].Text) is "hard" or "rigid" or "soft" or "epoxy" or "some";
                // A mass has no number that somebody counted.
                unknownCount = false;
                var at = Use(Everyday.Glue);
                if (kind == "?")
                    Deed(at, "unbond", "?");
                else
                    Deed(at, kind, "glue");
            }
            else
            {
                return false;
            }
            if (measured >= 0)
            {
                used[measured] = true;
                Action!.Add(words[measured]);
            }
            else if (apart > 0)
            {
                (used[apart], used[apart - 1]) = (true, true);
                Action!.AddRange([words[apart - 1], words[apart]]);
            }
            return true;
        }

        private bool Joined()
        {
            if (Has(Everyday.Paste))
                Deed(Use(Everyday.Paste), "paste");
            else if (Has(Everyday.Pad) && Part is null)
                Deed(Has(Everyday.Many), Use(Everyday.Pad), "pad");
            else
                return false;
            for (var i = 0; i < words.Count; i++)
                used[i] |= Plain(words[i].Text) == "thermal";
            return true;
        }

        private bool Screwed()
        {
            var (facts, under, before) = (new List<Token>(), false, (bool[])used.Clone());
            for (var i = 0; i < words.Count; i++)
            {
                var word = Plain(words[i].Text);
                if (used[i] || words[i].Kind != TokenKind.Word)
                    continue;
                if (word == "under")
                {
                    (under, used[i]) = (true, true);
                    facts.Add(words[i]);
                }
                else if (under)
                {
                    var says = EverydayWords.Of(word);
                    var cover = (says & Everyday.Label) != 0 ? "label" : (says & Everyday.Foot) != 0 ? "foot" : (says & Everyday.Seal) != 0 ? "seal" : (says & Everyday.Plug) != 0 || word is "cap" or "caps" or "bung" or "bungs" ? "plug"
                        : (says & Everyday.Tape) != 0 ? "tape" : (says & Everyday.Shield) != 0 ? "shield" : null;
                    if (cover is null && !char.IsAsciiDigit(word[0]))
                        continue;
                    (used[i], under) = (true, cover is null);
                    facts.Add(Word(cover ?? word, words[i]));
                }
                else if (word == "m.2")
                {
                    // Where the screw belongs, not what it is.
                    continue;
                }
                else if (word is "by" or "x" && i + 1 < words.Count && double.TryParse(Plain(words[i + 1].Text).Replace("mm", "", StringComparison.Ordinal), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out _))
                {
                    facts.Add(new(TokenKind.Word, $"x{Plain(words[i + 1].Text)}", words[i].Start, words[i + 1].End));
                    (used[i], used[i + 1]) = (true, true);
                }
                else if (word is "millimetres" or "millimeters" && i > 0)
                {
                    // 2 millimetres by 5: a dictated thread.
                    used[i] = true;
                }
                else if (IsScrewFact(word))
                {
                    used[i] = true;
                    facts.Add(words[i]);
                }
            }
            IsScrews = Has(Everyday.Screw) || (within.wasScrews && facts.Count > 0) || facts.Exists(fact => Vocabulary.TrySize(fact.Text, out _, out _) || Vocabulary.TryThread(fact.Text, out _));
            if (!IsScrews)
            {
                before.CopyTo(used, 0);
                return false;
            }
            IsOfScrewsBefore = facts.Count > 0 && !Has(Everyday.Screw) && count is null && !unknownCount && (has.Contains("all") || has.Contains("each") || !facts.Exists(fact => Vocabulary.TrySize(fact.Text, out _, out _)));
            var noun = Use(Everyday.Screw);
            var counted = count is not null || unknownCount || (!Has(Everyday.Many) && !has.Contains("all"));
            Action = [];
            if (count is { } known)
                Action.Add(known);
            else if (unknownCount)
                Action.Add(new(TokenKind.Unknown, "?", noun.Start, noun.End));
            if (Has(Everyday.Screw))
                Action.Add(Word(counted ? "screw" : "screws", noun));
            Action.AddRange(facts);
            Verbs();
            return true;
        }

        /// <summary>Whether a word tells drive, size, thread or length of screws, or several of them in one.</summary>
        public static bool IsScrewFact(string word)
        {
            // 8ph0m2x5 is several facts in one.
            for (var start = 0; start < word.Length;)
            {
                var rest = word[start..];
                if (Vocabulary.Find(rest) is { } term)
                    return start > 0 ? term.Verb is null : term.Drive is not null || term.Captive is not null;
                var length = Vocabulary.PieceLength(rest);
                var piece = rest[..length];
                if (!Vocabulary.TrySize(piece, out _, out _) && !Vocabulary.TryThread(piece, out _) && !Vocabulary.TryLength(piece, out _) && !(start == 0 && length < rest.Length && Vocabulary.TryNumber(piece, out _)))
                    return false;
                start += length;
            }
            return true;
        }

        private bool Connected(bool isBattery)
        {
            var many = Has(Everyday.Many);
            if (Has("slide") && Has("lock"))
                Plugged(many, Use(Everyday.Ribbon | Everyday.Cable | Everyday.Plug), "slide", "lock");
            else if (Has("bar"))
                Plugged(many, Use(Everyday.Ribbon | Everyday.Cable | Everyday.Plug), "bar");
            else if (Has("board-to-board") || (Has("board") && Has("to") && Has(Everyday.Plug)) || Has("press"))
                Plugged(many, Use(Everyday.Plug), "press");
            else if (Has(Everyday.Flap) || (Has("flip") && Has(Everyday.Ribbon)))
                Plugged(many, Use(Everyday.Flap | Everyday.Ribbon | Everyday.Cable | Everyday.Plug), "flip");
            else if (Has(Everyday.Antenna))
                Plugged(many, Use(Everyday.Antenna | Everyday.Cable), "coax");
            else if (Has(Everyday.Ribbon))
            {
                // What was under the flaps that were counted is these.
                if (within.wasFlips && count is null && !unknownCount)
                {
                    Use(Everyday.Ribbon);
                    Verbs();
                    return true;
                }
                Plugged(many, Use(Everyday.Ribbon | Everyday.Cable | Everyday.Plug), "unplug", "?");
            }
            else if (Has(Everyday.Plug) || (Has(Everyday.Cable) && !Has(Everyday.Tape)))
                Plugged(many, Use(Everyday.Plug | Everyday.Cable), "unplug", "wire");
            else if (Has(Everyday.Unplugs) && isBattery && Has("unplug"))
                Plugged(many, Use(Everyday.Unplugs), "unplug", "wire");
            else if (Has(Everyday.Unplugs))
                Plugged(many, Use(Everyday.Unplugs), "unplug", "?");
            else
                return false;
            PowerOff |= isBattery;
            return true;
        }

        private void Plugged(bool many, Token at, params ReadOnlySpan<string> grammar)
        {
            Deed(many, at, grammar);
            for (var i = 0; i < words.Count; i++)
                used[i] |= Plain(words[i].Text) is "lock" or "bar" or "flip" or "press" or "slide" || (grammar[0] == "press" && Plain(words[i].Text) == "board");
        }

        private bool IsCover => Has(Everyday.Cover) || ((Has("bottom") || Has("lower") || Has("back") || Has("base") || Has("rear")) && (Has("case") || Has("panel") || Has("shell") || Has("lid")));

        private void Cover(bool pried)
        {
            var at = Use(Everyday.Cover);
            if (pried)
                Action = [new(TokenKind.Unknown, "?", at.Start, at.End), Word("clip", at)];
            Verbs();
            for (var i = 0; i < words.Count; i++)
                used[i] |= Plain(words[i].Text) is "case" or "panel" or "shell" or "lid";
            Goes = [Word("lift", at), Word("cover", at)];
        }

        private void Takes()
        {
            if (Part is not var (name, at, length))
                return;
            var held = at + length < words.Count && Vocabulary.TryMounting(Plain(words[at + length].Text), out _) ? words[at + length] : default(Token?);
            if (!Has(Everyday.Takes | Everyday.Out | Everyday.Pries) && held is null)
                return;
            Goes = within.Out(name, words[at]);
            if (held is { } mounting && !within.freesByItself)
                Goes.Add(mounting);
            for (var i = at; i < at + length + (held is null ? 0 : 1); i++)
                used[i] = true;
            Verbs();
        }
    }
}
