using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using WideLever.Core;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>What a person signs with, and what was seen when it was signed.</summary>
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

    /// <summary>SHA-256 of the rubric under which the result was seen.</summary>
    public required string RubricSha256 { get; init; }

    /// <summary>Whether a result that is not complete is signed as it was seen: for the kinds that have a value, with ranges.</summary>
    public bool AsSeen { get; init; }
}

/// <summary>Signing a complete result off as final, and one that is not complete as it was seen.</summary>
public sealed class Signing(Desk desk, Store store)
{
    /// <summary>Signs a result: one signs what one saw, unit, teardown and rubric of one moment.</summary>
    public Outcome<SignatureRow> Sign(string windowId, string unitId, SignOff sign)
    {
        var faults = new List<Fault>();
        OneLine.Check(faults, "name", sign.Name, RecordLimits.Text, required: true);
        OneLine.Check(faults, "bench", sign.Bench, RecordLimits.Text, required: true);
        if (sign.Note?.Length > RecordLimits.Notes)
            faults.Add(new("note", $"is longer than {RecordLimits.Notes} characters"));
        if (faults.Count > 0)
            return Refusal.Faulty(faults);
        Sign? written = null;
        var signed = desk.Do<SignatureRow>(windowId, stand =>
        {
            if (stand.UnitOnShelf(unitId) is not { } unit || stand.Standing(unitId) is not { } standing || stand.Teardown(standing.Scored) is not { } teardown)
                return Refusal.NoUnit(unitId);
            if ((unit.Revision, teardown.Revision) != (sign.UnitRevision, sign.TeardownRevision))
                return Refusal.Stale(unit.Revision, []);
            var under = stand.Rubric;
            if (under.Sha256 != sign.RubricSha256)
                return Refusal.Stale(unit.Revision, [new("rubric", null, $"the rubric in use: {under.Rubric.Name}, revision {under.Rubric.Revision}", ItemChange.Changed)]);
            var check = Checks.Merged(stand, unit.Document, teardown.Document, stand.IsShared(teardown.Id));
            if (check.Checked is not { } record)
                return Refusal.Faulty(check.Faults);
            var result = Scorer.Score(record, under.Rubric);
            if (!result.MayBeFinal && !sign.AsSeen)
                return Refusal.Conflict($"Only a complete result can be signed off as final; this one is {result.Status.Word()}. It can be signed as seen.");
            if (!result.HasAnyValue)
                return Refusal.Conflict("No kind has a value yet: there is nothing to answer for.");
            var (recordNode, resultNode) = (RecordJson.RecordNode(record.Record), ResultWriter.Node(result, record.Record));
            var row = new SignatureRow
            {
                UnitId = unitId,
                SignedOn = sign.On.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
                Bench = sign.Bench.Trim(),
                Name = sign.Name.Trim(),
                Note = sign.Note,
                UnitDigest = unit.Digest,
                TeardownDigest = teardown.Digest,
                Record = Canonical(recordNode),
                RecordSha256 = CanonicalJson.Sha256(recordNode),
                Rubric = Canonical(under.Node),
                RubricSha256 = under.Sha256,
                Result = Canonical(resultNode),
                ResultSha256 = CanonicalJson.Sha256(resultNode),
                MethodVersion = CoreVersion.Method,
                Status = result.Status.Word(),
            };
            written = new Sign(row);
            return new Proposal<SignatureRow>("signed the result off", [written], unitId, row);
        });
        // Another window may have signed since: the answer is one's own.
        return signed.Value is null ? signed : store.Signatures.Of(unitId).Single(row => row.Sequence == written!.Sequence);
    }

    /// <summary>What changed since a result was signed: record, rubric, method; nothing: it is final.</summary>
    public static IReadOnlyList<string> ChangedSince(SignatureRow signed, string unitDigest, string teardownDigest, RubricSheet under) =>
    [
        .. (signed.UnitDigest, signed.TeardownDigest) != (unitDigest, teardownDigest) ? (string[])["record"] : [],
        .. signed.RubricSha256 != under.Sha256 ? (string[])["rubric"] : [],
        .. signed.MethodVersion != CoreVersion.Method ? (string[])["method"] : [],
    ];

    private static string Canonical(JsonNode node) => Encoding.UTF8.GetString(CanonicalJson.Of(node));
}
