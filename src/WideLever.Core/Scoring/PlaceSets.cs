using System.Numerics;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

/// <summary>What a place gives to its kind in U.</summary>
/// <param name="Part">The part.</param>
/// <param name="Standard">How open its interface is.</param>
/// <param name="Access">Mean of the four.</param>
/// <param name="Criteria">Reach, fasteners, tools and bonds of its route, in the rubric's order.</param>
public sealed record UpgradePlace(Part Part, Quantity Standard, Quantity Access, IReadOnlyList<KeyValuePair<Criterion, Quantity>> Criteria);

/// <summary>Some places of a kind that are counted on together, and what they give.</summary>
/// <param name="Places">The places.</param>
/// <param name="Headroom">How far the kind can be upgraded with them.</param>
/// <param name="Standard">How open their interfaces are.</param>
/// <param name="Access">How easily they are reached.</param>
/// <param name="Score">Mean of the three.</param>
public sealed record PlaceSet(IReadOnlyList<UpgradePlace> Places, Quantity Headroom, Quantity Standard, Quantity Access, Quantity Score);

/// <summary>A kind's share in U, on 0..1, and what it is made of.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Score">The greatest over the sets of its places; without a set, what is known of the kind as a whole.</param>
/// <param name="Sets">Every set of its places that may be counted on, the one of the greatest value (without one: of the greatest high) first; none
/// where the kind is absent, not recorded, left out, wholly inseparable, or of unknown mounting.</param>
public sealed record UpgradeKind(PartKind Kind, Quantity Score, IReadOnlyList<PlaceSet> Sets)
{
    /// <summary>The set that the kind is shown and charged by; null: none.</summary>
    public PlaceSet? Set => Sets.Count > 0 ? Sets[0] : null;

    /// <summary>The places that are counted on.</summary>
    public IReadOnlyList<UpgradePlace> Places => Set?.Places ?? [];
}

/// <summary>Which places of a kind are counted on. Method, <em>Means</em>.</summary>
internal static class PlaceSets
{
    /// <summary>Kinds of which sets of places are tried.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="parts">Its parts that can be used together; at least one is not known to be inseparable.</param>
    /// <param name="place">What a part gives as a place.</param>
    /// <param name="machine">The machine.</param>
    /// <param name="rubric">The rubric.</param>
    public static UpgradeKind Of(PartKind kind, IReadOnlyList<Part> parts, Func<Part, UpgradePlace> place, Unit machine, Rubric rubric)
    {
        // Plain loops: a shelf is rescored whole whenever a rubric is tried.
        var candidates = new List<int>(parts.Count);
        for (var p = 0; p < parts.Count; p++)
        {
            if (rubric.IsInseparable(parts[p].Mounting) != true)
                candidates.Add(p);
        }
        var places = new UpgradePlace[candidates.Count];
        for (var c = 0; c < places.Length; c++)
            places[c] = place(parts[candidates[c]]);
        var sets = new PlaceSet[(1 << places.Length) - 1];
        var countedOn = new bool[parts.Count];
        for (var set = 1; set <= sets.Length; set++)
        {
            var chosen = new UpgradePlace[BitOperations.PopCount((uint)set)];
            var next = 0;
            for (var c = 0; c < places.Length; c++)
            {
                countedOn[candidates[c]] = (set >> c & 1) != 0;
                if (countedOn[candidates[c]])
                    chosen[next++] = places[c];
            }
            sets[set - 1] = Of(chosen, Headroom.Of(kind, parts, countedOn, machine, rubric), rubric);
        }
        var scores = new Quantity[sets.Length];
        for (var set = 0; set < scores.Length; set++)
            scores[set] = sets[set].Score;
        return new(kind, Quantity.Greatest(scores), sets.Length > 1 ? [.. sets.Order(BestFirst)] : sets);
    }

    /// <summary>The set of the greatest value first, of those the one of the greatest high, of those the one with the most places.</summary>
    private static readonly Comparer<PlaceSet> BestFirst = Comparer<PlaceSet>.Create((a, b) =>
    {
        var order = Nullable.Compare(b.Score.Value, a.Score.Value);
        if (order == 0)
            order = b.Score.High.CompareTo(a.Score.High);
        return order == 0 ? b.Places.Count.CompareTo(a.Places.Count) : order;
    });

    /// <summary>Kinds of which the separable parts are counted on, all of them; every mounting is known and one at least is separable.</summary>
    public static UpgradeKind OfSeparable(PartKind kind, IReadOnlyList<Part> parts, Func<Part, UpgradePlace> place, Rubric rubric)
    {
        var separable = parts.Where(part => rubric.IsInseparable(part.Mounting) == false).Select(place).ToArray();
        var set = Of(separable, Quantity.Exactly(separable.Length / (double)parts.Count), rubric);
        return new(kind, Quantity.Greatest([set.Score]), [set]);
    }

    private static PlaceSet Of(UpgradePlace[] places, Quantity headroom, Rubric rubric)
    {
        var mean = Mean.Arithmetic(rubric);
        Span<(double, Quantity)> standards = stackalloc (double, Quantity)[places.Length], ways = stackalloc (double, Quantity)[places.Length];
        for (var p = 0; p < places.Length; p++)
            (standards[p], ways[p]) = ((1, places[p].Standard), (1, places[p].Access));
        var (standard, access) = (mean.Of(standards), mean.Of(ways));
        var score = Score(places, headroom, standard, access, rubric);
        // Where the machine proved less than is fitted, what it proved is shown as no less than that.
        return new(places, headroom with { Value = headroom.Value is { } value ? Math.Max(value, headroom.Low) : null }, standard, access, score);
    }

    private static Quantity Score(UpgradePlace[] places, Quantity headroom, Quantity standard, Quantity access, Rubric rubric)
    {
        if (headroom.High == 0)
            return Quantity.Exactly(0);
        var weights = rubric.UpgradeCriteria;
        var score = Mean.Geometric(rubric).Of(
        [
            (weights[UpgradeCriterion.Headroom], headroom), (weights[UpgradeCriterion.Standard], standard), (weights[UpgradeCriterion.Access], access),
        ]);
        if (headroom.Low == 0)
            score = score with { Low = 0 };
        if (headroom.Value == 0)
            score = score with { Value = 0 };
        return score.High > 0 && Array.Exists(places, place => place.Part.Mounting is null) ? new(0, null, score.High, 0) : score;
    }
}
