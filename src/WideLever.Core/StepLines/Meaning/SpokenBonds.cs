using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>What is peeled, parted and cleaned.</summary>
internal sealed partial class SpokenMeaning
{
    // --- What is peeled, parted, cleaned ---------------------------------------------------------------------------------------------

    private void Peeled(Clause clause, Thing thing)
    {
        var what = thing.Is switch { "label" => PeelWhat.Label, "foot" => PeelWhat.Foot, "seal" => PeelWhat.Seal, "film" => PeelWhat.Film, "tape" => PeelWhat.Tape, _ => PeelWhat.Shield };
        if (what == PeelWhat.Tape && (clause.Does("cut", "unglue") || (acts.Count > 0 && acts[^1] is { Sort: Sort.Bond, Clause.IsTopic: true, Action: Unbond { Bond: null } }) || thing.Length is not null))
        {
            Bonded(clause, thing, Bond.Tape, "cut", "unglue", "take", "peel", "pull", "heat", "lift", "undo", "come");
            return;
        }
        // Stuck down with tape: the tape holds it.
        if (what == PeelWhat.Tape && clause is { IsHeldBy: true, HasDeed: false, Particle: null } && mentioned.Count > 0 && mentioned[^1].Clause.Segment == clause.Segment && mentioned[^1].Thing.IsPart && line[mentioned[^1].Clause.End..clause.Start].Contains("with", StringComparison.OrdinalIgnoreCase))
        {
            Bonded(clause, thing, Bond.Tape, "cut", "unglue", "take", "peel", "pull", "heat", "lift", "undo", "come");
            return;
        }
        if (clause.Does("move") && what is not PeelWhat.Tape)
        {
            Add(Sort.Other, new Move(), clause);
            return;
        }
        if (!Goes(clause, thing, "peel", "take", "lift", "pull", "pry", "cut", "undo", "break", "swing", "move", "unglue", "slide"))
            return;
        // The fan's got a sticker on it: nobody peeled it.
        if (clause is { HasDeed: false, Particle: null } && ((clause.IsHeldBy && clause.Places.Count > 0) || clause.IsStatement))
            return;
        // One screw under the label, so label peeled: its cover.
        if (!thing.IsCounted && !thing.IsAnother && WordList.TryParse<Cover>(what.Word(), out var covering) && acts.Exists(act => act.Action is Unscrew { Cover: { } hidden } && hidden == covering))
            return;
        // Held by tape, I peel the tape off: the tape that was said.
        if (thing is { IsThe: true, IsCounted: false, IsAnother: false, Which.Count: 0 } && clause.Places.Count == 0 && acts.Exists(act => act.Clause is { IsHeldBy: true, HasDeed: false } && ((act.Sort == Sort.Bond && what == PeelWhat.Tape && act.Action is Unbond { Bond: Bond.Tape }) || act.Action is Peel { What: { } same } && same == what)))
            return;
        if (thing.Length is not null)
            Fault(clause, "peeling has no length");
        if (Facts(clause, thing, "peeling"))
            return;
        Add(Sort.Peel, new Peel { What = what, Count = Counted(clause, thing) }, clause, thing.PartOf);
    }

    private bool Facts(Clause clause, Thing thing, string about)
    {
        if (!thing.HasFacts || (thing is { Drive: null, Size: null, Thread: null, Captive: false } && thing.Length is not null))
            return false;
        Fault(clause, $"size, thread and length belong to screws, not to {about}");
        return true;
    }

    private void Caps(Clause clause, Thing thing)
    {
        // 6x cap, as terse writers have it.
        if (thing is { Text: "cap", IsCounted: true, Before.Count: 0 } && topic is not null && clause is { HasDeed: false, Particle: null })
        {
            thing.Captive = true;
            Screws(clause, thing, thing.Drive);
            return;
        }
        // What comes off a screw is its cover; it has no action of its own.
        if (!Goes(clause, thing, "take", "pry", "pull", "lift", "peel", "undo"))
            return;
        Mention(clause, thing);
    }

