using System.Globalization;
using System.Text.RegularExpressions;
using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>What a word can mean; which of its meanings holds is decided by the phrase that it stands in.</summary>
internal sealed record Term
{
    /// <summary>The action that the word names outright.</summary>
    public Verb? Verb { get; init; }

    /// <summary>The action that it stands for where the phrase names none; null where that cannot be told.</summary>
    public Verb? Implied { get; init; }

    public Drive? Drive { get; init; }

    public bool? Captive { get; init; }

    public Cover? Cover { get; init; }

    /// <summary>The word of the format that it is with each action whose kind it tells.</summary>
    public IReadOnlyList<(Verb Verb, int Word)> Tells { get; init; } = [];

    /// <summary>Position of the word that it is with an action; null: it says nothing of its kind.</summary>
    public int? WordOf(Verb verb)
    {
        foreach (var told in Tells)
        {
            if (told.Verb == verb)
                return told.Word;
        }
        return null;
    }
}

/// <summary>The words of a step line: every word of the format, its plural and its short forms. <c>docs/step-line.md</c>, <em>Words</em>.</summary>
internal static partial class Vocabulary
{
    private static readonly Dictionary<string, Term> ByWord = Build();

    /// <summary>Most words that one term has.</summary>
    public const int LongestTerm = 3;

    /// <summary>Words that begin a clause rather than belong to a phrase.</summary>
    public static readonly IReadOnlySet<string> Clauses = new HashSet<string>(StringComparer.OrdinalIgnoreCase)
    {
        "after", "off", "live", "needs", "together", "took", "tighten", "late", "damage", "along", "hard", "fragile", "tried", "missing",
        "tip", "warning", "symptom", "remark", "note", "with",
    };

    /// <summary>The word that begins the clause of a surprise.</summary>
    public static string Clause(SurpriseKind kind) => kind switch
    {
        SurpriseKind.FoundLate => "late",
        SurpriseKind.PartCameAlong => "along",
        SurpriseKind.GaveUp => "tried",
        _ => kind.Word(),
    };

    /// <summary>What completes in a phrase, what is needed most first.</summary>
    public static readonly IReadOnlyList<string> Completions =
    [
        "clips", "captive", "cover", "coax", "card", "lift", "unplug", "under", "module", "flip", "wire", "bar", "part", "paste", "pad", "peel",
        "foot", "feet", "label", "seal", "shield", "film", "tape", "plug", "board", "assembly", "display", "release tab", "foam", "gasket", "soft glue", "rigid glue",
        "unbond", "slide lock", "slide", "push", "press", "tight wire", "blade", "spring", "latches", "swing", "switch", "route", "move", "liquid metal",
        "thermal", "loose", "screws", "slotted", "six-lobe", "six-lobe pin", "five-lobe", "tri-lobe", "cross", "jis", "hex", "nut", "spanner",
        "off", "after", "needs nothing", "together", "with", "took", "note", "remark", "tighten", "late", "damage", "along", "hard", "fragile", "tried",
        "missing", "tip", "warning", "symptom", "live",
    ];

    /// <summary>Every word that a phrase knows, to find the nearest one.</summary>
    public static IEnumerable<string> All => ByWord.Keys.Concat(Clauses).Append("under");

    public static Term? Find(string words) => ByWord.GetValueOrDefault(words.ToLowerInvariant());

    /// <summary>The tool that a word or two after <c>with</c> name.</summary>
    public static bool TryTool(string words, out Tool tool) => Tools.TryGetValue(words, out tool);

    /// <summary>Tool words, to complete and to find the nearest one.</summary>
    public static readonly IReadOnlyDictionary<string, Tool> Tools = BuildTools();

    /// <summary>The kind that a word of the format, or a name used at the bench, stands for.</summary>
    public static bool TryKind(string words, out PartKind kind) => Kinds.TryGetValue(words, out kind);

    /// <summary>Kind words, the format's own first.</summary>
    public static readonly IReadOnlyDictionary<string, PartKind> Kinds = BuildKinds();

    public static bool TryMounting(string word, out Mounting mounting) => WordList.TryParse(word.ToLowerInvariant(), out mounting);

