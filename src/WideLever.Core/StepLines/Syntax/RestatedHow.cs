namespace WideLever.Core.StepLines;

/// <summary>Turns of speech that say by what something was held, and how it came away.</summary>
internal static partial class Restated
{
    private static void How(Action<Action<List<Lexeme>, List<(int Start, int End)>>, int> attempt)
    {
        attempt(Chatter, 40);
        attempt(LikeSomething, 3);
        attempt((words, _) => SpelledOut(words), 4);
        attempt(CutBy, 0);
        attempt(ThoughtSo, 2);
        attempt(NotButSo, 1);
        attempt(HeldIn, 1);
        attempt(CablesInAll, 0);
        attempt(OffItsTape, 0);
        attempt((words, _) => BrokeAs(words), 0);
        attempt((words, _) => BrokeOfAll(words), 0);
        attempt(OffTheirPosts, 0);
        attempt((words, _) => OffItsStrips(words), 0);
        attempt(FeetOverScrews, 0);
        attempt((words, _) => LidOverPack(words), 0);
        attempt((words, _) => SeamOfTheCover(words), 0);
        attempt(PriedAllRound, 0);
        attempt((words, _) => SomePrying(words), 0);
        attempt((words, _) => LockEach(words), 0);
        attempt(ThenThePlate, 0);
        attempt(TheOtherIsNot, 1);
        attempt((words, _) => ShortNames(words), 0);
        attempt((words, _) => KeySizes(words), 1);
        attempt(WontMove, 2);
        attempt((words, _) => OffThePaste(words), 0);
        attempt(TheLeftOne, 0);
        attempt(Modules, 1);
    }

