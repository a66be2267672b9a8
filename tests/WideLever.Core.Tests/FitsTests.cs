using System.Globalization;
using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary>Whether modules go into places, by a table: a place, a module, the fact that forbids it, and what it runs at.</summary>
public sealed class FitsTests
{
    public static TheoryData<string, string, string, string, string> Rows()
    {
        var data = new TheoryData<string, string, string, string, string>();
        foreach (var row in File.ReadAllLines(Path.Combine(AppContext.BaseDirectory, "lines", "fits.tsv")).Where(line => line.Length > 0 && line[0] != '#').Select(line => line.Split('\t')))
            data.Add(row[0], row[1], row[2], row.ElementAtOrDefault(3) ?? "", row.ElementAtOrDefault(4) ?? "");
        return data;
    }

    [Theory]
    [MemberData(nameof(Rows))]
    public void A_module_fits_or_a_fact_forbids_it(string kind, string place, string module, string forbids, string runsAt)
    {
        WordList.TryParse<PartKind>(kind, out var of).ShouldBeTrue();
        var fit = ModuleFits.Of(PlaceOf(of, place), Build.Sealed().Unit, ModuleOf(of, module), Examples.House);
        (fit.Forbids?.Word() ?? "").ShouldBe(forbids, string.Join("; ", fit.Against));
        (fit.RunsAt ?? "").ShouldBe(runsAt);
        fit.Against.Count.ShouldBe(forbids.Length > 0 ? Math.Max(1, fit.Against.Count) : 0);
    }

    public static TheoryData<string, string, string, string> Told()
    {
        var data = new TheoryData<string, string, string, string>();
        foreach (var row in File.ReadAllLines(Path.Combine(AppContext.BaseDirectory, "lines", "fits-told.tsv")).Where(line => line.Length > 0 && line[0] != '#').Select(line => line.Split('\t')))
            data.Add(row[0], row[1], row[2], row[3]);
        return data;
    }

    [Theory]
    [MemberData(nameof(Told))]
    public void A_module_fits_has_to_be_looked_at_or_is_forbidden_as_people_name_things(string kind, string place, string module, string answer)
    {
        WordList.TryParse<PartKind>(kind, out var of).ShouldBeTrue();
        var fit = ModuleFits.Of(PlaceOf(of, place), Build.Sealed().Unit, ModuleOf(of, module), Examples.House);
        (fit.Forbids?.Word() ?? (fit.Unsure.Count > 0 ? "look" : "yes")).ShouldBe(answer, string.Join("; ", [.. fit.Against, .. fit.Unsure]));
    }

    [Fact]
    public void There_are_sixty_rows() => Rows().Count.ShouldBeGreaterThanOrEqualTo(60);

    [Theory]
    [InlineData("M.2 2280 NVMe", "M.2 2260 NVMe", "a stand-off for its length")]
    [InlineData("M.2 2280 NVMe", "M.2 NVMe", "length")]
    [InlineData("M.2 2280", "M.2 2280 NVMe", "bus")]
    [InlineData("M.2 2280 NVMe", "M.2 2280 NVMe; capacity 99999", "capacity")]
    [InlineData("M.2 2280 NVMe; unknown", "M.2 2280 NVMe", "how the place holds a module")]
    public void What_is_not_said_has_to_be_looked_at(string place, string module, string unsure) =>
        ModuleFits.Of(PlaceOf(PartKind.Storage, place), Build.Sealed().Unit, ModuleOf(PartKind.Storage, module), Examples.House).Unsure.ShouldContain(unsure);

    [Theory]
    [InlineData(16, 32, 16)]
    [InlineData(32, 16, 16)]
    public void Of_what_is_written_and_what_is_stated_the_lower_holds(int written, int stated, int most)
    {
        var place = PlaceOf(PartKind.Memory, $"SO-DIMM DDR5; limits max {written} GB") with { Capacity = new() { Max = new() { Maker = stated } } };
        FitFact? Of(int size) => ModuleFits.Of(place, Build.Sealed().Unit, ModuleOf(PartKind.Memory, $"SO-DIMM DDR5; capacity {size}"), Examples.House).Forbids;
        (Of(most), Of(2 * most)).ShouldBe((null, FitFact.Capacity));
    }

    [Fact]
    public void What_the_other_places_hold_counts_against_what_the_machine_takes()
    {
        var (slot, soldered) = (PlaceOf(PartKind.Memory, "SO-DIMM DDR5"), PlaceOf(PartKind.Memory, "DDR5; soldered") with { Id = "soldered", Capacity = new() { Fitted = 16 } });
        var machine = Build.Sealed() with { Parts = [slot, soldered], Unit = Build.Sealed().Unit with { Ceilings = new() { Memory = new() { Maker = 48 } } } };
        ModuleFit Of(int size) => ModuleFits.Of(slot, machine, ModuleOf(PartKind.Memory, $"SO-DIMM DDR5; capacity {size}"), Examples.House);
        Of(32).Forbids.ShouldBeNull();
        var tooMuch = Of(48);
        (tooMuch.Forbids, tooMuch.RunsAt).ShouldBe((FitFact.Capacity, null));
        tooMuch.Against.ShouldBe(["capacity: with the 16 GB beside it there would be 64 GB, and the machine takes 48"]);
        // What nobody counted cannot be added up.
        var uncounted = machine with { Parts = [slot, soldered with { Capacity = new() }] };
        ModuleFits.Of(slot, uncounted, ModuleOf(PartKind.Memory, "SO-DIMM DDR5; capacity 32"), Examples.House).Unsure.ShouldContain("how much the other places hold");
        ModuleFits.Of(slot, uncounted, ModuleOf(PartKind.Memory, "SO-DIMM DDR5; capacity 64"), Examples.House).Forbids.ShouldBe(FitFact.Capacity);
    }

