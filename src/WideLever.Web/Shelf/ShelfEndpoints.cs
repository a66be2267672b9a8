using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Shelf;

/// <summary>Every unit, scored under one rubric.</summary>
/// <param name="Rubric">The rubric.</param>
/// <param name="Units">The units.</param>
/// <param name="Unreadable">Units whose stored documents this version of the program cannot read.</param>
/// <param name="UnreadableRubric">The rubric that is in use and cannot be read: the house rubric stands in for it; null: it can.</param>
/// <param name="Samples">Whether sample machines are on it.</param>
public sealed record ShelfView(RubricView Rubric, IReadOnlyList<ShelfUnitView> Units, IReadOnlyList<UnreadableUnit> Unreadable, UnreadableRubric? UnreadableRubric, bool Samples);

/// <summary>A unit that cannot be read: it is kept as it is, and its file can be taken away.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Faults">What is wrong with it.</param>
/// <param name="Others">Teardowns by which it could be scored instead, so that it is read again.</param>
public sealed record UnreadableUnit(string Id, IReadOnlyList<Fault> Faults, IReadOnlyList<OtherTeardown> Others);

/// <summary>A teardown that a unit is not scored by.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Date">The day.</param>
/// <param name="Bench">The bench.</param>
public sealed record OtherTeardown(string Id, DateOnly Date, string Bench);

/// <summary>The start page: the shelf, and what puts units on it and takes them off.</summary>
public static class ShelfEndpoints
{
    private static readonly string DemoFolder = Path.Combine(AppContext.BaseDirectory, "demo");

    /// <summary>Maps the endpoints.</summary>
    public static void MapShelf(this RouteGroupBuilder api)
    {
        api.MapGet("/house", (Store store, RubricInUse rubric) => TypedResults.Ok(new HouseView(store.Documents.OnShelf(), rubric.Sheet.Rubric.Currency))).WithName("getHouse");
        api.MapGet("/shelf", Get).WithName("getShelf");
        api.MapGet("/shelf/off", (Store store) => TypedResults.Ok(store.Documents.OffTheShelf())).WithName("getOffShelf");
        api.MapGet("/shelf/asked", Ask).WithName("askShelf").Produces<Problem>(422, "application/problem+json");
        api.MapGet("/shelf/asked/table", AskForTable).WithName("getAskedTable").Produces<string>(200, "text/csv").Produces<Problem>(422, "application/problem+json");
        api.MapPost("/samples", (EditRequest request, Samples samples) => samples.Open(request.WindowId, DemoFolder).Answer()).WithName("openSamples").ProducesEdit();
        api.MapDelete("/samples", (EditRequest request, Samples samples) => samples.Leave(request.WindowId).Answer()).WithName("leaveSamples").ProducesEdit();
        api.MapPost("/records", Import).WithName("importRecord")
            .Accepts<TeardownRecord>("application/json")
            .Produces<Shelved>(201).Produces<Problem>(422, "application/problem+json").Produces<Problem>(413, "application/problem+json");
        api.MapPost("/units", Create).WithName("createUnit")
            .Accepts<NewUnit>("application/json")
            .Produces<Shelved>(201).Produces<Problem>(422, "application/problem+json");
        api.MapGet("/units/{unitId}/record", Export).WithName("exportRecord")
            .Produces(200, contentType: "application/json").Produces<Problem>(404, "application/problem+json");
        api.MapGet("/units/{unitId}/stored", Stored).WithName("getStored")
            .Produces(200, contentType: "application/json").Produces<Problem>(404, "application/problem+json");
        api.MapDelete("/units/{unitId}", (EditRequest request, string unitId, Shelving shelving) => shelving.Remove(request.WindowId, unitId).AnswerDone()).WithName("removeUnit").ProducesEdit();
        api.MapPost("/units/{unitId}/restore", (EditRequest request, string unitId, Shelving shelving) => shelving.Restore(request.WindowId, unitId).AnswerDone()).WithName("restoreUnit").ProducesEdit();
    }

    private static Ok<ShelfView> Get(House.Shelf shelf, RubricInUse rubric, Samples samples, Workpieces workpieces, CancellationToken cancellation)
    {
        var snapshot = shelf.SummedUp(cancellation);
        return TypedResults.Ok(new ShelfView(
            RubricView.Of(snapshot.Under.Rubric), [.. snapshot.Units.Select(ShelfUnitView.Of)],
            [.. snapshot.Unreadable.Select(unit => new UnreadableUnit(unit.Id, unit.Faults,
                [.. workpieces.Others(unit.Id).Select(other => new OtherTeardown(other.Id, other.Document.Teardown.Date, other.Document.Teardown.Bench))]))],
            rubric.Unreadable, samples.AreOpen));
    }

