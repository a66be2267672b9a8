using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>Means</em>: headroom, which places are counted on, and places that exclude each other.</summary>
public sealed class PlacesTests
{
    private static readonly Rubric House = Examples.House;

    private static Part Place(string id, double? fitted = null, double? maker = null, double? bench = null, double? platform = null, PartKind kind = PartKind.Memory, Standard? standard = Standard.Maker) =>
        Build.Part(id, kind, Mounting.Socketed) with
        {
            Capacity = new Capacity { Fitted = fitted, Max = new Ceilings { Maker = maker, Bench = bench, Platform = platform } },
            Interface = new Interface { Standard = standard },
        };

    private static TeardownRecord With(Ceilings? machine, params Part[] parts)
    {
        var record = Build.Record(["outside"], [.. parts.Where(part => part.Layer is null).Select(part => Build.Step($"free {part.Id}", "outside", new Move()) with { Frees = [part.Id] })], parts);
        return record with { Unit = record.Unit with { Ceilings = new UnitCeilings { Memory = machine ?? new(), Storage = machine ?? new(), Battery = machine ?? new() } } };
    }

    private static Quantity HeadroomOf(TeardownRecord record, PartKind kind = PartKind.Memory, Rubric? rubric = null) =>
        record.Score(rubric).UpgradeKinds.Single(one => one.Kind == kind).Set!.Headroom;

    private static double Share(double best, double from = 8, double to = 64) => best <= from ? 0 : Math.Clamp(Math.Log(best / from) / Math.Log(to / from), 0, 1);

    private static void ShouldSpan(Quantity headroom, double low, double? value, double? high, double from = 8, double to = 64)
    {
        headroom.ShouldBeAbout(Share(low, from, to), value is { } known ? Share(known, from, to) : null, high is { } most ? Share(most, from, to) : 1);
        headroom.Coverage.ShouldBe(headroom.Value is null ? 0 : 1);
    }

    [Fact]
    public void What_the_bench_proved_is_at_least_what_fits()
    {
        ShouldSpan(HeadroomOf(With(null, Place("a", 8, bench: 16))), 16, 16, null);
        // The maker's counts where it is more, and what was proved where that is.
        ShouldSpan(HeadroomOf(With(null, Place("a", 8, maker: 16, bench: 32))), 32, 32, 32);
        ShouldSpan(HeadroomOf(With(null, Place("a", 8, maker: 32, bench: 16))), 32, 32, 32);
        // Of an open standard the rubric's figure is a floor too.
        var open = With(null, Place("a", 512, bench: 1000, kind: PartKind.Storage, standard: Standard.Open));
        ShouldSpan(HeadroomOf(open, PartKind.Storage), 2048, 4096, null, 512, 4096);
    }

    [Fact]
    public void A_place_of_which_nothing_is_stated_takes_what_the_rubric_supplies_or_has_no_value()
    {
        ShouldSpan(HeadroomOf(With(null, Place("a", 512, kind: PartKind.Storage, standard: Standard.Open)), PartKind.Storage), 2048, 4096, 8192, 512, 4096);
        ShouldSpan(HeadroomOf(With(null, Place("a", 600, kind: PartKind.Storage, standard: Standard.Restricted)), PartKind.Storage), 600, null, null, 512, 4096);
        ShouldSpan(HeadroomOf(With(null, Place("a", 60, kind: PartKind.Battery)), PartKind.Battery), 60, 60, 60, 40, 100);
        ShouldSpan(HeadroomOf(With(null, Place("a", kind: PartKind.Battery)), PartKind.Battery), 0, null, null, 40, 100);
        ShouldSpan(HeadroomOf(With(null, Place("a", 16))), 16, null, null);
        // Where the machine's own ceiling is stated, no open one is supposed.
        ShouldSpan(HeadroomOf(With(new Ceilings { Maker = 1000 }, Place("a", 512, kind: PartKind.Storage, standard: Standard.Open)), PartKind.Storage), 1000, 1000, 1000, 512, 4096);
        // What is fitted is so much that no more counts: it is known without a value of its own.
        ShouldSpan(HeadroomOf(With(null, Place("a", 640))), 64, 64, 64);
    }

