using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Scoring;
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

    /// <summary>Other units that the teardown serves.</summary>
    public required IReadOnlyList<string> SharedWith { get; init; }

    /// <summary>The merged record.</summary>
    public required TeardownRecord Record { get; init; }

    /// <summary>What is allowed and most likely not meant.</summary>
    public required IReadOnlyList<Fault> Hints { get; init; }

    /// <summary>Effort of each step, by position, under the rubric.</summary>
    public required IReadOnlyList<EffortView> Efforts { get; init; }

    /// <summary>How far the result can be relied on.</summary>
    public required Status Status { get; init; }

    /// <summary>How much of the intake is known.</summary>
    public required Known Intake { get; init; }

    /// <summary>How many kinds are recorded or absent.</summary>
    public required Known Parts { get; init; }
}

/// <summary>The workspace of a unit, and changes of its document as a whole.</summary>
public static class UnitEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapUnits(this RouteGroupBuilder api)
    {
        api.MapGet("/units/{unitId}", Get).WithName("getUnit");
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

    private static Results<Ok<UnitView>, JsonHttpResult<Problem>> Get(string unitId, Workshop workshop, CancellationToken cancellation)
    {
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        var record = piece.Record.Record;
        return TypedResults.Ok(new UnitView
        {
            Id = unitId,
            Revision = piece.Unit.Revision,
            TeardownId = piece.Teardown.Id,
            TeardownRevision = piece.Teardown.Revision,
            SharedWith = [.. piece.Served.Where(id => id != unitId)],
            Record = record,
            Hints = piece.Check.Hints,
            Efforts = [.. record.Steps.Select(step => EffortView.Of(StepEffort.Of(step, workshop.Rubric).Charged))],
            Status = Scorer.Score(piece.Record, workshop.Rubric, cancellation).Status,
            Intake = KnownFacts.Intake(record),
            Parts = KnownFacts.Parts(record, workshop.Rubric),
        });
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
