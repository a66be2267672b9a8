using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>What is built on it</em>: where units of a field stand, whom a unit is laid beside, and what a pair has in common.</summary>
public sealed class FieldTests
{
    private static FieldUnit Unit(TeardownRecord record) => FieldUnit.Of(record.Score(Build.AnyValue), record);

    private static TeardownRecord Of(MachineClass @class, Mounting battery) => Build.Sealed() with
    {
        Unit = Build.Sealed().Unit with { Class = @class },
        Parts = [.. Build.Sealed().Parts.Select(part => part.Kind == PartKind.Battery ? part with { Mounting = battery } : part)],
    };

    [Fact]
    public void A_draft_and_a_desktop_are_in_no_group_with_notebooks()
    {
        var (good, bad) = (Unit(Of(MachineClass.Thin, Mounting.Slid)), Unit(Of(MachineClass.Thin, Mounting.Glued)));
        var desktop = Unit(Of(MachineClass.Desktop, Mounting.Slid));
        var standings = FieldStanding.Of(
            [new(bad, 900), new(Build.Draft(good), 800), new(good, 1_000), new(desktop, null)], IndexName.Repair, Build.AnyValue with { Resolution = 0.001, Status = Build.AnyCoverage });
        standings[1].Group.ShouldBe(0);
        standings[3].Group.ShouldBe(1, "the first of its build");
        standings.Take(3).Select(standing => standing.Group).ShouldAllBe(group => group >= 0);
        (standings[0].Group, standings[2].Group).ShouldSatisfyAllConditions(groups => groups.Item1.ShouldBeGreaterThan(0), groups => groups.Item2.ShouldBeGreaterThan(0));
        standings[1].Place.ShouldBe(standings[2].Place);
        standings[0].Place.ShouldBeGreaterThan(standings[1].Place);
        // What costs less than the better one is the best for its price; a draft, which has no figure, is none.
        standings.Select(standing => standing.BestForPrice).ShouldBe([true, false, true, false]);
    }

    [Fact]
    public void A_pair_of_one_build_is_judged_by_all_and_of_two_builds_by_what_both_have()
    {
        var (good, bad, desktop) = (Unit(Of(MachineClass.Thin, Mounting.Slid)), Unit(Of(MachineClass.Thin, Mounting.Glued)), Unit(Of(MachineClass.Desktop, Mounting.Glued)));
        var same = UnitPair.Of(good, bad, Build.AnyValue);
        (same.SameBuild, same.Common.RepairShare, same.Common.UpgradeShare).ShouldBe((true, 1, 1));
        same.Common.First.ShouldBe(good.Indices(Build.AnyValue));
        same.Common.Second.ShouldBe(bad.Indices(Build.AnyValue));
        var mixed = UnitPair.Of(good, desktop, Build.AnyValue);
        mixed.SameBuild.ShouldBeFalse();
        mixed.Common.ShouldBe(Field.Common(good, desktop, Build.AnyValue));
        (good.IsDesktop, desktop.IsDesktop).ShouldBe((false, true));
    }

    [Fact]
    public void Every_answer_of_every_school_stands_in_the_table_by_its_word()
    {
        SchoolTable.Options(Examples.House.Schools).Select(one => $"{one.Question}={one.Option}").ShouldBe(
        [
            "powerFirst=always", "powerFirst=whereBlocking", "assemblies=asAssembly", "assemblies=notReplaceable", "ceiling=bench", "ceiling=maker", "ceiling=platform",
            "acrossMean=1", "acrossMean=0", "acrossMean=-1", "insideMean=1", "insideMean=0", "insideMean=-1", "effort=standardTime", "effort=steps", "effort=observed",
        ]);
    }

    [Theory]
    [InlineData(0, 1)]
    [InlineData(3, 8)]
    [InlineData(15, 32_768)]
    [InlineData(16, 137)]
    [InlineData(20, 211)]
    public void All_sets_of_fifteen_changes_are_tried_and_of_more_the_best_one_after_the_other(int candidates, int tries) => SmallestSet.Tries(candidates).ShouldBe(tries);
}
