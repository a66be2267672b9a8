using System.Text.Json.Nodes;
using Dapper;
using Microsoft.Data.Sqlite;

namespace WideLever.Storage;

/// <summary>One thing that an act writes. All that an act writes is on disk together, each with its way back in the history, or none of it.</summary>
public abstract record Writing
{
    /// <summary>Writes it.</summary>
    /// <returns>False where the document has moved on: nothing of the act is written then.</returns>
    internal abstract bool Write(Act act);
}

/// <summary>The way from one state of a document to the next and back, RFC 6902.</summary>
/// <param name="Forward">There.</param>
/// <param name="Reverse">Back.</param>
internal readonly record struct Patches(string Forward, string Reverse)
{
    /// <summary>The way between two documents; null: there is none.</summary>
    public static Patches Between(string? before, string? after) => Between(before is null ? null : JsonNode.Parse(before), after is null ? null : JsonNode.Parse(after));

    /// <summary>The way between two documents; null: there is none.</summary>
    public static Patches Between(JsonNode? before, JsonNode? after) => new(JsonPatches.Between(before, after).ToJsonString(), JsonPatches.Between(after, before).ToJsonString());
}

/// <summary>An act while it is being written.</summary>
internal sealed class Act(SqliteConnection connection, SqliteTransaction transaction, string windowId, string what, string now)
{
    private long? first;

    /// <summary>The window that does it.</summary>
    public string WindowId => windowId;

    /// <summary>When, UTC.</summary>
    public string Now => now;

    /// <summary>Runs a statement in the act's transaction.</summary>
    public int Execute(string sql, object parameters) => connection.Execute(sql, parameters, transaction);

    /// <summary>Asks for one value in the act's transaction.</summary>
    public T? Scalar<T>(string sql, object parameters) => connection.ExecuteScalar<T>(sql, parameters, transaction);

    /// <summary>The next revision of something that counts its revisions in the history alone.</summary>
    public long NextRevision(string kind, string id) =>
        Scalar<long>("SELECT coalesce(max(revision), 0) + 1 FROM change WHERE document_kind = @kind AND document_id = @id", new { kind, id });

    /// <summary>Appends a change to the history.</summary>
    /// <param name="kind">What changed.</param>
    /// <param name="id">Which one.</param>
    /// <param name="revision">The revision that the change makes.</param>
    /// <param name="patches">The way there and back.</param>
    /// <param name="items">What the change touched, JSON; null: not told.</param>
    /// <param name="undoes">The change that it takes back; null: none.</param>
    public void Append(string kind, string id, long revision, Patches patches, string? items = null, long? undoes = null)
    {
        var sequence = Scalar<long>(
            """
            INSERT INTO change (document_kind, document_id, revision, window_id, made_at, what, undoes, act, role, items, forward, reverse)
            VALUES (@kind, @id, @revision, @windowId, @now, @what, @undoes, @first,
                    CASE WHEN @undoes IS NULL THEN 'edit' ELSE (SELECT CASE role WHEN 'undo' THEN 'redo' ELSE 'undo' END FROM change WHERE sequence = @undoes) END,
                    @items, @forward, @reverse)
            RETURNING sequence
            """,
            new
            {
                kind,
                id,
                revision,
                windowId,
                now,
                what,
                undoes,
                first,
                items,
                forward = patches.Forward,
                reverse = patches.Reverse,
            });
        first ??= sequence;
    }
}

/// <summary>Writes acts, one whole act at a time.</summary>
public sealed class Acts
{
    private readonly Database database;

    internal Acts(Database database) => this.database = database;

    /// <summary>Writes an act: all of it is on disk when this returns, or nothing of it.</summary>
    /// <param name="windowId">The window that does it.</param>
    /// <param name="what">What is done, for people.</param>
    /// <param name="writings">What it writes, in this order; the first change stands for all.</param>
    /// <returns>False where a document has moved on since the writer saw it.</returns>
    public bool Commit(string windowId, string what, IReadOnlyList<Writing> writings)
    {
        using var turn = database.Writer.EnterScope();
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        var act = new Act(connection, transaction, windowId, what, database.Now());
        foreach (var writing in writings)
        {
            if (!writing.Write(act))
                return false;
        }
        transaction.Commit();
        database.Written();
        return true;
    }
}
