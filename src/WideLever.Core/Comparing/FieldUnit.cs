using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>A kind of a unit in one index, 0..1.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Score">Its score.</param>
/// <param name="Absent">Whether the machine does not have it; in U it counts 0 then, in R nothing.</param>
public readonly record struct FieldKind(PartKind Kind, Quantity Score, bool Absent);

/// <summary>What a comparison needs of a unit: its scores kind by kind, without its steps and parts.</summary>
/// <param name="IsDesktop">Its build: a desktop, or a notebook of any class.</param>
/// <param name="Repair">The kinds of R that it has, in the rubric's order.</param>
/// <param name="Upgrades">All kinds of U, for each choice of places that can be used together; the one that is shown first.</param>
/// <param name="Shared">The reasons that hold for the whole machine.</param>
public sealed record FieldUnit(bool IsDesktop, IReadOnlyList<FieldKind> Repair, IReadOnlyList<IReadOnlyList<FieldKind>> Upgrades, IReadOnlyList<Reason> Shared)
{
    /// <summary>A unit by its result.</summary>
    public static FieldUnit Of(Result result, TeardownRecord record) => new(
        record.Unit.Class == MachineClass.Desktop,
        [.. result.RepairKinds.Select(kind => new FieldKind(kind.Kind, kind.Score, false))],
        [.. result.UpgradeChoices.Select(choice => choice.Kinds.Select(kind => new FieldKind(kind.Kind, kind.Score, record.Absent.Contains(kind.Kind))).ToList())],
        result.SharedReasons);

    /// <summary>All kinds of U by the choice that is shown.</summary>
    public IReadOnlyList<FieldKind> Upgrade => Upgrades[0];

    /// <summary>The indices under the rubric's weights.</summary>
    public Indices Indices(Rubric rubric) => Indices(rubric, new(rubric.Repair.Pairs), new(rubric.Upgrade.Pairs));

    /// <summary>The indices under other weights of the kinds; the rest is the rubric's.</summary>
    /// <param name="rubric">The rubric.</param>
    /// <param name="repair">Weight of each kind in R.</param>
    /// <param name="upgrade">Weight of each kind in U.</param>
    public Indices Indices(Rubric rubric, Dictionary<PartKind, double> repair, Dictionary<PartKind, double> upgrade) =>
        Scoring.Indices.Of(OfRepair(repair, rubric), OfUpgrade(upgrade, rubric), Shared, rubric);

    /// <summary>R under some weights, 0..100.</summary>
    internal Quantity OfRepair(Dictionary<PartKind, double> weights, Rubric rubric) => Across(Repair, weights, rubric);

    /// <summary>U under some weights, 0..100: the greatest over the choices.</summary>
    internal Quantity OfUpgrade(Dictionary<PartKind, double> weights, Rubric rubric) => Quantity.Greatest([.. Upgrades.Select(kinds => Across(kinds, weights, rubric))]);

    private static Quantity Across(IReadOnlyList<FieldKind> kinds, Dictionary<PartKind, double> weights, Rubric rubric) =>
        Scorer.Across([.. kinds.Select(kind => (weights[kind.Kind], kind.Score))], rubric);
}

/// <summary>The indices of two units of different builds on what both have.</summary>
/// <param name="First">The first's.</param>
/// <param name="Second">The second's.</param>
/// <param name="RepairShare">Which share of the weight in R that is, 0..1.</param>
/// <param name="UpgradeShare">Which share of the weight in U.</param>
public readonly record struct InCommon(Indices First, Indices Second, double RepairShare, double UpgradeShare);

