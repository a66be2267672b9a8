using WideLever.Core.Checking;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Planning;

/// <summary>A service unit that a plan swaps, and what it costs.</summary>
/// <param name="Unit">Id of the service unit.</param>
/// <param name="Price">Its price in the rubric's currency; null: not known, or without a rate.</param>
public sealed record PricedUnit(string Unit, double? Price);

/// <summary>A part by the assembly that it is within.</summary>
/// <param name="Part">Id of the part.</param>
/// <param name="Assembly">Id of the assembly.</param>
/// <param name="Effort">Effort of bringing the assembly out by itself.</param>
/// <param name="Price">Price of the assembly in the rubric's currency; null: not known.</param>
/// <param name="AloneEffort">Effort of bringing the part out by itself.</param>
/// <param name="AlonePrice">Price of the part; null: not known.</param>
/// <param name="Damage">The chance of damage on the way to the assembly, 0..1.</param>
/// <param name="AloneDamage">The chance of damage on the way to the part, 0..1.</param>
public sealed record ByAssembly(string Part, string Assembly, EffortSeconds Effort, double? Price, EffortSeconds AloneEffort, double? AlonePrice, double Damage, double AloneDamage);

/// <summary>
/// What a plan costs: parts, time at a rate, and the risk, beside the price of the machine. Where a price is not known the sum is <em>at least</em>.
/// </summary>
public sealed record RepairCost
{
    /// <summary>Currency of every sum.</summary>
    public required string Currency { get; init; }

    /// <summary>What is swapped, each with its price.</summary>
    public required IReadOnlyList<PricedUnit> Units { get; init; }

    /// <summary>The parts of which the price is known, together.</summary>
    public required double Parts { get; init; }

    /// <summary>Whether a price is not known, so that the sums are at least.</summary>
    public required bool AtLeast { get; init; }

    /// <summary>The way there and back at the rate.</summary>
    public required double Time { get; init; }

    /// <summary>The chance of damage times what it costs, a share of the machine's price: what is lost on the average; null: its price is not known.</summary>
    public required double? Risk { get; init; }

    /// <summary>The machine's price; null: not known.</summary>
    public required double? Machine { get; init; }

    /// <summary>Parts that could be swapped with the assembly that they are within.</summary>
    public required IReadOnlyList<ByAssembly> Assemblies { get; init; }

    /// <summary>All together, as far as it is known.</summary>
    public double Sum => Parts + Time + (Risk ?? 0);

    /// <summary>What a plan costs.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="record">The record.</param>
    /// <param name="rubric">The rubric, whose currency the sums are in.</param>
    /// <param name="rate">What an hour costs, in the rubric's currency.</param>
    /// <param name="damageShare">What damage costs, as a share of the machine's price, 0..1: the same that the years with it go by.</param>
    /// <param name="cancellation">Ends a search that nobody waits for.</param>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public static RepairCost Of(RepairPlan plan, CheckedRecord record, Rubric rubric, double rate, double damageShare, CancellationToken cancellation = default)
    {
        List<PricedUnit> units = [.. plan.Parts.Where(part => part.Service is null).Select(part => part.Unit).DistinctBy(unit => unit.Id).Select(unit => new PricedUnit(unit.Id, Price.InRubricCurrency(unit.Spare.Price, rubric)))];
        var machine = Price.InRubricCurrency(record.Record.Unit.Price, rubric);
        return new()
        {
            Currency = rubric.Currency,
            Units = units,
            Parts = units.Sum(unit => unit.Price ?? 0),
            AtLeast = units.Exists(unit => unit.Price is null),
            Time = plan.Effort.Value / 3600 * rate,
            Risk = machine is { } price ? (1 - plan.Survival.Value!.Value) * damageShare * price : null,
            Machine = machine,
            Assemblies = [.. AssembliesOf(plan, record, rubric, cancellation)],
        };
    }

    /// <summary>Where part and assembly both can be bought.</summary>
    private static IEnumerable<ByAssembly> AssembliesOf(RepairPlan plan, CheckedRecord record, Rubric rubric, CancellationToken cancellation)
    {
        var ways = new WaysIn(record, rubric);
        var routes = ways.Routes(cancellation);
        double Damage(IEnumerable<int> route) => 1 - RepairPlan.SurvivalOf(route.Select(position => record.Record.Steps[position]), rubric).Value!.Value;
        foreach (var part in plan.Parts.Where(part => part.Service is null && part.Unit.Id == part.Part.Id))
        {
            if (part.Part.Within is { } within && record.Record.Parts[record.Graph.PartPositions[within]] is var assembly && assembly.Spare.Source != Supply.None && part.Part.Spare.Source != Supply.None && routes[within] is { } route && routes[part.Part.Id] is { } alone)
                yield return new(part.Part.Id, within, ways.Effort(route), Price.InRubricCurrency(assembly.Spare.Price, rubric), part.Alone, Price.InRubricCurrency(part.Part.Spare.Price, rubric), Damage(route), Damage(alone));
        }
    }
}
