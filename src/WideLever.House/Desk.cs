using System.Diagnostics;
using System.Diagnostics.Metrics;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>What an act would write, and answer once that is on disk.</summary>
/// <param name="What">What is done, for people.</param>
/// <param name="Writings">What it writes; nothing: it is done already.</param>
/// <param name="About">Id of what windows are told of; null: nothing is told.</param>
/// <param name="Answer">What it answers.</param>
/// <typeparam name="T">The answer.</typeparam>
public sealed record Proposal<T>(string What, IReadOnlyList<Writing> Writings, string? About, T Answer);

/// <summary>Something was changed.</summary>
/// <param name="About">Id of the document.</param>
/// <param name="WindowId">The window that did it.</param>
public sealed record Happened(string About, string WindowId);

/// <summary>
/// The one door of every durable act. An act is a function from what stands to what it writes: it is worked out while others go on, checked again
/// under the lock, and appended to the history with its way back. Nothing else writes.
/// </summary>
public sealed class Desk(Store store, RubricInUse rubric, Shelf shelf)
{
    // Whoever was overtaken so often has the next try to itself.
    private const int Overtaken = 5;

    // How long an act that writes keeps the others out.
    private static readonly Histogram<double> Held = new Meter("WideLever.House").CreateHistogram<double>("desk.held", "ms");

    private readonly Lock writing = new();

    /// <summary>Told of every act once it is on disk; of two at about the same time either may be told first.</summary>
    public event Action<Happened>? Done;

    /// <summary>Does an act.</summary>
    /// <param name="windowId">The window that does it.</param>
    /// <param name="act">What to write as things stand; it may be asked again where they changed meanwhile.</param>
    public Outcome<T> Do<T>(string windowId, Func<Stand, Outcome<Proposal<T>>> act) where T : class
    {
        for (var tries = 1; tries < Overtaken; tries++)
        {
            if (Try(windowId, act) is { } outcome)
                return outcome;
        }
        using var scope = writing.EnterScope();
        return Try(windowId, act) ?? throw new InvalidOperationException("what stands changed under the lock: something else writes into this data folder");
    }

    /// <summary>Null: what stood has changed meanwhile.</summary>
    private Outcome<T>? Try<T>(string windowId, Func<Stand, Outcome<Proposal<T>>> act) where T : class
    {
        var stand = new Stand(store, rubric, shelf);
        Outcome<Proposal<T>> worked;
        try
        {
            worked = act(stand);
        }
        catch (UnreadableException exception)
        {
            return (Outcome<T>)Refusal.Unreadable(exception.What, exception.Faults);
        }
        if (worked.Value is not { } proposal)
            return (Outcome<T>)worked.Refusal!;
        using (writing.EnterScope())
        {
            var since = Stopwatch.GetTimestamp();
            if (!stand.StillStands())
                return null;
            if (proposal.Writings.Count > 0)
            {
                if (!store.Acts.Commit(windowId, proposal.What, proposal.Writings))
                    return null;
                Follow(proposal.Writings);
                Held.Record(Stopwatch.GetElapsedTime(since).TotalMilliseconds);
            }
        }
        if (proposal is { About: { } about, Writings.Count: > 0 })
            Done?.Invoke(new(about, windowId));
        return (Outcome<T>)proposal.Answer;
    }

    /// <summary>The shelf that everyone sees follows what was written, before the lock is let go.</summary>
    private void Follow(IReadOnlyList<Writing> writings)
    {
        foreach (var used in writings.OfType<UseRubric>())
        {
            var (sheet, faults) = RubricSheet.Of(store.Rubrics.Find(used.Name, used.Revision)!);
            rubric.Take(sheet ?? throw new InvalidOperationException($"a rubric with faults was put into use: {faults[0].Message}"));
            shelf.Rescore(rubric.Sheet);
        }
        var units = new HashSet<string>(StringComparer.Ordinal);
        foreach (var one in writings)
        {
            switch (one)
            {
                case PutDocument { Kind: DocumentKind.Unit } unit:
                    units.Add(unit.Id);
                    break;
                case PutDocument teardown:
                    units.UnionWith(store.Standings.UnitsOf(teardown.Id).Select(served => served.UnitId));
                    break;
                case PutStanding standing:
                    units.Add(standing.UnitId);
                    foreach (var teardownId in standing.After.Teardowns)
                        units.UnionWith(store.Standings.UnitsOf(teardownId).Select(served => served.UnitId));
                    break;
                case Sign signed:
                    units.Add(signed.Row.UnitId);
                    break;
            }
        }
        if (units.Count > 0)
            shelf.Follow(units);
    }
}