    private static Results<Ok<ShelfAnswer>, JsonHttpResult<Problem>> Ask(string[] q, House.Shelf shelf, CancellationToken cancellation)
    {
        var (asked, faults) = Conditions(q);
        return faults.Count > 0 ? Problems.Faulty(faults) : TypedResults.Ok(new ShelfAnswer([.. Answers(asked, shelf, cancellation).Select(one => one.Answer)]));
    }

    /// <summary>The machines that a question holds for, as CSV.</summary>
    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> AskForTable(string[] q, House.Shelf shelf, CancellationToken cancellation)
    {
        var (asked, faults) = Conditions(q);
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        var rows = Answers(asked, shelf, cancellation).Select(one => (IReadOnlyList<object?>)[one.Unit.Summary.Maker, one.Unit.Summary.Model, one.Unit.Summary.ModelCode, one.Answer.Holds == Holds.Yes ? "yes" : "not known", string.Join("; ", one.Answer.Said)]);
        return TypedResults.File(new ComparisonTable(["maker", "model", "model code", string.Join(", ", asked), "found"], [.. rows]).Csv(), "text/csv; charset=utf-8", "asked.csv");
    }

    private static (IReadOnlyList<AskedCondition> Asked, IReadOnlyList<Fault> Faults) Conditions(string[] q)
    {
        if (q.Length is 0 or > AskedCondition.Most)
            return ([], [new("q", $"must be 1 to {AskedCondition.Most} conditions")]);
        var read = q.Select(AskedCondition.Read).ToList();
        return ([.. read.Select(one => one.Condition).OfType<AskedCondition>()], [.. read.Index().Where(one => one.Item.Fault is not null).Select(one => new Fault($"q[{one.Index}]", one.Item.Fault!))]);
    }

    /// <summary>The units for which it holds, and then those of which not enough is known.</summary>
    private static IEnumerable<(ShelfUnit Unit, UnitAnswer Answer)> Answers(IReadOnlyList<AskedCondition> asked, House.Shelf shelf, CancellationToken cancellation)
    {
        List<ShelfUnit> units = [.. shelf.SummedUp(cancellation).Units];
        return units.Zip(shelf.Each(units, unit => unit.Asked, cancellation)).Select(pair => (pair.First, UnitAnswer.Of(pair.First.Id, pair.Second, asked)))
            .Where(one => one.Item2.Holds != Holds.No).OrderBy(one => one.Item2.Holds);
    }

    private static Results<Created<Shelved>, JsonHttpResult<Problem>> Import(EditRequest request, Shelving shelving)
    {
        var faults = new List<Fault>();
        return RecordReader.ReadRecord(request.Body!, faults) is { } record
            ? shelving.Shelve(request.WindowId, record, faults, "brought in a record").AnswerMade()
            : Problems.Faulty(faults);
    }

    private static Results<Created<Shelved>, JsonHttpResult<Problem>> Create(EditRequest request, Shelving shelving)
    {
        var faults = new List<Fault>();
        return NewUnitReader.Read(request.Body!, faults) is { } record
            ? shelving.Shelve(request.WindowId, record, faults, "began a unit").AnswerMade()
            : Problems.Faulty(faults);
    }

    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> Export(HttpResponse response, string unitId, Workpieces workpieces)
    {
        var found = workpieces.Find(unitId);
        if (found.Value is not { } piece)
            return Problems.Of(found.Refusal!);
        response.Headers.ETag = $"\"{piece.Unit.Digest}-{piece.Teardown.Digest}\"";
        return TypedResults.File(RecordJson.RecordFile(piece.Record.Record), "application/json", $"{unitId}.teardown.json");
    }

    /// <summary>What is stored of a unit, to the letter, whether this version of the program can read it or not.</summary>
    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> Stored(string unitId, Workpieces workpieces)
    {
        if (workpieces.Stored(unitId) is not var (unit, teardown))
            return Problems.Of(Refusal.NoUnit(unitId));
        var file = new JsonObject
        {
            ["format"] = "wide-lever/stored",
            ["version"] = unit.Version,
            ["unit"] = JsonNode.Parse(unit.Document),
            ["teardown"] = JsonNode.Parse(teardown.Document),
        };
        return TypedResults.File(RecordJson.Indented(file), "application/json", $"{unitId}.stored.json");
    }
}
