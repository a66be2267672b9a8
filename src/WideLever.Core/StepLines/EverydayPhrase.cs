using System.Globalization;
using static WideLever.Core.StepLines.EverydayLine;

namespace WideLever.Core.StepLines;

/// <summary>The words of one phrase of an everyday line, gathered by what they say. <c>docs/step-line.md</c>, <em>Everyday words</em>.</summary>
internal sealed class EverydayPhrase
{
    // What is counted or undone: where one is named, what stands behind a preposition is only a place.
    private const Everyday Nouns = Everyday.Clip | Everyday.Latch | Everyday.Screw | Everyday.Standoff | Everyday.Ribbon | Everyday.Flap | Everyday.Antenna | Everyday.Plug | Everyday.Cable | Everyday.Label | Everyday.Tape
        | Everyday.Film | Everyday.Shield | Everyday.Foot | Everyday.Seal | Everyday.Glue | Everyday.Strip | Everyday.Paste | Everyday.Pad | Everyday.Cover | Everyday.Holder | Everyday.Foam | Everyday.Gasket | Everyday.SeamTool;

    // What is counted itself is no place where something else is.
    private const Everyday OtherDeeds = Everyday.Clip | Everyday.Latch | Everyday.Screw | Everyday.Standoff | Everyday.Strip | Everyday.Paste | Everyday.Glue;

    private readonly List<Token> words;
    private readonly EverydayLine within;
    private readonly bool[] used;
    private readonly HashSet<string> has = new(StringComparer.Ordinal);
    private readonly (string Name, int At, int Length)? part;
    private readonly int head;
    private readonly bool isOfScrews;
    private Token? count;
    private bool unknownCount;

    public EverydayPhrase(List<Token> words, EverydayLine within, bool isOfScrews)
    {
        (this.words, this.within, this.isOfScrews) = (words, within, isOfScrews);
        used = new bool[words.Count];
        head = Head();
        Counted();
        foreach (var word in words.Take(head))
            has.Add(Plain(word.Text));
        All = words.Take(head).Aggregate(Everyday.None, (all, word) => all | Says(word));
        part = FindPart();
        // The bottom edge is no base.
        if (Kind == PartKind.BaseCover && words.Exists(word => (Says(word) & Everyday.Seam) != 0 && (Says(word) & Everyday.Base) == 0))
            part = null;
        // Remove the fan and the heatsink: both.
        if (within.Joined && part is not null && !Has(~(Everyday.Aside | Everyday.Where)))
            All |= within.Deed;
        OwnDeed = All & (Everyday.Takes | Everyday.Unplugs);
        Read();
    }

    /// <summary>What it does with its part.</summary>
    public Everyday OwnDeed { get; }

    /// <summary>What the words say together, those of a place aside.</summary>
    public Everyday All { get; }

    /// <summary>The action in the words of the grammar; null: there is none.</summary>
    public List<Token>? Action { get; private set; }

    /// <summary>How a part is taken out, and that it comes free; null: none is.</summary>
    public List<Token>? Goes { get; private set; }

    /// <summary>Where it says that the base comes off; null: it does not.</summary>
    public Token? Opens { get; private set; }

    /// <summary>What it says more of the phrase before; null: nothing.</summary>
    public List<Token>? Specifies { get; private set; }

    /// <summary>Whether that is how a connection opens.</summary>
    public bool IsHow { get; private set; }

    public bool PowerOff { get; private set; }

    public bool IsScrews { get; private set; }

    /// <summary>Whether it is a bond without a length.</summary>
    public bool IsBond { get; private set; }

    /// <summary>Whether it only says more of the screws before.</summary>
    public bool IsOfScrewsBefore { get; private set; }

    /// <summary>Whether it speaks of what was under what the phrase before opened.</summary>
    public bool IsCovered { get; private set; }

    /// <summary>Whether it only says where.</summary>
    public bool IsPlace => Count is null && (words.Aggregate(Everyday.None, (all, word) => all | Says(word)) & ~(Everyday.Aside | Everyday.Where | Everyday.Hinge | Everyday.Base | Everyday.Seam | Everyday.SeamTool | Everyday.Holder | Everyday.Guide)) == 0
        && (part is not var (_, at, _) || words.Take(at).Any(word => (Says(word) & Everyday.Where) != 0)) && words.Exists(word => (Says(word) & Everyday.Where) != 0) && !NotUnderstood.Any();

    /// <summary>How many it says there are.</summary>
    public Token? Count => count;

    /// <summary>The part it speaks of; null: none.</summary>
    public string? Part => part?.Name;

