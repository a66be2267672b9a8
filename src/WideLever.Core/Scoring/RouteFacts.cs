using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Scoring;

/// <summary>What a step gives to every route that it is on.</summary>
internal sealed class StepFacts
{
    private StepFacts(Step step, Rubric rubric)
    {
        Layer = step.Layer;
        var loose = 0;
        foreach (var action in step.Actions)
        {
            Fasteners += Fasteners.Of(action, rubric);
            Tools += Tools.Of(action);
            Bonds += Bonds.Of(action, rubric);
            Survival *= Survival.Of(action, rubric);
            if (action is Unscrew { Captive: not true })
                loose++;
        }
        Loose = loose == 0 ? [] : [.. step.Actions.OfType<Unscrew>().Where(screws => screws.Captive != true)];
    }

    /// <summary>The facts of every step of a record, by position.</summary>
    public static StepFacts[] Of(IReadOnlyList<Step> steps, Rubric rubric)
    {
        var facts = new StepFacts[steps.Count];
        for (var s = 0; s < facts.Length; s++)
            facts[s] = new(steps[s], rubric);
        return facts;
    }

    public string Layer { get; }

    /// <summary>Screws that are not known to stay in their part.</summary>
    public IReadOnlyList<Unscrew> Loose { get; }

    public Fasteners Fasteners { get; }

    public Tools Tools { get; }

    public Bonds Bonds { get; } = Bonds.None;

    public Survival Survival { get; } = Survival.Certain;
}

/// <summary>What a route says of every part that it serves.</summary>
/// <param name="Positions">Step positions in recorded order.</param>
/// <param name="Effort">Effort of its steps.</param>
/// <param name="Fasteners">Criterion fasteners.</param>
/// <param name="Tools">Criterion tools.</param>
/// <param name="Bonds">Criterion bonds.</param>
/// <param name="Survival">Criterion survival.</param>
/// <param name="OnlyView">Whether it leads only to where the part is in view: the way to the part is unknown, and no better than this.</param>
internal sealed record RouteFacts(
    IReadOnlyList<int> Positions, EffortSeconds Effort, Quantity Fasteners, Quantity Tools, Quantity Bonds, Quantity Survival, bool OnlyView = false)
{
    public static RouteFacts Of(IReadOnlyList<int> positions, IReadOnlyList<StepFacts> steps, WaysIn ways, Rubric rubric, bool onlyView = false)
    {
        var (burden, tools, bonds, survival) = (default(Fasteners), default(Tools), Criteria.Bonds.None, Criteria.Survival.Certain);
        var layers = new Dictionary<string, IReadOnlyList<Unscrew>>(StringComparer.Ordinal);
        foreach (var position in positions)
        {
            var step = steps[position];
            burden += step.Fasteners;
            tools += step.Tools;
            bonds += step.Bonds;
            survival *= step.Survival;
            if (step.Loose.Count > 0)
                layers[step.Layer] = layers.TryGetValue(step.Layer, out var screws) ? [.. screws, .. step.Loose] : step.Loose;
        }
        return new(positions, ways.Effort(positions), burden.Worth(layers.Values, rubric), tools.Worth(rubric), bonds.Worth(rubric), survival.Worth(rubric), onlyView);
    }

    /// <summary>A criterion of the route for a part of some kind; unknown where there is no route, and no better than a view allows where there is one.</summary>
    public static Quantity Criterion(RouteFacts? facts, Criterion criterion, PartKind kind, Rubric rubric)
    {
        if (facts is null)
            return Quantity.Unknown;
        var known = criterion switch
        {
            Rubrics.Criterion.Reach => Reach.Of(facts.Effort, rubric.Reach[kind]),
            Rubrics.Criterion.Fasteners => facts.Fasteners,
            Rubrics.Criterion.Tools => facts.Tools,
            Rubrics.Criterion.Bonds => facts.Bonds,
            Rubrics.Criterion.Survival => facts.Survival,
            _ => throw new ArgumentOutOfRangeException(nameof(criterion), criterion, "not a criterion of a route"),
        };
        return facts.OnlyView ? Quantity.Unknown with { High = known.High } : known;
    }
}
