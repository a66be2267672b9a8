using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Planning;

/// <summary>A module that a catalogue sells.</summary>
public sealed record Module
{
    /// <summary>Its part number.</summary>
    public required string Number { get; init; }

    /// <summary>Memory, storage, wireless, a pack or a clock cell.</summary>
    public required PartKind Kind { get; init; }

    /// <summary>Its form, such as <c>SO-DIMM</c> or <c>M.2 2280</c>; null: not said.</summary>
    public string? Form { get; init; }

    /// <summary>Its bus, such as <c>SATA</c> or <c>NVMe</c>; null: not said.</summary>
    public string? Bus { get; init; }

    /// <summary>Its name as it is sold, such as <c>M.2 2280 NVMe</c>; null: not said.</summary>
    public string? Name { get; init; }

    /// <summary>Its length in mm; null: as its form says, or not said.</summary>
    public double? LengthMm { get; init; }

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

/// <summary>A fact that can forbid a module a place.</summary>
public enum FitFact
{
    /// <summary>It is of another kind.</summary>
    Kind,

    /// <summary>The place is no place for a module: what is in it cannot be taken out.</summary>
    Mounting,

    /// <summary>Nothing else fits the place.</summary>
    Standard,

    /// <summary>The shapes are others.</summary>
    Form,

    /// <summary>It is too long.</summary>
    Length,

    /// <summary>The edges have other keys.</summary>
    Key,

    /// <summary>They speak no common bus.</summary>
    Bus,

    /// <summary>They are of generations that do not go together.</summary>
    Generation,

    /// <summary>It has chips on both sides and the place takes one.</summary>
    Sides,

    /// <summary>It is too thick.</summary>
    Thickness,

    /// <summary>It has more than the place takes.</summary>
    Capacity,

    /// <summary>It is of another voltage.</summary>
    Voltage,

    /// <summary>It has another number of cells.</summary>
    Cells,
}

/// <summary>Whether a module goes into a place.</summary>
/// <param name="Module">The module.</param>
/// <param name="Against">Why it does not fit; none: nothing that is known speaks against it.</param>
/// <param name="Unsure">What has to be looked at first, because the place or the module does not say.</param>
/// <param name="Forbids">The first fact that forbids it; null: none does.</param>
/// <param name="RunsAt">What it would run at: that of the slower of the two; null: not known, or it does not fit.</param>
public sealed record ModuleFit(Module Module, IReadOnlyList<string> Against, IReadOnlyList<string> Unsure, FitFact? Forbids, string? RunsAt);

/// <summary>
/// Modules for a place, by facts and not by names alone. A faster module in a slower place fits and runs at the place's speed; capacities are sold
/// by round figures, so that 5 % over what is stated still fits; a card that is shorter than the longest fits where its stand-off is.
/// </summary>
public static class ModuleFits
{
    /// <summary>How far a round figure may lie above a stated one.</summary>
    public const double Round = 1.05;

    /// <summary>Every module of the place's kind, those that fit first.</summary>
    public static IReadOnlyList<ModuleFit> Of(Part place, TeardownRecord record, IEnumerable<Module> modules, Rubric rubric) =>
    [
        .. modules.Where(module => module.Kind == place.Kind).Select(module => Of(place, record, module, rubric))
            .OrderBy(fit => fit.Against.Count > 0).ThenBy(fit => fit.Unsure.Count).ThenBy(fit => fit.Module.Capacity).ThenBy(fit => fit.Module.Number, StringComparer.Ordinal),
    ];

    /// <summary>Whether one module goes into a place as the machine is: what the other places hold counts against what the whole of it takes.</summary>
    public static ModuleFit Of(Part place, TeardownRecord record, Module module, Rubric rubric)
    {
        var fit = Of(place, record.Unit, module, rubric);
        var beside = record.Parts.Where(part => part.Kind == place.Kind && part.Fitted && part.Id != place.Id && !part.Excludes.Contains(place.Id) && !place.Excludes.Contains(part.Id)).Sum(part => part.Capacity.Fitted ?? 0);
        return fit.Forbids is null && beside > 0 && module.Capacity + beside is { } all && MostOf(record.Unit, place.Kind) is { } most && all > most * Round
            ? fit with { Against = [FormattableString.Invariant($"capacity: with the {beside} {Measure(place)} beside it there would be {all} {Measure(place)}, and the machine takes {most}")], Forbids = FitFact.Capacity, RunsAt = null }
            : fit;
    }

    private static double? MostOf(Unit machine, PartKind kind)
    {
        var whole = machine.Ceilings.Of(kind);
        return whole.Bench > whole.Maker ? whole.Bench : whole.Maker ?? whole.Platform ?? whole.Bench;
    }