    // Letters before the number of a driver's size, longest first where one begins another.
    private static readonly (string Letters, Drive Drive)[] SizeLetters =
    [
        ("PH", Drive.Cross), ("JIS", Drive.CrossJis), ("SL", Drive.Slotted), ("SP", Drive.Spanner), ("TR", Drive.SixLobePin), ("T", Drive.SixLobe),
        ("P", Drive.FiveLobe), ("Y", Drive.TriLobe), ("H", Drive.Hex), ("N", Drive.Nut),
    ];

    [GeneratedRegex(@"^(?:PH|JIS|SL|SP|TR|T|P|Y|H|N)(?:0{1,4}|[1-9]\d?)(?:[.,]\d)?", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex SizeShape();

    [GeneratedRegex(@"^M\d{1,2}(?:[.,]\d{1,2})?", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex ThreadShape();

    [GeneratedRegex(@"^[x×*]\d+(?:[.,]\d+)?(?:mm)?", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex TimesShape();

    [GeneratedRegex(@"^\d+(?:[.,]\d+)?mm", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex MillimetresShape();

    [GeneratedRegex(@"^\d+(?:[.,]\d+)?", RegexOptions.CultureInvariant)]
    private static partial Regex NumberShape();

    [GeneratedRegex(@"^(\d{1,4})[-–](\d{1,4})", RegexOptions.CultureInvariant)]
    private static partial Regex SpanShape();

    [GeneratedRegex(@"^(?:~(\d{1,4})|(\d{1,4})\+)", RegexOptions.CultureInvariant)]
    private static partial Regex RoughShape();

    /// <summary>The longest piece at the start of a word that has the shape of a size, thread, length or number; else the whole word.</summary>
    public static int PieceLength(string word)
    {
        foreach (var shape in new[] { SpanShape(), RoughShape(), TimesShape(), MillimetresShape(), NumberShape(), SizeShape(), ThreadShape() })
        {
            if (shape.Match(word) is { Success: true } piece && (piece.Length == word.Length || !char.IsAsciiDigit(word[piece.Length])))
                return piece.Length;
        }
        return word.Length;
    }

    /// <summary>The drive of a size such as <c>PH0</c>, and its usual spelling.</summary>
    public static bool TrySize(string word, out Drive drive, out string size)
    {
        size = word.ToUpperInvariant().Replace(',', '.');
        drive = default;
        if (SizeShape().Match(word).Length != word.Length || word.Length == 0)
            return false;
        var upper = size;
        drive = SizeLetters.First(letters => upper.StartsWith(letters.Letters, StringComparison.Ordinal)).Drive;
        return true;
    }

    /// <summary>The usual spelling of a thread such as <c>M2.5</c>.</summary>
    public static bool TryThread(string word, out string thread)
    {
        thread = word.ToUpperInvariant().Replace(',', '.');
        return word.Length > 0 && ThreadShape().Match(word).Length == word.Length;
    }

    /// <summary>A length written <c>x5</c>, <c>x5mm</c> or <c>5mm</c>, mm.</summary>
    public static bool TryLength(string word, out double length)
    {
        length = 0;
        return word.Length > 0 && (TimesShape().Match(word).Length == word.Length || MillimetresShape().Match(word).Length == word.Length)
            && TryNumber(word.TrimStart('x', 'X', '×', '*').TrimEnd('m', 'M'), out length);
    }

    public static bool TryNumber(string word, out double number) =>
        double.TryParse(word.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out number);

    /// <summary>A span of counts written <c>9-11</c>; <c>~10</c>, a fifth either way; <c>10+</c>, up to twice as many.</summary>
    public static bool TrySpan(string word, out (int Least, int Most) span)
    {
        span = default;
        if (SpanShape().Match(word) is { Success: true } apart && apart.Length == word.Length)
            span = (Whole(apart.Groups[1]), Whole(apart.Groups[2]));
        else if (RoughShape().Match(word) is { Success: true } rough && rough.Length == word.Length)
            span = rough.Groups[1] is { Success: true } about ? (Math.Max(Math.Min(1, Whole(about)), (int)(Whole(about) * 0.8)), (int)Math.Ceiling(Whole(about) * 1.2)) : (Whole(rough.Groups[2]), 2 * Whole(rough.Groups[2]));
        else
            return false;
        return true;

        static int Whole(Group digits) => int.Parse(digits.ValueSpan, CultureInfo.InvariantCulture);
    }

    /// <summary>Whether a word names more than one: without a number before it nobody counted.</summary>
    public static bool IsPlural(string word) => Plurals.Contains(word) || ActionRow.All.Any(row => row.SaidOfMany.Contains(word, StringComparer.OrdinalIgnoreCase));

    private static readonly HashSet<string> Plurals = new(StringComparer.OrdinalIgnoreCase)
    {
        "nuts", "wires", "flips", "bars", "antennas", "leads", "modules", "cards", "blades", "springs",
        "feet", "labels", "seals", "shields", "films", "tapes", "tabs", "gaskets", "parts", "assemblies", "boards", "pads",
    };

    private static Dictionary<string, Term> Build()
    {
        var terms = new Dictionary<string, Term>(StringComparer.Ordinal);
        void Add(string words, Term term)
        {
            foreach (var word in words.Split(',', StringSplitOptions.TrimEntries))
                terms.Add(word.ToLowerInvariant(), term);
        }
        foreach (var row in ActionRow.All)
        {
            foreach (var word in row.Said.Concat(row.SaidOfMany))
                terms.Add(word, new Term { Verb = row.Verb });
        }
        // Slides along a guide, or names a connector where the phrase unplugs.
        terms["slide"] = terms["slides"] = new Term { Verb = Verb.Slide, Tells = [(Verb.Unplug, (int)Connector.SlideLock)] };

        Add("cross, ph", new Term { Drive = Drive.Cross });
        Add("slotted, slot, flat", new Term { Drive = Drive.Slotted });
        Add("crossjis, cross jis, jis", new Term { Drive = Drive.CrossJis });
        Add("sixlobe, six-lobe, six lobe", new Term { Drive = Drive.SixLobe });
        Add("hex", new Term { Drive = Drive.Hex });
        Add("nut, nuts, hex nut, hex nuts", new Term { Drive = Drive.Nut });
        Add("sixlobepin, six-lobe pin, six lobe pin", new Term { Drive = Drive.SixLobePin });
        Add("fivelobe, five-lobe, five lobe", new Term { Drive = Drive.FiveLobe });
        Add("trilobe, tri-lobe, tri lobe", new Term { Drive = Drive.TriLobe });
        Add("spanner", new Term { Drive = Drive.Spanner });
        Add("captive, cap", new Term { Captive = true });
        Add("loose", new Term { Captive = false });

        void Connection(string words, Connector connector) => Add(words, new Term { Tells = [(Verb.Unplug, (int)connector)], Implied = Verb.Unplug });
        Connection("wireplug, wire plug, wire, wires", Connector.WirePlug);
        Connection("tightwireplug, tight wire plug, tight wire, tight", Connector.TightWirePlug);
        Connection("fliplock, flip lock, flip-lock, flip, flips", Connector.FlipLock);
        Connection("slidelock, slide lock, slide-lock", Connector.SlideLock);
        Connection("pushfit, push fit, push-fit, push", Connector.PushFit);
        Connection("pressfit, press fit, press-fit, press", Connector.PressFit);
        Connection("barlock, bar lock, bar-lock, bar, bars", Connector.BarLock);
        Connection("coax, antenna, antennas, lead, leads, antenna wire, antenna wires, antenna lead, antenna leads", Connector.Coax);
        Connection("latchedmodule, latched module, module, modules", Connector.LatchedModule);
        Connection("slidecard, slide card, card, cards", Connector.SlideCard);
        Connection("blade, blades", Connector.Blade);
        Connection("springcontact, spring contact, spring, springs", Connector.SpringContact);

        Add("none, nothing", new Term { Cover = Cover.None });
        Add("plug, plugs", new Term { Cover = Cover.Plug });
        Add("foot, feet", new Term { Cover = Cover.Foot, Tells = [(Verb.Peel, (int)PeelWhat.Foot)], Implied = Verb.Peel });
        Add("label, labels", new Term { Cover = Cover.Label, Tells = [(Verb.Peel, (int)PeelWhat.Label)], Implied = Verb.Peel });
        Add("seal, seals", new Term { Cover = Cover.Seal, Tells = [(Verb.Peel, (int)PeelWhat.Seal)], Implied = Verb.Peel });
        Add("shield, shields", new Term { Cover = Cover.Shield, Tells = [(Verb.Peel, (int)PeelWhat.Shield)], Implied = Verb.Peel });
        Add("film, films", new Term { Tells = [(Verb.Peel, (int)PeelWhat.Film)], Implied = Verb.Peel });
        // A tape is peeled, parted as a bond, or hides a screw: the phrase must say which.
        Add("tape, tapes", new Term { Cover = Cover.Tape, Tells = [(Verb.Peel, (int)PeelWhat.Tape), (Verb.Unbond, (int)Bond.Tape)] });

        void Bonded(string words, Bond bond) => Add(words, new Term { Tells = [(Verb.Unbond, (int)bond)], Implied = Verb.Unbond });
        Bonded("releasetab, release tab, release tabs", Bond.ReleaseTab);
        Bonded("foam, foam tape", Bond.Foam);
        Bonded("gasket, gaskets, foam gasket", Bond.Gasket);
        Bonded("softglue, soft glue, soft", Bond.SoftGlue);
        Bonded("rigidglue, rigid glue, rigid", Bond.RigidGlue);

        Add("cover", new Term { Tells = [(Verb.Lift, (int)LiftWhat.Cover)] });
        Add("part, parts", new Term { Tells = [(Verb.Lift, (int)LiftWhat.Part)] });
        Add("assembly, assemblies", new Term { Tells = [(Verb.Lift, (int)LiftWhat.Assembly)] });
        Add("board, boards", new Term { Tells = [(Verb.Lift, (int)LiftWhat.Board)] });
        Add("display", new Term { Tells = [(Verb.Lift, (int)LiftWhat.Display)] });

        Add("pad, pads", new Term { Tells = [(Verb.Thermal, (int)ThermalWhat.Pad)], Implied = Verb.Thermal });
        Add("paste", new Term { Tells = [(Verb.Thermal, (int)ThermalWhat.Paste)], Implied = Verb.Thermal });
        Add("liquidmetal, liquid metal", new Term { Tells = [(Verb.Thermal, (int)ThermalWhat.LiquidMetal)], Implied = Verb.Thermal });
        return terms;
    }

    private static Dictionary<string, Tool> BuildTools()
    {
        var tools = new Dictionary<string, Tool>(StringComparer.OrdinalIgnoreCase);
        // What no drive names comes first: a screw says its tool already.
        foreach (var tool in WordList.Members<Tool>().OrderBy(tool => WordList.TryParse<Drive>(tool.Word(), out _)))
            tools[WordList.Apart(tool.Word())] = tools[tool.Word()] = tool;
        tools["pry"] = Tool.PryTool;
        tools["jis"] = Tool.CrossJis;
        tools["six-lobe"] = Tool.SixLobe;
        tools["five-lobe"] = Tool.FiveLobe;
        tools["tri-lobe"] = Tool.TriLobe;
        return tools;
    }

    private static Dictionary<string, PartKind> BuildKinds()
    {
        var kinds = new Dictionary<string, PartKind>(StringComparer.OrdinalIgnoreCase);
        foreach (var kind in WordList.Members<PartKind>())
            kinds[WordList.Apart(kind.Word())] = kinds[kind.Word()] = kind;
        foreach (var (words, kind) in new[]
        {
            ("drive, ssd", PartKind.Storage), ("ram", PartKind.Memory), ("wifi, wireless card", PartKind.Wireless), ("heatsink, cooler", PartKind.Thermal),
            ("keys", PartKind.Keyboard), ("panel", PartKind.DisplayPanel), ("jack", PartKind.ChargePort), ("board, main board", PartKind.Mainboard),
            ("base, base-cover, bottom", PartKind.BaseCover), ("palm rest", PartKind.TopCase), ("lid", PartKind.DisplayAssembly), ("speaker", PartKind.Speakers),
            ("hinges", PartKind.Hinge), ("fans", PartKind.Fan), ("pack", PartKind.Battery),
        })
        {
            foreach (var word in words.Split(", "))
                kinds[word] = kind;
        }
        return kinds;
    }
}
