using System.Buffers;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;
using Dapper;
using Microsoft.Data.Sqlite;

namespace WideLever.Storage;

/// <summary>A file of a backup.</summary>
/// <param name="Name">Its name in the backup: <c>wide-lever.db</c>, or <c>photos/</c> and a digest.</param>
/// <param name="Size">Bytes.</param>
/// <param name="Sha256">SHA-256 of them, 64 digits 0-9 and a-f.</param>
public sealed record BackupEntry(string Name, long Size, string Sha256);

/// <summary>What a backup says of itself: its file <c>manifest.json</c>. <c>docs/backup.md</c>.</summary>
/// <param name="Format">Always <c>wide-lever/backup</c>.</param>
/// <param name="Version">The form of the backup, 1.</param>
/// <param name="MadeAt">When, UTC.</param>
/// <param name="Schema">The migrations that its database has had, by name.</param>
/// <param name="Units">Units in it, on the shelf and off it.</param>
/// <param name="Missing">SHA-256 of photos that a record names and that were not in the folder, or damaged there.</param>
/// <param name="Files">Its files.</param>
public sealed record BackupManifest(string Format, int Version, string MadeAt, IReadOnlyList<string> Schema, int Units, IReadOnlyList<string> Missing, IReadOnlyList<BackupEntry> Files)
{
    /// <summary>Photos in it.</summary>
    public int Photos => Files.Count(file => file.Name != Backup.DatabaseName);
}

/// <summary>
/// A whole data folder in one ZIP file: the database as it stood at one moment, copied by SQLite while others write, every photo that a record names or
/// ever named, and a manifest with the digest of each. Rubrics, settings, history and what is off the shelf lie in the database.
/// <c>docs/backup.md</c>.
/// </summary>
public static class Backup
{
    /// <summary>The database in a backup.</summary>
    public const string DatabaseName = "wide-lever.db";

    /// <summary>The manifest.</summary>
    public const string ManifestName = "manifest.json";

    /// <summary>The form of a backup.</summary>
    public const string Format = "wide-lever/backup";

    internal const int Version = 1;
    private const long LongestManifest = 64L * 1024 * 1024;
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { WriteIndented = true };

    /// <summary>Backs a data folder up into a file, which is there whole or not at all. A server may use the folder meanwhile.</summary>
    /// <param name="dataFolder">The data folder.</param>
    /// <param name="file">The file to make.</param>
    /// <param name="now">When that is.</param>
    /// <param name="progress">Told of photos done, and of how many.</param>
    /// <param name="cancellation">Ends it early; then there is no file.</param>
    /// <exception cref="IOException">The file is there already, or cannot be written.</exception>
    /// <exception cref="InvalidDataException">There is no data in the folder.</exception>
    public static BackupManifest Make(string dataFolder, string file, DateTimeOffset now, Action<int, int>? progress = null, CancellationToken cancellation = default)
    {
        var database = DatabaseOf(dataFolder);
        var whole = Path.GetFullPath(file);
        if (File.Exists(whole) || Directory.Exists(whole))
            throw new IOException($"{whole} is there already: name another file.");
        var (part, copy) = ($"{whole}.part", $"{whole}.part.db");
        try
        {
            Copy(database, copy);
            var manifest = Write(copy, dataFolder, part, now, progress, cancellation);
            File.Move(part, whole);
            FolderFlush.Flush(Path.GetDirectoryName(whole)!);
            return manifest;
        }
        finally
        {
            foreach (var left in (string[])[part, copy, $"{copy}-wal", $"{copy}-shm", $"{copy}-journal"])
                File.Delete(left);
        }
    }

    /// <summary>Copies the database of a data folder as it stands into another folder; a server may use it meanwhile.</summary>
    /// <exception cref="InvalidDataException">There is no data in the folder.</exception>
    public static void CopyDatabase(string dataFolder, string into) => Copy(DatabaseOf(dataFolder), Path.Combine(into, DatabaseName));

    private static string DatabaseOf(string dataFolder) => Path.Combine(dataFolder, DatabaseName) is var database && File.Exists(database) ? database : throw new InvalidDataException($"There is no data in {dataFolder}.");

