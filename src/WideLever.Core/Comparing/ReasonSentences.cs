using System.Globalization;
using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Comparing;

/// <summary>Plain sentences made from the facts of a record alone, so that the same facts give the same sentence.</summary>
internal sealed class ReasonSentences(CheckedRecord record, Result result, Rubric rubric)
{
    private const string Absent = "absent";

    private static readonly PartKind[] Landmarks =
        [PartKind.Mainboard, PartKind.Battery, PartKind.Keyboard, PartKind.TopCase, PartKind.DisplayAssembly, PartKind.Thermal, PartKind.Fan, PartKind.Frame, PartKind.Bezel];

    /// <summary>How good what a key is about is, 0..1; of several parts that of the worst. Null: not known, or it speaks for nothing.</summary>
    public double? Value(ReasonKey key)
    {
        if (key.Kind is not { } kind)
            return Marks() is { Known: > 0 } marks ? (double)marks.Yes.Count / marks.Known : null;
        if (key.Index == IndexName.Repair)
            return WordList.TryParse<Criterion>(key.Criterion, out var of) ? Worst(kind, of)?.Criteria![of].Value : null;
        // What a machine does not have speaks neither for it nor against it.
        return key.Criterion switch
        {
            Absent => record.Record.Parts.Any(part => part.Kind == kind) ? 0 : null,
            "headroom" => Kind(kind).Set?.Headroom.Value,
            "standard" => Kind(kind).Set?.Standard.Value,
            _ => Kind(kind).Set?.Access.Value,
        };
    }

    /// <summary>What machines are laid beside each other by; null: nothing that is counted.</summary>
    public double? Measure(ReasonKey key)
    {
        if (key.Kind is not { } kind)
            return null;
        if (key.Index == IndexName.Upgrade)
            return key.Criterion switch { "headroom" when rubric.Headroom.TryGet(kind, out _) => Top(kind)?.Value, "access" => Reached(kind) is { } reached ? Seconds(reached.Route!) : null, _ => null };
        if (!WordList.TryParse<Criterion>(key.Criterion, out var of) || Worst(kind, of) is not { } part)
            return null;
        return of switch
        {
            Criterion.Reach when part.Route is { Count: > 0 } route => Seconds(route),
            Criterion.Fasteners when part.Route is { } route && Counted(Actions(route).OfType<Unscrew>()) is { Certain: true, All.Exact: { } screws } => screws,
            Criterion.Price => Price.InRubricCurrency(Unit(part)?.Spare.Price, rubric),
            _ => null,
        };
    }

    /// <summary>Whether more of the measure is better: room is, minutes, screws and money are not.</summary>
    public static bool IsMoreBetter(ReasonKey key) => key.Criterion == "headroom";

    /// <summary>How much a fact is worth beside its points: memory and drives are asked for first, what is glued or shut in after them, a card of the radio or a booklet last.</summary>
    public double Weight(ReasonKey key) => (key.Index, key.Kind, key.Criterion) switch
    {
        (_, null, _) => 0.1,
        (IndexName.Upgrade, PartKind.Memory or PartKind.Storage, _) => 1,
        (IndexName.Upgrade, PartKind.Battery, "headroom") => 0.1,
        (IndexName.Upgrade, PartKind.Wireless or PartKind.Processor or PartKind.Graphics or PartKind.PortModules, _) => 0.2,
        (IndexName.Upgrade, _, "standard") => 0.3,
        (IndexName.Repair, _, "bonds") when !IsStuck(key) => 0.2,
        // What a technician says first: one piece with something dear, glue and heat.
        (IndexName.Repair, { } kind, "mounting") when Worst(kind, Criterion.Mounting)?.Part.Mounting is { } held && rubric.IsInseparable(held) == true => 1.2,
        (IndexName.Repair, { } kind, "reach" or "bonds") when IsGluedIn(kind) => 1.2,
        _ => 0.7,
    };

