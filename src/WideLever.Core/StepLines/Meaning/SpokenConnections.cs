using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>Connections: their kind, and that one said twice is one.</summary>
internal sealed partial class SpokenMeaning
{
    // --- Connections -----------------------------------------------------------------------------------------------------------------

    private void Connected(Clause clause, Thing thing)
    {
        var part = thing.PartOf;
        // The fan cable is under the heatsink, goes under the board: where it is, and nobody pulled it.
        if (clause is { HasDeed: false, Particle: null, State: null, IsTopic: false, HiddenBy: null, Object.IsForEach: false } && !thing.IsNoun("flap", "bar", "slideLock", "lock") && clause.Places.Exists(place => place.Of is not null && (clause.IsStatement || Lies().IsMatch(place.Preposition)))
            && clause.Places.TrueForAll(place => place.Preposition is not ("with" or "w/" or "w" or "without" or "like" or "of")) && !clauses.SkipWhile(other => other != clause).Skip(1).Any(other => other.Object is null or { IsPronoun: true } or { Role: null } || other.Object.IsNoun("plug", "cable", "ribbon", "lead", "flap", "bar", "slideLock", "lock", "press", "push")))
        {
            Fault(clause, $"was the {thing.Text} unplugged? Say so, such as unplug the {thing.Text}");
            return;
        }
        // The antennas run into the lid, I took them out of three hooks: where they were, before what was done.
        if (clause is { HasDeed: false, Particle: null, State: null, IsTopic: false, HiddenBy: null } && !thing.IsNoun("flap", "bar", "slideLock", "lock") && clause.Places.Exists(place => Lies().IsMatch(place.Preposition)) && clauses.SkipWhile(other => other != clause).Skip(1).FirstOrDefault() is { HasDeed: true, Object.IsPronoun: true } after && after.Places.Exists(place => place.Of?.IsNoun("guide", "clip") == true))
        {
            last = clause;
            return;
        }
        // Battery ribbon out, yes, a ribbon: said again.
        if (clause is { HasDeed: false, Particle: null, Places.Count: 0 } && thing is { IsCounted: false, Many: false, PartOf: null, IsThe: false, Looks.Count: 0, Which.Count: 0 } && acts.Count > 0 && acts[^1] is { Sort: Sort.Connection, Clause: { Particle: not null } or { HasDeed: true } } repeated && repeated.Clause.Object?.Is == thing.Is && clause.Segment > 0 && line[..clause.Start].TrimEnd().EndsWith(" a", StringComparison.OrdinalIgnoreCase) && repeated.Action.Count == Count.One)
        {
            repeated.Said.Add(clause);
            return;
        }
        // Pulled the fan plug, plug's out: said again.
        if (clause is { HasDeed: false, Particle: "out" or "off" or "loose" or "free", Places.Count: 0 } && thing is { IsCounted: false, Many: false, PartOf: null, IsAnother: false, Looks.Count: 0, Which.Count: 0 } && acts.Count > 0 && acts[^1] is { Sort: Sort.Connection, Clause: { HasDeed: true, Object: { IsCounted: false, PartOf: not null } pulled } } once && pulled.Is == thing.Is && !line[..clause.Start].TrimEnd().EndsWith(" a", StringComparison.OrdinalIgnoreCase))
        {
            once.Said.Add(clause);
            return;
        }
        // Fan cable and speaker cable, both plain plugs: what they are.
        if (thing is { IsBoth: true, PartOf: null } && clause is { HasDeed: false, Particle: null, Places.Count: 0 } && acts.Count > 1 && acts.TakeLast(2).All(act => act is { Sort: Sort.Connection, Merged: false, Action: Unplug { Connector: null or Connector.WirePlug, Count.Exact: 1 } }))
        {
            foreach (var act in acts.TakeLast(2))
                act.Action = ((Unplug)act.Action) with { Connector = KindOf(clause, thing, true).Kind ?? ((Unplug)act.Action).Connector };
            return;
        }
        // The fan cable, taped down; then its plug: the plug of that cable.
        if (thing is { Is: "plug", IsCounted: false, Many: false, IsAnother: false, Looks.Count: 0, Which.Count: 0, IsTight: false } && (thing.PartOf is null || thing.IsIts) && (clause.HasDeed || clause.Particle is not null || thing.IsIts || clause.IsNext) && clause.Places.Count == 0
            && acts.FindLast(act => act.Sort is Sort.Connection or Sort.Lock) is { Merged: false, Action: Unplug { Connector: Connector.WirePlug, Count.Exact: 1 }, Clause: { HasDeed: false, Particle: null, Object: { Many: false, IsCounted: false, PartOf: not null } ofCable } } itsCable && ofCable.Is is "cable" or "lead" && clause.Segment > itsCable.Clause.Segment && !clause.IsJoined)
        {
            itsCable.Said.Add(clause);
            itsCable.Merged = true;
            return;
        }
        // A bail over it, flip it down, slide the plug back: the plug that it held.
        if (clause.Does("slide", "pull") && thing is { IsThe: true, IsCounted: false, Many: false, PartOf: null, IsAnother: false } && thing.IsNoun("plug", "cable", "ribbon", "lead") && acts.Count > 0 && acts[^1] is { Action: Unplug { Connector: Connector.BarLock or Connector.FlipLock or Connector.SlideLock, Count.Exact: 1 } } locked && clause.Places.Count == 0 && clause.Segment - locked.Said[^1].Segment <= 1)
        {
            locked.Said.Add(clause);
            return;
        }
        // The card with the two little wires, wires off: those.
        if (thing is { Many: true, IsCounted: false, PartOf: null, IsAnother: false, Looks.Count: 0, Which.Count: 0 } && (clause.Particle is not null || clause.HasDeed) && acts.FindLast(act => act.Sort == Sort.Connection) is { Clause: { HasDeed: false, Particle: null, Object: { IsCounted: true } } } those && those.Clause.Object!.Is == thing.Is)
        {
            those.Said.Add(clause);
            return;
        }
        // It's the flat connector that presses down
        if (clause is { IsAbout: true, Deeds: ["press"] } && thing.IsNoun("plug", "press") && acts.Count > 0 && acts[^1] is { Sort: Sort.Connection, Action: Unplug { Connector: null or Connector.WirePlug } pressed })
        {
            acts[^1].Action = pressed with { Connector = Connector.PressFit };
            return;
        }
        // It's a two-wire plug: what was named.
        if (clause is { IsAbout: true, HasDeed: false, Particle: null } && !thing.IsCounted && acts.FindLast(act => act.Sort is Sort.Connection or Sort.Lock) is { Action: Unplug told } spokenOfLast && acts[^1] == spokenOfLast)
        {
            var kinds = KindOf(clause, thing, true).Kind;
            if (told.Connector is null or Connector.WirePlug)
                spokenOfLast.Action = told with { Connector = kinds ?? told.Connector };
            spokenOfLast.Said.Add(clause);
            return;
        }
        // Little plugs over four screws: what covers them.
        if (thing.Is == "plug" && thing.PartOf is null && clause.Places.Find(place => place.Preposition is "over" or "covering" or "on top of" && place.Of is { } of && of.IsNoun("screw")) is { } covering)
        {
            Fault(covering.Start, covering.End, "were the screws undone as well? Say so with their cover, such as 4 screws under plug");
            return;
        }
        // A screw under a rubber plug, so plug out and screw out: that plug.
        if (thing is { Is: "plug", Text: "plug" or "plugs", PartOf: null, IsCounted: false } && (clause.Particle is "out" or "off" || clause.Does("pull", "take")) && acts.Count > 0 && acts.Exists(act => act.Action is Unscrew { Cover: Cover.Plug }) && !clauses.TakeWhile(other => other != clause).Any(other => other.Object is { Is: "plug" } or { IsPart: true }))
            return;
        // Speaker wires taped down: how they lie.
        if (clause is { State: not null, HasDeed: false, Particle: null } || (thing.State is not null && clause is { HasDeed: false, Particle: null }))
            return;
        // Unhooked the cable from four guides: the guides say so.
        if (clause.DeedSaid.StartsWith("unhook", StringComparison.Ordinal) && clauses.Exists(other => other != clause && other.Segment == clause.Segment && other.Object?.IsNoun("guide") == true))
            return;
        if (clause.Does("route") || clause.DeedSaid.StartsWith("thread", StringComparison.Ordinal) || clause.Places.Exists(place => place.Of?.IsNoun("guide", "clip") == true && place.Preposition is "out of" or "from" or "off"))
        {
            // Out of two clips: as often as there are guides.
            var guides = clause.Places.Find(place => place.Of is { Number: not null } of && of.IsNoun("guide", "clip"))?.Of?.Number;
            Add(Sort.Other, new Route { Count = guides ?? Counted(clause, thing) }, clause, part);
            // Unhooked from its guide: no plug was pulled.
            if (!clause.Does("unplug") || clause.DeedSaid.StartsWith("unhook", StringComparison.Ordinal))
                return;
        }
        if ((clause.Does("move", "swing") && !clause.Places.Exists(place => place.Preposition is "after" or "once" or "when")) || Aside(clause) || clause.Places.Exists(place => place.Preposition is "out of the way of"))
        {
            if (thing.Is is not ("flap" or "bar" or "lock" or "slideLock"))
            {
                Add(Sort.Other, new Move(), clause, part);
                return;
            }
        }
        if (thing is { Text: "wires", Uncounted: true } && thing.PartOf is null)
        {
            Fault(clause, "are these plugs, or the wires of one? Say 1 plug, or how many plugs");
            return;
        }
        if (thing.Text is "wire" or "wires" && clause.Does("come", "break") && !clause.Does("unplug"))
        {
            Fault(clause, "did a wire come out of its plug? Say so as damage (F9); a plug that was pulled is a plug");
            return;
        }
        if (line[clause.Start..Math.Min(line.Length, clause.End)].Contains("unlock", StringComparison.OrdinalIgnoreCase) && !clauses.Exists(other => other.Object?.IsNoun("flap", "bar", "slideLock", "lever") == true))
        {
            Fault(clause, "how does it open: a flap that flips, a bar, or a lock that slides?", [new("A flap that flips", "flip"), new("A bar", "bar lock"), new("A lock that slides", "slide lock"), new("Nobody knows", "unplug ?")]);
            return;
        }
        // The hold-down bar, two screws, bar off: what was named.
        if (thing is { Is: "bar", Text: "bar" } && (mentioned.Exists(one => one.Thing.IsNoun("holder") && one.Thing.Text.EndsWith(" bar", StringComparison.Ordinal)) || acts.Exists(act => act.Sort == Sort.Screws && act.Clause.Places.Exists(place => place.Of is { Is: "bar" }))) && (clause.HasDeed || clause.Particle is not null))
        {
            mentioned.RemoveAll(one => one.Thing.Text.EndsWith(" bar", StringComparison.Ordinal));
            thing.Is = "holder";
            Holder(clause, thing);
            return;
        }
        // A flap that came off: did it break?
        if (thing.Is is "flap" or "lock" && clause is { Deeds: ["come"], Particle: "off" or "away" or "loose" } && clause.DeedSaid != "gone")
        {
            Fault(clause, "did it break, or was it opened? Say flap up, or what broke");
            return;
        }
        // A bar that comes off with screws may hold something, or lock a cable.
        if (thing is { Is: "bar", Text: "bar" or "bars" } && thing.Before.Count == 0 && (clause.Does("take", "come") || (clause.Particle is "off" or "away" or "out")) && acts.Exists(act => act.Sort == Sort.Screws) && !acts.Exists(act => act.Sort is Sort.Connection))
        {
            Fault(clause, "does the bar lock a cable, or hold something?", [new("It locks a cable", "bar lock"), new("It holds something: lifted", "bracket off")]);
            return;
        }
        if (!Goes(clause, thing, "unplug", "pull", "take", "lift", "pry", "undo", "flip", "slide", "press", "peel", "cut", "swing", "toggle", "move", "spread"))
            return;
        if (Facts(clause, thing, "a connection"))
            return;
        if (thing.Is is "flap" or "bar" or "lock" or "slideLock" or "lever" && line[clause.Start..Math.Min(line.Length, clause.End + 6)].Contains(" down", StringComparison.OrdinalIgnoreCase) && !clause.Does("unplug"))
        {
            Fault(clause, "is it shut again? That is putting back");
            return;
        }
        if (thing.Length is not null)
        {
            Fault(clause, "a connection has no length");
            return;
        }
        var (kind, isLock) = KindOf(clause, thing, spokenOf.Count > 0 && !spokenOf.Contains(PartKind.Wireless));
        var isBattery = Battery(thing) || (part is null && topic is var (about, _) && Kind(about) == PartKind.Battery && !clause.Places.Exists(place => place.Of?.PartOf is not null and not "battery"))
            || (part is null && clause.Places.Exists(place => place.Of?.PartOf == "battery" && place.Preposition is "of" or "to" or "from" or "out of" or "off" or "for"));
        // The battery ends in a white plug
        isBattery |= part is null && clause.IsHeldBy && mentioned.Count > 0 && mentioned[^1] is var (owner, owns) && owns.Segment == clause.Segment && Kind(owner) == PartKind.Battery && owner.IsPart;
        // The pack has four screws, all ph1, and a press connector: its own as well.
        isBattery |= part is null && clause is { HasDeed: false, Particle: null } && thing.Is is "plug" or "press" or "cable" && mentioned.Count > 0 && Kind(mentioned[0].Thing) == PartKind.Battery && clauses.Exists(other => other.IsHeldBy && other.Segment == mentioned[0].Clause.Segment) && words.TrueForAll(word => !word.Is(Role.Part) || word.Is(Role.Aside) || word.As(Role.Part)!.StartsWith("battery", StringComparison.Ordinal)) && !clause.Places.Exists(place => place.Of?.PartOf is not null);
        // The battery has no screws, plug out first: most likely its own, and nobody takes the power for off on a guess.
        if (!isBattery && part is null && thing.Is == "plug" && words.Where(word => word.Is(Role.Part) && !word.Is(Role.Aside)).Select(word => word.As(Role.Part)!.Split(':')[0]).Distinct().ToList() is ["battery"] && !words.Exists(word => word.Is(Role.Noun, "charger")) && clauses.TrueForAll(other => other.Object?.IsPart != true || Kind(other.Object) == PartKind.Battery) && (clause.HasDeed || clause.Particle is not null) && !clause.Places.Exists(place => place.Of is { IsPart: true }) && !acts.Exists(act => act.Sort is Sort.Connection or Sort.Lock) && !PowerOff)
        {
            Fault(clause, "is that the battery's plug?", [new("The battery's", "battery plug out"), new("Another one", "wire")]);
            return;
        }
        // Pack out: six screws, and the connector: its own, where the line speaks of no other part.
        isBattery |= part is null && !clause.Places.Exists(place => place.Of?.PartOf is not null) && spokenOf.Count == 1 && spokenOf.Contains(PartKind.Battery) && freed.Exists(one => one.Clause.Object is { IsPart: true } pack && Kind(pack) == PartKind.Battery) && thing.Is == "plug";
        var count = Counted(clause, thing);
        // Conn (wire): what it is.
        if (clause.Start > 0 && line[clause.Start - 1] is '(' or '[' && acts.Count > 0 && acts[^1] is { Sort: Sort.Connection, Merged: false, Action: Unplug { Connector: null or Connector.WirePlug } vague } bracketed && clause is { HasDeed: false, Particle: null } && (!thing.IsCounted || count == bracketed.Action.Count))
        {
            bracketed.Action = vague with { Connector = kind ?? vague.Connector };
            bracketed.Said.Add(clause);
            bracketed.Merged = true;
            return;
        }
        // Flipped up the black bit of the socket, the ribbon slid out: how the ribbon was held.
        if (kind is null && thing.Is is "ribbon" && thing is { IsCounted: false, Many: false } && !acts.Exists(act => act.Sort is Sort.Connection or Sort.Lock) && clauses.TakeWhile(other => other != clause).LastOrDefault() is { Object: { Text: "bit" or "piece" or "thing" or "part" or "tab" or "catch" } } before && (before.Does("flip") || (before.Does("lift") && before.Particle is "up")))
            kind = Connector.FlipLock;
        // A flap at each end: one there and one here.
        var ends = clause.Places.Exists(place => place.Of is { Text: "end" or "ends" } end && (end.IsEach || end.IsBoth || end.Number is { Exact: 2 }));
        if (ends && !thing.Many && count == Count.One)
            count = new(2, 2);
        if (Same(clause, thing, kind, isLock, ends ? Count.One : count, isBattery))
        {
            if (ends && acts.FindLast(act => act.Sort is Sort.Connection or Sort.Lock) is { Action.Count.Exact: 1 } ended)
                ended.Action = ended.Action with { Count = count };
            return;
        }
        PowerOff |= isBattery;
        Add(isLock ? Sort.Lock : Sort.Connection, new Unplug { Connector = kind, Count = count }, clause, part);
    }

