namespace WideLever.Core.StepLines;

/// <summary>Turns of speech that say what other words say as well, put into those before the clauses are read.</summary>
internal static class Restated
{
    private static readonly Dictionary<string, int> Ordinals = new() { ["third"] = 3, ["fourth"] = 4, ["fifth"] = 5, ["sixth"] = 6, ["seventh"] = 7, ["eighth"] = 8, ["ninth"] = 9, ["tenth"] = 10 };

    /// <summary>Puts the turns of a line into plain words, where they stand.</summary>
    /// <param name="line">Its lexemes; they are changed.</param>
    /// <returns>What is said in full elsewhere in the line and was left out: where each begins and ends.</returns>
    public static List<(int Start, int End)> Turn(List<Lexeme> line)
    {
        var left = new List<(int Start, int End)>();
        Times(line);
        Dictated(line);
        LastOfSome(line);
        Ones(line);
        Alike(line, left);
        ThatIsIt(line);
        SameLock(line);
        BothHeld(line);
        EveryOne(line);
        Saws(line);
        OneMore(line);
        Kinds(line, left);
        return left;
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

    /// <summary>Cpu and memory are both soldered.</summary>
    private static void BothHeld(List<Lexeme> line)
    {
        for (var i = 3; i + 1 < line.Count; i++)
        {
            if (line[i].Text is "both" or "all" && line[i - 1].Text is "are" or "were" && line[i + 1].Is(Role.State) && line[i - 2].Is(Role.Part))
                line.RemoveAt(i);
        }
    }

    /// <summary>Every one a t6: all of them.</summary>
    private static void EveryOne(List<Lexeme> line)
    {
        for (var i = 1; i + 1 < line.Count; i++)
        {
            if (!line[i - 1].IsStop || !(line[i].Text is "every" or "every one" or "each one" or "every one of them" or "each" or "every single one"))
                continue;
            var to = i + 1;
            if (line[i].Text == "every" && line[to].Text != "one")
                continue;
            while (to < line.Count && line[to].Text is "is" or "'s" or "a" or "an" or "one" or "of them")
                to++;
            if (to < line.Count && line[to].Figure is { Size: not null } && Ends(line, to + 1) && line.Take(i).Count(word => word.Number is not null) > 1)
            {
                line[i] = line[i] with { Text = "all", Senses = Lexicon.Of("all").ToArray() };
                line.RemoveRange(i + 1, to - i - 1);
            }
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

    /// <summary>Two plain screws and a third with a washer: one more.</summary>
    private static void OneMore(List<Lexeme> line)
    {
        for (var i = 2; i < line.Count; i++)
        {
            if (!(line[i].Text == "second" || Ordinals.ContainsKey(line[i].Text)) || !(line[i - 1].Text is "a" or "and a") || (line[i - 1].Text == "a" && line[i - 2].Text != "and"))
                continue;
            var which = Ordinals.GetValueOrDefault(line[i].Text, 2);
            if (line.Take(i).LastOrDefault(word => word.Number is not null)?.Number != which - 1 || (i + 1 < line.Count && (line[i + 1].Is(Role.Part) || (line[i + 1].Is(Role.Noun) && line[i + 1].Text != "one"))))
                continue;
            line[i] = line[i] with { Text = "more", Senses = Lexicon.Of("more").ToArray() };
            line[i - 1] = line[i - 1] with { Text = "one", Senses = Lexicon.Of("one").ToArray() };
            if (line[i - 2].Text != "and")
                line.Insert(i - 1, new("and", Lexicon.Of("and").ToArray(), null, line[i - 1].Start, line[i - 1].Start));
            if (i + 1 < line.Count && line[i + 1].Text == "one")
                line.RemoveAt(i + 1);
        }
    }

    /// <summary>Eight screws, three lengths: four of 3 mm, two of 5. How many sorts there are is said by the sorts.</summary>
    private static void Kinds(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 0; i + 1 < line.Count; i++)
        {
            if (line[i].Number is null || !(line[i + 1].Text is "lengths" or "sizes" or "kinds" or "sorts" or "types") || (i > 0 && !line[i - 1].IsStop) || i + 2 >= line.Count || !line[i + 2].IsStop || !line.Skip(i + 3).Any(word => word.Number is not null))
                continue;
            // The second length has no unit where the first has one.
            for (var at = i + 3; line[i + 1].Text == "lengths" && at + 2 < line.Count; at++)
            {
                if (line[at].Number is not null && line[at + 1].Text == "of" && line[at + 2].Number is not null && Ends(line, at + 3))
                    line.Insert(at + 3, new("mm", Lexicon.Of("mm").ToArray(), null, line[at + 2].End, line[at + 2].End));
            }
            left.Add((line[i].Start, line[i + 1].End));
            line.RemoveRange(i, 3);
        }
    }

    private static Lexeme Comma(Lexeme at) => new(",", [], null, at.Start, at.Start) { IsStop = true };

    private static bool Ends(List<Lexeme> line, int i) => i >= line.Count || line[i].IsStop || line[i].Is(Role.Break) || line[i].Is(Role.Join);

    private static bool IsFastener(Lexeme word) => word.As(Role.Noun) is "screw" or "clip" or "plug" or "cable" or "lead" or "ribbon" or "flap" or "slideLock" or "bar" or "press" or "latch" or "tape" or "standoff" or "antenna" or "releaseTab";

    /// <summary>A t5, four times; a t8, twice: so many of them.</summary>
    private static void Times(List<Lexeme> line)
    {
        for (var i = 1; i < line.Count; i++)
        {
            var twice = line[i].Text == "twice";
            if (!(twice || (line[i].Text == "times" && line[i - 1].Number is not null)) || !Ends(line, i + 1))
                continue;
            // What is taken so many times stands right before, with its size and no count.
            var from = twice ? i : i - 1;
            var end = from > 0 && line[from - 1].IsStop ? from - 1 : from;
            var what = line.Take(end).Reverse().TakeWhile(word => !word.IsStop).ToList();
            if (!what.Exists(word => word.Figure is { Size: not null } || word.Is(Role.Drive)) || what.Exists(word => word.Figure?.Number is not null))
                continue;
            line[from] = twice ? line[from] with { Text = "two", Senses = Lexicon.Of("two").ToArray() } : line[from] with { End = line[i].End };
            if (!twice)
                line.RemoveAt(i);
            line.RemoveRange(end, from - end);
        }
    }

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
            if (thing >= end || !IsFastener(line[thing]) || line.GetRange(part, end - part).Exists(word => word.Is(Role.Deed) && !word.Is(Role.Noun) && !word.Is(Role.Particle) || word.Is(Role.Negation) || word.Is(Role.Preposition) && !word.Is(Role.Particle)))
                continue;
            // Battery two screws out: the screws, or the pack? With more than one thing between them it is the part.
            if (line[end - 1].Text is "out" or "off" or "free" && line.GetRange(part + 1, end - part - 1).Count(word => word.Number is not null) > 1)
                line.Insert(end - 1, Comma(line[end - 1]));
            line.Insert(part + 1, Comma(line[part + 1]));
        }
    }

