using System.Net;
using System.Text.Json.Nodes;
using NJsonSchema;
using WideLever.Interchange;

namespace WideLever.Web.Tests;

/// <summary>Signing a complete result off as final.</summary>
public sealed class SigningTests(Bench bench) : IClassFixture<Bench>
{
    private async Task<JsonNode> UnitAsync(string id) => (await bench.GetAsync($"/api/units/{id}")).Body!;

    private async Task<(HttpStatusCode Status, JsonNode? Body)> SignAsync(string id, Action<JsonObject>? change = null)
    {
        var unit = await UnitAsync(id);
        var body = new JsonObject
        {
            ["name"] = "R. Example",
            ["bench"] = "Bench 1",
            ["on"] = "2026-11-25",
            ["note"] = "as bought",
            ["unitRevision"] = (long)unit["revision"]!,
            ["teardownRevision"] = (long)unit["teardownRevision"]!,
            ["rubricSha256"] = (string)(await bench.GetAsync($"/api/units/{id}/verdict")).Body!["rubricSha256"]!,
        };
        change?.Invoke(body);
        var (status, answer, _) = await bench.PostAsync($"/api/units/{id}/signatures", body.ToJsonString());
        return (status, answer);
    }

    private async Task<string> CompleteAsync()
    {
        var id = await bench.ImportAsync("3-modular");
        ((string)(await UnitAsync(id))["status"]!).ShouldBe("complete");
        return id;
    }

    [Fact]
    public async Task A_signed_result_keeps_what_it_was_computed_from_with_digests_that_anyone_can_check()
    {
        var id = await CompleteAsync();
        var (status, signed) = await SignAsync(id);
        status.ShouldBe(HttpStatusCode.Created);
        ((string)signed!["state"]!).ShouldBe("final");
        ((string)(await UnitAsync(id))["signed"]!).ShouldBe("final");
        var (_, snapshot, _) = await bench.GetAsync($"/api/units/{id}/signatures/{signed["number"]}");
        foreach (var part in new[] { "record", "rubric", "result" })
            CanonicalJson.Sha256(snapshot![part]).ShouldBe((string)snapshot[$"{part}Sha256"]!);
        // The record of the snapshot scores to the result of the snapshot.
        var expected = JsonNode.Parse(Bench.Example("3-modular.expected"))!;
        JsonNode.DeepEquals(snapshot!["result"]!["repair"], expected["repair"]).ShouldBeTrue();
        RecordReader.Read(System.Text.Encoding.UTF8.GetBytes(snapshot["record"]!.ToJsonString()), RubricReader.House).Faults.ShouldBeEmpty();
    }