    private bool IsGluedIn(PartKind kind) => Worst(kind, Criterion.Reach) is { Route: { } route } && Actions(route).Exists(action => action is Unbond { Bond: Bond.SoftGlue or Bond.RigidGlue } || action.ToolInHand() == Tool.Heat);

    /// <summary>What a reason is about that tells of parts of a kind which stay, beside others that can be changed.</summary>
    public const string FixedPart = "fixed";

    /// <summary>Of what a kind holds, what is soldered beside places that are not; null: all is, or nothing is, or it is another fact.</summary>
    public Sentence? Fixed(ReasonKey key)
    {
        if (key is not { Index: IndexName.Upgrade, Kind: { } kind and (PartKind.Memory or PartKind.Storage), Criterion: "headroom" })
            return null;
        var parts = record.Record.Parts.Where(part => part.Kind == kind).ToList();
        var stay = parts.Where(part => part.Fitted && rubric.IsInseparable(part.Mounting) == true).ToList();
        if (stay.Count == 0 || stay.Count == parts.Count)
            return null;
        var held = And([.. stay.Select(part => Name(part.Mounting!.Value)).Distinct()]);
        return new($"Of {The(kind)} {(stay.TrueForAll(part => part.Capacity.Fitted is not null) ? $"{Number(stay.Sum(part => part.Capacity.Fitted!.Value))} {UnitOf(kind)}" : "a part")} is {held} and stays as it is.", [], stay[0].Id);
    }

    /// <summary>What is soldered, laminated or riveted while nothing else of its kind is known: that alone speaks against the machine, by what it costs at the least.</summary>
    /// <param name="known">The facts of which the value is known.</param>
    public IEnumerable<(ReasonKey Key, double Points, Sentence Told)> Inseparable(IReadOnlyDictionary<ReasonKey, ReasonFact> known)
    {
        var whole = result.RepairKinds.Sum(kind => rubric.Repair[kind.Kind]);
        foreach (var kind in result.RepairKinds.Where(kind => !known.Keys.Any(key => key.Index == IndexName.Repair && key.Kind == kind.Kind)))
        {
            // Beside an empty socket, or a part that can come out, it is not the kind that is soldered.
            var parts = record.Record.Parts.Where(part => part.Kind == kind.Kind).ToList();
            if (parts.Count > 0 && parts.TrueForAll(part => rubric.IsInseparable(part.Mounting) == true) && parts[0] is var part)
                yield return (new(IndexName.Repair, kind.Kind, Criterion.Mounting.Word()), 100 * rubric.Repair[kind.Kind] / whole * rubric.Criteria[Criterion.Mounting] / WordList.Members<Criterion>().Sum(of => rubric.Criteria[of]), new($"{Upper(The(kind.Kind))} {Is(kind.Kind)} {Name(part.Mounting!.Value)}.", [], part.Id));
        }
    }

    /// <summary>
    /// How much of what its standard could give a kind is lost where some of its places take few parts by limits that are stated, whichever places
    /// scoring counts on, 0..1; null: none is limited so.
    /// </summary>
    public double? Limited(ReasonKey key)
    {
        if (key is not { Index: IndexName.Upgrade, Kind: { } kind, Criterion: "standard" } || Together(kind).Where(IsPlace).ToList() is not { Count: > 0 } places)
            return null;
        var limited = places.Count(part => part.Interface.Standard == Standard.Restricted && Limits(part).Length > 0);
        return limited == 0 ? null : (1 - rubric.Standards[Standard.Restricted]) * limited / places.Count;
    }

    private bool IsStuck(ReasonKey key) => Value(key) is { } value && value <= Reasons.Bad;

    /// <summary>What a reader can act on comes first: 0 before 1 before 2.</summary>
    public int Rank(ReasonKey key) => key.Index == IndexName.Upgrade
        ? key.Criterion is "standard" ? 1 : 0
        : key.Criterion switch
        {
            "reach" or "bonds" or "tools" => 0,
            // How a part is held is worth a word where it can be swapped in a moment, or not at all.
            "mounting" => key.Kind is { } kind && Worst(kind, Criterion.Mounting)?.Part.Mounting is Mounting.Screwed or Mounting.Plugged or Mounting.Clipped ? 2 : 0,
            "fasteners" or "supply" or "guidance" => 1,
            _ => 2,
        };

