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
    private static readonly PartKind[] Landmarks =
        [PartKind.Mainboard, PartKind.Battery, PartKind.Keyboard, PartKind.TopCase, PartKind.DisplayAssembly, PartKind.Thermal, PartKind.Fan, PartKind.Frame, PartKind.Bezel];

    /// <summary>The sentence about a key with the facts that it was made from; null where there is none to make.</summary>
    public Sentence? Of(ReasonKey key, bool against)
    {
        if (key.Kind is not { } kind)
            return Guidance(against);
        return key.Index == IndexName.Repair ? Repair(kind, key.Criterion, against) : Upgrade(kind, key.Criterion, against);
    }

    private Sentence? Guidance(bool against)
    {
        var guidance = record.Record.Guidance;
        (string Name, bool? Mark)[] marks = [("a manual", guidance.Manual), ("labels", guidance.Labels), ("part numbers", guidance.PartNumbers), ("an order shown", guidance.Order)];
        var listed = marks.Where(mark => mark.Mark == !against).Select(mark => mark.Name).ToList();
        return listed.Count == 0 ? null : new(against ? $"There is no help by {Or(listed)}." : $"There is help by {And(listed)}.", [], null);
    }

    private Sentence? Repair(PartKind kind, string criterion, bool against)
    {
        // Of several parts the one that is worst in this speaks for the kind, or the best.
        if (!WordList.TryParse<Criterion>(criterion, out var of))
            return null;
        var parts = result.Parts.Where(part => part.Part.Kind == kind && part.Criteria?[of].Value is not null);
        var part = against ? parts.MinBy(one => one.Criteria![of].Value) : parts.MaxBy(one => one.Criteria![of].Value);
        if (part is null)
            return null;
        var unit = record.Record.Parts.FirstOrDefault(other => other.Id == part.ServiceUnit);
        return of switch
        {
            Criterion.Mounting => part.Part.Mounting is { } mounting ? new($"{Upper(The(kind))} {Is(kind)} {Name(mounting)}.", [], part.Part.Id) : null,
            Criterion.Price or Criterion.Supply when unit is not null => of == Criterion.Price ? PriceOf(unit) : SupplyOf(unit),
            _ when part.Route is { Count: > 0 } route => OfRoute(of, The(kind), Comes(kind), part.Part, unit, route, against),
            _ => null,
        };
    }

    private Sentence? OfRoute(Criterion criterion, string the, string comes, Part part, Part? unit, IReadOnlyList<int> route, bool against)
    {
        var steps = route.Select(position => record.Record.Steps[position]).ToList();
        var actions = steps.SelectMany(step => step.Actions).ToList();
        var screws = actions.OfType<Unscrew>().ToList();
        var count = Counted(screws);
        var ids = steps.Select(step => step.Id).ToList();
        switch (criterion)
        {
            case Criterion.Reach:
                var seconds = route.Sum(position => StepEffort(position));
                var before = steps.SelectMany(step => step.Frees).Distinct().Select(id => record.Record.Parts.First(other => other.Id == id))
                    .Where(other => other.Id != part.Id && other.Id != unit?.Id && Landmarks.Contains(other.Kind)).Select(other => The(other.Kind)).Distinct().ToList();
                var with = unit is not null && unit.Id != part.Id ? $" with {The(unit.Kind)}" : "";
                var after = against && before.Count > 0 ? $" only after {And(before)}" : "";
                return new($"{Upper(the)} {comes} out{with}{after}: {Minutes(seconds)} there and back, {count.Of("screw")}.", ids, part.Id);
            case Criterion.Fasteners:
                var clips = Counted(actions.OfType<Unclip>());
                var hidden = Counted(screws.Where(one => one.Cover is not null and not Cover.None));
                var sizes = screws.Where(one => one is { Captive: not true, Thread: not null, Length: not null }).Select(one => (one.Thread, one.Length)).Distinct().Count();
                var said = new List<string> { count.Of("screw") };
                if (hidden.Any)
                    said.Add($"{hidden} of them hidden");
                else if (count.Any && screws.All(one => one.Captive == true))
                    said.Add("all captive");
                if (sizes > 1)
                    said.Add($"{sizes} sizes");
                if (clips.Any)
                    said.Add(clips.Of("clip"));
                return new($"On the way to {the}: {string.Join(", ", said)}.", ids, part.Id);
            case Criterion.Tools:
                var tools = actions.Select(action => action.ToolInHand()).OfType<Tool>().Where(tool => tool != Tool.Hand).Distinct().OrderBy(tool => rubric.Tools[tool]).Select(Name).ToList();
                return new(tools.Count == 0 ? $"{Upper(the)} {comes} out by hand." : $"The way to {the} takes {And(tools)}.", ids, part.Id);
            case Criterion.Bonds:
                var bonds = actions.OfType<Unbond>().ToList();
                if (bonds.Count == 0)
                    return new($"Nothing is stuck on the way to {the}.", ids, part.Id);
                var words = bonds.Select(bond => bond.Bond is { } known ? Name(known) : "a bond that is not known").Distinct().ToList();
                return new($"On the way to {the} {And(words)} {(Counted(bonds).IsOne ? "has" : "have")} to be parted, {Counted(bonds).Of("bond")}.", ids, part.Id);
            default:
                var chance = 1 - actions.Aggregate(1.0, (whole, action) => whole * Survival.Of(action, rubric).Value);
                return chance < 0.0005
                    ? new($"Next to nothing is damaged on the way to {the}.", ids, part.Id)
                    : new($"On the way to {the} something is damaged about once in {Math.Max(1, Math.Round(1 / chance)).ToString(CultureInfo.InvariantCulture)} times.", ids, part.Id);
        }
    }

    private double StepEffort(int position) => Routes.StepEffort.Of(record.Record.Steps[position], rubric).Charged.Value;

    private Sentence? PriceOf(Part unit)
    {
        if (unit.Spare.Source == Supply.None)
            return new($"Nobody sells {The(unit.Kind)}.", [], unit.Id);
        if (Price.InRubricCurrency(unit.Spare.Price, rubric) is not { } price)
            return null;
        var share = Price.InRubricCurrency(record.Record.Unit.Price, rubric) is { } machine and > 0 ? $", {Math.Round(100 * price / machine).ToString(CultureInfo.InvariantCulture)} % of the machine's price" : "";
        return new($"{Upper(The(unit.Kind))} {Costs(unit.Kind)} {Math.Round(price).ToString(CultureInfo.InvariantCulture)} {rubric.Currency}{share}.", [], unit.Id);
    }

    private static Sentence? SupplyOf(Part unit) => (unit.Spare.Source, unit.Spare.Paired) switch
    {
        (Supply.None, _) => new($"Nobody sells {The(unit.Kind)}.", [], unit.Id),
        ({ } source, true) => new($"{Upper(The(unit.Kind))}, sold by {Name(source)}, {(IsPlural(unit.Kind) ? "work" : "works")} only after the maker's pairing.", [], unit.Id),
        ({ } source, false) => new($"{Upper(The(unit.Kind))} {Is(unit.Kind)} sold by {Name(source)} and {(IsPlural(unit.Kind) ? "need" : "needs")} no pairing.", [], unit.Id),
        ({ } source, null) => new($"{Upper(The(unit.Kind))} {Is(unit.Kind)} sold by {Name(source)}.", [], unit.Id),
        _ => null,
    };

    private Sentence? Upgrade(PartKind kind, string criterion, bool against)
    {
        var parts = record.Record.Parts.Where(part => part.Kind == kind).ToList();
        var upgrade = result.UpgradeKinds.Single(one => one.Kind == kind);
        var first = parts.Count > 0 ? parts[0].Id : null;
        switch (criterion)
        {
            case "absent":
                var held = parts.Select(part => part.Mounting).OfType<Mounting>().Select(Name).Distinct().ToList();
                return parts.Count == 0 ? new($"There {Is(kind)} no {Of(kind)} to upgrade.", [], null)
                    : new($"{Upper(The(kind))} cannot be upgraded: {And(held)}{Fitted(kind, parts)}.", [], first);
            case "headroom" when rubric.Headroom.TryGet(kind, out _):
                var unitOf = kind == PartKind.Battery ? "Wh" : "GB";
                var now = parts.Sum(part => part.Capacity.Fitted ?? 0);
                var counted = parts.Where(part => !result.LeftOut.Contains(part.Id)).ToList();
                var on = upgrade.Places.Select(place => place.Part.Id).ToHashSet(StringComparer.Ordinal);
                var most = Headroom.Best(kind, counted, [.. counted.Select(part => on.Contains(part.Id))], record.Record.Unit, rubric);
                var supplied = upgrade.Places.Any(place => Headroom.Ceiling(place.Part, record.Record.Unit, rubric).From == CeilingFrom.Open);
                return most.Value is not { } top ? null
                    : top <= now
                        ? new($"{Upper(The(kind))} {(IsPlural(kind) ? "stay" : "stays")} at {Number(now)} {unitOf}.", [], first)
                        : new($"{Upper(The(kind))} can grow from {Number(now)} to {Reached(most.Low, top, most.High)} {unitOf} in {Count(on.Count, "place")}{(supplied ? ", as the rubric supposes of an open standard" : "")}.", [], first);
            case "headroom":
                var separable = parts.Count(part => rubric.IsInseparable(part.Mounting) == false);
                return new(separable == parts.Count ? $"{Upper(The(kind))} can be swapped for another." : $"Of {Count(parts.Count, "part")} of this kind, {Of(kind)}, {separable} can be swapped.", [], first);
            case "standard":
                var standards = upgrade.Places.Where(place => place.Part.Interface.Standard is not null).ToList();
                var place = against ? standards.MinBy(one => rubric.Standards[one.Part.Interface.Standard!.Value]) : standards.MaxBy(one => rubric.Standards[one.Part.Interface.Standard!.Value]);
                return place is null ? null : new(place.Part.Interface.Standard switch
                {
                    Standard.Open => $"The place of {The(kind)} is open to parts of anyone.",
                    Standard.Restricted => $"The place of {The(kind)} takes some parts of others.",
                    Standard.Maker => $"The place of {The(kind)} takes the maker's own parts alone.",
                    _ => $"Nothing else fits the place of {The(kind)}.",
                }, [], place.Part.Id);
            default:
                var access = upgrade.Places.Where(one => one.Access.Value is not null).ToList();
                var reached = against ? access.MinBy(one => one.Access.Value) : access.MaxBy(one => one.Access.Value);
                var route = reached is null ? null : result.Parts.Single(part => part.Part.Id == reached.Part.Id).Route;
                return route is null ? null : OfRoute(Criterion.Reach, reached!.Part.Fitted ? $"{The(kind)} to be upgraded" : $"the empty place for {Of(kind)}", "comes", reached.Part, reached.Part, route, against) is { } sentence
                    ? sentence with { Text = sentence.Text.Replace(" comes out", " is reached", StringComparison.Ordinal) }
                    : null;
        }
    }

    private static string Fitted(PartKind kind, List<Part> parts)
    {
        var fitted = parts.Sum(part => part.Capacity.Fitted ?? 0);
        return fitted == 0 ? "" : kind == PartKind.Battery ? $", {Number(fitted)} Wh" : kind is PartKind.Memory or PartKind.Storage ? $", {Number(fitted)} GB" : "";
    }

    private static string Minutes(double seconds) => $"{(seconds < 595 ? (seconds / 60).ToString("0.#", CultureInfo.InvariantCulture) : Math.Round(seconds / 60).ToString(CultureInfo.InvariantCulture))} minutes";

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

        public string Of(string what) => Certain && All.Exact is { } exact ? Count(exact, what) : $"{this} {what}s";

        public override string ToString() => Certain ? All.ToString() : $"at least {All.Least.ToString(CultureInfo.InvariantCulture)}";
    }

    private static string And(IReadOnlyList<string> list) => Listed(list, "and");

    private static string Or(IReadOnlyList<string> list) => Listed(list, "or");

    private static string Listed(IReadOnlyList<string> list, string last) => list.Count <= 1 ? string.Concat(list) : $"{string.Join(", ", list.Take(list.Count - 1))} {last} {list[^1]}";

    private static string Upper(string text) => char.ToUpperInvariant(text[0]) + text[1..];

    private static string The(PartKind kind) => $"the {Of(kind)}";

    private static string Is(PartKind kind) => IsPlural(kind) ? "are" : "is";

    private static string Comes(PartKind kind) => IsPlural(kind) ? "come" : "comes";

    private static string Costs(PartKind kind) => IsPlural(kind) ? "cost" : "costs";

    private static bool IsPlural(PartKind kind) => kind is PartKind.Speakers or PartKind.PortModules or PartKind.Graphics;

    private static string Of(PartKind kind) => kind switch
    {
        PartKind.Storage => "drive",
        PartKind.Wireless => "wireless card",
        PartKind.Thermal => "heatsink",
        PartKind.Mainboard => "main board",
        _ => Apart(kind.Word()),
    };

    private static string Name(Mounting mounting) => mounting == Mounting.Slid ? "slid in" : Apart(mounting.Word());

    private static string Name(Bond bond) => bond == Bond.ReleaseTab ? "release tabs" : Apart(bond.Word());

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

    private static string Apart(string word) => string.Concat(word.Select(letter => char.IsUpper(letter) ? $" {char.ToLowerInvariant(letter)}" : letter.ToString()));
}
