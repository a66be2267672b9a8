using System.Net;
using System.Text.Json.Nodes;
using WideLever.Storage;

namespace WideLever.Web.Tests;

public sealed class EndpointsTests(Bench bench) : IClassFixture<Bench>
{
    private const string Slide = """{"id": "slide", "title": "Slide the tray out", "layer": "outside", "actions": [{"do": "slide"}]}""";

    [Theory]
    [InlineData("1-two-routes")]
    [InlineData("2-sealed-and-unsure")]
    [InlineData("3-modular")]
    [InlineData("4-edges")]
    [InlineData("5-corners")]
    public async Task An_imported_record_has_the_verdict_of_the_worked_example(string name)
    {
        var id = await bench.ImportAsync(name);
        var expected = JsonNode.Parse(Bench.Example($"{name}.expected"))!;
        var (_, verdict, _) = await bench.GetAsync($"/api/units/{id}/verdict");
        var (_, shelf, _) = await bench.GetAsync("/api/shelf");
        var onShelf = shelf!["units"]!.AsArray().Single(unit => (string)unit!["id"]! == id)!;
        foreach (var index in new[] { "repair", "upgrade", "combined" })
        {
            Same(verdict![index]!, expected[index]!);
            Same(onShelf[index]!, expected[index]!);
        }
        ((string)verdict!["status"]!).ShouldBe((string)expected["status"]!);
        foreach (var kind in verdict["kinds"]!.AsArray().Where(kind => kind!["repair"] is not null))
            Same(kind!["repair"]!["score"]!, expected["repairKinds"]![(string)kind["kind"]!]!);
        foreach (var part in verdict["kinds"]!.AsArray().SelectMany(kind => kind!["parts"]!.AsArray()).Where(part => part!["route"] is not null))
        {
            var route = part!["route"]!["steps"]!.AsArray().Select(step => (string)verdict["routeSteps"]![(int)step!]!["id"]!);
            route.ShouldBe(expected["parts"]![(string)part["id"]!]!["route"]!.AsArray().Select(step => (string)step!));
        }
    }

    [Fact]
    public async Task What_was_taken_off_the_shelf_is_listed_and_comes_back()
    {
        var id = await bench.ImportAsync("3-modular");
        async Task<IEnumerable<string>> Off() => (await bench.GetAsync("/api/shelf/off")).Body!.AsArray().Select(unit => (string)unit!["id"]!);
        (await Off()).ShouldNotContain(id);
        ((int)(await Bench.SendAsync(bench.Window, HttpMethod.Delete, $"/api/units/{id}")).Status).ShouldBeLessThan(300);
        (await Off()).First().ShouldBe(id);
        (await bench.GetAsync("/api/shelf/off")).Body![0]!["modelCode"].ShouldNotBeNull();
        ((int)(await Bench.SendAsync(bench.Window, HttpMethod.Post, $"/api/units/{id}/restore")).Status).ShouldBeLessThan(300);
        (await Off()).ShouldNotContain(id);
    }

    private static void Same(JsonNode actual, JsonNode expected)
    {
        foreach (var (name, value) in expected.AsObject())
        {
            if (value is null)
                actual[name].ShouldBeNull();
            else
                ((double)actual[name]!).ShouldBe((double)value, 5e-7);
        }
    }

    [Fact]
    public async Task The_second_best_way_is_told_where_there_is_one()
    {
        var id = await bench.ImportAsync("1-two-routes");
        var (_, verdict, _) = await bench.GetAsync($"/api/units/{id}/verdict");
        var memory = verdict!["kinds"]!.AsArray().Single(kind => (string)kind!["kind"]! == "memory")!["parts"]!.AsArray();
        memory[0]!["secondBest"]!["steps"]!.AsArray().Select(step => (string)verdict["routeSteps"]![(int)step!]!["id"]!).ShouldContain("memory-a-from-below");
        memory[1]!["secondBest"].ShouldBeNull();
    }

