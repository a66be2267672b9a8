using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Small records to test single sentences of the method with.</summary>
internal static class Build
{
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
