using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Records;
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

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Remove(HttpRequest request, string unitId, string partId, Editing editing) =>
        editing.Unit(request, unitId, $"removed the part {partId}", (unit, _) =>
            unit.Parts.Any(part => part.Id == partId) ? unit with { Parts = [.. unit.Parts.Where(part => part.Id != partId)] } : null);
}
