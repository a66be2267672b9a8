namespace WideLever.Core.Tests;

/// <summary>
/// Texts that were read by a person once and are to stay as they are: files in <c>golden</c>. With <c>WIDE_LEVER_GOLDEN=write</c> they are written
/// anew, to be read again in the diff.
/// </summary>
internal static class Golden
{
    public static void ShouldBe(string name, IEnumerable<string> lines)
    {
        var (text, path) = (string.Join('\n', lines) + "\n", Path.Combine(AppContext.BaseDirectory, "golden", name));
        if (Environment.GetEnvironmentVariable("WIDE_LEVER_GOLDEN") == "write")
            File.WriteAllText(Path.Combine(Source(), "golden", name), text);
        else
            text.ShouldBe(File.ReadAllText(path));
    }

    private static string Source([System.Runtime.CompilerServices.CallerFilePath] string here = "") => Path.GetDirectoryName(here)!;
}
