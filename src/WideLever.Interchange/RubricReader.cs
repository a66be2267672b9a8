using System.Text.Json;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Interchange;

/// <summary>Reads the open format <c>wide-lever/rubric</c>, version 1. Method, <em>Schools: where practitioners differ</em>.</summary>
public static class RubricReader
{
    /// <summary>The name of the format.</summary>
    public const string Format = "wide-lever/rubric";

    /// <summary>Its version.</summary>
    public const int Version = 1;

    private static readonly Lazy<Rubric> HouseRubric = new(() =>
        Read(HouseBytes).Rubric ?? throw new InvalidOperationException("the house rubric that ships with the program has a fault"));

    /// <summary>The house rubric that ships with the program.</summary>
    public static Rubric House => HouseRubric.Value;

    /// <summary>Its file.</summary>
    public static byte[] HouseBytes
    {
        get
        {
            using var stream = typeof(RubricReader).Assembly.GetManifestResourceStream("house.json")
                ?? throw new InvalidOperationException("the house rubric is missing from the program");
            var bytes = new byte[stream.Length];
            stream.ReadExactly(bytes);
            return bytes;
        }
    }

    /// <summary>The rubric of a file, or null with every fault.</summary>
    public static (Rubric? Rubric, IReadOnlyList<Fault> Faults) Read(ReadOnlyMemory<byte> utf8)
    {
        var faults = new List<Fault>();
        using var document = JsonText.ParseReadable(utf8, faults);
        if (document is null)
            return (null, faults);
        var fields = new Fields(document.Root, Place.Root, faults);
        if (!RecordReader.IsFormat(fields, Format, Version))
            return (null, faults);
        var rubric = Rubric(fields);
        fields.End();
        // The ranges are judged only where every number could be read: what stands in for a missing one would be judged too.
        if (faults.Count == 0)
            faults.AddRange(RubricValidation.Check(rubric));
        return (faults.Count == 0 ? rubric : null, faults);
    }

    /// <summary>A rubric with other answers to the schools, or null with the faults. Both sides of a pair are words of the format.</summary>
    public static (Rubric? Rubric, IReadOnlyList<Fault> Faults) WithSchools(Rubric rubric, IEnumerable<KeyValuePair<string, string>> answers)
    {
        var faults = new List<Fault>();
        var schools = rubric.Schools;
        foreach (var (question, answer) in answers)
        {
            schools = question switch
            {
                "powerFirst" => schools with { PowerFirst = Answer<PowerFirst>(question, answer, faults) },
                "assemblies" => schools with { Assemblies = Answer<Assemblies>(question, answer, faults) },
                "ceiling" => schools with { Ceiling = Answer<CeilingSource>(question, answer, faults) },
                "effort" => schools with { Effort = Answer<EffortSchool>(question, answer, faults) },
                "insideMean" => schools with { InsideMean = Exponent(question, answer, faults) },
                "acrossMean" => schools with { AcrossMean = Exponent(question, answer, faults) },
                _ => Unrecognised(question, schools, faults),
            };
        }
        return (faults.Count == 0 ? rubric with { Schools = schools } : null, faults);
    }

    private static readonly string[] Questions = ["powerFirst", "assemblies", "ceiling", "effort", "insideMean", "acrossMean"];

    private static Schools Unrecognised(string question, Schools schools, List<Fault> faults)
    {
        faults.Add(new($"schools.{question}", $"unrecognised question{NearestWord.Clause(question, Questions)}"));
        return schools;
    }

    private static T Answer<T>(string question, string answer, List<Fault> faults) where T : struct, Enum
    {
        if (!WordList.TryParse<T>(answer, out var option))
            faults.Add(new($"schools.{question}", $"unrecognised option \"{answer}\": one of {string.Join(", ", WordList.Of<T>())}"));
        return option;
    }

    private static int Exponent(string question, string answer, List<Fault> faults)
    {
        if (answer is "1" or "0" or "-1")
            return int.Parse(answer, System.Globalization.CultureInfo.InvariantCulture);
        faults.Add(new($"schools.{question}", $"unrecognised option \"{answer}\": one of 1, 0, -1"));
        return 0;
    }

    // A rubric from before version 2 of the method lacks what came with it, and reads as that version did.
    private const double NeverBites = double.Epsilon;

    private static WordTable<Verb, Count> UnknownCounts(Fields parent)
    {
        if (parent.Lacks("unknownCount"))
            return House.UnknownCount;
        var fields = parent.Object("unknownCount");
        var counts = new WordTable<Verb, Count>(verb => fields.RequiredSpan(verb.Word()));
        fields.End();
        return counts;
    }

