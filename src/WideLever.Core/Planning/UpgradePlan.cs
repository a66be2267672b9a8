using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Planning;

/// <summary>What an upgrade is for.</summary>
/// <param name="Kind">Memory, storage, battery, wireless or clock cell.</param>
/// <param name="Goal">How much there shall be in the end, GB or Wh; null: as much as may be.</param>
/// <param name="Budget">The most that it may cost, in the rubric's currency; null: any sum.</param>
public sealed record UpgradeAsk(PartKind Kind, double? Goal, double? Budget);

/// <summary>A module that goes into a place.</summary>
/// <param name="Place">The place.</param>
/// <param name="Fit">The module, what it runs at there, and what has to be looked at first.</param>
/// <param name="Price">Its price in the rubric's currency; null: not known.</param>
public sealed record Purchase(Part Place, ModuleFit Fit, double? Price);

/// <summary>What can be bought, what it comes to, and what it takes.</summary>
/// <param name="Purchases">What is bought, by place in the record's order.</param>
/// <param name="Emptied">Ids of the places of which what is fitted comes out and nothing goes in.</param>
/// <param name="Capacity">What there is in the end, GB or Wh, as far as it is known; null: the kind has none.</param>
/// <param name="Cost">What it costs, in the rubric's currency.</param>
/// <param name="Share">That as a share of the machine's price; null: the price is not known.</param>
/// <param name="Steps">Positions of the steps that open all its places at once.</param>
/// <param name="Effort">Effort of the steps, there and back.</param>
/// <param name="Looks">What has to be looked at first.</param>
/// <param name="Notes">What to know of it.</param>
public sealed record PlannedUpgrade(
    IReadOnlyList<Purchase> Purchases, IReadOnlyList<string> Emptied, double? Capacity, double Cost, double? Share, IReadOnlyList<int> Steps, EffortSeconds Effort, IReadOnlyList<string> Looks, IReadOnlyList<string> Notes);

/// <summary>
/// What to buy for the places of a kind: every choice that no other beats by cost, capacity and effort, and the one to take. A choice of which
/// something has to be looked at first beats none of which nothing has.
/// </summary>
public sealed record UpgradePlan
{
    /// <summary>The rule by which one is taken.</summary>
    public const string Rule = "Of those that reach the goal within the budget: first those of which nothing has to be looked at, then without a goal the largest, then the cheapest, then the largest, then the least work.";

    /// <summary>Places that are opened at once, and sizes for one of them, up to which all choices are gone through.</summary>
    public const int MostPlaces = 4, MostSizes = 60;

    /// <summary>What there is now, GB or Wh, as far as it is known; null: the kind has none.</summary>
    public double? Has { get; init; }

    /// <summary>Whether there is something fitted of which it is not known how much it has, so that every sum is <em>at least</em>.</summary>
    public bool AtLeast { get; init; }

    /// <summary>The choices, the cheapest first.</summary>
    public IReadOnlyList<PlannedUpgrade> Choices { get; init; } = [];

    /// <summary>Which of them to take, from 0; null: none does what was asked, or nothing was asked.</summary>
    public int? Take { get; init; }

    /// <summary>Why none is taken, or what was left out and why; for people.</summary>
    public IReadOnlyList<string> Said { get; init; } = [];

    /// <summary>The kinds that modules are sold for.</summary>
    public static IReadOnlyList<PartKind> Kinds { get; } = [PartKind.Memory, PartKind.Storage, PartKind.Battery, PartKind.Wireless, PartKind.ClockCell];

    /// <summary>The choices for a kind.</summary>
    /// <param name="record">The record.</param>
    /// <param name="rubric">The rubric, whose currency prices are in.</param>
    /// <param name="ask">What it is for.</param>
    /// <param name="modules">What can be bought, each as often as it is needed.</param>
    /// <param name="isEnough">Whether it has been gone on with for long enough: what is found by then is told, and that it is not all; null: it goes through all.</param>
    /// <param name="cancellation">Ends a search that nobody waits for.</param>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public static UpgradePlan Of(CheckedRecord record, Rubric rubric, UpgradeAsk ask, IReadOnlyList<Module> modules, Func<bool>? isEnough = null, CancellationToken cancellation = default) =>
        // What has no capacity has no goal.
        new Search(record, rubric, rubric.Headroom.Contains(ask.Kind) ? ask : ask with { Goal = null }, modules, isEnough, cancellation).Run();

