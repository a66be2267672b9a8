using System.Globalization;
using System.Text.RegularExpressions;
using WideLever.Core.Records;

namespace WideLever.Core.Planning;

/// <summary>The shape of a module and of the place that takes it.</summary>
public enum FormFamily
{
    /// <summary>A small memory module.</summary>
    SoDimm,

    /// <summary>A memory module of desktops.</summary>
    Dimm,

    /// <summary>A flat memory module.</summary>
    Camm,

    /// <summary>A card, by width and length.</summary>
    M2,

    /// <summary>A small card of older machines.</summary>
    MiniCard,

    /// <summary>A bay for a drive of 2.5 inches.</summary>
    Bay25,
}

/// <summary>What carries a drive's data.</summary>
[Flags]
public enum Buses
{
    /// <summary>Not said.</summary>
    None = 0,

    /// <summary>Serial ATA.</summary>
    Sata = 1,

    /// <summary>PCI Express, which drives speak NVMe over.</summary>
    Pcie = 2,
}

/// <summary>What names and facts of an interface say, as people write them: <c>M.2 2280 NVMe</c>, <c>SATA or PCIe</c>, <c>DDR5-5600</c>.</summary>
public sealed partial record InterfaceFacts
{
    /// <summary>The shape; null: not said.</summary>
    public FormFamily? Form { get; init; }

    /// <summary>Width of a card, mm; null: not said.</summary>
    public int? WidthMm { get; init; }

    /// <summary>Lengths of a card, mm: one of a module, of a place every one that is named; none: not said.</summary>
    public IReadOnlyList<int> LengthsMm { get; init; } = [];

    /// <summary>What carries the data: one of a module, of a place every one that is named.</summary>
    public Buses Bus { get; init; }

    /// <summary>Generation of PCI Express; null: not said.</summary>
    public int? PcieGeneration { get; init; }

    /// <summary>Generations of memory, such as <c>DDR5</c> or <c>LPDDR5X</c>: one of a module, of a place every one that is named; none: not said.</summary>
    public IReadOnlyList<string> Memory { get; init; } = [];

    /// <summary>Volts of a pack or cell; null: not said.</summary>
    public double? Volts { get; init; }

    /// <summary>Cells of a pack; null: not said.</summary>
    public int? Cells { get; init; }

    /// <summary>Contacts of a connector; null: not said.</summary>
    public int? Contacts { get; init; }

    /// <summary>Diagonal of a panel, inches; null: not said.</summary>
    public double? Inches { get; init; }

    /// <summary>Pixels of a panel, such as <c>1920×1200</c>; null: not said.</summary>
    public string? Pixels { get; init; }

    /// <summary>What is left of the texts when every figure above is taken out: names and numbers of their own, without spaces and hyphens.</summary>
    public string Rest { get; init; } = "";

    /// <summary>Speed of memory, MT/s; null: not said.</summary>
    public int? Speed { get; init; }

    /// <summary>Keys of the edge of a card, such as <c>E</c> or <c>BM</c>; empty: not said.</summary>
    public string Keys { get; init; } = "";

    /// <summary>Whether it is said that both sides must not carry chips.</summary>
    public bool SingleSided { get; init; }

    /// <summary>The largest that a limit in words allows, GB; null: none does.</summary>
    public double? MostGb { get; init; }

    /// <summary>How thick a drive of 2.5 inches may be, or is, by its name, mm; null: not said.</summary>
    public double? ThickMm { get; init; }

    /// <summary>What it says besides that a module must share with its place, such as memory with check bits, or a panel that is touched.</summary>
    public IReadOnlyList<string> Ways { get; init; } = [];

    /// <summary>Whether memory of two generations runs in one machine: the low voltage of DDR3L beside DDR3, LPDDR5X beside LPDDR5, and nothing else beside another.</summary>
    public static bool RunTogether(string one, string other) => one == other || other == $"{one}L" || other == $"{one}X" || one == $"{other}X";

    /// <summary>What a place says.</summary>
    public static InterfaceFacts Of(Interface place)
    {
        var limits = place.Limits.SelectMany(Pieces).ToList();
        var facts = Of([place.Form, place.Bus, place.Generation, place.Name, .. limits.Where(limit => !Excludes(limit))]);
        return facts with { Bus = limits.Where(ExcludesBus).Aggregate(facts.Bus, (bus, limit) => bus & ~Of([limit]).Bus) };
    }

