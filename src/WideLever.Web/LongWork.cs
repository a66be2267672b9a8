using System.Collections.Concurrent;
using System.Collections.Immutable;
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
/// <param name="Waiting">Whether it has not begun, because other work has its turn.</param>
public sealed record WorkProgress(long Done, long Of, bool Waiting = false);

/// <summary>
/// Work that takes long enough for a person to watch: its answer is a stream of server-sent events, <c>progress</c> again and again, then
/// one <c>result</c> or <c>problem</c>. It ends when its page goes away or its time is over; one runs at a time, whoever asks, and who waits
/// is told so. A window's new one ends its old of the same kind.
/// </summary>
public sealed class LongWork(IHostApplicationLifetime lifetime, ILogger<LongWork> logger)
{
    /// <summary>How long one piece of work may take from its turn on.</summary>
    public static readonly TimeSpan Budget = TimeSpan.FromMinutes(5);

    // A preview answers while a person types: it has a turn of its own, and does not wait for what takes minutes.
    private enum Lane
    {
        Long,
        Preview,
    }

    private readonly ImmutableArray<SemaphoreSlim> turns = [new(1), new(1)];
    private readonly ConcurrentDictionary<(string Kind, string Window), CancellationTokenSource> running = new();

    /// <summary>Streams one piece of work.</summary>
    /// <param name="request">Says which window asks.</param>
    /// <param name="kind">Which work.</param>
    /// <param name="of">How much there is to do.</param>
    /// <param name="work">Does it, tells how far it is, and stops when it is told to.</param>
    public ServerSentEventsResult<string> Stream<T>(HttpRequest request, string kind, long of, Func<IProgress<int>, CancellationToken, T> work) =>
        TypedResults.ServerSentEvents(RunAsync(kind, Lane.Long, RequestBody.WindowId(request), of, work, request.HttpContext.RequestAborted));

    /// <summary>Streams a preview, which has a turn of its own: it is asked for again and again while a person types.</summary>
    /// <inheritdoc cref="Stream"/>
    public ServerSentEventsResult<string> Preview<T>(HttpRequest request, string kind, long of, Func<IProgress<int>, CancellationToken, T> work) =>
        TypedResults.ServerSentEvents(RunAsync(kind, Lane.Preview, RequestBody.WindowId(request), of, work, request.HttpContext.RequestAborted));

    /// <summary>Does work whose answer is no stream, when its turn comes.</summary>
    /// <exception cref="OperationCanceledException">Nobody waits for it any more.</exception>
    public async Task<T> InTurnAsync<T>(Func<T> work, CancellationToken cancellation)
    {
        var turn = turns[(int)Lane.Long];
        await turn.WaitAsync(cancellation);
        try
        {
            return work();
        }
        finally
        {
            turn.Release();
        }
    }

    private async IAsyncEnumerable<SseItem<string>> RunAsync<T>(
        string kind, Lane lane, string window, long of, Func<IProgress<int>, CancellationToken, T> work, [EnumeratorCancellation] CancellationToken aborted)
    {
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(aborted, lifetime.ApplicationStopping);
        if (running.TryGetValue((kind, window), out var older))
            await CancelAsync(older);
        running[(kind, window)] = stop;
        var turn = turns[(int)lane];
        var events = Channel.CreateBounded<SseItem<string>>(new BoundedChannelOptions(64) { FullMode = BoundedChannelFullMode.DropOldest });
        var task = Task.Run(async () =>
        {
            try
            {
                if (!await turn.WaitAsync(0, stop.Token))
                {
                    events.Writer.TryWrite(Item("progress", new WorkProgress(0, of, Waiting: true)));
                    await turn.WaitAsync(stop.Token);
                    events.Writer.TryWrite(Item("progress", new WorkProgress(0, of)));
                }
                try
                {
                    stop.CancelAfter(Budget);
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
                events.Writer.TryWrite(Item("problem", Problems.Conflict($"This was ended before it was done: by its page, by the program's end, or after {Budget.TotalMinutes} minutes. Nothing was changed.").Value));
            }
            catch (Exception exception)
            {
                // Whoever waits is told, whatever it was; the log says more.
                logger.LogError(exception, "Long work of the kind {Kind} failed", kind);
                events.Writer.TryWrite(Item("problem", (exception is IOException { Message: var said } && !Storage.DataFolder.IsNoRoom(exception) ? Problems.Conflict($"{said} Nothing was changed.") : Storage.DataFolder.IsNoRoom(exception) ? Problems.NoRoom() : Problems.Error()).Value));
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
