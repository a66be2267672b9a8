using System.Security.Cryptography;

namespace WideLever.Storage;

/// <summary>
/// Photos in the data folder, each stored once under the SHA-256 of its bytes, with a small picture of it beside. Files that are not certainly ours
/// are never touched, and links never followed.
/// </summary>
public sealed class PhotoFiles
{
    /// <summary>How long a photo that nothing names is kept aside.</summary>
    public static readonly TimeSpan KeptAside = TimeSpan.FromDays(56);

    // A write that is under way is not a broken one.
    private static readonly TimeSpan Broken = TimeSpan.FromDays(1);

    private readonly DataFolder folder;
    private readonly TimeProvider clock;

    /// <summary>The photos of a data folder.</summary>
    /// <exception cref="InvalidDataException">What stands in their place is a link or no folder.</exception>
    public PhotoFiles(DataFolder folder, TimeProvider clock)
    {
        (this.folder, this.clock) = (folder, clock);
        foreach (var path in (string[])[folder.Photos, folder.Thumbnails, folder.PhotosAside])
        {
            if (new FileInfo(path).LinkTarget is not null)
                throw new InvalidDataException($"{path} is a link to somewhere else. Photos are kept in the data folder itself: take the link away, then start again.");
            if (File.Exists(path))
                throw new InvalidDataException($"{path} is a file, where a folder of photos has to be. Move it away, then start again.");
        }
    }

    /// <summary>Keeps the bytes of a photo and its small picture: on disk, whole, before this returns.</summary>
    /// <returns>SHA-256 of the bytes, 64 digits 0-9 and a-f.</returns>
    public string Keep(ReadOnlySpan<byte> bytes, ReadOnlySpan<byte> thumbnail)
    {
        var digest = Documents.DigestOf(bytes);
        Keep(folder.Photos, digest, bytes);
        KeepThumbnail(digest, thumbnail);
        return digest;
    }

    /// <summary>Keeps the small picture of a photo.</summary>
    public void KeepThumbnail(string digest, ReadOnlySpan<byte> thumbnail) => Keep(folder.Thumbnails, digest, thumbnail);

    private void Keep(string root, string digest, ReadOnlySpan<byte> bytes)
    {
        var file = PathIn(root, digest);
        var near = Path.GetDirectoryName(file)!;
        DataFolder.CreateOwn(near);
        if (!File.Exists(file))
            Write(bytes, file);
        // Also where another request wrote it a moment ago: its name may not be on the disk yet.
        foreach (var path in (string[])[near, root, folder.Path])
            FolderFlush.Flush(path);
    }

    /// <summary>Written aside, flushed and renamed, so that a photo is whole or not there.</summary>
    private static void Write(ReadOnlySpan<byte> bytes, string file)
    {
        var aside = $"{file}.{RandomNumberGenerator.GetHexString(16, lowercase: true)}.part";
        try
        {
            using (var stream = new FileStream(aside, FileMode.CreateNew, FileAccess.Write))
            {
                stream.Write(bytes);
                stream.Flush(flushToDisk: true);
            }
            File.Move(aside, file, overwrite: true);
        }
        catch (IOException)
        {
            // On a full disk the half of it would take the little room there is.
            File.Delete(aside);
            throw;
        }
    }

    /// <summary>The bytes under a digest, or null; one that was set aside and is named again comes back.</summary>
    /// <exception cref="ArgumentException">The text is no digest.</exception>
    public byte[]? Read(string digest) => ReadFile(PathIn(folder.Photos, digest)) ?? ReadFile(PathIn(folder.PhotosAside, digest));

    /// <summary>The small picture of a photo, or null: none was made of it yet.</summary>
    /// <exception cref="ArgumentException">The text is no digest.</exception>
    public byte[]? ReadThumbnail(string digest) => ReadFile(PathIn(folder.Thumbnails, digest));

    private static byte[]? ReadFile(string file)
    {
        var info = new FileInfo(file);
        return info is { Exists: true, LinkTarget: null } ? File.ReadAllBytes(file) : null;
    }

