using System.Globalization;

namespace WideLever.Core.StepLines;

/// <summary>Things: how many, what like, and the head that says what was handled.</summary>
internal sealed partial class ClauseReader
{
    /// <summary>The thing that is named from here on; null: none is.</summary>
    private Thing? ThingAt(ref int at, bool inPlace = false)
    {
        var thing = new Thing { Start = words[at].Start, IsThe = at > 0 && (words[at - 1].Text is "its" or "their" or "that" or "this" || words[at - 1].Text.EndsWith("the", StringComparison.Ordinal)), IsIts = at > 0 && words[at - 1].Text is "its" or "their", IsAll = at > 0 && words[at - 1].Text is "all" or "all the" or "all of them" or "and all of them" or "every one of them" };
        var (i, head, any) = (at, false, false);
        var strangers = new List<Lexeme>();
        for (; i < words.Count; i++)
        {
            var word = words[i];
            if (word.IsStop)
                break;
            // Under each one a screw, under each one screw: what lies there is no part of the place.
            if (inPlace && thing.IsEach && !head && thing.Number is null or { Exact: 1 } && (word.Text is "a" or "an" || word.Is(Role.Noun, "screw")))
                break;
            if (!head && Article(word) && !thing.IsPronoun)
            {
                thing.IsIts |= word.Text is "its" or "their";
                thing.IsThe |= word.Text is "the" or "its" or "their" or "that" or "this";
                continue;
            }
            if (word.Text is "the others" or "others" or "the rest" or "rest" && !any && !head && i + 1 < words.Count)
            {
                (thing.IsOther, thing.IsDefinite, any) = (true, true, true);
                continue;
            }
            // Those two screws: so many.
            if (word.Is(Role.Pronoun) && !any && !head && word.Text.Split(' ') is ["those" or "these", var soMany] && Lexicon.Of(soMany) is { Length: > 0 } && i + 1 < words.Count && Describes(i) && double.TryParse(Array.Find(Lexicon.Of(soMany).ToArray(), sense => sense.Role == Role.Count).Is, out var told))
            {
                (thing.Number, thing.IsDefinite, any) = ((int)told, true, true);
                continue;
            }
            if (word.Is(Role.Pronoun) && !any && !head)
            {
                thing.IsPronoun = true;
                thing.Many = word.Text is "them" or "em" or "'em" || word.Text.StartsWith("they", StringComparison.Ordinal) || word.Text.EndsWith("them", StringComparison.Ordinal) || word.Text.EndsWith("ones", StringComparison.Ordinal);
                any = true;
                i++;
                break;
            }
            // Screws of size zero
            if (head && word.Text == "of" && i + 1 < words.Count && (words[i + 1].Text is "size" or "number" || words[i + 1].Figure is { Size: not null }))
                continue;
            // number two cross; size one
            if (Sized(thing, ref i))
            {
                any = true;
                continue;
            }
            // Adhesive under the battery, 200 mm: the battery has none.
            if (head && (inPlace || thing.IsPart || thing.IsNoun("place", "seam")) && word.Number is not null && i + 1 < words.Count && words[i + 1].Is(Role.Unit))
                break;
            if (Measured(thing, ref i))
            {
                any = true;
                continue;
            }
            // The one in the corner ph1: no fact of the corner.
            if (inPlace && head && thing.IsNoun("place", "seam") && word.Figure is { Size: not null })
                break;
            if (Facts(thing, ref i))
            {
                any = true;
                continue;
            }
            // The antenna pair; speakers l+r
            if (head && !thing.IsCounted && ((word.Text == "pair" && thing.Role == Role.Noun) || (word.Text.Contains('+', StringComparison.Ordinal) && word.Text.Length > 1)))
            {
                if (thing.Is != "speakers")
                    thing.Number = 2;
                continue;
            }
            // A narrow one, one small one: another of what was said.
            if (word.Text == "one" && !head && !thing.IsThe && thing is { Looks.Count: > 0, HasFacts: false, IsOther: false, Number: null or { Exact: 1 } } && !StartsNounBehind(i))
            {
                (thing.Role, thing.Is, thing.Text, head) = (Role.Noun, "piece", "one", true);
                continue;
            }
            if (Numerals.At(words, i) is { } numeral && !(word.Is(Role.Describe, "another")))
            {
                // Slot 1, fan 2: a name.
                if (head && numeral.Length == 1 && !StartsThing(i + 1) && ((word.Figure is not null && ((thing.IsPart && thing.Is.Split(':')[0] is "fan" or "storage" or "memory" or "speakers") || thing.Text is "slot" or "socket" or "bay" or "place" or "hole" or "row" or "port" or "position")) || (i + 1 == words.Count && !thing.Many && thing.IsNoun("ribbon", "cable") && word.Figure is null && word.Number is not null)))
                {
                    thing.Which.Add(word.Text);
                    continue;
                }
                // Fan one: a name.
                if (head && numeral.Length == 1 && i + 1 == words.Count && word.Text is "one" or "two" && thing is { IsPart: true, Many: false, IsCounted: false } && thing.Is.Split(':')[0] is "fan" or "storage" or "memory" && isBeforeColon)
                {
                    thing.Which.Add(word.Text);
                    continue;
                }
                // Clips ten, antenna leads black and white
                if (head && !thing.IsCounted && thing.Many && !inPlace && numeral.Count is not null && (i + numeral.Length == words.Count || (numeral.Count is { Least: 1, Most: > 1 } && word.Number == 1 && !StartsThing(i + numeral.Length))))
                {
                    thing.IsNone = numeral.Count is { Exact: 0 } && numeral.Length > 1;
                    if (numeral.Count is { Least: < 1 } && !thing.IsNone)
                        Fault(word.Start, word.End, string.Create(CultureInfo.InvariantCulture, $"a count is a whole number from 1 to {RecordLimits.Count}"));
                    // Screws 1 to 4: so they are numbered.
                    thing.Number = numeral.Count is { Least: 1, Most: > 1 and var last } && word.Number == 1 ? last : numeral.Count;
                    i += numeral.Length - 1;
                    continue;
                }
                if (head || thing.IsCounted)
                {
                    // 8 ph0 2 btb, 6 long 2 short: a further group.
                    if (head || thing.HasFacts || thing.Looks.Count > 0)
                        break;
                    Fault(word.Start, word.End, "the count is said twice");
                    i += numeral.Length - 1;
                    continue;
                }
                // Pull tabs 0x: none.
                thing.IsNone = numeral.Count is { Exact: 0 } && (words[i].Text is "0x" || (i + 1 < words.Count && words[i + 1].Text is "x"));
                if (numeral.Count is { } n && (n.Least < 1 || n.Most > RecordLimits.Count) && !thing.IsNone)
                    Fault(word.Start, word.End, string.Create(CultureInfo.InvariantCulture, $"a count is a whole number from 1 to {RecordLimits.Count}"));
                thing.Number = numeral.Count;
                thing.IsDefinite = i > 0 && (words[i - 1].Text is "those" or "these" or "other" || words[i - 1].Text.EndsWith("the", StringComparison.Ordinal) || (thing.IsThe && thing.Which.Count > 0));
                thing.Uncounted = numeral.Count is null;
                thing.IsBoth |= word.Text is "both" or "both of" or "both of the";
                i += numeral.Length - 1;
                any = true;
                if (i + 1 < words.Count && words[i + 1].Is(Role.OfThem))
                {
                    thing.IsOfThem = true;
                    i++;
                    continue;
                }
                // Two of the twelve clips
                if (words[i].Text.EndsWith(" of the", StringComparison.Ordinal) && i + 1 < words.Count && words[i + 1].Number is > 1 && Numerals.At(words, i + 1) is { Count: { } ofAll } ofThese)
                {
                    (thing.Total, thing.IsOfThem) = (ofAll, true);
                    i += ofThese.Length;
                    continue;
                }
                // Seven of 5 mm: so long.
                if (i + 3 < words.Count && words[i + 1].Text == "of" && words[i + 2].Number is { } of && words[i + 3].As(Role.Unit) is "mm")
                {
                    (thing.Length, thing.IsLengthApart, any) = (of, true, true);
                    i += 3;
                    continue;
                }
                // Three of the ten
                if (i + 2 < words.Count && words[i + 1].Text == "of" && Numerals.At(words, words[i + 2].Text is "the" or "these" ? i + 3 : i + 2) is { Count: { } total } all)
                {
                    (thing.Total, thing.IsOfThem) = (total, true);
                    if (total.Most < thing.Number?.Least)
                        Fault(word.Start, words[i + 2].End, "more than there are: say how many were undone");
                    i += (words[i + 2].Text is "the" or "these" ? 2 : 1) + all.Length;
                    continue;
                }
                if (i + 2 < words.Count && words[i + 1].Text == "of" && StartsThing(i + 2) && word.Is(Role.Count) | word.Figure is not null)
                {
                    thing.IsOfThem = true;
                    i++;
                }
                continue;
            }
            if (word.Is(Role.Drive) && !(head && thing.Role is not null && !thing.IsNoun("screw", "standoff", "piece")))
            {
                if (thing.Drive is { } other && other.Word() != word.As(Role.Drive))
                    Fault(word.Start, word.End, "another word says otherwise: put a comma between them");
                if (WordList.TryParse<Drive>(word.As(Role.Drive)!, out var drive))
                    thing.Drive = drive;
                any = true;
                continue;
            }
            if (any && word.Is(Role.Distribution) && !StartsThing(i + 1) && (thing.IsCounted || (head && thing is { Many: false } && thing.IsNoun("screw", "clip", "plug", "cable", "ribbon", "lead", "latch", "flap") && i + 1 == words.Count)))
            {
                thing.IsForEach = true;
                continue;
            }
            if (word.Is(Role.Distribution) && (thing.IsCounted || thing.HasFacts))
                break;
            if (!head && word.Is(Role.Distribution))
            {
                (thing.IsEach, any) = (true, true);
                continue;
            }
            // Four out of five clips
            if (!head && thing.IsCounted && word.Text is "out of" && Numerals.At(words, i + 1) is { } whole)
            {
                i += whole.Length;
                continue;
            }
            // Twelve clips or more
            if (head && word.As(Role.Compare) == "orMore" && thing.Number is { Exact: { } fewest })
            {
                thing.Number = new(fewest, 2 * fewest);
                continue;
            }
            // All captive bar one
            if (thing.Captive && word.Text is "bar" or "except" or "apart from" && i + 1 < words.Count && words[i + 1].Number is { } except)
            {
                thing.Except = (int)except;
                i++;
                continue;
            }
            // M2.5, 5 long
            if (!head && word.Text is "long" && thing.Number is { Exact: { } longNumber } && (thing.Thread is not null || thing.Size is not null) && thing.Length is null && words[i - 1].Figure?.Number is not null && (i < 2 || words[i - 2].Figure is not null || words[i - 2].Is(Role.Drive)))
            {
                (thing.Length, thing.Number) = (longNumber, null);
                continue;
            }
            // Captive x 6
            if (any && word.Text is "x" or "×" && !thing.IsCounted && thing.Thread is null && i + 1 < words.Count && words[i + 1].Figure?.Number is { } multiple && multiple == Math.Floor(multiple))
            {
                thing.Number = (int)multiple;
                i++;
                continue;
            }
            // Two more of the same
            if (!head && thing.IsCounted && word.Is(Role.Describe, "another"))
            {
                (thing.IsAnother, any) = (true, true);
                if (i + 1 < words.Count && words[i + 1].Text == "of")
                    i++;
                continue;
            }
            // Snap clips, base pops
            if (head && word.Is(Role.Deed) && (!Nounish(word) || (!StartsNounBehind(i) && word.Is(Role.Deed, "slide"))))
                break;
            if (!head && word.Is(Role.State) && StartsThing(i + 1))
            {
                thing.State = word.As(Role.State);
                continue;
            }
            if (!head && word.Is(Role.Describe) && (Describes(i) || !Nounish(word)) && !(Nounish(word) && !Describes(i)))
            {
                var what = word.As(Role.Describe)!;
                if (what == "another")
                    thing.IsAnother = true;
                else if (what == "empty")
                    thing.IsEmpty = true;
                else if (what == "tight")
                    thing.IsTight = true;
                else if (what == "captive")
                    thing.Captive = true;
                else if (Positions.Contains(what))
                    thing.Which.Add(what);
                else if (what == "look")
                    thing.Looks.Add(word.Text);
                thing.IsOther |= what == "other" || word.Text is "last" or "remaining" or "final";
                thing.IsAnother |= what is "second" or "third" or "other";
                any = true;
                continue;
            }

            // Latches left and right
            if (head && thing is { Many: true, IsCounted: false } && thing.IsNoun("latch", "plug", "antenna", "lead", "foot") && word.Text is "left" or "front" && i + 2 < words.Count && words[i + 1].Is(Role.Join) && words[i + 2].Text is "right" or "rear" or "back")
            {
                thing.Number = 2;
                i += 2;
                continue;
            }
            // The fan's plug
            if (head && (thing.IsPart || thing.Text is "socket" or "connector") && word.Text == "'s" && i + 1 < words.Count && Enumerable.Range(i + 1, words.Count - i - 1).FirstOrDefault(at => !words[at].Is(Role.Describe) && words[at].Number is null, words.Count) is var owned && owned < words.Count && words[owned].Is(Role.Noun) && !words[owned].Is(Role.Deed))
            {
                if (words[i + 1].Number is not null && Numerals.At(words, i + 1) is { } ofIts)
                {
                    (thing.Number, thing.Uncounted) = (ofIts.Count, ofIts.Count is null);
                    i += ofIts.Length;
                }
                continue;
            }
            if (word.Is(Role.Fraction))
                break;
            // Pull tab left
            if (head && word.Text == "left" && i + 1 == words.Count && words.Take(at).Any(other => other.Text is "only" or "just" or "still"))
                break;
            if (head && word.Text == "left" && i + 1 < words.Count && words[i + 1].Text is "in" or "alone" or "in place" or "on" && i + 2 >= words.Count)
                break;
            if (head && word.Is(Role.Describe) && (!Nounish(word) || word.Text is "left" or "right") && Positions.Contains(word.As(Role.Describe)!) && !Describes(i) && !(word.Is(Role.Particle) || word.Text is "back" or "first"))
            {
                thing.Which.Add(word.As(Role.Describe)!);
                continue;
            }
            if (head && word.Is(Role.Describe, "captive"))
            {
                thing.Captive = true;
                continue;
            }
            if (word.Text == "loose" && any && !head && (thing.IsCounted || thing.IsOther) && !StartsThing(i + 1))
            {
                thing.IsLoose = true;
                continue;
            }
            if (word.Is(Role.Describe, "tight"))
            {
                (thing.IsTight, any) = (true, true);
                continue;
            }
            // A bit of black tape: of what it is a bit.
            if (head && thing.IsNoun("piece", "strip") && word.Text == "of" && Enumerable.Range(i + 1, words.Count - i - 1).FirstOrDefault(at => !words[at].Is(Role.Describe), words.Count) is var bit && bit < words.Count && words[bit].Is(Role.Noun))
            {
                head = false;
                continue;
            }
            if (head && word.Is(Role.Describe, "empty"))
            {
                thing.IsEmpty = true;
                continue;
            }
            // A strip of tape bridges the two boards
            if (head && word.Is(Role.Attaching) && StartsThing(i + 1))
                break;
            if (Nounish(word))
            {
                // Two screws, fan plug: more than one describes nothing; nor does a flap describe a part.
                if (head && (thing.Many && thing.Is is not ("other" or "speakers") || (thing.IsNoun("flap", "slideLock", "bar", "lock") && word.Is(Role.Part))))
                    break;
                if (head && (word.Is(Role.Preposition) || (word.Is(Role.Aside) && !word.Is(Role.Noun, "screw"))))
                    break;
                // 9 x ph0 bottom, 8 ph0 hinge: where, for what has these facts are screws.
                if (!head && (thing.IsCounted || word.Is(Role.Noun, "place")) && (thing.Size is not null || thing.Thread is not null || (thing.Drive is not null && word.Is(Role.Noun, "place"))) && !Screwlike(i))
                    break;
                if (head)
                    thing.Before.Add(new(thing.Role!.Value, thing.Is, thing.Many));
                // 4 cap scr: captive, where what is over them is no cap.
                thing.Captive |= head && thing is { Is: "cap", Text: "cap" } && word.Is(Role.Noun, "screw");
                var sense = Array.Find(word.Senses, one => one.Role is Role.Noun or Role.Part);
                (thing.Role, thing.Is, thing.Many, thing.Text, head, any) = (sense.Role, sense.Is, sense.Many, word.Text, true, true);
                continue;
            }
            if (word.IsUnknown && (!head || StartsNounBehind(i)))
            {
                strangers.Add(word);
                any = true;
                continue;
            }
            break;
        }
        if (!any)
            return null;
        // Soft grey glue
        if (thing.IsNoun("glue") && thing.Looks.Exists(look => look is "soft" or "rubbery" or "gummy" or "hard" or "rigid" or "brittle"))
            thing.Is = thing.Looks.Exists(look => look is "soft" or "rubbery" or "gummy") ? "softGlue" : "rigidGlue";
        // PH0 the lot
        thing.IsAll |= thing.HasFacts && !thing.IsCounted && i < words.Count && words[i].Text is "the lot" or "every one" or "throughout" or "all of them" or "every one of them" or "all round" or "altogether" or "all";
        thing.End = words[i - 1].End;

        // A place may have any name, but not one that a slip made of a known word.
        foreach (var stranger in strangers)
        {
            if (!inPlace || Lexicon.CouldName(stranger.Text))
                Stranger(stranger, thing);
        }
        at = i;
        return thing;
    }

