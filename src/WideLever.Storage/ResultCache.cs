using System.Text.Json;
using Dapper;

namespace WideLever.Storage;

/// <summary>What was computed, under the digest of all that it was computed from. May be dropped at any time.</summary>
public sealed class ResultCache
{
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
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction(deferred: false);
        foreach (var (digest, document) in results)
            connection.Execute("INSERT OR REPLACE INTO result_cache (digest, document) VALUES (@digest, @document)", new { digest, document }, transaction);
        connection.Execute(
            "DELETE FROM result_cache WHERE digest NOT IN (SELECT value FROM json_each(@keep))", new { keep = JsonSerializer.Serialize(keep) }, transaction);
        transaction.Commit();
    }
}
