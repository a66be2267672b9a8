using WideLever.Core.Benching;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

/// <summary>What a line of the ledger is about.</summary>
public enum LedgerSort
{
    /// <summary>A kind; <see cref="LedgerLine.Name"/> is its word.</summary>
    Kind,

    /// <summary>A part; its id.</summary>
    Part,

    /// <summary>A criterion of a part or of an upgrade kind; its word.</summary>
    Criterion,

    /// <summary>An action; as the step line says it.</summary>
    Action,
}

/// <summary>One line of the ledger: what it cost, and what that is made of.</summary>
/// <param name="Sort">What it is about.</param>
/// <param name="Name">Its word or id.</param>
/// <param name="Points">Points of the index that it cost, ≥ 0.</param>
/// <param name="Value">Its value on 0..1; of an action its share of what the criterion lost.</param>
/// <param name="Steps">Ids of the steps that it was read from; none where it was not read from steps.</param>
/// <param name="Part">Id of the part whose facts it was read from; null: of no part's.</param>
/// <param name="Lines">The lines inside it, which add up to its points; none: it is a leaf.</param>
public sealed record LedgerLine(
    LedgerSort Sort, string Name, double Points, double Value, IReadOnlyList<string> Steps, string? Part, IReadOnlyList<LedgerLine> Lines);

/// <summary>From 100 down to an index: what each kind cost, and inside it each part and criterion. Method, <em>What is built on it</em>, ledger.</summary>
/// <param name="Index">The index, 0..100.</param>
/// <param name="Lines">The kinds, in the rubric's order; their points add up to 100 less the index.</param>
/// <param name="NotCounted">Kinds without a value: nothing is known of them, and they cost nothing.</param>
public sealed record Ledger(double Index, IReadOnlyList<LedgerLine> Lines, IReadOnlyList<PartKind> NotCounted)
{
    /// <summary>The ledger of R; null where R has no value.</summary>
    /// <param name="result">The result.</param>
    /// <param name="record">Its record.</param>
    /// <param name="rubric">Its rubric.</param>
    /// <param name="actions">Whether single actions are told, of which there may be thousands; else criteria of a route are leaves.</param>
    public static Ledger? OfRepair(Result result, TeardownRecord record, Rubric rubric, bool actions = true) => Of(
        result.Repair, [.. result.RepairKinds.Select(kind => (kind.Kind, rubric.Repair[kind.Kind], kind.Score.Value))], rubric,
        (kind, points) => Parts([.. result.Parts.Where(part => part.Part.Kind == kind && part.Score?.Value is not null)], points, record, rubric, actions));

    /// <summary>The ledger of U; null where U has no value.</summary>
    /// <param name="result">The result.</param>
    /// <param name="record">Its record.</param>
    /// <param name="rubric">Its rubric.</param>
    /// <param name="actions">As of <see cref="OfRepair"/>.</param>
    public static Ledger? OfUpgrade(Result result, TeardownRecord record, Rubric rubric, bool actions = true) => Of(
        result.Upgrade, [.. result.UpgradeKinds.Select(kind => (kind.Kind, rubric.Upgrade[kind.Kind], kind.Score.Value))], rubric,
        (kind, points) => UpgradeCriteria(result.UpgradeKinds.Single(one => one.Kind == kind), points, record, result, rubric, actions));

    private static Ledger? Of(
        Quantity index, IReadOnlyList<(PartKind Kind, double Weight, double? Value)> kinds, Rubric rubric, Func<PartKind, double, IReadOnlyList<LedgerLine>> inside)
    {
        if (index.Value is not { } value)
            return null;
        var counted = kinds.Where(kind => kind.Value is not null && kind.Weight > 0).Select(kind => (kind.Kind, kind.Weight, Value: kind.Value!.Value)).ToList();
        var points = Share(100 - value, new(rubric.Schools.AcrossMean, rubric.Floor), [.. counted.Select(kind => (kind.Weight, kind.Value))]);
        return new(value,
            [.. counted.Select((kind, i) => new LedgerLine(LedgerSort.Kind, kind.Kind.Word(), points[i], kind.Value, [], null, inside(kind.Kind, points[i])))],
            [.. kinds.Where(kind => kind.Value is null && kind.Weight > 0).Select(kind => kind.Kind)]);
    }