    /// <summary>The sentence about a key for one side, with the facts that it was made from; null: none is to be made there.</summary>
    public Sentence? Of(ReasonKey key, ReasonSide side)
    {
        var against = side == ReasonSide.Against;
        if (key.Kind is not { } kind)
            return Guidance(against);
        return key.Index == IndexName.Repair ? Repair(kind, key.Criterion, against) : Upgrade(kind, key.Criterion, against);
    }

    /// <summary>A sentence laid beside the median of others.</summary>
    public string Beside(ReasonKey key, string text, ReasonSide side, double median, bool ofClass)
    {
        var (better, most) = (side == ReasonSide.For, $"most {(ofClass ? "of its class" : "on the shelf")}");
        var than = key.Criterion switch
        {
            "headroom" => $"{(better ? "further than" : "less than")} for {most} ({Number(median)} {UnitOf(key.Kind!.Value)})",
            "reach" or "access" => $"{(better ? "less than" : "longer than")} for {most} ({Minutes(median)})",
            "price" => $"{(better ? "less than" : "more than")} for {most} ({Math.Round(median).ToString(CultureInfo.InvariantCulture)} {rubric.Currency})",
            _ => $"{(better ? "fewer than" : "more than")} for {most} ({Number(median)} screws)",
        };
        return $"{text[..^1]}; {than}.";
    }

    private UpgradeKind Kind(PartKind kind) => result.UpgradeKinds.Single(one => one.Kind == kind);

    private (List<string> Yes, List<string> No, int Known) Marks()
    {
        var guidance = record.Record.Guidance;
        (string Name, bool? Mark)[] marks = [("a manual", guidance.Manual), ("labels", guidance.Labels), ("part numbers", guidance.PartNumbers), ("an order shown", guidance.Order)];
        List<string> Of(bool mark) => [.. marks.Where(one => one.Mark == mark).Select(one => one.Name)];
        return (Of(true), Of(false), marks.Count(mark => mark.Mark is not null));
    }

    private Sentence? Guidance(bool against)
    {
        var (yes, no, _) = Marks();
        return against ? no.Count == 0 ? null : new($"There is no help by {Or(no)}.", [], null) : yes.Count == 0 ? null : new($"There is help by {And(yes)}.", [], null);
    }

    /// <summary>Of several parts the one that is worst in this speaks for the kind.</summary>
    private PartScore? Worst(PartKind kind, Criterion of) => result.Parts.Where(part => part.Part.Kind == kind && part.Criteria?[of].Value is not null).MinBy(part => part.Criteria![of].Value);

    private Part? Unit(PartScore part) => record.Record.Parts.FirstOrDefault(other => other.Id == part.ServiceUnit);

    private List<TeardownAction> Actions(IReadOnlyList<int> route) => [.. route.SelectMany(position => record.Record.Steps[position].Actions)];

    private double Seconds(IReadOnlyList<int> route) => route.Sum(position => Routes.StepEffort.Of(record.Record.Steps[position], rubric).Charged.Value);

    private Sentence? Repair(PartKind kind, string criterion, bool against)
    {
        if (!WordList.TryParse<Criterion>(criterion, out var of) || Worst(kind, of) is not { } part)
            return null;
        var unit = Unit(part);
        return of switch
        {
            Criterion.Mounting => Held(kind, part, unit, against),
            Criterion.Price or Criterion.Supply when unit is not null => of == Criterion.Price ? PriceOf(unit, against) : SupplyOf(unit, against),
            _ when part.Route is { Count: > 0 } route => OfRoute(of, kind, part.Part, unit, route, against),
            _ => null,
        };
    }