    /// <summary>The database as it stands now, in a file of its own, with nothing left to carry over.</summary>
    private static void Copy(string database, string copy)
    {
        File.Delete(copy);
        // What is beside the backup is for its owner alone as well.
        using (var made = new FileStream(copy, OwnersFile(FileMode.CreateNew)))
            made.Flush();
        // Not of the pool: they are closed when they are left.
        using var from = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = database, Mode = SqliteOpenMode.ReadWrite, Pooling = false, DefaultTimeout = 30 }.ToString());
        using var to = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = copy, Pooling = false }.ToString());
        from.Open();
        to.Open();
        from.BackupDatabase(to);
        to.Execute("PRAGMA journal_mode = DELETE");
    }

    private static BackupManifest Write(string copy, string dataFolder, string part, DateTimeOffset now, Action<int, int>? progress, CancellationToken cancellation)
    {
        List<string> named, schema;
        int units;
        using (var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = copy, Mode = SqliteOpenMode.ReadOnly, Pooling = false }.ToString()))
        {
            connection.Open();
            schema = connection.Query<string>("SELECT ScriptName FROM SchemaVersions ORDER BY ScriptName").AsList();
            units = connection.ExecuteScalar<int>("SELECT count(*) FROM unit");
            // Earlier folders kept no list of photos: then every one that lies there is taken.
            named = connection.ExecuteScalar<long>("SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = 'photo'") == 1
                ? connection.Query<string>("SELECT sha256 FROM photo ORDER BY sha256").AsList()
                : [.. PhotoFiles.DigestsIn(dataFolder).Order(StringComparer.Ordinal)];
        }
        var (files, missing) = (new List<BackupEntry>(), new List<string>());
        using var stream = new FileStream(part, OwnersFile(FileMode.Create));
        BackupManifest manifest;
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            using (var database = new FileStream(copy, FileMode.Open, FileAccess.Read))
                files.Add(Put(zip, DatabaseName, CompressionLevel.Fastest, database, cancellation));
            for (var i = 0; i < named.Count; i++)
            {
                cancellation.ThrowIfCancellationRequested();
                if (PhotoFiles.ReadFrom(dataFolder, named[i]) is { } bytes && Documents.DigestOf(bytes) == named[i])
                    files.Add(Put(zip, $"photos/{named[i]}", CompressionLevel.NoCompression, new MemoryStream(bytes), cancellation));
                else
                    missing.Add(named[i]);
                progress?.Invoke(i + 1, named.Count);
            }
            manifest = new(Format, Version, now.UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", System.Globalization.CultureInfo.InvariantCulture), schema, units, missing, files);
            using var entry = zip.CreateEntry(ManifestName, CompressionLevel.Fastest).Open();
            JsonSerializer.Serialize(entry, manifest, Json);
        }
        stream.Flush(flushToDisk: true);
        return manifest;
    }

    private static BackupEntry Put(ZipArchive zip, string name, CompressionLevel level, Stream from, CancellationToken cancellation)
    {
        using var to = zip.CreateEntry(name, level).Open();
        var (size, digest) = Pour(from, to, long.MaxValue, cancellation);
        return new(name, size, digest);
    }

    /// <summary>Copies a stream and tells its length and SHA-256.</summary>
    /// <exception cref="InvalidDataException">It is longer than it may be.</exception>
    private static (long Size, string Digest) Pour(Stream from, Stream to, long most, CancellationToken cancellation)
    {
        using var digest = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var buffer = ArrayPool<byte>.Shared.Rent(1 << 17);
        try
        {
            long size = 0;
            for (int read; (read = from.Read(buffer)) > 0;)
            {
                cancellation.ThrowIfCancellationRequested();
                size += read;
                if (size > most)
                    throw new InvalidDataException("is longer than its manifest says");
                digest.AppendData(buffer, 0, read);
                to.Write(buffer, 0, read);
            }
            return (size, Convert.ToHexStringLower(digest.GetHashAndReset()));
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(buffer);
        }
    }

    /// <summary>Reads a backup whole and puts what it holds into an empty folder, each file as its manifest says.</summary>
    /// <param name="file">The backup.</param>
    /// <param name="folder">The folder, which is there and empty; null: it is only read.</param>
    /// <param name="cancellation">Ends it early.</param>
    /// <exception cref="InvalidDataException">It is no backup, of a newer version, or damaged: what and where.</exception>
    public static BackupManifest Read(string file, string? folder, CancellationToken cancellation = default)
    {
        using var zip = Open(file);
        var manifest = Manifest(zip, file);
        var entries = zip.Entries.GroupBy(entry => entry.FullName, StringComparer.Ordinal).ToDictionary(group => group.Key, group => group.ToList(), StringComparer.Ordinal);
        foreach (var said in manifest.Files)
        {
            cancellation.ThrowIfCancellationRequested();
            if (said.Name != DatabaseName && !(said.Name.StartsWith("photos/", StringComparison.Ordinal) && PhotoFiles.IsDigest(said.Name["photos/".Length..])))
                throw new InvalidDataException($"{file}: a file \"{said.Name}\" belongs to no backup.");
            if (said.Name != DatabaseName && said.Name["photos/".Length..] != said.Sha256)
                throw new InvalidDataException($"{file}: {said.Name} is said to have other bytes than its name.");
            if (!entries.TryGetValue(said.Name, out var found) || found.Count != 1)
                throw new InvalidDataException($"{file}: {said.Name} is {(found is null ? "missing" : "there twice")}.");
            string? target = null;
            if (folder is not null)
            {
                target = said.Name == DatabaseName ? Path.Combine(folder, DatabaseName) : Path.Combine(folder, "photos", said.Sha256[..2], said.Sha256);
                DataFolder.CreateOwn(Path.GetDirectoryName(target)!);
            }
            try
            {
                using var from = found[0].Open();
                using Stream to = target is null ? Stream.Null : new FileStream(target, OwnersFile(FileMode.CreateNew));
                var (size, digest) = Pour(from, to, said.Size, cancellation);
                if (size != said.Size || digest != said.Sha256)
                    throw new InvalidDataException($"{file}: {said.Name} is damaged: its bytes are not those that its manifest says.");
                if (to is FileStream kept)
                    kept.Flush(flushToDisk: true);
            }
            catch (InvalidDataException exception) when (!exception.Message.StartsWith(file, StringComparison.Ordinal))
            {
                throw new InvalidDataException($"{file}: {said.Name} is damaged: {exception.Message}", exception);
            }
        }
        if (!manifest.Files.Any(said => said.Name == DatabaseName))
            throw new InvalidDataException($"{file}: there is no database in it.");
        if (folder is not null)
            FlushAll(folder);
        return manifest;
    }

    private static void FlushAll(string folder)
    {
        foreach (var inner in Directory.EnumerateDirectories(folder, "*", SearchOption.AllDirectories))
            FolderFlush.Flush(inner);
        FolderFlush.Flush(folder);
    }

    private static ZipArchive Open(string file)
    {
        ZipArchive? zip = null;
        try
        {
            zip = ZipFile.OpenRead(file);
            // The list of entries is read when it is first asked for.
            _ = zip.Entries;
            return zip;
        }
        catch (InvalidDataException exception)
        {
            zip?.Dispose();
            throw new InvalidDataException($"{file} is no backup, or not the whole of one: {exception.Message}", exception);
        }
    }

    private static BackupManifest Manifest(ZipArchive zip, string file)
    {
        if (zip.GetEntry(ManifestName) is not { Length: <= LongestManifest } entry)
            throw new InvalidDataException($"{file} is no backup of this program: it has no {ManifestName}.");
        BackupManifest? manifest;
        try
        {
            using var stream = entry.Open();
            manifest = JsonSerializer.Deserialize<BackupManifest>(stream, Json);
        }
        catch (Exception exception) when (exception is JsonException or InvalidDataException)
        {
            throw new InvalidDataException($"{file}: {ManifestName} cannot be read: {exception.Message}", exception);
        }
        return manifest is not { Format: Format, Files: not null, Schema: not null, Missing: not null } ? throw new InvalidDataException($"{file} is no backup of this program.")
            : manifest.Version > Version ? throw new InvalidDataException($"{file} was made by a newer version of this program; restore it with that version.")
            : manifest.Files.Any(said => said is not { Name: not null, Sha256: not null, Size: >= 0 }) ? throw new InvalidDataException($"{file}: {ManifestName} names a file without its size or digest.")
            : manifest;
    }

    private static FileStreamOptions OwnersFile(FileMode mode)
    {
        var options = new FileStreamOptions { Mode = mode, Access = FileAccess.Write };
        if (!OperatingSystem.IsWindows())
            options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        return options;
    }
}