    [Fact]
    public void The_machines_ceiling_bounds_what_is_found_and_stands_for_what_is_not()
    {
        ShouldSpan(HeadroomOf(With(new Ceilings { Maker = 24 }, Place("a", 8, 16), Place("b", 8, 16))), 24, 24, 24);
        ShouldSpan(HeadroomOf(With(new Ceilings { Maker = 12 }, Place("a", 8, 16), Place("b", 8, 16))), 16, 16, 16);
        ShouldSpan(HeadroomOf(With(new Ceilings { Maker = 48 }, Place("a", 8, 16), Place("b", 8, 16))), 32, 32, 32);
        ShouldSpan(HeadroomOf(With(new Ceilings { Maker = 48 }, Place("a", 8), Place("b", 8))), 48, 48, 48);
        ShouldSpan(HeadroomOf(With(new Ceilings { Maker = 12 }, Place("a", 8), Place("b", 8))), 16, 16, 16);
        // Only proved, it caps nothing, and there is at least that much.
        ShouldSpan(HeadroomOf(With(new Ceilings { Bench = 24 }, Place("a", 8, 16), Place("b", 8, 16))), 32, 32, 32);
        ShouldSpan(HeadroomOf(With(new Ceilings { Bench = 24 }, Place("a", 8))), 24, 24, null);
        // What is soldered of an unknown size leaves nothing to cap.
        var soldered = Place("s") with { Mounting = Mounting.Soldered };
        ShouldSpan(HeadroomOf(With(new Ceilings { Maker = 24 }, Place("a", 8, 16), soldered)), 24, 24, 24);
    }

    [Fact]
    public void Only_the_places_that_help_are_counted_on()
    {
        // Reached by a way that takes an hour, the second place would cost more in access than it adds.
        var near = Place("a", 8, 64);
        var record = With(null, near, Place("b", 8, 64));
        record = record with { Steps = [record.Steps[0], record.Steps[1] with { Actions = [new Unbond { Bond = Bond.RigidGlue, LengthMm = 5000, Count = 20 }] }] };
        record.Score().UpgradeKinds.Single(one => one.Kind == PartKind.Memory).Places.Select(place => place.Part.Id).ShouldBe(["a"]);
        record.Score().UpgradeKinds.Single(one => one.Kind == PartKind.Memory).Score.ShouldBe(With(null, near).Score().UpgradeKinds.Single(one => one.Kind == PartKind.Memory).Score);
        // Where it adds what nothing else has, it is.
        var needed = record with { Parts = [Place("a", 8, 8), record.Parts[1]] };
        needed.Score().UpgradeKinds.Single(one => one.Kind == PartKind.Memory).Places.Select(place => place.Part.Id).ShouldContain("b");
    }

    [Fact]
    public void Of_places_that_exclude_each_other_those_are_left_out_that_help_least()
    {
        var (large, pack, bay) = (Place("large", maker: 90, kind: PartKind.Battery) with { Fitted = false, Layer = "outside", Excludes = ["pack", "bay"] },
            Place("pack", 50, kind: PartKind.Battery), Place("bay", maker: 2000, kind: PartKind.Storage, standard: Standard.Open) with { Fitted = false, Layer = "outside" });
        var result = With(null, large, pack, bay).Score();
        result.UpgradeChoices.Select(choice => string.Join("+", choice.LeftOut)).Order().ShouldBe(["bay+pack", "large"]);
        // A drive place weighs more than a larger pack.
        result.LeftOut.ShouldBe(["large"]);
        result.Upgrade.Low.ShouldBe(result.UpgradeChoices.Max(choice => choice.Upgrade.Low));
        result.Upgrade.High.ShouldBe(result.UpgradeChoices.Max(choice => choice.Upgrade.High));
        // A kind with places but none left is known to be nothing.
        result.UpgradeChoices[1].Kinds.Single(kind => kind.Kind == PartKind.Storage).Score.ShouldBe(Quantity.Exactly(0));
        // R is not concerned: a pack is a pack.
        result.RepairKinds.Single(kind => kind.Kind == PartKind.Battery).Score.ShouldBe(With(null, pack).Score().RepairKinds.Single(kind => kind.Kind == PartKind.Battery).Score);
    }

