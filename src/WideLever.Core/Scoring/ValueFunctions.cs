using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Scoring;

/// <summary>A value function as a line through points: what a measure is worth, 0..1.</summary>
/// <param name="At">The rubric's place that shapes it, such as <c>reach.battery</c>.</param>
/// <param name="Unit">Unit of the measure: s, GB, Wh, screws, share of the price, chance.</param>
/// <param name="Points">Measure and worth, by rising measure.</param>
public sealed record ValueFunction(string At, string Unit, IReadOnlyList<ValuePoint> Points);

/// <summary>One point of a value function.</summary>
/// <param name="Measure">What was measured.</param>
/// <param name="Worth">What that is worth, 0..1.</param>
public readonly record struct ValuePoint(double Measure, double Worth);

/// <summary>The value functions of a rubric, computed by the criteria themselves. Method, <em>Criteria, each 0..1</em>.</summary>
public static class ValueFunctions
{
    private const int Steps = 40;

    /// <summary>Every value function that has thresholds of its own.</summary>
    public static IReadOnlyList<ValueFunction> Of(Rubric rubric) =>
    [
        .. rubric.Reach.Pairs.Select(pair => Line($"reach.{pair.Key.Word()}", "s", 0, pair.Value.Second * 1.1,
            seconds => Reach.Of(EffortSeconds.Exactly(seconds), pair.Value).Low)),
        .. rubric.Headroom.Pairs.Select(pair => Line($"headroom.{pair.Key.Word()}", pair.Key == PartKind.Battery ? "Wh" : "GB", 0, pair.Value.Second * 1.1,
            capacity => Headroom.Share(capacity, pair.Value))),
        Line("burdenAtHalf", "screws", 0, rubric.BurdenAtHalf * 5, screws => Fasteners.Share(1, screws, rubric)),
        Line("priceShareAtZero", "share of the price", 0, rubric.PriceShareAtZero * 1.2,
            share => Price.Of(new Spare { Source = Words.Supply.Maker, Price = new Money { Amount = share * rubric.PriceReference[MachineClass.Thin] } },
                Machine with { Class = MachineClass.Thin, Price = new Money { Amount = rubric.PriceReference[MachineClass.Thin] } }, rubric).High),
        Line("survivalAtZero", "chance", Math.Max(0, rubric.SurvivalAtZero - 0.1), 1, chance => Survival.Share(chance, rubric)),
    ];

    private static readonly Unit Machine = new() { Maker = "any", Model = "any", ModelCode = "any" };

    private static ValueFunction Line(string at, string unit, double from, double to, Func<double, double> worth) => new(at, unit,
        [.. Enumerable.Range(0, Steps + 1).Select(i => from + (to - from) * i / Steps).Select(measure => new ValuePoint(measure, worth(measure)))]);
}
