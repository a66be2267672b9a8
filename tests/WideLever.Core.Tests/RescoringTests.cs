using WideLever.Core.Checking;
using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>A whole shelf under another rubric, and what no change of names or copies may change.</summary>
public sealed class RescoringTests
{
    private static IReadOnlyList<CheckedRecord> Shelf => [.. Examples.Names.Select(Examples.Record), .. Enumerable.Range(0, Long.Of(60)).Select(seed => RandomRecords.OneWay(new Random(seed)).Checked())];

    [Fact]
    public void A_rescored_shelf_has_the_indices_of_each_record_alone_in_its_order()
    {
        var rubric = Examples.House with { ScrewBase = 0.7 };
        Rescoring.Of(Shelf, rubric).ShouldBe(Shelf.Select(record => Indices.Of(Scorer.Score(record, rubric))));
    }

    [Fact]
    public void Rescoring_ends_when_it_is_cancelled()
    {
        using var cancelled = new CancellationTokenSource();
        cancelled.Cancel();
        Should.Throw<OperationCanceledException>(() => Rescoring.Of(Shelf, Examples.House, null, cancelled.Token));
    }

    [Fact]
    public void Places_count_who_is_higher_at_the_low_end_and_equals_share_one()
    {
        Quantity Of(double low, double? value) => new(low, value, 100, 1);
        Field.PlacesByLow([Of(50, null), Of(70, 80), Of(50, 90), Of(10, 95)]).ShouldBe([2, 1, 2, 4]);
        // By value only those that have one are numbered.
        Field.PlacesByValue([Of(50, null), Of(70, 80), Of(50, 90), Of(10, 80)]).ShouldBe([null, 2, 1, 2]);
        var (low, high) = (new Quantity(40, 50, 60, 1), new Quantity(45, 46, 47, 1));
        Indices With(Quantity repair) => Indices.Of(repair, low, [], Examples.House);
        var effects = RubricEffect.Of([With(low), With(high)], [With(high), With(low)]);
        (effects[0].Repair.PlaceBefore, effects[0].Repair.PlaceAfter).ShouldBe((2, 1));
        (effects[1].Repair.PlaceBefore, effects[1].Repair.PlaceAfter).ShouldBe((1, 2));
        effects[0].Upgrade.ShouldBe(new IndexEffect(low, low, Status.Provisional, Status.Provisional, 1, 1));
    }

    [Fact]
    public void Raising_the_weight_of_a_kind_that_scores_above_R_never_lowers_R_under_the_arithmetic_mean()
    {
        var raised = 0;
        foreach (var record in Shelf)
        {
            var before = Scorer.Score(record, Build.AnyValue);
            foreach (var kind in before.RepairKinds)
            {
                foreach (var factor in new[] { 1.1, 2, 10 })
                {
                    var rubric = Build.AnyValue with
                    {
                        Repair = new([.. Build.AnyValue.Repair.Pairs.Select(pair => KeyValuePair.Create(pair.Key, pair.Key == kind.Kind ? pair.Value * factor : pair.Value))]),
                    };
                    var after = Scorer.Score(record, rubric).Repair;
                    if (kind.Score.Value * 100 >= before.Repair.Value)
                    {
                        after.Value!.Value.ShouldBeGreaterThanOrEqualTo(before.Repair.Value!.Value - 1e-9);
                        raised++;
                    }
                    if (kind.Score.Low * 100 >= before.Repair.Low)
                        after.Low.ShouldBeGreaterThanOrEqualTo(before.Repair.Low - 1e-9);
                    if (kind.Score.High * 100 >= before.Repair.High)
                        after.High.ShouldBeGreaterThanOrEqualTo(before.Repair.High - 1e-9);
                }
            }
        }
        raised.ShouldBeGreaterThan(3 * Shelf.Count);
    }

    [Fact]
    public void Other_ids_change_no_score()
    {
        foreach (var record in Shelf)
        {
            var (one, other) = (Indices.Of(Scorer.Score(record, Examples.House)), Indices.Of(Scorer.Score(Renamed(record.Record).Checked(), Examples.House)));
            other.ShouldBe(one);
        }
    }

