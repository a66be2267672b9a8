using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Units;

/// <summary>A unit in its workspace: the merged record, the revisions it stands at, and how much of each stage is known.</summary>
public sealed record UnitView
{
    /// <summary>Id of the unit.</summary>
    public required string Id { get; init; }

    /// <summary>Revision of its document.</summary>
    public required long Revision { get; init; }

    /// <summary>Id of its scored teardown.</summary>
    public required string TeardownId { get; init; }

    /// <summary>Revision of that document.</summary>
    public required long TeardownRevision { get; init; }

    /// <summary>Other units that the teardown serves: variants of the same shell.</summary>
    public required IReadOnlyList<VariantView> Variants { get; init; }

    /// <summary>Its teardowns, the scored one first.</summary>
    public required IReadOnlyList<TeardownView> Teardowns { get; init; }

    /// <summary>The merged record.</summary>
    public required TeardownRecord Record { get; init; }

    /// <summary>What is allowed and most likely not meant.</summary>
    public required IReadOnlyList<Fault> Hints { get; init; }

    /// <summary>Where each part belongs, in recorded order.</summary>
    public required IReadOnlyList<PartPlace> Places { get; init; }

    /// <summary>What each part is called, by its id.</summary>
    public required IReadOnlyDictionary<string, string> Names { get; init; }

    /// <summary>Claims of the system and the maker beside what the bench found.</summary>
    public required IReadOnlyList<ClaimCheck> Claims { get; init; }

    /// <summary>Effort of each step, by position, under the rubric.</summary>
    public required IReadOnlyList<EffortView> Efforts { get; init; }

    /// <summary>How far the result can be relied on.</summary>
    public required Status Status { get; init; }

    /// <summary>How it stands to its latest signed result; null: it has none.</summary>
    public required SignedState? Signed { get; init; }

    /// <summary>What this window's undo would take back in the unit's document; null: nothing.</summary>
    public required string? Undo { get; init; }

    /// <summary>What its redo would do again; null: nothing.</summary>
    public required string? Redo { get; init; }

    /// <summary>How much of the intake is known.</summary>
    public required Known Intake { get; init; }

    /// <summary>How many kinds are recorded or absent.</summary>
    public required Known Parts { get; init; }
}

/// <summary>Where a part belongs.</summary>
/// <param name="Id">Its id.</param>
/// <param name="ServiceUnit">Id of the smallest thing to buy and swap to mend it; null: unknown.</param>
/// <param name="FreedAt">Position of the first step that frees that; null: none does.</param>
public sealed record PartPlace(string Id, string? ServiceUnit, int? FreedAt)
{
    /// <summary>The places of a record's parts.</summary>
    public static IReadOnlyList<PartPlace> Of(CheckedRecord record, Rubric rubric) =>
    [
        .. record.Record.Parts.Select(part =>
        {
            var unit = ServiceUnits.Of(part, record, rubric);
            var steps = record.Graph.Freeing[record.Graph.PartPositions[(unit ?? part).Id]];
            return new PartPlace(part.Id, unit?.Id, steps.Count > 0 ? steps.Min() : null);
        }),
    ];
}

/// <summary>A variant of the same shell.</summary>
/// <param name="Id">Id of the unit.</param>
/// <param name="Model">The name it is sold by.</param>
/// <param name="ModelCode">Its code.</param>
/// <param name="Differences">What differs in it from this unit, part by part.</param>
public sealed record VariantView(string Id, string Model, string ModelCode, IReadOnlyList<ItemDifference> Differences);

/// <summary>A teardown of a unit, and what the unit scores by it.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Date">The day; null: it cannot be read.</param>
/// <param name="Bench">The bench; null likewise.</param>
/// <param name="Steps">How many steps it has; null likewise.</param>
/// <param name="Scored">Whether it is the one that is scored.</param>
/// <param name="Repair">R by it, 0..100; null: it makes no record with the unit as it is now.</param>
/// <param name="Upgrade">U by it, 0..100; null likewise.</param>
/// <param name="Faults">Why it makes none; none where it does.</param>
public sealed record TeardownView(string Id, DateOnly? Date, string? Bench, int? Steps, bool Scored, IndexView? Repair, IndexView? Upgrade, IReadOnlyList<Fault> Faults)
{
    internal static TeardownView Of(string id, TeardownDocument document, Result? result, bool scored, IReadOnlyList<Fault> faults) => new(
        id, document.Teardown.Date, document.Teardown.Bench, document.Steps.Count, scored, result is null ? null : IndexView.Of(Indices.Of(result), IndexName.Repair), result is null ? null : IndexView.Of(Indices.Of(result), IndexName.Upgrade), faults);
}

/// <summary>A further teardown of a unit: when and where.</summary>
/// <param name="Date">The day.</param>
/// <param name="Bench">The bench.</param>
public sealed record NewTeardown(DateOnly Date, string Bench);

/// <summary>A unit that could be taken for another one.</summary>
/// <param name="Id">Id of the unit.</param>
/// <param name="Maker">Who made it.</param>
/// <param name="Model">The name it is sold by.</param>
/// <param name="ModelCode">Its code.</param>
/// <param name="Kind">Why.</param>
public sealed record TwinView(string Id, string Maker, string Model, string ModelCode, TwinKind Kind);

