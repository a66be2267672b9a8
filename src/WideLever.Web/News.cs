using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using System.Threading.Channels;
using WideLever.House;

namespace WideLever.Web;

/// <summary>What open windows are told of.</summary>
public enum NewsKind
{
    /// <summary>A unit or teardown changed, or something at its bench.</summary>
    Changed,

    /// <summary>A button of a pedal was pressed.</summary>
    Pedal,
}

/// <summary>One piece of news.</summary>
/// <param name="Kind">What it tells.</param>
/// <param name="About">Id of the document, or the button and press.</param>
/// <param name="WindowId">The window that did it.</param>
public sealed record Tidings(NewsKind Kind, string About, string WindowId);

/// <summary>Tells every open window at once what changed, and the one at the bench what its pedal did.</summary>
public sealed class News
{
    /// <summary>Tells of what is done at the desk.</summary>
    public News(Desk? desk = null)
    {
        if (desk is not null)
            desk.Done += happened => Tell(new(NewsKind.Changed, happened.About, happened.WindowId));
    }

    /// <summary>Windows that are told of what happens at one time.</summary>
    public const int MostListeners = 200;

    private readonly ConcurrentDictionary<Channel<Tidings>, string> listeners = new();
    private readonly Dictionary<string, (bool Resting, double At)> hidden = new(StringComparer.Ordinal);
    private string attended = "";

    /// <summary>Tells every listener.</summary>
    public void Tell(Tidings tidings)
    {
        foreach (var listener in listeners.Keys)
            listener.Writer.TryWrite(tidings);
    }

    /// <summary>Tells the listener that a person used last; false where nobody listens.</summary>
    public bool TellAttended(Tidings tidings)
    {
        var told = listeners.Where(listener => listener.Value == attended).Concat(listeners).Select(listener => listener.Key).FirstOrDefault();
        return told?.Writer.TryWrite(tidings) ?? false;
    }

    /// <summary>A person is using this window.</summary>
    public void Attend(string windowId) => attended = windowId;

    /// <summary>A window says that it is hidden and rests, or that it goes.</summary>
    /// <param name="windowId">The window.</param>
    /// <param name="resting">False: it goes.</param>
    /// <param name="at">When, on the window's own clock: what it says may overtake itself on the way.</param>
    public void Hide(string windowId, bool resting, double at)
    {
        lock (hidden)
        {
            if (!hidden.TryGetValue(windowId, out var last) || at >= last.At)
                hidden[windowId] = (resting, at);
        }
    }

    /// <summary>Whether this window is open: it listens, or said that it only rests.</summary>
    public bool IsOpen(string windowId)
    {
        lock (hidden)
            return listeners.Values.Contains(windowId) || (hidden.TryGetValue(windowId, out var last) && last.Resting);
    }

    /// <summary>Whether any window listens.</summary>
    public bool AnyListens => !listeners.IsEmpty;

    /// <summary>What happens from now on, until it is cancelled.</summary>
    public async IAsyncEnumerable<Tidings> ListenAsync(string windowId, [EnumeratorCancellation] CancellationToken cancellation)
    {
        // A window that does not keep up is better told late than never: it reads again whatever changed.
        var channel = Channel.CreateBounded<Tidings>(new BoundedChannelOptions(256) { FullMode = BoundedChannelFullMode.DropOldest });
        // The one that came last is listened to: of too many some other goes, which comes back by itself where it is a window.
        if (listeners.Count >= MostListeners && listeners.Keys.FirstOrDefault() is { } other && listeners.TryRemove(other, out _))
            other.Writer.TryComplete();
        listeners[channel] = windowId;
        // What it said before it came back is no longer so; what it says later still counts by its time.
        lock (hidden)
        {
            if (hidden.TryGetValue(windowId, out var last))
                hidden[windowId] = (false, last.At);
        }
        Attend(windowId);
        try
        {
            await foreach (var tidings in channel.Reader.ReadAllAsync(cancellation))
                yield return tidings;
        }
        finally
        {
            listeners.TryRemove(channel, out _);
            // What was half typed there can be taken over.
            Tell(new(NewsKind.Changed, "", windowId));
        }
    }
}
