using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>Service unit</em>, <em>Means</em> and <em>Schools</em>, sentence by sentence.</summary>
public sealed class IndicesTests
{
    private static readonly Rubric House = Examples.House;

    private static Part Memory(string id, double? fitted = null, double? maker = null, Mounting? mounting = Mounting.Socketed, double? bench = null, double? platform = null) =>
        Build.Part(id, PartKind.Memory, mounting) with
        {
            Capacity = new Capacity { Fitted = fitted, Max = new Ceilings { Maker = maker, Bench = bench, Platform = platform } },
            Interface = new Interface { Standard = Standard.Open },
        };

    private static TeardownRecord With(params Part[] parts) => Build.Record(["outside"],
        [.. parts.Select(part => Build.Step($"free {part.Id}", "outside", new Move()) with { Frees = [part.Id] })], parts);

    private static Quantity KindInU(TeardownRecord record, PartKind kind, Rubric? rubric = null) =>
        record.Score(rubric).UpgradeKinds.Single(other => other.Kind == kind).Score;

    private static UpgradeKind InU(TeardownRecord record, PartKind kind, Rubric? rubric = null) =>
        record.Score(rubric).UpgradeKinds.Single(other => other.Kind == kind);

    // Service unit

    [Fact]
    public void An_inseparable_part_is_mended_with_what_it_is_within_and_so_on_upwards()
    {
        var record = With(
            Build.Part("board", PartKind.Mainboard),
            Build.Part("jack", PartKind.ChargePort, Mounting.Soldered) with { Within = "board" },
            Build.Part("port", PartKind.PortsBoard, Mounting.Laminated) with { Within = "jack" },
            Build.Part("pad", PartKind.Touchpad, Mounting.Riveted),
            Build.Part("fan", PartKind.Fan, null) with { Within = "board" },
            Build.Part("cell", PartKind.ClockCell, Mounting.Soldered) with { Within = "fan" },
            Build.Part("lid", PartKind.Camera, Mounting.Glued) with { Within = "board" });
        var result = record.Score();
        result.PartOf("port").ServiceUnit.ShouldBe("board");
        result.PartOf("port").Route.ShouldBe(result.PartOf("board").Route);
        result.PartOf("port").Effort.ShouldBe(result.PartOf("board").Effort);
        result.PartOf("pad").ServiceUnit.ShouldBeNull();
        result.PartOf("fan").ServiceUnit.ShouldBeNull();
        result.PartOf("cell").ServiceUnit.ShouldBeNull();
        result.PartOf("lid").ServiceUnit.ShouldBe("lid");
    }

    [Fact]
    public void Price_and_supply_are_the_service_units_mounting_and_reach_the_parts_own()
    {
        var record = With(
            Build.Part("board", PartKind.Mainboard) with { Spare = new Spare { Price = new Money { Amount = 80 }, Source = Supply.Salvage, Paired = false } },
            Build.Part("jack", PartKind.ChargePort, Mounting.Soldered) with { Within = "board", Spare = new Spare { Price = new Money { Amount = 1 }, Source = Supply.Maker, Paired = false } });
        record = record with { Unit = record.Unit with { Price = new Money { Amount = 800 }, Class = MachineClass.Mainstream } };
        var jack = record.Score().PartOf("jack").Criteria!;
        jack[Criterion.Price].ShouldBeAbout(0.75, 0.75, 0.75);
        jack[Criterion.Supply].ShouldBeAbout(0.4, 0.4, 0.4);
        jack[Criterion.Mounting].ShouldBe(Quantity.Exactly(0));
        // 320 s: full for a main board, less for a charge port.
        var slow = record with { Steps = [record.Steps[0] with { Actions = [new Move { Count = 20 }] }, record.Steps[1]] };
        slow.Criterion(Criterion.Reach, part: "jack").Value!.Value.ShouldBeAbout(Math.Log(2000.0 / 320) / Math.Log(2000.0 / 120));
        slow.Criterion(Criterion.Reach, part: "board").Value!.Value.ShouldBeAbout(1);
    }

