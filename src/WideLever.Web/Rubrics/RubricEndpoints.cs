using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Checking;
using WideLever.Core.Comparing;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Rubrics;

/// <summary>A kept revision of a rubric.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Revision">Its revision.</param>
/// <param name="InUse">Whether the shelf is scored under it.</param>
/// <param name="SavedAt">When it was kept, UTC; null: not noted.</param>
/// <param name="Note">Why; null: not said.</param>
/// <param name="Ships">Whether it is the house rubric that ships with the program.</param>
/// <param name="Next">The revision that a change of it would be.</param>
public sealed record RubricRevision(string Name, int Revision, bool InUse, string? SavedAt, string? Note, bool Ships, int Next);

/// <summary>A rubric that is being edited, as it was read.</summary>
/// <param name="Faults">Every fault with its place; none where it can be used.</param>
/// <param name="Differences">What it does not share with the one it is compared with; none where it cannot be read.</param>
/// <param name="Functions">Its value functions; none where it has a fault.</param>
/// <param name="Schools">Its answers to what practitioners differ on; null where it has a fault.</param>
public sealed record RubricReading(
    IReadOnlyList<Fault> Faults, IReadOnlyList<RubricDifference> Differences, IReadOnlyList<ValueFunction> Functions, Schools? Schools);

/// <summary>An index before and after.</summary>
/// <param name="Before">Under the rubric in use.</param>
/// <param name="After">Under the other.</param>
/// <param name="PlaceBefore">Place by the low end, 1 the first.</param>
/// <param name="PlaceAfter">The same under the other.</param>
public sealed record IndexEffectView(IndexView Before, IndexView After, int PlaceBefore, int PlaceAfter)
{
    /// <summary>The view of an effect.</summary>
    public static IndexEffectView Of(IndexEffect effect) => new(IndexView.Of(effect.Before, effect.StatusBefore), IndexView.Of(effect.After, effect.StatusAfter), effect.PlaceBefore, effect.PlaceAfter);
}

/// <summary>What another rubric does to a unit.</summary>
/// <param name="Id">The unit.</param>
/// <param name="Model">The name it is sold by.</param>
/// <param name="ModelCode">Its code.</param>
/// <param name="Repair">To R.</param>
/// <param name="Upgrade">To U.</param>
/// <param name="Combined">To both together.</param>
public sealed record UnitEffect(string Id, string Model, string ModelCode, IndexEffectView Repair, IndexEffectView Upgrade, IndexEffectView Combined);

/// <summary>What a rubric would do to the whole shelf.</summary>
/// <param name="Units">Every unit, in the order of the shelf.</param>
/// <param name="Faults">Units that would be at fault under it, so that it cannot be used.</param>
public sealed record RubricPreview(IReadOnlyList<UnitEffect> Units, IReadOnlyList<Fault> Faults);

/// <summary>What one changed number does by itself.</summary>
/// <param name="Difference">The number.</param>
/// <param name="Refused">Why it cannot stand alone; null: it can.</param>
/// <param name="Moved">Units that it moves, those moved furthest in R, U or both first; at most ten.</param>
/// <param name="MovedCount">How many it moves.</param>
public sealed record NumberEffect(RubricDifference Difference, string? Refused, IReadOnlyList<UnitEffect> Moved, int MovedCount);

/// <summary>What every changed number does by itself.</summary>
/// <param name="Numbers">The numbers in the order of the format.</param>
public sealed record NumberEffects(IReadOnlyList<NumberEffect> Numbers);

/// <summary>The revisions of rubrics, and what a change of one would do before it is kept.</summary>
public static class RubricEndpoints
{
    /// <summary>Changed numbers that are tried one by one, at most.</summary>
    public const int MaxNumbers = 60;

    // Indices are compared as they travel, at six places.
    private const double Still = 5e-7;