    /// <summary>Words that say nothing the record has a place for.</summary>
    public IEnumerable<Token> Asides => words.Where((word, i) => !used[i] && word.Kind == TokenKind.Word && !IsSmall(Plain(word.Text)) && !IsNoAside(word, i));

    /// <summary>Words that are nearly known ones: they are offered, not passed over.</summary>
    public IEnumerable<Token> NotUnderstood => words.Where((word, i) => !used[i] && IsNoAside(word, i));

    /// <summary>What is said besides of what is taken out.</summary>
    public IEnumerable<Token>? Note => Asides.ToList() is { Count: > 0 } words
        ? [Word("note", words[^1]), new(TokenKind.Text, string.Join(' ', words.Select(word => word.Text)), words[0].Start, words[^1].End)] : null;

    private bool IsCounted => count is not null || unknownCount;

    private static bool IsSmall(string word) => word is "the" or "a" or "an" or "of" or "at" or "in" or "on" or "to" or "from" or "and" or "its" or "it" or "all" or "every" or "each" or "then" or "with" or "is" or "are" or "was" or "or" or "so"
        or "i" or "we" or "one" or "ones" or "them" or "that" or "which" or "too" or "still" or "now" or "again" or "please" or "just" or "only";

    /// <summary>Whether a word says something that no note may swallow: a number, a fact of the grammar that this action has no place for, or a slip.</summary>
    private bool IsNoAside(Token word, int at)
    {
        var plain = Plain(word.Text);
        // On 3 connectors: how many there are of the place is a note.
        if (at >= head && at + 1 < words.Count && (IsNumber(at) || EverydayWords.Counts.ContainsKey(plain)))
            return false;
        if (word.Kind != TokenKind.Word || EverydayWords.Counts.ContainsKey(plain) || (plain is not ("m.2" or "2.5" or "i/o" or "2.5in" or "3.5") && word.Text.Any(char.IsAsciiDigit)))
            return true;
        if (part is var (_, from, length) && at >= from && at < from + length)
            return false;
        // What stands behind a preposition is a place, whatever it is.
        if (at >= head)
            return IsNearlyKnown(plain);
        return (Says(word) & OtherDeeds) != 0 || IsNearlyKnown(plain)
            || (Vocabulary.Find(word.Text) is not null && EverydayWords.Of(plain) == Everyday.None && !Vocabulary.TryKind(word.Text, out _) && !EverydayWords.Parts.ContainsKey(plain));
    }

    private static bool IsNearlyKnown(string plain) => plain.Any(char.IsAsciiLetter) && EverydayWords.Of(plain) == Everyday.None && Vocabulary.Find(plain) is null && !Vocabulary.TryKind(plain, out _)
        && !EverydayWords.Parts.ContainsKey(plain) && !Vocabulary.TryTool(plain, out _) && !EverydayWords.Counts.ContainsKey(plain) && !EverydayWords.About.Contains(plain) && EverydayWords.SlipOf(plain) is not null;

    private bool Has(Everyday says) => (All & says) != 0;

    private bool Has(string word) => has.Contains(word);

    private string At(int i) => i >= 0 && i < words.Count && words[i].Kind == TokenKind.Word ? Plain(words[i].Text) : "";

    /// <summary>Where what is done ends and the place begins: behind a preposition that follows a noun.</summary>
    private int Head()
    {
        var named = false;
        for (var i = 0; i < words.Count; i++)
        {
            if (At(i) is "not" or "never" or "don't" or "without" or "except" && At(i + 1) is not ("sure" or "counted" or "known"))
                return i;
            // Lift the tape off the ribbon
            if (named && At(i) == "off" && Enumerable.Range(i + 1, words.Count - i - 1).Any(next => (Says(words[next]) & Nouns) != 0 || (words[next].Kind == TokenKind.Word && within.PartAt(words, next) is not null)))
                return i;
            if (named && (Says(words[i]) & Everyday.Where) != 0 && !(At(i) == "under" && words.Take(i).Any(word => (Says(word) & Everyday.Screw) != 0)))
                return i;
            named |= ((Says(words[i]) & Nouns) != 0 && !(i == 0 && (Says(words[i]) & (Everyday.Takes | Everyday.Pries | Everyday.Unplugs | Everyday.Undoes)) != 0)) || (words[i].Kind == TokenKind.Word && within.PartAt(words, i) is not null) || Vocabulary.Find(At(i))?.Implied is not null;
        }
        return words.Count;
    }

