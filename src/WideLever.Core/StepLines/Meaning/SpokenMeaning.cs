using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>
/// What the clauses of a line mean in the light of the record: the actions, the parts that come free, and whether the power is off. One thing said twice
/// is one thing. <c>docs/step-line.md</c>, <em>Meaning</em>.
/// </summary>
internal sealed partial class SpokenMeaning(string line, StepLineContext context, List<LineFault> faults, bool opensByItself, bool freesByItself, bool tried, List<Lexeme> words)
{
    private enum Sort { Screws, Clips, Latches, Connection, Lock, Peel, Bond, Joint, Lift, Other }

    private sealed class Act(Sort sort, TeardownAction action, Clause clause)
    {
        public Sort Sort { get; set; } = sort;
        public TeardownAction Action { get; set; } = action;
        public Clause Clause { get; } = clause;
        public List<Clause> Said { get; } = [clause];
        public string? Part { get; init; }
        public bool Merged { get; set; }
        public List<Count> Parts { get; } = [];
        public Count? Whole { get; set; }

        /// <summary>How many of it were named one by one after it was counted.</summary>
        public int Listed { get; set; }

        /// <summary>Whether it is what is left of a group of which some stand apart.</summary>
        public bool IsRest { get; set; }

        /// <summary>What all groups have that were told of one sort of screws.</summary>
        public Unscrew? Base { get; set; }

        /// <summary>Whether nobody said how many yet: cross head size zero, nine screws.</summary>
        public bool IsFacts { get; set; }
        public int Start { get; set; } = clause.Start;
        public int End { get; set; } = clause.End;
    }

    private readonly List<Act> acts = [], lifts = [];
    private readonly List<(PartOfLine Part, Clause Clause)> freed = [], seen = [];
    private readonly List<(Thing Thing, Clause Clause)> mentioned = [];
    private readonly Dictionary<string, int> counts = [];
    private Clause? last;
    private (Thing Thing, Clause Clause)? topic;
    private Tool? heat;
    private Clause? heated;
    private int? times;
    private bool hasClips;
    private HashSet<PartKind> spokenOf = [];
    private List<Clause> clauses = [];
    private Thing? driver;
    private readonly HashSet<string> multiplied = [];
    private Count? cleaned;

    // Parts that only say where something is.
    private readonly HashSet<Thing> located = [];

    // Four corners, a screw each: how many places were spoken of.
    private Thing? places;

    public bool PowerOff { get; private set; }

    public Clause? Opens { get; private set; }

    public bool IsReady { get; private set; }

    /// <summary>The part that was tried and left; null: none was.</summary>
    public PartOfLine? Tried { get; private set; }

    /// <summary>The actions, each with the words that it stands for, what comes out last.</summary>
    public IEnumerable<(TeardownAction Action, int Start, int End)> Actions => acts.Concat(lifts).Select(act => (act.Action, act.Start, act.End));

    /// <summary>Whether an action is how a part comes out.</summary>
    public bool IsOut(TeardownAction action) => lifts.Exists(act => ReferenceEquals(act.Action, action));

    /// <summary>The parts that come free.</summary>
    public IEnumerable<(PartOfLine Part, int Start, int End)> Freed => freed.Select(one => (one.Part, one.Clause.Start, one.Clause.End));

    /// <summary>The parts of which it is only said how they are held.</summary>
    public IEnumerable<(PartOfLine Part, int Start, int End)> Seen => seen.Select(one => (one.Part, one.Clause.Start, one.Clause.End));