    private Sentence? Held(PartKind kind, PartScore part, Part? unit, bool against)
    {
        if (part.Part.Mounting is not { } mounting)
            return null;
        var inseparable = rubric.IsInseparable(mounting) == true;
        if (!against)
        {
            // What is soldered to a small board of its own is swapped with it.
            if (inseparable)
                return unit is { Kind: PartKind.PortsBoard } ? new($"{Upper(The(kind))} {(IsPlural(kind) ? "sit" : "sits")} on a small board of {(IsPlural(kind) ? "their" : "its")} own.", [], part.Part.Id) : null;
            // Glue and tape are told by what they are, and are no merit.
            return mounting is Mounting.Glued or Mounting.Taped ? null : new($"{Upper(The(kind))} {Is(kind)} {Name(mounting)}.", [], part.Part.Id);
        }
        return !inseparable ? null : new(unit is not null && unit.Id != part.Part.Id
            ? $"{Upper(The(kind))} {Is(kind)} {Name(mounting)}, one piece with {The(unit.Kind)}."
            : $"{Upper(The(kind))} {Is(kind)} {Name(mounting)}.", [], part.Part.Id);
    }

    private Sentence? OfRoute(Criterion criterion, PartKind kind, Part part, Part? unit, IReadOnlyList<int> route, bool against)
    {
        var the = The(kind);
        var steps = route.Select(position => record.Record.Steps[position]).ToList();
        var actions = Actions(route);
        var screws = actions.OfType<Unscrew>().ToList();
        var count = Counted(screws);
        var ids = steps.Select(step => step.Id).ToList();
        switch (criterion)
        {
            case Criterion.Reach:
                return new(Way(Upper(the), $"{Comes(kind)} out", $"{(IsPlural(kind) ? "take" : "takes")}", part, unit, Seconds(route), actions, against, Freed(steps)), ids, part.Id);
            case Criterion.Fasteners:
                var clips = Counted(actions.OfType<Unclip>());
                var hidden = Counted(screws.Where(one => one.Cover is not null and not Cover.None));
                var broken = screws.Any(one => one.Cover == Cover.Seal) || actions.OfType<Peel>().Any(peel => peel.What == PeelWhat.Seal);
                var sizes = screws.Where(one => one is { Captive: not true, Thread: not null, Length: not null }).Select(one => (one.Thread, one.Length)).Distinct().Count();
                var said = new List<string> { count.Of("screw") };
                if (against && hidden.Any)
                    said.Add($"{hidden} of them hidden");
                if (against && broken)
                    said.Add("a seal to break");
                if (against && sizes > 1)
                    said.Add($"{sizes.ToString(CultureInfo.InvariantCulture)} sizes that must not be mixed up");
                if (!against && count.Any && screws.All(one => one.Captive == true))
                    said.Add(count.IsOne ? "captive" : "all captive");
                if (clips.Any)
                    said.Add(clips.Of("clip"));
                var fact = Value(new(IndexName.Repair, kind, "fasteners"));
                return new($"{(fact <= Reasons.Bad ? "Many fasteners hold" : fact >= Reasons.Good ? "Few fasteners hold" : "Fasteners that hold")} what lies before {the}: {string.Join(", ", said)}.", ids, part.Id);
            case Criterion.Tools:
                var tools = actions.Select(action => action.ToolInHand()).OfType<Tool>().Where(tool => tool != Tool.Hand).Distinct().OrderBy(tool => rubric.Tools[tool]).Select(Name).ToList();
                return against
                    ? tools.Count == 0 ? null : new($"The way to {the} asks for {And(tools)}.", ids, part.Id)
                    : new(tools.Count == 0 ? $"{Upper(the)} {Comes(kind)} out by hand." : $"Common tools do for {the}: {And(tools)}.", ids, part.Id);
            case Criterion.Bonds:
                var bonds = actions.OfType<Unbond>().ToList();
                var words = bonds.Select(bond => bond.Bond is { } known ? Name(known) : "a bond that is not known").Distinct().ToList();
                // What is soldered to a board is no better for a way without glue.
                return !against
                    ? rubric.IsInseparable(part.Mounting) == true ? null
                        : bonds.Count == 0 ? new($"Nothing is stuck on the way to {the}.", ids, part.Id)
                        : bonds.TrueForAll(bond => bond.Bond == Bond.ReleaseTab) ? new($"No glue on the way to {the}, only release tabs.", ids, part.Id) : null
                    : bonds.Count == 0 ? null : new($"On the way to {the} {And(words)} {(words is [var one] && one != Name(Bond.ReleaseTab) ? "has" : "have")} to be parted, {Counted(bonds).Of("bond")}.", ids, part.Id);
            default:
                var chance = 1 - actions.Aggregate(1.0, (whole, action) => whole * Survival.Of(action, rubric).Value);
                var times = Math.Max(1, Math.Round(1 / Math.Max(1e-9, chance))).ToString(CultureInfo.InvariantCulture);
                return against ? new($"On the way to {the} something is damaged about once in {times} times.", ids, part.Id)
                    : new(chance < 0.0005 ? $"Next to nothing is damaged on the way to {the}." : $"Little is damaged on the way to {the}: about once in {times} times.", ids, part.Id);
        }
    }

