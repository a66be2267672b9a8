using System.Text.Json.Nodes;
using Dapper;
using Microsoft.Data.Sqlite;

namespace WideLever.Storage;

/// <summary>One change of the history, without its patches.</summary>
public sealed record Change
{
    /// <summary>Its place among all changes.</summary>
    public required long Sequence { get; init; }

    /// <summary>What kind of document it changed.</summary>
    public required DocumentKind Kind { get; init; }

    /// <summary>Which one.</summary>
    public required string DocumentId { get; init; }

    /// <summary>The revision that it made.</summary>
    public required long Revision { get; init; }

    /// <summary>The window that made it.</summary>
    public required string WindowId { get; init; }

    /// <summary>When, UTC.</summary>
    public required string MadeAt { get; init; }

    /// <summary>What was done, for people.</summary>
    public required string What { get; init; }

    /// <summary>What it touched, JSON; null: not told.</summary>
    public required string? Items { get; init; }
}

/// <summary>A change of an act that changed several documents.</summary>
/// <param name="Kind">Which document.</param>
/// <param name="Id">Its id.</param>
/// <param name="Sequence">The change's place among all.</param>
/// <param name="Revision">The revision that it made.</param>
public sealed record ActChange(DocumentKind Kind, string Id, long Sequence, long Revision);

/// <summary>The history of documents: every change with the patches (RFC 6902) that lead to it and back.</summary>
public sealed class Changes
{
    private const string Columns = "sequence, document_kind AS kind, document_id, revision, window_id, made_at, what, items";

    // An act is found at what it changed first, and undone whole; the making of a document is not undone.
    private const string Own =
        "FROM change WHERE document_kind = @kind AND document_id = @id AND window_id = @windowId AND revision > 1 AND coalesce(act, sequence) = sequence";

    private readonly Database database;

    internal Changes(Database database) => this.database = database;

    /// <summary>The change that a window's undo takes back, the last of some documents, from the history alone: so it outlives a reload; null: there is none.</summary>
    /// <param name="documents">The documents that stand together.</param>
    /// <param name="windowId">The window.</param>
    public Change? ToUndo(IReadOnlyCollection<(DocumentKind Kind, string Id)> documents, string windowId)
    {
        using var connection = database.Open();
        return Last(
            $"""
            SELECT {Columns} {Own} AND role <> 'undo' AND NOT EXISTS (SELECT 1 FROM change AS undo WHERE undo.undoes = change.sequence)
            ORDER BY sequence DESC LIMIT 1
            """, connection, documents, windowId);
    }

    /// <summary>The undo that a window's redo takes back: none any more once it edits one of the documents; null: there is none.</summary>
    /// <param name="documents">The documents that stand together.</param>
    /// <param name="windowId">The window.</param>
    public Change? ToRedo(IReadOnlyCollection<(DocumentKind Kind, string Id)> documents, string windowId)
    {
        using var connection = database.Open();
        var undone = Last(
            $"""
            SELECT {Columns} {Own} AND role = 'undo' AND NOT EXISTS (SELECT 1 FROM change AS redo WHERE redo.undoes = change.sequence)
            ORDER BY sequence DESC LIMIT 1
            """, connection, documents, windowId);
        var edited = undone is null ? null : Last($"SELECT {Columns} {Own} AND role = 'edit' ORDER BY sequence DESC LIMIT 1", connection, documents, windowId);
        return undone?.Sequence > (edited?.Sequence ?? 0) ? undone : null;
    }

    private static Change? Last(string sql, SqliteConnection connection, IReadOnlyCollection<(DocumentKind Kind, string Id)> documents, string windowId) => documents
        .Select(document => connection.QueryFirstOrDefault<Change>(sql, new { kind = Documents.Table(document.Kind), id = document.Id, windowId }))
        .OfType<Change>().MaxBy(change => change.Sequence);

    /// <summary>The changes of a document after a revision, oldest first.</summary>
    public IReadOnlyList<Change> After(DocumentKind kind, string id, long revision)
    {
        using var connection = database.Open();
        return connection.Query<Change>(
            $"SELECT {Columns} FROM change WHERE document_kind = @kind AND document_id = @id AND revision > @revision ORDER BY revision",
            new { kind = Documents.Table(kind), id, revision }).AsList();
    }

    /// <summary>The changes of the same act as one, that one among them: every document that it changed.</summary>
    public IReadOnlyList<ActChange> OfAct(long act)
    {
        using var connection = database.Open();
        return connection.Query<(string Kind, string Id, long Sequence, long Revision)>(
            "SELECT document_kind, document_id, sequence, revision FROM change WHERE (act = @act OR sequence = @act) AND document_kind IN ('unit', 'teardown') ORDER BY sequence", new { act })
            .Select(row => new ActChange(row.Kind == Documents.Table(DocumentKind.Unit) ? DocumentKind.Unit : DocumentKind.Teardown, row.Id, row.Sequence, row.Revision)).ToList();
    }

    /// <summary>A document as it stood at some revisions, the latest first: one way back for all of them.</summary>
    /// <param name="kind">Which document.</param>
    /// <param name="id">Its id.</param>
    /// <param name="revisions">The revisions, from the latest back; each between 1 and the head's.</param>
    /// <exception cref="ArgumentOutOfRangeException">It never stood at one of them.</exception>
    public IReadOnlyList<string> DocumentsAt(DocumentKind kind, string id, params IReadOnlyList<long> revisions)
    {
        using var connection = database.Open();
        // One look at the head and its history: no commit comes between.
        using var transaction = connection.BeginTransaction(deferred: true);
        var table = Documents.Table(kind);
        var (revision, document) = connection.QuerySingleOrDefault<(long, string?)>($"SELECT revision, document FROM {table} WHERE id = @id", new { id }, transaction);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(revisions.Count == 0 ? 0 : revisions.Max(), revision, nameof(revisions));
        ArgumentOutOfRangeException.ThrowIfLessThan(revisions.Count == 0 ? 1 : revisions.Min(), 1, nameof(revisions));
        var node = JsonNode.Parse(document ?? "null");
        var reverse = connection.Query<string>(
            "SELECT reverse FROM change WHERE document_kind = @table AND document_id = @id AND revision > @last AND revision <= @revision ORDER BY revision DESC",
            new { table, id, last = revisions.Count == 0 ? revision : revisions.Min(), revision }, transaction, buffered: false).GetEnumerator();
        var found = new List<string>(revisions.Count);
        using (reverse)
        {
            foreach (var wanted in revisions)
            {
                for (; revision > wanted && reverse.MoveNext(); revision--)
                    node = JsonPatches.ApplyTo(node, JsonNode.Parse(reverse.Current)!.AsArray());
                found.Add(node?.ToJsonString() ?? "null");
            }
        }
        return found;
    }
}
