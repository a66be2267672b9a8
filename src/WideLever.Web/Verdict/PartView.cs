using WideLever.Core.Rubrics;

namespace WideLever.Web.Verdict;

/// <summary>One criterion of a part.</summary>
/// <param name="Criterion">Which.</param>
/// <param name="Weight">Its weight in the rubric.</param>
/// <param name="Value">Its value, 0..1.</param>
/// <param name="Supplied">Whether that value is the rubric's supposition and not a finding of the bench.</param>
public sealed record CriterionView(Criterion Criterion, double Weight, QuantityView Value, bool Supplied);

/// <summary>A part in the verdict.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Fitted">False: an empty place.</param>
/// <param name="Mounting">How it is held; null: unknown.</param>
/// <param name="ServiceUnit">Id of the smallest thing to buy and swap; null: unknown.</param>
/// <param name="Route">The route to it; null: unknown.</param>
/// <param name="Layer">The layer where it comes out or is in view; null: unknown.</param>
/// <param name="OnlyInView">Whether it is in view and no step frees it.</param>
/// <param name="Excludes">Ids of the parts that cannot be used at the same time.</param>
/// <param name="SecondBest">The second-best way; null: none.</param>
/// <param name="OtherPower">The best way under the other school of power, where that is another; null: the same, or none.</param>
/// <param name="Score">Its score, 0..1; null where it does not count in R.</param>
/// <param name="Criteria">The nine criteria; none where it does not count in R.</param>
public sealed record PartView(
    string Id, bool Fitted, Mounting? Mounting, string? ServiceUnit, WayView? Route, string? Layer, bool OnlyInView, IReadOnlyList<string> Excludes, WayView? SecondBest, WayView? OtherPower, QuantityView? Score,
    IReadOnlyList<CriterionView> Criteria);
