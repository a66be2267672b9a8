using Dapper;

namespace WideLever.Storage;

/// <summary>What a window has typed and not committed.</summary>
public sealed record DraftRow
{
    /// <summary>The window.</summary>
    public required string WindowId { get; init; }

    /// <summary>When it was kept, UTC.</summary>
    public required string SavedAt { get; init; }

    /// <summary>The draft, JSON.</summary>
    public required string Document { get; init; }
}

/// <summary>The acting window's draft for a teardown is done with: what is committed must not come back as half typed.</summary>
/// <param name="TeardownId">The teardown.</param>
public sealed record EndDraft(string TeardownId) : Writing
{
    internal override bool Write(Act act)
    {
        act.Execute("DELETE FROM draft WHERE teardown_id = @TeardownId AND window_id = @WindowId", new { TeardownId, act.WindowId });
        return true;
    }
}

/// <summary>What is typed and not committed, for each window: kept, but no act and in no history.</summary>
public sealed class Drafts
{
    private readonly Database database;

    internal Drafts(Database database) => this.database = database;

    /// <summary>Keeps what a window has typed and not committed.</summary>
    public void Save(string teardownId, string windowId, string document)
    {
        using var turn = database.Writer.EnterScope();
        using var connection = database.Open();
        connection.Execute(
            """
            INSERT INTO draft (teardown_id, window_id, saved_at, document) VALUES (@teardownId, @windowId, @now, @document)
            ON CONFLICT (teardown_id, window_id) DO UPDATE SET saved_at = excluded.saved_at, document = excluded.document
            """, new { teardownId, windowId, now = database.Now(), document });
    }

    /// <summary>The drafts of a teardown, the latest first.</summary>
    public IReadOnlyList<DraftRow> Of(string teardownId)
    {
        using var connection = database.Open();
        return connection.Query<DraftRow>(
            "SELECT window_id, saved_at, document FROM draft WHERE teardown_id = @teardownId ORDER BY saved_at DESC, window_id", new { teardownId }).AsList();
    }

    /// <summary>Gives a draft to another window, whose own it replaces.</summary>
    public void HandOver(string teardownId, string from, string to)
    {
        using var turn = database.Writer.EnterScope();
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        connection.Execute("DELETE FROM draft WHERE teardown_id = @teardownId AND window_id = @to", new { teardownId, to }, transaction);
        connection.Execute("UPDATE draft SET window_id = @to WHERE teardown_id = @teardownId AND window_id = @from", new { teardownId, from, to }, transaction);
        transaction.Commit();
    }
}
