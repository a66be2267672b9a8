using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Core.Scoring.Criteria;
using WideLever.Core.StepLines;
using WideLever.House;
using WideLever.Interchange;

namespace WideLever.Web.Verdict;

/// <summary>A step of which the order was not asked for.</summary>
/// <param name="Step">Its id.</param>
/// <param name="Title">What is done.</param>
/// <param name="Question">What is open.</param>
public sealed record OpenOrderView(string Step, string Title, OrderQuestion Question);

/// <summary>A unit's result under the rubric in use, with what it is made of.</summary>
public sealed record VerdictView
{
    /// <summary>Id of the unit.</summary>
    public required string Id { get; init; }

    /// <summary>Who made it.</summary>
    public required string Maker { get; init; }

    /// <summary>The name it is sold by.</summary>
    public required string Model { get; init; }

    /// <summary>The exact code.</summary>
    public required string ModelCode { get; init; }

    /// <summary>What it is sold as; null: unknown.</summary>
    public required MachineClass? Class { get; init; }

    /// <summary>The rubric.</summary>
    public required RubricView Rubric { get; init; }

    /// <summary>SHA-256 of its canonical JSON.</summary>
    public required string RubricSha256 { get; init; }

    /// <summary>Revision of the unit that this is of.</summary>
    public required long UnitRevision { get; init; }

    /// <summary>Revision of the teardown that this is of.</summary>
    public required long TeardownRevision { get; init; }

    /// <summary>The repair index, 0..100.</summary>
    public required IndexView Repair { get; init; }

    /// <summary>The upgrade index, 0..100.</summary>
    public required IndexView Upgrade { get; init; }

    /// <summary>Both together, 0..100.</summary>
    public required IndexView Combined { get; init; }

    /// <summary>How far it can be relied on as a whole.</summary>
    public required Status Status { get; init; }

    /// <summary>Why it is not complete.</summary>
    public required IReadOnlyList<Reason> Reasons { get; init; }

    /// <summary>How many steps are logged.</summary>
    public required int Steps { get; init; }

    /// <summary>How many of them have observed seconds.</summary>
    public required int ObservedSteps { get; init; }

    /// <summary>The layers, the outside first.</summary>
    public required IReadOnlyList<LayerView> Layers { get; init; }

    /// <summary>Kinds of repair and upgrade of which nothing is known.</summary>
    public required IReadOnlyList<PartKind> NotSeen { get; init; }

    /// <summary>The steps of the record, which the ways refer to by position: many ways share most of theirs.</summary>
    public required IReadOnlyList<RouteStep> RouteSteps { get; init; }

    /// <summary>Every kind of the rubric, and every other that has a part.</summary>
    public required IReadOnlyList<KindView> Kinds { get; init; }

    /// <summary>Ids of the places that are left out of U, because they exclude others that help more.</summary>
    public required IReadOnlyList<string> LeftOut { get; init; }

    /// <summary>Each choice of places that can be used together, the one that is shown first, with what U is by it.</summary>
    public required IReadOnlyList<ChoiceView> Choices { get; init; }

    /// <summary>What R lacks to have a value.</summary>
    public required Wanting RepairWanting { get; init; }

    /// <summary>What U lacks to have a value.</summary>
    public required Wanting UpgradeWanting { get; init; }

    /// <summary>Steps of which the order was not asked for.</summary>
    public required IReadOnlyList<OpenOrderView> OpenOrder { get; init; }

    /// <summary>From 100 down to R; where R has no value, each kind that has one from 100 down to it.</summary>
    public required Ledger RepairLedger { get; init; }

    /// <summary>From 100 down to U, likewise.</summary>
    public required Ledger UpgradeLedger { get; init; }

