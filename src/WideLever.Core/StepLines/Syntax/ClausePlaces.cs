namespace WideLever.Core.StepLines;

/// <summary>Places: a preposition and what stands behind it, how things stand meanwhile, and what is done with.</summary>
internal sealed partial class ClauseReader
{
    /// <summary>Whether something is left where it is; what is on the left is not.</summary>
    private bool Leaves(int i) => (words[i].Text != "left" || (i + 1 < words.Count && (words[i + 1].Is(Role.Pronoun) || words[i + 1].Text is "the" or "those" or "these" or "that"))) && !words.Skip(i).Any(word => word.Figure is not null || (word.Number is not null && word.Text != "one") || word.Is(Role.Fraction) || word.Is(Role.Join));

    /// <summary>Once the fan is out, while the lid is open: how things stand, which is a place in time. Null: it is none.</summary>
    private int? Subordinate(int i)
    {
        var word = words[i];
        if (word.Text is not ("once" or "when" or "while" or "now that" or "since" or "as soon as" or "because" or "as" or "after" or "before" or "once you" or "when you") || !StartsThing(i + 1) || Numerals.At(words, i + 1) is { Count: not null })
            return null;
        var to = i + 1;
        if (ThingAt(ref to, inPlace: true) is not { } thing || (thing is { Role: null, HasFacts: true }) || thing.IsNoun("screw", "standoff", "clip", "latch", "plug", "cable", "ribbon", "flap", "tab", "releaseTab", "lead", "antenna", "lock", "slideLock", "bar"))
            return word.Text == "once" ? i + 1 : null;
        var predicate = false;
        for (; to < words.Count; to++)
        {
            var other = words[to];
            if (predicate && !other.Is(Role.Particle) && !other.Is(Role.State))
                break;
            if (other.Is(Role.Deed) || other.Is(Role.Particle) || other.Is(Role.State) || other.Is(Role.PutBack))
                predicate = true;
            else if (!other.Is(Role.Aside) && !other.Is(Role.Modal))
                break;
        }
        if (!predicate)
            return null;
        leading.Add(new(word.Text, null, word.Start, words[to - 1].End));
        joined = false;
        now = null;
        return to;
    }

    /// <summary>With four screws out, once its plug is off: undone in this line, and what comes of it is told beside. Null: it is none.</summary>
    private int? Stated(int i)
    {
        var its = words[i].Text is "with its" or "with their";
        if (!(IsWith(words[i]) || its || words[i].Text is "once" or "when" or "after" or "as soon as") || !StartsThing(i + 1))
            return null;
        var (to, known) = (i + 1, faults.Count);
        if (ThingAt(ref to) is { IsPronoun: false } thing && (thing.Role is null ? thing.HasFacts : thing.IsNoun("screw", "standoff", "clip", "latch", "plug", "cable", "ribbon", "releaseTab", "tab", "antenna", "lead")) && (thing.Number is not null || thing.IsIts || its))
        {
            // After the two plugs of the fan had been pulled
            Attachment? owned = null;
            if (to + 1 < words.Count && words[to].Text is "of" or "on" or "in" && StartsThing(to + 1))
            {
                var (at, preposition) = (to, words[to++].Text);
                owned = ThingAt(ref to, inPlace: true) is { } owner ? new(preposition, owner, words[at].Start, words[to - 1].End) : null;
            }
            while (to < words.Count && words[to].Is(Role.Aside) && !words[to].Is(Role.Deed) && words[to].Text != "already")
                to++;
            if (to < words.Count && (words[to] is { Text: "out" or "off" or "gone" or "undone" or "loose" or "free" or "open" } || (words[to].Is(Role.Deed) && words[to].Text.EndsWith("ed", StringComparison.Ordinal))) && !(to + 1 < words.Count && words[to + 1].Is(Role.Preposition) && !words[to + 1].Is(Role.Aside)))
            {
                var clause = Begin(i);
                clause.Object = thing;
                if (owned is not null)
                    clause.Places.Add(owned);
                if (words[to].Is(Role.Deed))
                    clause.Deeds.Add(words[to].As(Role.Deed)!);
                else
                    clause.Particle = "out";
                clause.Reach(words[i].Start, words[to].End);
                (now, joined) = (null, false);
                return to + 1;
            }
        }
        faults.RemoveRange(known, faults.Count - known);
        return null;
    }

