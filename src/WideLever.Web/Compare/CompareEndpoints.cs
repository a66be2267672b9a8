using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.Web.Verdict;

namespace WideLever.Web.Compare;

/// <summary>Two units under one rubric.</summary>
/// <param name="First">The first.</param>
/// <param name="Second">The second.</param>
/// <param name="SameBuild">
/// Whether both are notebooks or both desktops; where not, only the kinds that both have can be laid side by side, and no index says
/// who is ahead.
/// </param>
/// <param name="Repair">Who is ahead in R.</param>
/// <param name="Upgrade">Who is ahead in U.</param>
/// <param name="Combined">Who is ahead in both together.</param>
public sealed record CompareView(VerdictView First, VerdictView Second, bool SameBuild, Ahead Repair, Ahead Upgrade, Ahead Combined);

/// <summary>Units side by side.</summary>
public static class CompareEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapCompare(this RouteGroupBuilder api) =>
        api.MapGet("/compare", Get).WithName("compareUnits").Produces<Problem>(404, "application/problem+json");

    private static Results<Ok<CompareView>, JsonHttpResult<Problem>> Get(string first, string second, Workshop workshop, CancellationToken cancellation)
    {
        if (workshop.Find(first) is not { } one)
            return Problems.NotFound($"unit \"{first}\"");
        if (workshop.Find(second) is not { } other)
            return Problems.NotFound($"unit \"{second}\"");
        var rubric = workshop.Rubric;
        var (a, b) = (Scorer.Score(one.Record, rubric, cancellation), Scorer.Score(other.Record, rubric, cancellation));
        var sameBuild = IsDesktop(one) == IsDesktop(other);
        return TypedResults.Ok(new CompareView(
            VerdictView.Of(first, one.Record, rubric, cancellation),
            VerdictView.Of(second, other.Record, rubric, cancellation),
            sameBuild,
            Of(a.Repair, b.Repair),
            Of(a.Upgrade, b.Upgrade),
            Of(a.Combined, b.Combined)));

        Ahead Of(Quantity left, Quantity right) => sameBuild ? Separation.Of(left, right, rubric.Resolution) : Ahead.Neither;
    }

    private static bool IsDesktop(Workpiece piece) => piece.Record.Record.Unit.Class == MachineClass.Desktop;
}
