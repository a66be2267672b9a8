using MathNet.Numerics.Distributions;
using WideLever.Core.Checking;
using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>What is built on it</em>, rank odds.</summary>
public sealed class RankOddsTests
{
    // Much is unknown of each, so that their order is open.
    private static readonly CheckedRecord[] Three = [.. new[] { 1, 2, 3 }.Select(seed => RandomRecords.OneWay(new Random(seed)).Checked())];

    private static RankOdds Of(IReadOnlyList<CheckedRecord> field, IndexName index, int draws, ulong seed = 7, Rubric? rubric = null, RankOdds? earlier = null, int? threads = null) => RankOdds.Of(
        field.Select(record => Scorer.Score(record, rubric ?? Examples.House)), rubric ?? Examples.House, index, seed, draws, earlier, threads);

    [Theory]
    [InlineData(IndexName.Repair, 0, 1)]
    [InlineData(IndexName.Upgrade, 0, 1)]
    [InlineData(IndexName.Combined, 0, 1)]
    [InlineData(IndexName.Repair, 1, 0)]
    [InlineData(IndexName.Combined, -1, -1)]
    public void Odds_of_three_units_are_those_of_a_slow_computation_of_its_own(IndexName index, int inside, int across)
    {
        var rubric = Examples.House.With(schools => schools with { InsideMean = inside, AcrossMean = across });
        var draws = Long.Of(20_000);
        var odds = Of(Three, index, draws, rubric: rubric);
        var results = Three.Select(record => Scorer.Score(record, rubric)).ToArray();
        var random = new Random(11);
        var (places, above) = (new double[3, 3], new double[3, 3]);
        for (var draw = 0; draw < draws; draw++)
        {
            var weights = new Slow.Weights(rubric, random);
            var scores = results.Select((result, i) => Slow.Score(result, Three[i].Record, rubric, weights, index, random)).ToArray();
            for (var unit = 0; unit < 3; unit++)
            {
                places[unit, scores.Count(score => score > scores[unit])] += 1.0 / draws;
                for (var other = 0; other < 3; other++)
                    above[unit, other] += scores[unit] > scores[other] ? 1.0 / draws : 0;
            }
        }
        var (undecided, tolerance) = (0, 0.015 * Math.Sqrt(20_000.0 / draws));
        for (var unit = 0; unit < 3; unit++)
        {
            for (var other = 0; other < 3; other++)
            {
                odds.Place(unit, other + 1).ShouldBe(places[unit, other], tolerance);
                odds.Above(unit, other).ShouldBe(above[unit, other], tolerance);
                undecided += places[unit, other] is > 0.03 and < 0.97 ? 1 : 0;
            }
        }
        undecided.ShouldBeGreaterThan(4, "else nothing is compared");
    }

    /// <summary>The method's sentence, one number at a time, with another generator.</summary>
    private static class Slow
    {
        public sealed class Weights(Rubric rubric, Random random)
        {
            public double[] Repair { get; } = Draw(rubric.Repair.Pairs.Select(pair => pair.Value), random);

            public double[] Criteria { get; } = Draw(rubric.Criteria.Pairs.Select(pair => pair.Value), random);

            public double[] Upgrade { get; } = Draw(rubric.Upgrade.Pairs.Select(pair => pair.Value), random);

            public double[] UpgradeCriteria { get; } = Draw(rubric.UpgradeCriteria.Pairs.Select(pair => pair.Value), random);

            public double[] AccessCriteria { get; } = Draw(rubric.AccessCriteria.Pairs.Select(pair => pair.Value), random);

            private static double[] Draw(IEnumerable<double> weights, Random random)
            {
                var all = weights.ToArray();
                return Dirichlet.Sample(random, [.. all.Select(weight => 150 * weight / all.Sum())]);
            }
        }

