using System.Text.Json;
using Dapper;

namespace WideLever.Storage;

/// <summary>What was computed, under the digest of all that it was computed from. May be dropped at any time.</summary>
public sealed class ResultCache
{
    private const int ATurn = 100;

    private readonly Database database;

    internal ResultCache(Database database) => this.database = database;

    /// <summary>The cached results under some digests.</summary>
    public IReadOnlyDictionary<string, string> Of(IReadOnlyCollection<string> digests)
    {
        using var connection = database.Open();
        return connection.Query<(string Digest, string Document)>(
            "SELECT digest, document FROM result_cache WHERE digest IN (SELECT value FROM json_each(@digests))",
            new { digests = JsonSerializer.Serialize(digests) }).ToDictionary(row => row.Digest, row => row.Document, StringComparer.Ordinal);
    }

    /// <summary>Caches results under their digests, and drops what is under none of those to keep.</summary>
    public void Keep(IEnumerable<KeyValuePair<string, string>> results, IReadOnlyCollection<string> keep)
    {
        // In small turns, so that no act waits for all of it.
        foreach (var some in results.Chunk(ATurn))
        {
            Write("INSERT OR REPLACE INTO result_cache (digest, document) VALUES (@Key, @Value)", some);
        }
        using var connection = database.Open();
        var kept = keep.ToHashSet(StringComparer.Ordinal);
        foreach (var some in connection.Query<string>("SELECT digest FROM result_cache").Where(digest => !kept.Contains(digest)).Chunk(ATurn))
            Write("DELETE FROM result_cache WHERE digest = @digest", some.Select(digest => new { digest }));
    }

    private void Write<T>(string sql, IEnumerable<T> rows)
    {
        using var turn = database.Writer.EnterScope();
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        connection.Execute(sql, rows, transaction);
        transaction.Commit();
    }
}
