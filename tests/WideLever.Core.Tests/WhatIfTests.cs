using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>What is built on it</em>, what-if.</summary>
public sealed class WhatIfTests
{
    private static readonly IReadOnlyList<ChangeTemplate> Templates = ChangeTemplatesReader.Read(ChangeTemplatesReader.ShippedBytes).Templates!;

    private static MachineChange Change(TeardownRecord record, string id) => MachineChange.Of(record, Templates).Single(change => change.Id == id);

    [Fact]
    public void The_shipped_file_has_at_least_fifteen_changes_and_every_one_of_them_applies_somewhere()
    {
        Templates.Count.ShouldBeGreaterThanOrEqualTo(15);
        var random = Enumerable.Range(0, Long.Of(400)).Select(seed => RandomRecords.OneWay(new Random(seed)));
        var records = Examples.Names.Select(name => Examples.Record(name).Record).Append(Build.Sealed()).Concat(random).ToList();
        var applied = records.SelectMany(record => MachineChange.Of(record, Templates)).Select(change => change.Template.Name).ToHashSet();
        Templates.Select(template => template.Name).Where(name => !applied.Contains(name)).ShouldBeEmpty();
    }

    [Fact]
    public void A_change_is_to_the_record_and_names_what_it_puts_in_and_takes_out()
    {
        var record = Build.Sealed();
        var change = Change(record, "socketForSolder:memory");
        var after = change.Apply(record);
        var memory = after.Parts.Single(part => part.Id == "memory");
        (memory.Mounting, memory.Within, memory.Spare.Source, memory.Spare.Price!.Amount).ShouldBe((Mounting.Socketed, null, Supply.ThirdParty, 80));
        after.Steps[^1].ShouldSatisfyAllConditions(
            step => step.Layer.ShouldBe("inside"), step => step.Frees.ShouldBe(["memory"]), step => step.Actions.ShouldBe([new Unplug { Connector = Connector.LatchedModule }]));
        RecordChange.Between(record, after).ShouldBe(
        [
            new("what-if-memory", "step", null, "Take memory out of its socket: unplug latched module, inside"),
            new("memory", "mounting", "soldered", "socketed"), new("memory", "within", "board", null), new("memory", "standard", null, "open"),
            new("memory", "source", null, "thirdParty"), new("memory", "paired", null, "no"), new("memory", "price", null, "80"),
        ]);
    }

    [Fact]
    public void Glue_goes_for_screws_and_for_tabs_of_which_only_one_can_be_had()
    {
        var record = Build.Sealed();
        var (screws, tabs) = (Change(record, "screwsForGlue:battery"), Change(record, "releaseTabsForGlue:battery"));
        screws.Apply(record).Steps[2].Actions.Select(action => action.Verb.Word()).ShouldBe(["unscrew", "lift"]);
        tabs.Apply(record).Steps[2].Actions[0].ShouldBe(new Unbond { Bond = Bond.ReleaseTab, Count = 2 });
        RecordChange.Between(screws.Apply(record), tabs.Apply(screws.Apply(record))).ShouldBeEmpty("it is glued no more");
    }

    [Fact]
    public void Screws_lose_their_covers_their_second_length_and_their_rare_drive_and_stay_in_the_base()
    {
        var record = Build.Sealed();
        var bare = Change(record, "uncovered").Apply(record).Steps[0];
        bare.Actions.Select(action => action.Verb.Word()).ShouldBe(["unscrew", "unscrew"]);
        bare.Actions.OfType<Unscrew>().ShouldAllBe(screws => screws.Cover == Cover.None);
        Change(record, "oneLength").Apply(record).Steps[0].Actions.OfType<Unscrew>().ShouldAllBe(screws => screws.Length == 4);
        Change(record, "commonDrive").Apply(record).Steps[0].Actions.OfType<Unscrew>().ShouldAllBe(screws => screws.Drive == Drive.Cross && screws.Size == "PH1");
        Change(record, "captiveScrews").Apply(record).Steps[0].Actions.OfType<Unscrew>().ShouldAllBe(screws => screws.Captive == true);
        Change(record, "captiveScrews").Apply(record).Steps[3].ShouldBe(record.Steps[3]);
        Change(record, "latchForScrews").Apply(record).Steps[0].Actions.ShouldBe([record.Steps[0].Actions[0], new Unlatch()]);
    }

