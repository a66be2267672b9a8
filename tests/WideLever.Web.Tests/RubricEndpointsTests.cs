using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using WideLever.Interchange;

namespace WideLever.Web.Tests;

/// <summary>Revisions of rubrics, and what a change would do.</summary>
public sealed class RubricEndpointsTests(Bench bench) : IClassFixture<Bench>, IAsyncLifetime
{
    private static readonly string[] Examples = ["1-two-routes", "2-sealed-and-unsure", "3-modular"];

    public async ValueTask InitializeAsync()
    {
        if ((await bench.GetAsync("/api/shelf")).Body!["units"]!.AsArray().Count == 0)
        {
            foreach (var example in Examples)
                await bench.ImportAsync(example);
        }
    }

    public async ValueTask DisposeAsync() => await bench.PostAsync("/api/rubrics/use", """{"name": "House rubric", "revision": 3}""");

    private static JsonNode House => JsonNode.Parse(RubricReader.HouseBytes)!;

    private static string Edited(string name, Action<JsonNode> edit)
    {
        var rubric = House;
        rubric["name"] = name;
        rubric["revision"] = 1;
        edit(rubric);
        return rubric.ToJsonString();
    }

    [Fact]
    public async Task The_house_rubric_ships_and_is_in_use()
    {
        var (_, revisions, _) = await bench.GetAsync("/api/rubrics");
        var house = revisions!.AsArray().Single(one => (string)one!["name"]! == "House rubric" && (int)one["revision"]! == 3)!;
        ((bool)house["inUse"]!, (bool)house["ships"]!).ShouldBe((true, true));
        var (_, document, _) = await bench.GetAsync("/api/rubrics/document?name=House%20rubric&revision=3");
        JsonNode.DeepEquals(document, House).ShouldBeTrue();
        (await bench.GetAsync("/api/rubrics/document?name=House%20rubric&revision=99")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_preview_tells_what_each_unit_would_score_and_changes_nothing()
    {
        var before = (await bench.GetAsync("/api/shelf")).Body!;
        var rubric = Edited("Preview", one => one["schools"]!["assemblies"] = "notReplaceable");
        var events = await bench.StreamAsync("/api/rubrics/preview", rubric);
        events[0].Name.ShouldBe("progress");
        var preview = events[^1].Data;
        events[^1].Name.ShouldBe("result");
        preview["units"]!.AsArray().Count.ShouldBe(before["units"]!.AsArray().Count);
        JsonNode.DeepEquals((await bench.GetAsync("/api/shelf")).Body, before).ShouldBeTrue();
        // Kept and used, the shelf says what the preview said.
        (await bench.PostAsync("/api/rubrics?use=true&note=tried", rubric)).Status.ShouldBe(HttpStatusCode.OK);
        var after = (await bench.GetAsync("/api/shelf")).Body!;
        ((string)after["rubric"]!["name"]!).ShouldBe("Preview");
        foreach (var unit in after["units"]!.AsArray())
        {
            var told = preview["units"]!.AsArray().Single(one => (string)one!["id"]! == (string)unit!["id"]!)!;
            foreach (var index in new[] { "repair", "upgrade", "combined" })
                JsonNode.DeepEquals(told[index]!["after"], unit![index]).ShouldBeTrue();
        }
        JsonNode.DeepEquals(after["units"], before["units"]).ShouldBeFalse();
    }

    [Fact]
    public async Task Each_changed_number_is_tried_by_itself()
    {
        var rubric = Edited("Numbers", one =>
        {
            one["screwBase"] = 0.8;
            one["resolution"] = 5;
            one["reach"]!["fan"] = new JsonArray(5000, 9000);
        });
        var numbers = (await bench.StreamAsync("/api/rubrics/numbers", rubric))[^1].Data["numbers"]!.AsArray();
        numbers.Select(one => (string)one!["difference"]!["at"]!).ShouldBe(["screwBase", "reach.fan[0]", "reach.fan[1]", "resolution"]);
        ((int)numbers[0]!["movedCount"]!).ShouldBe((await bench.GetAsync("/api/shelf")).Body!["units"]!.AsArray().Count);
        // Alone it would stand above the other end of its pair.
        ((string)numbers[1]!["refused"]!).ShouldNotBeEmpty();
        ((int)numbers[3]!["movedCount"]!).ShouldBe(0);
    }

    [Fact]
    public async Task A_kept_revision_never_changes()
    {
        var first = Edited("Fixed", one => one["screwBase"] = 0.9);
        (await bench.PostAsync("/api/rubrics", first)).Status.ShouldBe(HttpStatusCode.OK);
        (await bench.PostAsync("/api/rubrics", first)).Status.ShouldBe(HttpStatusCode.OK);
        var (status, problem, _) = await bench.PostAsync("/api/rubrics", Edited("Fixed", one => one["screwBase"] = 0.5));
        status.ShouldBe(HttpStatusCode.Conflict);
        ((string)problem!["detail"]!).ShouldContain("a revision never changes");
        ((double)(await bench.GetAsync("/api/rubrics/document?name=Fixed&revision=1")).Body!["screwBase"]!).ShouldBe(0.9);
        ((string)(await bench.GetAsync("/api/shelf")).Body!["rubric"]!["name"]!).ShouldBe("House rubric");
    }

    public static TheoryData<string, string, string> Bad => new()
    {
        { "weights all zero", "repair", "{}" },
        { "a value function upside down", "reach.battery", "[2700, 180]" },
        { "a newer version", "version", "2" },
        { "a weight below nothing", "criteria.reach", "-1" },
        { "an empty currency", "currency", "\"\"" },
    };

    [Theory, MemberData(nameof(Bad))]
    public async Task A_rubric_that_cannot_be_used_is_refused_by_its_place_and_nothing_is_kept(string name, string at, string value)
    {
        var rubric = House;
        rubric["name"] = name;
        if (at == "repair")
        {
            foreach (var kind in rubric["repair"]!.AsObject().Select(pair => pair.Key).ToList())
                rubric["repair"]![kind] = 0;
        }
        else
        {
            var keys = at.Split('.');
            var holder = keys.Length == 1 ? rubric : rubric[keys[0]]!;
            holder[keys[^1]] = JsonNode.Parse(value);
        }
        foreach (var path in new[] { "/api/rubrics?use=true", "/api/rubrics/preview", "/api/rubrics/numbers" })
        {
            var (status, problem, _) = await bench.PostAsync(path, rubric.ToJsonString());
            status.ShouldBe(HttpStatusCode.UnprocessableEntity, path);
            Bench.Places(problem).ShouldContain(place => place.StartsWith(at, StringComparison.Ordinal));
        }
        var (_, reading, _) = await bench.PostAsync("/api/rubrics/read", rubric.ToJsonString());
        reading!["faults"]!.AsArray().ShouldNotBeEmpty();
        (await bench.GetAsync("/api/rubrics")).Body!.AsArray().ShouldNotContain(one => (string)one!["name"]! == name);
    }

    [Theory]
    [InlineData("")]
    [InlineData(" ")]
    [InlineData("a\u0007b")]
    [InlineData("a\nb")]
    [InlineData("long")]
    public async Task A_name_is_one_line_that_can_be_shown(string name)
    {
        var rubric = Edited(name == "long" ? new string('n', 501) : name, _ => { });
        foreach (var path in new[] { "/api/rubrics", "/api/rubrics/preview" })
        {
            var (status, problem, _) = await bench.PostAsync(path, rubric);
            status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            Bench.Places(problem).ShouldContain("name");
        }
    }

    [Fact]
    public async Task A_byte_order_mark_is_no_part_of_a_rubric()
    {
        var rubric = "\ufeff" + Edited("Marked", edited => edited["clipBurden"] = 0.06);
        (await bench.PostAsync("/api/rubrics/preview", rubric)).Status.ShouldBe(HttpStatusCode.OK);
        (await bench.PostAsync("/api/rubrics?use=true", rubric)).Status.ShouldBe(HttpStatusCode.OK);
        (await bench.GetAsync("/api/shelf")).Status.ShouldBe(HttpStatusCode.OK);
        (await bench.GetAsync("/api/rubrics/document?name=Marked&revision=1")).Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task What_is_no_rubric_at_all_is_refused()
    {
        foreach (var text in new[] { "", "[]", "{\"format\": \"wide-lever/teardown\", \"version\": 1}", "<html>" })
            (await bench.PostAsync("/api/rubrics", text)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity, text);
        (await bench.PostAsync($"/api/rubrics?note={new string('x', 600)}", Edited("Noted", _ => { }))).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_rubric_under_which_a_unit_would_be_faulty_is_kept_and_not_used_and_the_unit_is_named()
    {
        var id = await bench.ImportAsync("3-modular");
        var unit = (await bench.GetAsync($"/api/units/{id}")).Body!;
        var strict = Edited("Strict", one => one["mayBeAbsent"] = new JsonArray());
        unit["record"]!["absent"]!.AsArray().ShouldNotBeEmpty();
        var (status, problem, _) = await bench.PostAsync("/api/rubrics?use=true", strict);
        status.ShouldBe(HttpStatusCode.Conflict);
        problem!["faults"]!.AsArray().ShouldContain(fault => ((string)fault!["message"]!).Contains($"\"{id}\""));
        (await bench.StreamAsync("/api/rubrics/preview", strict))[^1].Data["faults"]!.AsArray().ShouldNotBeEmpty();
        // Off the shelf it is in nobody's way, and it does not come back where it would be faulty.
        var ids = (await bench.GetAsync("/api/shelf")).Body!["units"]!.AsArray().Select(one => (string)one!["id"]!).ToList();
        foreach (var other in ids)
            await Bench.SendAsync(bench.Window, HttpMethod.Delete, $"/api/units/{other}");
        (await bench.PostAsync("/api/rubrics/use", """{"name": "Strict", "revision": 1}""")).Status.ShouldBe(HttpStatusCode.OK);
        var (restored, refusal, _) = await bench.PostAsync($"/api/units/{id}/restore");
        restored.ShouldBe(HttpStatusCode.UnprocessableEntity);
        Bench.Places(refusal).ShouldAllBe(place => place.StartsWith("absent["));
        await bench.PostAsync("/api/rubrics/use", """{"name": "House rubric", "revision": 3}""");
        foreach (var other in ids)
            (await bench.PostAsync($"/api/units/{other}/restore")).Status.ShouldBe(HttpStatusCode.NoContent);
    }

    [Fact]
    public async Task A_signed_unit_is_shown_as_changed_under_another_revision_and_as_signed_again_under_the_old()
    {
        var id = await bench.ImportAsync("3-modular");
        var unit = (await bench.GetAsync($"/api/units/{id}")).Body!;
        var sign = $$"""{"name": "R. Example", "bench": "Bench 1", "on": "2026-11-26", "unitRevision": {{unit["revision"]}}, "teardownRevision": {{unit["teardownRevision"]}}, "rubricSha256": "{{(await bench.GetAsync($"/api/units/{id}/verdict")).Body!["rubricSha256"]}}"}""";
        (await bench.PostAsync($"/api/units/{id}/signatures", sign)).Status.ShouldBe(HttpStatusCode.Created);
        (await bench.PostAsync("/api/rubrics?use=true", Edited("Signed", one => one["clipBurden"] = 0.06))).Status.ShouldBe(HttpStatusCode.OK);
        ((string)(await bench.GetAsync($"/api/units/{id}")).Body!["signed"]!).ShouldBe("changedSince");
        await bench.PostAsync("/api/rubrics/use", """{"name": "House rubric", "revision": 3}""");
        ((string)(await bench.GetAsync($"/api/units/{id}")).Body!["signed"]!).ShouldBe("final");
    }

    [Fact]
    public async Task A_page_that_goes_away_ends_its_work_and_the_next_one_has_its_turn()
    {
        using var leaving = bench.NewWindow("leaving");
        for (var i = 0; i < 5; i++)
        {
            using var gone = new CancellationTokenSource();
            using var request = new HttpRequestMessage(HttpMethod.Post, "/api/rubrics/numbers")
            {
                Content = new StringContent(Edited("Gone", one => one["screwBase"] = 0.5), Encoding.UTF8, "application/json"),
            };
            using var answer = await leaving.SendAsync(request, HttpCompletionOption.ResponseHeadersRead, gone.Token);
            await gone.CancelAsync();
        }
        (await bench.StreamAsync("/api/rubrics/preview", Edited("Next", one => one["screwBase"] = 0.5)))[^1].Name.ShouldBe("result");
    }

    [Fact]
    public async Task A_unit_that_is_exported_and_brought_in_again_scores_the_same()
    {
        foreach (var example in Examples)
        {
            var id = await bench.ImportAsync(example);
            var file = await bench.Window.GetStringAsync($"/api/units/{id}/record");
            var (_, copy, _) = await bench.PostAsync("/api/records", file);
            var units = (await bench.GetAsync("/api/shelf")).Body!["units"]!.AsArray();
            JsonNode Scores(string unit) => new JsonObject(units.Single(one => (string)one!["id"]! == unit)!.AsObject()
                .Where(pair => pair.Key is "repair" or "upgrade" or "combined" or "status" or "reasons").Select(pair => KeyValuePair.Create(pair.Key, pair.Value?.DeepClone())));
            JsonNode.DeepEquals(Scores((string)copy!["id"]!), Scores(id)).ShouldBeTrue(example);
        }
    }

    [Fact]
    public async Task A_window_that_asks_anew_ends_what_it_asked_before_and_the_new_result_comes()
    {
        var bodies = Enumerable.Range(0, 6).Select(i => Edited("Again", one => one["screwBase"] = 0.9 - i / 100.0)).ToList();
        var streams = await Task.WhenAll(bodies.Select(body => bench.StreamAsync("/api/rubrics/preview", body)));
        streams.Select(events => events.Last().Name).ShouldAllBe(name => name == "result" || name == "problem");
        (await bench.StreamAsync("/api/rubrics/preview", bodies[0]))[^1].Name.ShouldBe("result");
    }
}