    public void Read(IReadOnlyList<Clause> line)
    {
        clauses = [.. line];
        spokenOf = [.. clauses.SelectMany(clause => clause.Places.Select(place => place.Of).Append(clause.Object)).OfType<Thing>().Where(thing => thing.PartOf is not null).Select(thing => WordList.TryParse<PartKind>(thing.PartOf!.Split(':')[0], out var kind) ? kind : PartKind.Other)];
        hasClips = clauses.Any(clause => clause.Object?.IsNoun("clip", "latch") == true || clause.Places.Exists(place => place.Preposition == "without" && place.Of?.IsNoun("clip") == true));
        foreach (var clause in clauses)
        {
            if (clause.Object is { IsPart: true, Number: { Exact: { } many } } named)
                counts[named.Is] = many;
        }
        // Two ribbons, one has a flap
        for (var i = 1; i < clauses.Count; i++)
        {
            if (clauses[i] is { IsHeldBy: true, HasDeed: false, Object: { Role: Role.Noun } how } && clauses[i - 1] is { Object: { Role: null, IsCounted: true, HasFacts: false }, HasDeed: false, Particle: null } some && some.Segment == clauses[i].Segment && how.Is is "flap" or "bar" or "lock" or "slideLock" or "lever")
            {
                some.Places.Add(new("with", how, clauses[i].Start, clauses[i].End));
                clauses.RemoveAt(i--);
            }
        }
        // Two clamps, they're latches really: what they are.
        for (var i = 1; i < clauses.Count; i++)
        {
            if (clauses[i] is { IsAbout: true, HasDeed: false, Particle: null, State: null, Places.Count: 0, Object: { Role: Role.Noun, IsCounted: false, HasFacts: false, Many: true } really } && clauses[i - 1].Object is { Role: Role.Noun, Many: true } called && Fastener(really) && (Fastener(called) || called.IsNoun("holder", "piece")) && called.Is != really.Is && !really.IsNoun("plug", "cable", "ribbon", "flap", "bar", "lock", "slideLock", "press", "push", "spring", "antenna"))
            {
                (called.Is, called.Text) = (really.Is, really.Text);
                clauses.RemoveAt(i--);
            }
        }
        // The processor and the graphics are soldered: both.
        for (var i = clauses.Count - 1; i > 0; i--)
        {
            if (clauses[i] is { IsJoined: true, HasDeed: false, Particle: null, State: { } both, Object.IsPart: true } && clauses[i - 1] is { HasDeed: false, Particle: null, State: null, Object.IsPart: true } too && too.Segment == clauses[i].Segment)
                too.State = both;
        }
        // One long screw in the middle, six short ones round it: others of the same kind.
        for (var i = 1; i < clauses.Count; i++)
        {
            if (clauses[i].Object is { Text: "one" or "ones", IsDefinite: false, IsOfThem: false, IsOther: false, IsThe: false, IsEach: false, Looks.Count: > 0 } others && others.IsNoun("piece") && clauses[i - 1].Object is { Role: Role.Noun } like && Fastener(like)
                && (like.IsCounted || !like.Many) && (clauses[i].IsJoined || like.Looks.Count > 0 || clauses[i - 1].Places.Exists(place => place.Of is not null)) && !clauses[i].HasDeed && !clauses.Take(i - 1).Any(other => other.Object is { IsCounted: true } whole && whole.Is == like.Is))
                (others.Is, others.Text, others.IsAnother, others.Number) = (like.Is, like.Text, true, others.Number ?? (others.Many ? null : 1));
        }
        // Two brackets, each is held by two screws: so many for each.
        for (var i = 1; i < clauses.Count; i++)
        {
            if (clauses[i] is { IsHeldBy: true, HasDeed: false, Object: { Role: Role.Noun } holds } && holds.IsNoun("screw", "standoff", "clip", "latch") && clauses[i - 1] is { HasDeed: false, Particle: null, Object: { IsEach: true } ofEach } each && each.Segment == clauses[i].Segment && (ofEach.Role is null || ofEach.IsPart))
            {
                holds.IsForEach = true;
                if (ofEach.Role is null)
                    clauses.RemoveAt(--i);
                if ((ofEach.IsPart ? ofEach : clauses.Take(i).Select(other => other.Object).LastOrDefault(of => of is { IsPart: true } || of?.IsNoun("holder", "cover", "place") == true)) is { Number.Exact: > 1 } plural)
                    clauses[i].Places.Add(new("per", plural, plural.Start, plural.End));
            }
        }
        // Slid the battery towards me, off its hooks: what it slid off.
        for (var i = 1; i < clauses.Count; i++)
        {
            if (clauses[i] is { HasDeed: false, Particle: "off" or "out" or "free", Object: { IsIts: true, IsCounted: false, Text: "hooks" or "hook" or "pegs" or "tabs" or "noses" } hooks } off && clauses[i - 1].Does("slide", "press", "move", "pull"))
            {
                clauses[i - 1].Places.Add(new(off.Particle, hooks, off.Start, off.End));
                clauses.RemoveAt(i--);
            }
        }
        // The clips of a memory module are its latches.
        foreach (var clause in clauses)
        {
            if (clause.Object is { } clip && clip.IsNoun("clip", "tab") && (clause.Does("press", "spread", "move") || clause.Particle is "apart" or "aside") && (clip.HasBefore("module") || clip.Before.Exists(sense => sense.Is.StartsWith("memory", StringComparison.Ordinal)) || clause.Places.Exists(place => place.Of is { } of && (of.IsNoun("module") || of.Is.StartsWith("memory", StringComparison.Ordinal))) || clauses.Exists(other => other != clause && other.IsTopic && other.Object?.Is.StartsWith("memory", StringComparison.Ordinal) == true)))
            {
                (clip.Is, clip.Number) = ("latch", clip.Number ?? (clip.Many ? 2 : null));
            }
            // Memory stick, spread the catches: where the line speaks of nothing else that clips could hold.
            else if (clause.Object is { } arms && arms.IsNoun("clip") && !arms.Text.Contains("clip", StringComparison.Ordinal) && (clause.Does("press", "spread", "move") || clause.Particle is "apart" or "aside" || arms.Which.Count > 0 || arms.Text.StartsWith("side", StringComparison.Ordinal)) && spokenOf.All(kind => kind == PartKind.Memory) && (spokenOf.Count > 0 || words.Exists(word => word.Is(Role.Noun, "module"))))
            {
                arms.Is = "latch";
            }
        }
        // Two ribbons and a plug, the ribbons have flaps: those that were counted.
        for (var i = 1; i + 1 < clauses.Count; i++)
        {
            if (clauses[i] is { HasDeed: false, Particle: null, Object: { Role: Role.Noun, Many: true, IsCounted: false } again } && clauses[i + 1] is { IsHeldBy: true, HasDeed: false, Object: { Role: Role.Noun } how } && how.Is is "flap" or "bar" or "slideLock" && clauses[i + 1].Segment == clauses[i].Segment && clauses.Take(i).LastOrDefault(other => other.Object?.Role == Role.Noun && other.Object.Is == again.Is && other.Object.IsCounted) is { } counted)
            {
                counted.Places.Add(new("with", how, clauses[i + 1].Start, clauses[i + 1].End));
                clauses.RemoveRange(i, 2);
                i--;
            }
        }
        // Fan and speaker plugs: one of each.
        for (var i = 1; i < clauses.Count; i++)
        {
            if (clauses[i] is { IsJoined: true, Object: { Many: true, IsCounted: false, Role: Role.Noun } plugs } && plugs.PartOf is not null && clauses[i - 1] is { Object.IsPart: true, Particle: null, State: null } other && clauses[i - 1].Places.Count == 0 && (!other.HasDeed || other.Deeds.SequenceEqual(clauses[i].Deeds)) && plugs.Is is "plug" or "cable" or "ribbon" or "lead")
            {
                plugs.Number = 2;
                clauses.RemoveAt(--i);
            }
        }
        if (tried && words.Find(word => word.Is(Role.Part) && !word.Is(Role.Aside)) is { } left && !clauses.Any(clause => clause.Object is { IsCounted: true, Role: Role.Noun } or { HasFacts: true }))
        {
            faults.Clear();
            var attempt = clauses.Find(clause => clause.Object is { IsPart: true } part && part.Is == left.As(Role.Part));
            Tried = Resolve(attempt ?? new() { Start = left.Start, End = left.End }, attempt?.Object ?? new() { Role = Role.Part, Is = left.As(Role.Part)!, Text = left.Text, Start = left.Start, End = left.End }, 0);
            return;
        }
        // For the touchpad there are five screws: what the line is about.
        if (clauses.Count > 0 && clauses[0].Places.Find(place => place.Preposition == "for" && place.Of is { IsPart: true } && place.Start < (clauses[0].Object?.Start ?? 0)) is { Of: { } about })
        {
            located.Add(about);
            mentioned.Add((about, clauses[0]));
        }
        // Two top, two bottom: where.
        foreach (var clause in clauses)
        {
            if (clause is { HasDeed: false, Particle: null, Object: { Text: "bottom" or "top" or "back" or "underside" or "left" or "right" or "front" or "rear" or "middle" or "centre" or "center", IsCounted: true, Role: not null } end } && clauses.Exists(other => other != clause && (other.Object?.IsNoun("screw", "clip", "standoff") == true || other.Object is { Role: null, IsCounted: true })))
            {
                clause.Places.Add(new("at", new Thing { Role = Role.Noun, Is = "place", Text = end.Text, Start = end.Start, End = end.End }, end.Start, end.End));
                (end.Role, end.Is, end.Text, end.Many) = (null, "", "", false);
            }
        }
        // Four screws left hinge: where they are.
        for (var i = clauses.Count - 1; i > 0; i--)
        {
            if (clauses[i] is { HasDeed: false, Particle: null, State: null, IsJoined: false, IsHeldBy: false, IsStatement: false, IsNext: false, Places.Count: 0, Object: { IsPart: true, IsPronoun: false, IsCounted: false, IsThe: false, IsEmpty: false } spot } behind && clauses[i - 1] is { HasDeed: false, Particle: null, State: null, IsTopic: false, Object: { IsCounted: true, IsPronoun: false } fastened } front && front.Segment == behind.Segment
                && (fastened.IsNoun("screw", "standoff", "clip") || fastened is { Role: null, HasFacts: true }) && words.TrueForAll(word => word.End <= front.End || word.Start >= behind.Start))
            {
                front.Places.Add(new("on", spot, behind.Start, behind.End));
                front.Reach(behind.Start, behind.End);
                located.Add(spot);
                clauses.RemoveAt(i);
            }
        }
        // Left hinge three screws: where they are.
        for (var i = 0; i + 1 < clauses.Count; i++)
        {
            if (clauses[i] is { HasDeed: false, Particle: null, State: null, IsTopic: false, IsHeldBy: false, IsJoined: false, Places.Count: 0, Object: { IsCounted: false, HasFacts: false } where } of && (where.IsPart || where.IsNoun("place", "holder")) && clauses[i + 1] is { IsJoined: false, IsHeldBy: false, HasDeed: false, Object: { IsCounted: true, IsPronoun: false } counted } held && held.Segment == of.Segment && held.Start >= of.End && (counted.Role is null || counted.IsNoun("screw", "clip", "standoff", "latch")))
            {
                if (held.Particle is "off" or "out" or "away" && where.IsNoun("holder"))
                {
                    (of.Particle, held.Particle) = (held.Particle, null);
                    continue;
                }
                // The middle three: of those that were said.
                if (where.IsNoun("place") && where.IsThe && counted.Role is null && counted.Start <= where.End + 1)
                    counted.IsDefinite = true;
                held.Places.Insert(0, new("on", where, of.Start, of.End));
                held.Corrects |= of.Corrects;
                if (where.IsNoun("place"))
                    clauses.RemoveAt(i--);
                else
                    located.Add(where);
            }
        }
        foreach (var clause in clauses)
        {
            if (clause.Corrects && !Correct(clause))
                continue;
            One(clause);
        }
        Finish();
    }

