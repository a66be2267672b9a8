using System.Text.RegularExpressions;
using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Reasons in plain sentences, and the three schools of effort side by side.</summary>
public sealed partial class ReasonsTests
{
    private static IReadOnlyDictionary<ReasonKey, double> Losses(TeardownRecord record) => KindLosses.Of(record.Score(), record, Examples.House);

    private static IReadOnlyList<FoundReason> Of(TeardownRecord record, params TeardownRecord[] peers) => Reasons.Of(record.Checked(), Examples.House, [.. peers.Select(Losses)]);

    [Fact]
    public void A_sentence_is_made_from_the_facts()
    {
        var better = Build.Sealed() with { Steps = [.. Build.Sealed().Steps.Select(step => step.Id == "fan" ? step with { Layer = "inside", After = [] } : step)] };
        var reason = Of(Build.Sealed(), better).Single(one => one.About == "repair:fan:reach");
        reason.Side.ShouldBe(ReasonSide.Against);
        reason.Text.ShouldBe("The fan comes out only after the main board: 6.4 minutes there and back, 20 screws.");
        reason.Steps.ShouldBe(["base", "power", "board", "fan"]);
        Of(better, Build.Sealed()).Single(one => one.About == "repair:fan:reach").Text.ShouldBe("The fan comes out: 4.2 minutes there and back, 11 screws.");
    }

    [Fact]
    public void What_costs_more_than_the_median_of_the_others_is_against_and_the_weightiest_comes_first()
    {
        var better = Build.Sealed() with { Parts = [.. Build.Sealed().Parts.Select(part => part.Id == "battery" ? part with { Mounting = Mounting.Slid } : part)] };
        var reasons = Of(Build.Sealed(), better, better, Build.Sealed());
        var losses = new[] { Build.Sealed(), better };
        var battery = reasons.Single(one => one.About == "repair:battery:mounting");
        battery.Text.ShouldBe("The battery is glued.");
        battery.Points.ShouldBe(Losses(losses[0])[new(IndexName.Repair, PartKind.Battery, "mounting")] - Losses(losses[1])[new(IndexName.Repair, PartKind.Battery, "mounting")], 1e-9);
        reasons.Select(one => one.Points).ShouldBe(reasons.Select(one => one.Points).OrderDescending());
        Of(Build.Sealed(), Build.Sealed()).ShouldBeEmpty("it is as the others are");
        Of(Build.Sealed()).ShouldBeEmpty("there are no others");
    }

    [Fact]
    public void Losses_add_up_to_what_is_missing_to_100_less_what_is_not_known()
    {
        foreach (var name in Examples.Names)
        {
            var record = Examples.Record(name);
            var result = Scorer.Score(record, Examples.House);
            var losses = KindLosses.Of(result, record.Record, Examples.House);
            // What stands somewhere for want of a value is lost too, and no reason.
            double Unknown(LedgerLine line) => line.Known ? line.Lines.Sum(Unknown) : line.Points;
            foreach (var (index, value, ledger) in new[] { (IndexName.Repair, result.Repair.Value, Ledger.OfRepair(result, record.Record, Examples.House)), (IndexName.Upgrade, result.Upgrade.Value, Ledger.OfUpgrade(result, record.Record, Examples.House)) })
            {
                var of = losses.Where(pair => pair.Key.Index == index).Sum(pair => pair.Value);
                if (value is { } known)
                    of.ShouldBe(100 - known - ledger.Lines.Sum(Unknown), 1e-9);
                else
                    of.ShouldBeLessThan(100);
            }
        }
    }

    [Fact]
    public void A_picked_sentence_goes_stale_with_its_fact_and_a_written_one_never_does()
    {
        var record = Build.Sealed();
        var peers = record with { Parts = [.. record.Parts.Select(part => part with { Mounting = part.Within is null ? Mounting.Slid : part.Mounting })] };
        var found = Of(record, peers).First(one => one.About == "repair:battery:mounting");
        PickedReason[] picked =
        [
            new() { Side = found.Side, Text = "Glued in, sadly.", About = found.About, From = found.Text },
            new() { Side = ReasonSide.For, Text = "It feels solid." },
            new() { Side = ReasonSide.For, Text = "Of an older rubric.", About = "repair:antenna:reach", From = "The antenna comes out." },
        ];
        Reasons.Stale(record.Checked(), Examples.House, picked).ShouldBe([false, false, true]);
        var mended = record with { Parts = [.. record.Parts.Select(part => part.Id == "battery" ? part with { Mounting = Mounting.Screwed } : part)] };
        Reasons.Stale(mended.Checked(), Examples.House, picked).ShouldBe([true, false, true]);
    }

    [Fact]
    public void Sentences_of_any_record_read_as_sentences_and_name_facts_that_exist()
    {
        var records = Enumerable.Range(0, Long.Of(300)).Select(seed => RandomRecords.OneWay(new Random(seed))).Concat(Examples.Names.Select(name => Examples.Record(name).Record)).ToList();
        var peers = records.Take(9).Select(Losses).ToList();
        var made = 0;
        foreach (var record in records)
        {
            foreach (var reason in Reasons.Of(record.Checked(), Examples.House, peers))
            {
                Sentence().IsMatch(reason.Text).ShouldBeTrue(reason.Text);
                reason.Steps.ShouldBeSubsetOf(record.Steps.Select(step => step.Id));
                if (reason.Part is { } part)
                    record.Parts.ShouldContain(other => other.Id == part);
                made++;
            }
        }
        made.ShouldBeGreaterThan(Long.Of(3_000));
    }

    // A capital first, a full stop last, no word of the format with a capital inside, nothing double or hanging.
    [GeneratedRegex(@"^[A-Z](?!.*[a-z][A-Z])(?!.*  )(?!.* [,.:])[^\n]*[^ ,:]\.$")]
    private static partial Regex Sentence();

    [Fact]
    public void The_three_schools_of_effort_stand_side_by_side_and_the_parts_furthest_apart_first()
    {
        var record = (Build.Sealed() with { Steps = [.. Build.Sealed().Steps.Select(step => step.Id == "board" ? step with { ObservedSeconds = 900 } : step)] }).Checked();
        var schools = EffortSchools.Of(record, Examples.House);
        schools.ObservedSteps.ShouldBe(1);
        foreach (var under in schools.Schools)
        {
            var result = Scorer.Score(record, Examples.House.With(one => one with { Effort = under.School }));
            under.Indices.ShouldBe(Indices.Of(result));
            foreach (var part in schools.Parts)
            {
                part.Efforts[(int)under.School].ShouldBe(result.PartOf(part.Part).Effort);
                part.Reach[(int)under.School].ShouldBe(result.PartOf(part.Part).Criteria![Criterion.Reach].Value);
            }
        }
        schools.Parts.Select(part => part.Apart).ShouldBe(schools.Parts.Select(part => part.Apart).OrderDescending());
        schools.Parts[0].Apart.ShouldBeGreaterThan(0.1);
    }
}
