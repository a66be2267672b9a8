namespace WideLever.Core.StepLines;

/// <summary>What stands beside what was done: remarks, what is not so, what broke, shares of a count.</summary>
internal sealed partial class ClauseReader
{
    private int Remarked(int i)
    {
        var mine = Clauses.FindAll(clause => clause.Segment == segment);
        // That took me ten minutes: a time is no fact of the machine.
        var hasFacts = Enumerable.Range(0, words.Count).Any(at => (words[at].Figure is not null || words[at].Number is not null) && !(at + 1 < words.Count && words[at + 1].As(Role.Unit) == "none") || words[at].Is(Role.Negation));
        // The one that everybody forgets: what is remarked of it.
        if (Enumerable.Range(0, i).LastOrDefault(at => words[at].Text is "that" or "which" or "who", -1) is > 0 and var relative && words.Skip(relative).Take(i - relative).All(word => word.Is(Role.Aside) || word.Is(Role.Pronoun)) && !words.Skip(i).Any(word => word.Number is not null || word.Is(Role.Negation) || (word.Is(Role.Deed) && !Nounish(word))) && now is { Object: not null })
        {
            Remarks.Add(new(Role.Remark, words[relative].Start, words[^1].End, segment));
            return words.Count;
        }
        // Ribbon's out and i've labelled it: a remark behind what was done.
        var joint = Enumerable.Range(0, i).LastOrDefault(at => words[at].Is(Role.Join), -1);
        if (joint > 0 && words.Skip(joint).Take(i - joint).All(word => word.Is(Role.Join) || word.Is(Role.Aside)) && words.Skip(i + 1).All(word => word.Is(Role.Aside) || word.Is(Role.Pronoun) || word.Is(Role.Describe)))
        {
            Remarks.Add(new(Role.Remark, words[i].Start, words[^1].End, segment));
            return words.Count;
        }
        // What was not there is no remark: how many were?
        if (words[i].Text is "missing" or "absent" && !hasFacts && mine.TrueForAll(clause => !clause.HasDeed && clause.Particle is null))
        {
            Fault(words[i].Start, words[i].End, "was something not there? Say how many were undone, and what was missing, such as 7 screws, missing \"one\"");
            return words.Count;
        }
        if (mine.Exists(clause => clause.HasDeed || clause.Particle is not null) || hasFacts)
        {
            Fault(words[i].Start, words[i].End, $"\"{words[i].Text}\" is a remark: note it, such as note \"…\", or say what was done");
            return words.Count;
        }
        Clauses.RemoveAll(clause => clause.Segment == segment);
        now = null;
        leading.Clear();
        Remarks.Add(new(Role.Remark, words[0].Start, words[^1].End, segment));
        return words.Count;
    }

