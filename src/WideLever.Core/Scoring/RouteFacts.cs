using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Scoring;

/// <summary>What a route says of every part that it serves.</summary>
/// <param name="Positions">Step positions in recorded order.</param>
/// <param name="Effort">Effort of its steps.</param>
/// <param name="Fasteners">Criterion fasteners.</param>
/// <param name="Tools">Criterion tools.</param>
/// <param name="Bonds">Criterion bonds.</param>
/// <param name="Survival">Criterion survival.</param>
internal sealed record RouteFacts(
    IReadOnlyList<int> Positions, EffortSeconds Effort, Quantity Fasteners, Quantity Tools, Quantity Bonds, Quantity Survival)
{
    public static RouteFacts Of(IReadOnlyList<int> positions, IReadOnlyList<Step> steps, WaysIn ways, Rubric rubric)
    {
        var route = positions.Select(position => steps[position]).ToArray();
        var actions = route.SelectMany(step => step.Actions).ToArray();
        return new(positions, ways.Effort(positions), Criteria.Fasteners.Of(route, rubric), Criteria.Tools.Of(actions, rubric),
            Criteria.Bonds.Of(actions, rubric), Criteria.Survival.Of(actions, rubric));
    }

    /// <summary>A criterion of the route for a part of some kind; unknown where there is no route.</summary>
    public static Quantity Criterion(RouteFacts? facts, Criterion criterion, PartKind kind, Rubric rubric) => (facts, criterion) switch
    {
        (null, _) => Quantity.Unknown,
        (_, Rubrics.Criterion.Reach) => Reach.Of(facts.Effort, rubric.Reach[kind]),
        (_, Rubrics.Criterion.Fasteners) => facts.Fasteners,
        (_, Rubrics.Criterion.Tools) => facts.Tools,
        (_, Rubrics.Criterion.Bonds) => facts.Bonds,
        (_, Rubrics.Criterion.Survival) => facts.Survival,
        _ => throw new ArgumentOutOfRangeException(nameof(criterion), criterion, "not a criterion of a route"),
    };
}
