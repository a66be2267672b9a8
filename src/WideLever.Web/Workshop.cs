using System.Collections.Concurrent;
using System.Text;
using System.Text.Json;
using WideLever.Core;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Interchange;
using WideLever.Storage;
using WideLever.Web.Shelf;

namespace WideLever.Web;

/// <summary>A unit with its scored teardown, as they stand.</summary>
/// <param name="Unit">Head of the unit.</param>
/// <param name="Teardown">Head of its scored teardown.</param>
/// <param name="Served">Units that the teardown serves.</param>
/// <param name="Check">The merged record, which was checked when it was written.</param>
public sealed record Workpiece(Head Unit, Head Teardown, IReadOnlyList<string> Served, RecordCheck Check)
{
    /// <summary>The merged record.</summary>
    public CheckedRecord Record => Check.Checked ?? throw new InvalidOperationException(
        $"the stored record of {Unit.Id} has a fault under this rubric: {Check.Faults[0].At}: {Check.Faults[0].Message}");
}

/// <summary>Joins the store to the core: loads records, scores them under the rubric in use, and keeps results by digest.</summary>
public sealed class Workshop
{
    private readonly Store store;
    private readonly ConcurrentDictionary<string, ShelfUnit> shelfUnits = new(StringComparer.Ordinal);

    /// <summary>A workshop over a store, which gets the house rubric if it has none.</summary>
    public Workshop(Store store)
    {
        this.store = store;
        var row = store.RubricInUse();
        if (row is null)
        {
            store.UseRubric(RubricReader.House.Name, RubricReader.House.Revision, RubricReader.HouseBytes);
            row = store.RubricInUse()!;
        }
        var (rubric, faults) = RubricReader.Read(Encoding.UTF8.GetBytes(row.Document));
        Rubric = rubric ?? throw new InvalidOperationException($"the stored rubric has a fault: {faults[0].At}: {faults[0].Message}");
        RubricDigest = row.Digest;
    }

    /// <summary>The rubric in use.</summary>
    public Rubric Rubric { get; }

    private string RubricDigest { get; }

    /// <summary>A unit with its scored teardown, or null.</summary>
    public Workpiece? Find(string unitId)
    {
        if (store.Head(DocumentKind.Unit, unitId) is not { RemovedAt: null } unit || store.ScoredTeardown(unitId) is not { } teardown)
            return null;
        var served = store.UnitsOf(teardown.Id);
        var record = HeadDocuments.Merge(UnitDocument(unit.Document), TeardownDocument(teardown.Document), served.Count > 1);
        return new(unit, teardown, served, RecordValidation.Check(record, Rubric));
    }

    /// <summary>The unit that a stored document holds.</summary>
    public static UnitDocument UnitDocument(string document) =>
        Stored(RecordReader.ReadUnit, document);

    /// <summary>The teardown that a stored document holds.</summary>
    public static TeardownDocument TeardownDocument(string document) =>
        Stored(RecordReader.ReadTeardown, document);

    /// <summary>Every unit on the shelf, scored; what is in no cache is scored now and cached.</summary>
    public IReadOnlyList<ShelfUnit> Shelf(CancellationToken cancellation)
    {
        var rows = store.Shelf().Select(row => (Row: row, Digest: ResultDigest(row))).ToList();
        var missing = rows.Where(pair => !shelfUnits.ContainsKey(pair.Digest)).ToList();
        if (missing.Count > 0)
        {
            var cached = store.CachedResults([.. missing.Select(pair => pair.Digest)]);
            var scored = new Dictionary<string, string>(StringComparer.Ordinal);
            foreach (var (row, digest) in missing)
            {
                cancellation.ThrowIfCancellationRequested();
                if (cached.TryGetValue(digest, out var document) && JsonSerializer.Deserialize<ShelfUnit>(document, RecordJson.Options) is { } kept)
                {
                    shelfUnits[digest] = kept;
                }
                else if (Find(row.UnitId) is { } piece)
                {
                    var unit = ShelfUnit.Of(row.UnitId, piece.Record.Record, Scorer.Score(piece.Record, Rubric, cancellation));
                    shelfUnits[digest] = unit;
                    scored[digest] = JsonSerializer.Serialize(unit, RecordJson.Options);
                }
            }
            var current = rows.Select(pair => pair.Digest).ToHashSet(StringComparer.Ordinal);
            if (scored.Count > 0)
                store.CacheResults(scored, current);
            foreach (var old in shelfUnits.Keys.Where(digest => !current.Contains(digest)))
                shelfUnits.TryRemove(old, out _);
        }
        var shelf = new List<ShelfUnit>(rows.Count);
        foreach (var (row, digest) in rows)
        {
            // One that was taken off the shelf in between is not there.
            if (shelfUnits.TryGetValue(digest, out var unit))
                shelf.Add(unit with { Id = row.UnitId });
        }
        return shelf;
    }

    // The digests of the parts stand for the record: the same parts give the same merged record.
    private string ResultDigest(ShelfRow row) => Store.DigestOf(Encoding.UTF8.GetBytes(
        $"{row.UnitDigest} {row.TeardownDigest} {(row.Served > 1 ? "shared" : "own")} {RubricDigest} {CoreVersion.Current}"));

    private static T Stored<T>(Func<ReadOnlyMemory<byte>, List<Fault>, T?> read, string document) where T : class
    {
        var faults = new List<Fault>();
        var value = read(Encoding.UTF8.GetBytes(document), faults);
        return faults.Count == 0 && value is not null
            ? value
            : throw new InvalidOperationException($"a stored document has a fault: {faults[0].At}: {faults[0].Message}");
    }
}
