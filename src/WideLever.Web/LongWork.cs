using System.Collections.Concurrent;
using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Threading.Channels;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Interchange;

namespace WideLever.Web;

/// <summary>How far long work is.</summary>
/// <param name="Done">Done so far.</param>
/// <param name="Of">Of so many.</param>
public sealed record WorkProgress(long Done, long Of);

/// <summary>
/// Work that takes long enough for a person to watch: its answer is a stream of server-sent events, <c>progress</c> again and again, then
/// one <c>result</c> or <c>problem</c>. It ends when its page goes away; one of a kind runs at a time, and a window's new one ends its old.
/// </summary>
public sealed class LongWork(IHostApplicationLifetime lifetime)
{
    private readonly ConcurrentDictionary<string, SemaphoreSlim> turns = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<(string Kind, string Window), CancellationTokenSource> running = new();

    /// <summary>Streams one piece of work.</summary>
    /// <param name="request">Says which window asks.</param>
    /// <param name="kind">Which work.</param>
    /// <param name="of">How much there is to do.</param>
    /// <param name="work">Does it, tells how far it is, and stops when it is told to.</param>
    public ServerSentEventsResult<string> Stream<T>(HttpRequest request, string kind, long of, Func<IProgress<int>, CancellationToken, T> work) =>
        TypedResults.ServerSentEvents(RunAsync(kind, RequestBody.WindowId(request), of, work, request.HttpContext.RequestAborted));

    private async IAsyncEnumerable<SseItem<string>> RunAsync<T>(
        string kind, string window, long of, Func<IProgress<int>, CancellationToken, T> work, [EnumeratorCancellation] CancellationToken aborted)
    {
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(aborted, lifetime.ApplicationStopping);
        if (running.TryGetValue((kind, window), out var older))
            await CancelAsync(older);
        running[(kind, window)] = stop;
        var turn = turns.GetOrAdd(kind, _ => new SemaphoreSlim(1));
        var events = Channel.CreateBounded<SseItem<string>>(new BoundedChannelOptions(64) { FullMode = BoundedChannelFullMode.DropOldest });
        var task = Task.Run(async () =>
        {
            try
            {
                await turn.WaitAsync(stop.Token);
                try
                {
                    var result = work(new Teller(events.Writer, of), stop.Token);
                    events.Writer.TryWrite(Item("result", result));
                }
                finally
                {
                    turn.Release();
                }
            }
            catch (OperationCanceledException)
            {
                events.Writer.TryWrite(Item("problem", Problems.Conflict("This was ended before it was done. Nothing was changed.").Value));
            }
            finally
            {
                events.Writer.Complete();
            }
        }, CancellationToken.None);
        try
        {
            yield return Item("progress", new WorkProgress(0, of));
            await foreach (var item in events.Reader.ReadAllAsync(CancellationToken.None))
                yield return item;
            await task;
        }
        finally
        {
            await stop.CancelAsync();
            running.TryRemove(new((kind, window), stop));
            // The token must outlive the work that watches it.
            await task;
        }
    }

    private static async Task CancelAsync(CancellationTokenSource older)
    {
        try
        {
            await older.CancelAsync();
        }
        catch (ObjectDisposedException)
        {
            // It ended by itself in this very moment.
        }
    }

    private static SseItem<string> Item<T>(string name, T data) => new(JsonSerializer.Serialize(data, RecordJson.Options), name);

    private sealed class Teller(ChannelWriter<SseItem<string>> events, long of) : IProgress<int>
    {
        public void Report(int value) => events.TryWrite(Item("progress", new WorkProgress(value, of)));
    }
}
