using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>Screws and what hides them, clips and latches.</summary>
internal sealed partial class SpokenMeaning
{
    // --- Screws ----------------------------------------------------------------------------------------------------------------------

    private void Screws(Clause clause, Thing thing, Drive? drive)
    {
        if (!Goes(clause, thing, "take", "undo", "unscrew", "pull", "lift"))
            return;
        // Left the heatsink, screws too tight
        if (thing is { IsTight: true, Many: true, IsCounted: false } && clause is { HasDeed: false, Particle: null })
        {
            Fault(clause, "did they come out? Say how many screws, or what was tried, such as tried = heatsink");
            return;
        }
        if (thing is { IsOfThem: true, Number: { } some } && acts.FindLast(act => act.Sort == Sort.Screws) is { } before && before.Action.Count is { Exact: { } all } && some.Exact is { } n && n < all)
        {
            Split(before, clause, thing, n, all);
            return;
        }
        // Six of them are t5, two are t6: groups of what an earlier line spoke of.
        if (thing is { IsOfThem: true, Total: null, Number: not null } && (thing.Size is not null || thing.Drive is not null) && acts.Count == 0)
            thing.IsOfThem = false;
        // Eight of the nine are out: how many were undone.
        if (thing is { Total: not null, HasFacts: false } && (clause.HasDeed || clause.Particle is not null) && clause.Places.Count == 0)
            thing.IsOfThem = false;
        if (thing.IsOfThem && !acts.Exists(act => act.Sort == Sort.Screws))
        {
            Fault(clause, "a share of what nobody counted is no count: say how many were undone");
            return;
        }
        if (Screws(clause, thing, drive, out var cover) is not { } action)
            return;
        // Unscrew the bracket, two screws: how many that was.
        if (thing.IsCounted && acts.FindLast(act => act.Sort == Sort.Screws) is { Action: Unscrew { Count: null }, Clause: { } unscrewing } uncounted && unscrewing.Does("unscrew") && unscrewing.Object is { } unscrewed && (unscrewed.IsPart || unscrewed.IsNoun("holder", "cover", "base")))
            acts.Remove(uncounted);
        // On top two and on the bottom two, so four screws
        if (unnamed.Count > 0 && thing is { IsCounted: true, Looks.Count: 0 } && unnamed.TrueForAll(one => !one.Thing.HasFacts && one.Thing.Number is not null) && unnamed.Aggregate(0, (sum, one) => sum + (Counted(one.Clause, one.Thing)?.Exact ?? 0)) == thing.Number?.Exact)
            unnamed.Clear();
        // Two black and two silver screws: both are screws.
        if (unnamed.Count > 0 && thing is { IsCounted: true, Looks.Count: > 0 } && unnamed.TrueForAll(one => one.Thing is { HasFacts: false, Looks.Count: > 0 } && one.Clause.Places.Count == 0))
        {
            Named(clause, action with { Count = null });
            if (acts.Count > 0 && acts[^1] is { Sort: Sort.Screws, Action: Unscrew { Count: { } blacks } alike } && action.Count is { } silvers && alike with { Count = null } == action with { Count = null })
            {
                acts[^1].Action = alike with { Count = blacks + silvers };
                return;
            }
        }
        if (unnamed.Count > 0 && !thing.IsCounted)
        {
            Named(clause, action);
            return;
        }
        // Eight at 3 mm and four at 7 mm, all ph0 screws
        if (thing is { Many: true, IsCounted: false, HasFacts: true } && acts.FindLast(act => act.Sort == Sort.Screws) is { Action: Unscrew told } groups && !Against(told, thing) && clause is { HasDeed: false, Particle: null } && cover is null && (thing.IsAll || groups.Base is not null))
        {
            thing.IsAll = true;
            Fill(clause, thing, groups, told);
            return;
        }
        // With one screw, screw out: said twice.
        if (!thing.IsCounted && thing is { HasFacts: false, IsAnother: false } && (clause.HasDeed || clause.Particle is not null) && clause.Places.Count == 0 && thing.Which.Count == 0
            && acts.Exists(act => act.Sort == Sort.Screws && act.Clause is { HasDeed: false, Particle: null } && (thing.Many || act.Action.Count == Count.One)))
        {
            return;
        }
        // Rubber plugs out, and two screws: what they were under.
        if (cover is null && action.Cover == Cover.None && mentioned.Count > 0 && mentioned[^1].Thing.IsNoun("cap") && mentioned[^1].Clause is { } caps && (caps.HasDeed || caps.Particle is not null || clause.Places.Exists(place => Hides(place.Preposition))))
        {
            var over = mentioned[^1].Thing;
            if (over.Number is { Exact: { } covering } && action.Count == Count.One && clause.Places.Exists(place => place.Of?.IsEach == true))
                action = action with { Count = covering };
            action = action with { Cover = Cover.Plug, Covers = over.Number?.Exact is { } number && number != action.Count?.Exact ? number : null };
            mentioned.RemoveAt(mentioned.Count - 1);
        }
        // Two posts, unscrew the posts: said twice.
        if (acts.Exists(act => act.Sort == Sort.Screws && act.Clause.Object?.Is == thing.Is) && !thing.IsCounted && thing is { HasFacts: false, IsAnother: false, Many: true } && clause.HasDeed && clause.Places.Count == 0 && (thing.PartOf is null || acts.Exists(act => act.Part == thing.PartOf)))
            return;
        // The tape over this screw peeled, one screw: what it was under.
        if (cover is null && action.Cover == Cover.None && acts.FindLastIndex(act => act.Sort == Sort.Peel && PeeledCover(act) is not null && act.Clause.Places.Exists(place => place.Of?.IsNoun("screw") == true && place.Preposition is "over" or "on" or "covering" or "above" or "on top of" or "across" or "that covers" or "which covers" or "that hides")) is >= 0 and var overIt)
        {
            action = action with { Cover = PeeledCover(acts[overIt])!.Value, Covers = CoverCount(acts[overIt], thing) };
            acts.RemoveAt(overIt);
        }
        // Peel this sticker, there's the hidden screw
        if (cover is null && action.Cover == Cover.None && thing.Looks.Contains("hidden") && acts.FindLastIndex(act => act.Sort == Sort.Peel && PeeledCover(act) is not null) is >= 0 and var hider)
        {
            action = action with { Cover = PeeledCover(acts[hider])!.Value, Covers = CoverCount(acts[hider], thing) };
            acts.RemoveAt(hider);
        }
        // Peeled the label, found a screw; peeled the feet, two screws came to light: what it was over.
        if (cover is null && action.Cover == Cover.None && acts.Count > 0 && acts[^1] is { Sort: Sort.Peel } off && PeeledCover(off) is { } lifted && off.Action is Peel { What: not PeelWhat.Shield } && (off.Action is not Peel { What: PeelWhat.Tape } || off.Clause.Places.Count == 0) && thing.PartOf is null && clause.Places.TrueForAll(place => Hides(place.Preposition) || place.Of is null || place.Of.Text == "light") && Found().IsMatch(line[off.End..Math.Max(off.End, Math.Min(line.Length, clause.End + 1))]))
        {
            action = action with { Cover = lifted, Covers = CoverCount(off, thing) };
            acts.RemoveAt(acts.Count - 1);
        }
        // Cross head size zero, nine screws
        if (acts.FindIndex(act => act.IsFacts) is >= 0 and var facts && acts[facts].Action is Unscrew said && !thing.HasFacts)
        {
            acts[facts].Action = said with { Count = action.Count, Cover = action.Cover, Covers = action.Covers, Notes = Note(clause, cover) };
            acts[facts].IsFacts = false;
            return;
        }
        // The double zero cross driver, five screws
        if (driver is not null && action is { Drive: null, Size: null })
            action = action with { Drive = driver.Drive, Size = driver.Size };
        // Three screws of the same: facts of those before.
        if (thing is { HasFacts: false } && thing.Which.Contains("same"))
        {
            if (ScrewsBefore() is { } same)
                action = same with { Count = action.Count, Cover = action.Cover, Covers = action.Covers };
            else
                Fault(clause, "the same as which? Say size, thread and length");
        }
        Add(Sort.Screws, action, clause, thing.PartOf, cover);
        if (thing.Except is { } except && action.Count is { Exact: { } counted } && except < counted)
        {
            Split(acts[^1], clause, new() { Number = except, IsLoose = true }, except, counted);
            acts[^2].Action = ((Unscrew)acts[^2].Action) with { Captive = true };
            acts[^1].Action = ((Unscrew)acts[^1].Action) with { Captive = false };
        }
    }

