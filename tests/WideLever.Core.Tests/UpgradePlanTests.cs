using WideLever.Core.Checking;
using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Tests;

/// <summary>What to buy for the places of a kind.</summary>
public sealed class UpgradePlanTests
{
    private static readonly Rubric rubric = Examples.House;

    private static Module Memory(string number, double? gigabytes, double? price, int? sides = 1) => new()
    {
        Number = number,
        Kind = PartKind.Memory,
        Form = "SO-DIMM",
        Generation = "DDR5-4800",
        Capacity = gigabytes,
        Sides = sides,
        Price = price is null ? null : new Money { Amount = price },
    };

    private static readonly Module[] shop = [Memory("8", 8, 20), Memory("16", 16, 45), Memory("32", 32, 80), Memory("48", 48, 120)];

    private static Part Place(string id, double? fitted, double? most = 32) => Build.Part(id, PartKind.Memory, Mounting.Socketed) with
    {
        Fitted = fitted is not null,
        Layer = fitted is null ? "inside" : null,
        Capacity = new Capacity { Fitted = fitted, Max = new Ceilings { Maker = most } },
        Interface = new Interface { Form = "SO-DIMM", Generation = "DDR5-5600", Sides = 2, Standard = Standard.Open },
    };

    private static CheckedRecord Machine(params Part[] places)
    {
        var steps = new List<Step> { Build.Step("open", "outside", new Unclip { Count = 8 }) with { Opens = "inside" }, Build.Step("power", "inside", new Unplug { Connector = Connector.FlipLock }) with { DisconnectsPower = true } };
        steps.AddRange(places.Where(place => place.Fitted).Select(place => Build.Step($"free {place.Id}", "inside", new Slide()) with { Frees = [place.Id] }));
        var record = Build.Record(["outside", "inside"], steps, places);
        return (record with { Unit = record.Unit with { Price = new Money { Amount = 1000 } } }).Checked();
    }

    private static string Said(PlannedUpgrade choice) => $"{string.Join(" + ", choice.Purchases.Select(one => $"{one.Place.Id}={one.Fit.Module.Number}"))}{(choice.Emptied.Count > 0 ? $" less {string.Join(", ", choice.Emptied)}" : "")}: {choice.Capacity} for {choice.Cost}";

    [Fact]
    public void From_8_to_32_within_a_budget_that_one_choice_meets()
    {
        var plan = UpgradePlan.Of(Machine(Place("a", 8), Place("b", null)), rubric, new(PartKind.Memory, 32, 85), shop);
        plan.Has.ShouldBe(8);
        plan.Choices.Select(Said).ShouldBe(["b=8: 16 for 20", "b=16: 24 for 45", "b=32: 40 for 80", "a=32 + b=16: 48 for 125", "a=32 + b=32: 64 for 160"]);
        var taken = plan.Choices[plan.Take!.Value];
        Said(taken).ShouldBe("b=32: 40 for 80");
        taken.Share.ShouldBe(0.08);
        taken.Notes.ShouldHaveSingleItem().ShouldContain("different sizes");
        taken.Purchases[0].Fit.RunsAt.ShouldBe("DDR5-4800");
        plan.Said.ShouldContain("48 does not go into the memory: capacity: the place takes 32 GB.");
    }

    [Fact]
    public void Memory_of_two_generations_is_never_taken_together()
    {
        Part Either(string id) => Place(id, null) with { Interface = new() { Form = "SO-DIMM", Name = "DDR4 or DDR5", Sides = 2, Standard = Standard.Open } };
        Module Old(double gigabytes, double price) => Memory($"old-{gigabytes}", gigabytes, price) with { Generation = "DDR4-3200" };
        var plan = UpgradePlan.Of(Machine(Either("a"), Either("b")), rubric, new(PartKind.Memory, null, 1000), [Old(16, 1), Old(8, 2), .. shop]);
        plan.Choices.ShouldNotBeEmpty();
        plan.Choices.ShouldAllBe(choice => choice.Purchases.Select(one => one.Fit.Module.Generation).Distinct().Count() == 1);
        plan.Choices.Max(choice => choice.Capacity).ShouldBe(64);
        // What stays in decides.
        UpgradePlan.Of(Machine(Place("a", 8), Either("b")), rubric, new(PartKind.Memory, null, 1000), [Old(16, 1), Memory("16", 16, 45)])
            .Choices.Where(choice => choice.Purchases is [{ Place.Id: "b" }] && choice.Emptied.Count == 0).ShouldAllBe(choice => choice.Purchases[0].Fit.Module.Number == "16");
    }

