using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Scoring;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Verdict;

/// <summary>A signed result. Signing names who answers for it; it is no cryptographic signature.</summary>
public sealed record SignatureView
{
    /// <summary>Its number among all signed results.</summary>
    public required long Number { get; init; }

    /// <summary>The day that the signer gave.</summary>
    public required string On { get; init; }

    /// <summary>Who answers for it.</summary>
    public required string Name { get; init; }

    /// <summary>The bench.</summary>
    public required string Bench { get; init; }

    /// <summary>A note; null: none.</summary>
    public required string? Note { get; init; }

    /// <summary>How the unit stands to it now.</summary>
    public required SignedState State { get; init; }

    /// <summary>What changed since: record, rubric, method.</summary>
    public required IReadOnlyList<string> Changed { get; init; }

    /// <summary>Status of the result then; what was not complete is signed as seen.</summary>
    public required string Status { get; init; }

    /// <summary>Kinds without a value then: nobody answers for them.</summary>
    public required IReadOnlyList<string> NotSeen { get; init; }

    /// <summary>The signed repair index.</summary>
    public required IndexView Repair { get; init; }

    /// <summary>The signed upgrade index.</summary>
    public required IndexView Upgrade { get; init; }

    /// <summary>The signed combined index.</summary>
    public required IndexView Combined { get; init; }

    /// <summary>SHA-256 of the record, canonical JSON of RFC 8785.</summary>
    public required string RecordSha256 { get; init; }

    /// <summary>SHA-256 of the rubric.</summary>
    public required string RubricSha256 { get; init; }

    /// <summary>SHA-256 of the result.</summary>
    public required string ResultSha256 { get; init; }

    /// <summary>Version of the method.</summary>
    public required long MethodVersion { get; init; }
}

/// <summary>Signing a complete result off as final, or one that is not complete as seen, and what was signed.</summary>
public static class SigningEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapSigning(this RouteGroupBuilder api)
    {
        api.MapPost("/units/{unitId}/signatures", Sign).WithName("signOff").Accepts<SignOff>("application/json").ProducesEdit();
        api.MapGet("/units/{unitId}/signatures", GetAll).WithName("getSignatures").Produces<Problem>(404, "application/problem+json");
        api.MapGet("/units/{unitId}/signatures/{number}", GetSnapshot).WithName("getSnapshot")
            .Produces(200, contentType: "application/json").Produces<Problem>(404, "application/problem+json");
    }

    private static Results<Created<SignatureView>, JsonHttpResult<Problem>> Sign(EditRequest request, string unitId, Signing signing, Workpieces workpieces)
    {
        var (sign, problem) = request.Json<SignOff>();
        if (sign is null)
            return problem!;
        var signed = signing.Sign(request.WindowId, unitId, sign);
        var found = workpieces.Find(unitId);
        return signed.Value is { } row && found.Value is { } piece
            ? TypedResults.Created($"/api/units/{unitId}/signatures", View(row, piece))
            : Problems.Of((signed.Refusal ?? found.Refusal)!);
    }

    private static Results<Ok<IReadOnlyList<SignatureView>>, JsonHttpResult<Problem>> GetAll(string unitId, Workpieces workpieces, Store store) =>
        workpieces.Find(unitId).Answer<Workpiece, IReadOnlyList<SignatureView>>(piece => [.. store.Signatures.Of(unitId).Select(row => View(row, piece))]);

    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> GetSnapshot(string unitId, long number, Store store)
    {
        if (store.Signatures.Of(unitId).FirstOrDefault(row => row.Sequence == number) is not { } row)
            return Problems.NotFound($"signed result {number}");
        var snapshot = new JsonObject
        {
            ["format"] = ResultShape.SignedFormat,
            ["version"] = ResultShape.SignedVersion,
            ["signed"] = new JsonObject { ["on"] = row.SignedOn, ["at"] = row.SignedAt, ["name"] = row.Name, ["bench"] = row.Bench, ["note"] = row.Note },
            ["methodVersion"] = row.MethodVersion,
            ["recordSha256"] = row.RecordSha256,
            ["rubricSha256"] = row.RubricSha256,
            ["resultSha256"] = row.ResultSha256,
            ["record"] = JsonNode.Parse(row.Record),
            ["rubric"] = JsonNode.Parse(row.Rubric),
            ["result"] = JsonNode.Parse(row.Result),
        };
        return TypedResults.File(RecordJson.Indented(snapshot), "application/json", $"{unitId}.signed-{number}.json");
    }

    private static IEnumerable<string> NotSeen(JsonNode? kinds) => kinds!.AsObject().Where(kind => kind.Value?["value"] is null).Select(kind => kind.Key);

    private static SignatureView View(SignatureRow row, Workpiece piece)
    {
        var result = JsonNode.Parse(row.Result)!;
        // What was signed before an index had a status of its own goes by that of the whole.
        IndexView Index(string name) => new(
            (double)result[name]!["low"]!, (double?)result[name]!["value"], (double)result[name]!["high"]!, (double)result[name]!["coverage"]!,
            WordList.TryParse<Status>((string?)result[$"{name}Status"]?["status"] ?? row.Status, out var status) ? status : Status.Draft);
        var changed = Signing.ChangedSince(row, piece.Unit.Digest, piece.Teardown.Digest, piece.Under);
        return new SignatureView
        {
            Number = row.Sequence,
            On = row.SignedOn,
            Name = row.Name,
            Bench = row.Bench,
            Note = row.Note,
            State = changed.Count == 0 ? ShelfUnit.StateOf(row.Status) : SignedState.ChangedSince,
            Changed = changed,
            Status = row.Status,
            NotSeen = [.. NotSeen(result["repairKinds"]).Union(NotSeen(result["upgradeKinds"]))],
            Repair = Index("repair"),
            Upgrade = Index("upgrade"),
            Combined = Index("combined"),
            RecordSha256 = row.RecordSha256,
            RubricSha256 = row.RubricSha256,
            ResultSha256 = row.ResultSha256,
            MethodVersion = row.MethodVersion,
        };
    }
}
