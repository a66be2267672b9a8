using WideLever.Core.Benching;
using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Core.StepLines;

namespace WideLever.Core.Tests;

/// <summary>Stopwatch, bench log, tray, way back, cautions, tools in hand and what is missing.</summary>
public sealed class BenchingTests
{
    private static Stopwatch Run(params (StopwatchEvent Happened, double At)[] events) =>
        events.Aggregate(Stopwatch.Unstarted, (watch, one) => watch.After(one.Happened, one.At));

    [Fact]
    public void The_work_clock_stops_at_the_first_key_and_goes_on_at_commit_or_lap()
    {
        var watch = Run((StopwatchEvent.Lap, 0), (StopwatchEvent.Log, 31), (StopwatchEvent.Log, 33));
        (watch.State, watch.Step, watch.Logging).ShouldBe((StopwatchState.Logging, 31, 2));
        watch.Observed(40).ShouldBe(31);
        var committed = watch.After(StopwatchEvent.Commit, 41);
        (committed.State, committed.Step, committed.Work, committed.Logging).ShouldBe((StopwatchState.Working, 0, 31, 10));
        var gone = watch.After(StopwatchEvent.Lap, 41);
        (gone.State, gone.At(45).Step).ShouldBe((StopwatchState.Working, 35));
    }

    [Fact]
    public void Laps_wait_for_their_steps_and_are_logged_the_oldest_first()
    {
        var watch = Run((StopwatchEvent.Lap, 0), (StopwatchEvent.Lap, 10), (StopwatchEvent.Lap, 30), (StopwatchEvent.Log, 33));
        watch.Laps.ShouldBe([10, 20]);
        watch.Observed(50).ShouldBe(10);
        watch = watch.After(StopwatchEvent.Commit, 50);
        (watch.State, watch.Observed(51)).ShouldBe((StopwatchState.Logging, 20));
        watch = watch.After(StopwatchEvent.Commit, 60);
        (watch.State, watch.Observed(60)).ShouldBe((StopwatchState.Working, 3));
    }

    [Fact]
    public void It_pauses_is_corrected_and_observes_nothing_before_it_is_started()
    {
        var idle = Stopwatch.Unstarted.After(StopwatchEvent.Log, 5).After(StopwatchEvent.Commit, 9).After(StopwatchEvent.Pause, 12);
        (idle.State, idle.Step, idle.Work, idle.Logging).ShouldBe((StopwatchState.Idle, 0, 0, 0));
        Stopwatch.Unstarted.Observed(100).ShouldBeNull();
        var paused = Run((StopwatchEvent.Lap, 0), (StopwatchEvent.Pause, 12));
        paused.Observed(1_000).ShouldBe(12);
        var corrected = paused.Corrected(40, 1_000);
        (corrected.Observed(2_000), corrected.Work).ShouldBe((40, 40));
        corrected.After(StopwatchEvent.Commit, 2_000).State.ShouldBe(StopwatchState.Paused);
        Run((StopwatchEvent.Lap, 0), (StopwatchEvent.Log, 0.2)).Observed(1).ShouldBeNull("less than a second is no observation");
        // A clock that was set back counts as no time.
        Run((StopwatchEvent.Lap, 100), (StopwatchEvent.Log, 40)).Step.ShouldBe(0);
        Run((StopwatchEvent.Lap, 0), (StopwatchEvent.Log, 1e6)).Observed(1e6).ShouldBe(RecordLimits.Seconds);
    }

    private static Unscrew Screws(int count, double? length, bool? captive = false, string thread = "M2") =>
        new() { Count = count, Drive = Drive.Cross, Size = "PH0", Thread = thread, Length = length, Captive = captive };

    private static Step[] Steps() =>
    [
        Build.Step("cover", "outside", Screws(8, 5), Screws(2, 9), new Unclip { Count = 12 }) with { Opens = "inside" },
        Build.Step("power", "inside", new Unplug()) with { DisconnectsPower = true },
        Build.Step("battery", "inside", Screws(4, 4, captive: true), Screws(1, 3), Screws(1, 3, thread: "M2.5")) with { Tightening = ["1 2"], Frees = ["battery"] },
    ];

