using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using Dapper;
using DbUp;
using Microsoft.Data.Sqlite;

namespace WideLever.Storage;

/// <summary>
/// Units, teardowns and rubrics in one SQLite file. A write is flushed to disk before it is acknowledged; documents are opaque
/// here.
/// </summary>
public sealed class Store : IDisposable
{
    private readonly string connectionString;
    private readonly TimeProvider clock;

    /// <summary>Opens the store of a data folder; an older one is backed up, then brought forward.</summary>
    /// <exception cref="InvalidOperationException">A migration failed; the backup and the old data are as they were.</exception>
    public Store(DataFolder folder, TimeProvider clock)
    {
        this.clock = clock;
        connectionString = new SqliteConnectionStringBuilder { DataSource = folder.Database, ForeignKeys = true, DefaultTimeout = 10 }.ToString();
        DefaultTypeMap.MatchNamesWithUnderscores = true;
        Migrate(folder);
    }

    /// <summary>SHA-256 of a document.</summary>
    public static string DigestOf(ReadOnlySpan<byte> document) => Convert.ToHexStringLower(SHA256.HashData(document));

    /// <inheritdoc/>
    public void Dispose()
    {
        using var connection = new SqliteConnection(connectionString);
        SqliteConnection.ClearPool(connection);
    }

    /// <summary>The units on the shelf.</summary>
    public IReadOnlyList<ShelfRow> Shelf()
    {
        using var connection = Open();
        return connection.Query<ShelfRow>(
            """
            SELECT unit.id AS unit_id, unit.digest AS unit_digest, teardown.id AS teardown_id, teardown.digest AS teardown_digest,
                   (SELECT count(*) FROM unit_teardown AS other WHERE other.teardown_id = teardown.id) AS served
            FROM unit
            JOIN unit_teardown ON unit_teardown.unit_id = unit.id AND unit_teardown.scored = 1
            JOIN teardown ON teardown.id = unit_teardown.teardown_id
            WHERE unit.removed_at IS NULL
            ORDER BY unit.created_at, unit.id
            """).AsList();
    }

    /// <summary>A head document, or null.</summary>
    public Head? Head(DocumentKind kind, string id)
    {
        using var connection = Open();
        return Head(connection, kind, id, null);
    }

    /// <summary>The scored teardown of a unit, or null where there is no such unit.</summary>
    public Head? ScoredTeardown(string unitId)
    {
        using var connection = Open();
        return connection.QuerySingleOrDefault<Head>(
            """
            SELECT teardown.id, teardown.revision, teardown.digest, teardown.document
            FROM teardown JOIN unit_teardown ON unit_teardown.teardown_id = teardown.id
            WHERE unit_teardown.unit_id = @unitId AND unit_teardown.scored = 1
            """, new { unitId });
    }

    /// <summary>Ids of the teardowns of a unit, the scored one first.</summary>
    public IReadOnlyList<string> TeardownsOf(string unitId)
    {
        using var connection = Open();
        return connection.Query<string>(
            "SELECT teardown_id FROM unit_teardown WHERE unit_id = @unitId ORDER BY scored DESC, teardown_id", new { unitId }).AsList();
    }

    /// <summary>Ids of the units that a teardown serves.</summary>
    public IReadOnlyList<string> UnitsOf(string teardownId)
    {
        using var connection = Open();
        return connection.Query<string>("SELECT unit_id FROM unit_teardown WHERE teardown_id = @teardownId ORDER BY unit_id", new { teardownId }).AsList();
    }

    /// <summary>Ids of the units on the shelf that carry a model code.</summary>
    public IReadOnlyList<string> UnitsWithCode(string modelCode)
    {
        using var connection = Open();
        return connection.Query<string>(
            "SELECT id FROM unit_list WHERE model_code = @modelCode AND removed_at IS NULL ORDER BY id", new { modelCode }).AsList();
    }