    /// <summary>Whether the nouns from here on end in something that has a size.</summary>
    private bool Screwlike(int i)
    {
        for (; i < words.Count; i++)
        {
            if (words[i].Is(Role.Noun, "screw") || words[i].Is(Role.Noun, "standoff") || words[i].Is(Role.Noun, "piece") || words[i].Is(Role.Noun, "hand") || words[i].Is(Role.Noun, "tool"))
                return true;
            if (!Nounish(words[i]) && !words[i].Is(Role.Describe))
                return false;
        }
        return false;
    }

    private bool StartsNounBehind(int i) => i + 1 < words.Count && (Nounish(words[i + 1]) || (words[i + 1].IsUnknown && StartsNounBehind(i + 1)));

    private static bool Article(Lexeme word) => word.Is(Role.Aside) && word.Text is "the" or "a" or "an" or "its" or "his" or "her" or "their" or "my" or "your" or "our" or "this" or "that" or "these" or "those" or "all" or "just" or "only" or "all the"
        or "whole" or "very" or "quite" or "really" or "rather" or "kind" or "lovely" or "nice" or "pesky" or "blasted" or "bloody" or "damn" or "wretched" or "awkward" or "tricky" or "fiddly" or "flat" or "pretty" or "slightly" or "poor" or "dear" or "stubborn" or "another";

