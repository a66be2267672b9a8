using System.Text;
using System.Text.Json.Nodes;
using WideLever.Core.Rubrics;

namespace WideLever.Interchange.Tests;

/// <summary>Method, <em>Schools</em>, last paragraph: a rubric is refused, fault by fault, unless its numbers lie where they must.</summary>
public sealed class RubricReaderTests
{
    private static JsonObject House() => JsonNode.Parse(RubricReader.HouseBytes)!.AsObject();

    private static IReadOnlyList<Fault> Faults(JsonObject rubric) => RubricReader.Read(Encoding.UTF8.GetBytes(rubric.ToJsonString())).Faults;

    private static void Set(JsonObject rubric, string path, string? value)
    {
        var tokens = path.Split('/');
        var parent = tokens.SkipLast(1).Aggregate((JsonNode?)rubric, (node, token) => int.TryParse(token, out var i) ? node![i] : node![token]);
        var last = tokens[^1];
        if (value is null)
            parent!.AsObject().Remove(last);
        else if (int.TryParse(last, out var i))
            parent![i] = JsonNode.Parse(value);
        else
            parent![last] = JsonNode.Parse(value);
    }

    [Fact]
    public void The_house_rubric_has_the_published_tables()
    {
        var house = RubricReader.House;
        (house.Name, house.Revision, house.Currency).ShouldBe(("House rubric", 3, "EUR"));
        house.Repair.Pairs.Select(pair => pair.Key).ShouldBe(RubricKinds.Repair);
        house.Upgrade.Pairs.Select(pair => pair.Key).ShouldBe(RubricKinds.Upgrade);
        house.Times.Standard[Verb.Unplug][(int)Connector.Coax].ShouldBe(new OutBack(2.5, 6));
        house.Schools.ShouldBe(new Schools());
        house.Times.Unscrew.PitchSpan.ShouldBe(new Span(0.30, 0.50));
    }

    [Fact]
    public void A_rubric_from_before_version_2_reads_as_that_version_did()
    {
        var (old, faults) = RubricReader.Read(Sample.File("house-revision-1"));
        faults.ShouldBeEmpty();
        old!.Revision.ShouldBe(1);
        old.UnknownCount.ShouldBe(RubricReader.House.UnknownCount);
        old.ValueFrom.ShouldBeInRange(double.Epsilon, 1e-12);
        old.OpenCeiling.Pairs.ShouldBeEmpty();
        old.OwnCeiling.ShouldBeEmpty();
        old.OpenSupply.ShouldBeNull();
        old.UnitShare.Values.ToArray().ShouldAllBe(share => share == 0);
        // A figure of whatever is known, as ever.
        Core.Scoring.Scorer.Score(RecordReader.Read(Sample.File("6-partly-seen"), old).Checked!, old).Combined.Value.ShouldNotBeNull();
    }