    private static OrderedTable<PartKind, OpenCeiling> OpenCeilings(Fields parent)
    {
        var fields = parent.Object("openCeiling");
        var ceilings = new List<KeyValuePair<PartKind, OpenCeiling>>();
        foreach (var kind in RubricKinds.Headroom.Where(kind => !fields.Lacks(kind.Word())))
        {
            if (fields.Numbers(kind.Word(), 3, "a list of three numbers: the least, what it is taken for, the greatest", required: false) is [var least, var taken, var greatest])
                ceilings.Add(new(kind, new(least, taken, greatest)));
        }
        fields.End(RubricKinds.Headroom.Select(kind => kind.Word()));
        return new(ceilings);
    }

    /// <summary>A rubric from its fields, or what is asked of them noted down.</summary>
    internal static Rubric Rubric(Fields fields)
    {
        var captive = fields.RequiredObject("captive");
        var mixed = fields.RequiredObject("mixedLengths");
        var extraTool = fields.RequiredObject("extraTool");
        var combined = fields.RequiredObject("combined");
        var status = fields.RequiredObject("status");
        var currency = fields.RequiredText("currency");
        if (!currency.StartsWith('\u0001') && !Currencies.IsKnown(currency))
            fields.Add(fields.At("currency"), "is not an ISO 4217 currency code, such as EUR");
        var revision = fields.RequiredWhole("revision");
        if (revision < 1)
            fields.Add(fields.At("revision"), "must be a whole number from 1 up");
        // They are fixed in the core.
        fields.EveryWord<Drive>("drives");
        var rubric = new Rubric
        {
            Name = fields.RequiredText("name"),
            Revision = revision,
            Currency = currency,
            Times = Times(fields.RequiredObject("times")),
            UnknownCount = UnknownCounts(fields),
            Covers = Numbers<Cover>(fields, "covers"),
            CaptiveYes = captive.RequiredNumber("yes"),
            CaptiveNo = captive.RequiredNumber("no"),
            ScrewBase = fields.RequiredNumber("screwBase"),
            ClipBurden = fields.RequiredNumber("clipBurden"),
            BurdenAtHalf = fields.RequiredNumber("burdenAtHalf"),
            PerExtraLength = mixed.RequiredNumber("perExtraLength"),
            MixedLengthsFloor = mixed.RequiredNumber("floor"),
            Tools = Numbers<Tool>(fields, "tools"),
            ExtraToolFree = extraTool.RequiredNumber("free"),
            ExtraToolFactor = extraTool.RequiredNumber("factor"),
            Bonds = Numbers<Bond>(fields, "bonds"),
            ExtraBond = fields.RequiredNumber("extraBond"),
            Mountings = Numbers<Mounting>(fields, "mountings"),
            Inseparable = fields.Words<Mounting>("inseparable").ToHashSet(),
            UnitShare = fields.Lacks("unitShare") ? new WordTable<PartKind, double>(_ => 0) : Table<PartKind, double>(fields.Object("unitShare"), Number),
            Supply = Numbers<Supply>(fields, "supply"),
            OpenSupply = fields.Number("openSupply"),
            Paired = fields.RequiredNumber("paired"),
            PriceShareAtZero = fields.RequiredNumber("priceShareAtZero"),
            PriceReference = Numbers<MachineClass>(fields, "priceReference"),
            Damage = Damage(fields.RequiredObject("damage")),
            SmallHeads = fields.Texts("smallHeads").ToHashSet(StringComparer.Ordinal),
            SurvivalAtZero = fields.RequiredNumber("survivalAtZero"),
            Standards = Numbers<Standard>(fields, "standards"),
            Criteria = Numbers<Criterion>(fields, "criteria"),
            Reach = Kinds(fields, "reach", RubricKinds.Reach, Pair),
            Repair = Kinds(fields, "repair", RubricKinds.Repair, Number),
            MayBeAbsent = fields.Words("mayBeAbsent", RubricKinds.Repair).ToHashSet(),
            Upgrade = Kinds(fields, "upgrade", RubricKinds.Upgrade, Number),
            UpgradeCriteria = Numbers<UpgradeCriterion>(fields, "upgradeCriteria"),
            AccessCriteria = Kinds(fields, "accessCriteria", RubricKinds.Access, Number),
            Headroom = Kinds(fields, "headroom", RubricKinds.Headroom, Pair),
            OpenCeiling = OpenCeilings(fields),
            OwnCeiling = fields.Words("ownCeiling", RubricKinds.Headroom).ToHashSet(),
            Schools = Schools(fields.RequiredObject("schools")),
            Floor = fields.RequiredNumber("floor"),
            ValueFrom = fields.OwnNumber("valueFrom") ?? NeverBites,
            Combined = new(combined.RequiredNumber("repair"), combined.RequiredNumber("upgrade")),
            Status = new(status.RequiredNumber("provisionalBelow"), status.RequiredNumber("draftBelow"), status.RequiredNumber("provisionalAboveWidth")),
            Resolution = fields.RequiredNumber("resolution"),
        };
        foreach (var part in new[] { captive, mixed, extraTool, combined, status })
            part.End();
        return rubric;
    }

