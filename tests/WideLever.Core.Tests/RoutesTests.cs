using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>Routes</em>.</summary>
public sealed class RoutesTests
{
    private static readonly Rubric House = Examples.House;
    private static readonly Rubric WhereBlocking = House.With(schools => schools with { PowerFirst = PowerFirst.WhereBlocking });
    private static readonly Rubric Steps = House.With(schools => schools with { Effort = EffortSchool.Steps });

    [Fact]
    public void The_route_and_the_second_best_way_equal_brute_force_over_all_step_sets()
    {
        var (records, circular, severalDisconnecting, seconds, views) = (0, 0, 0, 0, 0);
        for (var seed = 0; seed < Long.Of(900); seed++)
        {
            var record = RandomRecords.Tangled(new Random(seed));
            var rubric = (seed % 3) switch { 0 => House, 1 => WhereBlocking, _ => Steps };
            var @checked = record.Checked(rubric);
            var ways = new WaysIn(@checked, rubric);
            var brute = new BruteForce(@checked, ways.Efforts, rubric.Schools.PowerFirst);
            var (routes, second) = (ways.Routes(), ways.SecondBest());
            for (var p = 0; p < record.Parts.Count; p++)
            {
                var id = record.Parts[p].Id;
                if (id == "p4")
                {
                    // In view only: no route, and reach is at its best what it would be from there.
                    var view = brute.Least(p)!;
                    routes[id].ShouldBeNull();
                    second[id].ShouldBeNull();
                    var reach = Scoring.Scorer.Score(@checked, rubric).PartOf(id).Criteria![Criterion.Reach];
                    (reach.Low, reach.Value, reach.Coverage).ShouldBe((0, null, 0), $"seed {seed}");
                    reach.High.ShouldBe(Scoring.Criteria.Reach.Of(ways.Effort(view), rubric.Reach[PartKind.Fan]).High, 1e-12, $"seed {seed}");
                    views += view.Length > 0 ? 1 : 0;
                    continue;
                }
                var expected = brute.Least(p);
                routes[id].ShouldBe(expected, $"seed {seed}, {id}");
                var expectedSecond = expected is null ? null : brute.Least(p, expected);
                second[id].ShouldBe(expectedSecond, $"seed {seed}, {id}, second-best");
                seconds += expectedSecond is null ? 0 : 1;
            }
            records++;
            circular += brute.MetCircularSet ? 1 : 0;
            severalDisconnecting += record.Steps.Count(step => step.DisconnectsPower) > 1 ? 1 : 0;
        }
        records.ShouldBeGreaterThanOrEqualTo(Long.Of(500));
        // The generator must keep making what is hard, or this proves little.
        circular.ShouldBeGreaterThan(Long.Of(90));
        severalDisconnecting.ShouldBeGreaterThan(Long.Of(90));
        seconds.ShouldBeGreaterThan(Long.Of(90));
        views.ShouldBeGreaterThan(Long.Of(90));
    }

    [Fact]
    public void Several_parts_in_one_opening_equal_brute_force_and_never_cost_more_than_each_by_itself()
    {
        var (planned, none, saved, views, ties) = (0, 0, 0, 0, 0);
        for (var seed = 0; planned < Long.Of(500); seed++)
        {
            var random = new Random(seed);
            var record = RandomRecords.Tangled(random);
            var rubric = (seed % 3) switch { 0 => House, 1 => WhereBlocking, _ => Steps };
            var @checked = record.Checked(rubric);
            var ways = new WaysIn(@checked, rubric);
            var brute = new BruteForce(@checked, ways.Efforts, rubric.Schools.PowerFirst);
            var parts = Enumerable.Range(0, record.Parts.Count).Where(p => !WaysIn.IsOnlyInView(@checked, record.Parts[p])).OrderBy(_ => random.Next()).Take(2 + seed % 3).ToList();
            var (route, expected) = (ways.Joint(parts), brute.Joint(parts));
            var joint = route?.Steps;
            (route?.Above ?? 0).ShouldBe(0, $"seed {seed}");
            joint.ShouldBe(expected, $"seed {seed}: {string.Join(", ", parts)}");
            planned++;
            views += parts.Exists(p => record.Parts[p].Layer is not null) ? 1 : 0;
            if (joint is null)
            {
                none++;
                continue;
            }
            var routes = ways.Routes();
            var singles = parts.Sum(p => ways.Effort(routes[record.Parts[p].Id]!).Value);
            ways.Effort(joint).Value.ShouldBeLessThanOrEqualTo(singles + 1e-9, $"seed {seed}");
            saved += ways.Effort(joint).Value < singles - 1e-6 ? 1 : 0;
            // What is least together is not always what is least for each.
            ties += joint.Except(parts.SelectMany(p => routes[record.Parts[p].Id]!)).Any() ? 1 : 0;
        }
        saved.ShouldBeGreaterThan(Long.Of(200));
        views.ShouldBeGreaterThan(Long.Of(50));
        ties.ShouldBeGreaterThan(0);
        none.ShouldBeLessThan(planned / 2);
    }

