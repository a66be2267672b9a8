using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary>Steps in words, there and back.</summary>
public sealed class WorkWordsTests
{
    private static readonly Part[] fan = [Build.Part("fan", PartKind.Fan)];

    private static Step Of(params TeardownAction[] actions) => Build.Step("one", "inside", actions) with { Frees = ["fan"] };

    private static IReadOnlyList<string> Out(Step step, IReadOnlyList<TrayWell>? wells = null) => new WorkWords(fan, wells ?? [], new HashSet<string>(), false).Out(step);

    private static IReadOnlyList<string> Back(Step step, IReadOnlyList<TrayWell>? wells = null) => new WorkWords(fan, wells ?? [], new HashSet<string>(), false).Back(step);

    private static PlanInWords PlanOf(TeardownRecord record, params string[] parts) => PlanInWords.Of(RepairPlan.Of(record.Checked(), Examples.House, parts).Plan!, record, Examples.House, []);

    [Fact]
    public void A_swollen_pack_stops_the_plan_and_never_goes_back()
    {
        var record = Build.Sealed() with { Teardown = Build.Sealed().Teardown with { Damage = [new() { Kind = DamageKind.Swollen }] } };
        var step = record.Steps.First(one => one.Frees.Any(id => record.Parts.Any(part => part.Id == id && part.Kind == PartKind.Battery)));
        new WorkWords(record.Parts, [], new HashSet<string>(), false).Back(step).ShouldContain(line => line.StartsWith("Set the battery in", StringComparison.Ordinal));
        var plan = PlanOf(record, "battery");
        plan.Stop!.ShouldStartWith("Stop here");
        var back = plan.Back.Single(one => one.StepId == step.Id);
        back.Lines.ShouldContain(line => line.StartsWith("Set the new battery in", StringComparison.Ordinal));
        back.Notes.ShouldBe(["The swollen pack never goes back."]);
        Cautions.Stop(record)!.ShouldStartWith("Stop here");
        Cautions.Stop(Build.Sealed()).ShouldBeNull();
    }

    [Fact]
    public void Each_connection_has_its_own_way_there_and_back()
    {
        var step = Of([.. Enum.GetValues<Connector>().Select(connector => new Unplug { Connector = connector }), new Unplug()]);
        var (there, back) = (Out(step), Back(step));
        there.Distinct().Count().ShouldBe(there.Count);
        back.Distinct().Count().ShouldBe(back.Count - 1, "a plug is pushed in alike, tight or not");
        there[(int)Connector.FlipLock].ShouldBe("Flip the flap up, then pull the ribbon out straight.");
        back[^(1 + (int)Connector.FlipLock)].ShouldBe("Push the ribbon in straight, then close the flap.");
    }

    [Fact]
    public void The_way_back_is_the_order_of_hands_and_screws_go_into_the_holes_they_came_from()
    {
        var step = Of(new Unscrew { Count = 8, Size = "PH0", Drive = Drive.Cross, Thread = "M2", Length = 5, Captive = false }, new Thermal { What = ThermalWhat.Paste }, new Unplug { Connector = Connector.FlipLock, Count = 2, Notes = "fan" }, new Lift());
        var wells = SortingTray.Of([step]);
        Out(step, wells).ShouldBe(["Undo 8 PH0 screws M2 × 5, into well 1.", "Twist it gently until the paste lets go.", "Flip the flap up, then pull the ribbon out straight, 2 times (fan).", "Lift the fan out."]);
        Back(step, wells).ShouldBe(["Clean both sides with alcohol and a cloth, and lay a thin film of new paste.", "Set the fan in; no lead lies under it.", "Push the ribbon in straight, then close the flap, 2 times (fan).", "8 PH0 screws M2 × 5 from well 1."]);
    }

    [Fact]
    public void A_glued_panel_is_connected_and_tried_before_the_glue_and_what_covers_screws_goes_on_last()
    {
        var step = Of(new Unscrew { Count = 4, Drive = Drive.Cross, Cover = Cover.Foot, Covers = 2 }, new Unbond { Bond = Bond.SoftGlue, LengthMm = 780, Tool = Tool.Heat }, new Unplug { Connector = Connector.BarLock }, new Lift(), new Peel { What = PeelWhat.Label });
        var back = Back(step).Select(line => line.Split(' ')[0]).ToList();
        back.ShouldBe(["Push", "Test", "Clean", "Set", "4", "The"]);
        // A glued pack is set in before it is connected, and nothing is powered on beside open glue.
        Back(step with { DisconnectsPower = true }).Select(line => line.Split(' ')[0]).ShouldBe(["Clean", "Set", "Push", "4", "The"]);
        Out(step)[0].ShouldBe("Take off the 2 feet, and undo 4 cross screws.");
        Back(step)[4].ShouldContain("Then put the 2 feet back");
        Out(Of(new Unscrew { Count = 2, Drive = Drive.Nut, Size = "N5" })).ShouldBe(["Undo 2 N5 nuts."]);
    }