    /// <summary>A place that can be filled anew.</summary>
    private sealed record Place(Part Part, int Position, IReadOnlyList<Option> Options);

    /// <summary>A module for a place.</summary>
    private sealed record Option(ModuleFit Fit, double Price, double Capacity, string? Generation)
    {
        public bool Looks => Fit.Unsure.Count > 0;
    }

    /// <summary>Modules for some places, one each.</summary>
    private sealed record Picks(double Capacity, double Cost, bool Looks, IReadOnlyList<Option> Options)
    {
        public string Numbers => string.Join('\n', Options.Select(option => option.Fit.Module.Number));
    }

    private sealed record Found(IReadOnlyList<Place> Filled, IReadOnlyList<Place> Emptied, Picks Picks, double Capacity, IReadOnlyList<int> Steps, EffortSeconds Effort);

    private sealed class Search(CheckedRecord record, Rubric rubric, UpgradeAsk ask, IReadOnlyList<Module> modules, Func<bool>? isEnough, CancellationToken cancellation)
    {
        private readonly WaysIn ways = new(record, rubric);
        private readonly Unit machine = record.Record.Unit;
        private readonly bool hasCapacity = rubric.Headroom.Contains(ask.Kind);
        private readonly List<string> said = [];
        private bool isPart;

        private string Named(Part part) => PartNames.Of(part, record.Record.Parts);

        private string Measure => ask.Kind == PartKind.Battery ? "Wh" : "GB";

        public UpgradePlan Run()
        {
            List<Part> all = [.. record.Record.Parts.Where(part => part.Kind == ask.Kind)];
            double? has = hasCapacity ? all.Sum(Fitted) : null;
            var atLeast = hasCapacity && all.Exists(part => part is { Fitted: true, Capacity.Fitted: null });
            var plan = new UpgradePlan { Has = has, AtLeast = atLeast };
            if (ask.Goal is { } goal && has * ModuleFits.Round >= goal)
                return plan with { Said = [FormattableString.Invariant($"It has {(atLeast ? "at least " : "")}{has} {Measure} already: nothing has to be bought for {goal} {Measure}.")] };
            var places = Places(all);
            if (places.Count == 0)
                return plan with { Said = said };
            var most = hasCapacity ? Headroom.Found(machine.Ceilings.Of(ask.Kind), rubric.Schools.Ceiling) : null;
            var found = Unbeaten(places, all, most);
            List<PlannedUpgrade> choices = [.. found.Select(one => Choice(one, all))];
            var take = Taken(choices);
            if (take is null)
                Explain(choices, most);
            return plan with { Choices = choices, Take = take, Said = said };
        }

        /// <summary>The places that can be opened, each with what fits it; why the others cannot is said.</summary>
        private List<Place> Places(List<Part> all)
        {
            var offered = Offered();
            var places = new List<Place>();
            if (all.Count == 0)
                said.Add($"No place for {(ask.Kind == PartKind.Memory ? "memory" : $"a {ask.Kind.Name()}")} is recorded.");
            var routes = ways.Routes(cancellation);
            foreach (var part in all)
            {
                if (rubric.IsInseparable(part.Mounting) == true)
                    said.Add($"The {Named(part)} is {WordList.Apart(part.Mounting!.Value.Word())} and stays as it is.");
                else if (routes[part.Id] is null)
                    said.Add($"No way to the {Named(part)} is known.");
                else
                    places.Add(new(part, record.Graph.PartPositions[part.Id], Options(part, offered)));
            }
            if (places.Count > MostPlaces)
                said.Add($"Of its {places.Count} places at most {MostPlaces} are opened at once.");
            if (places.Count > 0 && places.TrueForAll(place => place.Options.Count == 0))
                places.Clear();
            return places;
        }

        /// <summary>What is sold of the kind, with its price and capacity; what lacks one of them is said.</summary>
        private List<(Module Module, InterfaceFacts Facts, double Price, double Capacity)> Offered()
        {
            var offered = new List<(Module, InterfaceFacts, double, double)>();
            foreach (var module in modules.Where(module => module.Kind == ask.Kind))
            {
                if (Price.InRubricCurrency(module.Price, rubric) is not { } price)
                    said.Add(module.Price?.Amount is null ? $"{module.Number} is left out: its price is not known." : $"{module.Number} is left out: its price is in {module.Price.Currency}, and no rate to {rubric.Currency} is recorded.");
                else if (hasCapacity && module.Capacity is null)
                    said.Add($"{module.Number} is left out: how much it has is not said.");
                else
                    offered.Add((module, InterfaceFacts.Of(module), price, hasCapacity ? module.Capacity ?? 0 : 0));
            }
            if (offered.Count == 0 && said.Count == 0)
                said.Add($"The catalogue lists nothing for {ask.Kind.Name()}.");
            return offered;
        }