    [Fact]
    public void Among_choices_of_the_same_worth_the_ids_that_come_first_are_left_out()
    {
        var (a, b) = (Place("b", 8, 32) with { Excludes = ["a"] }, Place("a", 8, 32));
        With(null, a, b).Score().LeftOut.ShouldBe(["a"]);
        // By code point: what lies beyond the basic plane comes last.
        var (last, first) = ("\U0001F600", "\uFFFD");
        With(null, Place(last, 8, 32) with { Excludes = [first] }, Place(first, 8, 32)).Score().LeftOut.ShouldBe([first]);
    }

    /// <summary>U by its words, one set and one choice after the other; shares only the criteria of a place and headroom with the scorer.</summary>
    private static Quantity Slowly(CheckedRecord record, Rubric rubric)
    {
        var parts = record.Record.Parts;
        var result = Scorer.Score(record, rubric);
        var of = result.UpgradeChoices.SelectMany(choice => choice.Kinds).SelectMany(kind => kind.Sets).SelectMany(set => set.Places).DistinctBy(place => place.Part.Id).ToDictionary(place => place.Part.Id);
        bool Excludes(Part one, Part other) => one.Excludes.Contains(other.Id) || other.Excludes.Contains(one.Id);
        var choices = new List<Quantity>();
        foreach (var kept in Subsets(parts))
        {
            var left = parts.Except(kept).ToList();
            if (kept.Any(one => kept.Any(other => Excludes(one, other))) || left.Any(out_ => !kept.Any(one => Excludes(one, out_))))
                continue;
            var kinds = rubric.Upgrade.Pairs.Select(pair => (pair.Value, Kind(pair.Key, kept))).ToList();
            var mean = new Mean(rubric.Schools.AcrossMean, rubric.Floor, rubric.ValueFrom).Of([.. kinds]);
            choices.Add(new(100 * mean.Low, 100 * mean.Value, 100 * mean.High, mean.Coverage));
        }
        return Greatest(choices);

        Quantity Kind(PartKind kind, List<Part> kept)
        {
            if (record.Record.Absent.Contains(kind))
                return Quantity.Exactly(0);
            if (parts.All(part => part.Kind != kind))
                return Quantity.Unknown;
            var own = kept.Where(part => part.Kind == kind).ToList();
            if (own.All(part => rubric.IsInseparable(part.Mounting) == true))
                return Quantity.Exactly(0);
            var separable = own.Where(part => rubric.IsInseparable(part.Mounting) != true).ToList();
            if (!rubric.Headroom.Contains(kind))
                return own.Any(part => part.Mounting is null) ? Quantity.Unknown : Set(kind, own, separable, Quantity.Exactly(separable.Count / (double)own.Count));
            return Greatest([.. Subsets(separable).Where(set => set.Count > 0)
                .Select(set => Set(kind, own, set, Headroom.Of(kind, own, [.. own.Select(set.Contains)], record.Record.Unit, rubric)))]);
        }

        Quantity Set(PartKind kind, List<Part> own, List<Part> set, Quantity headroom)
        {
            if (headroom.High == 0)
                return Quantity.Exactly(0);
            Quantity Mean(Func<UpgradePlace, Quantity> what) => new Mean(1, rubric.Floor, rubric.ValueFrom).Of(set.Select(part => what(of[part.Id])));
            var three = new Mean(0, rubric.Floor, rubric.ValueFrom).Of([(50, headroom), (20, Mean(place => place.Standard)), (30, Mean(place => place.Access))]);
            if (set.Any(part => part.Mounting is null))
                return new(0, null, three.High, 0);
            return three with { Low = headroom.Low == 0 ? 0 : three.Low, Value = headroom.Value == 0 ? 0 : three.Value };
        }

        static Quantity Greatest(List<Quantity> all)
        {
            var low = all.Select(one => one.Low).Max();
            var values = all.Where(one => one.Value is not null).Select(one => Math.Max(low, one.Value!.Value)).ToList();
            return new(low, values.Count > 0 ? values.Max() : null, all.Select(one => one.High).Max(), all.Where(one => one.High >= low).Select(one => one.Coverage).Min());
        }
    }