        public static double Score(Result result, TeardownRecord record, Rubric rubric, Weights weights, IndexName index, Random random)
        {
            var u = Enumerable.Range(0, 9).Select(_ => random.NextDouble()).ToArray();
            var (ofHeadroom, ofStandard, factor) = (random.NextDouble(), random.NextDouble(), LogNormal.Sample(random, 0, 0.15));
            double Between(Quantity quantity, double at) => quantity.Low + at * (quantity.High - quantity.Low);
            double Value(Criterion criterion, Quantity quantity, PartKind kind, double low, double high, bool known) => criterion == Criterion.Reach && known
                ? Between(new(Reach(high * factor, rubric.Reach[kind]), null, Reach(low * factor, rubric.Reach[kind]), 1), u[0])
                : Between(quantity, u[(int)criterion]);
            double Mean(IEnumerable<(double Weight, double Value)> items, int exponent)
            {
                var all = items.Select(item => (item.Weight, Value: exponent <= 0 ? Math.Max(item.Value, rubric.Floor) : item.Value)).ToList();
                var sum = all.Sum(item => item.Weight);
                return exponent == 0 ? Math.Exp(all.Sum(item => item.Weight * Math.Log(item.Value)) / sum) : Math.Pow(all.Sum(item => item.Weight * Math.Pow(item.Value, exponent)) / sum, 1.0 / exponent);
            }
            var (inside, across) = (rubric.Schools.InsideMean, rubric.Schools.AcrossMean);
            var kinds = rubric.Repair.Pairs.Select(pair => pair.Key).ToList();
            var repair = Mean(result.RepairKinds.Select(kind =>
            {
                var parts = result.Parts.Where(part => part.Part.Kind == kind.Kind && part.Criteria is not null).Select(part => Mean(part.Criteria!.Pairs.Select(pair => (
                    weights.Criteria[(int)pair.Key], Value(pair.Key, pair.Value, kind.Kind, part.Effort?.Low ?? 0, part.Effort?.High ?? 0, part.Effort is not null))), inside)).ToList();
                if (parts.Count == 0)
                    parts.Add(Mean(u.Select((at, i) => (weights.Criteria[i], at)), inside));
                return (weights.Repair[kinds.IndexOf(kind.Kind)], Mean(parts.Select(part => (1.0, part)), inside));
            }), across);
            var upgradeKinds = rubric.Upgrade.Pairs.Select(pair => pair.Key).ToList();
            var access = rubric.AccessCriteria.Pairs.Select(pair => pair.Key).ToList();
            double OfSet(PartKind kind, Quantity headroom, IReadOnlyList<UpgradePlace> counted)
            {
                var unsure = counted.Any(place => place.Part.Mounting is null);
                var places = counted.Select(place =>
                {
                    // A place that may not be one at all adds nothing for certain.
                    Quantity Of(Quantity quantity) => place.Part.Mounting is null ? quantity with { Low = 0 } : quantity;
                    var effort = place.Part.Mounting is null ? null : result.Parts.Single(part => part.Part.Id == place.Part.Id).Effort;
                    return (Standard: Between(Of(place.Standard), ofStandard), Access: Mean(place.Criteria.Select(pair =>
                        (weights.AccessCriteria[access.IndexOf(pair.Key)], Value(pair.Key, Of(pair.Value), kind, effort?.Low ?? 0, effort?.High ?? 0, effort is not null))), 0));
                }).ToList();
                return Mean([
                    (weights.UpgradeCriteria[0], Between(unsure ? headroom with { Low = 0 } : headroom, ofHeadroom)), (weights.UpgradeCriteria[1], places.Average(place => place.Standard)),
                    (weights.UpgradeCriteria[2], places.Average(place => place.Access)),
                ], 0);
            }
            var upgrade = result.UpgradeChoices.Max(choice => Mean(choice.Kinds.Select(kind =>
            {
                var weight = weights.Upgrade[upgradeKinds.IndexOf(kind.Kind)];
                if (kind.Score.High == 0)
                    return (weight, 0);
                if (kind.Sets.Count == 0)
                {
                    var unknown = Mean(access.Select((criterion, i) => (weights.AccessCriteria[i], u[(int)criterion])), 0);
                    return (weight, Mean([(weights.UpgradeCriteria[0], ofHeadroom), (weights.UpgradeCriteria[1], ofStandard), (weights.UpgradeCriteria[2], unknown)], 0));
                }
                return (weight, kind.Sets.Where(set => set.Headroom.High > 0).Select(set => OfSet(kind.Kind, set.Headroom, set.Places)).DefaultIfEmpty(0).Max());
            }), across));
            return index switch { IndexName.Repair => repair, IndexName.Upgrade => upgrade, _ => Mean([(rubric.Combined.Repair, repair), (rubric.Combined.Upgrade, upgrade)], 1) };
        }

