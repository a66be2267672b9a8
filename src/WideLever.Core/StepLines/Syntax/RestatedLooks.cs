namespace WideLever.Core.StepLines;

/// <summary>Turns of speech that say what is in view and is left as it is.</summary>
internal static partial class Restated
{
    /// <summary>I see the fan, two screws, leaving it: it is there, held by screws, and nothing was done.</summary>
    private static void Kept(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var at = Enumerable.Range(0, line.Count).FirstOrDefault(i => (IsKept(line[i]) || IsPutOff(line, i)) && (line[i].As(Role.Deed) != "stay" || line.Take(i).Reverse().TakeWhile(word => !word.IsStop).All(word => !word.Is(Role.Part) && !word.Is(Role.Noun))), -1);
        if (at < 0 || line.Exists(word => word.Is(Role.Deed) && !word.Is(Role.Noun) && !word.Is(Role.State) && !word.Is(Role.Aside) && !word.Is(Role.Particle) && !IsKept(word) && word.As(Role.Deed) is not ("stay" or "come")))
            return;
        var parts = line.Select((word, i) => (word, i)).Where(one => one.word.Is(Role.Part) && !one.word.Is(Role.Deed) && !(one.i > 0 && line[one.i - 1].Text is "to" or "with" or "of")).ToList();
        parts.RemoveAll(one => Enumerable.Range(Math.Max(0, one.i - 2), Math.Min(2, one.i)).Any(i => line[i].Text is "to" or "with" or "onto"));
        if (parts.Count != 1 || parts[0].i > at)
            return;
        var from = at;
        while (from > 0 && !line[from - 1].IsStop)
            from--;
        // Nothing else is told: no count but of what holds it.
        var held = line.Take(from).FirstOrDefault(word => word.Is(Role.State)) is { } said ? said.Text : line.Take(from).Where(word => word.Is(Role.Noun)).Select(word => word.As(Role.Noun)).FirstOrDefault() switch
        {
            "screw" => "screwed",
            "clip" => "clipped",
            "place" when line.Exists(word => word.Text is "socket" or "slot") => "socketed",
            "rivet" => "riveted",
            _ => line.Take(from).Any(IsFact) ? "screwed" : null,
        };
        if (from == 0 || held is null || line.Take(from).Any(word => word.Is(Role.Particle) && word.Text is "out" or "off" or "free" or "up"))
            return;
        var (part, close) = (parts[0], line[^1].End);
        var first = part.i;
        while (first > 0 && line[first - 1].Is(Role.Describe))
            first--;
        var kept = line.GetRange(first, part.i + 1 - first);
        left.Add((kept[^1].End, close));
        line.Clear();
        line.AddRange(kept);
        line.Add(new(held, Lexicon.Of(held).ToArray(), null, kept[^1].End, kept[^1].End));
    }

    /// <summary>Not doing that today, skipping that, not going there.</summary>
    private static bool IsPutOff(List<Lexeme> line, int at) => line[at].Text is "skipping" or "skip" || (at > 0 && line[at - 1].Text == "not" && (line[at].Text is "doing" or "bothering" || (line[at].Text == "going" && at + 1 < line.Count && line[at + 1].Text is "there" or "near")));

    private static bool IsKept(Lexeme word) => word.Text is "leave it" or "leaving it" or "i leave it" or "left it" or "leave that" or "leaving that" or "leave" or "leaving" or "not touching it" or "not touching that" or "staying where it is" or "stays where it is" or "staying put" or "stays put" or "that stays" or "it stays" or "stays" or "staying" or "not taking it out" or "left alone";

