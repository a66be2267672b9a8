using System.Net;
using System.Text.Json.Nodes;
using WideLever.Core.Planning;
using WideLever.Interchange;
using WideLever.Web.Commands;

namespace WideLever.Web.Tests;

/// <summary>Plans and their sheets, over the real server.</summary>
public sealed class PlanEndpointsTests(Bench bench) : IClassFixture<Bench>
{
    [Fact]
    public async Task A_plan_tells_steps_in_words_there_and_back_and_power_goes_on_before_the_cover()
    {
        var id = await bench.ImportAsync("1-two-routes");
        var answer = (await bench.GetAsync($"/api/units/{id}/plan?for=battery,fan")).Body!;
        var plan = answer["plan"]!;
        plan["words"]!["in"]!.AsArray().Select(step => (string)step!["stepId"]!).ShouldBe(["cover", "power", "battery", "fan"]);
        plan["words"]!["back"]!.AsArray().Select(step => (string)step!["stepId"]!).ShouldBe(["fan", "battery", "power", "cover"]);
        plan["words"]!["in"]![1]!["lines"]!.AsArray().Count.ShouldBe(plan["words"]!["back"]![2]!["lines"]!.AsArray().Count);
        ((double)plan["saved"]!).ShouldBe((double)plan["apart"]! - (double)plan["effort"]!["value"]!, 1e-6);
        plan["words"]!["cautions"]!.AsArray().ShouldNotBeEmpty();
        plan["words"]!["in"]!.AsArray().SelectMany(step => step!["cautions"]!.AsArray()).Select(caution => (string)caution!["caution"]!).ShouldContain("lithium");
    }