    /// <summary>Whether a counted fastener is named here.</summary>
    private bool Fasteners(int i)
    {
        while (i < words.Count && words[i].Is(Role.Aside))
            i++;
        if (Numerals.At(words, i) is not { } numeral)
            return false;
        for (i += numeral.Length; i < words.Count; i++)
        {
            if (words[i].As(Role.Noun) is "screw" or "clip" or "latch" or "releaseTab" or "standoff" or "strip" or "glue" or "softGlue" or "tape" or "stickyTape")
                return true;
            if (!words[i].Is(Role.Describe) && words[i].Figure is null && !words[i].Is(Role.Drive) && !words[i].Is(Role.Part) && words[i].Text is not ("size" or "zero" or "nought" or "naught" or "double" or "h"))
                return false;
        }
        return false;
    }

    private int? Particle(int i)
    {
        var word = words[i];
        if (now?.Object is not null && word.Text is "off" or "out" or "away" && StartsThing(i + 1) && !joined && (words[i + 1].Text is "the" or "its" or "their" or "of" || (words[i + 1].Text is "both" or "two" && word.Text == "off" && now.Does("peel", "pull", "take")) || (Nounish(words[i + 1]) && word.Text == "off")))
            return Place(i);
        // Bezel unclipped and off: the bezel.
        if (joined && now is { Object: { IsPart: true, IsPronoun: false }, Particle: null } && now.Does("pry", "peel") && word.Text is "off" or "out" or "free" && i + 1 == words.Count)
            joined = false;
        if (now is null || joined)
        {
            if (word.Is(Role.Aside) || word.Is(Role.Preposition))
                return null;
            Begin(i);
            // The carrier: four screws, off the drive.
            if (word.Text is "off" or "out" && Clauses.Count > 1 && i + 1 < words.Count && words[i + 1].Text == "the" && StartsThing(i + 2))
            {
                joined = false;
                now!.Particle = word.Text;
                return Place(i);
            }
        }
        joined = false;
        // Pops off upwards
        if (now!.Particle is "off" or "out" && word.Text is "upwards" or "upward" or "straight up" or "straight upwards")
            now.Particle = "straight up";
        now.Particle ??= word.Text switch { "out of there" or "out of here" or "out of it" or "right out" or "clean out" => "out", "right off" or "clean off" or "off of there" => "off", "right up" => "up", "straight upwards" or "straight upward" => "straight up", "in hand" => "out", var said => said };
        now.Reach(word.Start, word.End);
        return i + 1;
    }