    [Fact]
    public void A_turned_board_lets_the_fan_out_without_it()
    {
        var record = Build.Sealed();
        record.RouteTo("fan").ShouldBe(["base", "power", "board", "fan"]);
        Change(record, "boardTurned:fan").Apply(record).RouteTo("fan").ShouldBe(["base", "power", "fan"]);
        MachineChange.Of(Change(record, "boardTurned:fan").Apply(record), Templates).ShouldNotContain(change => change.Id == "boardTurned:fan");
    }

    [Fact]
    public void The_last_action_of_a_step_that_opens_something_stays_and_an_empty_step_goes()
    {
        var record = Build.Sealed() with { };
        var peeled = record with { Steps = [Build.Step("feet", "outside", new Peel { What = PeelWhat.Foot }) with { Opens = null }, .. record.Steps.Select(step => step.Id == "base" ? step with { After = ["feet"] } : step)] };
        var edit = new ReplaceActions { Steps = ChangeSteps.All, Do = "peel" };
        var after = edit.Apply(peeled, [])!;
        after.Steps.ShouldNotContain(step => step.Id == "feet");
        after.Steps[0].After.ShouldBeEmpty();
        var only = new ReplaceActions { Steps = ChangeSteps.All, Do = "unplug" }.Apply(record, [])!;
        only.Steps[1].Actions.ShouldBe([new Unplug { Connector = Connector.FlipLock }]);
    }

    [Fact]
    public void A_switch_outside_saves_the_way_to_the_battery_plug()
    {
        var record = Build.Record(["outside", "inside"],
            [
                Build.Step("base", "outside", new Unscrew { Count = 20 }) with { Opens = "inside" }, Build.Step("power", "inside") with { DisconnectsPower = true },
                Build.Step("card", "outside", new Unplug { Connector = Connector.SlideCard }) with { Frees = ["card"] },
            ], [Build.Part("card", PartKind.Wireless, Mounting.Socketed)]);
        record.RouteTo("card").ShouldBe(["base", "power", "card"]);
        Change(record, "batterySwitch").Apply(record).RouteTo("card").ShouldBe(["card", "what-if"]);
    }

    [Fact]
    public void Single_changes_are_worth_what_rescoring_the_edited_record_says()
    {
        var gains = 0;
        foreach (var record in Examples.Names.Select(Examples.Record).Append(Build.Sealed().Checked()).Concat(Enumerable.Range(0, Long.Of(100)).Select(seed => RandomRecords.OneWay(new Random(seed)).Checked())))
        {
            foreach (var gain in WhatIf.Singles(record, Examples.House, Templates))
            {
                // The long way round: the edited record written out, read again and scored.
                var file = RecordJson.RecordFile(gain.Change.Apply(record.Record));
                var again = Scorer.Score(RecordReader.Read(file, Examples.House).Checked!, Examples.House);
                Indices.Of(again).ShouldBe(gain.After);
                gain.Puts.ShouldNotBeEmpty();
                gains++;
            }
        }
        gains.ShouldBeGreaterThan(Long.Of(500));
    }