    /// <summary>Keeps a new unit with a new teardown, which is its scored one.</summary>
    /// <param name="wantedId">The id to give, with a number behind it where it is taken.</param>
    /// <param name="unit">The unit's document.</param>
    /// <param name="teardown">The teardown's document.</param>
    /// <param name="windowId">The window that did it.</param>
    /// <param name="what">What was done, for people.</param>
    /// <returns>The unit's id and the teardown's.</returns>
    public (string UnitId, string TeardownId) Create(string wantedId, ReadOnlyMemory<byte> unit, ReadOnlyMemory<byte> teardown, string windowId, string what)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        var unitId = FreeId(connection, transaction, "unit", wantedId);
        var teardownId = FreeId(connection, transaction, "teardown", wantedId);
        foreach (var (kind, id, document) in new[] { (DocumentKind.Unit, unitId, unit), (DocumentKind.Teardown, teardownId, teardown) })
        {
            var now = Now();
            var text = Encoding.UTF8.GetString(document.Span);
            connection.Execute(
                $"INSERT INTO {Table(kind)} (id, revision, digest, created_at, changed_at, document) VALUES (@id, 1, @digest, @now, @now, @text)",
                new { id, digest = DigestOf(document.Span), now, text }, transaction);
            Append(connection, transaction, kind, id, 1, windowId, what, null, null, JsonNode.Parse(text));
        }
        connection.Execute(
            "INSERT INTO unit_teardown (unit_id, teardown_id, scored) VALUES (@unitId, @teardownId, 1)", new { unitId, teardownId }, transaction);
        transaction.Commit();
        return (unitId, teardownId);
    }

    /// <summary>Lets a teardown serve a further unit, or gives a unit a further teardown.</summary>
    /// <param name="unitId">The unit.</param>
    /// <param name="teardownId">The teardown.</param>
    /// <param name="scored">Whether it becomes the one that is scored.</param>
    public void Link(string unitId, string teardownId, bool scored)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        if (scored)
            connection.Execute("UPDATE unit_teardown SET scored = 0 WHERE unit_id = @unitId", new { unitId }, transaction);
        connection.Execute(
            """
            INSERT INTO unit_teardown (unit_id, teardown_id, scored) VALUES (@unitId, @teardownId, @scored)
            ON CONFLICT (unit_id, teardown_id) DO UPDATE SET scored = max(scored, excluded.scored)
            """, new { unitId, teardownId, scored }, transaction);
        transaction.Commit();
    }

    /// <summary>Puts a new head in the place of the revision that the writer saw.</summary>
    /// <param name="kind">Which document.</param>
    /// <param name="id">Its id.</param>
    /// <param name="seen">The revision that the writer saw.</param>
    /// <param name="document">The new head.</param>
    /// <param name="windowId">The window that did it.</param>
    /// <param name="what">What was done, for people.</param>
    /// <param name="undoes">The change that this one undoes.</param>
    public Commit Commit(DocumentKind kind, string id, long seen, ReadOnlyMemory<byte> document, string windowId, string what, long? undoes = null)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        var head = Head(connection, kind, id, transaction);
        if (head is null)
            return new(CommitOutcome.Missing, 0);
        if (head.Revision != seen)
            return new(CommitOutcome.Stale, head.Revision);
        var digest = DigestOf(document.Span);
        if (digest == head.Digest)
            return new(CommitOutcome.Committed, head.Revision);
        var text = Encoding.UTF8.GetString(document.Span);
        connection.Execute(
            $"UPDATE {Table(kind)} SET revision = @revision, digest = @digest, changed_at = @now, document = @text WHERE id = @id",
            new { id, revision = seen + 1, digest, now = Now(), text }, transaction);
        Append(connection, transaction, kind, id, seen + 1, windowId, what, undoes, JsonNode.Parse(head.Document), JsonNode.Parse(text));
        transaction.Commit();
        return new(CommitOutcome.Committed, seen + 1);
    }

    /// <summary>The changes of a document after a revision, oldest first.</summary>
    public IReadOnlyList<Change> Changes(DocumentKind kind, string id, long after)
    {
        using var connection = Open();
        return connection.Query<Change>(
            """
            SELECT sequence, revision, window_id, made_at, what, undoes, reverse FROM change
            WHERE document_kind = @kind AND document_id = @id AND revision > @after ORDER BY revision
            """, new { kind = Table(kind), id, after }).AsList();
    }

    /// <summary>A document as it stood at a revision, or null where it never did.</summary>
    public string? DocumentAt(DocumentKind kind, string id, long revision)
    {
        if (Head(kind, id) is not { } head || revision < 1 || revision > head.Revision)
            return null;
        var node = JsonNode.Parse(head.Document);
        foreach (var change in Changes(kind, id, revision).Where(change => change.Revision <= head.Revision).Reverse())
            node = JsonPatches.Apply(node, JsonNode.Parse(change.Reverse)!.AsArray());
        return node?.ToJsonString();
    }

    /// <summary>Takes a unit off the shelf, or puts it back. Nothing is deleted.</summary>
    /// <returns>Whether there is such a unit.</returns>
    public bool SetRemoved(string unitId, bool removed)
    {
        using var connection = Open();
        return connection.Execute(
            "UPDATE unit SET removed_at = @at WHERE id = @unitId", new { unitId, at = removed ? Now() : null }) == 1;
    }

    /// <summary>The rubric in use, or null in a new store.</summary>
    public RubricRow? RubricInUse()
    {
        using var connection = Open();
        return connection.QuerySingleOrDefault<RubricRow>("SELECT name, revision, digest, document FROM rubric WHERE in_use = 1");
    }

    /// <summary>Keeps a rubric and puts it into use.</summary>
    public void UseRubric(string name, int revision, ReadOnlyMemory<byte> document)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        connection.Execute("UPDATE rubric SET in_use = 0", transaction: transaction);
        connection.Execute(
            """
            INSERT INTO rubric (name, revision, digest, in_use, document) VALUES (@name, @revision, @digest, 1, @text)
            ON CONFLICT (name, revision) DO UPDATE SET in_use = 1
            """,
            new { name, revision, digest = DigestOf(document.Span), text = Encoding.UTF8.GetString(document.Span) }, transaction);
        transaction.Commit();
    }

    /// <summary>The cached results under some digests.</summary>
    public IReadOnlyDictionary<string, string> CachedResults(IReadOnlyCollection<string> digests)
    {
        using var connection = Open();
        return connection.Query<(string Digest, string Document)>(
            "SELECT digest, document FROM result_cache WHERE digest IN (SELECT value FROM json_each(@digests))",
            new { digests = System.Text.Json.JsonSerializer.Serialize(digests) }).ToDictionary(row => row.Digest, row => row.Document);
    }

    /// <summary>Caches results under their digests, and drops what is under none of those to keep.</summary>
    public void CacheResults(IEnumerable<KeyValuePair<string, string>> results, IReadOnlyCollection<string> keep)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        foreach (var (digest, document) in results)
            connection.Execute("INSERT OR REPLACE INTO result_cache (digest, document) VALUES (@digest, @document)", new { digest, document }, transaction);
        connection.Execute(
            "DELETE FROM result_cache WHERE digest NOT IN (SELECT value FROM json_each(@keep))",
            new { keep = System.Text.Json.JsonSerializer.Serialize(keep) }, transaction);
        transaction.Commit();
    }

    /// <summary>Whether the database answers.</summary>
    public bool Answers()
    {
        using var connection = Open();
        return connection.ExecuteScalar<long>("SELECT 1") == 1;
    }

    private SqliteConnection Open()
    {
        var connection = new SqliteConnection(connectionString);
        connection.Open();
        connection.Execute("PRAGMA synchronous = FULL");
        return connection;
    }

    private static Head? Head(SqliteConnection connection, DocumentKind kind, string id, SqliteTransaction? transaction) =>
        connection.QuerySingleOrDefault<Head>(
            kind == DocumentKind.Unit
                ? "SELECT id, revision, digest, document, removed_at FROM unit WHERE id = @id"
                : "SELECT id, revision, digest, document FROM teardown WHERE id = @id",
            new { id }, transaction);

    private void Append(SqliteConnection connection, SqliteTransaction transaction, DocumentKind kind, string id, long revision, string windowId,
        string what, long? undoes, JsonNode? before, JsonNode? after) => connection.Execute(
        """
        INSERT INTO change (document_kind, document_id, revision, window_id, made_at, what, undoes, forward, reverse)
        VALUES (@kind, @id, @revision, @windowId, @now, @what, @undoes, @forward, @reverse)
        """,
        new
        {
            kind = Table(kind),
            id,
            revision,
            windowId,
            now = Now(),
            what,
            undoes,
            forward = JsonPatches.Between(before, after).ToJsonString(),
            reverse = JsonPatches.Between(after, before).ToJsonString(),
        }, transaction);

    private static string FreeId(SqliteConnection connection, SqliteTransaction transaction, string table, string wanted)
    {
        for (var number = 1; ; number++)
        {
            var id = number == 1 ? wanted : string.Create(CultureInfo.InvariantCulture, $"{wanted}-{number}");
            if (connection.ExecuteScalar<long>($"SELECT count(*) FROM {table} WHERE id = @id", new { id }, transaction) == 0)
                return id;
        }
    }

    private static string Table(DocumentKind kind) => kind == DocumentKind.Unit ? "unit" : "teardown";

    private string Now() => clock.GetUtcNow().ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", CultureInfo.InvariantCulture);

    private void Migrate(DataFolder folder)
    {
        using var connection = Open();
        connection.Execute("PRAGMA journal_mode = WAL");
        var upgrade = DeployChanges.To
            .SqliteDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Store).Assembly)
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build();
        if (!upgrade.IsUpgradeRequired())
            return;
        Backup(connection, folder);
        var outcome = upgrade.PerformUpgrade();
        if (!outcome.Successful)
            throw new InvalidOperationException($"The data folder could not be brought forward: {outcome.Error.Message}", outcome.Error);
    }

    /// <summary>A whole copy before anything is changed; a new store has nothing to copy.</summary>
    private void Backup(SqliteConnection connection, DataFolder folder)
    {
        if (connection.ExecuteScalar<long>("SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = 'unit'") == 0)
            return;
        Directory.CreateDirectory(folder.Backups);
        var file = Path.Combine(folder.Backups, $"before-migration-{clock.GetUtcNow():yyyyMMdd'T'HHmmssfff}.db");
        connection.Execute("VACUUM INTO @file", new { file });
    }
}