    /// <summary>A place: a preposition and what stands behind it.</summary>
    private int? Place(int i)
    {
        var word = words[i];
        // Screws with numbers on
        if (word.Text == "on" && i > 0 && words[i - 1].Text is "numbers" or "arrows" or "letters" or "writing" or "marks" or "caps" or "dots")
            return i + 1;
        // Heat mat on, for two minutes
        if (word.Text is "on" && now?.Object?.IsNoun("heatTool") == true)
        {
            now.Deeds.Add("use");
            now = null;
            return i + 1;
        }
        if (word.Text is "in" or "on" && now is not null && (i + 1 == words.Count || words[i + 1].Is(Role.Join)) && (now.HasDeed || now.Object is not null))
            return Away(i, Role.PutBack, "this puts something back, which is no step: Putting back has it, and tells the order");
        if (word.Text is "till" or "until" or "so that" or "so i can" or "so you can" or "so we can" or "so that i can" or "so as to" or "in order to" or "so it")
            return Swallow(i, now is not null ? "what for" : null);
        // Base of: a slip of off, since nothing follows.
        if (word.Text == "of" && i + 1 == words.Count && now is { Object: not null, Particle: null })
        {
            now.Particle = "off";
            now.Reach(word.Start, word.End);
            return i + 1;
        }
        if (word.Text is "to" or "for" or "by" && i + 1 < words.Count && words[i + 1].Is(Role.Deed) && !Nounish(words[i + 1]))
        {
            // Used a card to pop the clips; by sliding the lock.
            if (word.Text == "by" || now is null || now.Does("use", "run") || now.Object?.IsNoun("tool", "heatTool", "hand") == true)
            {
                now = null;
                return i + 1;
            }
            return Swallow(i, now.HasDeed || now.Object is not null ? "what for" : null);
        }
        // Released from one screw, loosened at its four screws, by two strips: what held it.
        if (word.Text is "from" or "at" or "by" or "through" && now is { HasDeed: true, Object.IsPart: true } && !now.Does("route") && Fasteners(i + 1))
        {
            (now, heldBy) = (null, true);
            return i + 1;
        }
        // By its side latches
        if (word.Text == "by" && now is { HasDeed: true, Object.IsPart: true } && i + 2 < words.Count && words[i + 1].Text is "its" or "their" or "the" && words.Skip(i + 2).FirstOrDefault(other => !other.Is(Role.Describe) || Nounish(other)) is { } held && held.As(Role.Noun) is "latch" or "clip")
        {
            (now, heldBy) = (null, true);
            return i + 1;
        }
        // The ports board after two screws: it came out.
        if (word.Text is "after" && now is { HasDeed: false, Particle: null, State: null, Object: { IsPart: true, IsCounted: false } } && Fasteners(i + 1))
            now.Particle = "out";
        // Drops out after two latches: they were opened.
        if (word.Text is "after" && (now is not null || Clauses.Count > 0 || Fasteners(i + 1) || Fasteners(i + 2)) && (Numerals.At(words, i + 1) is not null || (i + 2 < words.Count && words[i + 1].Text == "the" && Numerals.At(words, i + 2) is not null && Fasteners(i + 2))))
        {
            (now, heldBy) = (null, true);
            return i + 1;
        }
        // Came out after its plug and two screws
        if (word.Text is "after" && now is not null && i + 2 < words.Count && words[i + 1].Text is "its" or "their" && Nounish(words[i + 2]) && !words[i + 2].Is(Role.Part) && !words[i + 2].Is(Role.Noun, "place"))
        {
            (now, heldBy) = (null, true);
            return i + 1;
        }
        // Lifted out after disconnecting its cable: that was done.
        if (word.Text is "after" && now is not null && i + 1 < words.Count && words[i + 1].Is(Role.Deed) && words[i + 1].Text.EndsWith("ing", StringComparison.Ordinal))
        {
            now = null;
            return i + 1;
        }
        // After undoing the four screws, after removing its screw: in this line.
        if (word.Text is "after" && now is null && i + 2 < words.Count && words[i + 1].Is(Role.Deed) && words[i + 1].Text.EndsWith("ing", StringComparison.Ordinal) && (words[i + 2].Text is "its" or "their" || Fasteners(i + 2) || (words[i + 2].Text == "the" && Fasteners(i + 3))))
            return i + 1;
        if (word.Text is "before" or "after" && i + 1 < words.Count && words[i + 1].Is(Role.Deed))
            return Away(i, Role.Modal, "this points to another step: log it as a line of its own");
        var to = i + 1;
        Thing? of = null;
        // All round, 900 mm: no place.
        if (word.Is(Role.Aside) && to < words.Count && words[to].Figure is not null)
            return to;
        if (StartsThing(to) && !(to < words.Count && words[to].Figure is { Length: not null } && words[to].Text[0] is 'x' or '×'))
            of = ThingAt(ref to, inPlace: true);
        var behind = to;
        while (behind < words.Count && words[behind].Is(Role.Aside))
            behind++;
        if (of is not null && IsWith(word) && behind < words.Count && behind > to && words[behind].Is(Role.Particle) && !of.IsNoun("tool", "hand") && now?.Object is null)
            to = behind;
        // With a nut driver of five millimetres
        if (of?.IsNoun("hand", "tool") == true && of.Length is null && to + 2 < words.Count && words[to].Text == "of" && words[to + 1].Number is { } key && words[to + 2].As(Role.Unit) == "mm")
        {
            of.Length = key;
            to += 3;
        }
        if (of is not null && IsWith(word) && to < words.Count && (words[to].Is(Role.Particle) || words[to].Is(Role.Deed)) && !of.IsNoun("tool", "hand") && now?.Object is null)
        {
            // With the duct away: how things stand, not what is done.
            to++;
            leading.Add(new(word.Text, null, word.Start, words[to - 1].End));
            return to;
        }
        if (of is { Total: not null } || (of is { IsOfThem: true, IsCounted: true, Role: null } && now?.Object is { } under && (under.IsNoun("screw") || IsCover(under)) && word.Text is "under" or "below" or "beneath" or "over" or "underneath" && of.Number is { Most: > 1 }) || (of is { IsOfThem: true, IsCounted: true } && of.IsNoun("screw") && IsCover(now?.Object)))
            Fault(words[i].Start, words[to - 1].End, "how many are there in all, and what of them was undone? Say each group with its count");
        if (of is not null && word.Text == "between" && to + 1 < words.Count && words[to].Is(Role.Join) && StartsThing(to + 1))
        {
            to++;
            ThingAt(ref to, inPlace: true);
        }
        if (of is null && !(word.Text is "under" or "below" or "beneath" or "underneath" or "behind" || word.Text.StartsWith("hiding ", StringComparison.Ordinal) || word.Text.StartsWith("hidden ", StringComparison.Ordinal)))
            return word.Is(Role.Aside) || word.Is(Role.Particle) || to > i + 1 ? to : IsWith(word) ? null : i + 1;
        // Beneath each of the two
        if (of is { IsEach: true, Role: null } each && to + 1 < words.Count && words[to].Text == "of" && Numerals.At(words, words[to + 1].Text == "the" ? to + 2 : to + 1) is { Count: { } whole } numeral)
        {
            each.Number = whole;
            to += (words[to + 1].Text == "the" ? 2 : 1) + numeral.Length;
            if (to < words.Count && Nounish(words[to]))
                (each.Role, each.Is, each.Text) = (words[to].Senses.First(sense => sense.Role is Role.Noun or Role.Part).Role, words[to].Senses.First(sense => sense.Role is Role.Noun or Role.Part).Is, words[to++].Text);
        }
        // A t3 for these two
        if (of is { Role: null, Number: not null, HasFacts: false, IsEach: false } these && word.Text == "for" && now?.Object is { IsCounted: false, HasFacts: true } fitting)
        {
            fitting.Number = these.Number;
            return to;
        }
        if (of is { IsEach: true, Role: null } && word.Text is "for" or "per" or "on" or "in" or "at" && now?.Object is { } counted)
        {
            counted.IsForEach = true;
            return to;
        }
        // Four at 5 mm
        if (of is { Role: null, IsCounted: false, Length: { } reach } && now?.Object is { Length: null } measured && word.Text is "at" or "of" or "with" or "by")
        {
            (measured.Length, measured.IsLengthApart) = (reach, true);
            now.Reach(word.Start, words[to - 1].End);
            return to;
        }
        // Six screws, of four millimetres
        if (of is { Role: null, IsCounted: false, HasFacts: true, Length: { } saidLength, Drive: null } && now is null && word.Text is "of" or "at" && Clauses.LastOrDefault()?.Object is { Length: null } before && (before.IsNoun("screw", "standoff") || before is { Role: null, HasFacts: true }))
        {
            (before.Length, before.IsLengthApart) = (saidLength, true);
            return to;
        }
        // Glue cut over twenty centimetres: so long it was.
        if (of is { Role: null, IsCounted: false, Length: { } bonded } && now?.Object is { Role: Role.Noun, Length: null } bond && bond.IsNoun("glue", "softGlue", "rigidGlue", "foam", "gasket", "tape", "stickyTape", "strip") && word.Text.Split(' ')[0] is "over" or "for" or "along")
        {
            (bond.Length, bond.IsLengthApart) = (bonded, true);
            now.Reach(word.Start, words[to - 1].End);
            return to;
        }
        var place = new Attachment(word.Text, of, word.Start, words[to - 1].End);
        if (IsWith(word) && of is not null && With(of, place))
            return to;
        if (Ways.Contains(word.Text) && now is not null)
            now.Particle ??= word.Text.Split(' ')[0] is "from" ? null : "out";
        if (now is null || joined)
            leading.Add(place);
        else
        {
            now.Places.Add(place);
            now.Reach(place.Start, place.End);
        }
        return to;
    }

