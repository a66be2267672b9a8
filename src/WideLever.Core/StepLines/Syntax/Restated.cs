namespace WideLever.Core.StepLines;

/// <summary>Turns of speech that say what other words say as well, put into those before the clauses are read.</summary>
internal static partial class Restated
{
    private static readonly Dictionary<string, int> Ordinals = new() { ["third"] = 3, ["fourth"] = 4, ["fifth"] = 5, ["sixth"] = 6, ["seventh"] = 7, ["eighth"] = 8, ["ninth"] = 9, ["tenth"] = 10 };

    /// <summary>Puts the turns of a line into plain words, where they stand.</summary>
    /// <param name="line">Its lexemes; they are changed.</param>
    /// <returns>What is said in full elsewhere in the line and was left out, and what was not there on arrival: where each begins and ends.</returns>
    public static (List<(int Start, int End)> Left, List<(int Start, int End)> Missing) Turn(List<Lexeme> line)
    {
        var missing = new List<(int Start, int End)>();
        var left = new List<(int Start, int End)>();
        Try(Gigs, 3);
        Try(Kept, 2);
        Try(Vacant, 1);
        WasMissing(line, missing);
        How((turn, has) => Try(turn, has));
        Sums((turn, has) => Try(turn, has));
        Try((words, _) => Subordinate(words));
        Try(GaveUp);
        Try((words, _) => Hidden(words));
        Try((words, _) => PushedIn(words));
        Try((words, _) => OffIt(words));
        Try(Corrected, 1);
        Try((words, _) => Times(words), 1);
        Try((words, _) => Dictated(words));
        Try((words, _) => LastOfSome(words));
        Try((words, _) => Ones(words));
        Try(Alike);
        Try((words, _) => ThatIsIt(words));
        Try((words, _) => SameLock(words));
        Try((words, _) => OtherSide(words));
        Try(BothSides);
        Try((words, _) => Covers(words));
        Try((words, _) => NextLength(words));
        Try((words, _) => WereOut(words));
        Try((words, _) => BeforeItCame(words));
        Try(Wires, 1);
        Try(BothEnds);
        Try((words, _) => BothHeld(words));
        Try((words, _) => EveryOne(words));
        Try((words, _) => Saws(words));
        Try((words, _) => OneMore(words));
        Try(Kinds);
        return (left, missing);

        // What turns a line around, and what nobody knows, is never lost with the words that a turn of speech leaves out, but for as many as the turn itself has.
        void Try(Action<List<Lexeme>, List<(int Start, int End)>> turn, int has = 0)
        {
            var (before, told) = (line.ToList(), left.Count);
            turn(line, left);
            if (before.Count(IsKept) - line.Count(IsKept) <= has)
                return;
            line.Clear();
            line.AddRange(before);
            left.RemoveRange(told, left.Count - told);
        }

        static bool IsKept(Lexeme word) => word.Is(Role.Modal) || word.Is(Role.Negation) || word.Is(Role.PutBack) || word.Is(Role.Unit) || word.IsUnknown || word.Text is "again" or "no";
    }

    /// <summary>Keyboard ribbon, flap; backlight ribbon, same: what the one before has.</summary>
    private static void SameLock(List<Lexeme> line)
    {
        for (var i = 2; i < line.Count; i++)
        {
            if (!(line[i].Text is "same" or "the same" or "likewise" or "ditto") || !Ends(line, i + 1) || line.Skip(i + 1).Any(word => word.Number is not null))
                continue;
            var from = i;
            while (from > 0 && (line[from - 1].IsStop || line[from - 1].Text is "the" or "is" or "'s" or "much" or "just"))
                from--;
            if (from == 0 || !(line[from - 1].As(Role.Noun) is "ribbon" or "cable" or "plug" or "lead" || line[from - 1].Text is "one" or "other"))
                continue;
            // What is the same has been said of a ribbon or cable before it.
            var end = from - 1;
            while (end > 0 && !line[end].IsStop)
                end--;
            if (line.Take(end).LastOrDefault(word => word.As(Role.Noun) is "flap" or "bar" or "slideLock" or "press" or "push" || word.Text is "flips" or "flip") is not { } lockSaid || !line.Take(end).Any(word => word.As(Role.Noun) is "ribbon" or "cable" or "lead"))
                continue;
            line[i] = lockSaid with { Start = line[i].Start, End = line[i].End, Senses = lockSaid.Is(Role.Noun) ? lockSaid.Senses : [new(Role.Noun, "flap", false)] };
            if (from < i && line[from].IsStop)
                from++;
            line.RemoveRange(from, i - from);
            i = from;
        }
    }