        /// <summary>What fits a place: of what has the same capacity the cheapest of each generation, for where there are questions and where there are none.</summary>
        private List<Option> Options(Part place, List<(Module Module, InterfaceFacts Facts, double Price, double Capacity)> offered)
        {
            var slot = InterfaceFacts.Of(place.Interface);
            List<Option> fit = [.. offered.Select(one => new Option(ModuleFits.Of(place, slot, machine, one.Module, one.Facts, rubric), one.Price, one.Capacity, one.Facts.Memory is [var named, ..] ? named : null)).OrderBy(option => option.Price).ThenBy(option => option.Fit.Module.Number, StringComparer.Ordinal)];
            foreach (var option in fit.Where(option => option.Fit.Against.Count > 0))
                said.Add($"{option.Fit.Module.Number} does not go into the {Named(place)}: {option.Fit.Against[0]}.");
            fit.RemoveAll(option => option.Fit.Against.Count > 0);
            // What has no capacity is not told apart by it.
            if (!hasCapacity)
                return fit;
            List<Option> sizes = [.. fit.DistinctBy(option => (option.Capacity, option.Looks, ask.Kind == PartKind.Memory ? option.Generation : null))];
            if (sizes.Count <= MostSizes)
                return sizes;
            said.Add($"Of {sizes.Count} sizes for the {Named(place)} the {MostSizes} that cost least for what they have are gone through.");
            return [.. sizes.OrderBy(option => option.Price / Math.Max(option.Capacity, 1e-9)).Take(MostSizes).OrderBy(option => option.Price)];
        }

        private List<Found> Unbeaten(List<Place> places, List<Part> all, double? most)
        {
            var found = new List<Found>();
            // Each set of places that are opened, the smallest first, and in each every set that is left empty.
            List<List<Place>> sets = [.. Sets(places, hasCapacity ? MostPlaces : 1).OrderBy(open => open.Count)];
            for (var at = 0; at < sets.Count; at++)
            {
                cancellation.ThrowIfCancellationRequested();
                if (at > 0 && isEnough?.Invoke() == true)
                {
                    isPart = true;
                    said.Insert(0, FormattableString.Invariant($"There are too many ways into this machine to go through all: of {sets.Count} sets of places {at} were, those of the fewest places first. There may be better."));
                    break;
                }
                var open = sets[at];
                if (ways.Joint([.. open.Select(place => place.Position)], cancellation) is not { Steps: var steps })
                    continue;
                var effort = ways.Effort(steps);
                for (var emptied = 0u; emptied < 1u << open.Count; emptied++)
                {
                    List<Place> empty = [.. Chosen(open, emptied)];
                    List<Place> filled = [.. open.Except(empty)];
                    if (filled.Count == 0 || empty.Exists(place => !place.Part.Fitted) || IsExcluded(open, filled))
                        continue;
                    var stays = all.Where(part => !open.Exists(place => place.Part.Id == part.Id)).Sum(Fitted);
                    var kept = all.Where(part => part.Fitted && !open.Exists(place => place.Part.Id == part.Id)).ToList();
                    foreach (var picks in hasCapacity ? Combined(filled, kept, most * ModuleFits.Round - stays) : filled[0].Options.Select(option => new Picks(0, option.Price, option.Looks, [option])))
                        found.Add(new(filled, empty, picks, stays + picks.Capacity, steps, effort));
                }
            }
            return hasCapacity ? Front(found, all.Sum(Fitted)) : [.. found.OrderBy(one => one.Picks.Cost).ThenBy(one => one.Effort.Value).ThenBy(one => one.Picks.Numbers, StringComparer.Ordinal)];
        }

        /// <summary>Every set of one place to the most.</summary>
        private static IEnumerable<List<Place>> Sets(List<Place> places, int most, int from = 0)
        {
            for (var i = from; i < places.Count; i++)
            {
                yield return [places[i]];
                if (most == 1)
                    continue;
                foreach (var more in Sets(places, most - 1, i + 1))
                    yield return [places[i], .. more];
            }
        }