    // PCIe only, no SATA: two limits.
    private static IEnumerable<string> Pieces(string limit) => limit.Split([", ", ";"], StringSplitOptions.RemoveEmptyEntries);

    /// <summary>Whether a limit says what does not go in: no SATA cards, but not no longer than 80 mm.</summary>
    private static bool Excludes(string limit) => Negated().IsMatch(limit.ToLowerInvariant());

    /// <summary>Whether what does not go in is one bus and nothing else: PCIe not SATA could be either.</summary>
    private static bool ExcludesBus(string limit) => Excludes(limit) && Of([limit]) is { Bus: Buses.Sata or Buses.Pcie, Form: null or FormFamily.M2, LengthsMm.Count: 0, Memory.Count: 0, Keys.Length: 0, Ways.Count: 0, MostGb: null, PcieGeneration: null };

    /// <summary>What a module says.</summary>
    public static InterfaceFacts Of(Module module) => Of([module.Form, module.Bus, module.Generation, module.Name]);

    /// <summary>What some texts say together.</summary>
    public static InterfaceFacts Of(IReadOnlyList<string?> texts)
    {
        var text = string.Join(" ; ", texts.Where(one => one is not null)).ToLowerInvariant();
        var cards = Card().Matches(text);
        var lengths = cards.Select(card => int.Parse(card.Groups["length"].ValueSpan, CultureInfo.InvariantCulture)).Distinct().Order().ToList();
        var generation = Pcie().Match(text);
        IReadOnlyList<string> memory = [.. Ddr().Matches(text).Select(one => one.Groups["ddr"].Value.ToUpperInvariant()).Distinct()];
        // A socket that is named by its contacts alone takes what has as many.
        if (memory.Count == 0 && Pins().Match(text) is { Success: true } pins)
            memory = [pins.Groups["pins"].Value switch { "262" => "DDR5", "260" => "DDR4", "204" => "DDR3", _ => "DDR2" }];
        return new()
        {
            Form = Family(text, lengths.Count > 0),
            WidthMm = cards.Count > 0 ? int.Parse(cards[0].Groups["width"].ValueSpan, CultureInfo.InvariantCulture) : null,
            LengthsMm = lengths,
            Bus = (text.Contains("sata", StringComparison.Ordinal) && !text.Contains("msata", StringComparison.Ordinal) ? Buses.Sata : Buses.None)
                | (text.Contains("msata", StringComparison.Ordinal) ? Buses.Sata : Buses.None)
                | (Express().IsMatch(text) ? Buses.Pcie : Buses.None),
            PcieGeneration = generation.Success ? int.Parse(generation.Groups["generation"].ValueSpan, CultureInfo.InvariantCulture) : null,
            Memory = memory,
            Speed = SpeedIn(text, memory.Count > 0),
            Volts = Voltage().Match(text) is { Success: true } volts ? double.Parse(volts.Groups["volts"].Value.Replace(',', '.'), CultureInfo.InvariantCulture) : null,
            Cells = Cell().Match(text) is { Success: true } cells ? int.Parse(cells.Groups["cells"].ValueSpan, CultureInfo.InvariantCulture) : null,
            Contacts = Contact().Match(text) is { Success: true } contacts ? int.Parse(contacts.Groups["contacts"].ValueSpan, CultureInfo.InvariantCulture) : null,
            Inches = Diagonal().Match(text) is { Success: true } inches ? double.Parse(inches.Groups["inches"].Value.Replace(',', '.'), CultureInfo.InvariantCulture) : null,
            Pixels = Pixel().Match(text) is { Success: true } pixels ? $"{pixels.Groups["wide"].Value}×{pixels.Groups["high"].Value}" : null,
            Rest = string.Concat(Measures().Aggregate(text, (left, measure) => measure.Replace(left, " ")).Where(char.IsLetterOrDigit)),
            Keys = string.Concat(Key().Matches(text).SelectMany(key => key.Groups["keys"].Value).Where(char.IsAsciiLetter).Select(char.ToUpperInvariant).Distinct().Order()),
            SingleSided = Single().IsMatch(text),
            MostGb = Largest().Match(text) is { Success: true } most ? double.Parse(most.Groups["most"].Value.Replace(',', '.'), CultureInfo.InvariantCulture) * (most.Groups["unit"].Value == "tb" ? 1000 : 1) : null,
            ThickMm = Bay().IsMatch(text) && Thick().Match(text) is { Success: true } thick ? double.Parse(thick.Groups["thick"].Value.Replace(',', '.'), CultureInfo.InvariantCulture) : null,
            Ways = [.. WaysSaid.Where(way => Regex.IsMatch(text, $@"(?<!non[- ]?|not |no )\b{way}\b"))],
        };
    }

