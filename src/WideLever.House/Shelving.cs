using WideLever.Core.Records;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>A unit that was put on the shelf.</summary>
/// <param name="Id">The id that it got.</param>
/// <param name="Hints">What is allowed and most likely not meant.</param>
/// <param name="SameCode">Other units on the shelf with the same model code.</param>
public sealed record Shelved(string Id, IReadOnlyList<Fault> Hints, IReadOnlyList<string> SameCode);

/// <summary>A further teardown of a unit.</summary>
/// <param name="Id">The id that it got.</param>
public sealed record TeardownId(string Id);

/// <summary>Puts units on the shelf and takes them off, and says by which teardowns they stand.</summary>
public sealed class Shelving(Desk desk, Store store)
{
    /// <summary>Puts a record on the shelf as a new unit with a new teardown.</summary>
    /// <param name="windowId">The window that does it.</param>
    /// <param name="record">The record.</param>
    /// <param name="reading">What was at fault in reading it.</param>
    /// <param name="what">What is done, for people.</param>
    public Outcome<Shelved> Shelve(string windowId, TeardownRecord record, IReadOnlyList<Fault> reading, string what) =>
        ShelveAll(windowId, [new(record, reading)], what) switch
        {
            { Value: { } shelved } => shelved[0],
            var refused => refused.Refusal!,
        };

    /// <summary>Puts several records on the shelf in one act: all of them, or none.</summary>
    /// <param name="windowId">The window that does it.</param>
    /// <param name="records">Each with what was at fault in reading it.</param>
    /// <param name="what">What is done, for people.</param>
    public Outcome<IReadOnlyList<Shelved>> ShelveAll(string windowId, IReadOnlyList<(TeardownRecord Record, IReadOnlyList<Fault> Reading)> records, string what) =>
        desk.Do<IReadOnlyList<Shelved>>(windowId, stand => Shelve(stand, records) switch
        {
            { Value: { } made } => new Proposal<IReadOnlyList<Shelved>>(what, made.Writings, made.Shelved[0].Id, made.Shelved),
            var refused => refused.Refusal!,
        });

    internal sealed record Made(List<Writing> Writings, IReadOnlyList<Shelved> Shelved);

    internal Outcome<Made> Shelve(Stand stand, IReadOnlyList<(TeardownRecord Record, IReadOnlyList<Fault> Reading)> records)
    {
        var writings = new List<Writing>();
        var shelved = new List<Shelved>();
        foreach (var (record, reading) in records)
        {
            var check = RecordReader.Check(record, stand.Rubric.Rubric, reading);
            if (check.Checked is null)
                return Refusal.Faulty(check.Faults);
            var wanted = Ids.Of(record.Unit.ModelCode, "unit");
            var (unitId, teardownId) = (stand.FreeId(DocumentKind.Unit, wanted), stand.FreeId(DocumentKind.Teardown, wanted));
            writings.Add(New(DocumentKind.Teardown, teardownId, HeadDocuments.TeardownOf(record)));
            writings.Add(New(DocumentKind.Unit, unitId, HeadDocuments.UnitOf(record)));
            writings.Add(new PutStanding(unitId, null, new(teardownId, [teardownId], false)));
            shelved.Add(new(unitId, check.Hints, store.Documents.UnitsWithCode(record.Unit.ModelCode)));
        }
        return new Made(writings, shelved);
    }

    private static PutDocument New<T>(DocumentKind kind, string id, T document) => new(kind, id, 0, RecordJson.Canonical(document));

