using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Scoring;
using WideLever.House;
using WideLever.Storage;

namespace WideLever.Web.Units;

/// <summary>Units as windows see them.</summary>
public static class UnitViews
{
    /// <summary>A unit as a window sees it.</summary>
    public static UnitView Of(Workpiece piece, string windowId, Store store, Undo undo, CancellationToken cancellation)
    {
        var (unitId, record) = (piece.Unit.Id, piece.Record.Record);
        var result = Scorer.Score(piece.Record, piece.Rubric, cancellation);
        return new()
        {
            Id = unitId,
            Revision = piece.Unit.Revision,
            TeardownId = piece.Teardown.Id,
            TeardownRevision = piece.Teardown.Revision,
            Variants = [.. piece.Served.Where(id => id != unitId).Select(id => Variant(store, id, piece.Unit.Document)).OfType<VariantView>()],
            Teardowns = [.. piece.Standing.Teardowns.Select(id => Teardown(id, piece, result, store, cancellation))],
            Record = record,
            Hints = piece.Hints,
            Places = PartPlace.Of(piece.Record, piece.Rubric),
            Names = PartNames.Of(record.Parts),
            Claims = ClaimChecks.Of(record, piece.Rubric),
            Efforts = [.. record.Steps.Select(step => EffortView.Of(StepEffort.Of(step, piece.Rubric).Charged))],
            Status = result.Status,
            Signed = ShelfUnit.StateOf(store.Signatures.Latest(unitId), piece.Unit.Digest, piece.Teardown.Digest, piece.Under.Sha256),
            Intake = KnownFacts.Intake(record),
            Parts = KnownFacts.Parts(record, piece.Rubric),
            Undo = undo.ToUndo(DocumentKind.Unit, unitId, windowId),
            Redo = undo.ToRedo(DocumentKind.Unit, unitId, windowId),
        };
    }

    private static VariantView? Variant(Store store, string id, UnitDocument than)
    {
        try
        {
            return store.Documents.Head(DocumentKind.Unit, id) is { } head && StoredDocuments.Unit(id, head.Document, head.Version) is var unit
                ? new(id, unit.Unit.Model, unit.Unit.ModelCode, [.. HeadDifferences.Between(than, unit, Edits.Same).Where(difference => difference.Item is "part" or "absent")])
                : null;
        }
        catch (UnreadableException)
        {
            // It stands on the shelf as what cannot be read; it says nothing of this one.
            return null;
        }
    }

    private static TeardownView Teardown(string id, Workpiece piece, Result scored, Store store, CancellationToken cancellation)
    {
        if (id == piece.Teardown.Id)
            return TeardownView.Of(id, piece.Teardown.Document, scored, scored: true, []);
        var head = store.Documents.Head(DocumentKind.Teardown, id)!;
        try
        {
            var document = StoredDocuments.Teardown(id, head.Document, head.Version);
            var check = RecordValidation.Check(HeadDocuments.Merge(piece.Unit.Document, document, store.Standings.UnitsOf(id).Count > 1), piece.Rubric);
            return TeardownView.Of(id, document, check.Checked is { } record ? Scorer.Score(record, piece.Rubric, cancellation) : null, scored: false, check.Faults);
        }
        catch (UnreadableException exception)
        {
            return new(id, null, null, null, Scored: false, null, null, exception.Faults);
        }
    }
}
