using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using SkiaSharp;
using WideLever.Storage;
using WideLever.Web.Photos;

namespace WideLever.Web.Tests;

/// <summary>The bench over the wire: lines, undo and redo, its log, drafts, photos, devices and news.</summary>
public sealed class BenchEndpointsTests(Bench bench) : IClassFixture<Bench>
{
    private static CancellationToken Cancellation => TestContext.Current.CancellationToken;

    private sealed record Piece(Bench Bench, string UnitId, string TeardownId)
    {
        public string Teardown => $"/api/teardowns/{TeardownId}";

        public async Task<JsonNode> ViewAsync(HttpClient? window = null) =>
            (await Bench.SendAsync(window ?? Bench.Window, HttpMethod.Get, $"/api/units/{UnitId}/bench")).Body!;

        public async Task<JsonNode> RecordAsync() => (await Bench.GetAsync($"/api/units/{UnitId}")).Body!["record"]!;

        public async Task<long> RevisionAsync() => (long)(await ViewAsync())["teardownRevision"]!;

        public async Task<(HttpStatusCode Status, JsonNode? Body)> CommitAsync(string line, HttpClient? window = null, object? more = null, long? revision = null)
        {
            var body = JsonSerializer.SerializeToNode(more ?? new { })!.AsObject();
            body["line"] = line;
            var (status, answer, _) = await Bench.SendAsync(window ?? Bench.Window, HttpMethod.Post, $"{Teardown}/line/commit", body.ToJsonString(), revision ?? await RevisionAsync());
            return (status, answer);
        }

        public Task<(HttpStatusCode Status, JsonNode? Body, HttpResponseMessage Response)> PostAsync(string path, object? body = null, HttpClient? window = null, long? revision = null) =>
            Bench.SendAsync(window ?? Bench.Window, HttpMethod.Post, $"{Teardown}/{path}", body is null ? null : JsonSerializer.Serialize(body), revision);
    }

    private async Task<Piece> FreshAsync()
    {
        var (status, body, _) = await bench.PostAsync("/api/units",
            """{"unit": {"maker": "Skerrow", "model": "Beck", "modelCode": "BK"}, "teardown": {"date": "2026-10-03", "bench": "Bench 1"}}""");
        status.ShouldBe(HttpStatusCode.Created);
        var id = (string)body!["id"]!;
        return new(bench, id, (string)(await bench.GetAsync($"/api/units/{id}")).Body!["teardownId"]!);
    }

