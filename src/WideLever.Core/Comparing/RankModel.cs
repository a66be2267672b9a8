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

/// <summary>A set of places that may be counted on.</summary>
/// <param name="Places">Which places of the kind.</param>
/// <param name="Headroom">How far the kind can be upgraded with them.</param>
internal sealed record DrawnSet(int[] Places, DrawnItem Headroom);

/// <summary>A kind of a unit in U.</summary>
/// <param name="Weight">Which of the drawn kind weights is its.</param>
/// <param name="Places">Each place: how open it is, and the four of its access.</param>
/// <param name="Sets">The sets of places of which the greatest is taken in each draw; none: the kind is 0 as a whole.</param>
internal sealed record DrawnUpgrade(int Weight, (DrawnItem Standard, DrawnItems Access)[] Places, DrawnSet[] Sets);

/// <summary>A unit as <see cref="RankOdds"/> draws it.</summary>
/// <param name="Repair">Its kinds in R.</param>
/// <param name="Upgrades">Its kinds in U, for each choice of places that can be used together; in each draw the greatest is taken.</param>
internal sealed record DrawnUnit(DrawnKind[] Repair, DrawnUpgrade[][] Upgrades)
{
    /// <summary>Uniform numbers a unit takes: one for each of the nine criteria, headroom and standard, and two for its effort factor.</summary>
    public const int Uniforms = 13;

    private const int HeadroomUniform = 9, StandardUniform = 10;

    /// <summary>A unit by its result.</summary>
    public static DrawnUnit Of(Result result, Rubric rubric)
    {
        var repair = new List<DrawnKind>();
        var efforts = result.Parts.ToDictionary(part => part.Part.Id, part => part.Effort, StringComparer.Ordinal);
        foreach (var kind in result.RepairKinds)
        {
            var parts = result.Parts.Where(part => part.Part.Kind == kind.Kind && part.Criteria is not null)
                .Select(part => Inside(Items(part.Criteria!.Pairs, part.Part, part.Effort, rubric, Positions(rubric.Criteria.Pairs)))).ToList();
            repair.Add(new(PositionOf(rubric.Repair, kind.Kind), parts.Count > 0 ? [.. parts] : [Inside(AllUnknown(rubric.Criteria.Pairs))]));
        }
        return new([.. repair], [.. result.UpgradeChoices.Select(choice => choice.Kinds.Select(Upgrade).ToArray())]);

        DrawnUpgrade Upgrade(UpgradeKind kind)
        {
            var weight = PositionOf(rubric.Upgrade, kind.Kind);
            var unknown = new DrawnItem((int)UpgradeCriterion.Headroom, HeadroomUniform, 0, 1, 0);
            // Without a set it is known to be nothing, or nothing is known of it.
            if (kind.Set is null && kind.Score.High == 0)
                return new(weight, [], []);
            if (kind.Set is null)
                return new(weight, [(new DrawnItem((int)UpgradeCriterion.Standard, StandardUniform, 0, 1, 0), Access(AllUnknown(rubric.AccessCriteria.Pairs)))], [new([0], unknown)]);
            var places = kind.Sets.SelectMany(set => set.Places).DistinctBy(place => place.Part.Id).ToList();
            return new(weight, [.. places.Select(Place)],
            [
                // A place that may not be one at all adds nothing for certain.
                .. kind.Sets.Where(set => set.Headroom.High > 0).Select(set => new DrawnSet([.. set.Places.Select(place => places.FindIndex(other => other.Part.Id == place.Part.Id))],
                    unknown with { Low = set.Places.All(place => place.Part.Mounting is not null) ? set.Headroom.Low : 0, High = set.Headroom.High })),
            ]);
        }

        (DrawnItem, DrawnItems) Place(UpgradePlace place)
        {
            var standard = new DrawnItem((int)UpgradeCriterion.Standard, StandardUniform, place.Standard.Low, place.Standard.High, 0);
            var access = Items(place.Criteria, place.Part, efforts[place.Part.Id], rubric, Positions(rubric.AccessCriteria.Pairs));
            return place.Part.Mounting is null
                ? (standard with { Low = 0 }, Access(access.Select(item => item with { Low = 0, High = Math.Clamp(item.High, 0, 1), PerLogEffort = 0 })))
                : (standard, Access(access));
        }

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