    private static string Way(string the, string comes, string takes, Part part, Part? unit, double seconds, List<TeardownAction> actions, bool against, IReadOnlyList<Part> freed)
    {
        var undone = Findings.HoldWords.Of(actions);
        var what = undone.Count == 0 ? "nothing but lifting" : And(undone);
        var with = unit is not null && unit.Id != part.Id ? $" with {The(unit.Kind)}" : "";
        if (!against)
            return $"{the} {comes}{with} in {Minutes(seconds)}, there and back: {what}.";
        var before = freed.Where(other => other.Id != part.Id && other.Id != unit?.Id && Landmarks.Contains(other.Kind)).Select(other => The(other.Kind)).Distinct().ToList();
        return $"{the} {takes} {Minutes(seconds)} there and back{(with.Length > 0 ? $", together{with}" : "")}{(before.Count > 0 ? $", and {comes} only after {And(before)}" : "")}: {what}.";
    }

    private Sentence? PriceOf(Part unit, bool against)
    {
        if (unit.Spare.Source == Supply.None)
            return against ? new($"Nobody sells {The(unit.Kind)}.", [], unit.Id) : null;
        if (Price.InRubricCurrency(unit.Spare.Price, rubric) is not { } price)
            return null;
        var share = Price.InRubricCurrency(record.Record.Unit.Price, rubric) is { } machine and > 0 ? $"{Math.Round(100 * price / machine).ToString(CultureInfo.InvariantCulture)} % of the machine's price" : null;
        var money = $"{Math.Round(price).ToString(CultureInfo.InvariantCulture)} {rubric.Currency}";
        return new(against ? $"{Upper(The(unit.Kind))} {Costs(unit.Kind)} as much as {money}{(share is null ? "" : $", {share}")}." : $"{Upper(The(unit.Kind))} {Costs(unit.Kind)} no more than {money}{(share is null ? "" : $", {share}")}.", [], unit.Id);
    }

    private static Sentence? SupplyOf(Part unit, bool against)
    {
        var (upper, plural) = (Upper(The(unit.Kind)), IsPlural(unit.Kind));
        return (unit.Spare.Source, unit.Spare.Paired, against) switch
        {
            (Supply.None, _, true) => new($"Nobody sells {The(unit.Kind)}.", [], unit.Id),
            (Supply.None, _, false) or (null, _, _) => null,
            ({ } source, true, true) => new($"{upper}, sold by {Name(source)}, {(plural ? "work" : "works")} only after the maker's pairing.", [], unit.Id),
            (Supply.Salvage, _, true) => new($"{upper} {(plural ? "are" : "is")} to be had from salvage alone.", [], unit.Id),
            (_, _, true) or (_, true, false) or (Supply.Salvage, _, false) => null,
            ({ } source, false, false) => new($"{upper} can be bought from {Name(source)} and {(plural ? "need" : "needs")} no pairing.", [], unit.Id),
            ({ } source, null, false) => new($"{upper} can be bought from {Name(source)}.", [], unit.Id),
        };
    }