    /// <summary>The screws that were spoken of last: in the line, or in the step before it.</summary>
    private Unscrew? ScrewsBefore() => acts.FindLast(act => act.Sort == Sort.Screws)?.Action as Unscrew
        ?? context.Steps.Take(context.Position).LastOrDefault(step => step.Actions.Any(action => action is Unscrew))?.Actions.OfType<Unscrew>().Last();

    private Unscrew? Screws(Clause clause, Thing thing, Drive? drive, out Attachment? cover)
    {
        var (hidden, covers) = Hidden(clause, thing, out cover);
        if (thing.Length is { } told && thing.IsLengthApart && thing.Thread is null)
        {
            if ((drive ?? thing.Drive) is Drive.Hex or Drive.Nut && thing.Size is null)
                Fault(clause, $"a length, or the size of the key? Say x{Figures.Said(told)} or {(drive is Drive.Nut ? "n" : "h")}{Figures.Said(told)}");
            else if (told < 2)
                Fault(clause, $"a length, or the thread? Say x{Figures.Said(told)} or m{Figures.Said(told)}");
        }
        if (thing.Length is < RecordLimits.ShortestScrew or > RecordLimits.LongestScrew)
            Fault(clause, string.Create(System.Globalization.CultureInfo.InvariantCulture, $"a screw is {RecordLimits.ShortestScrew} to {RecordLimits.LongestScrew} mm long"));
        var count = Counted(clause, thing);
        if (covers > (count?.Most ?? RecordLimits.Count))
        {
            Fault(clause, $"no more covers than screws: at most {count?.Most}");
            return null;
        }
        // With a five millimetre socket: the size of the key.
        if (thing.Size is null && (thing.Drive ?? drive) is Drive.Nut or Drive.Hex && clause.Places.Find(place => place.Preposition is "with" or "w/" or "w" or "by" && place.Of is { Length: not null } key && (key.IsNoun("hand", "tool") || key.Text is "socket" or "key")) is { Of.Length: { } turned })
            (thing.Size, thing.Drive) = (Figures.SizeOf((thing.Drive ?? drive)!.Value, Figures.Said(turned)), thing.Drive ?? drive);
        if (thing.SizeNumber is { } size && (thing.Drive ?? drive) is { } known)
            thing.Size = Figures.SizeOf(known, size);
        return new() { Count = count, Drive = thing.Drive ?? drive, Size = thing.Size, Thread = thing.Thread, Length = thing.Length, Captive = thing.Captive, Cover = hidden, Covers = covers };
    }