    /// <summary>
    /// Sets photos aside that no document ever named, brings back those that one names again, deletes what lay aside for <see cref="KeptAside"/>
    /// and what a broken write left. Every other file stays where it is.
    /// </summary>
    /// <param name="named">SHA-256 of every photo that a document ever named.</param>
    /// <param name="cancellation">Ends it early.</param>
    /// <returns>How many photos were set aside.</returns>
    public int Tidy(IReadOnlySet<string> named, CancellationToken cancellation = default)
    {
        var now = clock.GetUtcNow().UtcDateTime;
        foreach (var file in Ours(folder.PhotosAside, cancellation))
        {
            if (named.Contains(file.Name))
                Move(file, folder.Photos, null);
            else if (IsDigest(file.Name) && now - file.LastWriteTimeUtc > KeptAside)
                file.Delete();
        }
        var aside = 0;
        foreach (var root in (string[])[folder.Photos, folder.Thumbnails])
        {
            foreach (var file in Ours(root, cancellation))
            {
                // Younger than the tidying is what a request is keeping right now.
                if (IsDigest(file.Name) && !named.Contains(file.Name) && now - file.LastWriteTimeUtc > Broken)
                {
                    if (root == folder.Thumbnails)
                        file.Delete();
                    else
                        Move(file, folder.PhotosAside, now);
                    aside += root == folder.Photos ? 1 : 0;
                }
                else if (IsBrokenWrite(file.Name) && now - file.LastWriteTimeUtc > Broken)
                {
                    file.Delete();
                }
            }
        }
        return aside;
    }

    private static void Move(FileInfo file, string root, DateTime? at)
    {
        var target = PathIn(root, file.Name);
        DataFolder.CreateOwn(Path.GetDirectoryName(target)!);
        file.MoveTo(target, overwrite: true);
        if (at is { } time)
            File.SetLastWriteTimeUtc(target, time);
    }

    /// <summary>The files at our own depth alone: in a folder of two digits, no links among them.</summary>
    private static IEnumerable<FileInfo> Ours(string root, CancellationToken cancellation)
    {
        var top = new DirectoryInfo(root);
        if (top is not { Exists: true, LinkTarget: null })
            yield break;
        foreach (var near in top.EnumerateDirectories().Where(near => near is { LinkTarget: null, Name.Length: 2 } && near.Name.All(char.IsAsciiHexDigitLower)))
        {
            cancellation.ThrowIfCancellationRequested();
            foreach (var file in near.EnumerateFiles().Where(file => file.LinkTarget is null && file.Name.StartsWith(near.Name, StringComparison.Ordinal)))
                yield return file;
        }
    }

    private static string PathIn(string root, string digest) => IsDigest(digest)
        ? Path.Combine(root, digest[..2], digest)
        : throw new ArgumentException("is no SHA-256 in lower-case digits", nameof(digest));

    /// <summary>The bytes of a photo of a data folder that nobody has to hold, or null.</summary>
    /// <exception cref="ArgumentException">The text is no digest.</exception>
    public static byte[]? ReadFrom(string dataFolder, string digest) => ReadFile(PathIn(Path.Combine(dataFolder, "photos"), digest)) ?? ReadFile(PathIn(Path.Combine(dataFolder, "photos-aside"), digest));

    /// <summary>The digests of the photos that lie in a data folder.</summary>
    internal static IEnumerable<string> DigestsIn(string dataFolder) => Ours(Path.Combine(dataFolder, "photos"), CancellationToken.None).Select(file => file.Name).Where(IsDigest);

    internal static bool IsDigest(string text) => text.Length == 64 && text.All(char.IsAsciiHexDigitLower);

    private static bool IsBrokenWrite(string name) =>
        name.Length == 64 + 1 + 16 + 5 && IsDigest(name[..64]) && name[64] == '.' && name[65..81].All(char.IsAsciiHexDigitLower) && name.EndsWith(".part", StringComparison.Ordinal);
}
