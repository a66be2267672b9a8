using WideLever.Core.Checking;
using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary>Claims beside findings, parts of a sister model, modules for a place.</summary>
public sealed class ClaimsTests
{
    private static Part Memory(string id, Mounting? mounting, double? holds, double? proved = null) => Build.Part(id, PartKind.Memory, mounting) with
    {
        Capacity = new Capacity { Fitted = holds, Max = new Ceilings { Bench = proved } },
    };

    private static ClaimState State(Claim claim, params Part[] parts)
    {
        var record = Build.Record(["outside"], [], parts) with { Absent = [PartKind.Wireless] };
        record = record with { Unit = record.Unit with { Claims = [claim] } };
        return ClaimChecks.Of(record, Examples.House).Single().State;
    }

    private static Claim Claimed(ClaimFact fact, double number, PartKind about = PartKind.Memory) => new() { Source = ClaimSource.System, About = about, Fact = fact, Number = number };

    [Fact]
    public void A_claim_of_places_is_laid_beside_what_takes_a_module()
    {
        Part[] oneOfEach = [Memory("a", Mounting.Soldered, 8), Memory("b", Mounting.Socketed, 8)];
        State(Claimed(ClaimFact.Places, 2), oneOfEach).ShouldBe(ClaimState.Differs);
        State(Claimed(ClaimFact.Places, 1), oneOfEach).ShouldBe(ClaimState.Agrees);
        State(Claimed(ClaimFact.Inseparable, 0), oneOfEach).ShouldBe(ClaimState.Differs);
        State(Claimed(ClaimFact.Places, 2) with { Answer = "one is soldered" }, oneOfEach).ShouldBe(ClaimState.Answered);
        State(Claimed(ClaimFact.Places, 2), Memory("a", null, 8)).ShouldBe(ClaimState.NotFound);
        State(Claimed(ClaimFact.Places, 2)).ShouldBe(ClaimState.NotFound);
        State(Claimed(ClaimFact.Places, 0, PartKind.Wireless)).ShouldBe(ClaimState.Agrees);
    }

    [Fact]
    public void Capacities_and_ceilings_agree_within_what_round_figures_hide()
    {
        State(Claimed(ClaimFact.Capacity, 16), Memory("a", Mounting.Soldered, 8), Memory("b", Mounting.Socketed, 8)).ShouldBe(ClaimState.Agrees);
        State(Claimed(ClaimFact.Capacity, 16.2), Memory("a", Mounting.Soldered, 16)).ShouldBe(ClaimState.Agrees);
        State(Claimed(ClaimFact.Capacity, 17), Memory("a", Mounting.Soldered, 16)).ShouldBe(ClaimState.Differs);
        State(Claimed(ClaimFact.Capacity, 16), Memory("a", Mounting.Soldered, null)).ShouldBe(ClaimState.NotFound);
        State(Claimed(ClaimFact.Ceiling, 64), Memory("a", Mounting.Socketed, 8, 24), Memory("b", Mounting.Socketed, 8, 24)).ShouldBe(ClaimState.Differs);
        State(Claimed(ClaimFact.Ceiling, 48), Memory("a", Mounting.Socketed, 8, 24), Memory("b", Mounting.Socketed, 8, 24)).ShouldBe(ClaimState.Agrees);
    }

    [Fact]
    public void A_name_agrees_where_one_is_in_the_other()
    {
        var claim = new Claim { Source = ClaimSource.Maker, About = PartKind.Storage, Fact = ClaimFact.Name, Text = "Cobble 512 GB" };
        State(claim, Build.Part("ssd", PartKind.Storage) with { Interface = new Interface { Name = "cobble 512" } }).ShouldBe(ClaimState.Agrees);
        State(claim, Build.Part("ssd", PartKind.Storage) with { Interface = new Interface { Name = "Pebble" } }).ShouldBe(ClaimState.Differs);
        State(claim, Build.Part("ssd", PartKind.Storage)).ShouldBe(ClaimState.NotFound);
    }

    [Fact]
    public void A_claim_never_scores()
    {
        var record = Examples.Record("1-two-routes").Record;
        var claimed = record with { Unit = record.Unit with { Claims = [Claimed(ClaimFact.Ceiling, 512), Claimed(ClaimFact.Places, 0)] } };
        claimed.Score().Upgrade.ShouldBe(record.Score().Upgrade);
        claimed.Score().Repair.ShouldBe(record.Score().Repair);
    }

    [Fact]
    public void A_claim_needs_a_number_or_a_name_by_its_fact()
    {
        var record = Build.Record(["outside"], [], []);
        IReadOnlyList<string> Faults(Claim claim) => [.. RecordValidation.Check(record with { Unit = record.Unit with { Claims = [claim] } }, Examples.House).Faults.Select(fault => fault.At)];
        Faults(new() { Source = ClaimSource.Maker, About = PartKind.Fan, Fact = ClaimFact.Name }).ShouldBe(["unit.claims[0].text"]);
        Faults(new() { Source = ClaimSource.Maker, About = PartKind.Fan, Fact = ClaimFact.Places, Text = "two" }).ShouldBe(["unit.claims[0].number", "unit.claims[0].text"]);
        Faults(Claimed(ClaimFact.Places, -1)).ShouldBe(["unit.claims[0].number"]);
    }

    private static UnitDocument Unit(string code, IReadOnlyList<PartKind> absent, params Part[] parts) => new(new Unit { Maker = "Orrest", Model = code, ModelCode = code }, absent, parts);