    [Fact]
    public void The_tray_has_a_well_for_each_group_and_sets_other_lengths_apart()
    {
        var tray = SortingTray.Of(Steps());
        tray.Select(well => (well.Number, well.StepId, well.Group, well.Screws.Count)).ShouldBe([
            (1, "cover", 0, 8), (2, "cover", 1, 2), (5, "battery", 0, 4), (3, "battery", 1, 1), (4, "battery", 2, 1),
        ]);
        tray.Select(well => well.Difference).ShouldBe([LengthDifference.None, LengthDifference.Longer, LengthDifference.None, LengthDifference.None, LengthDifference.None]);
        tray[2].StaysInPart.ShouldBeTrue();
        SortingTray.Of([Build.Step("a", "x", Screws(3, 5), Screws(1, 2), Screws(9, null))]).Select(well => well.Difference)
            .ShouldBe([LengthDifference.None, LengthDifference.Shorter, LengthDifference.None]);
    }

    [Fact]
    public void The_way_back_goes_in_reverse_and_counts_what_is_left_over_and_missing()
    {
        var closing = Closing.Of(Steps(), [], new Dictionary<(string, int), int>(), null);
        closing.Steps.Select(step => step.StepId).ShouldBe(["battery", "power", "cover"]);
        closing.Steps[0].Wells.Select(well => well.Well.Number).ShouldBe([4, 3, 5]);
        closing.Steps[0].Tightening.ShouldBe(["1 2"]);
        (closing.Count.Expected, closing.Count.Missing).ShouldBe((16, null));
        var all = new Dictionary<(string, int), int> { [("battery", 0)] = 4, [("battery", 1)] = 1, [("battery", 2)] = 1, [("power", 0)] = 0, [("cover", 0)] = 8, [("cover", 1)] = 1 };
        closing = Closing.Of(Steps(), [], all, 1);
        closing.Steps.ShouldAllBe(step => step.Done);
        closing.Count.ShouldBe(new ClosingCount(16, 15, 1, 0));
        closing.Count.IsClean.ShouldBeFalse("one is left over");
        Closing.Of(Steps(), [], all, 0).Count.Missing.ShouldBe(1);
        Closing.Of(Steps(), [], new Dictionary<(string, int), int>(all) { [("cover", 1)] = 2 }, 0).Count.IsClean.ShouldBeTrue();
        Closing.Of(Steps(), [], all, 3).Count.Missing.ShouldBe(-2, "more than came out");
        // A step that was changed since gives back no more than it took.
        Closing.Of(Steps(), [], new Dictionary<(string, int), int> { [("cover", 0)] = 99 }, null).Count.Returned.ShouldBe(8);
    }

    [Fact]
    public void Counts_that_nobody_took_are_asked_for_on_the_way_back()
    {
        var step = Build.Step("board", "inside", new Unclip { Count = null }, Screws(3, 4), new Thermal { What = ThermalWhat.Pad, Count = new Count(2, 5) }, new Peel { What = PeelWhat.Foot, Count = 4 }, new Unplug(), Screws(2, 5) with { Count = null });
        Closing.Of([step], [], new Dictionary<(string, int), int>(), null).Steps[0].Uncounted.ShouldBe([0, 2], "screws are counted with their wells");
        Closing.Of(Steps(), [], new Dictionary<(string, int), int>(), null).Steps.ShouldAllBe(one => one.Uncounted.Count == 0);
    }

    [Fact]
    public void A_way_back_goes_down_to_a_layer_that_stays_open_with_the_power_off()
    {
        Step[] steps = [.. Steps(), Build.Step("shield", "inside", Screws(3, 2)) with { Opens = "under the shield" }, Build.Step("heatsink", "under the shield", Screws(4, 3)), Build.Step("feet", "outside", new Peel())];
        Closing To(string? layer) => Closing.Of(steps, [], new Dictionary<(string, int), int> { [("heatsink", 0)] = 4 }, null, layer);
        To(null).Steps.Select(step => step.StepId).ShouldBe(["feet", "heatsink", "shield", "battery", "power", "cover"]);
        To("inside").Steps.Select(step => step.StepId).ShouldBe(["heatsink", "shield", "battery"]);
        To("under the shield").Steps.Select(step => step.StepId).ShouldBe(["heatsink"]);
        // The wells keep their numbers, and only those of what goes back are counted.
        To("inside").Steps[0].Wells[0].Well.Number.ShouldBe(6);
        To("inside").Count.ShouldBe(new ClosingCount(13, 4, null, null));
        To("under the shield").Steps.ShouldAllBe(step => step.Done);
        // What was ticked stands when it goes further after all.
        var state = BenchState.Of([(1, new() { Kind = BenchEntryKind.ClosingBegun }), (2, new() { Kind = BenchEntryKind.ClosingTo, Text = "inside" }), (3, new() { Kind = BenchEntryKind.ClosingTicked, Step = "heatsink", Group = 0, Count = 4 }), (4, new() { Kind = BenchEntryKind.ClosingCounted, Count = 0 })]);
        (state.StaysOpen, state.LeftOver).ShouldBe(("inside", 0));
        var further = state.After(new() { Kind = BenchEntryKind.ClosingTo }, 5);
        (further.StaysOpen, further.LeftOver, further.Returned.Count).ShouldBe((null, null, 1));
        state.After(new() { Kind = BenchEntryKind.ClosingBegun }, 6).StaysOpen.ShouldBeNull();
    }