    /// <summary>
    /// Whether a piece only says what something is like: the board is blue, the battery looks fine, nice big battery. How a part is held, how many there
    /// are and how a connection opens are facts, and so is what kind of screw it is.
    /// </summary>
    private bool Likens()
    {
        var from = words.FindIndex(word => !(word.Is(Role.Aside) && !Article(word)) && !word.Is(Role.Join));
        if (from < 0)
            return false;
        bool Plain(Lexeme word) => (word.Is(Role.Aside) || word.Is(Role.Describe, "look") || word.Is(Role.About) || word.Is(Role.Preposition) || word.Is(Role.Noun, "place") || word.Is(Role.Noun, "dirt") || word.Is(Role.Noun, "machine"))
            && !(word.Is(Role.Deed) && !Nounish(word)) && !word.Is(Role.Particle) && !word.Is(Role.State) && !word.Is(Role.Remark) && word.Number is null && word.Text is not ("captive" or "loose");
        // Nice big battery
        if (words[from].Text is "nice" or "lovely" or "good" or "great" && words.Skip(from + 1).All(word => Plain(word) || word.Is(Role.Part)) && words.Skip(from + 1).Any(word => word.Is(Role.Part)))
            return true;
        // Two pull tabs, one left one right: where they were.
        if (Clauses.LastOrDefault()?.Object is { Number.Exact: { } listed and > 1 } && words.TrueForAll(word => word.Number is not null || word.Is(Role.Join) || word.Is(Role.Aside) || word.Is(Role.Preposition) || word.Is(Role.Noun, "place") || Positions.Contains(word.As(Role.Describe) ?? ""))
            && words.Count(word => word.Number is not null) > 1 && words.Sum(word => word.Number ?? 0) == listed)
            return true;
        bool Bare(Lexeme word) => Plain(word) || word.Is(Role.Remark) || word.Is(Role.Part);
        // There is an arrow next to it; i can see the board now; that is a lot of screws; looks like soft glue underneath
        if (words[from].Text is "there is" or "there are" or "there's" or "there was" or "there were" && words.Count > from + 1 && words.Skip(from + 1).All(word => !word.Is(Role.Part) && (Bare(word) || word.Is(Role.Pronoun))))
            return true;
        if (Clauses.Count > 0 && words.FindIndex(word => word.Text.EndsWith("can see", StringComparison.Ordinal)) is >= 0 and var see && see <= from && words.Skip(see + 1).All(Bare) && words.Skip(see + 1).Any(word => word.Is(Role.Part)))
            return true;
        if (words.Take(from + 1).Any(word => word.Text is "that's" or "that" or "there are") && words.Exists(word => word.Text is "a lot of" or "lots of" or "loads of" or "plenty of" or "so many") && words.TrueForAll(word => Bare(word) || word.Is(Role.Noun) || word.As(Role.Count) == "?") && !words.Exists(word => word.Is(Role.Deed) && !Nounish(word)))
            return true;
        if (words[from].Text is "looks" or "look" && from + 1 < words.Count && words[from + 1].Text == "like" && words.Skip(from + 2).All(word => Bare(word) || word.Is(Role.Noun)))
            return true;
        if (Clauses.Count == 0 && words.Count == 1 && words[0].Text is "got it")
            return true;
        var copula = words.FindIndex(from, word => word.Text is "is" or "are" or "was" or "were" or "'s" or "looks" or "look" or "seems" or "seem" or "feels" or "feel");
        if (copula <= from || copula + 1 >= words.Count || copula - from > 4)
            return false;
        var subject = words.Skip(from).Take(copula - from).ToList();
        return (words[from].Text is "the" or "this" or "that" or "its" || subject is [{ Text: "it" or "they" or "this" or "that" }]) && subject.TrueForAll(word => Plain(word) || word.Is(Role.Pronoun) || word.Is(Role.Part) || word.Is(Role.Noun) || word.Is(Role.Describe))
            && words.Skip(copula + 1).All(word => Plain(word) || word.Text is "same" or "the same") && words.Skip(copula + 1).Any(word => word.Is(Role.Describe, "look") || word.Text is "same" or "the same");
    }

    /// <summary>A piece of the line that makes no step: it says so.</summary>
    private int Away(int i, Role kind, string message)
    {
        Remarks.Add(new(kind, words[0].Start, words[^1].End, segment));
        Fault(words[i].Start, words[i].End, message);
        leading.Clear();
        return words.Count;
    }

