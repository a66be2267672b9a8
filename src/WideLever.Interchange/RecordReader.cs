using System.Text.Json;
using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Interchange;

/// <summary>
/// Reads the open format <c>wide-lever/teardown</c>, version 1, and its parts, from untrusted JSON. Every fault is listed with its
/// place; nothing is guessed.
/// </summary>
public static class RecordReader
{
    /// <summary>The name of the format.</summary>
    public const string Format = "wide-lever/teardown";

    /// <summary>Its version.</summary>
    public const int Version = 1;

    /// <summary>Bytes that a record file may have.</summary>
    public const int MaxBytes = 5 * 1024 * 1024;

    /// <summary>Reads a record file and checks it under a rubric.</summary>
    /// <param name="utf8">The file.</param>
    /// <param name="rubric">The rubric, which says what kinds a machine may lack.</param>
    public static RecordCheck Read(ReadOnlyMemory<byte> utf8, Rubric rubric)
    {
        var faults = new List<Fault>();
        return ReadRecord(utf8, faults) is { } record ? Check(record, rubric, faults) : Refused(faults);
    }

    /// <summary>Reads a record file, without the rules that a record must keep.</summary>
    /// <param name="utf8">The file.</param>
    /// <param name="faults">What could not be read is added.</param>
    /// <returns>What could be read; null: nothing, it is no record file.</returns>
    public static TeardownRecord? ReadRecord(ReadOnlyMemory<byte> utf8, List<Fault> faults)
    {
        if (utf8.Length > MaxBytes)
        {
            faults.Add(new Fault("", "is larger than the 5 MB that a record file may have"));
            return null;
        }
        using var document = JsonText.Parse(utf8, faults);
        if (document is null)
            return null;
        var fields = new Fields(document.Root, Place.Root, faults);
        if (!IsFormat(fields, Format, Version))
            return null;
        return Record(fields);
    }

