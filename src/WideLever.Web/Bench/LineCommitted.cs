using WideLever.Web.Units;

namespace WideLever.Web.Bench;

/// <summary>A line that is on disk.</summary>
/// <param name="Revision">The revision that it made.</param>
/// <param name="Hints">What is allowed and most likely not meant.</param>
/// <param name="Made">Id of the step that it made; null: it changed one.</param>
/// <param name="Unit">The unit in view as it stands since; null: none was named.</param>
/// <param name="Bench">Its bench, of the same moment; null: none was named.</param>
public sealed record LineCommitted(long Revision, IReadOnlyList<Fault> Hints, string? Made, UnitView? Unit, BenchView? Bench);