    private int Negation(int i)
    {
        var word = words[i];
        // Ten clips, no, eleven
        if (word.Text == "no" && words.Count == 1 && Clauses.Count > 0)
        {
            corrects = true;
            return i + 1;
        }
        // Four screws, they won't come out: they stay where they are.
        if (IsFirst(i) && word.Text is "won't" or "don't" or "wont" or "dont" or "do not" or "will not" or "doesn't" or "not" && words.Skip(i + 1).All(other => other.Text is "come" or "coming" or "come off" or "come out" or "fall" or "falling" or "drop" or "out" or "off" or "all the way" or "completely" or "fully" or "they" or "ever" || (other.Is(Role.Aside) && !other.Is(Role.Deed)))
            && words.Skip(i + 1).Any(other => other.Text.StartsWith("com", StringComparison.Ordinal) || other.Text.StartsWith("fall", StringComparison.Ordinal) || other.Text == "drop") && Clauses.LastOrDefault(clause => clause.Object is { IsPronoun: false })?.Object is { IsCounted: true } kept && (kept.Role is null || kept.IsNoun("screw")))
        {
            kept.Captive = true;
            return words.Count;
        }
        // No not feet, clips
        if (word.Text == "no" && IsFirst(i) && Clauses.Count > 0 && i + 1 < words.Count && words[i + 1].Text == "not")
            return Away(i, Role.Negation, "is that a correction? Change the line so that it says what is so");
        // But no, there's one more screw
        if (word.Text == "no" && IsFirst(i) && (announced == "but" || words.Take(i).Any(other => other.Text == "but")) && i + 1 < words.Count && words[i + 1].Text is "there's" or "there is" or "there are")
            return i + 1;
        // None of the eight screws was captive
        var to = i + 1;
        if (word.Text == "none" && to + 1 < words.Count && words[to].Text is "of" or "of these" or "of those" or "of the screws" or "of them" && words[^1].Is(Role.Describe, "captive"))
        {
            to = words[to].Text == "of" ? to + 1 : to;
            if (words[to].Text is "of these" or "of those")
                to++;
            if (to < words.Count && StartsThing(to) && ThingAt(ref to) is { } these && these.IsNoun("screw") && words.Skip(to).All(other => other.Is(Role.Aside) || other.Is(Role.Describe, "captive")))
            {
                these.Captive = false;
                Give(these, i);
                return words.Count;
            }
            to = i + 1;
        }
        // A ribbon without a lock; no lock
        if ((word.Text is "without" || (word.Text is "no" && (IsFirst(i) || (i > 0 && (IsWith(words[i - 1]) || words[i - 1].Is(Role.HeldBy)))))) && StartsThing(to) && ThingAt(ref to) is { } lacking)
        {
            if (lacking.IsNoun("lock", "flap", "latch", "lever", "bar", "slideLock", "clip") && lacking.Number is null && !lacking.HasFacts)
            {
                var place = new Attachment("without", lacking, word.Start, words[to - 1].End);
                (now ?? Clauses.LastOrDefault())?.Places.Add(place);
                if (now is null && Clauses.Count == 0)
                    leading.Add(place);
                return to;
            }
        }
        // Not captive
        if (word.Text is "not" or "none" or "never" && i + 1 < words.Count && words[i + 1].Is(Role.Describe, "captive") && !StartsThing(i + 2) && (now ?? Clauses.LastOrDefault())?.Object?.Captive != true)
            return i + 2;
        // Without touching the heatsink: how.
        if (word.Text == "without" && now is not null && i + 1 < words.Count && words[i + 1].Text.EndsWith("ing", StringComparison.Ordinal))
        {
            now.Places.Add(new("how", null, word.Start, words[^1].End));
            return words.Count;
        }
        // Beside the sticker and not below it; zero, not ph: the contrary of what was said.
        // Straight up, not sideways
        if (word.Text == "not" && i + 1 < words.Count && now?.Particle is "up" or "straight up" && words.Skip(i + 1).All(other => other.Text is "sideways" or "at an angle" or "at a slant"))
            return words.Count;
        if (word.Text == "not" && i + 1 < words.Count && (now?.Object ?? Clauses.LastOrDefault()?.Object) is not null && words.Skip(i + 1).All(other => other.Is(Role.Preposition) || other.Is(Role.Pronoun) || other.Is(Role.Drive) || (other.Is(Role.Aside) && !other.Is(Role.Deed))) && words.Skip(i + 1).Any(other => other.Is(Role.Pronoun) || other.Is(Role.Drive)))
        {
            now ??= Clauses[^1];
            now.Places.Add(new("not", null, word.Start, words[^1].End));
            now.Reach(word.Start, words[^1].End);
            return words.Count;
        }
        // The seal isn't touched: how things stand.
        if (now is { HasDeed: false, Particle: null, Object: { IsThe: true, IsCounted: false, HasFacts: false } } untouched && Clauses.FindAll(clause => clause.Segment == segment).Count == 1)
        {
            Clauses.Remove(untouched);
            now = null;
            Remarks.Add(new(Role.Negation, words[0].Start, words[^1].End, segment));
            return words.Count;
        }
        // The heatsink is still on: how things stand.
        if (word.Text is "still on" or "still in" && now is { HasDeed: false, Particle: null, Object: { IsCounted: false, HasFacts: false } } standing)
        {
            Clauses.Remove(standing);
            now = null;
            Remarks.Add(new(Role.Negation, words[0].Start, words[^1].End, segment));
            return words.Count;
        }
        // Nothing moves, it didn't come: was it undone at all?
        if (IsFirst(i) && word.Text is "nothing" or "nobody" && words.Skip(i + 1).Any(other => other.Is(Role.Deed, "come") || other.Is(Role.Deed, "move") || other.Is(Role.Deed, "take") || other.Text is "moves" or "happens" or "happened" or "gives" or "budges") && Clauses.Exists(clause => clause.HasDeed))
            return Away(i, Role.Negation, "did it come out or not? What was tried and left is said so, such as tried = keyboard");
        // Contact springs, nothing to unplug: they were only named.
        if (IsFirst(i) && word.Text is "nothing" && i + 1 < words.Count && words[i + 1].Text == "to" && Clauses.LastOrDefault() is { HasDeed: false, Particle: null, Object: { } contacts } idle && contacts.IsNoun("spring", "plug", "cable", "ribbon", "press", "push", "lead") && idle.Segment == segment - 1)
            Clauses.Remove(idle);
        // Eight rubber feet, no screws under them: they were only looked under, or nobody says that they came off.
        if (word.Text is "no" or "nothing" or "none" && IsFirst(i) && Clauses.LastOrDefault() is { HasDeed: false, Particle: null } looked && looked.Segment == segment - 1 && IsCover(looked.Object) && words.FindIndex(i, other => other.Text is "under" or "below" or "beneath" or "underneath" or "behind") is > 0 and var below && words.Skip(below + 1).All(other => other.Is(Role.Pronoun) || other.Is(Role.Aside) || other.Text is "those" or "that" or "it" or "any"))
            Clauses.Remove(looked);
        // Three ribbons, i didn't touch those: they were only named.
        if (words.Skip(i + 1).Any(other => other.Text is "touch" or "touched" or "touching" or "bother" or "bothered" || (other.Is(Role.Deed) && !Nounish(other))) && words.Skip(i + 1).Any(other => other.Is(Role.Pronoun) || other.Text is "those" or "that" or "these")
            && words.Take(i).All(other => other.Is(Role.Aside) || other.Is(Role.Join) || other.Text is "i" or "we" or "i'm" or "i've" or "you") && (word.Text is "didn't" or "haven't" or "hadn't" or "did not" or "have not" || words.Take(i).Any(other => other.Text is "i" or "we" or "i'm" or "i've") || (word.Text == "not" && words[i + 1].Text.EndsWith("ing", StringComparison.Ordinal))) && Clauses.LastOrDefault() is { Object: { IsPronoun: false } } only && only.Segment == segment - 1)
        {
            if (Clauses.Exists(clause => clause.Segment == only.Segment && (clause.HasDeed || clause.Particle is not null)))
                return Away(i, Role.Negation, "this says what is not so, or was not done: a line says what was done");
            Clauses.RemoveAll(clause => clause.Segment == only.Segment);
            Remarks.Add(new(Role.Negation, words[0].Start, words[^1].End, segment));
            leading.Clear();
            return words.Count;
        }
        if (IsFirst(i))
        {
            // What is not there, or was not done, is noted where the line says something else.
            if (word.Text is "no" && words.Count == 1)
                return Away(i, Role.Negation, "is that a correction? Change the line so that it says what is so");
            Remarks.Add(new(Role.Negation, words[0].Start, words[^1].End, segment));
            leading.RemoveAll(place => place.Preposition != "without");
            return words.Count;
        }
        return Away(i, Role.Negation, "this says what is not so, or was not done: a line says what was done");
    }