    private static TeardownRecord Record(params Step[] steps) => Build.Record(
        ["outside", "inside"], steps, [Build.Part("battery", PartKind.Battery), Build.Part("panel", PartKind.DisplayPanel), Build.Part("board", PartKind.Mainboard)]);

    private static Caution[] Called(Step step, bool swollen = false, Func<TeardownRecord, TeardownRecord>? with = null) =>
        [.. Cautions.For(with is null ? Record(step) : with(Record(step)), step, swollen).Select(caution => caution.Caution)];

    [Fact]
    public void Cautions_follow_from_the_facts_of_the_step()
    {
        Called(Build.Step("s", "outside", new Slide())).ShouldBeEmpty();
        Called(Build.Step("s", "inside", new Unplug()) with { DisconnectsPower = true }).ShouldBe([Caution.Lithium, Caution.Static]);
        Called(Build.Step("s", "outside", new Unbond { Bond = Bond.SoftGlue }) with { Frees = ["battery"] }).ShouldBe([Caution.Lithium, Caution.GlueNearPack]);
        Called(Build.Step("s", "outside", new Unbond { Bond = Bond.ReleaseTab }) with { Frees = ["battery"] }).ShouldBe([Caution.Lithium]);
        Called(Build.Step("s", "outside", new Thermal { What = ThermalWhat.LiquidMetal })).ShouldBe([Caution.LiquidMetal, Caution.Heat]);
        Called(Build.Step("s", "outside", new Thermal { What = ThermalWhat.Paste })).ShouldBe([Caution.Heat]);
        Called(Build.Step("s", "outside", new Peel { Tool = Tool.Solvent })).ShouldBe([Caution.Solvent]);
        Called(Build.Step("s", "outside", new Unbond { Tool = Tool.Heat })).ShouldBe([Caution.Heat]);
        Called(Build.Step("s", "outside", new Slide()) with { Frees = ["panel"] }).ShouldBe([Caution.Glass]);
        Called(Build.Step("s", "outside", new Slide()) with { Frees = ["board"] }).ShouldBe([Caution.Static]);
        Called(Build.Step("s", "outside", new Unclip())).ShouldBe([Caution.Prying]);
        Called(Build.Step("s", "outside", Screws(3, 5), Screws(1, 9))).ShouldBe([Caution.LongScrew]);
        Called(Build.Step("s", "outside", new Slide()), swollen: true).ShouldBe([Caution.SwollenPack]);
        Called(Build.Step("s", "outside", new Slide()), with: record => record with { Teardown = record.Teardown with { Condition = Condition.Damaged } }).ShouldBe([Caution.CameDamaged]);
        // Each kind of damage brings its own caution, and no other.
        foreach (var (damage, caution) in new[]
        {
            (DamageKind.Liquid, Caution.LiquidDamage), (DamageKind.Cracked, Caution.CrackedGlass), (DamageKind.Swollen, Caution.SwollenPack), (DamageKind.Burnt, Caution.BurnMarks),
            (DamageKind.Worn, Caution.WornParts), (DamageKind.Missing, Caution.MissingParts), (DamageKind.Other, Caution.OtherDamage),
        })
        {
            Called(Build.Step("s", "outside", new Slide()), with: record => record with { Teardown = record.Teardown with { Condition = Condition.Damaged, Damage = [new() { Kind = damage }] } })
                .ShouldBe([caution]);
        }
        // Inside, a pack that nobody has found yet may lie beside the glue; where there is none it does not.
        Called(Build.Step("s", "inside", new Unbond { Bond = Bond.Tape })).ShouldBe([Caution.GlueNearPack, Caution.Static]);
        Called(Build.Step("s", "inside", new Unbond { Bond = Bond.Tape }), with: record => record with { Absent = [PartKind.Battery], Parts = [] }).ShouldBe([Caution.Static]);
        Called(Build.Step("s", "inside", new Unbond { Bond = Bond.Tape }), with: record => record with { Steps = [.. record.Steps, Build.Step("b", "outside") with { Frees = ["battery"] }] })
            .ShouldBe([Caution.Static]);
        // Glue in the layer in which the pack lies is near it.
        Called(Build.Step("s", "inside", new Unbond { Bond = Bond.Tape }), with: record => record with { Steps = [.. record.Steps, Build.Step("b", "inside") with { Frees = ["battery"] }] })
            .ShouldBe([Caution.GlueNearPack, Caution.Static]);
        foreach (var caution in WordList.Members<Caution>())
            Cautions.Text(caution).Text.ShouldContain("local codes and licensed practice come first");
        Cautions.For(Record(), Build.Step("s", "inside", new Unclip()), false)[^1].Text.ShouldContain("licensed practice");
    }