    [Fact]
    public void Routes_through_records_of_a_natural_size_equal_those_of_every_choice_gone_through_plainly()
    {
        var (records, seconds, none) = (0, 0, 0);
        for (var seed = 0; records < Math.Max(20, Long.Of(200)); seed++)
        {
            var record = RandomRecords.MidSized(new Random(seed));
            var rubric = (seed % 3) switch { 0 => House, 1 => WhereBlocking, _ => Steps };
            // Some of what is made at random can never be carried out.
            if (RecordValidation.Check(record, rubric).Checked is not { } @checked)
                continue;
            records++;
            var ways = new WaysIn(@checked, rubric);
            var plain = new EveryChoice(@checked, ways.Efforts, rubric.Schools.PowerFirst);
            var (routes, second) = (ways.Routes(), ways.SecondBest());
            foreach (var part in record.Parts)
            {
                var expected = plain.Least(part.Id, null);
                routes[part.Id].ShouldBe(expected, $"seed {seed}, {part.Id}");
                var expectedSecond = expected is null ? null : plain.Least(part.Id, expected);
                second[part.Id].ShouldBe(expectedSecond, $"seed {seed}, {part.Id}, second-best");
                seconds += expectedSecond is null ? 0 : 1;
                none += expectedSecond is null ? 1 : 0;
            }
        }
        seconds.ShouldBeGreaterThan(records);
        none.ShouldBeGreaterThan(records / 4);
    }

    /// <summary>Sixteen layers below each other with two ways into each, which is every choice that a record may have, and all parts come out in the deepest.</summary>
    [Theory]
    [InlineData(true, 1)]
    [InlineData(false, 1)]
    [InlineData(false, 0)]
    public void A_record_at_every_limit_is_searched_to_the_end(bool chained, int dearer)
    {
        var layers = Enumerable.Range(0, 17).Select(layer => layer == 0 ? "outside" : $"layer {layer}").ToList();
        var parts = Enumerable.Range(0, RecordLimits.Parts).Select(part => Build.Part($"p{part}", PartKind.Other, Mounting.Screwed)).ToArray();
        var openers = Enumerable.Range(1, 16).SelectMany(layer => Enumerable.Range(0, 2)
            .Select(way => Build.Step($"open {layer} {way}", layers[layer - 1], new Slide { Count = 1 + way * dearer }) with { Opens = layers[layer] })).ToList();
        var freeing = Enumerable.Range(0, RecordLimits.Steps - openers.Count).Select(step => Build.Step($"free {step}", layers[16], new Slide { Count = 1 + dearer * (step % 7) }) with
        {
            After = chained ? [.. Enumerable.Range(0, step).Select(before => $"free {before}")] : [],
            // Not chained, each frees all parts but one: no two parts come out by the same steps.
            Frees = [.. parts.Where((_, part) => chained || part != step).Select(part => part.Id)],
        }).ToList();
        var record = Build.Record(layers, [.. openers, .. freeing], parts).Checked();
        using var patience = new CancellationTokenSource(TimeSpan.FromMinutes(10));
        var ways = new WaysIn(record, House);
        var (routes, seconds) = (ways.Routes(patience.Token), ways.SecondBest(patience.Token));
        var cheapest = Enumerable.Range(0, 16).Select(layer => 2 * layer).ToList();
        routes["p5"].ShouldBe([.. cheapest, openers.Count]);
        routes["p0"].ShouldBe([.. cheapest, openers.Count + (chained ? 0 : 1 + 6 * dearer)]);
        // Another one of the cheapest openings, or another step of the same price.
        seconds["p5"]!.Count.ShouldBe(17);
        seconds["p5"].ShouldNotBe(routes["p5"]);
    }