    private void Strips(Clause clause, Thing thing)
    {
        if (thing.HasBefore("glue", "softGlue", "rigidGlue", "stickyTape", "releaseTab") || clause.Does("stretch", "pull") || BatteryNear(clause, thing))
            Bonded(clause, thing, Bond.ReleaseTab, "pull", "stretch", "take", "come", "peel", "undo");
        else if (thing.HasBefore("tape"))
            Peeled(clause, Like(thing, "tape"));
        else if (thing.HasBefore("foot"))
            Peeled(clause, Like(thing, "foot"));
        else if (acts.Count > 0 && acts[^1].Sort is Sort.Peel or Sort.Bond && thing is { IsCounted: true, Before.Count: 0 } && !clause.HasDeed)
        {
            Number(clause, new() { Number = thing.Number, Uncounted = thing.Uncounted, Start = thing.Start, End = thing.End }, acts[^1]);
            thing.Is = acts[^1].Clause.Object?.Is ?? thing.Is;
            acts[^1].Said.Add(clause);
            if (thing.Length is { } each && acts[^1].Action is Unbond measured)
                acts[^1].Action = measured with { LengthMm = each };
            else if (thing.Length is { } strip && acts[^1].Action is Peel { What: PeelWhat.Tape } tape)
                acts[^1].Action = new Unbond { Bond = Bond.Tape, Count = tape.Count, LengthMm = strip, Notes = tape.Notes };
        }
        else
            Fault(clause, "a strip of what? Say adhesive strip, strip of tape or rubber strip");
    }

    /// <summary>Whether two clauses speak of different places: on the left, on the right.</summary>
    private static bool Apart(Clause clause, Clause other) => clause.Places.Find(place => place.Of?.IsNoun("place") == true || place.Of?.Which.Count > 0) is { Of: { } here } && other.Places.Find(place => place.Of?.IsNoun("place") == true || place.Of?.Which.Count > 0) is { Of: { } there }
        && (here.Text != there.Text || !here.Which.SequenceEqual(there.Which));

    private static Thing Like(Thing thing, string noun)
    {
        thing.Is = noun;
        return thing;
    }