    private void Counted()
    {
        for (var i = 0; i < head; i++)
        {
            if (At(i) == "not" && At(i + 1) is "sure" or "counted" or "known")
                (used[i], used[i + 1]) = (true, true);
            if (words[i].Kind == TokenKind.Unknown && i == 0)
                (unknownCount, used[i]) = (true, true);
            if (used[i] || words[i].Kind != TokenKind.Word || IsCounted || (At(i - 1) is "by" or "x" or "×" && !IsHeldBy(i - 1)))
                continue;
            var word = At(i);
            // 2.5 inch is what a drive is called.
            if (At(i + 1) is "inch" or "inches" or "degrees" or "°" && char.IsAsciiDigit(word[0]))
            {
                (used[i], used[i + 1]) = (true, true);
                continue;
            }
            string? said;
            if (EverydayWords.Counts.TryGetValue(word, out var inWords) && !(inWords is null && IsNumber(i + 1)))
            {
                // a handful, a bunch of
                (said, used[i]) = (inWords, true);
                unknownCount = said is null;
            }
            else if (IsNumber(i) && !(At(i + 1) is "mm" or "by"))
            {
                (said, used[i]) = (word.TrimEnd('x'), true);
            }
            else
            {
                continue;
            }
            if (said is null)
                continue;
            count = Word(Rough(said, i), words[i]);
        }
        // The black and the white are two.
        for (var i = 1; !IsCounted && i + 1 < words.Count; i++)
        {
            if (EverydayWords.Colours.Contains(At(i - 1)) && IsAnd(words[i]) && EverydayWords.Colours.Contains(At(i + 1)))
                count = Word("2", words[i - 1]);
        }
    }

    /// <summary>Held by 5 screws: no length of theirs.</summary>
    private bool IsHeldBy(int by) => At(by) == "by" && words.Skip(by + 1).Any(word => (Says(word) & (Everyday.Screw | Everyday.Clip | Everyday.Latch | Everyday.Strip)) != 0);

    private bool IsNumber(int i) => int.TryParse(At(i).TrimEnd('x'), NumberStyles.None, CultureInfo.InvariantCulture, out _);

    /// <summary>A number with the words that make a span of it: 10 to 12, at least 10, about 12.</summary>
    private string Rough(string said, int i)
    {
        bool Used(params ReadOnlySpan<int> at)
        {
            foreach (var other in at)
                used[other] = true;
            return true;
        }
        if (At(i + 1) is "dozen" && int.TryParse(said, out var dozens))
            said = Used(i + 1) ? (12 * dozens).ToString(CultureInfo.InvariantCulture) : said;
        if (At(i + 1) is "to" or "or" or "and" or "-" or "–" && i + 2 < words.Count && Number(words[i + 2]) is { } most && (At(i + 1) != "and" || At(i - 1) == "between"))
        {
            if (At(i - 1) is "between" or "from")
                used[i - 1] = true;
            return Used(i + 1, i + 2) ? $"{said}-{most}" : said;
        }
        if (said.Contains('-', StringComparison.Ordinal))
            return said;
        if ((At(i - 1) == "least" && At(i - 2) == "at") || (At(i - 1) == "than" && At(i - 2) == "more"))
            return Used(i - 1, i - 2) ? $"{said}+" : said;
        if (At(i - 1) == "than" && At(i - 2) is "less" or "fewer" && int.TryParse(said, out var below) && below > 1)
            return Used(i - 1, i - 2) ? string.Create(CultureInfo.InvariantCulture, $"1-{below - 1}") : said;
        if ((At(i - 1) == "to" && At(i - 2) == "up") || (At(i - 1) == "most" && At(i - 2) == "at"))
            return Used(i - 1, i - 2) ? $"1-{said}" : said;
        if (At(i - 1) is "over" or "minimum")
            return Used(i - 1) ? $"{said}+" : said;
        if (At(i + 1) == "plus")
            return Used(i + 1) ? $"{said}+" : said;
        if (At(i + 1) == "or" && At(i + 2) is "more" or "so" or "thereabouts")
            return Used(i + 1, i + 2) ? (At(i + 2) == "more" ? $"{said}+" : $"~{said}") : said;
        if (At(i - 1) != "" && EverydayWords.About.Contains(At(i - 1)))
            return Used(i - 1) ? $"~{said}" : said;
        if (At(i - 1) == "a" && i > 1 && EverydayWords.About.Contains(At(i - 2)))
            return Used(i - 2) ? $"~{said}" : said;
        return said;
    }

    private static string? Number(Token word) => EverydayWords.Counts.TryGetValue(Plain(word.Text), out var said) ? said
        : int.TryParse(word.Text, NumberStyles.None, CultureInfo.InvariantCulture, out _) ? word.Text : null;

