using System.Text;
using System.Text.Json.Nodes;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.Interchange.Reports;

namespace WideLever.Interchange.Tests;

/// <summary>Hardware reports, catalogue answers, and what two rubrics differ in.</summary>
public sealed class ReportsTests
{
    private static readonly string Demo = Path.Combine(AppContext.BaseDirectory, "demo");

    private static string Sample(string name) => File.ReadAllText(Path.Combine(Demo, "reports", name));

    private static string Lshw => Sample("orrest-lantern-15.lshw.json");

    private static string Dmidecode => Sample("brackwater-corrie-14.dmidecode.txt");

    private static (HardwareReport? Report, List<Fault> Faults) Read(string text)
    {
        var faults = new List<Fault>();
        return (HardwareReport.Read(Encoding.UTF8.GetBytes(text), faults), faults);
    }

    private static IEnumerable<(PartKind, ClaimFact, double?)> Numbers(HardwareReport? report) =>
        report!.Claims.Where(claim => claim.Number is not null).Select(claim => (claim.About, claim.Fact, claim.Number));

    [Fact]
    public void The_report_of_lshw_becomes_claims_and_a_stick_is_no_drive()
    {
        var (report, faults) = Read(Lshw);
        faults.ShouldBeEmpty();
        report!.Tool.ShouldBe("lshw");
        Numbers(report).ShouldBe(
        [
            (PartKind.Memory, ClaimFact.Places, 2), (PartKind.Memory, ClaimFact.Inseparable, 0), (PartKind.Memory, ClaimFact.Capacity, 16),
            (PartKind.Storage, ClaimFact.Capacity, 512), (PartKind.Battery, ClaimFact.Capacity, 45),
        ]);
        report.Claims.Where(claim => claim.Text is not null).Select(claim => (claim.About, claim.Text)).ShouldBe(
            [(PartKind.Processor, "Quarry 4, 8 threads"), (PartKind.Graphics, "Quarry 4 graphics"), (PartKind.Wireless, "Reedling 6 wireless card")]);
        report.Claims.ShouldAllBe(claim => claim.Source == ClaimSource.System && claim.From == "lshw");
        // Newer versions put the tree into a list.
        Read($"[{Lshw}]").Report!.Claims.Count.ShouldBe(report.Claims.Count);
    }

    [Fact]
    public void The_report_of_dmidecode_becomes_claims()
    {
        var (report, faults) = Read(Dmidecode);
        faults.ShouldBeEmpty();
        report!.Tool.ShouldBe("dmidecode");
        Numbers(report).ShouldBe(
        [
            (PartKind.Memory, ClaimFact.Places, 2), (PartKind.Memory, ClaimFact.Inseparable, 0), (PartKind.Memory, ClaimFact.Capacity, 8), (PartKind.Memory, ClaimFact.Ceiling, 64),
        ]);
        Read(Dmidecode.Replace("Form Factor: SODIMM\n\tLocator: Place A", "Form Factor: Row Of Chips\n\tLocator: Place A", StringComparison.Ordinal)).Report
            .ShouldNotBeNull().Claims.Take(2).Select(claim => claim.Number).ShouldBe([1, 1]);
        Read(Dmidecode.Replace("\n", "\r\n", StringComparison.Ordinal)).Report!.Claims.Count.ShouldBe(4);
        Read(Dmidecode.Replace("8 GB", "8192 MB", StringComparison.Ordinal)).Report!.Claims[2].Number.ShouldBe(8);
    }

    [Fact]
    public void Whatever_is_cut_off_is_refused_or_read_in_part_never_wrongly()
    {
        foreach (var whole in new[] { Lshw, Dmidecode })
        {
            var full = Read(whole).Report!;
            for (var length = 0; length < whole.Length; length += 7)
            {
                var (report, faults) = Read(whole[..length]);
                if (report is null)
                    faults.ShouldNotBeEmpty();
                else
                    report.Claims.ShouldAllBe(claim => full.Claims.Contains(claim), $"cut at {length}");
            }
        }
        Read(Lshw[..900]).Faults.Single().Message.ShouldStartWith("is not valid JSON at line ");
        Read(Dmidecode[..^300]).Faults.ShouldContain(fault => fault.Message.Contains("cut off"));
    }