    /// <summary>
    /// What the places of a kind that can be used together take, whichever of them scoring counts on; where one of them is not known, what those
    /// that are counted on take at least. Null: not known.
    /// </summary>
    private (double Low, double? Value, double High)? Top(PartKind kind)
    {
        var together = Together(kind);
        if (Headroom.Best(kind, together, [.. together.Select(IsPlace)], record.Record.Unit, rubric) is { Value: not null } whole)
            return whole;
        var on = Kind(kind).Places.Select(place => place.Part.Id).ToHashSet(StringComparer.Ordinal);
        return Headroom.Best(kind, together, [.. together.Select(part => on.Contains(part.Id))], record.Record.Unit, rubric) is { Value: not null } best ? best with { High = double.PositiveInfinity } : null;
    }

    private List<Part> Together(PartKind kind) => [.. record.Record.Parts.Where(part => part.Kind == kind && !result.LeftOut.Contains(part.Id))];

    private bool IsPlace(Part part) => rubric.IsInseparable(part.Mounting) != true;

    /// <summary>With whose word a kind takes so much: the machine's where it is the limit, else that of its places; empty: nobody's.</summary>
    private string WhoseWord(PartKind kind, double top)
    {
        var places = Together(kind).Where(IsPlace).ToList();
        var machine = record.Record.Unit.Ceilings.Of(kind);
        var school = rubric.Schools.Ceiling;
        var ofPlaces = places.Select(place => Headroom.Ceiling(place, record.Record.Unit, rubric)).ToList();
        if (ofPlaces.Exists(ceiling => ceiling.From == CeilingFrom.Open))
            return ", as the rubric supposes of an open standard";
        var isMachines = Headroom.Found(machine, school) == top && ofPlaces.Sum(ceiling => ceiling.Value ?? double.PositiveInfinity) != top;
        var words = (isMachines ? [machine] : places.Select(place => place.Capacity.Max)).Select(max => (max.Bench, max.Maker) switch
        {
            ({ } bench, var maker) when school != CeilingSource.Maker && bench >= (maker ?? 0) && bench >= (school == CeilingSource.Platform ? max.Platform ?? 0 : 0) => maker == bench ? "as its maker states" : "by what ran on the bench",
            (_, { } maker) when school != CeilingSource.Platform || maker >= (max.Platform ?? 0) => "as its maker states",
            _ => max.Platform is null ? "" : "as its platform allows",
        }).Distinct().ToList();
        return words is [{ Length: > 0 } one] ? $", {one}" : "";
    }

    /// <summary>The place of a kind that is reached worst; null: no way to one is known.</summary>
    private PartScore? Reached(PartKind kind)
    {
        var worst = Kind(kind).Places.Where(place => place.Access.Value is not null).MinBy(place => place.Access.Value);
        return worst is null ? null : result.Parts.Single(part => part.Part.Id == worst.Part.Id) is { Route.Count: > 0 } part ? part : null;
    }

