using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Records;
using WideLever.Interchange;
using WideLever.Interchange.Reports;
using WideLever.Web.Units;

namespace WideLever.Web.Claims;

/// <summary>What a machine reports of itself and its maker states, to be laid beside what the bench found.</summary>
public static class ClaimEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapClaims(this RouteGroupBuilder api)
    {
        var claims = api.MapGroup("/units/{unitId}/claims");
        claims.MapPost("/report", ImportAsync).WithName("importReport").Accepts<string>("text/plain", "application/json").ProducesEdit();
        claims.MapPost("", AddAsync).WithName("addClaim").Accepts<Claim>("application/json").ProducesEdit();
        claims.MapPut("/{position}", ReplaceAsync).WithName("replaceClaim").Accepts<Claim>("application/json").ProducesEdit();
        claims.MapDelete("/{position}", Remove).WithName("removeClaim").ProducesEdit();
    }

    /// <summary>Takes the claims of a hardware report in; those that the same tool made before give way, and with them their answers.</summary>
    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> ImportAsync(
        HttpRequest request, string unitId, DateOnly date, Editing editing, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        return editing.Unit(request, unitId, "brought in a hardware report", (unit, faults) => HardwareReport.Read(body, faults) is { } report
            ? unit with
            {
                Unit = unit.Unit with
                {
                    Claims =
                    [
                        .. unit.Unit.Claims.Where(claim => (claim.Source, claim.From) != (ClaimSource.System, report.Tool)),
                        .. report.Claims.Select(claim => claim with { Date = date }),
                    ],
                },
            }
            : null);
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> AddAsync(
        HttpRequest request, string unitId, Editing editing, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        return editing.Unit(request, unitId, "added a claim", (unit, faults) =>
            RecordReader.ReadClaim(body, $"unit.claims[{unit.Unit.Claims.Count}]", faults) is { } claim ? With(unit, [.. unit.Unit.Claims, claim]) : null);
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> ReplaceAsync(
        HttpRequest request, string unitId, int position, Editing editing, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        return editing.Unit(request, unitId, "changed a claim", (unit, faults) =>
            position >= 0 && position < unit.Unit.Claims.Count && RecordReader.ReadClaim(body, $"unit.claims[{position}]", faults) is { } claim
                ? With(unit, [.. unit.Unit.Claims.Select((other, i) => i == position ? claim : other)])
                : null);
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Remove(HttpRequest request, string unitId, int position, Editing editing) =>
        editing.Unit(request, unitId, "took a claim out", (unit, _) =>
            position >= 0 && position < unit.Unit.Claims.Count ? With(unit, [.. unit.Unit.Claims.Where((_, i) => i != position)]) : null);

    private static UnitDocument With(UnitDocument unit, IReadOnlyList<Claim> claims) => unit with { Unit = unit.Unit with { Claims = claims } };
}
