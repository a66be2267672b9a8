using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Scoring;

/// <summary>The indices of a record under a rubric: a pure function of the two.</summary>
public sealed class Scorer
{
    private readonly CheckedRecord record;
    private readonly Rubric rubric;
    private readonly Mean inside;
    private readonly Mean across;
    private readonly Mean arithmetic;
    private readonly Mean geometric;
    private readonly Dictionary<string, RouteFacts?> routes;
    private readonly Quantity guidance;

    private Scorer(CheckedRecord record, Rubric rubric, Dictionary<string, RouteFacts?> routes)
    {
        this.record = record;
        this.rubric = rubric;
        this.routes = routes;
        inside = new(rubric.Schools.InsideMean, rubric.Floor);
        across = new(rubric.Schools.AcrossMean, rubric.Floor);
        arithmetic = new(1, rubric.Floor);
        geometric = new(0, rubric.Floor);
        guidance = GuidanceCriterion.Of(record.Record.Guidance);
    }

    /// <summary>Scores a record.</summary>
    /// <exception cref="OperationCanceledException">The scoring was cancelled.</exception>
    public static Result Score(CheckedRecord record, Rubric rubric, CancellationToken cancellation = default) =>
        Score(record, rubric, RoutesOf(record, rubric, cancellation));

    /// <summary>Scores a record by routes that are known already: those of a record with the same steps and parts of the same ids.</summary>
    internal static Result Score(CheckedRecord record, Rubric rubric, Dictionary<string, RouteFacts?> routes) => new Scorer(record, rubric, routes).Score();

    /// <summary>The route to each part by id; null where no step frees it.</summary>
    internal static Dictionary<string, RouteFacts?> RoutesOf(CheckedRecord record, Rubric rubric, CancellationToken cancellation = default)
    {
        var ways = new WaysIn(record, rubric, cancellation);
        var steps = StepFacts.Of(record.Record.Steps, rubric);
        var routes = new Dictionary<string, RouteFacts?>(StringComparer.Ordinal);
        foreach (var (part, route) in ways.Routes(cancellation))
            routes[part] = route is null ? null : RouteFacts.Of(route, steps, ways, rubric);
        return routes;
    }

    private Result Score()
    {
        var parts = record.Record.Parts.Select(ScorePart).ToList();
        var repairKinds = rubric.Repair.Pairs
            .Where(pair => !record.Record.Absent.Contains(pair.Key))
            .Select(pair => new RepairKind(pair.Key, inside.Of(parts.Where(part => part.Part.Kind == pair.Key).Select(part => part.Score).OfType<Quantity>())))
            .ToList();
        var upgradeKinds = rubric.Upgrade.Pairs.Select(pair => ScoreUpgrade(pair.Key)).ToList();
        var repair = across.Of([.. repairKinds.Select(kind => (rubric.Repair[kind.Kind], kind.Score))]).Times(100);
        var upgrade = across.Of([.. upgradeKinds.Select(kind => (rubric.Upgrade[kind.Kind], kind.Score))]).Times(100);
        var reasons = Reasons(repair, upgrade);
        return new Result
        {
            Repair = repair,
            Upgrade = upgrade,
            Combined = Combine(repair, upgrade),
            Status = Math.Min(repair.Coverage, upgrade.Coverage) < rubric.Status.DraftBelow ? Status.Draft
                : reasons.Count > 0 ? Status.Provisional : Status.Complete,
            Reasons = reasons,
            ObservedSteps = record.Record.Steps.Count(step => step.ObservedSeconds is not null),
            RepairKinds = repairKinds,
            UpgradeKinds = upgradeKinds,
            Parts = parts,
        };
    }

    private PartScore ScorePart(Part part)
    {
        var unit = ServiceUnits.Of(part, record, rubric);
        var way = unit is null ? null : routes[unit.Id];
        var counts = part.Fitted && rubric.Repair.Contains(part.Kind);
        var criteria = counts ? new WordTable<Criterion, Quantity>(criterion => Score(criterion, part, unit, way)) : null;
        return new PartScore
        {
            Part = part,
            ServiceUnit = unit?.Id,
            Route = way?.Positions,
            Effort = way?.Effort,
            Criteria = criteria,
            Score = criteria is null ? null : inside.Of([.. criteria.Pairs.Select(pair => (rubric.Criteria[pair.Key], pair.Value))]),
        };
    }