    private Sentence? Upgrade(PartKind kind, string criterion, bool against)
    {
        var parts = record.Record.Parts.Where(part => part.Kind == kind).ToList();
        var first = parts.Count > 0 ? parts[0].Id : null;
        switch (criterion)
        {
            case Absent:
                var held = parts.Select(part => part.Mounting).OfType<Mounting>().Select(Name).Distinct().ToList();
                // What lies in a socket can be changed, whatever fits it.
                return !against || held.Count == 0 || !parts.TrueForAll(part => part.Mounting is { } how && rubric.IsInseparable(how) == true) ? null : new($"{Upper(The(kind))} cannot be upgraded: {And(held)}{Fitted(kind, parts)}.", [], first);
            case "headroom" when rubric.Headroom.TryGet(kind, out _):
                return Room(kind, parts, against, first);
            case "headroom":
                var separable = parts.Count(part => rubric.IsInseparable(part.Mounting) == false);
                return against ? new($"Of {Count(parts.Count, "part")} of this kind, {kind.Name()}, {(separable == 0 ? "none" : $"no more than {separable.ToString(CultureInfo.InvariantCulture)}")} can be swapped.", [], first)
                    : IsHard(kind) ? null : new($"{Upper(The(kind))} can be swapped for another.", [], first);
            case "standard":
                var places = Together(kind).Where(part => IsPlace(part) && part.Interface.Standard is not null).ToList();
                if (places.MinBy(part => rubric.Standards[part.Interface.Standard!.Value]) is not { Interface.Standard: { } standard } place)
                    return null;
                var one = places.Exists(other => other.Interface.Standard != standard) ? "one place" : "the place";
                return (standard, against) switch
                {
                    (Standard.Open, false) when !IsHard(kind) => new($"{Upper(one)} of {The(kind)} is open to parts of anyone.", [], place.Id),
                    (Standard.Restricted, true) => new(Limits(place) is { Length: > 0 } limits ? $"{Upper(one)} of {The(kind)} takes few parts: {limits}." : $"{Upper(one)} of {The(kind)} takes some parts of others, not all.", [], place.Id),
                    (Standard.Maker, true) => new($"{Upper(one)} of {The(kind)} takes the maker's own parts alone.", [], place.Id),
                    (Standard.None, true) => new($"Nothing else fits {one} of {The(kind)}.", [], place.Id),
                    _ => null,
                };
            default:
                if (Reached(kind) is not { } reached)
                    return null;
                var steps = reached.Route!.Select(position => record.Record.Steps[position]).ToList();
                var the = reached.Part.Fitted ? $"{The(kind)} to be upgraded" : $"the empty place for {kind.Name()}";
                return new(Way(Upper(the), "is reached", "takes", reached.Part, reached.Part, Seconds(reached.Route!), Actions(reached.Route!), against, Freed(steps)), [.. steps.Select(step => step.Id)], reached.Part.Id);
        }
    }

    private static string Limits(Part part) => part.Interface is { MaxLengthMm: null, MaxThicknessMm: null, Sides: null or 2, Limits.Count: 0 } ? "" : Findings.PlaceWords.Form(part);

    /// <summary>Whether glue, heat or pairing stands before a swap, so that nobody would call it one.</summary>
    private bool IsHard(PartKind kind) => record.Record.Parts.Any(part => part.Kind == kind && part.Spare.Paired == true)
        || (Reached(kind) is { } reached && Actions(reached.Route!).Exists(action => action is Unbond { Bond: not Bond.ReleaseTab } || action.ToolInHand() == Tool.Heat));

    private Sentence? Room(PartKind kind, List<Part> parts, bool against, string? first)
    {
        if (Top(kind) is not { Value: { } top } most)
            return null;
        // From how much to how much is said only where both are known.
        if (parts.Exists(part => part is { Fitted: true, Capacity.Fitted: null }))
            return null;
        var now = parts.Sum(part => part.Capacity.Fitted ?? 0);
        var plural = IsPlural(kind);
        // What may go on for ever ends nowhere.
        if (against && top > now && double.IsInfinity(most.High))
            return null;
        var places = Together(kind).Count(IsPlace);
        if (against)
            return new(top <= now ? $"{Upper(The(kind))} {(plural ? "end" : "ends")} at the {Number(now)} {UnitOf(kind)} fitted." : $"{Upper(The(kind))} {(plural ? "end" : "ends")} at {Reached(most.Low, top, most.High)} {UnitOf(kind)}{WhoseWord(kind, top)}.", [], first);
        return top <= now ? null
            : new($"{Upper(The(kind))} can grow from {Number(now)} to {Reached(most.Low, top, most.High)} {UnitOf(kind)}{(places == parts.Count && places > 1 ? $" in {Count(places, "place")}" : "")}{WhoseWord(kind, top)}.", [], first);
    }

    private List<Part> Freed(List<Step> steps) => [.. steps.SelectMany(step => step.Frees).Distinct().Select(id => record.Record.Parts.First(other => other.Id == id))];