    private static bool Hides(string preposition) => preposition is "under" or "undr" or "u/" or "beneath" or "below" or "underneath" or "behind" or "covered by" or "covered with" || preposition.StartsWith("hidden", StringComparison.Ordinal) || preposition.StartsWith("hiding", StringComparison.Ordinal) || preposition.StartsWith("concealed", StringComparison.Ordinal) || preposition.EndsWith(" under", StringComparison.Ordinal) || preposition.EndsWith(" beneath", StringComparison.Ordinal) || preposition.EndsWith(" below", StringComparison.Ordinal) || preposition.EndsWith(" underneath", StringComparison.Ordinal);

    private static int? CoverCount(Act peeled, Thing screws) => peeled.Action.Count is { Exact: { } said } && said != (screws.Number?.Exact ?? (screws.Many ? null : 1)) ? said : null;

    private static Cover? PeeledCover(Act act) => act.Action is Peel { What: { } what } && WordList.TryParse<Cover>(what.Word(), out var cover) ? cover : null;

    private static Cover? CoverOf(Thing of) => of.Role != Role.Noun ? null : of.Is switch
    {
        "foot" => Cover.Foot,
        "label" => Cover.Label,
        "seal" => Cover.Seal,
        "tape" => Cover.Tape,
        "cap" => Cover.Plug,
        "shield" => Cover.Shield,
        "plug" when of.Text is "plug" or "plugs" => Cover.Plug,
        "strip" => Cover.Foot,
        _ => null,
    };