    [Fact]
    public void At_the_most_places_that_a_record_has_the_best_is_found()
    {
        var places = Enumerable.Range(0, RecordLimits.PlacesOfKind).Select(i => Place($"p{i}", i % 2 == 0 ? 4 : null, 64)).ToArray();
        var plan = UpgradePlan.Of(Machine(places), rubric, new(PartKind.Memory, 16 + 3 * 32, null), shop);
        plan.Has.ShouldBe(16);
        plan.Said.ShouldContain($"Of its {places.Length} places at most 4 are opened at once.");
        // Two empty places of 48 each come to the goal, and nothing is taken out.
        var taken = plan.Choices[plan.Take!.Value];
        (taken.Capacity, taken.Cost, taken.Emptied.Count).ShouldBe((112, 240, 0));
        taken.Purchases.ShouldAllBe(purchase => !purchase.Place.Fitted);
        plan.Choices.Max(choice => choice.Capacity).ShouldBe(16 + 4 * 48);
        // What has no capacity has no limit of places: each is a choice of its own.
        var cards = Enumerable.Range(0, 64).Select(i => Build.Part($"w{i}", PartKind.Wireless) with { Interface = new Interface { Form = "M.2 2230", Standard = Standard.Open } }).ToList();
        var record = Build.Record(["outside"], [.. cards.Select(card => Build.Step($"free {card.Id}", "outside", new Slide()) with { Frees = [card.Id] })], cards);
        UpgradePlan.Of(record.Checked(), rubric, new(PartKind.Wireless, null, 30), [new() { Number = "W", Kind = PartKind.Wireless, Form = "M.2 2230", Price = new Money { Amount = 20 } }]).Choices.Count.ShouldBe(64);
    }

    [Fact]
    public void What_is_stopped_says_that_it_is_not_all_and_calls_nothing_impossible()
    {
        var asked = 0;
        var plan = UpgradePlan.Of(Machine(Place("a", 8), Place("b", null)), rubric, new(PartKind.Memory, 64, null), shop, () => ++asked > 0);
        plan.Said[0].ShouldBe("64 GB was not found: the most is 32 GB.");
        plan.Said[1].ShouldBe("There are too many ways into this machine to go through all: of 3 sets of places 1 were, those of the fewest places first. There may be better.");
        plan.Choices.ShouldAllBe(choice => choice.Purchases.Count == 1);
    }

    /// <summary>Every purchase there is, gone through one by one.</summary>
    [Fact]
    public void Choices_are_those_of_all_purchases_gone_through()
    {
        var (compared, excluded, byLayer, several, limited, mixed) = (0, 0, 0, 0, 0, 0);
        for (var seed = 0; seed < Math.Max(500, Long.Of(500)); seed++)
        {
            var random = new Random(seed);
            var record = AnyMachine(random);
            if (RecordValidation.Check(record, rubric).Checked is not { } machine)
                continue;
            var modules = Enumerable.Range(0, random.Next(1, 13)).Select(i => Memory($"m{i}", random.Next(1, 9) * 4, random.Next(5) == 0 ? null : random.Next(1, 30) * 5, random.Next(3) switch { 0 => null, var sides => sides }) with { Generation = random.Next(3) == 0 ? "DDR4-3200" : "DDR5-4800" }).ToList();
            var plan = UpgradePlan.Of(machine, rubric, new(PartKind.Memory, null, null), modules);
            var expected = Front(AllPurchases(machine, modules), plan.Has!.Value);
            plan.Choices.Select(choice => Key(choice.Cost, choice.Capacity!.Value, choice.Effort.Value, choice.Looks.Count > 0)).Order(StringComparer.Ordinal).ShouldBe(expected.Order(StringComparer.Ordinal), $"seed {seed}");
            compared += plan.Choices.Count;
            several += plan.Choices.Count(choice => choice.Purchases.Count > 1);
            excluded += record.Parts.Any(part => part.Excludes.Count > 0) && plan.Choices.Count > 0 ? 1 : 0;
            byLayer += plan.Choices.Count(choice => choice.Purchases.Any(purchase => purchase.Place.Layer is not null));
            mixed += modules.Select(module => module.Generation).Distinct().Count() > 1 && plan.Choices.Any(choice => choice.Purchases.Count > 1) ? 1 : 0;
            limited += record.Unit.Ceilings.Memory.Maker is not null && plan.Choices.Count > 0 ? 1 : 0;
        }
        new[] { compared, several, excluded, byLayer, limited, mixed }.ShouldAllBe(count => count > 20);
    }

    private static string Key(double cost, double capacity, double effort, bool looks) => FormattableString.Invariant($"{cost:0.00} {capacity:0.00} {effort:0.000} {looks}");

