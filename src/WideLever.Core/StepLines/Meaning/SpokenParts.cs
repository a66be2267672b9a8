using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>What comes out, what is lifted, and what was spoken of before.</summary>
internal sealed partial class SpokenMeaning
{
    private static readonly string[] OutDeeds = ["take", "pull", "lift", "come", "slide", "pry", "peel", "flip", "undo", "move", "swing"];

    private static readonly PartKind[] Clipped = [PartKind.Bezel, PartKind.Keyboard, PartKind.TopCase, PartKind.Touchpad, PartKind.DisplayPanel, PartKind.BaseCover];

    private static PartKind Kind(Thing thing) => WordList.TryParse<PartKind>(thing.Is.Split(':')[0], out var kind) ? kind : PartKind.Other;

    private static string Name(Thing thing) => thing.Is.Split(':') is [_, var name] ? name : WordList.Apart(thing.Is);

    private void OfPart(Clause clause, Thing thing)
    {
        // Screen peeled off its glue: the panel.
        if (thing is { Is: "displayAssembly:lid", Text: "screen" or "display" } && (clause.Does("peel") || clause.Places.Exists(place => place.Of is { } of && of.IsNoun("glue", "softGlue", "rigidGlue", "stickyTape", "foam"))))
            thing.Is = "displayPanel:panel";
        // A cell: the clock's, where the line speaks of that.
        if (thing.Is == "cell")
        {
            if (!spokenOf.Contains(PartKind.ClockCell))
            {
                Fault(clause, "the clock cell, or the main battery?", [new("The clock cell", "clock cell"), new("The main battery", "battery")]);
                return;
            }
            thing.Is = "clockCell";
        }
        var kind = Kind(thing);
        // 2.5 inch bay, empty
        if (thing is { IsEmpty: true, IsCounted: false } && clause is { HasDeed: false, Particle: null } && Resolve(clause, thing, 0) is { } bay)
        {
            seen.Add((bay with { SeenIn = context.CurrentLayer, Empty = true }, clause));
            return;
        }
        // The lid of a shield that was spoken of.
        if (thing is { Text: "lid", IsThe: true } && acts.Exists(act => act.Action is Peel { What: PeelWhat.Shield }))
            return;
        if (thing.Text is "board" && thing.Before.Count > 0)
        {
            Fault(clause, $"which board is the {line[thing.Start..thing.End]}?", [new("A board of ports", "ports board out"), new("The main board", "main board out"), new("The power button", "power button out")]);
            return;
        }
        if (thing.Number is { Most: > 1 } plenty && !(clause.Does("unplug") || kind is PartKind.Memory or PartKind.Storage or PartKind.Fan or PartKind.Other or PartKind.PortModules || (kind is PartKind.Hinge or PartKind.Speakers or PartKind.Wireless or PartKind.Camera && plenty.Most == 2)))
        {
            Fault(clause, $"{plenty} of them? Say each {thing.Text} by its place");
            return;
        }
        if (thing.IsEach && !clause.HasDeed)
            times = Places(thing) ?? times;
        if (clause.State is { } state || thing.State is { } && (state = thing.State) is not null)
            Held(clause, thing, state);
        if (clause.IsTopic)
        {
            topic = (thing, clause);
            return;
        }
        if (thing.HasFacts)
        {
            Fault(clause, "size, thread and length belong to screws: say how many screws, such as 3 ph0");
            return;
        }
        // The touchpad was detached after undoing five screws: it is out.
        if (clause.DeedSaid.StartsWith("detach", StringComparison.Ordinal) && kind is not (PartKind.Battery or PartKind.Fan or PartKind.Wireless or PartKind.Speakers or PartKind.Camera) && clauses.Exists(other => other.Object?.IsNoun("screw", "clip") == true || other.Object is { Role: null, HasFacts: true }))
        {
            Out(clause, thing);
            return;
        }
        if (clause.Does("unplug"))
        {
            if (kind == PartKind.Battery && thing.Text == "battery" && System.Text.RegularExpressions.Regex.IsMatch(line[Math.Max(0, thing.Start - 12)..thing.End], @"\b(little|small|tiny|second|other)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase))
            {
                Fault(clause, "the main battery, or the clock cell?", [new("The main battery", "unplug the main battery"), new("The clock cell", "unplug the clock cell")]);
                return;
            }
            if (kind == PartKind.Battery)
                PowerOff = true;
            // Unplugged at its flap ribbon
            // A pack is on a lead, whoever says no more.
            Connector? how = thing.Text == "pack" && clause.DeedSaid.StartsWith("unplug", StringComparison.Ordinal) ? Connector.WirePlug : clause.Places.Find(place => place.Of is { Role: Role.Noun } of && of.Is is "plug" or "cable" or "ribbon" or "flap" or "press" or "bar" or "slideLock" or "push") is { Of: { } plug } ? KindOf(clause, plug, true).Kind : null;
            Add(Sort.Connection, new Unplug { Connector = how, Count = thing.Number ?? Count.One, Notes = Text(thing) }, clause, thing.Is);
            if (clause.Does("take", "pull", "lift", "slide"))
                Out(clause, thing);
            return;
        }
        // Hold the board by its edges and lift it; push it from behind, and out it slides: what comes is said behind it.
        if (clause.Particle is null && (clause.Deeds.TrueForAll(deed => deed == "use") && clause.HasDeed || (clause.Deeds is ["press"] && clauses.SkipWhile(other => other != clause).Skip(1).Any(other => other.Object is null or { IsPronoun: true } && (other.Particle is not null || other.Does("come", "slide", "take", "lift"))))))
        {
            Mention(clause, thing);
            return;
        }
        if (clause.Does("unlatch"))
        {
            if (!acts.Exists(act => act.Sort == Sort.Latches))
                Add(Sort.Latches, new Unlatch { Count = null }, clause, thing.Is);
            if (clause.Does("take", "lift", "pull", "slide") || clause.Particle is not null)
                Out(clause, thing);
            return;
        }
        if (clause.Does("unglue") && clauses.Exists(held => held.IsHeldBy && held.Segment == clause.Segment && held.Start > clause.Start))
        {
            Out(clause, thing);
            return;
        }
        // The display was separated from the base by six screws: nothing is glued there.
        if (clause.DeedSaid.StartsWith("separat", StringComparison.Ordinal) && kind is PartKind.DisplayAssembly or PartKind.Mainboard or PartKind.TopCase or PartKind.BaseCover or PartKind.Keyboard && !clauses.Exists(other => other.Object is { Role: Role.Noun } bond && bond.Is is "glue" or "softGlue" or "rigidGlue" or "stickyTape" or "foam" or "tape" or "gasket" || other.State is "glued" or "taped"))
        {
            Out(clause, thing);
            return;
        }
        if (clause.Does("unglue", "cut"))
        {
            Add(Sort.Bond, new Unbond(), clause, thing.Is);
            if (clause.Particle is not null)
                Out(clause, thing);
            return;
        }
        if (clause.Does("heat"))
        {
            (heat, heated) = (Tool.Heat, clause);
            return;
        }
        var comes = clause.Particle is "off" or "out" or "up" or "away" or "free" or "apart" or "loose" or "clear" or "upwards" or "upward" or "straight up" or "straight out" or "straight off";
        // The panel tilts forward: it is not out.
        if (clause.DeedSaid.StartsWith("tilt", StringComparison.Ordinal) && freed.Exists(one => one.Clause.Object?.Is == thing.Is))
            return;
        if (clause.Particle is null && clause.Deeds.Count == 1 && (clause.DeedSaid.StartsWith("tilt", StringComparison.Ordinal) || clause.DeedSaid.StartsWith("tip", StringComparison.Ordinal)) && !clause.Places.Exists(place => place.Preposition is "out of" or "off" or "from" || place.Preposition.StartsWith("up", StringComparison.Ordinal)) && !clauses.SkipWhile(other => other != clause).Skip(1).Any(other => other.Object is null or { IsPronoun: true } && (other.Particle is not null || other.Does("take", "lift", "pull", "come"))))
        {
            Add(Sort.Other, new Swing { Count = Count.One }, clause, thing.Is);
            return;
        }
        // It flips up, and is pulled out of its slot: it springs up.
        if (clause.Does("flip") && clause.Particle == "up" && kind is PartKind.Storage or PartKind.Memory or PartKind.Wireless)
        {
            Mention(clause, thing);
            return;
        }
        if (clause.Does("flip") && kind is PartKind.Keyboard or PartKind.DisplayAssembly or PartKind.DisplayPanel or PartKind.Mainboard && clause.Particle is "up" or null or "out")
        {
            Add(Sort.Other, new Swing { Count = Count.One }, clause, thing.Is);
            return;
        }
        // Undid the hinges, three screws apiece: by what they were held.
        if (kind is PartKind.Hinge && clause is { Deeds: ["undo"], Particle: null } && clauses.SkipWhile(other => other != clause).Skip(1).Any(other => other is { HasDeed: false, Object: { Is: "screw", IsCounted: true } }))
        {
            if (thing.Number?.Exact is { } hinges)
                counts[thing.Is] = hinges;
            return;
        }
        if (kind is PartKind.DisplayAssembly or PartKind.Hinge && (clause.Does("swing") || (clause.Does("undo") && !comes)) || (clause.Does("swing") && (clause.Deeds.Count == 1 || kind is PartKind.Mainboard or PartKind.DisplayPanel or PartKind.Keyboard)))
        {
            Add(Sort.Other, new Swing { Count = Count.One }, clause, thing.Is);
            if (thing.HasBefore("base") && opensByItself)
                Opens = clause;
            return;
        }
        if (kind is PartKind.Hinge && clause.Does("unplug"))
        {
            Fault(clause, $"what was undone of the {thing.Text}? Say its screws, or {thing.Text} out");
            return;
        }
        if (Aside(clause) || (clause.Does("move") && !comes))
        {
            Add(Sort.Other, new Move(), clause, thing.Is);
            return;
        }
        // Released from one screw: what it was held by.
        if (clause.Does("undo", "unscrew") && clauses.Exists(held => held.IsHeldBy && held.Segment == clause.Segment && held.Start > clause.Start))
        {
            Mention(clause, thing);
            return;
        }
        if (clause.Does("undo", "unscrew", "press", "spread", "stretch", "clean", "toggle", "route", "flip") && !clause.Does("take", "lift", "pull", "slide", "pry") && !comes)
        {
            // Battery unscrewed, four ph0: what was undone is told beside it.
            if (clause.Does("undo", "unscrew") && clause.Deeds.Count == 1 && clauses.Exists(other => other != clause && other.Object is { } held && (held.IsNoun("screw", "standoff") || held.HasFacts || (clause.Does("undo") && Fastener(held)))))
                Mention(clause, thing);
            // Card unscrewed, slid out: by screws that nobody counted.
            else if (clause.Deeds is ["unscrew"] && !acts.Exists(act => act.Sort == Sort.Screws))
                acts.Add(new(Sort.Screws, new Unscrew { Count = null, Captive = false }, clause));
            else
                Fault(clause, $"what was undone of the {thing.Text}? Say screws, clips or a plug");
            return;
        }
        // Pushed out from the inside
        if (clause.Deeds is ["press"] && clause.Particle == "out")
        {
            Out(clause, thing);
            return;
        }
        if (clause.HasDeed && clause.Deeds.TrueForAll(deed => OutDeeds.Contains(deed)) && (!clause.Does("undo", "flip", "move", "swing") || comes) || (!clause.HasDeed && comes) || (clause.Does("use", "run", "stay") && comes))
        {
            // Come alone says that it does: comes out, comes off, pops up.
            if (clause.Deeds is ["come"] && clause.Particle is null && clause.DeedSaid != "gone" && !clause.DeedSaid.Contains(' ', StringComparison.Ordinal) && !clause.Places.Exists(place => place.Preposition is "out of" or "off" or "from"))
            {
                if (!clause.IsSubject || clause.Places.Count > 0)
                    Fault(clause, $"where does the {thing.Text} come or go?");
                else
                    Out(clause, thing);
                return;
            }
            Out(clause, thing);
            return;
        }
        if (clause.HasDeed)
        {
            Fault(clause, $"what was done with the {thing.Text}? Say {thing.Text} out, or unplug {thing.Text}");
            return;
        }
        // Memory out, both sticks: how many came out.
        if (thing.Number is { Exact: > 1 } both && kind == PartKind.Memory && lifts.Find(act => act.Action is Unplug { Connector: Connector.LatchedModule } && act.Action.Count == Count.One && act.Clause.Object is { IsCounted: false }) is { } module)
        {
            module.Action = module.Action with { Count = both };
            if (!freesByItself && Resolve(clause, thing, 1, comesOut: true) is { } second)
                freed.Add((second, clause));
            return;
        }
        // Battery unplugged, five screws, then the battery: it comes out last.
        if (clause is { IsNext: true, IsHeldBy: false, Places.Count: 0, State: null } && thing is { IsThe: true, IsCounted: false } && clause == clauses[^1] && acts.Exists(act => act.Part == thing.Is && act.Sort == Sort.Connection) && acts.Count > 1)
        {
            Out(clause, thing);
            return;
        }
        if (clause.State is null)
            Mention(clause, thing);
    }

    /// <summary>A module or stick is one of memory, where the line speaks of no other card.</summary>
    private Thing Stick(Thing thing)
    {
        var cards = words.Where(word => word.Is(Role.Part) && !word.Is(Role.Aside)).Select(word => word.As(Role.Part)!).Where(part => part.Split(':')[0] is "storage" or "wireless" or "memory").Distinct().ToList();
        (thing.Role, thing.Is) = (Role.Part, thing.PartOf is { } own ? own : cards is [var card] && !card.StartsWith("memory", StringComparison.Ordinal) && words.Exists(word => word.Is(Role.Part, card) && word.Start < thing.Start) ? card : About() is var (about, _) && about.IsPart && Kind(about) is PartKind.Storage or PartKind.Wireless ? about.Is : "memory:memory");
        return thing;
    }

    private string? Text(Thing thing) => line[thing.Start..thing.End] is { Length: > 0 and < 100 } text && !text.Contains('"', StringComparison.Ordinal) ? text : null;

    /// <summary>How a part is held, which is seen of it or told along with what undoes it.</summary>
    private void Held(Clause clause, Thing thing, string state)
    {
        // The sink was stuck to the paste: a joint, and no glue.
        if (Kind(thing) == PartKind.Thermal && clause.Places.Exists(place => place.Of?.IsNoun("paste") == true))
        {
            if (!acts.Exists(act => act.Sort == Sort.Joint))
                Add(Sort.Joint, new Thermal { What = ThermalWhat.Paste, Count = Count.One }, clause);
            return;
        }
        // The ports are on the main board, soldered: they are, and not the board.
        if (Kind(thing) == PartKind.Mainboard && state == "soldered")
        {
            Fault(clause, "what is soldered to the main board? Name the part, such as memory soldered");
            return;
        }
        if (WordList.TryParse<Mounting>(state, out var mounting) && (mounting == Mounting.Soldered ? Beside(thing) : null) is var beside && (beside ?? Resolve(clause, thing, 0)) is { } part)
            seen.Add((part with { Mounting = mounting, SeenIn = context.CurrentLayer }, clause));
    }

    /// <summary>Soldered memory beside a socket: another part than the one in there. Null: none of its kind is known to be held otherwise.</summary>
    private PartOfLine? Beside(Thing thing)
    {
        var (kind, name) = (Kind(thing), Name(thing));
        var others = context.Parts.Where(part => part.Kind == kind).ToList();
        if (kind == PartKind.Other || others.Count == 0 || thing.Which.Count > 0 || !others.TrueForAll(part => part.Mounting is not (null or Mounting.Soldered)))
            return null;
        bool IsTaken(string id) => context.Parts.Any(part => part.Id == id);
        var id = IsTaken($"{name}-b") && !IsTaken($"{name}-a") ? $"{name}-a" : name;
        for (var number = 2; IsTaken(id); number++)
            id = $"{name}-{number}";
        return new(id, kind, null);
    }

    /// <summary>A part comes out: how, by its kind, and that it is free then.</summary>
    private void Out(Clause clause, Thing thing)
    {
        var kind = Kind(thing);
        if (thing.IsEach && Places(thing) is { } each)
            thing.Number = each;
        if (thing.Number is { Most: > 1 } many && !(kind is PartKind.Memory or PartKind.Storage or PartKind.Fan || (kind is PartKind.Hinge or PartKind.Speakers && many.Most == 2)))
        {
            Fault(clause, $"{many} of them? Say each {thing.Text} by its place");
            return;
        }
        var several = kind is PartKind.Memory or PartKind.Storage or PartKind.Fan && thing.Number is { Exact: { } n } && n is > 1 and < 9 ? n : 1;
        if (several == 1 && kind is PartKind.Memory or PartKind.Storage or PartKind.Fan && thing.Many && thing.Number is null && thing.Text != "memory")
        {
            Fault(clause, $"how many {thing.Text}? Say two {thing.Text}, or one by one");
            return;
        }
        // Taken out together with the fan: as one?
        if (clause.Places.Find(place => place.Of is { IsPart: true } of && (place.Preposition == "together with" || (place.Preposition == "with" && (kind, Kind(of)) is (PartKind.Thermal, PartKind.Fan) or (PartKind.Fan, PartKind.Thermal)))) is { Of: { } companion })
        {
            Fault(clause, $"did the {thing.Text} and the {companion.Text} come out as one? Say both, together where they cannot come apart", [new("As one, together", $"{thing.Text} and {companion.Text} out, together"), new("One after the other", $"{thing.Text} out, {companion.Text} out")]);
            return;
        }
        // Pried off its glue: that bond is undone.
        if (clause.Does("pry", "peel", "pull", "lift") && !clause.Does("slide") && clause.Places.Find(place => place.Preposition is "off" or "from" or "free of" or "free from" or "away from" && place.Of is { } of && of.IsNoun("glue", "softGlue", "rigidGlue", "foam")) is { Of: { } undone } && !acts.Exists(act => act.Sort == Sort.Bond))
            acts.Add(new(Sort.Bond, new Unbond { Bond = undone.Is switch { "softGlue" => Bond.SoftGlue, "rigidGlue" => Bond.RigidGlue, "foam" => Bond.Foam, _ => null }, Count = Count.One, LengthMm = undone.Length }, clause));
        // Slid the battery out of the tape: was that undone?
        if (clause.Places.Find(place => place.Preposition is "out of" or "from" or "off" or "free of" or "free from" or "away from" && place.Of is { } of && of.IsNoun("glue", "softGlue", "rigidGlue", "stickyTape", "tape", "foam")) is { Of: { } bond } && !acts.Exists(act => act.Sort == Sort.Bond))
        {
            Fault(clause, $"was the {bond.Text} cut or peeled? Say so, such as cut the {bond.Text}");
            return;
        }
        // Said before already: the drive pops up, slide it out.
        var again = freed.FindIndex(one => Lexicon.TryKind(Name(thing), out var named) && one.Part.NewKind == named || one.Part.Id == Name(thing) || (one.Part.NewKind ?? context.Parts.FirstOrDefault(part => part.Id == one.Part.Id)?.Kind) == kind);
        if (again >= 0 && !thing.IsAnother && (thing.Which.Count == 0 || freed[again].Clause.Object?.Which.SequenceEqual(thing.Which) == true) && (kind != PartKind.Other || freed[again].Clause.Object?.Text == thing.Text))
            return;
        if (clause.Does("pry") && Array.Exists(Clipped, one => one == kind) && !acts.Exists(act => act.Sort is Sort.Clips) && !hasClips)
            acts.Add(new(Sort.Clips, new Unclip { Count = null }, clause) { Part = thing.Is });
        // Twisted, and off: the paste lets go.
        if (kind == PartKind.Thermal && Twisted().IsMatch(line) && !acts.Exists(act => act.Sort == Sort.Joint))
            acts.Add(new(Sort.Joint, new Thermal { What = ThermalWhat.Paste, Count = Count.One }, clause));
        Slid(clause);
        var card = kind == PartKind.Storage && (thing.Is == "storage:ssd" || Springs().IsMatch(line) || line.Contains("m.2", StringComparison.OrdinalIgnoreCase) || line.Contains("nvme", StringComparison.OrdinalIgnoreCase));
        TeardownAction action = kind switch
        {
            PartKind.Mainboard => new Lift { What = LiftWhat.Board },
            PartKind.DisplayAssembly => new Lift { What = LiftWhat.Display },
            PartKind.Storage when card => new Unplug { Connector = Connector.SlideCard },
            PartKind.Graphics when clause.Does("slide", "pull", "take") && clause.Places.Exists(place => place.Preposition is "out of" or "from" && place.Of is { Text: "slot" or "socket" or "connector" }) => new Unplug { Connector = Connector.SlideCard },
            PartKind.Wireless => new Unplug { Connector = Connector.SlideCard },
            PartKind.Memory => new Unplug { Connector = Connector.LatchedModule },
            PartKind.BaseCover => new Lift { What = LiftWhat.Cover },
            _ => new Lift { What = LiftWhat.Part },
        };
        // Lifted off the paste, off its pads: that joint parts.
        if (kind == PartKind.Thermal && clause.Places.Find(place => place.Preposition is "off" or "from" or "out of" or "free of" or "away from" && place.Of is { } of && of.IsNoun("paste", "pad")) is { Of: { } joint } && !acts.Exists(act => act.Sort == Sort.Joint))
            acts.Add(new(Sort.Joint, new Thermal { What = joint.Is == "paste" ? ThermalWhat.Paste : ThermalWhat.Pad, Count = joint.Number ?? (joint.Is == "paste" || !joint.Many ? Count.One : null) }, clause));
        lifts.Add(new(Sort.Lift, action with { Count = several, Notes = Note(clause) }, clause) { Part = thing.Is });
        if (freesByItself)
            return;
        for (var i = 0; i < several; i++)
        {
            if (Resolve(clause, thing, i, comesOut: true) is { } part)
                freed.Add((part, clause));
        }
    }

    /// <summary>Slides off its hooks: that is undone before it is lifted.</summary>
    private void Slid(Clause clause)
    {
        if (clause.Does("slide") && clause.Places.Exists(place => place.Preposition is "off" or "out" or "out of" or "from" or "free of" or "free from" or "clear of" && place.Of is { } of && of.IsNoun("clip", "tab", "place") && of.Text is "hook" or "hooks" or "peg" or "pegs" or "tab" or "tabs" or "nose" or "noses"))
            Add(Sort.Other, new Slide(), clause);
    }

    /// <summary>Which part is meant: by its kind, and where there are several by its place.</summary>
    private PartOfLine? Resolve(Clause clause, Thing thing, int index, bool comesOut = false)
    {
        var (kind, name) = (Kind(thing), Name(thing));
        if (kind == PartKind.Other)
            name = thing.Text;
        var like = context.Parts.Where(part => kind == PartKind.Other ? part.Id.Equals(name.Replace(' ', '-'), StringComparison.OrdinalIgnoreCase) : part.Kind == kind)
            // Nothing comes out of a place that is empty.
            .Where(part => !comesOut || part.Fitted).ToList();
        bool IsOut(Part part) => context.Steps.Take(context.Position).Any(step => step.Frees.Contains(part.Id)) || freed.Exists(one => one.Part.Id == part.Id);
        var where = thing.Which.Where(which => which is not ("same" or "other")).ToList();
        if (like.Find(part => where.Count > 0 && where.TrueForAll(which => part.Id.Contains(which, StringComparison.OrdinalIgnoreCase) || part.Layer?.Contains(which, StringComparison.OrdinalIgnoreCase) == true)) is { } told)
            return new(told.Id, null, null);
        if (like.Count == 0 || (like.TrueForAll(IsOut) && (thing.IsAnother || where.Count > 0 || index > 0)))
        {
            var id = where.Count > 0 ? $"{name}-{string.Join('-', where)}" : name;
            id = id.ToLowerInvariant().Replace(' ', '-');
            var unique = id;
            for (var number = 2; context.Parts.Any(part => part.Id == unique) || freed.Exists(one => one.Part.Id == unique); number++)
                unique = $"{id}-{number}";
            return new(unique, kind, null);
        }
        if (like.Count == 1)
            return new(like[0].Id, null, null);
        var left = like.FindAll(part => !IsOut(part));
        if (left.Count == 1 || (index > 0 && left.Count > 0) || (thing.Number is { Exact: { } all } && all == left.Count))
            return new(left[0].Id, null, null);
        Fault(clause, $"which {thing.Text}: {string.Join(", ", (left.Count > 0 ? left : like).Select(part => part.Id))}?", [.. (left.Count > 0 ? left : like).Select(part => new LineChoice(part.Id, $"{part.Id} out"))]);
        return null;
    }

    // --- Covers and what holds -------------------------------------------------------------------------------------------------------

    private void Covers(Clause clause, Thing thing, bool isBase)
    {
        if (clause.IsTopic)
        {
            topic = (thing, clause);
            return;
        }
        if (!clause.HasDeed && clause.Particle is null)
        {
            if (thing.Number is { Most: > 1 })
                Fault(clause, $"what of the {thing.Text} is counted? Say it with its number, such as 2 screws");
            // Nine screws, bottom: where.
            if (!(acts.Count > 0 && acts[^1].Clause.Segment == clause.Segment))
                Mention(clause, thing);
            return;
        }
        if (clause.Does("swing", "move") || Aside(clause))
        {
            Add(Sort.Other, clause.Does("swing") ? new Swing() : new Move(), clause);
            // The base hinges open: what is inside lies there.
            if (clause.Does("swing") && isBase && opensByItself)
                Opens = clause;
            return;
        }
        if (clause.Does("heat"))
        {
            (heat, heated) = (Tool.Heat, clause);
            return;
        }
        if (!Goes(clause, thing, "take", "pull", "lift", "come", "slide", "pry", "undo", "peel", "unscrew", "flip") || Facts(clause, thing, "a cover"))
            return;
        // Slides to the back, and then lifts
        if (clause.Deeds is ["slide"] && clause.Particle is null)
        {
            Add(Sort.Other, new Slide(), clause);
            Mention(clause, thing);
            return;
        }
        if (clause.Does("unscrew") && !acts.Exists(act => act.Sort == Sort.Screws))
            acts.Add(new(Sort.Screws, new Unscrew { Count = null, Captive = false }, clause));
        if (clause.Does("unscrew") && clause.Deeds.TrueForAll(deed => deed == "unscrew") && clause.Particle is null)
            return;
        Slid(clause);
        // Pried, or lifted past its clips
        if ((clause.Does("pry") || clause.Places.Exists(place => place.Preposition is "past" or "over" && place.Of?.IsNoun("clip") == true)) && !acts.Exists(act => act.Sort == Sort.Clips) && !hasClips)
            acts.Add(new(Sort.Clips, new Unclip { Count = null }, clause));
        // The bottom cover has ten screws, cover off: the same cover.
        isBase |= thing is { Text: "cover" or "lid" or "plate" or "panel", IsCounted: false, IsAnother: false } && thing.Before.Count == 0 && clauses.TakeWhile(other => other != clause).Any(other => other.Object?.IsNoun("base") == true || other.Places.Exists(place => place.Of?.IsNoun("base") == true));
        if (isBase && Opens is not null)
            return;
        var count = Counted(clause, thing);
        if (lifts.Exists(act => act.Action is Lift { What: LiftWhat.Cover } && act.Clause.Object?.Is == thing.Is) && !thing.IsCounted && !thing.IsAnother)
            return;
        lifts.Add(new(Sort.Lift, new Lift { What = LiftWhat.Cover, Count = count, Notes = Note(clause) }, clause));
        if (isBase && opensByItself)
            Opens = clause;
    }

    private void Holder(Clause clause, Thing thing)
    {
        if (clause.IsTopic)
        {
            topic = (thing, clause);
            return;
        }
        if (!clause.HasDeed && clause.Particle is null)
        {
            Mention(clause, thing);
            return;
        }
        if (clause.Does("swing", "flip") || (clause.Does("undo") && clause.Particle is null && clause.Deeds.Count == 1))
        {
            if (clause.Does("undo") && clauses.SkipWhile(other => other != clause).Skip(1).Any(other => other is { HasDeed: false, Object: { Is: "screw", IsCounted: true } }))
                Mention(clause, thing);
            else if (clause.Does("undo"))
                Fault(clause, $"what was undone of the {thing.Text}? Say its screws, or {thing.Text} off");
            else
                Add(Sort.Other, new Swing(), clause);
            return;
        }
        // Unscrewed, and set aside: it is off.
        if ((clause.Does("move") || Aside(clause)) && !clauses.Exists(other => other != clause && other.Does("unscrew") && other.Object?.Text == thing.Text))
        {
            if (thing.Number is { Most: > 2 })
                Fault(clause, $"so many of the {thing.Text}? Say each by its place");
            Add(Sort.Other, new Move(), clause);
            return;
        }
        if (!Goes(clause, thing, "take", "pull", "lift", "come", "slide", "pry", "undo", "unscrew", "peel", "move") || Facts(clause, thing, "lifting"))
            return;
        if (clause.Does("unscrew") && !acts.Exists(act => act.Sort == Sort.Screws))
            acts.Add(new(Sort.Screws, new Unscrew { Count = null, Captive = false }, clause));
        if (clause.Deeds is ["unscrew"] && clause.Particle is null)
        {
            Mention(clause, thing);
            return;
        }
        if (clause.Does("pry") && clause.Particle is null && line[clause.Start..Math.Min(line.Length, clause.End + 6)].Contains("open", StringComparison.OrdinalIgnoreCase))
        {
            Fault(clause, $"how was the {thing.Text} opened? Say latch, clip or swing");
            return;
        }
        if (lifts.Exists(act => act.Clause.Object?.Text == thing.Text) && !thing.IsAnother && !thing.IsCounted)
            return;
        lifts.Add(new(Sort.Lift, new Lift { What = LiftWhat.Part, Count = Counted(clause, thing), Notes = Text(thing) }, clause));
    }

    private void Switched(Clause clause, Thing thing)
    {
        if (!Goes(clause, thing, "flip", "toggle", "slide", "press", "move", "pull", "undo", "take"))
            return;
        if (!clause.HasDeed && clause.Particle is null)
        {
            Mention(clause, thing);
            return;
        }
        PowerOff |= thing.Text.Contains("batter", StringComparison.Ordinal) || Battery(thing) || thing.Text.Contains("disconnect", StringComparison.Ordinal) || thing.Text.Contains("cut", StringComparison.Ordinal) || thing.Text.Contains("kill", StringComparison.Ordinal)
            || clause.Places.Exists(place => place.Of?.PartOf == "battery" && (place.Preposition is "for" or "of" || place.Preposition.StartsWith("that ", StringComparison.Ordinal)))
            || CutsThePower().IsMatch(line) || (clause.Particle == "off" && (thing.Text.Contains("power", StringComparison.Ordinal) || clause.Places.Exists(place => place.Of?.PartOf == "battery")));
        // There's a little switch, pushed over: the same.
        if (thing is { IsCounted: false, IsAnother: false } && acts.Exists(act => act.Action is Records.Switch))
            return;
        Add(Sort.Other, new Records.Switch { Count = Counted(clause, thing) }, clause);
    }

    [System.Text.RegularExpressions.GeneratedRegex(@"\b(marked|labelled|labeled|that says|reads)\s+""?(bat|batt|battery|pwr|power)\b|\b(power('s| is|'s now| is now)|so the power('s| is)) (off|cut|gone|dead)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex CutsThePower();

    [System.Text.RegularExpressions.GeneratedRegex(@"\btwist(ed|s|ing)?\b(?!-)", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex Twisted();

    private void Guided(Clause clause, Thing thing)
    {
        if (clause.HasDeed || clause.Particle is not null)
            Fault(clause, "which cable comes out of it? Say route, or move the cable aside");
        else if (thing.IsCounted && clause.Places.Count == 0)
            Add(Sort.Other, new Route { Count = Counted(clause, thing) }, clause);
        else
            Mention(clause, thing);
    }

    private void Tooled(Clause clause, Thing thing)
    {
        // The card: of what the line speaks of.
        if (thing.Text is "card" or "cards" && (clause.Does("take", "pull", "slide", "come", "lift", "unscrew") || clause.Particle is not null) && !clause.Places.Exists(place => place.Preposition is "through" or "under" or "beneath" or "behind" or "between" or "along" or "into"))
        {
            var kinds = spokenOf.Where(kind => kind is PartKind.Wireless or PartKind.Storage or PartKind.Memory or PartKind.Graphics).ToList();
            if (acts.Exists(act => act.Action is Unplug { Connector: Connector.Coax }) && kinds.Count == 0)
                kinds.Add(PartKind.Wireless);
            if (kinds.Count == 1)
            {
                var card = new Thing { Role = Role.Part, Is = kinds[0] switch { PartKind.Wireless => "wireless:wifi", PartKind.Storage => "storage:ssd", PartKind.Memory => "memory:memory", _ => "graphics" }, Text = thing.Text, Number = thing.Number, Start = thing.Start, End = thing.End };
                OfPart(clause, card);
                if (clause.Deeds is ["unscrew"])
                    Mention(clause, card);
            }
            else
                Fault(clause, "which card?", [new("The drive", "ssd out"), new("The wireless card", "wireless card out"), new("A memory module", "memory out")]);
            return;
        }
        if (thing is { Text: "bit", Length: not null })
        {
            Bare(clause, thing);
            return;
        }
        // Used a spudger on the speaker connector
        if (thing.IsNoun("tool", "hand") && clause.Does("use") && clause.Places.Find(place => place.Preposition is "on" or "under" or "at" && place.Of is { } of && of.IsNoun("plug", "ribbon", "press", "flap", "cable")) is { Of: { } connector })
        {
            Connected(new() { Segment = clause.Segment, Start = clause.Start, End = clause.End, Object = connector, Deeds = { "unplug" } }, connector);
            return;
        }
        if (thing.IsNoun("heatTool"))
            (heat, heated) = (Tool.Heat, clause);
        else if (thing.IsNoun("solvent"))
            (heat, heated) = (Tool.Solvent, clause);
        // Slid a card through the glue, under the battery: the glue is cut.
        else if (thing.IsNoun("tool", "hand") && clause.Does("slide", "run", "press", "take", "pull", "move") && clause.Places.Find(place => place.Of is { } of && ((of.IsNoun("glue", "softGlue", "rigidGlue", "foam", "stickyTape") && place.Preposition is "through" or "under" or "into" or "along" or "between" or "beneath" or "thru")
            || (of.IsPart && place.Preposition is "under" or "beneath" or "behind" or "underneath" && (heat is not null || Kind(of) is PartKind.Battery or PartKind.DisplayPanel)))) is { Of: { } stuck })
        {
            if (stuck.IsPart)
            {
                if (!acts.Exists(act => act.Sort == Sort.Bond))
                    Add(Sort.Bond, new Unbond(), clause, stuck.Is);
                Mention(clause, stuck);
            }
            else
            {
                OfNoun(new Clause { Segment = clause.Segment, Start = clause.Start, End = clause.End, Deeds = { "cut" } }, stuck);
            }
        }
        // A tool that is run along a seam opens clips that nobody counted.
        else if (thing.IsNoun("tool") && clause.Places.Exists(place => place.Of is { } of && (of.IsNoun("seam", "base") || of.IsNoun("place") || of.PartOf is "bezel" or "keyboard")) || clause.Does("run"))
            Seam(clause);
        else if (!clause.HasDeed && clause.Particle is null && clause.Places.Count == 0)
            Fault(clause, $"what was done with the {thing.Text}?");
        else if (thing.IsCounted && thing.Number != Count.One)
            Fault(clause, $"how many of what? {thing.Text} says nothing that is counted");
    }

    private void Placed(Clause clause, Thing thing)
    {
        // A free bay for a second drive
        if (thing.IsNoun("place") && (thing.IsEmpty || thing.Looks.Contains("free")) && thing.PartOf is null && clause.Places.Find(place => place.Preposition == "for" && place.Of is { IsPart: true })?.Of is { } meant)
        {
            thing.Before.Add(new(Role.Part, meant.Is, false));
            thing.IsEmpty = true;
            thing.Which.AddRange(meant.Which);
        }
        if (thing.IsNoun("place") && thing.PartOf is not null && (thing.IsEmpty || thing.Looks.Contains("free") || clause.Particle == "free" || clause.State == "empty") && new Thing { Role = Role.Part, Is = thing.PartOf, Text = thing.Text, IsAnother = thing.IsAnother } is var empty)
        {
            if (thing.Number is { Most: > 1 })
            {
                Fault(clause, $"say each {thing.Text} by its place, such as second memory slot is empty");
                return;
            }
            empty.Which.AddRange(thing.SizeNumber is { } numbered ? [.. thing.Which, numbered] : thing.Which);
            if (Resolve(clause, empty, 0) is { } open)
                seen.Add((open with { SeenIn = context.CurrentLayer, Empty = true, Mounting = thing.Text is "socket" or "slot" or "sockets" or "slots" && Kind(empty) is PartKind.Memory or PartKind.Storage or PartKind.Wireless or PartKind.Graphics or PartKind.Processor ? Mounting.Socketed : null }, clause));
            return;
        }
        if (clause.Does("pry", "run") || (clause.Does("undo", "take") && thing.IsNoun("seam")))
            Seam(clause);
        else if (clause.Does("heat"))
            (heat, heated) = (Tool.Heat, clause);
        // A flex, both ends flip
        else if (thing is { Text: "ends" } && (thing.IsBoth || thing.Number is { Exact: 2 }) && acts.Count > 0 && acts[^1] is { Sort: Sort.Connection, Action: Unplug { Count.Exact: 1 } whole } && (clause.Does("flip", "slide", "unplug", "pull") || clause.Particle is "out" or "off"))
            acts[^1].Action = whole with { Count = new(2, 2), Connector = clause.Does("flip") ? Connector.FlipLock : clause.Does("slide") ? Connector.SlideLock : whole.Connector };
        else if (clause.HasDeed || clause.Particle is not null || thing.HasFacts)
            Fault(clause, $"what was done at the {thing.Text}?");
        else if (thing.Text.EndsWith("pins", StringComparison.Ordinal) || thing.Text.EndsWith("pegs", StringComparison.Ordinal))
            return;
        else if (thing is { Number: not null, IsEach: false } && clauses.SkipWhile(other => other != clause).Skip(1).FirstOrDefault()?.Object is { IsForEach: true })
            places = thing;
        else if (thing.IsBoth && acts.Count > 0 && clauses.Exists(other => other.Object?.IsForEach == true || other.Places.Exists(place => place.Preposition == "per" || place.Of?.IsEach == true)))
            return;
        else if (thing is { Number: not null, Many: false, IsEach: false } && thing.IsNoun("place", "seam") && acts.Count > 0 && acts[^1].Sort is Sort.Screws or Sort.Clips)
        {
            // Three screws top row, four bottom row: of what there are so many there.
            clause.Places.Add(new("at", new Thing { Role = Role.Noun, Is = thing.Is, Text = thing.Text, Start = thing.Start, End = thing.End }, thing.Start, thing.End));
            Bare(clause, new Thing { Number = thing.Number, Start = thing.Start, End = thing.End });
        }
        else if (thing is { Number: not null, IsEach: false } && thing.IsNoun("place", "seam"))
            Fault(clause, $"how many of what? {thing.Text} says where");
    }

    private void Seam(Clause clause)
    {
        if (!acts.Exists(act => act.Sort == Sort.Clips))
            acts.Add(new(Sort.Clips, new Unclip { Count = null, Notes = Note(clause) }, clause));
    }

    // --- What was spoken of before ---------------------------------------------------------------------------------------------------

    /// <summary>A deed without something that it is done to: pry along the edge; slides out.</summary>
    private void Without(Clause clause)
    {
        // It's off: what was spoken of, as in it is off.
        if (clause is { HasDeed: false, Particle: "off" or "out" } && Its().IsMatch(line[..Math.Min(line.Length, clause.End)]))
        {
            OfBefore(clause, new Thing { IsPronoun = true, Text = "it", Start = clause.Start, End = clause.End });
            return;
        }
        // Touchpad screwed in, four screws, taken out: of which it was said how it is held.
        if ((clause.Does("take", "lift", "slide", "pull") || clause.Particle is "out") && !clause.Does("unplug", "undo", "unscrew") && seen.Count > 0 && seen[^1].Clause is { Object: { IsPart: true } stated } seenAt && lifts.Count == 0 && mentioned.Count == 0 && acts.Count > 0)
        {
            Again(clause, stated, seenAt);
            return;
        }
        // Ssd: one screw, pop, out: a card springs up, no clip holds it.
        if (clause.DeedSaid.StartsWith("pop", StringComparison.Ordinal) && clause.Deeds.Count == 1 && clause.Places.Count == 0 && (topic?.Thing ?? mentioned.LastOrDefault().Thing) is { IsPart: true } card && (card.Is.Split(':')[^1] == "ssd" || Kind(card) is PartKind.Memory or PartKind.Wireless))
            return;
        // USB board, one screw, unplugged, out: the part that the line is about.
        if (clause is { Deeds: ["unplug"], Particle: null, Places.Count: 0 } && topic is null && mentioned.LastOrDefault().Thing is { IsPart: true } about && !acts.Exists(act => act.Sort is Sort.Connection or Sort.Lock))
        {
            Add(Sort.Connection, new Unplug { Count = Count.One }, clause, about.Is);
            PowerOff |= Kind(about) == PartKind.Battery;
            return;
        }
        // Two connectors, popped straight up; flipped, pulled: what was done with what was named.
        if (clause.HasDeed && acts.Count > 0 && last is not null && acts[^1].Said.Contains(last) && acts[^1].Sort is Sort.Connection or Sort.Lock or Sort.Peel && clause.Deeds.TrueForAll(deed => deed is "flip" or "pull" or "unplug" or "undo" or "pry" or "press" or "peel") && clause.Places.Count == 0)
        {
            if (acts[^1].Action is Unplug { Connector: Connector.WirePlug } plug && clause.Particle is "straight up" or "straight off")
                acts[^1].Action = plug with { Connector = Connector.PressFit };
            // A ribbon, flip: how it opens.
            else if (acts[^1].Action is Unplug { Connector: null } open && !clause.Does("unplug", "pull", "undo", "pry", "peel"))
                acts[^1].Action = open with { Connector = clause.Does("flip") ? Connector.FlipLock : Connector.PressFit };
            return;
        }
        if (clause.Does("pry") && !hasClips && acts.Exists(act => act.Sort == Sort.Bond) && About() is var (stuckPart, stuckAt) && (stuckPart.IsPart ? (stuckPart, stuckAt) : Parts()) is var (pried, priedAt) && pried.IsPart && Kind(pried) is not (PartKind.Bezel or PartKind.Keyboard or PartKind.BaseCover))
        {
            Again(clause, pried, priedAt);
            return;
        }
        if (clause.Does("pry", "run") && clause.Particle is null or "apart" or "loose" or "free" or "up" && (!clause.Does("run") || clause.Places.Exists(place => place.Of is { } of && (of.IsNoun("seam", "base", "place") || of.PartOf is "bezel" or "keyboard" or "topCase:palm rest"))))
        {
            Seam(clause);
            return;
        }
        if (clause.Does("heat"))
        {
            (heat, heated) = (Tool.Heat, clause);
            return;
        }
        if (clause.Does("run") && acts.Exists(act => act.Sort == Sort.Clips))
            return;
        // Went round with the pick: clips.
        if (clause.Deeds is ["come"] && heat is null && !words.Exists(word => word.As(Role.Noun) is "glue" or "softGlue" or "rigidGlue" or "foam" or "stickyTape") && clause.Places.Exists(place => place.Of?.IsNoun("tool", "hand") == true && place.Preposition is "with" or "w/" or "w"))
        {
            if (!hasClips)
                Seam(clause);
            return;
        }
        if (clause.Does("use") || (!clause.HasDeed && clause.Particle is null))
            return;
        // Hinges, six screws, then open to 90
        if (clause.DeedSaid.StartsWith("open", StringComparison.Ordinal) && acts.Count > 0 && acts[^1].Action is Swing)
            return;
        if (clause.DeedSaid.StartsWith("open", StringComparison.Ordinal) && clause.Deeds.Count == 1 && words.Exists(word => word.Is(Role.Part) && word.As(Role.Part)!.Split(':')[0] is "hinge" or "displayAssembly") && !acts.Exists(act => act.Sort is Sort.Connection or Sort.Lock or Sort.Latches))
        {
            Add(Sort.Other, new Swing { Count = Count.One }, clause);
            return;
        }
        // Cut round the rubber seal
        if (clause.Does("cut", "unglue", "heat") && clause.Places.Find(place => place.Preposition is "round" or "around" or "round the" or "along" or "through" or "all round" or "all around" or "thru" && place.Of is { } of && of.IsNoun("gasket", "glue", "softGlue", "rigidGlue", "foam", "stickyTape")) is { Of: { } sealing } sealingAt)
        {
            clause.Places.Remove(sealingAt);
            clause.Object = sealing;
            OfNoun(clause, sealing);
            return;
        }
        // Glued to the hinge, cut free: the glue.
        if (clause.Does("cut", "unglue") && last is { State: "glued" or "taped", Object.Role: Role.Noun } gluedOn)
        {
            Add(Sort.Bond, new Unbond { Bond = gluedOn.State == "taped" ? Bond.Tape : null }, clause, gluedOn.Object.PartOf);
            return;
        }
        // Those are out, so now: what was done before this line.
        if (!clause.HasDeed && last is null && acts.Count + lifts.Count + mentioned.Count == 0 && clause.Places.Count == 0 && clauses.Count > 1 && System.Text.RegularExpressions.Regex.IsMatch(line[..clause.Start], @"\b(those|these|they|that|all)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase))
            return;
        // Three connectors, all off: what was counted.
        if (!clause.HasDeed && acts.Count > 0 && acts[^1].Sort is Sort.Connection or Sort.Screws or Sort.Clips && System.Text.RegularExpressions.Regex.IsMatch(line[..clause.Start], @"\ball (of them |of those |are |now )*$", System.Text.RegularExpressions.RegexOptions.IgnoreCase) && clause.Places.Count == 0)
            return;
        // Nine screws; all have been removed.
        if (clause.Does("undo", "unscrew", "take") && clause.Particle is null or "out" && acts.Count > 0 && acts[^1].Sort is Sort.Screws or Sort.Clips && (acts[^1].Action.Count is not { Exact: 1 } || acts.Count(act => act.Sort == acts[^1].Sort) > 1) && clause.Places.Count == 0 && System.Text.RegularExpressions.Regex.IsMatch(line[..clause.Start], @"\ball (of them |of these |of those |ten |nine |eight |seven |six |five |four |three )?(have been |has been |had been |were |are |now |come |came )*$", System.Text.RegularExpressions.RegexOptions.IgnoreCase))
            return;
        // The panel, four screws, tilted forward
        if (clause.DeedSaid.StartsWith("tilted", StringComparison.Ordinal) && clause.Particle is null && topic is var (leaning, leaningSaid) && leaning.IsPart)
        {
            Add(Sort.Other, new Swing { Count = Count.One }, leaningSaid, leaning.Is);
            return;
        }
        // Ten screws, which I removed; a sticker over it, which I peeled: the thing that was said right before.
        if (last?.Object is { Role: Role.Noun } said && clause.HasDeed && (clause.IsWhich || Affords(said, clause)) && !said.IsNoun("place", "tool", "hand", "seam") && (Fastener(said) || said.IsNoun("film", "shield")))
        {
            Again(clause, said, last);
            return;
        }
        if (clause.Does("unscrew", "undo", "unplug", "cut", "clean") && clause.Particle is null && acts.Count > 0 && last is not null && acts[^1].Said.Contains(last))
            return;
        if (clause.Does("unscrew") && clause.Particle is null)
        {
            Add(Sort.Screws, new Unscrew { Count = null, Captive = false }, clause);
            return;
        }
        // The bottom has eleven screws, out: covers come off, screws come out.
        if (clause is { HasDeed: false, Particle: "out" } && topic is null && last?.Object is { } heads && (heads.Role is null || heads.IsNoun("screw", "standoff")) && acts.Exists(act => act.Said.Contains(last)) && Parts() is { Thing: var shut } && shut.IsNoun("base", "cover") && shut.Text is not "door" and not "hatch")
            return;
        // Out: the part that the line is about, not what it was held by.
        if (topic is null && last?.Object is { Role: null } && Parts() is { } whole)
        {
            Again(clause, whole.Thing, whole.Clause);
            return;
        }
        if (About() is var (thing, before) && (Fastener(thing) && Parts() is { } part ? part : (thing, before)) is var (meant, where))
        {
            if (meant.IsPart && clause.Deeds is ["pull"] && freed.Exists(one => one.Clause.Object?.Is == meant.Is))
                return;
            // Nvme: one screw, pulled: a card has no plug of its own to be pulled.
            if (meant.IsPart && clause.Deeds is ["pull"] && clause.Particle is null && clause.Places.Count == 0 && (meant.Is.Split(':')[^1] == "ssd" || Kind(meant) is PartKind.Memory or PartKind.Wireless) && acts.Count > 0 && !meant.IsCounted)
                clause.Particle = "out";
            if (meant.IsPart && clause.Deeds is ["pull"] && clause.Particle is null && clause.Places.Count == 0)
                Fault(clause, $"did the {meant.Text} come out? Say {meant.Text} out");
            else
                Again(clause, meant, where);
            return;
        }
        // They're all loose now, the six screws of the cover: what is named behind.
        if (acts.Count + lifts.Count + mentioned.Count == 0 && clauses.SkipWhile(other => other != clause).Skip(1).FirstOrDefault() is { HasDeed: false, Particle: null, IsHeldBy: false, Object: { IsPronoun: false, Role: not null } } named && (named.Object.IsPart || Fastener(named.Object)) && clause.Places.Count == 0)
        {
            named.Deeds.AddRange(clause.Deeds);
            named.Particle = clause.Particle;
            named.DeedSaid = clause.DeedSaid;
            return;
        }
        // They're all out, undone: what was counted.
        if (acts.Count > 0 && clause.Places.Count == 0)
            return;
        Fault(clause, "what was done to what? Name the part, the screws or the plug");
    }

    /// <summary>What a line speaks of: the part before a colon, or that was named last.</summary>
    private (Thing Thing, Clause Clause)? About()
    {
        if (topic is { } about)
            return about;
        return last?.Object is { Role: not null } thing ? (thing, last) : null;
    }

    /// <summary>Power button ribbon: slide lock, two screws, and it's out: a ribbon is not held by screws, what it leads to is.</summary>
    private bool LedTo(Clause clause)
    {
        if (clause.Particle is not ("out" or "off" or "free") || !clause.Deeds.TrueForAll(deed => deed is "come") || clause.Places.Count > 0 || freed.Count + lifts.Count > 0 || acts is not [{ Sort: Sort.Connection or Sort.Lock }, .., { Sort: Sort.Screws or Sort.Clips, Clause.HasDeed: false }] || mentioned.Exists(one => one.Thing.IsPart)
            || clauses.Find(other => other is { HasDeed: false, Particle: null, Object: { Role: Role.Noun, PartOf: not null, IsCounted: false, Many: false } of } && of.IsNoun("ribbon", "cable", "lead")) is not { Object: { PartOf: { } led } lead } leads)
        {
            return false;
        }
        Again(clause, new Thing { Role = Role.Part, Is = led, Text = led.Split(':')[^1], Start = lead.Start, End = lead.End }, leads);
        return true;
    }

    [System.Text.RegularExpressions.GeneratedRegex(@"\b(it's|it is)\W+\w+\W*$", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex Its();

    private void OfBefore(Clause clause, Thing pronoun)
    {
        // Out, so now it moves: that it is loose.
        if (clause is { Deeds: ["move"], DeedSaid: "moves" or "wobbles", Particle: null })
            return;
        // Round it goes: the pick.
        if (!pronoun.Many && clause.Deeds is ["come"] && clause.Particle is null && last?.Object?.IsNoun("tool", "seam") == true)
        {
            Seam(clause);
            return;
        }
        // Pick into the seam, round it goes: the pick.
        if (!pronoun.Many && last is null && acts.Count + lifts.Count == 0 && clause.Deeds is ["come"] or ["run"] && clause.Particle is null && words.Exists(word => word.End <= clause.Start && word.Is(Role.Noun, "tool")))
        {
            Seam(clause);
            return;
        }
        // The drive sits under a foil, peel it: what lies over it.
        if (!pronoun.Many && clause.HasDeed && clauses.TakeWhile(other => other != clause).LastOrDefault(other => other is { HasDeed: false, Particle: null }) is { } lying && lying.Places.FindLast(place => Hides(place.Preposition) && place.Of is { Role: Role.Noun } of && (Affords(of, clause) || (of.IsNoun("shield") && clause.Does("pry", "lift", "take", "pull") && !clause.Does("unplug")))) is { Of: { } over })
        {
            Again(clause, over, new() { Start = over.Start, End = over.End, Segment = lying.Segment });
            return;
        }
        // They all drop out, ten of them: what is named behind.
        if (last is null && acts.Count + lifts.Count + mentioned.Count == 0 && (clause.HasDeed || clause.Particle is not null) && clause.Places.Count == 0 && clauses.SkipWhile(other => other != clause).Skip(1).FirstOrDefault() is { HasDeed: false, Particle: null, IsHeldBy: false, Object: { IsPronoun: false, Role: not null } } later && (later.Object.IsPart || Fastener(later.Object)))
        {
            later.Deeds.AddRange(clause.Deeds);
            (later.Particle, later.DeedSaid) = (clause.Particle, clause.DeedSaid);
            return;
        }
        // Held by four screws, they're out: the screws.
        if (pronoun.Many && clause.Places.Count == 0 && (clause.Particle is "out" or "off" or "loose" or "free" || clause.Does("undo", "unscrew")) && acts.Count > 0 && acts[^1] is { Sort: Sort.Screws or Sort.Clips, Action.Count: not { Exact: 1 } } && lifts.Count == 0 && (topic?.Thing ?? mentioned.LastOrDefault().Thing) is { IsPart: true, Many: false, IsCounted: false })
            return;
        if (!pronoun.Many && LedTo(clause))
            return;
        // It has no latch: it is pulled straight.
        if (clause is { HasDeed: false, Particle: null } && clause.Places.Exists(place => place.Preposition == "without") && acts.FindLast(act => act.Sort == Sort.Connection) is { Action: Unplug { Connector: null or Connector.WirePlug } unlocked } pushed)
        {
            pushed.Action = unlocked with { Connector = Connector.PushFit };
            return;
        }
        if (last?.Object is { Role: Role.Noun } own && Affords(own, clause) && clause.Particle is null)
        {
            Again(clause, own, last);
            return;
        }
        if (!clause.HasDeed && clause.Particle is null)
        {
            if (clause.State is { } state && About() is var (about, _) && about.IsPart)
                Held(clause, about, state);
            // Ten screws, two of them: no deed of its own.
            return;
        }
        if (clause.Does("cut", "unglue") && acts.Exists(act => act.Sort == Sort.Bond))
            return;
        if (clause.Places.Exists(place => place.Of?.IsPronoun == true && place.Preposition is "out of" or "off" or "from"))
        {
            Fault(clause, "what comes out of what? Name them");
            return;
        }
        var many = pronoun.Many;
        var (thing, before) = last?.Object is { Role: not null } named && !(many && topic is not null && named == topic?.Thing) ? (named, last) : topic is { } it ? (it.Thing, it.Clause) : (null, null);
        // The plug of the speakers, lift them out: what is more than one.
        if (many && thing is { Many: false, Number: null or { Most: 1 } } && last?.Places.FindLast(place => place.Of is { IsPart: true } of && (of.Many || of.Is == "speakers")) is { Of: { } plural })
            (thing, before) = (plural, last);
        // Held by one screw, undid it: the screw.
        if (!many && thing is { Many: false } && Fastener(thing) && clause.Deeds.TrueForAll(deed => deed is "undo" or "unscrew") && clause.Particle is null && before is not null)
        {
            Again(clause, thing, before);
            return;
        }
        // Paste underneath, up it comes: what lies under it does not.
        if (!many && thing is { Role: Role.Noun } && thing.IsNoun("paste", "pad", "film", "tape", "label") && clause.Particle is not null && clause.Deeds.TrueForAll(deed => deed is "come") && last is not null && ((last is { HasDeed: false, Particle: null }) || (thing.IsNoun("paste", "pad") && clause.Particle is "up" or "out")) && (Parts() ?? (Only(clause) is { } above ? (above, last) : null)) is { Thing.IsPart: true } of)
        {
            Again(clause, of.Thing, of.Clause);
            return;
        }
        // One screw in the card, slid it out: no screw slides.
        if (!many && thing is { Role: Role.Noun, Many: false, Number: null or { Most: 1 } } && thing.IsNoun("screw", "standoff", "clip") && (clause.Does("slide", "lift") || (clause.Does("pull", "take") && clause.Particle is not null && before!.Does("undo", "unscrew"))) && Parts() is null && before is not null)
        {
            if (before.Places.FindLast(place => place.Of is { } of && (of.IsPart || of.IsNoun("holder", "cover", "base", "shield")) && place.Preposition is "in" or "on" or "of" or "at" or "from" or "out of") is { Of: { } within })
                Again(clause, within, before);
            else
                Fault(clause, "what is that? Name it");
            return;
        }
        // It has a plug, pulled it; and the plug, it's pulled: the plug.
        if (!many && last is { Object: { Many: false } hung } && (last.IsHeldBy || (last is { HasDeed: false, Particle: null, IsJoined: true } && clause.IsSubject)) && hung.IsNoun("plug", "cable", "ribbon", "lead") && clause.Deeds.Count > 0 && clause.Deeds.TrueForAll(deed => deed is "pull" or "unplug" or "undo") && clause.Particle is null)
        {
            Again(clause, hung, last);
            return;
        }
        // Peel the tape off the fan plug, pull it.
        if (!many && last is not null && acts.Exists(act => act.Sort == Sort.Peel && act.Clause == last) && clause.Does("pull", "unplug", "slide") && last.Places.Find(place => place.Of is { Role: not null } of && of.IsNoun("plug", "cable", "ribbon", "lead", "antenna")) is { Of: { } below } && clause.Particle is null)
        {
            Again(clause, below, clause);
            return;
        }
        // Undo three screws on the fan and lift it out: it is not the screws.
        if (!many && last?.Object is { } several && (several.Many || several.Number is { Most: > 1 }) && last is not null)
        {
            if (last.Places.FindLast(place => place.Of is { } of && (of.IsPart || of.IsNoun("holder", "cover", "base", "shield"))) is { Of: { } held } owns && (Parts() is null || (owns.Preposition is "of" or "from" or "out of" && Parts() is var (earlier, _) && freed.Exists(one => one.Clause.Object?.Is == earlier.Is))))
            {
                Again(clause, held, last);
                return;
            }
            if (Parts() is null && Fastener(several) && (clause.Does("take", "lift", "pull", "slide", "come") || clause.Particle is not null))
            {
                // Suction cup on the base, ten clips, up it comes: the one thing that was spoken of.
                if (Only(clause) is { } theOne)
                {
                    Again(clause, theOne, last);
                    return;
                }
                if (Recent(clause, false) is { } single)
                {
                    Again(clause, single, acts.Find(act => !single.IsPart && act.Clause.Start <= single.Start && single.End <= act.Clause.End)?.Clause ?? clause);
                    return;
                }
                Fault(clause, "what is that? Name it");
                return;
            }
        }
        // It is the part that was spoken of, where the last thing is what it was held by.
        if (thing is not null && Fastener(thing) && Parts() is { } part && (!many || (!thing.Many && (part.Thing.Many || part.Thing.Is == "speakers"))))
            (thing, before) = part;
        // Two screws round the touchpad, its plug, and up it comes: the one part that was spoken of.
        if (!many && thing is not null && thing.IsNoun("screw", "clip", "latch", "plug", "cable", "ribbon") && Parts() is null && clause.Particle is not null && (clause.Deeds.TrueForAll(deed => deed == "come") || (clause.IsSubject && clause.Does("lift"))) && Only(clause) is { } around)
            (thing, before) = (around, last);
        if (thing is null && last?.Object is { Role: null } && Parts() is { } told && (!many || told.Thing.Many))
            (thing, before) = told;
        if (thing is null && many && acts.Count > 0 && clause.Places.Count == 0)
            return;
        // Up it comes: the one cover or part that was spoken of.
        if (thing is null && clause.Does("come") && clause.Particle is not null && clauses.TakeWhile(other => other != clause).SelectMany(other => other.Places.Select(place => (place.Of, other))).Where(place => place.Of is { } of && (of.IsPart || of.IsNoun("base", "cover", "holder"))).DistinctBy(place => place.Of!.Is).ToList() is [{ Of: { } only, other: { } where }])
            (thing, before) = (only, where);
        // No glue under this battery, three screws and out it comes: the one part that the line speaks of.
        if (thing is null && clause.Particle is not null && words.Where((word, i) => word.Is(Role.Part) && !word.Is(Role.Aside) && word.End <= clause.Start && i > 1 && (words[i - 1].Is(Role.Preposition) || words[i - 2].Is(Role.Preposition))).DistinctBy(word => word.As(Role.Part)).ToList() is [var one] && words.Where(word => word.Is(Role.Part) && !word.Is(Role.Aside)).Select(word => word.As(Role.Part)).Distinct().Count() == 1)
            (thing, before) = (new() { Role = Role.Part, Is = one.As(Role.Part)!, Text = one.Text, Start = one.Start, End = one.End }, clause);
        if (thing is null || before is null)
            (thing, before) = (Recent(clause, many), clause);
        // The plug that was named: what was done with it.
        if (thing is { Role: Role.Noun } && acts.Find(act => act.Clause.Start <= thing.Start && thing.End <= act.Clause.End) is { } toldBefore)
            before = toldBefore.Clause;
        if (thing is null)
        {
            Fault(clause, "what is that? Name it");
            return;
        }
        Again(clause, thing, before);
    }

    /// <summary>The last thing before a clause that any word names and to which this can be done; null: none.</summary>
    private Thing? Recent(Clause clause, bool many)
    {
        for (var i = words.Count - 1; i >= 0; i--)
        {
            var word = words[i];
            if (word.End > clause.Start || word.Is(Role.Aside) || (i > 0 && words[i - 1].Is(Role.Negation)) || Array.Find(word.Senses, sense => sense.Role is Role.Noun or Role.Part) is not { Is: { Length: > 0 } named } sense || (sense.Many != many && !many))
                continue;
            var thing = new Thing { Role = sense.Role, Is = named, Text = word.Text, Many = sense.Many, Start = word.Start, End = word.End };
            string[] can = sense.Role == Role.Part ? ["take", "lift", "pull", "slide", "come", "pry", "unplug"]
                : thing.IsNoun("plug", "cable", "ribbon", "lead", "antenna", "press", "push") ? ["unplug", "pull", "take", "lift", "slide", "come", "pry", "undo", "press"]
                : thing.IsNoun("label", "foot", "seal", "film", "tape", "shield") && clause.Particle != "out" ? ["peel", "pull", "take", "lift", "come"]
                : thing.IsNoun("cover", "base", "holder") ? ["take", "lift", "pull", "slide", "come", "pry", "swing"]
                : thing.IsNoun("flap", "bar", "lock", "slideLock") ? ["flip", "lift", "swing", "slide"]
                : thing.IsNoun("screw", "standoff") ? ["unscrew", "undo", "take"]
                : thing.IsNoun("glue", "softGlue", "rigidGlue", "foam", "stickyTape") ? ["cut", "unglue", "heat", "peel"] : [];
            if (can.Length == 0 || !clause.Deeds.TrueForAll(can.Contains) || (clause.Deeds.Count == 0 && sense.Role != Role.Part && !thing.IsNoun("cover", "base", "holder")))
                continue;
            if (i > 0 && words[i - 1].Is(Role.Part) && sense.Role == Role.Noun)
                thing.Before.Add(new(Role.Part, words[i - 1].As(Role.Part)!, false));
            return thing;
        }
        return null;
    }

    /// <summary>Whether what was done can be done to this alone of what a line speaks of: peeled is tape, not the fan.</summary>
    private static bool Affords(Thing thing, Clause clause) => clause.Deeds.Count > 0 && clause.Deeds.TrueForAll(deed => deed switch
    {
        "peel" => thing.IsNoun("label", "foot", "seal", "film", "tape", "shield", "stickyTape", "foam", "gasket"),
        "unscrew" => thing.IsNoun("screw", "standoff"),
        "cut" or "unglue" => thing.IsNoun("glue", "softGlue", "rigidGlue", "stickyTape", "foam", "seal"),
        "clean" => thing.IsNoun("paste", "liquidMetal"),
        "flip" => thing.IsNoun("flap", "bar", "lock", "lever"),
        _ => false,
    });

    /// <summary>The one cover or part that places before a clause speak of; null: none, or several.</summary>
    private Thing? Only(Clause clause) => clauses.TakeWhile(other => other != clause).SelectMany(other => other.Places).Select(place => place.Of).OfType<Thing>().Where(of => of.IsPart || of.IsNoun("base", "cover", "holder")).DistinctBy(of => of.Is).ToList() is [var only] ? only : null;

    [System.Text.RegularExpressions.GeneratedRegex(@"\b(spr[aiu]ngs? up|pop(s|ped)? up|tip(s|ped)? up|flip(s|ped)? up|jump(s|ed)? up)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex Springs();

    private static bool Fastener(Thing thing) => thing.Role == Role.Noun && thing.Is is "screw" or "standoff" or "clip" or "tab" or "latch" or "plug" or "cable" or "lead" or "ribbon" or "flap" or "bar" or "lock" or "slideLock" or "antenna" or "releaseTab" or "strip" or "glue" or "softGlue" or "rigidGlue" or "stickyTape" or "tape" or "paste" or "pad" or "foam" or "gasket" or "press" or "push" or "tool" or "heatTool" or "seam" or "place" or "label" or "foot" or "seal" or "cap" or "post" or "spring" or "solvent";

    private (Thing Thing, Clause Clause)? Parts()
    {
        if (topic is { } about)
            return about;
        if (mentioned.Count > 0 && mentioned[^1] is var (thing, clause) && !Fastener(thing))
            return (thing, clause);
        var named = acts.Concat(lifts).LastOrDefault(act => act.Clause.Object is { IsPart: true })?.Clause;
        if (named?.Object is { } part)
            return (part, named);
        // Five screws hold the battery, lift it out
        var held = acts.SelectMany(act => act.Clause.Places).LastOrDefault(place => (place.Preposition.StartsWith("hold", StringComparison.Ordinal) || place.Preposition.StartsWith("that ", StringComparison.Ordinal) || place.Preposition.StartsWith("which ", StringComparison.Ordinal) || place.Preposition.StartsWith("secur", StringComparison.Ordinal)) && place.Of is { } of && (of.IsPart || of.IsNoun("holder", "cover", "base")));
        return held is { Of: { } of } ? (of, acts.First(act => act.Clause.Places.Contains(held)).Clause) : null;
    }

    /// <summary>A deed done to what was spoken of before: what was undone already is not undone twice.</summary>
    private void Again(Clause clause, Thing thing, Clause before)
    {
        mentioned.RemoveAll(one => one.Thing == thing);
        // One cable glued down along the edge, loosened it: its glue.
        if (before.State is "glued" or "taped" && thing.IsNoun("cable", "lead", "ribbon") && clause.Does("undo", "cut", "unglue", "peel", "pry"))
        {
            Add(Sort.Bond, new Unbond { Bond = before.State == "taped" ? Bond.Tape : null, Count = Count.One }, clause, thing.PartOf);
            return;
        }
        // A long cable across the fan, I tuck it aside: what was only named is what is done with it.
        if (!thing.IsPart && (clause.Does("move", "route") || Aside(clause)) && acts.FindIndex(act => act.Clause == before && act.Said.Count == 1 && before is { HasDeed: false, Particle: null }) is >= 0 and var namedOnly)
            acts.RemoveAt(namedOnly);
        if (!thing.IsPart && before != topic?.Clause && ((acts.Exists(act => act.Said.Contains(before)) && !thing.IsNoun("cover", "base", "holder")) || lifts.Exists(act => act.Said.Contains(before))))
        {
            if (clause.Does("route") && acts.FindLast(act => act.Said.Contains(before)) is { Action: Unplug } led)
                led.Action = new Route { Count = led.Action.Count, Notes = led.Action.Notes };
            if (clause.Does("heat") && acts.FindLast(act => act.Said.Contains(before)) is { Sort: Sort.Bond })
            {
                (heat, heated) = (Tool.Heat, clause);
                return;
            }
            if (clause.Does("slide") && acts.FindLast(act => act.Said.Contains(before)) is { Sort: Sort.Lock, Action: Unplug locked } slid && thing.Is != "flap")
                slid.Action = locked with { Connector = Connector.SlideLock };
            // Unscrew four screws, take them out; flap up, pull the ribbon.
            if (acts.FindLast(act => act.Said.Contains(before)) is { Action: Unplug { Connector: null or Connector.WirePlug } plug } act && clause.Particle is "straight up" or "straight off")
                act.Action = plug with { Connector = Connector.PressFit };
            else if (!clause.Does("take", "undo", "unscrew", "pull", "lift", "come", "peel", "unplug", "pry", "slide", "flip", "press", "cut", "clean", "stretch", "spread") && clause.Particle is null && !(clause.Does("run") && acts.Exists(one => one.Sort == Sort.Clips && one.Said.Contains(before))) && !(clause.Does("swing") && acts.Exists(one => (one.Sort == Sort.Lock || one.Action is Unplug { Connector: Connector.BarLock or Connector.FlipLock }) && one.Said.Contains(before))))
                Fault(clause, "what was done there? Name it");
            return;
        }
        var again = new Thing { Role = thing.Role, Is = thing.Is, Text = thing.Text, Number = thing.Number, Many = thing.Many, IsEach = thing.IsEach, Start = thing.Start, End = thing.End };
        again.Which.AddRange(thing.Which);
        again.Before.AddRange(thing.Before);
        clause.Object = again;
        if (clause.Places.Count == 0)
            clause.Places.AddRange(before.Places);
        if (again.IsPart)
            OfPart(clause, again);
        else
            OfNoun(clause, again);
    }

    // --- At the end ------------------------------------------------------------------------------------------------------------------

    private void Finish()
    {
        if (distances.Count > 0 && acts.Concat(lifts).LastOrDefault() is { } moved)
            moved.Action = moved.Action with { Notes = string.Join(", ", [.. moved.Action.Notes is { } noted ? [noted] : (string[])[], .. distances]) };
        foreach (var act in acts)
        {
            // One each is what nobody needs to say.
            if (act.Action is Unscrew { Covers: { } covers, Count.Exact: { } counted } screws && covers == counted)
                act.Action = screws with { Covers = null };
        }
        // Pack adhesive, two strips pulled: of what it is.
        if (acts.FindIndex(act => act is { Sort: Sort.Bond, Action: Unbond { Bond: null, LengthMm: null }, Clause: { HasDeed: false, Particle: null, Object.IsCounted: false }, Said.Count: 1 }) is >= 0 and var plain && plain + 1 < acts.Count && acts[plain + 1].Action is Unbond { Bond: Bond.ReleaseTab })
            acts.RemoveAt(plain);
        // Sodimm, latches, out: those of its socket, which nobody counted.
        if (lifts.Exists(act => act.Action is Unplug { Connector: Connector.LatchedModule }))
            acts.RemoveAll(act => act is { Sort: Sort.Latches, Action.Count: null, Clause: { HasDeed: false, Particle: null } });
        // Eight in total, seven ph0 and one ph1: the sum of them.
        if (unnamed is [{ Clause.Places.Count: 0, Thing: { HasFacts: false, Number.Exact: { } inAll } }] && acts.Where(act => act.Sort == Sort.Screws).Sum(act => act.Action.Count?.Exact ?? 9999) == inAll)
            unnamed.Clear();
        // The two at the back are long, 8 mm; not the hinge screws, just the four on the bracket: screws.
        if (unnamed.Count > 0 && !words.Exists(word => word.Is(Role.Fraction)) && acts.TrueForAll(act => act.Sort != Sort.Bond) && (unnamed.Exists(one => one.Thing.HasFacts || one.Thing.Looks.Exists(look => look is "long" or "short" or "longer" or "shorter") || one.Clause.Places.Exists(place => Hides(place.Preposition) && place.Of is { } over && CoverOf(over) is not null))
            || words.FindLast(word => word.End <= unnamed[0].Clause.Start && Array.Exists(word.Senses, sense => sense is { Role: Role.Noun, Is: "screw" or "clip" or "standoff" or "plug" or "cable" or "latch" or "tab" }))?.Is(Role.Noun, "screw") == true))
        {
            Named(unnamed[0].Clause, new Unscrew { Captive = false });
        }
        foreach (var (clause, _) in unnamed)
            Fault(clause, "of what are there so many? Say it with its number, such as 2 screws");
        // fan: 3 ph0 — what stands before the colon comes out, where only what holds it is said.
        if (topic is var (about, said) && about.IsPart && !said.IsAnnounced && !(about.Many && Kind(about) == PartKind.Hinge) && clauses.Count(clause => clause.IsTopic) == 1 && !freed.Exists(one => one.Clause.Object?.Is == about.Is) && !lifts.Exists(act => act.Part == about.Is) && acts.Count > 0 && !acts.Exists(act => act.Clause.Object is { IsPart: true }) && lifts.Count == 0)
            Out(said, about);
        // Peeled off its glue after two minutes of heat
        if (heat is null && acts.Exists(act => act.Sort == Sort.Bond) && words.FindIndex(word => word.Is(Role.Noun, "heatTool")) is >= 0 and var warmed && !words.Take(warmed).TakeLast(3).Any(word => word.Is(Role.Negation) || word.Is(Role.Fraction) || word.Is(Role.Modal)))
            heat = Tool.Heat;
        if (heat is { } tool)
        {
            var bonds = acts.FindAll(act => act.Sort == Sort.Bond && act.Action is Unbond { Bond: not Bond.ReleaseTab });
            foreach (var act in bonds)
                act.Action = act.Action with { Tool = tool };
            if (bonds.Count == 0 && acts.Count == 1 && lifts.Count == 0)
                acts[0].Action = acts[0].Action with { Tool = tool };
            // The battery is glued all over, had to heat it: what was warmed is its glue.
            else if (bonds.Count == 0 && tool == Tool.Heat && clauses.Find(clause => clause is { State: "glued", Object.IsPart: true } && clause.Start < (heated?.Start ?? 0)) is { } stuck)
            {
                seen.RemoveAll(one => one.Clause == stuck);
                acts.Insert(0, new(Sort.Bond, new Unbond { Bond = null, Tool = tool }, stuck));
            }
            else if (bonds.Count == 0 && heated is not null && tool == Tool.Heat)
                Fault(heated, "what was warmed? Say the glue, such as soft glue 120 mm with heat");
        }
        // How a part is held, told along with what undoes it.
        if (acts.Count + lifts.Count > 0)
        {
            foreach (var (part, clause) in seen)
            {
                var at = freed.FindIndex(one => one.Part.Id == part.Id);
                // The sink was stuck to the paste.
                if (at < 0 && clause.Object is { IsPart: true } stuck && Kind(stuck) == PartKind.Thermal && acts.Exists(act => act.Sort == Sort.Joint))
                    continue;
                if (at < 0 && part.Mounting is Mounting.Glued or Mounting.Taped && acts.Exists(act => act.Sort == Sort.Bond) && clause.Object is { IsPart: true } thing)
                {
                    Out(clause, thing);
                    at = freed.FindIndex(one => one.Part.Id == part.Id);
                }
                // The keyboard's screwed from below, twenty screws: as what was undone shows.
                if (at < 0 && lifts.Count == 0 && Opens is null && ((part.Mounting == Mounting.Screwed && acts.Exists(act => act.Sort == Sort.Screws)) || (part.Mounting == Mounting.Clipped && acts.Exists(act => act.Sort == Sort.Clips))))
                    continue;
                if (at >= 0)
                    freed[at] = (freed[at].Part with { Mounting = part.Mounting }, freed[at].Clause);
                else
                    Fault(clause, $"say in a line of its own how the {clause.Object?.Text ?? part.Id} is held");
            }
            seen.Clear();
        }
        // The bezel is only clipped, it's just clipped and off it comes: nobody counted the clips.
        bool IsClipped(Thing cover) => cover.IsNoun("base", "cover") || (cover.IsPart && Array.Exists(Clipped, kind => kind == Kind(cover)));
        if (!acts.Exists(act => act.Sort is Sort.Clips or Sort.Bond) && clauses.Find(clause => clause is { State: "clipped", Object: { } cover } && (cover.IsPronoun ? lifts is [{ Clause.Object: { } only }] && IsClipped(only) : IsClipped(cover) && lifts.Exists(act => act.Clause.Object?.Is == cover.Is))) is { } clipped)
            acts.Insert(0, new(Sort.Clips, new Unclip { Count = null }, clipped));
        // Alcohol down the edge, lifted the pack: what was dissolved?
        if (lifts.Count > 0 && !acts.Exists(act => act.Sort is Sort.Bond or Sort.Joint) && clauses.Find(clause => clause.Object?.IsNoun("solvent") == true && !clause.Does("clean")) is { } dissolving)
            Fault(dissolving, "what was dissolved? Say the glue, such as soft glue 120 mm with solvent");
        foreach (var (thing, clause) in mentioned)
        {
            // Unscrewed the card: by how many?
            if (clause.Does("unscrew") && thing.IsPart && !acts.Exists(act => act.Sort == Sort.Screws))
            {
                Fault(clause, $"what was undone of the {thing.Text}? Say screws, clips or a plug");
                continue;
            }
            // The module was released by its latches: is it out?
            if (clause.Does("undo") && Kind(thing) is PartKind.Memory && thing.IsPart && acts.Exists(act => act.Sort == Sort.Latches) && lifts.Count == 0)
            {
                Fault(clause, $"did the {thing.Text} come out? Say {thing.Text} out");
                continue;
            }
            // Unscrewed the heatsink, four captive; the touchpad's under the battery: what was undone of it is told, and where it is.
            if (acts.Count > 0 && ((clause.Does("undo", "unscrew") && acts.Exists(act => act.Sort is Sort.Screws or Sort.Latches or Sort.Clips)) || (clause.IsStatement && clause.Places.Count > 0 && !clause.HasDeed && clause.Particle is null)))
                continue;
            var resolved = freed.Exists(one => one.Clause.Object?.Is == thing.Is) || lifts.Exists(act => act.Clause.Object?.Is == thing.Is) || seen.Exists(one => one.Clause == clause || one.Part.NewKind == Kind(thing) || (thing.IsPart && context.Parts.Any(part => part.Id == one.Part.Id && part.Kind == Kind(thing)))) || acts.Exists(act => act.Part == thing.Is)
                || (thing.IsNoun("cap") && acts.Exists(act => act.Action is Unscrew { Cover: Cover.Plug }));
            // A part that something is held by or lies under was only said where.
            // Nine screws, bottom: where they are.
            if (!resolved && thing.Role == Role.Noun && thing.IsNoun("cover", "base", "holder") && acts.Count > 0 && clause == clauses[^1] && lifts.Count == 0)
                continue;
            if (located.Contains(thing) || (acts.Count > 0 && thing.IsPart && clause is { HasDeed: false, Particle: null } && (clause.IsAnnounced || clause.Places.Count > 0) && clauses.Find(other => other.Object is { Role: not null, IsPronoun: false }) == clause))
                continue;
            // Hinges, three screws each: what there are so many of each.
            if (!resolved && thing is { IsPart: true, Many: true } && clause is { HasDeed: false, Particle: null } && acts.Exists(act => act.Sort == Sort.Screws) && clauses.SkipWhile(other => other != clause).Skip(1).Any(other => other.Object is { IsForEach: true } or { IsEach: true } || other.Places.Exists(place => place.Of?.IsEach == true)) && Kind(thing) == PartKind.Hinge)
                continue;
            if (!resolved && !multiplied.Contains(thing.Is) && !(thing.IsEach || (clause.Places.Count > 0 && acts.Exists(act => act.Clause.Segment == clause.Segment))) && !acts.Exists(act => act.Clause.IsHeldBy && act.Clause.Segment == clause.Segment))
                Fault(clause, thing.IsPart ? $"what is done with {thing.Text}? Say {thing.Text} out, or unplug {thing.Text}" : $"what is done with it? Say {thing.Text} off, or the like");
        }
    }
}
