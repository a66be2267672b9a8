using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using WideLever.Web.Verdict;

namespace WideLever.Web.Tests;

/// <summary>The way in, the ledger, reasons, what if, and effort in three ways, over the real server.</summary>
public sealed class VerdictEndpointsTests(Bench bench) : IClassFixture<Bench>
{
    private async Task<JsonNode> GetAsync(string path)
    {
        var (status, body, _) = await bench.GetAsync(path);
        status.ShouldBe(HttpStatusCode.OK, path);
        return body!;
    }

    private static IEnumerable<JsonNode> Parts(JsonNode verdict) => verdict["kinds"]!.AsArray().SelectMany(kind => kind!["parts"]!.AsArray())!;

    [Fact]
    public async Task A_part_has_its_layer_its_way_by_steps_the_second_best_and_the_one_under_the_other_school_of_power()
    {
        var id = await bench.ImportAsync("1-two-routes");
        var verdict = await GetAsync($"/api/units/{id}/verdict");
        verdict["layers"]!.AsArray().Select(layer => ((string)layer!["name"]!, (string?)layer["under"])).ShouldBe(
            [("outside", null), ("inside", "outside"), ("under the keyboard", "outside"), ("under the board", "inside")]);
        var memory = Parts(verdict).Single(part => (string)part["id"]! == "memory-a");
        ((string)memory["layer"]!).ShouldBe("under the keyboard");
        List<JsonNode> Steps(string way) => [.. memory[way]!["steps"]!.AsArray().Select(step => verdict["routeSteps"]![(int)step!]!)];
        var steps = Steps("route");
        steps.Select(step => (string)step["title"]!).ShouldBe(["Open the base", "Disconnect the battery", "Pop the keyboard", "Take memory A out from above"]);
        ((string)steps[0]["actions"]!).ShouldBe("8 PH0 M2x5, 2 PH0 M2x9 under foot, 12 clips, lift cover");
        steps[0]["tools"]!.AsArray().Select(tool => (string)tool!).ShouldBe(["cross", "pryTool"]);
        ((double)steps[0]["risk"]!).ShouldBe(1 - Math.Pow(0.99983, 10) * Math.Pow(0.999, 12) * 0.99967, 1e-6);
        ((double)memory["secondBest"]!["effort"]!["value"]!).ShouldBeGreaterThan((double)memory["route"]!["effort"]!["value"]!);
        Steps("otherPower").Select(step => (string)step["title"]!).ShouldBe(["Pop the keyboard", "Take memory A out from above"]);
    }

