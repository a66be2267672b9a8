using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Benching;
using WideLever.Core.StepLines;
using WideLever.House;
using WideLever.Storage;
using WideLever.Web.Bench;
using WideLever.Web.Hosting;

namespace WideLever.Web.Devices;

/// <summary>A press of a pedal's button.</summary>
public sealed record PedalPress
{
    /// <summary>Which button, 1 to 3.</summary>
    public required int Button { get; init; }

    /// <summary>How long it was held.</summary>
    public KeyPress Press { get; init; }
}

/// <summary>What became of a press.</summary>
/// <param name="Command">The command that the house's key map gives it; null: none.</param>
public sealed record PedalAnswer(BenchCommand? Command);

/// <summary>The keys of the house.</summary>
/// <param name="Bindings">Each key with its command.</param>
public sealed record KeyBindings(IReadOnlyList<KeyBinding> Bindings);

/// <summary>Devices of the bench, their keys, and the news that open windows listen to.</summary>
public static class DeviceEndpoints
{
    private const string KeysSetting = "keys";

    /// <summary>Maps the endpoints.</summary>
    public static void MapDevices(this RouteGroupBuilder api)
    {
        api.MapPost("/devices/pedal", Press).WithName("pressPedal").Accepts<PedalPress>("application/json").ProducesEdit().Produces<Problem>(403, "application/problem+json");
        api.MapGet("/settings/keys", (HttpResponse response, Store store) => response.Setting(store, KeysSetting, Keys(store))).WithName("getKeys");
        api.MapPut("/settings/keys", PutKeys).WithName("putKeys").Accepts<KeyBindings>("application/json").ProducesEdit();
        api.MapGet("/settings/words", (HttpResponse response, Store store) => response.Setting(store, TaughtWords.Setting, HouseSetting.Of<TaughtWords>(store, TaughtWords.Setting) ?? new([]))).WithName("getWords");
        api.MapPut("/settings/words", PutWords).WithName("putWords").Accepts<TaughtWords>("application/json").ProducesEdit();
        api.MapPost("/news/hidden", Hide).WithName("hideWindow").ProducesEdit();
        api.MapGet("/news", Listen).WithName("listen").ExcludeFromDescription();
    }

    private static Results<Ok<PedalAnswer>, JsonHttpResult<Problem>> Press(EditRequest request, DataFolder folder, Store store, News news)
    {
        if (!Guard.ShowsToken(request.Http, folder))
            return Problems.Forbidden("A device must show the data folder's token.");
        var (press, problem) = request.Json<PedalPress>();
        if (press is null)
            return problem!;
        if (press.Button is < 1 or > 3)
            return Problems.Faulty([new("button", "must be 1, 2 or 3")]);
        var key = $"Pedal{press.Button}";
        if (!news.TellAttended(new(NewsKind.Pedal, $"{key} {press.Press.Word()}", "pedal")))
            return Problems.Conflict("No bench is open in a window: nothing was done.");
        return TypedResults.Ok(new PedalAnswer(Keys(store).Bindings.FirstOrDefault(binding => binding.Key == key && binding.Press == press.Press)?.Command));
    }

    private static KeyBindings Keys(Store store) =>
        HouseSetting.Of<KeyBindings>(store, KeysSetting) ?? new(KeyMap.Default);

    private static Results<Ok<KeyBindings>, JsonHttpResult<Problem>> PutKeys(EditRequest request, Desk desk, Store store)
    {
        var (keys, problem) = request.Json<KeyBindings>();
        if (keys is null)
            return problem!;
        if (keys.Bindings is null)
            return Problems.Faulty([new("bindings", "is required")]);
        var faults = KeyMap.Faults(keys.Bindings);
        return faults.Count > 0
            ? Problems.Faulty([.. faults.Select(fault => fault with { At = $"bindings{fault.At}" })])
            : request.Set(desk, store, KeysSetting, keys);
    }

    private static Results<Ok<TaughtWords>, JsonHttpResult<Problem>> PutWords(EditRequest request, Desk desk, Store store)
    {
        var (words, problem) = request.Json<TaughtWords>();
        if (words is null)
            return problem!;
        if (words.Words is null || words.Words.Any(word => word?.Word is null || word.Means is null))
            return Problems.Faulty([new("words", "is required, each with word and means")]);
        var faults = HouseWords.Faults(words.Words);
        return faults.Count > 0
            ? Problems.Faulty([.. faults.Select(fault => fault with { At = $"words{fault.At}" })])
            : request.Set(desk, store, TaughtWords.Setting, words);
    }

    private static NoContent Hide(HttpRequest request, bool resting, double at, News news)
    {
        news.Hide(RequestBody.WindowId(request), resting, at);
        return TypedResults.NoContent();
    }

    private static Results<ServerSentEventsResult<string>, JsonHttpResult<Problem>> Listen(
        string? window, News news, IHostApplicationLifetime lifetime, HttpContext context)
    {
        // A page from elsewhere could not read the news, but it would take the pedal's presses.
        if (context.Request.Headers["Sec-Fetch-Site"].ToString() is not ("" or "same-origin"))
            return Problems.Forbidden("The news is for this program's own page.");
        // An open window must not keep a server that is told to stop.
        return TypedResults.ServerSentEvents(EventsAsync(news, window ?? "", lifetime.ApplicationStopping, context.RequestAborted));
    }

    private static async IAsyncEnumerable<SseItem<string>> EventsAsync(
        News news, string window, CancellationToken stopping, [EnumeratorCancellation] CancellationToken aborted)
    {
        using var either = CancellationTokenSource.CreateLinkedTokenSource(stopping, aborted);
        yield return new SseItem<string>("", "ready");
        await using var tidings = news.ListenAsync(window, either.Token).GetAsyncEnumerator(either.Token);
        while (await NextAsync(tidings))
            yield return new SseItem<string>($"{tidings.Current.About}\n{tidings.Current.WindowId}", tidings.Current.Kind.Word());
    }

    private static async Task<bool> NextAsync(IAsyncEnumerator<Tidings> tidings)
    {
        try
        {
            return await tidings.MoveNextAsync();
        }
        catch (OperationCanceledException)
        {
            // The window went away or the server stops: the stream ends.
            return false;
        }
    }
}