    [Fact]
    public void Where_assemblies_are_no_repair_an_inseparable_part_has_nine_criteria_of_nothing_and_still_shows_its_way()
    {
        var rubric = House.With(schools => schools with { Assemblies = Assemblies.NotReplaceable });
        var record = With(Build.Part("board", PartKind.Mainboard), Build.Part("jack", PartKind.ChargePort, Mounting.Soldered) with { Within = "board" },
            Build.Part("fan", PartKind.Fan, null)) with
        { Guidance = new Guidance { Manual = true, Labels = true, PartNumbers = true, Order = true } };
        var result = record.Score(rubric);
        result.PartOf("jack").Criteria!.Pairs.ShouldAllBe(pair => pair.Value == Quantity.Exactly(0));
        result.PartOf("jack").Score!.Value.ShouldBeAbout(0.01, 0.01, 0.01);
        result.PartOf("jack").ServiceUnit.ShouldBe("board");
        result.PartOf("jack").Effort.ShouldNotBeNull();
        result.PartOf("fan").Criteria!.Pairs.ShouldAllBe(pair => pair.Value.Low == 0);
        result.PartOf("fan").Criteria![Criterion.Guidance].ShouldBeAbout(0, 1, 1);
        record.Score().PartOf("fan").Criteria![Criterion.Guidance].ShouldBeAbout(1, 1, 1);
        result.PartOf("board").Criteria![Criterion.Mounting].ShouldBe(Quantity.Exactly(0.95));
    }

    // Means

    [Fact]
    public void A_mean_is_a_power_mean_with_its_exponent_and_geometric_at_zero()
    {
        (double, Quantity)[] items = [(1, Quantity.Exactly(0.2)), (3, Quantity.Exactly(0.8))];
        new Mean(1, 0.01, 0.1).Of(items).Value!.Value.ShouldBeAbout(0.65);
        new Mean(0, 0.01, 0.1).Of(items).Value!.Value.ShouldBeAbout(Math.Exp((Math.Log(0.2) + 3 * Math.Log(0.8)) / 4));
        new Mean(-1, 0.01, 0.1).Of(items).Value!.Value.ShouldBeAbout(4 / (1 / 0.2 + 3 / 0.8));
    }

    [Fact]
    public void At_zero_and_below_every_number_is_first_raised_to_the_floor()
    {
        (double, Quantity)[] items = [(1, Quantity.Exactly(0)), (1, Quantity.Exactly(1))];
        new Mean(0, 0.01, 0.1).Of(items).Value!.Value.ShouldBeAbout(0.1);
        new Mean(-1, 0.01, 0.1).Of(items).Value!.Value.ShouldBeAbout(2 / 101.0);
        new Mean(1, 0.01, 0.1).Of(items).Value!.Value.ShouldBeAbout(0.5);
    }

    [Fact]
    public void Low_and_high_are_over_all_items_value_over_those_that_have_one_coverage_by_weight()
    {
        var mean = new Mean(1, 0.01, 0.1).Of([(1, Quantity.Exactly(0.6)), (3, Quantity.Unknown), (0, Quantity.Exactly(0))]);
        mean.ShouldBeAbout(0.15, 0.6, 0.9);
        mean.Coverage.ShouldBeAbout(0.25);
    }

    [Fact]
    public void Items_of_no_weight_do_not_count_and_without_an_item_it_is_unknown()
    {
        new Mean(1, 0.01, 0.1).Of([(0.0, Quantity.Exactly(1))]).ShouldBe(Quantity.Unknown);
        new Mean(0, 0.01, 0.1).Of(Array.Empty<Quantity>()).ShouldBe(Quantity.Unknown);
        new Mean(0, 0.01, 0.1).Of([Quantity.Unknown]).Value.ShouldBeNull();
    }

    // R

    [Fact]
    public void A_kind_in_R_is_the_mean_of_its_fitted_parts_or_of_its_empty_places_and_unknown_where_none_is_recorded()
    {
        var record = With(Memory("a", 8, 16), Memory("b", 0, 16) with { Fitted = false }, Memory("c", 8, null, Mounting.Soldered) with { Within = "a" });
        var result = record.Score();
        var (a, c) = (result.PartOf("a").Score!.Value, result.PartOf("c").Score!.Value);
        result.RepairKinds.Single(kind => kind.Kind == PartKind.Memory).Score.Value!.Value.ShouldBeAbout(Math.Sqrt(a.Value!.Value * c.Value!.Value));
        result.PartOf("b").Score.ShouldBeNull();
        result.PartOf("b").Criteria.ShouldBeNull();
        result.RepairKinds.Single(kind => kind.Kind == PartKind.Keyboard).Score.ShouldBe(Quantity.Unknown);
        // Where none is fitted its empty places stand for it.
        var empty = With(Memory("b", 0, 16) with { Fitted = false }).Score();
        empty.RepairKinds.Single(kind => kind.Kind == PartKind.Memory).Score.ShouldBe(empty.PartOf("b").Score!.Value);
    }

