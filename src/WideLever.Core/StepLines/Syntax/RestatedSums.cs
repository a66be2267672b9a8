namespace WideLever.Core.StepLines;

/// <summary>Turns of speech that add up, share out, or say how many are otherwise.</summary>
internal static partial class Restated
{
    /// <summary>Puts sums and shares into plain counts, where they stand.</summary>
    private static void Sums(Action<Action<List<Lexeme>, List<(int Start, int End)>>, int> attempt)
    {
        attempt(TheCount, 1);
        attempt(Expected, 1);
        attempt(BracketedSums, 0);
        attempt(AddsUp, 1);
        attempt((words, _) => AllBut(words), 0);
        attempt((words, _) => CoverOverSome(words), 0);
        attempt(Bracketed, 4);
        attempt(CountedUp, 0);
        attempt(SoAll, 1);
        attempt(SaidTwice, 0);
        attempt(MakesWithOthers, 0);
        attempt((words, _) => AllButOf(words), 1);
        attempt(AllToldAtLast, 0);
        attempt(InAll, 0);
        attempt(PairEach, 0);
        attempt(OfEach, 0);
        attempt(SomeOfThose, 1);
        attempt(ExceptThose, 1);
        attempt((words, _) => TopicOfCounts(words), 0);
        attempt((words, _) => InThePlace(words), 0);
        attempt(AfterAnother, 0);
        attempt((words, _) => MaybeOneMore(words), 0);
        attempt(SomeAreLonger, 0);
        attempt((words, _) => TheNextOne(words), 0);
    }

    /// <summary>Eight screws, the ninth was missing; ten, but one was missing, so nine: so many were undone, and what was not there is told besides.</summary>
    private static void WasMissing(List<Lexeme> line, List<(int Start, int End)> missing)
    {
        var at = line.FindIndex(word => word.Text is "missing" or "absent" || word.Text.EndsWith("never there", StringComparison.Ordinal));
        if (at < 0 && line.FindIndex(word => word.Text == "never") is > 0 and var never && never + 1 < line.Count && line[never + 1].Text is "there" or "fitted")
            at = never + 1;
        if (at < 1)
            return;
        var from = at;
        while (from > 0 && !line[from - 1].IsStop && !(line[from - 1].Text is "but" or "minus" or "less" or "and" or "except"))
            from--;
        var to = at + 1;
        while (to < line.Count && !line[to].IsStop && !(line[to].Text is "so" or "and" or "which"))
            to++;
        var said = line.GetRange(from, to - from);
        var noun = said.Find(word => word.As(Role.Noun) == "screw") ?? line.Find(word => word.As(Role.Noun) == "screw");
        var (before, after) = (line.Take(from).Where(IsCounted).ToList(), line.Skip(to).Where(IsCounted).ToList());
        var ordinal = said.Find(word => RowOf(word) is not null || word.Text is "last");
        var counts = said.FindAll(IsCounted);
        if (line.Exists(word => Turns(word) && !(word.Text is "minus" or "never" or "less" or "should" or "should be" || word.Text.EndsWith("never there", StringComparison.Ordinal) || (word.Text.EndsWith(" of the", StringComparison.Ordinal) && word.Number is not null))))
            return;
        if (said.Exists(word => word.Is(Role.Part) || word.Is(Role.Negation) && word.Text != "never") || line.Exists(word => IsFastener(word) && word.As(Role.Noun) != "screw") || before.Count > 1 || after.Count > 1)
            return;
        // The ninth, when eight are told; one of the eight, and seven are told; ten but one, so nine.
        var gone = counts.Count > 0 ? counts[0].Number!.Value : said.Exists(word => word.Text is "one's") ? 1 : 0;
        var told = ordinal is not null && before.Count == 1 && after.Count == 0 && counts.Count == 0 && (RowOf(ordinal) is not { } which || which == before[0].Number + 1);
        var ofThose = counts.Count == 2 && before.Count == 0 && after.Count == 1 && counts[1].Number - gone == after[0].Number;
        var came = counts.Count == 1 && before.Count == 0 && after.Count == 1;
        var so = gone > 0 && counts.Count <= 1 && before.Count == 1 && after.Count == 1 && before[0].Number - gone == after[0].Number;
        var minus = counts.Count == 1 && before.Count == 1 && after.Count == 0 && from > 0 && line[from - 1].Text is "minus" or "less" && before[0].Number > gone;
        if (!(told || ofThose || came || so || minus))
            return;
        missing.Add((said.Find(word => !word.Is(Role.Aside))?.Start ?? said[0].Start, said[^1].End));
        if (minus)
            line[line.IndexOf(before[0])] = Of(before[0].Number!.Value - gone, before[0]);
        if (so || minus || told)
        {
            var start = from > 0 && (line[from - 1].IsStop || line[from - 1].Text is "but" or "minus" or "less" or "and") ? from - 1 : from;
            if (start > 0 && line[start - 1].IsStop)
                start--;
            line.RemoveRange(start, to - start);
        }
        else
        {
            line.RemoveRange(0, to);
        }
        if (so)
        {
            var whole = line.IndexOf(before[0]);
            line[whole] = Of(after[0].Number!.Value, before[0]);
            var sum = line.IndexOf(after[0]);
            var begin = sum;
            while (begin > whole + 1 && (line[begin - 1].IsStop || line[begin - 1].Text is "so" || line[begin - 1].Is(Role.Aside)))
                begin--;
            line.RemoveRange(begin, sum + 1 - begin);
            if (begin < line.Count && !line[begin].IsStop)
                line.Insert(begin, Comma(line[begin]));
            if (whole > 0 && line.Take(whole).All(word => word.Text is "there" or "should" or "be" or "should be" or "there should be" || word.Is(Role.Aside) || word.Is(Role.Modal)))
                line.RemoveRange(0, whole);
        }
        while (line.Count > 0 && (line[0].IsStop || line[0].Text is "other" or "the" or "so"))
            line.RemoveAt(0);
        if (!line.Exists(IsFastener) && line.FindIndex(IsCounted) is >= 0 and var bare)
            line.Insert(bare + 1, (noun ?? Word("screws", line[bare])) with { Start = line[bare].End, End = line[bare].End });
    }