/// <summary>A field of units under one rubric: who is ahead of whom, and who cannot be told apart. Method, <em>What is built on it</em>, separation.</summary>
public static class Field
{
    /// <summary>Two units with the kinds alone that both have.</summary>
    public static (FieldUnit First, FieldUnit Second) OnWhatBothHave(FieldUnit first, FieldUnit second)
    {
        var inRepair = first.Repair.Select(kind => kind.Kind).Intersect(second.Repair.Select(kind => kind.Kind)).ToHashSet();
        var inUpgrade = first.Upgrade.Where(kind => !kind.Absent).Select(kind => kind.Kind).Intersect(second.Upgrade.Where(kind => !kind.Absent).Select(kind => kind.Kind)).ToHashSet();
        FieldUnit Both(FieldUnit unit) => new(unit.IsDesktop, [.. unit.Repair.Where(kind => inRepair.Contains(kind.Kind))], [.. unit.Upgrades.Select(kinds => kinds.Where(kind => inUpgrade.Contains(kind.Kind)).ToList())], unit.Shared);
        return (Both(first), Both(second));
    }

    /// <summary>The indices of two units on the kinds that both have, and how much of the weight that is.</summary>
    public static InCommon Common(FieldUnit first, FieldUnit second, Rubric rubric)
    {
        var (one, other) = OnWhatBothHave(first, second);
        return new(one.Indices(rubric), other.Indices(rubric), Share(rubric.Repair, one.Repair), Share(rubric.Upgrade, one.Upgrade));
    }

    private static double Share(OrderedTable<PartKind, double> weights, IReadOnlyList<FieldKind> kinds) => kinds.Sum(kind => weights[kind.Kind]) / weights.Pairs.Sum(pair => pair.Value);

    /// <summary>
    /// The place of each unit by the low end of an index, 1 the first: what is certain puts a unit where it stands. Equals share a place.
    /// </summary>
    public static int[] PlacesByLow(IReadOnlyList<Quantity> indices)
    {
        var lows = indices.Select(one => one.Low).ToList();
        return [.. lows.Select(Ranks(lows))];
    }

    /// <summary>
    /// The place of each unit by the value of an index; null: it has none, stands behind those that have, by its low end, and is not numbered.
    /// </summary>
    public static int?[] PlacesByValue(IReadOnlyList<Quantity> indices)
    {
        var place = Ranks([.. indices.Select(one => one.Value).OfType<double>()]);
        return [.. indices.Select(one => one.Value is { } value ? place(value) : (int?)null)];
    }

    private static Func<double, int> Ranks(IReadOnlyList<double> values)
    {
        var falling = values.OrderDescending().ToArray();
        var places = new Dictionary<double, int>();
        for (var rank = 0; rank < falling.Length; rank++)
            places.TryAdd(falling[rank], rank + 1);
        return value => places[value];
    }

    /// <summary>
    /// The group of each unit, 1 the first: units of one group cannot all be told apart, and every unit of a group is ahead of every unit of the
    /// groups after it.
    /// </summary>
    /// <param name="indices">An index of each unit, 0..100.</param>
    /// <param name="resolution">Points below which two results are not told apart.</param>
    public static int[] Groups(IReadOnlyList<Quantity> indices, double resolution)
    {
        var groups = new int[indices.Count];
        var order = Enumerable.Range(0, indices.Count).OrderByDescending(i => indices[i].Low).ThenByDescending(i => indices[i].High).ToList();
        var highest = new double[order.Count + 1];
        highest[order.Count] = double.NegativeInfinity;
        for (var rank = order.Count - 1; rank >= 0; rank--)
            highest[rank] = Math.Max(highest[rank + 1], indices[order[rank]].High);
        var group = 1;
        for (var rank = 0; rank < order.Count; rank++)
        {
            // The lows fall along the order, so all before are ahead of all from here on where the last of them is ahead of the highest of these.
            if (rank > 0 && indices[order[rank - 1]].Low - highest[rank] > resolution)
                group++;
            groups[order[rank]] = group;
        }
        return groups;
    }

    /// <summary>Whether a unit has the highest value for its price: none that costs no more has a higher value, and none that costs less as high a one.</summary>
    /// <param name="units">Price and value of an index of each; null where unknown.</param>
    public static bool[] BestForPrice(IReadOnlyList<(double? Price, double? Value)> units) =>
    [
        .. units.Select(one => one is { Price: { } price, Value: { } value } && !units.Any(other =>
            other is { Price: { } theirs, Value: { } better } && theirs <= price && better >= value && (theirs < price || better > value))),
    ];
}
