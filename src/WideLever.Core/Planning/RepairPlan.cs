using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Planning;

/// <summary>A part that a plan brings out.</summary>
/// <param name="Part">The part that was asked for.</param>
/// <param name="Unit">Its service unit: what is bought and swapped.</param>
/// <param name="Alone">Effort of bringing that out by itself, or of as much as the service asks for.</param>
/// <param name="Service">What is done to it; null: it is swapped.</param>
public sealed record PlannedPart(Part Part, Part Unit, EffortSeconds Alone, Service? Service = null)
{
    internal Reaching Reaching => Service is { } service ? Services.ReachingOf(service) : Reaching.Out;
}

/// <summary>A tool that a plan takes, with the sizes that its screws ask for.</summary>
/// <param name="Tool">The tool.</param>
/// <param name="Sizes">Sizes, in the order in which they are first needed; none: no screw names one.</param>
/// <param name="Screws">How many screws it undoes; null: nobody counted some of them, or it undoes none.</param>
public sealed record PlannedTool(Tool Tool, IReadOnlyList<string> Sizes, Count? Screws);

/// <summary>What is used up on the way, and has to be at hand to put the machine back.</summary>
public enum Consumable
{
    /// <summary>Release tabs, by number.</summary>
    ReleaseTab,

    /// <summary>Bonding tape, by length.</summary>
    Tape,

    /// <summary>Foam, by length.</summary>
    Foam,

    /// <summary>A gasket, by length.</summary>
    Gasket,

    /// <summary>Glue, by length.</summary>
    Glue,

    /// <summary>Thermal pads, by number.</summary>
    Pad,

    /// <summary>Thermal paste, by joints.</summary>
    Paste,

    /// <summary>Liquid metal, by joints.</summary>
    LiquidMetal,

    /// <summary>Feet that were peeled and may not stick again, by number.</summary>
    Foot,

    /// <summary>Labels and seals that do not stick again, by number.</summary>
    Label,

    /// <summary>Tape that was peeled, by number.</summary>
    PeeledTape,
}

/// <summary>Something that is used up.</summary>
/// <param name="What">What.</param>
/// <param name="Count">How many, or joints; null: nobody counted them.</param>
/// <param name="Millimetres">How long they are together, mm; null: it has no length, or it is not known.</param>
public sealed record UsedUp(Consumable What, Count? Count, double? Millimetres);

/// <summary>Why a part cannot be planned.</summary>
/// <param name="Part">Its id.</param>
/// <param name="Message">Why, for people.</param>
public sealed record PlanTrouble(string Part, string Message);

/// <summary>The least work that brings several parts of a machine out in one opening. Method, <em>Routes</em>.</summary>
public sealed record RepairPlan
{
    /// <summary>Most parts of a plan.</summary>
    public const int Most = 20;

    /// <summary>The parts, in the order in which they were asked for.</summary>
    public required IReadOnlyList<PlannedPart> Parts { get; init; }

    /// <summary>Positions of the steps in the safe order: power off as early as the needs allow, the rest as it was recorded.</summary>
    public required IReadOnlyList<int> Steps { get; init; }

    /// <summary>Effort of the steps, there and back.</summary>
    public required EffortSeconds Effort { get; init; }

    /// <summary>How much more than the least that may be at most, s, where there were too many ways to go through all; 0: it is the least.</summary>
    public required double Above { get; init; }

    /// <summary>What bringing each service unit out in an opening of its own would take, s.</summary>
    public required double Apart { get; init; }

    /// <summary>The chance to come through without damage, 0..1.</summary>
    public required Quantity Survival { get; init; }

    /// <summary>The tools, those that undo most first.</summary>
    public required IReadOnlyList<PlannedTool> Tools { get; init; }

    /// <summary>The wells that its screws go into.</summary>
    public required IReadOnlyList<TrayWell> Wells { get; init; }

    /// <summary>What is used up.</summary>
    public required IReadOnlyList<UsedUp> UsedUp { get; init; }

    /// <summary>What doing it in one opening saves, s.</summary>
    public double Saved => Math.Max(0, Apart - Effort.Value);

