using System.Text;
using WideLever.Core;
using WideLever.Core.Checking;
using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>What the shelf shows of a unit.</summary>
public sealed record ShelfSummary
{
    /// <summary>Who made it.</summary>
    public required string Maker { get; init; }

    /// <summary>The name it is sold by.</summary>
    public required string Model { get; init; }

    /// <summary>The exact code.</summary>
    public required string ModelCode { get; init; }

    /// <summary>What it is sold as; null: unknown.</summary>
    public required MachineClass? Class { get; init; }

    /// <summary>Year of the model; null: unknown.</summary>
    public required int? Year { get; init; }

    /// <summary>Price as configured; null: unknown.</summary>
    public required Money? Price { get; init; }

    /// <summary>The loan; null: none.</summary>
    public required Loan? Loan { get; init; }

    /// <summary>How many steps are logged.</summary>
    public required int Steps { get; init; }

    /// <summary>The indices.</summary>
    public required Indices Indices { get; init; }

    /// <summary>How far the result can be relied on.</summary>
    public required Status Status { get; init; }

    /// <summary>Why it is not complete.</summary>
    public required IReadOnlyList<Reason> Reasons { get; init; }

    internal static ShelfSummary Of(TeardownRecord record, Result result) => new()
    {
        Maker = record.Unit.Maker,
        Model = record.Unit.Model,
        ModelCode = record.Unit.ModelCode,
        Class = record.Unit.Class,
        Year = record.Unit.Year,
        Price = record.Unit.Price,
        Loan = record.Unit.Loan,
        Steps = record.Steps.Count,
        Indices = Indices.Of(result),
        Status = result.Status,
        Reasons = result.Reasons,
    };
}

/// <summary>How a unit stands to its latest signed result.</summary>
public enum SignedState
{
    /// <summary>It is what was signed.</summary>
    Final,

    /// <summary>It is what was signed as seen, while it was not complete.</summary>
    AsSeen,

    /// <summary>Its record, the rubric or the method changed since.</summary>
    ChangedSince,
}

/// <summary>How the units of a shelf are scored.</summary>
/// <param name="Score">The result of a record under a rubric.</param>
/// <param name="Budget">How long one may take.</param>
/// <param name="HoldsRecords">Whether records stay in memory once they are read; else they do until the memory is needed, and are read again.</param>
internal sealed record ShelfScoring(Func<CheckedRecord, Rubric, CancellationToken, Result> Score, TimeSpan Budget, bool HoldsRecords = true);

/// <summary>A unit of the shelf under one rubric. What it is asked for is worked out once and kept as long as the unit stands so.</summary>
public sealed class ShelfUnit
{
    private readonly ShelfScoring scoring;
    private readonly Func<ShelfDocuments?> load;
    private object? held;
    private ShelfSummary? summary;
    private FieldUnit? kinds;
    private IReadOnlyDictionary<ReasonKey, ReasonFact>? facts;
    private AskedMachine? asked;

    internal ShelfUnit(ShelfRow row, RubricSheet under, SignedDigests? signed, ShelfScoring scoring, Func<ShelfDocuments?> load, RecordCheck? check = null)
    {
        (Row, Under, this.scoring, this.load, Known) = (row, under, scoring, load, check);
        Signed = StateOf(signed, row.UnitDigest, row.TeardownDigest, under.Sha256);
    }

    /// <summary>Id of the unit.</summary>
    public string Id => Row.UnitId;

    /// <summary>The rubric.</summary>
    public RubricSheet Under { get; }

    /// <summary>How it stands to its latest signed result; null: it has none.</summary>
    public SignedState? Signed { get; }

    /// <summary>What is wrong with what is stored; none where it can be read.</summary>
    public IReadOnlyList<Fault> Faults => Check.Faults;

    /// <summary>Whether it can be read; one that was summed up before and is not read yet is taken to.</summary>
    public bool IsReadable => Known is { } read ? read.Checked is not null : summary is not null || Check.Checked is not null;

    /// <summary>Its record.</summary>
    /// <exception cref="UnreadableException">It cannot be read.</exception>
    public CheckedRecord Record => Check.Checked ?? throw new UnreadableException($"the unit \"{Id}\"", Check.Faults);