    [Fact]
    public void R_is_over_the_kinds_that_are_not_absent()
    {
        var record = With(Build.Part("battery", PartKind.Battery)) with { Absent = [PartKind.Fan, PartKind.Camera] };
        var result = record.Score();
        result.RepairKinds.Select(kind => kind.Kind).ShouldBe(RubricKinds.Repair.Except([PartKind.Fan, PartKind.Camera]));
        var battery = result.PartOf("battery").Score!.Value;
        result.Repair.Low.ShouldBeAbout(100 * 18 * battery.Low / 92);
        result.Repair.Value.ShouldBeNull();
        record.Score(Build.AnyValue).Repair.Value!.Value.ShouldBeAbout(100 * battery.Value!.Value);
        result.Repair.Coverage.ShouldBeAbout(18 * battery.Coverage / 92);
        result.PartOf("battery").Part.Kind.ShouldBe(PartKind.Battery);
    }

    [Fact]
    public void A_part_of_a_kind_outside_R_has_neither_criteria_nor_score()
    {
        var result = With(Build.Part("cover", PartKind.BaseCover), Build.Part("gpu", PartKind.Graphics)).Score();
        result.PartOf("cover").Criteria.ShouldBeNull();
        result.PartOf("gpu").Score.ShouldBeNull();
        result.PartOf("gpu").Effort.ShouldNotBeNull();
    }

    // U

    [Fact]
    public void An_absent_kind_counts_nothing_in_U_and_stays_in_the_weighting()
    {
        var absent = With(Memory("a", 8, 64)) with { Absent = [PartKind.Graphics, PartKind.PortModules, PartKind.Processor] };
        KindInU(absent, PartKind.Graphics).ShouldBe(Quantity.Exactly(0));
        var memory = KindInU(absent, PartKind.Memory);
        absent.Score().Upgrade.Value.ShouldBeNull();
        absent.Score(Build.AnyValue).Upgrade.Value!.Value.ShouldBeAbout(100 * 35 * memory.Value!.Value / (35 + 7 + 5 + 3));
        absent.Score().Upgrade.Coverage.ShouldBeAbout(0.5);
    }

    [Fact]
    public void A_kind_in_U_is_unknown_without_a_part_and_with_a_mounting_unknown_where_it_has_no_places()
    {
        KindInU(With(), PartKind.Memory).ShouldBe(Quantity.Unknown);
        KindInU(With(Build.Part("a", PartKind.Wireless), Build.Part("b", PartKind.Wireless, null)), PartKind.Wireless).ShouldBe(Quantity.Unknown);
        var alone = KindInU(With(Memory("b", 8, 64, null)), PartKind.Memory);
        (alone.Low, alone.Value, alone.Coverage).ShouldBe((0, null, 0));
        alone.High.ShouldBe(KindInU(With(Memory("b", 8, 64)), PartKind.Memory).High);
    }

    [Fact]
    public void A_kind_in_U_is_nothing_where_all_is_inseparable_or_there_is_no_headroom()
    {
        KindInU(With(Memory("a", 32, null, Mounting.Soldered)), PartKind.Memory).ShouldBe(Quantity.Exactly(0));
        KindInU(With(Memory("a", 4, 8)), PartKind.Memory).ShouldBe(Quantity.Exactly(0));
        InU(With(Memory("a", 4, 8)), PartKind.Memory).Set!.Headroom.ShouldBe(Quantity.Exactly(0));
    }

    [Fact]
    public void A_kind_in_U_is_the_geometric_mean_of_headroom_standard_and_access()
    {
        var kind = InU(With(Memory("a", 8, 32), Memory("b", 0, 32) with { Fitted = false, Interface = new Interface { Standard = Standard.Maker } }), PartKind.Memory);
        kind.Set!.Headroom.Value!.Value.ShouldBeAbout(1);
        kind.Set!.Standard.Value!.Value.ShouldBeAbout(0.7);
        var access = kind.Set!.Access.Value!.Value;
        kind.Score.Value!.Value.ShouldBeAbout(Math.Exp((20 * Math.Log(0.7) + 30 * Math.Log(access)) / 100));
    }

