using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>A unit with its scored teardown, as they stand, under the rubric in use: all of one moment.</summary>
/// <param name="Unit">The unit.</param>
/// <param name="Teardown">Its scored teardown.</param>
/// <param name="Standing">Where it stands.</param>
/// <param name="Served">Units on the shelf that the teardown serves.</param>
/// <param name="Record">The merged record.</param>
/// <param name="Hints">What is allowed and most likely not meant.</param>
/// <param name="Under">The rubric in use.</param>
public sealed record Workpiece(
    Found<UnitDocument> Unit, Found<TeardownDocument> Teardown, Standing Standing, IReadOnlyList<string> Served, CheckedRecord Record, IReadOnlyList<Fault> Hints, RubricSheet Under)
{
    /// <summary>The rubric in use.</summary>
    public Rubric Rubric => Under.Rubric;
}

/// <summary>Looks at single units.</summary>
public sealed class Workpieces(Store store, RubricInUse rubric, Shelf shelf)
{
    /// <summary>A unit on the shelf with its scored teardown.</summary>
    public Outcome<Workpiece> Find(string unitId)
    {
        // Two documents, links and a rubric: looked at again where one moved meanwhile.
        for (; ; )
        {
            var stand = new Stand(store, rubric, shelf);
            try
            {
                var found = Find(stand, unitId);
                if (stand.StillStands())
                    return found;
            }
            catch (UnreadableException exception)
            {
                return Refusal.Unreadable(exception.What, exception.Faults);
            }
        }
    }

    private static Outcome<Workpiece> Find(Stand stand, string unitId)
    {
        if (stand.UnitOnShelf(unitId) is not { } unit || stand.Standing(unitId) is not { } standing || stand.Teardown(standing.Scored) is not { } teardown)
            return Refusal.NoUnit(unitId);
        var served = stand.UnitsOf(teardown.Id).Where(other => !other.Removed).Select(other => other.UnitId).ToList();
        var check = RecordValidation.Check(HeadDocuments.Merge(unit.Document, teardown.Document, stand.IsShared(teardown.Id)), stand.Rubric.Rubric);
        return check.Checked is { } record
            ? new Workpiece(unit, teardown, standing, served, record, check.Hints, stand.Rubric)
            : Refusal.Unreadable($"the unit \"{unitId}\"", check.Faults);
    }

    /// <summary>The teardowns by which a unit could be scored instead, with which it has no fault; none where it cannot be read itself.</summary>
    public IReadOnlyList<Found<TeardownDocument>> Others(string unitId)
    {
        var stand = new Stand(store, rubric, shelf);
        // Most machines have one teardown alone: of those nothing is read.
        return stand.Standing(unitId) is { Removed: false, Teardowns.Count: > 1 } standing && Readable(() => stand.Unit(unitId)) is { } unit
            ? [.. standing.Teardowns.Where(id => id != standing.Scored).Select(id => Readable(() => stand.Teardown(id))).OfType<Found<TeardownDocument>>()
                .Where(other => Checks.Merged(stand, unit.Document, other.Document, stand.IsShared(other.Id)).Checked is not null)]
            : [];
    }

    private static Found<T>? Readable<T>(Func<Found<T>?> look)
    {
        try
        {
            return look();
        }
        catch (UnreadableException)
        {
            // Its faults are told where it stands.
            return null;
        }
    }

    /// <summary>A unit's documents as they are stored, whether they can be read or not.</summary>
    public (Head Unit, Head Teardown)? Stored(string unitId) =>
        store.Documents.Head(DocumentKind.Unit, unitId) is { } unit && store.Standings.Of(unitId) is { } standing
        && store.Documents.Head(DocumentKind.Teardown, standing.Scored) is { } teardown ? (unit, teardown) : null;
}
