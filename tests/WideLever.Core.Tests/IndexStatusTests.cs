using WideLever.Core.Comparing;
using WideLever.Core.Findings;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Tests;

public sealed class IndexStatusTests
{
    private static readonly StatusLimits Limits = new(ProvisionalBelow: 0.9, DraftBelow: 0.6, ProvisionalAboveWidth: 10);

    private static Quantity Index(double low, double? value, double high, double coverage) => new(low, value, high, coverage);

    [Fact]
    public void Each_index_goes_by_its_own_coverage_and_width_and_both_by_the_worse()
    {
        var (wide, sure) = (Index(10, 30, 60, 0.5), Index(40, 41, 42, 1));
        IndexStatus.Of([wide], [Reason.Order], Limits).Reasons.ShouldBe([Reason.Coverage, Reason.Width, Reason.Order]);
        IndexStatus.Of([wide], [], Limits).Status.ShouldBe(Status.Draft);
        IndexStatus.Of([sure], [], Limits).ShouldSatisfyAllConditions(of => of.Status.ShouldBe(Status.Complete), of => of.Reasons.ShouldBeEmpty());
        IndexStatus.Of([sure], [Reason.Power], Limits).Status.ShouldBe(Status.Provisional);
        IndexStatus.Of([sure, wide], [], Limits).Status.ShouldBe(Status.Draft);
    }

    [Fact]
    public void What_is_shown_of_an_index_goes_by_its_status()
    {
        IndexWords.Figure(Index(10, 30, 60, 0.5), Status.Draft).ShouldBe("between 10 and 60");
        IndexWords.Figure(Index(58, 63, 70, 0.9), Status.Provisional).ShouldBe("63 (58 to 70)");
        IndexWords.Figure(Index(95.6, 96, 96.4, 1), Status.Complete).ShouldBe("96");
        IndexWords.Figure(Index(95.4, 96, 96.4, 1), Status.Complete).ShouldBe("96 (95 to 96)");
        IndexWords.HasFigure(Index(10, null, 60, 0.9), Status.Provisional).ShouldBeFalse();
    }

    [Fact]
    public void A_field_places_an_index_whose_other_one_is_a_draft()
    {
        var record = Examples.Record("3-modular").Record;
        var whole = FieldUnit.Of(record.Score(), record);
        var half = whole with { Repair = Build.Draft(whole).Repair };
        var (repair, upgrade) = (FieldStanding.Of([new(half, null)], IndexName.Repair, Examples.House)[0], FieldStanding.Of([new(half, null)], IndexName.Upgrade, Examples.House)[0]);
        (repair.Status, repair.Group).ShouldBe((Status.Draft, 0));
        (upgrade.Status, upgrade.Group).ShouldBe((Status.Complete, 1));
        half.Indices(Examples.House).CombinedStatus.ShouldBe(Status.Draft);
    }

    [Theory]
    [InlineData(null, 80.0)]
    [InlineData("EUR", 80.0)]
    [InlineData("USD", null)]
    public void A_rate_counts_only_to_the_currency_that_it_leads_to(string? to, double? amount) =>
        Price.InRubricCurrency(new Money { Amount = 100, Currency = "GBP", Rate = 0.8, RateTo = to }, Examples.House).ShouldBe(amount);
}