    private static IReadOnlyList<LedgerLine> Parts(IReadOnlyList<PartScore> parts, double points, TeardownRecord record, Rubric rubric, bool actions)
    {
        var mean = new Mean(rubric.Schools.InsideMean, rubric.Floor);
        var shares = Share(points, mean, [.. parts.Select(part => (1.0, part.Score!.Value.Value!.Value))]);
        return [.. parts.Select((part, i) => new LedgerLine(
            LedgerSort.Part, part.Part.Id, shares[i], part.Score!.Value.Value!.Value, [], part.Part.Id, Criteria(part, shares[i], mean, record, rubric, actions)))];
    }

    private static IReadOnlyList<LedgerLine> Criteria(PartScore part, double points, Mean mean, TeardownRecord record, Rubric rubric, bool actions)
    {
        var criteria = part.Criteria!.Pairs.Where(pair => pair.Value.Value is not null && rubric.Criteria[pair.Key] > 0).ToList();
        var shares = Share(points, mean, [.. criteria.Select(pair => (rubric.Criteria[pair.Key], pair.Value.Value!.Value))]);
        return [.. criteria.Select((pair, i) => pair.Key switch
        {
            Criterion.Guidance => Leaf(pair, shares[i], null),
            Criterion.Mounting => Leaf(pair, shares[i], part.Part.Id),
            // An inseparable part that is not replaceable has no spare and no route of its own: its mounting decided.
            Criterion.Price or Criterion.Supply => Leaf(pair, shares[i], part.ServiceUnit ?? part.Part.Id),
            _ => part.Route is { } route ? OfRoute(pair, shares[i], route, record, rubric, actions) : Leaf(pair, shares[i], part.Part.Id),
        })];
    }

    private static LedgerLine Leaf(KeyValuePair<Criterion, Quantity> criterion, double points, string? part) =>
        new(LedgerSort.Criterion, criterion.Key.Word(), points, criterion.Value.Value!.Value, [], part, []);

    /// <summary>A criterion of a route, with what each of its actions cost; those that cost nothing are left out.</summary>
    private static LedgerLine OfRoute(KeyValuePair<Criterion, Quantity> criterion, double points, IReadOnlyList<int> route, TeardownRecord record, Rubric rubric, bool tellActions)
    {
        var steps = route.Select(step => record.Steps[step].Id).ToList();
        if (points <= 0 || !tellActions)
            return new(LedgerSort.Criterion, criterion.Key.Word(), points, criterion.Value.Value!.Value, steps, null, []);
        var actions = ActionShares.Of(route, record.Steps);
        var shares = ActionShares.Of(criterion.Key, actions, record.Steps, rubric);
        return new(LedgerSort.Criterion, criterion.Key.Word(), points, criterion.Value.Value!.Value, steps, null,
        [
            .. actions.Select((action, i) => new LedgerLine(
                LedgerSort.Action, StepLinePrinter.Action(action.Action), points * shares[i], shares[i], [record.Steps[action.Step].Id], null, [])).Where(line => line.Points > 0),
        ]);
    }