    private static string Measure(Part place) => place.Kind == PartKind.Battery ? "Wh" : "GB";

    /// <summary>Whether one module goes into a place by itself.</summary>
    public static ModuleFit Of(Part place, Unit machine, Module module, Rubric rubric)
    {
        var (against, unsure) = (new List<(FitFact Fact, string Why)>(), new List<string>());
        var (slot, has) = (InterfaceFacts.Of(place.Interface), InterfaceFacts.Of(module));
        if (module.Kind != place.Kind)
            against.Add((FitFact.Kind, $"the place is one for {place.Kind.Name()}"));
        if (rubric.IsInseparable(place.Mounting) == true)
            against.Add((FitFact.Mounting, $"the place is {place.Mounting!.Value.Word()}"));
        else if (place.Mounting is null)
            unsure.Add("how the place holds a module");
        if (place.Interface.Standard == Standard.None)
            against.Add((FitFact.Standard, "nothing else fits the place"));
        // What restricts it is stated, and compared below; where nothing is, it is not known.
        else if (place.Interface is { Standard: Standard.Restricted, Limits.Count: 0, MaxLengthMm: null, MaxThicknessMm: null, Sides: null })
            unsure.Add("whether the machine runs with one that its maker did not name");
        if (place.Spare.Paired == true)
            unsure.Add("whether it works before it is paired with the maker's tool");
        Form();
        if (module.Kind == PartKind.Memory)
            Memory();
        else
            Bus();
        Most(FitFact.Sides, "sides", place.Interface.Sides ?? (slot.SingleSided ? 1 : null), module.Sides ?? (has.SingleSided ? 1 : null), "");
        Most(FitFact.Thickness, "thickness", place.Interface.MaxThicknessMm, module.ThicknessMm, " mm");
        if (rubric.Headroom.Contains(place.Kind))
            Capacity(Headroom.Ceiling(place, machine, rubric));
        Machine();
        return new(module, [.. against.Select(one => one.Why)], unsure, against.Count > 0 ? against.Min(one => one.Fact) : null, against.Count > 0 ? null : RunsAt());

        void Form()
        {
            // What is neither a module nor a card by its name is compared as it is written.
            if (slot.Form is null || has.Form is null)
                Text(place.Interface.Form ?? place.Interface.Name, module.Form ?? module.Name);
            else if (slot.Form != has.Form)
                against.Add((FitFact.Form, $"form: the place is {place.Interface.Form ?? place.Interface.Name}"));
            else if (slot.WidthMm is { } wide && has.WidthMm is { } width && width != wide)
                against.Add((FitFact.Form, FormattableString.Invariant($"form: the place is {wide} mm wide")));
            if (has.Form == FormFamily.M2 && slot.Form == FormFamily.M2)
                Length();
            if (slot.Keys.Length > 0 && has.Keys.Length > 0 && !slot.Keys.Intersect(has.Keys).Any())
                against.Add((FitFact.Key, $"the place has the key {slot.Keys}"));
        }

        void Text(string? asked, string? said)
        {
            // Spaces and hyphens are as people write them.
            static string Plain(string text) => string.Concat(text.Where(char.IsLetterOrDigit));
            if (asked is null || said is null)
                unsure.Add("form");
            else if (slot.Cells is { } cells && has.Cells is { } own && cells != own)
                against.Add((FitFact.Cells, FormattableString.Invariant($"cells: the place is for {cells}")));
            else if (slot.Volts is { } volts && has.Volts is { } other && Math.Abs(volts - other) > 0.2)
                against.Add((FitFact.Voltage, FormattableString.Invariant($"voltage: the place is {volts} V")));
            else if (!Plain(asked).Contains(Plain(said), StringComparison.OrdinalIgnoreCase) && !Plain(said).Contains(Plain(asked), StringComparison.OrdinalIgnoreCase))
                against.Add((FitFact.Form, $"form: the place is {asked}"));
        }

        void Length()
        {
            double? longest = place.Interface.MaxLengthMm ?? (slot.LengthsMm.Count > 0 ? slot.LengthsMm[^1] : null);
            double? length = module.LengthMm ?? (has.LengthsMm.Count > 0 ? has.LengthsMm[^1] : null);
            if (longest is null || length is null)
                unsure.Add("length");
            else if (length > longest)
                against.Add((FitFact.Length, FormattableString.Invariant($"length: the place takes {longest} mm")));
            else if (length < longest && !slot.LengthsMm.Contains((int)length.Value))
                unsure.Add("a stand-off for its length");
        }

        void Memory()
        {
            if (slot.Memory.Count == 0 || has.Memory.Count == 0)
            {
                // What both write in words of their own is compared as it is written.
                if (place.Interface.Generation is { } one && module.Generation is { } other && !one.Contains(other, StringComparison.OrdinalIgnoreCase) && !other.Contains(one, StringComparison.OrdinalIgnoreCase))
                    against.Add((FitFact.Generation, $"generation: the place is {one}"));
                else
                    unsure.Add("generation");
            }
            // The low voltage of DDR3L goes where DDR3 does, and LPDDR5X where LPDDR5 does; nothing else goes elsewhere.
            else if (!slot.Memory.Any(asked => has.Memory.Any(said => Runs(asked, said))))
            {
                against.Add((FitFact.Generation, $"generation: the place is {string.Join(" or ", slot.Memory)}"));
            }
            else if (has.Memory.Count > 1)
            {
                unsure.Add("generation");
            }

            static bool Runs(string asked, string said) => asked == said || said == $"{asked}L" || said == $"{asked}X" || asked == $"{said}X";
        }

        void Bus()
        {
            if (module.Kind != PartKind.Storage)
            {
                if (module.Generation is not null && place.Interface.Generation is null && place.Interface.Name is null && place.Interface.Bus is null)
                    unsure.Add("generation");
                return;
            }
            if (slot.Bus == Buses.None || has.Bus == Buses.None)
                unsure.Add("bus");
            else if ((slot.Bus & has.Bus) == Buses.None)
                against.Add((FitFact.Bus, $"bus: the place is {Name(slot.Bus)}"));
        }

        // What is stated speaks against a module; what the bench proved speaks for all that is no larger.
        void Capacity(PlaceCeiling ceiling)
        {
            if (ceiling.From == CeilingFrom.School && ceiling.Value is { } stated)
            {
                if (module.Capacity is null)
                    unsure.Add("capacity");
                else if (module.Capacity > stated * Round)
                    against.Add((FitFact.Capacity, FormattableString.Invariant($"capacity: the place takes {stated} {Measure(place)}")));
            }
            else if (module.Capacity > ceiling.Low * Round || (module.Capacity is not null && ceiling.From == CeilingFrom.Nothing))
            {
                unsure.Add("capacity");
            }
        }

        // No more than the whole machine takes, whatever the place would.
        void Machine()
        {
            if (MostOf(machine, place.Kind) is { } most && module.Capacity > most * Round && !against.Exists(one => one.Fact == FitFact.Capacity))
                against.Add((FitFact.Capacity, FormattableString.Invariant($"capacity: the machine takes {most} {Measure(place)} in all")));
        }

        void Most(FitFact fact, string what, double? most, double? said, string unit)
        {
            // What a module leaves unsaid does not pass a limit that is known; chips on one side go anywhere.
            if (said is null)
            {
                if (most is not null && !(fact == FitFact.Sides && most >= 2))
                    unsure.Add(what);
                return;
            }
            if (fact == FitFact.Sides && said == 1)
                return;
            // A memory socket of a known form takes chips on either side, and is as thick as its form says.
            if (most is null && (module.Kind != PartKind.Memory || slot.Form is null))
                unsure.Add(what);
            else if (said > most)
                against.Add((fact, FormattableString.Invariant($"{what}: the place takes {most}{unit}")));
        }

        string? RunsAt()
        {
            if (module.Kind == PartKind.Memory)
            {
                var of = slot.Memory is [var only] ? only : has.Memory is [var first, ..] ? first : null;
                return of is null ? null : slot.Speed is { } one && has.Speed is { } other ? FormattableString.Invariant($"{of}-{Math.Min(one, other)}") : of;
            }
            var common = slot.Bus & has.Bus;
            if (module.Kind != PartKind.Storage || common == Buses.None)
                return null;
            if (!common.HasFlag(Buses.Pcie))
                return Name(Buses.Sata);
            // Each side runs at what the slower one can; as that one writes it.
            return (slot.PcieGeneration, has.PcieGeneration) switch
            {
                ({ } one, { } other) => one <= other ? Written(place.Interface.Generation, one) : Written(module.Generation, other),
                _ => null,
            };
        }

        static string Written(string? generation, int known) => generation is not null && InterfaceFacts.Of([generation]).PcieGeneration == known ? generation : FormattableString.Invariant($"PCIe {known}");

        static string Name(Buses bus) => bus switch { Buses.Sata => "SATA", Buses.Pcie => "PCIe", _ => "SATA or PCIe" };
    }
}