        private static IEnumerable<Place> Chosen(List<Place> places, uint which) => places.Where((_, i) => (which >> i & 1) != 0);

        /// <summary>Whether two places would be in use that cannot be used together.</summary>
        private bool IsExcluded(List<Place> open, List<Place> filled)
        {
            var used = record.Record.Parts.Where(part => open.Exists(place => place.Part.Id == part.Id) ? filled.Exists(place => place.Part.Id == part.Id) : part.Fitted).ToList();
            return filled.Exists(place => used.Exists(part => place.Part.Excludes.Contains(part.Id) || part.Excludes.Contains(place.Part.Id)));
        }

        /// <summary>A module for each place: of the same capacity the cheapest, and where the machine has no limit nothing that costs more and has less.</summary>
        private List<Picks> Combined(List<Place> filled, List<Part> kept, double? most)
        {
            // Memory of two generations does not run in one machine: each that could be in use is gone through by itself.
            if (ask.Kind == PartKind.Memory && filled.SelectMany(place => place.Options).Select(option => option.Generation).OfType<string>().Distinct().ToList() is { Count: > 0 } generations)
            {
                var fixedBy = kept.Select(part => InterfaceFacts.Of(part.Interface).Memory).Where(named => named.Count == 1).Select(named => named[0]).Distinct().ToList();
                return
                [
                    .. generations.Where(generation => fixedBy.TrueForAll(other => other == generation))
                        .SelectMany(generation => Summed([.. filled.Select(place => place with { Options = [.. place.Options.Where(option => option.Generation is not { } own || own == generation)] })], most)),
                ];
            }
            return Summed(filled, most);
        }

        private List<Picks> Summed(List<Place> filled, double? most)
        {
            List<Picks> picks = [new(0, 0, false, [])];
            foreach (var place in filled)
            {
                var longer = new Dictionary<(double, bool), Picks>();
                foreach (var one in picks)
                {
                    cancellation.ThrowIfCancellationRequested();
                    foreach (var option in place.Options)
                    {
                        var capacity = one.Capacity + option.Capacity;
                        if (capacity > most + 1e-9)
                            continue;
                        var key = (Math.Round(capacity, 6), one.Looks || option.Looks);
                        var cost = one.Cost + option.Price;
                        if (!longer.TryGetValue(key, out var best) || cost < best.Cost - 1e-9)
                            longer[key] = new(capacity, cost, key.Item2, [.. one.Options, option]);
                    }
                }
                picks = [.. longer.Values];
                if (most is null)
                    picks = [.. picks.GroupBy(one => one.Looks).SelectMany(Cheaper)];
            }
            return picks;
        }

        private static IEnumerable<Picks> Cheaper(IEnumerable<Picks> picks)
        {
            var least = double.PositiveInfinity;
            foreach (var one in picks.OrderByDescending(one => one.Capacity).ThenBy(one => one.Cost))
            {
                if (one.Cost >= least)
                    continue;
                least = one.Cost;
                yield return one;
            }
        }

        /// <summary>What nothing beats, and what buying nothing does not beat either; of what comes to the same the one with the fewest purchases.</summary>
        private static List<Found> Front(List<Found> found, double has)
        {
            var front = new List<Found>();
            foreach (var one in found.Where(one => one.Capacity > has).OrderBy(one => one.Picks.Looks).ThenBy(one => one.Picks.Cost).ThenByDescending(one => one.Capacity).ThenBy(one => one.Effort.Value).ThenBy(one => one.Filled.Count).ThenBy(one => one.Emptied.Count).ThenBy(one => one.Picks.Numbers, StringComparer.Ordinal))
            {
                if (!front.Exists(other => (one.Picks.Looks || !other.Picks.Looks) && other.Picks.Cost <= one.Picks.Cost + 1e-9 && other.Capacity >= one.Capacity - 1e-9 && other.Effort.Value <= one.Effort.Value + 1e-6))
                    front.Add(one);
            }
            return [.. front.OrderBy(one => one.Picks.Cost).ThenBy(one => one.Capacity).ThenBy(one => one.Effort.Value).ThenBy(one => one.Picks.Looks)];
        }

