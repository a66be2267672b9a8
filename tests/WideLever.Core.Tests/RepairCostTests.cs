using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary>What a repair costs beside the machine.</summary>
public sealed class RepairCostTests
{
    private static Part Priced(Part part, double? price, string? currency = null, double? rate = null) => part with { Spare = new Spare { Price = new Money { Amount = price, Currency = currency, Rate = rate }, Source = Supply.Maker } };

    private static (RepairPlan Plan, RepairCost Cost) Cost(TeardownRecord record, double rate, params string[] parts)
    {
        var machine = record.Checked();
        var plan = RepairPlan.Of(machine, Examples.House, parts).Plan!;
        return (plan, RepairCost.Of(plan, machine, Examples.House, rate, damageShare: 0.3));
    }

    [Fact]
    public void Parts_time_and_risk_are_laid_beside_the_price_of_the_machine()
    {
        var record = Build.Sealed();
        record = record with { Parts = [.. record.Parts.Select(part => part.Id switch { "battery" => Priced(part, 80), "fan" => Priced(part, 20, "GBP", 1.2), _ => part })] };
        var (plan, cost) = Cost(record, 60, "battery", "fan");
        cost.Units.ShouldBe([new("battery", 80), new("fan", 24)]);
        (cost.Parts, cost.AtLeast, cost.Machine).ShouldBe((104, false, 1000));
        cost.Time.ShouldBe(plan.Effort.Value / 60, 1e-9);
        cost.Risk!.Value.ShouldBe(0.3 * 1000 * (1 - plan.Survival.Value!.Value), 1e-9);
        cost.Sum.ShouldBe(104 + cost.Time + cost.Risk.Value, 1e-9);
        Cost(record, 0, "battery").Cost.Time.ShouldBe(0);
        // What is only cleaned is not bought.
        Cost(record, 60, "fan:clean").Cost.Units.ShouldBeEmpty();
    }

    [Fact]
    public void What_is_not_known_makes_no_figure()
    {
        var record = Build.Sealed();
        record = record with { Unit = record.Unit with { Price = null }, Parts = [.. record.Parts.Select(part => part.Id == "fan" ? Priced(part, 20, "GBP") : part)] };
        var cost = Cost(record, 60, "fan", "battery").Cost;
        cost.Units.ShouldAllBe(unit => unit.Price == null);
        (cost.Parts, cost.AtLeast, cost.Risk, cost.Machine).ShouldBe((0, true, null, null));
    }

    [Fact]
    public void A_part_and_the_assembly_that_it_is_within_are_both_told_where_both_can_be_bought()
    {
        var record = Build.Sealed();
        record = record with { Parts = [.. record.Parts.Select(part => part.Id switch { "fan" => Priced(part with { Within = "top" }, 20), "top" => Priced(part, 150), _ => part })] };
        var both = Cost(record, 60, "fan").Cost.Assemblies.ShouldHaveSingleItem();
        (both.Part, both.Assembly, both.Price, both.AlonePrice).ShouldBe(("fan", "top", 150, 20));
        both.Effort.Value.ShouldNotBe(both.AloneEffort.Value);
        // The chance of damage is that of each way by itself.
        both.AloneDamage.ShouldBe(1 - RepairPlan.Of(record.Checked(), Examples.House, ["fan"]).Plan!.Survival.Value!.Value, 1e-12);
        both.Damage.ShouldBe(1 - RepairPlan.Of(record.Checked(), Examples.House, ["top"]).Plan!.Survival.Value!.Value, 1e-12);
        both.Damage.ShouldNotBe(both.AloneDamage);
        // Soldered or riveted, it is the assembly anyway.
        Cost(record, 60, "keyboard").Cost.Assemblies.ShouldBeEmpty();
        Cost(record with { Parts = [.. record.Parts.Select(part => part.Id == "top" ? part with { Spare = new Spare { Source = Supply.None } } : part)] }, 60, "fan").Cost.Assemblies.ShouldBeEmpty();
    }
}