    private static Times Times(Fields fields)
    {
        var times = new Times
        {
            ToolPickUp = OutBack(fields, "toolPickUp"),
            PerStep = fields.RequiredNumber("perStep"),
            Unscrew = ScrewTimes(fields.RequiredObject("unscrew")),
            Cover = OutBacks<Cover>(fields, "cover"),
            Standard = new(row => row.Verb == Verb.Unscrew ? [default] : Each(fields, row, OutBack)),
            UnknownBondLength = Span(fields, "unknownBondLength"),
        };
        fields.End();
        return times;
    }

    private static ScrewTimes ScrewTimes(Fields fields)
    {
        var times = new ScrewTimes(
            fields.RequiredNumber("seat"),
            fields.RequiredNumber("stow"),
            fields.RequiredNumber("place"),
            fields.RequiredNumber("start"),
            fields.RequiredNumber("final"),
            fields.RequiredNumber("perTurn"),
            Pitches(fields),
            Span(fields, "unknownLength"));
        fields.End();
        return times;
    }

    /// <summary>Threads are texts, not words of the format: a rubric may have any, but at least one.</summary>
    private static Dictionary<string, double> Pitches(Fields fields)
    {
        var pitches = new Dictionary<string, double>(StringComparer.Ordinal);
        fields.Shape?.NumbersByName("pitch");
        if (fields.Has("pitch", out var table) && table.ValueKind == JsonValueKind.Object)
        {
            foreach (var (thread, value) in table.Pairs())
                pitches[thread!] = fields.Number(fields.At($"pitch.{thread}"), value) ?? 1;
        }
        if (pitches.Count == 0)
        {
            fields.Add(fields.At("pitch"), "must give the pitch of at least one thread");
            pitches["M2"] = 1;
        }
        return pitches;
    }

    private static Damage Damage(Fields fields)
    {
        var damage = new Damage
        {
            UnscrewSmallHead = fields.RequiredNumber("unscrewSmallHead"),
            Chance = new(row => Each(fields, row, Number)),
        };
        fields.End();
        return damage;
    }

    private static Schools Schools(Fields fields)
    {
        var schools = new Schools
        {
            PowerFirst = fields.RequiredWord<PowerFirst>("powerFirst"),
            Assemblies = fields.RequiredWord<Assemblies>("assemblies"),
            Ceiling = fields.RequiredWord<CeilingSource>("ceiling"),
            Effort = fields.RequiredWord<EffortSchool>("effort"),
            InsideMean = Exponent(fields, "insideMean"),
            AcrossMean = Exponent(fields, "acrossMean"),
        };
        fields.End();
        return schools;
    }

    private static int Exponent(Fields fields, string name) => fields.RequiredWhole(name, 1, 0, -1);

    private static WordTable<T, double> Numbers<T>(Fields parent, string name) where T : struct, Enum => Table<T, double>(parent.RequiredObject(name), Number);

    /// <summary>The value of an action, or its table of words.</summary>
    private static List<TValue> Each<TValue>(Fields parent, ActionRow row, Func<Fields, string, TValue> read)
    {
        if (row.Word is not { } of)
            return [read(parent, row.Verb.Word())];
        var fields = parent.RequiredObject(row.Verb.Word());
        var values = of.Words.Select(word => read(fields, word)).ToList();
        fields.End();
        return values;
    }

    private static WordTable<T, OutBack> OutBacks<T>(Fields parent, string name) where T : struct, Enum => Table<T, OutBack>(parent.RequiredObject(name), OutBack);

    private static WordTable<TWord, TValue> Table<TWord, TValue>(Fields fields, Func<Fields, string, TValue> read) where TWord : struct, Enum
    {
        var table = new WordTable<TWord, TValue>(word => read(fields, word.Word()));
        fields.End();
        return table;
    }

    private static OrderedTable<TWord, TValue> Kinds<TWord, TValue>(
        Fields parent, string name, IReadOnlyList<TWord> words, Func<Fields, string, TValue> read) where TWord : struct, Enum
    {
        var fields = parent.RequiredObject(name);
        var table = new OrderedTable<TWord, TValue>([.. words.Select(word => KeyValuePair.Create(word, read(fields, word.Word())))]);
        fields.End();
        return table;
    }

    private static double Number(Fields fields, string name) => fields.RequiredNumber(name);

    private static OutBack OutBack(Fields fields, string name)
    {
        var pair = Pair(fields, name);
        return new(pair.First, pair.Second);
    }

    private static Span Span(Fields fields, string name)
    {
        var pair = Pair(fields, name);
        return new(pair.First, pair.Second);
    }

    private static Thresholds Pair(Fields fields, string name)
    {
        return fields.Numbers(name, 2, "a list of two numbers", required: true) is [var first, var second] ? new(first, second) : new(1, 2);
    }
}
