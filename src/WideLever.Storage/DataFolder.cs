using System.Security.Cryptography;
using Microsoft.Data.Sqlite;

namespace WideLever.Storage;

/// <summary>The folder that holds everything a server keeps. Only one server at a time holds it.</summary>
public sealed partial class DataFolder : IDisposable
{
    private readonly FileStream hold;

    private DataFolder(string path, FileStream hold, string? token)
    {
        Path = path;
        this.hold = hold;
        Token = ReadToken(token);
        KeepPrivate();
    }

    /// <summary>The folder.</summary>
    public string Path { get; }

    /// <summary>The database file.</summary>
    public string Database => System.IO.Path.Combine(Path, "wide-lever.db");

    /// <summary>Where backups go before a migration.</summary>
    public string Backups => System.IO.Path.Combine(Path, "backups");

    /// <summary>Where photos lie.</summary>
    public string Photos => System.IO.Path.Combine(Path, "photos");

    /// <summary>Where small pictures of photos lie.</summary>
    public string Thumbnails => System.IO.Path.Combine(Path, "thumbnails");

    /// <summary>Where photos lie that nothing names, for some weeks.</summary>
    public string PhotosAside => System.IO.Path.Combine(Path, "photos-aside");

    /// <summary>What a script or device must show to change anything.</summary>
    public string Token { get; }

    /// <summary>Takes hold of a folder, which is made if it is not there.</summary>
    /// <exception cref="DataFolderHeldException">Another server holds it.</exception>
    /// <exception cref="IOException">It cannot be made or written to; <see cref="UnauthorizedAccessException"/> where it may not be.</exception>
    /// <param name="path">The folder.</param>
    /// <param name="token">The token of a new folder; null: one of its own.</param>
    public static DataFolder Hold(string path, string? token = null)
    {
        var whole = System.IO.Path.GetFullPath(path);
        CreateOwn(whole);
        try
        {
            return new DataFolder(whole, new FileStream(System.IO.Path.Combine(whole, "held"), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None), token);
        }
        catch (IOException exception) when (exception is not FileNotFoundException and not DirectoryNotFoundException && !IsNoRoom(exception))
        {
            throw new DataFolderHeldException(whole, exception);
        }
    }

    /// <summary>Whether an exception says that the disk is full, or cannot be written to.</summary>
    public static bool IsNoRoom(Exception exception) => exception switch
    {
        // SQLITE_READONLY, SQLITE_IOERR, SQLITE_FULL, SQLITE_CANTOPEN.
        SqliteException sqlite => sqlite.SqliteErrorCode is 8 or 10 or 13 or 14,
        // ENOSPC and EROFS.
        IOException disk => (disk.HResult & 0xFFFF) is 28 or 30,
        _ => false,
    };

    /// <summary>Makes a folder, with those on the way to it, for its owner alone.</summary>
    internal static void CreateOwn(string path)
    {
        if (OperatingSystem.IsWindows())
            Directory.CreateDirectory(path);
        else
            Directory.CreateDirectory(path, OwnersFolder);
    }

    /// <summary>
    /// What is ours in the folder is for its owner alone, also where it was made before it was kept so; the folder itself may be one of the user's own
    /// choosing and stays as it is.
    /// </summary>
    internal void KeepPrivate()
    {
        if (OperatingSystem.IsWindows())
            return;
        foreach (var inner in (string[])[Photos, Thumbnails, PhotosAside, Backups])
        {
            // A link may lead to what is not ours.
            if (new DirectoryInfo(inner) is { Exists: true, LinkTarget: null })
                File.SetUnixFileMode(inner, OwnersFolder);
        }
        foreach (var file in (string[])[Database, $"{Database}-wal", $"{Database}-shm", System.IO.Path.Combine(Path, "token"), System.IO.Path.Combine(Path, "held")])
        {
            if (new FileInfo(file) is { Exists: true, LinkTarget: null })
                File.SetUnixFileMode(file, OwnersFile);
        }
    }

    /// <summary>Makes the folder of backups, for its owner alone.</summary>
    public void CreateBackups()
    {
        CreateOwn(Backups);
        KeepPrivate();
    }

    /// <summary>A new, empty folder beside another, for its owner alone.</summary>
    public static string Beside(string path, string name)
    {
        var beside = $"{path}.{name}";
        if (Directory.Exists(beside))
            throw new IOException($"{beside} is there already.");
        CreateOwn(beside);
        return beside;
    }

    /// <summary>Lets two folders of one disk change places in one step; the old one then has a name of its own.</summary>
    /// <returns>Where the old one lies.</returns>
    /// <exception cref="IOException">They cannot change places: nothing was changed.</exception>
    public static string Swap(string fresh, string path, string aside)
    {
        const int AtWorkingFolder = -100, Exchange = 2;
        if (RenameAt(AtWorkingFolder, fresh, AtWorkingFolder, path, Exchange) != 0)
            throw new IOException($"{path} and what was restored beside it could not change places: error {System.Runtime.InteropServices.Marshal.GetLastPInvokeError()}. Nothing was changed.");
        FolderFlush.Flush(System.IO.Path.GetDirectoryName(path)!);
        Directory.Move(fresh, aside);
        FolderFlush.Flush(System.IO.Path.GetDirectoryName(path)!);
        return aside;
    }

    /// <summary>Gives a folder the name that no other has.</summary>
    public static void MoveInto(string fresh, string path)
    {
        Directory.Move(fresh, path);
        FolderFlush.Flush(System.IO.Path.GetDirectoryName(path)!);
    }

    [System.Runtime.InteropServices.LibraryImport("libc", EntryPoint = "renameat2", SetLastError = true, StringMarshalling = System.Runtime.InteropServices.StringMarshalling.Utf8)]
    private static partial int RenameAt(int fromFolder, string from, int toFolder, string to, uint flags);

    private const UnixFileMode OwnersFile = UnixFileMode.UserRead | UnixFileMode.UserWrite;

    private const UnixFileMode OwnersFolder = OwnersFile | UnixFileMode.UserExecute;

    /// <inheritdoc/>
    public void Dispose() => hold.Dispose();

    private string ReadToken(string? given)
    {
        var file = System.IO.Path.Combine(Path, "token");
        if (File.Exists(file) && File.ReadAllText(file).Trim() is { Length: >= 32 } token)
            return token;
        var fresh = given ?? Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(32));
        var options = new FileStreamOptions { Mode = FileMode.Create, Access = FileAccess.Write };
        if (!OperatingSystem.IsWindows())
            options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        using var writer = new StreamWriter(file, options);
        writer.Write(fresh);
        return fresh;
    }
}

/// <summary>Another server holds the data folder.</summary>
/// <param name="path">The folder.</param>
/// <param name="inner">What the file system said.</param>
public sealed class DataFolderHeldException(string path, Exception inner)
    : Exception($"Another server holds the data folder {path}; stop it, or name another folder with --data.", inner);
