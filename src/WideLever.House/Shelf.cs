using System.Collections.Concurrent;
using System.Runtime.ExceptionServices;
using System.Text.Json;
using WideLever.Core.Checking;
using WideLever.Core.Scoring;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>Keeps the one shelf that everyone sees: built once, and after every act that concerns it another put in its place.</summary>
public sealed class Shelf(Store store, RubricInUse rubric)
{
    /// <summary>Units up to which a shelf holds every record in memory, some 50 kB each.</summary>
    public const int MostHeld = 4_000;

    /// <summary>Units that are read and scored at a time where a field is gone through once.</summary>
    private const int AtATime = 256;

    /// <summary>What scores a record, and how long that may take.</summary>
    internal ShelfScoring Scoring { get; init; } = new(Scorer.Score, TimeSpan.FromSeconds(10));

    private readonly Lock building = new();
    private readonly Lock reading = new();
    private volatile ShelfSnapshot? now;
    private volatile int readSoFar;

    /// <summary>The shelf as it stands.</summary>
    public ShelfSnapshot Now
    {
        get
        {
            if (now is { } built)
                return built;
            using var scope = building.EnterScope();
            return now ??= Build();
        }
    }

    /// <summary>The shelf with every unit summed up; what is kept from before is taken, the rest scored now, on all cores.</summary>
    public ShelfSnapshot SummedUp(CancellationToken cancellation)
    {
        var snapshot = Now;
        var missing = snapshot.All.Where(unit => !unit.IsSummedUp && !unit.IsRead).ToLookup(unit => unit.Digest, StringComparer.Ordinal);
        if (missing.Count == 0)
            return Scored(snapshot, cancellation);
        foreach (var (digest, document) in store.ResultCache.Of([.. missing.Select(same => same.Key)]))
        {
            if (Kept(document) is not { } summary)
                continue;
            // Two machines may be alike to the last word.
            foreach (var unit in missing[digest])
                unit.Take(summary);
        }
        var unread = missing.SelectMany(same => same).Where(unit => !unit.IsSummedUp).ToList();
        Read(unread, null, cancellation);
        return Scored(snapshot, cancellation);
    }

    /// <summary>Keeps what was summed up for the next start, and lets go what is kept of shelves before.</summary>
    public void Keep()
    {
        var snapshot = Now;
        try
        {
            store.ResultCache.Keep(
                snapshot.All.Where(unit => unit is { IsSummedUp: true, IsKept: false, IsOvertaken: false }).DistinctBy(unit => unit.Digest)
                    .Select(unit => KeyValuePair.Create(unit.Digest, JsonSerializer.Serialize(unit.Summary, RecordJson.Options))),
                [.. snapshot.All.Select(unit => unit.Digest)]);
        }
        catch (Exception exception) when (DataFolder.IsNoRoom(exception))
        {
            // What is cached can be had again: a full disk is no reason not to read.
        }
    }

    /// <summary>
    /// Something of each of some units, in their order, on all cores. Their records are read some at a time: of a large field not all are in memory at
    /// once.
    /// </summary>
    /// <exception cref="UnreadableException">One cannot be read, or was taken off the shelf meanwhile.</exception>
    public IEnumerable<T> Each<T>(IReadOnlyList<ShelfUnit> units, Func<ShelfUnit, T> of, CancellationToken cancellation)
    {
        foreach (var some in units.Chunk(AtATime))
        {
            var held = Read([.. some.Where(unit => !unit.IsRead)], null, cancellation);
            foreach (var one in OnAllCores(some, of, cancellation))
                yield return one;
            GC.KeepAlive(held);
        }
    }

    private static List<T> OnAllCores<T>(ShelfUnit[] units, Func<ShelfUnit, T> of, CancellationToken cancellation)
    {
        try
        {
            return [.. units.AsParallel().AsOrdered().WithCancellation(cancellation).Select(of)];
        }
        catch (AggregateException several) when (several.InnerExceptions.OfType<UnreadableException>().FirstOrDefault() is { } unreadable)
        {
            ExceptionDispatchInfo.Throw(unreadable);
            throw;
        }
    }