    /// <summary>The plan for some parts, or why there is none.</summary>
    /// <param name="record">The record.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="parts">Ids of the parts, each by itself or with what is done to it, <c>fan:clean</c>; what is named twice is planned once.</param>
    /// <param name="cancellation">Ends a search that nobody waits for.</param>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public static (RepairPlan? Plan, IReadOnlyList<PlanTrouble> Troubles) Of(CheckedRecord record, Rubric rubric, IReadOnlyList<string> parts, CancellationToken cancellation = default)
    {
        var troubles = new List<PlanTrouble>();
        if (parts.Count == 0)
            troubles.Add(new("", "name at least one part"));
        if (parts.Distinct().Count() > Most)
            troubles.Add(new("", $"a plan has {Most} parts at most"));
        if (troubles.Count > 0)
            return (null, troubles);
        var ways = new WaysIn(record, rubric);
        var routes = ways.Routes(cancellation);
        var planned = new List<PlannedPart>();
        foreach (var id in parts.Distinct())
        {
            var (part, _, trouble) = Alone(id, record, rubric, ways, routes, cancellation);
            if (part is not null)
                planned.Add(part);
            else
                troubles.Add(new(id, trouble!));
        }
        if (troubles.Count > 0)
            return (null, troubles);
        var units = planned.DistinctBy(one => (one.Unit.Id, one.Reaching)).ToList();
        if (ways.Joint([.. units.Select(one => (record.Graph.PartPositions[one.Unit.Id], one.Reaching))], cancellation) is not { } joint)
            return (null, [new("", "these parts cannot come out in one opening")]);
        var steps = SafeOrder(record.Record, joint.Steps);
        var chosen = steps.Select(position => record.Record.Steps[position]).ToList();
        return (new()
        {
            Parts = planned,
            Steps = steps,
            Effort = ways.Effort(steps),
            Above = joint.Above,
            Apart = units.Sum(one => one.Alone.Value),
            Survival = SurvivalOf(chosen, rubric),
            Tools = ToolsOf(chosen),
            Wells = SortingTray.Of(chosen),
            UsedUp = UsedUpBy(chosen, planned),
        }, []);
    }

    /// <summary>The order in which some steps are told: any order that the needs allow is a plan, and power goes off as early as it can.</summary>
    /// <param name="record">The record.</param>
    /// <param name="steps">Positions of the steps, in recorded order.</param>
    internal static IReadOnlyList<int> SafeOrder(TeardownRecord record, IReadOnlyList<int> steps)
    {
        var needs = steps.ToDictionary(position => position, position => steps.Where(other => other != position && (record.Steps[position].After.Contains(record.Steps[other].Id) || record.Steps[other].Opens == record.Steps[position].Layer)).ToList());
        var early = new HashSet<int>();
        void Before(int position)
        {
            if (early.Add(position))
                needs[position].ForEach(Before);
        }
        bool IsPower(int position) => PowerOff.Taken(record.Steps[position], record).DisconnectsPower;
        foreach (var power in steps.Where(IsPower))
            Before(power);
        // What was done outside before the power went off stays before it.
        var firstOff = steps.Where(IsPower).DefaultIfEmpty(int.MaxValue).Min();
        var (left, ordered) = (steps.ToList(), new List<int>());
        while (left.Count > 0)
        {
            var ready = left.Where(position => needs[position].TrueForAll(need => !left.Contains(need))).ToList();
            // Needs in a circle are told as they were recorded.
            var next = (ready.Count > 0 ? ready : left).OrderBy(position => early.Contains(position) || (record.Steps[position].Layer == record.Layers[0] && position < firstOff) ? 0 : 1).ThenBy(position => position).First();
            left.Remove(next);
            ordered.Add(next);
        }
        return ordered;
    }