    [System.Text.RegularExpressions.GeneratedRegex(@"^(goes?|runs?|leads?|passes|pass|lies?|sits?|hangs?)\b")]
    private static partial System.Text.RegularExpressions.Regex Lies();

    /// <summary>Whether this is a connection that was said already: display cable, flap.</summary>
    private bool Same(Clause clause, Thing thing, Connector? kind, bool isLock, Count? count, bool isBattery)
    {
        // Two connectors here, the fan plug and the speaker plug
        if (acts.FindLast(act => act.Sort == Sort.Connection) is { Action.Count: { Exact: > 1 and var listed } } list && list.Part is null && thing is { IsThe: true, Many: false, IsCounted: false, PartOf: not null } && list.Clause.Object?.Is == thing.Is && list.Listed < listed)
        {
            list.Listed++;
            list.Said.Add(clause);
            PowerOff |= isBattery;
            return true;
        }
        // Unplugged everything, so five plugs: how many that was.
        if (clause is { HasDeed: false, Particle: null, Places.Count: 0 } && thing is { Number.Exact: > 1, PartOf: null } && acts.FindLast(act => act.Sort == Sort.Connection) is { Action: Unplug { Count: null, Connector: null }, Clause.Object: { Is: "everything" } } everything)
        {
            everything.Action = everything.Action is Unplug open ? open with { Connector = kind, Count = count } : everything.Action;
            everything.Said.Add(clause);
            return true;
        }
        // Three connectors, two of them ribbons with flaps
        if (thing is { IsOfThem: true, Number.Exact: { } some, Total: null } && acts.FindLast(act => act.Sort == Sort.Connection) is { Action: Unplug { Count.Exact: { } all } whole } plugs && some < all)
        {
            (plugs.Action, plugs.IsRest) = (whole with { Count = all - some }, true);
            acts.Insert(acts.IndexOf(plugs), new(Sort.Connection, new Unplug { Connector = kind, Count = some, Notes = Note(clause) }, clause) { Merged = true });
            return true;
        }
        // Two cables, one flap, one bar: what each of them is.
        if ((isLock || thing.Is is "press" or "push") && thing is { IsAnother: false, PartOf: null, Number.Exact: { } few } && clause is { HasDeed: false, Particle: null, Places.Count: 0, IsHeldBy: false } && acts.FindLast(act => act.Sort == Sort.Connection) is { Merged: false, Action: Unplug { Connector: null or Connector.WirePlug, Count.Exact: { } several } unsorted, Clause: { HasDeed: false, Particle: null, Object: { IsCounted: true } sorts } } kinds && sorts.Is is "cable" or "ribbon" or "lead" && !sorts.Text.Contains("plug", StringComparison.Ordinal) && few <= several && (kinds.IsRest || (few < several && !clause.IsJoined)))
        {
            kinds.Action = few == several ? unsorted with { Connector = kind } : unsorted with { Count = several - few };
            (kinds.IsRest, kinds.Merged) = (few < several, few == several);
            if (few < several)
                acts.Insert(acts.IndexOf(kinds), new(Sort.Connection, new Unplug { Connector = kind, Count = few }, clause) { Merged = true });
            return true;
        }
        // Five cables, four are wire plugs, the fifth's a ribbon: what is left of them.
        if (acts.FindLast(act => act is { Sort: Sort.Connection, IsRest: true, Merged: false }) is { Action: Unplug { Count.Exact: 1 } only } remaining && (thing is { Many: false, IsCounted: false } || thing.Number is { Exact: 1 }) && clause is { HasDeed: false, Particle: null })
        {
            remaining.Action = only with { Connector = kind };
            remaining.Said.Add(clause);
            remaining.Merged = true;
            return true;
        }
        // One cable underneath, a ribbon with a flap: what it is.
        if (acts.Count > 0 && acts[^1] is { Sort: Sort.Connection, Merged: false, Clause: { IsHeldBy: true, HasDeed: false, Particle: null, Object: { Text: "cable", Many: false } }, Action: Unplug { Connector: Connector.WirePlug } cable } general && thing is { Is: "ribbon", Many: false, IsCounted: false, PartOf: null, IsThe: false } && clause is { HasDeed: false, Particle: null, IsJoined: false, IsNext: false })
        {
            general.Action = cable with { Connector = kind };
            general.Said.Add(clause);
            general.Merged = true;
            return true;
        }
        // The backlight flex, the main flex
        if (thing.Looks.Count > 0 && acts.FindLast(act => act.Sort is Sort.Connection or Sort.Lock)?.Clause.Object is { Looks.Count: > 0 } looking && looking.Is == thing.Is && !looking.Looks.SequenceEqual(thing.Looks) && !clause.IsWhich)
            return false;
        // The keyboard's flex and that of its light
        if (thing.PartOf is null && thing.Looks.Exists(look => look is "bl" or "backlight") && acts.FindLast(act => act.Sort is Sort.Connection or Sort.Lock)?.Clause.Object is { PartOf: not null } unlit && !unlit.Looks.Exists(look => look is "bl" or "backlight"))
            return false;
        if (thing.IsAnother || (thing.Which.Count > 0 && acts.FindLast(act => act.Sort is Sort.Connection)?.Clause.Object is { Which.Count: > 0 } named && !named.Which.SequenceEqual(thing.Which)))
            return false;
        bool Counts(Act act) => !thing.IsCounted || act.Action.Count == count;
        // Lift the latch, pull the ribbon: the latch is the ribbon's.
        if (thing.Is == "ribbon" && kind is null && acts.Count > 0 && acts[^1] is { Sort: Sort.Latches, Action.Count: { Exact: 1 } } latch && latch.Clause.Does("lift", "flip"))
        {
            acts.Remove(latch);
            acts.RemoveAll(act => act is { Sort: Sort.Connection, Merged: false, Clause: { HasDeed: false, Particle: null, IsHeldBy: true, Object: { Is: "plug", Many: false, IsCounted: false, Before.Count: 0 } } });
            acts.Add(new(Sort.Connection, new Unplug { Connector = Connector.FlipLock, Count = count }, clause) { Part = thing.PartOf, Merged = true });
            return true;
        }
        var before = acts.FindLast(act => act.Sort is Sort.Connection or Sort.Lock && act.Action is Unplug);
        if (before is not { Action: Unplug known } || (Apart(clause, before.Clause) && thing.Is == before.Clause.Object?.Is))
            return false;
        // Flap, wire, one screw: a list of three.
        if (clause is { HasDeed: false, Particle: null, IsHeldBy: false, Places.Count: 0 } && thing is { Text: "wire" or "plug", IsThe: false, IsIts: false, IsCounted: false, PartOf: null } && before.Clause is { HasDeed: false, Particle: null, Places.Count: 0, Object: { Is: "flap", PartOf: null } } && !before.Merged)
            return false;
        // Under the tape there's a connector, flipped the latch and pulled the ribbon: what it is comes later.
        if (before.Clause is { HasDeed: false, Particle: null, IsHeldBy: true, Object: { Is: "plug", Many: false, IsCounted: false, Before.Count: 0 } } && !before.Merged && (clause.HasDeed || clause.Particle is not null) && !thing.Many && (thing.PartOf is null || before.Part is null) && thing.Is is not "antenna")
        {
            before.Action = known with { Connector = kind };
            if (isLock)
                before.Sort = Sort.Lock;
            before.Said.Add(clause);
            before.Merged = !isLock;
            PowerOff |= isBattery;
            return true;
        }
        // Connector: wire plug, 1x
        if (before.Clause.IsTopic && !before.Merged && thing.Is is not "antenna")
        {
            before.Action = known with { Connector = kind ?? known.Connector, Count = thing.IsCounted || count != Count.One ? count : known.Count };
            before.Said.Add(clause);
            before.Merged = true;
            PowerOff |= isBattery;
            return true;
        }
        // Ribbon, flap; four ribbons, each with a flap: how it opens.
        var tells = isLock || (thing.Is is "press" or "push" && !(thing.IsCounted && clause.Places.Count > 0 && before.Clause.Places.Count > 0));
        if (tells && before.Sort == Sort.Connection && known.Connector is null or Connector.WirePlug && !before.Merged && Counts(before))
        {
            before.Action = known with { Connector = kind ?? known.Connector };
            before.Said.Add(clause);
            (before.Merged, before.End) = (true, clause.End);
            PowerOff |= isBattery;
            return true;
        }
        // The flap up, the ribbon out.
        if (!isLock && before.Sort == Sort.Lock && !before.Merged && thing.Is is "ribbon" or "cable" or "plug" or "lead" && (kind is null or Connector.WirePlug || kind == known.Connector) && (Counts(before) || (thing.Many && !thing.IsCounted)) && (thing.PartOf is null || before.Part is null || thing.PartOf == before.Part))
        {
            if (known.Connector is null && kind is not null)
                before.Action = known with { Connector = kind };
            before.Said.Add(clause);
            (before.Merged, before.End) = (true, clause.End);
            PowerOff |= isBattery;
            return true;
        }
        // Unplug the touchpad, its ribbon.
        if (before.Clause.Object is { IsPart: true } && before.Clause.Does("unplug") && known.Connector is null && !thing.IsCounted && !thing.Many && (!clause.HasDeed || clause.Does("pull", "lift")) && (thing.PartOf is null || thing.PartOf == before.Part) && !before.Merged)
        {
            before.Action = known with { Connector = kind };
            return true;
        }
        // Four cables, all of them plain plugs; ordinary plugs both: what they are.
        if (clause is { HasDeed: false, Places.Count: 0, IsJoined: false } && (clause.Particle is null || thing.IsBoth) && (thing.IsBoth || thing.IsEach || (thing.Many && !thing.IsCounted)) && thing.PartOf is null && before.Action.Count is not { Exact: 1 } && !before.Merged && clause.Segment > before.Clause.Segment
            && known.Connector is null or Connector.WirePlug or Connector.Coax && !(known.Connector == Connector.Coax && before.Clause.Object is not { Is: "lead", PartOf: null })
            && (thing.IsBoth || thing.IsEach || System.Text.RegularExpressions.Regex.IsMatch(line[before.End..thing.End], @"\b(all|each|both|every one|the lot)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase)))
        {
            before.Action = known with { Connector = kind };
            before.Said.Add(clause);
            (before.Merged, before.End) = (true, clause.End);
            PowerOff |= isBattery;
            return true;
        }
        // Which is just a plug: what the cable is.
        if (clause.IsWhich && !thing.IsCounted && !clause.HasDeed)
        {
            before.Action = known with { Connector = known.Connector ?? kind };
            before.Said.Add(clause);
            return true;
        }
        // Cable of the lamp, wire plug: what it is.
        if (thing is { Text: "wire plug", IsCounted: false, Many: false, PartOf: null, IsAnother: false, IsThe: false } && clause is { HasDeed: false, Particle: null, IsNext: false, IsJoined: false, Places.Count: 0 } && before is { Merged: false, Clause.Object: { Is: "cable" or "lead" or "plug", Many: false, Text: not "wire plug" } } && known.Connector == kind && known.Count == Count.One)
        {
            before.Said.Add(clause);
            before.Merged = true;
            return true;
        }
        // The thin cable, it has a plug: its own.
        if (clause is { IsHeldBy: true, HasDeed: false } && thing is { Is: "plug", IsCounted: false, Many: false, PartOf: null } && before.Clause is { HasDeed: false, Particle: null, Object: { Is: "cable" or "lead", Many: false } } && !before.Merged)
        {
            before.Said.Add(clause);
            before.Merged = true;
            return true;
        }
        // Connector, coloured wires: its own.
        if ((thing.Text == "wires" || (thing.Text is "leads" or "cables" && thing.Looks.Count > 0)) && !thing.IsCounted && before.Clause.Object is { Is: "plug" or "lead" or "cable", Many: false } && !clause.HasDeed)
            return true;
        // One plug, and the speaker's cable is free
        if (clause is { Particle: "free" or "loose", HasDeed: false } && thing is { Is: "cable" or "lead", IsCounted: false, Many: false } && before is { Part: null, Sort: Sort.Connection } && before.Clause.Object is { Is: "plug", PartOf: null } && before.Action.Count == Count.One)
        {
            before.Said.Add(clause);
            return true;
        }
        // The bail again; the plug of the cable that was named.
        if (!thing.IsCounted && !clause.HasDeed && clause.Particle is null && tells && kind == known.Connector && (thing.PartOf is null || thing.PartOf == before.Part))
            return true;
        if (!thing.IsCounted && before.Action.Count is not null && (thing.PartOf is null || thing.PartOf == before.Part) && ((isLock && known.Connector == kind && (before.Merged || thing.IsThe || before.Clause is { HasDeed: false, Particle: null }))
            || ((thing.IsThe || (before.Clause is { HasDeed: false, Particle: null } && (clause.HasDeed || clause.Particle is not null))) && !isLock && before.Clause.Object?.Is == thing.Is && thing.PartOf is null && !thing.Many && thing.Which.Count == 0)
            || (thing.IsIts && thing.Is == "plug" && known.Connector is Connector.WirePlug or null)
            || (before is { Sort: Sort.Lock or Sort.Connection } && known.Connector is Connector.BarLock or Connector.FlipLock or Connector.SlideLock && thing is { Many: false, PartOf: null, Which.Count: 0 } && thing.Is is "cable" or "ribbon" && clause.Particle is not null && !before.Said.Exists(one => one.Object?.Is is "cable" or "ribbon"))
            || (thing.IsThe && before.Merged && thing is { Many: false, PartOf: null, Which.Count: 0 } && thing.Is is "cable" or "ribbon" or "plug" or "lead" && before.Clause.Object?.Is is "plug" or "cable" or "ribbon" or "bar" or "flap" && clause.HasDeed)))
        {
            before.Said.Add(clause);
            PowerOff |= isBattery;
            return true;
        }
        if (thing.Text == "wires" && thing.IsCounted && before.Clause.Object?.Is == "plug")
        {
            Fault(clause, "are these the wires of one plug, or so many plugs?", [new("So many plugs", $"{count} plugs"), new("Wires of the plug before", "")]);
            return true;
        }
        // On one lead, plug off.
        if (before.Clause is { IsHeldBy: true, HasDeed: false } && !before.Merged && !thing.IsCounted && !thing.Many && (clause.HasDeed || clause.Particle is not null) && thing.Is is "plug" or "cable" or "lead" && known.Connector == kind)
        {
            before.Said.Add(clause);
            before.Merged = true;
            return true;
        }
        return false;
    }

    private static bool Aside(Clause clause) => clause.Particle is "aside" or "out of the way" or "to one side" or "to the side";

    private static bool Battery(Thing thing) => thing.PartOf == "battery";

    private bool BatteryNear(Clause clause, Thing thing) => Battery(thing) || seen.Exists(one => one.Clause.Object is { } held && Kind(held) == PartKind.Battery) || (topic is var (about, _) && Kind(about) is PartKind.Battery) || clause.Places.Exists(place => place.Of?.PartOf == "battery");
}