    [Fact]
    public void A_sister_fills_what_is_unknown_and_changes_nothing_that_is_known()
    {
        var mine = Unit("B", [PartKind.Camera],
            Build.Part("pack", PartKind.Battery, Mounting.Glued) with { Spare = new Spare { Source = null, Price = new Money { Amount = 50 } } },
            Memory("ram", null, 8));
        var sister = Unit("A", [PartKind.OpticalDrive],
            Build.Part("battery", PartKind.Battery, Mounting.Screwed) with { Spare = new Spare { Source = Supply.Maker, Price = new Money { Amount = 70 }, Number = "X1" } },
            Memory("bank", Mounting.Soldered, 16, 32) with { Within = "board" },
            Build.Part("board", PartKind.Mainboard),
            Build.Part("eye", PartKind.Camera));
        var copy = SisterParts.From(mine, sister);
        var pack = copy.Parts.Single(part => part.Id == "pack");
        (pack.Mounting, pack.Spare.Price!.Amount, pack.Spare.Source, pack.Spare.Number).ShouldBe((Mounting.Glued, 50, Supply.Maker, "X1"));
        pack.Notes.ShouldBe("From A, not seen here: part number, source.");
        var memory = copy.Parts.Single(part => part.Id == "ram");
        // What the sister's bench proved is not proved here, and what is fitted here stays.
        (memory.Mounting, memory.Within, memory.Capacity.Fitted, memory.Capacity.Max.Bench).ShouldBe((Mounting.Soldered, "board", 8, null));
        copy.Parts.ShouldContain(part => part.Id == "board");
        copy.Parts.ShouldNotContain(part => part.Kind == PartKind.Camera);
        copy.Absent.ShouldBe([PartKind.Camera, PartKind.OpticalDrive]);
        copy.Taken.Select(one => (one.Part, one.IsNew)).ShouldBe([("pack", false), ("ram", false), ("board", true)]);
        SisterParts.From(new(mine.Unit, copy.Absent, copy.Parts), sister).Taken.ShouldBeEmpty();
    }

    [Fact]
    public void Places_of_one_name_go_together_and_of_several_sisters_the_one_that_tells_most()
    {
        Part[] theirs = [Memory("memory-a", Mounting.Socketed, 8, 32), Memory("memory-b", Mounting.Soldered, 0, 64)];
        var mine = Unit("B", [], Memory("memory-b", null, 0), Memory("memory-a", null, 8));
        SisterParts.From(mine, Unit("A", [], theirs)).Parts.Select(part => (part.Id, part.Mounting)).ShouldBe([("memory-b", Mounting.Soldered), ("memory-a", Mounting.Socketed)]);
        var limited = theirs[0] with { Interface = new Interface { Limits = ["one rank only"] } };
        var best = SisterParts.Best(mine, [Unit("A", [], theirs[0]), Unit("C", [], limited, theirs[1]), Unit("D", [])])!.Value;
        best.Sister.Unit.ModelCode.ShouldBe("C");
        best.Copy.Parts[1].Interface.Limits.ShouldBe(["one rank only"]);
        best.Copy.Taken.Single(one => one.Part == "memory-a").Facts.ShouldContain("limits");
        SisterParts.Best(mine, [Unit("D", [])]).ShouldBeNull();
        SisterParts.Best(mine, [Unit("D", [PartKind.Camera])])!.Value.Copy.Absent.ShouldBe([PartKind.Camera]);
    }

    [Fact]
    public void A_module_fits_by_form_generation_sides_thickness_and_ceiling()
    {
        var place = Memory("b", Mounting.Socketed, 0) with { Capacity = new Capacity { Max = new Ceilings { Maker = 32 } }, Interface = new Interface { Name = "SO-DIMM DDR5", Sides = 1, MaxThicknessMm = 3.4 } };
        Module Of(double capacity, string generation = "DDR5", int sides = 1, double mm = 3) => new()
        {
            Number = $"{generation}-{capacity}",
            Kind = PartKind.Memory,
            Form = "SO-DIMM",
            Generation = generation,
            Capacity = capacity,
            Sides = sides,
            ThicknessMm = mm,
        };
        var fits = ModuleFits.Of(place, Machine, [Of(64), Of(16), Of(32, sides: 2, mm: 3.8), Of(8, "DDR4"), Of(32) with { Kind = PartKind.Storage }], Examples.House);
        // What the bench proved speaks for all that is no larger; of more it is not known.
        var proved = place with { Capacity = new Capacity { Max = new Ceilings { Bench = 32 } } };
        ModuleFits.Of(proved, Machine, [Of(32), Of(64)], Examples.House).Select(fit => (fit.Against.Count, string.Join(",", fit.Unsure))).ShouldBe([(0, ""), (0, "capacity")]);
        fits.Select(fit => (fit.Module.Number, fit.Against.Count, fit.Unsure.Count)).ShouldBe([("DDR5-16", 0, 0), ("DDR4-8", 1, 0), ("DDR5-32", 2, 0), ("DDR5-64", 1, 0)]);
        ModuleFits.Of(place with { Interface = new Interface() }, Machine, [Of(16)], Examples.House).Single().Unsure.ShouldBe(["form", "generation", "thickness"]);
        ModuleFits.Of(place with { Mounting = Mounting.Soldered }, Machine, [Of(16)], Examples.House).Single().Against.ShouldBe(["the place is soldered"]);
    }

    private static readonly TeardownRecord Machine = Build.Record(["outside"], [], []) with { Unit = new() { Maker = "Orrest", Model = "Pike", ModelCode = "P1" } };
}
