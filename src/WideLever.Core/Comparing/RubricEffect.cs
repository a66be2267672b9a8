using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>An index under two rubrics, and the unit's place in the field under each.</summary>
/// <param name="Before">Under the one.</param>
/// <param name="After">Under the other.</param>
/// <param name="StatusBefore">How far it can be relied on under the one.</param>
/// <param name="StatusAfter">The same under the other.</param>
/// <param name="PlaceBefore">Place by the low end, 1 the first; equals share a place.</param>
/// <param name="PlaceAfter">The same under the other.</param>
public readonly record struct IndexEffect(Quantity Before, Quantity After, Status StatusBefore, Status StatusAfter, int PlaceBefore, int PlaceAfter);

/// <summary>What another rubric does to one unit.</summary>
/// <param name="Repair">To R.</param>
/// <param name="Upgrade">To U.</param>
/// <param name="Combined">To both together.</param>
public readonly record struct RubricEffect(IndexEffect Repair, IndexEffect Upgrade, IndexEffect Combined)
{
    /// <summary>The effect on every unit of a field, in its order.</summary>
    /// <param name="before">The indices under the one rubric.</param>
    /// <param name="after">Those of the same units under the other.</param>
    public static RubricEffect[] Of(IReadOnlyList<Indices> before, IReadOnlyList<Indices> after)
    {
        var (repair, upgrade, combined) = (Pairs(IndexName.Repair), Pairs(IndexName.Upgrade), Pairs(IndexName.Combined));
        return [.. before.Select((_, i) => new RubricEffect(repair[i], upgrade[i], combined[i]))];

        IndexEffect[] Pairs(IndexName index)
        {
            var (old, fresh) = (Field.PlacesByLow([.. before.Select(one => one.Get(index))]), Field.PlacesByLow([.. after.Select(one => one.Get(index))]));
            return [.. before.Select((one, i) => new IndexEffect(one.Get(index), after[i].Get(index), one.StatusOf(index), after[i].StatusOf(index), old[i], fresh[i]))];
        }
    }
}