        private static double Reach(double effort, Thresholds reach) =>
            effort <= reach.First ? 1 : Math.Clamp(Math.Log(reach.Second / effort) / Math.Log(reach.Second / reach.First), 0, 1);
    }

    [Fact]
    public void The_same_seed_gives_the_same_odds_with_one_thread_and_with_two_and_another_seed_others()
    {
        var (one, two, other) = (Of(Three, IndexName.Combined, 4_000, threads: 1), Of(Three, IndexName.Combined, 4_000, threads: 2), Of(Three, IndexName.Combined, 4_000, seed: 8));
        Counts(one).ShouldBe(Counts(two));
        Counts(one).ShouldNotBe(Counts(other));
    }

    [Fact]
    public void A_field_of_many_units_counts_the_places_that_are_taken_and_no_pairs()
    {
        var many = Enumerable.Range(0, RankOdds.MaxPairs + 1).Select(i => Three[i % 3]).ToList();
        var odds = Of(many, IndexName.Combined, RankDraws.Block);
        Should.Throw<InvalidOperationException>(() => odds.Above(0, 1));
        foreach (var unit in new[] { 0, 1, 2, many.Count - 1 })
        {
            var (from, to) = odds.Reach(unit);
            Enumerable.Range(from, to - from + 1).Sum(place => odds.Place(unit, place)).ShouldBe(1, 1e-12);
            Enumerable.Range(1, many.Count).Sum(place => odds.Place(unit, place)).ShouldBe(1, 1e-12);
            odds.MostLikely(unit).ShouldBeInRange(from, to);
        }
    }

    [Fact]
    public void More_draws_refine_and_do_not_restart()
    {
        var few = Of(Three, IndexName.Repair, 1_000);
        var more = Of(Three, IndexName.Repair, 3_000, earlier: few);
        more.Draws.ShouldBe(3_000);
        Counts(more).ShouldBe(Counts(Of(Three, IndexName.Repair, 3_000)));
        Counts(Of(Three, IndexName.Repair, 500, earlier: few)).ShouldBe(Counts(few), "fewer are there already");
        Should.Throw<ArgumentOutOfRangeException>(() => Of(Three, IndexName.Repair, 3_000, seed: 8, earlier: few));
        Should.Throw<ArgumentOutOfRangeException>(() => Of(Three, IndexName.Upgrade, 3_000, earlier: few));
        Should.Throw<ArgumentOutOfRangeException>(() => Of(Three, IndexName.Repair, 0));
        Should.Throw<ArgumentOutOfRangeException>(() => Of(Three, IndexName.Repair, RankOdds.MaxDraws + 1));
        Of(Three, IndexName.Repair, 1).Draws.ShouldBe(RankDraws.Block);
    }

    private static double[] Counts(RankOdds odds) =>
        [.. from unit in Enumerable.Range(0, odds.Units) from other in Enumerable.Range(0, odds.Units) from count in new[] { odds.Place(unit, other + 1), odds.Above(unit, other) } select count];

    [Fact]
    public void Ties_share_their_places()
    {
        // Nothing is unknown of them and they are the same, but for the effort factor and what it cannot move.
        var plain = Build.Record(["outside"], [Build.Step("free", "outside", new Slide()) with { Frees = ["part"] }], [Build.Part("part", PartKind.OpticalDrive, Mounting.Slid) with
        {
            Spare = new() { Source = Supply.None, Paired = false },
        }]) with
        { Absent = [.. Examples.House.MayBeAbsent.Where(kind => kind != PartKind.OpticalDrive)], Guidance = new() { Manual = true, Labels = true, PartNumbers = true, Order = true } };
        var rubric = Examples.House with { Repair = new([new(PartKind.OpticalDrive, 1)]) };
        var field = Enumerable.Range(0, 3).Select(_ => plain.Checked(rubric)).ToList();
        var odds = Of(field, IndexName.Repair, 400, rubric: rubric);
        for (var unit = 0; unit < 3; unit++)
        {
            odds.Place(unit, 1).ShouldBe(1);
            odds.Above(unit, (unit + 1) % 3).ShouldBe(0);
            (odds.MostLikely(unit), odds.Span(unit)).ShouldBe((1, (1, 1)));
        }
    }