    /// <summary>The fields of a record.</summary>
    internal static TeardownRecord Record(Fields fields)
    {
        var record = new TeardownRecord
        {
            Unit = Unit(fields.RequiredObject("unit")),
            Teardown = Teardown(fields.RequiredObject("teardown")),
            Layers = fields.RequiredTexts("layers"),
            Absent = fields.Words<PartKind>("absent"),
            Guidance = Guidance(fields.Object("guidance")),
            Steps = fields.RequiredList("steps", Step),
            Parts = fields.RequiredList("parts", Part),
            Photos = fields.List("photos", Photo),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return record;
    }

    /// <summary>Reads what belongs to a unit: <c>unit</c>, <c>absent</c>, <c>parts</c>.</summary>
    public static UnitDocument? ReadUnit(ReadOnlyMemory<byte> utf8, List<Fault> faults) => ReadWhole(utf8, faults, fields => new UnitDocument(
        Unit(fields.RequiredObject("unit")),
        fields.Words<PartKind>("absent"),
        fields.List("parts", Part)));

    /// <summary>Reads what belongs to a teardown: <c>teardown</c>, <c>layers</c>, <c>guidance</c>, <c>steps</c>, <c>notes</c>.</summary>
    public static TeardownDocument? ReadTeardown(ReadOnlyMemory<byte> utf8, List<Fault> faults) => ReadWhole(utf8, faults, fields => new TeardownDocument(
        Teardown(fields.RequiredObject("teardown")),
        fields.RequiredTexts("layers"),
        Guidance(fields.Object("guidance")),
        fields.List("steps", Step),
        fields.OwnText("notes"))
    {
        Photos = fields.List("photos", Photo),
    });

    /// <summary>Reads what a unit begins with: <c>unit</c> and <c>teardown</c>.</summary>
    public static (Unit Unit, Teardown Teardown)? ReadIntake(ReadOnlyMemory<byte> utf8, List<Fault> faults) => ReadWhole(utf8, faults,
        fields => Tuple.Create(Unit(fields.RequiredObject("unit")), Teardown(fields.RequiredObject("teardown"))))?.ToValueTuple();

    /// <summary>Reads what a unit is besides its parts: <c>unit</c> and <c>absent</c>.</summary>
    public static UnitHeading? ReadUnitHeading(ReadOnlyMemory<byte> utf8, List<Fault> faults) => ReadWhole(utf8, faults,
        fields => new UnitHeading(Unit(fields.RequiredObject("unit")), fields.Words<PartKind>("absent")));

    /// <summary>Reads what a teardown is besides its steps: <c>teardown</c>, <c>guidance</c> and <c>notes</c>.</summary>
    public static TeardownHeading? ReadTeardownHeading(ReadOnlyMemory<byte> utf8, List<Fault> faults) => ReadWhole(utf8, faults,
        fields => new TeardownHeading(Teardown(fields.RequiredObject("teardown")), Guidance(fields.Object("guidance")), fields.OwnText("notes")));

    /// <summary>Reads one step, which will stand at a place such as <c>steps[3]</c>.</summary>
    public static Step? ReadStep(ReadOnlyMemory<byte> utf8, string at, List<Fault> faults) => ReadWhole(utf8, faults, fields => Step(fields), at);

    /// <summary>Reads one part, which will stand at a place such as <c>parts[3]</c>.</summary>
    public static Part? ReadPart(ReadOnlyMemory<byte> utf8, string at, List<Fault> faults) => ReadWhole(utf8, faults, fields => Part(fields), at);

    /// <summary>
    /// Adds the faults of a record's rules to those of its reading, but for those that only follow from a place that could not be
    /// read.
    /// </summary>
    public static RecordCheck Check(TeardownRecord record, Rubric rubric, IReadOnlyList<Fault> reading)
    {
        // Where a whole section could not be read, the rules about names would only say so again, for every name.
        if (reading.Any(fault => fault.At is "layers" or "steps" or "parts") || reading.Count > FaultList.Told)
            return Refused(reading);
        var check = RecordValidation.Check(record, rubric);
        IReadOnlyList<Fault> faults = [.. reading, .. check.Faults.Where(fault => !reading.Any(read => IsWithin(fault.At, read.At)))];
        return faults.Count == 0 ? check : check with { Faults = faults, Checked = null };
    }

    private static RecordCheck Refused(IReadOnlyList<Fault> faults) => new(faults, [], null);

    private static bool IsWithin(string at, string place) =>
        at.StartsWith(place, StringComparison.Ordinal) && (at.Length == place.Length || at[place.Length] is '.' or '[');

    private static T? ReadWhole<T>(ReadOnlyMemory<byte> utf8, List<Fault> faults, Func<Fields, T> read, string at = "") where T : class
    {
        using var document = JsonText.Parse(utf8, faults);
        if (document is null)
            return null;
        var fields = new Fields(document.Root, Place.Named(at), faults);
        var value = read(fields);
        if (at.Length == 0)
            fields.End();
        return value;
    }

    /// <summary>Whether the document says that it is the format; if not, that is the only fault worth naming.</summary>
    internal static bool IsFormat(Fields fields, string format, int version)
    {
        if (!fields.Has("format", out var named))
        {
            if (fields.Peek("version", out _) || fields.Peek("unit", out _))
                fields.Add(fields.At("format"), $"is required: \"{format}\"");
            else
                fields.Add($"is not a {format} file: it has no field \"format\"");
            return false;
        }
        if (named.ValueKind != JsonValueKind.String || named.Text != format)
        {
            fields.Add(fields.At("format"), $"must be \"{format}\": this file is of another format");
            return false;
        }
        if (!fields.Has("version", out var numbered) || numbered.ValueKind != JsonValueKind.Number || !numbered.TryGetNumber(out var number) || number != version)
        {
            fields.Add(fields.At("version"), $"must be {version}, the version that this program reads");
            return false;
        }
        return true;
    }

    private static Unit Unit(Fields fields)
    {
        var unit = new Unit
        {
            Maker = fields.RequiredText("maker"),
            Model = fields.RequiredText("model"),
            ModelCode = fields.RequiredText("modelCode"),
            CodeFoundAt = fields.Text("codeFoundAt"),
            Class = fields.Word<MachineClass>("class"),
            Year = fields.Whole("year"),
            Price = Money(fields, "price"),
            Ceilings = UnitCeilings(fields.Object("ceilings")),
            Covers = fields.Texts("covers"),
            Ports = fields.List("ports", Port),
            Claims = fields.List("claims", Claim),
            Reasons = fields.List("reasons", Reason),
            Advice = fields.List("advice", Advice),
            Embargo = fields.Date("embargo"),
            Loan = Loan(fields),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return unit;
    }

    private static Port Port(Fields fields)
    {
        var port = new Port
        {
            Kind = fields.RequiredWord("kind", PortKind.Other),
            Count = fields.OwnWhole("count") ?? 1,
            Side = fields.Word<Side>("side"),
            On = fields.Text("on"),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return port;
    }

    private static Claim Claim(Fields fields)
    {
        var claim = new Claim
        {
            Source = fields.RequiredWord<ClaimSource>("source"),
            From = fields.Text("from"),
            Date = fields.Date("date"),
            About = fields.RequiredWord("about", PartKind.Other),
            Fact = fields.RequiredWord<ClaimFact>("fact"),
            Number = fields.OwnNumber("number"),
            Text = fields.OwnText("text"),
            Answer = fields.OwnText("answer"),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return claim;
    }

    private static PickedReason Reason(Fields fields)
    {
        var reason = new PickedReason
        {
            Side = fields.RequiredWord<ReasonSide>("side"),
            Text = fields.RequiredText("text"),
            About = fields.OwnText("about"),
            From = fields.OwnText("from"),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return reason;
    }

    /// <summary>Reads a picked reason by itself.</summary>
    public static PickedReason? ReadReason(ReadOnlyMemory<byte> utf8, string at, List<Fault> faults) => ReadWhole(utf8, faults, fields => Reason(fields), at);

    /// <summary>Reads a claim by itself.</summary>
    public static Claim? ReadClaim(ReadOnlyMemory<byte> utf8, string at, List<Fault> faults) => ReadWhole(utf8, faults, fields => Claim(fields), at);

    private static Loan? Loan(Fields parent)
    {
        if (parent.KnownObject("loan") is not { } fields)
            return null;
        var loan = new Loan
        {
            Owner = fields.RequiredText("owner"),
            Due = fields.Date("due"),
            Arrived = fields.Date("arrived"),
            ArrivalState = fields.Text("arrivalState"),
            Returned = fields.Date("returned"),
            ReturnState = fields.Text("returnState"),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return loan;
    }

    private static UnitCeilings UnitCeilings(Fields fields)
    {
        var ceilings = new UnitCeilings
        {
            Memory = Ceilings(fields.Object("memory")),
            Storage = Ceilings(fields.Object("storage")),
            Battery = Ceilings(fields.Object("battery")),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return ceilings;
    }

    private static Ceilings Ceilings(Fields fields)
    {
        var ceilings = new Ceilings
        {
            Maker = fields.Number("maker"),
            Bench = fields.Number("bench"),
            Platform = fields.Number("platform"),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return ceilings;
    }

    private static Money? Money(Fields parent, string name)
    {
        if (parent.KnownObject(name) is not { } fields)
            return null;
        var money = new Money
        {
            Amount = fields.Number("amount"),
            Currency = fields.OwnText("currency"),
            Rate = fields.Number("rate"),
            RateTo = fields.OwnText("rateTo"),
            RateDate = fields.Date("rateDate"),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return money;
    }

    private static Teardown Teardown(Fields fields)
    {
        var teardown = new Teardown
        {
            Date = fields.RequiredDate("date"),
            Bench = fields.RequiredText("bench"),
            Driver = fields.OwnWord<BenchDriver>("driver") ?? BenchDriver.Hand,
            Condition = fields.Word<Condition>("condition"),
            Damage = fields.List("damage", Damage),
            Sample = fields.OwnWord<Sample>("sample") ?? Sample.Retail,
            Seal = fields.YesNo("seal"),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return teardown;
    }

    private static Guidance Guidance(Fields fields)
    {
        var guidance = new Guidance
        {
            Manual = fields.YesNo("manual"),
            Labels = fields.YesNo("labels"),
            PartNumbers = fields.YesNo("partNumbers"),
            Order = fields.YesNo("order"),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return guidance;
    }

    private static Step Step(Fields fields)
    {
        var step = new Step
        {
            Id = fields.RequiredText("id"),
            Title = fields.RequiredText("title"),
            Layer = fields.RequiredText("layer"),
            Opens = fields.OwnText("opens"),
            Frees = fields.Texts("frees"),
            Together = fields.YesNo("together", false),
            After = fields.Texts("after"),
            DisconnectsPower = fields.YesNo("disconnectsPower", false),
            PowerOn = fields.YesNo("powerOn", false),
            NeedsNoOther = fields.YesNo("needsNoOther", false),
            OrderAssumed = fields.YesNo("orderAssumed", false),
            ObservedSeconds = fields.Number("observedSeconds"),
            Tightening = fields.Texts("tightening"),
            Surprises = fields.List("surprises", Surprise),
            Advice = fields.List("advice", Advice),
            Actions = fields.RequiredList("actions", Action),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return step;
    }

    private static Advice Advice(Fields fields)
    {
        var advice = new Advice { Kind = fields.RequiredWord<AdviceKind>("kind"), Text = fields.RequiredText("text"), Notes = fields.OwnText("notes") };
        fields.End();
        return advice;
    }

    private static DamageFound Damage(Fields fields)
    {
        var damage = new DamageFound { Kind = fields.RequiredWord("kind", DamageKind.Other), Text = fields.OwnText("text"), Notes = fields.OwnText("notes") };
        fields.End();
        return damage;
    }

    private static Surprise Surprise(Fields fields)
    {
        var surprise = new Surprise
        {
            Kind = fields.RequiredWord<SurpriseKind>("kind"),
            Text = fields.RequiredText("text"),
            Seconds = fields.OwnNumber("seconds"),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return surprise;
    }

    internal static TeardownAction Action(Fields fields)
    {
        if (fields.Shape is { } shape)
        {
            shape.OneOf(ActionRow.All.Select(row => (Action<Shape>)(one =>
            {
                one.Word("do", [row.Verb.Word()], required: true);
                Action(row, new Fields(one));
            })));
            return new Move();
        }
        var at = fields.At("do");
        var word = fields.Has("do", out var value) ? fields.Text(at, value) : null;
        if (value.ValueKind == JsonValueKind.Undefined && fields.IsObject)
            fields.Add(at, "is required");
        if (word is not null && ActionRow.Find(word) is { } row)
            return Action(row, fields);
        if (word is not null)
            fields.Unrecognised(at, word, WordList.Of<Verb>());
        // Its other fields depend on what is done: they cannot be judged.
        return new Move();
    }

    private static TeardownAction Action(ActionRow row, Fields fields)
    {
        var action = row.Verb switch
        {
            Verb.Unscrew => new Unscrew
            {
                Drive = fields.Word<Drive>("drive"),
                Size = fields.Text("size"),
                Thread = fields.Text("thread"),
                Length = fields.Number("length"),
                Captive = fields.YesNo("captive"),
                // Left out there is no cover; an explicit null says that it is unknown whether there is one.
                Cover = fields.Word("cover", leftOut: Cover.None),
                Covers = fields.OwnWhole("covers"),
            },
            Verb.Unbond => new Unbond { Bond = fields.Word<Bond>("bond"), LengthMm = fields.Number("lengthMm") },
            _ => row.New(row.Word is { } of ? fields.WordOf(of) : null),
        };
        var (count, tool, notes) = (fields.Count("count"), fields.OwnWord<Tool>("tool"), fields.OwnText("notes"));
        if (count != action.Count || tool != action.Tool || notes != action.Notes)
            action = action with { Count = count, Tool = tool, Notes = notes };
        fields.End();
        return action;
    }

    private static Part Part(Fields fields)
    {
        var part = new Part
        {
            Id = fields.RequiredText("id"),
            Kind = fields.RequiredWord("kind", PartKind.Other),
            Mounting = fields.Word<Mounting>("mounting"),
            Within = fields.Text("within"),
            Fitted = fields.YesNo("fitted", true),
            Layer = fields.Text("layer"),
            Excludes = fields.Texts("excludes"),
            Capacity = Capacity(fields.Object("capacity")),
            Interface = Interface(fields.Object("interface")),
            Spare = Spare(fields.Object("spare")),
            Advice = fields.List("advice", Advice),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return part;
    }

    private static Photo Photo(Fields fields)
    {
        var photo = new Photo
        {
            Id = fields.RequiredText("id"),
            Sha256 = fields.RequiredText("sha256"),
            Type = fields.RequiredWord<PhotoType>("type"),
            WidthPx = fields.RequiredWhole("widthPx"),
            HeightPx = fields.RequiredWhole("heightPx"),
            Step = fields.OwnText("step"),
            Part = fields.OwnText("part"),
            Label = fields.YesNo("label", false),
            Occasion = fields.OwnWord<PhotoOccasion>("occasion"),
            Caption = fields.OwnText("caption"),
            Marks = fields.List("marks", Mark),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return photo;
    }

    private static PhotoMark Mark(Fields fields)
    {
        var mark = new PhotoMark
        {
            X = fields.RequiredNumber("x"),
            Y = fields.RequiredNumber("y"),
            Step = fields.RequiredText("step"),
            Group = fields.OwnWhole("group") ?? 0,
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return mark;
    }

    /// <summary>Reads one surprise, which will stand at a place such as <c>steps[3].surprises[0]</c>.</summary>
    public static Surprise? ReadSurprise(ReadOnlyMemory<byte> utf8, string at, List<Fault> faults) => ReadWhole(utf8, faults, fields => Surprise(fields), at);

    /// <summary>Reads one photo, which will stand at a place such as <c>photos[3]</c>.</summary>
    public static Photo? ReadPhoto(ReadOnlyMemory<byte> utf8, string at, List<Fault> faults) => ReadWhole(utf8, faults, fields => Photo(fields), at);

    private static Capacity Capacity(Fields fields)
    {
        var capacity = new Capacity
        {
            Fitted = fields.Number("fitted"),
            Max = Ceilings(fields.Object("max")),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return capacity;
    }

    private static Interface Interface(Fields fields)
    {
        var fits = new Interface
        {
            Standard = fields.Word<Standard>("standard"),
            Name = fields.Text("name"),
            Form = fields.Text("form"),
            Bus = fields.Text("bus"),
            Generation = fields.Text("generation"),
            MaxLengthMm = fields.Number("maxLengthMm"),
            MaxThicknessMm = fields.Number("maxThicknessMm"),
            Sides = fields.Whole("sides"),
            Limits = fields.Texts("limits"),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return fits;
    }

    private static Spare Spare(Fields fields)
    {
        var spare = new Spare
        {
            Number = fields.Text("number"),
            Price = Money(fields, "price"),
            Source = fields.Word<Supply>("source"),
            Paired = fields.YesNo("paired"),
            Seen = fields.Date("seen"),
            Notes = fields.OwnText("notes"),
        };
        fields.End();
        return spare;
    }
}