    /// <summary>Every set of steps, tried one after the other; shares nothing with the search but the efforts.</summary>
    private sealed class BruteForce
    {
        private readonly TeardownRecord record;
        private readonly StepEffort[] efforts;
        private readonly bool[] needsPower;
        private readonly List<int> closed;
        private readonly bool powerOffFirst;

        public BruteForce(CheckedRecord record, StepEffort[] efforts, PowerFirst school)
        {
            this.record = record.Record;
            this.efforts = efforts;
            needsPower = new bool[efforts.Length];
            closed = Closed();
            var disconnecting = this.record.Steps.Select((step, i) => (step, i)).Where(pair => pair.step.DisconnectsPower).Select(pair => pair.i).ToList();
            if (school != PowerFirst.Always || disconnecting.Count == 0)
                return;
            var exempt = disconnecting.SelectMany(step => LeastWith([step], null)!).ToHashSet();
            for (var s = 0; s < efforts.Length; s++)
            {
                var step = this.record.Steps[s];
                needsPower[s] = !exempt.Contains(s) && !step.PowerOn && (step.Layer != this.record.Layers[0] || step.Actions.Any(action => action is Unplug));
            }
            closed = Closed();
            powerOffFirst = true;
        }

        public bool MetCircularSet { get; private set; }

        public int[]? Least(int part, int[]? leaveOut = null) => LeastWith(steps => Reaches(steps, part), leaveOut);

        public int[]? Joint(IReadOnlyList<int> parts) => LeastWith(steps => parts.All(part => Reaches(steps, part)), null);

        private bool Reaches(int[] steps, int part) => record.Parts[part].Layer is { } layer
            ? (layer == record.Layers[0] || steps.Any(s => record.Steps[s].Opens == layer))
                && (record.Parts[part].Fitted || layer == record.Layers[0] || !powerOffFirst || steps.Any(s => record.Steps[s].DisconnectsPower))
            : steps.Any(s => record.Steps[s].Frees.Contains(record.Parts[part].Id));

        private int[]? LeastWith(int[] anyOf, int[]? leaveOut) => LeastWith(steps => steps.Intersect(anyOf).Any(), leaveOut);

        private int[]? LeastWith(Func<int[], bool> reaches, int[]? leaveOut)
        {
            int[]? best = null;
            foreach (var set in closed)
            {
                var steps = Enumerable.Range(0, efforts.Length).Where(s => (set >> s & 1) != 0).ToArray();
                if (!reaches(steps) || (leaveOut is not null && leaveOut.All(steps.Contains)))
                    continue;
                if (best is null || Compare(steps, best) < 0)
                    best = steps;
            }
            return best;
        }

        private int Compare(int[] a, int[] b)
        {
            var byCharge = Micro(a, effort => effort.Charged.Value).CompareTo(Micro(b, effort => effort.Charged.Value));
            if (byCharge != 0)
                return byCharge;
            var byStandard = Micro(a, effort => effort.Standard).CompareTo(Micro(b, effort => effort.Standard));
            if (byStandard != 0)
                return byStandard;
            return a.Length != b.Length ? a.Length.CompareTo(b.Length) : a.Zip(b, (x, y) => x.CompareTo(y)).FirstOrDefault(order => order != 0);
        }

        private decimal Micro(int[] steps, Func<StepEffort, double> of) => Math.Round((decimal)steps.Sum(s => of(efforts[s])) * 1e6m);

        private List<int> Closed() => [.. Enumerable.Range(0, 1 << efforts.Length).Where(IsClosed)];

        private bool IsClosed(int set)
        {
            var placed = 0;
            while (true)
            {
                var next = Enumerable.Range(0, efforts.Length)
                    .Where(s => (set >> s & 1) != 0 && (placed >> s & 1) == 0 && MayFollow(s, placed))
                    .Aggregate(0, (bits, s) => bits | 1 << s);
                if (next == 0)
                    break;
                placed |= next;
            }
            if (placed == set)
                return true;
            MetCircularSet |= HasAnOpenerOfEveryLayer(set);
            return false;
        }