    /// <summary>Maps the endpoints.</summary>
    public static void MapRubrics(this RouteGroupBuilder api)
    {
        var rubrics = api.MapGroup("/rubrics");
        rubrics.MapGet("", (Store store) => TypedResults.Ok(Revisions(store))).WithName("getRubrics");
        rubrics.MapGet("/document", GetDocument).WithName("getRubric")
            .Produces<JsonObject>(200, "application/json").Produces<Problem>(404, "application/problem+json");
        rubrics.MapPost("", Save).WithName("saveRubric").Accepts<JsonObject>("application/json").ProducesEdit();
        rubrics.MapPost("/use", Use).WithName("useRubric").Accepts<RubricChoice>("application/json").ProducesEdit();
        rubrics.MapPost("/read", (EditRequest request, string? againstName, int? againstRevision, Store store, RubricInUse inUse) => Read(request, againstName, againstRevision, store, inUse)).WithName("readRubric").Accepts<JsonObject>("application/json")
            .Produces<RubricReading>().Produces<Problem>(413, "application/problem+json");
        rubrics.MapPost("/preview", Preview).WithName("previewRubric").Accepts<JsonObject>("application/json")
            .Produces<RubricPreview>(200, "text/event-stream").ProducesEdit();
        rubrics.MapPost("/numbers", PreviewNumbers).WithName("previewNumbers").Accepts<JsonObject>("application/json")
            .Produces<NumberEffects>(200, "text/event-stream").ProducesEdit();
    }

    private static IReadOnlyList<RubricRevision> Revisions(Store store)
    {
        var rows = store.Rubrics.All();
        var next = rows.GroupBy(row => row.Name).ToDictionary(group => group.Key, group => (int)group.Max(row => row.Revision) + 1);
        return
        [
            .. rows.Select(row => new RubricRevision(row.Name, (int)row.Revision, row.InUse == 1, row.SavedAt, row.Note,
                (row.Name, (int)row.Revision) == (RubricReader.House.Name, RubricReader.House.Revision), next[row.Name])),
        ];
    }

    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> GetDocument(HttpResponse response, string name, int revision, Store store)
    {
        if (store.Rubrics.Find(name, revision) is not { } row)
            return Problems.NotFound($"rubric \"{name}\", revision {revision.ToString(CultureInfo.InvariantCulture)}");
        response.Headers.ETag = $"\"{row.Digest}\"";
        return TypedResults.File(Encoding.UTF8.GetBytes(row.Document), "application/json", $"{Ids.Of(name, "rubric")}-{revision.ToString(CultureInfo.InvariantCulture)}.rubric.json");
    }

    /// <summary>Keeps a rubric, from the editor or from a file; a revision that is there already with other numbers is refused.</summary>
    private static Results<Ok<RubricChoice>, JsonHttpResult<Problem>> Save(EditRequest request, string? note, bool? use, RubricActs acts, CancellationToken cancellation)
    {
        var (rubric, problem) = Read(request);
        if (rubric is null)
            return problem!;
        var kept = acts.Keep(request.WindowId, rubric, request.Body!, note);
        if (kept.Value is not { } choice || use != true)
            return kept.Answer();
        var used = acts.Use(request.WindowId, choice, cancellation);
        return used.Refusal is { } refused
            ? Problems.Kept($"Revision {rubric.Revision} of \"{rubric.Name}\" is kept, but it is not in use.", refused.Faults)
            : used.Answer();
    }

    private static Results<Ok<RubricChoice>, JsonHttpResult<Problem>> Use(EditRequest request, RubricActs acts, CancellationToken cancellation)
    {
        var (choice, problem) = request.Json<RubricChoice>();
        return choice is null ? problem! : acts.Use(request.WindowId, choice, cancellation).Answer();
    }

    /// <summary>Reads a rubric that is being edited: its faults, what it changes against another (the one in use unless named), its value functions.</summary>
    private static Results<Ok<RubricReading>, JsonHttpResult<Problem>> Read(EditRequest request, string? againstName, int? againstRevision, Store store, RubricInUse inUse)
    {
        var against = againstName is null ? inUse.Sheet.Node : store.Rubrics.Find(againstName, againstRevision ?? 1) is { } row ? JsonNode.Parse(row.Document)! : null;
        if (against is null)
            return Problems.NotFound($"rubric \"{againstName}\", revision {againstRevision}");
        var (rubric, faults) = RubricReader.Read(request.Body!);
        return TypedResults.Ok(rubric is null
            ? new RubricReading(faults, [], [], null)
            : new RubricReading([], RubricDifferences.Between(against, JsonNode.Parse(request.Body!)!), ValueFunctions.Of(rubric), rubric.Schools));
    }