    [Fact]
    public void Power_goes_off_as_early_as_the_needs_allow()
    {
        Step Made(string id, string layer, string? opens = null, bool off = false, params string[] after) => Build.Step(id, layer, new Lift()) with { Opens = opens, DisconnectsPower = off, After = after };
        var record = Build.Sealed() with { Layers = ["outside", "inside"], Parts = [], Steps = [Made("cover", "outside", "inside"), Made("memory", "inside"), Made("shield", "inside"), Made("power", "inside", off: true, after: "shield"), Made("panel", "outside")] };
        RepairPlan.SafeOrder(record, [0, 1, 2, 3, 4]).Select(position => record.Steps[position].Id).ShouldBe(["cover", "shield", "power", "memory", "panel"]);
        RepairPlan.SafeOrder(record, [0, 1]).ShouldBe([0, 1]);
    }

    [Fact]
    public void What_nobody_counted_is_never_given_a_number()
    {
        var step = Of(new Unscrew { Count = null, Captive = true }, new Unclip { Count = null }, new Unplug { Count = null, Connector = Connector.Coax }, new Peel { What = PeelWhat.Foot, Count = null });
        foreach (var line in Out(step).Concat(Back(step)))
            line.Any(char.IsAsciiDigit).ShouldBeFalse(line);
        Out(step)[0].ShouldBe("Loosen all screws of a drive that nobody noted; they stay in their part.");
    }

    [Fact]
    public void Every_action_of_any_record_has_words_for_both_ways()
    {
        foreach (var step in Examples.Demo().Concat(Enumerable.Range(0, Long.Of(60)).Select(seed => RandomRecords.OneWay(new Random(seed)))).SelectMany(record => record.Steps))
        {
            var wells = SortingTray.Of([step]);
            foreach (var line in Out(step, wells).Concat(Back(step, wells)))
            {
                (char.IsUpper(line[0]) || char.IsAsciiDigit(line[0])).ShouldBeTrue(line);
                line.ShouldEndWith(".");
                line.ShouldNotContain("  ");
            }
            Out(step, wells).Count.ShouldBe(step.Actions.Count);
            Back(step, wells).Count(line => !line.StartsWith("Test it", StringComparison.Ordinal)).ShouldBe(step.Actions.Count);
        }
    }

    [Fact]
    public void What_is_swapped_is_told_as_new_by_name_and_what_stays_by_its_own()
    {
        Part[] parts = [Build.Part("left", PartKind.Fan) with { Interface = new() { Form = "thin" } }, Build.Part("right", PartKind.Fan) with { Interface = new() { Form = "thick" } }];
        var step = Of(new Lift()) with { Frees = ["left", "right"] };
        new WorkWords(parts, [], new HashSet<string>(), false).Out(step).ShouldBe(["Lift the fan (thin) and the fan (thick) out."]);
        new WorkWords(parts, [], new HashSet<string> { "left", "right" }, false).Back(step).ShouldBe(["Set the new fan (thin) and the fan (thick) in; no lead lies under it."]);
        new WorkWords(parts, [], new HashSet<string> { "left" }, false).Back(step).ShouldBe(["Set the fan (thin) and the fan (thick) in; no lead lies under it."]);
    }

    [Fact]
    public void A_charger_is_never_the_power_off_of_a_machine_with_a_pack()
    {
        var record = Build.Sealed();
        var off = record.Steps.First(step => step.DisconnectsPower);
        record = record with { Steps = [.. record.Steps.Select(step => step == off ? step with { Title = "Unplug the charger" } : step)] };
        PowerOff.IsOnlyTheCharger(record.Steps.First(step => step.Id == off.Id), record).ShouldBeTrue();
        PowerOff.IsOnlyTheCharger(off with { Title = "Unplug the battery's charger board" }, record).ShouldBeFalse();
        PowerOff.IsOnlyTheCharger(off with { Title = "Unplug the charger" }, record with { Absent = [PartKind.Battery], Parts = [] }).ShouldBeFalse();
        PlanOf(record, "fan").In.SelectMany(step => step.Notes).ShouldContain(note => note.Contains("the pack still feeds the board", StringComparison.Ordinal));
        PlanOf(record, "fan").In.SelectMany(step => step.Notes).ShouldContain(note => note.StartsWith("No way to disconnect the power is on record", StringComparison.Ordinal));
    }