    [System.Text.RegularExpressions.GeneratedRegex(@"^\W*(but |and |though )?(it|they)('s| is|'re| are)( still| also)? (stuck|glued|held|taped|fixed)", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex Stuck();

    private void Bonded(Clause clause, Thing thing, Bond? bond, params ReadOnlySpan<string> deeds)
    {
        if (!Goes(clause, thing, deeds) || Facts(clause, thing, "a bond"))
            return;
        // There's a foam pad around the camera: what is seen and not undone.
        if (clause is { IsHeldBy: true, HasDeed: false, Particle: null } && clauses.Count == 1)
        {
            Fault(clause, $"was the {thing.Text} undone? Say cut, peeled or the like");
            return;
        }
        // Cell unplugged, it's stuck with foam: how it is still held.
        if (clause is { IsHeldBy: true, HasDeed: false, Particle: null } && thing.Number is null && clause == clauses[^1] && clauses.Count > 1 && clauses[^2] is { HasDeed: true, Object.IsPart: true } && Stuck().IsMatch(line[clauses[^2].End..Math.Max(clauses[^2].End, clause.End)]))
        {
            Fault(clause, $"was the {thing.Text} undone? Say cut, peeled or the like");
            return;
        }
        // Cleaned the old glue off the frame
        if (clause.HasDeed && clause.Deeds.TrueForAll(deed => deed == "clean") && thing.Looks.Exists(look => look is "old" or "remaining" or "leftover"))
        {
            Fault(clause, "this is cleaning, which is no step: it stands with putting back");
            return;
        }
        // Where cheaper machines use glue
        if (clause.HasDeed && clause.Deeds.TrueForAll(deed => deed == "use"))
        {
            Fault(clause, $"was the {thing.Text} undone? Say cut, peeled or the like");
            return;
        }
        // Soft glue in two strips: so many.
        if (!thing.IsCounted && clause.Places.Find(place => place.Preposition is "in" or "as" && place.Of is { Role: Role.Noun, Number: not null } of && of.Text is "strip" or "strips" or "line" or "lines" or "bead" or "beads" or "dot" or "dots" or "spot" or "spots" or "patch" or "patches" or "piece" or "pieces") is { Of.Number: { } strips } inStrips)
        {
            thing.Number = strips;
            clause.Places.Remove(inStrips);
        }
        var length = thing.Length;
        if (bond == Bond.ReleaseTab && length is not null)
        {
            Fault(clause, "a release tab has no length");
            return;
        }
        if (length is < RecordLimits.ShortestBond or > RecordLimits.LongestBond)
        {
            Fault(clause, string.Create(System.Globalization.CultureInfo.InvariantCulture, $"a bond is {RecordLimits.ShortestBond} to {RecordLimits.LongestBond} mm long"));
            return;
        }
        // Twenty centimetres either side: of each, or in all?
        if (length is not null && clause.Places.Exists(place => place.Of is { Role: Role.Noun, Is: "place" } side && (side.IsBoth || (line[place.Start..place.End].Contains("either", StringComparison.OrdinalIgnoreCase) && !side.IsEach))))
        {
            Fault(clause, "how long is it in all, or how many of which length? Say the whole");
            return;
        }
        // A mass is one, unless somebody counted or said several.
        var count = thing is { Uncounted: true } && bond != Bond.ReleaseTab ? Count.One : Counted(clause, thing);
        if (clause.Does("heat"))
            (heat, heated) = (heat ?? Tool.Heat, clause);
        // Adhesive: tape, 2x, 90 mm each
        if (acts.FindLast(act => act.Sort == Sort.Bond) is { Action: Unbond { Bond: null, LengthMm: null } generic, Clause.IsTopic: true } topical)
        {
            topical.Action = generic with { Bond = bond, LengthMm = length, Count = count };
            if (topical.Clause.Object is { } noun)
                (noun.Number, noun.Many) = (thing.Number, thing.Many);
            return;
        }
        // Glue, said again with its length or heat.
        if (acts.FindLast(act => act.Sort == Sort.Bond) is { Action: Unbond known } before && !Apart(clause, before.Clause) && !thing.IsAnother && !thing.IsCounted && (known.Bond is null || bond is null || known.Bond == bond) && (known.LengthMm is null || length is null) && bond != Bond.ReleaseTab && known.Bond != Bond.ReleaseTab && (thing.Which.Count == 0 || thing.Which.SequenceEqual(before.Clause.Object?.Which ?? [])))
        {
            before.Action = known with { Bond = known.Bond ?? bond, LengthMm = known.LengthMm ?? length };
            return;
        }
        if (bond == Bond.ReleaseTab && acts.FindLast(act => act.Sort == Sort.Bond) is { Action: Unbond { Bond: Bond.ReleaseTab } tabs } said && !thing.IsAnother && (!thing.IsCounted || tabs.Count is null) && (thing.Which.Count == 0 || thing.Which.SequenceEqual(said.Clause.Object?.Which ?? [])))
        {
            said.Action = tabs with { Count = tabs.Count ?? count };
            return;
        }
        Add(Sort.Bond, new Unbond { Bond = bond, LengthMm = length, Count = count }, clause, thing.PartOf);
    }

    private void Joint(Clause clause, Thing thing, ThermalWhat what)
    {
        if (!Goes(clause, thing, "clean", "take", "peel", "lift", "pull", "come", "undo", "unglue") || Facts(clause, thing, "a thermal joint"))
            return;
        if (cleaned is { } chips && what == ThermalWhat.Paste && !thing.IsCounted)
            thing.Number = chips;
        if (what == ThermalWhat.Paste && !thing.IsCounted && clause.Places.Find(place => place.Of is { Number: not null } of && of.IsNoun("chip")) is { Of: { } covered })
            thing.Number = covered.Number;
        var count = thing.Uncounted && what != ThermalWhat.Pad ? Count.One : Counted(clause, thing);
        if (acts.FindLast(act => act.Action is Thermal { What: var known } && known == what) is { } before && !thing.IsCounted && !thing.IsAnother)
            return;
        Add(Sort.Joint, new Thermal { What = what, Count = what == ThermalWhat.Pad ? count : count ?? Count.One }, clause, thing.PartOf);
        // Four captive screws on the heatsink, lifted off its paste: the heatsink was.
        if (clause.Does("lift") && clause.Particle is "off" or "free" or "away" && lifts.Count == 0
            && clauses.TakeWhile(other => other != clause).SelectMany(other => other.Places.Select(place => (Of: place.Of, Clause: other)).Append((Of: other.Object, Clause: other))).LastOrDefault(one => one.Of is { IsPart: true } of && Kind(of) == PartKind.Thermal) is { Of: { } sink } sinkAt)
        {
            var lifted = new Clause { Segment = clause.Segment, Particle = clause.Particle, DeedSaid = clause.DeedSaid, Start = clause.Start, End = clause.End };
            lifted.Deeds.AddRange(clause.Deeds);
            Again(lifted, sink, sinkAt.Clause);
        }
    }
}