    /// <summary>Two screws were out the fan lifted away: two things, without a pause between them.</summary>
    private static void WereOut(List<Lexeme> line)
    {
        for (var i = 1; i + 3 < line.Count; i++)
        {
            if (line[i].Text is "out" or "off" && line[i - 1].Text is "was" or "were" or "is" or "are" && line[i + 1].Text is "the" && (line[i + 2].Is(Role.Part) || line[i + 2].Is(Role.Noun)) && line[i + 3].Is(Role.Deed))
                line.Insert(i + 1, Comma(line[i + 1]));
        }
    }

    /// <summary>A sticker covers one more screw: it hides it. A shield covers the drive: it lies over it.</summary>
    private static void Covers(List<Lexeme> line)
    {
        for (var i = 0; i + 1 < line.Count; i++)
        {
            if (line[i].Is(Role.Noun) && line[i].Text.EndsWith(" covers", StringComparison.Ordinal) && line[i + 1].Text is "the" or "its" or "a")
            {
                var what = line[i].Text[..^7];
                line.Insert(i + 1, new("over", Lexicon.Of("over").ToArray(), null, line[i].End - 6, line[i].End));
                line[i] = line[i] with { Text = what, Senses = Lexicon.Of(what).ToArray(), End = line[i].End - 7 };
                continue;
            }
            if (i == 0)
                continue;
            if (line[i].Text is "covers a" or "covers both" or "covers all")
            {
                var rest = line[i].Text[7..];
                line.Insert(i + 1, new(rest, Lexicon.Of(rest).ToArray(), null, line[i].End, line[i].End));
                line[i] = line[i] with { Text = "covers", Senses = [] };
            }
            if (line[i].Text is "covers" or "covered" or "is covering" && line.Take(i).Reverse().TakeWhile(word => !word.IsStop).Any(word => word.As(Role.Noun) is "label" or "foot" or "seal" or "tape" or "cap" or "strip") && (line[i + 1].Text is "a" or "an" or "the" or "another" || line[i + 1].Number is not null))
                line[i] = line[i] with { Text = "hides", Senses = Lexicon.Of("hides").ToArray() };
        }
    }

    /// <summary>Before the fan came out I had to take three screws: those, and then it came out.</summary>
    private static void BeforeItCame(List<Lexeme> line)
    {
        if (line.Count < 5 || line[0].Text != "before" || line.FindIndex(1, word => word.Is(Role.Part)) is not (> 0 and <= 4 and var part))
            return;
        var end = part + 1;
        while (end < line.Count && (line[end].Text is "could" or "would" or "can" or "was" || line[end].Is(Role.Deed) && line[end].As(Role.Deed) is "come" or "lift" or "take"))
            end++;
        if (end == part + 1 || end >= line.Count || !(line[end].Text is "out" or "off" or "up" or "free" or "away") || !line.Skip(end + 1).Any(word => word.As(Role.Noun) == "screw" || word.Figure is { Size: not null } || IsFastener(word)) || line.Skip(end + 1).Any(word => word.Is(Role.Negation)))
            return;
        var (thing, close) = (line.GetRange(1, part), line[^1].End);
        while (line[^1].IsStop)
            line.RemoveAt(line.Count - 1);
        line.RemoveRange(0, end + 1);
        if (line[0].IsStop)
            line.RemoveAt(0);
        line.Add(new(",", [], null, close, close) { IsStop = true });
        line.AddRange(thing.Select(word => word with { Start = close, End = close }));
        line.Add(new("out", Lexicon.Of("out").ToArray(), null, close, close));
    }