    [Fact]
    public void A_new_board_takes_over_what_the_old_one_carried()
    {
        var record = Build.Sealed();
        record = record with
        {
            Parts = [.. record.Parts, Build.Part("stick", PartKind.Wireless), Build.Part("cpu", PartKind.Processor, Mounting.Soldered) with { Within = "board" }, Build.Part("bay", PartKind.Storage) with { Interface = new() { Form = "2.5 inch" } }],
        };
        var plan = PlanOf(record, "board");
        plan.Do.ShouldBe(["Move over to the new main board what the old one carries: the wireless card."]);
        plan.Buy[0].ShouldContain("with the memory, processor on it: ask for the same");
        plan.Back.SelectMany(step => step.Lines).ShouldContain(line => line.StartsWith("Set the new board in", StringComparison.Ordinal));
        // What parts from its paste on the way wants new paste, told and bought.
        plan = PlanOf(record with { Parts = [.. record.Parts, Build.Part("sink", PartKind.Thermal, Mounting.Screwed)] }, "board");
        plan.Do.ShouldBe(["Move over to the new main board what the old one carries: the wireless card, the heatsink.", "The heatsink parts from its paste on the way: clean both sides with alcohol and a cloth, and lay a thin film of new paste."]);
        plan.Buy.ShouldContain("thermal paste");
    }

    [Fact]
    public void A_step_that_would_only_draw_out_what_is_not_there_is_none()
    {
        var fell = Examples.Demo().Single(record => record.Unit.ModelCode == "SF16-K");
        var plan = PlanOf(fell, "memory-b");
        plan.In.Select(step => step.Title).ShouldBe(["Lift the base door", "Throw the battery switch"]);
        plan.Back.ShouldAllBe(step => step.Lines.Count > 0);
        plan.Fit.ShouldHaveSingleItem().ShouldEndWith("empty memory place.");
        plan.Count.ShouldBe("Count: every screw so far is in its hole, before the power is connected and the cover shuts");
        // What has to be lifted all the same leads to it, and takes nothing out of it.
        var shut = fell with { Steps = [.. fell.Steps.Select(step => step.Frees.Contains("memory-b") ? step with { Actions = [new Peel { What = PeelWhat.Shield }, .. step.Actions] } : step)] };
        PlanOf(shut, "memory-b").In[^1].ShouldSatisfyAllConditions(step => step.Title.ShouldBe("Reach the empty memory place"), step => step.Lines.ShouldBe(["Peel off the shield."]));
    }

    [Theory]
    [InlineData(true, "Test it before anything is glued: with every lead on, and the battery joined for a moment, power on, then off, and part the battery again.")]
    [InlineData(false, "Test it before anything is glued: with every lead on, power on for a moment, then off again.")]
    public void A_glued_panel_is_tried_first_and_nothing_starts_while_the_pack_is_off(bool packIsOff, string told) =>
        new WorkWords([Build.Part("fan", PartKind.DisplayPanel)], [], new HashSet<string>(), packIsOff)
            .Back(Of(new Unbond { Bond = Bond.SoftGlue, LengthMm = 300 }, new Unplug { Connector = Connector.BarLock }, new Lift { What = LiftWhat.Display })).ShouldContain(told);

    [Fact]
    public void A_panel_is_connected_before_it_is_set_in_and_a_whole_lid_after()
    {
        var step = Of(new Unplug { Connector = Connector.BarLock }, new Lift { What = LiftWhat.Display }) with { Frees = ["lid"] };
        IReadOnlyList<string> As(PartKind kind) => [.. new WorkWords([Build.Part("lid", kind)], [], new HashSet<string>(), false).Back(step).Select(line => line.Split(' ')[0])];
        As(PartKind.DisplayPanel).ShouldBe(["Push", "Set"]);
        As(PartKind.DisplayAssembly).ShouldBe(["Set", "Push"]);
    }

    [Fact]
    public void Only_wells_that_are_filled_are_numbered_before_those_that_nobody_fills()
    {
        Unscrew Screws(bool captive) => new() { Count = 2, Drive = Drive.Cross, Captive = captive };
        SortingTray.Of([Of(Screws(false), Screws(true), Screws(false), Screws(true))]).Select(well => well.Number).ShouldBe([1, 3, 2, 4]);
    }

    [Fact]
    public void Power_goes_on_as_late_as_it_can_just_before_what_covers_it()
    {
        var steps = new[]
        {
            Build.Step("cover", "outside", new Lift()) with { Opens = "inside" }, Build.Step("power", "inside", new Unplug()) with { DisconnectsPower = true },
            Build.Step("fan", "inside", new Lift()) with { Frees = ["fan"] }, Build.Step("board", "inside", new Lift()) with { Opens = "under" }, Build.Step("port", "under", new Lift()) with { Frees = ["port"] },
        };
        WayBack.Of(steps).Select(step => step.Id).ShouldBe(["port", "board", "fan", "power", "cover"]);
        WayBack.Of([steps[1], steps[2]]).Select(step => step.Id).ShouldBe(["fan", "power"]);
    }
}
