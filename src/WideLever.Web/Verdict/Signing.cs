using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.Interchange;
using WideLever.Storage;
using WideLever.Web.Units;

namespace WideLever.Web.Verdict;

/// <summary>How a unit stands to its latest signed result.</summary>
public enum SignedState
{
    /// <summary>It is what was signed.</summary>
    Final,

    /// <summary>Its record, the rubric or the method changed since.</summary>
    ChangedSince,
}

/// <summary>What a person signs with.</summary>
public sealed record SignOff
{
    /// <summary>Who answers for the result.</summary>
    public required string Name { get; init; }

    /// <summary>The bench.</summary>
    public required string Bench { get; init; }

    /// <summary>The day.</summary>
    public required DateOnly On { get; init; }

    /// <summary>A note; null: none.</summary>
    public string? Note { get; init; }

    /// <summary>Revision of the unit that was seen.</summary>
    public required long UnitRevision { get; init; }

    /// <summary>Revision of its teardown that was seen.</summary>
    public required long TeardownRevision { get; init; }
}

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

    /// <summary>The signed repair index.</summary>
    public required QuantityView Repair { get; init; }

    /// <summary>The signed upgrade index.</summary>
    public required QuantityView Upgrade { get; init; }

    /// <summary>The signed combined index.</summary>
    public required QuantityView Combined { get; init; }

    /// <summary>SHA-256 of the record, canonical JSON of RFC 8785.</summary>
    public required string RecordSha256 { get; init; }

    /// <summary>SHA-256 of the rubric.</summary>
    public required string RubricSha256 { get; init; }

    /// <summary>SHA-256 of the result.</summary>
    public required string ResultSha256 { get; init; }

    /// <summary>Version of the method.</summary>
    public required long MethodVersion { get; init; }
}

/// <summary>Signing a complete result off as final.</summary>
public static class Signing
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapSigning(this RouteGroupBuilder api)
    {
        api.MapPost("/units/{unitId}/signatures", SignAsync).WithName("signOff").Accepts<SignOff>("application/json").ProducesEdit();
        api.MapGet("/units/{unitId}/signatures", GetAll).WithName("getSignatures").Produces<Problem>(404, "application/problem+json");
        api.MapGet("/units/{unitId}/signatures/{number}", GetSnapshot).WithName("getSnapshot")
            .Produces(200, contentType: "application/json").Produces<Problem>(404, "application/problem+json");
    }

    /// <summary>How a unit stands to its latest signed result; null: it has none.</summary>
    public static SignedState? StateOf(SignedDigests? signed, string unitDigest, string teardownDigest, string rubricSha256) => signed is null
        ? null
        : (signed.UnitDigest, signed.TeardownDigest, signed.RubricSha256, signed.MethodVersion) == (unitDigest, teardownDigest, rubricSha256, CoreVersion.Method) ? SignedState.Final : SignedState.ChangedSince;

    private static async Task<Results<Created<SignatureView>, JsonHttpResult<Problem>>> SignAsync(
        HttpRequest request, string unitId, Workshop workshop, Store store, News news, CancellationToken cancellation)
    {
        var (sign, problem) = await RequestBody.ReadJsonAsync<SignOff>(request, cancellation);
        if (sign is null)
            return problem!;
        var faults = new List<Fault>();
        Text(faults, "name", sign.Name, RecordLimits.Text, required: true);
        Text(faults, "bench", sign.Bench, RecordLimits.Text, required: true);
        Text(faults, "note", sign.Note, RecordLimits.Notes, required: false);
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        // One signs what one saw.
        if ((piece.Unit.Revision, piece.Teardown.Revision) != (sign.UnitRevision, sign.TeardownRevision))
            return Problems.Stale(piece.Unit.Revision, []);
        var result = Scorer.Score(piece.Record, workshop.Rubric, cancellation);
        if (result.Status != Status.Complete)
            return Problems.Conflict($"Only a complete result can be signed off; this one is {result.Status.Word()}.");
        var (record, scored) = (RecordJson.RecordNode(piece.Record.Record), ResultWriter.Node(result, piece.Record.Record));
        store.Sign(new SignatureRow
        {
            UnitId = unitId,
            SignedOn = sign.On.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
            Bench = sign.Bench.Trim(),
            Name = sign.Name.Trim(),
            Note = sign.Note,
            UnitDigest = piece.Unit.Digest,
            TeardownDigest = piece.Teardown.Digest,
            Record = Canonical(record),
            RecordSha256 = CanonicalJson.Sha256(record),
            Rubric = Canonical(workshop.RubricNode),
            RubricSha256 = workshop.RubricSha256,
            Result = Canonical(scored),
            ResultSha256 = CanonicalJson.Sha256(scored),
            MethodVersion = CoreVersion.Method,
        });
        news.Tell(new(NewsKind.Changed, unitId, RequestBody.WindowId(request)));
        return TypedResults.Created($"/api/units/{unitId}/signatures", View(store.SignaturesOf(unitId)[0], piece, workshop));
    }

    private static void Text(List<Fault> faults, string at, string? text, int limit, bool required)
    {
        if (required && string.IsNullOrWhiteSpace(text))
            faults.Add(new(at, "must not be empty"));
        else if (text?.Length > limit)
            faults.Add(new(at, $"is longer than {limit} characters"));
        else if (required && text!.Any(char.IsControl))
            faults.Add(new(at, "must be one line without control characters"));
    }

    private static string Canonical(JsonNode node) => Encoding.UTF8.GetString(CanonicalJson.Of(node));

    private static Results<Ok<IReadOnlyList<SignatureView>>, JsonHttpResult<Problem>> GetAll(string unitId, Workshop workshop, Store store)
    {
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        return TypedResults.Ok<IReadOnlyList<SignatureView>>([.. store.SignaturesOf(unitId).Select(row => View(row, piece, workshop))]);
    }

    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> GetSnapshot(string unitId, long number, Store store)
    {
        if (store.SignaturesOf(unitId).FirstOrDefault(row => row.Sequence == number) is not { } row)
            return Problems.NotFound($"signed result {number}");
        var snapshot = new JsonObject
        {
            ["format"] = "wide-lever/signed",
            ["version"] = 1,
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

    private static SignatureView View(SignatureRow row, Workpiece piece, Workshop workshop)
    {
        var result = JsonNode.Parse(row.Result)!;
        QuantityView Index(string name) => new(
            (double)result[name]!["low"]!, (double?)result[name]!["value"], (double)result[name]!["high"]!, (double)result[name]!["coverage"]!);
        List<string> changed = [];
        if ((row.UnitDigest, row.TeardownDigest) != (piece.Unit.Digest, piece.Teardown.Digest))
            changed.Add("record");
        if (row.RubricSha256 != workshop.RubricSha256)
            changed.Add("rubric");
        if (row.MethodVersion != CoreVersion.Method)
            changed.Add("method");
        return new SignatureView
        {
            Number = row.Sequence,
            On = row.SignedOn,
            Name = row.Name,
            Bench = row.Bench,
            Note = row.Note,
            State = changed.Count == 0 ? SignedState.Final : SignedState.ChangedSince,
            Changed = changed,
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
