using System.Text;
using System.Text.Json.Nodes;
using WideLever.Core.Records;

namespace WideLever.Interchange.Tests;

public sealed class RoundTripTests
{
    public static TheoryData<string> Names => ["1-two-routes", "2-sealed-and-unsure", "3-modular", "4-edges", "5-corners"];

    [Theory]
    [MemberData(nameof(Names))]
    public void A_record_file_written_and_read_again_is_the_same_record(string name)
    {
        var record = Sample.Read(name);
        Sample.Text(Sample.Check(RecordJson.RecordFile(record))).ShouldBe(Sample.Text(record));
        RecordJson.Canonical(Sample.Check(RecordJson.RecordFile(record))).ShouldBe(RecordJson.Canonical(record));
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void A_record_kept_as_two_documents_and_merged_is_the_same_record(string name)
    {
        var record = Sample.Read(name);
        var faults = new List<Fault>();
        var unit = RecordReader.ReadUnit(RecordJson.Canonical(HeadDocuments.UnitOf(record)), faults)!;
        var teardown = RecordReader.ReadTeardown(RecordJson.Canonical(HeadDocuments.TeardownOf(record)), faults)!;
        faults.ShouldBeEmpty();
        Sample.Text(HeadDocuments.Merge(unit, teardown)).ShouldBe(Sample.Text(record));
    }

    [Fact]
    public void Every_field_of_the_format_is_kept_those_that_do_not_score_too()
    {
        var file = Sample.Everything();
        var record = Sample.Check(Encoding.UTF8.GetBytes(file.ToJsonString()));
        JsonNode.DeepEquals(JsonNode.Parse(RecordJson.RecordFile(record)), file).ShouldBeTrue(Encoding.UTF8.GetString(RecordJson.RecordFile(record)));
    }

    [Fact]
    public void A_cover_that_is_null_stays_unknown_and_one_left_out_stays_none()
    {
        var record = Sample.Read("4-edges");
        var covers = Sample.Check(RecordJson.RecordFile(record)).Steps.SelectMany(step => step.Actions).OfType<Unscrew>().Select(screws => screws.Cover).ToList();
        covers.ShouldContain((Cover?)null);
        covers.ShouldContain(Cover.None);
        covers.ShouldBe(record.Steps.SelectMany(step => step.Actions).OfType<Unscrew>().Select(screws => screws.Cover));
    }
}