    private static Results<ServerSentEventsResult<string>, JsonHttpResult<Problem>> Preview(EditRequest request, House.Shelf shelf, LongWork work)
    {
        var (rubric, problem) = Read(request);
        if (rubric is null)
            return problem!;
        return work.Preview(request.Http, "rubric", 2L * shelf.Now.All.Count, (progress, stop) =>
        {
            // The first half is reading the shelf into memory, which is done already but for the first time.
            var field = Field.Of(shelf, progress, stop);
            return new RubricPreview(field.Effect(Rescoring.Of(field.Records, rubric, new Shifted(progress, field.Records.Count), stop)), RubricActs.FaultsUnder(rubric, field.Snapshot));
        });
    }

    private static Results<ServerSentEventsResult<string>, JsonHttpResult<Problem>> PreviewNumbers(EditRequest request, House.Shelf shelf, LongWork work)
    {
        var (rubric, problem) = Read(request);
        if (rubric is null)
            return problem!;
        var under = shelf.Now.Under.Node;
        var differences = RubricDifferences.Between(under, JsonNode.Parse(request.Body!)!);
        if (differences.Count > MaxNumbers)
            return Problems.Conflict($"{differences.Count} numbers are changed; up to {MaxNumbers} are tried one by one.");
        return work.Preview(request.Http, "rubric", (differences.Count + 1L) * shelf.Now.All.Count, (progress, stop) =>
        {
            var field = Field.Of(shelf, progress, stop);
            return new NumberEffects([.. differences.Select((difference, i) => Alone(difference, under, field, new Shifted(progress, (i + 1) * field.Records.Count), stop))]);
        });
    }

    private static NumberEffect Alone(RubricDifference difference, JsonNode under, Field field, IProgress<int> progress, CancellationToken stop)
    {
        var (rubric, faults) = RubricReader.Read(Encoding.UTF8.GetBytes(RubricDifferences.Taking(under, difference).ToJsonString()));
        if (rubric is null)
            return new(difference, faults[0].Message, [], 0);
        var moved = field.Effect(Rescoring.Of(field.Records, rubric, progress, stop)).Where(unit => Moves(unit) > Still).OrderByDescending(Moves).ToList();
        return new(difference, null, [.. moved.Take(10)], moved.Count);
    }

    private static double Moves(UnitEffect unit) => new[] { unit.Repair, unit.Upgrade }.Max(index =>
        Math.Max(Math.Abs(index.After.Low - index.Before.Low), Math.Max(Math.Abs(index.After.High - index.Before.High), Math.Abs((index.After.Value ?? 0) - (index.Before.Value ?? 0)))));

    private static (Rubric? Rubric, JsonHttpResult<Problem>? Problem) Read(EditRequest request)
    {
        var (rubric, faults) = RubricReader.Read(request.Body!);
        return (rubric, rubric is null ? Problems.Faulty(faults) : null);
    }

    private sealed class Shifted(IProgress<int> progress, int by) : IProgress<int>
    {
        public void Report(int value) => progress.Report(by + value);
    }

    /// <summary>The shelf with its indices under the rubric in use.</summary>
    private sealed record Field(ShelfSnapshot Snapshot, IReadOnlyList<ShelfUnit> Units, IReadOnlyList<CheckedRecord> Records, IReadOnlyList<Indices> Before)
    {
        public static Field Of(House.Shelf shelf, IProgress<int> progress, CancellationToken cancellation)
        {
            var snapshot = shelf.WithRecords(cancellation, progress);
            var units = snapshot.Units.ToList();
            return new(snapshot, units, [.. shelf.Each(units, unit => unit.Record, cancellation)], [.. units.AsParallel().AsOrdered().Select(unit => AsTravelled(unit.Summary.Indices))]);
        }

        private static Indices AsTravelled(Indices indices) => indices with
        {
            Repair = QuantityView.Of(indices.Repair).Quantity(),
            Upgrade = QuantityView.Of(indices.Upgrade).Quantity(),
            Combined = QuantityView.Of(indices.Combined).Quantity(),
        };

        public IReadOnlyList<UnitEffect> Effect(IReadOnlyList<Indices> after) =>
        [
            .. RubricEffect.Of(Before, [.. after.Select(AsTravelled)]).Select((effect, i) => new UnitEffect(
                Units[i].Id, Records[i].Record.Unit.Model, Records[i].Record.Unit.ModelCode,
                IndexEffectView.Of(effect.Repair), IndexEffectView.Of(effect.Upgrade), IndexEffectView.Of(effect.Combined))),
        ];
    }
}