    /// <summary>What is done with: a tool, how a connection opens, or what has to be undone besides. False: a place.</summary>
    private bool With(Thing of, Attachment place)
    {
        if (of.IsNoun("tool", "heatTool", "solvent", "hand"))
        {
            if (of.Length is not null || of.Number is { Most: > 4 })
                Fault(place.Start, place.End, $"what of this is counted or measured? A {of.Text} is neither");
            now ??= Begin(words.FindIndex(word => word.Start == place.Start));
            // With a guitar pick all the way round
            if (now is { HasDeed: false, Object: null, Particle: null } && of.IsNoun("tool") && words.FindIndex(word => word.Start >= place.End) is > 0 and var round && words[round].Text is "all the way round" or "all the way around" or "all round" or "all around" or "round" or "around" or "right round" or "right around")
            {
                now.Deeds.Add("come");
                now.Places.Add(place);
            }
            if (of.Drive is { } drive && now.Object is { Drive: null } turned && turned.IsNoun("screw"))
                turned.Drive = drive;
            now.Tool = of.IsNoun("heatTool") ? Words.Tool.Heat : of.IsNoun("solvent") ? Words.Tool.Solvent : now.Tool;
            now.Reach(place.Start, place.End);
            return true;
        }
        if (of.IsNoun("flap", "slideLock", "bar", "lock", "lever", "press", "push", "latch") && now is not null)
            return false;
        // A plug with a pull tab
        if (of is { IsCounted: false, Many: false } && of.IsNoun("releaseTab", "tab") && now?.Object?.IsNoun("plug", "cable", "ribbon", "lead") == true)
            return false;
        // Came out with its cable: what hangs on it.
        if (of is { IsIts: true, IsCounted: false, Role: Role.Noun } && of.IsNoun("cable", "lead", "ribbon") && now is { Particle: not null, Object.IsPart: true })
            return false;
        if (of.IsPart || (of.IsNoun("holder", "cover") && now?.Object is { IsPart: true } && !of.IsCounted) || of.IsNoun("place", "seam", "piece", "chip", "machine") || (of.Text == "wires" && now?.Object?.IsNoun("plug", "cable") == true))
            return false;
        // Wireless card with two leads: what the line is about.
        if (now is { HasDeed: false, Particle: null, Object.IsPart: true })
            now.IsTopic = true;
        var clause = Begin(words.FindIndex(word => word.Start == place.Start));
        (clause.Object, clause.IsHeldBy) = (of, true);
        clause.Reach(place.Start, place.End);
        return true;
    }