    /// <summary>The three criteria of an upgrade kind, each with its parts; where the kind is nothing as a whole, what makes it so.</summary>
    private static IReadOnlyList<LedgerLine> UpgradeCriteria(UpgradeKind kind, double points, TeardownRecord record, Result result, Rubric rubric, bool actions)
    {
        var parts = record.Parts.Where(part => part.Kind == kind.Kind).ToList();
        // Nothing of it can be separated, or it is absent and there is no part to name.
        if (kind.Access is null)
            return record.Absent.Contains(kind.Kind) ? [] : Alike(parts, points);
        var items = new[] { (UpgradeCriterion.Headroom, kind.Headroom), (UpgradeCriterion.Standard, kind.Standard), (UpgradeCriterion.Access, kind.Access) }
            .Where(item => item.Item2?.Value is not null && rubric.UpgradeCriteria[item.Item1] > 0).Select(item => (Criterion: item.Item1, Value: item.Item2!.Value.Value!.Value)).ToList();
        // Where headroom is known to be nothing the kind is nothing, and headroom alone cost it.
        var shares = kind.Headroom is { High: 0 }
            ? [.. items.Select(item => item.Criterion == UpgradeCriterion.Headroom ? points : 0)]
            : Share(points, new(0, rubric.Floor), [.. items.Select(item => (rubric.UpgradeCriteria[item.Criterion], item.Value))]);
        return [.. items.Select((item, i) => new LedgerLine(LedgerSort.Criterion, item.Criterion.Word(), shares[i], item.Value, [], null, item.Criterion switch
        {
            // What can grow falls short together; of what is counted, those that cannot be separated do.
            UpgradeCriterion.Headroom => Alike(rubric.Headroom.TryGet(kind.Kind, out _) ? parts : [.. parts.Where(part => rubric.IsInseparable(part.Mounting) == true)], shares[i]),
            UpgradeCriterion.Standard => ByPlace(kind, shares[i], place => place.Standard, (place, share) => PartLine(place.Part, share, place.Standard.Value!.Value, [])),
            _ => ByPlace(kind, shares[i], place => place.Access, (place, share) => PartLine(place.Part, share, place.Access.Value!.Value, AccessCriteria(place, share, record, result, rubric, actions))),
        }))];
    }

    private static LedgerLine PartLine(Part part, double points, double value, IReadOnlyList<LedgerLine> lines) => new(LedgerSort.Part, part.Id, points, value, [], part.Id, lines);

    private static IReadOnlyList<LedgerLine> Alike(List<Part> parts, double points) => [.. parts.Select(part => PartLine(part, points / parts.Count, 0, []))];

    private static IReadOnlyList<LedgerLine> ByPlace(UpgradeKind kind, double points, Func<UpgradePlace, Quantity> value, Func<UpgradePlace, double, LedgerLine> line)
    {
        var known = kind.Places.Where(place => value(place).Value is not null).ToList();
        var shares = Share(points, new(1, 0), [.. known.Select(place => (1.0, value(place).Value!.Value))]);
        return [.. known.Select((place, i) => line(place, shares[i]))];
    }

    private static IReadOnlyList<LedgerLine> AccessCriteria(UpgradePlace place, double points, TeardownRecord record, Result result, Rubric rubric, bool actions)
    {
        var criteria = place.Criteria.Where(pair => pair.Value.Value is not null && rubric.AccessCriteria[pair.Key] > 0).ToList();
        var shares = Share(points, new(0, rubric.Floor), [.. criteria.Select(pair => (rubric.AccessCriteria[pair.Key], pair.Value.Value!.Value))]);
        var route = result.Parts.Single(part => part.Part.Id == place.Part.Id).Route;
        return [.. criteria.Select((pair, i) => OfRoute(pair, shares[i], route!, record, rubric, actions))];
    }

    /// <summary>Points shared among items in proportion to w × (1 − v^ρ) / ρ, or −w ln v; v raised to the floor where ρ ≤ 0.</summary>
    private static double[] Share(double points, Mean mean, IReadOnlyList<(double Weight, double Value)> items)
    {
        var losses = items.Select(item =>
        {
            var value = mean.Exponent <= 0 ? Math.Max(item.Value, mean.Floor) : item.Value;
            return item.Weight * (mean.Exponent == 0 ? -Math.Log(value) : (1 - Math.Pow(value, mean.Exponent)) / mean.Exponent);
        }).ToArray();
        var all = losses.Sum();
        return [.. losses.Select(loss => all > 0 ? points * loss / all : 0)];
    }
}
