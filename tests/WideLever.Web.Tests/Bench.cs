using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Builder;
using WideLever.Storage;
using WideLever.Web.Hosting;

namespace WideLever.Web.Tests;

/// <summary>A real server on a free port over a fresh data folder, and a window that talks to it.</summary>
public sealed class Bench : IAsyncLifetime
{
    private DataFolder? folder;
    private WebApplication? app;

    public string Path { get; } = Directory.CreateTempSubdirectory("wide-lever-web-").FullName;

    public HttpClient Window { get; private set; } = new();

    public string Token => folder!.Token;

    public T Service<T>() where T : notnull => (T)app!.Services.GetService(typeof(T))!;

    /// <summary>The folder that the bench camera writes to; null: none.</summary>
    public string? WatchedFolder { get; init; }

    public Uri Address => new(app!.Urls.First());

    public async ValueTask InitializeAsync() => await StartAsync();

    public async ValueTask DisposeAsync()
    {
        await StopAsync();
        Directory.Delete(Path, recursive: true);
    }

    public async Task StartAsync()
    {
        folder = DataFolder.Hold(Path);
        app = WebHost.Build(0, folder, WatchedFolder);
        await app.StartAsync();
        Window = NewWindow("window-1");
    }

    public async Task StopAsync()
    {
        Window.Dispose();
        // What works behind the server ends with it.
        await app!.StopAsync();
        await app.DisposeAsync();
        folder!.Dispose();
    }

    public HttpClient NewWindow(string id)
    {
        var client = new HttpClient { BaseAddress = Address, Timeout = TimeSpan.FromMinutes(5) };
        client.DefaultRequestHeaders.Add("Origin", Address.GetLeftPart(UriPartial.Authority));
        client.DefaultRequestHeaders.Add("X-Window", id);
        return client;
    }

    public static string Example(string name) => File.ReadAllText(System.IO.Path.Combine(AppContext.BaseDirectory, "examples", $"{name}.json"));

    public static async Task<(HttpStatusCode Status, JsonNode? Body, HttpResponseMessage Response)> SendAsync(
        HttpClient window, HttpMethod method, string path, string? body = null, long? revision = null)
    {
        using var request = new HttpRequestMessage(method, path);
        if (body is not null)
            request.Content = new StringContent(body, Encoding.UTF8, "application/json");
        // Where a test is not about revisions any will do.
        if (revision is null && path.StartsWith("/api/settings/", StringComparison.Ordinal))
            request.Headers.IfMatch.Add(EntityTagHeaderValue.Any);
        if (revision is not null)
            request.Headers.IfMatch.Add(new EntityTagHeaderValue($"\"{revision}\""));
        var response = await window.SendAsync(request);
        var text = await response.Content.ReadAsStringAsync();
        return (response.StatusCode, text.StartsWith('{') || text.StartsWith('[') ? JsonNode.Parse(text) : null, response);
    }

    public Task<(HttpStatusCode Status, JsonNode? Body, HttpResponseMessage Response)> GetAsync(string path) => SendAsync(Window, HttpMethod.Get, path);

    public Task<(HttpStatusCode Status, JsonNode? Body, HttpResponseMessage Response)> PostAsync(string path, string? body = null, long? revision = null) =>
        SendAsync(Window, HttpMethod.Post, path, body, revision);

    /// <summary>The events of a stream, by name.</summary>
    public async Task<List<(string Name, JsonNode Data)>> StreamAsync(string path, string body)
    {
        using var answer = await Window.PostAsync(path, new StringContent(body, Encoding.UTF8, "application/json"));
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("text/event-stream");
        return
        [
            .. (await answer.Content.ReadAsStringAsync()).Split("\n\n", StringSplitOptions.RemoveEmptyEntries).Select(item => item.Split('\n'))
                .Select(lines => (lines.Single(line => line.StartsWith("event: ", StringComparison.Ordinal))[7..],
                    JsonNode.Parse(lines.Single(line => line.StartsWith("data: ", StringComparison.Ordinal))[6..])!)),
        ];
    }

    public async Task<string> ImportAsync(string example)
    {
        var (status, body, _) = await PostAsync("/api/records", Example(example));
        status.ShouldBe(HttpStatusCode.Created);
        return (string)body!["id"]!;
    }

    public static string[] Places(JsonNode? problem) => [.. problem!["faults"]!.AsArray().Select(fault => (string)fault!["at"]!)];
}
