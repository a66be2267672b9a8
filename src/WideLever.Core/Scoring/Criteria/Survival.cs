using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>The chance that the way damages nothing. Method, <em>Criteria</em>, survival.</summary>
public static class Survival
{
    /// <summary>Survival of the actions of a route.</summary>
    public static Quantity Of(IReadOnlyList<TeardownAction> route, Rubric rubric)
    {
        double low = 1, value = 1, high = 1;
        foreach (var action in route)
        {
            var (least, greatest) = Chance(action, rubric);
            low *= Math.Pow(1 - greatest, action.Count);
            value *= Math.Pow(1 - (least + greatest) / 2, action.Count);
            high *= Math.Pow(1 - least, action.Count);
        }
        return Quantity.Between(Share(low, rubric), Share(value, rubric), Share(high, rubric));
    }

    /// <summary>What a chance of survival is worth.</summary>
    internal static double Share(double survival, Rubric rubric) =>
        Math.Clamp((survival - rubric.SurvivalAtZero) / (1 - rubric.SurvivalAtZero), 0, 1);

    /// <summary>Chance of damage of one manipulation, the least and the greatest that an unknown word or size allows.</summary>
    private static (double Least, double Greatest) Chance(TeardownAction action, Rubric rubric)
    {
        var damage = rubric.Damage;
        return action switch
        {
            Unscrew { Size: { } size } => Exactly(rubric.SmallHeads.Contains(size) ? damage.UnscrewSmallHead : damage.Unscrew),
            Unscrew => (Math.Min(damage.Unscrew, damage.UnscrewSmallHead), Math.Max(damage.Unscrew, damage.UnscrewSmallHead)),
            Unplug plug => Ends(damage.Unplug, plug.Connector),
            Peel peel => Ends(damage.Peel, peel.What),
            Unbond bond => Ends(damage.Unbond, bond.Bond),
            Lift lift => Ends(damage.Lift, lift.What),
            Thermal thermal => Ends(damage.Thermal, thermal.What),
            Unclip => Exactly(damage.Unclip),
            Unlatch => Exactly(damage.Unlatch),
            Slide => Exactly(damage.Slide),
            Switch => Exactly(damage.Switch),
            Swing => Exactly(damage.Swing),
            Route => Exactly(damage.Route),
            Move => Exactly(damage.Move),
            _ => throw new ArgumentOutOfRangeException(nameof(action), action, "an action without a chance of damage"),
        };
    }

    private static (double, double) Exactly(double chance) => (chance, chance);

    private static (double, double) Ends<T>(WordTable<T, double> table, T? word) where T : struct, Enum =>
        word is { } known ? Exactly(table[known]) : (table.Pairs.Min(pair => pair.Value), table.Pairs.Max(pair => pair.Value));
}
