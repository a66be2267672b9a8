using WideLever.Core.Scoring;

namespace WideLever.Web.Compare;

/// <summary>What the table of schools is asked for.</summary>
/// <param name="Units">Ids of the units.</param>
/// <param name="Index">Which index.</param>
public sealed record SchoolsAsked(IReadOnlyList<string> Units, IndexName Index);

/// <summary>The places of a unit under one answer.</summary>
/// <param name="Question">The question on which practitioners differ.</param>
/// <param name="Option">The answer.</param>
/// <param name="InUse">Whether it is the rubric's own.</param>
/// <param name="Places">Place of each unit by the low end of the index asked for, in the order of the units.</param>
/// <param name="PlacesByValue">Its place by the value among those that have one; null: it has none.</param>
/// <param name="Quantities">The index of each.</param>
public sealed record OptionView(
    string Question, string Option, bool InUse, IReadOnlyList<int> Places, IReadOnlyList<int?> PlacesByValue, IReadOnlyList<IndexView> Quantities);

/// <summary>A field under every school.</summary>
/// <param name="Index">Which index.</param>
/// <param name="Options">Each answer to each question.</param>
public sealed record SchoolsView(IndexName Index, IReadOnlyList<OptionView> Options);
