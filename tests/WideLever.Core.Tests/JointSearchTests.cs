using WideLever.Core.Records;
using WideLever.Core.Routes;

namespace WideLever.Core.Tests;

/// <summary>Several parts in one opening where each has many ways: exact as long as it can be, and else said how far from it at most.</summary>
public sealed class JointSearchTests
{
    /// <summary>Parts of which each comes out by several steps, each behind some of the steps that they share.</summary>
    private static TeardownRecord Shared(Random random, int parts, int ways, int shared, int each)
    {
        var helpers = Enumerable.Range(0, shared).Select(i => Build.Step($"h{i}", "outside", new Unscrew { Count = random.Next(1, 12) })).ToList();
        var steps = Enumerable.Range(0, parts * ways).Select(i => Build.Step($"w{i}", "outside", new Unclip { Count = random.Next(1, 5) }) with
        {
            Frees = [$"p{i / ways}"],
            After = [.. helpers.OrderBy(_ => random.Next()).Take(each).Select(step => step.Id)],
        });
        return Build.Record(["outside"], [.. helpers, .. steps], [.. Enumerable.Range(0, parts).Select(i => Build.Part($"p{i}", PartKind.Fan))]);
    }

    private static JointRoute Joint(TeardownRecord record, out WaysIn ways)
    {
        ways = new WaysIn(record.Checked(Examples.House), Examples.House);
        return ways.Joint([.. Enumerable.Range(0, record.Parts.Count)])!;
    }

    [Theory]
    [InlineData(3)]
    [InlineData(15)]
    public void Twenty_parts_with_ways_of_their_own_take_the_least_of_each(int each)
    {
        var record = Shared(new Random(1), parts: 20, ways: each, shared: 1, each: 0);
        var joint = Joint(record, out var ways);
        joint.Above.ShouldBe(0);
        joint.Steps.Count.ShouldBe(20);
        var routes = ways.Routes();
        ways.Effort(joint.Steps).Value.ShouldBe(record.Parts.Sum(part => ways.Effort(routes[part.Id]!).Value), 1e-6);
    }

    [Fact]
    public void Ten_parts_of_sixty_steps_are_exact()
    {
        for (var seed = 0; seed < Long.Of(40); seed++)
        {
            var random = new Random(seed);
            var record = Shared(random, parts: 10, ways: random.Next(2, 5), shared: 20, each: random.Next(1, 4));
            Joint(record, out _).Above.ShouldBe(0, $"seed {seed}");
        }
    }

    [Fact]
    public void Twenty_parts_with_three_ways_each_are_exact()
    {
        for (var seed = 0; seed < Long.Of(20); seed++)
        {
            var random = new Random(seed);
            Joint(Shared(random, parts: 20, ways: 3, shared: random.Next(20, 60), each: random.Next(1, 4)), out _).Above.ShouldBe(0, $"seed {seed}");
        }
    }

    [Fact]
    public void What_is_said_to_be_at_most_above_the_least_is()
    {
        for (var seed = 0; seed < Long.Of(40); seed++)
        {
            var random = new Random(seed);
            var record = Shared(random, parts: 6, ways: 4, shared: 12, each: 3);
            var joint = Joint(record, out var ways);
            var least = Plain(record, ways);
            ways.Effort(joint.Steps).Value.ShouldBe(least, 1e-6, $"seed {seed}");
        }
    }

    [Fact]
    public void Beyond_that_there_is_an_answer_that_says_how_far_from_the_least_it_may_be()
    {
        var record = Shared(new Random(1), parts: 20, ways: 10, shared: 60, each: 4);
        var joint = Joint(record, out var ways);
        joint.Above.ShouldBeGreaterThan(0);
        joint.Above.ShouldBeLessThan(ways.Effort(joint.Steps).Value);
        record.Parts.ShouldAllBe(part => joint.Steps.Any(step => record.Steps[step].Frees.Contains(part.Id)));
        ways.Effort(joint.Steps).Value.ShouldBeLessThan(ways.Routes().Values.Sum(route => ways.Effort(route!).Value));
    }

    /// <summary>The least over every choice of a way for each part.</summary>
    private static double Plain(TeardownRecord record, WaysIn ways)
    {
        var position = record.Steps.Index().ToDictionary(step => step.Item.Id, step => step.Index);
        var ofPart = record.Parts.Select(part => record.Steps.Index().Where(step => step.Item.Frees.Contains(part.Id)).Select(step => new[] { step.Index }.Concat(step.Item.After.Select(id => position[id])).ToList()).ToList()).ToList();
        var least = double.PositiveInfinity;
        void Take(int part, HashSet<int> taken)
        {
            if (part == ofPart.Count)
            {
                least = Math.Min(least, ways.Effort([.. taken]).Value);
                return;
            }
            foreach (var way in ofPart[part])
                Take(part + 1, [.. taken, .. way]);
        }
        Take(0, []);
        return least;
    }
}