    [Fact]
    public async Task A_broken_record_is_refused_with_every_fault_and_nothing_changes()
    {
        var before = (await bench.GetAsync("/api/shelf")).Body!.ToJsonString();
        var record = JsonNode.Parse(Bench.Example("3-modular"))!;
        record["steps"]![0]!["actions"]![0]!["do"] = "unlach";
        record["steps"]![3]!["layer"] = "cellar";
        record["unit"]!["price"]!["amount"] = -1;
        var (status, problem, response) = await bench.PostAsync("/api/records", record.ToJsonString());
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        response.Content.Headers.ContentType!.MediaType.ShouldBe("application/problem+json");
        Bench.Places(problem).ShouldBe(["steps[0].actions[0].do", "unit.price.amount", "steps[3].layer"]);
        (await bench.GetAsync("/api/shelf")).Body!.ToJsonString().ShouldBe(before);
    }

    [Theory]
    [InlineData("PK\u0003\u0004 not a record")]
    [InlineData("<html></html>")]
    [InlineData("")]
    public async Task A_file_of_another_format_is_refused(string body) =>
        (await bench.PostAsync("/api/records", body)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);

    [Fact]
    public async Task A_record_goes_out_as_it_came_in()
    {
        var id = await bench.ImportAsync("4-edges");
        var (_, exported, response) = await bench.GetAsync($"/api/units/{id}/record");
        response.Content.Headers.ContentDisposition!.FileName.ShouldBe($"{id}.teardown.json");
        var again = await bench.PostAsync("/api/records", exported!.ToJsonString());
        again.Status.ShouldBe(HttpStatusCode.Created);
        again.Body!["sameCode"]!.AsArray().Select(other => (string)other!).ShouldContain(id);
        var second = (await bench.GetAsync($"/api/units/{again.Body["id"]}/record")).Body;
        JsonNode.DeepEquals(second, exported).ShouldBeTrue();
    }

