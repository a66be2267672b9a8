using WideLever.Core.Checking;
using WideLever.Core.Comparing;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>What is built on it</em>: separation, flip point; and schools laid side by side.</summary>
public sealed class ComparingTests
{
    private static FieldUnit Unit(CheckedRecord record, Rubric? rubric = null) => FieldUnit.Of(Scorer.Score(record, rubric ?? Examples.House), record.Record);

    private static FieldUnit Unit(string name) => Unit(Examples.Record(name));

    [Fact]
    public void A_unit_of_a_field_has_the_indices_that_scoring_gives_it()
    {
        foreach (var exponent in new[] { 1, 0, -1 })
        {
            var rubric = Examples.House.With(schools => schools with { AcrossMean = exponent });
            foreach (var record in Examples.Names.Select(Examples.Record).Concat(Enumerable.Range(0, Long.Of(100)).Select(seed => RandomRecords.OneWay(new Random(seed)).Checked())))
                Unit(record, rubric).Indices(rubric).ShouldBe(Indices.Of(Scorer.Score(record, rubric)));
        }
    }

    [Theory]
    [InlineData(IndexName.Repair, 1)]
    [InlineData(IndexName.Upgrade, 1)]
    [InlineData(IndexName.Repair, 0)]
    [InlineData(IndexName.Repair, -1)]
    public void On_either_side_of_a_flip_point_rescoring_puts_another_unit_first(IndexName index, int across)
    {
        var rubric = Build.AnyValue.With(schools => schools with { AcrossMean = across });
        var records = Examples.Names.Select(Examples.Record).Concat(Enumerable.Range(0, Long.Of(12)).Select(seed => RandomRecords.OneWay(new Random(seed)).Checked())).ToList();
        var (flips, none) = (0, 0);
        for (var i = 0; i + 1 < records.Count; i++)
        {
            var (first, second) = (records[i], records[i + 1]);
            foreach (var flip in FlipPoints.Of(Unit(first, rubric), Unit(second, rubric), rubric, index))
            {
                if (flip.At is not { } at)
                {
                    none++;
                    continue;
                }
                double Apart(double weight)
                {
                    // The long way round: another rubric, and both scored under it.
                    var table = index == IndexName.Repair ? rubric.Repair : rubric.Upgrade;
                    var others = FlipPoints.Reweighted(table, flip.Kind, weight);
                    others.Values.Sum().ShouldBe(table.Pairs.Sum(pair => pair.Value), 1e-9);
                    var edited = index == IndexName.Repair ? rubric with { Repair = new(others) } : rubric with { Upgrade = new(others) };
                    return Indices.Of(Scorer.Score(first, edited)).Get(index).Value!.Value - Indices.Of(Scorer.Score(second, edited)).Get(index).Value!.Value;
                }
                var step = Math.Min(0.01, Math.Max(at / 2, 1e-6));
                (Apart(at - step) * Apart(at + step)).ShouldBeLessThan(0, $"{flip.Kind} at {at}");
                flips++;
            }
        }
        flips.ShouldBeGreaterThan(10);
        none.ShouldBeGreaterThan(10);
        Should.Throw<ArgumentOutOfRangeException>(() => FlipPoints.Of(Unit(records[0], rubric), Unit(records[1], rubric), rubric, IndexName.Combined));
    }

    [Fact]
    public void A_desktop_and_a_notebook_are_laid_side_by_side_on_what_both_have()
    {
        var notebook = Unit("1-two-routes");
        var desktop = notebook with
        {
            IsDesktop = true,
            Repair = [.. notebook.Repair.Where(kind => kind.Kind is not (PartKind.Battery or PartKind.Keyboard))],
            Upgrades = [[.. notebook.Upgrade.Select(kind => kind.Kind == PartKind.Battery ? kind with { Absent = true, Score = Quantity.Exactly(0) } : kind)]],
        };
        var common = Field.Common(notebook, desktop, Examples.House);
        common.First.ShouldBe(common.Second, "on what both have they are the same");
        var weights = Examples.House.Repair;
        var lacking = notebook.Repair.Select(kind => weights[kind.Kind]).Sum() - weights[PartKind.Battery] - weights[PartKind.Keyboard];
        common.RepairShare.ShouldBe(lacking / weights.Pairs.Sum(pair => pair.Value), 1e-12);
        var left = notebook.Upgrade.Where(kind => !kind.Absent && kind.Kind != PartKind.Battery).Sum(kind => Examples.House.Upgrade[kind.Kind]);
        common.UpgradeShare.ShouldBe(left / Examples.House.Upgrade.Pairs.Sum(pair => pair.Value), 1e-12);
    }

    [Fact]
    public void Groups_are_cut_where_all_above_are_ahead_of_all_below()
    {
        Quantity Between(double low, double high) => new(low, (low + high) / 2, high, 1);
        Quantity[] field = [Between(80, 84), Between(50, 60), Between(76.5, 78), Between(20, 73.4), Between(10, 15)];
        // 76.5 is more than 3 above 73.4; 80 is not more than 3 above 78; the wide one holds the third to the fourth together.
        Field.Groups(field, 3).ShouldBe([1, 2, 1, 2, 3]);
        Field.Groups([Between(50, 50), Between(47, 47)], 3).ShouldBe([1, 1], "exactly the resolution is not more than it");
        Field.Groups([], 3).ShouldBeEmpty();
        var random = new Random(2);
        for (var round = 0; round < Long.Of(200); round++)
        {
            var some = Enumerable.Range(0, 12).Select(_ => random.NextDouble() * 100).Select(low => Between(low, low + random.NextDouble() * 8)).ToArray();
            var groups = Field.Groups(some, 3);
            for (var i = 0; i < 12; i++)
            {
                for (var j = 0; j < 12; j++)
                {
                    if (groups[i] < groups[j])
                        Separation.Of(some[i], some[j], 3).ShouldBe(Ahead.First);
                }
            }
        }
    }

    [Fact]
    public void The_best_for_its_price_is_beaten_by_nothing_that_costs_no_more()
    {
        Field.BestForPrice([(900, 60), (1000, 60), (1100, 75), (1100, 70), (null, 90), (500, null), (2000, 74)]).ShouldBe([true, false, true, false, false, false, false]);
        Field.BestForPrice([(900, 60), (900, 60)]).ShouldBe([true, true], "neither beats the other");
    }

    [Fact]
    public void Every_school_is_the_rubric_with_one_answer_another()
    {
        var records = Examples.Names.Select(Examples.Record).ToList();
        var table = SchoolTable.Of(records, Examples.House);
        table.Count.ShouldBe(16);
        table.Count(option => option.InUse).ShouldBe(6);
        table.Select(option => (option.Question, option.Option)).Distinct().Count().ShouldBe(16);
        foreach (var under in table.Where(option => option.InUse))
            under.Indices.ShouldBe(Rescoring.Of(records, Examples.House));
        table.Single(option => option is { Question: "acrossMean", Option: "-1" }).Indices.ShouldBe(Rescoring.Of(records, Examples.House.With(schools => schools with { AcrossMean = -1 })));
        table.Single(option => option is { Question: "assemblies", Option: "notReplaceable" }).Indices.ShouldBe(Rescoring.Of(records, Examples.House.With(schools => schools with { Assemblies = Assemblies.NotReplaceable })));
    }
}
