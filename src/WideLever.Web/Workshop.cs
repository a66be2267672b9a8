using System.Collections.Concurrent;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using WideLever.Core;
using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Core.Scoring.Criteria;
using WideLever.Interchange;
using WideLever.Storage;
using WideLever.Web.Compare;
using WideLever.Web.Shelf;
using WideLever.Web.Verdict;

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

/// <summary>A revision of a rubric with its document.</summary>
/// <param name="Rubric">The rubric.</param>
/// <param name="Node">Its document.</param>
/// <param name="Digest">SHA-256 of the document as it is kept.</param>
/// <param name="Sha256">SHA-256 of its canonical JSON.</param>
public sealed record RubricSheet(Rubric Rubric, JsonNode Node, string Digest, string Sha256)
{
    /// <summary>The sheet of a stored revision.</summary>
    public static RubricSheet Of(RubricRow row)
    {
        var (rubric, faults) = RubricReader.Read(Encoding.UTF8.GetBytes(row.Document));
        var node = JsonNode.Parse(row.Document)!;
        return new(
            rubric ?? throw new InvalidOperationException($"the stored rubric {row.Name}, revision {row.Revision}, has a fault: {faults[0].At}: {faults[0].Message}"),
            node, row.Digest, CanonicalJson.Sha256(node));
    }
}

/// <summary>A unit of the shelf with its checked record.</summary>
/// <param name="UnitId">The unit.</param>
/// <param name="Record">Its record.</param>
public sealed record ShelfRecord(string UnitId, CheckedRecord Record);

/// <summary>What the criteria of a unit cost it.</summary>
/// <param name="UnitId">The unit.</param>
/// <param name="Class">Its class; null: unknown.</param>
/// <param name="Losses">Points by criterion and kind.</param>
public sealed record UnitLosses(string UnitId, MachineClass? Class, IReadOnlyDictionary<ReasonKey, double> Losses);

/// <summary>Joins the store to the core: loads records, scores them under the rubric in use, and keeps results by digest.</summary>
public sealed class Workshop
{
    private readonly Store store;
    private readonly ConcurrentDictionary<string, ShelfUnit> shelfUnits = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, CheckedRecord> records = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, UnitLosses> losses = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, FieldPiece> pieces = new(StringComparer.Ordinal);
    private readonly Lock reading = new();
    private volatile RubricSheet sheet;
    private volatile int readSoFar;

    /// <summary>A workshop over a store, which gets the house rubric where it lacks it, and uses that where it uses none.</summary>
    public Workshop(Store store)
    {
        this.store = store;
        if (!store.SaveRubric(RubricReader.House.Name, RubricReader.House.Revision, RubricReader.HouseBytes, "ships with the program"))
        {
            // The house went on from an earlier revision by itself: its own stays, and the one that ships stands beside it.
            var beside = JsonNode.Parse(RubricReader.HouseBytes)!;
            var name = $"{RubricReader.House.Name}, as it ships";
            beside["name"] = name;
            store.SaveRubric(name, RubricReader.House.Revision, RecordJson.Indented(beside), "ships with the program");
        }
        if (store.RubricInUse() is null)
            store.UseRubric(RubricReader.House.Name, RubricReader.House.Revision);
        sheet = RubricSheet.Of(store.RubricInUse()!);
    }

    /// <summary>The rubric in use with its document.</summary>
    public RubricSheet Sheet => sheet;

    /// <summary>The rubric in use.</summary>
    public Rubric Rubric => sheet.Rubric;

    /// <summary>Its document.</summary>
    public JsonNode RubricNode => sheet.Node;

    /// <summary>SHA-256 of its canonical JSON.</summary>
    public string RubricSha256 => sheet.Sha256;

    /// <summary>Scores under another revision from now on, which the store has put into use.</summary>
    public void Take(RubricSheet fresh) => sheet = fresh;

    /// <summary>A unit with its scored teardown, or null.</summary>
    public Workpiece? Find(string unitId) => store.Head(DocumentKind.Unit, unitId) is { RemovedAt: null } unit ? Find(unit) : null;

    /// <summary>The faults of a unit under the rubric in use, on the shelf or off it; none where there is no such unit.</summary>
    public IReadOnlyList<Fault> FaultsOf(string unitId) =>
        store.Head(DocumentKind.Unit, unitId) is { } unit && Find(unit) is { } piece ? piece.Check.Faults : [];