    /// <summary>Six screws, sorry, seven: what was said before is taken back where the same is said otherwise.</summary>
    private bool Correct(Clause clause)
    {
        if (acts.Count > 0 && acts[^1] is var wrong && clause.Object is { } thing && !clause.HasDeed && clause.Particle is null && (thing.Role is null || (thing.Role == wrong.Clause.Object?.Role && thing.Is == wrong.Clause.Object?.Is)) && lifts.Count == 0)
        {
            if (thing.Role is not null)
                acts.Remove(wrong);
            else if (thing is { Number: { } right, HasFacts: false })
            {
                wrong.Action = wrong.Action with { Count = right };
                return false;
            }
            else
                Fault(clause, "is that a correction? Change the line so that it says what is so");
            return true;
        }
        // The screen part, i mean the panel
        if (acts.Count + lifts.Count == 0 && mentioned.Count > 0 && clause.Object is { IsPart: true } && mentioned[^1].Thing.IsPart && !clause.HasDeed)
        {
            mentioned.RemoveAt(mentioned.Count - 1);
            return true;
        }
        Fault(clause, "is that a correction? Change the line so that it says what is so");
        return false;
    }

    private void One(Clause clause)
    {
        var thing = clause.Object;
        if (thing is { IsIts: true, Role: Role.Noun } own && own.PartOf is null && (About() is var (owner, _) && owner.IsPart ? owner : Parts()?.Thing) is { IsPart: true } whose)
            own.Before.Add(new(Role.Part, whose.Is, false));
        // Not the battery, just its plug: the battery's all the same.
        else if (thing is { IsIts: true, Role: Role.Noun, PartOf: null } lost && words.FindLast(word => word.End <= lost.Start && word.Is(Role.Part) && !word.Is(Role.Aside))?.As(Role.Part) is "battery" and var spoken)
            lost.Before.Add(new(Role.Part, spoken, false));
        // The board with the usb sockets
        if (thing is { Is: "mainboard", Text: "board" } small && Ports().IsMatch(line[small.Start..]))
            (small.Is, small.Text) = ("portsBoard:ports board", "ports board");
        // The lid of the memory cage is a cover, and no display.
        if (thing is { Is: "displayAssembly:lid", Text: "lid" } && (thing.HasBefore("holder", "shield", "cover", "module") || thing.Before.Exists(sense => sense.Role == Role.Part && sense.Is.Split(':')[0] is "memory" or "storage" or "battery" or "wireless" or "fan" or "thermal") || clause.Places.Exists(place => place.Preposition is "of" or "over" or "on" or "above" && place.Of is { } within && (within.IsNoun("holder", "shield") || (within.IsPart && within.Is.Split(':')[0] is "memory" or "storage" or "battery" or "wireless")))))
            (thing.Role, thing.Is) = (Role.Noun, "cover");
        // USB board, two screws, the board's out: that one.
        if (thing is { Is: "mainboard", Text: "board" or "the board", Looks.Count: 0, Which.Count: 0 } same && clauses.TakeWhile(other => other != clause).Select(other => other.Object).OfType<Thing>().LastOrDefault(of => of.IsPart && of.Is != "mainboard" && of.Text.EndsWith("board", StringComparison.Ordinal) && of.Text is not "keyboard") is { } earlier && !clauses.Exists(other => other.Object is { Is: "mainboard", Text: not ("board" or "the board") }))
            (same.Is, same.Text, same.Number) = (earlier.Is, earlier.Text, earlier.Number);
        // And the cover moves: that it is loose.
        if (clause is { IsSubject: true, Deeds: ["move"], DeedSaid: "moves" or "wobbles" or "shifts", Particle: null, Places.Count: 0 } && acts.Count > 0)
            return;
        heat = clause.Tool ?? heat;
        if (clause.Tool is not null)
            heated = clause;
        // Three strips of glue, each 120 mm
        if (thing is { IsEach: true, Length: { } each, Role: not null } && acts.FindLast(act => act.Sort == Sort.Bond) is { Action: Unbond { LengthMm: null } measured } glued)
            glued.Action = measured with { LengthMm = each };
        else if (thing is null)
            Without(clause);
        else if (thing.IsPronoun)
            OfBefore(clause, thing);
        else if (thing.Role is null)
            Bare(clause, thing);
        else if (thing.IsPart)
            OfPart(clause, thing);
        else
            OfNoun(clause, thing);
        if (thing is { IsPronoun: false } && (clause.HasDeed || !(thing.IsNoun("place", "seam", "tool", "hand", "chip", "dirt", "heatTool", "solvent") || (thing.IsNoun("piece") && !thing.IsCounted && !thing.HasFacts))) && (thing.Role is not null || (acts.Count > 0 && acts[^1].Clause == clause)))
            last = clause;
    }

