namespace WideLever.Core.Records;

/// <summary>
/// Takes a change of a head document back out of a later state, item by item: what other windows changed since stays, and where
/// they changed the same item there is nothing to answer with.
/// </summary>
public static class HeadReversals
{
    /// <summary>The later state of a teardown without a change.</summary>
    /// <param name="before">The state before the change.</param>
    /// <param name="after">The state after it.</param>
    /// <param name="now">The later state.</param>
    /// <param name="same">Whether two items are the same.</param>
    /// <returns>The new state; null where an item that the change touched was touched again.</returns>
    public static TeardownDocument? Reverse(TeardownDocument before, TeardownDocument after, TeardownDocument now, Func<object?, object?, bool> same)
    {
        var undone = HeadDifferences.Between(after, before, same);
        if (Clash(undone, HeadDifferences.Between(after, now, same)))
            return null;
        var steps = Items(undone, "step", before.Steps, now.Steps, step => step.Id);
        var photos = Items(undone, "photo", before.Photos, now.Photos, photo => photo.Id);
        return TeardownEdits.WithSteps(
            now with
            {
                Teardown = Touched(undone, "teardown") ? before.Teardown : now.Teardown,
                Guidance = Touched(undone, "guidance") ? before.Guidance : now.Guidance,
                Notes = Touched(undone, "notes") ? before.Notes : now.Notes,
                Photos = photos,
            }, steps);
    }

    /// <summary>The later state of a unit without a change, as <see cref="Reverse(TeardownDocument, TeardownDocument, TeardownDocument, Func{object?, object?, bool})"/>.</summary>
    public static UnitDocument? Reverse(UnitDocument before, UnitDocument after, UnitDocument now, Func<object?, object?, bool> same)
    {
        var undone = HeadDifferences.Between(after, before, same);
        if (Clash(undone, HeadDifferences.Between(after, now, same)))
            return null;
        var parts = Items(undone, "part", before.Parts, now.Parts, part => part.Id);
        // The rest of the machine's data from the one or the other, and each facet from where it was touched.
        var unit = UnitFacets.Apart.Aggregate(
            Touched(undone, "unit") ? before.Unit : now.Unit, (made, facet) => facet.Take(made, Touched(undone, facet.Item) ? before.Unit : now.Unit));
        return new(unit, Touched(undone, "absent") ? before.Absent : now.Absent, parts);
    }

    // Layers follow the steps, whose own differences say whether two changes are in each other's way.
    private static bool Clash(IReadOnlyList<ItemDifference> one, IReadOnlyList<ItemDifference> other) =>
        one.Any(item => item.Item != "layers" && other.Any(second => second.Item == item.Item && (second.Id == item.Id || (item.How == ItemChange.Moved && second.How == ItemChange.Moved))));

    private static bool Touched(IReadOnlyList<ItemDifference> undone, string item) => undone.Any(difference => difference.Item == item);

    private static List<T> Items<T>(IReadOnlyList<ItemDifference> undone, string item, IReadOnlyList<T> before, IReadOnlyList<T> now, Func<T, string> id)
    {
        var old = before.ToDictionary(id, StringComparer.Ordinal);
        var changed = undone.Where(difference => difference.Item == item).ToList();
        var touched = changed.Where(difference => difference.How != ItemChange.Moved).Select(difference => difference.Id).ToHashSet();
        var items = now.Where(one => !touched.Contains(id(one)) || old.ContainsKey(id(one)))
            .Select(one => touched.Contains(id(one)) ? old[id(one)] : one).ToList();
        foreach (var back in before.Where(one => touched.Contains(id(one)) && items.TrueForAll(other => id(other) != id(one))))
            items.Insert(PlaceOf(before, id(back), items, id), back);
        if (changed.Exists(difference => difference.How == ItemChange.Moved))
        {
            // Those of before stand in their old order in the places that they have together.
            var order = new Queue<T>(before.Where(one => items.Exists(other => id(other) == id(one))).Select(one => items.Find(other => id(other) == id(one))!));
            items = [.. items.Select(one => old.ContainsKey(id(one)) ? order.Dequeue() : one)];
        }
        return items;
    }

    /// <summary>Behind the nearest earlier neighbour that is still there.</summary>
    private static int PlaceOf<T>(IReadOnlyList<T> before, string wanted, List<T> items, Func<T, string> id)
    {
        foreach (var neighbour in before.TakeWhile(one => id(one) != wanted).Reverse())
        {
            var at = items.FindIndex(other => id(other) == id(neighbour));
            if (at >= 0)
                return at + 1;
        }
        return 0;
    }
}
