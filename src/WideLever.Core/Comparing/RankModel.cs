using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>One item of a mean that a draw decides.</summary>
/// <param name="Weight">Which of the drawn weights is its.</param>
/// <param name="Uniform">Which of the unit's uniform numbers decides it.</param>
/// <param name="Low">Lowest value; for reach the value at the greatest effort, not yet kept within 0..1.</param>
/// <param name="High">Highest value; for reach at the least effort.</param>
/// <param name="PerLogEffort">What the logarithm of the effort factor takes off both ends; 0 for all but reach.</param>
internal readonly record struct DrawnItem(int Weight, int Uniform, double Low, double High, double PerLogEffort)
{
    /// <summary>Whether every draw gives it the same value.</summary>
    public bool IsKnown => PerLogEffort == 0 && Low == High;
}

/// <summary>The items of a mean: those that are known, each with its value raised to the mean's exponent, and those that a draw decides.</summary>
/// <param name="Known">Which weight is its, and its raised value.</param>
/// <param name="Open">The others.</param>
internal sealed record DrawnItems((int Weight, double Raised)[] Known, DrawnItem[] Open)
{
    public static DrawnItems Of(IEnumerable<DrawnItem> items, int exponent, double floor)
    {
        var all = items.ToLookup(item => item.IsKnown);
        return new([.. all[true].Select(item => (item.Weight, Raised(item.Low)))], [.. all[false]]);

        double Raised(double value) => exponent switch { 1 => value, 0 => Math.Log(Math.Max(value, floor)), _ => 1 / Math.Max(value, floor) };
    }
}

/// <summary>A kind of a unit in R: the criteria of each of its parts.</summary>
/// <param name="Weight">Which of the drawn kind weights is its.</param>
/// <param name="Parts">Its parts; one that is all unknown where none is recorded.</param>
internal sealed record DrawnKind(int Weight, DrawnItems[] Parts);

/// <summary>A kind of a unit in U.</summary>
/// <param name="Weight">Which of the drawn kind weights is its.</param>
/// <param name="Headroom">How far it can be upgraded; null: it is 0 as a whole.</param>
/// <param name="Places">Each separable place: how open it is, and the four of its access.</param>
internal sealed record DrawnUpgrade(int Weight, DrawnItem? Headroom, (DrawnItem Standard, DrawnItems Access)[] Places);

/// <summary>A unit as <see cref="RankOdds"/> draws it.</summary>
internal sealed record DrawnUnit(DrawnKind[] Repair, DrawnUpgrade[] Upgrade)
{
    /// <summary>Uniform numbers a unit takes: one for each of the nine criteria, headroom and standard, and two for its effort factor.</summary>
    public const int Uniforms = 13;

    private const int HeadroomUniform = 9, StandardUniform = 10;

    /// <summary>A unit by its result.</summary>
    public static DrawnUnit Of(Result result, TeardownRecord record, Rubric rubric)
    {
        var repair = new List<DrawnKind>();
        foreach (var kind in result.RepairKinds)
        {
            var parts = result.Parts.Where(part => part.Part.Kind == kind.Kind && part.Criteria is not null)
                .Select(part => Inside(Items(part.Criteria!.Pairs, part.Part, part.Effort, rubric, Positions(rubric.Criteria.Pairs)))).ToList();
            repair.Add(new(PositionOf(rubric.Repair, kind.Kind), parts.Count > 0 ? [.. parts] : [Inside(AllUnknown(rubric.Criteria.Pairs))]));
        }
        var upgrade = new List<DrawnUpgrade>();
        foreach (var kind in result.UpgradeKinds)
        {
            var weight = PositionOf(rubric.Upgrade, kind.Kind);
            var isKnown = kind.Score is { Coverage: > 0 } or { High: 0 };
            if (isKnown && (kind.Access is null || kind.Headroom is { High: 0 }))
            {
                upgrade.Add(new(weight, null, []));
                continue;
            }
            var unknown = new DrawnItem((int)UpgradeCriterion.Headroom, HeadroomUniform, 0, 1, 0);
            var headroom = kind.Headroom is { } known ? unknown with { Low = known.Low, High = known.High } : unknown;
            (DrawnItem, DrawnItems)[] places =
            [
                .. kind.Places.Select(place => (
                    new DrawnItem((int)UpgradeCriterion.Standard, StandardUniform, place.Standard.Low, place.Standard.High, 0),
                    Access(Items(place.Criteria, place.Part, result.Parts.Single(part => part.Part.Id == place.Part.Id).Effort, rubric, Positions(rubric.AccessCriteria.Pairs))))),
            ];
            if (places.Length == 0)
                places = [(new DrawnItem((int)UpgradeCriterion.Standard, StandardUniform, 0, 1, 0), Access(AllUnknown(rubric.AccessCriteria.Pairs)))];
            upgrade.Add(new(weight, headroom, places));
        }
        return new([.. repair], [.. upgrade]);

        DrawnItems Inside(IEnumerable<DrawnItem> items) => DrawnItems.Of(items, rubric.Schools.InsideMean, rubric.Floor);
        DrawnItems Access(IEnumerable<DrawnItem> items) => DrawnItems.Of(items, 0, rubric.Floor);
    }

    private static IEnumerable<DrawnItem> Items(
        IEnumerable<KeyValuePair<Criterion, Quantity>> criteria, Part part, Routes.EffortSeconds? effort, Rubric rubric, Dictionary<Criterion, int> positions)
    {
        // Of a part that is not replaceable, or may not be, reach does not go with the effort of its way.
        var goes = rubric.Schools.Assemblies == Assemblies.AsAssembly || rubric.IsInseparable(part.Mounting) == false;
        return criteria.Select(pair =>
        {
            var item = new DrawnItem(positions[pair.Key], (int)pair.Key, pair.Value.Low, pair.Value.High, 0);
            return pair.Key == Criterion.Reach && effort is { } seconds && goes ? OfEffort(item, seconds, rubric.Reach[part.Kind]) : item;
        });
    }

    /// <summary>ln(zero / (E f)) / ln(zero / full) is linear in ln f; the least effort keeps a way of no seconds a number.</summary>
    private static DrawnItem OfEffort(DrawnItem item, Routes.EffortSeconds effort, Thresholds reach)
    {
        var (full, zero) = (reach.First, reach.Second);
        var width = Math.Log(zero / full);
        double At(double seconds) => Math.Log(zero / Math.Max(seconds, 1e-6)) / width;
        return item with { Low = At(effort.High), High = At(effort.Low), PerLogEffort = 1 / width };
    }

    private static IEnumerable<DrawnItem> AllUnknown(IEnumerable<KeyValuePair<Criterion, double>> weights) =>
        weights.Select((pair, position) => new DrawnItem(position, (int)pair.Key, 0, 1, 0));

    private static Dictionary<Criterion, int> Positions(IEnumerable<KeyValuePair<Criterion, double>> weights) =>
        weights.Select((pair, position) => (pair.Key, position)).ToDictionary(pair => pair.Key, pair => pair.position);

    private static int PositionOf(OrderedTable<PartKind, double> weights, PartKind kind)
    {
        for (var i = 0; i < weights.Pairs.Count; i++)
        {
            if (weights.Pairs[i].Key == kind)
                return i;
        }
        throw new ArgumentOutOfRangeException(nameof(kind), kind, "a kind without a weight");
    }
}
