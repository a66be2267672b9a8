using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Scoring;

/// <summary>What a step gives to every route that it is on.</summary>
internal readonly struct StepFacts
{
    private StepFacts(Step step, Rubric rubric)
    {
        (Bonds, Survival) = (Criteria.Bonds.None, Criteria.Survival.Certain);
        var loose = 0;
        for (var a = 0; a < step.Actions.Count; a++)
        {
            var action = step.Actions[a];
            Fasteners += Fasteners.Of(action, rubric);
            Tools += Tools.Of(action);
            Bonds += Bonds.Of(action, rubric);
            Survival *= Survival.Of(action, rubric);
            if (action is Unscrew { Captive: not true })
                loose++;
        }
        Loose = loose == 0 ? [] : new Unscrew[loose];
        for (var a = step.Actions.Count - 1; a >= 0; a--)
        {
            if (step.Actions[a] is Unscrew { Captive: not true } screws)
                Loose[--loose] = screws;
        }
    }

    /// <summary>The facts of every step of a record, by position.</summary>
    public static StepFacts[] Of(IReadOnlyList<Step> steps, Rubric rubric)
    {
        var facts = new StepFacts[steps.Count];
        for (var s = 0; s < facts.Length; s++)
            facts[s] = new(steps[s], rubric);
        return facts;
    }

    /// <summary>Screws that are not known to stay in their part.</summary>
    public Unscrew[] Loose { get; }

    public Fasteners Fasteners { get; }

    public Tools Tools { get; }

    public Bonds Bonds { get; }

    public Survival Survival { get; }
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
    /// <summary>What a route says.</summary>
    /// <param name="positions">Its steps.</param>
    /// <param name="steps">What each step of the record gives.</param>
    /// <param name="layers">For each layer of the record a list that is used for its screws, and left empty.</param>
    /// <param name="ways">The ways that it is one of.</param>
    /// <param name="record">The record.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="onlyView">Whether it leads to a view alone.</param>
    public static RouteFacts Of(
        IReadOnlyList<int> positions, StepFacts[] steps, List<Unscrew>[] layers, WaysIn ways, CheckedRecord record, Rubric rubric, bool onlyView)
    {
        var (burden, tools, bonds, survival) = (default(Fasteners), default(Tools), Criteria.Bonds.None, Criteria.Survival.Certain);
        for (var i = 0; i < positions.Count; i++)
        {
            ref readonly var step = ref steps[positions[i]];
            burden += step.Fasteners;
            tools += step.Tools;
            bonds += step.Bonds;
            survival *= step.Survival;
            layers[record.Graph.LayerOf[positions[i]]].AddRange(step.Loose);
        }
        var fasteners = burden.Worth(layers, rubric);
        foreach (var screws in layers)
            screws.Clear();
        return new(positions, ways.Effort(positions), fasteners, tools.Worth(rubric), bonds.Worth(rubric), survival.Worth(rubric), onlyView);
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
