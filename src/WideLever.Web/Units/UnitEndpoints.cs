using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Interchange;
using WideLever.Storage;
using WideLever.Web.Shelf;
using WideLever.Web.Verdict;

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

    /// <summary>Claims of the system and the maker beside what the bench found.</summary>
    public required IReadOnlyList<ClaimCheck> Claims { get; init; }

    /// <summary>Effort of each step, by position, under the rubric.</summary>
    public required IReadOnlyList<EffortView> Efforts { get; init; }

    /// <summary>How far the result can be relied on.</summary>
    public required Status Status { get; init; }

    /// <summary>How it stands to its latest signed result; null: it has none.</summary>
    public required SignedState? Signed { get; init; }

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
/// <param name="Date">The day.</param>
/// <param name="Bench">The bench.</param>
/// <param name="Steps">How many steps it has.</param>
/// <param name="Scored">Whether it is the one that is scored.</param>
/// <param name="Repair">R by it, 0..100.</param>
/// <param name="Upgrade">U by it, 0..100.</param>
public sealed record TeardownView(string Id, DateOnly Date, string Bench, int Steps, bool Scored, QuantityView Repair, QuantityView Upgrade);

/// <summary>Which teardown.</summary>
/// <param name="Id">Its id.</param>
public sealed record TeardownId(string Id);

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
        api.MapPost("/units/{unitId}/variants", CreateVariantAsync).WithName("createVariant").Accepts<NewVariant>("application/json")
            .Produces<Shelved>(201).Produces<Problem>(422, "application/problem+json").Produces<Problem>(404, "application/problem+json");
        api.MapPost("/units/{unitId}/teardowns", CreateTeardownAsync).WithName("createTeardown").Accepts<NewTeardown>("application/json").ProducesEdit();
        api.MapPost("/units/{unitId}/teardowns/{teardownId}/score", ScoreBy).WithName("scoreByTeardown").ProducesEdit();
        api.MapGet("/twins", (string maker, string model, string code, string? except, Workshop workshop, Store store, CancellationToken cancellation) =>
            TypedResults.Ok(TwinsOf(workshop.Shelf(cancellation), except, Served(store, except), (maker, model, code)))).WithName("getTwins");
        api.MapPut("/units/{unitId}/heading", PutHeadingAsync).WithName("putUnitHeading").Accepts<UnitHeading>("application/json").ProducesEdit();
        api.MapPost("/units/{unitId}/undo", (HttpRequest request, string unitId, Editing editing) =>
            editing.Undo(request, DocumentKind.Unit, unitId)).WithName("undoUnit").ProducesEdit();
    }

    /// <summary>What an endpoint that edits can answer with.</summary>
    public static RouteHandlerBuilder ProducesEdit(this RouteHandlerBuilder builder)
    {
        foreach (var status in new[] { 404, 409, 412, 413, 422, 428 })
            builder.Produces<Problem>(status, "application/problem+json");
        return builder;
    }

    private static VariantView Variant(Store store, string id, UnitDocument than)
    {
        var unit = Workshop.UnitDocument(store.Head(DocumentKind.Unit, id)!.Document);
        return new(id, unit.Unit.Model, unit.Unit.ModelCode, [.. HeadDifferences.Between(than, unit, Editing.Same).Where(difference => difference.Item is "part" or "absent")]);
    }

    private static IReadOnlyList<string> Served(Store store, string? unitId) =>
        unitId is not null && store.ScoredTeardown(unitId) is { } teardown ? store.UnitsOf(teardown.Id) : [];

    private static IReadOnlyList<TwinView> TwinsOf(
        IReadOnlyList<ShelfUnit> shelf, string? except, IReadOnlyList<string> variants, (string Maker, string Model, string Code) machine) =>
    [
        .. shelf.Where(unit => unit.Id != except)
            .Select(unit => (Unit: unit, Kind: Twins.Between(machine, (unit.Maker, unit.Model, unit.ModelCode))))
            // Variants of one shell are known to be alike, but for a code that stands twice.
            .Where(pair => pair.Kind is not null && (pair.Kind == TwinKind.SameCode || !variants.Contains(pair.Unit.Id)))
            .Select(pair => new TwinView(pair.Unit.Id, pair.Unit.Maker, pair.Unit.Model, pair.Unit.ModelCode, pair.Kind!.Value)),
    ];

    private static async Task<Results<Created<Shelved>, JsonHttpResult<Problem>>> CreateVariantAsync(
        HttpRequest request, string unitId, Workshop workshop, Store store, CancellationToken cancellation)
    {
        var (variant, problem) = await RequestBody.ReadJsonAsync<NewVariant>(request, cancellation);
        if (variant is null)
            return problem!;
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        var unit = Workshop.UnitDocument(piece.Unit.Document);
        // It is another machine: on nobody's loan yet, and its price is its own.
        var made = unit with { Unit = unit.Unit with { ModelCode = variant.ModelCode ?? "", Model = variant.Model ?? unit.Unit.Model, Loan = null, Price = null, CodeFoundAt = null } };
        var check = RecordReader.Check(HeadDocuments.Merge(made, Workshop.TeardownDocument(piece.Teardown.Document), shared: true), workshop.Rubric, []);
        if (check.Checked is null)
            return Problems.Faulty(check.Faults);
        var sameCode = store.UnitsWithCode(made.Unit.ModelCode);
        var id = store.CreateVariant(ShelfEndpoints.Slug(made.Unit.ModelCode), RecordJson.Canonical(made), piece.Teardown.Id, RequestBody.WindowId(request), "began a variant");
        return TypedResults.Created($"/api/units/{id}", new Shelved(id, check.Hints, sameCode));
    }

    private static Results<Ok<UnitView>, JsonHttpResult<Problem>> Get(string unitId, Workshop workshop, Store store, CancellationToken cancellation)
    {
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        var record = piece.Record.Record;
        var result = Scorer.Score(piece.Record, workshop.Rubric, cancellation);
        return TypedResults.Ok(new UnitView
        {
            Teardowns = [.. store.TeardownsOf(unitId).Select(id => Teardown(id, piece, result, workshop, store, cancellation))],
            Id = unitId,
            Revision = piece.Unit.Revision,
            TeardownId = piece.Teardown.Id,
            TeardownRevision = piece.Teardown.Revision,
            Variants = [.. piece.Served.Where(id => id != unitId).Select(id => Variant(store, id, Workshop.UnitDocument(piece.Unit.Document)))],
            Record = record,
            Hints = piece.Check.Hints,
            Places = PartPlace.Of(piece.Record, workshop.Rubric),
            Claims = ClaimChecks.Of(record, workshop.Rubric),
            Efforts = [.. record.Steps.Select(step => EffortView.Of(StepEffort.Of(step, workshop.Rubric).Charged))],
            Status = result.Status,
            Signed = Signing.StateOf(store.LatestSignature(unitId), piece.Unit.Digest, piece.Teardown.Digest, workshop.RubricSha256),
            Intake = KnownFacts.Intake(record),
            Parts = KnownFacts.Parts(record, workshop.Rubric),
        });
    }

    private static TeardownView Teardown(string id, Workpiece piece, Result scored, Workshop workshop, Store store, CancellationToken cancellation)
    {
        var isScored = id == piece.Teardown.Id;
        var document = Workshop.TeardownDocument(isScored ? piece.Teardown.Document : store.Head(DocumentKind.Teardown, id)!.Document);
        var result = isScored ? scored : Scorer.Score(
            CheckedRecord.Of(HeadDocuments.Merge(Workshop.UnitDocument(piece.Unit.Document), document, store.UnitsOf(id).Count > 1), workshop.Rubric), workshop.Rubric, cancellation);
        return new(id, document.Teardown.Date, document.Teardown.Bench, document.Steps.Count, isScored, QuantityView.Of(result.Repair), QuantityView.Of(result.Upgrade));
    }

    /// <summary>Begins a further teardown of a unit: the outside as its only layer, and nothing logged yet. It is not the scored one.</summary>
    private static async Task<Results<Ok<TeardownId>, JsonHttpResult<Problem>>> CreateTeardownAsync(
        HttpRequest request, string unitId, Workshop workshop, Store store, News news, CancellationToken cancellation)
    {
        var (begun, problem) = await RequestBody.ReadJsonAsync<NewTeardown>(request, cancellation);
        if (begun is null)
            return problem!;
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        var document = new TeardownDocument(new Teardown { Date = begun.Date, Bench = begun.Bench ?? "" }, ["outside"], new Guidance(), [], null);
        var check = RecordReader.Check(HeadDocuments.Merge(Workshop.UnitDocument(piece.Unit.Document), document), workshop.Rubric, []);
        if (check.Checked is null)
            return Problems.Faulty(check.Faults);
        var id = store.CreateTeardown(unitId, $"{unitId}-{ShelfEndpoints.Slug(begun.Bench!)}", RecordJson.Canonical(document), RequestBody.WindowId(request), "began a teardown");
        news.Tell(new(NewsKind.Changed, unitId, RequestBody.WindowId(request)));
        return TypedResults.Ok(new TeardownId(id));
    }

    /// <summary>Scores a unit by another of its teardowns from now on; bench and verdict show that one.</summary>
    private static Results<Ok<TeardownId>, JsonHttpResult<Problem>> ScoreBy(HttpRequest request, string unitId, string teardownId, Store store, News news)
    {
        if (!store.TeardownsOf(unitId).Contains(teardownId))
            return Problems.NotFound($"teardown \"{teardownId}\" of a unit \"{unitId}\"");
        store.Link(unitId, teardownId, scored: true);
        news.Tell(new(NewsKind.Changed, unitId, RequestBody.WindowId(request)));
        return TypedResults.Ok(new TeardownId(teardownId));
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> PutHeadingAsync(
        HttpRequest request, string unitId, Editing editing, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        return editing.Unit(request, unitId, "changed the machine's data", (unit, faults) =>
            RecordReader.ReadUnitHeading(body, faults) is { } heading ? unit with { Unit = heading.Unit, Absent = heading.Absent } : null);
    }
}
