using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Web.Tests;

/// <summary>
/// A data folder that the version of the program before method 2 wrote: two machines brought in, one of them signed off, the price of the
/// other changed.
/// </summary>
public sealed class EarlierFolderTests : IAsyncLifetime
{
    private readonly Bench bench = new();

    public async ValueTask InitializeAsync()
    {
        File.Copy(Path.Combine(AppContext.BaseDirectory, "folders", "method-1.db"), Path.Combine(bench.Path, "wide-lever.db"));
        await bench.InitializeAsync();
    }

    public ValueTask DisposeAsync() => bench.DisposeAsync();

    private async Task<JsonArray> ShelfAsync() => (await bench.GetAsync("/api/shelf")).Body!["units"]!.AsArray();

    private async Task<Result> ScoredAsync(string id, Rubric rubric)
    {
        var record = (await bench.GetAsync($"/api/units/{id}/record")).Body!;
        return Scorer.Score(RecordReader.Read(Encoding.UTF8.GetBytes(record.ToJsonString()), rubric).Checked!, rubric);
    }

    private async Task ShouldBeScoredUnderAsync(Rubric rubric)
    {
        foreach (var unit in await ShelfAsync())
        {
            var result = await ScoredAsync((string)unit!["id"]!, rubric);
            foreach (var (name, quantity) in new[] { ("repair", result.Repair), ("upgrade", result.Upgrade), ("combined", result.Combined) })
            {
                ((double)unit[name]!["low"]!, (double?)unit[name]!["value"], (double)unit[name]!["high"]!).ShouldBe(
                    (Math.Round(quantity.Low, 6), quantity.Value is { } value ? Math.Round(value, 6) : null, Math.Round(quantity.High, 6)), $"{unit["id"]} {name}");
            }
        }
    }

    [Fact]
    public async Task It_opens_with_every_record_and_change_that_was_kept()
    {
        (await ShelfAsync()).Select(unit => (string)unit!["id"]!).Order().ShouldBe(["cr14-2a7", "tt15-0"]);
        var changed = (await bench.GetAsync("/api/units/cr14-2a7")).Body!;
        ((long)changed["revision"]!).ShouldBe(2);
        ((double)changed["record"]!["unit"]!["price"]!["amount"]!).ShouldBe(1333);
        // And it goes on: a step gets one of the new fields.
        var step = changed["record"]!["steps"]![0]!.DeepClone();
        step["needsNoOther"] = true;
        var (status, _, _) = await Bench.SendAsync(
            bench.Window, HttpMethod.Put, $"/api/teardowns/{changed["teardownId"]}/steps/{step["id"]}", step.ToJsonString(), (long)changed["teardownRevision"]!);
        status.ShouldBe(HttpStatusCode.OK);
        ((bool)(await bench.GetAsync("/api/units/cr14-2a7")).Body!["record"]!["steps"]![0]!["needsNoOther"]!).ShouldBeTrue();
    }

    [Fact]
    public async Task What_was_signed_is_shown_as_computed_by_another_method_and_stays_readable()
    {
        var signature = (await bench.GetAsync("/api/units/tt15-0/signatures")).Body!.AsArray().ShouldHaveSingleItem()!;
        ((string)signature["state"]!).ShouldBe("changedSince");
        signature["changed"]!.AsArray().Select(one => (string)one!).ShouldContain("method");
        signature["changed"]!.AsArray().Select(one => (string)one!).ShouldNotContain("record");
        ((double)signature["repair"]!["value"]!).ShouldBe(95.978649);
        var (_, snapshot, _) = await bench.GetAsync($"/api/units/tt15-0/signatures/{signature["number"]}");
        CanonicalJson.Sha256(snapshot!["result"]).ShouldBe((string)snapshot["resultSha256"]!);
    }

    [Fact]
    public async Task It_stays_under_the_rubric_in_use_until_a_person_takes_the_newer_one_and_the_effect_is_seen_first()
    {
        var first = RubricReader.Read(Encoding.UTF8.GetBytes(Bench.Example("house-revision-1"))).Rubric!;
        var before = (await bench.GetAsync("/api/shelf")).Body!;
        ((int)before["rubric"]!["revision"]!, (int?)before["rubric"]!["newer"]).ShouldBe((1, 3));
        await ShouldBeScoredUnderAsync(first);
        var house = Encoding.UTF8.GetString(RubricReader.HouseBytes);
        var preview = (await bench.StreamAsync("/api/rubrics/preview", house))[^1].Data;
        JsonNode.DeepEquals((await bench.GetAsync("/api/shelf")).Body, before).ShouldBeTrue();
        (await bench.PostAsync("/api/rubrics/use", """{"name": "House rubric", "revision": 3}""")).Status.ShouldBe(HttpStatusCode.OK);
        ((int?)(await bench.GetAsync("/api/shelf")).Body!["rubric"]!["newer"]).ShouldBeNull();
        await ShouldBeScoredUnderAsync(RubricReader.House);
        foreach (var unit in await ShelfAsync())
        {
            var previewed = preview["units"]!.AsArray().Single(one => (string)one!["id"]! == (string)unit!["id"]!)!;
            JsonNode.DeepEquals(previewed["repair"]!["after"], unit!["repair"]).ShouldBeTrue(previewed.ToJsonString());
        }
    }

    [Fact]
    public async Task One_that_uses_the_second_revision_is_offered_the_third()
    {
        var second = Bench.Example("house-revision-2");
        (await bench.PostAsync("/api/rubrics", second)).Status.ShouldBe(HttpStatusCode.OK);
        (await bench.PostAsync("/api/rubrics/use", """{"name": "House rubric", "revision": 2}""")).Status.ShouldBe(HttpStatusCode.OK);
        await bench.StopAsync();
        await bench.StartAsync();
        var rubric = (await bench.GetAsync("/api/shelf")).Body!["rubric"]!;
        ((int)rubric["revision"]!, (int?)rubric["newer"]).ShouldBe((2, 3));
        await ShouldBeScoredUnderAsync(RubricReader.Read(Encoding.UTF8.GetBytes(second)).Rubric!);
    }
}