    [Fact]
    public async Task A_small_teardown_is_logged_by_hand_step_by_step()
    {
        var (created, unit, _) = await bench.PostAsync("/api/units", """{"unit": {"maker": "Skerrow", "model": "Gill 12", "modelCode": "By hand/1"}, "teardown": {"date": "2026-11-24", "bench": "Bench 1"}}""");
        created.ShouldBe(HttpStatusCode.Created);
        var id = (string)unit!["id"]!;
        id.ShouldBe("by-hand-1");
        (await bench.PostAsync($"/api/units/{id}/parts", """{"id": "battery", "kind": "battery", "mounting": "screwed"}""", 1)).Status.ShouldBe(HttpStatusCode.OK);
        var open = """{"id": "open", "title": "Open", "layer": "outside", "opens": "inside", "actions": [{"do": "unscrew", "count": 4, "captive": true}]}""";
        var (status, committed, response) = await bench.PostAsync($"/api/teardowns/{id}/steps", open, 1);
        status.ShouldBe(HttpStatusCode.OK);
        ((long)committed!["revision"]!).ShouldBe(2);
        response.Headers.ETag!.Tag.ShouldBe("\"2\"");
        await bench.PostAsync($"/api/teardowns/{id}/steps", """{"id": "out", "title": "Battery out", "layer": "inside", "frees": ["battery"], "actions": [{"do": "lift", "what": "part"}]}""", 2);
        var (_, view, _) = await bench.GetAsync($"/api/units/{id}");
        view!["record"]!["layers"]!.AsArray().Select(layer => (string)layer!).ShouldBe(["outside", "inside"]);
        view["efforts"]!.AsArray().Count.ShouldBe(2);
        var (_, verdict, _) = await bench.GetAsync($"/api/units/{id}/verdict");
        // Two steps and one part are a range and no figure.
        verdict!["repair"]!["value"].ShouldBeNull();
        ((double)verdict["repair"]!["high"]!).ShouldBeGreaterThan(50);
        ((double)verdict["repairWanting"]!["has"]!).ShouldBeInRange(0.1, 0.3);
        ((int)verdict["repairWanting"]!["enough"]!).ShouldBeGreaterThan(1);
        // Its faults name their place in the whole record.
        var bad = await bench.PostAsync($"/api/teardowns/{id}/steps", """{"id": "out", "title": "Again", "layer": "insde", "actions": []}""", 3);
        Bench.Places(bad.Body).ShouldBe(["steps[2].actions", "steps[2].id", "steps[2].layer"]);
        // What others need cannot go.
        var removed = await Bench.SendAsync(bench.Window, HttpMethod.Delete, $"/api/teardowns/{id}/steps/open", null, 3);
        removed.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Steps_are_changed_moved_removed_and_layers_renamed()
    {
        var id = await bench.ImportAsync("5-corners");
        async Task<JsonNode> RecordAsync() => (await bench.GetAsync($"/api/units/{id}")).Body!["record"]!;
        var edit = (HttpMethod method, string path, string? body, long revision) => Bench.SendAsync(bench.Window, method, $"/api/teardowns/{id}/{path}", body, revision);
        (await edit(HttpMethod.Put, "steps/mem", """{"id": "memory", "title": "Memory", "layer": "right half", "frees": ["memory-a"], "actions": [{"do": "unplug"}]}""", 1)).Status.ShouldBe(HttpStatusCode.OK);
        (await RecordAsync())["steps"]!.AsArray().Single(step => (string)step!["id"]! == "main")!["after"]!.AsArray().Select(step => (string)step!).ShouldContain("memory");
        (await edit(HttpMethod.Post, "steps/memory/move?to=0&anyway=true", null, 2)).Status.ShouldBe(HttpStatusCode.OK);
        ((string)(await RecordAsync())["steps"]![0]!["id"]!).ShouldBe("memory");
        (await edit(HttpMethod.Post, "layers/rename?layer=left%20half&name=port%20side", null, 3)).Status.ShouldBe(HttpStatusCode.OK);
        ((string)(await RecordAsync())["layers"]![1]!).ShouldBe("port side");
        (await edit(HttpMethod.Delete, "steps/twins", null, 4)).Status.ShouldBe(HttpStatusCode.OK);
        (await edit(HttpMethod.Post, "steps?before=power", Slide, 5)).Status.ShouldBe(HttpStatusCode.OK);
        (await edit(HttpMethod.Delete, "steps/none", null, 6)).Status.ShouldBe(HttpStatusCode.NotFound);
        (await edit(HttpMethod.Put, "heading", """{"teardown": {"date": "2026-11-05", "bench": "Bench 7", "sample": "early"}, "guidance": {"order": true}, "notes": "x\ny"}""", 6)).Status.ShouldBe(HttpStatusCode.OK);
        var record = await RecordAsync();
        ((string)record["teardown"]!["bench"]!).ShouldBe("Bench 7");
        record["steps"]!.AsArray().Count.ShouldBe(12);
        ((string)record["notes"]!).ShouldBe("x\ny");
    }

    [Fact]
    public async Task Parts_and_the_machines_data_are_changed_and_what_is_recorded_is_not_absent()
    {
        var id = await bench.ImportAsync("1-two-routes");
        var edit = (HttpMethod method, string path, string? body, long revision) => Bench.SendAsync(bench.Window, method, $"/api/units/{id}/{path}", body, revision);
        (await edit(HttpMethod.Post, "parts", """{"id": "gpu", "kind": "graphics", "mounting": "screwed"}""", 1)).Status.ShouldBe(HttpStatusCode.OK);
        var (_, view, _) = await bench.GetAsync($"/api/units/{id}");
        view!["record"]!["absent"]!.AsArray().Select(kind => (string)kind!).ShouldNotContain("graphics");
        (await edit(HttpMethod.Put, "parts/gpu", """{"id": "gpu", "kind": "graphics", "mounting": "soldered", "within": "mainboard"}""", 2)).Status.ShouldBe(HttpStatusCode.OK);
        (await edit(HttpMethod.Put, "parts/gpu", """{"id": "gpu", "kind": "graphics", "within": "gpu"}""", 3)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await edit(HttpMethod.Delete, "parts/gpu", null, 3)).Status.ShouldBe(HttpStatusCode.OK);
        (await edit(HttpMethod.Delete, "parts/jack", null, 4)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await edit(HttpMethod.Put, "heading", """{"unit": {"maker": "Brackwater", "model": "Corrie 14", "modelCode": "CR14-2A7", "year": 2027}, "absent": ["graphics"]}""", 4)).Status.ShouldBe(HttpStatusCode.OK);
        (await edit(HttpMethod.Put, "heading", """{"unit": {"maker": "B", "model": "C", "modelCode": "D"}, "absent": ["mainboard"], "parts": []}""", 5)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_change_names_the_revision_it_was_made_on_and_a_stale_one_is_told_what_changed()
    {
        var id = await bench.ImportAsync("3-modular");
        (await bench.PostAsync($"/api/teardowns/{id}/steps", Slide)).Status.ShouldBe((HttpStatusCode)428);
        (await bench.PostAsync($"/api/teardowns/{id}/steps", Slide, 1)).Status.ShouldBe(HttpStatusCode.OK);
        using var other = bench.NewWindow("window-2");
        var (status, problem, _) = await Bench.SendAsync(other, HttpMethod.Delete, $"/api/teardowns/{id}/steps/board", null, 1);
        status.ShouldBe(HttpStatusCode.PreconditionFailed);
        ((long)problem!["revision"]!).ShouldBe(2);
        var changed = problem["changed"]!.AsArray().ShouldHaveSingleItem()!;
        ((string)changed["id"]!, (string)changed["how"]!, (string)changed["title"]!).ShouldBe(("slide", "added", "Slide the tray out"));
        (await bench.GetAsync($"/api/units/{id}")).Body!["record"]!["steps"]!.AsArray().Count.ShouldBe(22);
        var unknown = await bench.PostAsync("/api/teardowns/none/steps", Slide, 1);
        unknown.Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Undo_takes_back_this_windows_changes_one_by_one_and_never_another_windows()
    {
        var id = await bench.ImportAsync("3-modular");
        var start = (await bench.GetAsync($"/api/units/{id}/record")).Body!.ToJsonString();
        await bench.PostAsync($"/api/teardowns/{id}/steps", Slide, 1);
        await Bench.SendAsync(bench.Window, HttpMethod.Post, $"/api/teardowns/{id}/steps/slide/move?to=0", null, 2);
        (await bench.PostAsync($"/api/teardowns/{id}/undo")).Status.ShouldBe(HttpStatusCode.OK);
        (await bench.PostAsync($"/api/teardowns/{id}/undo")).Status.ShouldBe(HttpStatusCode.OK);
        (await bench.GetAsync($"/api/units/{id}/record")).Body!.ToJsonString().ShouldBe(start);
        (await bench.PostAsync($"/api/teardowns/{id}/undo")).Status.ShouldBe(HttpStatusCode.Conflict);
        await bench.PostAsync($"/api/teardowns/{id}/steps", Slide, 5);
        using var other = bench.NewWindow("window-2");
        (await Bench.SendAsync(other, HttpMethod.Delete, $"/api/teardowns/{id}/steps/slide", null, 6)).Status.ShouldBe(HttpStatusCode.OK);
        var (status, problem, _) = await bench.PostAsync($"/api/teardowns/{id}/undo");
        status.ShouldBe(HttpStatusCode.Conflict);
        ((string)problem!["detail"]!).ShouldContain("removed the step slide");
    }

    [Fact]
    public async Task Undo_does_not_take_back_what_the_other_half_of_the_record_needs()
    {
        var id = await bench.ImportAsync("3-modular");
        using var other = bench.NewWindow("window-2");
        (await Bench.SendAsync(other, HttpMethod.Post, $"/api/units/{id}/parts", """{"id": "tray", "kind": "frame"}""", 1)).Status.ShouldBe(HttpStatusCode.OK);
        await bench.PostAsync($"/api/teardowns/{id}/steps", Slide.Replace("\"actions\"", "\"frees\": [\"tray\"], \"actions\"", StringComparison.Ordinal), 1);
        var (status, problem, _) = await Bench.SendAsync(other, HttpMethod.Post, $"/api/units/{id}/undo");
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        Bench.Places(problem).ShouldBe(["steps[21].frees[0]"]);
        (await bench.PostAsync($"/api/units/{id}/undo")).Status.ShouldBe(HttpStatusCode.OK, "what this window did last is in the teardown");
        (await Bench.SendAsync(other, HttpMethod.Post, $"/api/units/{id}/undo")).Status.ShouldBe(HttpStatusCode.OK);
        (await bench.GetAsync($"/api/units/{id}/verdict")).Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task A_unit_is_taken_off_the_shelf_and_put_back()
    {
        var id = await bench.ImportAsync("2-sealed-and-unsure");
        (await Bench.SendAsync(bench.Window, HttpMethod.Delete, $"/api/units/{id}")).Status.ShouldBe(HttpStatusCode.NoContent);
        (await bench.GetAsync($"/api/units/{id}")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await bench.PostAsync($"/api/units/{id}/restore")).Status.ShouldBe(HttpStatusCode.NoContent);
        (await bench.GetAsync($"/api/units/{id}")).Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task Two_units_are_compared_under_one_rubric()
    {
        var (first, second) = (await bench.ImportAsync("3-modular"), await bench.ImportAsync("2-sealed-and-unsure"));
        var (_, compared, _) = await bench.GetAsync($"/api/compare/pair?first={first}&second={second}");
        ((string)compared!["repair"]!).ShouldBe("first");
        ((bool)compared["sameBuild"]!).ShouldBeTrue();
        var desktop = JsonNode.Parse(Bench.Example("3-modular"))!;
        desktop["unit"]!["class"] = "desktop";
        var third = (string)(await bench.PostAsync("/api/records", desktop.ToJsonString())).Body!["id"]!;
        var (_, builds, _) = await bench.GetAsync($"/api/compare/pair?first={third}&second={second}");
        ((bool)builds!["sameBuild"]!).ShouldBeFalse();
        // What both have is told by its share, and judged by itself.
        ((double)builds["repairShare"]!).ShouldBeLessThan(1);
        ((string)builds["repair"]!).ShouldBe("first");
    }

    [Fact]
    public async Task A_teardown_may_serve_two_variants_that_differ_in_parts()
    {
        var (first, second) = (await bench.ImportAsync("5-corners"), await bench.ImportAsync("5-corners"));
        bench.Service<Store>().Acts.Commit("test", "linked", [new PutStanding(second, bench.Service<Store>().Standings.Of(second), new(first, [first, second], false))]);
        // The cheap variant has no separate memory; the shared teardown frees one in the other.
        (await Bench.SendAsync(bench.Window, HttpMethod.Delete, $"/api/units/{second}/parts/memory-a", null, 1)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var own = bench.Service<Store>().Standings.Of(second)!.Teardowns;
        own.ShouldBe([first, second]);
        var (_, view, _) = await bench.GetAsync($"/api/units/{second}");
        view!["variants"]!.AsArray().Select(variant => (string)variant!["id"]!).ShouldBe([first]);
        ((string)view["teardownId"]!).ShouldBe(first);
    }

    [Fact]
    public async Task What_can_be_edited_is_read_with_the_tag_that_an_edit_needs()
    {
        var id = await bench.ImportAsync("3-modular");
        var unit = await bench.GetAsync($"/api/units/{id}");
        unit.Response.Headers.ETag!.Tag.ShouldBe("\"1\"");
        unit.Response.Headers.ETag.IsWeak.ShouldBeFalse();
        var record = unit.Body!["record"]!;
        using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/units/{id}/heading") { Content = new StringContent(new JsonObject { ["unit"] = record["unit"]!.DeepClone(), ["absent"] = record["absent"]?.DeepClone() }.ToJsonString(), System.Text.Encoding.UTF8, "application/json") };
        request.Headers.IfMatch.Add(unit.Response.Headers.ETag);
        var answer = await bench.Window.SendAsync(request, TestContext.Current.CancellationToken);
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        // Nothing was changed by it, so the tag stays.
        answer.Headers.ETag.ShouldBe(unit.Response.Headers.ETag);
        (await bench.GetAsync($"/api/units/{id}/bench")).Response.Headers.ETag!.Tag.ShouldBe("\"1\"");
        var exported = (await bench.GetAsync($"/api/units/{id}/record")).Response.Headers.ETag.ShouldNotBeNull();
        await Bench.SendAsync(bench.Window, HttpMethod.Delete, $"/api/units/{id}/parts/{record["parts"]!.AsArray().Select(part => (string)part!["id"]!).Last()}", revision: 1);
        (await bench.GetAsync($"/api/units/{id}/record")).Response.Headers.ETag.ShouldNotBe((await bench.GetAsync($"/api/units/{id}")).Response.Headers.ETag);
        exported.Tag.Length.ShouldBeGreaterThan(100);
        (await bench.GetAsync("/api/rubrics/document?name=House%20rubric&revision=3")).Response.Headers.ETag.ShouldNotBeNull();
    }

    [Fact]
    public async Task A_unit_that_cannot_be_read_is_said_on_the_shelf_and_its_file_can_be_taken_away()
    {
        var own = new Bench();
        await own.InitializeAsync();
        try
        {
            var id = await own.ImportAsync("3-modular");
            var house = own.Service<Store>();
            var stored = house.Documents.Head(DocumentKind.Unit, id)!.Document.Replace("\"kind\":\"battery\"", "\"kind\":\"perpetuum\"", StringComparison.Ordinal);
            house.Acts.Commit("newer", "wrote a word that is not known here", [new PutDocument(DocumentKind.Unit, id, 1, System.Text.Encoding.UTF8.GetBytes(stored))]);
            await own.StopAsync();
            await own.StartAsync();
            var shelf = (await own.GetAsync("/api/shelf")).Body!;
            shelf["units"]!.AsArray().ShouldBeEmpty();
            var unreadable = shelf["unreadable"]!.AsArray().ShouldHaveSingleItem()!;
            ((string)unreadable["id"]!).ShouldBe(id);
            ((string)unreadable["faults"]![0]!["at"]!).ShouldContain("kind");
            foreach (var path in new[] { "", "/verdict", "/bench", "/reasons", "/doubt", "/record" })
            {
                var (status, problem, _) = await own.GetAsync($"/api/units/{id}{path}");
                (status, (string)problem!["type"]!).ShouldBe((HttpStatusCode.Conflict, "urn:wide-lever:unreadable"), path);
            }
            (await own.PostAsync($"/api/teardowns/{id}/line", """{"line": "2 clips"}""")).Status.ShouldBe(HttpStatusCode.Conflict);
            var (_, file, _) = await own.GetAsync($"/api/units/{id}/stored");
            file!["unit"]!.ToJsonString().ShouldContain("perpetuum");
            (await own.GetAsync("/api/units/none/stored")).Status.ShouldBe(HttpStatusCode.NotFound);
        }
        finally
        {
            await own.DisposeAsync();
        }
    }

    [Fact]
    public async Task A_further_teardown_that_cannot_be_read_is_said_in_the_workspace_of_its_machine_which_stays_open()
    {
        var id = await bench.ImportAsync("3-modular");
        var further = (string)(await bench.PostAsync($"/api/units/{id}/teardowns", """{"date": "2026-11-02", "bench": "Bench 2"}""")).Body!["id"]!;
        var store = bench.Service<Store>();
        var stored = store.Documents.Head(DocumentKind.Teardown, further)!.Document.Replace("\"bench\":\"Bench 2\"", "\"bench\":7", StringComparison.Ordinal);
        store.Acts.Commit("newer", "wrote what is not known here", [new PutDocument(DocumentKind.Teardown, further, 1, System.Text.Encoding.UTF8.GetBytes(stored))]);
        var (status, unit, _) = await bench.GetAsync($"/api/units/{id}");
        status.ShouldBe(HttpStatusCode.OK);
        var said = unit!["teardowns"]![1]!;
        ((string)said["id"]!, said["bench"], (string)said["faults"]![0]!["at"]!).ShouldBe((further, null, "teardown.bench"));
        unit["teardowns"]![0]!["faults"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_variant_off_the_shelf_that_cannot_be_read_keeps_nobody_from_logging_and_undoing()
    {
        var id = await bench.ImportAsync("3-modular");
        var variant = (string)(await bench.PostAsync($"/api/units/{id}/variants", """{"modelCode": "OFF"}""")).Body!["id"]!;
        var teardown = (string)(await bench.GetAsync($"/api/units/{id}")).Body!["teardownId"]!;
        (await bench.PostAsync($"/api/teardowns/{teardown}/line/commit", """{"line": "2 clips = pen:other \"With a pen\""}""", 1)).Status.ShouldBe(HttpStatusCode.OK);
        (await Bench.SendAsync(bench.Window, HttpMethod.Delete, $"/api/units/{variant}")).Status.ShouldBe(HttpStatusCode.NoContent);
        var store = bench.Service<Store>();
        var head = store.Documents.Head(DocumentKind.Unit, variant)!;
        store.Acts.Commit("newer", "wrote a word that is not known here",
            [new PutDocument(DocumentKind.Unit, variant, head.Revision, System.Text.Encoding.UTF8.GetBytes(head.Document.Replace("\"kind\":\"battery\"", "\"kind\":\"perpetuum\"", StringComparison.Ordinal)))]);
        (await bench.PostAsync($"/api/teardowns/{teardown}/line", """{"line": "3 clips"}""")).Status.ShouldBe(HttpStatusCode.OK);
        (await bench.PostAsync($"/api/teardowns/{teardown}/line/commit", """{"line": "3 clips"}""", 2)).Status.ShouldBe(HttpStatusCode.OK);
        foreach (var _ in Enumerable.Range(0, 2))
            (await bench.PostAsync($"/api/teardowns/{teardown}/undo")).Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task Everything_acknowledged_is_there_after_a_restart()
    {
        var own = new Bench();
        await own.InitializeAsync();
        try
        {
            var id = await own.ImportAsync("1-two-routes");
            await own.PostAsync($"/api/teardowns/{id}/steps", Slide, 1);
            var before = (await own.GetAsync("/api/shelf")).Body!.ToJsonString();
            await own.StopAsync();
            await own.StartAsync();
            (await own.GetAsync("/api/shelf")).Body!.ToJsonString().ShouldBe(before);
            (await own.GetAsync($"/api/units/{id}")).Body!["record"]!["steps"]!.AsArray().Count.ShouldBe(16);
        }
        finally
        {
            await own.DisposeAsync();
        }
    }

    [Fact]
    public async Task The_shelf_is_asked_for_facts_and_what_is_not_known_stands_apart()
    {
        await using var own = new Bench();
        await own.InitializeAsync();
        var (modular, two) = (await own.ImportAsync("3-modular"), await own.ImportAsync("1-two-routes"));
        await own.ImportAsync("2-sealed-and-unsure");
        async Task<string[]> AskAsync(params string[] conditions) =>
            [.. (await own.GetAsync($"/api/shelf/asked?{string.Join('&', conditions.Select(condition => $"q={Uri.EscapeDataString(condition)}"))}")).Body!["units"]!.AsArray().Select(one => $"{one!["id"]} {one["holds"]}")];
        (await AskAsync("battery minutes 5", "battery glue 0")).ShouldBe([$"{two} yes", $"{modular} yes"], ignoreOrder: true);
        (await AskAsync("battery minutes 100000")).Length.ShouldBe(3);
        (await AskAsync("memory empty", "price 900.5")).ShouldBe([$"{two} yes"]);
        (await AskAsync("camera minutes 100")).ShouldContain($"{two} notKnown");
        var table = await own.Window.GetStringAsync("/api/shelf/asked/table?q=memory%20empty&q=price%20900.5");
        table.ShouldContain("yes,memory-b: empty");

        var (status, faults, _) = await own.GetAsync("/api/shelf/asked?q=battery%20minutes&q=wing");
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        faults!["faults"]!.AsArray().Select(fault => (string)fault!["at"]!).ShouldBe(["q[0]", "q[1]"]);
        (await own.GetAsync("/api/shelf/asked")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }
}