    /// <summary>A word that nobody knows: a drive of screws, or a part.</summary>
    private void Stranger(Lexeme word, Thing thing)
    {
        thing.IsStrange = true;
        // A letter for a figure: pho is ph0.
        var figures = word.Text.Replace('o', '0').Replace('l', '1');
        var near = figures != word.Text && Figures.TrySize(figures, out _, out _) ? figures : nearest(word.Text);
        var meant = near is null ? "" : $"; did you mean \"{near}\"?";
        var text = StepLine.Shown(word.Text);
        faults.Add(near is not null ? new(word.Start, word.End, $"unrecognised word \"{text}\"{meant}", near)
            : thing.IsNoun("screw", "standoff") ? new(word.Start, word.End, $"unrecognised word \"{text}\": which drive is that?", null) { Asks = StrangerKind.Drive }
            : thing.Role is null ? new(word.Start, word.End, $"unrecognised word \"{text}\": what part is that? Name it with its kind, such as lift = {text}:other", null) { Asks = StrangerKind.Part }
            : new(word.Start, word.End, $"unrecognised word \"{text}\"", null));
    }

    /// <summary>The size of a driver said in words: size one, number zero cross.</summary>
    private bool Sized(Thing thing, ref int i)
    {
        static string? Digits(string text) => text switch { "zeros" or "zeroes" or "zero" or "nought" or "naught" or "aught" or "oh" or "0" => "0", "double zero" or "double nought" or "double oh" or "00" => "00", "triple zero" or "000" => "000", _ => null };
        string? Number(int at)
        {
            if (at >= words.Count)
                return null;
            if (words[at].Text is "double" or "triple" && at + 1 < words.Count && Digits(words[at + 1].Text) == "0")
                return words[at].Text == "double" ? "00" : "000";
            if (Digits(words[at].Text) == "0" && at + 1 < words.Count && Digits(words[at + 1].Text) == "0")
                return at + 2 < words.Count && Digits(words[at + 2].Text) == "0" ? "000" : "00";
            return Digits(words[at].Text) ?? words[at].Number?.ToString(CultureInfo.InvariantCulture);
        }
        var named = words[i].Text is "size" or "number" or "no." or "nr";
        var drive = i + (named ? 1 : 0) is var from && words[i].Is(Role.Drive) ? words[i] : null;
        // Double zero cross
        if (!named && (words[i].Text is "double" or "triple" || Digits(words[i].Text) is not null && words[i].Figure is null) && Number(i) is { } ahead && (i + (words[i].Text is "double" or "triple" ? 2 : ahead.Length) is var behind) && behind < words.Count && words[behind].Is(Role.Drive) && WordList.TryParse<Drive>(words[behind].As(Role.Drive)!, out var turning))
        {
            (thing.Drive, thing.Size) = (turning, Figures.SizeOf(turning, ahead));
            i = behind;
            return true;
        }
        if (!named && !(drive is not null && i + 1 < words.Count && (words[i + 1].Text is "size" or "number" or "no." or "nr" || Digits(words[i + 1].Text) is not null || (words[i + 1].Text is "double" or "triple") || (drive.Is(Role.Drive, "cross") && words[i + 1] is { Figure: null, Number: <= 4 } && (i + 2 >= words.Count || !Nounish(words[i + 2]) || words[i + 2].Is(Role.Noun, "screw"))))))
            return false;
        var at = named ? i + 1 : words[i + 1].Text is "size" or "number" or "no." or "nr" ? i + 2 : i + 1;
        if (at < words.Count && words[at].Figure is { Size: not null } && named)
        {
            i = at - 1;
            return true;
        }
        if (Number(at) is not { } number)
            return false;
        var took = words[at].Text is "double" or "triple" ? at + 1 : number is "00" or "000" && words[at].Text.Length > 3 ? at + number.Length - 1 : at;
        if (named && took + 1 < words.Count && words[took + 1].Is(Role.Drive))
            (drive, took) = (words[took + 1], took + 1);
        var kind = drive?.As(Role.Drive) is { } word && WordList.TryParse<Drive>(word, out var said) ? said : thing.Drive;
        if (kind is null)
        {
            thing.SizeNumber = number;
            i = took;
            return true;
        }
        thing.Drive = kind;
        if (thing.Size is not null)
            Fault(words[i].Start, words[took].End, "the size is said twice");
        thing.Size = Figures.SizeOf(kind.Value, number);
        i = took;
        return true;
    }