    [Theory]
    [InlineData(IndexName.Repair, 3)]
    [InlineData(IndexName.Upgrade, 10)]
    [InlineData(IndexName.Combined, 6)]
    public void The_smallest_set_is_the_one_that_going_through_all_of_them_finds(IndexName index, double more)
    {
        var record = Build.Sealed().Checked();
        var candidates = MachineChange.Of(record.Record, Templates).Take(7).ToList();
        var figure = Indices.Of(Scorer.Score(record, Build.AnyValue)).Get(index).Value!.Value + more;
        var all = Enumerable.Range(0, 1 << candidates.Count)
            .Select(set => candidates.Where((_, i) => (set >> i & 1) != 0).ToList())
            .Select(set => (set.Count, Value: Indices.Of(Scorer.Score(WhatIf.Apply(record.Record, set, Build.AnyValue)!, Build.AnyValue)).Get(index).Value!.Value)).ToList();
        var reaching = all.Where(one => one.Value >= figure).ToList();
        var found = SmallestSet.Of(record, Build.AnyValue, candidates, index, figure);
        reaching.ShouldNotBeEmpty();
        found.ShouldSatisfyAllConditions(
            () => found.Reached.ShouldBeTrue(), () => found.Exact.ShouldBeTrue(), () => found.Changes.Count.ShouldBe(reaching.Min(one => one.Count)),
            () => found.After.Get(index).Value.ShouldBe(reaching.Where(one => one.Count == found.Changes.Count).Max(one => one.Value)));
        SmallestSet.Of(record, Build.AnyValue, candidates, index, figure - more - 1).Changes.ShouldBeEmpty("it is there already");
        var never = SmallestSet.Of(record, Build.AnyValue, candidates, index, 100);
        never.Reached.ShouldBeFalse();
        never.After.Get(index).Value.ShouldBe(all.Max(one => one.Value));
    }

    [Fact]
    public void Beyond_fifteen_candidates_the_best_one_is_added_again_and_again_and_that_is_said()
    {
        var record = Examples.Record("2-sealed-and-unsure");
        var candidates = MachineChange.Of(record.Record, Templates);
        candidates.Count.ShouldBeGreaterThan(SmallestSet.MaxExact);
        var now = Scorer.Score(record, Build.AnyValue).Repair.Value!.Value;
        var found = SmallestSet.Of(record, Build.AnyValue, candidates, IndexName.Repair, now + 10);
        (found.Exact, found.Reached).ShouldBe((false, true));
        found.Changes.ShouldContain(candidates.MaxBy(change => Scorer.Score(WhatIf.Apply(record.Record, [change], Build.AnyValue)!, Build.AnyValue).Repair.Value)!);
        Scorer.Score(WhatIf.Apply(record.Record, found.Changes, Build.AnyValue)!, Build.AnyValue).Repair.ShouldBe(found.After.Repair);
    }

    [Fact]
    public void A_search_that_nobody_waits_for_ends()
    {
        var record = Build.Sealed().Checked();
        using var stop = new CancellationTokenSource();
        var told = 0;
        var progress = new Told(() =>
        {
            told++;
            stop.Cancel();
        });
        Should.Throw<OperationCanceledException>(() => SmallestSet.Of(record, Examples.House, [.. MachineChange.Of(record.Record, Templates).Take(15)], IndexName.Repair, 101, null, progress, stop.Token));
        told.ShouldBeGreaterThan(0);
    }

    [Theory]
    [InlineData(15)]
    [InlineData(20)]
    public void A_search_that_is_left_early_tells_the_best_until_then_and_does_not_call_it_exact(int candidates)
    {
        var record = Examples.Record("2-sealed-and-unsure");
        var changes = MachineChange.Of(record.Record, Templates).Take(candidates).ToList();
        changes.Count.ShouldBe(candidates);
        var asked = 0;
        var found = SmallestSet.Of(record, Build.AnyValue, changes, IndexName.Repair, 101, () => Interlocked.Increment(ref asked) > 40);
        (found.Exact, found.Left, found.Reached, found.Tried).ShouldBe((false, true, false, 41));
        found.Tried.ShouldBeLessThan(SmallestSet.Tries(candidates));
        found.After.ShouldBe(Indices.Of(Scorer.Score(WhatIf.Apply(record.Record, found.Changes, Build.AnyValue)!, Build.AnyValue)));
        var whole = SmallestSet.Of(record, Build.AnyValue, [.. changes.Take(4)], IndexName.Repair, 101, () => false);
        (whole.Exact, whole.Left, whole.Tried).ShouldBe((true, false, 16));
    }

    private sealed class Told(Action told) : IProgress<int>
    {
        public void Report(int value) => told();
    }
}