    /// <summary>Begins a variant of a unit: another machine of the same shell, served by the same teardown.</summary>
    /// <param name="windowId">The window that does it.</param>
    /// <param name="unitId">The unit.</param>
    /// <param name="variant">The new unit by the one that it is a variant of.</param>
    /// <param name="what">What is done, for people.</param>
    public Outcome<Shelved> BeginVariant(string windowId, string unitId, Func<UnitDocument, UnitDocument> variant, string what) => desk.Do<Shelved>(windowId, stand =>
    {
        if (stand.UnitOnShelf(unitId) is not { } unit || stand.Standing(unitId) is not { } standing)
            return Refusal.NoUnit(unitId);
        var made = variant(unit.Document);
        var teardown = stand.Teardown(standing.Scored)!;
        // A sister that was alone so far is checked as one of several from now on; that frees it of faults and brings none.
        var check = Checks.Merged(stand, made, teardown.Document, shared: true);
        if (check.Checked is null)
            return Refusal.Faulty(check.Faults);
        var id = stand.FreeId(DocumentKind.Unit, Ids.Of(made.Unit.ModelCode, "unit"));
        return new Proposal<Shelved>(
            what, [New(DocumentKind.Unit, id, made), new PutStanding(id, null, new(teardown.Id, [teardown.Id], false))], id,
            new(id, check.Hints, store.Documents.UnitsWithCode(made.Unit.ModelCode)));
    });

    /// <summary>Begins a further teardown of a unit. It is not the scored one.</summary>
    /// <param name="windowId">The window that does it.</param>
    /// <param name="unitId">The unit.</param>
    /// <param name="teardown">The teardown.</param>
    /// <param name="wantedId">The id to give, with a number behind it where it is taken.</param>
    /// <param name="what">What is done, for people.</param>
    public Outcome<TeardownId> BeginTeardown(string windowId, string unitId, TeardownDocument teardown, string wantedId, string what) => desk.Do<TeardownId>(windowId, stand =>
    {
        if (stand.UnitOnShelf(unitId) is not { } unit || stand.Standing(unitId) is not { } standing)
            return Refusal.NoUnit(unitId);
        var check = Checks.Merged(stand, unit.Document, teardown, shared: false);
        if (check.Checked is null)
            return Refusal.Faulty(check.Faults);
        var id = stand.FreeId(DocumentKind.Teardown, wantedId);
        return new Proposal<TeardownId>(
            what, [New(DocumentKind.Teardown, id, teardown), new PutStanding(unitId, standing, standing with { Teardowns = [.. standing.Teardowns, id] })], unitId, new(id));
    });

    /// <summary>Scores a unit by another of its teardowns from now on; bench and verdict show that one.</summary>
    public Outcome<TeardownId> ScoreBy(string windowId, string unitId, string teardownId) => desk.Do<TeardownId>(windowId, stand =>
    {
        if (stand.UnitOnShelf(unitId) is not { } unit || stand.Standing(unitId) is not { } standing || !standing.Teardowns.Contains(teardownId))
            return Refusal.NotFound($"teardown \"{teardownId}\" of a unit \"{unitId}\"");
        var check = Checks.Merged(stand, unit.Document, stand.Teardown(teardownId)!.Document, stand.IsShared(teardownId));
        return check.Checked is null
            ? Refusal.Faulty(check.Faults)
            : new Proposal<TeardownId>("chose the teardown that is scored", standing.Scored == teardownId ? [] : [new PutStanding(unitId, standing, standing with { Scored = teardownId })], unitId, new(teardownId));
    });

    /// <summary>Takes a unit off the shelf. Nothing is deleted.</summary>
    public Outcome<Standing> Remove(string windowId, string unitId) => desk.Do<Standing>(windowId, stand =>
    {
        if (stand.Standing(unitId) is not { } standing)
            return Refusal.NoUnit(unitId);
        return Stands("took the unit off the shelf", unitId, standing, standing with { Removed = true });
    });

    /// <summary>Puts a unit back on the shelf, which must be without fault under the rubric in use and beside the teardown as it is now.</summary>
    public Outcome<Standing> Restore(string windowId, string unitId) => desk.Do<Standing>(windowId, stand =>
    {
        if (stand.Standing(unitId) is not { } standing || stand.Unit(unitId) is not { } unit)
            return Refusal.NoUnit(unitId);
        var check = Checks.Merged(stand, unit.Document, stand.Teardown(standing.Scored)!.Document, stand.IsShared(standing.Scored));
        return check.Checked is null ? Refusal.Faulty(check.Faults) : Stands("put the unit back on the shelf", unitId, standing, standing with { Removed = false });
    });

    private static Proposal<Standing> Stands(string what, string unitId, Standing before, Standing after) =>
        new(what, before.Removed == after.Removed ? [] : [new PutStanding(unitId, before, after)], unitId, after);
}