    private bool IsDamage(int i)
    {
        var word = words[i];
        // The bezel snapped off: how a cover comes.
        if (word.Text is "snapped" or "snapped off" or "snaps off" && now is { HasDeed: false, Object: { } cover } && (cover.IsNoun("base", "cover", "holder") || cover.Is is "bezel" or "keyboard"))
            return false;
        // Snapped one clip
        if (word.Text is "snapped" or "cracked" or "snap" && i + 2 < words.Count && (words[i + 1].Text is "a" || words[i + 1].Number is <= 3) && words.Skip(i + 2).FirstOrDefault(other => !other.Is(Role.Describe)) is { } fragile && (fragile.Is(Role.Noun, "clip") || fragile.Is(Role.Noun, "tab") || fragile.Is(Role.Noun, "flap")))
            return true;
        if (!word.Is(Role.Deed) || (i > 0 && words[i - 1].Text is "was" or "were" or "got" or "been"))
            return true;
        if (word.Is(Role.Deed, "break"))
            return !words.Skip(i).Any(other => other.Is(Role.Noun, "seal"));
        return now is { Object: not null, HasDeed: false } && !joined && !StartsThing(i + 1);
    }

    private int Damage(int i)
    {
        // What broke is no step of its own: one clip snapped.
        if (now is { HasDeed: false, Object: { } broken })
        {
            // The paste cracks: it parts.
            if (broken.IsNoun("paste", "glue", "softGlue", "rigidGlue", "pad"))
                return i + 1;
            // The flap that broke was opened.
            if (broken.IsNoun("seal") && words[i].Text is "broken" or "broke" or "torn" or "cracked" or "split")
            {
                now.Deeds.Add("break");
                return i + 1;
            }
            // One of the eight clips snapped: eight were opened.
            if (broken is { Total: { } whole } && broken.IsNoun("clip", "screw", "tab"))
                (broken.Number, broken.Total, broken.IsOfThem) = (whole, null, false);
            else if (!broken.IsNoun("flap", "bar", "lock", "slideLock"))
                Clauses.Remove(now);
            Remarks.Add(new(Role.Damage, now.Start, words[^1].End, segment));
        }
        else
        {
            Remarks.Add(new(Role.Damage, words[i].Start, words[^1].End, segment));
        }
        now = null;
        leading.Clear();
        var behind = Enumerable.Range(0, words.Count).FirstOrDefault(at => words[at].Is(Role.Negation) || words[at].Is(Role.Fraction) || words[at].Is(Role.PutBack) || words[at].Is(Role.Modal) || words[at].Is(Role.Unit) || (at > i && words[at].Number is not null && (words[at - 1].Text is "of" || words[at - 1].Text.EndsWith("of the", StringComparison.Ordinal))) || (at > i + 1 && words[at].Is(Role.Deed) && words[at - 1].Text is "i" or "we" or "you" or "while" or "when" or "as" or "by"), -1);
        if (behind >= 0)
            Fault(words[behind].Start, words[behind].End, "say what broke in a line of its own");
        return words.Count;
    }