    /// <summary>Slider out at both ends: of one lock.</summary>
    private static void BothEnds(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 1; i + 2 < line.Count; i++)
        {
            if (!(line[i].Text is "at" or "on" or "from") || line[i + 1].Text != "both" || !(line[i + 2].Text is "ends" or "sides") || !line.Take(i).Any(word => word.As(Role.Noun) == "slideLock") || line.Take(i).Any(word => word.Number is > 1))
                continue;
            left.Add((line[i].Start, line[i + 2].End));
            line.RemoveRange(i, 3);
        }
    }

    /// <summary>The fan's plug, 4-pin; a speaker connector (2 wire): what the plug is like, and no count.</summary>
    private static void Wires(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = line.Count - 2; i >= 0; i--)
        {
            if (line[i].Number is not > 1 || !(line[i + 1].Text is "wire" or "pin" or "core" or "way" or "conductor" or "pole"))
                continue;
            var from = i > 0 && line[i - 1].IsStop ? i - 1 : i;
            var isAbout = (from > 0 && line[from - 1].As(Role.Noun) is "plug" or "cable" or "ribbon" or "lead") || (i + 2 < line.Count && line[i + 2].As(Role.Noun) is "plug" or "cable" or "ribbon" or "lead");
            if (!isAbout)
                continue;
            left.Add((line[i].Start, line[i + 1].End));
            // The comma before what is said afterwards goes with it.
            if (i + 2 < line.Count && !line[i + 2].IsStop)
                from = i;
            line.RemoveRange(from, i + 2 - from);
        }
    }

    /// <summary>After the plug was pulled the fan was lifted out; taken out after its latches had been spread: two things that were done.</summary>
    private static void Subordinate(List<Lexeme> line)
    {
        for (var i = 0; i + 3 < line.Count; i++)
        {
            if (!(line[i].Text is "after" or "once" or "when") || line[i].Is(Role.Break))
                continue;
            var passive = i + 1;
            while (passive < line.Count && !line[passive].IsStop && !(line[passive].Text is "was" or "were" or "been" or "is" or "are" or "'s"))
                passive++;
            var done = passive + 1;
            while (done < line.Count && line[done].Is(Role.Aside) && !line[done].Is(Role.Deed) && !line[done].IsStop)
                done++;
            if (done >= line.Count || line[passive].IsStop || !(line[done].Is(Role.Deed) || line[done].Text is "off" or "out" or "free" or "up" or "away") || !line.GetRange(i + 1, passive - i - 1).Exists(word => IsFastener(word) || word.Is(Role.Part) || word.Is(Role.Noun)) || line.GetRange(i, done - i).Exists(word => word.Is(Role.Negation)))
                continue;
            var first = i == 0 || line[i - 1].IsStop || line[i - 1].Is(Role.Break) || line[i - 1].Is(Role.Join);
            var main = done + 1;
            if (main < line.Count && line[done].Is(Role.Deed) && line[main].Is(Role.Particle))
                main++;
            if (!first)
            {
                line[i] = Comma(line[i]);
                continue;
            }
            // What follows without a pause is done as well.
            if (main < line.Count && !line[main].IsStop && (line[main].Text is "the" or "its" or "it" or "both" || line[main].Is(Role.Part) || line[main].Number is not null) && line.Skip(main).TakeWhile(word => !word.IsStop).Any(word => word.Is(Role.Deed) || word.Is(Role.Particle)))
                line.Insert(main, Comma(line[main]));
            else if (main < line.Count && !line[main].IsStop && !line[main].Is(Role.Join))
                continue;
            if (line[i].Text == "after")
                line.RemoveAt(i);
        }
    }

    /// <summary>Under the foot hide three screws: they are there.</summary>
    private static void Hidden(List<Lexeme> line)
    {
        for (var i = line.Count - 2; i > 1; i--)
        {
            // One screw hides under the sticker: it is there.
            if (line[i].Text is "hides" or "hide" or "hid" or "is hiding" or "lurks" && line[i + 1].Text is "under" or "beneath" or "below" or "underneath" or "behind" && line.Take(i).Reverse().TakeWhile(word => !word.IsStop).Any(word => word.Number is not null))
            {
                line.RemoveAt(i);
                continue;
            }
            if (line[i].Text is "hide" or "hides" or "lurk" or "lurks" or "sit" or "lie" && line[i + 1].Number is not null && line.Take(i).Reverse().TakeWhile(word => !word.IsStop).ToList() is { Count: > 1 } before && before[^1].Text is "under" or "beneath" or "below" or "underneath" && before[0].As(Role.Noun) is "foot" or "label" or "seal" or "cap" or "tape" or "strip")
                line.RemoveAt(i);
        }
    }

    /// <summary>Two pads peeled off the sink: off it, and the sink stays.</summary>
    private static void OffIt(List<Lexeme> line)
    {
        for (var i = 1; i + 2 < line.Count; i++)
        {
            if (!line[i].Is(Role.Deed) || !line[i].Text.EndsWith("ed off", StringComparison.Ordinal) || !(line[i + 1].Text is "the" or "its" or "their") || !(line[i + 2].Is(Role.Part) || line[i + 2].Is(Role.Noun)))
                continue;
            var deed = line[i].Text[..^4];
            if (Lexicon.Of(deed).ToArray() is not { Length: > 0 } senses || !Array.Exists(senses, sense => sense.Role == Role.Deed) || !line.Take(i).Reverse().TakeWhile(word => !word.IsStop && !word.Is(Role.Break) && !word.Is(Role.Join)).Any(word => word.Is(Role.Noun)))
                continue;
            line.Insert(i + 1, new("off", Lexicon.Of("off").ToArray(), null, line[i].End - 3, line[i].End));
            line[i] = line[i] with { Text = deed, Senses = senses, End = line[i].End - 4 };
        }
    }

    /// <summary>Three that push in: they are pushed in, and pull out.</summary>
    private static void PushedIn(List<Lexeme> line)
    {
        for (var i = line.Count - 2; i > 0; i--)
        {
            if (line[i].Text == "push" && line[i + 1].Text is "in" or "straight in" or "on" && line[i - 1].Text is "that" or "which" or "just" or "only" or "simply" && Ends(line, i + 2) && line.Take(i).Any(word => word.Number is not null))
            {
                line[i] = line[i] with { Text = "push fit", Senses = Lexicon.Of("push fit").ToArray(), End = line[i + 1].End };
                line.RemoveAt(i + 1);
            }
        }
    }

    /// <summary>Cpu and memory are both soldered.</summary>
    private static void BothHeld(List<Lexeme> line)
    {
        for (var i = 3; i + 1 < line.Count; i++)
        {
            if (line[i].Text is "both" or "all" && line[i - 1].Text is "are" or "were" && line[i + 1].Is(Role.State) && line[i - 2].Is(Role.Part))
                line.RemoveAt(i);
        }
    }

    /// <summary>Cut the glue with a wire: a tool, and no cable.</summary>
    private static void Saws(List<Lexeme> line)
    {
        if (!line.Exists(word => word.Is(Role.Deed, "cut") || word.Is(Role.Deed, "unglue")))
            return;
        for (var i = 1; i < line.Count; i++)
        {
            if (!(line[i].Text is "wire" or "thread" or "string" or "cord" or "line" or "fishing line" or "floss" or "fishing"))
                continue;
            var from = i - 1;
            while (from > 0 && (line[from].Text is "a" or "the" or "some" or "my" || line[from].Is(Role.Describe)))
                from--;
            if (line[from].Text is "with" or "using" or "by" or "with a" or "with the")
                line[i] = line[i] with { Senses = [new(Role.Noun, "tool", false)] };
        }
    }

    private static Lexeme Comma(Lexeme at) => new(",", [], null, at.Start, at.Start) { IsStop = true };

    private static bool Ends(List<Lexeme> line, int i) => i >= line.Count || line[i].IsStop || line[i].Is(Role.Break) || line[i].Is(Role.Join);

    private static bool IsFastener(Lexeme word) => word.As(Role.Noun) is "screw" or "clip" or "plug" or "cable" or "lead" or "ribbon" or "flap" or "slideLock" or "bar" or "press" or "latch" or "tape" or "standoff" or "antenna" or "releaseTab";

    /// <summary>Fan three screws one plug out: what it is about, what held it, and that it is out, without a pause between them.</summary>
    private static void Dictated(List<Lexeme> line)
    {
        for (var start = 0; start < line.Count; start++)
        {
            if (start > 0 && !line[start - 1].IsStop)
                continue;
            var end = line.FindIndex(start, word => word.IsStop) is >= 0 and var stop ? stop : line.Count;
            var part = start;
            while (part < end && (line[part].Is(Role.Aside) && !line[part].Is(Role.Part) || line[part].Is(Role.Describe) && line[part].As(Role.Describe) is "left" or "right" or "upper" or "lower"))
                part++;
            if (part + 3 >= end || !line[part].Is(Role.Part) || line[part].Is(Role.Deed) || line[part + 1].Number is not (>= 1 and <= 40) || line[part + 1].Figure is { Number: null })
                continue;
            var thing = part + 2;
            while (thing < end && (line[thing].Is(Role.Describe) || line[thing].Figure is { Number: null } || line[thing].Is(Role.Drive)))
                thing++;
            if (!(thing < end && IsFastener(line[thing])) && !(thing == end && line[thing - 1].Figure is { Size: not null }) || line.GetRange(part, end - part).Exists(word => word.Is(Role.Deed) && !word.Is(Role.Noun) && !word.Is(Role.Particle) || word.Is(Role.Negation) || word.Is(Role.Preposition) && !word.Is(Role.Particle)))
                continue;
            // Battery two screws out: the screws, or the pack? With more than one thing between them it is the part.
            if (line[end - 1].Text is "out" or "off" or "free" && line.GetRange(part + 1, end - part - 1).Count(word => word.Number is not null) > 1)
                line.Insert(end - 1, Comma(line[end - 1]));
            line.Insert(part + 1, Comma(line[part + 1]));
        }
    }

    /// <summary>Second fan, same as the first, three screws: what it is like is said in full behind it.</summary>
    private static void Alike(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 0; i < line.Count; i++)
        {
            if (!(line[i].Text is "same as" or "same way" or "same thing" or "likewise" or "ditto" or "same story" or "same deal" or "same again"))
                continue;
            var from = i;
            while (from > 0 && (line[from - 1].Text is "the" or "much the" or "just the" or "is" or "in" || line[from - 1].Is(Role.Aside) && !line[from - 1].Is(Role.Pronoun)))
                from--;
            var to = i + 1;
            while (to < line.Count && !line[to].IsStop && !line[to].Is(Role.Break) && line[to].Number is null)
                to++;
            if (to >= line.Count || !line[to].IsStop || line.GetRange(i, to - i).Exists(word => word.Is(Role.Noun) && !word.Is(Role.Noun, "piece") && !word.Is(Role.Noun, "place")) || !line.Skip(to).Any(word => (word.Number is not null && word.Text is not ("both" or "all")) || IsFastener(word)))
                continue;
            left.Add((line[from].Start, line[to - 1].End));
            // With the comma that stands before it.
            if (from > 0 && line[from - 1].IsStop)
                from--;
            line.RemoveRange(from, to - from);
            i = from;
        }
    }

    /// <summary>Three screws, the plug, and that's the fan: it is out.</summary>
    private static void ThatIsIt(List<Lexeme> line)
    {
        var end = line.Count;
        while (end > 0 && line[end - 1].IsStop)
            end--;
        if (end < 4 || !line[end - 1].Is(Role.Part) || line[end - 1].Is(Role.Deed))
            return;
        var from = end - 1;
        while (from > 0 && (line[from - 1].Is(Role.Describe) || line[from - 1].Text is "the" or "your" or "my" or "our"))
            from--;
        if (from < 2 || line[from - 1].Text is not ("that's" or "and that's" or "that's the" or "there goes" or "that is"))
            return;
        var joins = line[from - 1].Text.StartsWith("and ", StringComparison.Ordinal) || line[from - 2].Is(Role.Join) || line[from - 2].Text is "then" or "and then";
        if (!joins || !line.Take(from - 1).Any(word => IsFastener(word) || word.Figure is { Size: not null }) || line.Exists(word => word.Is(Role.Negation) || word.Is(Role.Modal) || word.Is(Role.Noun, "base") || word.Is(Role.Noun, "cover")))
            return;
        line.Insert(end, new("out", Lexicon.Of("out").ToArray(), null, line[end - 1].End, line[end - 1].End));
    }
}
