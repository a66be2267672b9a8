using Dapper;

namespace WideLever.Storage;

/// <summary>Keeps a setting of the house.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Seen">The revision that the writer saw; 0: it was never set.</param>
/// <param name="Document">What it is set to, JSON.</param>
public sealed record PutSetting(string Name, long Seen, string Document) : Writing
{
    internal override bool Write(Act act)
    {
        var next = act.NextRevision("setting", Name);
        if (next != Seen + 1)
            return false;
        var before = act.Scalar<string>("SELECT document FROM setting WHERE name = @Name", new { Name });
        if (before == Document)
            return true;
        act.Execute("INSERT INTO setting (name, document) VALUES (@Name, @Document) ON CONFLICT (name) DO UPDATE SET document = excluded.document", new { Name, Document });
        act.Append("setting", Name, next, Patches.Between(before, Document));
        return true;
    }
}

/// <summary>Settings of the house.</summary>
public sealed class Settings
{
    private readonly Database database;

    internal Settings(Database database) => this.database = database;

    /// <summary>Every setting: its name, and what it is set to, JSON.</summary>
    public IReadOnlyList<(string Name, string Document)> All()
    {
        using var connection = database.Open();
        return connection.Query<(string, string)>("SELECT name, document FROM setting ORDER BY name").AsList();
    }

    /// <summary>How often a setting was changed; 0: it was never set.</summary>
    public long Revision(string name)
    {
        using var connection = database.Open();
        return connection.ExecuteScalar<long>("SELECT coalesce(max(revision), 0) FROM change WHERE document_kind = 'setting' AND document_id = @name", new { name });
    }

    /// <summary>A setting, JSON, or null.</summary>
    public string? Of(string name)
    {
        using var connection = database.Open();
        return connection.QuerySingleOrDefault<string>("SELECT document FROM setting WHERE name = @name", new { name });
    }
}