        private bool MayFollow(int s, int placed)
        {
            var step = record.Steps[s];
            bool Placed(Func<Step, bool> which) => Enumerable.Range(0, efforts.Length).Any(other => (placed >> other & 1) != 0 && which(record.Steps[other]));
            return (step.Layer == record.Layers[0] || Placed(other => other.Opens == step.Layer))
                && step.After.All(id => Placed(other => other.Id == id))
                && (!needsPower[s] || Placed(other => other.DisconnectsPower));
        }

        private bool HasAnOpenerOfEveryLayer(int set)
        {
            var steps = Enumerable.Range(0, efforts.Length).Where(s => (set >> s & 1) != 0).Select(s => record.Steps[s]).ToList();
            return steps.All(step => step.Layer == record.Layers[0] || steps.Any(other => other.Opens == step.Layer));
        }
    }

    private static Step Free(string id, string layer, string part, params TeardownAction[] actions) => Build.Step(id, layer, actions) with { Frees = [part] };

    private static readonly Part[] Battery = [Build.Part("battery", PartKind.Battery)];

    [Fact]
    public void A_set_with_an_opener_of_every_layer_can_still_be_circular()
    {
        // Each of x and y is opened from within the other; only the third way begins on the outside.
        var record = Build.Record(["outside", "x", "y"],
        [
            Build.Step("x from y", "y", new Slide()) with { Opens = "x" },
            Build.Step("y from x", "x", new Slide()) with { Opens = "y" },
            Build.Step("x the long way", "outside", new Slide { Count = 20 }) with { Opens = "x" },
            Free("free", "y", "battery"),
        ], Battery);
        record.RouteTo("battery").ShouldBe(["y from x", "x the long way", "free"]);
    }

    [Fact]
    public void A_route_with_effort_equal_to_the_microsecond_is_chosen_by_standard_effort_then_steps_then_positions()
    {
        // Under steps both ways charge the same; the second has the less standard effort.
        Build.Record(["outside"], [Free("slow", "outside", "battery", new Move { Count = 2 }), Free("quick", "outside", "battery", new Move())], Battery)
            .RouteTo("battery", Steps).ShouldBe(["quick"]);
        // Equal efforts: fewer steps.
        var free = House with { Times = House.Times with { Standard = House.Times.Standard.With(Verb.Switch, new OutBack(0, 0)) } };
        Build.Record(["outside"],
            [Build.Step("extra", "outside", new Switch()), Free("two", "outside", "battery") with { After = ["extra"] }, Free("one", "outside", "battery")], Battery)
            .RouteTo("battery", free).ShouldBe(["one"]);
        // All equal: the positions that come first.
        Build.Record(["outside"], [Free("first", "outside", "battery"), Free("second", "outside", "battery")], Battery).RouteTo("battery").ShouldBe(["first"]);
        // A difference below the microsecond is none.
        var hair = House with { Times = House.Times with { Standard = House.Times.Standard.With(Verb.Slide, new OutBack(16 - 1e-8, 0)) } };
        Build.Record(["outside"], [Free("move", "outside", "battery", new Move()), Free("slide", "outside", "battery", new Slide())], Battery)
            .RouteTo("battery", hair).ShouldBe(["move"]);
    }

    [Fact]
    public void Power_comes_first_for_what_unplugs_and_for_what_lies_inside_but_not_for_the_way_to_it()
    {
        var record = Build.Record(["outside", "inside"],
        [
            Build.Step("open", "outside") with { Opens = "inside" },
            Build.Step("power", "inside", new Unplug { Connector = Connector.WirePlug }) with { DisconnectsPower = true },
            Free("slide out", "outside", "a"),
            Free("unplug outside", "outside", "b", new Unplug { Connector = Connector.Blade }),
            Free("inside", "inside", "c"),
        ], [Build.Part("a", PartKind.Battery), Build.Part("b", PartKind.Storage), Build.Part("c", PartKind.Memory)]);
        record.RouteTo("a").ShouldBe(["slide out"]);
        record.RouteTo("b").ShouldBe(["open", "power", "unplug outside"]);
        record.RouteTo("c").ShouldBe(["open", "power", "inside"]);
        record.RouteTo("b", WhereBlocking).ShouldBe(["unplug outside"]);
        record.RouteTo("c", WhereBlocking).ShouldBe(["open", "inside"]);
    }