    private static IEnumerable<List<Part>> Subsets(IReadOnlyList<Part> parts) =>
        Enumerable.Range(0, 1 << parts.Count).Select(set => parts.Where((_, i) => (set >> i & 1) != 0).ToList());

    [Fact]
    public void U_of_any_places_is_what_trying_every_set_and_every_choice_gives()
    {
        var (choices, sets, valued, rounds) = (0, 0, 0, Math.Max(30, Long.Of(300)));
        for (var seed = 0; seed < rounds; seed++)
        {
            var record = RandomRecords.WithPlaces(new Random(seed));
            var rubric = House.With(schools => schools with { Ceiling = (CeilingSource)(seed % 3), AcrossMean = seed % 2 });
            var @checked = record.Checked(rubric);
            var (result, expected) = (Scorer.Score(@checked, rubric), Slowly(@checked, rubric));
            result.Upgrade.ShouldBeAbout(expected.Low, expected.Value, expected.High);
            result.Upgrade.Coverage.ShouldBe(expected.Coverage, 1e-9, $"seed {seed}");
            choices += result.UpgradeChoices.Count > 1 ? 1 : 0;
            sets += result.UpgradeKinds.Max(kind => kind.Sets.Count) > 2 ? 1 : 0;
            valued += result.Upgrade.Value is null ? 0 : 1;
        }
        choices.ShouldBeGreaterThan(rounds / 5);
        sets.ShouldBeGreaterThan(rounds / 5);
        valued.ShouldBeInRange(rounds / 5, rounds * 14 / 15);
    }

    [Fact]
    public void A_place_more_of_a_kind_that_has_one_and_a_proved_ceiling_never_lower_U()
    {
        var (more, proved) = (0, 0);
        for (var seed = 0; seed < Long.Of(200); seed++)
        {
            var random = new Random(seed);
            var record = RandomRecords.WithPlaces(random);
            var before = record.Score().Upgrade;
            void Holds(TeardownRecord other, string what)
            {
                var after = other.Score().Upgrade;
                after.Low.ShouldBeGreaterThanOrEqualTo(before.Low - 1e-9, $"seed {seed}, low, {what}");
                after.High.ShouldBeGreaterThanOrEqualTo(before.High - 1e-9, $"seed {seed}, high, {what}");
            }
            foreach (var kind in record.Parts.Select(part => part.Kind).Where(kind => kind.IsPlace()).Distinct())
            {
                Holds(record with { Parts = [.. record.Parts, RandomRecords.AnyPlace(random, "more", kind) with { Fitted = false, Capacity = new(), Layer = record.Layers[0] }] }, $"a place of {kind}");
                more++;
            }
            for (var p = 0; p < record.Parts.Count; p++)
            {
                var part = record.Parts[p];
                if (!part.Kind.IsPlace() || part.Capacity.Max.Bench is not null)
                    continue;
                var fits = part with { Capacity = part.Capacity with { Max = part.Capacity.Max with { Bench = random.Next(1, 5000) } } };
                Holds(record with { Parts = [.. record.Parts.Select((other, i) => i == p ? fits : other)] }, $"proved of {part.Id}");
                proved++;
            }
        }
        more.ShouldBeGreaterThan(Long.Of(200));
        proved.ShouldBeGreaterThan(Long.Of(200));
    }
}
