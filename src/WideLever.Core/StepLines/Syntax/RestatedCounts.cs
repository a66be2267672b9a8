namespace WideLever.Core.StepLines;

/// <summary>Turns of speech that say how many there are, and of which sort.</summary>
internal static partial class Restated
{
    /// <summary>Left hinge three screws, the right one the same: as many again, which is told where they stand alone, and asked where a plug or another fan came out with them.</summary>
    private static void OtherSide(List<Lexeme> line)
    {
        for (var i = 2; i < line.Count; i++)
        {
            if (!(line[i].Text is "same" or "the same" or "likewise" or "ditto" or "as well" or "too" or "also") || !(Ends(line, i + 1) || (line[i].Text is "same" or "the same" && IsSide(line[i + 1]) && Ends(line, i + 2))))
                continue;
            var end = Ends(line, i + 1) ? i + 1 : i + 2;
            var from = i;
            while (from > 0 && !line[from - 1].IsStop)
                from--;
            if (from == 0 || !line.GetRange(from, end - from).Exists(IsSide) || line.GetRange(from, end - from).Exists(word => IsFastener(word) || word.Number is > 1 || word.Is(Role.Deed) && !word.Is(Role.Noun) && !word.Is(Role.Part)))
                continue;
            if (line.Skip(end).Any(word => word.Number is not null))
                continue;
            var before = line.GetRange(0, from - 1);
            bool IsScrew(Lexeme word) => word.As(Role.Noun) == "screw" || word.Figure is { Number: null, Size: not null } || word.Is(Role.Drive);
            var counted = before.Select((word, at) => (word, at)).Where(one => one.word.Number is > 0 and < 40 && before.Skip(one.at + 1).TakeWhile(next => !next.IsStop).Any(IsScrew)).Select(one => one.at).ToList();
            var side = before.FindIndex(IsSide);
            if (!before.Exists(word => IsFastener(word) || IsScrew(word)))
                continue;
            // Of screws alone, each group with its count, there are as many again.
            if (counted.Count > 0 && !before.Exists(word => IsFastener(word) && !IsScrew(word)) && counted.TrueForAll(at => line[at].Figure is null or { Drive: null, Size: null, Thread: null }) && before.TrueForAll(word => !word.Is(Role.Part) || word.As(Role.Part) is "speakers" or "hinge"))
            {
                foreach (var at in counted)
                    line[at] = line[at] with { Figure = new(2 * line[at].Number!.Value, null, null, null, null, null), Senses = [] };
                line.RemoveRange(from - 1, end - from + 1);
                if (side >= 0 && side + 1 < before.Count && before[side + 1].Is(Role.Part))
                    line.RemoveAt(side);
            }
            else
            {
                line[i] = line[i] with { Text = "likewise", Senses = Lexicon.Of("likewise").ToArray() };
                line.RemoveRange(i + 1, end - i - 1);
                line.RemoveRange(from, i - from);
            }
            return;
        }
    }

    /// <summary>Seven screws of 3 mm and one of 5: of 5 mm.</summary>
    private static void NextLength(List<Lexeme> line)
    {
        for (var i = 0; i + 2 < line.Count; i++)
        {
            if (line[i].Number is not null && line[i + 1].Text == "of" && line[i + 2].Figure is { Number: not null } && Ends(line, i + 3) && i >= 3 && line.Take(i).Select((word, at) => (word, at)).Any(one => one.at > 1 && one.word.Is(Role.Unit, "mm") && line[one.at - 2].Text == "of"))
                line.Insert(i + 3, new("mm", Lexicon.Of("mm").ToArray(), null, line[i + 2].End, line[i + 2].End));
        }
    }

