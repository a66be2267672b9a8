using WideLever.Core.Scoring;

namespace WideLever.Web.Verdict;

/// <summary>A kind's share in an index.</summary>
/// <param name="Weight">Its weight in the rubric.</param>
/// <param name="Score">0..1.</param>
/// <param name="Headroom">Of an upgrade kind; null where it does not apply.</param>
/// <param name="Standard">Of an upgrade kind; null where it does not apply.</param>
/// <param name="Access">Of an upgrade kind; null where it does not apply.</param>
/// <param name="Places">The places of an upgrade kind that are counted on.</param>
public sealed record KindScore(double Weight, QuantityView Score, QuantityView? Headroom, QuantityView? Standard, QuantityView? Access, IReadOnlyList<PlaceView> Places);

/// <summary>A place that U counts on.</summary>
/// <param name="Part">Its id.</param>
/// <param name="Ceiling">Its ceiling; null: its kind has none.</param>
public sealed record PlaceView(string Part, CeilingView? Ceiling);

/// <summary>A ceiling of a place, GB or Wh.</summary>
/// <param name="Low">The least it may be.</param>
/// <param name="Value">What it is taken for; null: not known enough.</param>
/// <param name="High">The greatest; null: no limit.</param>
/// <param name="From">Where it comes from: what the rubric supplies is not the bench's finding.</param>
public sealed record CeilingView(double Low, double? Value, double? High, CeilingFrom From);

/// <summary>A kind in the verdict.</summary>
/// <param name="Kind">Which.</param>
/// <param name="Absent">Whether the machine does not have it.</param>
/// <param name="Repair">Its share in R; null where it has none.</param>
/// <param name="Upgrade">Its share in U; null where it has none.</param>
/// <param name="Parts">Its parts.</param>
public sealed record KindView(PartKind Kind, bool Absent, KindScore? Repair, KindScore? Upgrade, IReadOnlyList<PartView> Parts);

/// <summary>A choice among places that exclude each other.</summary>
/// <param name="LeftOut">Ids of the places that it does without.</param>
/// <param name="Upgrade">U by it, 0..100.</param>
public sealed record ChoiceView(IReadOnlyList<string> LeftOut, IndexView Upgrade);
