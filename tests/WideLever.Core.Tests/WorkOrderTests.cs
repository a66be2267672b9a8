using WideLever.Core.Records;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>Means</em>: what is open about order and power, and what an index lacks to have a value.</summary>
public sealed class WorkOrderTests
{
    private static readonly Part[] Parts = [Build.Part("fan", PartKind.Fan), Build.Part("board", PartKind.Mainboard)];

    private static IReadOnlyList<OpenOrder> Open(params Step[] steps) => WorkOrder.Open(Build.Record(["outside", "inside"], steps, Parts).Checked());

    [Fact]
    public void A_step_that_leads_to_nothing_is_asked_what_it_is_needed_for()
    {
        Open(Build.Step("aside", "outside"), Build.Step("fan", "outside") with { Frees = ["fan"] }, Build.Step("in", "outside") with { Opens = "inside", NeedsNoOther = true })
            .ShouldBe([new OpenOrder(0, OrderQuestion.LeadsToNothing)]);
        // Another one comes after it.
        Open(Build.Step("aside", "outside"), Build.Step("fan", "outside") with { Frees = ["fan"], After = ["aside"] }, Build.Step("in", "outside") with { Opens = "inside", NeedsNoOther = true }).ShouldBeEmpty();
        Open(Build.Step("power", "outside") with { DisconnectsPower = true }, Build.Step("in", "outside") with { Opens = "inside", NeedsNoOther = true }).ShouldBeEmpty();
    }

    [Theory]
    [InlineData(PartKind.Mainboard, true)]
    [InlineData(PartKind.TopCase, true)]
    [InlineData(PartKind.Frame, true)]
    [InlineData(PartKind.DisplayAssembly, true)]
    [InlineData(PartKind.Keyboard, true)]
    [InlineData(PartKind.Speakers, false)]
    [InlineData(PartKind.Battery, false)]
    public void What_brings_out_something_large_is_asked_what_comes_before_it(PartKind kind, bool asked)
    {
        var first = Build.Step("first", "outside") with { Frees = ["fan"] };
        var large = Build.Step("large", "outside") with { Frees = ["small", "large"] };
        IReadOnlyList<OpenOrder> Of(params Step[] steps) => WorkOrder.Open(Build.Record(["outside"], steps, [Parts[0], Build.Part("small", PartKind.Camera), Build.Part("large", kind)]).Checked());
        Of(first, large).ShouldBe(asked ? [new OpenOrder(1, OrderQuestion.WhatComesBefore)] : []);
        Of(first, large with { After = ["first"] }).ShouldBeEmpty();
        Of(first, large with { NeedsNoOther = true }).ShouldBeEmpty();
        // The first of its layer has nothing before it.
        Of(large, first).ShouldBeEmpty();
    }

    [Fact]
    public void A_layer_s_opener_is_asked_too_and_each_layer_begins_anew()
    {
        Open(Build.Step("fan", "outside") with { Frees = ["fan"] }, Build.Step("in", "outside") with { Opens = "inside" }, Build.Step("board", "inside") with { Frees = ["board"] })
            .ShouldBe([new OpenOrder(1, OrderQuestion.WhatComesBefore)]);
    }

    [Fact]
    public void Power_is_left_on_where_a_battery_may_be_there_and_nothing_disconnects_it()
    {
        bool LeftOn(TeardownRecord record) => WorkOrder.PowerLeftOn(record.Checked());
        var inside = Build.Record(["outside", "inside"], [Build.Step("in", "outside") with { Opens = "inside" }, Build.Step("fan", "inside") with { Frees = ["fan"] }], Parts);
        LeftOn(inside).ShouldBeTrue();
        LeftOn(inside with { Steps = [.. inside.Steps, Build.Step("power", "inside") with { DisconnectsPower = true }] }).ShouldBeFalse();
        LeftOn(inside with { Absent = [PartKind.Battery] }).ShouldBeFalse();
        // On the outside only what is unplugged counts, be it one action of several.
        var outside = Build.Record(["outside"], [Build.Step("fan", "outside") with { Frees = ["fan"] }], Parts);
        LeftOn(outside).ShouldBeFalse();
        LeftOn(outside with { Steps = [Build.Step("fan", "outside", new Move(), new Unplug { Connector = Connector.WirePlug }) with { Frees = ["fan"] }] }).ShouldBeTrue();
    }

    [Fact]
    public void An_index_without_a_value_says_which_kinds_would_make_one_of_it_the_weightiest_first()
    {
        var house = Examples.House;
        var record = Build.OneStep(new Move());
        record = record with
        {
            Unit = record.Unit with { Class = MachineClass.Thin, Price = new Money { Amount = 1000 } },
            Guidance = new() { Manual = true, Labels = true, PartNumbers = true, Order = true },
            Parts = [record.Parts[0] with { Spare = new Spare { Source = Supply.Maker, Price = new Money { Amount = 50 }, Paired = false } }],
        };
        var (result, weights) = (record.Score(), house.Repair.Pairs.ToDictionary(pair => pair.Key, pair => pair.Value));
        var (whole, battery) = (weights.Values.Sum(), weights[PartKind.Battery]);
        var wanting = Wanting.OfRepair(result, house);
        wanting.Has.ShouldBe(battery / whole, 1e-12);
        wanting.From.ShouldBe(house.ValueFrom);
        wanting.Kinds.Select(kind => (kind.Kind, kind.Share)).ShouldBe(
            weights.Where(pair => pair.Key != PartKind.Battery && pair.Value > 0).OrderByDescending(pair => pair.Value).Select(pair => (pair.Key, pair.Value / whole)));
        // As many as bring what has a value to where an index has one, and not one more.
        double With(int kinds) => wanting.Has + wanting.Kinds.Take(kinds).Sum(kind => kind.Share);
        With(wanting.Enough).ShouldBeGreaterThanOrEqualTo(house.ValueFrom - 1e-9);
        With(wanting.Enough - 1).ShouldBeLessThan(house.ValueFrom - 1e-9);
        // One that has a value lacks nothing, be it just enough.
        var enough = house with { ValueFrom = battery / whole };
        Wanting.OfRepair(record.Score(enough), enough).Enough.ShouldBe(0);
        // A kind of no weight is not wanted, and where none has any nothing is.
        var without = house with { Repair = new(house.Repair.Pairs.Select(pair => KeyValuePair.Create(pair.Key, pair.Key == PartKind.Fan ? 0 : pair.Value))) };
        Wanting.OfRepair(record.Score(without), without).Kinds.ShouldNotContain(kind => kind.Kind == PartKind.Fan);
        var upgrade = Wanting.OfUpgrade(result, house);
        (upgrade.Has, upgrade.Kinds.Count).ShouldBe((0, house.Upgrade.Pairs.Count(pair => pair.Value > 0)));
    }
}
