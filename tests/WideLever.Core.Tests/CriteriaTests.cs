using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>Criteria, each 0..1</em>, sentence by sentence.</summary>
public sealed class CriteriaTests
{
    private static Unscrew Screws(int count, double? length = 4, bool? captive = false, string? thread = "M2", Cover? cover = Cover.None) =>
        new() { Count = count, Drive = Drive.Cross, Size = "PH0", Thread = thread, Length = length, Captive = captive, Cover = cover };

    [Fact]
    public void Reach_is_one_up_to_full_then_falls_with_the_logarithm_to_nothing()
    {
        var kind = new Thresholds(180, 2700);
        Reach.Of(new(180, 180, 180), kind).ShouldBeAbout(1, 1, 1);
        Reach.Of(new(2700, 2700, 2700), kind).ShouldBeAbout(0, 0, 0);
        Reach.Of(new(5000, 5000, 5000), kind).ShouldBeAbout(0, 0, 0);
        Reach.Of(new(100, 600, 1000), kind).ShouldBeAbout(Math.Log(2.7) / Math.Log(15), Math.Log(4.5) / Math.Log(15), 1);
    }

    [Fact]
    public void Fasteners_weigh_screws_by_cover_and_captive_and_add_clips()
    {
        var burden = 3 * (1 - 0.95 * 0.6 * 0.85) + 2 * (1 - 0.95 * 1.0) + 4 * 0.05;
        Build.OneStep(Screws(3, cover: Cover.Foot), Screws(2, captive: true), new Unclip { Count = 4 }).Criterion(Criterion.Fasteners)
            .ShouldBeAbout(1 / (1 + burden / 6), 1 / (1 + burden / 6), 1 / (1 + burden / 6));
    }

    [Fact]
    public void A_cover_weighs_every_screw_of_its_action_whatever_covers_says() =>
        Build.OneStep(Screws(3, cover: Cover.Label) with { Covers = 1 }).Criterion(Criterion.Fasteners)
            .ShouldBe(Build.OneStep(Screws(3, cover: Cover.Label)).Criterion(Criterion.Fasteners));

    [Fact]
    public void Each_further_length_among_the_loose_screws_of_a_layer_takes_a_tenth_down_to_the_floor()
    {
        double Mixing(params TeardownAction[] actions)
        {
            var fasteners = Build.OneStep(actions).Criterion(Criterion.Fasteners).Value!.Value;
            var burden = actions.Cast<Unscrew>().Sum(screws => screws.Count!.Value.Least * (1 - 0.95 * (screws.Captive == true ? 1 : 0.85)));
            return fasteners * (1 + burden / 6);
        }
        Mixing(Screws(1)).ShouldBeAbout(1);
        Mixing(Screws(1), Screws(2)).ShouldBeAbout(1);
        Mixing(Screws(1), Screws(1, 5)).ShouldBeAbout(0.9);
        Mixing(Screws(1), Screws(1, thread: "M2.5")).ShouldBeAbout(0.9);
        Mixing(Screws(1), Screws(1, 5, captive: true)).ShouldBeAbout(1);
        Mixing(Screws(1), Screws(1, 5), Screws(1, 6), Screws(1, 7), Screws(1, 8), Screws(1, 9)).ShouldBeAbout(0.6);
    }

    [Fact]
    public void Mixing_is_that_of_the_worst_layer_on_the_route_not_of_all_together()
    {
        var record = Build.Record(["outside", "inside"],
        [
            Build.Step("open", "outside", Screws(1, 4), Screws(1, 5), Screws(1, 6)) with { Opens = "inside" },
            Build.Step("free", "inside", Screws(1, 7)) with { Frees = ["battery"] },
        ], [Build.Part("battery", PartKind.Battery)]);
        var burden = 4 * (1 - 0.95 * 0.85);
        record.Criterion(Criterion.Fasteners).Value!.Value.ShouldBeAbout(0.8 / (1 + burden / 6));
    }