    [Theory]
    [InlineData("Kernel: 6.1 arch: x86_64\nMemory: total: 16 GiB", "is no report that is known here")]
    [InlineData("", "is no report that is known here")]
    [InlineData("{\"lscpu\": [{\"field\": \"Architecture:\", \"data\": \"x86_64\"}]}", "is JSON, but no report of lshw")]
    [InlineData("[]", "is JSON, but no report of lshw")]
    [InlineData("{\"id\": \"host\", \"class\": \"system\"}", "says nothing of memory")]
    [InlineData("Handle 0x0011, DMI type 17\nMemory Device\n\tTaille: 8 Go\n\tFacteur de forme: SODIMM\n", "not in English")]
    [InlineData("Handle 0x0011, DMI type 17\nMemory Device\n\tSize: lots\n\tForm Factor: SODIMM\n", "\"lots\" is no size")]
    public void Another_tool_or_language_is_refused_by_what_it_is(string text, string message) => Read(text).Faults.ShouldContain(fault => fault.Message.Contains(message));

    [Fact]
    public void A_text_that_is_not_Unicode_is_refused_wherever_it_stands()
    {
        var half = Lshw.Replace("Quarry 4 graphics", "\\ud800", StringComparison.Ordinal);
        Read(half).Faults.Single().Message.ShouldBe("has a name or text that is not Unicode");
        Offer("""{"number": "X1", "what": "\udc00"}""").Faults.Single().Message.ShouldBe("has a name or text that is not Unicode");
        var bytes = RubricReader.HouseBytes;
        bytes[bytes.AsSpan().IndexOf("M2.5"u8)] = 0xC3;
        RubricReader.Read(bytes).Faults.Single().Message.ShouldBe("has a name or text that is not Unicode");
    }

    [Fact]
    public void What_is_no_text_is_refused()
    {
        var faults = new List<Fault>();
        HardwareReport.Read(new byte[] { 0x7f, 0x45, 0x4c, 0x46, 0xff, 0xfe, 0 }, faults).ShouldBeNull();
        faults.Single().Message.ShouldStartWith("is not a text in UTF-8");
    }

    private static (Offer? Offer, List<Fault> Faults) Offer(string json)
    {
        var faults = new List<Fault>();
        return (CatalogueReader.ReadOffer(Encoding.UTF8.GetBytes(json), "X1", faults), faults);
    }

    [Fact]
    public void An_offer_in_another_currency_is_kept_and_not_mixed()
    {
        var (offer, _) = Offer("""{"number": "X1", "price": {"amount": 40, "currency": "GBP"}, "source": "maker"}""");
        offer!.Price.ShouldBe(new Money { Amount = 40, Currency = "GBP" });
        var record = RecordReader.Read(Encoding.UTF8.GetBytes(Sample3(offer.Price!)), RubricReader.House).Checked!;
        // Without a rate the price is unknown; with one it counts.
        Scorer.Score(record, RubricReader.House).Parts.Single(part => part.Part.Id == "battery").Criteria![Core.Rubrics.Criterion.Price].Coverage.ShouldBe(0);
        record = RecordReader.Read(Encoding.UTF8.GetBytes(Sample3(offer.Price! with { Rate = 1.2, RateDate = new DateOnly(2026, 11, 20) })), RubricReader.House).Checked!;
        Scorer.Score(record, RubricReader.House).Parts.Single(part => part.Part.Id == "battery").Criteria![Core.Rubrics.Criterion.Price].Coverage.ShouldBe(1);
    }