    /// <summary>The shelf with every record in memory, so that a rubric can be tried on all of them at once; of more than <see cref="MostHeld"/> units those that fit.</summary>
    /// <param name="cancellation">Ends it early.</param>
    /// <param name="progress">Told how many are read, now and then; null: nobody asks.</param>
    public ShelfSnapshot WithRecords(CancellationToken cancellation, IProgress<int>? progress = null)
    {
        // Who comes while the whole shelf is being read watches it, and finds it read.
        while (!reading.TryEnter(TimeSpan.FromMilliseconds(200)))
        {
            cancellation.ThrowIfCancellationRequested();
            progress?.Report(readSoFar);
        }
        try
        {
            var snapshot = Now;
            var unread = snapshot.All.Where(unit => !unit.IsRead).ToList();
            Read(unread, count =>
            {
                readSoFar = snapshot.All.Count - unread.Count + count;
                progress?.Report(readSoFar);
            }, cancellation);
            return snapshot;
        }
        finally
        {
            reading.Exit();
        }
    }

    /// <summary>Some units stand otherwise now, or not at all.</summary>
    internal void Follow(IReadOnlySet<string> unitIds)
    {
        using var scope = building.EnterScope();
        if (now is not { } before)
            return;
        var signed = unitIds.ToDictionary(id => id, store.Signatures.Latest, StringComparer.Ordinal);
        now = before.With(unitIds,
        [
            .. store.Documents.Shelf(unitIds).Select(row => before.Find(row.UnitId) is { } old && old.Row with { Served = row.Served } == row && old.Row.Served > 1 == row.Served > 1
                ? old.UnderRubric(before.Under, signed[row.UnitId]) : Unit(row, before.All.Count, before.Under, signed[row.UnitId])),
        ]);
    }

    /// <summary>Another rubric is in use.</summary>
    internal void Rescore(RubricSheet sheet)
    {
        using var scope = building.EnterScope();
        if (now is not { } before)
            return;
        var signed = store.Signatures.Latest();
        now = new(sheet, before.All.Select(unit => unit.UnderRubric(sheet, signed.GetValueOrDefault(unit.Id))));
    }

    private ShelfSnapshot Build()
    {
        var sheet = rubric.Sheet;
        var signed = store.Signatures.Latest();
        var rows = store.Documents.Shelf();
        return new(sheet, rows.Select(row => Unit(row, rows.Count, sheet, signed.GetValueOrDefault(row.UnitId))));
    }

    private ShelfUnit Unit(ShelfRow row, int among, RubricSheet sheet, SignedDigests? signed) =>
        new(row, sheet, signed, Scoring with { HoldsRecords = among <= MostHeld }, () => store.Documents.Of([row.UnitId]).FirstOrDefault());

    /// <summary>Reads units, and gives what it read: as long as that is held it stays at hand.</summary>
    private ConcurrentBag<RecordCheck> Read(List<ShelfUnit> unread, Action<int>? progress, CancellationToken cancellation)
    {
        if (unread.Count == 0)
            return [];
        var (read, count) = (new ConcurrentBag<RecordCheck>(), 0);
        var wanted = unread.ToDictionary(unit => unit.Id, StringComparer.Ordinal);
        Parallel.ForEach(store.Documents.Of([.. wanted.Keys]), Cores(cancellation), documents =>
        {
            if (wanted[documents.UnitId].Take(documents) is { } check)
                read.Add(check);
            if (Interlocked.Increment(ref count) is var soFar && soFar % 100 == 0)
                progress?.Invoke(soFar);
        });
        return read;
    }

    private static ShelfSnapshot Scored(ShelfSnapshot snapshot, CancellationToken cancellation)
    {
        if (snapshot.All.Any(unit => !unit.IsSummedUp))
        {
            Parallel.ForEach(snapshot.All.Where(unit => unit.IsReadable && !unit.IsSummedUp), Cores(cancellation), unit => unit.SumUp());
        }
        return snapshot;
    }

    private static ParallelOptions Cores(CancellationToken cancellation) => new() { CancellationToken = cancellation, MaxDegreeOfParallelism = Environment.ProcessorCount };

    private static ShelfSummary? Kept(string document)
    {
        try
        {
            return JsonSerializer.Deserialize<ShelfSummary>(document, RecordJson.Options);
        }
        catch (JsonException)
        {
            // What an earlier version cached may be of another shape: it is computed again.
            return null;
        }
    }
}
