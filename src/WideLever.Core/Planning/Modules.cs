using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Planning;

/// <summary>A module that a catalogue sells.</summary>
public sealed record Module
{
    /// <summary>Its part number.</summary>
    public required string Number { get; init; }

    /// <summary>Memory, storage or wireless.</summary>
    public required PartKind Kind { get; init; }

    /// <summary>Its form, such as <c>SO-DIMM</c> or <c>M.2 2280</c>; null: not said.</summary>
    public string? Form { get; init; }

    /// <summary>Its generation, such as <c>DDR5</c>; null: not said.</summary>
    public string? Generation { get; init; }

    /// <summary>GB; null: it has none, or it is not said.</summary>
    public double? Capacity { get; init; }

    /// <summary>1 or 2; null: not said.</summary>
    public int? Sides { get; init; }

    /// <summary>Thickness in mm; null: not said.</summary>
    public double? ThicknessMm { get; init; }

    /// <summary>Its price; null: not said.</summary>
    public Money? Price { get; init; }
}

/// <summary>Whether a module goes into a place.</summary>
/// <param name="Module">The module.</param>
/// <param name="Against">Why it does not fit; none: nothing that is known speaks against it.</param>
/// <param name="Unsure">What has to be looked at first, because the place or the module does not say.</param>
public sealed record ModuleFit(Module Module, IReadOnlyList<string> Against, IReadOnlyList<string> Unsure);

/// <summary>Modules for a place, by its form, generation, sides, thickness and ceiling.</summary>
public static class ModuleFits
{
    /// <summary>Every module of the place's kind, those that fit first.</summary>
    public static IReadOnlyList<ModuleFit> Of(Part place, Unit machine, IEnumerable<Module> modules, Rubric rubric) =>
    [
        .. modules.Where(module => module.Kind == place.Kind).Select(module => Of(place, machine, module, rubric))
            .OrderBy(fit => fit.Against.Count > 0).ThenBy(fit => fit.Unsure.Count).ThenBy(fit => fit.Module.Capacity).ThenBy(fit => fit.Module.Number, StringComparer.Ordinal),
    ];

    private static ModuleFit Of(Part place, Unit machine, Module module, Rubric rubric)
    {
        var (against, unsure) = (new List<string>(), new List<string>());
        if (rubric.IsInseparable(place.Mounting) == true)
            against.Add($"the place is {place.Mounting!.Value.Word()}");
        else if (place.Mounting is null)
            unsure.Add("how the place holds a module");
        Text("form", place.Interface.Form ?? place.Interface.Name, module.Form);
        Text("generation", place.Interface.Generation ?? place.Interface.Bus ?? place.Interface.Name, module.Generation);
        Most("sides", place.Interface.Sides, module.Sides, "");
        Most("thickness", place.Interface.MaxThicknessMm, module.ThicknessMm, " mm");
        if (rubric.Headroom.Contains(place.Kind))
            Capacity(Headroom.Ceiling(place, machine, rubric));
        return new(module, against, unsure);

        void Text(string what, string? asked, string? has)
        {
            if (asked is null || has is null)
                unsure.Add(what);
            else if (!asked.Contains(has, StringComparison.OrdinalIgnoreCase) && !has.Contains(asked, StringComparison.OrdinalIgnoreCase))
                against.Add($"{what}: the place is {asked}");
        }

        // Only what is stated speaks against a module; what the bench proved speaks for all that is no larger.
        void Capacity(PlaceCeiling ceiling)
        {
            if (ceiling.From == CeilingFrom.School)
                Most("capacity", ceiling.Value, module.Capacity, " GB");
            else if (module.Capacity > ceiling.Low || (module.Capacity is not null && ceiling.From == CeilingFrom.Nothing))
                unsure.Add("capacity");
        }

        void Most(string what, double? most, double? has, string unit)
        {
            if (has is null)
                return;
            if (most is null)
                unsure.Add(what);
            else if (has > most)
                against.Add(FormattableString.Invariant($"{what}: the place takes {most}{unit}"));
        }
    }
}