    public static TheoryData<string, string?, string> Wrong => new()
    {
        { "name", null, "name" }, { "revision", "0", "revision" }, { "currency", "\"EURO\"", "currency" }, { "extra", "1", "extra" },
        { "criteria/reach", "-1", "criteria.reach" }, { "criteria/reach", "\"x\"", "criteria.reach" }, { "criteria/reach", null, "criteria.reach" },
        { "criteria/look", "1", "criteria.look" }, { "tools/hammer", "1", "tools.hammer" }, { "tools/hand", "1.01", "tools.hand" }, { "tools/hand", "-0.01", "tools.hand" },
        { "covers/none", "2", "covers.none" }, { "captive/yes", "2", "captive.yes" }, { "screwBase", "1.5", "screwBase" }, { "clipBurden", "-1", "clipBurden" },
        { "burdenAtHalf", "0", "burdenAtHalf" }, { "mixedLengths/floor", "2", "mixedLengths.floor" }, { "extraTool/factor", "2", "extraTool.factor" },
        { "extraTool/free", "-1", "extraTool.free" }, { "bonds/foam", "2", "bonds.foam" }, { "extraBond", "2", "extraBond" }, { "mountings/slid", "2", "mountings.slid" },
        { "supply/maker", "2", "supply.maker" }, { "paired", "2", "paired" }, { "priceShareAtZero", "0", "priceShareAtZero" }, { "priceReference/thin", "0", "priceReference.thin" },
        { "damage/unclip", "2", "damage.unclip" }, { "damage/unplug/coax", "-1", "damage.unplug.coax" }, { "survivalAtZero", "1", "survivalAtZero" },
        { "standards/open", "2", "standards.open" }, { "reach/battery", "[180, 180]", "reach.battery" }, { "reach/battery", "[0, 180]", "reach.battery[0]" },
        { "reach/battery", "[180]", "reach.battery" }, { "headroom/memory", "[64, 8]", "headroom.memory" }, { "floor", "0", "floor" }, { "floor", "1", "floor" },
        { "times/unclip/0", "-1", "times.unclip[0]" }, { "times/perStep", "-1", "times.perStep" }, { "times/unscrew/pitch/M2", "0", "times.unscrew.pitch.M2" },
        { "times/unscrew/pitch", "{}", "times.unscrew.pitch" }, { "times/unscrew/unknownLength", "[8, 2]", "times.unscrew.unknownLength" },
        { "times/unknownBondLength", "[40, 40]", "times.unknownBondLength" }, { "times/unplug/plug", "[1, 1]", "times.unplug.plug" }, { "times/lift/board/1", "1e308", "times.lift.board[1]" },
        { "combined", "{\"repair\": 0, \"upgrade\": 0}", "combined" }, { "schools/effort", "\"feel\"", "schools.effort" }, { "schools/acrossMean", "2", "schools.acrossMean" },
        { "schools/feel", "1", "schools.feel" }, { "drives/0", "\"slotted\"", "drives" }, { "inseparable/0", "\"welded\"", "inseparable[0]" }, { "mayBeAbsent/0", "\"graphics\"", "mayBeAbsent" },
        { "status/draftBelow", "2", "status.draftBelow" }, { "resolution", "-1", "resolution" }, { "smallHeads/0", "\"\"", "smallHeads" }, { "repair/frame", "1", "repair.frame" },
        { "valueFrom", "0", "valueFrom" }, { "valueFrom", "1.1", "valueFrom" }, { "valueFrom", "null", "valueFrom" }, { "unitShare/frame", "1.1", "unitShare.frame" },
        { "unitShare/frame", null, "unitShare.frame" }, { "openSupply", "2", "openSupply" }, { "openCeiling/storage", "[2, 1, 3]", "openCeiling.storage" },
        { "openCeiling/storage", "[1, 2]", "openCeiling.storage" }, { "openCeiling/memory", "[0, 1, 2]", "openCeiling.memory[0]" }, { "openCeiling/fan", "[1, 2, 3]", "openCeiling.fan" },
        { "ownCeiling/0", "\"fan\"", "ownCeiling" }, { "unknownCount/unclip", "[24, 2]", "unknownCount.unclip" }, { "unknownCount/unclip", "[0, 2]", "unknownCount.unclip" },
        { "unknownCount/unclip", "7", "unknownCount.unclip" }, { "unknownCount/unclip", null, "unknownCount.unclip" }, { "unknownCount/pry", "[1, 2]", "unknownCount.pry" }, { "version", "2", "version" },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void A_rubric_with_something_wrong_is_refused_at_its_place(string path, string? value, string at)
    {
        var rubric = House();
        Set(rubric, path, value);
        Faults(rubric).Select(fault => fault.At).ShouldContain(at);
    }

    [Theory]
    [InlineData("criteria")]
    [InlineData("repair")]
    [InlineData("upgrade")]
    [InlineData("upgradeCriteria")]
    [InlineData("accessCriteria")]
    public void Weights_may_be_nothing_but_not_all_of_them(string table)
    {
        var rubric = House();
        var weights = rubric[table]!.AsObject();
        foreach (var word in weights.Select(pair => pair.Key).Skip(1).ToList())
            weights[word] = 0;
        Faults(rubric).ShouldBeEmpty();
        weights[weights.First().Key] = 0;
        Faults(rubric).ShouldHaveSingleItem().At.ShouldBe(table);
    }

    [Fact]
    public void Every_fault_is_told()
    {
        var rubric = House();
        Set(rubric, "floor", "1");
        Set(rubric, "paired", "2");
        Set(rubric, "bonds/tape", "-1");
        Faults(rubric).Select(fault => fault.At).ShouldBe(["bonds.tape", "paired", "floor"]);
    }

    [Fact]
    public void A_thread_may_be_added_for_threads_are_texts_not_words()
    {
        var rubric = House();
        Set(rubric, "times/unscrew/pitch/M1.2", "0.25");
        RubricReader.Read(Encoding.UTF8.GetBytes(rubric.ToJsonString())).Rubric!.Times.Unscrew.PitchSpan.Low.ShouldBe(0.25);
    }

    [Theory]
    [InlineData("powerFirst", "never")]
    [InlineData("powrFirst", "always")]
    [InlineData("acrossMean", "2")]
    [InlineData("effort", "")]
    public void An_unrecognised_school_is_refused(string question, string option) =>
        RubricReader.WithSchools(RubricReader.House, [new(question, option)]).Faults.ShouldHaveSingleItem().At.ShouldBe($"schools.{question}");

    [Theory]
    [InlineData(0.0078125, 0.007812)]
    [InlineData(0.0234375, 0.023438)]
    [InlineData(1 - 19.0 / 1600 / 0.4, 0.970313)]
    [InlineData(0, 0)]
    [InlineData(100, 100)]
    [InlineData(71.8682454999, 71.868245)]
    [InlineData(359.1999999999, 359.2)]
    public void Results_are_rounded_to_the_nearest_six_places_and_an_exact_half_to_the_even_one(double value, double expected) =>
        ResultWriter.SixPlaces(value).ShouldBe(expected);
}
