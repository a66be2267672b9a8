using WideLever.Core.Checking;
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
    private readonly Dictionary<string, RouteFacts?> routes;
    private readonly Dictionary<string, UpgradePlace> places = new(StringComparer.Ordinal);
    private readonly Quantity guidance;

    private Scorer(CheckedRecord record, Rubric rubric, Dictionary<string, RouteFacts?> routes)
    {
        this.record = record;
        this.rubric = rubric;
        this.routes = routes;
        inside = Mean.Inside(rubric);
        guidance = GuidanceCriterion.Of(record.Record.Guidance);
    }

    /// <summary>Scores a record.</summary>
    /// <exception cref="OperationCanceledException">The scoring was cancelled.</exception>
    public static Result Score(CheckedRecord record, Rubric rubric, CancellationToken cancellation = default) =>
        Score(record, rubric, RoutesOf(record, rubric, cancellation));

    /// <summary>Scores a record by routes that are known already: those of a record with the same steps and parts of the same ids.</summary>
    internal static Result Score(CheckedRecord record, Rubric rubric, Dictionary<string, RouteFacts?> routes) => new Scorer(record, rubric, routes).Score();

    /// <summary>The route to each part by id, or what brings it into view; null where neither is known.</summary>
    internal static Dictionary<string, RouteFacts?> RoutesOf(CheckedRecord record, Rubric rubric, CancellationToken cancellation = default)
    {
        var ways = new WaysIn(record, rubric);
        var steps = StepFacts.Of(record.Record.Steps, rubric);
        var layers = new List<Unscrew>[record.Record.Layers.Count];
        for (var layer = 0; layer < layers.Length; layer++)
            layers[layer] = [];
        var routes = new Dictionary<string, RouteFacts?>(record.Record.Parts.Count, StringComparer.Ordinal);
        var found = ways.RoutesAndViews(cancellation);
        for (var p = 0; p < found.Count; p++)
        {
            var part = record.Record.Parts[p];
            routes[part.Id] = found[p] is { } route ? RouteFacts.Of(route, steps, layers, ways, record, rubric, WaysIn.IsOnlyInView(record, part)) : null;
        }
        return routes;
    }

    private Result Score()
    {
        var all = record.Record.Parts;
        var isFitted = new bool[WordList.Members<PartKind>().Count];
        foreach (var part in all)
            isFitted[(int)part.Kind] |= part.Fitted;
        var parts = new PartScore[all.Count];
        for (var p = 0; p < parts.Length; p++)
            parts[p] = ScorePart(all[p], counts: rubric.Repair.Contains(all[p].Kind) && (all[p].Fitted || !isFitted[(int)all[p].Kind]));
        var repairKinds = RepairKinds(parts);
        var repair = Across([.. repairKinds.Select(kind => (rubric.Repair[kind.Kind], kind.Score))], rubric);
        var choices = UpgradeChoices();
        var upgrade = Quantity.Greatest([.. choices.Select(choice => choice.Upgrade)]);
        var shared = SharedReasons();
        return new Result
        {
            Repair = repair,
            Upgrade = upgrade,
            Combined = Combine(repair, upgrade, rubric),
            SharedReasons = shared,
            Together = IndexStatus.Of([repair, upgrade], shared, rubric.Status),
            RepairStatus = IndexStatus.Of([repair], shared, rubric.Status),
            UpgradeStatus = IndexStatus.Of([upgrade], shared, rubric.Status),
            ObservedSteps = record.Record.Steps.Count(step => step.ObservedSeconds is not null),
            RepairKinds = repairKinds,
            UpgradeChoices = choices,
            Parts = parts,
        };
    }

    private List<RepairKind> RepairKinds(PartScore[] parts)
    {
        var kinds = new List<RepairKind>(rubric.Repair.Pairs.Count);
        Span<(double, Quantity)> ofKind = new (double, Quantity)[parts.Length];
        foreach (var (kind, _) in rubric.Repair.Pairs)
        {
            if (record.Record.Absent.Contains(kind))
                continue;
            var count = 0;
            foreach (var part in parts)
            {
                if (part.Part.Kind == kind && part.Score is { } score)
                    ofKind[count++] = (1, score);
            }
            kinds.Add(new(kind, inside.Of(ofKind[..count])));
        }
        return kinds;
    }

    /// <summary>The mean across kinds, 0..100.</summary>
    internal static Quantity Across(ReadOnlySpan<(double Weight, Quantity Score)> kinds, Rubric rubric) => Mean.Across(rubric).Of(kinds).Times(100);

    /// <summary>R and U together, 0..100; without a value where either has none.</summary>
    internal static Quantity Combine(Quantity repair, Quantity upgrade, Rubric rubric)
    {
        var combined = Mean.Arithmetic(rubric).Of([(rubric.Combined.Repair, repair), (rubric.Combined.Upgrade, upgrade)]);
        return repair.Value is null || upgrade.Value is null ? combined with { Value = null } : combined;
    }

    private PartScore ScorePart(Part part, bool counts)
    {
        var unit = ServiceUnits.Of(part, record, rubric);
        var way = unit is null ? null : routes[unit.Id];
        var criteria = counts ? new Quantity[rubric.Criteria.Values.Length] : [];
        Span<(double, Quantity)> items = stackalloc (double, Quantity)[criteria.Length];
        for (var i = 0; i < criteria.Length; i++)
        {
            criteria[i] = Score((Criterion)i, part, unit, way);
            items[i] = (rubric.Criteria.Values[i], criteria[i]);
        }
        return new PartScore
        {
            Part = part,
            ServiceUnit = unit?.Id,
            Route = way is { OnlyView: false } ? way.Positions : null,
            Effort = way is { OnlyView: false } ? way.Effort : null,
            Criteria = counts ? new(criteria) : null,
            Score = counts ? inside.Of(items) : null,
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
            Criterion.Mounting => MountingCriterion.Of(part, unit, rubric),
            Criterion.Price => unit is null ? Quantity.Unknown : Price.Of(unit.Spare, record.Record.Unit, rubric),
            Criterion.Supply => unit is null ? Quantity.Unknown : SupplyCriterion.Of(unit, rubric),
            Criterion.Guidance => guidance,
            _ => RouteFacts.Criterion(way, criterion, part.Kind, rubric),
        };
        return !assemblyCounts && part.Mounting is null ? score.WithLowZero() : score;
    }

    /// <summary>
    /// U without each set of places that may be left out, the shown one first: of those within a hair of the greatest value (U without a value:
    /// of the greatest high) the one whose ids come first.
    /// </summary>
    private List<UpgradeChoice> UpgradeChoices()
    {
        const double Hair = 1e-9;
        var kinds = new Dictionary<string, UpgradeKind>(StringComparer.Ordinal);
        var choices = Exclusions.Choices(record).Select(leftOut =>
        {
            var ofChoice = new List<UpgradeKind>(rubric.Upgrade.Pairs.Count);
            foreach (var (kind, _) in rubric.Upgrade.Pairs)
                ofChoice.Add(ScoreUpgrade(kind, leftOut, kinds));
            return new UpgradeChoice(leftOut, Across([.. ofChoice.Select(kind => (rubric.Upgrade[kind.Kind], kind.Score))], rubric), ofChoice);
        }).ToList();
        var shown = choices.Max(choice => choice.Upgrade.Value) is { } greatest
            ? choices.FindIndex(choice => choice.Upgrade.Value >= greatest - Hair)
            : choices.FindIndex(choice => choice.Upgrade.High >= choices.Max(other => other.Upgrade.High) - Hair);
        (choices[0], choices[shown]) = (choices[shown], choices[0]);
        return choices;
    }

    private UpgradeKind ScoreUpgrade(PartKind kind, IReadOnlyList<string> leftOut, Dictionary<string, UpgradeKind> scored)
    {
        if (record.Record.Absent.Contains(kind))
            return new(kind, Quantity.Exactly(0), []);
        var parts = new List<Part>();
        var key = kind.Word();
        var isRecorded = false;
        foreach (var part in record.Record.Parts)
        {
            if (part.Kind != kind)
                continue;
            isRecorded = true;
            if (leftOut.Count > 0 && leftOut.Contains(part.Id))
                key = $"{key}\n{part.Id}";
            else
                parts.Add(part);
        }
        if (!isRecorded)
            return new(kind, Quantity.Unknown, []);
        // Nothing is left of it, or nothing of it can be separated.
        if (parts.TrueForAll(part => rubric.IsInseparable(part.Mounting) == true))
            return new(kind, Quantity.Exactly(0), []);
        if (!rubric.Headroom.Contains(kind) && parts.Exists(part => part.Mounting is null))
            return new(kind, Quantity.Unknown, []);
        // A kind whose places are the same under several choices is scored once.
        if (!scored.TryGetValue(key, out var score))
        {
            score = rubric.Headroom.Contains(kind)
                ? PlaceSets.Of(kind, parts, Place, record.Record.Unit, rubric)
                : PlaceSets.OfSeparable(kind, parts, Place, rubric);
            scored[key] = score;
        }
        return score;
    }

    private UpgradePlace Place(Part part)
    {
        if (places.TryGetValue(part.Id, out var known))
            return known;
        var weights = rubric.AccessCriteria.Pairs;
        var criteria = new KeyValuePair<Criterion, Quantity>[weights.Count];
        Span<(double, Quantity)> items = stackalloc (double, Quantity)[weights.Count];
        for (var i = 0; i < criteria.Length; i++)
        {
            criteria[i] = new(weights[i].Key, RouteFacts.Criterion(routes[part.Id], weights[i].Key, part.Kind, rubric));
            items[i] = (weights[i].Value, criteria[i].Value);
        }
        var standard = part.Interface.Standard is { } open ? Quantity.Exactly(rubric.Standards[open]) : Quantity.Unknown;
        return places[part.Id] = new(part, standard, Mean.Geometric(rubric).Of(items), criteria);
    }

    private List<Reason> SharedReasons()
    {
        var reasons = new List<Reason>();
        if (record.Record.Steps.Any(RecordValidation.IsCoarse))
            reasons.Add(Reason.CoarseStep);
        if (WorkOrder.Open(record).Count > 0)
            reasons.Add(Reason.Order);
        if (WorkOrder.PowerLeftOn(record))
            reasons.Add(Reason.Power);
        if (record.Record.Teardown.Sample == Sample.Early)
            reasons.Add(Reason.EarlySample);
        return reasons;
    }
}
