using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Verdict;

/// <summary>The verdict as a sheet that leaves the bench.</summary>
public static class SheetEndpoints
{
    private const int Named = 3;

    /// <summary>Maps the endpoints.</summary>
    public static void MapSheets(this RouteGroupBuilder api) =>
        api.MapGet("/units/{unitId}/sheet", Get).WithName("getVerdictSheet").Produces<string>(200, "text/html").ProducesProblems();

    /// <summary>The sheet as a file: HTML, or Markdown or the plate where that is asked for. Before the embargo ends it is refused until somebody says why it is published all the same.</summary>
    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> Get(
        string unitId, string? format, string? despite, Workpieces workpieces, House.Shelf shelf, Store store, TimeProvider clock, CancellationToken cancellation)
    {
        var found = workpieces.Find(unitId);
        if (found.Value is not { } piece)
            return Problems.Of(found.Refusal!);
        if (format is not (null or "html" or "markdown" or "plate"))
            return Problems.Of(Refusal.Faulty([new("format", "is none of html, markdown and plate")]));
        var (reason, fault) = Embargo.Of([piece.Record.Record.Unit], despite, DateOnly.FromDateTime(clock.GetLocalNow().Date));
        if (fault is not null)
            return Problems.Faulty([fault]);
        var (summary, view) = VerdictEndpoints.SummaryOf(piece, shelf, cancellation);
        var signatures = store.Signatures.Of(unitId);
        var signed = signatures is [var latest, ..] ? latest : null;
        var facts = new SheetFacts(piece.Record, piece.Rubric, piece.Under.Sha256, summary, Standing(view.Repair, view), Standing(view.Upgrade, view),
            new(signed?.Name, signed?.SignedOn, signed is not null && Signing.ChangedSince(signed, piece.Unit.Digest, piece.Teardown.Digest, piece.Under).Count > 0,
                signed is not null && ShelfUnit.StateOf(signed.Status) == SignedState.AsSeen, [.. signatures.Reverse().Select(row => (row.SignedOn, row.Note))]), reason);
        return format switch
        {
            "markdown" => File(VerdictSheet.Markdown(facts), "text/markdown", "md"),
            "plate" => File(VerdictSheet.Plate(facts), "image/svg+xml", "svg"),
            _ => File(VerdictSheet.Html(facts), "text/html", "html"),
        };

        FileContentHttpResult File(string text, string type, string ending) => TypedResults.File(Encoding.UTF8.GetBytes(text), $"{type}; charset=utf-8", $"{unitId}-verdict.{ending}");
    }

    private static string Standing(PlaceInClassView standing, SummaryView view)
    {
        if (standing.Place is not { } place)
            return "";
        var more = standing.NotSeparable.Count - Named;
        var names = string.Join(", ", standing.NotSeparable.Take(Named)) + (more > 0 ? string.Create(CultureInfo.InvariantCulture, $" and {more} more") : "");
        return string.Create(CultureInfo.InvariantCulture, $", place {place} of {standing.Of} {(view.PeerClass is { } of ? $"of the class {of.Word()}" : "on the shelf")}{(names.Length > 0 ? $", not to be told apart from {names}" : ", told apart from all of them")}");
    }
}