    private (string Name, int At, int Length)? FindPart()
    {
        (string Name, int At, int Length)? found = null;
        for (var i = 0; i < head; i++)
        {
            if (!used[i] && words[i].Kind == TokenKind.Word && within.PartAt(words, i) is var (name, length) && i + length <= head && (found is null || length > found.Value.Length))
                found = (name, i, length);
        }
        // Remove it: what was spoken of.
        for (var i = 0; found is null && within.Spoken is { } spoken && i < head; i++)
        {
            if (At(i) == "it" && (Has(Everyday.Takes) || Has(Everyday.Pries)) && !Has(Nouns & ~Everyday.SeamTool))
                found = (spoken, i, 1);
        }
        return found;
    }

    /// <summary>The first word that says this, and all that do are used.</summary>
    private Token Use(Everyday says)
    {
        var first = words[0];
        for (var i = head - 1; i >= 0; i--)
        {
            if ((Says(words[i]) & says) == 0)
                continue;
            (used[i], first) = (true, words[i]);
        }
        return first;
    }

    private void UseWords(params ReadOnlySpan<string> these)
    {
        for (var i = 0; i < words.Count; i++)
            used[i] |= these.Contains(At(i));
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

    private PartKind? Kind => part is not var (name, _, _) ? null
        : within.Record.Parts.FirstOrDefault(other => other.Id.Equals(name, StringComparison.OrdinalIgnoreCase))?.Kind ?? (Vocabulary.TryKind(name, out var kind) ? kind : null);

    private void Read()
    {
        var many = Has(Everyday.Many);
        if (Powered())
            return;
        if (Specified() || Bonded() || Joined() || Screwed())
            return;
        var lengthless = !words.Exists(word => Vocabulary.TryLength(word.Text, out _));
        if (Has(Everyday.Standoff) || (Has("hex") && (Has("nut") || Has("nuts"))))
        {
            Deed(many || Has("nuts"), Use(Everyday.Standoff), "nut");
            UseWords("hex", "nut", "nuts");
        }
        else if (lengthless && Has(Everyday.Cable | Everyday.Antenna | Everyday.Ribbon) && (Has(Everyday.Reroutes) || Has(Everyday.Guide) || words.Skip(head).Any(word => (Says(word) & Everyday.Guide) != 0)))
            Deed(many, Use(Everyday.Reroutes | Everyday.Cable | Everyday.Antenna | Everyday.Ribbon | Everyday.Guide), "route");
        else if (IsMoved)
        {
            Deed(Use(Everyday.Moves), "move");
            Use(Everyday.Cable | Everyday.Ribbon | Everyday.Antenna | Everyday.Holder);
            UseWords("push", "fold", "hold", "way", "side", "back");
        }
        else if (lengthless && !IsTape && Connected())
            return;
        else if (Has(Everyday.Tape))
            Deed(Has("tapes"), Use(Everyday.Tape | Everyday.Strip), "peel", "tape");
        else if (Has(Everyday.Label))
            Deed(many, Use(Everyday.Label), "peel", "label");
        else if (Has(Everyday.Film))
            Deed(many, Use(Everyday.Film), "peel", "film");
        else if (Has(Everyday.Shield))
            Deed(many, Use(Everyday.Shield), "peel", "shield");
        else if (Has(Everyday.Seal))
            Deed(many, Use(Everyday.Seal), "peel", "seal");
        else if (Has(Everyday.Foot) || (Has("rubber") && Has(Everyday.Strip)))
            Deed(many, Use(Everyday.Foot | Everyday.Strip), "peel", "foot");
        else if (Has(Everyday.Swings) && Action is null && (Has(Everyday.Hinge) || Kind is PartKind.DisplayAssembly or PartKind.DisplayPanel || Has("swing") || Has("pivot") || Has("fold") || Has("unfold")) && !Has(Everyday.Cover))
        {
            Deed(Use(Everyday.Swings | Everyday.Out | Everyday.Hinge), "swing");
            if (part is var (_, at, length))
                Array.Fill(used, true, at, length);
        }
        else if (Has("switch"))
        {
            Deed(Use(Everyday.Takes | Everyday.Ends), "switch");
            UseWords("switch", "slide");
        }
        else if (Has(Everyday.Latch) || Has("unlatch"))
        {
            many |= !Has(Everyday.Latch);
            Deed(many, Use(Everyday.Latch), "latch");
            UseWords("press", "slide", "push");
        }
        else if (IsCover && Has(Everyday.Pries))
            Cover(pried: true);
        else if (Has(Everyday.Clip) && words.Take(head).Where((word, i) => (Says(word) & Everyday.Clip) != 0 && !(i == 0 && Plain(word.Text) is "snap" or "catch")).Any())
            Clips(many);
        else if (IsCover && Has(Everyday.Takes | Everyday.Out | Everyday.Undoes))
            Cover(pried: false);
        else if (part is not null && Has(Everyday.Pries | Everyday.Takes | Everyday.Out) && IsPart)
            Takes();
        else if (Has(Everyday.Holder) && Has(Everyday.Takes | Everyday.Out | Everyday.Undoes))
        {
            // What is neither a part nor a cover is lifted out of the way.
            var at = Use(Everyday.None);
            Verbs();
            Goes = [.. Several(many, at), Word("lift", at)];
        }
        else if (((Has(Everyday.Pries) && !Has(Everyday.Out)) || Has(Everyday.SeamTool)) && part is null && within.HasClips)
            // How the clips that are said elsewhere were opened.
            IsCovered = true;
        else if ((Has(Everyday.Pries) && !Has(Everyday.Out) && part is null) || IsSeamed)
            Deed(many: true, Use(Everyday.Pries | Everyday.SeamTool), "clip");
        else
            Takes();
    }

    private List<Token> Several(bool many, Token at) => count is { } known ? [known] : unknownCount || many ? [new(TokenKind.Unknown, "?", at.Start, at.End)] : [];

    /// <summary>Whether a tool is run along a seam, which opens clips that nobody counted.</summary>
    private bool IsSeamed => Has(Everyday.SeamTool) && (Has("run") || Has("work") || Has("slide") || Has("push") || Has("insert")) && words.Exists(word => (Says(word) & Everyday.Seam) != 0);

    private bool IsMoved => Has("move") || Has("aside") || Has("nudge") || Has("tuck")
        || ((Has("push") || Has("bend") || Has("shift") || Has("hold") || (Has("fold") && Has(Everyday.Cable | Everyday.Ribbon))) && part is null && !Has(Everyday.Plug | Everyday.SeamTool) && (Has("way") || Has("away") || Has("side") || Has("back") || Has("up")));

    /// <summary>Whether a tape is what is spoken of: one over a connector is no connection.</summary>
    private bool IsTape => Has(Everyday.Tape) && !Has(Everyday.Unplugs | Everyday.Ribbon | Everyday.Plug);

    private bool Powered()
    {
        var ends = Has("power") && (Has(Everyday.Ends) || Has("disconnect") || Has("off"));
        var shuts = (Has("shut") && Has("down")) || ((Has("switch") || Has("turn")) && Has("off") && (part is null || Has("machine") || Has("it")) && !Has(Nouns));
        if (!ends && !shuts)
            return false;
        PowerOff = true;
        UseWords("power", "off", "down", "kill", "cut", "shut", "turn", "switch", "disconnect", "machine", "it");
        if (Kind == PartKind.Battery)
            UseWords("battery", "pack");
        return words.Where((_, i) => !used[i]).All(word => (Says(word) & (Everyday.Aside | Everyday.Where)) != 0);
    }

    /// <summary>What tells more of the phrase before: how its connection opens, how long its bond is.</summary>
    private bool Specified()
    {
        if (within.WasUnknownPlug && !IsCounted && !Has(Everyday.Ribbon | Everyday.Cable | Everyday.Plug) && part is null && (Has(Everyday.Flap) || Has("flip") || (Has("slide") && Has("lock"))))
        {
            var slides = Has("slide");
            var at = Use(Everyday.Flap | Everyday.Undoes | Everyday.Takes);
            UseWords("lock", "type", "kind", "style");
            (IsHow, Specifies) = (true, slides ? [Word("slide", at), Word("lock", at)] : [Word("flip", at)]);
            return true;
        }
        if (within.WasBond && !IsCounted && (All & ~(Everyday.Aside | Everyday.Where)) == 0 && Measured() is { } length)
        {
            Specifies = length;
            return true;
        }
        return false;
    }

    /// <summary>A length that is said, its words used.</summary>
    private List<Token>? Measured()
    {
        var one = words.FindIndex(word => Vocabulary.TryLength(word.Text, out _));
        if (one >= 0)
        {
            used[one] = true;
            return [words[one]];
        }
        var apart = words.FindIndex(word => Plain(word.Text) is "mm" or "millimetres" or "millimeters");
        if (apart < 1)
            return null;
        (used[apart], used[apart - 1]) = (true, true);
        return [words[apart - 1], Word("mm", words[apart])];
    }

    private bool Bonded()
    {
        if (Has(Everyday.Screw) || (Has(Everyday.Strip) && Has("rubber")))
            return false;
        if ((Has(Everyday.Strip) && !Has(Everyday.Tape)) || ((Has("tab") || Has("tabs")) && Has(Everyday.Pulls)))
        {
            Deed(Has(Everyday.Many), Use(Everyday.Strip | Everyday.Pulls | Everyday.Clip | Everyday.Glue), "release", "tab");
            return true;
        }
        var measured = words.Exists(word => Vocabulary.TryLength(word.Text, out _) || Plain(word.Text) is "mm" or "millimetres" or "millimeters");
        if (Has(Everyday.Gasket) || Has(Everyday.Foam))
        {
            var gasket = Has(Everyday.Gasket);
            Deed(Has("gaskets"), Use(Everyday.Foam | Everyday.Gasket | Everyday.Tape | Everyday.Strip), gasket ? "gasket" : "foam");
        }
        else if (Has(Everyday.Tape) && (Has("unglue") || Has("unstick") || Has("cut") || Has("slice") || measured || ((Has("double") || Has("double-sided")) && !Has("peel"))))
        {
            Deed(Use(Everyday.Tape | Everyday.Glue | Everyday.Strip), "tape", "bond");
        }
        else if (Has(Everyday.Glue))
        {
            var kind = Has("hard") || Has("rigid") || Has("epoxy") || Has("superglue") ? "rigid" : Has("soft") || Has("silicone") ? "soft" : "?";
            UseWords("hard", "rigid", "soft", "some", "blob", "dab", "spot", "spots");
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
        if (Measured() is { } length)
            Action!.AddRange(length);
        else
            IsBond = true;
        return true;
    }

    private bool Joined()
    {
        if (Has("liquid") && Has("metal"))
        {
            UseWords("liquid", "metal");
            Deed(words[0], "liquid", "metal");
        }
        else if (Has(Everyday.Paste))
            Deed(Use(Everyday.Paste), "paste");
        else if (Has(Everyday.Pad) && part is null)
            Deed(Has(Everyday.Many), Use(Everyday.Pad), "pad");
        else
            return false;
        UseWords("thermal");
        return true;
    }

    /// <summary>What a screw is hidden by, in the word of the grammar; null: the word names none.</summary>
    private string? CoverOf(int i)
    {
        var says = Says(words[i]);
        return (says & Everyday.Label) != 0 ? "label" : (says & Everyday.Foot) != 0 || (At(i) is "strip" or "strips" && words.Exists(word => Plain(word.Text) == "rubber")) ? "foot" : (says & Everyday.Seal) != 0 ? "seal"
            : At(i) is "plug" or "plugs" or "cap" or "caps" or "bung" or "bungs" ? "plug" : (says & Everyday.Tape) != 0 ? "tape" : (says & Everyday.Shield) != 0 ? "shield" : null;
    }

    private bool Screwed()
    {
        var (facts, under, before) = (new List<Token>(), false, (bool[])used.Clone());
        for (var i = 0; i < words.Count; i++)
        {
            var word = At(i);
            if (used[i] || words[i].Kind != TokenKind.Word)
                continue;
            if (word is "under" or "beneath" or "underneath" or "below" or "behind" or "by")
            {
                // Under the board is a place; under a foot is what hides them.
                if (word != "under" && !Enumerable.Range(i + 1, words.Count - i - 1).TakeWhile(next => (Says(words[next]) & (Everyday.Aside | Everyday.Strip)) != 0 || CoverOf(next) is not null).Any(next => CoverOf(next) is not null))
                {
                    if (word != "by" || !Screwing(i, facts))
                        continue;
                    i++;
                    continue;
                }
                (under, used[i]) = (true, true);
                UseWords("covered");
                facts.Add(Word("under", words[i]));
            }
            else if (under)
            {
                var cover = CoverOf(i);
                if (cover is null && !char.IsAsciiDigit(word[0]))
                    continue;
                (used[i], under) = (true, cover is null);
                facts.Add(Word(cover ?? word, words[i]));
                if (At(i + 1) is "strip" or "strips" && cover == "foot")
                    used[i + 1] = true;
            }
            else if (word == "m.2")
            {
                // Where the screw belongs, not what it is.
                continue;
            }
            else if (word == "x" && Screwing(i, facts))
            {
                i++;
            }
            else if (word is "millimetres" or "millimeters" && i > 0)
            {
                // 2 millimetres by 5: a dictated thread.
                used[i] = true;
            }
            else if (i < head && IsScrewFact(word))
            {
                used[i] = true;
                facts.Add(words[i]);
            }
        }
        IsScrews = Has(Everyday.Screw) || (within.WasScrews && (Has("stay") || Has("stays")) && !Has(Nouns)) || (within.WasScrews && facts.Count > 0 && (!Has(Nouns) || facts.Exists(fact => fact.Text == "under"))) || facts.Exists(fact => Vocabulary.TrySize(fact.Text, out _, out _) || Vocabulary.TryThread(fact.Text, out _));
        if (!IsScrews)
        {
            before.CopyTo(used, 0);
            return false;
        }
        IsOfScrewsBefore = (facts.Count > 0 || Has("stay") || Has("stays")) && !Has(Everyday.Screw) && !IsCounted && (isOfScrews || has.Contains("all") || has.Contains("each") || !facts.Exists(fact => Vocabulary.TrySize(fact.Text, out _, out _)));
        // They stay in their part: loosened, not lost.
        if ((Has("stay") || Has("stays")) && !facts.Exists(fact => Vocabulary.Find(fact.Text)?.Captive is not null))
            facts.Add(Word("captive", words[^1]));
        var noun = Use(Everyday.Screw);
        var counted = IsCounted || (!Has(Everyday.Many) && !has.Contains("all"));
        Action = [];
        if (count is { } known)
            Action.Add(known);
        else if (unknownCount)
            Action.Add(new(TokenKind.Unknown, "?", noun.Start, noun.End));
        if (Has(Everyday.Screw))
            Action.Add(Word(counted ? "screw" : "screws", noun));
        Action.AddRange(facts);
        Verbs();
        UseWords("head", "heads");
        return true;
    }

    /// <summary>The length behind <c>by</c> or <c>x</c>.</summary>
    private bool Screwing(int i, List<Token> facts)
    {
        if (IsHeldBy(i) || i + 1 >= words.Count || !double.TryParse(At(i + 1).Replace("mm", "", StringComparison.Ordinal), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out _))
            return false;
        facts.Add(new(TokenKind.Word, $"x{At(i + 1)}", words[i].Start, words[i + 1].End));
        (used[i], used[i + 1]) = (true, true);
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

    private bool Connected()
    {
        var (many, isBattery) = (Has(Everyday.Many), Kind == PartKind.Battery);
        if (Has("slide") && Has("lock"))
            Plugged(many, Use(Everyday.Ribbon | Everyday.Cable | Everyday.Plug), "slide", "lock");
        else if ((Has("bar") || Has("bars")) && (Has(Everyday.Ribbon | Everyday.Cable | Everyday.Plug | Everyday.Takes) || Has("lock") || Has("locks") || Has("locking")))
            Plugged(many || Has("bars") || Has("locks"), Use(Everyday.Ribbon | Everyday.Cable | Everyday.Plug), "bar");
        else if (Has("push") && Has("fit"))
            Plugged(many, Use(Everyday.Ribbon | Everyday.Cable | Everyday.Plug), "push");
        else if (Has("board-to-board") || (Has("board") && Has("to") && Has(Everyday.Plug)) || (Has("press") && Has(Everyday.Plug)))
            Plugged(many, Use(Everyday.Plug), "press");
        else if (Has(Everyday.Flap) || (Has("flip") && (Has(Everyday.Ribbon) || Has("lock"))))
            Plugged(many, Use(Everyday.Flap | Everyday.Ribbon | Everyday.Cable | Everyday.Plug), "flip");
        else if (Has(Everyday.Antenna) && !(isBattery || (Has("lead") && part is not null && Kind != PartKind.Wireless) || (Has("leads") && part is not null && Kind != PartKind.Wireless)))
            Plugged(many, Use(Everyday.Antenna | Everyday.Cable | Everyday.Plug), "coax");
        else if (Has(Everyday.Ribbon) || (Has("flat") && Has(Everyday.Cable)))
        {
            // What was under the flaps that were counted is these.
            if (within.WasHow && !IsCounted)
            {
                Use(Everyday.Ribbon | Everyday.Cable);
                Verbs();
                return IsCovered = true;
            }
            Plugged(many, Use(Everyday.Ribbon | Everyday.Cable | Everyday.Plug), "unplug", "?");
        }
        else if (Has(Everyday.Spring) && (Has("spring") || Has("springs") || Has("pogo")))
            Plugged(many, Use(Everyday.Spring), "spring");
        else if (Has(Everyday.Plug | Everyday.Antenna) || (Has(Everyday.Cable) && !Has(Everyday.Tape)))
        {
            if (within.WasHow && !IsCounted && !Has(Everyday.Unplugs) && !Has(Everyday.Plug))
            {
                Use(Everyday.Cable);
                Verbs();
                return IsCovered = true;
            }
            if (Has("tight"))
                Plugged(many, Use(Everyday.Plug | Everyday.Cable | Everyday.Antenna), "tight", "wire");
            else
                Plugged(many, Use(Everyday.Plug | Everyday.Cable | Everyday.Antenna), "unplug", Has("everything") ? "?" : "wire");
        }
        else if (Has(Everyday.Unplugs) && isBattery && (Has("unplug") || Has("unplugged")))
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
        UseWords("lock", "locks", "locking", "bar", "bars", "flip", "press", "slide", "push", "fit", "flat", "tight");
        if (grammar[0] == "press")
            UseWords("board");
    }

    private void Clips(bool many)
    {
        Deed(many, Use(Everyday.Clip), "clip");
        if (part is not null && Has(Everyday.Out) && IsPart && Has(Everyday.Takes | Everyday.Pries))
            Takes();
    }

    /// <summary>Whether a cover is spoken of: one by its name, or the base of the machine.</summary>
    private bool IsCover => (Has(Everyday.Cover) && !(part is not null && Kind is PartKind.Bezel)) || IsBase || IsLidOf;

    // Pull back the film: only what is called the back is one.
    private bool IsBaseNamed => words.Take(head).Where((word, i) => (Says(word) & Everyday.Base) != 0 && (At(i) != "back" || At(i - 1) == "the")).Any();

    private bool IsBase => Has(Everyday.Base) && (Has(Everyday.Cover) || Has("case") || Has("panel") || Has("shell") || Has("lid") || Has("pan") || Has("housing") || Has("half")
        || (IsBaseNamed && (part is null || Kind == PartKind.BaseCover) && !Has(Nouns & ~Everyday.SeamTool) && !words.Exists(word => (Says(word) & Everyday.Seam) != 0 && (Says(word) & Everyday.Base) == 0) && !Has("lower") && !Has("rear") && (Has(Everyday.Takes) || Has(Everyday.Out) || Has(Everyday.Pries) || Has("open"))));

    /// <summary>The lid of something inside: memory lid, lid of the drive bay.</summary>
    private bool IsLidOf => Has("lid") && (Has("of") || (part is not null && Kind is not (PartKind.DisplayAssembly or PartKind.DisplayPanel)));

    private void Cover(bool pried)
    {
        var at = Use(Everyday.Cover);
        if (pried && !within.HasClips)
            Action = [new(TokenKind.Unknown, "?", at.Start, at.End), Word("clip", at)];
        var isBase = IsBase;
        Verbs();
        UseWords("case", "panel", "shell", "lid", "pan", "housing", "half");
        if (isBase)
        {
            UseWords("bottom", "base", "underside", "back", "belly", "lower");
            Opens = at;
        }
        if (part is var (_, from, length) && Kind == PartKind.BaseCover)
            Array.Fill(used, true, from, length);
        Goes = [.. Several(Has("caps") || Has("covers") || Has("plates") || Has("doors"), at), Word("lift", at), Word("cover", at)];
    }

    // The last noun says what it is: the duct of a fan is no fan.
    private bool IsPart => part is var (_, at, length) && !(at + length < head && (Says(words[at + length]) & (Everyday.Holder | Everyday.Cover)) != 0);

    private void Takes()
    {
        if (part is not var (name, at, length) || !IsPart)
            return;
        var next = at + length;
        while (At(next) is "is" or "are" or "was" or "it's")
            next++;
        var held = next < words.Count && Vocabulary.TryMounting(At(next), out _) ? words[next] : default(Token?);
        if (!Has(Everyday.Takes | Everyday.Out | Everyday.Pries) && held is null)
            return;
        // A cover of its own kind that is pried off is held by clips that nobody counted.
        if (Action is null && !within.HasClips && (Has("unclip") || Has("unclipped") || Has("unsnap") || (Has(Everyday.Pries) && Kind is PartKind.Bezel or PartKind.Keyboard or PartKind.TopCase or PartKind.Touchpad or PartKind.DisplayPanel))
            && Kind is not (PartKind.Memory or PartKind.Storage or PartKind.Wireless or PartKind.Battery))
        {
            Action = [new(TokenKind.Unknown, "?", words[at].Start, words[at].End), Word("clip", words[at])];
        }
        Goes = within.Out(name, words[at]);
        if (held is { } mounting && !within.FreesByItself)
            Goes.Add(mounting);
        Array.Fill(used, true, at, length);
        if (held is not null)
            used[next] = true;
        Verbs();
    }
}