    /// <summary>One of the nine criteria of a part, under the school <c>assemblies</c>.</summary>
    private Quantity Score(Criterion criterion, Part part, Part? unit, RouteFacts? way)
    {
        var assemblyCounts = rubric.Schools.Assemblies == Assemblies.AsAssembly;
        if (!assemblyCounts && rubric.IsInseparable(part.Mounting) == true)
            return Quantity.Exactly(0);
        var score = criterion switch
        {
            Criterion.Mounting => part.Mounting is { } mounting ? Quantity.Exactly(rubric.Mountings[mounting]) : Quantity.Unknown,
            Criterion.Price => unit is null ? Quantity.Unknown : Price.Of(unit.Spare, record.Record.Unit, rubric),
            Criterion.Supply => unit is null ? Quantity.Unknown : SupplyCriterion.Of(unit.Spare, rubric),
            Criterion.Guidance => guidance,
            _ => RouteFacts.Criterion(way, criterion, part.Kind, rubric),
        };
        return !assemblyCounts && part.Mounting is null ? score.WithLowZero() : score;
    }

    private UpgradeKind ScoreUpgrade(PartKind kind)
    {
        if (record.Record.Absent.Contains(kind))
            return new(kind, Quantity.Exactly(0), null, null, null, []);
        var places = record.Record.Parts.Where(part => part.Kind == kind).ToList();
        if (places.Count == 0 || places.Any(place => place.Mounting is null))
            return new(kind, Quantity.Unknown, null, null, null, []);
        var headroom = Headroom.Of(kind, places, record.Record.Unit, rubric);
        var separable = places.Where(place => rubric.IsInseparable(place.Mounting) == false).Select(Place).ToList();
        if (separable.Count == 0)
            return new(kind, Quantity.Exactly(0), headroom, null, null, []);
        var standard = arithmetic.Of(separable.Select(place => place.Standard));
        var access = arithmetic.Of(separable.Select(place => place.Access));
        if (headroom.High == 0)
            return new(kind, Quantity.Exactly(0), headroom, standard, access, separable);
        var weights = rubric.UpgradeCriteria;
        var score = geometric.Of(
        [
            (weights[UpgradeCriterion.Headroom], headroom), (weights[UpgradeCriterion.Standard], standard), (weights[UpgradeCriterion.Access], access),
        ]);
        return new(kind, headroom.Low == 0 ? score.WithLowZero() : score, headroom, standard, access, separable);
    }

    private UpgradePlace Place(Part part)
    {
        var weights = rubric.AccessCriteria.Pairs;
        var criteria = new KeyValuePair<Criterion, Quantity>[weights.Count];
        Span<(double, Quantity)> items = stackalloc (double, Quantity)[weights.Count];
        for (var i = 0; i < criteria.Length; i++)
        {
            criteria[i] = new(weights[i].Key, RouteFacts.Criterion(routes[part.Id], weights[i].Key, part.Kind, rubric));
            items[i] = (weights[i].Value, criteria[i].Value);
        }
        return new(part, part.Interface.Standard is { } known ? Quantity.Exactly(rubric.Standards[known]) : Quantity.Unknown, geometric.Of(items), criteria);
    }

    private Quantity Combine(Quantity repair, Quantity upgrade)
    {
        var combined = arithmetic.Of([(rubric.Combined.Repair, repair), (rubric.Combined.Upgrade, upgrade)]);
        return repair.Value is null || upgrade.Value is null ? combined with { Value = null } : combined;
    }

    private List<Reason> Reasons(Quantity repair, Quantity upgrade)
    {
        var reasons = new List<Reason>();
        if (Math.Min(repair.Coverage, upgrade.Coverage) < rubric.Status.ProvisionalBelow)
            reasons.Add(Reason.Coverage);
        if (Math.Max(repair.High - repair.Low, upgrade.High - upgrade.Low) > rubric.Status.ProvisionalAboveWidth)
            reasons.Add(Reason.Width);
        if (record.Record.Steps.Any(RecordValidation.IsCoarse))
            reasons.Add(Reason.CoarseStep);
        if (record.Record.Teardown.Sample == Sample.Early)
            reasons.Add(Reason.EarlySample);
        return reasons;
    }
}