    private static readonly string[] WaysSaid = ["ecc", "registered", "cnvi", "touch"];

    // What such a limit may say besides its facts without limiting anything further.
    private static readonly HashSet<string> Neutral = [.. (
        "a an and any are at be bay both bus can card cards chips connector contacts do does drive drives each edge either fit fits for gen generation has have high higher height in is it keyed lanes length lengths limit limited limits long longer longest "
        + "max maximum may memory module modules more most must no not of on one only or pack panel per pin pins place ram rows short shorter side sided sides size sizes slot slots socket sockets speed ssd stick sticks support supported supports take taken takes tall than "
        + "that the thick thicker thickness thin this to total two type up usual wide will with x").Split(' ')];

    /// <summary>Whether a limit in words says nothing but what a module is compared with: drives of NVMe that the maker names says more.</summary>
    public static bool IsRead(string limit) => SaysFacts(limit) && Word().Matches(Facts().Aggregate(limit.ToLowerInvariant(), (left, fact) => fact.Replace(left, " "))).All(word => Neutral.Contains(word.Value))
        && Pieces(limit).All(piece => !Excludes(piece) || ExcludesBus(piece));

    private static Regex[] Facts() => [Largest(), Key(), Card(), Pcie(), Express(), Rate(), Ddr(), SoDimm(), Dimm(), Pins(), .. Measures(), Millimetre(), Single(), M2(), Bay(), Said()];