    /// <summary>Sixteen gigs soldered to the board, no slot: the memory is.</summary>
    private static void Gigs(List<Lexeme> line, List<(int Start, int End)> left)
    {
        var state = line.FindIndex(word => word.Is(Role.State, "soldered"));
        if (state < 0 || line.Exists(word => word.Is(Role.Deed) && !word.Is(Role.State) && !word.Is(Role.Noun) && word.As(Role.Deed) is not ("stay" or "come")))
            return;
        void Drop(int from, int to)
        {
            left.Add((line[from].Start, line[to - 1].End));
            line.RemoveRange(from, to - from);
        }
        // No slot, no sockets, eight chips around the processor: what soldered means.
        for (var i = line.Count - 1; i > state; i--)
        {
            if (line[i].IsStop && i + 1 < line.Count && (line[i + 1].Text is "no" or "without" && line.Skip(i + 2).All(word => word.As(Role.Noun) == "place" || word.Is(Role.Aside) || word.IsStop || word.Is(Role.Join))
                || line[i + 1].Number is not null && i + 2 < line.Count && (line[i + 2].Text is "chips" or "packages" || IsGig(line[i + 2]))))
                Drop(i, line.Count);
        }
        // To the board: where else.
        if (line[state].Text.EndsWith(" to", StringComparison.Ordinal) || line[state].Text.EndsWith(" to the", StringComparison.Ordinal) || line[state].Text.EndsWith(" onto", StringComparison.Ordinal))
        {
            var board = state + 1;
            while (board < line.Count && line[board].Is(Role.Aside))
                board++;
            if (board < line.Count && line[board].As(Role.Part) == "mainboard")
                Drop(state + 1, board + 1);
        }
        for (var i = state + 1; i < line.Count; i++)
        {
            if (line[i].Text is "to" or "onto" or "on" or "on to" or "straight to" or "right onto" or "directly to" && line.FindIndex(i + 1, word => word.Is(Role.Part)) is var board && board > i && board <= i + 2 && line[board].As(Role.Part) is "mainboard")
            {
                Drop(i, board + 1);
                break;
            }
        }
        var gig = line.FindIndex(IsGig);
        if (gig < 1 || gig > state || line[gig - 1].Number is null || line.Take(gig).Any(word => word.Text is "other" or "the other" or "another"))
            return;
        var end = gig + 1;
        while (end < state && !(line[end].Text is "is" or "are" or "'s" or "was" or "were" or "soldered") && !IsKind(line[end], "memory") && !IsKind(line[end], "storage"))
            end++;
        if (line[end].Is(Role.Part))
        {
            Drop(gig - 1, end);
            return;
        }
        line[gig] = line[gig] with { Text = "memory", Senses = Lexicon.Of("memory").ToArray() };
        if (end > gig + 1)
            Drop(gig + 1, end);
        left.Add((line[gig - 1].Start, line[gig - 1].End));
        line.RemoveAt(gig - 1);
    }

    private static bool IsKind(Lexeme word, string kind) => word.As(Role.Part) is { } part && (part == kind || part.StartsWith($"{kind}:", StringComparison.Ordinal));

    private static bool IsGig(Lexeme word) => word.Text is "gb" or "gig" or "gigs" or "gigabyte" or "gigabytes";

    /// <summary>A free slot; a second slot is there and nothing in it: it is empty.</summary>
    private static void Vacant(List<Lexeme> line, List<(int Start, int End)> left)
    {
        for (var i = 0; i + 1 < line.Count; i++)
        {
            var place = line[i + 1].Is(Role.Part) && i + 2 < line.Count && !line[i + 1].Text.EndsWith("bay", StringComparison.Ordinal) ? i + 2 : i + 1;
            if (line[i].Text == "free" && (i == 0 || line[i - 1].Text is "a" or "one" or "the" or "another" or "second" or "is" or "there's a" || line[i - 1].Is(Role.Describe)) && (line[place].Text is "slot" or "socket" or "bay" || line[place].Text.EndsWith(" bay", StringComparison.Ordinal)))
                line[i] = line[i] with { Text = "empty", Senses = Lexicon.Of("empty").ToArray() };
        }
        for (var i = 1; i + 2 < line.Count; i++)
        {
            if (line[i].Text is "is" or "'s" && line[i + 1].Text is "there" or "here" && line.Skip(i + 2).Any(word => word.Is(Role.Describe, "empty")))
                line.RemoveRange(i, 2);
            // 2.5 bay, empty, 7 mm: how high it is.
            else if (line[i].Is(Role.Describe, "empty") && line[i + 1].IsStop && i + 2 < line.Count && (line[i + 2].Figure is { Length: not null } || (line[i + 2].Number is not null && i + 3 < line.Count && line[i + 3].Is(Role.Unit, "mm"))) && EndOf(line, i + 2) is var end && end >= line.Count && line.Take(i).Any(word => word.Text.EndsWith("bay", StringComparison.Ordinal) || word.As(Role.Noun) == "place"))
                Drop(line, left, i + 1, end);
            else if (line[i].Text is "is there" or "is here" or "'s there" && line.Skip(i + 1).Any(word => word.Is(Role.Describe, "empty")))
                line.RemoveAt(i);
        }
    }
}
