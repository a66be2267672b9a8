using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Tests;

/// <summary>
/// The search by itself, over efforts of its own: few different ones, so that many ways are charged the same and standard effort, count and order decide.
/// </summary>
public sealed class RouteSearchTests
{
    /// <summary>Layers one below another or beside each other, some with several ways in, and steps in the deepest that free parts.</summary>
    private static TeardownRecord Layered(Random random, int layerCount, int openersAtMost, bool apart)
    {
        var layers = Enumerable.Range(0, layerCount).Select(layer => layer == 0 ? "outside" : $"layer {layer}").ToList();
        var steps = new List<Step>();
        void Add(string layer, Func<Step, Step> more, TeardownAction? action = null)
        {
            var before = steps.Count == 0 || random.Next(2) == 0 ? [] : Enumerable.Range(0, random.Next(1, 3)).Select(_ => steps[random.Next(steps.Count)].Id).Distinct().ToList();
            steps.Add(more(Build.Step($"s{steps.Count}", layer, action ?? new Slide()) with { After = before }));
        }
        for (var layer = 1; layer < layerCount; layer++)
        {
            for (var way = random.Next(1, openersAtMost + 1); way > 0; way--)
                Add(layers[Math.Max(0, layer - random.Next(1, 3))], step => step with { Opens = layers[layer] });
        }
        for (var power = random.Next(3); power > 0; power--)
            Add(layers[random.Next(layerCount)], step => step with { DisconnectsPower = true }, new Unplug { Connector = Connector.WirePlug });
        for (var part = 0; part < 4; part++)
        {
            var id = $"p{part}";
            for (var way = random.Next(1, 4); way > 0; way--)
                Add(layers[layerCount - 1 - random.Next(Math.Min(2, layerCount))], step => step with { Frees = [id], After = apart ? [] : step.After });
        }
        return Build.Record(layers, steps, [.. Enumerable.Range(0, 4).Select(part => Build.Part($"p{part}", PartKind.Fan))]);
    }

    private static StepEffort[] Efforts(Random random, int steps) =>
        [.. Enumerable.Range(0, steps).Select(_ => new StepEffort(EffortSeconds.Exactly(random.Next(1, 4)), random.Next(1, 4)))];

