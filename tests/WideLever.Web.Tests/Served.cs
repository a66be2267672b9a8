using System.Diagnostics;
using System.Net.Http.Headers;

namespace WideLever.Web.Tests;

/// <summary>The program as a process of its own.</summary>
internal static class Served
{
    public static Process Start(params string[] arguments)
    {
        // A shell's background job ignores Ctrl C, and so would its children: the program is started as from a terminal.
        var start = new ProcessStartInfo("env", ["--default-signal=INT", "dotnet", Path.Combine(AppContext.BaseDirectory, "WideLever.Web.dll"), .. arguments])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        return Process.Start(start)!;
    }

    public static Task ExitAsync(Process process) => process.WaitForExitAsync().WaitAsync(TimeSpan.FromMinutes(5));

    /// <summary>Starts it and waits until it serves.</summary>
    public static async Task<(Process Process, Uri Address)> ServeAsync(params string[] arguments)
    {
        var process = Start(arguments);
        while (await process.StandardOutput.ReadLineAsync().WaitAsync(TimeSpan.FromMinutes(5)) is { } line)
        {
            if (line.StartsWith("Wide Lever is at ", StringComparison.Ordinal))
                return (process, new Uri(line["Wide Lever is at ".Length..]));
        }
        throw new InvalidOperationException(await process.StandardError.ReadToEndAsync());
    }

    /// <summary>A window of a script, which shows the data folder's token.</summary>
    public static HttpClient Window(Uri address, string token, string id)
    {
        var client = new HttpClient { BaseAddress = address, Timeout = TimeSpan.FromMinutes(5) };
        client.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", token);
        client.DefaultRequestHeaders.Add("X-Window", id);
        return client;
    }
}