    [Fact]
    public async Task What_cannot_be_planned_is_told_part_by_part_and_an_unknown_unit_is_not_found()
    {
        var id = await bench.ImportAsync("1-two-routes");
        var answer = (await bench.GetAsync($"/api/units/{id}/plan?for=battery,wing")).Body!;
        answer["plan"].ShouldBeNull();
        answer["troubles"]!.AsArray().Select(trouble => (string)trouble!["part"]!).ShouldBe(["wing"]);
        (await bench.GetAsync($"/api/units/{id}/plan")).Body!["troubles"]!.AsArray().Count.ShouldBe(1);
        (await bench.GetAsync("/api/units/none/plan?for=battery")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await bench.GetAsync($"/api/units/{id}/plan/sheet?for=wing")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await bench.GetAsync($"/api/units/{id}/plan/sheet?for=battery&format=pdf")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task An_upgrade_is_chosen_by_what_the_catalogue_lists_and_its_plan_and_sheet_say_what_to_buy()
    {
        await using var own = new Bench();
        await own.InitializeAsync();
        var id = await own.ImportAsync("1-two-routes");
        Task<JsonNode> AskAsync(string query) => UpgradeAsync(own, id, query);
        await using (var shop = await CatalogueCommand.StartAsync(0, CatalogueMode.Ok, default))
        {
            (await Bench.SendAsync(own.Window, HttpMethod.Put, "/api/settings/catalogue", $$"""{"address": "{{shop.Urls.First()}}"}""")).Status.ShouldBe(HttpStatusCode.OK);
            var answer = await AskAsync("kind=memory&goal=32&budget=100");
            ((string)answer["state"]!).ShouldBe("found");
            ((double)answer["has"]!).ShouldBe(8);
            var taken = answer["choices"]![(int)answer["take"]!]!;
            ((double)taken["cost"]!).ShouldBe(79);
            ((double)taken["capacity"]!).ShouldBe(40);
            ((string)taken["purchases"]![0]!["number"]!).ShouldBe("M5-32");
            ((string)(await AskAsync("kind=memory&goal=32&budget=50"))["said"]![0]!).ShouldBe("50 EUR is too little: the cheapest for 32 GB costs 79 EUR.");

            var place = (string)taken["purchases"]![0]!["place"]!;
            var plan = (await own.GetAsync($"/api/units/{id}/plan?for={place}&with={place}:M5-32")).Body!["plan"]!;
            ((string)plan["parts"]![0]!["module"]!["number"]!).ShouldBe("M5-32");
            (await own.Window.GetStringAsync($"/api/units/{id}/plan/sheet?format=markdown&for={place}&with={place}:M5-32")).ShouldContain(", 32 GB, 79 EUR, runs at DDR5");
            var refused = await own.GetAsync($"/api/units/{id}/plan?for={place}&with={place}:M5-33,wing:M5-32");
            refused.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            refused.Body!["faults"]!.AsArray().Select(fault => (string)fault!["message"]!).ShouldBe(["the catalogue does not list \"M5-33\"", "there is no part \"wing\""]);
        }

        // It is away: what it listed before stands with its day, and of what it never listed nothing is said.
        var kept = await AskAsync("kind=memory&goal=32&again=true");
        ((string)kept["trouble"]!).ShouldBe("The catalogue cannot be reached.");
        kept["take"].ShouldNotBeNull();
        var unknown = await AskAsync("kind=storage&goal=2000");
        unknown["choices"]!.AsArray().ShouldBeEmpty();
        unknown["said"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_question_that_makes_no_sense_is_told_by_what_and_where()
    {
        var id = await bench.ImportAsync("1-two-routes");
        var faulty = await bench.GetAsync($"/api/units/{id}/upgrade?kind=hinge&goal=-1&budget=NaN");
        faulty.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        faulty.Body!["faults"]!.AsArray().Select(fault => (string)fault!["at"]!).ShouldBe(["kind", "goal", "budget"]);
        var unread = await bench.GetAsync($"/api/units/{id}/upgrade?kind=memory&goal=much");
        unread.Status.ShouldBe(HttpStatusCode.BadRequest);
        ((string)unread.Body!["detail"]!).ShouldBe("goal: \"much\" is not what belongs there. Nothing was changed.");
        ((string)(await bench.GetAsync($"/api/units/{id}/upgrade")).Body!["detail"]!).ShouldBe("kind is missing. Nothing was changed.");
        (await bench.GetAsync("/api/units/none/upgrade?kind=memory")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Symptoms_lead_to_parts_and_the_list_is_the_houses_own()
    {
        var id = await bench.ImportAsync("1-two-routes");
        async Task<JsonArray> AskAsync() => (await bench.GetAsync($"/api/units/{id}/symptoms")).Body!.AsArray();
        var click = (await AskAsync()).Single(one => (string)one!["text"]! == "touchpad does not click")!;
        click["parts"]!.AsArray().Select(part => (string)part!["kind"]!).ShouldBe(["battery", "touchpad"]);
        ((string)click["parts"]![0]!["stop"]!).ShouldContain("do not press, pry, charge or puncture");

        async Task<JsonNode> PutAsync(string body, HttpStatusCode status)
        {
            var answer = await Bench.SendAsync(bench.Window, HttpMethod.Put, "/api/settings/symptoms", body);
            answer.Status.ShouldBe(status);
            return answer.Body!;
        }
        var shipped = (await bench.GetAsync("/api/settings/symptoms")).Body!;
        Symptoms.Faults(HouseLists.Symptoms.Symptoms).ShouldBeEmpty();
        await PutAsync("""{"symptoms": [{"text": "hums", "looks": [{"kind": "battery", "why": "its lead"}, {"kind": "fan", "why": "its bearing"}]}]}""", HttpStatusCode.OK);
        (await AskAsync()).Select(one => (string)one!["text"]!).ShouldBe(["hums"]);
        ((string)(await bench.GetAsync("/api/settings/symptoms")).Body!["symptoms"]![0]!["looks"]![0]!["kind"]!).ShouldBe("battery");
        ((string)(await PutAsync("""{"symptoms": [{"text": "", "looks": []}]}""", HttpStatusCode.UnprocessableEntity))["faults"]![1]!["at"]!).ShouldBe("symptoms[0].looks");
        await PutAsync("""{"symptoms": [{"text": "hums", "looks": [{"kind": "wing", "why": "w"}]}]}""", HttpStatusCode.UnprocessableEntity);
        await PutAsync("{}", HttpStatusCode.UnprocessableEntity);
        (await AskAsync()).Select(one => (string)one!["text"]!).ShouldBe(["hums"]);
        (await Bench.SendAsync(bench.Window, HttpMethod.Delete, "/api/settings/symptoms", null)).Status.ShouldBe(HttpStatusCode.OK);
        JsonNode.DeepEquals((await bench.GetAsync("/api/settings/symptoms")).Body, shipped).ShouldBeTrue();
    }

    [Fact]
    public async Task A_plan_has_its_cost_beside_the_machine_and_its_services_are_listed_by_kind()
    {
        var id = await bench.ImportAsync("1-two-routes");
        var cost = (await bench.GetAsync($"/api/units/{id}/plan/cost?for=battery,fan:clean&rate=60")).Body!;
        var plan = (await bench.GetAsync($"/api/units/{id}/plan?for=battery,fan:clean")).Body!["plan"]!;
        ((double)cost["time"]!).ShouldBe((double)plan["effort"]!["value"]! / 60, 1e-9);
        cost["units"]!.AsArray().Select(unit => (string)unit!["unit"]!).ShouldBe(["battery"]);
        ((double)cost["sum"]!).ShouldBe((double)cost["parts"]! + (double)cost["time"]! + (double)cost["risk"]!, 1e-9);
        ((string)plan["parts"]![1]!["service"]!).ShouldBe("clean");
        foreach (var wrong in new[] { "for=battery&rate=-1", "for=battery&rate=NaN", "for=wing&rate=60" })
            (await bench.GetAsync($"/api/units/{id}/plan/cost?{wrong}")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity, wrong);
        (await bench.GetAsync($"/api/units/{id}/plan/cost?for=battery")).Status.ShouldBe(HttpStatusCode.BadRequest);
        (await bench.GetAsync("/api/services")).Body!.AsArray().Single(one => (string)one!["kind"]! == "hinge")!["services"]!.ToJsonString().ShouldBe("""["tighten"]""");
    }

    [Fact]
    public async Task Years_are_lived_beside_another_machine_under_the_assumptions_of_the_house()
    {
        HouseLists.Failures.Faults().ShouldBeEmpty();
        var (id, other) = (await bench.ImportAsync("1-two-routes"), await bench.ImportAsync("3-modular"));
        var events = await bench.StreamAsync($"/api/units/{id}/ownership", $$"""{"years": 8, "lives": 5000, "rate": 60, "seed": 3, "beside": "{{other}}"}""");
        events.Count(one => one.Name == "progress").ShouldBeGreaterThan(1);
        var answer = events[^1].Data;
        answer["units"]!.AsArray().Select(unit => (string)unit!["id"]!).ShouldBe([id, other]);
        var years = answer["units"]![0]!["years"]!;
        ((double)years["money"]!["mean"]!).ShouldBeGreaterThan(0);
        ((double)answer["pair"]!["money"]!).ShouldBe((double)years["money"]!["mean"]! - (double)answer["units"]![1]!["years"]!["money"]!["mean"]!, 1e-6);
        // The same again, by itself.
        var alone = (await bench.StreamAsync($"/api/units/{id}/ownership", """{"years": 8, "lives": 5000, "rate": 60, "seed": 3}"""))[^1].Data;
        alone["pair"].ShouldBeNull();
        JsonNode.DeepEquals(alone["units"]![0], answer["units"]![0]).ShouldBeTrue();

        async Task<JsonNode> PutAsync(string body, HttpStatusCode status)
        {
            var put = await Bench.SendAsync(bench.Window, HttpMethod.Put, "/api/settings/failures", body);
            put.Status.ShouldBe(status);
            return put.Body!;
        }
        var shipped = (await bench.GetAsync("/api/settings/failures")).Body!;
        await PutAsync("""{"damageShare": 0, "assumptions": [{"kind": "battery", "everyYears": 4, "wear": 1}]}""", HttpStatusCode.OK);
        var own = (await bench.StreamAsync($"/api/units/{id}/ownership", """{"years": 8, "lives": 5000, "rate": 0, "seed": 3}"""))[^1].Data["units"]![0]!["years"]!;
        ((string)own["parts"]!.AsArray().ShouldHaveSingleItem()!["part"]!).ShouldBe("battery");
        ((double)own["untouched"]!).ShouldBe(Math.Exp(-2), 0.02);
        Bench.Places(await PutAsync("""{"damageShare": 2, "assumptions": [{"kind": "battery", "everyYears": 0, "wear": 1}]}""", HttpStatusCode.UnprocessableEntity)).ShouldBe(["damageShare", "assumptions[0].everyYears"]);
        await PutAsync("""{"damageShare": 0}""", HttpStatusCode.UnprocessableEntity);
        await PutAsync("""{"damageShare": 0, "assumptions": [{"kind": "wing", "everyYears": 4, "wear": 1}]}""", HttpStatusCode.UnprocessableEntity);
        ((int)(await bench.GetAsync("/api/settings/failures")).Body!["assumptions"]!.AsArray().Count).ShouldBe(1);
        (await Bench.SendAsync(bench.Window, HttpMethod.Delete, "/api/settings/failures", null)).Status.ShouldBe(HttpStatusCode.OK);
        JsonNode.DeepEquals((await bench.GetAsync("/api/settings/failures")).Body, shipped).ShouldBeTrue();

        foreach (var (body, at) in new[]
        {
            ("""{"years": 0, "lives": 5000, "rate": 60, "seed": 3}""", "years"), ("""{"years": 8, "lives": 5, "rate": 60, "seed": 3}""", "lives"),
            ("""{"years": 8, "lives": 5000, "rate": -1, "seed": 3}""", "rate"), ("""{"years": 8, "lives": 5000, "rate": 60, "seed": -3}""", "seed"),
            ($$"""{"years": 8, "lives": 5000, "rate": 60, "seed": 3, "beside": "{{id}}"}""", "beside"),
        })
        {
            var (status, problem, _) = await bench.PostAsync($"/api/units/{id}/ownership", body);
            (status, Bench.Places(problem).ShouldHaveSingleItem()).ShouldBe((HttpStatusCode.UnprocessableEntity, at));
        }
        (await bench.PostAsync($"/api/units/{id}/ownership", """{"years": 8, "lives": 5000, "rate": 60, "seed": 3, "beside": "none"}""")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    private static async Task<JsonNode> UpgradeAsync(Bench own, string id, string query) => (await own.GetAsync($"/api/units/{id}/upgrade?{query}")).Body!;
}