    [Fact]
    public void Where_the_low_of_headroom_is_nothing_so_is_the_low_of_the_kind_and_else_it_is_not()
    {
        var unknown = KindInU(With(Memory("a", 8)), PartKind.Memory);
        unknown.Low.ShouldBe(0);
        // Standard and access alone hold half the weight.
        unknown.Value.ShouldBeNull();
        unknown.Coverage.ShouldBeAbout(0.5);
        KindInU(With(Memory("a", 8, 32)), PartKind.Memory).Low.ShouldBeGreaterThan(0);
    }

    private static double? HeadroomOf(TeardownRecord record, PartKind kind = PartKind.Memory, Rubric? rubric = null) => InU(record, kind, rubric).Set!.Headroom.Value;

    private static double OfBest(double best, double from = 8, double to = 64) => Math.Clamp(Math.Log(best / from) / Math.Log(to / from), 0, 1);

    [Fact]
    public void Headroom_sums_over_places_the_larger_of_fitted_and_ceiling()
    {
        HeadroomOf(With(Memory("a", 8, 16), Memory("b", 24, 16)))!.Value.ShouldBeAbout(OfBest(40));
        HeadroomOf(With(Memory("a", 8, 12), Memory("b", 4, null, Mounting.Soldered)))!.Value.ShouldBeAbout(OfBest(16));
        HeadroomOf(With(Memory("a", null, 12)))!.Value.ShouldBeAbout(OfBest(12));
        HeadroomOf(With(Memory("a", 8, 640)))!.Value.ShouldBeAbout(1);
        HeadroomOf(With(Memory("a", 8, 8)))!.Value.ShouldBeAbout(0);
    }

    [Fact]
    public void Headroom_is_unknown_without_a_ceiling_of_a_separable_place_or_a_capacity_of_an_inseparable_one()
    {
        HeadroomOf(With(Memory("a", 8))).ShouldBeNull();
        HeadroomOf(With(Memory("b", null))).ShouldBeNull();
        // A place that says nothing is not counted on where another helps; what is soldered adds what it has, and may have more.
        HeadroomOf(With(Memory("a", 8, 16), Memory("b", 8)))!.Value.ShouldBeAbout(OfBest(24));
        InU(With(Memory("a", 8, 16), Memory("b", null, 32, Mounting.Soldered)), PartKind.Memory).Set!.Headroom.ShouldBeAbout(OfBest(16), OfBest(16), 1);
    }

    [Fact]
    public void Headroom_is_at_most_the_machines_ceiling_but_at_least_what_is_fitted()
    {
        TeardownRecord Ceiling(TeardownRecord record, double memory, double storage = 0) => record with
        {
            Unit = record.Unit with { Ceilings = new UnitCeilings { Memory = new Ceilings { Maker = memory }, Storage = storage == 0 ? new() : new Ceilings { Maker = storage } } },
        };
        HeadroomOf(Ceiling(With(Memory("a", 8, 32), Memory("b", 8, 32)), 40))!.Value.ShouldBeAbout(OfBest(40));
        HeadroomOf(Ceiling(With(Memory("a", 8, 32), Memory("b", 24, 32)), 16))!.Value.ShouldBeAbout(OfBest(32));
        HeadroomOf(Ceiling(With(Memory("a", 8, 16), Memory("b", 8, 16)), 40))!.Value.ShouldBeAbout(OfBest(32));
        var drive = Build.Part("d", PartKind.Storage) with { Capacity = new Capacity { Fitted = 512, Max = new Ceilings { Maker = 4096 } } };
        HeadroomOf(Ceiling(With(drive), 16, 2048), PartKind.Storage)!.Value.ShouldBeAbout(OfBest(2048, 512, 4096));
        var battery = Build.Part("d", PartKind.Battery) with { Capacity = new Capacity { Fitted = 50, Max = new Ceilings { Maker = 80 } } };
        HeadroomOf(Ceiling(With(battery), 16, 20), PartKind.Battery)!.Value.ShouldBeAbout(OfBest(80, 40, 100));
    }

