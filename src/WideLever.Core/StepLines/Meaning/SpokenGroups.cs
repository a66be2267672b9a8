using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>Facts and numbers that stand alone: how many there are of what was said, what they are like, and which of them are otherwise.</summary>
internal sealed partial class SpokenMeaning
{
    // Three along the back, three along the front, all ph0 screws: what is counted before it is named.
    private readonly List<(Clause Clause, Thing Thing)> unnamed = [];

    // How far something slid, in the words of the line: kept as a note.
    private readonly List<string> distances = [];

    // The clause that makes up a count with the one before it.
    private Clause? completes;

    private void Bare(Clause clause, Thing thing)
    {
        var before = acts.Count > 0 ? acts[^1] : null;
        // Two fans, the left one first: which of them.
        if (thing is { Role: null, Number.Exact: 1, HasFacts: false } && thing.Which.Count > 0 && acts.Count + lifts.Count == 0 && mentioned.FindLast(one => one.Thing is { IsPart: true, Number.Exact: > 1 }) is { Thing: { } several } plural)
        {
            mentioned.Remove(plural);
            counts.Remove(several.Is);
            (thing.Role, thing.Is, thing.Text, thing.Number) = (several.Role, several.Is, several.Text.EndsWith('s') ? several.Text[..^1] : several.Text, null);
            OfPart(clause, thing);
            return;
        }
        // Left speaker stays, the right one is out: the other of the two.
        if (thing is { Role: null, Number: null or { Exact: 1 }, HasFacts: false } && thing.Which.Count > 0 && acts.Count + lifts.Count == 0 && (clause.HasDeed || clause.Particle is not null) && Stays().IsMatch(line[..thing.Start]) && words.FindLast(word => word.End <= thing.Start && word.Is(Role.Part) && !word.Is(Role.Aside)) is { } stays && Array.Find(stays.Senses, sense => sense.Role == Role.Part) is var kindred)
        {
            (thing.Role, thing.Is, thing.Text, thing.Number, thing.Many) = (Role.Part, kindred.Is, stays.Text, null, false);
            OfPart(clause, thing);
            return;
        }
        // Tape over two plugs, peeled it and pulled both: the plugs.
        if (thing is { IsBoth: true, HasFacts: false } && before?.Sort == Sort.Peel && clause.Does("pull", "unplug") && clauses.TakeWhile(other => other != clause).SelectMany(other => other.Places).LastOrDefault(place => place.Of is { Role: Role.Noun, Number.Exact: 2 } of && of.IsNoun("plug", "cable", "ribbon", "lead", "antenna", "press", "push"))?.Of is { } covered)
        {
            clause.Object = covered;
            Connected(clause, covered);
            return;
        }
        if (Apart(clause, thing, before))
            return;
        // Six screws, three a side: the same six.
        if (thing is { IsForEach: true, Role: null, HasFacts: false, IsAnother: false, Number.Exact: { } share } && before?.Action.Count?.Exact is { } inAll && share < inAll && inAll % share == 0 && clause is { HasDeed: false, Particle: null } && before.Parts.Count == 0 && Sides().IsMatch(line[clause.Start..Math.Min(line.Length, clause.End + 6)]))
            return;
        // Two sodimms, latches, both out: the modules.
        if (thing is { IsBoth: true, HasFacts: false } && before is not null && before.Action.Count != 2 && (clause.Does("come", "take", "lift", "pull") || clause.Particle is "out" or "off") && mentioned.FindLast(one => one.Thing is { IsPart: true, Number.Exact: 2 }) is { Thing: { } twins } pair)
        {
            Again(clause, twins, pair.Clause);
            return;
        }
        // Three screws and a plug, both undone: the two things that were said.
        if (thing is { IsBoth: true, HasFacts: false, Length: null } && acts.Count > 1 && acts[^1].Sort != acts[^2].Sort && acts[^2].Clause.Segment >= clause.Segment - 2 && clause.Places.Count == 0 && !clause.Does("come") && (clause.Does("undo", "unscrew", "unplug", "take") || clause.Particle is "off" or "out" or "loose" or "free") && !acts.Exists(act => act.Action.Count == new Count(2, 2)))
            return;
        var screws = before?.Sort == Sort.Screws ? before : null;
        // Six at four millimetres and two at nine
        if (screws is null && unnamed.Count > 0 && unnamed[^1].Thing.Length is not null && thing is { Length: null, IsCounted: true } && clause.Places.Find(place => place.Preposition is "at" or "of" && place.Of is { Role: null, Number.Exact: not null, HasFacts: false }) is { Of.Number.Exact: { } alike } same)
        {
            thing.Length = alike;
            clause.Places.Remove(same);
        }
        if (thing.SizeNumber is { } number && (thing.Drive ?? (screws?.Action as Unscrew)?.Drive) is { } drive)
            (thing.Drive, thing.Size) = (drive, Figures.SizeOf(drive, number));
        var total = thing.Total is not null && clause.Places.Exists(place => Hides(place.Preposition));
        var named = total || thing.Drive is not null || thing.Size is not null || thing.Thread is not null;
        if (named || thing.Captive || thing.IsLoose || screws is not null)
            Group(clause, thing, screws, named);
        else if (thing.Length is { } length)
            Measure(clause, thing, before, length);
        else if (thing.IsTight && before?.Action is Unplug { Connector: Connector.WirePlug } plug)
            before.Action = plug with { Connector = Connector.TightWirePlug };
        else if (before is null && !thing.IsPronoun && thing.IsCounted && (clause.Particle is not null || clause.HasDeed) && Parts() is var (about, where) && (about.Number is null || about.Number == thing.Number))
        {
            // Sodimm x2, both out: the part that was spoken of.
            about.Number = thing.Number;
            Again(clause, about, where);
        }
        else if (thing.IsCounted)
            Number(clause, thing, before);
        else if (thing.IsEach && before is { Sort: Sort.Connection, Action: Unplug known, Clause.Object: { } whole } && clause.Places.Count > 0)
        {
            // Both released, each by a flap
            before.Action = known with { Connector = KindOf(clause, new Thing { Role = whole.Role, Is = whole.Is, Text = whole.Text }, false).Kind };
        }
        else if (clause.HasDeed || (thing.IsEach && clause.Places.Count > 0))
            Fault(clause, "what was done to what? Name it");
    }