    [Theory]
    [InlineData("keys")]
    [InlineData("words")]
    [InlineData("symptoms")]
    [InlineData("failures")]
    [InlineData("catalogue")]
    public async Task Of_two_windows_that_change_a_setting_the_second_is_told_and_nothing_is_overwritten(string name)
    {
        var path = $"/api/settings/{name}";
        using var one = await bench.Window.GetAsync(path, TestContext.Current.CancellationToken);
        var (seen, body) = (one.Headers.ETag!.Tag, await one.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
        async Task<(HttpStatusCode Status, string? Tag)> PutAsync(string text, string? tag)
        {
            using var put = new HttpRequestMessage(HttpMethod.Put, path) { Content = new StringContent(text, System.Text.Encoding.UTF8, "application/json") };
            if (tag is not null)
                put.Headers.TryAddWithoutValidation("If-Match", tag);
            using var answer = await bench.Window.SendAsync(put, TestContext.Current.CancellationToken);
            return (answer.StatusCode, answer.Headers.ETag?.Tag);
        }
        var other = JsonNode.Parse(body)!;
        switch (name)
        {
            case "keys": other["bindings"]![0]!["key"] = "F11"; break;
            case "words": other["words"] = new JsonArray(new JsonObject { ["word"] = "doodad", ["means"] = "bracket" }); break;
            case "symptoms": other["symptoms"]!.AsArray().RemoveAt(0); break;
            case "failures": other["assumptions"]!.AsArray().RemoveAt(0); break;
            default: other["address"] = "http://127.0.0.1:7999"; break;
        }
        (await PutAsync(body, null)).Status.ShouldBe((HttpStatusCode)428);
        var (status, now) = await PutAsync(other.ToJsonString(), seen);
        status.ShouldBe(HttpStatusCode.OK);
        now.ShouldNotBe(seen);
        (await PutAsync(body, seen)).Status.ShouldBe(HttpStatusCode.PreconditionFailed);
        JsonNode.DeepEquals(JsonNode.Parse(await bench.Window.GetStringAsync(path, TestContext.Current.CancellationToken)), other).ShouldBeTrue();
        (await PutAsync(body, now)).Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task After_a_look_undo_takes_back_the_look_and_not_the_step_before_it()
    {
        var piece = await FreshAsync();
        (await piece.CommitAsync("4 ph0, lift cover > inside")).Status.ShouldBe(HttpStatusCode.OK);
        (await piece.CommitAsync("see = memory soldered")).Status.ShouldBe(HttpStatusCode.OK);
        (await piece.RecordAsync())["parts"]!.AsArray().Count.ShouldBe(1);
        ((string)(await piece.ViewAsync())["undo"]!).ShouldBe("noted what was seen");
        (await piece.PostAsync("undo")).Status.ShouldBe(HttpStatusCode.OK);
        var record = await piece.RecordAsync();
        (record["parts"]!.AsArray().Count, record["steps"]!.AsArray().Count).ShouldBe((0, 1));
        (await piece.PostAsync("redo")).Status.ShouldBe(HttpStatusCode.OK);
        (await piece.RecordAsync())["parts"]!.AsArray().Count.ShouldBe(1);
    }

    [Fact]
    public async Task Of_what_is_missing_two_hundred_are_told_and_how_many_there_are()
    {
        var record = JsonNode.Parse(Bench.Example("3-modular"))!;
        for (var step = 0; step < 10; step++)
        {
            record["steps"]!.AsArray().Add(new JsonObject
            {
                ["id"] = $"more-{step}",
                ["title"] = "More screws",
                ["layer"] = "outside",
                ["actions"] = new JsonArray([.. Enumerable.Range(0, 60).Select(_ => new JsonObject { ["do"] = "unscrew", ["count"] = null })]),
            });
        }
        var (status, body, _) = await bench.PostAsync("/api/records", record.ToJsonString());
        status.ShouldBe(HttpStatusCode.Created, body?.ToJsonString());
        var view = (await bench.GetAsync($"/api/units/{(string)body!["id"]!}/bench")).Body!;
        view["missing"]!.AsArray().Count.ShouldBe(200);
        ((int)view["missingCount"]!).ShouldBeGreaterThan(600);
    }

    [Fact]
    public async Task A_line_is_committed_with_the_parts_that_it_names_and_one_undo_takes_both_back()
    {
        var piece = await FreshAsync();
        var (status, body) = await piece.CommitAsync("8 ph0 m2x5, lift cover > inside = base-cover clipped");
        status.ShouldBe(HttpStatusCode.OK);
        ((string)body!["made"]!).ShouldBe("take-the-cover-off");
        var record = await piece.RecordAsync();
        record["parts"]!.AsArray().ShouldHaveSingleItem()!.ToJsonString().ShouldBe("""{"id":"base-cover","kind":"baseCover","mounting":"clipped"}""");
        (await piece.CommitAsync("lift = base-cover screwed")).Status.ShouldBe(HttpStatusCode.OK);
        ((string)(await piece.RecordAsync())["parts"]![0]!["mounting"]!).ShouldBe("screwed");
        (await piece.PostAsync("undo")).Status.ShouldBe(HttpStatusCode.OK);
        ((string)(await piece.RecordAsync())["parts"]![0]!["mounting"]!).ShouldBe("clipped");
        (await piece.PostAsync("undo")).Status.ShouldBe(HttpStatusCode.OK);
        record = await piece.RecordAsync();
        record["parts"]!.AsArray().ShouldBeEmpty();
        record["steps"]!.AsArray().ShouldBeEmpty();
        (await piece.PostAsync("undo")).Status.ShouldBe(HttpStatusCode.Conflict);
        ((string)(await piece.ViewAsync())["redo"]!).ShouldContain("Take the cover off");
        await piece.PostAsync("redo");
        await piece.PostAsync("redo");
        ((string)(await piece.RecordAsync())["parts"]![0]!["mounting"]!).ShouldBe("screwed");
        (await piece.PostAsync("redo")).Status.ShouldBe(HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task A_line_opened_for_editing_means_the_steps_that_stood_there_when_it_was_opened()
    {
        var piece = await FreshAsync();
        await piece.CommitAsync("1 clip \"First\"");
        await piece.CommitAsync("2 clips \"Second\"");
        await piece.CommitAsync("3 clips after 2 \"Third\"");
        var opened = await piece.RevisionAsync();
        var third = (string)(await piece.RecordAsync())["steps"]![2]!["id"]!;
        // Another window puts a step before the second: what was step 2 is step 3 now.
        using var other = bench.NewWindow("window-2");
        var (status, _, _) = await piece.PostAsync(
            "steps?before=second", new { id = "between", title = "Between", layer = "outside", actions = new[] { new Dictionary<string, object> { ["do"] = "unclip" } } }, other, opened);
        status.ShouldBe(HttpStatusCode.OK);
        var line = "4 clips after 2 \"Third\"";
        var read = await piece.PostAsync("line", new { line, stepId = third, since = opened });
        read.Body!["step"]!["after"]!.AsArray().Select(id => (string)id!).ShouldBe(["second"]);
        (await piece.CommitAsync(line, more: new { stepId = third, since = opened })).Status.ShouldBe(HttpStatusCode.OK);
        var steps = (await piece.RecordAsync())["steps"]!.AsArray();
        steps.Select(step => (string)step!["id"]!).ShouldBe(["first", "between", "second", third]);
        steps[3]!["after"]!.AsArray().Select(id => (string)id!).ShouldBe(["second"], "an order of safety stays with its step");
        // The step that it comes after was removed meanwhile: that is a fault, and no other takes its place.
        var again = await piece.RevisionAsync();
        await piece.CommitAsync("5 clips \"Third\"", more: new { stepId = third, since = again });
        var free = await piece.RevisionAsync();
        (await Bench.SendAsync(other, HttpMethod.Delete, $"{piece.Teardown}/steps/second", revision: free)).Status.ShouldBe(HttpStatusCode.OK);
        (await piece.CommitAsync("6 clips after 3 \"Third\"", more: new { stepId = third, since = free })).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_new_change_ends_what_could_be_done_again()
    {
        var piece = await FreshAsync();
        await piece.CommitAsync("2 clips");
        await piece.PostAsync("undo");
        await piece.CommitAsync("3 clips");
        (await piece.PostAsync("redo")).Status.ShouldBe(HttpStatusCode.Conflict);
        (await piece.ViewAsync())["redo"].ShouldBeNull();
    }

    [Fact]
    public async Task Undo_leaves_what_other_windows_changed_and_names_who_is_in_the_way()
    {
        var piece = await FreshAsync();
        using var other = bench.NewWindow("window-2");
        await piece.CommitAsync("2 clips = fan-1");
        await piece.CommitAsync("3 clips = fan-2", other);
        (await piece.PostAsync("undo")).Status.ShouldBe(HttpStatusCode.OK);
        (await piece.RecordAsync())["steps"]!.AsArray().ShouldHaveSingleItem()!["frees"]!.ToJsonString().ShouldBe("""["fan-2"]""");
        await piece.PostAsync("redo");
        var first = (await piece.RecordAsync())["steps"]!.AsArray().Single(step => step!["frees"]!.ToJsonString().Contains("fan-1", StringComparison.Ordinal))!;
        await piece.CommitAsync("9 clips = fan-1", other, new { stepId = (string)first["id"]!, since = await piece.RevisionAsync() });
        var (status, problem, _) = await piece.PostAsync("undo");
        status.ShouldBe(HttpStatusCode.Conflict);
        ((string)problem!["detail"]!).ShouldContain("another window changed the step");
    }

    [Fact]
    public async Task A_fault_in_a_line_is_told_by_its_place_and_nothing_is_written()
    {
        var piece = await FreshAsync();
        var (status, problem) = await piece.CommitAsync("8 ph0, 3 clops");
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        Bench.Places(problem).ShouldBe(["line 10–14"]);
        (await piece.CommitAsync("2 clips after 1")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await piece.RevisionAsync()).ShouldBe(1);
        (await piece.CommitAsync("2 clips", revision: 7)).Status.ShouldBe(HttpStatusCode.PreconditionFailed);
        (await piece.PostAsync("line/commit", new { line = "2 clips" })).Status.ShouldBe(HttpStatusCode.PreconditionRequired);
        (await piece.CommitAsync("2 clips", more: new { stepId = "gone" })).Status.ShouldBe(HttpStatusCode.NotFound);
        (await bench.PostAsync("/api/teardowns/none/line", """{"line": "2 clips"}""")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Theory]
    [InlineData("line", "{\"lines\": 1}")]
    [InlineData("line", "[]")]
    [InlineData("line", "{\"line\": 3}")]
    [InlineData("line", "null")]
    [InlineData("line/print", "{\"step\": {\"title\": 1}}")]
    [InlineData("line/print", "{\"step\": \"x\"}")]
    [InlineData("log", "{\"kind\": \"poured\"}")]
    [InlineData("log", "{\"kind\": \"packLookedAt\"}")]
    [InlineData("log", "not json")]
    [InlineData("draft", "{\"line\": null}")]
    [InlineData("draft", "{\"caret\": \"x\"}")]
    public async Task A_body_of_another_shape_is_refused_with_a_clear_fault(string path, string body)
    {
        var piece = await FreshAsync();
        var (status, problem, _) = await Bench.SendAsync(bench.Window, path == "draft" ? HttpMethod.Put : HttpMethod.Post, $"{piece.Teardown}/{path}", body);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        problem!["faults"]!.AsArray().ShouldNotBeEmpty();
        (await piece.RevisionAsync()).ShouldBe(1);
        (await piece.ViewAsync())["log"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_line_is_read_with_its_chips_completions_cautions_wells_and_tool_changes()
    {
        var piece = await FreshAsync();
        await piece.CommitAsync("8 ph0 m2x5, lift cover > inside");
        var (_, view, _) = await piece.PostAsync("line", new { line = "2 ph1 m2x4, wire off, lift = batte", caret = 34 });
        view!["completions"]![0]!["text"]!.GetValue<string>().ShouldBe("battery");
        view["chips"]!.AsArray().Select(chip => (string)chip!["kind"]!).ShouldBe(["action", "action", "off", "action"]);
        view["faults"]!.AsArray().Count.ShouldBe(1);
        view["cautions"]!.AsArray().Select(caution => (string)caution!["caution"]!).ShouldBe(["lithium", "static"]);
        ((int)view["wells"]![0]!["number"]!).ShouldBe(2);
        view["toolChanges"]![0]!["size"]!.GetValue<string>().ShouldBe("PH1");
        var (_, printed, _) = await piece.PostAsync("line/print", new
        {
            step = new { id = "", title = "", layer = "inside", frees = new[] { "fan", "x y" }, actions = new[] { new { @do = "lift", what = "part" } } },
            parts = new object[] { new { id = "fan", newKind = "fan", mounting = "screwed" }, new { id = "x y", newKind = "other" } },
        });
        ((string)printed!["line"]!).ShouldBe("lift = fan:fan screwed, x y:other");
    }

    [Fact]
    public async Task The_stopwatch_runs_on_the_server_and_a_commit_takes_its_seconds_in_the_same_act()
    {
        var piece = await FreshAsync();
        await piece.PostAsync("log", new { kind = "stopwatch", stopwatch = "lap" });
        await piece.PostAsync("log", new { kind = "stopwatchCorrected", seconds = 42 });
        await piece.PostAsync("log", new { kind = "stopwatch", stopwatch = "log" });
        ((string)(await piece.ViewAsync())["stopwatch"]!["state"]!).ShouldBe("logging");
        await piece.CommitAsync("2 clips");
        ((double)(await piece.RecordAsync())["steps"]![0]!["observedSeconds"]!).ShouldBeInRange(42, 44);
        var watch = (await piece.ViewAsync())["stopwatch"]!;
        ((string)watch["state"]!).ShouldBe("working");
        ((double)watch["step"]!).ShouldBeLessThan(5);
        // A time that the line tells is the person's own.
        await piece.CommitAsync("3 clips took 7 s");
        ((double)(await piece.RecordAsync())["steps"]![1]!["observedSeconds"]!).ShouldBe(7);
    }

    [Fact]
    public async Task Cautions_in_view_are_logged_as_seen_once_and_a_swollen_pack_stops_the_teardown()
    {
        var piece = await FreshAsync();
        await piece.CommitAsync("wire off");
        await piece.CommitAsync("2 wire off");
        (await piece.ViewAsync())["log"]!.AsArray().Where(line => (string)line!["entry"]!["caution"]! == "lithium").ShouldHaveSingleItem();
        await piece.PostAsync("log", new { kind = "packLookedAt", swollen = true });
        var (status, problem) = await piece.CommitAsync("2 clips");
        status.ShouldBe(HttpStatusCode.Conflict);
        ((string)problem!["detail"]!).ShouldContain("swollen");
        ((bool)(await piece.ViewAsync())["stopped"]!).ShouldBeTrue();
        await piece.PostAsync("log", new { kind = "packAnswered", text = "taken away" });
        (await piece.CommitAsync("2 clips")).Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task A_draft_is_its_windows_own_until_that_window_is_gone()
    {
        var piece = await FreshAsync();
        using var other = bench.NewWindow("window-2");
        await Bench.SendAsync(bench.Window, HttpMethod.Put, $"{piece.Teardown}/draft", """{"line": "4 ph0", "caret": 3, "scroll": 12.5}""");
        using var listening = new HttpClient { BaseAddress = bench.Address, Timeout = TimeSpan.FromMinutes(5) };
        await using (await listening.GetStreamAsync("/api/news?window=window-1", Cancellation))
        {
            for (var tries = 0; tries < 100 && !bench.Service<News>().IsOpen("window-1"); tries++)
                await Task.Delay(20, Cancellation);
            (await piece.ViewAsync(other))["draft"].ShouldBeNull("its window is open");
            (await piece.PostAsync("draft/take?from=window-1", window: other)).Status.ShouldBe(HttpStatusCode.Conflict);
        }
        for (var tries = 0; tries < 250 && bench.Service<News>().IsOpen("window-1"); tries++)
            await Task.Delay(20, Cancellation);
        var left = await piece.ViewAsync(other);
        ((string)left["draft"]!["line"]!, (string)left["draftOf"]!).ShouldBe(("4 ph0", "window-1"));
        (await piece.PostAsync("draft/take?from=window-1", window: other)).Status.ShouldBe(HttpStatusCode.NoContent);
        (await piece.ViewAsync(other))["draftOf"].ShouldBeNull("it is its own now");
        await bench.StopAsync();
        await bench.StartAsync();
        using var again = bench.NewWindow("window-2");
        ((double)(await piece.ViewAsync(again))["draft"]!["scroll"]!).ShouldBe(12.5);
    }

    [Fact]
    public async Task A_line_is_answered_with_what_it_came_to_where_a_unit_in_view_is_named()
    {
        var piece = await FreshAsync();
        var (status, plain, _) = await piece.PostAsync("line/commit", new { line = "2 clips" }, revision: 1);
        (status, plain!["unit"], plain["bench"]).ShouldBe((HttpStatusCode.OK, null, null));
        var (_, shown, _) = await piece.PostAsync($"line/commit?show={piece.UnitId}", new { line = "3 clips" }, revision: 2);
        JsonNode.DeepEquals(shown!["unit"], (await bench.GetAsync($"/api/units/{piece.UnitId}")).Body).ShouldBeTrue();
        JsonNode.DeepEquals(shown["bench"], await piece.ViewAsync()).ShouldBeTrue();
        ((long)shown["revision"]!, shown["unit"]!["record"]!["steps"]!.AsArray().Count).ShouldBe((3, 2));
        // A unit that this teardown is not of, and one that is not there, are not shown; the line is logged all the same.
        var (_, other, _) = await piece.PostAsync("line/commit?show=none", new { line = "4 clips" }, revision: 3);
        (((long)other!["revision"]!), other["unit"]).ShouldBe((4, null));
        // What is refused shows nothing.
        (await piece.PostAsync($"line/commit?show={piece.UnitId}", new { line = "4 zzz" }, revision: 4)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        ((int)(await bench.GetAsync("/api/house")).Body!["units"]!).ShouldBe((await bench.GetAsync("/api/shelf")).Body!["units"]!.AsArray().Count);
    }

    private async Task<(HttpStatusCode Status, JsonNode? Body)> PhotoAsync(Piece piece, byte[] bytes, string query = "", HttpClient? window = null)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"{piece.Teardown}/photos{query}") { Content = new ByteArrayContent(bytes) };
        request.Headers.IfMatch.Add(new EntityTagHeaderValue($"\"{await piece.RevisionAsync()}\""));
        using var answer = await (window ?? bench.Window).SendAsync(request, Cancellation);
        var text = await answer.Content.ReadAsStringAsync(Cancellation);
        return (answer.StatusCode, text.Length > 0 ? JsonNode.Parse(text) : null);
    }

    private static byte[] Picture(int width, int height, SKEncodedImageFormat format)
    {
        using var bitmap = new SKBitmap(width, height);
        bitmap.Erase(SKColors.Gray);
        bitmap.SetPixel(0, 0, SKColors.Red);
        using var data = bitmap.Encode(format, 90);
        return data.ToArray();
    }

    /// <summary>A JPEG with an EXIF block: turned by a quarter, with a place on earth.</summary>
    private static byte[] WithExif(byte[] jpeg)
    {
        byte[] tiff =
        [
            .. "MM\0*"u8, 0, 0, 0, 8, 0, 2,
            0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, 6, 0, 0,
            0x88, 0x25, 0, 4, 0, 0, 0, 1, 0, 0, 0, 38,
            0, 0, 0, 0,
            0, 1, 0, 1, 0, 2, 0, 0, 0, 2, (byte)'N', 0, 0, 0, 0, 0, 0, 0,
        ];
        byte[] exif = [.. "Exif\0\0"u8, .. tiff];
        var length = exif.Length + 2;
        return [0xFF, 0xD8, 0xFF, 0xE1, (byte)(length >> 8), (byte)length, .. exif, .. jpeg.AsSpan(2)];
    }

    [Fact]
    public async Task A_photo_is_encoded_anew_stored_once_and_served_for_what_it_is()
    {
        var piece = await FreshAsync();
        await piece.CommitAsync("2 clips = fan");
        var sent = WithExif(Picture(64, 40, SKEncodedImageFormat.Jpeg));
        var (status, added) = await PhotoAsync(piece, sent, "?step=take-the-fan-out");
        status.ShouldBe(HttpStatusCode.OK, added?.ToJsonString());
        ((string)added!["made"]!).ShouldBe("photo-1");
        var photo = (await piece.RecordAsync())["photos"]![0]!;
        // Its orientation is in its pixels now.
        ((int)photo["widthPx"]!, (int)photo["heightPx"]!).ShouldBe((40, 64));
        var sha = (string)photo["sha256"]!;
        using var served = await bench.Window.GetAsync($"/api/photos/{sha}/jpeg", Cancellation);
        served.Content.Headers.ContentType!.MediaType.ShouldBe("image/jpeg");
        served.Headers.GetValues("X-Content-Type-Options").ShouldBe(["nosniff"]);
        var bytes = await served.Content.ReadAsByteArrayAsync(Cancellation);
        Documents.DigestOf(bytes).ShouldBe(sha);
        bytes.AsSpan().IndexOf("Exif"u8).ShouldBe(-1);
        using var small = await bench.Window.GetAsync($"/api/photos/{sha}/thumbnail", Cancellation);
        small.StatusCode.ShouldBe(HttpStatusCode.OK);
        // The same picture for another thing is no second file.
        (await PhotoAsync(piece, sent, "?part=fan")).Status.ShouldBe(HttpStatusCode.OK);
        Directory.EnumerateFiles(Path.Combine(bench.Path, "photos"), sha, SearchOption.AllDirectories).Count().ShouldBe(1);
        (await PhotoAsync(piece, sent, "?part=fan")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await PhotoAsync(piece, Picture(3, 3, SKEncodedImageFormat.Png), "?step=none")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        foreach (var format in new[] { SKEncodedImageFormat.Png, SKEncodedImageFormat.Webp })
            (await PhotoAsync(piece, Picture(30, 20, format))).Status.ShouldBe(HttpStatusCode.OK);
        (await piece.RecordAsync())["photos"]!.AsArray().Select(one => (string)one!["type"]!).ShouldBe(["jpeg", "jpeg", "png", "webp"]);
    }

    [Fact]
    public async Task What_only_adds_goes_on_top_of_what_was_committed_meanwhile()
    {
        var piece = await FreshAsync();
        await piece.CommitAsync("2 clips = fan");
        using var request = new HttpRequestMessage(HttpMethod.Post, $"{piece.Teardown}/photos") { Content = new ByteArrayContent(Picture(9, 9, SKEncodedImageFormat.Png)) };
        (await bench.Window.SendAsync(request, Cancellation)).StatusCode.ShouldBe(HttpStatusCode.OK, "without a revision");
        (await piece.PostAsync("photos/photo-1/step?step=take-the-fan-out")).Status.ShouldBe(HttpStatusCode.OK);
        (await piece.PostAsync("photos/photo-1/step?step=none")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await piece.PostAsync("photos/none/step?step=take-the-fan-out")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await piece.PostAsync("steps/take-the-fan-out/surprises", new { kind = "damage", text = "a flap" })).Status.ShouldBe(HttpStatusCode.OK);
        (await piece.PostAsync("steps/take-the-fan-out/surprises", new { kind = "damage" })).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var record = await piece.RecordAsync();
        ((string)record["photos"]![0]!["step"]!).ShouldBe("take-the-fan-out");
        record["steps"]![0]!["surprises"]!.AsArray().Count.ShouldBe(1);
    }

    [Theory]
    [InlineData("\0\0\0\u0018ftypheic", "HEIC")]
    [InlineData("\0\0\0\u0018ftypavif", "AVIF")]
    [InlineData("<?xml version='1.0'?><svg onload='alert(1)'/>", "SVG")]
    [InlineData("GIF89a", "GIF")]
    [InlineData("BM......", "BMP")]
    [InlineData("%PDF-1.7", "PDF")]
    [InlineData("<!doctype html><html>", "HTML")]
    [InlineData("\u007fELF\u0002\u0001", "a program")]
    [InlineData("MZ\u0090\0", "a program")]
    [InlineData("#!/bin/sh", "a program")]
    [InlineData("PK\u0003\u0004", "an archive")]
    [InlineData("", "empty")]
    [InlineData("hello", "no picture")]
    public async Task What_is_no_picture_is_named_by_its_contents(string contents, string name)
    {
        var piece = await FreshAsync();
        var (status, problem) = await PhotoAsync(piece, [.. contents.Select(c => (byte)c)]);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        ((string)problem!["detail"]!).ShouldContain(name);
        (await piece.RevisionAsync()).ShouldBe(1);
    }

    private static uint Crc(ReadOnlySpan<byte> bytes)
    {
        var crc = uint.MaxValue;
        foreach (var b in bytes)
        {
            crc ^= b;
            for (var bit = 0; bit < 8; bit++)
                crc = (crc >> 1) ^ ((crc & 1) * 0xEDB88320u);
        }
        return ~crc;
    }

    [Fact]
    public async Task A_picture_that_hides_a_text_which_unpacks_to_far_more_is_kept_without_it()
    {
        var piece = await FreshAsync();
        using var packed = new MemoryStream();
        await using (var packer = new System.IO.Compression.ZLibStream(packed, System.IO.Compression.CompressionLevel.Optimal, leaveOpen: true))
            await packer.WriteAsync(new byte[128 * 1024 * 1024], Cancellation);
        byte[] body = [.. "zTXtComment\0\0"u8, .. packed.ToArray()];
        var (length, sum) = (new byte[4], new byte[4]);
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(length, body.Length - 4);
        System.Buffers.Binary.BinaryPrimitives.WriteUInt32BigEndian(sum, Crc(body));
        var picture = Picture(8, 8, SKEncodedImageFormat.Png);
        // Behind the header: 8 bytes of signature and 25 of the first chunk.
        var (status, _) = await PhotoAsync(piece, [.. picture[..33], .. length, .. body, .. sum, .. picture[33..]]);
        status.ShouldBe(HttpStatusCode.OK);
        var photo = (await piece.RecordAsync())["photos"]![0]!;
        bench.Service<PhotoFiles>().Read((string)photo["sha256"]!)!.Length.ShouldBeLessThan(1_000);
    }

    [Theory]
    [InlineData("arrival", HttpStatusCode.OK)]
    [InlineData("Arrival", HttpStatusCode.UnprocessableEntity)]
    [InlineData("1", HttpStatusCode.UnprocessableEntity)]
    [InlineData("", HttpStatusCode.OK)]
    public async Task The_occasion_of_a_picture_is_a_word_of_the_format(string occasion, HttpStatusCode status)
    {
        var piece = await FreshAsync();
        using var content = new ByteArrayContent(Picture(5, 4, SKEncodedImageFormat.Png));
        var answer = await bench.Window.PostAsync($"{piece.Teardown}/photos?occasion={occasion}", content, Cancellation);
        answer.StatusCode.ShouldBe(status);
    }

    [Fact]
    public async Task A_small_picture_is_made_at_intake_and_once_of_a_photo_that_an_earlier_version_took_in()
    {
        var piece = await FreshAsync();
        using var content = new ByteArrayContent(Picture(900, 600, SKEncodedImageFormat.Jpeg));
        (await bench.Window.PostAsync($"{piece.Teardown}/photos", content, Cancellation)).StatusCode.ShouldBe(HttpStatusCode.OK);
        var sha = (string)(await piece.RecordAsync())["photos"]![0]!["sha256"]!;
        var files = bench.Service<PhotoFiles>();
        var made = files.ReadThumbnail(sha).ShouldNotBeNull();
        using (var small = SKBitmap.Decode(made))
            (small.Width, small.Height).ShouldBe((320, 213));
        (await bench.Window.GetByteArrayAsync($"/api/photos/{sha}/thumbnail", Cancellation)).ShouldBe(made);
        // As an earlier version left it: eight ask at once, and it is made and kept.
        File.Delete(Path.Combine(bench.Path, "thumbnails", sha[..2], sha));
        var answers = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => bench.Window.GetByteArrayAsync($"/api/photos/{sha}/thumbnail", Cancellation)));
        answers.ShouldAllBe(answer => answer.SequenceEqual(files.ReadThumbnail(sha)!));
        (await bench.Window.GetAsync($"/api/photos/{new string('0', 64)}/thumbnail", Cancellation)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_picture_that_is_too_large_or_broken_is_refused_before_it_is_decoded()
    {
        var piece = await FreshAsync();
        (await PhotoAsync(piece, new byte[PhotoIntake.MaxBytes + 1])).Status.ShouldBe(HttpStatusCode.RequestEntityTooLarge);
        // A header that promises more pixels than there may be: its data is never looked at.
        var huge = Picture(8, 8, SKEncodedImageFormat.Png);
        (huge[18], huge[19], huge[22], huge[23]) = (0x40, 0, 0x40, 0);
        BitConverter.TryWriteBytes(huge.AsSpan(29), System.Net.IPAddress.HostToNetworkOrder((int)Crc(huge.AsSpan(12, 17))));
        var (status, problem) = await PhotoAsync(piece, huge);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        ((string)problem!["detail"]!).ShouldContain("16384 × 16384");
        var cut = Picture(200, 200, SKEncodedImageFormat.Png)[..60];
        (await PhotoAsync(piece, cut)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await PhotoAsync(piece, [0xFF, 0xD8, 0xFF, 0xE0, 1, 2, 3])).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Theory]
    [InlineData("/api/photos/..%2F..%2Ftoken/jpeg")]
    [InlineData("/api/photos/0000000000000000000000000000000000000000000000000000000000000000/jpeg")]
    [InlineData("/api/photos/ABCDEF/thumbnail")]
    public async Task No_address_leads_to_another_file(string path) => (await bench.GetAsync(path)).Status.ShouldBe(HttpStatusCode.NotFound);

    [Fact]
    public async Task A_photo_is_described_marked_removed_and_brought_back_and_what_nobody_named_is_swept()
    {
        var piece = await FreshAsync();
        await piece.CommitAsync("2 ph0 m2x3");
        await PhotoAsync(piece, Picture(20, 20, SKEncodedImageFormat.Png));
        var photo = (await piece.RecordAsync())["photos"]![0]!.AsObject();
        photo["caption"] = "base";
        photo["marks"] = new JsonArray(new JsonObject { ["x"] = 0.25, ["y"] = 0.75, ["step"] = "undo-2-screws" });
        async Task<HttpStatusCode> DescribeAsync(JsonObject changed) =>
            (await Bench.SendAsync(bench.Window, HttpMethod.Put, $"{piece.Teardown}/photos/photo-1", changed.ToJsonString(), await piece.RevisionAsync())).Status;
        (await DescribeAsync(photo)).ShouldBe(HttpStatusCode.OK);
        foreach (var (field, value) in new (string, JsonNode)[] { ("x", 1.5), ("step", "none"), ("group", 1) })
        {
            var wrong = photo.DeepClone().AsObject();
            wrong["marks"]![0]![field] = value;
            (await DescribeAsync(wrong)).ShouldBe(HttpStatusCode.UnprocessableEntity, field);
        }
        var other = photo.DeepClone().AsObject();
        other["sha256"] = new string('0', 64);
        (await DescribeAsync(other)).ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await Bench.SendAsync(bench.Window, HttpMethod.Delete, $"{piece.Teardown}/photos/photo-1", revision: await piece.RevisionAsync())).Status.ShouldBe(HttpStatusCode.OK);
        // Undo can bring it back, so its file is one that a document ever named.
        bench.Service<Store>().Photos.EverNamed().ShouldContain((string)photo["sha256"]!);
        await piece.PostAsync("undo");
        ((string)(await piece.RecordAsync())["photos"]![0]!["caption"]!).ShouldBe("base");
    }

    [Fact]
    public async Task Without_a_watched_folder_the_newest_picture_is_refused_with_what_to_do()
    {
        var piece = await FreshAsync();
        var (status, problem, _) = await piece.PostAsync("photos/newest", revision: 1);
        status.ShouldBe(HttpStatusCode.Conflict);
        ((string)problem!["detail"]!).ShouldContain("--photos DIR");
    }

    [Fact]
    public async Task A_pipe_in_the_watched_folder_is_no_picture_and_keeps_nobody_waiting()
    {
        var watched = Directory.CreateTempSubdirectory("wide-lever-watched-").FullName;
        await using var own = new Bench { WatchedFolder = watched };
        await own.InitializeAsync();
        var id = await own.ImportAsync("3-modular");
        var teardown = (string)(await own.GetAsync($"/api/units/{id}")).Body!["teardownId"]!;
        using (var made = System.Diagnostics.Process.Start("mkfifo", [Path.Combine(watched, "shot.jpg")]))
            await made.WaitForExitAsync(TestContext.Current.CancellationToken);
        var (status, problem, _) = await own.PostAsync($"/api/teardowns/{teardown}/photos/newest", revision: 1).WaitAsync(TimeSpan.FromMinutes(5), TestContext.Current.CancellationToken);
        status.ShouldBe(HttpStatusCode.Conflict);
        ((string)problem!["detail"]!).ShouldContain("has no picture");
        // A picture beside it is found, and what turns the text around it is no part of its caption. A link to nowhere, or a name that is no text, is passed over.
        using (var made = System.Diagnostics.Process.Start("bash", ["-c", $"touch -d '+1 hour' {watched}/$'half\\xff.png'; ln -s /nowhere {watched}/gone.png"]))
            await made.WaitForExitAsync(TestContext.Current.CancellationToken);
        await File.WriteAllBytesAsync(Path.Combine(watched, "old\u202Eer.png"), Picture(9, 9, SKEncodedImageFormat.Png), TestContext.Current.CancellationToken);
        (await own.PostAsync($"/api/teardowns/{teardown}/photos/newest", revision: 1)).Status.ShouldBe(HttpStatusCode.OK);
        ((string)(await own.GetAsync($"/api/units/{id}")).Body!["record"]!["photos"]!.AsArray()[^1]!["caption"]!).ShouldBe("older.png");
        // What has a name that is no text is no file to the runtime.
        using var gone = System.Diagnostics.Process.Start("rm", ["-r", watched]);
        await gone.WaitForExitAsync(TestContext.Current.CancellationToken);
    }

    [Fact]
    public async Task A_pedal_needs_the_token_a_known_button_and_an_open_bench()
    {
        async Task<(HttpStatusCode Status, JsonNode? Body)> PressAsync(string body, string? token)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, "/api/devices/pedal") { Content = new StringContent(body, Encoding.UTF8, "application/json") };
            if (token is not null)
                request.Headers.Authorization = new("Bearer", token);
            using var answer = await bench.Window.SendAsync(request, Cancellation);
            return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync(Cancellation)));
        }
        (await PressAsync("""{"button": 1}""", null)).Status.ShouldBe(HttpStatusCode.Forbidden, "the page's own Origin is not enough");
        (await PressAsync("""{"button": 1}""", new string('0', 64))).Status.ShouldBe(HttpStatusCode.Forbidden);
        (await PressAsync("""{"button": 4}""", bench.Token)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        // A stream that another test let go is forgotten a moment after its socket closes.
        for (var tries = 0; tries < 250 && bench.Service<News>().AnyListens; tries++)
            await Task.Delay(20, Cancellation);
        (await PressAsync("""{"button": 1}""", bench.Token)).Status.ShouldBe(HttpStatusCode.Conflict, "nobody listens");
        using var listening = new HttpClient { BaseAddress = bench.Address, Timeout = TimeSpan.FromMinutes(5) };
        await using var stream = await listening.GetStreamAsync("/api/news?window=pedalled", Cancellation);
        using var reader = new StreamReader(stream);
        for (var tries = 0; tries < 100 && !bench.Service<News>().IsOpen("pedalled"); tries++)
            await Task.Delay(20, Cancellation);
        var (status, body) = await PressAsync("""{"button": 2, "press": "long"}""", bench.Token);
        status.ShouldBe(HttpStatusCode.OK);
        ((string)body!["command"]!).ShouldBe("surprise");
        var told = new List<string>();
        while (told.Count < 6 && !told.Contains("data: Pedal2 long"))
            told.Add((await reader.ReadLineAsync(Cancellation))!);
        told.ShouldContain("event: pedal");
        told.ShouldContain("data: Pedal2 long");
    }

    [Fact]
    public async Task Keys_are_kept_and_a_wrong_map_changes_nothing()
    {
        var (_, keys, _) = await bench.GetAsync("/api/settings/keys");
        var bindings = keys!["bindings"]!.AsArray();
        bindings[0]!["key"] = "F3";
        (await Bench.SendAsync(bench.Window, HttpMethod.Put, "/api/settings/keys", keys.ToJsonString())).Status.ShouldBe(HttpStatusCode.OK);
        bindings[0]!["key"] = "F8";
        var (status, problem, _) = await Bench.SendAsync(bench.Window, HttpMethod.Put, "/api/settings/keys", keys.ToJsonString());
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        Bench.Places(problem).ShouldBe(["bindings[3].key"]);
        (await Bench.SendAsync(bench.Window, HttpMethod.Put, "/api/settings/keys", "{}")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        ((string)(await bench.GetAsync("/api/settings/keys")).Body!["bindings"]![0]!["key"]!).ShouldBe("F3");
    }

    [Fact]
    public async Task A_committed_line_does_not_come_back_as_half_typed()
    {
        var piece = await FreshAsync();
        await Bench.SendAsync(bench.Window, HttpMethod.Put, $"{piece.Teardown}/draft", """{"line": "2 clips"}""");
        (await piece.CommitAsync("2 clips")).Status.ShouldBe(HttpStatusCode.OK);
        (await piece.ViewAsync())["draft"].ShouldBeNull();
    }

    [Fact]
    public async Task A_window_that_rests_keeps_its_line_until_it_says_that_it_goes()
    {
        var piece = await FreshAsync();
        using var hidden = bench.NewWindow("hidden");
        await Bench.SendAsync(hidden, HttpMethod.Put, $"{piece.Teardown}/draft", """{"line": "4 ph0"}""");
        Task<(HttpStatusCode Status, JsonNode? Body, HttpResponseMessage Response)> HideAsync(string query) =>
            Bench.SendAsync(hidden, HttpMethod.Post, $"/api/news/hidden?{query}");
        (await HideAsync("resting=true&at=2")).Status.ShouldBe(HttpStatusCode.NoContent);
        (await piece.ViewAsync())["draft"].ShouldBeNull();
        // What it said earlier and arrives later changes nothing.
        await HideAsync("resting=false&at=1");
        (await piece.ViewAsync())["draft"].ShouldBeNull();
        await HideAsync("resting=false&at=3");
        ((string)(await piece.ViewAsync())["draft"]!["line"]!).ShouldBe("4 ph0");
        using var foreign = new HttpRequestMessage(HttpMethod.Get, "/api/news?window=x");
        foreign.Headers.Add("Sec-Fetch-Site", "cross-site");
        (await bench.Window.SendAsync(foreign, Cancellation)).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
    }

    [Fact]
    public async Task Every_window_is_told_of_a_change()
    {
        var piece = await FreshAsync();
        using var listening = new HttpClient { BaseAddress = bench.Address, Timeout = TimeSpan.FromMinutes(5) };
        await using var stream = await listening.GetStreamAsync("/api/news?window=told", Cancellation);
        using var reader = new StreamReader(stream);
        for (var tries = 0; tries < 100 && !bench.Service<News>().IsOpen("told"); tries++)
            await Task.Delay(20, Cancellation);
        await piece.CommitAsync("2 clips");
        var told = new List<string>();
        while (!told.Contains($"data: {piece.TeardownId}"))
            told.Add((await reader.ReadLineAsync(Cancellation).AsTask().WaitAsync(TimeSpan.FromMinutes(5), Cancellation))!);
        told.ShouldContain("event: changed");
    }
}