    [Fact]
    public void For_the_high_only_known_loose_and_fully_sized_screws_are_told_apart_for_the_low_whatever_may_be()
    {
        var burden = (1 - 0.95 * 0.85, 1 - 0.95 * 1.0);
        // One known loose, one perhaps captive: high counts one size, low two.
        Build.OneStep(Screws(1), Screws(1, 5, captive: null)).Criterion(Criterion.Fasteners).ShouldBeAbout(
            0.9 / (1 + (burden.Item1 * 2) / 6),
            0.95 / (1 + (burden.Item1 * 1.5 + burden.Item2 * 0.5) / 6),
            1 / (1 + (burden.Item1 + burden.Item2) / 6));
        // Not fully sized, not known captive: one more for the low, none for the high.
        foreach (var unsized in new[] { Screws(1, length: null), Screws(1, thread: null) })
        {
            Build.OneStep(Screws(1), unsized).Criterion(Criterion.Fasteners)
                .ShouldBeAbout(0.9 / (1 + burden.Item1 * 2 / 6), 0.95 / (1 + burden.Item1 * 2 / 6), 1 / (1 + burden.Item1 * 2 / 6));
        }
        // Known captive: never counted.
        var captive = Build.OneStep(Screws(1), Screws(1, length: null, captive: true)).Criterion(Criterion.Fasteners);
        captive.Low.ShouldBeAbout(captive.High);
    }

    [Fact]
    public void An_unknown_cover_takes_the_best_and_the_worst_word()
    {
        var (best, worst) = (1 - 0.95 * 0.85, 1 - 0.95 * 0.3 * 0.85);
        Build.OneStep(Screws(1, cover: null)).Criterion(Criterion.Fasteners)
            .ShouldBeAbout(1 / (1 + worst / 6), 1 / (1 + (best + worst) / 2 / 6), 1 / (1 + best / 6));
    }

    [Fact]
    public void Tools_are_worth_their_worst_class_times_a_factor_beyond_two()
    {
        double Tools(params Tool[] tools) =>
            Build.OneStep([.. tools.Select(tool => new Move { Tool = tool })]).Criterion(Criterion.Tools).Value!.Value;
        Tools().ShouldBeAbout(1);
        Tools(Tool.Hand).ShouldBeAbout(1);
        Tools(Tool.Cross, Tool.FiveLobe).ShouldBeAbout(0.4);
        Tools(Tool.Cross, Tool.FiveLobe, Tool.Hand, Tool.Cross).ShouldBeAbout(0.4);
        Tools(Tool.Cross, Tool.FiveLobe, Tool.PryTool, Tool.Slotted).ShouldBeAbout(0.4 * 0.95 * 0.95);
        Tools(Tool.Rework).ShouldBeAbout(0.1);
    }

    [Fact]
    public void Each_action_of_unknown_tool_is_for_the_low_one_more_tool_of_the_worst_class_of_any_drive()
    {
        Build.OneStep(new Unscrew(), new Unscrew(), new Unclip()).Criterion(Criterion.Tools)
            .ShouldBeAbout(0.4 * 0.95, (0.4 * 0.95 + 0.95) / 2, 0.95);
        // A known tool worse than any drive stays the worst.
        Build.OneStep(new Unscrew(), new Move { Tool = Tool.Heat }).Criterion(Criterion.Tools).ShouldBeAbout(0.3, 0.3, 0.3);
    }

    [Fact]
    public void Bonds_are_worth_their_worst_times_a_factor_for_each_further_one()
    {
        Build.OneStep(new Move()).Criterion(Criterion.Bonds).ShouldBeAbout(1, 1, 1);
        Build.OneStep(new Unbond { Bond = Bond.Tape, LengthMm = 10 }, new Unbond { Bond = Bond.ReleaseTab, Count = 3 }).Criterion(Criterion.Bonds)
            .ShouldBeAbout(0.6 * 0.729, 0.6 * 0.729, 0.6 * 0.729);
        Build.OneStep(new Unbond { LengthMm = 10 }).Criterion(Criterion.Bonds).ShouldBeAbout(0.1, 0.475, 0.85);
        Build.OneStep(new Unbond { LengthMm = 10 }, new Unbond { Bond = Bond.SoftGlue, LengthMm = 10 }).Criterion(Criterion.Bonds)
            .ShouldBeAbout(0.09, 0.18, 0.27);
    }

    [Fact]
    public void Survival_multiplies_over_every_manipulation_and_is_nothing_at_its_zero()
    {
        double Share(double survival) => (survival - 0.88) / 0.12;
        Build.OneStep(new Unclip { Count = 10 }, new Lift { What = LiftWhat.Board }).Criterion(Criterion.Survival).Value!.Value
            .ShouldBeAbout(Share(Math.Pow(0.999, 10) * (1 - 0.00333)));
        Build.OneStep(new Unclip { Count = 500 }).Criterion(Criterion.Survival).ShouldBeAbout(0, 0, 0);
        Build.OneStep(Screws(5) with { Size = "T5" }).Criterion(Criterion.Survival).Value!.Value.ShouldBeAbout(Share(Math.Pow(0.99933, 5)));
        Build.OneStep(Screws(5) with { Size = "T6" }).Criterion(Criterion.Survival).Value!.Value.ShouldBeAbout(Share(Math.Pow(0.99983, 5)));
    }