    private int? Attached(int i)
    {
        if (i + 1 < words.Count && words[i + 1].Is(Role.Preposition) && !words[i + 1].Is(Role.Describe))
            return i + 1;
        if (!StartsThing(i + 1))
            return words[i].Is(Role.Aside) || i + 1 >= words.Count || words[i + 1].Is(Role.Preposition) || words[i + 1].Is(Role.Aside) || words[i + 1].Is(Role.Particle) ? i + 1 : null;
        var to = i + 1;
        if (ThingAt(ref to, inPlace: true) is not { } of)
            return null;
        // Beneath every foot sits a screw.
        if (words[i].Text is "sits" or "sit" or "lies" or "lie" or "lying" or "sitting" && of.IsNoun("screw", "standoff", "clip") && now is null)
        {
            heldBy = true;
            return i + 1;
        }
        if (of is { Total: not null } || (of is { IsCounted: true } && of.IsNoun("screw") && IsCover(now?.Object) && Enumerable.Range(i, to - i).Any(at => words[at].Text.EndsWith(" of the", StringComparison.Ordinal) || words[at].Is(Role.OfThem) || words[at].Text == "of")))
            Fault(words[i].Start, words[to - 1].End, "how many are there in all, and what of them was undone? Say each group with its count");
        if (words[i].Text.Contains("reach", StringComparison.Ordinal) && of.IsNoun("screw", "clip"))
            Fault(words[i].Start, words[to - 1].End, "were they undone as well? Say it between commas, such as 1 screw");
        var place = new Attachment(words[i].Text, of, words[i].Start, words[to - 1].End);
        if (now is null)
            leading.Add(place);
        else
        {
            now.Places.Add(place);
            now.Reach(place.Start, place.End);
        }
        return to;
    }

    /// <summary>The rest of the segment says what for, and is kept whole; what could be a fact in it is a fault.</summary>
    private int Swallow(int i, string? what)
    {
        // So that it would not be in my way: no wish of its own.
        var purpose = words[i].Text.StartsWith("so ", StringComparison.Ordinal);
        var trouble = Enumerable.Range(i, words.Count - i).FirstOrDefault(at => words[at].Number is not null || (words[at].Is(Role.Negation) && !purpose) || words[at].Is(Role.Fraction) || words[at].Is(Role.PutBack) || (words[at].Is(Role.Modal) && !purpose) || words[at].Is(Role.Join) || words[at].IsUnknown, -1);
        if (what is null || trouble >= 0)
            Fault(words[Math.Max(i, trouble)].Start, words[^1].End, "say what was done, in a line or between commas of its own");
        else if (now is not null)
        {
            now.Places.Add(new("to", null, words[i].Start, words[^1].End));
            now.Reach(words[i].Start, words[^1].End);
        }
        return words.Count;
    }
}
