using WideLever.Core.Comparing;
using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Small records to test single sentences of the method with.</summary>
internal static class Build
{
    /// <summary>The house rubric, but for a value as soon as anything has one: for what is not about how much must be known.</summary>
    public static Rubric AnyValue { get; } = Examples.House with { ValueFrom = 1e-9 };

    public static Step Step(string id, string layer, params TeardownAction[] actions) => new()
    {
        Id = id,
        Title = id,
        Layer = layer,
        Actions = actions.Length == 0 ? [new Move()] : actions,
    };

    public static Part Part(string id, PartKind kind, Mounting? mounting = Mounting.Screwed) => new() { Id = id, Kind = kind, Mounting = mounting };

    public static TeardownRecord Record(IReadOnlyList<string> layers, IReadOnlyList<Step> steps, IReadOnlyList<Part> parts) => new()
    {
        Unit = new Unit { Maker = "Orrest", Model = "Pike", ModelCode = "P1" },
        Teardown = new Teardown { Date = new DateOnly(2026, 10, 3), Bench = "Bench 1" },
        Layers = layers,
        Steps = steps,
        Parts = parts,
    };

    /// <summary>Limits under which only what is not known at all is a draft.</summary>
    public static readonly StatusLimits AnyCoverage = new(ProvisionalBelow: 0.9, DraftBelow: 0.01, ProvisionalAboveWidth: 10);

    /// <summary>A unit of which too little is known for a figure of either index.</summary>
    public static FieldUnit Draft(FieldUnit unit)
    {
        static List<FieldKind> Unseen(IReadOnlyList<FieldKind> kinds) => [.. kinds.Select(kind => kind with { Score = kind.Score with { Coverage = 0 } })];
        return unit with { Repair = Unseen(unit.Repair), Upgrades = [.. unit.Upgrades.Select(Unseen)] };
    }

    /// <summary>A sealed machine: one base of screws and a foot, a glued battery, memory soldered to the board, a keyboard in one piece with the palm rest.</summary>
    public static TeardownRecord Sealed() => Record(
        ["outside", "inside", "under the board"],
        [
            Step("base", "outside",
                new Peel { What = PeelWhat.Foot, Count = 2 },
                new Unscrew { Count = 6, Drive = Drive.FiveLobe, Size = "P5", Thread = "M2", Length = 4, Captive = false, Cover = Cover.Foot },
                new Unscrew { Count = 2, Drive = Drive.FiveLobe, Size = "P5", Thread = "M2", Length = 7, Captive = false }) with { Opens = "inside" },
            Step("power", "inside", new Unplug { Connector = Connector.FlipLock }) with { DisconnectsPower = true },
            Step("battery", "inside", new Unbond { Bond = Bond.SoftGlue, LengthMm = 200 }, new Lift { What = LiftWhat.Part }) with { Frees = ["battery"] },
            Step("board", "inside", new Unscrew { Count = 9, Drive = Drive.Cross, Size = "PH0", Thread = "M2", Length = 3, Captive = false }, new Lift { What = LiftWhat.Board }) with
            {
                Frees = ["board"],
                Opens = "under the board",
            },
            Step("fan", "under the board", new Unscrew { Count = 3, Drive = Drive.Cross, Size = "PH0", Thread = "M2", Length = 3, Captive = false }) with { Frees = ["fan"], After = ["board"] },
            Step("top", "under the board", new Lift { What = LiftWhat.Assembly }) with { Frees = ["top"] },
        ],
        [
            Part("battery", PartKind.Battery, Mounting.Glued), Part("board", PartKind.Mainboard), Part("fan", PartKind.Fan), Part("top", PartKind.TopCase),
            Part("memory", PartKind.Memory, Mounting.Soldered) with { Within = "board", Capacity = new() { Fitted = 16 } },
            Part("keyboard", PartKind.Keyboard, Mounting.Riveted) with { Within = "top" },
        ]) with
    {
        Unit = new Unit { Maker = "Orrest", Model = "Pike", ModelCode = "P1", Class = MachineClass.Thin, Price = new Money { Amount = 1000 } },
    };

    /// <summary>A record whose battery is freed by one step of these actions, on the outside.</summary>
    public static TeardownRecord OneStep(params TeardownAction[] actions) =>
        Record(["outside"], [Step("free", "outside", actions) with { Frees = ["battery"] }], [Part("battery", PartKind.Battery)]);

    public static CheckedRecord Checked(this TeardownRecord record, Rubric? rubric = null) => CheckedRecord.Of(record, rubric ?? Examples.House);

    public static Result Score(this TeardownRecord record, Rubric? rubric = null) => Scorer.Score(record.Checked(rubric), rubric ?? Examples.House);

    public static PartScore PartOf(this Result result, string id) => result.Parts.Single(part => part.Part.Id == id);

    /// <summary>Ids of the route to a part, or null.</summary>
    public static string[]? RouteTo(this TeardownRecord record, string part, Rubric? rubric = null) =>
        record.Score(rubric).PartOf(part).Route?.Select(position => record.Steps[position].Id).ToArray();

    public static Quantity Criterion(this TeardownRecord record, Criterion criterion, Rubric? rubric = null, string part = "battery") =>
        record.Score(rubric).PartOf(part).Criteria![criterion];

    public static Rubric With(this Rubric rubric, Func<Schools, Schools> schools) => rubric with { Schools = schools(rubric.Schools) };

    /// <summary>The table with one word's value changed.</summary>
    public static WordTable<TWord, TValue> With<TWord, TValue>(this WordTable<TWord, TValue> table, TWord word, TValue value) where TWord : struct, Enum =>
        new(other => other.Equals(word) ? value : table[other]);

    public static void ShouldBeAbout(this double actual, double expected) => actual.ShouldBe(expected, 1e-9);

    public static void ShouldBeAbout(this Quantity actual, double low, double? value, double high)
    {
        actual.Low.ShouldBe(low, 1e-9);
        actual.High.ShouldBe(high, 1e-9);
        if (value is { } known)
            actual.Value!.Value.ShouldBe(known, 1e-9);
        else
            actual.Value.ShouldBeNull();
    }
}
