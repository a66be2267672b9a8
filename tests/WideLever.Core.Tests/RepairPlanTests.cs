using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary>What brings several parts out in one opening, and what that takes.</summary>
public sealed class RepairPlanTests
{
    private static RepairPlan Plan(TeardownRecord record, params string[] parts) => RepairPlan.Of(record.Checked(), Examples.House, parts).Plan!;

    [Fact]
    public void Parts_in_one_opening_share_what_is_before_them()
    {
        var plan = Plan(Build.Sealed(), "battery", "fan");
        var (battery, fan) = (Plan(Build.Sealed(), "battery"), Plan(Build.Sealed(), "fan"));
        plan.Steps.ShouldBe(battery.Steps.Union(fan.Steps).Order());
        plan.Apart.ShouldBe(battery.Effort.Value + fan.Effort.Value, 1e-9);
        plan.Saved.ShouldBe(plan.Apart - plan.Effort.Value, 1e-9);
        plan.Saved.ShouldBeGreaterThan(0);
        battery.Saved.ShouldBe(0);
        plan.Survival.Value!.Value.ShouldBeInRange(0.5, 1);
        plan.Wells.Select(well => well.StepId).Distinct().ShouldBeSubsetOf(plan.Steps.Select(position => Build.Sealed().Steps[position].Id));
    }

    [Fact]
    public void One_part_alone_takes_what_its_route_takes_and_naming_it_twice_changes_nothing()
    {
        foreach (var name in Examples.Names)
        {
            var record = Examples.Record(name);
            var result = record.Record.Score();
            foreach (var part in result.Parts.Where(part => part.Route is not null && part.ServiceUnit is not null && !Routes.WaysIn.IsOnlyInView(record, part.Part) && result.PartOf(part.ServiceUnit).Route is not null))
            {
                var (plan, troubles) = RepairPlan.Of(record, Examples.House, [part.Part.Id, part.Part.Id]);
                if (plan is null)
                {
                    troubles.ShouldHaveSingleItem();
                    continue;
                }
                plan.Steps.ShouldBe(part.Route);
                plan.Effort.ShouldBe(part.Effort!.Value);
                plan.Parts.ShouldHaveSingleItem().Unit.Id.ShouldBe(part.ServiceUnit);
            }
        }
    }

    [Fact]
    public void Tools_come_by_what_they_undo_and_what_is_used_up_is_listed()
    {
        var record = Build.Sealed();
        var steps = record.Steps.Select(step => step.Id == "fan" ? step with
        {
            Actions =
            [
                new Unscrew { Count = 3, Drive = Drive.SixLobe, Size = "T5" }, new Unbond { Count = 2, Bond = Bond.ReleaseTab }, new Unbond { Bond = Bond.Tape, LengthMm = 120 }, new Unbond { Bond = Bond.Tape, LengthMm = 30, Count = 2 },
                new Thermal { What = ThermalWhat.Pad, Count = 4 }, new Peel { What = PeelWhat.Foot, Count = null },
            ],
        } : step).ToList();
        var plan = Plan(record with { Steps = steps }, "fan");
        plan.UsedUp.ShouldBe([new(Consumable.ReleaseTab, 2, null), new(Consumable.Tape, 3, 180), new(Consumable.Pad, 4, null), new(Consumable.Foot, null, null)]);
        plan.Tools.Single(tool => tool.Tool == Tool.SixLobe).ShouldSatisfyAllConditions(tool => tool.Sizes.ShouldBe(["T5"]), tool => tool.Screws.ShouldBe((Count)3));
        plan.Tools.Select(tool => tool.Screws?.Middle ?? 0).ShouldBe(plan.Tools.Select(tool => tool.Screws?.Middle ?? 0).OrderDescending());
    }

    [Theory]
    [InlineData("nothing of it", "there is no part")]
    public void A_part_that_is_not_there_is_told(string part, string message) =>
        RepairPlan.Of(Build.Sealed().Checked(), Examples.House, ["fan", part]).Troubles.ShouldHaveSingleItem().ShouldSatisfyAllConditions(trouble => trouble.Part.ShouldBe(part), trouble => trouble.Message.ShouldContain(message));

