using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Scoring;

/// <summary>One action of a route.</summary>
/// <param name="Step">Position of its step.</param>
/// <param name="Action">The action.</param>
internal readonly record struct RouteAction(int Step, TeardownAction Action);

/// <summary>
/// How much of what a criterion of a route lost lies with each of its actions: seconds for reach; for the others the logarithm of what
/// they are worth, which makes factors add up. Method, <em>What is built on it</em>, ledger.
/// </summary>
internal static class ActionShares
{
    /// <summary>The actions of a route.</summary>
    public static IReadOnlyList<RouteAction> Of(IReadOnlyList<int> route, IReadOnlyList<Step> steps) =>
        [.. route.SelectMany(step => steps[step].Actions.Select(action => new RouteAction(step, action)))];

    /// <summary>The share of each action, ≥ 0, adding up to 1.</summary>
    public static double[] Of(Criterion criterion, IReadOnlyList<RouteAction> actions, IReadOnlyList<Step> steps, Rubric rubric)
    {
        var losses = criterion switch
        {
            Criterion.Reach => Seconds(actions, steps, rubric),
            Criterion.Fasteners => OfFasteners(actions, steps, rubric),
            Criterion.Tools => OfTools(actions, rubric),
            Criterion.Bonds => OfBonds(actions, rubric),
            Criterion.Survival => [.. actions.Select(action => -Math.Log(Math.Max(Survival.Of(action.Action, rubric).Value, double.Epsilon)))],
            _ => throw new ArgumentOutOfRangeException(nameof(criterion), criterion, "not a criterion of a route"),
        };
        var all = losses.Sum();
        // Where what is lost lies in none more than in another, it lies in all alike.
        return all > 0 && double.IsFinite(all) ? [.. losses.Select(loss => loss / all)] : [.. losses.Select(_ => 1.0 / losses.Length)];
    }

    private static double[] Seconds(IReadOnlyList<RouteAction> actions, IReadOnlyList<Step> steps, Rubric rubric)
    {
        // A step's charge, with its tools, goes to its actions by their own seconds.
        var own = actions.Select(action => ActionEffort.Of(action.Action, rubric).Seconds.Value).ToArray();
        var ofStep = actions.Zip(own).GroupBy(pair => pair.First.Step).ToDictionary(
            group => group.Key, group => (Sum: group.Sum(pair => pair.Second), Count: group.Count(), Charged: StepEffort.Of(steps[group.Key], rubric).Charged.Value));
        return
        [
            .. actions.Select((action, i) =>
            {
                var (sum, count, charged) = ofStep[action.Step];
                return charged * (sum > 0 ? own[i] / sum : 1.0 / count);
            }),
        ];
    }

    private static double[] OfFasteners(IReadOnlyList<RouteAction> actions, IReadOnlyList<Step> steps, Rubric rubric)
    {
        var burdens = actions.Select(action => Fasteners.Of(action.Action, rubric)).Select(burden => (burden.Least + burden.Greatest) / 2).ToArray();
        var whole = burdens.Sum();
        var ofBurden = Math.Log(1 + whole / rubric.BurdenAtHalf);
        var layers = actions.Where(action => action.Action is Unscrew { Captive: not true })
            .GroupBy(action => steps[action.Step].Layer, action => (Unscrew)action.Action)
            .Select(layer => (Layer: layer.Key, Screws: layer.ToList())).ToList();
        var mixed = layers.Select(layer => (layer.Layer, layer.Screws.Count, Factor: Middle(Fasteners.Mixing(layer.Screws, rubric)))).OrderBy(layer => layer.Factor).FirstOrDefault();
        return
        [
            .. actions.Select((action, i) =>
                (whole > 0 ? ofBurden * burdens[i] / whole : 0)
                + (mixed.Count > 0 && action.Action is Unscrew { Captive: not true } && steps[action.Step].Layer == mixed.Layer ? -Math.Log(mixed.Factor) / mixed.Count : 0)),
        ];
    }

    private static double Middle((double Best, double Worst) mixing) => (mixing.Best + mixing.Worst) / 2;

    private static double[] OfTools(IReadOnlyList<RouteAction> actions, Rubric rubric)
    {
        // The worst tool costs its class; each unknown one may be as bad; all that need any share what too many cost.
        var worst = actions.Select(action => action.Action.ToolInHand()).OfType<Tool>().Where(tool => tool != Tool.Hand).Select(tool => rubric.Tools[tool]).DefaultIfEmpty(1).Min();
        var tools = actions.Select(action => Tools.Of(action.Action)).Aggregate(default(Tools), (sum, tool) => sum + tool);
        var extra = -Math.Log(Math.Max(rubric.ExtraToolFactor, double.Epsilon)) * Math.Max(0, System.Numerics.BitOperations.PopCount(tools.Known) + tools.Unknown - rubric.ExtraToolFree);
        var held = actions.Count(action => action.Action.ToolInHand() != Tool.Hand);
        var worstOnes = actions.Count(action => IsWorst(action.Action));
        return
        [
            .. actions.Select(action => action.Action.ToolInHand() == Tool.Hand ? 0
                : extra / held + (IsWorst(action.Action) ? Math.Max(-Math.Log(Math.Max(worst, double.Epsilon)), tools.Unknown > 0 ? 1 : 0) / worstOnes : 0)),
        ];

        bool IsWorst(TeardownAction action) => action.ToolInHand() is not { } tool || (tool != Tool.Hand && rubric.Tools[tool] == worst);
    }

    private static double[] OfBonds(IReadOnlyList<RouteAction> actions, Rubric rubric)
    {
        var bonds = actions.Select(action => Bonds.Of(action.Action, rubric)).ToArray();
        var worth = bonds.Select(bond => (bond.Worst + bond.Best) / 2).ToArray();
        var (count, worst) = (bonds.Sum(bond => bond.Number.Middle), worth.Where((_, i) => bonds[i].Number.Most > 0).DefaultIfEmpty(1).Min());
        var worstOnes = worth.Where((value, i) => bonds[i].Number.Most > 0 && value == worst).Count();
        var extra = count > 1 ? -Math.Log(Math.Max(rubric.ExtraBond, double.Epsilon)) * (count - 1) / count : 0;
        return
        [
            .. bonds.Select((bond, i) => bond.Number.Most == 0 ? 0 : bond.Number.Middle * extra + (worth[i] == worst ? -Math.Log(Math.Max(worst, double.Epsilon)) / worstOnes : 0)),
        ];
    }
}
