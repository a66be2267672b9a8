using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Core.StepLines;

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
        var (leaves, records, actions, unknown) = (0, 0, 0, 0);
        var examples = Examples.Names.Select(Examples.Record).ToList();
        for (var seed = 0; seed < Long.Of(1_000); seed++)
        {
            var checkedRecord = (seed % 50 < 7 ? examples[seed % 7] : RandomRecords.OneWay(new Random(seed)).Checked());
            var record = checkedRecord.Record;
            var rubric = Rubrics[seed % Rubrics.Length];
            var result = Scorer.Score(checkedRecord, rubric);
            foreach (var (index, ledger) in new[] { (result.Repair, Ledger.OfRepair(result, record, rubric)), (result.Upgrade, Ledger.OfUpgrade(result, record, rubric)) })
            {
                ledger.Index.ShouldBe(index.Value);
                records++;
                foreach (var line in ledger.Lines)
                    AddsUp(line.Points, line.Lines);
                var all = ledger.Lines.SelectMany(Leaves).ToList();
                if (ledger.Index is { } value)
                    all.Sum(leaf => leaf.Points).ShouldBe(100 - value, 1e-9);
                else
                    ledger.Lines.ShouldAllBe(line => line.Known && Math.Abs(line.Points - 100 * (1 - line.Value)) < 1e-9);
                all.ShouldAllBe(leaf => leaf.Known || leaf.Lines.Count == 0);
                unknown += all.Count(leaf => !leaf.Known);
                var facts = record.Steps.Select(step => step.Id).Concat(record.Parts.Select(part => part.Id)).ToHashSet();
                all.Where(leaf => leaf.Points < 0 || !leaf.Steps.All(facts.Contains) || (leaf.Part is { } part && !facts.Contains(part))).ShouldBeEmpty();
                // Whatever was read from a route is told down to actions that its steps have.
                foreach (var leaf in all.Where(leaf => leaf.Points > 0 && leaf.Steps.Count > 0))
                {
                    leaf.Sort.ShouldBe(LedgerSort.Action);
                    StepLine.Actions(record.Steps.Single(step => step.Id == leaf.Steps.Single())).ShouldContain(leaf.Name);
                    actions++;
                }
                leaves += all.Count;
            }
        }
        records.ShouldBeGreaterThan(Long.Of(1_500));
        leaves.ShouldBeGreaterThan(Long.Of(20_000));
        actions.ShouldBeGreaterThan(Long.Of(50_000));
        unknown.ShouldBeGreaterThan(Long.Of(1_000));
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
        var weights = result.RepairKinds.Sum(kind => Examples.House.Repair[kind.Kind]);
        foreach (var kind in result.RepairKinds.Where(kind => kind.Score.Value is not null))
        {
            ledger.Lines.Single(line => line.Name == WordList.Word(kind.Kind)).Points
                .ShouldBe(100 * Examples.House.Repair[kind.Kind] / weights * (1 - kind.Score.Value!.Value), 1e-9);
        }
    }

    [Fact]
    public void An_item_without_a_value_is_one_leaf_at_the_mean_of_those_that_have_one_as_far_as_its_range_allows()
    {
        var record = Examples.Record("1-two-routes");
        var result = Scorer.Score(record, Examples.House);
        var ledger = Ledger.OfRepair(result, record.Record, Examples.House);
        var wanting = result.RepairKinds.Where(kind => kind.Score.Value is null).ToList();
        wanting.ShouldNotBeEmpty();
        ledger.Lines.Where(line => !line.Known).Select(line => line.Name).ShouldBe(wanting.Select(kind => WordList.Word(kind.Kind)));
        var known = result.RepairKinds.Where(kind => kind.Score.Value is not null).ToList();
        var mean = known.Sum(kind => Examples.House.Repair[kind.Kind] * kind.Score.Value!.Value) / known.Sum(kind => Examples.House.Repair[kind.Kind]);
        foreach (var kind in wanting)
        {
            var line = ledger.Lines.Single(line => line.Name == WordList.Word(kind.Kind));
            line.Value.ShouldBe(Math.Clamp(mean, kind.Score.Low, kind.Score.High), 1e-12);
            line.Lines.ShouldBeEmpty();
        }
    }

    [Fact]
    public void An_index_without_a_value_has_no_ledger_and_its_kinds_with_one_have()
    {
        var record = Examples.Record("6-partly-seen");
        var result = Scorer.Score(record, Examples.House);
        var ledger = Ledger.OfRepair(result, record.Record, Examples.House);
        ledger.Index.ShouldBeNull();
        ledger.Lines.Select(line => line.Name).ShouldBe(result.RepairKinds.Where(kind => kind.Score.Value is not null).Select(kind => WordList.Word(kind.Kind)));
        ledger.Lines.ShouldAllBe(line => line.Lines.Count > 0);
    }

    [Fact]
    public void The_screw_that_cost_most_is_found_from_the_index_down()
    {
        // One action under a seal and nineteen open ones of the same burden each: the sealed one cost most by fasteners.
        var record = Build.OneStep(
            new Unscrew { Count = 1, Drive = Drive.Cross, Size = "PH1", Thread = "M2", Length = 4, Captive = true, Cover = Cover.Seal },
            new Unscrew { Count = 1, Drive = Drive.Cross, Size = "PH1", Thread = "M2", Length = 4, Captive = true });
        var result = record.Score();
        var fasteners = Ledger.OfRepair(result, record, Examples.House)!.Lines.Single(line => line.Name == "battery").Lines.Single().Lines.Single(line => line.Name == "fasteners");
        fasteners.Lines.Select(line => line.Name).ShouldBe(["1 PH1 M2x4 captive under seal", "1 PH1 M2x4 captive"]);
        // Burdens 1 − 0.95 × 0.3 and 1 − 0.95.
        fasteners.Lines[0].Value.ShouldBeAbout(0.715 / 0.765);
        fasteners.Lines.Sum(line => line.Points).ShouldBe(fasteners.Points, 1e-9);
        Ledger.OfRepair(result, record, Examples.House, actionsOf: [])!.Lines.Single(line => line.Name == "battery").Lines.Single().Lines.ShouldAllBe(line => line.Lines.Count == 0);
    }

    [Fact]
    public void Of_very_many_actions_and_parts_the_dearest_are_told_and_the_rest_together()
    {
        // Fifty parts of one kind, each behind a hundred actions.
        var parts = Enumerable.Range(0, 50).Select(part => Build.Part($"fan {part}", PartKind.Fan, part == 7 ? Mounting.Soldered : Mounting.Screwed) with { Within = part == 7 ? "fan 8" : null }).ToArray();
        var steps = Enumerable.Range(0, 2).Select(step => Build.Step($"s{step}", "outside", [.. Enumerable.Range(1, 50).Select(count => new Unclip { Count = count })]) with
        {
            Frees = step == 0 ? [] : [.. parts.Select(part => part.Id)],
            After = step == 0 ? [] : ["s0"],
            Together = true,
        });
        var record = Build.Record(["outside"], [.. steps], parts) with { Unit = Build.Sealed().Unit };
        var result = record.Score(Build.AnyValue);
        var kind = Ledger.OfRepair(result, record, Build.AnyValue).Lines.Single(line => line.Name == "fan");
        kind.Lines.Count.ShouldBe(50);
        var told = kind.Lines.Where(part => part.Lines.Any(criterion => criterion.Lines.Count > 0)).ToList();
        told.Count.ShouldBe(Ledger.MostParts);
        // What cost most is told: the soldered one.
        told.ShouldContain(part => part.Name == "fan 7");
        foreach (var criterion in told.SelectMany(part => part.Lines).Where(line => line.Lines.Count > 0))
        {
            criterion.Lines.Count.ShouldBe(Ledger.MostActions + 1);
            criterion.Lines.Sum(line => line.Points).ShouldBe(criterion.Points, 1e-9);
            var rest = criterion.Lines.Single(line => line.Sort == LedgerSort.Others);
            rest.Name.ShouldBe("60");
            rest.Value.ShouldBe(1 - criterion.Lines.Where(line => line.Sort == LedgerSort.Action).Sum(line => line.Value), 1e-9);
            rest.Steps.ShouldBe(["s0", "s1"], ignoreOrder: true);
            // None of the rest cost more than any that is told.
            criterion.Lines.Where(line => line.Sort == LedgerSort.Action).Min(line => line.Points).ShouldBeGreaterThanOrEqualTo(rest.Points / 60 - 1e-12);
        }
        // Of kinds that are not asked for no action is told.
        Ledger.OfRepair(result, record, Build.AnyValue, [PartKind.Battery]).Lines.Single(line => line.Name == "fan").Lines.SelectMany(part => part.Lines).ShouldAllBe(line => line.Lines.Count == 0);
    }
}