    [Fact]
    public void The_tool_in_hand_is_the_last_one_and_each_other_one_is_a_change()
    {
        var ph0 = new HeldTool(Tool.Cross, "PH0");
        ToolChanges.InHand([Build.Step("s", "x", Screws(1, 2), new Lift())]).ShouldBe(ph0);
        ToolChanges.InHand([Build.Step("s", "x", new Lift())]).ShouldBeNull();
        ToolChanges.Changes(ph0, Build.Step("s", "x", Screws(1, 2), new Unclip(), new Lift(), Screws(1, 2) with { Size = "PH1" }))
            .ShouldBe([new(Tool.PryTool, null), new(Tool.Cross, "PH1")]);
        ToolChanges.SecondsOfChange(Examples.House).ShouldBe(3);
    }

    [Fact]
    public void What_is_missing_is_asked_until_it_is_known_or_absent()
    {
        var step = Build.Step("s", "outside", new Unscrew { Count = 2, Drive = Drive.Cross, Size = "PH0", Captive = null }, new Unbond()) with { Frees = ["speakers"] };
        var record = Build.Record(["outside"], [step], [Build.Part("speakers", PartKind.Speakers, null), Build.Part("fan", PartKind.Fan), Build.Part("cpu", PartKind.Processor, Mounting.Soldered)]) with
        {
            Absent = [PartKind.OpticalDrive],
            Guidance = new Guidance { Manual = true },
        };
        var missing = StillMissing.Of(record, Examples.House, new HashSet<Cover> { Cover.Foot }, packLookedAt: false);
        missing.Where(one => one.Kind == MissingKind.CoverNotLookedUnder).Select(one => one.About).ShouldBe(["label", "seal", "plug"]);
        missing.Where(one => one.Kind == MissingKind.OpenFact).Select(one => (one.Action, one.Fact)).ShouldBe([
            (0, OpenFact.Thread), (0, OpenFact.Length), (0, OpenFact.Captive), (1, OpenFact.Bond), (1, OpenFact.BondLength),
        ]);
        missing.Where(one => one.Kind == MissingKind.MountingUnknown).Select(one => one.About).ShouldBe(["speakers"]);
        missing.Where(one => one.Kind == MissingKind.PartNotFreed).Select(one => one.About).ShouldBe(["fan"], "what is soldered comes out with its board");
        missing.Where(one => one.Kind == MissingKind.GuidanceMark).Select(one => one.About).ShouldBe(["labels", "partNumbers", "order"]);
        var kinds = missing.Where(one => one.Kind == MissingKind.KindNotRecorded).ToList();
        kinds.ShouldContain(one => one.About == "battery" && one.Usual);
        kinds.ShouldNotContain(one => one.About == "opticalDrive" || one.About == "speakers");
        kinds[^1].Usual.ShouldBeFalse("what is seldom comes last");
        kinds.Where(one => !one.MayBeAbsent).Select(one => one.About).ShouldContain("powerButton");
        kinds.ShouldContain(one => one.About == "camera" && one.MayBeAbsent);
        missing.ShouldContain(one => one.Kind == MissingKind.PackNotLookedAt);
        var desktop = record with { Unit = record.Unit with { Class = MachineClass.Desktop } };
        var usual = StillMissing.Of(desktop, Examples.House, new HashSet<Cover>(), true);
        usual.ShouldContain(one => one.About == "battery" && !one.Usual);
        usual.ShouldNotContain(one => one.Kind == MissingKind.PackNotLookedAt);
    }

