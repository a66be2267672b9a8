using System.Security.Cryptography;

namespace WideLever.Storage;

/// <summary>Photos in the data folder, each stored once under the SHA-256 of its bytes.</summary>
public sealed class PhotoFiles(DataFolder folder)
{
    /// <summary>Keeps the bytes of a photo: on disk, whole, before this returns.</summary>
    /// <returns>SHA-256 of the bytes, 64 digits 0-9 and a-f.</returns>
    public string Keep(ReadOnlySpan<byte> bytes)
    {
        var digest = Store.DigestOf(bytes);
        var file = PathOf(digest);
        var near = Path.GetDirectoryName(file)!;
        Directory.CreateDirectory(near);
        if (!File.Exists(file))
            Write(bytes, file);
        // Also where another request wrote it a moment ago: its name may not be on the disk yet.
        foreach (var path in (string[])[near, folder.Photos, folder.Path])
            FolderFlush.Flush(path);
        return digest;
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

    /// <summary>The bytes under a digest, or null.</summary>
    /// <exception cref="ArgumentException">The text is no digest.</exception>
    public byte[]? Read(string digest)
    {
        var file = PathOf(digest);
        return File.Exists(file) ? File.ReadAllBytes(file) : null;
    }

    /// <summary>Deletes photos that no document ever held, and what a broken write left.</summary>
    /// <param name="store">Knows what documents hold.</param>
    /// <returns>How many files went.</returns>
    public int Sweep(Store store)
    {
        if (!Directory.Exists(folder.Photos))
            return 0;
        var swept = 0;
        foreach (var file in Directory.EnumerateFiles(folder.Photos, "*", SearchOption.AllDirectories))
        {
            if (IsDigest(Path.GetFileName(file)) && store.EverHeld(Path.GetFileName(file)))
                continue;
            File.Delete(file);
            swept++;
        }
        return swept;
    }

    private string PathOf(string digest) => IsDigest(digest)
        ? Path.Combine(folder.Photos, digest[..2], digest)
        : throw new ArgumentException("is no SHA-256 in lower-case digits", nameof(digest));

    private static bool IsDigest(string text) => text.Length == 64 && text.All(char.IsAsciiHexDigitLower);
}
