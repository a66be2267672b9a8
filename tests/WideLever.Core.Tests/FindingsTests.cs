using WideLever.Core.Planning;
using WideLever.Core.Findings;
using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary>What is said of parts, places and what holds them.</summary>
public sealed class FindingsTests
{
    private static Part Of(PartKind kind, string id, bool fitted = true, Mounting? mounting = null, string? form = null) => new() { Id = id, Kind = kind, Fitted = fitted, Mounting = mounting, Interface = new() { Form = form } };

    [Fact]
    public void Parts_have_names_that_a_person_would_use_and_never_an_id()
    {
        Part[] all = [Of(PartKind.Memory, "memory-a", mounting: Mounting.Soldered), Of(PartKind.Memory, "memory-b", fitted: false), Of(PartKind.Storage, "ssd", form: "M.2 2280"), Of(PartKind.Storage, "bay", form: "2.5 inch"), Of(PartKind.Fan, "fan-left"), Of(PartKind.Fan, "fan-right"), Of(PartKind.Hinge, "h1"), Of(PartKind.Hinge, "h2"), Of(PartKind.Battery, "battery")];
        all.Select(part => PartNames.Of(part, all)).ShouldBe(["soldered memory", "empty memory place", "drive (M.2 2280)", "drive (2.5 inch)", "left fan", "right fan", "first hinge", "second hinge", "battery"]);
    }

    [Fact]
    public void A_place_says_what_fits_and_on_whose_word()
    {
        var part = Of(PartKind.Storage, "ssd") with { Capacity = new() { Fitted = 256, Max = new() { Maker = 512, Bench = 1024 } }, Interface = new() { Name = "M.2 2242 NVMe", Sides = 1, MaxLengthMm = 42, MaxThicknessMm = 2.5, Limits = ["the only stand-off is at 42 mm"] } };
        PlaceWords.Sentence(part, [part], false).ShouldBe("Drive: 256 GB fitted; M.2 2242 NVMe, at most 42 mm long, at most 2.5 mm high, single-sided, the only stand-off is at 42 mm; 1024 GB ran on the bench, its maker states 512 GB.");
        var soldered = Of(PartKind.Memory, "memory", mounting: Mounting.Soldered) with { Capacity = new() { Fitted = 16 } };
        PlaceWords.Sentence(soldered, [soldered], true).ShouldBe("Memory: 16 GB fitted; soldered, so it stays as it is.");
        var open = Of(PartKind.Memory, "memory-b", fitted: false);
        PlaceWords.Sentence(open, [open], null).ShouldBe("Empty memory place: nobody has said how much it takes.");
        // Of a card without a capacity stands whose parts fit it, or that nobody said it.
        var card = Of(PartKind.Wireless, "wifi");
        PlaceWords.Sentence(card with { Interface = new() { Standard = Standard.Open } }, [card], false).ShouldBe("Wireless card: takes parts of anyone.");
        PlaceWords.Sentence(card with { Interface = new() { Standard = Standard.Maker } }, [card], false).ShouldBe("Wireless card: takes the maker's own parts alone.");
        PlaceWords.Sentence(card, [card], false).ShouldBe("Wireless card: nobody has said what fits.");
    }

    [Fact]
    public void What_holds_a_part_is_told_with_the_gravest_first()
    {
        HoldWords.Of([
            new Unscrew { Count = 10, Drive = Drive.FiveLobe, Captive = false }, new Unscrew { Count = 4, Drive = Drive.FiveLobe, Cover = Cover.Foot }, new Unscrew { Count = null, Drive = Drive.Nut },
            new Unbond { Bond = Bond.SoftGlue, LengthMm = 220, Tool = Tool.Heat }, new Unbond { Bond = Bond.ReleaseTab, Count = 2 }, new Unclip { Count = 12 }]).ShouldBe(
            ["220 mm of soft glue, with heat", "2 release tabs", "14 five-lobe screws", "uncounted nuts (4 of the screws under feet)", "12 clips"]);
        HoldWords.Of([new Lift()]).ShouldBeEmpty();
    }

    [Fact]
    public void Before_the_first_step_a_sound_pack_is_run_down_a_swollen_one_left_alone_and_none_is_not_spoken_of()
    {
        var record = Build.Sealed();
        Cautions.Preparation(record).Text.ShouldContain("about a quarter");
        Cautions.Preparation(record with { Teardown = record.Teardown with { Damage = [new() { Kind = DamageKind.Swollen }] } }).Text.ShouldSatisfyAllConditions(text => text.ShouldContain("Neither charge nor discharge"), text => text.ShouldNotContain("quarter"));
        var without = record with { Absent = [PartKind.Battery] };
        Cautions.Preparation(without).Text.ShouldNotContain("pack");
        Cautions.For(without, new Step { Id = "off", Title = "Off", Layer = "inside", DisconnectsPower = true, Actions = [new Unplug()] }, packSwollen: false).ShouldNotContain(one => one.Caution == Caution.Lithium);
    }
}
