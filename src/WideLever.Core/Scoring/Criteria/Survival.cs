using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>The chance that the way damages nothing. Method, <em>Criteria</em>, survival.</summary>
/// <param name="Low">With the greatest chance of damage, and the greatest count, that what is unknown allows.</param>
/// <param name="Value">With the middle of each.</param>
/// <param name="High">With the least of each.</param>
internal readonly record struct Survival(double Low, double Value, double High)
{
    /// <summary>Nothing is done.</summary>
    public static readonly Survival Certain = new(1, 1, 1);

    /// <summary>The chance that neither damages anything.</summary>
    public static Survival operator *(Survival a, Survival b) => new(a.Low * b.Low, a.Value * b.Value, a.High * b.High);

    /// <summary>The chance that an action damages nothing.</summary>
    public static Survival Of(TeardownAction action, Rubric rubric)
    {
        var (least, greatest) = Chance(action, rubric);
        var count = rubric.CountOf(action);
        var value = Math.Pow(1 - (least + greatest) / 2, count.Middle);
        return least == greatest && count.Exact is not null ? new(value, value, value) : new(Math.Pow(1 - greatest, count.Most), value, Math.Pow(1 - least, count.Least));
    }

    /// <summary>What it is worth.</summary>
    public Quantity Worth(Rubric rubric) => Quantity.Between(Share(Low, rubric), Share(Value, rubric), Share(High, rubric));

    /// <summary>What a chance of survival is worth.</summary>
    internal static double Share(double survival, Rubric rubric) =>
        Math.Clamp((survival - rubric.SurvivalAtZero) / (1 - rubric.SurvivalAtZero), 0, 1);

    /// <summary>Chance of damage of one manipulation, the least and the greatest that an unknown word or size allows.</summary>
    private static (double Least, double Greatest) Chance(TeardownAction action, Rubric rubric)
    {
        var chances = rubric.Damage.Chance[action.Verb];
        var small = rubric.Damage.UnscrewSmallHead;
        return action switch
        {
            Unscrew { Size: { } size } => Exactly(rubric.SmallHeads.Contains(size) ? small : chances[0]),
            Unscrew => (Math.Min(chances[0], small), Math.Max(chances[0], small)),
            _ => action.WordAt is { } word ? Exactly(chances[word]) : Criteria.Ends.Of(chances),
        };
    }

    private static (double, double) Exactly(double chance) => (chance, chance);
}