    [GeneratedRegex(@"\b(m?sata|camm2?|ecc|registered|cnvi|touch|gb|tb|wh)\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Said();

    [GeneratedRegex(@"\b(no|not|never|without|except|excluding|instead|cannot|can't|don't|doesn't|won't|neither|nor)\b(?! (more|longer|higher|thicker|larger|taller|bigger|wider|over|above|beyond)\b)", RegexOptions.ExplicitCapture)]
    private static partial Regex Negated();

    [GeneratedRegex("[a-z]+", RegexOptions.ExplicitCapture)]
    private static partial Regex Word();

    private static bool SaysFacts(string limit) => Of([limit]) is var facts && (facts.Form is not null || facts.LengthsMm.Count > 0 || facts.Bus != Buses.None || facts.PcieGeneration is not null || facts.Memory.Count > 0 || facts.Volts is not null || facts.Cells is not null
        || facts.Contacts is not null || facts.Inches is not null || facts.Keys.Length > 0 || facts.SingleSided || facts.MostGb is not null || facts.Ways.Count > 0);

    /// <summary>Every length that a text says, mm.</summary>
    public static IReadOnlyList<double> Millimetres(string text) => [.. Millimetre().Matches(text.ToLowerInvariant()).Select(one => double.Parse(one.Groups["mm"].Value.Replace(',', '.'), CultureInfo.InvariantCulture))];

    private static FormFamily? Family(string text, bool isCard) =>
        SoDimm().IsMatch(text) ? FormFamily.SoDimm : text.Contains("camm", StringComparison.Ordinal) ? FormFamily.Camm : Dimm().IsMatch(text) ? FormFamily.Dimm
        : text.Contains("msata", StringComparison.Ordinal) || text.Contains("mini card", StringComparison.Ordinal) || text.Contains("mini-card", StringComparison.Ordinal) ? FormFamily.MiniCard
        : M2().IsMatch(text) || isCard ? FormFamily.M2 : Bay().IsMatch(text) ? FormFamily.Bay25 : null;

    private static int? SpeedIn(string text, bool isMemory) =>
        isMemory && Rate().Match(text) is { Success: true } rate ? int.Parse(rate.Groups["rate"].ValueSpan, CultureInfo.InvariantCulture) : null;

    [GeneratedRegex(@"(?<!\d)(?<width>12|16|22|30)( ?[x×] ?)?(?<length>16|26|30|42|60|80|110)(?!\d)", RegexOptions.ExplicitCapture)]
    private static partial Regex Card();

    [GeneratedRegex(@"\bpci-?e\b|\bpci express\b|\bnvme\b|\bgen ?[1-6]\b|\bpcie[1-6]", RegexOptions.ExplicitCapture)]
    private static partial Regex Express();

    [GeneratedRegex(@"(pci-?e|pci express|nvme)\s*(gen\.?\s*)?(?<generation>[1-6])(\.0)?(?![\d.])|\bgen\.?\s*(?<generation>[1-6])\b|(?<![\d.])(?<generation>[1-6])\.0\s*x\s*\d", RegexOptions.ExplicitCapture)]
    private static partial Regex Pcie();

    [GeneratedRegex(@"(?<ddr>(lp)?ddr[1-6][lx]?)(?![a-z])", RegexOptions.ExplicitCapture)]
    private static partial Regex Ddr();

    [GeneratedRegex(@"(?<=ddr[1-6][lx]?[- ])(?<rate>\d{3,5})\b|\b(?<rate>\d{3,5}) ?(mt/s|mt|mhz)\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Rate();

    [GeneratedRegex(@"\bkeys?:? ?(?<keys>[abem]\b(([+/&, ]+| or | and )[abem]\b)*)|\b(?<keys>[abem]([+/&][abem])?)[- ]keye?d?\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Key();

    [GeneratedRegex(@"\b(?<pins>200|204|260|262)[- ]?pins?\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Pins();

    [GeneratedRegex(@"(?<![\d.,])(?<volts>\d{1,2}([.,]\d{1,2})?) ?v(olts?)?\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Voltage();

    [GeneratedRegex(@"(?<!\d)(?<cells>\d)[- ]?cells?\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Cell();

    [GeneratedRegex(@"(?<!\d)(?<contacts>\d{2,3})[- ]?(pins?|contacts?)\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Contact();

    [GeneratedRegex(@"(?<![\d.,])(?<inches>1\d([.,]\d{1,2})?)[- ]?(""|″|in\b|inch(es)?\b)", RegexOptions.ExplicitCapture)]
    private static partial Regex Diagonal();

    [GeneratedRegex(@"(?<!\d)(?<wide>\d{3,4}) ?[x×] ?(?<high>\d{3,4})(?!\d)", RegexOptions.ExplicitCapture)]
    private static partial Regex Pixel();

    [GeneratedRegex(@"(?<![\d.,])\d{1,3}([.,]\d+)? ?wh\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Energy();

    // What a thing is called by everybody is no name of its own.
    [GeneratedRegex(@"\b(socket|slot|card|module|processor|pack|battery|coin|button|cell|panel|layout)s?\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Common();

    [GeneratedRegex(@"\b(up to|max(imum|\.)?|at most|no more than|not more than|limited to|limit(ed)?:?) (of )?(?<most>\d+([.,]\d+)?) ?(?<unit>gb|tb)\b|\b(?<most>\d+([.,]\d+)?) ?(?<unit>gb|tb) (max(imum|\.)?|at most|(per|a|each) (slot|socket|place|module|stick))\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Largest();

    [GeneratedRegex(@"(?<![\d.,])(?<mm>\d{1,3}([.,]\d+)?) ?mm\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Millimetre();

    [GeneratedRegex(@"(?<![\d.,])(?<thick>[3-9]|[12]\d|\d{1,2}[.,]\d) ?mm\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Thick();

    private static Regex[] Measures() => [Pixel(), Diagonal(), Contact(), Cell(), Voltage(), Energy(), Common()];

    [GeneratedRegex(@"\b(single|one)[- ]sided", RegexOptions.ExplicitCapture)]
    private static partial Regex Single();

    [GeneratedRegex(@"\bc?so[- ]?dimm|\b(200|204|260|262)[- ]?pins?\b", RegexOptions.ExplicitCapture)]
    private static partial Regex SoDimm();

    [GeneratedRegex(@"\bu?dimm|\b(184|240|288)[- ]?pins?\b", RegexOptions.ExplicitCapture)]
    private static partial Regex Dimm();

    [GeneratedRegex(@"\bm\.?2\b", RegexOptions.ExplicitCapture)]
    private static partial Regex M2();

    [GeneratedRegex(@"(?<![\d.])2[.,]5(\s*(""|″|in\b|inch|-inch|zoll)|\b)", RegexOptions.ExplicitCapture)]
    private static partial Regex Bay();
}
