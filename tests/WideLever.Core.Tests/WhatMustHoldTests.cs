using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>What must hold</em>, on records from seeds.</summary>
public sealed class WhatMustHoldTests
{
    private const double Hair = 1e-9;

    private static readonly Rubric[] Rubrics =
    [
        Examples.House,
        Examples.House.With(schools => schools with { Effort = EffortSchool.Steps }),
        Examples.House.With(schools => schools with { PowerFirst = PowerFirst.WhereBlocking, Assemblies = Assemblies.NotReplaceable }),
        Examples.House.With(schools => schools with { InsideMean = 1, AcrossMean = -1 }),
        Examples.House.With(schools => schools with { InsideMean = -1, AcrossMean = 0, Effort = EffortSchool.Steps, Assemblies = Assemblies.NotReplaceable }),
    ];

    private static IEnumerable<(int Seed, TeardownRecord Record, Rubric Rubric)> OneWayRecords(int count) =>
        Enumerable.Range(0, count).Select(seed => (seed, RandomRecords.OneWay(new Random(seed)), Rubrics[seed % Rubrics.Length]));

    [Fact]
    public void Filling_in_an_unknown_keeps_low_value_and_high_within_the_old_range_and_never_lowers_the_coverage()
    {
        var filled = 0;
        foreach (var (seed, record, rubric) in OneWayRecords(Long.Of(160)))
        {
            var before = record.Score(rubric);
            foreach (var (what, better) in Unknowns.Filled(record, new Random(seed)))
            {
                var after = better.Score(rubric);
                Within(before.Repair, after.Repair, $"seed {seed}, R, {what}");
                Within(before.Upgrade, after.Upgrade, $"seed {seed}, U, {what}");
                filled++;
            }
        }
        filled.ShouldBeGreaterThan(Long.Of(1500));
    }

    private static void Within(Quantity old, Quantity now, string what)
    {
        now.Low.ShouldBeGreaterThanOrEqualTo(old.Low - Hair, what);
        now.High.ShouldBeLessThanOrEqualTo(old.High + Hair, what);
        if (now.Value is { } value)
            value.ShouldBeInRange(old.Low - Hair, old.High + Hair, what);
        now.Coverage.ShouldBeGreaterThanOrEqualTo(old.Coverage - Hair, what);
    }

    [Fact]
    public void A_better_fact_never_lowers_the_repair_index()
    {
        var bettered = 0;
        foreach (var (seed, record, rubric) in OneWayRecords(Long.Of(160)))
        {
            var before = record.Score(rubric).Repair;
            foreach (var (what, better) in BetterFacts.Of(record))
            {
                var after = better.Score(rubric).Repair;
                after.Low.ShouldBeGreaterThanOrEqualTo(before.Low - Hair, $"seed {seed}, low, {what}");
                after.High.ShouldBeGreaterThanOrEqualTo(before.High - Hair, $"seed {seed}, high, {what}");
                if (before.Value is { } old && after.Value is { } now)
                    now.ShouldBeGreaterThanOrEqualTo(old - Hair, $"seed {seed}, value, {what}");
                bettered++;
            }
        }
        bettered.ShouldBeGreaterThan(Long.Of(1500));
    }

    [Fact]
    public void Low_is_at_most_value_and_value_at_most_high_everywhere()
    {
        for (var seed = 0; seed < Long.Of(500); seed++)
        {
            var record = seed % 2 == 0 ? RandomRecords.OneWay(new Random(seed)) : RandomRecords.Tangled(new Random(seed));
            var result = record.Score(Rubrics[seed % Rubrics.Length]);
            foreach (var quantity in All(result))
            {
                quantity.Low.ShouldBeLessThanOrEqualTo((quantity.Value ?? quantity.Low) + Hair);
                (quantity.Value ?? quantity.Low).ShouldBeLessThanOrEqualTo(quantity.High + Hair);
                quantity.Coverage.ShouldBeInRange(0, 1 + Hair);
                double.IsFinite(quantity.Low + quantity.High + (quantity.Value ?? 0)).ShouldBeTrue();
            }
            foreach (var part in result.Parts)
            {
                if (part.Effort is { } effort)
                    (effort.Low <= effort.Value + Hair && effort.Value <= effort.High + Hair).ShouldBeTrue();
            }
        }
    }

