using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Records;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Shelf;

/// <summary>Every unit, scored under one rubric.</summary>
/// <param name="Rubric">The rubric.</param>
/// <param name="Units">The units.</param>
public sealed record ShelfView(RubricView Rubric, IReadOnlyList<ShelfUnit> Units);

/// <summary>A unit that was put on the shelf.</summary>
/// <param name="Id">The id that it got.</param>
/// <param name="Hints">What is allowed and most likely not meant.</param>
/// <param name="SameCode">Other units on the shelf with the same model code.</param>
public sealed record Shelved(string Id, IReadOnlyList<Fault> Hints, IReadOnlyList<string> SameCode);

/// <summary>The start page: the shelf, and what puts units on it and takes them off.</summary>
public static class ShelfEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapShelf(this RouteGroupBuilder api)
    {
        api.MapGet("/shelf", (Workshop workshop, CancellationToken cancellation) =>
            TypedResults.Ok(new ShelfView(RubricView.Of(workshop.Rubric), workshop.Shelf(cancellation))))
            .WithName("getShelf");
        api.MapPost("/records", ImportAsync).WithName("importRecord")
            .Accepts<TeardownRecord>("application/json")
            .Produces<Shelved>(201).Produces<Problem>(422, "application/problem+json").Produces<Problem>(413, "application/problem+json");
        api.MapPost("/units", CreateAsync).WithName("createUnit")
            .Accepts<NewUnit>("application/json")
            .Produces<Shelved>(201).Produces<Problem>(422, "application/problem+json");
        api.MapGet("/units/{unitId}/record", Export).WithName("exportRecord")
            .Produces(200, contentType: "application/json").Produces<Problem>(404, "application/problem+json");
        api.MapDelete("/units/{unitId}", (string unitId, Store store) => SetRemoved(store, unitId, true)).WithName("removeUnit");
        api.MapPost("/units/{unitId}/restore", Restore).WithName("restoreUnit");
    }

    private static async Task<Results<Created<Shelved>, JsonHttpResult<Problem>>> ImportAsync(
        HttpRequest request, Store store, Workshop workshop, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        var check = RecordReader.Read(body, workshop.Rubric);
        return check.Checked is null ? Problems.Faulty(check.Faults) : Shelve(store, check, RequestBody.WindowId(request), "brought in a record");
    }

    private static async Task<Results<Created<Shelved>, JsonHttpResult<Problem>>> CreateAsync(
        HttpRequest request, Store store, Workshop workshop, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        var faults = new List<Fault>();
        var record = NewUnitReader.Read(body, faults);
        if (record is null)
            return Problems.Faulty(faults);
        var check = RecordReader.Check(record, workshop.Rubric, faults);
        return check.Checked is null ? Problems.Faulty(check.Faults) : Shelve(store, check, RequestBody.WindowId(request), "began a unit");
    }

    /// <summary>Puts a checked record on the shelf as a new unit.</summary>
    public static Created<Shelved> Shelve(Store store, RecordCheck check, string windowId, string what)
    {
        var record = check.Checked!.Record;
        var sameCode = store.UnitsWithCode(record.Unit.ModelCode);
        var (unitId, _) = store.Create(
            Slug(record.Unit.ModelCode), RecordJson.Canonical(HeadDocuments.UnitOf(record)), RecordJson.Canonical(HeadDocuments.TeardownOf(record)), windowId, what);
        return TypedResults.Created($"/api/units/{unitId}", new Shelved(unitId, check.Hints, sameCode));
    }

    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> Export(string unitId, Workshop workshop)
    {
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        return TypedResults.File(RecordJson.RecordFile(piece.Record.Record), "application/json", $"{unitId}.teardown.json");
    }

    private static Results<NoContent, JsonHttpResult<Problem>> Restore(string unitId, Store store, Workshop workshop)
    {
        // The rubric may have changed while the unit was away.
        var faults = workshop.FaultsOf(unitId);
        return faults.Count > 0 ? Problems.Faulty(faults) : SetRemoved(store, unitId, false);
    }

    private static Results<NoContent, JsonHttpResult<Problem>> SetRemoved(Store store, string unitId, bool removed)
    {
        if (store.SetRemoved(unitId, removed))
            return TypedResults.NoContent();
        return Problems.NotFound($"unit \"{unitId}\"");
    }

    /// <summary>An id that can stand in an address: letters and digits of the code, in lower case.</summary>
    internal static string Slug(string modelCode)
    {
        var slug = new StringBuilder();
        foreach (var c in modelCode.ToLowerInvariant().Take(40))
        {
            if (char.IsAsciiLetterOrDigit(c))
                slug.Append(c);
            else if (slug.Length > 0 && slug[^1] != '-')
                slug.Append('-');
        }
        return slug.ToString().Trim('-') is { Length: > 0 } id ? id : "unit";
    }
}
