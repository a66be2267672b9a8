using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Dapper;

namespace WideLever.Storage;

/// <summary>Which head document.</summary>
public enum DocumentKind
{
    /// <summary>What belongs to one unit.</summary>
    Unit,

    /// <summary>What belongs to one teardown.</summary>
    Teardown,
}

/// <summary>A head document.</summary>
public sealed record Head
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>How often it was changed, its making included.</summary>
    public required long Revision { get; init; }

    /// <summary>SHA-256 of the document.</summary>
    public required string Digest { get; init; }

    /// <summary>The form that it is written in.</summary>
    public required long Version { get; init; }

    /// <summary>The canonical JSON.</summary>
    public required string Document { get; init; }

    /// <summary>When the unit was taken off the shelf; null: it was not, or this is a teardown.</summary>
    public string? RemovedAt { get; init; }
}

/// <summary>A unit on the shelf with its scored teardown, without their documents.</summary>
public sealed record ShelfRow
{
    /// <summary>Id of the unit.</summary>
    public required string UnitId { get; init; }

    /// <summary>Digest of its document.</summary>
    public required string UnitDigest { get; init; }

    /// <summary>Id of its scored teardown.</summary>
    public required string TeardownId { get; init; }

    /// <summary>Digest of that document.</summary>
    public required string TeardownDigest { get; init; }

    /// <summary>How many units the teardown serves, on the shelf or off it.</summary>
    public required long Served { get; init; }

    /// <summary>When the unit was made, UTC: the order of the shelf.</summary>
    public required string CreatedAt { get; init; }
}

/// <summary>The documents that a unit's record is merged from.</summary>
public sealed record ShelfDocuments
{
    /// <summary>Id of the unit.</summary>
    public required string UnitId { get; init; }

    /// <summary>The unit's document.</summary>
    public required string Unit { get; init; }

    /// <summary>Digest of it.</summary>
    public required string UnitDigest { get; init; }

    /// <summary>The form that it is written in.</summary>
    public required long UnitVersion { get; init; }

    /// <summary>The scored teardown's document.</summary>
    public required string Teardown { get; init; }

    /// <summary>Digest of it.</summary>
    public required string TeardownDigest { get; init; }

    /// <summary>The form that it is written in.</summary>
    public required long TeardownVersion { get; init; }
}

/// <summary>A new head in the place of the revision that the writer saw.</summary>
/// <param name="Kind">Which document.</param>
/// <param name="Id">Its id.</param>
/// <param name="Seen">The revision that the writer saw; 0: there is none, the document is new.</param>
/// <param name="Document">The new head.</param>
/// <param name="Items">What the change touched, JSON; null: not told.</param>
/// <param name="Undoes">The change that it takes back; null: none.</param>
/// <param name="Before">The document that the writer saw, so that the way from it and back is worked out before anything is locked; null: it is read.</param>
public sealed record PutDocument(
    DocumentKind Kind, string Id, long Seen, ReadOnlyMemory<byte> Document, string? Items = null, long? Undoes = null, string? Before = null) : Writing
{
    private readonly string text = Encoding.UTF8.GetString(Document.Span);
    private readonly string digest = Documents.DigestOf(Document.Span);
    private readonly Patches? patches = Seen == 0 || Before is not null ? Patches.Between(Before, Encoding.UTF8.GetString(Document.Span)) : null;

    /// <summary>Whether it makes a revision: writing what is there already is no change, an undo is one even so, that the next goes on.</summary>
    public bool Changes => Undoes is not null || Before is null || digest != Documents.DigestOf(Encoding.UTF8.GetBytes(Before));

    internal override bool Write(Act act)
    {
        var table = Documents.Table(Kind);
        var way = patches;
        if (Seen == 0)
        {
            if (act.Execute(
                $"""
                INSERT INTO {table} (id, revision, digest, created_at, changed_at, version, document) VALUES (@Id, 1, @digest, @Now, @Now, @Version, @text)
                ON CONFLICT (id) DO NOTHING
                """, new { Id, digest, act.Now, Documents.Version, text }) == 0)
                return false;
        }
        else
        {
            var kept = act.Scalar<string>($"SELECT digest FROM {table} WHERE id = @Id AND revision = @Seen", new { Id, Seen });
            if (kept is null)
                return false;
            if (Undoes is null && kept == digest)
                return true;
            way ??= Patches.Between(act.Scalar<string>($"SELECT document FROM {table} WHERE id = @Id", new { Id }), text);
            act.Execute(
                $"UPDATE {table} SET revision = @Seen + 1, digest = @digest, changed_at = @Now, version = @Version, document = @text WHERE id = @Id",
                new { Id, Seen, digest, act.Now, Documents.Version, text });
        }
        if (Kind == DocumentKind.Teardown)
        {
            act.Execute(
                """
                INSERT OR IGNORE INTO photo (sha256)
                SELECT photo.value ->> '$.sha256' FROM json_each(@text, '$.photos') AS photo WHERE photo.value ->> '$.sha256' IS NOT NULL
                """, new { text });
        }
        act.Append(table, Id, Seen + 1, way!.Value, Items, Undoes);
        return true;
    }
}

/// <summary>Heads of units and teardowns; documents are opaque here.</summary>
public sealed class Documents
{
    /// <summary>The form that documents are written in now.</summary>
    public const long Version = 2;

    private readonly Database database;

    internal Documents(Database database) => this.database = database;

