namespace WideLever.Web.Commands;

/// <summary>Standard output of the commands that others read from.</summary>
internal static class Standard
{
    /// <summary>The exit code of a command that could not write.</summary>
    public const int NotWritten = 3;

    /// <summary>Runs what writes; where nobody reads on, or there is no room, that is said in a sentence and by the exit code.</summary>
    public static int Write(Func<Stream, int> write)
    {
        try
        {
            using var output = new BufferedStream(Console.OpenStandardOutput(), 65_536);
            var code = write(output);
            output.Flush();
            return code;
        }
        catch (Exception exception) when (exception is IOException or UnauthorizedAccessException)
        {
            Console.Error.WriteLine($"Standard output cannot be written to: {exception.Message}");
            return NotWritten;
        }
    }
}