    /// <summary>What the shelf shows of it.</summary>
    /// <exception cref="UnreadableException">It cannot be read.</exception>
    public ShelfSummary Summary => summary ?? Score().Summary;

    /// <summary>Its kinds, for comparing.</summary>
    /// <exception cref="UnreadableException">It cannot be read.</exception>
    public FieldUnit Field => kinds ?? Score().Field;

    /// <summary>Its price in the rubric's currency; null: unknown, or without a rate.</summary>
    public double? Price => Core.Scoring.Criteria.Price.InRubricCurrency(Summary.Price, Under.Rubric);

    /// <summary>What reasons can be made from.</summary>
    /// <exception cref="UnreadableException">It cannot be read.</exception>
    public IReadOnlyDictionary<ReasonKey, ReasonFact> Facts => facts ??= KindFacts.Of(Record, Scorer.Score(Record, Under.Rubric), Under.Rubric);

    /// <summary>What the shelf is asked for.</summary>
    /// <exception cref="UnreadableException">It cannot be read.</exception>
    public AskedMachine Asked => asked ??= AskedMachine.Of(Record, Scorer.Score(Record, Under.Rubric), Under.Rubric);

    /// <summary>How a unit stands to its latest signed result; null: it has none.</summary>
    public static SignedState? StateOf(SignedDigests? signed, string unitDigest, string teardownDigest, string rubricSha256) => signed is null
        ? null
        : (signed.UnitDigest, signed.TeardownDigest, signed.RubricSha256, signed.MethodVersion) == (unitDigest, teardownDigest, rubricSha256, CoreVersion.Method)
            ? StateOf(signed.Status) : SignedState.ChangedSince;

    /// <summary>How a unit stands that has not changed since.</summary>
    public static SignedState StateOf(string signedStatus) => signedStatus == Status.Complete.Word() ? SignedState.Final : SignedState.AsSeen;

    internal ShelfRow Row { get; }

    internal bool IsRead => Known is not null;

    internal bool IsSummedUp => summary is not null;

    /// <summary>What stands for the summary: the same parts, rubric and core give the same.</summary>
    internal string Digest => Documents.DigestOf(Encoding.UTF8.GetBytes($"{Row.UnitDigest} {Row.TeardownDigest} {(Row.Served > 1 ? "shared" : "own")} {Under.Digest} {CoreVersion.Current}"));

    /// <summary>Takes a summary that was kept under the digest.</summary>
    internal void Take(ShelfSummary kept) => (summary, IsKept) = (summary ?? kept, true);

    /// <summary>Whether its summary is kept already.</summary>
    internal bool IsKept { get; private set; }

    /// <summary>Takes its documents, read along with others'; those of another moment are not taken. Gives what was read of it, or null.</summary>
    internal RecordCheck? Take(ShelfDocuments documents)
    {
        if (Known is { } known)
            return known;
        if (!IsOf(documents))
            return null;
        var read = Read(documents);
        Known = read;
        return read;
    }

    /// <summary>The same unit under another rubric: what was read stays.</summary>
    internal ShelfUnit UnderRubric(RubricSheet sheet, SignedDigests? signed) => new(Row, sheet, signed, scoring, load, Known is { Checked: not null } read ? read : null);

    /// <summary>Whether an act overtook the moment that this is of, so that it was read as it stood after that.</summary>
    internal bool IsOvertaken { get; private set; }

    /// <summary>What was read of it, if it is at hand; what cannot be read stays so.</summary>
    private RecordCheck? Known
    {
        get => held switch
        {
            WeakReference<RecordCheck> lent => lent.TryGetTarget(out var read) ? read : null,
            var read => (RecordCheck?)read,
        };
        set => held = value is { Checked: not null } && !scoring.HoldsRecords ? new WeakReference<RecordCheck>(value) : value;
    }

    private RecordCheck Check
    {
        get
        {
            if (Known is { } known)
                return known;
            var documents = load();
            IsOvertaken |= documents is null || !IsOf(documents);
            var check = documents is null ? new RecordCheck([new("", "is not there any more")], [], null) : Read(documents);
            Known = check;
            return check;
        }
    }