    private Workpiece? Find(Head unit)
    {
        var unitId = unit.Id;
        if (store.ScoredTeardown(unitId) is not { } teardown)
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
        var under = sheet;
        var rows = store.Shelf().Select(row => (Row: row, Digest: ResultDigest(row, under))).ToList();
        var missing = rows.Where(pair => !shelfUnits.ContainsKey(pair.Digest)).ToList();
        if (missing.Count > 0)
        {
            var cached = store.CachedResults([.. missing.Select(pair => pair.Digest)]);
            foreach (var (_, digest) in missing)
            {
                if (cached.TryGetValue(digest, out var document) && JsonSerializer.Deserialize<ShelfUnit>(document, RecordJson.Options) is { } kept)
                    shelfUnits[digest] = kept;
            }
            var unscored = missing.Where(pair => !shelfUnits.ContainsKey(pair.Digest)).ToDictionary(pair => pair.Row.UnitId, pair => pair.Digest, StringComparer.Ordinal);
            var scored = new ConcurrentDictionary<string, string>(StringComparer.Ordinal);
            Parallel.ForEach(Records([.. missing.Select(pair => pair.Row).Where(row => unscored.ContainsKey(row.UnitId))], cancellation),
                new ParallelOptions { CancellationToken = cancellation, MaxDegreeOfParallelism = Environment.ProcessorCount }, one =>
                {
                    var unit = ShelfUnit.Of(one.UnitId, one.Record.Record, Scorer.Score(one.Record, under.Rubric, cancellation));
                    shelfUnits[unscored[one.UnitId]] = unit;
                    scored[unscored[one.UnitId]] = JsonSerializer.Serialize(unit, RecordJson.Options);
                });
            var current = rows.Select(pair => pair.Digest).ToHashSet(StringComparer.Ordinal);
            if (!scored.IsEmpty)
                Cache(scored, current);
            foreach (var old in shelfUnits.Keys.Where(digest => !current.Contains(digest)))
                shelfUnits.TryRemove(old, out _);
        }
        var signed = store.LatestSignatures();
        var shelf = new List<ShelfUnit>(rows.Count);
        foreach (var (row, digest) in rows)
        {
            // One that was taken off the shelf in between is not there.
            if (shelfUnits.TryGetValue(digest, out var unit))
                shelf.Add(unit with { Id = row.UnitId, Signed = Signing.StateOf(signed.GetValueOrDefault(row.UnitId), row.UnitDigest, row.TeardownDigest, under.Sha256) });
        }
        return shelf;
    }

    /// <summary>What every criterion of every kind cost each unit on the shelf under the rubric in use; kept by the digest of the record.</summary>
    public IReadOnlyList<UnitLosses> Losses(CancellationToken cancellation)
    {
        var under = sheet;
        var rows = store.Shelf().ToDictionary(row => row.UnitId, row => ResultDigest(row, under), StringComparer.Ordinal);
        if (rows.Values.Any(digest => !losses.ContainsKey(digest)))
        {
            Parallel.ForEach(Records(cancellation).Where(one => rows.TryGetValue(one.UnitId, out var digest) && !losses.ContainsKey(digest)),
                new ParallelOptions { CancellationToken = cancellation, MaxDegreeOfParallelism = Environment.ProcessorCount }, one =>
                    losses[rows[one.UnitId]] = new(one.UnitId, one.Record.Record.Unit.Class,
                        KindLosses.Of(Scorer.Score(one.Record, under.Rubric, cancellation), one.Record.Record, under.Rubric)));
            var current = rows.Values.ToHashSet(StringComparer.Ordinal);
            foreach (var old in losses.Keys.Where(digest => !current.Contains(digest)))
                losses.TryRemove(old, out _);
        }
        return [.. rows.Where(row => losses.ContainsKey(row.Value)).Select(row => losses[row.Value] with { UnitId = row.Key })];
    }

    /// <summary>Every unit on the shelf with its kinds, for comparing; kept by the digest of the record.</summary>
    public IReadOnlyList<FieldPiece> Field(CancellationToken cancellation)
    {
        var under = sheet;
        var rows = store.Shelf().ToDictionary(row => row.UnitId, row => ResultDigest(row, under), StringComparer.Ordinal);
        if (rows.Values.Any(digest => !pieces.ContainsKey(digest)))
        {
            Parallel.ForEach(Records(cancellation).Where(one => rows.TryGetValue(one.UnitId, out var digest) && !pieces.ContainsKey(digest)),
                new ParallelOptions { CancellationToken = cancellation, MaxDegreeOfParallelism = Environment.ProcessorCount }, one =>
                {
                    var (record, result) = (one.Record.Record, Scorer.Score(one.Record, under.Rubric, cancellation));
                    pieces[rows[one.UnitId]] = new(ShelfUnit.Of(one.UnitId, record, result), FieldUnit.Of(result, record), Price.InRubricCurrency(record.Unit.Price, under.Rubric));
                });
            var current = rows.Values.ToHashSet(StringComparer.Ordinal);
            foreach (var old in pieces.Keys.Where(digest => !current.Contains(digest)))
                pieces.TryRemove(old, out _);
        }
        return [.. rows.Where(row => pieces.ContainsKey(row.Value)).Select(row => pieces[row.Value] is var piece ? piece with { Unit = piece.Unit with { Id = row.Key } } : piece)];
    }