    /// <summary>SHA-256 of a document.</summary>
    public static string DigestOf(ReadOnlySpan<byte> document) => Convert.ToHexStringLower(SHA256.HashData(document));

    internal static string Table(DocumentKind kind) => kind == DocumentKind.Unit ? "unit" : "teardown";

    /// <summary>A head document, or null.</summary>
    public Head? Head(DocumentKind kind, string id)
    {
        using var connection = database.Open();
        return connection.QuerySingleOrDefault<Head>(
            kind == DocumentKind.Unit
                ? "SELECT id, revision, digest, version, document, removed_at FROM unit WHERE id = @id"
                : "SELECT id, revision, digest, version, document FROM teardown WHERE id = @id", new { id });
    }

    /// <summary>The revision of a document; 0: there is none.</summary>
    public long Revision(DocumentKind kind, string id)
    {
        using var connection = database.Open();
        return connection.ExecuteScalar<long>($"SELECT coalesce((SELECT revision FROM {Table(kind)} WHERE id = @id), 0)", new { id });
    }

    /// <summary>Ids of every document of a kind, whether anything stands on it or not.</summary>
    public IReadOnlyList<string> Ids(DocumentKind kind)
    {
        using var connection = database.Open();
        return connection.Query<string>($"SELECT id FROM {Table(kind)} ORDER BY id").AsList();
    }

    /// <summary>Ids of the units on the shelf that carry a model code.</summary>
    public IReadOnlyList<string> UnitsWithCode(string modelCode)
    {
        using var connection = database.Open();
        return connection.Query<string>(
            "SELECT id FROM unit WHERE document ->> '$.unit.modelCode' = @modelCode AND removed_at IS NULL ORDER BY id", new { modelCode }).AsList();
    }

    /// <summary>The id wanted, with a number behind it where it is taken.</summary>
    /// <param name="kind">Of which document.</param>
    /// <param name="wanted">The id wanted.</param>
    /// <param name="given">Ids that are given away already.</param>
    public string FreeId(DocumentKind kind, string wanted, IReadOnlySet<string> given)
    {
        using var connection = database.Open();
        for (var number = 1; ; number++)
        {
            var id = number == 1 ? wanted : string.Create(CultureInfo.InvariantCulture, $"{wanted}-{number}");
            if (!given.Contains(id) && connection.ExecuteScalar<long>($"SELECT count(*) FROM {Table(kind)} WHERE id = @id", new { id }) == 0)
                return id;
        }
    }

    /// <summary>The units on the shelf, in its order.</summary>
    public IReadOnlyList<ShelfRow> Shelf() => Rows(null);

    /// <summary>How many units are on the shelf.</summary>
    public int OnShelf()
    {
        using var connection = database.Open();
        return connection.ExecuteScalar<int>("SELECT count(*) FROM unit WHERE removed_at IS NULL");
    }

    /// <summary>The units that were taken off the shelf, the last one first.</summary>
    public IReadOnlyList<OffShelf> OffTheShelf()
    {
        using var connection = database.Open();
        return connection.Query<OffShelf>(
            """
            SELECT id, document ->> '$.unit.maker' AS maker, document ->> '$.unit.model' AS model, document ->> '$.unit.modelCode' AS model_code, removed_at
            FROM unit WHERE removed_at IS NOT NULL ORDER BY removed_at DESC, id
            """).AsList();
    }

    /// <summary>Some units, as far as they are on the shelf.</summary>
    public IReadOnlyList<ShelfRow> Shelf(IReadOnlyCollection<string> unitIds) => Rows(System.Text.Json.JsonSerializer.Serialize(unitIds));

    private List<ShelfRow> Rows(string? unitIds)
    {
        using var connection = database.Open();
        return connection.Query<ShelfRow>(
            $"""
            SELECT unit.id AS unit_id, unit.digest AS unit_digest, teardown.id AS teardown_id, teardown.digest AS teardown_digest,
                   (SELECT count(*) FROM unit_teardown AS other WHERE other.teardown_id = teardown.id) AS served, unit.created_at
            FROM unit
            JOIN unit_teardown ON unit_teardown.unit_id = unit.id AND unit_teardown.scored = 1
            JOIN teardown ON teardown.id = unit_teardown.teardown_id
            WHERE unit.removed_at IS NULL{(unitIds is null ? "" : " AND unit.id IN (SELECT value FROM json_each(@unitIds))")}
            ORDER BY unit.created_at, unit.id
            """, new { unitIds }).AsList();
    }

    /// <summary>The documents of units on the shelf with their scored teardowns, one after the other as they are read.</summary>
    /// <param name="unitIds">The units.</param>
    public IEnumerable<ShelfDocuments> Of(IReadOnlyCollection<string> unitIds)
    {
        using var connection = database.Open();
        foreach (var documents in connection.Query<ShelfDocuments>(
            """
            SELECT unit.id AS unit_id, unit.document AS unit, unit.digest AS unit_digest, unit.version AS unit_version,
                   teardown.document AS teardown, teardown.digest AS teardown_digest, teardown.version AS teardown_version
            FROM unit
            JOIN unit_teardown ON unit_teardown.unit_id = unit.id AND unit_teardown.scored = 1
            JOIN teardown ON teardown.id = unit_teardown.teardown_id
            WHERE unit.id IN (SELECT value FROM json_each(@unitIds))
            """, new { unitIds = System.Text.Json.JsonSerializer.Serialize(unitIds) }, buffered: false))
        {
            yield return documents;
        }
    }
}
