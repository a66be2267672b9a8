using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Planning;
using WideLever.House;
using WideLever.Interchange;

namespace WideLever.Web.Plans;

/// <summary>Plans for repairs, and their sheets.</summary>
public static class PlanEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapPlans(this RouteGroupBuilder api)
    {
        api.MapGet("/units/{unitId}/plan", Get).WithName("getPlan").Produces<Problem>(404, "application/problem+json");
        api.MapGet("/units/{unitId}/plan/sheet", GetSheet).WithName("getJobSheet").Produces<string>(200, "text/html").Produces<Problem>(404, "application/problem+json").Produces<Problem>(422, "application/problem+json");
    }

    private static Results<Ok<PlanAnswer>, JsonHttpResult<Problem>> Get(string unitId, string? @for, Workpieces workpieces, CancellationToken cancellation) =>
        workpieces.Find(unitId).Answer(piece =>
        {
            var (plan, troubles) = RepairPlan.Of(piece.Record, piece.Rubric, Asked(@for), cancellation);
            return new PlanAnswer(plan is null ? null : PlanView.Of(plan, piece), troubles);
        });

    /// <summary>The sheet of a plan as a file: HTML, or Markdown where that is asked for.</summary>
    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> GetSheet(string unitId, string? @for, string? format, Workpieces workpieces, CancellationToken cancellation)
    {
        var found = workpieces.Find(unitId);
        if (found.Value is not { } piece)
            return Problems.Of(found.Refusal!);
        if (format is not (null or "html" or "markdown"))
            return Problems.Of(Refusal.Faulty([new("format", "is neither html nor markdown")]));
        var (plan, troubles) = RepairPlan.Of(piece.Record, piece.Rubric, Asked(@for), cancellation);
        if (plan is null)
            return Problems.Of(Refusal.Faulty([.. troubles.Select(trouble => new Fault(trouble.Part.Length == 0 ? "for" : $"for {trouble.Part}", trouble.Message))]));
        var record = piece.Record.Record;
        return format == "markdown"
            ? TypedResults.File(Encoding.UTF8.GetBytes(JobSheet.Markdown(plan, record, piece.Rubric)), "text/markdown; charset=utf-8", $"{unitId}-job.md")
            : TypedResults.File(Encoding.UTF8.GetBytes(JobSheet.Html(plan, record, piece.Rubric)), "text/html; charset=utf-8", $"{unitId}-job.html");
    }

    private static List<string> Asked(string? parts) => [.. (parts ?? "").Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)];
}
