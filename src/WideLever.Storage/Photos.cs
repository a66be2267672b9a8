using Dapper;

namespace WideLever.Storage;

/// <summary>Photos that a document names or ever named: undo could bring any of them back. Each commit writes those of its documents.</summary>
public sealed class Photos
{
    private readonly Database database;

    internal Photos(Database database) => this.database = database;

    /// <summary>SHA-256 of every one.</summary>
    public IReadOnlySet<string> EverNamed()
    {
        using var connection = database.Open();
        return connection.Query<string>("SELECT sha256 FROM photo", buffered: false).ToHashSet(StringComparer.Ordinal);
    }
}
