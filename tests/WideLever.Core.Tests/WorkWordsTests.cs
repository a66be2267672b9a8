using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary>Steps in words, there and back.</summary>
public sealed class WorkWordsTests
{
    private static Step Of(params TeardownAction[] actions) => Build.Step("one", "inside", actions) with { Frees = ["fan"] };

    [Fact]
    public void Each_connection_has_its_own_way_there_and_back()
    {
        var step = Of([.. Enum.GetValues<Connector>().Select(connector => new Unplug { Connector = connector }), new Unplug()]);
        var (there, back) = (WorkWords.Out(step, []), WorkWords.Back(step, []));
        there.Distinct().Count().ShouldBe(there.Count);
        back.Distinct().Count().ShouldBe(back.Count - 1, "a plug is pushed in alike, tight or not");
        there[(int)Connector.FlipLock].ShouldBe("Flip the flap up, then pull the ribbon out straight.");
        back[^(1 + (int)Connector.FlipLock)].ShouldBe("Push the ribbon in straight, then close the flap.");
    }

    [Fact]
    public void Screws_go_back_into_the_holes_they_came_from_and_the_last_out_is_the_first_in()
    {
        var step = Of(new Unscrew { Count = 8, Size = "PH0", Drive = Drive.Cross, Thread = "M2", Length = 5, Captive = false }, new Thermal { What = ThermalWhat.Paste }, new Unplug { Connector = Connector.FlipLock, Count = 2, Notes = "fan" }, new Lift());
        var wells = SortingTray.Of([step]);
        WorkWords.Out(step, wells).ShouldBe(["Undo 8 PH0 screws M2 × 5, into well 1.", "Twist it gently until the paste lets go.", "Flip the flap up, then pull the ribbon out straight, 2 times (fan).", "Lift the fan out."]);
        WorkWords.Back(step, wells).ShouldBe(["Set the fan in; no lead lies under it.", "Push the ribbon in straight, then close the flap, 2 times (fan).", "Clean both sides and lay new paste.", "8 PH0 screws M2 × 5 from well 1."]);
    }

    [Fact]
    public void What_nobody_counted_is_never_given_a_number()
    {
        var step = Of(new Unscrew { Count = null, Captive = true }, new Unclip { Count = null }, new Unplug { Count = null, Connector = Connector.Coax }, new Peel { What = PeelWhat.Foot, Count = null });
        foreach (var line in WorkWords.Out(step, []).Concat(WorkWords.Back(step, [])))
            line.Any(char.IsAsciiDigit).ShouldBeFalse(line);
        WorkWords.Out(step, [])[0].ShouldBe("Loosen all unknown screws; they stay in their part.");
    }

    [Fact]
    public void Every_action_of_any_record_has_words_for_both_ways()
    {
        foreach (var step in Examples.Demo().Concat(Enumerable.Range(0, Long.Of(60)).Select(seed => RandomRecords.OneWay(new Random(seed)))).SelectMany(record => record.Steps))
        {
            var wells = SortingTray.Of([step]);
            foreach (var line in WorkWords.Out(step, wells).Concat(WorkWords.Back(step, wells)))
            {
                (char.IsUpper(line[0]) || char.IsAsciiDigit(line[0])).ShouldBeTrue(line);
                line.ShouldEndWith(".");
                line.ShouldNotContain("  ");
            }
            WorkWords.Back(step, wells).Count.ShouldBe(step.Actions.Count);
        }
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