    [System.Text.RegularExpressions.GeneratedRegex(@"\G[^,;:.]*?\bboard\b[^,;:.]*?\b(with|for|of) (the |its |all the |two |three )?(usb|audio|side|card|sound|hdmi|\w+)? ?(ports|sockets|jacks|port|jack)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex Ports();

    private void OfNoun(Clause clause, Thing thing)
    {
        // Six standoffs, five millimetre socket: the size of the key.
        if (thing is { Length: { } across, Text: "socket" or "driver" or "nut driver" or "key" } && !clause.HasDeed && acts.Count > 0 && acts[^1].Action is Unscrew { Drive: (Drive.Nut or Drive.Hex) and { } key, Size: null } turned)
        {
            acts[^1].Action = turned with { Size = Figures.SizeOf(key, Figures.Said(across)) };
            return;
        }
        if (thing.Length is not null && thing.IsNoun("clip", "tab", "latch", "lever", "plug", "cable", "ribbon", "flap", "lock", "bar", "antenna", "label", "foot", "seal", "shield", "film", "cover", "base", "holder", "switch", "paste", "pad", "tool", "heatTool", "solvent", "machine", "cap", "releaseTab", "module", "place", "seam", "spring"))
        {
            Fault(clause, $"{thing.Text} has no length: what is so long?");
            return;
        }
        // The ribbon has a black bit that you flip up: how it opens.
        if (thing is { Text: "bit" or "piece" or "thing" or "part", IsCounted: false } && clause.Does("flip") && acts.Count > 0 && acts[^1] is { Sort: Sort.Connection, Action: Unplug { Connector: null } flipped })
        {
            acts[^1].Action = flipped with { Connector = Connector.FlipLock };
            return;
        }
        switch (thing.Is)
        {
            case "screw":
                Screws(clause, thing, thing.Drive);
                break;
            case "standoff" or "post":
                if (!clause.HasDeed && clause.Particle is null && !thing.IsCounted && !thing.Many)
                    Mention(clause, thing);
                else
                {
                    thing.Drive = thing.Drive is Drive.Hex ? null : thing.Drive;
                    Screws(clause, thing, Drive.Nut);
                }
                break;
            case "clip" or "tab":
                Clips(clause, thing);
                break;
            case "latch" or "lever":
                Latches(clause, thing);
                break;
            case "releaseTab":
                Bonded(clause, thing, Bond.ReleaseTab, "pull", "take", "stretch", "peel", "come", "undo", "cut", "lift", "slide");
                break;
            case "strip":
                Strips(clause, thing);
                break;
            case "plug" or "cable" or "lead" or "ribbon" or "flap" or "slideLock" or "bar" or "lock" or "press" or "push" or "spring" or "antenna":
                Connected(clause, thing);
                break;
            case "label" or "foot" or "seal" or "film" or "tape" or "shield":
                Peeled(clause, thing);
                break;
            case "cap":
                Caps(clause, thing);
                break;
            case "stickyTape":
                Bonded(clause, thing, Bond.Tape, "cut", "unglue", "take", "peel", "heat", "pull", "undo", "pry", "come", "clean");
                break;
            case "glue":
                Bonded(clause, thing, null, GlueDeeds);
                break;
            case "softGlue":
                Bonded(clause, thing, Bond.SoftGlue, GlueDeeds);
                break;
            case "rigidGlue":
                Bonded(clause, thing, Bond.RigidGlue, GlueDeeds);
                break;
            case "foam":
                Bonded(clause, thing, Bond.Foam, "cut", "unglue", "take", "peel", "pull", "undo", "come", "lift");
                break;
            case "gasket":
                Bonded(clause, thing, Bond.Gasket, "cut", "unglue", "take", "peel", "pull", "undo", "come", "lift");
                break;
            case "paste":
                Joint(clause, thing, ThermalWhat.Paste);
                break;
            // Heat pad, two minutes
            case "pad" when thing.Text == "heat pad" && words.FindIndex(word => word.Start >= thing.Start) is >= 0 and var warm && words.Skip(warm).Take(5).Any(word => word.Text is "minute" or "minutes" or "min" or "mins" or "second" or "seconds"):
                (heat, heated) = (Tool.Heat, clause);
                break;
            case "pad":
                Joint(clause, thing, ThermalWhat.Pad);
                break;
            case "liquidMetal":
                Joint(clause, thing, ThermalWhat.LiquidMetal);
                break;
            case "cover" when thing.Text is "plate" or "plates" && clauses.Exists(other => other.Object?.Text == thing.Text && other.Places.Exists(place => place.Preposition.Contains("hold", StringComparison.Ordinal) || place.Preposition is "over" or "across") || (other.Object?.IsNoun("plug", "cable", "ribbon", "antenna", "lead", "bar") == true && other.Places.Exists(place => place.Of?.Text == thing.Text && place.Preposition is "under" or "beneath" or "below" or "behind"))):
                Holder(clause, thing);
                break;
            case "cover":
                Covers(clause, thing, isBase: false);
                break;
            case "base":
                Covers(clause, thing, isBase: true);
                break;
            case "holder":
                Holder(clause, thing);
                break;
            case "switch":
                Switched(clause, thing);
                break;
            case "guide":
                Guided(clause, thing);
                break;
            case "charger" or "power":
                IsReady = true;
                break;
            case "module":
                OfPart(clause, Stick(thing));
                break;
            case "everything":
                // Everything that held the board: what stands behind the colon.
                if (clauses.SkipWhile(other => other != clause).Skip(1).FirstOrDefault() is { IsBehindColon: true })
                    break;
                if ((!clause.HasDeed && clause.Particle is null) || thing.IsCounted)
                    Fault(clause, "what was done with everything?");
                else if (Goes(clause, thing, "unplug", "take", "pull", "undo"))
                    Add(Sort.Connection, new Unplug { Count = null }, clause);
                break;
            case "piece":
                if (thing is { IsEach: true, IsCounted: false, HasFacts: false } && (clause.HasDeed || clause.Particle is not null) && acts.Count > 0)
                    break;
                if (thing.HasFacts && !(thing.IsOther && acts.Exists(act => act is { IsRest: true, Action: Unscrew })))
                    Screws(clause, thing, thing.Drive);
                else if (thing.HasFacts || thing.IsCounted || thing.IsEach)
                    Bare(clause, thing);
                else if (clause.HasDeed || clause.Particle is not null)
                    Fault(clause, $"what is the {thing.Text}? Name it, such as fan or bracket");
                break;
            case "machine":
                if (clause.HasDeed && !clause.Does("flip", "move", "swing", "use"))
                    Fault(clause, "what was done with it? Say what was undone");
                IsReady |= clause.HasDeed;
                break;
            case "dirt":
                break;
            case "chip":
                if (clause.Does("clean"))
                    cleaned = thing.Number;
                if (!clause.Does("clean") && !(thing.IsCounted && thing.Number == Count.One) && (clause.HasDeed || clause.Particle is not null || thing.IsCounted))
                    Fault(clause, $"what was done with the {thing.Text}?");
                break;
            case "hand" when thing is { Text: "bits", IsCounted: true }:
                Bare(clause, thing);
                break;
            case "hand" when clause.Places.Count == 0 && clause.HasDeed is false:
                if (thing.HasFacts)
                    driver = thing;
                break;
            case "tool" or "heatTool" or "solvent" or "hand":
                Tooled(clause, thing);
                break;
            case "seam" or "place":
                Placed(clause, thing);
                break;
            default:
                Fault(clause, $"what is \"{thing.Text}\"? Name it, such as fan or bracket");
                break;
        }
    }

    private static readonly string[] GlueDeeds = ["cut", "unglue", "take", "peel", "heat", "undo", "come", "clean", "pull", "pry", "lift"];

    // --- What is counted -------------------------------------------------------------------------------------------------------------

    /// <summary>How many: as said, as many times as there are places where that is said of each.</summary>
    private Count? Counted(Clause clause, Thing thing)
    {
        // Some tape: a mass that nobody counts.
        if (thing is { Uncounted: true, Many: false } && thing.IsNoun("tape", "film", "glue", "softGlue", "rigidGlue", "foam", "gasket", "stickyTape", "shield", "label", "seal"))
            thing.Uncounted = false;
        Count? said = thing.Number ?? (thing.Uncounted || thing.Many ? null : Count.One);
        var factor = Factor(clause, thing) ?? times;
        if (times is not null && thing is not { Number: null })
            times = null;
        if (thing.IsForEach && factor is null)
        {
            factor = clause.HiddenBy is { Number.Exact: { } hiding } ? hiding : acts.LastOrDefault(act => act.Action is Unscrew { Covers: not null })?.Action is Unscrew { Covers: { } covers } ? covers : places is not null ? Places(places) : clause.Places.Find(place => place.Of is { Many: true } of && of.IsNoun("place")) is { Of: { } spots } ? Places(spots) : counts.Count > 0 ? counts.Values.Last() : null;
            // Three each, six altogether
            if (factor is null && said is { Exact: { } forEach } && clauses.SkipWhile(other => other != clause).Skip(1).FirstOrDefault(other => other is { HasDeed: false, Object: { Role: null or Role.Noun, HasFacts: false, Number.Exact: not null } } && (other.IsSum || Altogether().IsMatch(line[other.Start..])))?.Object?.Number?.Exact is { } sum && sum % forEach == 0)
                factor = sum / forEach;
            if (factor is null)
                Fault(clause, "each of what? Say the whole count");
        }
        if (factor is not { } n || said is not { } each)
            return said;
        if (each.Most * n > RecordLimits.Count)
        {
            Fault(clause, $"a count is at most {RecordLimits.Count}");
            return said;
        }
        return new(each.Least * n, each.Most * n);
    }

    private int? Factor(Clause clause, Thing thing)
    {
        int? factor = null;
        foreach (var place in clause.Places)
        {
            // One screw each side of the fan: two; two either side of it are two, or four.
            if (place.Preposition is "each side of" or "either side of" or "both sides of" && (thing.IsCounted || !thing.Many))
            {
                if (place.Preposition == "each side of" || (thing.Number ?? Count.One) == Count.One)
                    factor = 2;
                else
                    Fault(place.Start, place.End, "how many are there in all? Say the whole count");
                continue;
            }
            if (place.Of is not { } of || of is { IsEach: true, Role: null } || !(of.IsEach || place.Preposition == "per" || (of.IsBoth && thing.IsCounted)))
                continue;
            var n = Places(of);
            if (of.IsBoth && of.IsNoun("chip"))
                continue;
            if (n is null || (of.IsBoth && !of.IsPart))
                Fault(place.Start, place.End, "how many are there in all? Say the whole count");
            factor = n ?? factor;
        }
        if (thing.IsEach && clause.Places.Count == 0 && thing.Number is null)
            return null;
        return factor;
    }

    /// <summary>How many places there are of what is said of each.</summary>
    private int? Places(Thing of)
    {
        if (of.Number is { Exact: { } said })
            return said;
        if (of.IsNoun("place"))
            return of.Text is "corner" or "corners" ? 4 : of.Text is "side" or "sides" or "end" or "ends" || line[of.Start..of.End].Contains("long ", StringComparison.OrdinalIgnoreCase) || line[of.Start..of.End].Contains("short ", StringComparison.OrdinalIgnoreCase) ? 2 : null;
        if (!of.IsPart)
            return null;
        if (counts.TryGetValue(of.Is, out var many))
        {
            multiplied.Add(of.Is);
            return many;
        }
        var kind = Kind(of);
        var recorded = context.Parts.Count(part => part.Kind == kind);
        return recorded > 1 ? recorded : null;
    }

    private string? Note(Clause clause, params ReadOnlySpan<Attachment?> read)
    {
        var kept = new List<string>();
        var end = -1;
        foreach (var place in clause.Places)
        {
            if (read.Contains(place) || place.Preposition == "without")
                continue;
            var said = line[place.Start..Math.Min(place.End, line.Length)];
            // Round the edge of the base: one place.
            if (end >= 0 && place.Start > end && line[end..place.Start].Trim().Length == 0)
                kept[^1] = $"{kept[^1]} {said}";
            else
                kept.Add(said);
            end = Math.Min(place.End, line.Length);
        }
        if (clause.Object is { } thing && thing.Before.Count > 0)
            kept.Insert(0, line[thing.Start..thing.End]);
        var note = string.Join(", ", kept).Replace('"', '\'');
        return note.Length is 0 or > RecordLimits.Text ? null : note;
    }

    private void Add(Sort sort, TeardownAction action, Clause clause, string? part = null, Attachment? read = null)
    {
        // Three pads on the chips and one on the sink, so four pads: what was said.
        if (clause is { IsSum: true, HasDeed: false, Object: { Number.Exact: { } sum, HasFacts: false } } && acts.Where(act => act.Sort == sort && act.Action.GetType() == action.GetType()).ToList() is { Count: > 0 } alike && alike.Sum(act => act.Action.Count?.Exact ?? 9999) == sum)
            return;
        // One by the fan, so it's four screws in all: with the ones that were said.
        if (sort is Sort.Screws or Sort.Connection or Sort.Clips && clause is { IsSum: true, HasDeed: false, Particle: null, Object: { Number.Exact: { } inAll, HasFacts: false } } && System.Text.RegularExpressions.Regex.IsMatch(line[Math.Max(0, clause.Start - 3)..Math.Min(line.Length, clause.End + 14)], @"\b(in all|in total|altogether|all told|all in all)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase) && acts.FindAll(act => act.Sort == sort) is [{ Action.Count.Exact: { } some } only] && only.Action.GetType() == action.GetType() && some < inAll)
        {
            only.Action = only.Action with { Count = inAll };
            return;
        }
        acts.Add(new(sort, action with { Notes = action.Notes ?? Note(clause, read) }, clause) { Part = part });
    }

    private void Fault(Clause clause, string message) => Fault(clause.Start, clause.End, message);

    private void Fault(int start, int end, string message) => faults.Add(new(start, end, message, null));

    private void Mention(Clause clause, Thing thing) => mentioned.Add((thing, clause));

    /// <summary>Whether a deed goes with a thing; where none is said, or one before <c>and</c> that does not go with it, it stands for itself.</summary>
    private bool Goes(Clause clause, Thing thing, params ReadOnlySpan<string> deeds)
    {
        foreach (var deed in clause.Deeds)
        {
            if (deed is "use" or "run" or "come" or "stay" || deeds.Contains(deed))
                continue;
            if (clause.IsJoined)
                continue;
            Fault(clause, $"what was done with {thing.Text}? Say it otherwise");
            return false;
        }
        return true;
    }

    /// <summary>What hides screws: a cover that they are under; next to one is a place.</summary>
    private (Cover Cover, int? Covers) Hidden(Clause clause, Thing thing, out Attachment? read)
    {
        read = null;
        if (clause.HiddenBy is { } by && CoverOf(by) is { } hiding)
        {
            acts.RemoveAll(act => act.Sort == Sort.Peel && PeeledCover(act) == hiding);
            return (hiding, by.Number is { Exact: { } said } ? said : by.Many || thing.Number is null or { Exact: 1 } ? null : 1);
        }
        foreach (var place in clause.Places)
        {
            if (!Hides(place.Preposition))
                continue;
            if (place.Of is { } of && CoverOf(of) is { } cover)
            {
                read = place;
                // Feet that were peeled for the screws below are their cover.
                var peeled = acts.FindLastIndex(act => act.Sort == Sort.Peel && PeeledCover(act) == cover);
                var covers = of.Number is { Exact: { } number } ? number : of is { Many: false } && of.Text != "foot strip" && (of.Text.EndsWith("strip", StringComparison.Ordinal) || (of.IsNoun("foot") && of.Looks.Count + of.Which.Count > 0)) && thing.Number is { Least: > 1 } ? 1 : default(int?);
                if (peeled >= 0 && !of.IsAnother)
                {
                    covers ??= CoverCount(acts[peeled], thing);
                    acts.RemoveAt(peeled);
                }
                return (cover, covers);
            }
            // There is a rubber plug, and beneath it one screw.
            if ((place.Of is null || place.Of.IsPronoun || place.Of is { IsEach: true, Role: null }) && mentioned.Count > 0 && mentioned[^1].Thing is { } plug && CoverOf(plug) is { } capped)
            {
                read = place;
                mentioned.RemoveAt(mentioned.Count - 1);
                var caps = plug.Number is { Exact: { } many } ? many : default(int?);
                if (place.Of?.IsEach == true && caps is { } all && thing.Number is null or { Exact: 1 })
                    thing.Number = all;
                if (place.Of is not null)
                    place.Of.IsEach = false;
                return (capped, caps == (thing.Number?.Exact ?? 1) ? null : caps);
            }
            if (place.Of is { IsEach: true, Role: Role.Noun } everyOne && everyOne.IsNoun("piece") && everyOne.Number is null or { Exact: 1 })
                (everyOne.Role, everyOne.Number) = (null, null);
            // Under each one: of those that were said.
            if (place.Of is { IsEach: true, Role: null, Number.Exact: 1 } eachOne)
                eachOne.Number = null;
            if ((place.Of is null || place.Of.IsPronoun || place.Of is { IsEach: true, Role: null }) && acts.FindLastIndex(act => act.Sort == Sort.Peel && PeeledCover(act) is not null) is >= 0 and var at)
            {
                read = place;
                var (kind, covers) = (PeeledCover(acts[at])!.Value, CoverCount(acts[at], thing));
                if (place.Of?.IsEach == true && acts[at].Action.Count is { Exact: { } each } && thing.Number is null or { Exact: 1 })
                    thing.Number = each;
                if (place.Of is { IsEach: true, Number: { Exact: { } ofThese } } && thing.Number is { Exact: { } forEach })
                {
                    covers = forEach == 1 ? null : ofThese;
                    place.Of.IsEach = false;
                    thing.Number = forEach * ofThese;
                }
                else if (place.Of?.IsEach == true)
                    covers = null;
                acts.RemoveAt(at);
                return (kind, covers);
            }
        }
        // It points at a sticker, below it one screw.
        if (clause.Places.Find(place => Hides(place.Preposition) && place.Of is null or { IsPronoun: true }) is { } below && clauses.TakeWhile(other => other != clause).SelectMany(other => other.Places).LastOrDefault(place => place.Of is { } of && CoverOf(of) is not null) is { Of: { } hider } && !clauses.TakeWhile(other => other != clause).Any(other => other.Object is { IsPart: true }))
        {
            read = below;
            return (CoverOf(hider)!.Value, null);
        }
        // Under it: under what?
        if (clause.Places.Exists(place => place.Preposition is "under" or "beneath" or "below" or "underneath" && place.Of is { IsPronoun: true }) && !clauses.TakeWhile(other => other != clause).Any(other => other.Object is { Role: not null } || other.Places.Exists(place => place.Of is { Role: not null })))
            Fault(clause, "under what? Say so, such as 1 screw under label");
        if (clause.Places.Exists(place => Hides(place.Preposition) && place.Of is { IsEach: true, Role: null }))
            Fault(clause, "under each of what? Say how many screws there are in all, and under what");
        return (Cover.None, null);
    }

    /// <summary>The kind of a connection, and whether only its lock is named: a flap, a bar.</summary>
    private (Connector? Kind, bool IsLock) KindOf(Clause clause, Thing thing, bool elsewhere)
    {
        Connector? kind = thing.Is switch
        {
            "flap" => Connector.FlipLock,
            "slideLock" => Connector.SlideLock,
            "bar" => clause.Does("slide") ? Connector.SlideLock : Connector.BarLock,
            "press" => Connector.PressFit,
            "push" => Connector.PushFit,
            "spring" => Connector.SpringContact,
            "antenna" => Connector.Coax,
            "cable" or "plug" when thing.Many && clause.Places.Exists(place => place.Of?.PartOf == "wireless:wifi" && place.Preposition is "from" or "of" or "on" or "off" or "off of") => Connector.Coax,
            "lead" when (thing.PartOf is null && !elsewhere) || thing.PartOf == "wireless:wifi" || thing.HasBefore("antenna") => Connector.Coax,
            "ribbon" => null,
            "lock" => clause.Does("slide", "pull") ? Connector.SlideLock : clause.Does("flip", "lift", "undo", "pry", "swing") || clause.Particle == "up" ? Connector.FlipLock : null,
            "lever" or "latch" => Connector.FlipLock,
            _ => Connector.WirePlug,
        };
        var isLock = thing.Is is "flap" or "slideLock" or "bar" or "lock" or "lever" or "latch";
        foreach (var place in clause.Places)
        {
            // Slides out after the lock is slid
            if (place is { Preposition: "after" or "once" or "when", Of: { Role: Role.Noun } opened } && thing.Is is "ribbon" or "cable" && kind is null or Connector.WirePlug)
                kind = opened.Is switch { "flap" => Connector.FlipLock, "bar" => Connector.BarLock, "slideLock" => Connector.SlideLock, "lock" when line[place.End..Math.Min(line.Length, place.End + 12)].Contains("slid", StringComparison.OrdinalIgnoreCase) => Connector.SlideLock, _ => kind };
            if (place.Of is not { } of || place.Preposition is not ("with" or "w/" or "w" or "without" or "under" or "by" or "on"))
                continue;
            if (place.Preposition == "without" && !isLock)
                kind = of.IsNoun("lock", "flap", "latch", "lever", "bar", "slideLock", "clip") ? Connector.PushFit : kind;
            else if (place.Preposition is "with" or "w/" or "w" or "under" or "by" && thing.Is is "ribbon" or "cable" or "plug" or "lead")
                kind = of.Is switch { "flap" => Connector.FlipLock, "bar" => Connector.BarLock, "slideLock" => Connector.SlideLock, "lever" => Connector.FlipLock, "press" => Connector.PressFit, "push" => Connector.PushFit, _ => kind };
        }
        // Out of its flap socket
        if (thing.Is == "ribbon" && clause.Places.Find(place => place.Preposition is "out of" or "from" or "in" && place.Of is { Role: Role.Noun })?.Of is { } socket)
            kind = socket.IsNoun("flap") || socket.HasBefore("flap") ? Connector.FlipLock : socket.IsNoun("slideLock") || socket.HasBefore("slideLock") ? Connector.SlideLock : socket.IsNoun("push") || socket.HasBefore("push") ? Connector.PushFit : kind;
        foreach (var before in thing.Before)
        {
            if (before.Role == Role.Noun && thing.Is is "ribbon" or "cable" or "plug" or "lock" or "lead")
                kind = before.Is switch { "flap" => Connector.FlipLock, "bar" => Connector.BarLock, "slideLock" => Connector.SlideLock, "press" => Connector.PressFit, "push" => Connector.PushFit, "antenna" => Connector.Coax, "spring" => Connector.SpringContact, "ribbon" when thing.Is is "plug" or "cable" => null, _ => kind };
        }
        if (thing.Is is "ribbon" or "cable" && clause.Does("flip"))
            kind = Connector.FlipLock;
        // The ribbon just pulls out: it has no lock.
        if (thing.Is == "ribbon" && kind is null && clause.Deeds is ["pull"] && JustPulled().IsMatch(line[..clause.End]))
            kind = Connector.PushFit;
        if ((thing.IsTight || clause.Places.Exists(place => place.Preposition is "with" or "w/" && place.Of is { IsTight: true, Is: "plug" })) && kind == Connector.WirePlug)
            kind = Connector.TightWirePlug;
        if (thing.Is is "cable" or "lead" && kind == Connector.WirePlug && clause.Particle is "straight up")
            kind = Connector.PressFit;
        if (thing.Is == "plug" && (clause.Particle is "straight up" or "straight off" || clause.Does("press")))
            kind = Connector.PressFit;
        return (kind, isLock);
    }

    [System.Text.RegularExpressions.GeneratedRegex(@"^[^,;.]*\b(altogether|in all|in total|all told)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex Altogether();

    [System.Text.RegularExpressions.GeneratedRegex(@"\b(just|simply|only) (pull(s|ed)?|pulling)\b[^,;.]*$|\bpull(s|ed)? straight\b[^,;.]*$", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex JustPulled();

    private void Fault(Clause clause, string message, IReadOnlyList<LineChoice> choices) => faults.Add(new(clause.Start, clause.End, message, null) { Choices = choices });
}