    [Fact]
    public void Survival_takes_for_an_unknown_word_or_size_the_greatest_the_least_and_their_middle()
    {
        double Share(double survival) => (survival - 0.88) / 0.12;
        Build.OneStep(Screws(3) with { Size = null }).Criterion(Criterion.Survival)
            .ShouldBeAbout(Share(Math.Pow(0.99933, 3)), Share(Math.Pow(1 - 0.00042, 3)), Share(Math.Pow(0.99983, 3)));
        Build.OneStep(new Unplug { Count = 2 }).Criterion(Criterion.Survival)
            .ShouldBeAbout(Share(Math.Pow(1 - 0.00333, 2)), Share(Math.Pow(1 - 0.001665, 2)), Share(1));
        Build.OneStep(new Unbond { LengthMm = 5 }).Criterion(Criterion.Survival).ShouldBeAbout(Share(1 - 0.03333), Share(1 - 0.0175), Share(1 - 0.00167));
    }

    public static TheoryData<TeardownAction, double> Chances => new()
    {
        { new Unlatch(), 0 }, { new Slide(), 0.00017 }, { new Switch(), 0 }, { new Swing(), 0.00067 }, { new Route(), 0.00067 }, { new Move(), 0.00033 },
        { new Unplug { Connector = Connector.Coax }, 0.00133 }, { new Peel { What = PeelWhat.Shield }, 0.00167 }, { new Unbond { Bond = Bond.Foam, LengthMm = 9 }, 0.00167 },
        { new Lift { What = LiftWhat.Part }, 0.00017 }, { new Thermal { What = ThermalWhat.Paste }, 0.00167 },
    };

    [Theory]
    [MemberData(nameof(Chances))]
    public void Every_action_has_its_chance_of_damage(TeardownAction action, double chance) =>
        Build.OneStep(action).Criterion(Criterion.Survival).Value!.Value.ShouldBe((1 - chance - 0.88) / 0.12, 1e-9);

    [Fact]
    public void Mounting_is_by_table_and_unknown_where_it_is_unknown()
    {
        Build.OneStep().Criterion(Criterion.Mounting).ShouldBe(Quantity.Exactly(0.95));
        var record = Build.OneStep();
        (record with { Parts = [Build.Part("battery", PartKind.Battery, null)] }).Criterion(Criterion.Mounting).ShouldBe(Quantity.Unknown);
    }

    private static Quantity PriceOf(double? spare, double? machine, MachineClass? @class, Supply? source = Supply.Maker, string? currency = null, double? rate = null) =>
        Price.Of(
            new Spare { Price = spare is null ? null : new Money { Amount = spare, Currency = currency, Rate = rate }, Source = source },
            new Unit { Maker = "m", Model = "m", ModelCode = "m", Class = @class, Price = machine is null ? null : new Money { Amount = machine } },
            Examples.House);

    [Fact]
    public void Price_is_measured_against_the_smaller_of_the_machines_price_and_its_class()
    {
        PriceOf(80, 900, MachineClass.Mainstream).ShouldBeAbout(0.75, 0.75, 0.75);
        PriceOf(80, 400, MachineClass.Mainstream).ShouldBeAbout(0.5, 0.5, 0.5);
        PriceOf(900, 900, MachineClass.Mainstream).ShouldBeAbout(0, 0, 0);
    }

    [Fact]
    public void Price_has_a_low_of_nothing_where_one_of_the_two_or_the_source_is_unknown()
    {
        PriceOf(80, null, MachineClass.Mainstream).ShouldBeAbout(0, 0.75, 0.75);
        PriceOf(80, 400, null).ShouldBeAbout(0, 0.5, 0.5);
        PriceOf(80, 900, MachineClass.Mainstream, source: null).ShouldBeAbout(0, 0.75, 0.75);
        PriceOf(80, null, null).ShouldBe(Quantity.Unknown);
        PriceOf(null, 900, MachineClass.Mainstream).ShouldBe(Quantity.Unknown);
    }

    [Fact]
    public void Price_is_nothing_where_nobody_sells_the_spare_whatever_it_would_cost()
    {
        PriceOf(80, 900, MachineClass.Mainstream, Supply.None).ShouldBe(Quantity.Exactly(0));
        PriceOf(null, null, null, Supply.None).ShouldBe(Quantity.Exactly(0));
    }