    [Fact]
    public void Memory_of_another_generation_than_what_stays_beside_it_does_not_go_in()
    {
        var (slot, other) = (PlaceOf(PartKind.Memory, "DDR4 or DDR5 SO-DIMM"), PlaceOf(PartKind.Memory, "SO-DIMM DDR4") with { Id = "other", Capacity = new() { Fitted = 8 } });
        var machine = Build.Sealed() with { Parts = [slot, other] };
        var fit = ModuleFits.Of(slot, machine, ModuleOf(PartKind.Memory, "SO-DIMM DDR5; capacity 8"), Examples.House);
        (fit.Forbids, fit.Against.Single()).ShouldBe((FitFact.Generation, "generation: DDR4 sits beside it, and two generations do not run together"));
        ModuleFits.Of(slot, machine, ModuleOf(PartKind.Memory, "SO-DIMM DDR4; capacity 8"), Examples.House).Forbids.ShouldBeNull();
    }

    [Fact]
    public void A_figure_that_the_place_asks_and_the_module_leaves_unsaid_is_looked_at_first() =>
        ModuleFits.Of(PlaceOf(PartKind.DisplayPanel, "14 inch 40-pin 1920x1200"), Build.Sealed().Unit, ModuleOf(PartKind.DisplayPanel, "14 inch matte"), Examples.House).Unsure.ShouldBe(["contacts", "pixels"], ignoreOrder: true);

    [Fact]
    public void A_place_whose_part_is_paired_or_that_takes_named_ones_alone_is_looked_at_first()
    {
        var place = PlaceOf(PartKind.Wireless, "M.2 2230 key E");
        var card = ModuleOf(PartKind.Wireless, "M.2 2230 key E");
        ModuleFits.Of(place, Build.Sealed().Unit, card, Examples.House).Unsure.ShouldBeEmpty();
        ModuleFits.Of(place with { Spare = new() { Paired = true } }, Build.Sealed().Unit, card, Examples.House).Unsure.ShouldBe(["whether it works before it is paired with the maker's tool"]);
        ModuleFits.Of(place with { Interface = place.Interface with { Standard = Standard.Restricted } }, Build.Sealed().Unit, card, Examples.House).Unsure.ShouldBe(["whether the machine runs with one that its maker did not name"]);
    }

    [Fact]
    public void What_a_person_wrote_of_the_place_stands_beside_the_answer()
    {
        var place = PlaceOf(PartKind.Wireless, "M.2 2230 key E");
        var noted = place with { Notes = "antennas reach the left side only", Interface = place.Interface with { Limits = ["under the fan's cable"] } };
        ModuleFits.Of(noted, Build.Sealed().Unit, ModuleOf(PartKind.Wireless, "M.2 2230 key E"), Examples.House).Noted.ShouldBe(["under the fan's cable", "antennas reach the left side only"]);
    }

    [Fact]
    public void A_module_of_another_kind_is_forbidden_by_that() =>
        ModuleFits.Of(PlaceOf(PartKind.Wireless, "M.2 2230 key E"), Build.Sealed().Unit, ModuleOf(PartKind.Storage, "M.2 2230 NVMe"), Examples.House).Forbids.ShouldBe(FitFact.Kind);

    private static (string Name, Dictionary<string, string> Facts) Parsed(string text)
    {
        var pieces = text.Split(';', StringSplitOptions.TrimEntries);
        return (pieces[0], pieces.Skip(1).Select(piece => piece.Split(' ', 2)).ToDictionary(pair => pair[0], pair => pair.ElementAtOrDefault(1) ?? ""));
    }

    private static double? Number(Dictionary<string, string> facts, string name) => facts.TryGetValue(name, out var number) ? double.Parse(number, CultureInfo.InvariantCulture) : null;

    private static Part PlaceOf(PartKind kind, string text)
    {
        var (name, facts) = Parsed(text);
        return new()
        {
            Id = "place",
            Kind = kind,
            Mounting = facts.ContainsKey("unknown") ? null : facts.ContainsKey("soldered") ? Mounting.Soldered : Mounting.Socketed,
            Interface = new()
            {
                Name = name,
                Standard = facts.ContainsKey("standard") ? Standard.None : facts.ContainsKey("restricted") ? Standard.Restricted : Standard.Open,
                Bus = facts.GetValueOrDefault("bus"),
                Generation = facts.GetValueOrDefault("generation"),
                MaxLengthMm = Number(facts, "maxLengthMm"),
                MaxThicknessMm = Number(facts, "maxThicknessMm"),
                Sides = (int?)Number(facts, "sides"),
                Limits = facts.TryGetValue("limits", out var limit) ? [limit] : [],
            },
            Capacity = new() { Max = new() { Maker = Number(facts, "maker"), Bench = Number(facts, "bench") } },
        };
    }

    private static Module ModuleOf(PartKind kind, string text)
    {
        var (name, facts) = Parsed(text);
        return new()
        {
            Number = "x",
            Kind = kind,
            Name = name,
            Bus = facts.GetValueOrDefault("bus"),
            Generation = facts.GetValueOrDefault("generation"),
            Sides = (int?)Number(facts, "sides"),
            ThicknessMm = Number(facts, "thicknessMm"),
            Capacity = Number(facts, "capacity"),
        };
    }
}