    /// <summary>A part by itself, with the steps that it takes, or why it cannot be planned.</summary>
    /// <param name="id">Id of the part, or with what is done to it, <c>fan:clean</c>.</param>
    /// <param name="record">The record.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="ways">The ways of the record.</param>
    /// <param name="routes">The routes of all its parts.</param>
    /// <param name="cancellation">Ends a search that nobody waits for.</param>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    internal static (PlannedPart? Part, IReadOnlyList<int> Steps, string? Trouble) Alone(
        string id, CheckedRecord record, Rubric rubric, WaysIn ways, Dictionary<string, IReadOnlyList<int>?> routes, CancellationToken cancellation)
    {
        var (named, service) = Asked(id, record);
        if (!record.Graph.PartPositions.TryGetValue(named, out var position))
            return (null, [], $"there is no part \"{named}\"");
        var part = record.Record.Parts[position];
        if (service is { } done && !Services.Of(part.Kind).Contains(done))
            return (null, [], $"\"{done.Word()}\" is nothing that is done to a {part.Kind.Name()}");
        string Named(Part one) => PartNames.Of(one, record.Record.Parts);
        if (service is { } served && Services.ReachingOf(served) != Reaching.Out)
        {
            return ways.Joint([(position, Services.ReachingOf(served))], cancellation) is { } way
                ? (new(part, part, ways.Effort(way.Steps), served), way.Steps, null)
                : (null, [], served == Service.Drain ? "no step that disconnects the power can be reached" : $"it is not known where the {Named(part)} is in view");
        }
        if (ServiceUnits.Of(part, record, rubric) is not { } unit)
            return (null, [], $"it is not known what would be swapped for the {Named(part)}: how it is held, or what it is within, is unknown");
        if (routes[unit.Id] is not { } route)
            return (null, [], unit.Id == named ? $"no way to the {Named(part)} is known" : $"no way to the {Named(unit)} is known, which the {Named(part)} is one piece with");
        return (new(part, unit, ways.Effort(route), service), route, null);
    }

    /// <summary>The chance to come through some steps without damage, 0..1.</summary>
    internal static Quantity SurvivalOf(IEnumerable<Step> steps, Rubric rubric)
    {
        var all = steps.SelectMany(step => step.Actions).Aggregate(new Scoring.Criteria.Survival(1, 1, 1), (chance, action) => chance * Scoring.Criteria.Survival.Of(action, rubric));
        return Quantity.Between(all.Low, all.Value, all.High);
    }

    private static IReadOnlyList<PlannedTool> ToolsOf(IReadOnlyList<Step> steps) =>
    [
        .. steps.SelectMany(step => step.Actions).Select(action => (Tool: action.ToolInHand(), Action: action)).Where(one => one.Tool is not null and not Tool.Hand)
            .GroupBy(one => one.Tool!.Value)
            .Select(group => (Group: group, Screws: group.Select(one => one.Action).OfType<Unscrew>().ToList()))
            .OrderByDescending(one => one.Screws.Sum(screws => (screws.Count ?? Count.One).Middle)).ThenBy(one => one.Group.Key)
            .Select(one => new PlannedTool(one.Group.Key, [.. one.Screws.Select(screws => screws.Size).OfType<string>().Distinct()], one.Screws.Count == 0 ? null : Sum(one.Screws))),
    ];

    private static Count? Sum(IEnumerable<TeardownAction> actions) => actions.Aggregate((Count?)new Count(0, 0), (sum, action) => sum is { } known && action.Count is { } more ? known + more : null);

    /// <summary>A part that was asked for, and what is to be done to it.</summary>
    private static (string Part, Service? Service) Asked(string text, CheckedRecord record) =>
        !record.Graph.PartPositions.ContainsKey(text) && text.LastIndexOf(':') is > 0 and var at && WordList.TryParse<Service>(text[(at + 1)..], out var service) ? (text[..at], service) : (text, null);

    private static IReadOnlyList<UsedUp> UsedUpBy(IReadOnlyList<Step> steps, List<PlannedPart> planned)
    {
        var used = UsedUpBy(steps);
        var renews = planned.Exists(part => part.Service == Service.Paste) && !used.Any(one => one.What == Consumable.Paste);
        return renews ? [.. used, new(Consumable.Paste, null, null)] : used;
    }

    // Feet and labels that come off screws are used up as those that are peeled by themselves.
    private static IEnumerable<TeardownAction> WithCovers(TeardownAction action) => action is Unscrew { Cover: { } cover } screws && cover is Cover.Foot or Cover.Label or Cover.Seal
        ? [action, new Peel { What = cover == Cover.Foot ? PeelWhat.Foot : PeelWhat.Label, Count = screws.Covers is { } covers ? covers : screws.Count }] : [action];

    private static IReadOnlyList<UsedUp> UsedUpBy(IReadOnlyList<Step> steps) =>
    [
        .. steps.SelectMany(step => step.Actions).SelectMany(WithCovers).Select(action => (What: UsedUpBy(action), Action: action)).Where(one => one.What is not null).GroupBy(one => one.What!.Value).OrderBy(group => group.Key)
            .Select(group => new UsedUp(group.Key, Sum(group.Select(one => one.Action)), Length([.. group.Select(one => one.Action)]))),
    ];

    private static double? Length(IReadOnlyList<TeardownAction> actions)
    {
        double sum = 0;
        foreach (var action in actions)
        {
            if (action is not Unbond { LengthMm: { } length, Count.Exact: { } count })
                return null;
            sum += length * count;
        }
        return sum;
    }

    private static Consumable? UsedUpBy(TeardownAction action) => action switch
    {
        Unbond { Bond: Bond.ReleaseTab } => Consumable.ReleaseTab,
        Unbond { Bond: Bond.Tape } => Consumable.Tape,
        Unbond { Bond: Bond.Foam } => Consumable.Foam,
        Unbond { Bond: Bond.Gasket } => Consumable.Gasket,
        Unbond { Bond: Bond.SoftGlue or Bond.RigidGlue } => Consumable.Glue,
        Thermal { What: ThermalWhat.Pad } => Consumable.Pad,
        Thermal { What: ThermalWhat.Paste } => Consumable.Paste,
        Thermal { What: ThermalWhat.LiquidMetal } => Consumable.LiquidMetal,
        Peel { What: PeelWhat.Foot } => Consumable.Foot,
        Peel { What: PeelWhat.Label or PeelWhat.Seal } => Consumable.Label,
        Peel { What: PeelWhat.Tape } => Consumable.PeeledTape,
        _ => null,
    };
}