    private static string UnitOf(PartKind kind) => kind == PartKind.Battery ? "Wh" : "GB";

    private static string Fitted(PartKind kind, List<Part> parts)
    {
        var fitted = parts.Sum(part => part.Capacity.Fitted ?? 0);
        return fitted == 0 ? "" : kind == PartKind.Battery ? $", {Number(fitted)} Wh" : kind is PartKind.Memory or PartKind.Storage ? $", {Number(fitted)} GB" : "";
    }

    private static string Minutes(double seconds) => (seconds < 595 ? (seconds / 60).ToString("0.#", CultureInfo.InvariantCulture) : Math.Round(seconds / 60).ToString(CultureInfo.InvariantCulture)) is var minutes && minutes == "1" ? "1 minute" : $"{minutes} minutes";

    private static string Reached(double low, double value, double high) =>
        low == high ? Number(value) : double.IsInfinity(high) ? $"at least {Number(low)}" : $"about {Number(value)} ({Number(low)} to {Number(high)})";

    private static string Number(double number) => number.ToString("0.#", CultureInfo.InvariantCulture);

    private static string Count(int count, string what) => count switch { 0 => $"no {what}", 1 => $"one {what}", _ => $"{count.ToString(CultureInfo.InvariantCulture)} {what}s" };

    private static Tally Counted(IEnumerable<TeardownAction> actions) => actions.Aggregate(new Tally(new(0, 0), true),
        (sum, action) => new(sum.All + (action.Count ?? Records.Count.One), sum.Certain && action.Count is not null));

    /// <summary>How many there are of something: what was counted, and one at least for each group that was not.</summary>
    private readonly record struct Tally(Count All, bool Certain)
    {
        public bool Any => All.Most > 0;

        public bool IsOne => Certain && All == Records.Count.One;

        public string Of(string what) => Certain && All.Exact is { } exact ? Count(exact, what) : !Certain && All.Least == 1 ? $"at least one {what}" : $"{this} {what}s";

        public override string ToString() => Certain ? All.ToString() : $"at least {All.Least.ToString(CultureInfo.InvariantCulture)}";
    }

    private static string And(IReadOnlyList<string> list) => Listed(list, "and");

    private static string Or(IReadOnlyList<string> list) => Listed(list, "or");

    private static string Listed(IReadOnlyList<string> list, string last) => list.Count <= 1 ? string.Concat(list) : $"{string.Join(", ", list.Take(list.Count - 1))} {last} {list[^1]}";

    private static string Upper(string text) => char.ToUpperInvariant(text[0]) + text[1..];

    private static string The(PartKind kind) => $"the {kind.Name()}";

    private static string Is(PartKind kind) => IsPlural(kind) ? "are" : "is";

    private static string Comes(PartKind kind) => IsPlural(kind) ? "come" : "comes";

    private static string Costs(PartKind kind) => IsPlural(kind) ? "cost" : "costs";

    private static bool IsPlural(PartKind kind) => kind is PartKind.Speakers or PartKind.PortModules or PartKind.Graphics;

    private static string Name(Mounting mounting) => mounting == Mounting.Slid ? "slid in" : WordList.Apart(mounting.Word());

    private static string Name(Bond bond) => bond == Bond.ReleaseTab ? "release tabs" : WordList.Apart(bond.Word());

    private static string Name(Supply supply) => supply switch { Supply.Maker => "its maker", Supply.ThirdParty => "others", _ => "salvage alone" };

    private static string Name(Tool tool) => tool switch
    {
        Tool.PryTool => "a pry tool",
        Tool.Puller => "a puller",
        Tool.Solvent => "solvent",
        Tool.Heat => "heat",
        Tool.Rework => "a rework station",
        Tool.CrossJis => "a cross driver (JIS)",
        Tool.SixLobePin => "a six-lobe driver with a pin",
        Tool.SixLobe => "a six-lobe driver",
        Tool.FiveLobe => "a five-lobe driver",
        Tool.TriLobe => "a tri-lobe driver",
        _ => $"a {tool.Word()} driver",
    };

}