    [Fact]
    public async Task The_ledger_of_a_kind_goes_down_to_single_actions()
    {
        var id = await bench.ImportAsync("1-two-routes");
        var verdict = await GetAsync($"/api/units/{id}/verdict");
        foreach (var index in new[] { "repair", "upgrade" })
        {
            foreach (var line in verdict[$"{index}Ledger"]!["lines"]!.AsArray())
            {
                var whole = await GetAsync($"/api/units/{id}/ledger/{index}/{(string)line!["name"]!}");
                ((double)whole["points"]!).ShouldBe((double)line["points"]!);
                Leaves(whole).Sum(leaf => (double)leaf["points"]!).ShouldBe((double)line["points"]!, 1e-9);
            }
        }
        Leaves(await GetAsync($"/api/units/{id}/ledger/repair/fan")).ShouldContain(leaf => (string)leaf["sort"]! == "action" && (string)leaf["name"]! == "12 clips");
        (await bench.GetAsync($"/api/units/{id}/ledger/repair/opticalDrive")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await bench.GetAsync($"/api/units/{id}/ledger/beauty/fan")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await bench.GetAsync("/api/units/none/ledger/repair/fan")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    private static IEnumerable<JsonNode> Leaves(JsonNode line) =>
        line["lines"]!.AsArray() is { Count: > 0 } lines ? lines.SelectMany(inner => Leaves(inner!)) : [line];

    [Fact]
    public async Task Reasons_are_found_picked_edited_undone_and_go_stale()
    {
        // A shelf of its own: what stands out turns on what else is there.
        await using var alone = new Bench();
        await alone.InitializeAsync();
        async Task<JsonNode> GetAsync(string path) => (await alone.GetAsync(path)).Body!;
        var id = await alone.ImportAsync("1-two-routes");
        foreach (var other in new[] { "2-sealed-and-unsure", "3-modular", "4-edges" })
            await alone.ImportAsync(other);
        var reasons = await GetAsync($"/api/units/{id}/reasons");
        ((int)reasons["peers"]!).ShouldBeGreaterThanOrEqualTo(3);
        // How some separable part is held: of which machines it is told turns on what the others are.
        var unit = await GetAsync($"/api/units/{id}");
        var found = reasons["found"]!.AsArray().First(one => ((string)one!["about"]!).StartsWith("repair:", StringComparison.Ordinal) && ((string)one["about"]!).EndsWith(":mounting", StringComparison.Ordinal))!;
        var part = unit["record"]!["parts"]!.AsArray().Single(one => (string)one!["id"]! == (string)found["part"]!)!.DeepClone().AsObject();
        var revision = (long)(await GetAsync($"/api/units/{id}"))["revision"]!;
        string Body(string text) => new JsonObject
        {
            ["reasons"] = new JsonArray(
                new JsonObject { ["side"] = (string)found["side"]!, ["text"] = text, ["about"] = (string)found["about"]!, ["from"] = (string)found["from"]! },
                new JsonObject { ["side"] = "for", ["text"] = "It feels solid." }),
        }.ToJsonString();
        async Task<HttpStatusCode> PutAsync(string body, long at) => (await Bench.SendAsync(alone.Window, HttpMethod.Put, $"/api/units/{id}/reasons", body, at)).Status;
        (await PutAsync(Body("Two ports die with the board."), revision)).ShouldBe(HttpStatusCode.OK);
        (await PutAsync(Body("Late."), revision)).ShouldBe(HttpStatusCode.PreconditionFailed);
        (await PutAsync("""{"reasons": [{"side": "for", "text": ""}]}""", revision + 1)).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await PutAsync("""{"reasons": [{"side": "maybe", "text": "x"}]}""", revision + 1)).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await GetAsync($"/api/units/{id}/reasons"))["picked"]!.AsArray().Select(one => ((string)one!["reason"]!["text"]!, (bool)one["stale"]!))
            .ShouldBe([("Two ports die with the board.", false), ("It feels solid.", false)]);
        // It is held otherwise, and what was said of it no longer stands.
        part["mounting"] = (string)part["mounting"]! == "magnetic" ? "slid" : "magnetic";
        part.Remove("within");
        (await Bench.SendAsync(alone.Window, HttpMethod.Put, $"/api/units/{id}/parts/{(string)part["id"]!}", part.ToJsonString(), revision + 1)).Status.ShouldBe(HttpStatusCode.OK);
        (await GetAsync($"/api/units/{id}/reasons"))["picked"]!.AsArray().Select(one => (bool)one!["stale"]!).ShouldBe([true, false]);
        (await alone.PostAsync($"/api/units/{id}/undo")).Status.ShouldBe(HttpStatusCode.OK);
        (await alone.PostAsync($"/api/units/{id}/undo")).Status.ShouldBe(HttpStatusCode.OK);
        (await GetAsync($"/api/units/{id}/reasons"))["picked"]!.AsArray().ShouldBeEmpty();
        (await alone.GetAsync("/api/units/none/reasons")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Effort_is_counted_in_three_ways()
    {
        var id = await bench.ImportAsync("1-two-routes");
        var schools = await GetAsync($"/api/units/{id}/effort-schools");
        schools["schools"]!.AsArray().Select(one => (string)one!["school"]!).ShouldBe(["standardTime", "steps", "observed"]);
        JsonNode.DeepEquals(schools["schools"]![0]!["indices"]!["repair"], (await GetAsync($"/api/units/{id}/verdict"))["repair"]).ShouldBeTrue();
        schools["parts"]!.AsArray().ShouldAllBe(part => part!["efforts"]!.AsArray().Count == 3);
        (await bench.GetAsync("/api/units/none/effort-schools")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Changes_are_tried_alone_and_together_and_nothing_is_kept()
    {
        var id = await bench.ImportAsync("2-sealed-and-unsure");
        var before = await GetAsync($"/api/units/{id}");
        var whatIf = await GetAsync($"/api/units/{id}/what-if");
        var changes = whatIf["changes"]!.AsArray();
        changes.Count.ShouldBeGreaterThan(8);
        var two = changes.OrderByDescending(change => (double)change!["after"]!["repair"]!["value"]!).Take(2).Select(change => (string)change!["id"]!).ToList();
        var (status, together, _) = await bench.PostAsync($"/api/units/{id}/what-if", new JsonObject { ["changes"] = new JsonArray([.. two.Select(one => (JsonNode)one)]) }.ToJsonString());
        status.ShouldBe(HttpStatusCode.OK);
        ((double)together!["after"]!["repair"]!["value"]!).ShouldBeGreaterThan((double)whatIf["now"]!["repair"]!["value"]!);
        together["puts"]!.AsArray().ShouldNotBeEmpty();
        JsonNode.DeepEquals(await GetAsync($"/api/units/{id}"), before).ShouldBeTrue();
        (await bench.PostAsync($"/api/units/{id}/what-if", """{"changes": ["paintItGreen"]}""")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await bench.PostAsync($"/api/units/{id}/what-if", """{"colours": []}""")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await bench.PostAsync("/api/units/none/what-if", """{"changes": []}""")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await bench.GetAsync("/api/units/none/what-if")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task The_smallest_set_comes_as_a_stream_and_asks_that_make_no_sense_are_refused()
    {
        var id = await bench.ImportAsync("2-sealed-and-unsure");
        var whatIf = await GetAsync($"/api/units/{id}/what-if");
        var now = (double)whatIf["now"]!["repair"]!["value"]!;
        string Asked(double figure, IEnumerable<string> among) => new JsonObject
        {
            ["index"] = "repair",
            ["figure"] = figure,
            ["among"] = new JsonArray([.. among.Select(one => (JsonNode)one)]),
        }.ToJsonString();
        var all = whatIf["changes"]!.AsArray().Select(change => (string)change!["id"]!).ToList();
        var events = await bench.StreamAsync($"/api/units/{id}/what-if/smallest", Asked(now + 5, all.Take(8)));
        events[0].Name.ShouldBe("progress");
        var (name, found) = events[^1];
        name.ShouldBe("result");
        ((bool)found["exact"]!, (bool)found["reached"]!).ShouldBe((true, true));
        ((double)found["after"]!["repair"]!["value"]!).ShouldBeGreaterThanOrEqualTo(now + 5);
        (await bench.PostAsync($"/api/units/{id}/what-if/smallest", Asked(101, all))).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await bench.PostAsync($"/api/units/{id}/what-if/smallest", Asked(50, ["paintItGreen"]))).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await bench.PostAsync("/api/units/none/what-if/smallest", Asked(50, []))).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Long_work_waits_for_its_turn_says_so_and_is_done_then()
    {
        var id = await bench.ImportAsync("2-sealed-and-unsure");
        using var ended = new ManualResetEventSlim();
        using var begun = new ManualResetEventSlim();
        var other = Task.Run(() => bench.Service<LongWork>().InTurnAsync(() =>
        {
            begun.Set();
            ended.Wait();
            return 0;
        }, CancellationToken.None));
        begun.Wait();
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/units/{id}/what-if/smallest")
        {
            Content = new StringContent("""{"index": "repair", "figure": 100, "among": []}""", Encoding.UTF8, "application/json"),
        };
        using var answer = await bench.Window.SendAsync(request, HttpCompletionOption.ResponseHeadersRead);
        using var reader = new StreamReader(await answer.Content.ReadAsStreamAsync());
        async Task<string> NextAsync()
        {
            var (name, data) = ((await reader.ReadLineAsync())!, (await reader.ReadLineAsync())!);
            await reader.ReadLineAsync();
            return $"{name} {data}";
        }
        var said = await NextAsync();
        while (!said.Contains("\"waiting\":true", StringComparison.Ordinal))
            said = await NextAsync();
        ended.Set();
        (await other).ShouldBe(0);
        while (!said.StartsWith("event: result", StringComparison.Ordinal))
            said = await NextAsync();
        said.ShouldContain("\"reached\":false");
    }

    [Fact]
    public async Task A_file_of_changes_in_the_data_folder_counts_instead_of_the_one_that_ships_and_its_faults_are_told()
    {
        var id = await bench.ImportAsync("1-two-routes");
        var own = Path.Combine(bench.Path, ChangesFile.Name);
        try
        {
            var shipped = await GetAsync("/api/what-if");
            var captive = shipped["changes"]!.AsArray().Single(change => (string)change!["name"]! == "captiveScrews")!.DeepClone();
            captive["title"] = "Screws that nobody loses";
            await File.WriteAllTextAsync(own, new JsonObject { ["format"] = "wide-lever/what-if", ["version"] = 1, ["changes"] = new JsonArray(captive) }.ToJsonString());
            var whatIf = await GetAsync($"/api/units/{id}/what-if");
            ((bool)whatIf["ownFile"]!).ShouldBeTrue();
            whatIf["changes"]!.AsArray().Select(change => (string)change!["title"]!).ShouldBe(["Screws that nobody loses"]);
            await File.WriteAllTextAsync(own, """{"format": "wide-lever/what-if", "version": 1, "changes": [{"name": "a", "title": "b", "edits": [{"edit": "melt"}]}]}""");
            var (status, problem, _) = await bench.GetAsync($"/api/units/{id}/what-if");
            status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            Bench.Places(problem).ShouldContain("what-if.json changes[0].edits[0].edit");
        }
        finally
        {
            File.Delete(own);
        }
    }
}