    /// <summary>The verdict of a checked record.</summary>
    public static VerdictView Of(Workpiece piece, CheckedRecord @checked, CancellationToken cancellation)
    {
        var (unitId, under, rubric) = (piece.Unit.Id, piece.Under, piece.Rubric);
        var record = @checked.Record;
        var result = Scorer.Score(@checked, rubric, cancellation);
        var indices = Indices.Of(result);
        var ways = new WaysIn(@checked, rubric);
        var second = ways.SecondBest(cancellation);
        var otherPower = rubric.Schools.PowerFirst == PowerFirst.Always ? PowerFirst.WhereBlocking : PowerFirst.Always;
        var otherWays = new WaysIn(@checked, rubric with { Schools = rubric.Schools with { PowerFirst = otherPower } });
        var other = otherWays.Routes(cancellation);
        var parts = result.Parts.ToLookup(part => part.Part.Kind, part => Part(part, @checked, rubric, ways, second, other));
        var repair = result.RepairKinds.ToDictionary(kind => kind.Kind);
        var upgrade = result.UpgradeKinds.ToDictionary(kind => kind.Kind);
        var kinds = rubric.Repair.Pairs.Select(pair => pair.Key)
            .Union(rubric.Upgrade.Pairs.Select(pair => pair.Key))
            .Union(record.Parts.Select(part => part.Kind));
        return new VerdictView
        {
            Id = unitId,
            Maker = record.Unit.Maker,
            Model = record.Unit.Model,
            ModelCode = record.Unit.ModelCode,
            Class = record.Unit.Class,
            Rubric = RubricView.Of(rubric),
            RubricSha256 = under.Sha256,
            UnitRevision = piece.Unit.Revision,
            TeardownRevision = piece.Teardown.Revision,
            Repair = IndexView.Of(indices, IndexName.Repair),
            Upgrade = IndexView.Of(indices, IndexName.Upgrade),
            Combined = IndexView.Of(indices, IndexName.Combined),
            Status = result.Status,
            Reasons = result.Reasons,
            LeftOut = result.LeftOut,
            Choices = [.. result.UpgradeChoices.Select(choice => new ChoiceView(choice.LeftOut, IndexView.Of(choice.Upgrade, IndexStatus.Of([choice.Upgrade], result.SharedReasons, rubric.Status).Status)))],
            RepairWanting = Wanting.OfRepair(result, rubric),
            UpgradeWanting = Wanting.OfUpgrade(result, rubric),
            OpenOrder = [.. WorkOrder.Open(@checked).Select(open => new OpenOrderView(record.Steps[open.Step].Id, record.Steps[open.Step].Title, open.Question))],
            RouteSteps = [.. record.Steps.Select((step, position) => Step(step, ways.Efforts[position], rubric))],
            RepairLedger = Ledger.OfRepair(result, record, rubric, actionsOf: []),
            UpgradeLedger = Ledger.OfUpgrade(result, record, rubric, actionsOf: []),
            Steps = record.Steps.Count,
            Layers = [.. record.Layers.Select((layer, i) => new LayerView(layer, i == 0 ? null : record.Steps.FirstOrDefault(step => step.Opens == layer)?.Layer))],
            ObservedSteps = result.ObservedSteps,
            NotSeen = [.. result.RepairKinds.Select(kind => kind.Kind).Union(result.UpgradeKinds.Select(kind => kind.Kind))
                .Where(kind => !record.Absent.Contains(kind) && record.Parts.All(part => part.Kind != kind))],
            Kinds = [.. kinds.Select(kind => new KindView(
                kind,
                record.Absent.Contains(kind),
                repair.TryGetValue(kind, out var inRepair) ? new(rubric.Repair[kind], QuantityView.Of(inRepair.Score), null, null, null, []) : null,
                upgrade.TryGetValue(kind, out var inUpgrade)
                    ? new(rubric.Upgrade[kind], QuantityView.Of(inUpgrade.Score), QuantityView.Of(inUpgrade.Set?.Headroom), QuantityView.Of(inUpgrade.Set?.Standard),
                        QuantityView.Of(inUpgrade.Set?.Access), [.. inUpgrade.Places.Select(place => new PlaceView(place.Part.Id, Ceiling(place.Part, record.Unit, rubric)))])
                    : null,
                [.. parts[kind]]))],
        };
    }

    private static CeilingView? Ceiling(Part place, Unit machine, Rubric rubric)
    {
        if (!rubric.Headroom.Contains(place.Kind))
            return null;
        var ceiling = Headroom.Ceiling(place, machine, rubric);
        return new(ceiling.Low, ceiling.Value, double.IsInfinity(ceiling.High) ? null : ceiling.High, ceiling.From);
    }

    private static PartView Part(
        PartScore part, CheckedRecord @checked, Rubric rubric, WaysIn ways, Dictionary<string, IReadOnlyList<int>?> second, Dictionary<string, IReadOnlyList<int>?> other)
    {
        var record = @checked.Record;
        var bought = part.ServiceUnit is { } id ? record.Parts[@checked.Graph.PartPositions[id]] : null;
        return new(
        part.Part.Id,
        part.Part.Fitted,
        part.Part.Mounting,
        part.ServiceUnit,
        Way(part.Route, ways),
        part.Route is { } route && bought is not null ? route.Select(step => record.Steps[step]).FirstOrDefault(step => step.Frees.Contains(bought.Id))?.Layer ?? bought.Layer : part.Part.Layer,
        WaysIn.IsOnlyInView(@checked, part.Part),
        part.Part.Excludes,
        Way(part.ServiceUnit is { } unit ? second[unit] : null, ways),
        part.ServiceUnit is { } same && other[same] is { } otherRoute && !otherRoute.SequenceEqual(part.Route ?? []) ? Way(otherRoute, ways) : null,
        QuantityView.Of(part.Score),
        part.Criteria is { } criteria
            ? [.. criteria.Pairs.Select(pair => new CriterionView(pair.Key, rubric.Criteria[pair.Key], QuantityView.Of(pair.Value),
                pair.Key == Criterion.Supply && bought is not null && SupplyCriterion.Supposed(bought, rubric) is not null))]
            : []);
    }

    private static WayView? Way(IReadOnlyList<int>? route, WaysIn ways) => route is null ? null : new(route, EffortView.Of(ways.Effort(route)));

    private static RouteStep Step(Step step, StepEffort effort, Rubric rubric) => new(
        step.Id, step.Title, step.Layer, EffortView.Of(effort.Charged), StepLine.Actions(step),
        [.. step.Actions.Select(action => action.ToolInHand()).OfType<Tool>().Where(tool => tool != Tool.Hand).Distinct()],
        ResultWriter.SixPlaces(StepRisk.Of(step, rubric)), ResultWriter.SixPlaces(StepEffort.StandardOf(step, rubric).MiddleOut), step.ObservedSeconds, step.Surprises);
}
