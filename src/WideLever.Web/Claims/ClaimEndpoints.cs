using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Records;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Interchange.Reports;

namespace WideLever.Web.Claims;

/// <summary>What a machine reports of itself and its maker states, to be laid beside what the bench found.</summary>
public static class ClaimEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapClaims(this RouteGroupBuilder api)
    {
        var claims = api.MapGroup("/units/{unitId}/claims");
        claims.MapPost("/report", Import).WithName("importReport").Accepts<string>("text/plain", "application/json").ProducesEdit();
        claims.MapPost("", Add).WithName("addClaim").Accepts<Claim>("application/json").ProducesEdit();
        claims.MapPut("/{position}", Replace).WithName("replaceClaim").Accepts<Claim>("application/json").ProducesEdit();
        claims.MapDelete("/{position}", Remove).WithName("removeClaim").ProducesEdit();
    }

    /// <summary>Takes the claims of a hardware report in; those that the same tool made before give way, and with them their answers.</summary>
    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Import(EditRequest request, string unitId, DateOnly date, Edits edits)
    {
        // Read before anything is looked at: a report may be long.
        var found = new List<Fault>();
        var report = HardwareReport.Read(request.Body!, found);
        return request.Answer(edits.Unit(request.By, unitId, "brought in a hardware report", (unit, faults) =>
        {
            faults.AddRange(found);
            return report is null ? null : With(unit,
            [
                .. unit.Unit.Claims.Where(claim => (claim.Source, claim.From) != (ClaimSource.System, report.Tool)),
                .. report.Claims.Select(claim => claim with { Date = date }),
            ]);
        }));
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Add(EditRequest request, string unitId, Edits edits) =>
        request.Answer(edits.Unit(request.By, unitId, "added a claim", (unit, faults) =>
            RecordReader.ReadClaim(request.Body!, $"unit.claims[{unit.Unit.Claims.Count}]", faults) is { } claim ? With(unit, [.. unit.Unit.Claims, claim]) : null));

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Replace(EditRequest request, string unitId, int position, Edits edits) =>
        request.Answer(edits.Unit(request.By, unitId, "changed a claim", (unit, faults) =>
            position >= 0 && position < unit.Unit.Claims.Count && RecordReader.ReadClaim(request.Body!, $"unit.claims[{position}]", faults) is { } claim
                ? With(unit, [.. unit.Unit.Claims.Select((other, i) => i == position ? claim : other)])
                : null));

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Remove(EditRequest request, string unitId, int position, Edits edits) =>
        request.Answer(edits.Unit(request.By, unitId, "took a claim out", (unit, _) =>
            position >= 0 && position < unit.Unit.Claims.Count ? With(unit, [.. unit.Unit.Claims.Where((_, i) => i != position)]) : null));

    private static UnitDocument With(UnitDocument unit, IReadOnlyList<Claim> claims) => unit with { Unit = unit.Unit with { Claims = claims } };
}
