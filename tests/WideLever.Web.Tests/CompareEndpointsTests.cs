using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using CsvHelper;
using MiniExcelLibs;

namespace WideLever.Web.Tests;

/// <summary>Fields, pairs, odds, schools and what is taken away, over the real server.</summary>
public sealed class CompareEndpointsTests(Bench bench) : IClassFixture<Bench>
{
    private async Task<string[]> FieldAsync()
    {
        var ids = new List<string>();
        foreach (var example in new[] { "1-two-routes", "2-sealed-and-unsure", "3-modular", "4-edges" })
            ids.Add(await bench.ImportAsync(example));
        return [.. ids];
    }

    private static string Body(IEnumerable<string?> units, params (string Name, JsonNode? Value)[] more)
    {
        var body = new JsonObject { ["units"] = new JsonArray([.. units.Select(unit => (JsonNode?)unit)]) };
        foreach (var (name, value) in more)
            body[name] = value;
        return body.ToJsonString();
    }

    [Fact]
    public async Task A_field_has_the_indices_of_its_verdicts_their_places_and_groups()
    {
        var ids = await FieldAsync();
        var (status, field, _) = await bench.PostAsync("/api/compare/field", Body(ids));
        status.ShouldBe(HttpStatusCode.OK);
        var units = field!["units"]!.AsArray();
        units.Select(unit => (string)unit!["id"]!).ShouldBe(ids);
        foreach (var unit in units)
        {
            var verdict = (await bench.GetAsync($"/api/units/{(string)unit!["id"]!}/verdict")).Body!;
            foreach (var index in new[] { "repair", "upgrade", "combined" })
                JsonNode.DeepEquals(unit[index]!["quantity"], verdict[index]).ShouldBeTrue();
            unit["repairKinds"]!.AsArray().Count.ShouldBe(verdict["kinds"]!.AsArray().Count(kind => kind!["repair"] is not null));
        }
        var lows = units.Select(unit => (double)unit!["repair"]!["quantity"]!["low"]!).ToList();
        units.Select(unit => (int)unit!["repair"]!["place"]!).ShouldBe(lows.Select(low => 1 + lows.Count(other => other > low)));
        units.ShouldAllBe(unit => (int)unit!["combined"]!["group"]! >= 0);
        ((string)field["rubricSha256"]!).Length.ShouldBe(64);
        (await bench.PostAsync("/api/compare/field", Body([]))).Body!["units"]!.AsArray().Count.ShouldBeGreaterThanOrEqualTo(4);
    }

    [Theory]
    [InlineData("odds", 0)]
    [InlineData("odds", 1)]
    [InlineData("schools", 1)]
    public async Task One_unit_or_none_is_too_few(string path, int count)
    {
        var ids = await FieldAsync();
        var (status, problem, _) = await bench.PostAsync($"/api/compare/{path}", Body(ids.Take(count), ("index", "repair")));
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        Bench.Places(problem).ShouldBe(["units"]);
    }