    [Fact]
    public void Only_amounts_in_the_rubrics_currency_or_with_a_rate_to_it_are_known()
    {
        PriceOf(80, 900, MachineClass.Mainstream, currency: "EUR", rate: 7).ShouldBeAbout(0.75, 0.75, 0.75);
        PriceOf(40, 900, MachineClass.Mainstream, currency: "GBP", rate: 2).ShouldBeAbout(0.75, 0.75, 0.75);
        PriceOf(40, 900, MachineClass.Mainstream, currency: "GBP").ShouldBe(Quantity.Unknown);
        Price.InRubricCurrency(new Money { Currency = "EUR" }, Examples.House).ShouldBeNull();
    }

    [Fact]
    public void Price_stays_a_number_for_any_rate()
    {
        foreach (var rate in new[] { double.Epsilon, 1e-300, 1e300, double.MaxValue })
        {
            foreach (var amount in new[] { 0.0, 1, 1e7 })
            {
                var machine = new Unit { Maker = "m", Model = "m", ModelCode = "m", Price = new Money { Amount = 0.01, Currency = "GBP", Rate = rate } };
                var price = Price.Of(new Spare { Price = new Money { Amount = amount, Currency = "GBP", Rate = rate }, Source = Supply.Maker }, machine, Examples.House);
                price.Value!.Value.ShouldBeInRange(0, 1);
            }
        }
    }

    [Fact]
    public void Supply_is_by_source_less_where_the_maker_must_pair_it()
    {
        Quantity Of(Supply? source, bool? paired) => SupplyCriterion.Of(Build.Part("a", PartKind.Fan) with { Spare = new Spare { Source = source, Paired = paired } }, Examples.House);
        Of(Supply.ThirdParty, false).ShouldBe(Quantity.Exactly(0.75));
        Of(Supply.Maker, true).ShouldBeAbout(0.05, 0.05, 0.05);
        Of(Supply.ThirdParty, null).ShouldBeAbout(0.0375, 0.39375, 0.75);
        Of(Supply.None, null).ShouldBeAbout(0, 0, 0);
        Of(null, false).ShouldBe(Quantity.Unknown);
    }

    [Fact]
    public void Guidance_counts_what_helps_among_what_is_known()
    {
        Quantity Of(bool? manual, bool? labels, bool? numbers, bool? order) =>
            GuidanceCriterion.Of(new Guidance { Manual = manual, Labels = labels, PartNumbers = numbers, Order = order });
        Of(true, false, true, null).ShouldBeAbout(0.5, 2.0 / 3, 0.75);
        Of(true, true, true, true).ShouldBe(Quantity.Exactly(1));
        Of(null, null, null, false).ShouldBeAbout(0, 0, 0.75);
        Of(null, null, null, null).ShouldBe(Quantity.Unknown);
    }

    [Fact]
    public void A_part_that_no_step_frees_has_the_five_criteria_of_the_route_unknown()
    {
        var record = Build.Record(["outside"], [], [Build.Part("battery", PartKind.Battery)]);
        foreach (var criterion in new[] { Criterion.Reach, Criterion.Fasteners, Criterion.Tools, Criterion.Bonds, Criterion.Survival })
            record.Criterion(criterion).ShouldBe(Quantity.Unknown);
        record.Score().PartOf("battery").Effort.ShouldBeNull();
    }

    [Fact]
    public void A_count_that_is_a_span_takes_its_greatest_for_the_low_its_least_for_the_high_and_the_middle_for_the_value()
    {
        var burden = 1 - 0.95 * 0.85;
        Build.OneStep(Screws(1) with { Count = new(2, 4) }).Criterion(Criterion.Fasteners)
            .ShouldBeAbout(1 / (1 + 4 * burden / 6), 1 / (1 + 3 * burden / 6), 1 / (1 + 2 * burden / 6));
        Build.OneStep(new Unclip { Count = new(2, 6) }).Criterion(Criterion.Fasteners)
            .ShouldBeAbout(1 / (1 + 6 * 0.05 / 6), 1 / (1 + 4 * 0.05 / 6), 1 / (1 + 2 * 0.05 / 6));
        var (glue, further) = (Examples.House.Bonds[Bond.SoftGlue], Examples.House.ExtraBond);
        Build.OneStep(new Unbond { Bond = Bond.SoftGlue, LengthMm = 40, Count = new(1, 3) }).Criterion(Criterion.Bonds)
            .ShouldBeAbout(glue * further * further, (glue * further * further + glue) / 2, glue);
        var (clip, zero) = (Examples.House.Damage.Chance[Verb.Unclip][0], Examples.House.SurvivalAtZero);
        double Worth(double count) => (Math.Pow(1 - clip, count) - zero) / (1 - zero);
        Build.OneStep(new Unclip { Count = new(2, 6) }).Criterion(Criterion.Survival).ShouldBeAbout(Worth(6), Worth(4), Worth(2));
    }

