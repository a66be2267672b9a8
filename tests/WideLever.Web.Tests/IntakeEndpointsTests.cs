using System.Net;
using System.Text.Json.Nodes;

namespace WideLever.Web.Tests;

/// <summary>Intake over the wire: twins, variants, loans.</summary>
public sealed class IntakeEndpointsTests(Bench bench) : IClassFixture<Bench>
{
    private async Task<JsonNode> UnitAsync(string id) => (await bench.GetAsync($"/api/units/{id}")).Body!;

    [Fact]
    public async Task A_variant_shares_the_teardown_differs_in_parts_and_is_scored_by_itself()
    {
        var id = await bench.ImportAsync("1-two-routes");
        var (status, made, _) = await bench.PostAsync($"/api/units/{id}/variants", """{"modelCode": "CR14-2A1", "model": "Corrie 14 basic"}""");
        status.ShouldBe(HttpStatusCode.Created);
        var variant = (string)made!["id"]!;
        var unit = await UnitAsync(variant);
        ((string)unit["teardownId"]!).ShouldBe((string)(await UnitAsync(id))["teardownId"]!);
        unit["record"]!["steps"]!.AsArray().Count.ShouldBe(15);
        unit["record"]!["unit"]!["price"].ShouldBeNull("its price is its own");
        unit["variants"]!.AsArray().ShouldHaveSingleItem()!["differences"]!.AsArray().ShouldBeEmpty();
        // The cheap one has its memory soldered, and one place less.
        var soldered = """{"id": "memory-a", "kind": "memory", "mounting": "soldered", "within": "mainboard", "capacity": {"fitted": 8}}""";
        (await Bench.SendAsync(bench.Window, HttpMethod.Put, $"/api/units/{variant}/parts/memory-a", soldered, 1)).Status.ShouldBe(HttpStatusCode.OK);
        (await Bench.SendAsync(bench.Window, HttpMethod.Delete, $"/api/units/{variant}/parts/memory-b", revision: 2)).Status.ShouldBe(HttpStatusCode.OK);
        var seen = (await UnitAsync(id))["variants"]![0]!["differences"]!.AsArray();
        seen.Select(one => $"{one!["id"]} {one["how"]}").ShouldBe(["memory-b removed", "memory-a changed"]);
        double Upgrade(JsonNode? verdict) => (double)verdict!["upgrade"]!["value"]!;
        var (_, full, _) = await bench.GetAsync($"/api/units/{id}/verdict");
        var (_, cheap, _) = await bench.GetAsync($"/api/units/{variant}/verdict");
        Upgrade(full).ShouldBe(70.162431, 5e-7, "the first one is what it was");
        Upgrade(cheap).ShouldBeLessThan(60);
        // A step logged for one is logged for both; a part that the line names is in both.
        var teardown = (string)unit["teardownId"]!;
        var (_, committed, _) = await bench.PostAsync($"/api/teardowns/{teardown}/line/commit", """{"line": "2 clips = camera clipped @ outside"}""", 1);
        ((string)committed!["made"]!).ShouldBe("take-the-camera-out");
        foreach (var one in new[] { id, variant })
            (await UnitAsync(one))["record"]!["parts"]!.AsArray().ShouldContain(part => (string)part!["id"]! == "camera");
        (await bench.PostAsync($"/api/teardowns/{teardown}/undo")).Status.ShouldBe(HttpStatusCode.OK);
        foreach (var one in new[] { id, variant })
            (await UnitAsync(one))["record"]!["parts"]!.AsArray().ShouldNotContain(part => (string)part!["id"]! == "camera");
    }

    [Theory]
    [InlineData("{}")]
    [InlineData("{\"modelCode\": \"\"}")]
    [InlineData("{\"modelCode\": \"a\\nb\"}")]
    [InlineData("{\"modelCode\": 3}")]
    public async Task A_variant_needs_a_code(string body)
    {
        var id = await bench.ImportAsync("3-modular");
        (await bench.PostAsync($"/api/units/{id}/variants", body)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await UnitAsync(id))["variants"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task Twins_on_the_shelf_are_told_with_the_reason_and_variants_are_none()
    {
        var id = await bench.ImportAsync("5-corners");
        var machine = (await UnitAsync(id))["record"]!["unit"]!;
        var code = (string)machine["modelCode"]!;
        async Task<string[]> TwinsAsync(string maker, string model, string asked, string except = "") =>
            [.. (await bench.GetAsync($"/api/twins?maker={maker}&model={model}&code={Uri.EscapeDataString(asked)}{except}")).Body!.AsArray()
                .Where(twin => (string)twin!["modelCode"]! == code).Select(twin => (string)twin!["kind"]!)];
        (await TwinsAsync("x", "y", code)).ShouldBe(["sameCode"]);
        (await TwinsAsync("x", "y", code, $"&except={id}")).ShouldBeEmpty();
        (await TwinsAsync((string)machine["maker"]!, Uri.EscapeDataString((string)machine["model"]!), "other")).ShouldBe(["sameName"]);
        var (_, made, _) = await bench.PostAsync($"/api/units/{id}/variants", $$"""{"modelCode": "{{code}}-9"}""");
        (await TwinsAsync("x", "y", $"{code}-9", $"&except={(string)made!["id"]!}")).ShouldBeEmpty("a variant is known to be alike");
    }

    [Fact]
    public async Task A_loan_that_runs_is_on_the_shelf_and_one_that_is_over_is_not()
    {
        var id = await bench.ImportAsync("2-sealed-and-unsure");
        async Task<JsonNode> ShelvedAsync() => (await bench.GetAsync("/api/shelf")).Body!["units"]!.AsArray().Single(unit => (string)unit!["id"]! == id)!;
        async Task<(HttpStatusCode Status, JsonNode? Body)> LendAsync(string loan, long revision)
        {
            var machine = (await UnitAsync(id))["record"]!["unit"]!.DeepClone();
            machine["loan"] = JsonNode.Parse(loan);
            var (status, body, _) = await Bench.SendAsync(bench.Window, HttpMethod.Put, $"/api/units/{id}/heading", new JsonObject { ["unit"] = machine }.ToJsonString(), revision);
            return (status, body);
        }
        (await LendAsync("""{"owner": "press desk", "due": "2026-12-01"}""", 1)).Status.ShouldBe(HttpStatusCode.OK);
        ((string)(await ShelvedAsync())["loanDue"]!).ShouldBe("2026-12-01");
        var (status, problem) = await LendAsync("""{"owner": "press desk", "arrived": "2026-11-02", "returned": "2026-11-01"}""", 2);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        Bench.Places(problem).ShouldBe(["unit.loan.returned"]);
        (await LendAsync("""{"owner": "press desk", "due": "1 December"}""", 2)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await LendAsync("""{"owner": "press desk", "due": "2026-12-01", "returned": "2026-11-20"}""", 2)).Status.ShouldBe(HttpStatusCode.OK);
        var back = await ShelvedAsync();
        back["loanDue"].ShouldBeNull();
        ((bool)back["onLoan"]!).ShouldBeFalse();
    }
}
