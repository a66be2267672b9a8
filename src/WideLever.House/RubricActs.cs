using WideLever.Core.Checking;
using WideLever.Core.Rubrics;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>A revision of a rubric.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Revision">Its revision.</param>
public sealed record RubricChoice(string Name, int Revision);

/// <summary>Keeps revisions of rubrics, and puts one into use.</summary>
public sealed class RubricActs(Desk desk, Store store, Shelf shelf)
{
    /// <summary>Keeps a revision, which never changes from then on.</summary>
    /// <param name="windowId">The window that does it.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="document">Its document.</param>
    /// <param name="note">Why; null: not said.</param>
    public Outcome<RubricChoice> Keep(string windowId, Rubric rubric, ReadOnlyMemory<byte> document, string? note)
    {
        var faults = new List<Fault>();
        OneLine.Check(faults, "note", note, RecordLimits.Text, required: false);
        if (faults.Count > 0)
            return Refusal.Faulty(faults);
        return desk.Do<RubricChoice>(windowId, _ =>
        {
            // A revision never changes, so there is nothing that could change between this look and the commit but another keeping the same.
            if (store.Rubrics.Find(rubric.Name, rubric.Revision) is { } kept && kept.Digest != Documents.DigestOf(document.Span))
            {
                return Refusal.Conflict(
                    $"Revision {rubric.Revision} of \"{rubric.Name}\" is there already with other numbers, and a revision never changes. Nothing was changed. Give this one another name or the next revision.");
            }
            return new Proposal<RubricChoice>(
                "kept a rubric", [new KeepRubric(rubric.Name, rubric.Revision, document, string.IsNullOrWhiteSpace(note) ? null : note.Trim())], "rubric", new(rubric.Name, rubric.Revision));
        });
    }

    /// <summary>Puts a kept revision into use, unless a unit on the shelf would be at fault under it.</summary>
    public Outcome<RubricChoice> Use(string windowId, RubricChoice choice, CancellationToken cancellation)
    {
        if (store.Rubrics.Find(choice.Name, choice.Revision) is not { } row)
            return Refusal.NotFound($"rubric \"{choice.Name}\", revision {choice.Revision}");
        var (sheet, faults) = RubricSheet.Of(row);
        if (sheet is null)
            return Refusal.Unreadable($"the rubric \"{row.Name}\", revision {row.Revision}", faults);
        // Read ahead, so that nobody's change waits for it.
        shelf.WithRecords(cancellation);
        return desk.Do<RubricChoice>(windowId, stand =>
        {
            var atFault = FaultsUnder(sheet.Rubric, stand.Shelf);
            return atFault.Count > 0 ? Refusal.Faulty(atFault) : new Proposal<RubricChoice>("put a rubric into use", [new UseRubric(choice.Name, choice.Revision)], "rubric", choice);
        });
    }

    /// <summary>What would be at fault in units on the shelf under another rubric: kinds that they lack and that it has in every machine.</summary>
    public static IReadOnlyList<Fault> FaultsUnder(Rubric rubric, ShelfSnapshot shelf) =>
    [
        .. shelf.Units.SelectMany(unit => unit.Record.Record.Absent.Where(kind => RecordValidation.MustHave(kind, rubric)).Select(kind =>
            new Fault("mayBeAbsent", $"the unit \"{unit.Id}\" on the shelf has no \"{kind.Word()}\", which the rubric would have in every machine"))),
    ];
}
