using System.Net;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace WideLever.Web.Tests;

/// <summary>The summary of a verdict and the sheet that leaves the bench, over the real server.</summary>
public sealed class SheetTests(Bench bench) : IClassFixture<Bench>
{
    private static readonly string[] Private = ["SECRET-OWNER", "SECRET-BENCH", "SECRET-NOTE", "SECRET-STATE", "SECRET-CODE-AT", "SECRET-SURPRISE"];

    /// <summary>A record of which every private fact can be told again, and of which texts try to be more than text.</summary>
    private static JsonNode Telling(string modelCode, string? embargo = null)
    {
        var record = JsonNode.Parse(Bench.Example("1-two-routes"))!;
        record["unit"]!["modelCode"] = modelCode;
        record["unit"]!["model"] = "<script>alert(1)</script>";
        record["unit"]!["codeFoundAt"] = "SECRET-CODE-AT";
        record["unit"]!["notes"] = "SECRET-NOTE";
        record["unit"]!["loan"] = new JsonObject { ["owner"] = "SECRET-OWNER", ["arrivalState"] = "SECRET-STATE" };
        record["unit"]!["advice"] = new JsonArray(new JsonObject { ["kind"] = "warning", ["text"] = "Mind the <b>hinge</b>" });
        if (embargo is not null)
            record["unit"]!["embargo"] = embargo;
        record["teardown"]!["bench"] = "SECRET-BENCH";
        record["steps"]![0]!["surprises"] = new JsonArray(new JsonObject { ["kind"] = "foundLate", ["text"] = "SECRET-SURPRISE" });
        return record;
    }

    private async Task<string> ShelvedAsync(JsonNode record)
    {
        var answer = await bench.PostAsync("/api/records", record.ToJsonString());
        ((int)answer.Status).ShouldBe(201, answer.Body?.ToJsonString());
        return (string)answer.Body!["id"]!;
    }

    private async Task<(HttpStatusCode Status, string Text)> TextAsync(string path)
    {
        using var answer = await bench.Window.GetAsync(path);
        return (answer.StatusCode, await answer.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task A_sheet_tells_the_result_and_nothing_that_stays_at_the_bench()
    {
        var id = await ShelvedAsync(Telling("SHEET-1"));
        var verdict = (await bench.GetAsync($"/api/units/{id}/verdict")).Body!;
        foreach (var format in new[] { "html", "markdown", "plate" })
        {
            var (status, text) = await TextAsync($"/api/units/{id}/sheet?format={format}");
            status.ShouldBe(HttpStatusCode.OK);
            foreach (var word in Private)
                text.ShouldNotContain(word);
            text.ShouldNotContain("<script");
            text.ShouldContain(Math.Round((double)verdict["repair"]!["value"]!, MidpointRounding.AwayFromZero).ToString(System.Globalization.CultureInfo.InvariantCulture));
        }
        var (_, html) = await TextAsync($"/api/units/{id}/sheet");
        html.ShouldContain("&lt;script&gt;alert(1)&lt;/script&gt;");
        html.ShouldContain("Warning: Mind the &lt;b&gt;hinge&lt;/b&gt;");
        html.ShouldContain("nobody has signed it");
        html.ShouldContain("default-src 'none'");
        Regex.Count(html, "https?://").ShouldBe(Regex.Count(html, "http://www.w3.org/2000/svg"), "nothing is fetched");
        (await TextAsync($"/api/units/{id}/sheet?format=pdf")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await TextAsync("/api/units/none/sheet")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Before_its_embargo_ends_a_sheet_is_refused_until_somebody_says_why()
    {
        var id = await ShelvedAsync(Telling("SHEET-2", "2099-01-01"));
        var (status, text) = await TextAsync($"/api/units/{id}/sheet");
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        text.ShouldContain("2099-01-01");
        (await TextAsync($"/api/units/{id}/sheet?despite=%20")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await TextAsync($"/api/units/{id}/sheet?despite=its%20maker%20agreed")).Text.ShouldContain("Published before the day until which it was to be kept: its maker agreed");
        (await TextAsync($"/api/units/{await ShelvedAsync(Telling("SHEET-3", "2020-01-01"))}/sheet")).Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task The_summary_says_the_same_as_the_reasons_and_where_the_unit_stands()
    {
        await using var alone = new Bench();
        await alone.InitializeAsync();
        var id = await alone.ImportAsync("1-two-routes");
        var first = (await alone.GetAsync($"/api/units/{id}/summary")).Body!;
        first["repair"]!["place"].ShouldBeNull();
        first["for"]!.AsArray().Count.ShouldBe(3, "a first machine has reasons");
        foreach (var other in new[] { "3-modular", "4-edges", "7-readings", "5-corners" })
            await alone.ImportAsync(other);
        var summary = (await alone.GetAsync($"/api/units/{id}/summary")).Body!;
        var reasons = (await alone.GetAsync($"/api/units/{id}/reasons")).Body!["found"]!.AsArray();
        summary["for"]!.AsArray().Select(reason => (string)reason!["text"]!).ShouldBe(reasons.Where(reason => (string)reason!["side"]! == "for").Take(3).Select(reason => (string)reason!["text"]!));
        if (summary["repair"]!["place"] is { } place)
            ((int)place!).ShouldBeInRange(1, (int)summary["repair"]!["of"]!);
        (await alone.GetAsync("/api/units/none/summary")).Status.ShouldBe(HttpStatusCode.NotFound);
    }
}
