using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>What sets two units apart, in words.</summary>
public sealed class PairWordsTests
{
    private static FieldUnit Unit(TeardownRecord record) => FieldUnit.Of(Scorer.Score(record.Checked(), Examples.House), record);

    private static IReadOnlyList<string> Words(TeardownRecord one, TeardownRecord other) => PairWords.Of("Pike", Unit(one), "Tarn", Unit(other), Examples.House);

    [Fact]
    public void Who_is_ahead_is_said_with_what_each_is_better_in()
    {
        var (modular, unsure) = (Examples.Record("3-modular").Record, Examples.Record("2-sealed-and-unsure").Record);
        var words = Words(modular, unsure);
        words.Count.ShouldBe(2);
        words[0].ShouldStartWith("In repair Pike is ahead of Tarn: ");
        words[0].ShouldContain("Pike is better in ");
        Words(unsure, modular)[0].ShouldStartWith("In repair Pike is behind Tarn: ");
        // Lost points and weights decide which are named, three at most; a draft has a range and no figure.
        words.ShouldAllBe(sentence => sentence.Split("is better in", StringSplitOptions.None).Skip(1).All(named => named.Split(", ", StringSplitOptions.None).Length <= 3));
    }

    [Fact]
    public void What_is_alike_cannot_be_told_apart_and_nothing_is_better()
    {
        var record = Examples.Record("1-two-routes").Record;
        var words = Words(record, record);
        words.ShouldAllBe(sentence => sentence.Contains("cannot be told apart: Pike ", StringComparison.Ordinal) && !sentence.Contains("better", StringComparison.Ordinal));
        Words(Build.Sealed(), record)[0].ShouldContain("Pike between ");
    }

    [Fact]
    public void A_desktop_and_a_notebook_are_laid_side_by_side_on_what_both_have()
    {
        var record = Examples.Record("1-two-routes").Record;
        Words(record with { Unit = record.Unit with { Class = MachineClass.Desktop } }, record).ShouldAllBe(sentence => sentence.Contains(", on the kinds that both have: ", StringComparison.Ordinal));
    }
}