/// <summary>The code of a new variant.</summary>
/// <param name="ModelCode">Its exact code.</param>
/// <param name="Model">The name it is sold by; null: the same.</param>
public sealed record NewVariant(string ModelCode, string? Model = null);

/// <summary>The workspace of a unit, and changes of its document as a whole.</summary>
public static class UnitEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapUnits(this RouteGroupBuilder api)
    {
        api.MapGet("/units/{unitId}", Get).WithName("getUnit");
        api.MapPost("/units/{unitId}/variants", CreateVariant).WithName("createVariant").Accepts<NewVariant>("application/json")
            .Produces<Shelved>(201).Produces<Problem>(422, "application/problem+json").Produces<Problem>(404, "application/problem+json");
        api.MapPost("/units/{unitId}/teardowns", CreateTeardown).WithName("createTeardown").Accepts<NewTeardown>("application/json").ProducesEdit();
        api.MapPost("/units/{unitId}/teardowns/{teardownId}/score", (EditRequest request, string unitId, string teardownId, Shelving shelving) =>
            shelving.ScoreBy(request.WindowId, unitId, teardownId).Answer()).WithName("scoreByTeardown").ProducesEdit();
        api.MapGet("/twins", TwinsOf).WithName("getTwins");
        api.MapPut("/units/{unitId}/heading", PutHeading).WithName("putUnitHeading").Accepts<UnitHeading>("application/json").ProducesEdit();
        api.MapPost("/units/{unitId}/undo", (EditRequest request, string unitId, Undo undo) =>
            request.Answer(undo.Back(request.WindowId, DocumentKind.Unit, unitId))).WithName("undoUnit").ProducesEdit();
        api.MapPost("/units/{unitId}/redo", (EditRequest request, string unitId, Undo undo) =>
            request.Answer(undo.Again(request.WindowId, DocumentKind.Unit, unitId))).WithName("redoUnit").ProducesEdit();
    }

    private static Ok<IReadOnlyList<TwinView>> TwinsOf(string maker, string model, string code, string? except, House.Shelf shelf, Store store, CancellationToken cancellation)
    {
        // Variants of one shell are known to be alike, but for a code that stands twice.
        var variants = except is not null && store.Standings.Of(except) is { } standing ? store.Standings.UnitsOf(standing.Scored).Select(unit => unit.UnitId).ToHashSet(StringComparer.Ordinal) : [];
        return TypedResults.Ok<IReadOnlyList<TwinView>>(
        [
            .. shelf.SummedUp(cancellation).Units.Where(unit => unit.Id != except)
                .Select(unit => (unit.Id, unit.Summary, Kind: Twins.Between((maker, model, code), (unit.Summary.Maker, unit.Summary.Model, unit.Summary.ModelCode))))
                .Where(pair => pair.Kind is not null && (pair.Kind == TwinKind.SameCode || !variants.Contains(pair.Id)))
                .Select(pair => new TwinView(pair.Id, pair.Summary.Maker, pair.Summary.Model, pair.Summary.ModelCode, pair.Kind!.Value)),
        ]);
    }

    private static Results<Created<Shelved>, JsonHttpResult<Problem>> CreateVariant(EditRequest request, string unitId, Shelving shelving)
    {
        var (variant, problem) = request.Json<NewVariant>();
        return variant is null ? problem! : shelving.BeginVariant(
            request.WindowId, unitId, unit => HeadDocuments.VariantOf(unit, variant.ModelCode ?? "", variant.Model), "began a variant").AnswerMade();
    }

    private static Results<Ok<UnitView>, JsonHttpResult<Problem>> Get(
        HttpRequest request, string unitId, Workpieces workpieces, Store store, Undo undo, CancellationToken cancellation)
    {
        var found = workpieces.Find(unitId);
        if (found.Value is not { } piece)
            return Problems.Of(found.Refusal!);
        RequestBody.SetRevision(request.HttpContext.Response, piece.Unit.Revision);
        return TypedResults.Ok(UnitViews.Of(piece, RequestBody.WindowId(request), store, undo, cancellation));
    }

    /// <summary>Begins a further teardown of a unit: the outside as its only layer, and nothing logged yet. It is not the scored one.</summary>
    private static Results<Ok<TeardownId>, JsonHttpResult<Problem>> CreateTeardown(EditRequest request, string unitId, Shelving shelving)
    {
        var (begun, problem) = request.Json<NewTeardown>();
        if (begun is null)
            return problem!;
        var document = new TeardownDocument(new Teardown { Date = begun.Date, Bench = begun.Bench ?? "" }, ["outside"], new Guidance(), [], null);
        return shelving.BeginTeardown(request.WindowId, unitId, document, $"{unitId}-{Ids.Of(begun.Bench ?? "", "unit")}", "began a teardown").Answer();
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> PutHeading(EditRequest request, string unitId, Edits edits) =>
        request.Answer(edits.Unit(request.By, unitId, "changed the machine's data", (unit, faults) =>
            RecordReader.ReadUnitHeading(request.Body!, faults) is { } heading ? unit with { Unit = heading.Unit, Absent = heading.Absent } : null));
}
