namespace WideLever.Storage;

/// <summary>What a window can undo and redo, from the appended changes alone: so it outlives a reload.</summary>
public static class ChangeHistory
{
    /// <summary>The change of this window that undo takes back, and the one that redo takes back; null: there is none.</summary>
    /// <param name="changes">All changes of a document, oldest first.</param>
    /// <param name="windowId">The window.</param>
    public static (Change? Undo, Change? Redo) Of(IReadOnlyList<Change> changes, string windowId)
    {
        var bySequence = changes.ToDictionary(change => change.Sequence);
        // An undo takes back a change, or the redo of one; a redo takes back an undo.
        bool IsUndo(Change change) => change.Undoes is { } undone && bySequence.TryGetValue(undone, out var other) && !IsUndo(other);
        var (done, undone) = (new List<Change>(), new List<Change>());
        // What was changed along with another document is undone there.
        foreach (var change in changes.Where(change => change.WindowId == windowId && change.Revision > 1 && change.Act == change.Sequence))
        {
            if (change.Undoes is not { } target)
            {
                done.Add(change);
                undone.Clear();
            }
            else if (IsUndo(change))
            {
                done.RemoveAll(other => other.Sequence == target);
                undone.Add(change);
            }
            else
            {
                undone.RemoveAll(other => other.Sequence == target);
                done.Add(change);
            }
        }
        return (done.Count > 0 ? done[^1] : null, undone.Count > 0 ? undone[^1] : null);
    }
}
