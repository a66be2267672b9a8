using WideLever.Core.Comparing;
using WideLever.Core.Records;

namespace WideLever.Interchange;

/// <summary>Reads the open format <c>wide-lever/what-if</c>, version 1: typed changes to a machine. Every fault is listed with its place.</summary>
public static class ChangeTemplatesReader
{
    /// <summary>The name of the format.</summary>
    public const string Format = "wide-lever/what-if";

    /// <summary>Its version.</summary>
    public const int Version = 1;

    /// <summary>Changes that a file may have, and edits of one.</summary>
    public const int MaxChanges = 200, MaxEdits = 20;

    private static readonly IReadOnlyList<string> Marks = ["manual", "labels", "partNumbers", "order"];

    private static readonly IReadOnlyList<string> Edits = ["setPart", "addPlace", "setGuidance", "replaceActions", "setScrews", "addStep", "moveSteps"];

    /// <summary>The file that ships with the program.</summary>
    public static byte[] ShippedBytes
    {
        get
        {
            using var stream = typeof(ChangeTemplatesReader).Assembly.GetManifestResourceStream("what-if.json")
                ?? throw new InvalidOperationException("the file of changes is missing from the program");
            var bytes = new byte[stream.Length];
            stream.ReadExactly(bytes);
            return bytes;
        }
    }

    /// <summary>The changes of a file, or null with every fault.</summary>
    public static (IReadOnlyList<ChangeTemplate>? Templates, IReadOnlyList<Fault> Faults) Read(ReadOnlyMemory<byte> utf8)
    {
        var faults = new List<Fault>();
        if (utf8.Length > RecordReader.MaxBytes)
            return (null, [new("", "is larger than the 5 MB that a file of changes may have")]);
        using var document = JsonText.ParseReadable(utf8, faults);
        if (document is null)
            return (null, faults);
        var fields = new Fields(document.Root, Place.Root, faults);
        if (!RecordReader.IsFormat(fields, Format, Version))
            return (null, faults);
        var templates = fields.RequiredList("changes", Template);
        fields.End();
        if (templates.Count > MaxChanges)
            fields.Add(fields.At("changes"), $"has more than {MaxChanges} changes");
        foreach (var twice in templates.GroupBy(template => template.Name).Where(group => group.Count() > 1))
            fields.Add(fields.At("changes"), $"has two changes named \"{twice.Key}\"");
        return faults.Count == 0 ? (templates, []) : (null, faults);
    }

    private static ChangeTemplate Template(Fields fields)
    {
        var template = new ChangeTemplate(
            fields.RequiredText("name"), fields.RequiredText("title"), fields.Has("of", out var of) ? Targets(fields.Inner(of, fields.At("of"))) : null,
            [.. fields.RequiredList("edits", Edit).OfType<ChangeEdit>()]);
        fields.End();
        if (template.Edits.Count > MaxEdits)
            fields.Add(fields.At("edits"), $"has more than {MaxEdits} edits");
        if (template.Of is null && template.Edits.Any(edit => edit is SetPart or AddPlace or MoveSteps))
            fields.Add(fields.At("of"), "is required where an edit is about parts");
        return template;
    }

    private static ChangeTargets Targets(Fields fields)
    {
        var targets = new ChangeTargets
        {
            Kinds = fields.Words<PartKind>("kinds"),
            Mountings = fields.Words<Mounting>("mountings"),
            Behind = fields.OwnWord<PartKind>("behind"),
            NotOnSale = fields.YesNo("notOnSale", false),
            Paired = fields.YesNo("paired", false),
        };
        fields.End();
        if (targets.Kinds.Count == 0)
            fields.Add(fields.At("kinds"), "must name at least one kind");
        return targets;
    }

    private static ChangeEdit? Edit(Fields fields)
    {
        var word = fields.RequiredText("edit");
        ChangeEdit? edit = word switch
        {
            "setPart" => new SetPart
            {
                Mounting = fields.OwnWord<Mounting>("mounting"),
                Standard = fields.OwnWord<Standard>("standard"),
                Source = fields.OwnWord<Supply>("source"),
                Paired = fields.YesNo("paired"),
                PriceShare = Within(fields, "priceShare", 0, 1),
                MaxLengthMm = Within(fields, "maxLengthMm", 1, 1000),
                Sides = (int?)Within(fields, "sides", 1, 2),
                Takes = Within(fields, "takes", 0, RecordLimits.Capacity),
            },
            "addPlace" => new AddPlace { Title = Title(fields), Actions = Actions(fields, "actions") },
            "setGuidance" => new SetGuidance { Marks = Known(fields, "marks", Marks) },
            "replaceActions" => new ReplaceActions
            {
                Steps = fields.RequiredWord<ChangeSteps>("steps"),
                Do = Known(fields, "do", fields.RequiredText("do"), WordList.Of<Verb>()),
                Words = fields.Texts("words"),
                With = fields.List("with", (value, at) => RecordReader.Action(fields.Inner(value, at))),
                SameCount = fields.YesNo("sameCount", false),
            },
            "setScrews" => new SetScrews
            {
                Steps = fields.RequiredWord<ChangeSteps>("steps"),
                Captive = fields.YesNo("captive"),
                Uncovered = fields.YesNo("uncovered", false),
                OneSize = fields.YesNo("oneSize", false),
                Drive = fields.OwnWord<Drive>("drive"),
                Size = fields.OwnText("size"),
                Drives = fields.Words<Drive>("drives"),
            },
            "addStep" => new AddStep
            {
                Layer = fields.RequiredWord<ChangeLayer>("layer"),
                Title = Title(fields),
                Actions = Actions(fields, "actions"),
                DisconnectsPower = fields.YesNo("disconnectsPower", false),
            },
            "moveSteps" => new MoveSteps { Layer = fields.RequiredWord<ChangeLayer>("layer") },
            _ => null,
        };
        if (edit is null)
            Known(fields, "edit", word, Edits);
        else
            fields.End();
        return edit;
    }

    private static string Title(Fields fields)
    {
        var title = fields.RequiredText("title");
        if (title.Length > RecordLimits.Text / 2)
            fields.Add(fields.At("title"), $"has more than {RecordLimits.Text / 2} characters");
        return title;
    }

    private static IReadOnlyList<TeardownAction> Actions(Fields fields, string name)
    {
        var actions = fields.RequiredList(name, (value, at) => RecordReader.Action(fields.Inner(value, at)));
        if (actions.Count == 0)
            fields.Add(fields.At(name), "must have at least one action");
        return actions;
    }

    private static double? Within(Fields fields, string name, double from, double to)
    {
        var number = fields.OwnNumber(name);
        if (number < from || number > to)
            fields.Add(fields.At(name), $"must be {from} to {to}");
        return number;
    }

    private static IReadOnlyList<string> Known(Fields fields, string name, IReadOnlyList<string> words) =>
        [.. fields.Texts(name).Select(word => Known(fields, name, word, words))];

    private static string Known(Fields fields, string name, string word, IReadOnlyList<string> words)
    {
        if (!words.Contains(word))
            fields.Unrecognised(fields.At(name), word, words);
        return word;
    }
}
