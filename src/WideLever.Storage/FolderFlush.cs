using System.Runtime.InteropServices;

namespace WideLever.Storage;

/// <summary>Flushes a folder to the disk, so that a name in it outlasts a loss of power; the framework opens no folders.</summary>
internal static partial class FolderFlush
{
    private const int ReadOnly = 0;

    /// <summary>Flushes a folder and waits for it.</summary>
    /// <exception cref="IOException">The folder cannot be opened or flushed.</exception>
    public static void Flush(string folder)
    {
        var handle = Open(folder, ReadOnly);
        if (handle < 0)
            throw new IOException($"the folder {folder} cannot be opened to flush it: error {Marshal.GetLastPInvokeError()}");
        try
        {
            if (Fsync(handle) != 0)
                throw new IOException($"the folder {folder} cannot be flushed: error {Marshal.GetLastPInvokeError()}");
        }
        finally
        {
            _ = Close(handle);
        }
    }

    [LibraryImport("libc", EntryPoint = "open", SetLastError = true, StringMarshalling = StringMarshalling.Utf8)]
    private static partial int Open(string path, int flags);

    [LibraryImport("libc", EntryPoint = "fsync", SetLastError = true)]
    private static partial int Fsync(int handle);

    [LibraryImport("libc", EntryPoint = "close", SetLastError = true)]
    private static partial int Close(int handle);
}
