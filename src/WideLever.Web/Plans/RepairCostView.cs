using WideLever.Core.Planning;

namespace WideLever.Web.Plans;

/// <summary>What a plan costs beside the machine, in one currency.</summary>
/// <param name="Currency">The currency.</param>
/// <param name="Units">What is swapped, each with its price.</param>
/// <param name="Parts">The parts of which the price is known, together.</param>
/// <param name="AtLeast">Whether a price is not known, so that the sums are at least.</param>
/// <param name="Time">The way there and back at the rate.</param>
/// <param name="Risk">The chance of damage times what it costs; null: the machine's price is not known.</param>
/// <param name="DamageShare">What damage costs, as a share of the machine's price, 0..1.</param>
/// <param name="Machine">The machine's price; null: not known.</param>
/// <param name="Sum">All together, as far as it is known.</param>
/// <param name="Assemblies">Parts that could be swapped with the assembly that they are within.</param>
public sealed record RepairCostView(
    string Currency, IReadOnlyList<PricedUnit> Units, double Parts, bool AtLeast, double Time, double? Risk, double DamageShare, double? Machine, double Sum, IReadOnlyList<ByAssemblyView> Assemblies)
{
    /// <summary>The view of a cost.</summary>
    public static RepairCostView Of(RepairCost cost, double damageShare) => new(
        cost.Currency, cost.Units, cost.Parts, cost.AtLeast, cost.Time, cost.Risk, damageShare, cost.Machine, cost.Sum,
        [.. cost.Assemblies.Select(one => new ByAssemblyView(one.Part, one.Assembly, EffortView.Of(one.Effort), one.Price, EffortView.Of(one.AloneEffort), one.AlonePrice, one.Damage, one.AloneDamage))]);
}

/// <summary>A part by the assembly that it is within.</summary>
/// <param name="Part">Id of the part.</param>
/// <param name="Assembly">Id of the assembly.</param>
/// <param name="Effort">Effort of bringing the assembly out.</param>
/// <param name="Price">Its price; null: not known.</param>
/// <param name="AloneEffort">Effort of bringing the part out.</param>
/// <param name="AlonePrice">Its price; null: not known.</param>
/// <param name="Damage">The chance of damage on the way to the assembly, 0..1.</param>
/// <param name="AloneDamage">The chance of damage on the way to the part, 0..1.</param>
public sealed record ByAssemblyView(string Part, string Assembly, EffortView Effort, double? Price, EffortView AloneEffort, double? AlonePrice, double Damage, double AloneDamage);
