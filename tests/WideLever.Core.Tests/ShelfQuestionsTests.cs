using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Asking a shelf for facts.</summary>
public sealed class ShelfQuestionsTests
{
    private static Holds Ask(TeardownRecord record, params string[] questions)
    {
        var machine = record.Checked();
        return ShelfQuestions.Of(AskedMachine.Of(machine, Scorer.Score(machine, Examples.House), Examples.House), [.. questions.Select(question => AskedCondition.Read(question).Condition!)]);
    }

    private static TeardownRecord Machine() => Build.Sealed() with
    {
        Parts =
        [
            .. Build.Sealed().Parts, Build.Part("ssd", PartKind.Storage) with { Capacity = new() { Fitted = 512, Max = new() { Maker = 2000 } } },
            Build.Part("ssd-2", PartKind.Storage, Mounting.Socketed) with { Fitted = false, Layer = "inside", Capacity = new() { Max = new() { Maker = 1000 } } },
        ],
    };

    [Theory]
    [InlineData("battery minutes 60", Holds.Yes)]
    [InlineData("battery minutes 1", Holds.No)]
    [InlineData("battery glue 0", Holds.No)]
    [InlineData("battery bonds 1", Holds.Yes)]
    [InlineData("battery screws 8", Holds.Yes)]
    [InlineData("battery screws 7", Holds.No)]
    [InlineData("fan glue 0", Holds.Yes)]
    [InlineData("battery mounting glued", Holds.Yes)]
    [InlineData("memory mounting soldered", Holds.Yes)]
    [InlineData("memory fitted 16", Holds.Yes)]
    [InlineData("memory fitted 17", Holds.No)]
    [InlineData("storage empty", Holds.Yes)]
    [InlineData("battery empty", Holds.No)]
    [InlineData("storage ceiling 2000", Holds.Yes)]
    [InlineData("storage ceiling 2001", Holds.No)]
    [InlineData("speakers minutes 5", Holds.NotKnown)]
    [InlineData("storage minutes 5", Holds.NotKnown)]
    [InlineData("storage glue 0", Holds.NotKnown)]
    [InlineData("price 1000", Holds.Yes)]
    [InlineData("price 999", Holds.No)]
    [InlineData("year 2025", Holds.NotKnown)]
    [InlineData("class thin", Holds.Yes)]
    [InlineData("class rugged", Holds.No)]
    [InlineData("status draft", Holds.Yes)]
    public void A_question_is_answered_by_what_is_known(string question, Holds so)
    {
        Ask(Machine(), question).ShouldBe(so);
        AskedCondition.Read(question).Condition!.ToString().ShouldBe(question);
    }

    [Fact]
    public void Conditions_of_one_kind_are_of_one_part_and_all_have_to_hold()
    {
        Ask(Machine(), "storage empty", "storage ceiling 1000").ShouldBe(Holds.Yes);
        // The place that takes 2000 is filled.
        Ask(Machine(), "storage empty", "storage ceiling 2000").ShouldBe(Holds.No);
        Ask(Machine(), "battery minutes 60", "price 999").ShouldBe(Holds.No);
        Ask(Machine(), "battery minutes 60", "year 2025").ShouldBe(Holds.NotKnown);
        Ask(Machine() with { Absent = [PartKind.Speakers] }, "speakers minutes 5").ShouldBe(Holds.No);
        Ask(Machine()).ShouldBe(Holds.Yes);
    }

    [Fact]
    public void A_count_or_bond_that_nobody_noted_makes_neither_yes_nor_no()
    {
        var record = Machine();
        record = record with { Steps = [.. record.Steps.Select(step => step.Id == "battery" ? step with { Actions = [new Unbond { Bond = null, LengthMm = 200 }, new Unbond { Bond = Bond.ReleaseTab, Count = null }] } : step)] };
        Ask(record, "battery glue 0").ShouldBe(Holds.NotKnown);
        Ask(record, "battery glue 1").ShouldBe(Holds.Yes);
        Ask(record, "battery bonds 1").ShouldBe(Holds.No);
        Ask(record, "battery bonds 100").ShouldBe(Holds.NotKnown);
    }

    [Theory]
    [InlineData("", "must name a kind and a fact")]
    [InlineData("battery", "must name a fact")]
    [InlineData("wing minutes 5", "must name a kind and a fact")]
    [InlineData("minutes 5", "say of which kind")]
    [InlineData("battery price 5", "a fact of the machine, not of battery")]
    [InlineData("battery minutes", "needs a number")]
    [InlineData("battery minutes -1", "needs a number")]
    [InlineData("battery minutes 5 6", "more than it needs")]
    [InlineData("battery mounting nailed", "must end in one of")]
    [InlineData("storage empty 1", "stands by itself")]
    public void What_makes_no_question_is_told(string text, string fault)
    {
        var (condition, told) = AskedCondition.Read(text);
        condition.ShouldBeNull();
        told!.ShouldContain(fault);
    }
}