    /// <summary>Whether a word turns what is said around, so that nothing is left out beside it.</summary>
    private static bool Turns(Lexeme word) => word.Is(Role.Modal) || word.Is(Role.Negation) || word.Is(Role.Fraction) || word.Is(Role.PutBack) || word.Is(Role.Compare) || word.Text is "again" or "back";

    private static void Drop(List<Lexeme> line, List<(int Start, int End)> left, int from, int to)
    {
        if (to <= from)
            return;
        left.Add((line[from].Start, line[to - 1].End));
        line.RemoveRange(from, to - from);
    }

    private static Lexeme Word(string text, Lexeme at) => new(text, Lexicon.Of(text).ToArray(), null, at.Start, at.Start);

    private static Lexeme Of(double number, Lexeme at) => at with { Figure = new(number, null, null, null, null, null), Senses = [] };

    private static bool IsFact(Lexeme word) => word.Figure is { Number: null } || word.Is(Role.Drive);

    /// <summary>Which of its row an ordinal is: ninth, 9th.</summary>
    private static int? RowOf(Lexeme word) => Ordinals.TryGetValue(word.Text, out var which) ? which
        : word.Text.Length is 3 or 4 && word.Text[^2..] is "th" or "nd" or "rd" or "st" && int.TryParse(word.Text[..^2], System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var figures) ? figures : null;

    /// <summary>Whether a number counts things, and is not the length behind a thread.</summary>
    private static bool IsCountAt(List<Lexeme> line, int at) => IsCounted(line[at]) && !(at > 0 && (line[at - 1].Text is "x" or "by" || line[at - 1].Is(Role.Unit, "m"))) && !(at + 1 < line.Count && line[at + 1].Is(Role.Unit) && !(line[at + 1].Is(Role.Unit, "m") && at + 2 < line.Count && line[at + 2].Number is not null));

    private static bool IsCounted(Lexeme word) => word.Number is >= 1 and <= 60 && word.Figure is null or { Number: not null, Size: null };

    private static int EndOf(List<Lexeme> line, int from) => line.FindIndex(from, word => word.IsStop) is >= 0 and var stop ? stop : line.Count;

    /// <summary>I thought there were four screws but it's three: three. What was expected is no count.</summary>
    private static void Expected(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var expects = line.FindIndex(word => word.Text is "thought" or "i thought" or "expected" or "i expected" or "mentions" or "guide says" or "the guide says" or "manual says" or "the manual says" or "booklet says" or "promises" or "would've said" || word.Is(Role.Elsewhere));
        if (expects is < 0 or > 4)
            return;
        var turn = line.FindIndex(expects, word => word.Text == "but" || word.IsStop);
        if (turn < 0 || !line.Take(turn).Any(word => word.Number is > 1))
            return;
        var to = turn + 1;
        while (to < line.Count && (line[to].IsStop || line[to].Is(Role.Correction) || line[to].Text is "but" or "no" or "there" or "it's" or "it" or "'s" or "is" or "it is" or "there's" or "this one" or "here" or "just" or "only" or "i" or "i've" or "found" or "i found" or "i only found" or "has" or "had" or "'s got" or "got" or "there are" or "it's only" or "it's just" or "and removed" || line[to].Is(Role.Aside) || line[to].Is(Role.HeldBy)))
            to++;
        if (to >= line.Count || line[to].Number is null)
            return;
        // Only found and removed nine: of what was expected.
        var noun = line.Take(turn).FirstOrDefault(IsFastener);
        var names = line.Skip(to + 1).TakeWhile(word => !word.IsStop).Any(word => IsFastener(word) || IsFact(word)) || line.Skip(to + 1).Any(IsFact);
        if (noun is not null && !names)
            line.Insert(to + 1, noun with { Start = line[to].End, End = line[to].End });
        Drop(line, left, 0, to);
    }