    [Fact]
    public void The_bench_log_adds_up()
    {
        var state = BenchState.Of([
            (0, new() { Kind = BenchEntryKind.CautionSeen, Caution = Caution.Preparation }),
            (1, new() { Kind = BenchEntryKind.Stopwatch, Stopwatch = StopwatchEvent.Lap }),
            (5, new() { Kind = BenchEntryKind.PackLookedAt, Swollen = true }),
            (6, new() { Kind = BenchEntryKind.LookedUnder, Cover = Cover.Foot }),
            (7, new() { Kind = BenchEntryKind.ClosingBegun }),
            (8, new() { Kind = BenchEntryKind.ClosingTicked, Step = "s", Group = 1, Count = 3 }),
            (9, new() { Kind = BenchEntryKind.ClosingCounted, Count = 2 }),
            (10, new() { Kind = BenchEntryKind.ClosingAnswered, Text = "found" }),
        ]);
        (state.IsStopped, state.Closing, state.LeftOver, state.ClosingAnswer).ShouldBe((true, true, 2, "found"));
        state.Returned[("s", 1)].ShouldBe(3);
        state.Stopwatch.At(11).Step.ShouldBe(10);
        state.After(new() { Kind = BenchEntryKind.PackAnswered, Text = "taken away" }, 12).IsStopped.ShouldBeFalse();
        var unticked = state.After(new() { Kind = BenchEntryKind.ClosingTicked, Step = "s", Group = 1 }, 12);
        (unticked.Returned.Count, unticked.LeftOver, unticked.ClosingAnswer).ShouldBe((0, null, null));
        state.After(new() { Kind = BenchEntryKind.ClosingBegun }, 12).Returned.ShouldBeEmpty();
    }

    [Fact]
    public void An_entry_without_what_it_tells_is_a_fault()
    {
        foreach (var kind in WordList.Members<BenchEntryKind>().Where(kind => kind is not (BenchEntryKind.ClosingBegun or BenchEntryKind.ClosingTo)))
            new BenchEntry { Kind = kind }.Fault().ShouldNotBeNull(kind.Word());
        new BenchEntry { Kind = BenchEntryKind.ClosingTicked, Step = "s", Group = 0, Count = 1000 }.Fault()!.At.ShouldBe("count");
        new BenchEntry { Kind = BenchEntryKind.LookedUnder, Cover = Cover.None }.Fault()!.At.ShouldBe("cover");
        new BenchEntry { Kind = BenchEntryKind.PackAnswered, Text = new string('x', 501) }.Fault()!.At.ShouldBe("text");
        new BenchEntry { Kind = BenchEntryKind.StopwatchCorrected, Seconds = double.NaN }.Fault()!.At.ShouldBe("seconds");
    }

    [Fact]
    public void The_key_map_needs_a_key_for_each_command_and_no_key_twice()
    {
        KeyMap.Faults(KeyMap.Default).ShouldBeEmpty();
        KeyMap.Faults([.. KeyMap.Default.Where(binding => binding.Command != BenchCommand.Photo)]).ShouldHaveSingleItem().Message.ShouldBe("photo has no key");
        KeyMap.Faults([.. KeyMap.Default, new(BenchCommand.Lap, "F8", KeyPress.Short)]).ShouldHaveSingleItem().At.ShouldBe("[12].key");
        KeyMap.Faults([.. KeyMap.Default, new(BenchCommand.Lap, "F8", KeyPress.Long)]).ShouldBeEmpty();
        KeyMap.Faults([.. KeyMap.Default, new(BenchCommand.Lap, "l", KeyPress.Short)]).ShouldHaveSingleItem().Message.ShouldContain("typed into the line");
    }
}
