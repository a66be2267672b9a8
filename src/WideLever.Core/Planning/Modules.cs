using System.Globalization;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Planning;

/// <summary>A module that a catalogue sells.</summary>
public sealed record Module
{
    /// <summary>Its part number.</summary>
    public required string Number { get; init; }

    /// <summary>What it is: memory, storage, wireless, a pack, a clock cell, a processor, a panel, a fan, graphics.</summary>
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

    /// <summary>Its connector has another number of contacts.</summary>
    Contacts,

    /// <summary>It is of another size across.</summary>
    Diagonal,
}

/// <summary>Whether a module goes into a place.</summary>
/// <param name="Module">The module.</param>
/// <param name="Against">Why it does not fit; none: nothing that is known speaks against it.</param>
/// <param name="Unsure">What has to be looked at first, because the place or the module does not say.</param>
/// <param name="Forbids">The first fact that forbids it; null: none does.</param>
/// <param name="RunsAt">What it would run at: that of the slower of the two; null: not known, or it does not fit.</param>
public sealed record ModuleFit(Module Module, IReadOnlyList<string> Against, IReadOnlyList<string> Unsure, FitFact? Forbids, string? RunsAt)
{
    /// <summary>What a person wrote of the place in words of their own: limits and notes, to be read beside the answer; none: nothing.</summary>
    public IReadOnlyList<string> Noted { get; init; } = [];
}

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
        List<Part> beside = [.. record.Parts.Where(part => part.Kind == place.Kind && part.Fitted && part.Id != place.Id && !part.Excludes.Contains(place.Id) && !place.Excludes.Contains(part.Id))];
        if (fit.Forbids is not null || beside.Count == 0)
            return fit;
        var own = InterfaceFacts.Of(module).Memory;
        if (place.Kind == PartKind.Memory && own.Count > 0 && InterfaceFacts.Of(place.Interface).Memory.Count > 1)
        {
            var others = beside.Select(part => InterfaceFacts.Of(part.Interface).Memory).Where(named => named.Count > 0).ToList();
            if (others.Find(named => !named.Any(one => own.Any(other => InterfaceFacts.RunTogether(one, other)))) is { } other)
                return fit with { Against = [$"generation: {string.Join(" or ", other)} sits beside it, and two generations do not run together"], Forbids = FitFact.Generation, RunsAt = null };
        }
        // How much the others hold counts where the whole machine has a limit.
        if (module.Capacity is not { } adds || !rubric.Headroom.Contains(place.Kind) || MostOf(record.Unit, place.Kind) is not { } most)
            return fit;
        var known = beside.Sum(part => part.Capacity.Fitted ?? 0);
        if (adds + known > most * Round)
            return fit with { Against = [FormattableString.Invariant($"capacity: with the {known} {Measure(place)} beside it there would be {adds + known} {Measure(place)}, and the machine takes {most}")], Forbids = FitFact.Capacity, RunsAt = null };
        return beside.Exists(part => part.Capacity.Fitted is null) ? fit with { Unsure = [.. fit.Unsure, "how much the other places hold"] } : fit;
    }

    private static double? MostOf(Unit machine, PartKind kind)
    {
        var whole = machine.Ceilings.Of(kind);
        return whole.Bench > whole.Maker ? whole.Bench : whole.Maker ?? whole.Platform ?? whole.Bench;
    }

    private static string Measure(Part place) => place.Kind == PartKind.Battery ? "Wh" : "GB";

    /// <summary>Whether one module goes into a place by itself.</summary>
    public static ModuleFit Of(Part place, Unit machine, Module module, Rubric rubric) => Of(place, InterfaceFacts.Of(place.Interface), machine, module, InterfaceFacts.Of(module), rubric);

    /// <summary>The same where what the place and the module say was read before.</summary>
    internal static ModuleFit Of(Part place, InterfaceFacts slot, Unit machine, Module module, InterfaceFacts has, Rubric rubric)
    {
        var (against, unsure) = (new List<(FitFact Fact, string Why)>(), new List<string>());
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
        Most(FitFact.Thickness, "thickness", place.Interface.MaxThicknessMm ?? slot.ThickMm, module.ThicknessMm ?? has.ThickMm, " mm");
        unsure.AddRange(has.Ways.Except(slot.Ways).Concat(module.Kind == PartKind.DisplayPanel ? slot.Ways.Except(has.Ways) : []).Select(way => $"whether the place is for {(way == "ecc" ? "memory with check bits (ECC)" : way == "cnvi" ? "CNVi" : way == "touch" ? "a panel that is touched" : "registered memory")}"));
        // A limit that nobody here understands is looked at by whoever holds the module.
        unsure.AddRange(place.Interface.Limits.Where(limit => !InterfaceFacts.IsRead(limit) && !Restates(limit)).Select(limit => $"what is written of the place: {limit}"));
        if (rubric.Headroom.Contains(place.Kind))
            Capacity(Headroom.Ceiling(place, machine, rubric));
        Machine();
        return new(module, [.. against.Select(one => one.Why)], unsure, against.Count > 0 ? against.Min(one => one.Fact) : null, against.Count > 0 ? null : RunsAt()) { Noted = [.. place.Interface.Limits, .. place.Notes is { Length: > 0 } notes ? [notes] : (string[])[]] };

        // No drive higher than 7 mm: a figure that is compared by itself.
        bool Restates(string limit) => InterfaceFacts.Millimetres(limit) is { Count: > 0 } said && said.All(mm => mm == place.Interface.MaxLengthMm || mm == place.Interface.MaxThicknessMm || mm == slot.ThickMm || (slot.LengthsMm is [.., var longest] && mm == longest));

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

        // What has no family of forms is compared figure by figure, and then by its name.
        void Text(string? asked, string? said)
        {
            if (asked is null || said is null)
            {
                unsure.Add("form");
                return;
            }
            Same(FitFact.Cells, "cells", slot.Cells, has.Cells, (one, other) => one == other, "the place is for {0}");
            Same(FitFact.Voltage, "voltage", slot.Volts, has.Volts, (one, other) => Math.Abs(one - other) <= 0.2, "the place is {0} V");
            // Near is not the same: cells of another chemistry are charged to another voltage.
            if (slot.Volts is { } asks && has.Volts is { } gives && Math.Abs(asks - gives) is > 0.05 and <= 0.2)
                unsure.Add("voltage");
            Same(FitFact.Contacts, "contacts", slot.Contacts, has.Contacts, (one, other) => one == other, "the place has {0}");
            Same(FitFact.Diagonal, "diagonal", slot.Inches, has.Inches, (one, other) => Math.Abs(one - other) < 0.05, "the place is for {0} inches");
            if (slot.Pixels is not null && slot.Pixels != has.Pixels)
                unsure.Add("pixels");
            var (own, other) = (slot.Rest, has.Rest);
            if (!own.Contains(other, StringComparison.OrdinalIgnoreCase) && !other.Contains(own, StringComparison.OrdinalIgnoreCase) && !against.Exists(one => one.Fact is FitFact.Cells or FitFact.Voltage or FitFact.Contacts or FitFact.Diagonal))
                against.Add((FitFact.Form, $"form: the place is {asked}"));
        }

        void Same<T>(FitFact fact, string what, T? asked, T? said, Func<T, T, bool> agree, string words) where T : struct
        {
            if (asked is { } one && said is { } other && !agree(one, other))
                against.Add((fact, string.Format(CultureInfo.InvariantCulture, $"{what}: {words}", one)));
            else if (asked is not null && said is null)
                unsure.Add(what);
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
            else if (!slot.Memory.Any(asked => has.Memory.Any(said => InterfaceFacts.RunTogether(asked, said))))
            {
                against.Add((FitFact.Generation, $"generation: the place is {string.Join(" or ", slot.Memory)}"));
            }
            else if (has.Memory.Count > 1)
            {
                unsure.Add("generation");
            }
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
            // Of what is written of the place and what is stated of the machine the lower holds.
            var stated = ceiling.From == CeilingFrom.School ? ceiling.Value : null;
            if (slot.MostGb < stated || stated is null)
                stated = slot.MostGb;
            if (stated is not null)
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