    [System.Text.RegularExpressions.GeneratedRegex(@"\b(stay(s|ed)?|leave|leaving|left (in|alone|on)|remains?)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex Stays();

    [System.Text.RegularExpressions.GeneratedRegex(@"\b(a|per|to a|each|either|every) (side|end|edge|row|hinge)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex Sides();

    /// <summary>Four ribbons, three with flaps and one without a lock: the others stay as they are.</summary>
    private bool Apart(Clause clause, Thing thing, Act? before)
    {
        // One with a flap and two you just pull; the other you just pull.
        var pulls = clause is { Deeds: ["pull"] } && before?.Clause.Object?.Is is "ribbon" or "cable" && System.Text.RegularExpressions.Regex.IsMatch(line[clause.Start..clause.End], @"\b(just|simply|only|straight)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase);
        // Two flip, one slides; three are plain plugs, the other is tight.
        var deed = clause is { Deeds: [var only], Places.Count: 0 } && !clause.IsStatement && !(only == "slide" && clause.Particle is not null) && before?.Action is Unplug { Connector: null or Connector.WirePlug } ? only : null;
        var plain = thing.Looks.Exists(look => look is "plain" or "normal" or "ordinary" or "regular") || clause.Places.Exists(place => place.Of is { Is: "plug" } && clause.IsStatement);
        if (before is not { Sort: Sort.Connection, Action: Unplug { Count.Exact: { } all } plugs } || (thing.Number?.Exact is { } said && !(thing.IsOther && before.IsRest && said == 1) ? said : ((pulls || deed is not null || thing.IsTight || clause.Places.Count > 0) && thing.IsOther && before.IsRest ? all : (int?)null)) is not { } some || some > all || thing.HasFacts || before.Clause.Object is not { } whole
            || !(pulls || plain || (thing.IsTight && thing.IsOther) || (deed is "flip" or "slide" && whole.Is is "ribbon" or "cable" or "plug" or "lead" && (thing.IsBoth || before.IsRest || some < all)) || clause.Places.Exists(place => place.Of is { } of && of.IsNoun("flap", "bar", "slideLock", "lock", "press", "push", "lever", "latch"))))
        {
            return false;
        }
        var kind = pulls ? Connector.PushFit : deed is "flip" ? Connector.FlipLock : deed is "slide" ? Connector.SlideLock : plain ? (whole.Is == "ribbon" ? plugs.Connector : Connector.WirePlug) : thing.IsTight ? Connector.TightWirePlug : KindOf(clause, new Thing { Role = whole.Role, Is = whole.Is, Text = whole.Text }, false).Kind;
        before.Action = some == all ? plugs with { Connector = kind } : plugs with { Count = all - some };
        before.IsRest = some < all;
        if (some < all)
            acts.Insert(acts.Count - 1, new(Sort.Connection, new Unplug { Connector = kind, Count = some }, clause) { Merged = true });
        return true;
    }

    private void Measure(Clause clause, Thing thing, Act? before, double length)
    {
        // The lock slides out, two millimetres: how far.
        if (!thing.IsCounted && length <= 30 && before?.Action is not (Unbond or Peel) && (clause.Does("slide", "move", "come") ? clause : clauses.TakeWhile(other => other != clause).LastOrDefault())?.Does("slide", "move", "press", "flip", "swing", "pull") == true)
        {
            distances.Add(line[clause.Start..clause.End]);
            return;
        }
        // Five mm across the flats: the size of the key.
        if (before?.Action is Unscrew { Drive: (Drive.Nut or Drive.Hex) and { } key, Size: null } nuts && clause.Places.Exists(place => place.Of?.Text == "flats"))
            before.Action = nuts with { Size = Figures.SizeOf(key, Figures.Said(length)) };
        else if (before is null && unnamed.Count > 0 && !thing.IsCounted && unnamed[^1].Thing.Length is null)
            (unnamed[^1].Thing.Length, unnamed[^1].Thing.IsLengthApart) = (length, thing.IsLengthApart);
        else if (before?.Action is Unbond { LengthMm: null } bond && bond.Bond != Bond.ReleaseTab && !thing.IsCounted)
            before.Action = bond with { LengthMm = length };
        else if (before?.Action is Peel { What: PeelWhat.Tape } tape)
            before.Action = new Unbond { Bond = Bond.Tape, Count = tape.Count, LengthMm = length, Notes = tape.Notes };
        else if (before is null && thing.IsCounted)
            unnamed.Add((clause, thing));
        else
            Fault(clause, "what has this length? Say screws, or a bond such as soft glue");
    }

    private static Unscrew With(Unscrew screws, Thing thing) => screws with
    {
        Drive = thing.Drive ?? screws.Drive,
        Size = thing.Size ?? screws.Size,
        Thread = thing.Thread ?? screws.Thread,
        Length = thing.Length ?? screws.Length,
        Captive = thing.IsLoose ? false : thing.Captive || screws.Captive == true,
    };

    private static bool Against(Unscrew screws, Thing thing) => (thing.Size is not null && screws.Size is not null && thing.Size != screws.Size) || (thing.Thread is not null && screws.Thread is not null && thing.Thread != screws.Thread)
        || (thing.Length is not null && screws.Length is not null && thing.Length != screws.Length) || (thing.Drive is not null && screws.Drive is not null && thing.Drive != screws.Drive);

    /// <summary>More of the screws that were spoken of, or some of them.</summary>
    private void Group(Clause clause, Thing thing, Act? screws, bool named)
    {
        if (screws?.Action is Unscrew { Drive: (Drive.Nut or Drive.Hex) and { } keyed, Size: null } unsized && thing is { Length: { } across, IsCounted: false } && clause.Places.Exists(place => place.Of?.Text == "flats"))
        {
            screws.Action = unsized with { Size = Figures.SizeOf(keyed, Figures.Said(across)) };
            return;
        }
        if (thing.Length is < 2 && thing.IsLengthApart && thing.Thread is null && (screws?.Action as Unscrew)?.Thread is null)
            Fault(clause, $"a length, or the thread? Say x{Figures.Said(thing.Length.Value)} or m{Figures.Said(thing.Length.Value)}");
        if (screws?.Action is Unscrew { Drive: Drive.Nut, Size: null } && thing is { Drive: Drive.Hex, Size: null })
            thing.Drive = Drive.Nut;
        if (screws?.Action is Unscrew { Drive: Drive.Nut or Drive.Hex, Size: null } && thing is { Length: { } key, IsLengthApart: true, Size: null })
        {
            Fault(clause, $"a length, or the size of the key? Say x{Figures.Said(key)} or n{Figures.Said(key)}");
            return;
        }
        // Two are eight millimetres, the others five; five at ten, four at six: lengths without their unit.
        if (screws?.Action is Unscrew { Length: not null } && thing is { IsOther: true, Length: null, HasFacts: false, Number.Exact: { } shortNumber } && acts.FindLast(act => act.IsRest) is { Action: Unscrew { Length: null } theOthers } leftOver && theOthers.Count?.Exact != shortNumber)
        {
            leftOver.Action = theOthers with { Length = shortNumber };
            return;
        }
        if (screws?.Action is Unscrew { Length: not null } && thing is { Length: null, IsCounted: true } && clause.Places.Find(place => place.Preposition is "at" or "of" && place.Of is { Role: null, Number.Exact: not null, HasFacts: false }) is { Of.Number.Exact: { } bare } atLength)
        {
            thing.Length = bare;
            clause.Places.Remove(atLength);
        }
        // Ten of them 5 mm, the last one 3 mm; the others five.
        if (acts.FindLast(act => act.IsRest) is { Action: Unscrew rest } left && (thing.IsOther || (thing is { IsLoose: true, Number: not null } && rest.Count == thing.Number) || (thing is { IsDefinite: true, Number: not null } && rest.Count == thing.Number && clause is { HasDeed: false, Particle: null })) && (thing.Number is null || rest.Count == thing.Number || thing.Number == Count.One && rest.Count == Count.One))
        {
            left.Action = With(rest, thing);
            // What is said next is said of them.
            acts.Remove(left);
            acts.Add(left);
            return;
        }
        // Three of the ten are under the feet: the others are not.
        if (screws is null && thing is { Total: { Exact: { } ofAll }, Number: { Exact: { } these } } && these < ofAll)
        {
            var plain = new Unscrew { Count = ofAll, Drive = thing.Drive, Size = thing.Size, Thread = thing.Thread, Length = thing.Length, Captive = false };
            acts.Add(new(Sort.Screws, plain, clause) { Base = plain });
            Split(acts[^1], clause, thing, these, ofAll);
            return;
        }
        if (screws?.Action is not Unscrew known)
        {
            // These are captive, four of them: what they are before how many there are.
            if (thing is { Captive: true, IsCounted: false } && clause is { HasDeed: false, Particle: null } && clauses.SkipWhile(other => other != clause).Skip(1).FirstOrDefault() is { Object: { Role: null, IsCounted: true, HasFacts: false } })
            {
                acts.Add(new(Sort.Screws, new Unscrew { Count = null, Captive = true }, clause) { IsFacts = true });
                return;
            }
            // Eleven, all captive
            if (thing is { Captive: true, IsCounted: false } && unnamed.Count > 0 && unnamed.TrueForAll(one => one.Thing.Number is not null))
            {
                Named(clause, new Unscrew { Captive = true });
                return;
            }
            if (thing is { Captive: true, IsCounted: false } or { IsLoose: true } && !named)
                Fault(clause, "what is captive or loose? Say how many screws");
            else
                Loose(clause, thing);
            return;
        }
        // Four captive, two plain
        if (known.Captive == true && !screws.IsFacts && thing is { Role: null, HasFacts: false, IsOfThem: false, IsDefinite: false, IsOther: false, Number: { } freely } && (thing.IsLoose || thing.Looks.Exists(look => look is "plain" or "normal" or "ordinary" or "regular")) && clause is { HasDeed: false, Particle: null, Places.Count: 0 })
        {
            acts.Add(new(Sort.Screws, known with { Count = freely, Captive = false, Cover = Cover.None, Covers = null, Notes = null }, clause) { Part = screws.Part });
            return;
        }
        if (!thing.IsCounted)
        {
            if (thing.HasFacts)
                Fill(clause, thing, screws, known);
            else if (clause.HasDeed)
                Fault(clause, "what was done to what? Name it");
            return;
        }
        var (hidden, covers) = Hidden(clause, thing, out var read);
        if (thing.Uncounted || thing.Number is not { } number)
        {
            // Lost count: of what was said.
            if (clause.Places.Count > 0 || thing.HasFacts)
                Fault(clause, "how many are there in all? Say each group with its count");
            return;
        }
        if (hidden == Cover.None && known.Cover is not (null or Cover.None) && clause.Places.Exists(place => place.Of is { IsEach: true } each && CoverOf(each) is not null))
            return;
        if (hidden == known.Cover && hidden != Cover.None && clause.Places.Exists(place => place.Of is { IsEach: true }))
            return;
        // Fan screws, 3 ph0; ph1 screws, four at 5 mm, two at 11 mm
        if (known.Count is null || screws.IsFacts || (screws.Clause.IsTopic && screws.Clause.Object is { IsCounted: false }) || (thing is { HasFacts: true, Number.Exact: 1, IsAnother: false, IsOther: false } && known is { Count.Exact: 1, Drive: null, Size: null, Thread: null, Length: null } && screws.Clause.Object is { IsCounted: false, Many: false } && clause is { HasDeed: false, IsJoined: false } && hidden == Cover.None))
        {
            screws.Base ??= known;
            screws.Action = With(known, thing) with { Count = Counted(clause, thing), Cover = hidden == Cover.None ? known.Cover : hidden, Covers = covers ?? known.Covers };
            (screws.IsFacts, screws.End) = (false, clause.End);
            if (screws.Clause.Object is { } noun)
                noun.Number = number;
            return;
        }
        if (thing.IsForEach && screws.Clause.Object is { IsCounted: false } single && Counted(clause, thing) is { } product)
        {
            screws.Action = With(known, thing) with { Count = product };
            single.Number = product;
            return;
        }
        if (thing.IsForEach && Counted(clause, thing) is { } each)
        {
            number = each;
            if (number == known.Count)
                return;
        }
        if (thing.Except is { } except && known.Count is { Exact: { } whole } && except < whole && number == known.Count)
        {
            Split(screws, clause, new() { Number = except, IsLoose = true }, except, whole);
            screws.Action = screws.Action is Unscrew others ? others with { Captive = true } : screws.Action;
            return;
        }
        var some = number.Exact;
        var all = known.Count?.Exact;
        // Four screws and the one under the label: besides.
        var besides = (clause.IsJoined || clause.IsNext || screws.Parts.Count > 1) && thing is { IsDefinite: true, IsOther: false, IsOfThem: false };
        var part = some < all && !besides && !(thing.IsLoose && screws.Base is not null) && (thing.IsOfThem || thing.IsDefinite || thing.IsLoose || (thing.IsOther && some == 1));
        if (part && some is { } few && all is { } many)
        {
            Split(screws, clause, thing, few, many);
            return;
        }
        if (some == all && !thing.HasFacts && hidden == Cover.None && (clause.Places.Count == 0 || thing.IsOfThem || thing.IsBoth) && !thing.IsAnother)
            return;
        if (thing.IsOfThem)
        {
            if (some == all && thing.HasFacts && !Against(known, thing))
                screws.Action = With(known, thing);
            else
                Fault(clause, "how many are there in all? Say each group with its count");
            return;
        }
        // Nine screws: five 4 mm, four 9 mm
        if (thing.HasFacts && some < all && screws.Base is null && MakesUp(clause, some.Value, all.Value))
        {
            screws.Base = known;
            screws.Action = With(known, thing) with { Count = number };
            return;
        }
        // Six screws, five are ph0, the other is t5: five of the six.
        if (named && some < all && known is { Drive: null, Size: null, Thread: null, Length: null, Captive: false } && !thing.IsAnother && !clause.IsJoined && screws.Base is null && screws.Parts.Count == 0 && clause is { HasDeed: false, Particle: null } && hidden == Cover.None
            && (clause.IsStatement || clauses.SkipWhile(other => other != clause).Skip(1).FirstOrDefault()?.Object?.IsOther == true) && some is { } mostly && all is { } inAll)
        {
            Split(screws, clause, thing, mostly, inAll);
            return;
        }
        // Eight screws, two ph1: of the eight, or besides?
        if (named && some < all && known is { Drive: null, Size: null, Thread: null, Length: null, Captive: false } && !thing.IsAnother && clause is { IsJoined: false, IsNext: false, HasDeed: false, Particle: null, Places.Count: 0 } && screws.Base is null && screws.Parts.Count == 0 && screws.Clause is { HasDeed: false, Particle: null, Places.Count: 0, Object: { HasFacts: false, Looks.Count: 0, PartOf: null } }
            && clause.Segment == screws.Clause.Segment + 1 && !acts.Exists(act => act != screws && act.Sort == Sort.Screws) && thing.Role is null)
        {
            var like = $"{(thing.Size ?? thing.Drive?.Word() ?? thing.Thread)!.ToLowerInvariant()}";
            Fault(clause, $"are these {some} among the {all}, or besides?", [new($"Among the {all}", $"{some} of them {like}"), new("Besides", $"and {some} more {like}")]);
            return;
        }
        // Ten ph0, four longer, 8 mm: of the ten, or besides?
        if (thing.HasFacts && !named && known.Length is null && some < all && !thing.IsAnother && screws.Base is null)
        {
            Fault(clause, $"are these {some} among the {all}, or besides?", [new($"Among the {all}", $"{some} of them {(thing.Length is { } length ? $"x{Figures.Said(length)}" : "captive")}"), new("Besides", $"{some} screws {(thing.Length is { } other ? $"x{Figures.Said(other)}" : "captive")}")]);
            return;
        }
        // Five screws, two under tape: of the five, or besides?
        if (hidden != Cover.None && known.Cover is null or Cover.None && some < all && !thing.HasFacts && !thing.IsAnother && clause is { HasDeed: false, Particle: null, IsJoined: false, IsNext: false } && !screws.Clause.HasDeed && screws.Clause.Particle is null && screws.Base is null && clause.Segment == screws.Clause.Segment + 1)
        {
            var under = line[clause.Places.First(place => Hides(place.Preposition)).Start..clause.Places.First(place => Hides(place.Preposition)).End];
            Fault(clause, $"are these {some} among the {all}, or besides?", [new($"Among the {all}", $"{some} of them {under}"), new("Besides", $"and {some} more {under}")]);
            return;
        }
        if (thing.HasFacts || hidden != Cover.None || thing.IsAnother || (thing.IsLoose && screws.Base is not null))
        {
            var like = screws.Base ?? (thing.Length is not null ? known with { Length = null } : known);
            if (named && (thing.Drive is not null || thing.Size is not null))
                like = new Unscrew { Captive = false };
            // Four captive, and the other eight came out.
            if (thing is { IsOther: true, Captive: false })
                like = like with { Captive = false };
            acts.Add(new(Sort.Screws, With(like, thing) with { Count = number, Cover = hidden, Covers = covers, Notes = Note(clause, read) }, clause) { Part = screws.Part, Base = like });
            return;
        }
        // Seven short, 4 mm, and three long, 8 mm: a further group.
        if (known.Length is not null && thing.Looks.Count > 0 && clause is { HasDeed: false, Particle: null, Places.Count: 0 } && screws.Clause.Object?.Looks.SequenceEqual(thing.Looks) != true)
        {
            var another = screws.Base ?? known with { Length = null };
            acts.Add(new(Sort.Screws, another with { Count = number }, clause) { Part = screws.Part, Base = another });
            return;
        }
        if (clause.HasDeed && !clause.IsJoined && clause.Deeds.TrueForAll(deed => deed is not ("take" or "undo" or "unscrew" or "come")))
        {
            Fault(clause, "of what are there so many? Say it with its number, such as 2 screws");
            return;
        }
        // Two under stickers, and eight in plain view
        if (known.Cover is not (null or Cover.None) && clause.Places.Exists(place => line[place.Start..Math.Min(place.End, line.Length)] is var where && (where.Contains("view", StringComparison.OrdinalIgnoreCase) || where.Contains("open", StringComparison.OrdinalIgnoreCase) || where.Contains("sight", StringComparison.OrdinalIgnoreCase))))
        {
            acts.Add(new(Sort.Screws, known with { Count = number, Cover = Cover.None, Covers = null, Notes = Note(clause, read) }, clause) { Part = screws.Part });
            return;
        }
        if (screws.Base is { } template && clause.Places.Count > 0 && screws.Parts.Count == 0)
        {
            acts.Add(new(Sort.Screws, template with { Count = number, Notes = Note(clause, read) }, clause) { Part = screws.Part, Base = template });
            return;
        }
        Number(clause, thing, screws);
    }

    /// <summary>Whether the groups that are told next make up the whole with this one.</summary>
    private bool MakesUp(Clause clause, int some, int all)
    {
        foreach (var next in clauses.SkipWhile(other => other != clause).Skip(1))
        {
            if (next.Object is not { Role: null, IsOther: false, Number.Exact: { } further })
                return false;
            some += further;
            if (some >= all)
                return some == all;
        }
        return false;
    }

    /// <summary>Facts of screws that nobody named yet, or that are named by them: 3 t5.</summary>
    private void Loose(Clause clause, Thing thing)
    {
        if (unnamed.Count > 0 && !thing.IsCounted && Screws(clause, thing, thing.Drive, out _) is { } kind)
        {
            Named(clause, kind);
            return;
        }
        if (thing is { Drive: null, Size: null, Thread: null, Captive: false })
        {
            Fault(clause, "what has this length? Say screws, or a bond such as soft glue");
            return;
        }
        Screws(clause, thing, thing.Drive);
        if (!thing.IsCounted && acts.Count > 0 && acts[^1].Sort == Sort.Screws && clause.Places.TrueForAll(place => place.Preposition == "not") && !clause.HasDeed)
            acts[^1].IsFacts = true;
    }

    /// <summary>What was counted before it was named, now that it is.</summary>
    private void Named(Clause clause, Unscrew kind)
    {
        // Two on each side, four in all: their sum.
        if (unnamed.Count > 1 && unnamed[^1] is { Clause.Places.Count: 0, Thing: { HasFacts: false, Looks.Count: 0, Number.Exact: { } sum } } && unnamed.SkipLast(1).Sum(one => Counted(one.Clause, one.Thing)?.Exact ?? 9999) == sum)
            unnamed.RemoveAt(unnamed.Count - 1);
        // And two makes eleven: with what was undone before.
        unnamed.RemoveAll(one => one.Clause is { IsSum: true, Places.Count: 0 } && !one.Thing.HasFacts && one.Clause != unnamed[0].Clause);
        foreach (var (said, group) in unnamed)
        {
            var (hidden, covers) = Hidden(said, group, out var read);
            var action = With(kind with { Captive = kind.Captive }, group) with { Count = Counted(said, group), Cover = hidden == Cover.None ? kind.Cover : hidden, Covers = covers ?? kind.Covers };
            if (acts.Count > 0 && acts[^1] is { Sort: Sort.Screws, Action: Unscrew { Count: { } count } like } last && like with { Count = null, Notes = null } == action with { Count = null } && action.Count is { } more)
                last.Action = like with { Count = count + more };
            else
                acts.Add(new(Sort.Screws, action with { Notes = Note(said, read) }, said) { End = clause.End });
        }
        unnamed.Clear();
    }

    /// <summary>All ph0 m2: of every group that lacks it.</summary>
    private void Fill(Clause clause, Thing thing, Act screws, Unscrew known)
    {
        if (thing.Except is { } except && known.Count is { Exact: { } whole } && except < whole)
        {
            Split(screws, clause, new() { Number = except, IsLoose = true }, except, whole);
            screws.Action = ((Unscrew)screws.Action) with { Captive = true };
            return;
        }
        // Eight, PH0 and PH1: how many of each?
        if (clause.IsJoined && thing.Size is not null && known.Size is not null && thing.Size != known.Size && known.Count is { Least: > 1 })
        {
            Fault(clause, "how many of each? Say each group with its count");
            return;
        }
        if (Against(known, thing) || (thing.Size is not null && known.Size is not null && !thing.IsAll))
        {
            // Another kind of screw, and nobody said how many: one.
            if (thing.Size is not null || thing.Drive is not null)
                Screws(clause, thing, thing.Drive);
            else
                Fault(clause, "this was said of these screws already");
            return;
        }
        // A drive is said of all groups, a length of the last alone.
        // Two top, two bottom, ph00 m1.6x2: of both.
        thing.IsAll |= thing is { Size: not null, Thread: not null, Length: not null } && acts.TrueForAll(act => act.Action is not Unscrew or Unscrew { Size: null, Thread: null, Length: null });
        foreach (var act in acts.Where(act => act == screws || (act.Sort == Sort.Screws && ((thing.IsAll && !(act.Clause.HasDeed || act.Clause.Particle is not null)) || ((act.IsRest || act.Base is not null) && thing.Length is null)))))
        {
            if (act.Action is Unscrew group && !Against(group, thing))
                act.Action = With(group, thing) with { Captive = group.Captive == true || (thing.Captive && act == screws) || (thing.Captive && thing.IsAll) };
        }
        screws.End = Math.Max(screws.End, clause.End);
    }

    /// <summary>A number alone: how many there are of what was said without a count, or of the same besides.</summary>
    private void Number(Clause clause, Thing thing, Act? before)
    {
        // Memory (2x): how many are spoken of.
        if (before is null && !clause.IsHeldBy && mentioned.Count > 0 && mentioned[^1].Thing is { IsPart: true, IsCounted: false } spoken && !clause.HasDeed && clause.Particle is null && clause.Places.Count == 0)
        {
            spoken.Number = thing.Number;
            if (thing.Number?.Exact is { } several)
                counts[spoken.Is] = several;
            return;
        }
        // Held by three, all cross: what has a drive is a screw.
        if (before is null && clause.IsHeldBy && !thing.Uncounted && clauses.Exists(other => other.Start > clause.Start && other.Object is { Role: null, Drive: not null } and not { Number.Exact: > 1 }))
        {
            (thing.Role, thing.Is, thing.Many) = (Role.Noun, "screw", true);
            Screws(clause, thing, null);
            return;
        }
        if (before is null)
        {
            if (thing.Uncounted)
                Fault(clause, "of what are there so many? Say it with its number, such as 2 screws");
            else
                unnamed.Add((clause, thing));
            return;
        }
        if (thing.Uncounted)
        {
            if (clause.Places.Count > 0)
                Fault(clause, "how many are there in all? Say the whole count");
            return;
        }
        // It's a clip, there are four of these
        if (thing is { IsOfThem: true, Number: { } ofThese } && before.Action.Count == Count.One && before.Clause is { HasDeed: false, Particle: null, Object: { Many: false, IsCounted: false, IsThe: false } } && before == acts[^1])
        {
            before.Action = before.Action with { Count = ofThese };
            return;
        }
        // Four screws, one plug, both out as a pair: not two plugs more, but the parts that the line is about.
        if (thing is { IsBoth: true, HasFacts: false } && before.Action.Count == Count.One && (clause.Particle is not null || clause.Does("take", "lift", "come")) && (topic ?? mentioned.FindLast(one => one.Thing.IsPart)) is var (pair, about) && pair is { IsPart: true, Many: true })
        {
            mentioned.RemoveAll(one => one.Thing == pair);
            Out(about, pair);
            return;
        }
        var plain = !clause.HasDeed || clause.IsJoined || clause.Does("come", "take", "undo", "unplug", "pull") || (clause.Does("peel") && before.Sort is Sort.Peel or Sort.Bond) || (clause.Does("pry") && before.Sort == Sort.Clips) || (clause.Does("cut", "unglue") && before.Sort == Sort.Bond) || (clause.Does("unscrew") && before.Sort == Sort.Screws) || (clause.Does("flip") && before.Sort is Sort.Connection or Sort.Lock);
        var of = before.Clause.Object;
        // A black lead, and a white one
        if (thing is { IsDefinite: false, Number: { Exact: 1 } } && clause is { IsJoined: true, HasDeed: false, Particle: null } && before.Action.Count == Count.One && of is { IsCounted: false, Many: false })
        {
            before.Action = before.Action with { Count = 2 };
            return;
        }
        // The black one: of those that were said.
        if (thing is { IsDefinite: true, Role: not null, Number: { Exact: 1 } } && clause is { HasDeed: false, Particle: null } && clause.Places.Count == 0)
            return;
        // Screw by the fan, then the one behind it
        if (thing is { IsDefinite: true, Number: { Exact: 1 } } && clause.Places.Count > 0 && before.Action.Count == Count.One && of is { IsCounted: false })
        {
            if (clause.IsNext || clause.Places.Exists(place => place.Of?.IsPronoun == true))
                before.Action = before.Action with { Count = 2 };
            return;
        }
        // Two under the left foot, one under the right
        if (before.Action is Unscrew { Cover: not (null or Cover.None), Count: { } under } hiddenScrews && thing.Number is { } more && clause.Places.Find(place => Hides(place.Preposition) && place.Of is { } spot && spot.IsNoun("place") && spot.Text is "left" or "right" or "front" or "rear" or "back" or "other") is not null && before.Clause.Places.Exists(place => Hides(place.Preposition) && place.Of is { Many: false }))
        {
            var underAll = under + more;
            var covered = (hiddenScrews.Covers ?? 1) + 1;
            before.Action = hiddenScrews with { Count = underAll, Covers = underAll.Exact == covered ? null : covered };
            return;
        }
        if (before.Action is Unscrew { Cover: not (null or Cover.None) } && clause.Places.Exists(place => Hides(place.Preposition)))
        {
            Fault(clause, "how many are there in all, under how many covers?");
            return;
        }
        // Lifted both out: the speakers, the two that were spoken of.
        if (thing is { Role: null, Number.Exact: 2 } && (clause.Does("come") || clause.Particle is not null || clause.Does("take", "lift", "pull")) && mentioned.Count > 0 && mentioned[^1].Thing is { Is: "speakers" } && Parts() is (var two, var spokenAt))
        {
            Again(clause, two, spokenAt);
            return;
        }
        // Eight, six long, two short: the eight.
        if (thing is { Role: null, HasFacts: false, IsAnother: false, Number.Exact: { } some } && clause is { HasDeed: false, Particle: null, Places.Count: 0 } && before.Action.Count?.Exact is { } counted && some < counted && before.Parts.Count == 0)
        {
            if (completes == clause)
            {
                completes = null;
                return;
            }
            if (clauses.SkipWhile(other => other != clause).Skip(1).FirstOrDefault() is { HasDeed: false, Particle: null, Places.Count: 0, Object: { Role: null, HasFacts: false, Number.Exact: { } others } } makesUp && some + others == counted)
            {
                completes = makesUp;
                return;
            }
        }
        // Twenty clips, call it about twenty
        if (thing is { Role: null, Number: { Exact: null } roughly } && clause.Places.Count == 0 && before.Action.Count?.Exact is { } nearly && roughly.Least <= nearly && nearly <= roughly.Most)
        {
            before.Action = before.Action with { Count = roughly };
            return;
        }
        // Keyboard cable and backlight cable, both flipped open
        if (clause.Does("flip") && thing is { Role: null, Number.Exact: { } flipped } && acts.Count >= flipped && acts.TakeLast(flipped).All(act => act.Action is Unplug { Connector: null or Connector.WirePlug, Count.Exact: 1 }))
        {
            foreach (var act in acts.TakeLast(flipped))
                act.Action = ((Unplug)act.Action) with { Connector = Connector.FlipLock };
            return;
        }
        // So that's six, I make that six: the sum of what was named.
        if (thing is { Role: null, Number.Exact: { } told, Looks.Count: 0 } && !thing.IsAnother && clause.Places.Count == 0 && acts.Where(act => act.Sort == before.Sort).ToList() is { Count: > 0 } alike && (alike.Count > 1 || before.Parts.Count > 1 || before.Action.Count?.Exact == told) && alike.Aggregate(0, (all, act) => all + (act.Action.Count?.Exact ?? 9999)) == told)
            return;
        // Pop each one straight up: what was counted.
        if (thing is { IsEach: true, Number: null or { Exact: 1 } } && (clause.HasDeed || clause.Particle is not null) && clause.Places.Count == 0)
        {
            if (clause.Particle is "straight up" or "straight off" && before.Action is Unplug { Connector: Connector.WirePlug } upright)
                before.Action = upright with { Connector = Connector.PressFit };
            return;
        }
        // Both off, all three out: what was named one by one.
        if (thing.Number?.Exact is { } status && (clause.HasDeed || clause.Particle is not null) && clause.Places.Count == 0 && !thing.IsAnother && thing.Role is null)
        {
            if (mentioned.Where(one => one.Thing.IsPart).Select(one => one.Thing).Distinct().ToList() is { Count: > 1 } parts && parts.Count == status)
            {
                foreach (var (part, where) in mentioned.Where(one => one.Thing.IsPart).ToList())
                    Again(new Clause { Segment = clause.Segment, Particle = "out", Start = where.Start, End = where.End }, part, where);
                return;
            }

            if (before.Action.Count == thing.Number || (acts.Count >= status && acts.TakeLast(status).All(act => act.Action.Count == Count.One)) || acts.Where(act => act.Sort == before.Sort).Aggregate(0, (all, act) => all + (act.Action.Count?.Exact ?? 99)) == status)
                return;
        }
        if (!plain)
        {
            Fault(clause, "of what are there so many? Say it with its number, such as 2 screws");
            return;
        }
        var number = Counted(clause, thing);
        // Clips, about ten; leads off (2)
        if (of is { IsCounted: false } && !thing.IsAnother && before.Parts.Count == 0 && (of.Many || clause.IsBehindColon || before.Action.Count is null || number == before.Action.Count || of.Role is null || before.Clause.IsTopic || thing.IsForEach || before.Sort is Sort.Bond or Sort.Peel))
        {
            before.Action = before.Action with { Count = number };
            of.Number = thing.Number;
            before.End = Math.Max(before.End, clause.End);
            before.Parts.Add(number ?? Count.One);
            before.Whole = null;
            return;
        }
        // The antennas clip off, one black, one grey: one by one.
        var looks = thing.Looks.Count > 0 && before.Parts.Count > 0 && of is { IsCounted: true, Many: true };
        if (number == before.Action.Count && clause.Places.Count == 0 && !thing.IsAnother && !looks)
            return;
        if (clause.Places.Count > 0 || thing.IsAnother || thing.Which.Count > 0 || looks)
        {
            // Four on the left and six on the right add up; ten, four here and six there, are the ten.
            // Three at the left hinge, three at the right: the first is no whole.
            if (before.Parts.Count == 0 && (of is { Which.Count: > 0 } || before.Clause.Places.Exists(place => place.Of is { Which.Count: > 0 } || place.Of?.IsNoun("place") == true || place.Preposition is "each side of" or "either side of")) && before.Action.Count is { } first)
                before.Parts.Add(first);
            else if (before.Parts.Count == 0)
                before.Whole = before.Action.Count;
            before.Parts.Add(number ?? Count.One);
            var sum = before.Parts.Aggregate((a, b) => a + b);
            before.Action = before.Action with { Count = before.Whole is not { } whole ? sum : whole == sum && !thing.IsAnother ? sum : whole + sum, Notes = string.Join(", ", new[] { before.Action.Notes, line[clause.Start..clause.End].Replace('"', '\'') }.OfType<string>()) };
            before.End = clause.End;
            return;
        }
        Fault(clause, "of what are there so many? Say it with its number, such as 2 screws");
    }
}