    [Fact]
    public void The_school_picks_among_the_ceilings_that_are_stated()
    {
        double? Of(CeilingSource school, double? maker, double? bench, double? platform) =>
            Headroom.Found(new Ceilings { Maker = maker, Bench = bench, Platform = platform }, school);
        Of(CeilingSource.Maker, 1, 2, 3).ShouldBe(1);
        Of(CeilingSource.Maker, null, 2, 3).ShouldBeNull();
        Of(CeilingSource.Bench, 1, 2, 3).ShouldBe(2);
        Of(CeilingSource.Bench, 1, null, 3).ShouldBe(1);
        Of(CeilingSource.Bench, null, null, 3).ShouldBeNull();
        Of(CeilingSource.Bench, null, 2, null).ShouldBeNull("what the bench proved is a floor");
        Of(CeilingSource.Bench, 4, 2, null).ShouldBe(4);
        Of(CeilingSource.Platform, 5, 2, 3).ShouldBe(5);
        Of(CeilingSource.Platform, 1, 2, 3).ShouldBe(3);
        Of(CeilingSource.Platform, 1, 2, null).ShouldBe(2);
        Of(CeilingSource.Platform, 1, null, null).ShouldBe(1);
        var record = With(Memory("a", 8, 16, bench: 32, platform: 64));
        HeadroomOf(record)!.Value.ShouldBeAbout(OfBest(32));
        HeadroomOf(record, rubric: House.With(schools => schools with { Ceiling = CeilingSource.Platform }))!.Value.ShouldBeAbout(1);
    }

    [Fact]
    public void Headroom_of_other_kinds_is_the_share_of_separable_parts() =>
        HeadroomOf(With(Build.Part("a", PartKind.Wireless), Build.Part("b", PartKind.Wireless, Mounting.Soldered), Build.Part("c", PartKind.Wireless, Mounting.Soldered)), PartKind.Wireless)!
            .Value.ShouldBeAbout(1.0 / 3);

    [Fact]
    public void Standard_and_access_are_over_the_separable_parts_alone()
    {
        var kind = InU(With(Memory("a", 8, 32), Memory("b", 8, null, Mounting.Soldered) with { Interface = new Interface { Standard = Standard.None } },
            Memory("c", 0, 32) with { Interface = new Interface() }), PartKind.Memory, Build.AnyValue);
        kind = kind with { Sets = [kind.Sets.Single(set => set.Places.Count == 2)] };
        kind.Set!.Standard.ShouldBeAbout(0.5, 1, 1);
        kind.Set!.Standard.Coverage.ShouldBeAbout(0.5);
        kind.Set!.Access.Coverage.ShouldBeAbout(1);
    }

    [Fact]
    public void Access_is_the_geometric_mean_of_four_criteria_of_the_route()
    {
        var record = Build.Record(["outside"], [Build.Step("free", "outside", new Unclip { Count = 20 }) with { Frees = ["a"] }], [Memory("a", 8, 32)]);
        var criteria = record.Score().PartOf("a").Criteria!;
        double Log(Criterion criterion) => Math.Log(criteria[criterion].Value!.Value);
        InU(record, PartKind.Memory).Set!.Access.Value!.Value.ShouldBeAbout(
            Math.Exp((48 * Log(Criterion.Reach) + 20 * Log(Criterion.Fasteners) + 16 * Log(Criterion.Tools) + 16 * Log(Criterion.Bonds)) / 100));
        var unreached = record with { Steps = [record.Steps[0] with { Frees = [] }] };
        InU(unreached, PartKind.Memory).Set!.Access.ShouldBeAbout(0.01, null, 1);
    }

    // Combined and status

    [Fact]
    public void Combined_is_the_weighted_mean_of_both_and_has_no_value_where_one_has_none()
    {
        var result = With(Memory("a", 8, 32)).Score(Build.AnyValue);
        result.Combined.Value!.Value.ShouldBeAbout(0.6 * result.Repair.Value!.Value + 0.4 * result.Upgrade.Value!.Value);
        result.Combined.Low.ShouldBeAbout(0.6 * result.Repair.Low + 0.4 * result.Upgrade.Low);
        result.Combined.Coverage.ShouldBeAbout(0.6 * result.Repair.Coverage + 0.4 * result.Upgrade.Coverage);
        var noUpgrade = With(Build.Part("fan", PartKind.Fan)).Score(Build.AnyValue);
        noUpgrade.Repair.Value.ShouldNotBeNull();
        noUpgrade.Upgrade.Value.ShouldBeNull();
        noUpgrade.Combined.Value.ShouldBeNull();
        noUpgrade.Combined.High.ShouldBeGreaterThan(0);
        // Items of no weight do not count, but a missing value still shows.
        var repairOnly = Build.AnyValue with { Combined = new(1, 0) };
        With(Memory("a", 8, 32)).Score(repairOnly).Combined.Value.ShouldBe(result.Repair.Value);
        With(Build.Part("fan", PartKind.Fan)).Score(repairOnly).Combined.Value.ShouldBeNull();
    }

