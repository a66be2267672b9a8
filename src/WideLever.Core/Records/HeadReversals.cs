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
    /// <param name="first">The first state of all, which tells the order of what went and came back meanwhile; null: only before does.</param>
    /// <returns>The new state; null where an item that the change touched was touched again.</returns>
    public static TeardownDocument? Reverse(TeardownDocument before, TeardownDocument after, TeardownDocument now, Func<object?, object?, bool> same, TeardownDocument? first = null)
    {
        if (NewName(before.Layers, after.Layers) is var (old, renamed))
        {
            // A layer is named back wherever it stands by now, also in what came since.
            if (!now.Layers.Contains(renamed) || now.Layers.Contains(old))
                return null;
            (after, now) = (TeardownEdits.RenameLayer(after, renamed, old), TeardownEdits.RenameLayer(now, renamed, old));
        }
        // What comes back comes back into the layers as they are called now.
        var (gone, fresh) = (after.Layers.Except(now.Layers).ToList(), now.Layers.Except(after.Layers).ToList());
        if (gone.Count == fresh.Count)
        {
            foreach (var (was, called) in gone.Zip(fresh))
                (before, after) = (TeardownEdits.RenameLayer(before, was, called), TeardownEdits.RenameLayer(after, was, called));
        }
        var layers = now.Layers.ToList();
        var undone = HeadDifferences.Between(after, before, same);
        var since = HeadDifferences.Between(after, now, same);
        if (Merged("step", undone, since, before.Steps, after.Steps, now.Steps, step => step.Id, same) is not { } merged || Clash(undone, since, merged.Keys))
            return null;
        var steps = Items(undone, "step", before.Steps, now.Steps, step => step.Id, first?.Steps ?? []).Select(step => merged.GetValueOrDefault(step.Id, step)).ToList();
        var photos = Items(undone, "photo", before.Photos, now.Photos, photo => photo.Id, first?.Photos ?? []);
        // A layer that comes back stands where it stood.
        foreach (var layer in before.Layers.Except(after.Layers).Except(layers).ToList())
            layers.Insert(PlaceOf(before.Layers, layer, layers, one => one, first?.Layers ?? []), layer);
        return TeardownEdits.WithSteps(
            now with
            {
                Layers = layers,
                Teardown = Touched(undone, "teardown") ? before.Teardown : now.Teardown,
                Guidance = Touched(undone, "guidance") ? before.Guidance : now.Guidance,
                Notes = Touched(undone, "notes") ? before.Notes : now.Notes,
                Photos = photos,
            }, steps);
    }

    /// <summary>The later state of a unit without a change, as <see cref="Reverse(TeardownDocument, TeardownDocument, TeardownDocument, Func{object?, object?, bool}, TeardownDocument?)"/>.</summary>
    public static UnitDocument? Reverse(UnitDocument before, UnitDocument after, UnitDocument now, Func<object?, object?, bool> same, UnitDocument? first = null)
    {
        var undone = HeadDifferences.Between(after, before, same);
        var since = HeadDifferences.Between(after, now, same);
        if (Merged("part", undone, since, before.Parts, after.Parts, now.Parts, part => part.Id, same) is not { } merged || Clash(undone, since, merged.Keys))
            return null;
        var parts = Items(undone, "part", before.Parts, now.Parts, part => part.Id, first?.Parts ?? []).Select(part => merged.GetValueOrDefault(part.Id, part)).ToList();
        // The rest of the machine's data from the one or the other, and each facet from where it was touched.
        var unit = UnitFacets.Apart.Aggregate(
            Touched(undone, "unit") ? before.Unit : now.Unit, (made, facet) => facet.Take(made, Touched(undone, facet.Item) ? before.Unit : now.Unit));
        return new(unit, Touched(undone, "absent") ? before.Absent : now.Absent, parts);
    }

    private static T With<T>(T item, IReadOnlyList<System.Reflection.PropertyInfo> fields, T from) where T : notnull
    {
        // The copy that the `with` of a record makes.
        var copy = (T)typeof(T).GetMethod("<Clone>$")!.Invoke(item, null)!;
        foreach (var field in fields)
            field.SetValue(copy, field.GetValue(from));
        return copy;
    }

    // What one layer was called and is called, where that alone is the difference between two lists of layers.
    private static (string Old, string New)? NewName(IReadOnlyList<string> before, IReadOnlyList<string> after) =>
        before.Count == after.Count && before.Zip(after).Where(pair => pair.First != pair.Second).ToList() is [var (old, renamed)] && !before.Contains(renamed) ? (old, renamed) : null;

    // An order that was changed has no place for what came or went besides.
    private static bool Orders(ItemDifference one, ItemDifference other) => one.How == ItemChange.Moved && other.How != ItemChange.Changed;

    // What was touched by a change and again since, with the fields of before that the change touched; null where one of them was touched again.
    private static Dictionary<string, T>? Merged<T>(
        string item, IReadOnlyList<ItemDifference> undone, IReadOnlyList<ItemDifference> since, IReadOnlyList<T> before, IReadOnlyList<T> after, IReadOnlyList<T> now,
        Func<T, string> id, Func<object?, object?, bool> same)
        where T : notnull
    {
        IEnumerable<string> Changed(IReadOnlyList<ItemDifference> differences) => differences.Where(one => one.Item == item && one.How == ItemChange.Changed).Select(one => one.Id!);
        var merged = new Dictionary<string, T>(StringComparer.Ordinal);
        foreach (var both in Changed(undone).Intersect(Changed(since)))
        {
            T Of(IReadOnlyList<T> items) => items.First(one => id(one) == both);
            var (old, made, current) = (Of(before), Of(after), Of(now));
            var touched = typeof(T).GetProperties().Where(field => field.CanWrite && !same(field.GetValue(old), field.GetValue(made))).ToList();
            if (touched.Exists(field => !same(field.GetValue(made), field.GetValue(current))))
                return null;
            merged[both] = With(current, touched, old);
        }
        return merged;
    }

    // Layers follow the steps, whose own differences say whether two changes are in each other's way.
    private static bool Clash(IReadOnlyList<ItemDifference> one, IReadOnlyList<ItemDifference> other, IReadOnlyCollection<string> merged) =>
        one.Any(item => item.Item != "layers" && !(item.How == ItemChange.Changed && item.Id is { } id && merged.Contains(id)) && other.Any(second => second.Item == item.Item && ((second.Id == item.Id && item.How != ItemChange.Moved && second.How != ItemChange.Moved) || Orders(item, second) || Orders(second, item))));

    private static bool Touched(IReadOnlyList<ItemDifference> undone, string item) => undone.Any(difference => difference.Item == item);

    private static List<T> Items<T>(IReadOnlyList<ItemDifference> undone, string item, IReadOnlyList<T> before, IReadOnlyList<T> now, Func<T, string> id, IReadOnlyList<T> first)
    {
        var old = before.ToDictionary(id, StringComparer.Ordinal);
        var changed = undone.Where(difference => difference.Item == item).ToList();
        var touched = changed.Where(difference => difference.How != ItemChange.Moved).Select(difference => difference.Id).ToHashSet();
        var items = now.Where(one => !touched.Contains(id(one)) || old.ContainsKey(id(one)))
            .Select(one => touched.Contains(id(one)) ? old[id(one)] : one).ToList();
        foreach (var back in before.Where(one => touched.Contains(id(one)) && items.TrueForAll(other => id(other) != id(one))))
            items.Insert(PlaceOf(before, id(back), items, id, first), back);
        if (changed.Exists(difference => difference.How == ItemChange.Moved))
        {
            // Those of before stand in their old order in the places that they have together.
            var order = new Queue<T>(before.Where(one => items.Exists(other => id(other) == id(one))).Select(one => items.Find(other => id(other) == id(one))!));
            items = [.. items.Select(one => old.ContainsKey(id(one)) ? order.Dequeue() : one)];
        }
        return items;
    }

    /// <summary>Behind the nearest earlier neighbour that is still there, and behind what came back since and stood before it at first.</summary>
    private static int PlaceOf<T>(IReadOnlyList<T> before, string wanted, List<T> items, Func<T, string> id, IReadOnlyList<T> first)
    {
        var known = before.Select(id).ToHashSet(StringComparer.Ordinal);
        var earlier = first.Select(id).TakeWhile(one => one != wanted).ToHashSet(StringComparer.Ordinal);
        var at = before.TakeWhile(one => id(one) != wanted).Reverse().Select(neighbour => items.FindIndex(other => id(other) == id(neighbour))).FirstOrDefault(found => found >= 0, -1) + 1;
        while (at < items.Count && !known.Contains(id(items[at])) && earlier.Contains(id(items[at])))
            at++;
        return at;
    }
}
