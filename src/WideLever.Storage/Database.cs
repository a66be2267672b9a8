using System.Globalization;
using Dapper;
using DbUp;
using DbUp.Engine;
using Microsoft.Data.Sqlite;

namespace WideLever.Storage;

/// <summary>The SQLite file of a data folder: brought forward when it is opened, flushed to disk at every write.</summary>
internal sealed class Database : IDisposable
{
    private const int ActsToCarry = 200;

    private readonly string connectionString;
    private readonly TimeProvider clock;
    private Task carried = Task.CompletedTask;
    private int written;
    private int carrying;

    /// <summary>Opens the database of a data folder; an older one is backed up, then brought forward.</summary>
    /// <exception cref="InvalidDataException">It is of a newer version of the program, or a migration failed; what was there is as it was.</exception>
    public Database(DataFolder folder, TimeProvider clock)
    {
        this.clock = clock;
        connectionString = new SqliteConnectionStringBuilder { DataSource = folder.Database, ForeignKeys = true, DefaultTimeout = 10 }.ToString();
        DefaultTypeMap.MatchNamesWithUnderscores = true;
        Migrate(folder);
        folder.KeepPrivate();
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        carried.Wait();
        using var connection = new SqliteConnection(connectionString);
        SqliteConnection.ClearPool(connection);
    }

    /// <summary>An open connection, the caller's own.</summary>
    public SqliteConnection Open()
    {
        var connection = new SqliteConnection(connectionString);
        connection.Open();
        // The write-ahead log is carried over beside the acts: else every thousandth page makes one of them wait for all.
        connection.Execute("PRAGMA synchronous = FULL; PRAGMA wal_autocheckpoint = 0");
        return connection;
    }

    /// <summary>Who writes holds this: one writer at a time is what the file allows, and the driver waits for its turn in coarse steps.</summary>
    public Lock Writer { get; } = new();

    /// <summary>An act was written: every so often the write-ahead log is carried over into the database, while other acts go on.</summary>
    public void Written()
    {
        if (Interlocked.Increment(ref written) % ActsToCarry != 0 || Interlocked.Exchange(ref carrying, 1) == 1)
            return;
        carried = Task.Run(() =>
        {
            try
            {
                using var connection = Open();
                connection.Execute("PRAGMA wal_checkpoint(PASSIVE)");
            }
            catch (SqliteException exception) when (DataFolder.IsNoRoom(exception))
            {
                // The log holds all that was acknowledged: it is carried over when there is room again.
            }
            finally
            {
                Interlocked.Exchange(ref carrying, 0);
            }
        });
    }

    /// <summary>Now, UTC.</summary>
    public string Now() => clock.GetUtcNow().ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", CultureInfo.InvariantCulture);

    private void Migrate(DataFolder folder)
    {
        using var connection = Open();
        connection.Execute("PRAGMA journal_mode = WAL");
        var upgrade = DeployChanges.To
            .SqliteDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly)
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build();
        RefuseNewer(connection, upgrade);
        if (!upgrade.IsUpgradeRequired())
            return;
        Backup(connection, folder);
        var outcome = upgrade.PerformUpgrade();
        if (!outcome.Successful)
            throw new InvalidDataException($"The data folder could not be brought forward: {outcome.Error.Message}", outcome.Error);
    }

    /// <summary>What a newer version changed is not known here: it is left alone rather than opened by guess.</summary>
    private static void RefuseNewer(SqliteConnection connection, UpgradeEngine upgrade)
    {
        if (connection.ExecuteScalar<long>("SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = 'SchemaVersions'") == 0)
            return;
        var known = upgrade.GetDiscoveredScripts().Select(script => script.Name).ToHashSet(StringComparer.Ordinal);
        if (connection.Query<string>("SELECT ScriptName FROM SchemaVersions ORDER BY ScriptName").FirstOrDefault(name => !known.Contains(name)) is { } unknown)
            throw new InvalidDataException($"it was written by a newer version of this program, which knows \"{unknown}\". Nothing was changed; start it with that version.");
    }

    /// <summary>A whole copy before anything is changed, under its name only once it is whole and on disk; a new store has nothing to copy.</summary>
    private void Backup(SqliteConnection connection, DataFolder folder)
    {
        if (connection.ExecuteScalar<long>("SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = 'unit'") == 0)
            return;
        DataFolder.CreateOwn(folder.Backups);
        var file = Path.Combine(folder.Backups, $"before-migration-{clock.GetUtcNow():yyyyMMdd'T'HHmmssfff}.db");
        var aside = $"{file}.part";
        connection.Execute("VACUUM INTO @aside", new { aside });
        using (var stream = new FileStream(aside, FileMode.Open, FileAccess.ReadWrite))
            stream.Flush(flushToDisk: true);
        File.Move(aside, file);
        FolderFlush.Flush(folder.Backups);
        // What a broken copy before left is a copy of nothing.
        foreach (var broken in Directory.EnumerateFiles(folder.Backups, "before-migration-*.db.part"))
            File.Delete(broken);
    }
}