    [Fact]
    public void Status_is_draft_below_one_limit_provisional_with_a_reason_else_complete()
    {
        var complete = Examples.Record("3-modular").Record;
        complete.Score().Status.ShouldBe(Status.Complete);
        complete.Score().Reasons.ShouldBeEmpty();
        (complete with { Teardown = complete.Teardown with { Sample = Sample.Early } }).Score().Reasons.ShouldBe([Reason.EarlySample]);
        (complete with { Teardown = complete.Teardown with { Sample = Sample.Early } }).Score().Status.ShouldBe(Status.Provisional);
        var coarse = complete with { Steps = [complete.Steps[0] with { Frees = ["battery", "keyboard"] }, .. complete.Steps.Skip(1)] };
        coarse.Score().Reasons.ShouldBe([Reason.CoarseStep]);
        (coarse with { Steps = [coarse.Steps[0] with { Together = true }, .. coarse.Steps.Skip(1)] }).Score().Reasons.ShouldBeEmpty();
        var unseen = complete with { Parts = [.. complete.Parts.Where(part => part.Kind != PartKind.Hinge)], Steps = [.. complete.Steps.Where(step => step.Id != "hinge")] };
        unseen.Score().Status.ShouldBe(Status.Complete);
        var draft = With(Build.Part("battery", PartKind.Battery)) with { Teardown = complete.Teardown with { Sample = Sample.Early } };
        draft.Score().Status.ShouldBe(Status.Draft);
        draft.Score().Reasons.ShouldBe([Reason.Coverage, Reason.Width, Reason.EarlySample]);
    }

    [Fact]
    public void Status_limits_are_met_only_beyond_them()
    {
        var record = Examples.Record("1-two-routes").Record;
        var result = record.Score();
        var coverage = Math.Min(result.Repair.Coverage, result.Upgrade.Coverage);
        var width = Math.Max(result.Repair.High - result.Repair.Low, result.Upgrade.High - result.Upgrade.Low);
        Result At(double provisional, double draft, double wide) => record.Score(House with { Status = new(provisional, draft, wide) });
        At(coverage, coverage, width).Status.ShouldBe(Status.Complete);
        At(coverage + 1e-9, 0, width).Reasons.ShouldBe([Reason.Coverage]);
        At(0, 0, width - 1e-9).Reasons.ShouldBe([Reason.Width]);
        At(0, coverage + 1e-9, width).Status.ShouldBe(Status.Draft);
        // The smaller coverage and the wider range count, whichever index they are of.
        var other = Examples.Record("4-edges").Record.Score();
        (other.Upgrade.High - other.Upgrade.Low).ShouldNotBe(other.Repair.High - other.Repair.Low);
    }

    [Fact]
    public void The_result_tells_how_many_steps_have_observed_seconds()
    {
        Examples.Record("4-edges").Record.Score().ObservedSteps.ShouldBe(3);
        With().Score().ObservedSteps.ShouldBe(0);
    }

    // What is built on it

    [Fact]
    public void One_is_ahead_only_where_its_low_exceeds_the_others_high_by_more_than_the_resolution()
    {
        var low = Quantity.Between(10, 20, 30);
        Separation.Of(Quantity.Between(33.1, 40, 50), low, 3).ShouldBe(Ahead.First);
        Separation.Of(low, Quantity.Between(33.1, 40, 50), 3).ShouldBe(Ahead.Second);
        Separation.Of(Quantity.Between(33, 40, 50), low, 3).ShouldBe(Ahead.Neither);
        Separation.Of(low, Quantity.Between(33, 40, 50), 3).ShouldBe(Ahead.Neither);
        Separation.Of(low, low, 0).ShouldBe(Ahead.Neither);
    }

    [Fact]
    public void How_much_of_a_stage_is_known_counts_facts_and_kinds()
    {
        var record = Examples.Record("1-two-routes").Record;
        KnownFacts.Intake(record).ShouldBe(new Known(8, 11));
        // Camera, power button and clock cell were not seen; the mounting of the speakers is unknown.
        KnownFacts.Parts(record, House).ShouldBe(new Known(17, 21));
    }
}
