using System.Globalization;
using System.Text.Json.Nodes;
using Dapper;

namespace WideLever.Storage;

/// <summary>A signed result with all that it was computed from.</summary>
public sealed record SignatureRow
{
    /// <summary>Its place among all.</summary>
    public long Sequence { get; init; }

    /// <summary>The unit.</summary>
    public required string UnitId { get; init; }

    /// <summary>When it was kept, UTC.</summary>
    public string SignedAt { get; init; } = "";

    /// <summary>The day that the signer gave.</summary>
    public required string SignedOn { get; init; }

    /// <summary>The bench that signed.</summary>
    public required string Bench { get; init; }

    /// <summary>Who answers for it.</summary>
    public required string Name { get; init; }

    /// <summary>A note; null: none.</summary>
    public string? Note { get; init; }

    /// <summary>Digest of the unit's document then.</summary>
    public required string UnitDigest { get; init; }

    /// <summary>Digest of the teardown's document then.</summary>
    public required string TeardownDigest { get; init; }

    /// <summary>The record, canonical.</summary>
    public required string Record { get; init; }

    /// <summary>Its SHA-256.</summary>
    public required string RecordSha256 { get; init; }

    /// <summary>The rubric, canonical.</summary>
    public required string Rubric { get; init; }

    /// <summary>Its SHA-256.</summary>
    public required string RubricSha256 { get; init; }

    /// <summary>The result, canonical.</summary>
    public required string Result { get; init; }

    /// <summary>Its SHA-256.</summary>
    public required string ResultSha256 { get; init; }

    /// <summary>Version of the method.</summary>
    public required long MethodVersion { get; init; }

    /// <summary>Status of the result then: complete, or what was signed as seen.</summary>
    public required string Status { get; init; }
}

/// <summary>What a signed result was computed from.</summary>
public sealed record SignedDigests
{
    /// <summary>The unit.</summary>
    public required string UnitId { get; init; }

    /// <summary>Digest of the unit's document then.</summary>
    public required string UnitDigest { get; init; }

    /// <summary>Digest of the teardown's document then.</summary>
    public required string TeardownDigest { get; init; }

    /// <summary>SHA-256 of the rubric.</summary>
    public required string RubricSha256 { get; init; }

    /// <summary>Version of the method.</summary>
    public required long MethodVersion { get; init; }

    /// <summary>Status of the result then: complete, or what was signed as seen.</summary>
    public required string Status { get; init; }
}

/// <summary>Keeps a signed result with all that it was computed from; it is never changed again.</summary>
/// <param name="Row">The result.</param>
public sealed record Sign(SignatureRow Row) : Writing
{
    /// <summary>Its number, once it is written.</summary>
    public long Sequence { get; private set; }

    internal override bool Write(Act act)
    {
        Sequence = act.Scalar<long>(
            """
            INSERT INTO signature (unit_id, signed_at, signed_on, bench, name, note, unit_digest, teardown_digest, record, record_sha256, rubric, rubric_sha256,
                                   result, result_sha256, method_version, status)
            VALUES (@UnitId, @SignedAt, @SignedOn, @Bench, @Name, @Note, @UnitDigest, @TeardownDigest, @Record, @RecordSha256, @Rubric, @RubricSha256,
                    @Result, @ResultSha256, @MethodVersion, @Status)
            RETURNING sequence
            """, Row with { SignedAt = act.Now });
        act.Append("signature", string.Create(CultureInfo.InvariantCulture, $"{Row.UnitId} {Sequence}"), 1, Patches.Between(null, new JsonObject
        {
            ["recordSha256"] = Row.RecordSha256,
            ["rubricSha256"] = Row.RubricSha256,
            ["resultSha256"] = Row.ResultSha256,
        }));
        return true;
    }
}

/// <summary>Results that a person answers for.</summary>
public sealed class Signatures
{
    private const string Digests = "unit_id, unit_digest, teardown_digest, rubric_sha256, method_version, status";

    private readonly Database database;

    internal Signatures(Database database) => this.database = database;

    /// <summary>The signed results of a unit, the latest first.</summary>
    public IReadOnlyList<SignatureRow> Of(string unitId)
    {
        using var connection = database.Open();
        return connection.Query<SignatureRow>("SELECT * FROM signature WHERE unit_id = @unitId ORDER BY sequence DESC", new { unitId }).AsList();
    }

    /// <summary>Every signed result, the earliest first.</summary>
    public IEnumerable<SignatureRow> All()
    {
        using var connection = database.Open();
        // One by one: each holds a whole record.
        foreach (var row in connection.Query<SignatureRow>("SELECT * FROM signature ORDER BY sequence", buffered: false))
            yield return row;
    }

    /// <summary>What the latest signed result of a unit was computed from; null: it has none.</summary>
    public SignedDigests? Latest(string unitId)
    {
        using var connection = database.Open();
        return connection.QuerySingleOrDefault<SignedDigests>($"SELECT {Digests} FROM signature WHERE unit_id = @unitId ORDER BY sequence DESC LIMIT 1", new { unitId });
    }

    /// <summary>What the latest signed result of each unit was computed from.</summary>
    public IReadOnlyDictionary<string, SignedDigests> Latest()
    {
        using var connection = database.Open();
        return connection.Query<SignedDigests>(
            $"SELECT {Digests} FROM signature WHERE sequence IN (SELECT max(sequence) FROM signature GROUP BY unit_id)").ToDictionary(row => row.UnitId, StringComparer.Ordinal);
    }
}
