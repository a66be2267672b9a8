using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.Interchange;
using WideLever.Web.Units;

namespace WideLever.Web.Parts;

/// <summary>The parts of a unit and its empty places.</summary>
public static class PartEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapParts(this RouteGroupBuilder api)
    {
        var parts = api.MapGroup("/units/{unitId}/parts");
        parts.MapPost("", AddAsync).WithName("addPart").Accepts<Part>("application/json").ProducesEdit();
        parts.MapPut("/{partId}", ReplaceAsync).WithName("replacePart").Accepts<Part>("application/json").ProducesEdit();
        parts.MapGet("/from/{sisterId}", Sister).WithName("previewSisterParts").Produces<Problem>(404, "application/problem+json");
        parts.MapPost("/from/{sisterId}", TakeFromSister).WithName("takeSisterParts").ProducesEdit();
        api.MapGet("/units/{unitId}/doubt", Unknown).WithName("getDoubt").Produces<Problem>(404, "application/problem+json");
        parts.MapDelete("/{partId}", Remove).WithName("removePart").ProducesEdit();
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> AddAsync(
        HttpRequest request, string unitId, Editing editing, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        return editing.Unit(request, unitId, "added a part", (unit, faults) =>
            RecordReader.ReadPart(body, $"parts[{unit.Parts.Count}]", faults) is { } part
                // What is recorded is not absent.
                ? unit with { Parts = [.. unit.Parts, part], Absent = [.. unit.Absent.Where(kind => kind != part.Kind)] }
                : null);
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> ReplaceAsync(
        HttpRequest request, string unitId, string partId, Editing editing, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        return editing.Unit(request, unitId, $"changed the part {partId}", (unit, faults) =>
        {
            var position = unit.Parts.Select((part, i) => (part.Id, i)).Where(pair => pair.Id == partId).Select(pair => pair.i).DefaultIfEmpty(-1).First();
            if (position < 0 || RecordReader.ReadPart(body, $"parts[{position}]", faults) is not { } part)
                return null;
            return unit with { Parts = [.. unit.Parts.Select((other, i) => i == position ? part : other)] };
        });
    }

    private static Results<Ok<IReadOnlyList<TakenOver>>, JsonHttpResult<Problem>> Sister(string unitId, string sisterId, Workshop workshop) =>
        (workshop.Find(unitId), workshop.Find(sisterId)) is ({ } unit, { } sister)
            ? TypedResults.Ok(SisterParts.From(Workshop.UnitDocument(unit.Unit.Document), Workshop.UnitDocument(sister.Unit.Document)).Taken)
            : Problems.NotFound($"unit \"{unitId}\" or \"{sisterId}\"");

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> TakeFromSister(
        HttpRequest request, string unitId, string sisterId, Workshop workshop, Editing editing)
    {
        if (workshop.Find(sisterId) is not { } sister)
            return Problems.NotFound($"unit \"{sisterId}\"");
        var theirs = Workshop.UnitDocument(sister.Unit.Document);
        return editing.Unit(request, unitId, $"took parts over from {theirs.Unit.ModelCode}", (unit, _) =>
        {
            var copy = SisterParts.From(unit, theirs);
            return unit with { Parts = copy.Parts, Absent = copy.Absent };
        });
    }

    /// <summary>What each unknown fact costs in range, the dearest first.</summary>
    private static Results<Ok<IReadOnlyList<FactCost>>, JsonHttpResult<Problem>> Unknown(string unitId, Workshop workshop, CancellationToken cancellation) =>
        workshop.Find(unitId) is { } piece ? TypedResults.Ok(Doubt.Of(piece.Record, workshop.Rubric, cancellation)) : Problems.NotFound($"unit \"{unitId}\"");

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Remove(HttpRequest request, string unitId, string partId, Editing editing) =>
        editing.Unit(request, unitId, $"removed the part {partId}", (unit, _) =>
            unit.Parts.Any(part => part.Id == partId) ? unit with
            {
                // What excluded it has nothing to exclude any more.
                Parts = [.. unit.Parts.Where(part => part.Id != partId).Select(part => part.Excludes.Contains(partId) ? part with { Excludes = [.. part.Excludes.Where(id => id != partId)] } : part)],
            } : null);
}