    [Fact]
    public async Task The_same_unit_twice_one_that_is_not_there_and_numbers_that_make_no_sense_are_refused_at_their_places()
    {
        var ids = await FieldAsync();
        async Task<string[]> RefusedAsync(string path, string body)
        {
            var (status, problem, _) = await bench.PostAsync($"/api/compare/{path}", body);
            status.ShouldBe(HttpStatusCode.UnprocessableEntity, body);
            return Bench.Places(problem);
        }
        (await RefusedAsync("odds", Body([ids[0], ids[0], "none"], ("draws", 1000)))).ShouldBe(["units[1]", "units[2]"]);
        (await RefusedAsync("odds", Body([ids[0], null, ids[1], null], ("draws", 1000)))).ShouldBe(["units[1]", "units[3]"]);
        (await RefusedAsync("field", Body([ids[0], ids[0]]))).ShouldBe(["units[1]"]);
        (await RefusedAsync("odds", Body(ids, ("draws", 0)))).ShouldBe(["draws"]);
        (await RefusedAsync("odds", Body(ids, ("draws", 1000), ("seed", -1)))).ShouldBe(["seed"]);
        (await RefusedAsync("odds", Body(ids, ("draws", 1000), ("index", "beauty")))).ShouldNotBeEmpty();
        (await RefusedAsync("weight", Body(ids, ("index", "combined"), ("kind", "battery"), ("weight", 3)))).ShouldBe(["index"]);
        (await RefusedAsync("weight", Body(ids, ("index", "repair"), ("kind", "graphics"), ("weight", 3)))).ShouldBe(["kind"]);
        (await RefusedAsync("weight", Body(ids, ("index", "repair"), ("kind", "battery"), ("weight", 100)))).ShouldBe(["weight"]);
        (await RefusedAsync("weight", Body(ids, ("index", "repair"), ("kind", "battery"), ("weight", -1)))).ShouldBe(["weight"]);
        (await bench.GetAsync($"/api/compare/pair?first={ids[0]}&second={ids[0]}")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await bench.GetAsync($"/api/compare/pair?first={ids[0]}&second=none")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await bench.GetAsync($"/api/compare/takeaway.doc?unit={ids[0]}")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await bench.GetAsync($"/api/compare/takeaway.csv?unit={ids[0]}&unit={ids[0]}")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await bench.GetAsync("/api/compare/takeaway.csv?seed=1&draws=2000000000")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity, "too many for a file of the whole shelf");
        (await bench.GetAsync($"/api/compare/takeaway.csv?unit={ids[0]}&index=beauty")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await bench.GetAsync($"/api/compare/takeaway.csv?unit={ids[0]}&seed=1&draws=0")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Odds_come_as_a_stream_with_their_seed_and_more_draws_go_on_from_there()
    {
        var ids = await FieldAsync();
        async Task<JsonNode> OddsAsync(int draws, int seed = 3)
        {
            var events = await bench.StreamAsync("/api/compare/odds", Body(ids, ("index", "repair"), ("seed", seed), ("draws", draws)));
            events[0].Name.ShouldBe("progress");
            events[^1].Name.ShouldBe("result");
            return events[^1].Data;
        }
        var few = await OddsAsync(1000);
        ((int)few["draws"]!, (int)few["seed"]!, (bool)few["capped"]!).ShouldBe((1000, 3, false));
        few["units"]!.AsArray().ShouldAllBe(unit => Math.Abs(unit!["places"]!.AsArray().Sum(place => (int)place!["place"]! * (double)place["chance"]!) - (double)unit["mean"]!) < 1e-9);
        few["units"]!.AsArray().ShouldAllBe(unit => Math.Abs(unit!["places"]!.AsArray().Sum(place => (double)place!["chance"]!) - 1) < 1e-9);
        var more = await OddsAsync(4000);
        await OddsAsync(1000, 4);
        JsonNode.DeepEquals(await OddsAsync(4000), more).ShouldBeTrue("whether they were refined or drawn at once");
        // A draft without a single way in is drawn like any other.
        var draft = await bench.PostAsync("/api/units", """{"unit": {"maker": "Skerrow", "model": "Beck", "modelCode": "B1"}, "teardown": {"date": "2026-11-26", "bench": "Bench 1"}}""");
        draft.Status.ShouldBe(HttpStatusCode.Created);
        var events = await bench.StreamAsync("/api/compare/odds", Body([ids[0], (string)draft.Body!["id"]!], ("index", "combined"), ("draws", 400)));
        events[^1].Name.ShouldBe("result");
    }

    [Fact]
    public async Task A_billion_draws_are_capped_and_one_that_goes_away_while_they_run_stops_nothing_else()
    {
        var ids = await FieldAsync();
        using var stop = new CancellationTokenSource();
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/compare/odds")
        {
            Content = new StringContent(Body(ids, ("index", "repair"), ("seed", 5), ("draws", 1_000_000_000)), Encoding.UTF8, "application/json"),
        };
        using var answer = await bench.Window.SendAsync(request, HttpCompletionOption.ResponseHeadersRead, stop.Token);
        using var reader = new StreamReader(await answer.Content.ReadAsStreamAsync(stop.Token));
        var told = "";
        while (!told.Contains("data:", StringComparison.Ordinal))
            told = await reader.ReadLineAsync(stop.Token) ?? "";
        ((long)JsonNode.Parse(told["data:".Length..])!["of"]!).ShouldBe(1_000_000);
        // A unit of the field is taken off the shelf meanwhile.
        (await Bench.SendAsync(bench.Window, HttpMethod.Delete, $"/api/units/{ids[3]}")).Status.ShouldBe(HttpStatusCode.NoContent);
        await stop.CancelAsync();
        reader.Dispose();
        answer.Dispose();
        // Its turn is free again, for the field that is left.
        var events = await bench.StreamAsync("/api/compare/odds", Body(ids.Take(3), ("index", "repair"), ("draws", 200)));
        events[^1].Name.ShouldBe("result");
        (await bench.PostAsync("/api/compare/odds", Body(ids, ("index", "repair"), ("draws", 200)))).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_pair_has_its_flip_points_and_a_weight_on_the_other_side_of_one_turns_the_order()
    {
        var ids = await FieldAsync();
        foreach (var (one, other) in new[] { (0, 1), (0, 3), (1, 3) })
        {
            var (status, pair, _) = await bench.GetAsync($"/api/compare/pair?first={ids[one]}&second={ids[other]}");
            status.ShouldBe(HttpStatusCode.OK);
            foreach (var flip in pair!["repairFlips"]!.AsArray().Where(flip => flip!["at"] is not null))
            {
                async Task<bool> FirstLeadsAsync(double weight)
                {
                    var (tried, units, _) = await bench.PostAsync("/api/compare/weight", Body([ids[one], ids[other]], ("index", "repair"), ("kind", (string)flip!["kind"]!), ("weight", weight)));
                    tried.ShouldBe(HttpStatusCode.OK);
                    return (double)units![0]!["quantity"]!["value"]! > (double)units[1]!["quantity"]!["value"]!;
                }
                var at = (double)flip!["at"]!;
                (await FirstLeadsAsync(at * 0.999)).ShouldNotBe(await FirstLeadsAsync(at * 1.001));
            }
        }
    }

    [Fact]
    public async Task Every_school_has_a_column_and_the_one_in_use_the_places_of_the_field()
    {
        var ids = await FieldAsync();
        var events = await bench.StreamAsync("/api/compare/schools", Body(ids, ("index", "upgrade")));
        events[^1].Name.ShouldBe("result");
        var options = events[^1].Data["options"]!.AsArray();
        options.Count.ShouldBe(16);
        var field = (await bench.PostAsync("/api/compare/field", Body(ids))).Body!;
        foreach (var option in options.Where(option => (bool)option!["inUse"]!))
        {
            option!["quantities"]!.AsArray().Select(quantity => (double?)quantity!["value"]).ShouldBe(field["units"]!.AsArray().Select(unit => (double?)unit!["upgrade"]!["quantity"]!["value"]));
            option["places"]!.AsArray().Select(place => (int)place!).ShouldBe(field["units"]!.AsArray().Select(unit => (int)unit!["upgrade"]!["place"]!));
            option["placesByValue"]!.AsArray().Select(place => (int?)place).ShouldBe(field["units"]!.AsArray().Select(unit => (int?)unit!["upgrade"]!["placeByValue"]));
        }
    }

    [Fact]
    public async Task A_comparison_is_taken_away_as_json_csv_and_xlsx_with_the_same_numbers()
    {
        var ids = await FieldAsync();
        var query = $"{string.Join('&', ids.Select(id => $"unit={id}"))}&index=repair&seed=3&draws=1000";
        var json = (await bench.GetAsync($"/api/compare/takeaway.json?{query}")).Body!;
        ((string)json["format"]!, (int)json["odds"]!["draws"]!, (int)json["odds"]!["seed"]!).ShouldBe(("wide-lever/comparison", 1000, 3));
        var csv = await bench.Window.GetByteArrayAsync($"/api/compare/takeaway.csv?{query}");
        using var reader = new CsvReader(new StringReader(Encoding.UTF8.GetString(csv)), CultureInfo.InvariantCulture);
        var rows = reader.GetRecords<dynamic>().Cast<IDictionary<string, object>>().ToList();
        var sheet = MiniExcel.Query(new MemoryStream(await bench.Window.GetByteArrayAsync($"/api/compare/takeaway.xlsx?{query}")), useHeaderRow: true).Cast<IDictionary<string, object>>().ToList();
        (await bench.Window.GetStringAsync("/api/compare/takeaway.csv")).Split("\r\n").Length.ShouldBeGreaterThanOrEqualTo(6, "none named: the whole shelf");
        rows.Count.ShouldBe(4);
        sheet.Count.ShouldBe(4);
        for (var i = 0; i < 4; i++)
        {
            var unit = json["units"]![i]!;
            double Csv(string column) => double.Parse((string)rows[i][column], CultureInfo.InvariantCulture);
            foreach (var index in new[] { "repair", "upgrade", "combined" })
            {
                foreach (var (column, end) in new[] { ("", "value"), ("Low", "low"), ("High", "high"), ("Coverage", "coverage") })
                {
                    Csv(index + column).ShouldBe((double)unit[index]!["quantity"]![end]!);
                    Convert.ToDouble(sheet[i][index + column], CultureInfo.InvariantCulture).ShouldBe(Csv(index + column));
                }
            }
            Csv("mostLikelyPlace").ShouldBe((int)json["odds"]!["units"]![i]!["mostLikely"]!);
            ((string)rows[i]["rubricSha256"]).ShouldBe((string)json["rubricSha256"]!);
            ((string)rows[i]["recordSha256"]).ShouldBe((string)json["recordSha256"]![ids[i]]!);
            ((string)rows[i]["seed"]).ShouldBe("3");
        }
    }

    [Fact]
    public async Task A_name_that_a_spreadsheet_would_reckon_with_is_led_by_an_apostrophe()
    {
        var created = await bench.PostAsync("/api/units", """{"unit": {"maker": "=1+2", "model": "@Beck", "modelCode": "B9"}, "teardown": {"date": "2026-11-26", "bench": "Bench 1"}}""");
        var csv = await bench.Window.GetStringAsync($"/api/compare/takeaway.csv?unit={(string)created.Body!["id"]!}");
        csv.ShouldContain("'=1+2,'@Beck,B9");
    }

    [Fact]
    public async Task A_comparison_is_a_page_that_keeps_an_embargo_and_says_what_sets_machines_apart()
    {
        await using var own = new Bench();
        await own.InitializeAsync();
        var (first, second) = (await own.ImportAsync("3-modular"), await own.ImportAsync("1-two-routes"));
        var words = (await own.GetAsync($"/api/compare/words?reference={second}&unit={first}")).Body!.AsArray().ShouldHaveSingleItem()!;
        ((string)words["sentences"]![0]!).ShouldStartWith("In repair ");
        var page = await own.Window.GetStringAsync($"/api/compare/sheet?unit={second}&unit={first}&format=markdown");
        page.ShouldContain(((string)words["sentences"]![0]!).Replace("(", "(", StringComparison.Ordinal));
        page.ShouldContain("Results closer than 3 points are not told apart.");
        foreach (var wrong in new[] { $"unit={first}", $"unit={first}&unit={first}", $"unit={first}&unit=none", $"unit={first}&unit={second}&format=pdf" })
            (await own.GetAsync($"/api/compare/sheet?{wrong}")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity, wrong);

        var unit = (await own.GetAsync($"/api/units/{first}")).Body!;
        var machine = unit["record"]!["unit"]!.DeepClone();
        (machine["embargo"], machine["model"]) = ("2999-01-01", "<script>alert(1)</script>");
        var heading = new JsonObject { ["unit"] = machine, ["absent"] = unit["record"]!["absent"]?.DeepClone() ?? new JsonArray() };
        (await Bench.SendAsync(own.Window, HttpMethod.Put, $"/api/units/{first}/heading", heading.ToJsonString(), (long)unit["revision"]!)).Status.ShouldBe(HttpStatusCode.OK);
        var (status, problem, _) = await own.GetAsync($"/api/compare/sheet?unit={second}&unit={first}");
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        ((string)problem!["faults"]![0]!["message"]!).ShouldContain("is to be kept until 2999-01-01");
        var early = await own.Window.GetStringAsync($"/api/compare/sheet?unit={second}&unit={first}&despite=shown%20at%20a%20fair");
        early.ShouldContain("Published before the day until which it was to be kept: shown at a fair");
        early.ShouldNotContain("<script");
        // A name is encoded once, in the heading and in the page's title.
        early.ShouldContain("and &lt;script&gt;alert(1)&lt;/script&gt;</h1>");
        early.ShouldContain("and &lt;script&gt;alert(1)&lt;/script&gt;</title>");
    }
}