    private static IEnumerable<Quantity> All(Result result) =>
    [
        result.Repair, result.Upgrade, result.Combined,
        .. result.RepairKinds.Select(kind => kind.Score),
        .. result.UpgradeChoices.Select(choice => choice.Upgrade), .. result.UpgradeChoices.SelectMany(choice => choice.Kinds).Select(kind => kind.Score),
        .. result.UpgradeChoices.SelectMany(choice => choice.Kinds).SelectMany(kind => kind.Sets).SelectMany(set => new[] { set.Headroom, set.Standard, set.Access, set.Score }),
        .. result.Parts.Select(part => part.Score).OfType<Quantity>(),
        .. result.Parts.SelectMany(part => part.Criteria?.Pairs.Select(pair => pair.Value) ?? []),
    ];

    [Fact]
    public void There_is_a_figure_exactly_where_enough_of_the_weight_has_one()
    {
        var (with, without) = (0, 0);
        for (var seed = 0; seed < Long.Of(400); seed++)
        {
            var record = seed % 2 == 0 ? RandomRecords.OneWay(new Random(seed)) : RandomRecords.Tangled(new Random(seed));
            var rubric = Rubrics[seed % Rubrics.Length] with { ValueFrom = seed % 3 == 0 ? 0.9 : Examples.House.ValueFrom };
            var result = record.Score(rubric);
            Holds(result.Repair, result.RepairKinds.Select(kind => (rubric.Repair[kind.Kind], kind.Score)));
            foreach (var kind in result.RepairKinds)
                Holds(kind.Score, result.Parts.Where(part => part.Part.Kind == kind.Kind && part.Score is not null).Select(part => (1.0, part.Score!.Value)));
            foreach (var part in result.Parts.Where(part => part.Criteria is not null))
                Holds(part.Score!.Value, part.Criteria!.Pairs.Select(pair => (rubric.Criteria[pair.Key], pair.Value)));
            foreach (var choice in result.UpgradeChoices)
                Holds(choice.Upgrade, choice.Kinds.Select(kind => (rubric.Upgrade[kind.Kind], kind.Score)));

            void Holds(Quantity mean, IEnumerable<(double Weight, Quantity Item)> items)
            {
                var counted = items.Where(item => item.Weight > 0).ToList();
                if (counted.Count == 0)
                    return;
                var known = counted.Where(item => item.Item.Value is not null).Sum(item => item.Weight) / counted.Sum(item => item.Weight);
                (mean.Value is not null).ShouldBe(known >= rubric.ValueFrom - 1e-9, $"seed {seed}: {known:P1} of the weight has a value, {mean}");
                if (mean.Value is null)
                    without++;
                else
                    with++;
            }
        }
        with.ShouldBeGreaterThan(Long.Of(400));
        without.ShouldBeGreaterThan(Long.Of(400));
    }

    [Fact]
    public void The_order_in_which_parts_are_listed_changes_nothing()
    {
        foreach (var (seed, record, rubric) in OneWayRecords(100))
        {
            var shuffled = record with { Parts = [.. record.Parts.OrderBy(_ => new Random(seed).Next()).Reverse()] };
            var (a, b) = (record.Score(rubric), shuffled.Score(rubric));
            foreach (var (one, other) in new[] { (a.Repair, b.Repair), (a.Upgrade, b.Upgrade), (a.Combined, b.Combined) })
            {
                other.ShouldBeAbout(one.Low, one.Value, one.High);
                other.Coverage.ShouldBeAbout(one.Coverage);
            }
            foreach (var part in record.Parts)
                b.PartOf(part.Id).Route.ShouldBe(a.PartOf(part.Id).Route);
        }
    }

    [Fact]
    public void The_driver_and_the_bench_are_not_scored()
    {
        var record = Examples.Record("1-two-routes").Record;
        var other = record with { Teardown = record.Teardown with { Bench = "Bench 9", Driver = BenchDriver.Powered, Condition = Condition.Damaged } };
        Examples.AsJson(other.Score(), other).ToJsonString().ShouldBe(Examples.AsJson(record.Score(), record).ToJsonString());
    }
}
