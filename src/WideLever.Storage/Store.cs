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
    /// <exception cref="InvalidDataException">A migration failed; the backup and the old data are as they were.</exception>
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
            "SELECT id FROM unit WHERE document ->> '$.unit.modelCode' = @modelCode AND removed_at IS NULL ORDER BY id", new { modelCode }).AsList();
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
        Insert(connection, transaction, DocumentKind.Unit, unitId, unit, windowId, what);
        Insert(connection, transaction, DocumentKind.Teardown, teardownId, teardown, windowId, what);
        connection.Execute(
            "INSERT INTO unit_teardown (unit_id, teardown_id, scored) VALUES (@unitId, @teardownId, 1)", new { unitId, teardownId }, transaction);
        transaction.Commit();
        return (unitId, teardownId);
    }

    /// <summary>Keeps a new unit that an existing teardown serves: a variant of the same shell.</summary>
    /// <param name="wantedId">The id to give, with a number behind it where it is taken.</param>
    /// <param name="unit">The unit's document.</param>
    /// <param name="teardownId">The teardown, which is its scored one.</param>
    /// <param name="windowId">The window that did it.</param>
    /// <param name="what">What was done, for people.</param>
    /// <returns>The unit's id.</returns>
    public string CreateVariant(string wantedId, ReadOnlyMemory<byte> unit, string teardownId, string windowId, string what)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        var id = FreeId(connection, transaction, "unit", wantedId);
        Insert(connection, transaction, DocumentKind.Unit, id, unit, windowId, what);
        connection.Execute("INSERT INTO unit_teardown (unit_id, teardown_id, scored) VALUES (@id, @teardownId, 1)", new { id, teardownId }, transaction);
        transaction.Commit();
        return id;
    }

    /// <summary>Keeps a further teardown of a unit, which is not the scored one.</summary>
    /// <param name="unitId">The unit.</param>
    /// <param name="wantedId">The id to give, with a number behind it where it is taken.</param>
    /// <param name="teardown">The teardown's document.</param>
    /// <param name="windowId">The window that did it.</param>
    /// <param name="what">What was done, for people.</param>
    /// <returns>The teardown's id.</returns>
    public string CreateTeardown(string unitId, string wantedId, ReadOnlyMemory<byte> teardown, string windowId, string what)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        var id = FreeId(connection, transaction, "teardown", wantedId);
        Insert(connection, transaction, DocumentKind.Teardown, id, teardown, windowId, what);
        connection.Execute("INSERT INTO unit_teardown (unit_id, teardown_id, scored) VALUES (@unitId, @id, 0)", new { unitId, id }, transaction);
        transaction.Commit();
        return id;
    }

    private void Insert(
        SqliteConnection connection, SqliteTransaction transaction, DocumentKind kind, string id, ReadOnlyMemory<byte> document, string windowId, string what)
    {
        var text = Encoding.UTF8.GetString(document.Span);
        connection.Execute(
            $"INSERT INTO {Table(kind)} (id, revision, digest, created_at, changed_at, document) VALUES (@id, 1, @digest, @now, @now, @text)",
            new { id, digest = DigestOf(document.Span), now = Now(), text }, transaction);
        Append(connection, transaction, kind, id, 1, windowId, what, null, null, null, JsonNode.Parse(text));
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
    public Commit Commit(DocumentKind kind, string id, long seen, ReadOnlyMemory<byte> document, string windowId, string what) =>
        Commit([new(kind, id, seen, document)], windowId, what, []);

    /// <summary>One act: new heads of some documents and lines of the bench log, all of it or nothing.</summary>
    /// <param name="writings">The new heads; the first one's revision is answered.</param>
    /// <param name="windowId">The window that did it.</param>
    /// <param name="what">What was done, for people.</param>
    /// <param name="entries">Lines for the bench log of the first document, which is a teardown's then.</param>
    /// <param name="endsDraft">Whether the window's draft for that teardown is done with: what is committed must not come back as half typed.</param>
    public Commit Commit(IReadOnlyList<Writing> writings, string windowId, string what, IReadOnlyList<string> entries, bool endsDraft = false)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        long? act = null;
        var revision = 0L;
        for (var i = 0; i < writings.Count; i++)
        {
            var writing = writings[i];
            if (Head(connection, writing.Kind, writing.Id, transaction) is not { } head)
                return new(CommitOutcome.Missing, 0);
            if (head.Revision != writing.Seen)
                return new(CommitOutcome.Stale, head.Revision);
            var digest = DigestOf(writing.Document.Span);
            var changes = digest != head.Digest || writing.Undoes is not null;
            if (i == 0)
                revision = changes ? writing.Seen + 1 : writing.Seen;
            if (!changes)
                continue;
            var text = Encoding.UTF8.GetString(writing.Document.Span);
            connection.Execute(
                $"UPDATE {Table(writing.Kind)} SET revision = @revision, digest = @digest, changed_at = @now, document = @text WHERE id = @id",
                new { id = writing.Id, revision = writing.Seen + 1, digest, now = Now(), text }, transaction);
            var sequence = Append(connection, transaction, writing.Kind, writing.Id, writing.Seen + 1, windowId, what, writing.Undoes, act,
                JsonNode.Parse(head.Document), JsonNode.Parse(text));
            act ??= sequence;
        }
        foreach (var entry in entries)
            AppendLog(connection, transaction, writings[0].Id, windowId, entry);
        if (endsDraft)
            connection.Execute("DELETE FROM draft WHERE teardown_id = @id AND window_id = @windowId", new { id = writings[0].Id, windowId }, transaction);
        transaction.Commit();
        return new(CommitOutcome.Committed, revision);
    }

    /// <summary>Adds a line to a teardown's bench log.</summary>
    public void Log(string teardownId, string windowId, string entry)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        AppendLog(connection, transaction, teardownId, windowId, entry);
        transaction.Commit();
    }

    /// <summary>A teardown's bench log, oldest first.</summary>
    public IReadOnlyList<LogRow> LogOf(string teardownId)
    {
        using var connection = Open();
        return connection.Query<LogRow>(
            "SELECT sequence, made_at, window_id, entry FROM bench_log WHERE teardown_id = @teardownId ORDER BY sequence", new { teardownId }).AsList();
    }

    /// <summary>Keeps what a window has typed and not committed.</summary>
    public void SaveDraft(string teardownId, string windowId, string document)
    {
        using var connection = Open();
        connection.Execute(
            """
            INSERT INTO draft (teardown_id, window_id, saved_at, document) VALUES (@teardownId, @windowId, @now, @document)
            ON CONFLICT (teardown_id, window_id) DO UPDATE SET saved_at = excluded.saved_at, document = excluded.document
            """, new { teardownId, windowId, now = Now(), document });
    }

    /// <summary>The drafts of a teardown, the latest first.</summary>
    public IReadOnlyList<DraftRow> Drafts(string teardownId)
    {
        using var connection = Open();
        return connection.Query<DraftRow>(
            "SELECT window_id, saved_at, document FROM draft WHERE teardown_id = @teardownId ORDER BY saved_at DESC, window_id", new { teardownId }).AsList();
    }

    /// <summary>Gives a draft to another window, whose own it replaces.</summary>
    public void HandDraftOver(string teardownId, string from, string to)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        connection.Execute("DELETE FROM draft WHERE teardown_id = @teardownId AND window_id = @to", new { teardownId, to }, transaction);
        connection.Execute("UPDATE draft SET window_id = @to WHERE teardown_id = @teardownId AND window_id = @from", new { teardownId, from, to }, transaction);
        transaction.Commit();
    }

    /// <summary>A setting of the house, or null.</summary>
    public string? Setting(string name)
    {
        using var connection = Open();
        return connection.QuerySingleOrDefault<string>("SELECT document FROM setting WHERE name = @name", new { name });
    }

    /// <summary>Keeps a setting of the house.</summary>
    public void SaveSetting(string name, string document)
    {
        using var connection = Open();
        connection.Execute(
            "INSERT INTO setting (name, document) VALUES (@name, @document) ON CONFLICT (name) DO UPDATE SET document = excluded.document", new { name, document });
    }

    /// <summary>Keeps a signed result with all that it was computed from; it is never changed again.</summary>
    public void Sign(SignatureRow signature)
    {
        using var connection = Open();
        connection.Execute(
            """
            INSERT INTO signature (unit_id, signed_at, signed_on, bench, name, note, unit_digest, teardown_digest, record, record_sha256, rubric, rubric_sha256,
                                   result, result_sha256, method_version)
            VALUES (@UnitId, @SignedAt, @SignedOn, @Bench, @Name, @Note, @UnitDigest, @TeardownDigest, @Record, @RecordSha256, @Rubric, @RubricSha256,
                    @Result, @ResultSha256, @MethodVersion)
            """, signature with { SignedAt = Now() });
    }

    /// <summary>The signed results of a unit, the latest first.</summary>
    public IReadOnlyList<SignatureRow> SignaturesOf(string unitId)
    {
        using var connection = Open();
        return connection.Query<SignatureRow>("SELECT * FROM signature WHERE unit_id = @unitId ORDER BY sequence DESC", new { unitId }).AsList();
    }

    /// <summary>What the latest signed result of a unit was computed from; null: it has none.</summary>
    public SignedDigests? LatestSignature(string unitId)
    {
        using var connection = Open();
        return connection.QuerySingleOrDefault<SignedDigests>(
            "SELECT unit_id, unit_digest, teardown_digest, rubric_sha256, method_version FROM signature WHERE unit_id = @unitId ORDER BY sequence DESC LIMIT 1", new { unitId });
    }

    /// <summary>What the latest signed result of each unit was computed from.</summary>
    public IReadOnlyDictionary<string, SignedDigests> LatestSignatures()
    {
        using var connection = Open();
        return connection.Query<SignedDigests>(
            """
            SELECT unit_id, unit_digest, teardown_digest, rubric_sha256, method_version FROM signature
            WHERE sequence IN (SELECT max(sequence) FROM signature GROUP BY unit_id)
            """).ToDictionary(row => row.UnitId);
    }

    /// <summary>Whether any document has, or ever had, this text in it, so that undo could bring it back.</summary>
    public bool EverHeld(string text)
    {
        using var connection = Open();
        return connection.ExecuteScalar<long>(
            "SELECT EXISTS (SELECT 1 FROM change WHERE instr(forward, @text) > 0 OR instr(reverse, @text) > 0)", new { text }) == 1;
    }

    /// <summary>The changes of a document after a revision, oldest first.</summary>
    public IReadOnlyList<Change> Changes(DocumentKind kind, string id, long after)
    {
        using var connection = Open();
        return connection.Query<Change>(
            """
            SELECT sequence, revision, window_id, made_at, what, undoes, coalesce(act, sequence) AS act, reverse FROM change
            WHERE document_kind = @kind AND document_id = @id AND revision > @after ORDER BY revision
            """, new { kind = Table(kind), id, after }).AsList();
    }

    /// <summary>All changes of a document without their patches, oldest first: who did what, and what was taken back.</summary>
    public IReadOnlyList<Change> History(DocumentKind kind, string id)
    {
        using var connection = Open();
        return connection.Query<Change>(
            """
            SELECT sequence, revision, window_id, made_at, what, undoes, coalesce(act, sequence) AS act, '' AS reverse FROM change
            WHERE document_kind = @kind AND document_id = @id ORDER BY revision
            """, new { kind = Table(kind), id }).AsList();
    }

    /// <summary>The changes of the same act as one, in other documents: what it changed besides.</summary>
    public IReadOnlyList<ActChange> Besides(long act)
    {
        using var connection = Open();
        return connection.Query<(string Kind, string Id, long Sequence, long Revision)>(
            "SELECT document_kind, document_id, sequence, revision FROM change WHERE act = @act ORDER BY sequence", new { act })
            .Select(row => new ActChange(row.Kind == Table(DocumentKind.Unit) ? DocumentKind.Unit : DocumentKind.Teardown, row.Id, row.Sequence, row.Revision)).ToList();
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
        return connection.QuerySingleOrDefault<RubricRow>("SELECT name, revision, digest, in_use, saved_at, note, document FROM rubric WHERE in_use = 1");
    }

    /// <summary>Every revision of every rubric, without their documents: by name, the latest revision first.</summary>
    public IReadOnlyList<RubricRow> Rubrics()
    {
        using var connection = Open();
        return connection.Query<RubricRow>(
            "SELECT name, revision, digest, in_use, saved_at, note, '' AS document FROM rubric ORDER BY name, revision DESC").AsList();
    }

    /// <summary>A revision of a rubric, or null.</summary>
    public RubricRow? Rubric(string name, int revision)
    {
        using var connection = Open();
        return connection.QuerySingleOrDefault<RubricRow>(
            "SELECT name, revision, digest, in_use, saved_at, note, document FROM rubric WHERE name = @name AND revision = @revision", new { name, revision });
    }

    /// <summary>Keeps a revision of a rubric, which never changes from then on.</summary>
    /// <returns>Whether it is kept now: false where that revision stands there with another document.</returns>
    public bool SaveRubric(string name, int revision, ReadOnlyMemory<byte> document, string? note)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        var digest = DigestOf(document.Span);
        connection.Execute(
            """
            INSERT INTO rubric (name, revision, digest, in_use, saved_at, note, document) VALUES (@name, @revision, @digest, 0, @now, @note, @text)
            ON CONFLICT (name, revision) DO NOTHING
            """,
            new { name, revision, digest, now = Now(), note, text = Encoding.UTF8.GetString(document.Span) }, transaction);
        var kept = connection.QuerySingle<string>("SELECT digest FROM rubric WHERE name = @name AND revision = @revision", new { name, revision }, transaction);
        transaction.Commit();
        return kept == digest;
    }

    /// <summary>Puts a kept revision into use, in the place of the one that was.</summary>
    /// <returns>Whether there is such a revision.</returns>
    public bool UseRubric(string name, int revision)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        connection.Execute("UPDATE rubric SET in_use = 0", transaction: transaction);
        if (connection.Execute("UPDATE rubric SET in_use = 1 WHERE name = @name AND revision = @revision", new { name, revision }, transaction) == 0)
            return false;
        transaction.Commit();
        return true;
    }

    /// <summary>The documents of units on the shelf with their scored teardowns, one after the other as they are read.</summary>
    /// <param name="unitIds">The units.</param>
    public IEnumerable<ShelfDocuments> Documents(IReadOnlyCollection<string> unitIds)
    {
        using var connection = Open();
        foreach (var documents in connection.Query<ShelfDocuments>(
            """
            SELECT unit.id AS unit_id, unit.digest AS unit_digest, unit.document AS unit, teardown.digest AS teardown_digest, teardown.document AS teardown
            FROM unit
            JOIN unit_teardown ON unit_teardown.unit_id = unit.id AND unit_teardown.scored = 1
            JOIN teardown ON teardown.id = unit_teardown.teardown_id
            WHERE unit.removed_at IS NULL AND unit.id IN (SELECT value FROM json_each(@unitIds))
            """, new { unitIds = System.Text.Json.JsonSerializer.Serialize(unitIds) }, buffered: false))
        {
            yield return documents;
        }
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

    /// <summary>What a catalogue answered last to a question, or null.</summary>
    public CatalogueRow? CatalogueAnswer(string address, string question)
    {
        using var connection = Open();
        return connection.QuerySingleOrDefault<CatalogueRow>(
            "SELECT asked_at, document FROM catalogue_answer WHERE address = @address AND question = @question", new { address, question });
    }

    /// <summary>Keeps what a catalogue answered.</summary>
    /// <returns>When, UTC.</returns>
    public string SaveCatalogueAnswer(string address, string question, string document)
    {
        using var connection = Open();
        var now = Now();
        connection.Execute(
            """
            INSERT INTO catalogue_answer (address, question, asked_at, document) VALUES (@address, @question, @now, @document)
            ON CONFLICT (address, question) DO UPDATE SET asked_at = excluded.asked_at, document = excluded.document
            """, new { address, question, now, document });
        return now;
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

    private long Append(SqliteConnection connection, SqliteTransaction transaction, DocumentKind kind, string id, long revision, string windowId,
        string what, long? undoes, long? act, JsonNode? before, JsonNode? after) => connection.ExecuteScalar<long>(
        """
        INSERT INTO change (document_kind, document_id, revision, window_id, made_at, what, undoes, act, forward, reverse)
        VALUES (@kind, @id, @revision, @windowId, @now, @what, @undoes, @act, @forward, @reverse) RETURNING sequence
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
            act,
            forward = JsonPatches.Between(before, after).ToJsonString(),
            reverse = JsonPatches.Between(after, before).ToJsonString(),
        }, transaction);

    private void AppendLog(SqliteConnection connection, SqliteTransaction transaction, string teardownId, string windowId, string entry) => connection.Execute(
        "INSERT INTO bench_log (teardown_id, window_id, made_at, entry) VALUES (@teardownId, @windowId, @now, @entry)",
        new { teardownId, windowId, now = Now(), entry }, transaction);

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
            throw new InvalidDataException($"The data folder could not be brought forward: {outcome.Error.Message}", outcome.Error);
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
