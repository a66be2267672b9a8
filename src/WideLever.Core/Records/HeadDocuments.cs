namespace WideLever.Core.Records;

/// <summary>What belongs to one unit: variants of a shell share a teardown and differ here.</summary>
/// <param name="Unit">The machine.</param>
/// <param name="Absent">Kinds that it does not have.</param>
/// <param name="Parts">Its parts and empty places.</param>
public sealed record UnitDocument(Unit Unit, IReadOnlyList<PartKind> Absent, IReadOnlyList<Part> Parts);

/// <summary>What belongs to one teardown, which may serve several units.</summary>
/// <param name="Teardown">When, where and on what sample.</param>
/// <param name="Layers">Its layers, the outside first.</param>
/// <param name="Guidance">The four marks.</param>
/// <param name="Steps">Its steps in the order carried out.</param>
/// <param name="Notes">Free text of the whole.</param>
public sealed record TeardownDocument(
    Teardown Teardown, IReadOnlyList<string> Layers, Guidance Guidance, IReadOnlyList<Step> Steps, string? Notes)
{
    /// <summary>Its photos.</summary>
    public IReadOnlyList<Photo> Photos { get; init; } = [];
}

/// <summary>What a unit is besides its parts.</summary>
/// <param name="Unit">The machine.</param>
/// <param name="Absent">Kinds that it does not have.</param>
public sealed record UnitHeading(Unit Unit, IReadOnlyList<PartKind> Absent);

/// <summary>What a teardown is besides its steps and their layers.</summary>
/// <param name="Teardown">When, where and on what sample.</param>
/// <param name="Guidance">The four marks.</param>
/// <param name="Notes">Free text of the whole.</param>
public sealed record TeardownHeading(Teardown Teardown, Guidance Guidance, string? Notes = null);

/// <summary>A record is the merged view of one unit and one teardown. <c>docs/record.md</c>.</summary>
public static class HeadDocuments
{
    /// <summary>The record of a unit by one of its teardowns.</summary>
    /// <param name="unit">The unit.</param>
    /// <param name="teardown">The teardown.</param>
    /// <param name="shared">
    /// Whether the teardown serves other units too: then what it frees and this unit lacks is left out, for variants differ in parts.
    /// </param>
    public static TeardownRecord Merge(UnitDocument unit, TeardownDocument teardown, bool shared = false)
    {
        var own = unit.Parts.Select(part => part.Id).ToHashSet(StringComparer.Ordinal);
        return new TeardownRecord
        {
            Unit = unit.Unit,
            Teardown = teardown.Teardown,
            Layers = teardown.Layers,
            Absent = unit.Absent,
            Guidance = teardown.Guidance,
            Steps = shared ? [.. teardown.Steps.Select(step => step with { Frees = [.. step.Frees.Where(own.Contains)] })] : teardown.Steps,
            Parts = InViewIn(teardown, unit.Parts),
            Photos = shared ? [.. teardown.Photos.Select(photo => photo.Part is { } part && !own.Contains(part) ? photo with { Part = null } : photo)] : teardown.Photos,
            Notes = teardown.Notes,
        };
    }

    // Where a part is in view is said in the layers of one teardown; by another of the same unit it is not known.
    private static IReadOnlyList<Part> InViewIn(TeardownDocument teardown, IReadOnlyList<Part> parts) =>
        parts.All(part => part.Layer is not { } layer || teardown.Layers.Contains(layer))
            ? parts
            : [.. parts.Select(part => part.Layer is { } layer && !teardown.Layers.Contains(layer) ? part with { Layer = null } : part)];

    /// <summary>The parts in view in a layer that no teardown of their unit has, by position.</summary>
    public static IEnumerable<int> InViewNowhere(UnitDocument unit, IReadOnlyCollection<TeardownDocument> teardowns) =>
        Enumerable.Range(0, unit.Parts.Count).Where(p => unit.Parts[p].Layer is { } layer && !teardowns.Any(teardown => teardown.Layers.Contains(layer)));

    /// <summary>
    /// A unit whose parts in view keep to the layers of its teardown: where one was renamed they are in view under its new name, and where one went
    /// it is no longer known where they are.
    /// </summary>
    /// <param name="unit">The unit.</param>
    /// <param name="before">The layers that it kept to.</param>
    /// <param name="after">The layers as they are now.</param>
    public static UnitDocument FollowLayers(UnitDocument unit, IReadOnlyList<string> before, IReadOnlyList<string> after)
    {
        if (unit.Parts.All(part => part.Layer is not { } layer || after.Contains(layer)))
            return unit;
        string? Now(string? layer)
        {
            if (layer is null || after.Contains(layer))
                return layer;
            var place = before.ToList().IndexOf(layer);
            // A layer of another teardown of the unit is none of this one's.
            return place < 0 ? layer : before.Count == after.Count && !before.Contains(after[place]) ? after[place] : null;
        }
        return unit with { Parts = [.. unit.Parts.Select(part => part with { Layer = Now(part.Layer) })] };
    }

    /// <summary>What a new variant of a unit inherits: it is another machine, on nobody's loan yet, and its price is its own.</summary>
    /// <param name="unit">The unit.</param>
    /// <param name="modelCode">The variant's exact code.</param>
    /// <param name="model">The name it is sold by; null: the same.</param>
    public static UnitDocument VariantOf(UnitDocument unit, string modelCode, string? model) =>
        unit with { Unit = unit.Unit with { ModelCode = modelCode, Model = model ?? unit.Unit.Model, Loan = null, Price = null, CodeFoundAt = null } };

    /// <summary>A record's unit, as it is kept.</summary>
    public static UnitDocument UnitOf(TeardownRecord record) => new(record.Unit, record.Absent, record.Parts);

    /// <summary>A record's teardown, as it is kept.</summary>
    public static TeardownDocument TeardownOf(TeardownRecord record) =>
        new(record.Teardown, record.Layers, record.Guidance, record.Steps, record.Notes) { Photos = record.Photos };
}