        private PlannedUpgrade Choice(Found found, List<Part> all)
        {
            List<Purchase> purchases = [.. found.Filled.Select((place, i) => new Purchase(place.Part, found.Picks.Options[i].Fit, found.Picks.Options[i].Price))];
            return new(
                purchases, [.. found.Emptied.Select(place => place.Part.Id)], hasCapacity ? found.Capacity : null, found.Picks.Cost, Price.InRubricCurrency(machine.Price, rubric) is > 0 and var price ? found.Picks.Cost / price : null,
                found.Steps, found.Effort, [.. purchases.SelectMany(purchase => purchase.Fit.Unsure.Select(look => $"{look} of the {Named(purchase.Place)}")).Distinct()], [.. Notes(found, purchases, all)]);
        }

        private IEnumerable<string> Notes(Found found, List<Purchase> purchases, List<Part> all)
        {
            var replaced = found.Filled.Concat(found.Emptied).Where(place => place.Part.Fitted).Select(place => $"the {Named(place.Part)}").ToList();
            if (replaced.Count > 0)
                yield return $"What is in {string.Join(" and ", replaced)} comes out{(ask.Kind == PartKind.Storage ? ": copy what is on it first" : "")}.";
            foreach (var purchase in purchases.Where(purchase => purchase.Fit.Noted.Count > 0))
                yield return $"Noted of the {Named(purchase.Place)}: {string.Join("; ", purchase.Fit.Noted)}.";
            if (hasCapacity && all.Exists(part => part is { Fitted: true, Capacity.Fitted: null } && !found.Filled.Concat(found.Emptied).Any(place => place.Part.Id == part.Id)) && Headroom.Found(machine.Ceilings.Of(ask.Kind), rubric.Schools.Ceiling) is { } limit)
                yield return FormattableString.Invariant($"How much the other places hold is not known, and the machine takes {limit} {Measure} in all: look first.");
            if (ask.Kind != PartKind.Memory)
                yield break;
            // Memory runs in pairs: one module of two halves what goes through.
            List<double?> sizes = [.. all.Where(part => part.Fitted && !found.Filled.Concat(found.Emptied).Any(place => place.Part.Id == part.Id)).Select(part => part.Capacity.Fitted), .. purchases.Select(purchase => purchase.Fit.Module.Capacity)];
            if (sizes.Count == 1 && all.Count > 1)
                yield return "One module in two places: half the bandwidth of two.";
            else if (sizes.Count > 1 && sizes.TrueForAll(size => size is not null) && sizes.Distinct().Count() > 1)
                yield return "Modules of different sizes: what the larger has more runs at half the bandwidth.";
        }

        private int? Taken(List<PlannedUpgrade> choices)
        {
            if (ask is { Goal: null, Budget: null })
                return null;
            var possible = choices.Index().Where(one => Reaches(one.Item) && Affords(one.Item)).OrderBy(one => one.Item.Looks.Count > 0);
            return (ask.Goal is null ? possible.ThenByDescending(one => one.Item.Capacity) : possible).ThenBy(one => one.Item.Cost).ThenByDescending(one => one.Item.Capacity).ThenBy(one => one.Item.Effort.Value).Select(one => (int?)one.Index).FirstOrDefault();
        }

        private bool Reaches(PlannedUpgrade choice) => ask.Goal is not { } goal || choice.Capacity * ModuleFits.Round >= goal;

        private bool Affords(PlannedUpgrade choice) => ask.Budget is not { } budget || choice.Cost <= budget + 1e-9;

        private void Explain(List<PlannedUpgrade> choices, double? most)
        {
            if (choices.Count == 0)
                said.Insert(0, isPart ? "Nothing that was gone through makes more of it." : "Nothing that is listed makes more of it.");
            else if (ask.Goal is { } goal && !choices.Exists(Reaches))
                said.Insert(0, FormattableString.Invariant($"{goal} {Measure} {(isPart ? "was not found" : "cannot be reached")}: the most is {choices.Max(choice => choice.Capacity)} {Measure}{(most is { } limit && limit * ModuleFits.Round < goal ? FormattableString.Invariant($", and the machine takes {limit} {Measure}") : "")}."));
            else if (ask.Budget is { } budget)
                said.Insert(0, FormattableString.Invariant($"{budget:0.##} {rubric.Currency} is too little: the cheapest{(isPart ? " found" : "")}{(ask.Goal is { } wanted ? FormattableString.Invariant($" for {wanted} {Measure}") : "")} costs {choices.Where(Reaches).Min(choice => choice.Cost):0.##} {rubric.Currency}."));
        }

        private static double Fitted(Part part) => part.Fitted ? part.Capacity.Fitted ?? 0 : 0;
    }
}