    /// <summary>Hang on, my phone falls over, okay, four standoffs: what is said before somebody goes on is no step.</summary>
    private static void Chatter(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 2; i + 1 < line.Count; i++)
        {
            if (!(line[i].Text is "okay" or "ok" or "right" or "there" or "anyway" or "fine" or "well" or "so" or "now" or "but fine" or "okay so" or "right then" or "there we go") || !(line[i - 1].IsStop || line[i - 1].Text is "but" or "and"))
                continue;
            if (!line.Skip(i + 1).Any(word => IsFastener(word) || IsFact(word) || word.Is(Role.Part)))
                return;
            var lead = line.GetRange(0, i);
            var wishes = lead.Take(3).Any(word => word.Text is "i'd have liked" or "would have liked" or "i wish" or "wish") || lead.Take(4).Any(word => word.Text is "i'd") && lead.Exists(word => word.Text is "liked" or "preferred");
            var isTold = lead.Exists(word => word.Is(Role.Part) && word.As(Role.Part) != "other" || (IsFastener(word) && !word.Is(Role.Aside)) || IsFact(word) || word.Number is > 1 || word.Is(Role.Negation) || word.Is(Role.Damage) || word.Is(Role.Noun, "base") || word.Is(Role.Noun, "cover") || word.Is(Role.Pronoun) || word.Is(Role.Correction) && word.Text != "hang on");
            if (!wishes && (isTold || !lead.Exists(word => word.IsUnknown || word.Is(Role.Modal))))
                continue;
            Drop(line, left, 0, i + 1);
            if (line[0].IsStop)
                line.RemoveAt(0);
            return;
        }
    }

    /// <summary>Like a layer of stone, like a bonnet: what it is like is no fact.</summary>
    private static void LikeSomething(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = line.Count - 2; i > 0; i--)
        {
            if (line[i].Text is not ("like" or "like a" or "like an" or "just like") || (line[i].Text is "like" or "just like" && !(line[i + 1].Text is "a" or "an")))
                continue;
            var end = EndOf(line, i);
            var said = line.GetRange(i, end - i);
            if (said.Count > 6 || said.Exists(word => word.Number is > 1 || word.Is(Role.Part) || IsFastener(word) || IsFact(word) || word.Is(Role.Particle) || Turns(word)))
                continue;
            Drop(line, left, line[i - 1].IsStop ? i - 1 : i, end);
        }
    }

    /// <summary>M two by four, as it is said aloud: a thread and a length.</summary>
    private static void SpelledOut(List<Lexeme> line)
    {
        for (var i = 0; i + 1 < line.Count; i++)
        {
            if (!(line[i].Text is "m" && line[i].Figure is null) || line[i + 1].Number is not { } width || !(width is 1.2 or 1.4 or 1.6 or 2 or 2.5 or 3 or 3.5) || i + 3 >= line.Count || line[i + 2].Text is not ("by" or "x") || line[i + 3].Number is not (>= 1 and <= 40 and var length))
                continue;
            string Said(double number) => number.ToString(System.Globalization.CultureInfo.InvariantCulture);
            var thread = new Lexeme($"m{Said(width)}", [], new(null, null, null, $"M{Said(width)}", null, null), line[i].Start, line[i + 1].End);
            var size = new Lexeme($"x{Said(length)}", [], new(null, null, null, null, length, null), line[i + 2].Start, line[i + 3].End);
            line.RemoveRange(i, 4);
            line.InsertRange(i, [thread, size]);
        }
    }

    /// <summary>Cut the power by pulling the plug: the plug was pulled. Power's cut at the switch: that was.</summary>
    private static void CutBy(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var power = line.FindIndex(word => word.Text.Contains("power", StringComparison.Ordinal) && !word.Is(Role.Part) && word.As(Role.Noun) != "switch");
        if (power is < 0 or > 4)
            return;
        var by = line.FindIndex(power, word => word.Text is "by");
        if (by > 0 && by - power < 4 && by + 1 < line.Count && line[by + 1].Is(Role.Deed) && line.Take(by).All(word => !word.Is(Role.Part) && word.Number is null && !word.IsStop && !word.Is(Role.Negation)))
        {
            Drop(line, left, 0, by + 1);
            return;
        }
        var at = line.FindIndex(power, word => word.Text is "at" or "with");
        var thing = at < 0 ? -1 : line.FindIndex(at, word => word.IsStop || word.As(Role.Noun) == "switch" || word.Text is "switch");
        if (thing > at && !line[thing].IsStop && line.Take(at).All(word => !word.Is(Role.Part) && word.Number is null && !word.IsStop && !word.Is(Role.Negation)) && line.Take(at).Any(word => word.Text.Contains("cut", StringComparison.Ordinal) || word.Text.Contains("off", StringComparison.Ordinal) || word.Text.Contains("kill", StringComparison.Ordinal)))
        {
            var (said, end) = (line[power], EndOf(line, thing));
            left.Add((line[0].Start, line[end - 1].End));
            line.RemoveRange(0, end);
            line.InsertRange(0, [said with { Text = "power switch", Senses = Lexicon.Of("power switch").ToArray() }, Word("off", said)]);
        }
    }

    private static string? HolderOf(string? state) => state switch
    {
        "clipped" => "clip",
        "screwed" => "screw",
        _ => null,
    };

    /// <summary>The battery isn't glued, just four screws; the panel is only clipped, four clips: what holds it.</summary>
    private static void NotButSo(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var part = 0; part < line.Count; part++)
        {
            if (!(line[part].Is(Role.Part) && !line[part].Is(Role.Deed) || line[part].As(Role.Noun) is "cover" or "bracket" or "bezel" or "base"))
                continue;
            var end = EndOf(line, part);
            if (end + 1 >= line.Count || !line.Skip(end).Any(word => IsFastener(word) || IsFact(word) || word.Is(Role.Deed) || word.Is(Role.State)))
                return;
            var said = line.GetRange(part + 1, end - part - 1);
            // Place words between them stay with the part.
            var not = said.FindIndex(word => word.Is(Role.Negation));
            var held = said.FindIndex(word => word.Is(Role.State));
            if (not >= 0)
            {
                var what = said.Skip(not + 1).Where(word => !word.Is(Role.Aside)).ToList();
                if (said.Take(not).Any(word => !(word.Is(Role.Aside) || word.Is(Role.HeldBy) || word.Is(Role.Preposition) || word.Is(Role.Part) || word.Is(Role.Describe))) || what.Count is 0 or > 3 || !what.TrueForAll(word => word.Is(Role.State) || IsFastener(word) && word.As(Role.Noun) is not ("tape" or "plug") || word.As(Role.Noun) is "glue" or "softGlue" or "rigidGlue" || word.Is(Role.Join) || word.Text is "or" or "any"))
                    return;
                // What follows says how it is, and not only that it came.
                var next = line.GetRange(end + 1, EndOf(line, end + 1) - end - 1);
                if (!next.Exists(word => IsFastener(word) || IsFact(word) || word.Is(Role.State) || word.As(Role.Noun) == "releaseTab"))
                    return;
                var from = part + 1 + not;
                while (from > part + 1 && (line[from - 1].Is(Role.HeldBy) || line[from - 1].Text is "is" or "are" or "'s" or "has" or "have"))
                    from--;
                Drop(line, left, from, end);
                Just(line, from + 1, left);
                return;
            }
            if (held < 0 || !said.TrueForAll(word => word.Is(Role.State) || word.Is(Role.Aside) || word.Text is "only" or "just" or "at" or "in" or "along" or "on" || word.Is(Role.Preposition) || word.As(Role.Noun) is "place" or "base" || word.Is(Role.Describe)) || !said.Exists(word => word.Text is "only" or "just"))
                return;
            var behind = line.GetRange(end + 1, EndOf(line, end + 1) - end - 1);
            if (!behind.Exists(word => IsFastener(word) && word.As(Role.Noun) == HolderOf(said[held].As(Role.State))) || !behind.Exists(IsCounted))
                return;
            Drop(line, left, part + 1, end);
            return;
        }
    }

    /// <summary>It's just clipped, two clips: those. It's just clipped, and off it comes: clips that nobody counted.</summary>
    private static void Just(List<Lexeme> line, int from, List<(int Start, int End)> left)
    {
        if (from >= line.Count)
            return;
        var end = EndOf(line, from);
        var held = line.FindIndex(from, end - from, word => word.Is(Role.State));
        while (from < end && line[from].Text is "just" or "only" or "but")
        {
            line.RemoveAt(from);
            (held, end) = (held - 1, end - 1);
        }
        if (held < 0 || held < from || HolderOf(line[held].As(Role.State)) is not { } holder || !line.GetRange(from, end - from).TrueForAll(word => word.Is(Role.State) || word.Is(Role.Aside) || word.Is(Role.Pronoun) || word.Text is "it's" or "they're" or "they" or "just" or "only" or "but" or "is" or "are"))
            return;
        if (line.Skip(end).Any(word => word.As(Role.Noun) == holder))
            Drop(line, left, from, Math.Min(end + 1, line.Count));
        else if (holder == "clip")
        {
            var at = line[held];
            line.RemoveRange(from, end - from);
            line.Insert(from, Word("clips", at) with { End = at.End });
        }
    }

    /// <summary>I thought it would be glued but no, two screws: those.</summary>
    private static void ThoughtSo(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var thought = line.FindIndex(word => word.Text is "thought" or "i thought" or "expected" or "i expected" or "feared");
        var but = thought < 0 ? -1 : line.FindIndex(thought, word => word.Text == "but" || word.IsStop);
        if (thought is < 0 or > 2 || but < 0 || line[but].Text != "but" || line.GetRange(thought, but - thought).Exists(word => word.Number is not null))
            return;
        var to = but + 1;
        while (to < line.Count && (line[to].IsStop || line[to].Text is "no" or "not" or "it's" or "just" or "only" or "isn't" or "it" or "wasn't" or "actually" or "'s" or "there's" or "it isn't"))
            to++;
        if (to < line.Count && line.Skip(to).Any(word => IsFastener(word) || IsFact(word)))
            Drop(line, left, 0, to);
    }

    /// <summary>Held in a caddy by four screws: by those.</summary>
    private static void HeldIn(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 1; i + 3 < line.Count; i++)
        {
            if (!(line[i].Text is "held" or "kept" or "fixed" or "mounted" or "secured") || !(line[i + 1].Text is "in" or "into" or "to" or "on" or "in place"))
                continue;
            var by = line.FindIndex(i + 1, word => word.IsStop || word.Text is "by" or "with");
            if (by < 0 || line[by].IsStop || by - i > 5 || by + 1 >= line.Count)
                continue;
            var at = line[i];
            Drop(line, left, i, by + 1);
            line.Insert(i, at with { Text = "held by", Senses = Lexicon.Of("held by").ToArray() });
        }
    }

    /// <summary>Five cables, three are ribbons with flaps and two are plugs: how many of each sort there are.</summary>
    private static void CablesInAll(List<Lexeme> line, List<(int Start, int End)> left)
    {
        bool Cable(Lexeme word) => word.As(Role.Noun) is "cable" or "plug" or "ribbon" or "lead" || word.Text is "connectors" or "cables" or "connections" or "flexes";
        // Four cables on the board, and two of these connectors: what all of them are.
        var all = -1;
        for (var i = 0; i + 1 < line.Count && all < 0; i++)
        {
            if (IsCounted(line[i]) && line[i].Number > 1 && Cable(line[i + 1]) && !line[i + 1].Text.EndsWith("plugs", StringComparison.Ordinal))
                all = i;
        }
        // Flexes: three with a flap, one to slide.
        var topic = all < 0 && line.FindIndex(word => word.IsColon) is > 0 and <= 3 and var colon && Cable(line[colon - 1]) ? colon : -1;
        if (all < 0 && topic < 0)
            return;
        var stop = topic > 0 ? topic : EndOf(line, all);
        if (stop + 1 >= line.Count)
            return;
        var told = new List<Lexeme>();
        var (count, sum, locks) = (0, 0d, 0);
        var at = stop + 1;
        for (; at < line.Count; at++)
        {
            var word = line[at];
            if (word.IsStop && locks == count && count > 0 && sum >= (topic > 0 ? 0 : line[all].Number) && topic < 0)
                break;
            if (word.Text is "of them" or "of these" or "are" or "is" or "'s" or "it's" or "ordinary" or "plain" or "you" or "just")
                continue;
            if ((Ordinals.ContainsKey(word.Text) || word.Text is "last" or "other") && at > 0 && (line[at - 1].Text is "the" || line[at - 1].Text.EndsWith(" the", StringComparison.Ordinal)) || word.Text is "the other" or "the last" or "the other one" or "the last one")
            {
                if (told.Count > 0 && told[^1].Text == "the")
                    told.RemoveAt(told.Count - 1);
                told.Add(Of(1, word));
                (count, sum) = (count + 1, sum + 1);
                if (at + 1 < line.Count && line[at + 1].Text is "one")
                    at++;
                continue;
            }
            if (word.Number is { } number && IsCounted(word))
            {
                told.Add(word);
                (count, sum) = (count + 1, sum + number);
                continue;
            }
            if (word.Text is "has" or "have" or "with" && count > 0 && told[^1].Number is not null)
            {
                told.Add(Word(told[^1].Number > 1 ? "ribbons" : "ribbon", word));
                told.Add(Word("with", word));
                continue;
            }
            // One of these connectors snaps straight up, the other has a flap.
            if (word.As(Role.Noun) is "flap" or "bar" or "slideLock" or "press" or "plug" or "push" or "latch" || word.Text.EndsWith("plugs", StringComparison.Ordinal) || word.Text.EndsWith(" plug", StringComparison.Ordinal))
                locks++;
            else if (word.Text is "slide" or "slides" or "slider" or "sliders")
            {
                told.Add(Word("slide lock", word) with { End = word.End });
                locks++;
                continue;
            }
            else if (!(word.IsStop || word.Is(Role.Join) || word.Is(Role.Aside) || Cable(word) || word.Is(Role.Describe) || word.Text is "the" or "a" or "with"))
                break;
            told.Add(word);
        }
        if (count < 2 || locks < count || (topic < 0 && sum != line[all].Number))
            return;
        var before = topic > 0 ? 0 : FromOf(line, all);
        left.Add((line[before].Start, line[stop - 1].End));
        var tail = line.GetRange(at, line.Count - at);
        // The board that has them is what they are about.
        if (before > 1 && line[before - 1].IsStop && line[before - 2].Is(Role.Part) && line.GetRange(FromOf(line, before - 2), before - 1 - FromOf(line, before - 2)).TrueForAll(word => word.Is(Role.Part) || word.Is(Role.Aside) || word.Is(Role.Describe)))
            line[before - 1] = line[before - 1] with { Text = ":" };
        line.RemoveRange(before, line.Count - before);
        while (told.Count > 0 && (told[0].IsStop || told[0].Is(Role.Join)))
            told.RemoveAt(0);
        while (told.Count > 0 && (told[^1].IsStop || told[^1].Is(Role.Join)))
            told.RemoveAt(told.Count - 1);
        line.AddRange(told);
        // All of them are off: as was said.
        if (tail.Count > 1 && tail[0].IsStop && tail.Skip(1).All(word => word.Is(Role.Aside) || word.Is(Role.Distribution) || word.Text is "all" or "off" or "out" or "one" or "of them" or "are" or "is" or "all of them" or "every one of them" or "undone" or "unplugged" || word.Number == sum || word.Is(Role.Pronoun)))
            left.Add((tail[1].Start, tail[^1].End));
        else
            line.AddRange(tail);
    }

    /// <summary>The cell peeled off its tape: the tape was parted, and the cell is out.</summary>
    private static void OffItsTape(List<Lexeme> line, List<(int Start, int End)> left)
    {
        // Clips and tape, parted by hand: the tape was.
        var parted = line.FindIndex(word => word.Text is "parted");
        if (parted > 1 && line[parted - 1].IsStop && line[parted - 2].As(Role.Noun) == "tape" && line[parted - 2].Text is "tape" or "tapes")
            line.RemoveAt(parted - 1);
        for (var i = 1; i < line.Count; i++)
        {
            if (line[i].As(Role.Noun) != "tape" || !line.Take(i).Any(word => word.Is(Role.Part)) || line.Take(i).Any(word => word.As(Role.Noun) == "tape"))
                continue;
            var off = i - 1;
            while (off > 0 && (line[off].Text is "its" or "the" or "that" || line[off].Is(Role.Describe)))
                off--;
            // The cell is stuck on with tape, gone: likewise.
            if (line[off].Is(Role.HeldBy) && line[off].Text.Contains("stuck", StringComparison.Ordinal) && line.Skip(i).Any(word => word.Text is "gone" or "out" or "off") && line.Exists(word => (IsKind(word, "clockCell") || IsKind(word, "cell"))))
            {
                line.RemoveRange(off, i - off);
                line.Insert(off + 1, Word("parted", line[off]) with { Start = line[off].End, End = line[off].End });
                while (off > 0 && !line[off - 1].IsStop)
                    line.RemoveAt(--off);
                return;
            }
            if (off == i - 1 || !(line[off].Text is "off" or "from" or "out of" or "off of" || line[off].Text.EndsWith(" off", StringComparison.Ordinal) || line[off].Text.EndsWith(" from", StringComparison.Ordinal) || line[off].Text.EndsWith(" out of", StringComparison.Ordinal)))
                continue;
            var deed = off;
            while (deed > 0 && !line[deed - 1].IsStop && (line[deed - 1].Is(Role.Deed) && !line[deed - 1].Is(Role.Part) && !line[deed - 1].Text.StartsWith("unplug", StringComparison.Ordinal) || line[deed - 1].Is(Role.Join) || line[deed - 1].Text is "it" or "is" or "off"))
                deed--;
            // Slid the battery out of the tape: the deed stands before it.
            var tape = line[i];
            left.Add((line[deed].Start, line[i - 1].End));
            line.RemoveRange(deed, i + 1 - deed);
            List<Lexeme> told = [Word("tape", tape) with { End = tape.End }, Word("parted", tape), Comma(tape)];
            // After a comma it is the part that was spoken of which comes out.
            if (deed == 0 || !line[deed - 1].IsStop)
                told.Insert(0, Comma(tape));
            var which = line.Take(deed).Last(word => word.Is(Role.Part));
            if (line.Take(deed).Reverse().TakeWhile(word => !word.IsStop).FirstOrDefault(word => word.Is(Role.Deed) && !word.Is(Role.Part)) is { } moved && line.IndexOf(moved) < line.IndexOf(which) && !moved.Text.StartsWith("unplug", StringComparison.Ordinal))
                line.Insert(deed++, Word("out", tape));
            else
                told.AddRange([which with { Start = tape.End, End = tape.End }, Word("out", tape)]);
            if (told[^1].IsStop)
                told.RemoveAt(told.Count - 1);
            line.InsertRange(deed, told);
            return;
        }
    }

    /// <summary>Snapped one clip of fourteen getting the base off: what was done, and what broke.</summary>
    private static void BrokeAs(List<Lexeme> line)
    {
        var broke = line.FindIndex(word => word.Is(Role.Damage));
        if (broke is < 0 or > 6 || line.Take(broke).Any(word => word.IsStop || word.Is(Role.Negation)))
            return;
        var turn = line.FindIndex(broke + 1, word => word.IsStop || word.Text is "getting" or "when getting" or "while getting" or "in getting");
        if (turn < 0 || line[turn].IsStop || turn + 1 >= line.Count)
            return;
        var (what, then) = (line.GetRange(0, turn), line.GetRange(turn, line.Count - turn));
        then.RemoveAt(0);
        var end = then.FindIndex(word => word.IsStop) is >= 0 and var stop ? stop : then.Count;
        if (!then.Take(end).Any(word => word.Is(Role.Part) || word.Is(Role.Noun)) || then.Skip(end).Any(word => word.Is(Role.Pronoun)))
            return;
        // One clip of fourteen: fourteen were undone.
        List<Lexeme> all = [];
        if (what.FindIndex(word => IsCounted(word) && word.Number > 1) is > 1 and var total && what[total - 1].Text is "of" or "of the" && what.Find(IsFastener) is { } noun)
        {
            all = [what[total], noun with { Start = what[total].End, End = what[total].End }, Comma(what[total])];
            what.RemoveRange(total - 1, 2);
        }
        line.Clear();
        line.AddRange([.. all, .. then.Take(end), Comma(then[end - 1]), .. what, .. then.Skip(end)]);
    }

    /// <summary>Two clips broke on the bezel, fourteen in all: fourteen, of which two broke.</summary>
    private static void BrokeOfAll(List<Lexeme> line)
    {
        var stop = line.FindIndex(word => word.IsStop);
        if (stop < 2 || stop + 2 >= line.Count || !IsCounted(line[stop + 1]) || !SaysAll(line[stop + 2]) || !Ends(line, stop + 3))
            return;
        var broke = line.GetRange(0, stop);
        if (!broke.Exists(word => word.Is(Role.Damage)) || broke.Find(IsFastener) is not { } noun || broke.Exists(word => word.Is(Role.Negation)) || broke.Where(IsCounted).ToList() is not [{ } some] || some.Number >= line[stop + 1].Number)
            return;
        var part = broke.FindIndex(word => word.Is(Role.Part) && !word.Is(Role.Deed));
        var rest = line.GetRange(stop + 3, line.Count - stop - 3);
        List<Lexeme> told = [line[stop + 1], noun, .. part < 0 ? [] : new[] { Word("of", noun), Word("the", noun), broke[part] }, Comma(noun), some, broke.Find(word => word.Is(Role.Damage))!];
        line.Clear();
        line.AddRange(told);
        line.AddRange(rest);
    }

    /// <summary>Antenna wires off their studs: the studs stay. Antenna leads snapped off: they came off, and nothing broke.</summary>
    private static void OffTheirPosts(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 1; i < line.Count; i++)
        {
            if (line[i].Text is "snapped off" or "snaps off" && line[i - 1].As(Role.Noun) == "antenna" && !line.Exists(word => word.Text is "accident" or "by accident" or "broke" or "damn" or "oops"))
                line[i] = line[i] with { Senses = [.. line[i].Senses.Where(sense => sense.Role == Role.Deed)] };
        }
        for (var i = 1; i + 2 < line.Count; i++)
        {
            if (line[i].Text is "off" or "off of" or "from" && line[i + 1].Text is "their" or "its" or "the" && line[i + 2].As(Role.Noun) == "standoff" && line.Take(i).Any(word => word.As(Role.Noun) == "antenna") && Ends(line, i + 3))
                Drop(line, left, i + 1, i + 3);
        }
    }

    /// <summary>The panel pulled off two stretch strips: those were pulled.</summary>
    private static void OffItsStrips(List<Lexeme> line)
    {
        for (var i = 1; i + 1 < line.Count; i++)
        {
            if (!(line[i].Text is "off" or "off of" or "from") || !line.Take(i).Reverse().TakeWhile(word => !word.IsStop).Any(word => word.Is(Role.Part)))
                continue;
            var at = i + 1;
            while (at < line.Count && line[at].Text is "its" or "the" or "their")
                at++;
            var count = at;
            if (at < line.Count && IsCounted(line[at]))
                at++;
            if (at >= line.Count || line[at].As(Role.Noun) != "releaseTab" || (count == at && line[i + 1].Text is not ("its" or "their")))
                continue;
            line[i] = line[i] with { Text = "off", Senses = Lexicon.Of("off").ToArray() };
            line.Insert(at + 1, Word("pulled", line[at]) with { Start = line[at].End, End = line[at].End });
            line.RemoveRange(i + 1, count - i - 1);
            line.Insert(i + 1, Comma(line[i + 1]));
            return;
        }
    }

    /// <summary>Four feet glued over screws, peeled, four t6 out: those are under them.</summary>
    private static void FeetOverScrews(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var over = line.FindIndex(word => word.Text is "over" or "glued over" or "stuck over" or "sits over" or "sit over");
        if (over < 1 || over + 1 >= line.Count || line[over + 1].As(Role.Noun) != "screw" || line[over - 1].As(Role.Noun) is not ("foot" or "label" or "seal" or "cap") || over + 2 >= line.Count || !line[over + 2].IsStop || line.Exists(Turns))
            return;
        var cover = over - 1;
        while (cover > 0 && (line[cover - 1].Is(Role.Describe) || line[cover - 1].Number is not null))
            cover--;
        var count = Enumerable.Range(over + 3, line.Count - over - 3).FirstOrDefault(at => IsCountAt(line, at), -1);
        if (count < 0)
            return;
        var from = count;
        while (from > over + 3 && line[from - 1].Is(Role.Deed) && !line[from - 1].Text.StartsWith("peel", StringComparison.Ordinal))
            from--;
        if (!line.GetRange(over + 3, from - over - 3).TrueForAll(word => word.Is(Role.Pronoun) || word.Is(Role.Join) || word.Is(Role.Aside) || word.IsStop || word.Text.StartsWith("peel", StringComparison.Ordinal) || word.Text is "off" or "both" or "out" or "all" || word.Number == line[cover].Number))
            return;
        var what = line.GetRange(cover, over - cover);
        var end = EndOf(line, count);
        line.InsertRange(end, [Word("under", line[end - 1]) with { Start = line[end - 1].End, End = line[end - 1].End }, .. what.Select(word => word with { Start = line[end - 1].End, End = line[end - 1].End })]);
        Drop(line, left, cover, from);
    }

    /// <summary>Lid off, and there's the pack: the base's.</summary>
    private static void LidOverPack(List<Lexeme> line)
    {
        var lid = line.FindIndex(word => word.Text is "lid");
        if (lid is < 0 or > 1 || lid + 3 >= line.Count || line[lid + 1].Text is not ("off" or "away" or "comes off") || !line.Skip(lid + 2).Take(3).Any(word => word.Text is "there's" or "there is" or "there are" or "you see" or "and there" or "there it is" or "and there's") || !line.Skip(lid + 3).Any(word => word.Is(Role.Part)) || line.Exists(word => word.As(Role.Part) is "hinge" || word.Text.Contains("panel", StringComparison.Ordinal)))
            return;
        line[lid] = line[lid] with { Text = "bottom cover", Senses = Lexicon.Of("bottom cover").ToArray() };
    }

    /// <summary>Card round the seam, cover off: the base's.</summary>
    private static void SeamOfTheCover(List<Lexeme> line)
    {
        var cover = line.FindIndex(word => word.Text is "cover");
        if (cover > 1 && cover + 1 < line.Count && line[cover + 1].Text is "off" or "up" or "away" && line.Take(cover).Any(word => word.As(Role.Noun) == "seam") && !line.Exists(word => word.Is(Role.Part)) && (line[cover - 1].IsStop || line[cover - 1].Text is "the" or "and" or "and the"))
            line[cover] = line[cover] with { Text = "bottom cover", Senses = Lexicon.Of("bottom cover").ToArray() };
    }

    /// <summary>Nine screws and a bit of prying, and the base is off: clips that nobody counted.</summary>
    private static void SomePrying(List<Lexeme> line)
    {
        var prying = line.FindIndex(word => word.Text is "prying");
        if (prying > 2 && line[prying - 1].Text == "of" && line[prying - 2].Text is "bit" or "lot")
        {
            line.RemoveRange(prying - 2, 2);
            line[prying -= 2] = line[prying] with { Text = "prying" };
            line.Insert(prying++, Word("some", line[prying - 1]));
        }
        if (prying > 0 && line[prying - 1].Text is "some" or "a bit of" or "a little" or "a little bit of" or "bit of" or "much" or "little" && line.Exists(word => word.As(Role.Noun) is "base" or "cover" || word.Is(Role.Part)) && !line.Exists(word => word.As(Role.Noun) == "clip"))
            line[prying] = line[prying] with { Text = "clips", Senses = Lexicon.Of("clips").ToArray() };
    }

    /// <summary>A shield over the memory, pried up at the corners: how it came up.</summary>
    private static void PriedAllRound(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var stop = line.FindIndex(word => word.IsStop);
        if (stop < 1 || stop + 2 >= line.Count || !line.Take(stop).Any(word => word.As(Role.Noun) == "shield") || !(line[stop + 1].Text is "pried" or "prised" or "prized"))
            return;
        var end = EndOf(line, stop + 1);
        var place = stop + 2;
        if (!line.GetRange(place, end - place).Exists(word => word.As(Role.Noun) == "place") || !line.GetRange(place, end - place).TrueForAll(word => word.As(Role.Noun) == "place" || word.Is(Role.Preposition) || word.Is(Role.Aside) || word.Is(Role.Particle)))
            return;
        Drop(line, left, place, end);
        if (!line.Skip(stop).Any(word => word.Is(Role.Particle)))
            line.Insert(place, Word("off", line[stop + 1]) with { Start = line[stop + 1].End, End = line[stop + 1].End });
    }

    /// <summary>Two ribbons, a flap each: with one.</summary>
    private static void LockEach(List<Lexeme> line)
    {
        for (var i = 3; i + 1 < line.Count; i++)
        {
            if (line[i].As(Role.Noun) is not ("flap" or "bar" or "slideLock") || line[i + 1].Text is not ("each" or "apiece") || !(line[i - 1].Text is "a" or "one") || !line[i - 2].IsStop || !line.Take(i - 2).Reverse().TakeWhile(word => !word.IsStop).Any(word => word.As(Role.Noun) is "ribbon" or "cable" or "plug"))
                continue;
            line[i - 2] = Word("with", line[i - 2]);
            line[i - 1] = Word("a", line[i - 1]);
        }
    }

    /// <summary>Two screws and a metal plate, plate up: it is lifted.</summary>
    private static void ThenThePlate(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 1; i < line.Count; i++)
        {
            if (line[i].As(Role.Noun) is not ("cover" or "bracket" or "shield" or "holder") || !(line[i - 1].Text is "a" or "and a" or "one" || line[i - 1].Is(Role.Describe) || line[i - 1].Is(Role.Aside) || line[i - 1].Is(Role.Join)) || i + 1 >= line.Count || !line[i + 1].IsStop)
                continue;
            var last = line[i].Text.Split(' ')[^1];
            var again = line.FindIndex(i + 2, word => word.Text.Split(' ')[^1] == last && word.As(Role.Noun) is "cover" or "bracket" or "shield" or "holder");
            var from = i;
            while (from > 0 && !line[from - 1].IsStop && (line[from - 1].Text is "a" or "and a" or "one" or "and" || line[from - 1].Is(Role.Describe) || line[from - 1].Is(Role.Join)))
                from--;
            if (again < 0 || again + 1 >= line.Count || !(line[again + 1].Text is "up" or "off" or "out" or "away") || from == 0 || line[from - 1].IsStop || line.GetRange(FromOf(line, from), from - FromOf(line, from)).Exists(word => word.Is(Role.Deed) && !word.Is(Role.Noun) || word.Is(Role.Preposition) || word.Is(Role.Negation) || word.Is(Role.HeldBy)))
                continue;
            line[again] = line[again] with { Senses = line[i].Senses };
            Drop(line, left, from, i + 1);
            return;
        }
    }

    /// <summary>The memory is soldered and the drive isn't: what is not so is told of nothing else.</summary>
    private static void TheOtherIsNot(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var end = line.Count;
        while (end > 0 && line[end - 1].IsStop)
            end--;
        if (end < 4 || !(line[end - 1].Text is "isn't" or "is not" or "aren't" or "not"))
            return;
        var part = end - 2;
        while (part > 0 && line[part].Text is "is" or "are" or "'s")
            part--;
        if (part < 2 || !line[part].Is(Role.Part))
            return;
        var from = part;
        while (from > 0 && (line[from - 1].Text is "the" or "and" or "but" or "and the" or "but the" || line[from - 1].Is(Role.Join)))
            from--;
        if (from > 0 && from < part && line.Take(from).Count(word => word.Is(Role.State)) == 1 && !line.Take(from).Any(Turns))
            Drop(line, left, from, end);
    }

    /// <summary>Touchpad: flap up, pad out; wireless card: one screw, card out; one slot: in the short words of what was named.</summary>
    private static void ShortNames(List<Lexeme> line)
    {
        var touchpad = line.FindIndex(word => IsKind(word, "touchpad"));
        var card = line.FindIndex(word => IsKind(word, "wireless") && word.Text.EndsWith(" card", StringComparison.Ordinal));
        for (var i = 1; i < line.Count; i++)
        {
            if (touchpad >= 0 && i > touchpad && line[i].Text is "pad" && !(line[i - 1].Text is "thermal" || line[i - 1].Number is not null))
                line[i] = line[touchpad] with { Start = line[i].Start, End = line[i].End };
            if (card >= 0 && i > card && line[i].Text is "card" && line[i - 1].IsStop && i + 1 < line.Count && line[i + 1].Is(Role.Particle))
                line[i] = line[card] with { Start = line[i].Start, End = line[i].End };
            // Two n5 posts
            if (line[i].As(Role.Noun) == "post" && line[i - 1].Figure is { Drive: Drive.Nut })
                line[i] = Word("standoffs", line[i]) with { End = line[i].End };
            // The port's loose now, of a serial port.
            if (line[i].Text is "port" && line[i].IsUnknown && line.Take(i).LastOrDefault(word => word.Text.EndsWith(" port", StringComparison.Ordinal)) is { } named && !named.Is(Role.Part))
                line[i] = named with { Start = line[i].Start, End = line[i].End };
        }
        // Just the one slot: a place, where no screw is spoken of.
        var slot = line.FindIndex(word => word.Text is "one slot");
        if (slot >= 0 && !line.Exists(word => word.As(Role.Noun) == "screw" || word.Text.Contains("head", StringComparison.Ordinal)) && line.Count(word => word.Is(Role.Drive) || word.Figure is { Number: null }) == 1 && line.Where(word => !word.IsStop && !word.Is(Role.Aside) && !word.Is(Role.HeldBy)).All(word => word == line[slot]))
            line[slot] = line[slot] with { Text = "slot", Senses = [new(Role.Noun, "place", false)] };
    }

    /// <summary>Five millimetres across the flats, a 5 mm nut, with a socket of 5 mm: the size of the key.</summary>
    private static void KeySizes(List<Lexeme> line)
    {
        if (!line.Exists(word => word.As(Role.Noun) == "standoff"))
            return;
        for (var i = 0; i + 1 < line.Count; i++)
        {
            var end = i + 1;
            if (line[i].Number is not (>= 2 and <= 12 and var number) || line[i].Figure is { Number: null })
            {
                if (line[i].Figure is not { Length: { } length })
                    continue;
                number = length;
            }
            else if (line[end].Is(Role.Unit, "mm"))
                end++;
            var hasUnit = end > i + 1 || line[i].Figure is { Length: not null };
            var across = end + 1 < line.Count && line[end].Text is "across" && line.FindIndex(end, word => word.Text is "flats") is var flats && flats > end && flats <= end + 2 ? flats + 1 : -1;
            var nut = hasUnit && end < line.Count && line[end].Text is "nut" or "nuts" ? end : -1;
            var socket = hasUnit && end < line.Count && line[end].Text is "socket" or "nut driver" or "nut spinner" or "nut runner" or "spanner" && i > 1 && line[i - 1].Text is "a" or "my" or "the" && line[i - 2].Text is "with" or "using" ? end + 1 : -1;
            var from = i;
            if (hasUnit && i > 1 && line[i - 1].Text == "of" && line[i - 2].Text is "socket" or "nut driver" or "nut spinner")
            {
                from = i - 2;
                while (from > 0 && line[from - 1].Text is "a" or "my" or "the" or "with" or "using")
                    from--;
                socket = end;
            }
            else if (socket > 0)
                from = i - 2;
            var to = across > 0 ? across : nut > 0 ? nut : socket;
            if (to < 0)
                continue;
            var said = number.ToString(System.Globalization.CultureInfo.InvariantCulture);
            var size = new Lexeme($"n{said}", [], new(null, Drive.Nut, $"N{said}", null, null, null), line[i].Start, line[to - 1].End);
            var apart = socket > 0 && from > 0 && !line[from - 1].IsStop;
            line.RemoveRange(from, to - from);
            line.InsertRange(from, apart ? [Comma(size), size] : [size]);
            return;
        }
    }

    /// <summary>The cover won't move till you find the screw under the foot, found it: that screw.</summary>
    private static void WontMove(List<Lexeme> line, List<(int Start, int End)> left)
    {
        // It's off now, took eleven clips.
        if (line.Count > 4 && line[0].Text is "it's" or "it is" && line[1].Text is "off" or "out" or "free" or "up" && EndOf(line, 1) is var came && came < line.Count && line.GetRange(2, came - 2).TrueForAll(word => word.Is(Role.Aside)) && line.Skip(came).Any(IsCounted) && !line.Exists(word => word.Is(Role.Part)))
        {
            Drop(line, left, 0, came + 1);
            return;
        }
        var not = line.FindIndex(word => word.Is(Role.Negation));
        if (not is < 1 or > 3 || not + 1 >= line.Count || !(line[not].Text is "won't" or "wont" or "doesn't" or "would not" or "wouldn't" or "will not" or "still") || !(line[not + 1].Text is "move" or "budge" or "come" or "come off" or "shift" or "lift" or "open") || !line.Take(not).All(word => word.Is(Role.Aside) || word.As(Role.Noun) is "cover" or "base" || word.Is(Role.Part)))
            return;
        var to = line.FindIndex(not + 1, word => word.IsStop || word.Text is "till" or "until");
        if (to < 0 || to + 1 >= line.Count || line.Skip(to).Count(word => word.As(Role.Noun) == "screw") != 1 || !line.Skip(to + 2).Any(word => word.IsStop) || !line.Skip(to + 2).Any(word => word.Text is "got" or "got it" or "found" or "found it" or "out" or "undone" or "removed") || line.Skip(to).Any(word => word.Is(Role.Negation) || word.Is(Role.Modal)))
            return;
        to++;
        while (to < line.Count && (line[to].Text is "you" or "i" or "find" or "found" or "i find" or "you find" or "i found" || line[to].Is(Role.Aside) || line[to].Text is "you find the") && line[to].As(Role.Noun) != "screw")
            to++;
        Drop(line, left, 0, to);
        if (line.Count > 0 && line[0].As(Role.Noun) == "screw" && !line[0].Text.EndsWith('s'))
            line.Insert(0, Word("one", line[0]));
        // Found it: that is said.
        var found = line.FindIndex(word => word.Text is "found" or "found it" or "got it");
        if (found > 0 && line[found - 1].IsStop)
            Drop(line, left, found - 1, EndOf(line, found));
    }

    /// <summary>It twists off the paste: off, and there is paste.</summary>
    private static void OffThePaste(List<Lexeme> line)
    {
        for (var i = 1; i + 2 < line.Count; i++)
        {
            if (!(line[i].Text is "off" || line[i].Text.EndsWith(" off", StringComparison.Ordinal)) || !(line[i + 1].Text is "the" or "its") || line[i + 2].As(Role.Noun) != "paste" || !line[i - 1].Text.StartsWith("twist", StringComparison.Ordinal) && !line[i].Text.StartsWith("twist", StringComparison.Ordinal) || !line.Take(i + 1).Any(word => IsKind(word, "thermal")))
                continue;
            line[i + 1] = Comma(line[i + 1]);
            if (line[i - 1].Text.StartsWith("twist", StringComparison.Ordinal))
                line.RemoveAt(i - 1);
            else
            {
                line.Insert(i, Word("comes", line[i]));
                line[i + 1] = line[i + 1] with { Text = "off", Senses = Lexicon.Of("off").ToArray() };
            }
            return;
        }
    }

    /// <summary>Two strips, the left one came out, the right one snapped: of those two.</summary>
    private static void TheLeftOne(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var count = line.FindIndex(word => IsCounted(word) && word.Number is 2);
        if (count < 0 || !line.Skip(count).TakeWhile(word => !word.IsStop).Any(word => IsFastener(word)))
            return;
        for (var at = EndOf(line, count); at + 2 < line.Count;)
        {
            var end = EndOf(line, at + 1);
            var said = line.GetRange(at + 1, end - at - 1);
            var which = said.FindIndex(word => word.Text is "left" or "right" or "first" or "second" or "other" or "left one" or "right one" or "other one" or "first one" or "second one");
            if (which is 0 or 1 && said.Take(which).All(word => word.Is(Role.Aside)) && said.Skip(which + 1).All(word => word.Is(Role.Aside) || word.Text is "one" or "came" or "came out" or "out" or "whole" or "off" or "up" || word.Is(Role.Particle) || word.Is(Role.Damage) || word.As(Role.Deed) is "come") && line.Skip(at + 1).Any(word => word.Is(Role.Damage)) && !said.Exists(word => word.Is(Role.Damage)))
                Drop(line, left, at, end);
            else
                at = end;
        }
    }

    /// <summary>Sodimm a and b out; memory out of slot two: in the words of memory.</summary>
    private static void Modules(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 0; i < line.Count; i++)
        {
            if (IsKind(line[i], "memory") && i + 3 < line.Count && line[i + 1].Text is "a" && line[i + 2].Text is "and" or "+" or "&" && line[i + 3].Text == "b")
            {
                left.Add((line[i + 1].Start, line[i + 3].End));
                line.RemoveRange(i + 1, 3);
                line[i] = line[i] with { Text = "memory modules", Senses = Lexicon.Of("memory modules").ToArray() };
                line.Insert(i, Word("both", line[i]));
            }
            // Slot two: the second.
            if (i + 1 < line.Count && line[i].Text is "slot" or "socket" && line[i + 1].Number is 1 or 2 or 3 or 4 && Ends(line, i + 2) && i > 0 && (line[i - 1].Is(Role.Preposition) || line[i - 1].Text is "out of" or "from"))
            {
                var number = line[i + 1].Number!.Value;
                var text = number switch { 1 => "first", 2 => "second", 3 => "third", _ => "fourth" };
                (line[i], line[i + 1]) = (Word(text, line[i + 1]) with { End = line[i].Start }, line[i] with { End = line[i + 1].End });
            }
        }
    }
}
