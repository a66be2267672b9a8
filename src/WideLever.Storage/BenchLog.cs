using Dapper;

namespace WideLever.Storage;

/// <summary>A line of a bench log.</summary>
public sealed record LogRow
{
    /// <summary>Its place among all lines.</summary>
    public required long Sequence { get; init; }

    /// <summary>When, UTC.</summary>
    public required string MadeAt { get; init; }

    /// <summary>The window that wrote it.</summary>
    public required string WindowId { get; init; }

    /// <summary>What happened, JSON.</summary>
    public required string Entry { get; init; }
}

/// <summary>Adds a line to a teardown's bench log.</summary>
/// <param name="TeardownId">The teardown.</param>
/// <param name="Entry">What happened, JSON.</param>
public sealed record LogEntry(string TeardownId, string Entry) : Writing
{
    internal override bool Write(Act act)
    {
        act.Execute("INSERT INTO bench_log (teardown_id, window_id, made_at, entry) VALUES (@TeardownId, @WindowId, @Now, @Entry)", new { TeardownId, act.WindowId, act.Now, Entry });
        return true;
    }
}

/// <summary>What happened at the bench and is no fact of a record.</summary>
public sealed class BenchLog
{
    private readonly Database database;

    internal BenchLog(Database database) => this.database = database;

    /// <summary>A teardown's bench log, oldest first.</summary>
    public IReadOnlyList<LogRow> Of(string teardownId)
    {
        using var connection = database.Open();
        return connection.Query<LogRow>(
            "SELECT sequence, made_at, window_id, entry FROM bench_log WHERE teardown_id = @teardownId ORDER BY sequence", new { teardownId }).AsList();
    }
}