    private void Cache(ConcurrentDictionary<string, string> scored, HashSet<string> current)
    {
        try
        {
            store.CacheResults(scored, current);
        }
        catch (Exception exception) when (DataFolder.IsNoRoom(exception))
        {
            // What is cached can be had again: a full disk is no reason not to read.
        }
    }

    /// <summary>How many units are on the shelf.</summary>
    public int Count => store.Shelf().Count;

    /// <summary>The checked records of the whole shelf, in its order; kept in memory, so that a rubric can be tried on all of them at once.</summary>
    /// <param name="cancellation">Ends it early.</param>
    /// <param name="progress">Told how many are read, now and then; null: nobody asks.</param>
    public IReadOnlyList<ShelfRecord> Records(CancellationToken cancellation, IProgress<int>? progress = null)
    {
        // Who comes while the whole shelf is being read watches it, and finds it read.
        while (!reading.TryEnter(TimeSpan.FromMilliseconds(200)))
        {
            cancellation.ThrowIfCancellationRequested();
            progress?.Report(readSoFar);
        }
        try
        {
            return Records(store.Shelf(), cancellation, progress);
        }
        finally
        {
            reading.Exit();
        }
    }

    private List<ShelfRecord> Records(IReadOnlyList<ShelfRow> rows, CancellationToken cancellation, IProgress<int>? progress = null)
    {
        var keys = rows.ToDictionary(row => row.UnitId, RecordKey, StringComparer.Ordinal);
        var shared = rows.ToDictionary(row => row.UnitId, row => row.Served > 1, StringComparer.Ordinal);
        var unread = rows.Where(row => !records.ContainsKey(keys[row.UnitId])).Select(row => row.UnitId).ToList();
        if (unread.Count > 0)
        {
            var read = rows.Count - unread.Count;
            Parallel.ForEach(store.Documents(unread), new ParallelOptions { CancellationToken = cancellation, MaxDegreeOfParallelism = Environment.ProcessorCount }, documents =>
            {
                // What changed since the list was read is another record.
                var key = RecordKey(documents.UnitDigest, documents.TeardownDigest, shared[documents.UnitId]);
                if (key != keys[documents.UnitId])
                    return;
                var check = RecordValidation.Check(HeadDocuments.Merge(UnitDocument(documents.Unit), TeardownDocument(documents.Teardown), shared[documents.UnitId]), Rubric);
                records[key] = check.Checked ?? throw new InvalidOperationException(
                    $"the stored record of {documents.UnitId} has a fault under this rubric: {check.Faults[0].At}: {check.Faults[0].Message}");
                if (Interlocked.Increment(ref read) % 100 == 0)
                {
                    readSoFar = read;
                    progress?.Report(read);
                }
            });
            // Whole records are large: those of units that changed or went are let go.
            var current = store.Shelf().Select(RecordKey).Concat(keys.Values).ToHashSet(StringComparer.Ordinal);
            foreach (var old in records.Keys.Where(key => !current.Contains(key)))
                records.TryRemove(old, out _);
        }
        return [.. rows.Where(row => records.ContainsKey(keys[row.UnitId])).Select(row => new ShelfRecord(row.UnitId, records[keys[row.UnitId]]))];
    }

    private static string RecordKey(ShelfRow row) => RecordKey(row.UnitDigest, row.TeardownDigest, row.Served > 1);

    private static string RecordKey(string unitDigest, string teardownDigest, bool shared) => $"{unitDigest} {teardownDigest} {(shared ? "shared" : "own")}";

    // The digests of the parts stand for the record: the same parts give the same merged record.
    private static string ResultDigest(ShelfRow row, RubricSheet under) => Store.DigestOf(Encoding.UTF8.GetBytes($"{RecordKey(row)} {under.Digest} {CoreVersion.Current}"));

    private static T Stored<T>(Func<ReadOnlyMemory<byte>, List<Fault>, T?> read, string document) where T : class
    {
        var faults = new List<Fault>();
        var value = read(Encoding.UTF8.GetBytes(document), faults);
        return faults.Count == 0 && value is not null
            ? value
            : throw new InvalidOperationException($"a stored document has a fault: {faults[0].At}: {faults[0].Message}");
    }
}