    /// <summary>Six per long side (2x): twelve.</summary>
    private static void Bracketed(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 1; i + 1 < line.Count; i++)
        {
            if (line[i] is not { IsStop: true, Text: "(" } || line[i + 1].Number is not (>= 2 and <= 8 and var times) || line[i + 1].Figure is { Number: null })
                continue;
            var end = i + 2;
            while (end < line.Count && line[end].Text is "x" or "×" or "times")
                end++;
            if (end < line.Count && !line[end].IsStop)
                continue;
            var per = i - 1;
            while (per > 0 && !line[per].IsStop && !line[per].Is(Role.Distribution))
                per--;
            var count = per;
            while (count > 0 && !line[count].IsStop && line[count].Number is null)
                count--;
            if (!line[per].Is(Role.Distribution) || line[count].IsStop || line[count].Number is not { } each)
                continue;
            line[count] = Of(each * times, line[count]);
            Drop(line, left, per, Math.Min(end, line.Count));
        }
        // Side by side they are one sort: the topic says which.
        if (line.Count > 2 && line[1].IsColon && IsFastener(line[0]) && line.Skip(2).Where(word => !word.IsStop && !word.Is(Role.Join)).ToList() is { Count: > 1 } counts && counts.TrueForAll(word => word.Figure is { Number: not null, Size: null } || word.Text is "x" or "×"))
        {
            var sum = counts.Where(word => word.Number is not null).Sum(word => word.Number!.Value);
            var first = line.FindIndex(2, word => word.Number is not null);
            line[first] = Of(sum, line[first]) with { End = line[^1].End };
            line.RemoveRange(first + 1, line.Count - first - 1);
        }
    }

    private static bool SaysAll(Lexeme word) => word.Text is "altogether" or "in all" or "in total" or "total" or "all told" or "all in all" or "all together";

    /// <summary>Two gave first, then the rest, twelve clips in total: twelve.</summary>
    private static void AllToldAtLast(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var all = line.FindIndex(SaysAll);
        if (all < 1)
            return;
        var from = all;
        while (from > 0 && !line[from - 1].IsStop)
            from--;
        var total = line.FindIndex(from, all - from + 1, IsCounted);
        if (total < 0 || !line.Take(from).Any(word => word.Text is "rest" or "the rest" or "others" or "the others" or "all the others" or "the other ones"))
            return;
        if (line.Take(from).LastOrDefault(IsFastener) is { } noun && !line.GetRange(total, all - total).Exists(IsFastener))
            line.Insert(total + 1, noun with { Start = line[total].End, End = line[total].End });
        else if (!line.GetRange(total, all - total).Exists(IsFastener))
            return;
        // Of one sort, and nothing is done before but to open them.
        if (line.Take(from).Any(word => word.Is(Role.Part) && !word.Is(Role.Deed)) && line.Take(from).Any(word => word.Text is "out"))
            return;
        Drop(line, left, 0, total);
    }

    /// <summary>Two screws per hinge, so four: four. The share of each goes where it comes to the whole that is said.</summary>
    private static void InAll(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 2; i < line.Count; i++)
        {
            var from = i;
            while (from > 0 && !line[from - 1].IsStop)
                from--;
            if (from < 2 || line[i].Number is not (>= 2 and var total) || !IsCounted(line[i]))
                continue;
            var before = line.GetRange(from, i - from);
            var sums = before.Count > 0 && before.TrueForAll(word => SaysSo(word) || word.Text is "it's" or "'s" or "that" or "is" || word.Is(Role.Aside)) && before.Exists(SaysSo);
            var end = i + 1;
            var noun = end < line.Count && IsFastener(line[end]) ? line[end++] : null;
            if (end < line.Count && (SaysAll(line[end]) || (line[end].Text == "in" && end + 1 < line.Count && line[end + 1].Text is "all" or "total")))
            {
                end += line[end].Text == "in" ? 2 : 1;
                sums = true;
            }
            if (!sums)
                continue;
            // The left two, the right the same, so four.
            var head = line.GetRange(0, from - 1);
            var counts = head.FindAll(IsCounted).FindAll(word => head.IndexOf(word) + 1 >= head.Count || !(head[head.IndexOf(word) + 1].As(Role.Noun) is "place" or "foot" or "piece"));
            counts.RemoveAll(word => head.IndexOf(word) > 0 && head[head.IndexOf(word) - 1].Is(Role.Distribution));
            if (head.Exists(word => word.Text is "same" or "the same" or "likewise" or "ditto") && counts.Sum(word => word.Number!.Value) * 2 == total)
            {
                var same = head.FindIndex(word => word.Text is "same" or "the same" or "likewise" or "ditto");
                var start = FromOf(line, same);
                line[line.IndexOf(counts[0])] = Of(total, counts[0]);
                Drop(line, left, start - 1, end);
                return;
            }
            var share = head.FindIndex(word => word.Is(Role.Distribution) && word.Text is "each" or "per" or "either" or "each of the" or "each of" or "every" or "apiece" or "ea" or "to a side" or "to each side");
            if (share < 0)
                share = head.FindIndex(word => word.Text == "a" && head.IndexOf(word) + 1 < head.Count && head[head.IndexOf(word) + 1].Text is "side" or "corner" or "end" or "edge");
            if (share < 0 || counts.Count != 1 || counts[0].Number is not { } each || total % each != 0 || total / each is < 2 or > 8)
                continue;
            // What they are under stays: four feet with a screw under each.
            if (head.Exists(word => word.Text is "under" or "beneath" or "below" or "underneath") && head.Exists(word => word.As(Role.Noun) is "foot" or "label" or "seal" or "cap"))
            {
                Drop(line, left, from, i + 1);
                return;
            }
            var (first, last) = (share, share + 1);
            while (last < head.Count && !head[last].IsStop && head[last].Number is null && !IsFastener(head[last]) && !IsFact(head[last]))
                last++;
            while (first > 0 && (head[first - 1].Is(Role.Preposition) || head[first - 1].Text is "the" or "a" or ",") && !IsCounted(head[first - 1]))
                first--;
            if (first < last)
                left.Add((head[first].Start, head[last - 1].End));
            left.Add((line[from].Start, line[end - 1].End));
            var count = head.IndexOf(counts[0]);
            var rest = line.GetRange(end, line.Count - end);
            var named = noun ?? head.Find(IsFastener) ?? Word("screws", counts[0]);
            var told = head.Select((word, at) => (word, at)).Where(one => one.at < first || one.at >= last).SelectMany(one => one.at != count ? [one.word]
                : head.Skip(count).Any(IsFastener) ? [Of(total, one.word)] : new[] { Of(total, one.word), named with { Start = one.word.End, End = one.word.End } }).ToList();
            if (told.Count > 0 && told[^1].IsStop)
                told.RemoveAt(told.Count - 1);
            if (rest.Count > 0 && !rest[0].IsStop)
                told.Add(Comma(rest[0]));
            line.Clear();
            line.AddRange(told);
            line.AddRange(rest);
            return;
        }
    }

    /// <summary>Hinges, three screws each; the speakers, two clips each: of the two.</summary>
    private static void PairEach(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 2; i < line.Count; i++)
        {
            if (line[i].Text is not ("each" or "apiece") || !Ends(line, i + 1))
                continue;
            var from = FromOf(line, i);
            var counts = Enumerable.Range(from, i - from).Where(at => IsCountAt(line, at)).ToList();
            var pair = from == 0 ? null : line.Take(from).LastOrDefault(word => word.Is(Role.Part) && !word.IsStop);
            if (counts.Count != 1 || from == 0 || pair is null || !(pair.Text is "hinges" or "speakers" || pair.Text.EndsWith(" hinges", StringComparison.Ordinal) || pair.Text.EndsWith(" speakers", StringComparison.Ordinal)) || line.Take(from).Any(word => word.Number is not null || word.Is(Role.Negation)) || line.Skip(i + 1).Any(word => word.Is(Role.Distribution) || word.Number is not null))
                continue;
            line[counts[0]] = Of(2 * line[counts[0]].Number!.Value, line[counts[0]]);
            Drop(line, left, i, i + 1);
            // Hinges, three each, and the lid is free: what they held.
            var first = FromOf(line, line.IndexOf(pair));
            if (IsKind(pair, "hinge") && from - first >= 2 && line.GetRange(first, from - 1 - first).TrueForAll(word => word == pair || word.Is(Role.Aside)) && line.Skip(from).Any(word => IsKind(word, "displayAssembly")))
                Drop(line, left, first, from);
            return;
        }
    }

    private static int FromOf(List<Lexeme> line, int at)
    {
        while (at > 0 && !line[at - 1].IsStop)
            at--;
        return at;
    }

    private static bool SaysSo(Lexeme word) => word.Text is "so" or "that's" or "makes" or "which makes" or "that makes" or "=" or "total" or "so that's" or "and so" or "that is" or "which is" or "makes it";

    /// <summary>M2x3 and M2x5, four of each: four, and four.</summary>
    private static void OfEach(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 3; i < line.Count; i++)
        {
            if (line[i].Number is not (>= 1 and var each) || !line[i - 1].IsStop || !IsCounted(line[i]) || i + 1 >= line.Count || !(line[i + 1].Text is "of each" or "each" || (line[i + 1].Text == "of" && i + 2 < line.Count && line[i + 2].Text is "each" or "both")))
                continue;
            var end = line[i + 1].Text == "of" ? i + 3 : i + 2;
            while (end < line.Count && line[end].Text is "kind" or "sort" or "of them")
                end++;
            var from = i - 1;
            while (from > 0 && !line[from - 1].IsStop)
                from--;
            var sorts = line.GetRange(from, i - 1 - from);
            var and = sorts.FindIndex(word => word.Text == "and");
            if (and < 1 || and + 1 >= sorts.Count || !Ends(line, end))
                continue;
            // Eight with lengths of 5 and 8, four each: how many in all, and what all of them have.
            var all = sorts.Find(IsCounted) is { } first && first.Number == 2 * each && sorts.IndexOf(first) < and - 1 && !(sorts[sorts.IndexOf(first) + 1].Is(Role.Unit)) ? first : null;
            var lengths = sorts.FindIndex(word => word.Text is "lengths" or "sizes");
            if (all is not null && lengths > 0)
            {
                var (one, other) = (sorts.GetRange(lengths + 1, and - lengths - 1).Find(word => word.Number is not null), sorts.Skip(and + 1).FirstOrDefault(word => word.Number is not null));
                if (one is null || other is null)
                    continue;
                var what = sorts.GetRange(sorts.IndexOf(all) + 1, lengths - sorts.IndexOf(all) - 1).FindAll(word => IsFact(word) || IsFastener(word) || word.Number is not null);
                var mm = Word("mm", line[i]);
                left.Add((sorts[lengths].Start, sorts[lengths].End));
                line.RemoveRange(from, end - from);
                line.InsertRange(from, [Of(each, all), .. what, Word("of", one), one, mm, Comma(one), Of(each, all), Word("of", other), other, mm]);
                return;
            }
            if (all is not null || Enumerable.Range(0, sorts.Count).Any(at => IsCountAt(sorts, at)))
                continue;
            bool Sort(IEnumerable<Lexeme> words) => words.Any(word => IsFact(word) || word.Is(Role.Unit) || word.Text is "short" or "long" or "silver" or "black") && words.All(word => !word.Is(Role.Deed) || word.Is(Role.Noun) || IsFact(word));
            if (!Sort(sorts.Take(and)) || !Sort(sorts.Skip(and + 1)))
                continue;
            var noun = sorts.Find(word => word.As(Role.Noun) == "screw");
            sorts.Remove(noun!);
            and = sorts.FindIndex(word => word.Text == "and");
            List<Lexeme> Group(IEnumerable<Lexeme> words) => [Of(each, line[i]), .. noun is null ? [] : new[] { noun }, .. words.SkipWhile(word => word.Text == "of").Prepend(Word("of", line[i])).Where((word, at) => at > 0 || words.Any(unit => unit.Is(Role.Unit)))];
            List<Lexeme> told = [.. Group(sorts.Take(and)), Comma(line[i]), .. Group(sorts.Skip(and + 1))];
            line.RemoveRange(from, end - from);
            line.InsertRange(from, told);
            return;
        }
    }

    /// <summary>Six of the eight are 3 mm and the rest are 5; half of these ten are short: how many of each there are.</summary>
    private static void SomeOfThose(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 0; i + 2 < line.Count; i++)
        {
            var half = line[i].Text is "half of" or "half";
            if (!(half || IsCounted(line[i])) || (i > 0 && !line[i - 1].IsStop))
                continue;
            var at = i + 1;
            while (at < line.Count && (line[at].Text is "of" or "the" or "these" or "those" or "of the" or "of these"))
                at++;
            // Nine of the ten, as one word of the lexicon
            var among = at == i + 1 && at < line.Count && line[at].Is(Role.OfThem) && line[at].Text.Split(' ') is ["of", "the" or "these" or "those", { } row] && Array.Find(Lexicon.Of(row).ToArray(), sense => sense.Role == Role.Count).Is is { } rowSaid && double.TryParse(rowSaid, System.Globalization.CultureInfo.InvariantCulture, out var rowed) ? rowed : 0;
            if (among > 0)
            {
                line[at] = Of(among, line[at]) with { Text = "the ten" };
                line.Insert(at, Word("of the", line[at]));
                at++;
            }
            if (at == i + 1 && line[i].Text != "half of" && !line[i].Text.EndsWith(" of the", StringComparison.Ordinal) && !line[i].Text.EndsWith(" of", StringComparison.Ordinal) || at >= line.Count || !IsCounted(line[at]) || line[at].Number is not { } total)
                continue;
            var some = half ? total / 2 : line[i].Number!.Value;
            if (some >= total || some != Math.Floor(some))
                continue;
            var noun = at + 1 < line.Count && IsFastener(line[at + 1]) ? line[at + 1] : null;
            var what = noun is null ? at + 1 : at + 2;
            var rest = line.FindIndex(what, word => word.Text is "rest" or "the rest" or "others" or "the others" or "remainder" || word.Is(Role.Fraction) && word.Text is "half" or "other half");
            // Nine of the ten are out and the tenth has given in too, so ten: all of them.
            if (rest < 0 && line.FindLastIndex(word => word.Number == total) is var whole && whole > what && line[whole - 1].Text is "so" or "so that's")
            {
                Drop(line, left, i, whole);
                return;
            }
            // Nine of ten out, the last one is stripped and stays: nine.
            if (rest < 0 && !half && what < line.Count && line.GetRange(what, EndOf(line, what) - what) is var outs && outs.Exists(word => word.Text is "out" or "undone" or "off") && outs.TrueForAll(word => word.Is(Role.Aside) || word.Text is "out" or "undone" or "off" or "are") && EndOf(line, what) is var stop && stop + 1 < line.Count && line.Skip(stop + 1).Any(word => word.Text is "stays" or "stay" or "stayed" or "stuck" or "left in") && !line.Skip(stop + 1).Any(IsCounted))
            {
                Drop(line, left, stop, line.Count);
                line.RemoveRange(i + 1, what - i - 1);
                line[i] = Of(some, line[i]);
                line.Insert(i + 1, (noun ?? Word("screws", line[i])) with { Start = line[i].End, End = line[i].End });
                return;
            }
            // Two of the five sit under plugs, all five out: of five, two.
            if (rest < 0)
            {
                if (noun is null || half || !line.Skip(what).Any(word => word.Text is "under" or "beneath" or "below" or "underneath" or "behind"))
                    continue;
                var again = line.FindIndex(what, word => word.Number == total);
                var told = new List<Lexeme> { Of(total, line[i]), noun, Comma(noun), Of(some, noun), Word("of them", noun) };
                if (again > 0 && (line[again].Text.StartsWith("all ", StringComparison.Ordinal) ? again - 1 : again - 2) is var comma && line[comma].IsStop)
                    Drop(line, left, comma, EndOf(line, again));
                while (what < line.Count && line[what].Text is "are" or "is" or "sit" or "sits" or "hide" or "were" or "lie")
                    what++;
                line.RemoveRange(i, what - i);
                line.InsertRange(i, told);
                return;
            }
            var to = rest + 1;
            while (to < line.Count && (line[to].Text is "half" or "are" or "is" or "were" or "of them" or "'s" || line[to].Is(Role.Aside) && !line[to].IsStop))
                to++;
            var start = rest;
            while (start > what && !line[start - 1].IsStop && (line[start - 1].Text is "the" or "and" or "other" || line[start - 1].Is(Role.Join)))
                start--;
            if (start > what && line[start - 1].IsStop)
                start--;
            while (what < start && line[what].Text is "are" or "were" or "is" or "have" or "long")
                what++;
            var sorts = line.GetRange(what, start - what);
            if (to >= line.Count || sorts.Exists(word => word.Is(Role.Deed) && !word.Is(Role.Noun)))
                continue;
            var others = line.GetRange(to, EndOf(line, to) - to);
            // Three millimetres long and the rest five: of the same measure.
            sorts.RemoveAll(word => word.Text is "long" && sorts.Exists(unit => unit.Is(Role.Unit)));
            var unit = sorts.Find(word => word.Is(Role.Unit));
            if (unit is not null && others.Count > 0 && others[^1].Number is not null)
                others.Add(unit with { Start = others[^1].End, End = others[^1].End });
            if (sorts.Count > 2 && sorts[0].Text is "long" or "short" or "longer" or "shorter" && sorts[1].IsStop)
                sorts.RemoveRange(0, 2);
            var screws = noun ?? Word("screws", line[i]);
            IEnumerable<Lexeme> Group(double count, List<Lexeme> words) => [Of(count, line[i]), screws, .. words.Exists(word => word.Is(Role.Unit)) ? new[] { Word("of", line[i]) } : [], .. words];
            List<Lexeme> groups = [.. Group(some, sorts), Comma(line[i]), .. Group(total - some, others)];
            var close = EndOf(line, to);
            line.RemoveRange(i, close - i);
            line.InsertRange(i, groups);
            return;
        }
    }

    /// <summary>Twelve M2x4 except for the two at the back, which are M2x7: ten, and two.</summary>
    private static void ExceptThose(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 2; i + 2 < line.Count; i++)
        {
            if (!(line[i].Text is "except" or "except for" or "apart from" or "bar" or "but for" or "save for" or "excepting" or "bar the" or "other than"))
                continue;
            var first = line.FindIndex(IsCounted);
            if (first < 0 || first >= i || line[first].Number is not (> 1 and var total) || Enumerable.Range(0, i).Count(one => IsCountAt(line, one)) != 1)
                continue;
            var at = i + 1;
            while (at < line.Count && line[at].Text is "for" or "the")
                at++;
            var which = line.FindIndex(at, word => word.IsStop);
            if (which < 0)
                continue;
            var fact = which + 1;
            while (fact < line.Count && (line[fact].Text is "which" or "which are" or "which is" or "those" or "they" or "that's" or "that" or "is" or "are" or "those are" or "they're" or "it's" or "'s" or "a" or "an" || line[fact].Is(Role.Aside)))
                fact++;
            if (fact == which + 1 || fact >= line.Count || !(IsFact(line[fact]) || line[fact].Number is not null || line[fact].Is(Role.Unit, "m")))
                continue;
            var some = line[at].Number is { } said && IsCounted(line[at]) ? said : 1;
            if (some >= total)
                continue;
            var facts = line.GetRange(fact, EndOf(line, fact) - fact);
            var close = EndOf(line, fact);
            var tail = line.GetRange(close, line.Count - close);
            line[first] = Of(total - some, line[first]);
            List<Lexeme> told = [.. line.Take(line[i - 1].IsStop ? i - 1 : i), Comma(line[i]), Of(some, line[at]), .. facts];
            left.Add((line[i].Start, line[which].Start));
            line.Clear();
            line.AddRange(told);
            line.AddRange(tail);
            return;
        }
    }

    /// <summary>All six but the middle one are captive: five, and one.</summary>
    private static void AllBut(List<Lexeme> line)
    {
        for (var i = 1; i + 2 < line.Count; i++)
        {
            if (line[i].Text != "but" || line[i - 1].Number is not (> 1 and var total) || !(line[i - 1].Text.StartsWith("all ", StringComparison.Ordinal) || (i > 1 && line[i - 2].Text == "all")))
                continue;
            var captive = line.FindIndex(i, word => word.Is(Role.Describe, "captive"));
            var between = captive < 0 ? [] : line.GetRange(i + 1, captive - i - 1);
            if (captive < 0 || between.Exists(word => word.IsStop) || !between.Exists(word => word.Text is "one") || between.Exists(word => word.Number is > 1))
                continue;
            var from = line[i - 1].Text.StartsWith("all ", StringComparison.Ordinal) ? i - 1 : i - 2;
            var at = line[i - 1];
            line.RemoveRange(from, captive + 1 - from);
            line.InsertRange(from, [Of(total - 1, at), Word("screws", at), Word("captive", at), Comma(at), Of(1, at), Word("more", at), Word("screw", at)]);
            return;
        }
    }

    /// <summary>A sticker over one of the nine screws: of nine, one under it.</summary>
    private static void CoverOverSome(List<Lexeme> line)
    {
        for (var i = 1; i + 3 < line.Count; i++)
        {
            if (!(line[i].Text is "over" or "on" or "covers" or "hides") || line[i - 1].As(Role.Noun) is not ("label" or "seal" or "foot" or "cap" or "tape") || !IsCounted(line[i + 1]))
                continue;
            var at = i + 2;
            while (at < line.Count && (line[at].Text is "of" or "the" or "of the" or "these"))
                at++;
            if (at + 1 >= line.Count || at == i + 2 && !line[i + 1].Text.Contains(" of", StringComparison.Ordinal) || !IsCounted(line[at]) || line[at + 1].As(Role.Noun) != "screw" || line[at].Number <= line[i + 1].Number || !Ends(line, at + 2))
                continue;
            var (cover, first) = (line[i - 1], i - 1);
            while (first > 0 && !line[first - 1].IsStop && (line[first - 1].Is(Role.Aside) || line[first - 1].Is(Role.Describe)))
                first--;
            List<Lexeme> told = [line[at], line[at + 1], Comma(line[at]), Of(line[i + 1].Number!.Value, line[i + 1]), Word("of them", line[at]), Word("under", cover), cover];
            line.RemoveRange(first, at + 2 - first);
            line.InsertRange(first, told);
            return;
        }
    }

    /// <summary>Nine t5, two under the feet, eleven in all: nine, and two more.</summary>
    private static void AddsUp(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 4; i < line.Count; i++)
        {
            if (!IsCountAt(line, i) || !line[i - 1].IsStop || i + 1 >= line.Count || !SaysAll(line[i + 1]) || !Ends(line, i + 2))
                continue;
            var counts = Enumerable.Range(0, i).Where(at => IsCountAt(line, at)).ToList();
            if (counts.Count != 2 || line[counts[0]].Number + line[counts[1]].Number != line[i].Number || !line[counts[1] - 1].IsStop)
                continue;
            Drop(line, left, i - 1, i + 2);
            var second = counts[1];
            if (line[second + 1].Text is "x" or "×")
                line.RemoveAt(second + 1);
            if (line[second + 1].Is(Role.Preposition))
                line.Insert(second + 1, Word("more", line[second]) with { Start = line[second].End, End = line[second].End });
            return;
        }
    }

    /// <summary>The screws from the left hinge (2) and the right hinge (2): four.</summary>
    private static void BracketedSums(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var noun = line.FindIndex(word => word.Text is "screws" or "clips");
        if (noun < 0 || line.Take(noun).Any(IsCounted))
            return;
        var brackets = Enumerable.Range(1, Math.Max(0, line.Count - 2)).Where(at => line[at - 1] is { IsStop: true, Text: "(" } && line[at + 1] is { IsStop: true, Text: ")" } && IsCounted(line[at])).ToList();
        if (brackets.Count < 2 || line.Skip(noun).Count(IsCounted) != brackets.Count)
            return;
        var sum = brackets.Sum(at => line[at].Number!.Value);
        Drop(line, left, noun + 1, brackets[^1] + 2);
        line.Insert(noun, Of(sum, line[noun]) with { End = line[noun].Start, Text = "" });
    }

    /// <summary>Now the count: what follows is told.</summary>
    private static void TheCount(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var colon = line.FindIndex(word => word.IsStop);
        if (colon > 0 && colon < 5 && line[colon].IsColon && line.Take(colon).Any(word => word.Text is "count" or "tally" or "the count") && !line.Take(colon).Any(word => word.Is(Role.Part) || IsFastener(word)) && line.Skip(colon).Any(IsCounted))
            Drop(line, left, 0, colon + 1);
    }

    /// <summary>Three, six, nine screws: nine, as they are counted aloud.</summary>
    private static void CountedUp(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 0; i + 4 < line.Count; i++)
        {
            if (!IsCounted(line[i]) || (i > 0 && !line[i - 1].IsStop && !line[i - 1].Is(Role.Aside)))
                continue;
            var at = i;
            while (at + 2 < line.Count && line[at + 1].IsStop && IsCounted(line[at + 2]) && line[at + 2].Number > line[at].Number)
                at += 2;
            if (at >= i + 4 && at + 1 < line.Count && IsFastener(line[at + 1]) && line[at].Number % line[i].Number == 0 && line[i + 2].Number - line[i].Number == line[i].Number)
            {
                Drop(line, left, i, at);
                // The main board has, let me count, nine: without the pause.
                while (i > 0 && !line[i - 1].Is(Role.HeldBy) && (line[i - 1].IsStop || line[i - 1].Is(Role.Aside)) && line.Take(i - 1).Any(word => word.Is(Role.HeldBy)))
                    line.RemoveAt(--i);
                return;
            }
        }
    }

    /// <summary>One wanted to stay behind, got it, so that's all six standoffs: six.</summary>
    private static void SoAll(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 3; i + 1 < line.Count; i++)
        {
            var all = line[i].Text is "all" ? i + 1 : line[i].Text.StartsWith("all ", StringComparison.Ordinal) && line[i].Number is not null ? i : -1;
            if (all < 0 || all + 1 >= line.Count || !IsCounted(line[all]) || !IsFastener(line[all + 1]) || !Ends(line, all + 2))
                continue;
            var from = FromOf(line, i);
            if (from == 0 || !line.GetRange(from, i - from).Exists(SaysSo) || !line.GetRange(from, i - from).TrueForAll(word => SaysSo(word) || word.Is(Role.Aside)))
                continue;
            var before = line.GetRange(0, from);
            if (before.Exists(word => IsFastener(word) && word.As(Role.Noun) != line[all + 1].As(Role.Noun) || word.Is(Role.Part) && word.Is(Role.Particle) || IsFact(word)) || !before.Exists(word => word.As(Role.Noun) == line[all + 1].As(Role.Noun)) || before.Where(IsCounted).Sum(word => word.Number!.Value) > line[all].Number || before.Exists(word => word.Is(Role.Negation) || word.Is(Role.Modal) && word.Text != "wanted" || word.Is(Role.Damage)))
                continue;
            Drop(line, left, 0, from);
            return;
        }
    }

    /// <summary>Another one under the sticker, that makes ten: with those of other lines.</summary>
    private static void MakesWithOthers(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var another = line.FindIndex(word => word.Text is "another" or "more" or "one more" or "a further" or "another one" or "found another" || word.Is(Role.Describe, "another"));
        var last = line.FindLastIndex(word => !word.IsStop);
        if (another < 0 || last < 3 || !IsCounted(line[last]) || line[last].Number is not > 2)
            return;
        var from = FromOf(line, last);
        if (from < 2 || another > from || line.Take(from).Any(word => IsCounted(word) && word.Number > 1) || !line.GetRange(from, last - from).TrueForAll(word => SaysSo(word) || word.Is(Role.Aside)) || !line.GetRange(from, last - from).Exists(SaysSo))
            return;
        Drop(line, left, from - 1, last + 1);
    }

    /// <summary>It's a slotted one, one slotted screw: the same.</summary>
    private static void SaidTwice(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var stop = line.FindIndex(word => word.IsStop);
        if (stop < 2 || stop + 2 >= line.Count || !(line[0].Text is "it's" or "that's" or "this is" or "it is"))
            return;
        var first = line.GetRange(0, stop);
        var drive = first.Find(IsFact);
        if (drive is null || !first.Exists(word => word.Text is "one") || first.Exists(word => IsFastener(word) || Turns(word) || word.Number is > 1) || !(line[stop + 1].Number is 1 && line.Skip(stop + 2).Take(2).Any(word => word.Text == drive.Text)))
            return;
        Drop(line, left, 0, stop + 1);
    }

    /// <summary>All but one of the eight are PH0, the odd one is a PH1: seven, and one.</summary>
    private static void AllButOf(List<Lexeme> line)
    {
        for (var i = 0; i + 3 < line.Count; i++)
        {
            if (!(line[i].Text is "all" or "and all") || line[i + 1].Text != "but" || line[i + 2].Number is not (>= 1 and <= 4 and var some) || line[i + 3].Text != "of")
                continue;
            var at = i + 3;
            while (at < line.Count && line[at].Text is "of" or "the" or "of the" or "these" or "of these")
                at++;
            if (at >= line.Count || !IsCounted(line[at]) || line[at].Number is not { } total || total <= some)
                continue;
            var stop = EndOf(line, at);
            var odd = line.FindIndex(stop, word => word.Text is "odd" or "odd one" or "the odd one" or "other" or "other one" or "last" or "exception" or "others");
            if (odd < 0 || odd > stop + 4)
                continue;
            var end = EndOf(line, odd);
            var (facts, others) = (line.GetRange(at + 1, stop - at - 1).FindAll(word => IsFact(word)), line.GetRange(odd, end - odd).FindAll(word => IsFact(word)));
            if (facts.Count == 0 || others.Count == 0 || line.GetRange(at, end - at).Exists(word => Turns(word) && word.Text != "odd"))
                continue;
            var from = i;
            if (line.Take(i).All(word => word.IsStop || word.Is(Role.Aside) || word.Number == total || SaysAll(word) || word.Is(Role.Join) || IsFastener(word)))
                from = 0;
            List<Lexeme> told = [Of(total - some, line[at]), .. facts, Comma(line[at]), Of(some, line[at]), .. others];
            line.RemoveRange(from, end - from);
            line.InsertRange(from, told);
            return;
        }
    }

    /// <summary>PH0: five short, three long: all of them are.</summary>
    private static void TopicOfCounts(List<Lexeme> line)
    {
        if (line.Count < 5 || !line[1].IsColon || !IsFact(line[0]))
            return;
        var groups = line.Skip(2).ToList();
        if (!groups.TrueForAll(word => word.IsStop || word.Is(Role.Join) || IsCounted(word) || word.Is(Role.Describe) || word.Text is "short" or "long") || groups.Count(IsCounted) < 2)
            return;
        var fact = line[0];
        line.RemoveRange(0, 2);
        line.AddRange([Comma(line[^1]), Word("all", line[^1]) with { Start = fact.Start, End = fact.Start }, fact]);
    }

    /// <summary>Right in the middle one more: there, one more.</summary>
    private static void InThePlace(List<Lexeme> line)
    {
        var at = line.FindIndex(word => word.Is(Role.Preposition));
        if (line.Count > 3 && at is 0 or 1)
        {
            var place = at + 1;
            while (place < line.Count && line[place].Text is "the" or "that" or "each")
                place++;
            if (place + 1 < line.Count && line[place].Text is "middle" or "corner" or "centre" or "center" && line[place + 1].Number is not null)
                line.Insert(place + 1, Comma(line[place + 1]));
        }
    }

    /// <summary>Eight clips, maybe nine: eight or nine.</summary>
    private static void MaybeOneMore(List<Lexeme> line)
    {
        for (var i = 0; i + 4 < line.Count; i++)
        {
            if (!IsCounted(line[i]) || !IsFastener(line[i + 1]) || !line[i + 2].IsStop || !line[i + 3].Is(Role.About) || !IsCounted(line[i + 4]) || !Ends(line, i + 5) || line[i].Number is not { } least || line[i + 4].Number is not { } most || most - least is not (> 0 and <= 3))
                continue;
            line[i] = line[i] with { Figure = new(null, null, null, null, null, ((int)least, (int)most)), Senses = [] };
            line.RemoveRange(i + 2, 3);
        }
    }

    /// <summary>Eleven, all PH0, and the last two are longer: without a length it says no more.</summary>
    private static void SomeAreLonger(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 3; i < line.Count; i++)
        {
            if (line[i].Text is not ("longer" or "shorter") || !Ends(line, i + 1) || line.Exists(word => word.Figure is { Length: not null } || word.Is(Role.Unit)))
                continue;
            var from = FromOf(line, i);
            var said = line.GetRange(from, i - from);
            if (from == 0 || said.Where(IsCounted).ToList() is not [{ } some] || !said.TrueForAll(word => word == some || word.Is(Role.Aside) || word.Is(Role.Join) || word.Is(Role.Describe)) || !said.Exists(word => word.Text is "last" or "the last") || line.Take(from).FirstOrDefault(IsCounted) is not { } whole || whole.Number <= some.Number)
                continue;
            Drop(line, left, from - 1, i + 1);
            return;
        }
    }

    /// <summary>Screw after screw, nine of them.</summary>
    private static void AfterAnother(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 0; i + 2 < line.Count; i++)
        {
            if (line[i + 1].Text == "after" && IsFastener(line[i]) && line[i + 2].As(Role.Noun) == line[i].As(Role.Noun) && line.Skip(i + 3).Any(IsCounted))
            {
                Drop(line, left, i + 1, i + 3);
                line[i] = line[i].As(Role.Noun) == "screw" ? Word("screws", line[i]) with { End = line[i].End } : line[i];
            }
        }
    }

    /// <summary>Nine are out, and the tenth is captive: one more, which is.</summary>
    private static void TheNextOne(List<Lexeme> line)
    {
        for (var i = 2; i + 1 < line.Count; i++)
        {
            if (!Ordinals.TryGetValue(line[i].Text, out var which) || line[i - 1].Text != "the" && !line[i - 1].Text.EndsWith(" the", StringComparison.Ordinal) || !line.Skip(i + 1).Any(word => word.Is(Role.Describe, "captive")))
                continue;
            var counts = line.Take(i).Where(IsCounted).ToList();
            if (counts.Count == 0 || counts[^1].Number != which - 1 || counts.Count > 2 || counts.Count == 2 && counts[0].Number != which)
                continue;
            if (counts.Count == 2)
            {
                // Ten screws, nine are out: the nine.
                var whole = line.IndexOf(counts[0]);
                var part = line.IndexOf(counts[1]);
                var noun = line.GetRange(whole + 1, part - whole - 1).Find(IsFastener);
                i -= part - whole;
                line.RemoveRange(whole, part - whole);
                if (noun is not null)
                {
                    line.Insert(whole + 1, noun with { Start = line[whole].End, End = line[whole].End });
                    i++;
                }
            }
            else if (!line.Take(i).Any(IsFastener) && line.IndexOf(counts[0]) is var bare)
            {
                line.Insert(bare + 1, Word("screws", line[bare]) with { Start = line[bare].End, End = line[bare].End });
                i++;
            }
            var from = i - 1;
            while (from > 0 && (line[from].Text is "the" or "and" or "and the" || line[from].Is(Role.Join)))
                from--;
            var captive = line.FindIndex(i, word => word.Is(Role.Describe, "captive"));
            List<Lexeme> told = [.. line[from].IsStop ? [] : new[] { Comma(line[i]) }, Word("one", line[i]), Word("more", line[i])];
            line.RemoveRange(from + 1, captive - from - 1);
            line.InsertRange(from + 1, told);
            return;
        }
    }
}
