using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>What is built on it</em>, ledger: it adds up.</summary>
public sealed class LedgerTests
{
    private static readonly Rubric[] Rubrics =
    [
        .. from inside in new[] { 1, 0, -1 }
           from across in new[] { 1, 0, -1 }
           select Examples.House.With(schools => schools with { InsideMean = inside, AcrossMean = across }),
        Examples.House.With(schools => schools with { Assemblies = Assemblies.NotReplaceable, Effort = EffortSchool.Steps, Ceiling = CeilingSource.Maker }),
        Examples.House.With(schools => schools with { PowerFirst = PowerFirst.WhereBlocking, Effort = EffortSchool.Observed, Ceiling = CeilingSource.Platform }),
    ];

    [Fact]
    public void Every_leaf_of_a_thousand_records_leads_to_a_fact_and_all_add_up_to_what_is_missing_to_100()
    {
        var (leaves, records) = (0, 0);
        var examples = Examples.Names.Select(Examples.Record).ToList();
        for (var seed = 0; seed < 1_000; seed++)
        {
            var checkedRecord = (seed % 50 < 5 ? examples[seed % 5] : RandomRecords.OneWay(new Random(seed)).Checked());
            var record = checkedRecord.Record;
            var rubric = Rubrics[seed % Rubrics.Length];
            var result = Scorer.Score(checkedRecord, rubric);
            foreach (var (index, ledger) in new[] { (result.Repair, Ledger.OfRepair(result, record, rubric)), (result.Upgrade, Ledger.OfUpgrade(result, record, rubric)) })
            {
                (ledger is null).ShouldBe(index.Value is null);
                if (ledger is null)
                    continue;
                records++;
                AddsUp(100 - ledger.Index, ledger.Lines);
                ledger.Index.ShouldBe(index.Value!.Value);
                var all = ledger.Lines.SelectMany(Leaves).ToList();
                all.Sum(leaf => leaf.Points).ShouldBe(100 - index.Value.Value, 1e-9);
                var facts = record.Steps.Select(step => step.Id).Concat(record.Parts.Select(part => part.Id)).ToHashSet();
                all.Where(leaf => leaf.Points < 0 || !leaf.Steps.All(facts.Contains) || (leaf.Part is { } part && !facts.Contains(part))).ShouldBeEmpty();
                leaves += all.Count;
            }
        }
        records.ShouldBeGreaterThan(1_500);
        leaves.ShouldBeGreaterThan(20_000);
    }

    private static IEnumerable<LedgerLine> Leaves(LedgerLine line) => line.Lines.Count == 0 ? [line] : line.Lines.SelectMany(Leaves);

    private static void AddsUp(double points, IReadOnlyList<LedgerLine> lines)
    {
        if (lines.Count == 0)
            return;
        lines.Sum(line => line.Points).ShouldBe(points, 1e-9);
        foreach (var line in lines)
            AddsUp(line.Points, line.Lines);
    }

    [Fact]
    public void Under_the_arithmetic_mean_a_kind_costs_its_share_of_the_weight_times_what_it_lacks()
    {
        var record = Examples.Record("3-modular");
        var result = Scorer.Score(record, Examples.House);
        var ledger = Ledger.OfRepair(result, record.Record, Examples.House)!;
        var weights = result.RepairKinds.Where(kind => kind.Score.Value is not null).Sum(kind => Examples.House.Repair[kind.Kind]);
        foreach (var kind in result.RepairKinds.Where(kind => kind.Score.Value is not null))
        {
            ledger.Lines.Single(line => line.Name == Core.Records.Words.Word(kind.Kind)).Points
                .ShouldBe(100 * Examples.House.Repair[kind.Kind] / weights * (1 - kind.Score.Value!.Value), 1e-9);
        }
    }

    [Fact]
    public void Kinds_without_a_value_are_listed_as_not_counted()
    {
        var record = Examples.Record("2-sealed-and-unsure");
        var result = Scorer.Score(record, Examples.House);
        Ledger.OfRepair(result, record.Record, Examples.House)!.NotCounted
            .ShouldBe(result.RepairKinds.Where(kind => kind.Score.Value is null).Select(kind => kind.Kind));
    }
}
