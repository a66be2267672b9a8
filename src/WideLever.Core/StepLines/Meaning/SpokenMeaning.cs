using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>
/// What the clauses of a line mean in the light of the record: the actions, the parts that come free, and whether the power is off. One thing said twice
/// is one thing. <c>docs/step-line.md</c>, <em>Meaning</em>.
/// </summary>
internal sealed partial class SpokenMeaning(string line, StepLineContext context, List<LineFault> faults, bool opensByItself, bool freesByItself, bool tried)
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
        hasClips = clauses.Any(clause => clause.Object?.IsNoun("clip", "latch") == true);
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
        // Fan and speaker plugs: one of each.
        for (var i = 1; i < clauses.Count; i++)
        {
            if (clauses[i] is { IsJoined: true, Object: { Many: true, IsCounted: false, Role: Role.Noun } plugs } && plugs.PartOf is not null && clauses[i - 1] is { Object.IsPart: true, Particle: null, State: null } other && clauses[i - 1].Places.Count == 0 && (!other.HasDeed || other.Deeds.SequenceEqual(clauses[i].Deeds)) && plugs.Is is "plug" or "cable" or "ribbon" or "lead")
            {
                plugs.Number = 2;
                clauses.RemoveAt(--i);
            }
        }
        if (tried && clauses.Select(clause => clause.Object).FirstOrDefault(thing => thing?.IsPart == true) is { } left && clauses.First(clause => clause.Object == left) is var attempt && !clauses.Any(clause => clause.Object is { IsCounted: true, Role: Role.Noun }))
        {
            faults.Clear();
            Tried = Resolve(attempt, left, 0);
            return;
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
        Fault(clause, "is that a correction? Change the line so that it says what is so");
        return false;
    }

    private void One(Clause clause)
    {
        var thing = clause.Object;
        if (thing is { IsIts: true, Role: Role.Noun } own && own.PartOf is null && About() is var (owner, _) && owner.IsPart)
            own.Before.Add(new(Role.Part, owner.Is, false));
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
        if (thing is { IsPronoun: false } && (clause.HasDeed || !thing.IsNoun("place", "seam", "tool", "hand", "chip", "dirt", "heatTool", "solvent")) && (thing.Role is not null || (acts.Count > 0 && acts[^1].Clause == clause)))
            last = clause;
    }

    private void OfNoun(Clause clause, Thing thing)
    {
        if (thing.Length is not null && thing.IsNoun("clip", "tab", "latch", "lever", "plug", "cable", "ribbon", "flap", "lock", "bar", "antenna", "label", "foot", "seal", "shield", "film", "cover", "base", "holder", "switch", "paste", "pad", "tool", "heatTool", "solvent", "machine", "cap", "releaseTab", "module", "place", "seam", "spring"))
        {
            Fault(clause, $"{thing.Text} has no length: what is so long?");
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
            case "pad":
                Joint(clause, thing, ThermalWhat.Pad);
                break;
            case "liquidMetal":
                Joint(clause, thing, ThermalWhat.LiquidMetal);
                break;
            case "cover" when thing.Text is "plate" or "plates" && clauses.Exists(other => other.Object?.Text == thing.Text && other.Places.Exists(place => place.Preposition.Contains("hold", StringComparison.Ordinal) || place.Preposition is "over" or "across")):
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
                if ((!clause.HasDeed && clause.Particle is null) || thing.IsCounted)
                    Fault(clause, "what was done with everything?");
                else if (Goes(clause, thing, "unplug", "take", "pull", "undo"))
                    Add(Sort.Connection, new Unplug { Count = null }, clause);
                break;
            case "piece":
                if (thing is { IsEach: true, IsCounted: false, HasFacts: false } && (clause.HasDeed || clause.Particle is not null) && acts.Count > 0)
                    break;
                if (thing.HasFacts)
                    Screws(clause, thing, thing.Drive);
                else if (thing.IsCounted || thing.IsEach)
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
        Count? said = thing.Number ?? (thing.Uncounted ? null : thing.IsAnother ? Count.One : thing.Many ? null : Count.One);
        var factor = Factor(clause, thing) ?? times;
        if (times is not null && thing is not { Number: null })
            times = null;
        if (thing.IsForEach && factor is null)
        {
            factor = acts.LastOrDefault(act => act.Action is Unscrew { Covers: not null })?.Action is Unscrew { Covers: { } covers } ? covers : counts.Count > 0 ? counts.Values.Last() : null;
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
            if (place.Of is not { } of || of is { IsEach: true, Role: null } || !(of.IsEach || place.Preposition == "per" || (of.IsBoth && thing.IsCounted)))
                continue;
            var n = Places(of);
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
        foreach (var place in clause.Places)
        {
            if (!read.Contains(place) && place.Preposition != "without")
                kept.Add(line[place.Start..Math.Min(place.End, line.Length)]);
        }
        if (clause.Object is { } thing && thing.Before.Count > 0)
            kept.Insert(0, line[thing.Start..thing.End]);
        var note = string.Join(", ", kept).Replace('"', '\'');
        return note.Length is 0 or > RecordLimits.Text ? null : note;
    }

    private void Add(Sort sort, TeardownAction action, Clause clause, string? part = null, Attachment? read = null) =>
        acts.Add(new(sort, action with { Notes = action.Notes ?? Note(clause, read) }, clause) { Part = part });

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

    // --- Screws ----------------------------------------------------------------------------------------------------------------------

    private void Screws(Clause clause, Thing thing, Drive? drive)
    {
        if (!Goes(clause, thing, "take", "undo", "unscrew", "pull", "lift"))
            return;
        if (thing is { IsOfThem: true, Number: { } some } && acts.FindLast(act => act.Sort == Sort.Screws) is { } before && before.Action.Count is { Exact: { } all } && some.Exact is { } n && n < all)
        {
            Split(before, clause, thing, n, all);
            return;
        }
        if (thing.IsOfThem && !acts.Exists(act => act.Sort == Sort.Screws))
        {
            Fault(clause, "a share of what nobody counted is no count: say how many were undone");
            return;
        }
        if (Screws(clause, thing, drive, out var cover) is not { } action)
            return;
        // On top two and on the bottom two, so four screws
        if (unnamed.Count > 0 && thing.IsCounted && unnamed.TrueForAll(one => !one.Thing.HasFacts && one.Thing.Number is not null) && unnamed.Aggregate(0, (sum, one) => sum + (Counted(one.Clause, one.Thing)?.Exact ?? 0)) == thing.Number?.Exact)
            unnamed.Clear();
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
        if (thing.SizeNumber is { } size && (thing.Drive ?? drive) is { } known)
            thing.Size = Figures.SizeOf(known, size);
        return new() { Count = count, Drive = thing.Drive ?? drive, Size = thing.Size, Thread = thing.Thread, Length = thing.Length, Captive = thing.Captive, Cover = hidden, Covers = covers };
    }

    /// <summary>What hides screws: a cover that they are under; next to one is a place.</summary>
    private (Cover Cover, int? Covers) Hidden(Clause clause, Thing thing, out Attachment? read)
    {
        read = null;
        if (clause.HiddenBy is { } by && CoverOf(by) is { } hiding)
            return (hiding, by.Number is { Exact: { } said } ? said : by.Many || thing.Number is null or { Exact: 1 } ? null : 1);
        foreach (var place in clause.Places)
        {
            if (!Hides(place.Preposition))
                continue;
            if (place.Of is { } of && CoverOf(of) is { } cover)
            {
                read = place;
                // Feet that were peeled for the screws below are their cover.
                var peeled = acts.FindLastIndex(act => act.Sort == Sort.Peel && PeeledCover(act) == cover);
                var covers = of.Number is { Exact: { } number } ? number : default(int?);
                if (peeled >= 0 && !of.IsAnother)
                {
                    covers ??= CoverCount(acts[peeled], thing);
                    acts.RemoveAt(peeled);
                }
                return (cover, covers);
            }
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
        if (clause.Places.Exists(place => Hides(place.Preposition) && place.Of is { IsEach: true, Role: null }))
            Fault(clause, "under each of what? Say how many screws there are in all, and under what");
        return (Cover.None, null);
    }

    private static bool Hides(string preposition) => preposition is "under" or "beneath" or "below" or "underneath" or "behind" or "covered by" or "covered with" || preposition.StartsWith("hidden", StringComparison.Ordinal) || preposition.StartsWith("concealed", StringComparison.Ordinal);

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

    private void Clips(Clause clause, Thing thing)
    {
        if (!Goes(clause, thing, "pry", "undo", "take", "press", "spread", "pull", "lift", "cut", "slide", "move", "flip"))
            return;
        if (thing.Is == "tab" && (Battery(thing) || topic is var (about, _) && Kind(about) == PartKind.Battery || clause.Does("stretch") || thing.HasBefore("glue", "stickyTape", "releaseTab")))
        {
            if (clause.Does("stretch") || clause.Does("pull") || thing.HasBefore("glue", "stickyTape", "releaseTab"))
            {
                Bonded(clause, thing, Bond.ReleaseTab, "stretch", "pull", "take", "come");
                return;
            }
        }
        if (thing.Is == "tab" && clause.Does("pull") && !clause.Does("pry") && (thing.PartOf is not null || clause.Places.Exists(place => place.Of is { IsPart: true } && place.Preposition is "under" or "behind" or "beneath" or "at" or "of")))
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
        // Zif, latch up: the latch is the flap.
        if (thing is { Is: "latch", IsCounted: false, PartOf: null } && acts.Exists(act => act.Action is Unplug { Connector: Connector.FlipLock }) && (clause.Does("flip", "lift") || clause.Particle == "up"))
            return;
        if (clause.Places.Exists(place => place.Of is { Is: "ribbon" } && place.Preposition is "on" or "of" or "at") && !clause.Does("flip", "lift", "slide"))
        {
            Fault(clause, "how does it open: a flap that flips, or a lock that slides?", [new("A flap that flips", "flip"), new("A lock that slides", "slide lock"), new("Nobody knows", "unplug ?")]);
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
        if (acts.FindLast(act => act.Sort == Sort.Latches) is { } before && !thing.IsAnother && (!thing.IsCounted || before.Action.Count is null))
        {
            before.Action = before.Action with { Count = before.Action.Count ?? count };
            return;
        }
        Add(Sort.Latches, new Unlatch { Count = count }, clause, thing.PartOf);

        bool OfLatched() => topic is var (about, _) && Kind(about) is PartKind.Memory or PartKind.Storage;
    }

    // --- What is peeled, parted, cleaned ---------------------------------------------------------------------------------------------

    private void Peeled(Clause clause, Thing thing)
    {
        var what = thing.Is switch { "label" => PeelWhat.Label, "foot" => PeelWhat.Foot, "seal" => PeelWhat.Seal, "film" => PeelWhat.Film, "tape" => PeelWhat.Tape, _ => PeelWhat.Shield };
        if (what == PeelWhat.Tape && (clause.Does("cut", "unglue") || (acts.Count > 0 && acts[^1] is { Sort: Sort.Bond, Clause.IsTopic: true, Action: Unbond { Bond: null } }) || thing.Length is not null))
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
        else
            Fault(clause, "a strip of what? Say adhesive strip, strip of tape or rubber strip");
    }

    private static Thing Like(Thing thing, string noun)
    {
        thing.Is = noun;
        return thing;
    }

    private void Bonded(Clause clause, Thing thing, Bond? bond, params ReadOnlySpan<string> deeds)
    {
        if (!Goes(clause, thing, deeds) || Facts(clause, thing, "a bond"))
            return;
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
        if (acts.FindLast(act => act.Sort == Sort.Bond) is { Action: Unbond known } before && !thing.IsAnother && !thing.IsCounted && (known.Bond is null || bond is null || known.Bond == bond) && (known.LengthMm is null || length is null) && bond != Bond.ReleaseTab && known.Bond != Bond.ReleaseTab && (thing.Which.Count == 0 || thing.Which.SequenceEqual(before.Clause.Object?.Which ?? [])))
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
    }

    // --- Connections -----------------------------------------------------------------------------------------------------------------

    private void Connected(Clause clause, Thing thing)
    {
        var part = thing.PartOf;
        if (clause.Does("route") || clause.Places.Exists(place => place.Of?.IsNoun("guide") == true && place.Preposition is "out of" or "from" or "off"))
        {
            Add(Sort.Other, new Route { Count = Counted(clause, thing) }, clause, part);
            return;
        }
        if (clause.Does("move", "swing") || Aside(clause) || clause.Places.Exists(place => place.Preposition is "out of the way of"))
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
        if (line[clause.Start..Math.Min(line.Length, clause.End)].Contains("unlock", StringComparison.OrdinalIgnoreCase))
        {
            Fault(clause, "how does it open: a flap that flips, a bar, or a lock that slides?", [new("A flap that flips", "flip"), new("A bar", "bar lock"), new("A lock that slides", "slide lock"), new("Nobody knows", "unplug ?")]);
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
            || (part is null && clause.Places.Exists(place => place.Of?.PartOf == "battery" && place.Preposition is "of" or "to" or "from" or "out of" or "off"));
        var count = Counted(clause, thing);
        if (Same(clause, thing, kind, isLock, count, isBattery))
            return;
        PowerOff |= isBattery;
        Add(isLock ? Sort.Lock : Sort.Connection, new Unplug { Connector = kind, Count = count }, clause, part);
    }

    /// <summary>The kind of a connection, and whether only its lock is named: a flap, a bar.</summary>
    private static (Connector? Kind, bool IsLock) KindOf(Clause clause, Thing thing, bool elsewhere)
    {
        Connector? kind = thing.Is switch
        {
            "flap" => Connector.FlipLock,
            "slideLock" => Connector.SlideLock,
            "bar" => Connector.BarLock,
            "press" => Connector.PressFit,
            "push" => Connector.PushFit,
            "spring" => Connector.SpringContact,
            "antenna" => Connector.Coax,
            "lead" when (thing.PartOf is null && !elsewhere) || thing.PartOf == "wireless:wifi" || thing.HasBefore("antenna") => Connector.Coax,
            "ribbon" => null,
            "lock" => clause.Does("slide", "pull") ? Connector.SlideLock : clause.Does("flip", "lift", "undo", "pry", "swing") ? Connector.FlipLock : null,
            "lever" or "latch" => Connector.FlipLock,
            _ => Connector.WirePlug,
        };
        var isLock = thing.Is is "flap" or "slideLock" or "bar" or "lock" or "lever" or "latch";
        foreach (var place in clause.Places)
        {
            if (place.Of is not { } of || place.Preposition is not ("with" or "w/" or "w" or "without" or "under" or "by" or "on"))
                continue;
            if (place.Preposition == "without" && !isLock)
                kind = of.IsNoun("lock", "flap", "latch", "lever", "bar", "slideLock", "clip") ? Connector.PushFit : kind;
            else if (place.Preposition is "with" or "w/" or "w" or "under" or "by" && thing.Is is "ribbon" or "cable" or "plug" or "lead")
                kind = of.Is switch { "flap" => Connector.FlipLock, "bar" => Connector.BarLock, "slideLock" => Connector.SlideLock, "lever" => Connector.FlipLock, "press" => Connector.PressFit, "push" => Connector.PushFit, _ => kind };
        }
        foreach (var before in thing.Before)
        {
            if (before.Role == Role.Noun && thing.Is is "ribbon" or "cable" or "plug" or "lock" or "lead")
                kind = before.Is switch { "flap" => Connector.FlipLock, "bar" => Connector.BarLock, "slideLock" => Connector.SlideLock, "press" => Connector.PressFit, "push" => Connector.PushFit, "antenna" => Connector.Coax, "spring" => Connector.SpringContact, "ribbon" when thing.Is is "plug" or "cable" => null, _ => kind };
        }
        if (thing.Is is "ribbon" or "cable" && clause.Does("flip"))
            kind = Connector.FlipLock;
        if (thing.IsTight && kind == Connector.WirePlug)
            kind = Connector.TightWirePlug;
        if (thing.Is == "plug" && (clause.Particle is "straight up" or "straight off" || clause.Does("press")))
            kind = Connector.PressFit;
        return (kind, isLock);
    }

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
        if (thing.IsAnother || (thing.Which.Count > 0 && acts.FindLast(act => act.Sort is Sort.Connection)?.Clause.Object is { Which.Count: > 0 } named && !named.Which.SequenceEqual(thing.Which)))
            return false;
        bool Counts(Act act) => !thing.IsCounted || act.Action.Count == count;
        // Lift the latch, pull the ribbon: the latch is the ribbon's.
        if (thing.Is == "ribbon" && kind is null && acts.Count > 0 && acts[^1] is { Sort: Sort.Latches, Action.Count: { Exact: 1 } } latch && latch.Clause.Does("lift", "flip"))
        {
            acts.Remove(latch);
            acts.Add(new(Sort.Connection, new Unplug { Connector = Connector.FlipLock, Count = count }, clause) { Part = thing.PartOf, Merged = true });
            return true;
        }
        var before = acts.FindLast(act => act.Sort is Sort.Connection or Sort.Lock && act.Action is Unplug);
        if (before is not { Action: Unplug known })
            return false;
        // Connector: wire plug, 1x
        if (before.Clause.IsTopic && !before.Merged && thing.Is is not "antenna")
        {
            before.Action = known with { Connector = kind ?? known.Connector, Count = thing.IsCounted ? count : known.Count };
            before.Merged = true;
            PowerOff |= isBattery;
            return true;
        }
        // Ribbon, flap; four ribbons, each with a flap: how it opens.
        var tells = isLock || thing.Is is "press" or "push";
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
        if (before.Clause.Object is { IsPart: true } && before.Clause.Does("unplug") && known.Connector is null && !thing.IsCounted && !thing.Many && (!clause.HasDeed || (clause.Does("pull", "lift") && thing.PartOf is null)) && (thing.PartOf is null || thing.PartOf == before.Part) && !before.Merged)
        {
            before.Action = known with { Connector = kind };
            return true;
        }
        // Which is just a plug: what the cable is.
        if (clause.IsWhich && !thing.IsCounted && !clause.HasDeed)
        {
            before.Action = known with { Connector = known.Connector ?? kind };
            before.Said.Add(clause);
            return true;
        }
        // Connector, coloured wires: its own.
        if (thing.Text == "wires" && !thing.IsCounted && before.Clause.Object?.Is == "plug" && !clause.HasDeed)
            return true;
        // The bail again; the plug of the cable that was named.
        if (!thing.IsCounted && !clause.HasDeed && clause.Particle is null && tells && kind == known.Connector && (thing.PartOf is null || thing.PartOf == before.Part))
            return true;
        if (!thing.IsCounted && before.Action.Count is not null && (thing.PartOf is null || thing.PartOf == before.Part) && ((isLock && known.Connector == kind && (before.Merged || thing.IsThe || before.Clause is { HasDeed: false, Particle: null }))
            || ((thing.IsThe || (before.Clause is { HasDeed: false, Particle: null } && (clause.HasDeed || clause.Particle is not null))) && !isLock && before.Clause.Object?.Is == thing.Is && thing.PartOf is null && !thing.Many && thing.Which.Count == 0)
            || (thing.IsIts && thing.Is == "plug" && known.Connector is Connector.WirePlug or null)))
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

    private void Fault(Clause clause, string message, IReadOnlyList<LineChoice> choices) => faults.Add(new(clause.Start, clause.End, message, null) { Choices = choices });
}