    [Fact]
    public void A_part_without_a_route_or_of_unknown_mounting_is_told_and_no_figure_is_made()
    {
        var record = Build.Sealed() with { Parts = [.. Build.Sealed().Parts, Build.Part("speakers", PartKind.Speakers, Mounting.Screwed), Build.Part("lens", PartKind.Camera, null)] };
        var (plan, troubles) = RepairPlan.Of(record.Checked(), Examples.House, ["fan", "speakers", "lens"]);
        plan.ShouldBeNull();
        troubles.Select(trouble => trouble.Part).ShouldBe(["speakers", "lens"]);
        RepairPlan.Of(record.Checked(), Examples.House, []).Troubles.ShouldHaveSingleItem();
        RepairPlan.Of(record.Checked(), Examples.House, [.. Enumerable.Range(0, 21).Select(i => $"p{i}")]).Troubles.ShouldHaveSingleItem().Message.ShouldContain("20");
    }

    [Fact]
    public void A_fan_is_cleaned_and_a_battery_swapped_in_one_opening_and_the_service_buys_nothing()
    {
        var plan = Plan(Build.Sealed(), "battery", "fan:clean");
        plan.Steps.ShouldBe(Plan(Build.Sealed(), "battery", "fan").Steps);
        PlanInWords.Of(plan, Build.Sealed(), Examples.House, []).Do.ShouldHaveSingleItem().ShouldStartWith("Clean the fan: ");
        plan.Parts.Select(part => part.Service).ShouldBe([null, Service.Clean]);
        plan.UsedUp.ShouldNotContain(used => used.What == Consumable.Paste);
    }

    [Fact]
    public void What_need_only_be_in_view_or_without_power_goes_no_further()
    {
        var record = Build.Sealed();
        record = record with
        {
            Parts = [.. record.Parts, Build.Part("hinge", PartKind.Hinge), Build.Part("heatsink", PartKind.Thermal), Build.Part("speakers", PartKind.Speakers) with { Layer = "inside" }],
            Steps = [.. record.Steps, Build.Step("hinges", "inside", new Unscrew { Count = 6, Drive = Drive.Cross, Size = "PH1" }) with { Frees = ["hinge"] }, Build.Step("cooling", "inside", new Slide()) with { Frees = ["heatsink"] }],
        };
        Ids(Plan(record, "hinge:tighten")).ShouldBe(["base", "power"]);
        Ids(Plan(record, "hinge")).ShouldBe(["base", "power", "hinges"]);
        Ids(Plan(record, "battery:drain")).ShouldBe(["base", "power"]);
        Ids(Plan(record, "speakers:reseat")).ShouldBe(["base", "power"]);
        Plan(record, "heatsink:paste").UsedUp.ShouldContain(new UsedUp(Consumable.Paste, null, null));
        // Both in one opening take no more than the longer of them, and never more than one after the other.
        var both = Plan(record, "hinge:tighten", "heatsink:paste");
        Ids(both).ShouldBe(["base", "power", "cooling"]);
        both.Apart.ShouldBe(Plan(record, "hinge:tighten").Effort.Value + Plan(record, "heatsink").Effort.Value, 1e-9);

        string[] Ids(RepairPlan plan) => [.. plan.Steps.Select(position => record.Steps[position].Id)];
    }

    [Theory]
    [InlineData("fan:paste", "\"paste\" is nothing that is done to a fan")]
    [InlineData("fan:polish", "there is no part \"fan:polish\"")]
    [InlineData("wing:clean", "there is no part \"wing\"")]
    public void A_service_that_makes_no_sense_is_told(string asked, string message) =>
        RepairPlan.Of(Build.Sealed().Checked(), Examples.House, [asked]).Troubles.ShouldHaveSingleItem().Message.ShouldBe(message);
}