    /// <summary>A number with its unit: a length, or what is no count.</summary>
    private bool Measured(Thing thing, ref int i)
    {
        // 2.5 by 5 mm screws: thread and length.
        if (i + 4 < words.Count && words[i].Number is { } thread && words[i + 1].Text is "by" or "x" && words[i + 2].Number is { } screwLength && words[i + 3].As(Role.Unit) == "mm" && words[i + 4].Is(Role.Noun, "screw") && thing.Thread is null && thing.Length is null)
        {
            (thing.Thread, thing.Length) = (string.Create(CultureInfo.InvariantCulture, $"M{thread}"), screwLength);
            i += 3;
            return true;
        }
        // Four screws, 2 by 4 mm: thread and length, for what is so thin is no area.
        if (i + 2 < words.Count && words[i].Number is >= 1.2 and <= 4 and var thin && words[i + 1].Text is "by" or "x" && words[i + 2].Number is >= 2 and <= 40 and var itsLength && thing is { Thread: null, Length: null } && (thing.Role is null || thing.IsNoun("screw"))
            && (i + 3 == words.Count || words[i + 3].As(Role.Unit) == "mm")
            && (thing.IsNoun("screw") || thing.Drive is not null || Clauses.LastOrDefault()?.Object is { } of && (of.IsNoun("screw") || of.HasFacts) || words.Exists(other => other.Is(Role.Noun, "screw") || other.Is(Role.Drive) || other.Figure is { Size: not null })))
        {
            (thing.Thread, thing.Length) = (string.Create(CultureInfo.InvariantCulture, $"M{thin}"), itsLength);
            i += i + 3 < words.Count && words[i + 3].As(Role.Unit) == "mm" ? 3 : 2;
            return true;
        }
        // 3 by 4 cm is an area, and no length.
        if (i + 3 < words.Count && words[i].Number is not null && words[i + 1].Text is "by" or "x" && words[i + 2].Number is not null && words[i + 3].Is(Role.Unit) && thing.Thread is null && thing.Size is null)
        {
            i += 3;
            return true;
        }
        // Thirty five centimetres
        if (i + 2 < words.Count && words[i].Figure is null && words[i].Number is >= 20 and <= 90 and var tens && words[i + 1].Figure is null && words[i + 1].Number is >= 1 and <= 9 and var ones && words[i + 2].As(Role.Unit) is "mm" or "cm" && thing.Length is null)
        {
            thing.Length = (tens + ones) * (words[i + 2].As(Role.Unit) == "cm" ? 10 : 1);
            thing.IsLengthApart = true;
            i += 2;
            if (i + 1 < words.Count && words[i + 1].Text is "of" or "long" or "each")
                i++;
            return true;
        }
        // About 1 m
        if (words[i].Is(Role.About) && !words[i].Is(Role.Count) && i + 2 < words.Count && words[i + 1].Number is not null && (words[i + 2].As(Role.Unit) is "mm" or "cm" or "m" || (i + 3 < words.Count && words[i + 2].Number is >= 1 and <= 9 && words[i + 3].As(Role.Unit) is "mm" or "cm" or "m")))
        {
            i++;
            if (Measured(thing, ref i))
                return true;
            i--;
        }
        if (i + 1 >= words.Count || words[i].Number is not { } number || !words[i + 1].Is(Role.Unit))
            return false;
        var unit = words[i + 1].As(Role.Unit);
        if (unit == "none")
        {
            // A way, a square or a cell is no unit where it is counted.
            if (Nounish(words[i + 1]))
                return false;
            if (words[i + 1].Text is "pin" or "pins" or "pole" or "poles" or "way" or "ways" or "lane" or "lanes" or "cell" or "cells" && !StartsNounBehind(i + 1))
                return false;
            thing.End = words[i + 1].End;
            i++;
            return true;
        }
        if (thing.Length is not null)
            Fault(words[i].Start, words[i + 1].End, "the length is said twice");
        thing.Length = number * unit switch { "cm" => 10, "m" => 1000, "inch" => 25.4, _ => 1 };
        thing.IsLengthApart = true;
        i++;
        // 60 mm of tape
        if (i + 1 < words.Count && words[i + 1].Text is "of" or "long" or "each")
            i++;
        return true;
    }