    private bool IsOf(ShelfDocuments documents) => documents.UnitDigest == Row.UnitDigest && documents.TeardownDigest == Row.TeardownDigest;

    private RecordCheck Read(ShelfDocuments documents)
    {
        try
        {
            var (unit, teardown) = (StoredDocuments.Unit(Id, documents.Unit, documents.UnitVersion), StoredDocuments.Teardown(Row.TeardownId, documents.Teardown, documents.TeardownVersion));
            return RecordValidation.Check(HeadDocuments.Merge(unit, teardown, Row.Served > 1), Under.Rubric);
        }
        catch (UnreadableException exception)
        {
            return new(exception.Faults, [], null);
        }
    }

    /// <summary>Sums it up; one that cannot be stands on the shelf as such, and takes nobody else's away.</summary>
    internal void SumUp()
    {
        try
        {
            _ = Summary;
        }
        catch (UnreadableException)
        {
            // Its faults say so from now on.
        }
    }

    private (ShelfSummary Summary, FieldUnit Field) Score()
    {
        var (record, result) = (Record, default(Result));
        using var budget = new CancellationTokenSource(scoring.Budget);
        try
        {
            result = scoring.Score(record, Under.Rubric, budget.Token);
        }
        catch (Exception exception)
        {
            var why = exception is OperationCanceledException ? $"takes longer than {scoring.Budget.TotalSeconds:F0} s to score" : $"cannot be scored by this version of the program: {exception.Message}";
            var check = new RecordCheck([new("", $"{why}; it can be edited, taken off the shelf, and its file saved")], [], null);
            Known = check;
            throw new UnreadableException($"the unit \"{Id}\"", check.Faults);
        }
        var (summed, ofKinds) = (ShelfSummary.Of(record.Record, result), FieldUnit.Of(result, record.Record));
        summary = summed;
        kinds = ofKinds;
        return (summed, ofKinds);
    }
}

/// <summary>The shelf at one moment, under one rubric. It never changes: an act puts another in its place.</summary>
public sealed class ShelfSnapshot
{
    private readonly ShelfUnit[] all;
    private readonly Dictionary<string, int> places;

    internal ShelfSnapshot(RubricSheet under, IEnumerable<ShelfUnit> units)
    {
        Under = under;
        all = [.. units];
        places = all.Select((unit, place) => (unit.Id, place)).ToDictionary(pair => pair.Id, pair => pair.place, StringComparer.Ordinal);
    }

    private ShelfSnapshot(RubricSheet under, ShelfUnit[] all, Dictionary<string, int> places) => (Under, this.all, this.places) = (under, all, places);

    /// <summary>The shelf with some units as they stand now: most acts change a unit and move none.</summary>
    internal ShelfSnapshot With(IReadOnlySet<string> changed, IReadOnlyList<ShelfUnit> now)
    {
        if (now.Count == changed.Count(places.ContainsKey) && now.All(unit => places.ContainsKey(unit.Id)))
        {
            var copy = (ShelfUnit[])all.Clone();
            foreach (var unit in now)
                copy[places[unit.Id]] = unit;
            return new(Under, copy, places);
        }
        return new(Under, all.Where(unit => !changed.Contains(unit.Id)).Concat(now)
            .OrderBy(unit => unit.Row.CreatedAt, StringComparer.Ordinal).ThenBy(unit => unit.Id, StringComparer.Ordinal));
    }

    /// <summary>The rubric.</summary>
    public RubricSheet Under { get; }

    /// <summary>Every unit in the order of the shelf, those among them that cannot be read.</summary>
    public IReadOnlyList<ShelfUnit> All => all;

    /// <summary>The units that can be read, in the order of the shelf.</summary>
    public IEnumerable<ShelfUnit> Units => All.Where(unit => unit.IsReadable);

    /// <summary>The units that cannot be read.</summary>
    public IEnumerable<ShelfUnit> Unreadable => All.Where(unit => !unit.IsReadable);

    /// <summary>A unit, or null.</summary>
    public ShelfUnit? Find(string id) => places.TryGetValue(id, out var place) ? all[place] : null;
}