    private static TeardownRecord AnyMachine(Random random)
    {
        var parts = Enumerable.Range(0, random.Next(1, 5)).Select(i => RandomRecords.AnyPlace(random, $"p{i}", PartKind.Memory) with
        {
            Interface = new Interface { Form = "SO-DIMM", Generation = random.Next(6) switch { 0 => "DDR4", 1 or 2 => "DDR4 or DDR5", _ => "DDR5" }, Sides = random.Next(3) switch { 0 => null, var sides => sides } },
        }).ToList();
        parts.Add(RandomRecords.AnyPlace(random, "drive", PartKind.Storage));
        parts = [.. parts.Select(part => random.Next(4) == 0 ? part with { Excludes = [.. parts.Where(other => other.Id != part.Id && random.Next(3) == 0).Select(other => other.Id)] } : part)];
        List<Step> steps = [Build.Step("open", "outside", new Unclip { Count = random.Next(2) == 0 ? null : new(6, 9) }) with { Opens = "inside" }, Build.Step("power", "inside", new Unplug { Connector = Connector.WirePlug }) with { DisconnectsPower = true }];
        if (random.Next(3) == 0)
            steps.Add(Build.Step("flap", "outside", new Slide { Count = random.Next(1, 9) }) with { Opens = "inside" });
        foreach (var part in parts.Where(part => part.Layer is null && random.Next(6) > 0))
            steps.Add(Build.Step($"free {part.Id}", random.Next(3) == 0 ? "outside" : "inside", new Unscrew { Count = random.Next(1, 3), Drive = Drive.Cross, Length = random.Next(2) == 0 ? null : 4 }) with { Frees = [part.Id] });
        var record = Build.Record(["outside", "inside"], steps, parts);
        return record with { Unit = record.Unit with { Ceilings = new UnitCeilings { Memory = new Ceilings { Maker = random.Next(3) == 0 ? random.Next(8, 80) : null } } } };
    }

    private static IEnumerable<(double Cost, double Capacity, double Effort, bool Looks)> AllPurchases(CheckedRecord machine, List<Module> modules)
    {
        var record = machine.Record;
        var ways = new WaysIn(machine, rubric);
        var places = record.Parts.Where(part => part.Kind == PartKind.Memory).ToList();
        var most = record.Unit.Ceilings.Memory.Maker;
        var efforts = new Dictionary<string, double?>();
        return Rest(0, []);

        // Of each place: null stays; (null, …) is emptied; else what goes in.
        IEnumerable<(double, double, double, bool)> Rest(int at, List<(Part Place, Module? Module, bool Changed)> chosen)
        {
            if (at == places.Count)
                return One(chosen) is { } one ? [one] : [];
            var place = places[at];
            List<(Part, Module?, bool)> options = [(place, null, false)];
            if (rubric.IsInseparable(place.Mounting) != true)
            {
                if (place.Fitted)
                    options.Add((place, null, true));
                options.AddRange(modules.Where(module => module.Price is not null && ModuleFits.Of(place, record.Unit, module, rubric).Against.Count == 0).Select(module => (place, (Module?)module, true)));
            }
            return options.SelectMany(option => Rest(at + 1, [.. chosen, option]));
        }

        (double, double, double, bool)? One(List<(Part Place, Module? Module, bool Changed)> chosen)
        {
            var changed = chosen.Where(one => one.Changed).ToList();
            if (changed.All(one => one.Module is null))
                return null;
            var used = chosen.Where(one => one.Changed ? one.Module is not null : one.Place.Fitted).Select(one => one.Place).Concat(record.Parts.Where(part => part.Kind != PartKind.Memory && part.Fitted)).ToList();
            var filled = changed.Where(one => one.Module is not null).Select(one => one.Place);
            if (filled.Any(place => used.Any(other => place.Excludes.Contains(other.Id) || other.Excludes.Contains(place.Id))))
                return null;
            var capacity = chosen.Sum(one => one.Changed ? one.Module?.Capacity ?? 0 : one.Place.Fitted ? one.Place.Capacity.Fitted ?? 0 : 0);
            if (capacity > most * 1.05)
                return null;
            // One generation in use, of what is put in and of what stays and names one.
            var generations = chosen.Select(one => one.Changed ? one.Module?.Generation : one.Place.Fitted && one.Place.Interface.Generation?.Contains(" or ", StringComparison.Ordinal) == false ? one.Place.Interface.Generation : null).OfType<string>().Select(name => name[..4]).Distinct();
            if (generations.Count() > 1 && changed.Any(one => one.Module is not null))
                return null;
            var opened = string.Join(' ', changed.Select(one => one.Place.Id));
            if (!efforts.ContainsKey(opened))
                efforts[opened] = Effort(changed);
            return efforts[opened] is { } effort
                ? (changed.Sum(one => one.Module is { } module ? Price.InRubricCurrency(module.Price, rubric)!.Value : 0), capacity, effort, changed.Any(one => one.Module is { } module && ModuleFits.Of(one.Place, record.Unit, module, rubric).Unsure.Count > 0))
                : null;
        }

        double? Effort(List<(Part Place, Module? Module, bool Changed)> changed) => ways.Joint([.. changed.Select(one => machine.Graph.PartPositions[one.Place.Id])]) is { Steps: var steps } ? ways.Effort(steps).Value : null;
    }

    private static IEnumerable<string> Front(IEnumerable<(double Cost, double Capacity, double Effort, bool Looks)> all, double has)
    {
        var distinct = all.Where(one => one.Capacity > has).Distinct().ToList();
        return distinct.Where(one => !distinct.Any(other => other != one && Beats(other, one))).Select(one => Key(one.Cost, one.Capacity, one.Effort, one.Looks)).Distinct();

        static bool Beats((double Cost, double Capacity, double Effort, bool Looks) a, (double Cost, double Capacity, double Effort, bool Looks) b) =>
            (b.Looks || !a.Looks) && a.Cost <= b.Cost && a.Capacity >= b.Capacity && a.Effort <= b.Effort;
    }
}