    [Fact]
    public void Any_one_of_several_disconnecting_steps_will_do_and_each_ones_own_way_is_exempt()
    {
        var record = Build.Record(["outside", "bay", "inside"],
        [
            Build.Step("bay", "outside", new Move { Count = 9 }) with { Opens = "bay" },
            Build.Step("pull", "bay", new Unplug { Connector = Connector.Blade }) with { DisconnectsPower = true },
            Build.Step("base", "outside") with { Opens = "inside" },
            Build.Step("switch", "inside", new Switch()) with { DisconnectsPower = true },
            Free("in bay", "bay", "a"),
            Free("in base", "inside", "b"),
        ], [Build.Part("a", PartKind.Storage), Build.Part("b", PartKind.Memory)]);
        record.RouteTo("b").ShouldBe(["base", "switch", "in base"]);
        record.RouteTo("a").ShouldBe(["bay", "pull", "in bay"]);
    }

    [Fact]
    public void Where_no_step_disconnects_power_nothing_is_added() =>
        Build.Record(["outside"], [Free("free", "outside", "battery", new Unplug { Connector = Connector.Blade })], Battery)
            .RouteTo("battery").ShouldBe(["free"]);

    [Fact]
    public void A_search_ends_when_its_request_does()
    {
        using var source = new CancellationTokenSource();
        source.Cancel();
        foreach (var rubric in new[] { House, WhereBlocking })
        {
            var ways = new WaysIn(Examples.Record("1-two-routes"), rubric);
            Should.Throw<OperationCanceledException>(() => ways.Routes(source.Token));
            Should.Throw<OperationCanceledException>(() => ways.SecondBest(source.Token));
        }
    }

    [Fact]
    public void Routes_that_were_found_are_taken_again_where_no_effort_and_no_school_of_power_changed_and_nowhere_else()
    {
        var other = House with { Times = House.Times with { ToolPickUp = 9 * House.Times.ToolPickUp, Standard = House.Times.Standard.With(Verb.Unclip, 90 * House.Times.Standard[Verb.Unclip][0]) } };
        Rubric[] rubrics = [House, House with { ScrewBase = 0.5 }, WhereBlocking, other, House with { Schools = House.Schools with { Effort = EffortSchool.Steps } }, House];
        var record = Examples.Record("1-two-routes");
        foreach (var rubric in rubrics)
        {
            var fresh = CheckedRecord.Of(record.Record, rubric);
            var (kept, found) = (Scorer.Score(record, rubric), Scorer.Score(fresh, rubric));
            kept.Parts.Select(part => string.Join(' ', part.Route ?? [])).ShouldBe(found.Parts.Select(part => string.Join(' ', part.Route ?? [])));
            Indices.Of(kept).ShouldBe(Indices.Of(found));
        }
        // And they do differ among these.
        rubrics.Select(rubric => string.Join(';', Scorer.Score(record, rubric).Parts.Select(part => string.Join(' ', part.Route ?? [])))).Distinct().Count().ShouldBeGreaterThan(1);
    }

    [Fact]
    public void The_second_best_way_of_the_worked_example_goes_from_below()
    {
        var record = Examples.Record("1-two-routes");
        var ways = new WaysIn(record, House);
        var second = ways.SecondBest()["memory-a"]!;
        second.Select(step => record.Record.Steps[step].Id).ShouldBe(["cover", "power", "battery", "wifi", "fan", "heatsink", "board", "memory-a-from-below"]);
        ways.Effort(second).Value.ShouldBeGreaterThan(ways.Effort(ways.Routes()["memory-a"]!).Value);
        ways.SecondBest()["ssd"].ShouldBeNull();
    }

    [Fact]
    public void Routes_of_more_than_sixty_four_steps_are_found_too()
    {
        // Two chains of a hundred steps to the same part, the second a little shorter in time.
        Step[] Chain(string name, int clips) => [.. Enumerable.Range(0, 100).Select(i =>
            Build.Step($"{name}{i}", "outside", new Unclip { Count = clips }) with { After = i == 0 ? [] : [$"{name}{i - 1}"], Frees = i == 99 ? ["battery"] : [] })];
        var record = Build.Record(["outside"], [.. Chain("long", 3), .. Chain("short", 2)], Battery);
        record.RouteTo("battery").ShouldBe(Enumerable.Range(0, 100).Select(i => $"short{i}"));
        var ways = new WaysIn(record.Checked(), House);
        ways.SecondBest()["battery"].ShouldBe(Enumerable.Range(0, 100));
    }
}