    private static string Sample3(Money price)
    {
        var record = JsonNode.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "examples", "3-modular.json")))!;
        var battery = record["parts"]!.AsArray().Single(part => (string)part!["kind"]! == "battery")!;
        battery["spare"]!["price"] = JsonNode.Parse(RecordJson.Canonical(price));
        return record.ToJsonString();
    }

    [Theory]
    [InlineData("""{"number": "X1", "price": {"amount": -3, "currency": "EUR"}}""", "price.amount")]
    [InlineData("""{"number": "X1", "price": {"amount": 3}}""", "price.currency")]
    [InlineData("""{"number": "X1", "price": {"amount": 3, "currency": "shells"}}""", "price.currency")]
    [InlineData("""{"number": "X2"}""", "number")]
    [InlineData("""{"number": "X1", "source": "somewhere"}""", "source")]
    [InlineData("""["X1"]""", "")]
    [InlineData("<html>", "")]
    public void An_offer_that_makes_no_sense_is_refused_by_its_place(string json, string at)
    {
        var (offer, faults) = Offer(json);
        offer.ShouldBeNull();
        faults[0].At.ShouldBe(at);
    }

    [Fact]
    public void The_shipped_catalogue_can_be_read()
    {
        var faults = new List<Fault>();
        CatalogueReader.ReadModules(Encoding.UTF8.GetBytes($"{{\"modules\": {File.ReadAllText(Path.Combine(Demo, "catalogue", "modules.json"))}}}"), faults)!.Count.ShouldBe(14);
        foreach (var spare in JsonNode.Parse(File.ReadAllText(Path.Combine(Demo, "catalogue", "spares.json")))!.AsArray())
            CatalogueReader.ReadOffer(Encoding.UTF8.GetBytes(spare!.ToJsonString()), (string)spare["number"]!, faults).ShouldNotBeNull();
        faults.ShouldBeEmpty();
    }

    [Fact]
    public void Two_rubrics_differ_number_by_number_and_each_can_be_taken_over_alone()
    {
        var house = JsonNode.Parse(RubricReader.HouseBytes)!;
        var other = house.DeepClone();
        other["name"] = "Coast";
        other["revision"] = 7;
        other["repair"]!["battery"] = 20.5;
        other["reach"]!["fan"]![1] = 5000;
        other["times"]!["unscrew"]!["pitch"]!["M2.5"] = 0.46;
        other["schools"]!["effort"] = "steps";
        other["mayBeAbsent"] = new JsonArray([.. house["mayBeAbsent"]!.AsArray().Reverse().Select(word => word!.DeepClone())]);
        other["inseparable"]!.AsArray().Add("glued");
        var differences = RubricDifferences.Between(house, other);
        differences.Select(one => one.At).ShouldBe(["times.unscrew.pitch.M2.5", "inseparable", "reach.fan[1]", "repair.battery", "schools.effort"]);
        differences[3].ShouldBe(new("repair.battery", "18", "20.5"));
        var step = house;
        foreach (var difference in differences)
        {
            var alone = RubricDifferences.Taking(house, difference);
            RubricDifferences.Between(house, alone).Single().At.ShouldBe(difference.At);
            RubricReader.Read(Encoding.UTF8.GetBytes(alone.ToJsonString())).Faults.ShouldBeEmpty();
            step = RubricDifferences.Taking(step, difference);
        }
        RubricDifferences.Between(step, other).ShouldBeEmpty();
    }

    [Fact]
    public void A_record_that_is_exported_and_imported_scores_the_same()
    {
        foreach (var file in Directory.GetFiles(Path.Combine(AppContext.BaseDirectory, "examples"), "?-*.json").Where(file => !file.Contains("expected")).Concat(Directory.GetFiles(Demo, "*.json")))
        {
            var record = RecordReader.Read(File.ReadAllBytes(file), RubricReader.House).Checked!;
            var again = RecordReader.Read(RecordJson.RecordFile(record.Record), RubricReader.House).Checked!;
            Indices.Of(Scorer.Score(again, RubricReader.House)).ShouldBe(Indices.Of(Scorer.Score(record, RubricReader.House)), file);
        }
    }
}
