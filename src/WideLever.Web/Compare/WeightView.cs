using WideLever.Core.Scoring;

namespace WideLever.Web.Compare;

/// <summary>The weight of one kind tried on a field.</summary>
/// <param name="Units">Ids of the units.</param>
/// <param name="Index">R or U.</param>
/// <param name="Kind">The kind.</param>
/// <param name="Weight">Its weight; the others are rescaled so that the sum stays.</param>
public sealed record WeightTried(IReadOnlyList<string> Units, IndexName Index, PartKind Kind, double Weight);

/// <summary>A unit under a weight that is tried.</summary>
/// <param name="Id">The unit.</param>
/// <param name="Quantity">The index, 0..100.</param>
/// <param name="Place">Place by its value among those that have one, 1 the first; equals share one. Null: it has none, and stands behind them.</param>
public sealed record TriedUnit(string Id, IndexView Quantity, int? Place);