    /// <summary>Size, thread and length of screws.</summary>
    private bool Facts(Thing thing, ref int i)
    {
        // PH0 or PH1, not sure; m2x4 or x5: what both have in common.
        if (words[i].Figure is { Number: null } one && i + 2 < words.Count && words[i + 1].Text == "or" && words[i + 2].Figure is { Number: null } another && thing is { Size: null, Thread: null, Length: null } or { Thread: null, Length: null } && one.Size is null == another.Size is null)
        {
            if (one.Size is not null)
                thing.Drive = one.Drive == another.Drive ? one.Drive : thing.Drive;
            else
                (thing.Thread, thing.Length) = (another.Thread is null || another.Thread == one.Thread ? one.Thread : null, one.Length == another.Length ? one.Length : null);
            i += 2;
            return true;
        }
        if (words[i].Figure is { } figure)
        {
            if (figure.Size is not null)
            {
                if (thing.Size is not null)
                    Fault(words[i].Start, words[i].End, "the size is said twice");
                if (thing.Drive is { } said && said != figure.Drive)
                    Fault(words[i].Start, words[i].End, $"{figure.Size} is a {figure.Drive!.Value.Name()} size");
                (thing.Drive, thing.Size) = (figure.Drive, figure.Size);
                return true;
            }
            // 2x2 screws: two by two of them, or so long?
            if (figure.Length is <= 3 and { } rows && figure.Thread is null && words[i].Text[0] is 'x' or '×' && thing is { Role: null, Size: null, Drive: null, Thread: null, Number.Exact: { } columns } && columns <= 6 && words[i].Start == words[i - 1].End && i + 1 < words.Count && words[i + 1].Is(Role.Noun, "screw"))
            {
                faults.Add(new(words[i - 1].Start, words[i].End, "so many in all, or so long?", null) { Choices = [new($"{columns * rows} of them", $"{columns * rows} screws"), new($"{columns} of {rows} mm", $"{columns} screws {rows} mm")] });
                return true;
            }
            // Two of them: sodimm x2
            if (figure.Length is { } many && figure.Thread is null && words[i].Text[0] is 'x' or '×' && thing.Role is not null && !thing.IsNoun("screw", "standoff", "piece") && !thing.HasFacts && !thing.IsCounted && many == Math.Floor(many))
            {
                thing.Number = (int)many;
                return true;
            }
            // Screws x2: how many; x5: so many, or so long?
            if (figure.Length is { } times && figure.Thread is null && words[i].Text[0] is 'x' or '×' && thing.IsNoun("screw") && thing is { IsCounted: false, HasFacts: false } && times == Math.Floor(times) && !words[i].Text.EndsWith('m'))
            {
                if (times <= 2)
                    thing.Number = (int)times;
                else
                    faults.Add(new(words[i].Start, words[i].End, "so many, or so long?", null) { Choices = [new($"{times} of them", $"{times} screws"), new($"{times} mm long", $"screws {times} mm")] });
                return true;
            }
            // PH0 x4: so many, or so long?
            if (figure.Length is { } howMany && figure.Thread is null && words[i].Text[0] is 'x' or '×' && thing is { Size: not null, Thread: null, Length: null, IsCounted: false } && words[i].Start > words[i - 1].End && howMany == Math.Floor(howMany) && howMany <= 12 && !words[i].Text.EndsWith('m') && isBehindColon)
            {
                thing.Number = (int)howMany;
                return true;
            }
            if (figure.Thread is not null || figure.Length is not null)
            {
                if ((figure.Thread is not null && thing.Thread is not null) || (figure.Length is not null && thing.Length is not null))
                    Fault(words[i].Start, words[i].End, figure.Thread is not null ? "the thread is said twice" : "the length is said twice");
                (thing.Thread, thing.Length) = (figure.Thread ?? thing.Thread, figure.Length ?? thing.Length);
                thing.IsLengthApart |= figure.Length is not null && words[i].Text[0] is not ('x' or '×' or '*');
                return true;
            }
        }
        // PH0 x 4: so many.
        if (words[i].Text is "x" or "×" && thing is { Size: not null, Thread: null, IsCounted: false } && i + 1 < words.Count && words[i + 1].Figure?.Number is { } soMany && soMany == Math.Floor(soMany) && !(i + 2 < words.Count && words[i + 2].Is(Role.Unit)))
        {
            thing.Number = (int)soMany;
            i++;
            return true;
        }
        // m2 by 5, m2 x 5 mm
        if (words[i].Text is "x" or "by" or "×" or "*" && (thing.Thread is not null || thing.Size is not null) && thing.Length is null && i + 1 < words.Count && words[i + 1].Number is { } length)
        {
            thing.Length = length;
            i++;
            if (i + 1 < words.Count && words[i + 1].As(Role.Unit) == "mm")
                i++;
            return true;
        }
        // m two point five by six
        if (words[i].Text == "m" && i + 1 < words.Count && words[i + 1].Number is { } thick && thing.Thread is null)
        {
            var (said, tenths) = (string.Create(CultureInfo.InvariantCulture, $"M{thick}"), i + 3 < words.Count && words[i + 2].Text == "point" ? words[i + 3].Number : null);
            thing.Thread = tenths is { } tenth ? string.Create(CultureInfo.InvariantCulture, $"{said}.{tenth}") : said;
            i += tenths is null ? 1 : 3;
            return true;
        }
        // y zero
        if (words[i].Text is "y" && i + 1 < words.Count && words[i + 1].Text is "zero" or "nought" && thing.Size is null)
        {
            (thing.Drive, thing.Size) = (Words.Drive.TriLobe, Figures.SizeOf(Words.Drive.TriLobe, "0"));
            i++;
            return true;
        }
        // p two, t five, p h one
        if (words[i].Text is "p" or "t" or "y" or "ph" or "p h" && i + 1 < words.Count && words[i + 1].Number is { } driver && (words[i + 1].Figure is null || words[i].Text.Length == 1 || (driver <= 4 && (i + 2 >= words.Count || !Nounish(words[i + 2]) || words[i + 2].Is(Role.Noun, "screw")))) && thing.Size is null && driver < 50)
        {
            var turned = words[i].Text switch { "p" => Words.Drive.FiveLobe, "t" => Words.Drive.SixLobe, "y" => Words.Drive.TriLobe, _ => Words.Drive.Cross };
            (thing.Drive, thing.Size) = (turned, Figures.SizeOf(turned, driver.ToString(CultureInfo.InvariantCulture)));
            i++;
            return true;
        }
        return false;
    }
}