    /// <summary>Ten screws, two of them longer: the two stand apart.</summary>
    private void Split(Act before, Clause clause, Thing thing, int some, int all)
    {
        var (hidden, covers) = Hidden(clause, thing, out var read);
        if (before.Action is not Unscrew screws)
        {
            Fault(clause, "of what? Say both groups with their counts");
            return;
        }
        var apart = With(screws, thing) with
        {
            Count = some,
            Cover = hidden == Cover.None ? screws.Cover : hidden,
            Covers = covers ?? screws.Covers,
        };
        (before.Action, before.IsRest) = (screws with { Count = all - some }, true);
        acts.Add(new(Sort.Screws, apart with { Notes = Note(clause, read) }, clause) { Part = before.Part });
    }

    // --- Clips and latches -----------------------------------------------------------------------------------------------------------

    [System.Text.RegularExpressions.GeneratedRegex(@"\b(found|finds?|there('s| is| are| was| were)|here's|revealing|revealed|reveals|uncovering|exposing|came to light|comes? to light|came into view|appeared|appears?|turned up)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex Found();

    private void Clips(Clause clause, Thing thing)
    {
        // Spread the clips on the module: its latches.
        if (thing is { Is: "clip" } && (thing.PartOf?.Split(':')[0] == "memory" || thing.HasBefore("module") || clause.Places.Exists(place => place.Preposition is "on" or "of" or "at" && place.Of is { } held && (held.IsNoun("module") || held.PartOf?.Split(':')[0] == "memory"))))
        {
            thing.Is = "latch";
            Latches(clause, thing);
            return;
        }
        // Stretched both tabs; adhesive: two tabs
        if (thing is { Is: "tab" } && (clause.Does("stretch") || clauses.TakeWhile(other => other != clause).Any(other => other is { IsTopic: true, Object.Is: "glue" or "softGlue" })))
        {
            acts.RemoveAll(act => act is { Sort: Sort.Bond, Clause.IsTopic: true });
            Bonded(clause, thing, Bond.ReleaseTab, "stretch", "pull", "take", "come");
            return;
        }
        if (!(clause.DeedSaid.StartsWith("unhook", StringComparison.Ordinal) && clause.Deeds.Count == 1) && !Goes(clause, thing, "pry", "undo", "take", "press", "spread", "pull", "lift", "cut", "slide", "move", "flip"))
            return;
        // The plug's got a tab to pull on
        if (thing is { Is: "tab", Many: false, IsCounted: false } && clause.IsHeldBy && clause.Deeds.TrueForAll(deed => deed == "pull") && acts.Count > 0 && acts[^1] is { Sort: Sort.Connection } && acts[^1].Clause.Segment == clause.Segment)
        {
            acts[^1].Said.Add(clause);
            clause.Object = acts[^1].Clause.Object;
            return;
        }
        if (thing.Is == "tab" && clause is { HasDeed: false, Particle: null } && clauses.SkipWhile(other => other != clause).Skip(1).FirstOrDefault()?.Object?.IsNoun("releaseTab") == true)
            return;
        if (thing.Is == "tab" && (Battery(thing) || topic is var (about, _) && Kind(about) == PartKind.Battery || clause.Does("stretch") || thing.HasBefore("glue", "stickyTape", "releaseTab")))
        {
            if (clause.Does("stretch") || clause.Does("pull") || thing.HasBefore("glue", "stickyTape", "releaseTab"))
            {
                Bonded(clause, thing, Bond.ReleaseTab, "stretch", "pull", "take", "come");
                return;
            }
        }
        if (thing.Is == "tab" && clause.Does("pull") && !clause.Does("pry") && (thing.PartOf is not null || spokenOf.Contains(PartKind.Battery) || clause.Places.Exists(place => place.Of is { IsPart: true } && place.Preposition is "under" or "behind" or "beneath" or "at" or "of")))
        {
            Bonded(clause, thing, Bond.ReleaseTab, "pull");
            return;
        }
        var count = Counted(clause, thing);
        if (thing is { IsAnother: true, Many: true, IsCounted: false } && acts.Exists(act => act.Sort == Sort.Clips && act.Action.Count is null))
            return;
        // Pry along the seam, 14 clips; pop the sides, then the rear.
        if (acts.FindLast(act => act.Sort == Sort.Clips) is { } before && !thing.IsAnother && (before.Action.Count is null || !thing.IsCounted) && !(before.Action.Count is not null && !thing.Many))
        {
            before.Action = before.Action with { Count = before.Action.Count ?? count };
            before.End = clause.End;
            return;
        }
        Add(Sort.Clips, new Unclip { Count = count }, clause, thing.PartOf);
    }

    private void Latches(Clause clause, Thing thing)
    {
        // Side clips of a cover: what latches is a module or a pack.
        if (thing.Text.Contains("clip", StringComparison.Ordinal) && !spokenOf.Contains(PartKind.Memory) && !words.Exists(word => word.Is(Role.Part) && word.As(Role.Part)!.Split(':')[0] is "memory" or "battery" or "storage" or "opticalDrive" || word.Is(Role.Noun, "module")))
        {
            (thing.Is, thing.Text) = ("clip", "clips");
            Clips(clause, thing);
            return;
        }
        // Zif, latch up: the latch is the flap.
        if (thing is { Is: "latch", IsCounted: false, PartOf: null } && acts.Exists(act => act.Action is Unplug { Connector: Connector.FlipLock }) && (clause.Does("flip", "lift") || clause.Particle == "up"))
            return;
        if (clause.Places.Exists(place => place.Of is { Is: "ribbon" } && place.Preposition is "on" or "of" or "at") && !clause.Does("flip", "lift", "slide"))
        {
            Fault(clause, "how does it open: a flap that flips, or a lock that slides?", [new("A flap that flips", "flip"), new("A lock that slides", "slide lock"), new("Nobody knows", "unplug ?")]);
            return;
        }
        if (clause.Places.Exists(place => place.Of is { Is: "ribbon" } && place.Preposition is "on" or "of" or "at") && clause.Does("flip", "lift") && thing.Is == "latch")
        {
            thing.Before.Add(new(Role.Noun, "flap", false));
            thing.Is = "flap";
            Connected(clause, thing);
            return;
        }
        // A lever or latch on a ribbon is how it opens.
        var connection = acts.FindLast(act => act.Sort is Sort.Connection);
        if (thing.Is == "lever" || thing.HasBefore("ribbon", "cable", "plug", "flap") || (thing.Text is "latch" or "latches" && connection is not null && connection.Clause.Object?.Is == "ribbon" && !OfLatched()))
        {
            if (clause.Does("flip", "lift") || thing.HasBefore("flap"))
                Connected(clause, thing);
            else if (thing.HasBefore("ribbon", "cable", "plug") || connection is not null)
                Fault(clause, "how does it open: a flap that flips, or a lock that slides?", [new("A flap that flips", "flip"), new("A lock that slides", "slide lock")]);
            else
                Fault(clause, "what does the lever hold? Say flap, bar or latch", [new("A flap on a ribbon", "flip"), new("A latch", "1 latch")]);
            return;
        }
        if (!Goes(clause, thing, "undo", "press", "slide", "flip", "lift", "spread", "pull", "pry", "take", "toggle", "move"))
            return;
        var count = Counted(clause, thing);
        // Left latch, right latch
        if (acts.FindLast(act => act.Sort == Sort.Latches) is { Action.Count: { } sofar, Clause.Object: { Many: false, IsCounted: false, Which: { Count: > 0 } side } } one && thing is { Many: false, IsCounted: false, Which.Count: > 0 } && !side.SequenceEqual(thing.Which))
        {
            one.Action = one.Action with { Count = sofar + Count.One };
            return;
        }
        if (acts.FindLast(act => act.Sort == Sort.Latches) is { } before && !thing.IsAnother && (!thing.IsCounted || before.Action.Count is null))
        {
            before.Action = before.Action with { Count = before.Action.Count ?? count };
            return;
        }
        Add(Sort.Latches, new Unlatch { Count = count }, clause, thing.PartOf);

        bool OfLatched() => topic is var (about, _) && Kind(about) is PartKind.Memory or PartKind.Storage;
    }
}