    /// <summary>All but two of the ten screws; half of the twelve clips.</summary>
    private int Fraction(int i)
    {
        var text = words[i].Text;
        var at = i + 1;
        int? less = null;
        // Eight, half captive, half not
        if (text == "half" && at < words.Count && words[at].Is(Role.Describe, "captive") && Clauses.LastOrDefault()?.Object is { Number.Exact: { } pairs } && pairs % 2 == 0)
        {
            Give(new() { Number = pairs / 2, IsOfThem = true, Captive = true, Start = words[i].Start, End = words[at].End }, i);
            at++;
            if (at + 1 < words.Count && words[at].Is(Role.Join))
                at++;
            if (at + 1 < words.Count && words[at].Text == "half" && words[at + 1].Text is "not" or "loose" or "free")
                at += 2;
            return at;
        }
        // Ten, half under feet
        if (text == "half" && at < words.Count && words[at].Is(Role.Preposition) && Clauses.LastOrDefault()?.Object is { Number.Exact: { } even } && even % 2 == 0)
        {
            Give(new() { Number = even / 2, IsOfThem = true, Start = words[i].Start, End = words[i].End }, i);
            return at;
        }
        // Half of them on the hinge side: where, and no fact.
        if (at < words.Count && words[at].Is(Role.OfThem) | words[at].Is(Role.Pronoun) && at + 1 < words.Count && words[at + 1].Is(Role.Preposition) && words[at + 1].Text is "on" or "at" or "in" or "along" or "near" or "by" && Clauses.Count > 0 && !words.Skip(at + 1).Any(word => word.Number is not null || word.Is(Role.Negation)))
        {
            Clauses[^1].Places.Add(new("half", null, words[i].Start, words[^1].End));
            return words.Count;
        }
        // Twelve, all but two captive: the others are.
        if (text == "all but" && Numerals.At(words, at) is { Count.Exact: { } loose } not && Clauses.LastOrDefault()?.Object is { Number.Exact: { } whole } && whole > loose)
        {
            var to = at + not.Length;
            if (to < words.Count && ThingAt(ref to) is { Captive: true } held)
            {
                (held.Number, held.IsOfThem) = (whole - loose, true);
                Give(held, i);
                return to;
            }
        }
        if (text == "all but" && Numerals.At(words, at) is { Count.Exact: { } but } exception)
            (less, at) = (but, at + exception.Length);
        while (at < words.Count && (words[at].Is(Role.Aside) || words[at].Text == "of"))
            at++;
        if ((less is not null || text is "half of" or "half the" or "half") && at < words.Count && Numerals.At(words, at) is { Count.Exact: { } all })
        {
            var to = at;
            if (ThingAt(ref to) is { } thing && (less is { } l ? all - l : all % 2 == 0 ? all / 2 : 0) is > 0 and var left)
            {
                thing.Number = left;
                Give(thing, i);
                return to;
            }
        }
        // A third of the twelve screws
        if (text is "a third of" or "third of" or "two thirds of" or "a quarter of" or "quarter of" && at < words.Count && Numerals.At(words, at) is { Count.Exact: { } shared } && shared % (text.Contains("quarter", StringComparison.Ordinal) ? 4 : 3) == 0)
        {
            var to = at;
            if (ThingAt(ref to) is { } thing)
            {
                (thing.Number, thing.Total, thing.IsOfThem) = (shared / (text.Contains("quarter", StringComparison.Ordinal) ? 4 : 3) * (text.StartsWith("two", StringComparison.Ordinal) ? 2 : 1), null, false);
                if (words.Skip(to).FirstOrDefault(word => !word.Is(Role.Aside))?.Is(Role.Describe, "captive") == true)
                {
                    thing.Captive = true;
                    to = words.FindIndex(to, word => word.Is(Role.Describe, "captive")) + 1;
                }
                Give(thing, i);
                return to;
            }
        }
        return Away(i, Role.Fraction, "a share of what nobody counted is no count: say how many were undone");
    }
}
