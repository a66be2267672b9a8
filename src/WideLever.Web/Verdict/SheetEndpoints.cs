using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;
using WideLever.Web.Photos;
using WideLever.Web.Hosting;

namespace WideLever.Web.Verdict;

/// <summary>The verdict as a sheet that leaves the bench.</summary>
public static class SheetEndpoints
{
    private const int Named = 3;

    // Sharp enough at a third of a sheet's width.
    private const int PhotoPx = 960;

    /// <summary>Maps the endpoints.</summary>
    public static void MapSheets(this RouteGroupBuilder api) =>
        api.MapGet("/units/{unitId}/sheet", GetAsync).WithName("getVerdictSheet").Produces<string>(200, "text/html").ProducesProblems().TakesTurns();

    /// <summary>The sheet as a file: HTML, or Markdown or the plate where that is asked for. Before the embargo ends it is refused until somebody says why it is published all the same.</summary>
    private static async Task<Results<FileContentHttpResult, JsonHttpResult<Problem>>> GetAsync(
        string unitId, string? format, string? despite, string? photos, Workpieces workpieces, House.Shelf shelf, Store store, PhotoFiles files, PhotoIntake intake, TimeProvider clock, CancellationToken cancellation)
    {
        var found = workpieces.Find(unitId);
        if (found.Value is not { } piece)
            return Problems.Of(found.Refusal!);
        if (format is not (null or "html" or "markdown" or "text" or "plate"))
            return Problems.Of(Refusal.Faulty([new("format", "is none of html, markdown, text and plate")]));
        var (reason, fault) = Embargo.Of([piece.Record.Record.Unit], despite, DateOnly.FromDateTime(clock.GetLocalNow().Date));
        if (fault is not null)
            return Problems.Faulty([fault]);
        var (chosen, faults) = await PhotosAsync(photos, piece, files, intake, cancellation);
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        var (summary, view) = VerdictEndpoints.SummaryOf(piece, shelf, cancellation);
        var signatures = store.Signatures.Of(unitId);
        var signed = signatures is [var latest, ..] ? latest : null;
        var facts = new SheetFacts(piece.Record, piece.Rubric, piece.Under.Sha256, summary, Standing(view.Repair, view), Standing(view.Upgrade, view),
            new(signed?.Name, signed?.SignedOn, signed is not null && Signing.ChangedSince(signed, piece.Unit.Digest, piece.Teardown.Digest, piece.Under).Count > 0,
                signed is not null && ShelfUnit.StateOf(signed.Status) == SignedState.AsSeen, [.. signatures.Reverse().Select(row => (row.SignedOn, row.Note))]), reason, chosen);
        return format switch
        {
            "markdown" => File(VerdictSheet.Markdown(facts), "text/markdown", "md"),
            "text" => File(VerdictSheet.Text(facts), "text/plain", "txt"),
            "plate" => File(VerdictSheet.Plate(facts), "image/svg+xml", "svg"),
            _ => File(VerdictSheet.Html(facts), "text/html", "html"),
        };

        FileContentHttpResult File(string text, string type, string ending) => TypedResults.File(Encoding.UTF8.GetBytes(text), $"{type}; charset=utf-8", $"{unitId}-verdict.{ending}");
    }

    /// <summary>The photos of some ids, small enough to be carried along. A label shows the serial number: it stays at the bench.</summary>
    private static async Task<(IReadOnlyList<SheetPhoto> Photos, IReadOnlyList<Fault> Faults)> PhotosAsync(string? ids, Workpiece piece, PhotoFiles files, PhotoIntake intake, CancellationToken cancellation)
    {
        var asked = (ids ?? "").Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).Distinct().ToList();
        if (asked.Count > VerdictSheet.MostPhotos)
            return ([], [new("photos", $"a sheet has {VerdictSheet.MostPhotos} photos at most")]);
        var (photos, faults) = (new List<SheetPhoto>(), new List<Fault>());
        var record = piece.Record.Record;
        foreach (var id in asked)
        {
            if (record.Photos.FirstOrDefault(photo => photo.Id == id) is not { } photo)
                faults.Add(new("photos", $"there is no photo \"{id}\""));
            else if (photo.Label)
                faults.Add(new("photos", $"{id} shows the label, which has the serial number: it stays at the bench"));
            else if (files.Read(photo.Sha256) is not { } bytes)
                faults.Add(new("photos", $"the picture of {id} is missing from the data folder"));
            else if (await intake.SmallerAsync(bytes, PhotoPx, cancellation) is not { } small)
                faults.Add(new("photos", $"the picture of {id} is damaged in the data folder"));
            else
                photos.Add(new(photo.Caption ?? record.Steps.FirstOrDefault(step => step.Id == photo.Step)?.Title ?? photo.Part ?? record.Unit.Model, small));
        }
        return (photos, faults);
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
