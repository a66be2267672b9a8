using Microsoft.AspNetCore.Http.HttpResults;

namespace WideLever.Web.Verdict;

/// <summary>A unit's indices and what they are made of.</summary>
public static class VerdictEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapVerdict(this RouteGroupBuilder api) =>
        api.MapGet("/units/{unitId}/verdict", Get).WithName("getVerdict").Produces<Problem>(404, "application/problem+json");

    private static Results<Ok<VerdictView>, JsonHttpResult<Problem>> Get(string unitId, Workshop workshop, CancellationToken cancellation)
    {
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        return TypedResults.Ok(VerdictView.Of(unitId, piece.Record, workshop.Rubric, cancellation));
    }
}