    [Fact]
    public async Task A_later_change_is_shown_and_the_signed_result_stays_readable()
    {
        var id = await CompleteAsync();
        var (_, signed) = await SignAsync(id);
        var unit = await UnitAsync(id);
        var machine = unit["record"]!["unit"]!.DeepClone();
        machine["price"] = new JsonObject { ["amount"] = 900 };
        var heading = new JsonObject { ["unit"] = machine, ["absent"] = unit["record"]!["absent"]?.DeepClone() ?? new JsonArray() };
        (await Bench.SendAsync(bench.Window, HttpMethod.Put, $"/api/units/{id}/heading", heading.ToJsonString(), 1)).Status.ShouldBe(HttpStatusCode.OK);
        ((string)(await UnitAsync(id))["signed"]!).ShouldBe("changedSince");
        var (_, all, _) = await bench.GetAsync($"/api/units/{id}/signatures");
        var first = all!.AsArray().ShouldHaveSingleItem()!;
        first["changed"]!.ToJsonString().ShouldBe("""["record"]""");
        first["repair"]!.ToJsonString().ShouldBe(signed!["repair"]!.ToJsonString());
        ((string)(await bench.GetAsync("/api/shelf")).Body!["units"]!.AsArray().Single(one => (string)one!["id"]! == id)!["signed"]!).ShouldBe("changedSince");
        // Signed again, the older one is still there.
        (await SignAsync(id)).Status.ShouldBe(HttpStatusCode.Created);
        (await bench.GetAsync($"/api/units/{id}/signatures")).Body!.AsArray().Select(one => (string)one!["state"]!).ShouldBe(["final", "changedSince"]);
        (await bench.GetAsync($"/api/units/{id}/signatures/999999")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Only_what_is_complete_and_was_seen_is_signed_and_by_somebody()
    {
        var sealedId = await bench.ImportAsync("2-sealed-and-unsure");
        var (status, problem) = await SignAsync(sealedId);
        status.ShouldBe(HttpStatusCode.Conflict);
        ((string)problem!["detail"]!).ShouldContain("Only a complete result");
        var id = await CompleteAsync();
        (await SignAsync(id, body => body["unitRevision"] = 7)).Status.ShouldBe(HttpStatusCode.PreconditionFailed);
        foreach (var (field, value) in new (string, JsonNode?)[] { ("name", " "), ("bench", ""), ("on", "yesterday"), ("name", new string('x', 501)), ("note", new string('x', 5001)), ("seal", "x") })
            (await SignAsync(id, body => body[field] = value)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity, field);
        (await bench.PostAsync("/api/units/none/signatures", """{"name": "a", "bench": "b", "on": "2026-11-25", "unitRevision": 1, "teardownRevision": 1, "rubricSha256": "x"}""")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await bench.GetAsync($"/api/units/{id}/signatures")).Body!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task What_is_not_complete_is_signed_as_seen_with_ranges_and_what_nobody_saw_named()
    {
        var id = await bench.ImportAsync("6-partly-seen");
        var (status, signed) = await SignAsync(id, body => body["asSeen"] = true);
        status.ShouldBe(HttpStatusCode.Created);
        ((string)signed!["state"]!).ShouldBe("asSeen");
        ((string)signed["status"]!).ShouldNotBe("complete");
        ((string)(await UnitAsync(id))["signed"]!).ShouldBe("asSeen");
        ((string)(await bench.GetAsync("/api/shelf")).Body!["units"]!.AsArray().Single(one => (string)one!["id"]! == id)!["signed"]!).ShouldBe("asSeen");
        var snapshot = (await bench.GetAsync($"/api/units/{id}/signatures/{signed["number"]}")).Body!;
        (await JsonSchema.FromJsonAsync(ResultShape.SignedSchema(), TestContext.Current.CancellationToken)).Validate(snapshot.ToJsonString()).ShouldBeEmpty();
        (await JsonSchema.FromJsonAsync(ResultShape.Schema(), TestContext.Current.CancellationToken)).Validate(snapshot["result"]!.ToJsonString()).ShouldBeEmpty();
        var kinds = snapshot["result"]!;
        var open = kinds["repairKinds"]!.AsObject().Concat(kinds["upgradeKinds"]!.AsObject()).Where(kind => kind.Value!["value"] is null).Select(kind => kind.Key).Distinct();
        signed["notSeen"]!.AsArray().Select(kind => (string)kind!).ShouldBe(open);

        // The sheet answers for ranges where an index is a draft, a second signature is a numbered revision with its note, and a change after it is said.
        async Task<string> SheetAsync() => await bench.Window.GetStringAsync($"/api/units/{id}/sheet?format=markdown");
        var sheet = await SheetAsync();
        sheet.ShouldContain("R. Example answers for what was seen of it, signed 2026-11-25.");
        sheet.ShouldContain("Repair between 28 and 77, no figure yet");
        sheet.ShouldContain("upgrade 69 (56 to 71)");
        sheet.ShouldNotContain("This is revision");
        (await SignAsync(id, body => (body["asSeen"], body["note"], body["on"]) = (true, "the drive was weighed again", "2026-11-27"))).Status.ShouldBe(HttpStatusCode.Created);
        sheet = await SheetAsync();
        sheet.ShouldContain("This is revision 2.");
        sheet.ShouldContain("- Revision 2, 2026-11-27: the drive was weighed again");
        var unit = await UnitAsync(id);
        var machine = unit["record"]!["unit"]!.DeepClone();
        machine["year"] = 2025;
        var heading = new JsonObject { ["unit"] = machine, ["absent"] = unit["record"]!["absent"]?.DeepClone() ?? new JsonArray() };
        (await Bench.SendAsync(bench.Window, HttpMethod.Put, $"/api/units/{id}/heading", heading.ToJsonString(), (long)unit["revision"]!)).Status.ShouldBe(HttpStatusCode.OK);
        ((string)(await UnitAsync(id))["signed"]!).ShouldBe("changedSince");
        (await SheetAsync()).ShouldContain("it has changed since, and what stands here is as it is now");
    }

    [Fact]
    public async Task What_has_no_value_at_all_cannot_be_signed_and_what_is_complete_is_final_either_way()
    {
        var (_, empty, _) = await bench.PostAsync("/api/units", """{"unit": {"maker": "Skerrow", "model": "Nothing", "modelCode": "NO-1"}, "teardown": {"date": "2026-11-25", "bench": "Bench 1"}}""");
        var (status, problem) = await SignAsync((string)empty!["id"]!, body => body["asSeen"] = true);
        status.ShouldBe(HttpStatusCode.Conflict);
        ((string)problem!["detail"]!).ShouldContain("No kind has a value yet");
        var (_, signed) = await SignAsync(await CompleteAsync(), body => body["asSeen"] = true);
        ((string)signed!["state"]!).ShouldBe("final");
    }
}
