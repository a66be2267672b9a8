using Dapper;

namespace WideLever.Storage;

/// <summary>Everything that a data folder's database holds. A write is flushed to disk before it is acknowledged.</summary>
public sealed class Store : IDisposable
{
    private readonly Database database;

    /// <summary>Opens the store of a data folder; an older one is backed up, then brought forward.</summary>
    /// <exception cref="InvalidDataException">It is of a newer version of the program, or a migration failed; what was there is as it was.</exception>
    public Store(DataFolder folder, TimeProvider clock)
    {
        database = new(folder, clock);
        (Acts, Documents, Standings, Changes) = (new(database), new(database), new(database), new(database));
        (BenchLog, Drafts, Rubrics, Signatures) = (new(database), new(database), new(database), new(database));
        (Photos, Settings, ResultCache, CatalogueAnswers) = (new(database), new(database), new(database), new(database));
    }

    /// <summary>Writes acts.</summary>
    public Acts Acts { get; }

    /// <summary>Heads of units and teardowns.</summary>
    public Documents Documents { get; }

    /// <summary>Which teardown serves which units.</summary>
    public Standings Standings { get; }

    /// <summary>The history.</summary>
    public Changes Changes { get; }

    /// <summary>What happened at the bench.</summary>
    public BenchLog BenchLog { get; }

    /// <summary>What is typed and not committed.</summary>
    public Drafts Drafts { get; }

    /// <summary>The revisions of rubrics.</summary>
    public Rubrics Rubrics { get; }

    /// <summary>Signed results.</summary>
    public Signatures Signatures { get; }

    /// <summary>Photos that documents ever named.</summary>
    public Photos Photos { get; }

    /// <summary>Settings of the house.</summary>
    public Settings Settings { get; }

    /// <summary>What was computed.</summary>
    public ResultCache ResultCache { get; }

    /// <summary>What the catalogue answered.</summary>
    public CatalogueAnswers CatalogueAnswers { get; }

    /// <summary>Whether the database answers.</summary>
    public bool Answers()
    {
        using var connection = database.Open();
        return connection.ExecuteScalar<long>("SELECT 1") == 1;
    }

    /// <summary>What SQLite finds wrong with the file; nothing where it is whole.</summary>
    public IReadOnlyList<string> Integrity()
    {
        using var connection = database.Open();
        return [.. connection.Query<string>("PRAGMA integrity_check").Where(line => line != "ok"), .. connection.Query<string>("SELECT 'a reference leads nowhere, from ' || \"table\" FROM pragma_foreign_key_check")];
    }

    /// <inheritdoc/>
    public void Dispose() => database.Dispose();
}
