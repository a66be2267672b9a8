namespace WideLever.Core.Records;

/// <summary>How an item of a head document changed.</summary>
public enum ItemChange
{
    /// <summary>It is new.</summary>
    Added,

    /// <summary>It is not what it was.</summary>
    Changed,

    /// <summary>It is gone.</summary>
    Removed,

    /// <summary>Its order among its like is another.</summary>
    Moved,
}

/// <summary>An item of a head document that changed.</summary>
/// <param name="Item">What it is: unit, price, loan, claims, reasons, absent, part, teardown, layers, guidance, notes, step or photo.</param>
/// <param name="Id">Its id where it is a step, part or photo.</param>
/// <param name="Title">Its title, for people.</param>
/// <param name="How">How it changed.</param>
public sealed record ItemDifference(string Item, string? Id, string Title, ItemChange How);

/// <summary>What differs between two states of a head document, item by item, for people.</summary>
public static class HeadDifferences
{
    /// <summary>What differs between two states of a unit.</summary>
    /// <param name="before">The earlier state.</param>
    /// <param name="after">The later one.</param>
    /// <param name="same">Whether two items are the same.</param>
    public static IReadOnlyList<ItemDifference> Between(UnitDocument before, UnitDocument after, Func<object?, object?, bool> same) =>
    [
        .. Whole("unit", "the machine's data", UnitFacets.Rest(before.Unit), UnitFacets.Rest(after.Unit), same),
        .. UnitFacets.Apart.SelectMany(facet => Whole(facet.Item, facet.Title, facet.Of(before.Unit), facet.Of(after.Unit), same)),
        .. Whole("absent", "the absent kinds", before.Absent, after.Absent, same),
        .. Items("part", before.Parts, after.Parts, part => part.Id, part => part.Id, same),
    ];

    /// <summary>What differs between two states of a teardown.</summary>
    /// <param name="before">The earlier state.</param>
    /// <param name="after">The later one.</param>
    /// <param name="same">Whether two items are the same.</param>
    public static IReadOnlyList<ItemDifference> Between(TeardownDocument before, TeardownDocument after, Func<object?, object?, bool> same) =>
    [
        .. Whole("teardown", "the teardown's data", before.Teardown, after.Teardown, same),
        .. Whole("layers", "the layers", before.Layers, after.Layers, same),
        .. Whole("guidance", "the guidance marks", before.Guidance, after.Guidance, same),
        .. Whole("notes", "the notes", before.Notes, after.Notes, same),
        .. Items("step", before.Steps, after.Steps, step => step.Id, step => step.Title, same),
        .. Items("photo", before.Photos, after.Photos, photo => photo.Id, photo => photo.Caption ?? photo.Id, same),
    ];

    private static IEnumerable<ItemDifference> Whole(string item, string title, object? before, object? after, Func<object?, object?, bool> same)
    {
        if (!same(before, after))
            yield return new(item, null, title, ItemChange.Changed);
    }

    private static IEnumerable<ItemDifference> Items<T>(
        string item, IReadOnlyList<T> before, IReadOnlyList<T> after, Func<T, string> id, Func<T, string> title, Func<object?, object?, bool> same)
    {
        var old = before.ToDictionary(id, StringComparer.Ordinal);
        var current = after.ToDictionary(id, StringComparer.Ordinal);
        foreach (var gone in before.Where(one => !current.ContainsKey(id(one))))
            yield return new(item, id(gone), title(gone), ItemChange.Removed);
        foreach (var one in after)
        {
            if (!old.TryGetValue(id(one), out var was))
                yield return new(item, id(one), title(one), ItemChange.Added);
            else if (!same(was, one))
                yield return new(item, id(one), title(one), ItemChange.Changed);
        }
        var stayed = before.Select(id).Where(current.ContainsKey);
        var stay = after.Select(id).Where(old.ContainsKey);
        foreach (var (was, now) in stayed.Zip(stay))
        {
            if (was == now)
                continue;
            yield return new(item, now, title(current[now]), ItemChange.Moved);
            yield break;
        }
    }
}
