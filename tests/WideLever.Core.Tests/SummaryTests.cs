using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>What a reader asks first, composed from the facts.</summary>
public sealed class SummaryTests
{
    private static Summary Of(TeardownRecord record) => Summary.Of(record.Checked(), Examples.House, Reasons.Of(record.Checked(), Examples.House, true, []));

    [Fact]
    public void It_says_what_machine_it_is_the_way_to_what_wears_out_and_the_weak_point()
    {
        var record = Examples.Record("1-two-routes").Record;
        var summary = Of(record);
        summary.Sentences[0].ShouldStartWith("A mainstream notebook of ");
        summary.Sentences[1].ShouldBe("The battery is out in 4.9, the fan in 4.8, the keyboard in 5.6 and the charge port in 12.3 minutes, there and back.");
        summary.Sentences[^1].ShouldStartWith("Its weak point: ");
        summary.For.Count.ShouldBe(Summary.Most);
        summary.For.ShouldAllBe(reason => reason.Side == ReasonSide.For);
        summary.Against.ShouldAllBe(reason => reason.Side == ReasonSide.Against);
    }

    [Fact]
    public void A_draft_says_what_would_make_a_figure_of_it_and_has_no_weak_point()
    {
        var draft = Build.Sealed() with { Parts = [], Layers = ["outside", "inside"], Steps = [Build.Sealed().Steps[0] with { Frees = [] }] };
        draft.Score().Status.ShouldBe(Status.Draft);
        var last = Of(draft).Sentences[^1];
        last.ShouldStartWith("It is a draft yet: ");
        last.ShouldContain("% of the weight");
        last.ShouldEndWith("would make a figure of it.");
    }

    [Fact]
    public void The_same_facts_give_the_same_words_and_every_sentence_is_one()
    {
        foreach (var record in Examples.Names.Select(name => Examples.Record(name).Record).Concat(Examples.Demo()))
        {
            var (one, other) = (Of(record), Of(record));
            one.Sentences.ShouldBe(other.Sentences);
            foreach (var sentence in one.Sentences)
            {
                (char.IsUpper(sentence[0]) && sentence.EndsWith('.')).ShouldBeTrue(sentence);
                sentence.ShouldNotContain("  ");
                sentence.ShouldNotContain("..");
            }
        }
    }

    [Fact]
    public void What_the_weak_point_says_of_a_kind_is_not_said_before_it()
    {
        foreach (var record in Examples.Demo())
        {
            var sentences = Of(record).Sentences;
            var weak = sentences[^1];
            if (weak.StartsWith("Its weak point: the memory cannot", StringComparison.Ordinal) || weak.StartsWith("Its weak point: the drive ends", StringComparison.Ordinal))
                sentences.SkipLast(1).ShouldAllBe(one => !one.Contains(weak.Split(' ')[4] == "memory" ? "The memory" : "The drive", StringComparison.Ordinal), record.Unit.ModelCode);
        }
        Of(Examples.Demo().Single(record => record.Unit.ModelCode == "DT-133")).Sentences[^1].ShouldBe("Its weak point: the memory cannot be upgraded: soldered, 16 GB.");
    }

    [Fact]
    public void A_draft_has_no_place_and_others_are_named_that_cannot_be_told_apart()
    {
        FieldMember Member(TeardownRecord record) => new(FieldUnit.Of(record.Score(), record), null);
        var (better, worse) = (Examples.Record("3-modular").Record, Build.Sealed());
        var standing = Summary.Standing(Member(better), [Member(worse), Member(better)], IndexName.Repair, Examples.House with { Status = Build.AnyCoverage });
        (standing.Place, standing.Of).ShouldBe((1, 3));
        standing.NotSeparable.ShouldBe([1]);
        Summary.Standing(new(Build.Draft(Member(better).Unit), null), [Member(worse)], IndexName.Repair, Examples.House with { Status = Build.AnyCoverage }).Place.ShouldBeNull();
        Summary.Standing(Member(better), [], IndexName.Repair, Examples.House with { Status = Build.AnyCoverage }).Place.ShouldBeNull();
    }
}