    /// <summary>The record with another id for every part and step, and another name for every layer.</summary>
    private static TeardownRecord Renamed(TeardownRecord record)
    {
        string New(string id) => $"other {id}";
        return record with
        {
            Layers = [.. record.Layers.Select(New)],
            Parts = [.. record.Parts.Select(part => part with { Id = New(part.Id), Within = part.Within is { } within ? New(within) : null, Layer = part.Layer is { } layer ? New(layer) : null, Excludes = [.. part.Excludes.Select(New)] })],
            Steps =
            [
                .. record.Steps.Select(step => step with
                {
                    Id = New(step.Id),
                    Layer = New(step.Layer),
                    Opens = step.Opens is { } opens ? New(opens) : null,
                    Frees = [.. step.Frees.Select(New)],
                    After = [.. step.After.Select(New)],
                }),
            ],
            Photos = [],
            Unit = record.Unit with { Ports = [] },
        };
    }

    [Fact]
    public void Value_functions_go_through_their_thresholds_and_stay_between_nothing_and_everything()
    {
        var functions = ValueFunctions.Of(Examples.House);
        foreach (var function in functions)
        {
            function.Points.ShouldAllBe(point => point.Worth >= 0 && point.Worth <= 1);
            function.Points.Select(point => point.Measure).ShouldBeInOrder();
        }
        var battery = functions.Single(function => function.At == "reach.battery");
        battery.Points[0].Worth.ShouldBe(1);
        battery.Points[^1].Worth.ShouldBe(0);
        // Headroom rises, reach falls.
        functions.Single(function => function.At == "headroom.memory").Points.Select(point => point.Worth).ShouldBeInOrder();
        battery.Points.Select(point => -point.Worth).ShouldBeInOrder();
        functions.Single(function => function.At == "burdenAtHalf").Points.ShouldContain(point => Math.Abs(point.Measure - Examples.House.BurdenAtHalf) < 1e-9 && Math.Abs(point.Worth - 0.5) < 1e-9);
        functions.Single(function => function.At == "priceShareAtZero").Points[^1].Worth.ShouldBe(0);
    }

    [Fact]
    public void Every_value_function_says_what_it_measures_and_goes_a_little_past_where_it_ends()
    {
        var (house, functions) = (Examples.House, ValueFunctions.Of(Examples.House));
        functions.Select(function => (function.At, function.Unit)).ShouldBe(
        [
            .. house.Reach.Pairs.Select(pair => ($"reach.{pair.Key.Word()}", "s")),
            .. house.Headroom.Pairs.Select(pair => ($"headroom.{pair.Key.Word()}", pair.Key == PartKind.Battery ? "Wh" : "GB")),
            ("burdenAtHalf", "screws"), ("priceShareAtZero", "share of the price"), ("survivalAtZero", "chance"),
        ]);
        functions.ShouldAllBe(function => function.Points.Count == 41);
        void Reaches(string at, double from, double to)
        {
            var points = functions.Single(function => function.At == at).Points;
            (points[0].Measure, Math.Round(points[^1].Measure, 9)).ShouldBe((from, Math.Round(to, 9)), at);
        }
        Reaches("reach.fan", 0, house.Reach[PartKind.Fan].Second * 1.1);
        Reaches("headroom.battery", 0, house.Headroom[PartKind.Battery].Second * 1.1);
        Reaches("burdenAtHalf", 0, house.BurdenAtHalf * 5);
        Reaches("priceShareAtZero", 0, house.PriceShareAtZero * 1.2);
        Reaches("survivalAtZero", house.SurvivalAtZero - 0.1, 1);
        ValueFunctions.Of(house with { SurvivalAtZero = 0.05 })[^1].Points[0].Measure.ShouldBe(0);
        // By a machine of the rubric's own price: half of the share is worth half.
        functions.Single(function => function.At == "priceShareAtZero").Points[20].Worth.ShouldBe(1 - 0.6, 1e-9);
    }
}