    [Fact]
    public void A_count_that_nobody_took_is_the_rubrics_span_for_its_action()
    {
        foreach (var action in new TeardownAction[] { Screws(1), new Unclip(), new Unbond { Bond = Bond.Tape, LengthMm = 40 }, new Unplug { Connector = Connector.Coax } })
        {
            var (unknown, span) = (Build.OneStep(action with { Count = null }), Build.OneStep(action with { Count = Examples.House.UnknownCount[action.Verb] }));
            unknown.Score().PartOf("battery").Effort.ShouldBe(span.Score().PartOf("battery").Effort);
            foreach (var criterion in new[] { Criterion.Fasteners, Criterion.Bonds, Criterion.Survival })
                unknown.Criterion(criterion).ShouldBe(span.Criterion(criterion), $"{action.Verb} {criterion}");
        }
        Examples.House.UnknownCount[Verb.Unclip].Least.ShouldBeLessThan(Examples.House.UnknownCount[Verb.Unclip].Most);
    }

    [Fact]
    public void Mounting_of_what_is_one_piece_with_a_unit_that_can_be_swapped_is_a_share_of_the_units()
    {
        Quantity Of(PartKind kind, Mounting? unit, Mounting own = Mounting.Soldered)
        {
            var within = Build.Part("unit", kind, unit);
            return Build.Record(["outside"], [], [Build.Part("battery", PartKind.Battery, own) with { Within = unit is null ? null : "unit" }, within]).Criterion(Criterion.Mounting);
        }
        var (house, screwed, soldered) = (Examples.House, Examples.House.Mountings[Mounting.Screwed], Examples.House.Mountings[Mounting.Soldered]);
        var share = house.UnitShare[PartKind.PortsBoard] * screwed;
        share.ShouldBeGreaterThan(soldered);
        Of(PartKind.PortsBoard, Mounting.Screwed).ShouldBeAbout(share, share, share);
        var main = Math.Max(soldered, house.UnitShare[PartKind.Mainboard] * screwed);
        Of(PartKind.Mainboard, Mounting.Screwed).ShouldBeAbout(main, main, main);
        share.ShouldBeGreaterThan(main);
        // Of which nobody knows what it is a piece of, the best unit is allowed for.
        Of(PartKind.PortsBoard, null).ShouldBeAbout(soldered, soldered, Math.Max(soldered, house.UnitShare.Values.ToArray().Max()));
        // A share lowers nothing, and what can be separated is by the table alone.
        Of(PartKind.PortsBoard, Mounting.Screwed, Mounting.Screwed).ShouldBeAbout(screwed, screwed, screwed);
    }

    [Fact]
    public void Supply_that_is_unknown_has_a_value_where_the_interface_is_an_open_standard()
    {
        Quantity Of(Standard? standard, bool? paired = null)
        {
            var part = Build.Part("battery", PartKind.Battery) with { Interface = new() { Standard = standard }, Spare = new() { Paired = paired } };
            return Build.Record(["outside"], [], [part]).Criterion(Criterion.Supply);
        }
        var open = Examples.House.OpenSupply!.Value;
        Of(Standard.Open).ShouldBe(new(0, open, 1, 0));
        Of(Standard.Open, paired: false).ShouldBe(new(0, open, 1, 0));
        Of(Standard.Open, paired: true).ShouldBe(new(0, open * Examples.House.Paired, 1, 0));
        Of(Standard.Restricted).ShouldBe(Quantity.Unknown);
        Of(null).ShouldBe(Quantity.Unknown);
    }

    [Fact]
    public void A_part_in_view_that_no_step_frees_is_no_better_than_the_way_to_where_it_is_seen()
    {
        var open = Build.Step("open", "outside", Screws(6)) with { Opens = "inside" };
        TeardownRecord Of(string? layer) => Build.Record(["outside", "inside"], [open], [Build.Part("battery", PartKind.Battery) with { Layer = layer }]);
        var way = Build.OneStep(Screws(6));
        foreach (var criterion in new[] { Criterion.Reach, Criterion.Fasteners, Criterion.Tools, Criterion.Bonds, Criterion.Survival })
        {
            Of("inside").Criterion(criterion).ShouldBe(new(0, null, way.Criterion(criterion).High, 0), criterion.ToString());
            Of("outside").Criterion(criterion).ShouldBe(Quantity.Unknown);
            Of(null).Criterion(criterion).ShouldBe(Quantity.Unknown);
        }
        Of("inside").Score().PartOf("battery").Route.ShouldBeNull();
        Of("inside").Criterion(Criterion.Fasteners).High.ShouldBeLessThan(1);
    }
}