    /// <summary>Five ribbons, four with a flap and the fifth you just pull: the other one.</summary>
    private static void LastOfSome(List<Lexeme> line)
    {
        for (var i = 1; i < line.Count; i++)
        {
            if (!(line[i - 1].Text is "the" || line[i - 1].Text.EndsWith(" the", StringComparison.Ordinal)) || !Ordinals.TryGetValue(line[i].Text, out var which))
                continue;
            var counts = line.Take(i).Select(word => word.Number).OfType<double>().ToList();
            if (counts.Count < 2 || counts[0] != which || counts.Skip(1).Sum() != which - 1)
                continue;
            line[i] = line[i] with { Text = "other", Senses = Lexicon.Of("other").ToArray() };
            if (i + 1 >= line.Count || line[i + 1].Text != "one")
                line.Insert(i + 1, new("one", Lexicon.Of("one").ToArray(), null, line[i].End, line[i].End));
        }
    }

    /// <summary>The other is t5, the last just pulls out: the other one.</summary>
    private static void Ones(List<Lexeme> line)
    {
        for (var i = 1; i + 1 < line.Count; i++)
        {
            if (line[i].Text is "other" or "last" or "remaining" && (line[i - 1].Text is "the" || line[i - 1].Text.EndsWith(" the", StringComparison.Ordinal)) && (line[i + 1].Text is "is" or "was" or "'s" or "you" or "just" or "simply" or "flips" or "slides" or "pulls"))
                line.Insert(i + 1, new("one", Lexicon.Of("one").ToArray(), null, line[i].End, line[i].End));
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