    [Fact]
    public void Chances_of_a_unit_add_up_and_its_span_holds_nine_draws_of_ten()
    {
        var field = Enumerable.Range(0, 9).Select(seed => RandomRecords.OneWay(new Random(seed)).Checked()).ToList();
        var odds = Of(field, IndexName.Repair, 2_000);
        for (var unit = 0; unit < 9; unit++)
        {
            Enumerable.Range(1, 9).Sum(place => odds.Place(unit, place)).ShouldBe(1, 1e-12);
            var (from, to) = odds.Span(unit);
            Enumerable.Range(from, to - from + 1).Sum(place => odds.Place(unit, place)).ShouldBeGreaterThanOrEqualTo(0.9);
            Enumerable.Range(1, 9).ShouldAllBe(place => odds.Place(unit, place) <= odds.Place(unit, odds.MostLikely(unit)));
            for (var other = 0; other < 9; other++)
                (odds.Above(unit, other) + odds.Above(other, unit)).ShouldBeLessThanOrEqualTo(1);
        }
    }

    [Fact]
    public void Weights_are_drawn_as_a_Dirichlet_distribution_has_them()
    {
        double[] weights = [18, 12, 0, 1];
        var rows = Enumerable.Range(0, 500).Select(block => RankDraws.Weights(weights, 3, block, 0)).ToList();
        for (var w = 0; w < weights.Length; w++)
        {
            var drawn = rows.SelectMany(row => Row(row, w)).ToArray();
            var (share, whole) = (weights[w] / 31, 150.0);
            drawn.Average().ShouldBe(share, 0.001);
            Variance(drawn).ShouldBe(share * (1 - share) / (whole + 1), 0.00003);
        }
        rows.SelectMany(row => Enumerable.Range(0, RankDraws.Block).Select(draw => Enumerable.Range(0, 4).Sum(w => Row(row, w)[draw]))).ShouldAllBe(sum => Math.Abs(sum - 1) < 1e-12);
        // Two weights go against each other as much as their shares say.
        var (first, second) = (rows.SelectMany(row => Row(row, 0)).ToArray(), rows.SelectMany(row => Row(row, 1)).ToArray());
        first.Zip(second, (a, b) => (a - 18.0 / 31) * (b - 12.0 / 31)).Average().ShouldBe(-(18.0 / 31) * (12.0 / 31) / 151, 0.00005);
    }

    [Fact]
    public void Uniform_numbers_and_effort_factors_have_their_moments()
    {
        var uniform = new double[13 * RankDraws.Block];
        var (all, logs) = (new List<double>(), new List<double>());
        for (var unit = 0; unit < 200; unit++)
        {
            RankDraws.Uniform(uniform, 5, unit % 10, unit);
            all.AddRange(uniform);
            RankDraws.LogEffort(uniform.AsSpan(0, RankDraws.Block), uniform.AsSpan(RankDraws.Block, RankDraws.Block));
            logs.AddRange(uniform[..RankDraws.Block]);
        }
        all.ShouldAllBe(u => u >= 0 && u < 1);
        all.Average().ShouldBe(0.5, 0.002);
        Variance(all).ShouldBe(1 / 12.0, 0.001);
        // Neighbours in a row know nothing of each other.
        all.Zip(all.Skip(1), (a, b) => (a - 0.5) * (b - 0.5)).Average().ShouldBe(0, 0.001);
        all.Distinct().Count().ShouldBeGreaterThan(all.Count * 999 / 1000);
        logs.Average().ShouldBe(0, 0.003);
        Variance(logs).ShouldBe(0.15 * 0.15, 0.0006);
        // A lognormal factor has the mean exp(σ² / 2).
        logs.Average(Math.Exp).ShouldBe(Math.Exp(0.15 * 0.15 / 2), 0.003);
        logs.Average(log => Math.Abs(log) < 0.15 ? 1.0 : 0).ShouldBe(0.6827, 0.01);
    }

    private static double[] Row(double[] rows, int number) => rows[(number * RankDraws.Block)..((number + 1) * RankDraws.Block)];

    private static double Variance(IReadOnlyCollection<double> numbers)
    {
        var mean = numbers.Average();
        return numbers.Average(number => (number - mean) * (number - mean));
    }
}
