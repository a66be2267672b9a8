using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>A unit of a field.</summary>
/// <param name="Unit">Its kinds.</param>
/// <param name="Price">Its price in the rubric's currency; null: unknown.</param>
public sealed record FieldMember(FieldUnit Unit, double? Price);

/// <summary>How a unit stands in one index of a field.</summary>
/// <param name="Quantity">The index, 0..100.</param>
/// <param name="Status">How far it can be relied on.</param>
/// <param name="Place">Place by the low end, 1 the first; equals share one.</param>
/// <param name="PlaceByValue">Place by the value among those that have one; null: it has none, and stands behind them.</param>
/// <param name="Group">Group among those of its build, 1 the first: units of one group cannot all be told apart; 0: a draft, which is in none.</param>
/// <param name="BestForPrice">Whether nothing that costs no more beats its value.</param>
public sealed record FieldStanding(Quantity Quantity, Status Status, int Place, int? PlaceByValue, int Group, bool BestForPrice)
{
    /// <summary>How every unit of a field stands in an index, in the order of the field.</summary>
    public static IReadOnlyList<FieldStanding> Of(IReadOnlyList<FieldMember> field, IndexName index, Rubric rubric)
    {
        var indices = field.Select(member => member.Unit.Indices(rubric)).ToList();
        var quantities = indices.Select(one => one.Get(index)).ToList();
        var statuses = indices.Select(one => one.StatusOf(index)).ToList();
        var places = Field.PlacesByLow(quantities);
        var byValue = Field.PlacesByValue(quantities);
        // A draft holds everything together and says nothing; a desktop and a notebook are not told apart by an index at all.
        var groups = new int[field.Count];
        foreach (var build in Enumerable.Range(0, field.Count).Where(i => statuses[i] != Status.Draft).GroupBy(i => field[i].Unit.IsDesktop).Select(build => build.ToList()))
        {
            foreach (var (i, group) in build.Zip(Field.Groups([.. build.Select(i => quantities[i])], rubric.Resolution)))
                groups[i] = group;
        }
        var best = Field.BestForPrice([.. field.Select((member, i) => (member.Price, statuses[i] == Status.Draft ? null : quantities[i].Value))]);
        return [.. quantities.Select((quantity, i) => new FieldStanding(quantity, statuses[i], places[i], byValue[i], groups[i], best[i]))];
    }
}