    /// <summary>The base gave up its eight screws: those were undone.</summary>
    private static void GaveUp(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = line.Count - 2; i > 0; i--)
        {
            // The bezel lets go of its fourteen clips: they held it.
            if (line[i].Text is "lets go" or "let go" && line[i + 1].Text == "of" && line.Skip(i + 2).Take(3).Any(word => word.Number is not null))
            {
                line[i] = line[i] with { Text = "held by", Senses = Lexicon.Of("held by").ToArray(), End = line[i + 1].End };
                line.RemoveAt(i + 1);
            }
            if (!(line[i].Text is "gave up" or "gives up" or "has given up") || !line.Skip(i + 1).Take(3).Any(word => word.Number is not null))
                continue;
            var from = i;
            while (from > 0 && !line[from - 1].IsStop)
                from--;
            left.Add((line[from].Start, line[i].End));
            line.RemoveRange(from, i + 1 - from + (line[i + 1].Text == "its" ? 1 : 0));
            i = from;
        }
    }

    /// <summary>Seven, sorry, eight screws: the second.</summary>
    private static void Corrected(List<Lexeme> line, List<(int Start, int End)> left)
    {
        // One clip, actually two.
        if (line.FindLastIndex(word => !word.IsStop) is >= 3 and var last && line[last].Number is not null && line[last].Figure is null or { Number: not null } && line[last - 1].Is(Role.Correction) && line[last - 2].IsStop && IsFastener(line[last - 3]) && last >= 4 && line[last - 4].Number is not null && line.Take(last).Count(word => word.Number is not null) == 1)
        {
            line[last - 4] = line[last];
            line.RemoveRange(last - 2, 3);
        }
        for (var i = 0; i + 2 < line.Count; i++)
        {
            if (line[i].Number is null || line[i].Figure is { Number: null } || (i > 0 && line[i - 1] is { IsStop: false } before && !before.Is(Role.Aside)))
                continue;
            var at = line[i + 1].IsStop ? i + 2 : i + 1;
            if (at >= line.Count || !(line[at].Is(Role.Correction) || (line[at].Text == "no" && at > i + 1)))
                continue;
            var to = at + 1;
            while (to < line.Count && (line[to].IsStop || line[to].Is(Role.Aside) || line[to].Is(Role.Correction)))
                to++;
            if (to >= line.Count || line[to].Number is null || line[to].Figure is { Number: null } || to + 1 >= line.Count || !(IsFastener(line[to + 1]) || line[to + 1].Is(Role.Describe) || line[to + 1].Is(Role.Drive) || line[to + 1].Figure is { Size: not null }))
                continue;
            left.Add((line[i].Start, line[to - 1].End));
            line.RemoveRange(i, to - i);
        }
    }

    /// <summary>Hinge screws, three left and three right, M2.5 by 5: six of them, wherever they are.</summary>
    private static void BothSides(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 0; i + 3 < line.Count; i++)
        {
            bool IsGroup(int at) => at + 1 < line.Count && line[at].Number is >= 1 and < 40 && line[at].Figure is null or { Number: not null, Size: null } && line[at + 1].Text is "left" or "right" or "front" or "rear" or "on the left" or "on the right" or "at the front" or "at the back" or "at the rear";
            if (!IsGroup(i) || (i > 0 && !line[i - 1].IsStop))
                continue;
            var other = line[i + 2].IsStop || line[i + 2].Text is "and" or "," ? i + 3 : i + 2;
            if (!IsGroup(other) || !Ends(line, other + 2) || line[other + 1].Text == line[i + 1].Text || other + 2 >= line.Count || !line.Skip(other + 2).Any(word => word.Figure is { Thread: not null } or { Size: not null } or { Length: not null }))
                continue;
            var sum = line[i].Number!.Value + line[other].Number!.Value;
            left.Add((line[i].Start, line[other + 1].End));
            if (line.Take(i).Any(word => word.Number == sum))
                line.RemoveRange(Math.Max(0, i - 1), other + 2 - Math.Max(0, i - 1));
            else
            {
                line[i] = line[i] with { Figure = new(sum, null, null, null, null, null), Senses = [], End = line[other + 1].End };
                line.RemoveRange(i + 1, other + 1 - i);
            }
        }
    }

    private static bool IsSide(Lexeme word) => word.Text is "left" or "right" or "upper" or "lower" or "front" or "rear" or "other" or "right-hand" or "left-hand" or "other side" or "right one" or "left one" or "other one" or "the other one" or "the other";

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
            // Three different screws here: so many sorts.
            if (line[i].Number is > 1 and var sorts && line[i + 1].Text is "different" && i + 2 < line.Count && line[i + 2].As(Role.Noun) == "screw" && line.Skip(i + 3).Count(word => word.Number is not null) == sorts && line.FindIndex(i, word => word.IsStop) is > 0 and var end)
            {
                left.Add((line[i].Start, line[end].End));
                line.RemoveRange(i, end + 1 - i);
            }
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
}