    private static (RouteSearch Search, IReadOnlyList<int>?[] Routes, IReadOnlyList<int>?[] Seconds) Find(TeardownRecord record, StepEffort[] efforts, PowerFirst school)
    {
        var @checked = record.Checked();
        var search = new RouteSearch(@checked, efforts, school);
        var goals = record.Parts.Select((_, part) => @checked.Graph.Freeing[part]).ToList();
        var routes = search.Routes(goals);
        return (search, [.. routes], [.. search.SecondBest(goals, routes)]);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void Routes_and_second_best_ways_are_those_of_every_choice_where_much_is_charged_the_same(bool apart)
    {
        var (compared, seconds, tied, records) = (0, 0, 0, Math.Max(80, Long.Of(1_500)));
        for (var seed = 0; seed < records; seed++)
        {
            var random = new Random(seed);
            var record = Layered(random, random.Next(2, 6), 3, apart);
            if (Checking.RecordValidation.Check(record, Examples.House).Checked is null)
                continue;
            var efforts = Efforts(random, record.Steps.Count);
            var school = seed % 2 == 0 ? PowerFirst.Always : PowerFirst.WhereBlocking;
            var (_, routes, second) = Find(record, efforts, school);
            var plain = new EveryChoice(record.Checked(), efforts, school);
            for (var part = 0; part < record.Parts.Count; part++)
            {
                var least = plain.Least($"p{part}", null);
                routes[part].ShouldBe(least, $"seed {seed}, p{part}");
                var other = least is null ? null : plain.Least($"p{part}", least);
                second[part].ShouldBe(other, $"seed {seed}, p{part}, second-best");
                compared++;
                seconds += other is null ? 0 : 1;
                tied += other is not null && Math.Abs(least!.Sum(step => efforts[step].Charged.Value) - other.Sum(step => efforts[step].Charged.Value)) < 0.5 ? 1 : 0;
            }
        }
        compared.ShouldBeGreaterThan(2 * records);
        seconds.ShouldBeGreaterThan(compared / 2);
        tied.ShouldBeGreaterThan(seconds / 20, "else nothing but what is charged is compared");
    }

    /// <summary>Every short cut of the search shows in how much it does; a clock would say it less surely.</summary>
    [Theory]
    [InlineData(1, true, "225 40")]
    [InlineData(2, true, "144 52")]
    [InlineData(3, true, "288 36")]
    [InlineData(4, false, "900 176")]
    [InlineData(5, false, "936 422")]
    [InlineData(6, false, "312 112")]
    public void The_search_does_as_much_as_it_has_to(int seed, bool apart, string work)
    {
        var random = new Random(seed);
        var record = Layered(random, 9, 3, apart);
        var (search, _, _) = Find(record, Efforts(random, record.Steps.Count), PowerFirst.Always);
        $"{search.Work.Needs} {search.Work.Sets}".ShouldBe(work);
    }

    [Fact]
    public void A_set_of_steps_has_what_was_put_into_it_in_every_word()
    {
        int[] steps = [0, 5, 63, 64, 130, 191];
        var set = StepSet.Of(steps, 3);
        StepSet.Add(set, 64);
        StepSet.Positions(set).ShouldBe(steps);
        StepSet.Count(set).ShouldBe(6);
        Enumerable.Range(0, 192).Where(step => StepSet.Has(set, step)).ShouldBe(steps);
        foreach (var step in steps)
        {
            StepSet.Overlap(set, StepSet.Of([step], 3)).ShouldBeTrue();
            StepSet.IsSubset(StepSet.Of([step], 3), set).ShouldBeTrue();
        }
        var others = StepSet.Of([1, 62, 65, 131, 190], 3);
        StepSet.Overlap(set, others).ShouldBeFalse();
        StepSet.IsSubset(StepSet.Of([0, 190], 3), set).ShouldBeFalse();
        StepSet.Positions(StepSet.Without(set, StepSet.Of([5, 64], 3))).ShouldBe([0, 63, 130, 191]);
    }

    [Theory]
    [InlineData(new[] { 0, 9 }, new[] { 1, 2 }, true)]
    [InlineData(new[] { 3, 70 }, new[] { 3, 71 }, true)]
    [InlineData(new[] { 3, 150 }, new[] { 3, 71 }, false)]
    [InlineData(new[] { 70, 150 }, new[] { 3, 190 }, false)]
    [InlineData(new[] { 5, 66 }, new[] { 5, 66 }, false)]
    public void Of_two_sets_of_a_size_the_one_with_the_earlier_step_comes_first(int[] one, int[] other, bool first) =>
        StepSet.ComesFirst(StepSet.Of(one, 3), StepSet.Of(other, 3)).ShouldBe(first);

    [Fact]
    public void Routes_that_were_found_serve_only_where_every_step_is_charged_the_same()
    {
        StepEffort[] efforts = [new(EffortSeconds.Exactly(3), 3), new(EffortSeconds.Exactly(4), 4)];
        var found = new FoundRoutes(efforts, PowerFirst.Always, []);
        found.AreOf([.. efforts], PowerFirst.Always).ShouldBeTrue();
        found.AreOf(efforts, PowerFirst.WhereBlocking).ShouldBeFalse();
        found.AreOf([efforts[0], new(EffortSeconds.Exactly(5), 4)], PowerFirst.Always).ShouldBeFalse();
        found.AreOf([efforts[0], new(EffortSeconds.Exactly(4), 5)], PowerFirst.Always).ShouldBeFalse();
        found.AreOf([new(EffortSeconds.Exactly(2), 3), efforts[1]], PowerFirst.Always).ShouldBeFalse();
    }

    [Fact]
    public void Routes_are_found_once_as_long_as_the_efforts_stay()
    {
        var record = Examples.Record("1-two-routes");
        var first = new WaysIn(record, Examples.House).RoutesAndViews();
        // Weights are no part of a route.
        new WaysIn(record, Examples.House with { ValueFrom = 0.2 }).RoutesAndViews().ShouldBeSameAs(first);
        var other = new WaysIn(record, Examples.House.With(schools => schools with { Effort = EffortSchool.Steps })).RoutesAndViews();
        other.ShouldNotBeSameAs(first);
        new WaysIn(record, Examples.House).RoutesAndViews().ShouldNotBeSameAs(first, "the latest are kept");
    }
}
