using System.Net;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using SkiaSharp;

namespace WideLever.Web.Tests;

/// <summary>The summary of a verdict and the sheet that leaves the bench, over the real server.</summary>
public sealed class SheetTests(Bench bench) : IClassFixture<Bench>
{
    private static readonly string[] Private = ["SECRET-OWNER", "SECRET-BENCH", "SECRET-NOTE", "SECRET-STATE", "SECRET-CODE-AT"];

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
        record["steps"]![0]!["surprises"] = new JsonArray(new JsonObject { ["kind"] = "foundLate", ["text"] = "a screw under the hinge cap" });
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
        html.ShouldContain("a screw under the hinge cap");
        html.ShouldContain("&lt;script&gt;alert(1)&lt;/script&gt;");
        html.ShouldContain("Warning: Mind the &lt;b&gt;hinge&lt;/b&gt;");
        html.ShouldContain("nobody has signed it");
        html.ShouldContain("six-lobe T5", customMessage: "drives go by their standard terms");
        html.ShouldContain("default-src 'none'");
        Regex.Count(html, "https?://").ShouldBe(Regex.Count(html, "http://www.w3.org/2000/svg"), "nothing is fetched");
        (await TextAsync($"/api/units/{id}/sheet?format=pdf")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await TextAsync("/api/units/none/sheet")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Photos_that_were_chosen_travel_with_the_sheet_and_a_label_stays_at_the_bench()
    {
        var id = await ShelvedAsync(Telling("SHEET-4"));
        async Task PhotoAsync(int width, string query)
        {
            var teardown = (await bench.GetAsync($"/api/units/{id}")).Body!;
            using var bitmap = new SKBitmap(width, 1500);
            bitmap.Erase(SKColors.SteelBlue);
            using var data = bitmap.Encode(SKEncodedImageFormat.Png, 90);
            using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/teardowns/{(string)teardown["teardownId"]!}/photos?{query}") { Content = new ByteArrayContent(data.ToArray()) };
            request.Headers.IfMatch.Add(new($"\"{(long)teardown["teardownRevision"]!}\""));
            using var answer = await bench.Window.SendAsync(request);
            answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        }
        await PhotoAsync(2000, "step=cover");
        await PhotoAsync(2001, "label=true");
        var (_, without) = await TextAsync($"/api/units/{id}/sheet");
        without.ShouldNotContain("<img");
        without.ShouldContain("url(data:font/woff2;base64,d09GMg", customMessage: "the face travels along");
        var (_, html) = await TextAsync($"/api/units/{id}/sheet?photos=photo-1");
        var picture = Regex.Match(html, "<figure><img src=\"data:image/jpeg;base64,([^\"]+)\" alt=\"([^\"]*)\">");
        picture.Success.ShouldBeTrue();
        using var shown = SKBitmap.Decode(Convert.FromBase64String(picture.Groups[1].Value));
        (shown.Width, shown.Height).ShouldBe((960, 720));
        var title = (string)(await bench.GetAsync($"/api/units/{id}")).Body!["record"]!["steps"]!.AsArray().Single(step => (string)step!["id"]! == "cover")!["title"]!;
        picture.Groups[2].Value.ShouldBe(WebUtility.HtmlEncode(title));
        (await TextAsync($"/api/units/{id}/sheet?photos=photo-1&format=markdown")).Text.ShouldContain($"## Photos\n\n- {title}\n\n");
        foreach (var (photos, said) in new[] { ("photo-2", "it stays at the bench"), ("photo-9", "there is no photo"), ("a,b,c,d,e,f,g", "6 photos at most") })
        {
            var (status, text) = await TextAsync($"/api/units/{id}/sheet?photos={photos}");
            status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            text.ShouldContain(said);
        }
        // A picture that was damaged or lost on the disk is named, and none is made up.
        var sha = (string)(await bench.GetAsync($"/api/units/{id}")).Body!["record"]!["photos"]![0]!["sha256"]!;
        var file = Directory.EnumerateFiles(Path.Combine(bench.Path, "photos"), sha, SearchOption.AllDirectories).Single();
        await File.WriteAllTextAsync(file, "no picture", TestContext.Current.CancellationToken);
        (await TextAsync($"/api/units/{id}/sheet?photos=photo-1")).ShouldSatisfyAllConditions(answer => answer.Status.ShouldBe(HttpStatusCode.UnprocessableEntity), answer => answer.Text.ShouldContain("the picture of photo-1 is damaged in the data folder"));
        File.Delete(file);
        (await TextAsync($"/api/units/{id}/sheet?photos=photo-1")).Text.ShouldContain("the picture of photo-1 is missing from the data folder");
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
