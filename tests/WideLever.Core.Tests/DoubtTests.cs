using WideLever.Core.Records;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>What each unknown fact costs in range.</summary>
public sealed class DoubtTests
{
    private static double Width(Quantity quantity) => quantity.High - quantity.Low;

    [Fact]
    public void A_fact_costs_what_the_range_is_narrower_on_the_average_of_its_answers()
    {
        var record = RandomRecords.OneWay(new Random(3)) with { Guidance = new Guidance { Manual = null, Labels = true, PartNumbers = true, Order = false } };
        var now = record.Score();
        var cost = Doubt.Of(record.Checked(), Examples.House).Costs.Single(one => one.Fact.At == "guidance.manual");
        double[] known = [.. new[] { true, false }.Select(answer => Width((record with { Guidance = record.Guidance with { Manual = answer } }).Score().Repair))];
        cost.Repair.ShouldBe(Width(now.Repair) - known.Average(), 1e-9);
        cost.Upgrade.ShouldBe(0, 1e-9);
    }

    [Fact]
    public void A_fact_of_a_step_is_tried_with_new_ways_in()
    {
        var record = Build.OneStep(new Unbond { Bond = null });
        var costs = Doubt.Of(record.Checked(), Examples.House).Costs;
        var bond = costs.Single(one => one.Fact.At == "steps[0].actions[0].bond");
        (bond.Fact.Step, bond.Fact.Part).ShouldBe(("free", null));
        var known = WordList.Members<Bond>().Select(word => Width(Build.OneStep(new Unbond { Bond = word }).Score().Repair)).Average();
        bond.Repair.ShouldBe(Width(record.Score().Repair) - known, 1e-9);
    }

    [Fact]
    public void A_kind_not_seen_costs_its_share_of_the_weight()
    {
        var record = Build.OneStep(new Move());
        var fan = Doubt.Of(record.Checked(), Examples.House).Costs.Single(one => one.Fact.At == "kind:fan");
        var weights = Examples.House.Repair.Pairs.Sum(pair => pair.Value);
        fan.Repair.ShouldBe(100 * Examples.House.Repair[PartKind.Fan] / weights, 1e-9);
        (fan.Fact.Kind, fan.Fact.Field).ShouldBe((PartKind.Fan, "kind"));
    }

    [Fact]
    public void A_part_that_no_step_frees_costs_what_its_way_would_tell()
    {
        // The battery's mounting is known, its way is not; the price of nothing is asked by the way.
        var record = Build.OneStep(new Move()) with { Steps = [Build.Step("open", "outside")] };
        var way = Doubt.Of(record.Checked(), Examples.House).Costs.Single(one => one.Fact.Field == "way");
        (way.Fact.At, way.Fact.Part, way.Fact.Kind).ShouldBe(("parts[0].way", "battery", PartKind.Battery));
        way.Repair.ShouldBeGreaterThan(1);
        way.Repair.ShouldBeLessThan(Width(record.Score().Repair));
        Doubt.Of(Build.OneStep(new Move()).Checked(), Examples.House).Costs.ShouldNotContain(one => one.Fact.Field == "way");
    }

    [Fact]
    public void The_dearest_fact_comes_first_and_what_is_known_costs_nothing()
    {
        foreach (var name in Examples.Names)
        {
            var record = Examples.Record(name);
            var costs = Doubt.Of(record, Examples.House).Costs;
            costs.Select(one => -one.Combined).ShouldBeInOrder();
            costs.ShouldAllBe(one => one.Repair >= 0 && one.Upgrade >= 0);
            foreach (var cost in costs.Where(one => one.Fact is { Part: not null, Field: "mounting" }))
                record.Record.Parts.Single(part => part.Id == cost.Fact.Part).Mounting.ShouldBeNull();
        }
        Doubt.Of(Examples.Record("3-modular"), Examples.House).Costs.ShouldAllBe(one => one.Combined < 3);
        Doubt.Of(Examples.Record("2-sealed-and-unsure"), Examples.House).Costs.Count.ShouldBeGreaterThan(5);
    }

    [Fact]
    public void What_was_tried_is_told_beside_how_many_there_are_and_enough_is_enough()
    {
        var record = Build.OneStep([.. Enumerable.Repeat<TeardownAction>(new Unscrew { Count = null }, 60)]);
        var all = Doubt.Of(record.Checked(), Examples.House);
        all.Tried.ShouldBe(all.Facts);
        all.Facts.ShouldBeGreaterThan(60 * 6);
        var asked = 0;
        var some = Doubt.Of(record.Checked(), Examples.House, () => Interlocked.Increment(ref asked) > 200);
        some.Facts.ShouldBe(all.Facts);
        some.Tried.ShouldBeInRange(2, 200);
        // What was tried costs what it costs.
        some.Costs.ShouldBeSubsetOf(all.Costs);
        // The first is tried whatever the clock says.
        Doubt.Of(record.Checked(), Examples.House, () => true).Tried.ShouldBe(1);
    }
}
