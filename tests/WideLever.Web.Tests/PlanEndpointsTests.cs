using System.Net;

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
        plan["steps"]!.AsArray().Select(step => (string)step!["id"]!).ShouldBe(["cover", "power", "battery", "fan"]);
        plan["back"]!.AsArray().Select(step => (string)step!).ShouldBe(["fan", "battery", "power", "cover"]);
        plan["steps"]![1]!["out"]!.AsArray().Count.ShouldBe(plan["steps"]![1]!["back"]!.AsArray().Count);
        ((double)plan["saved"]!).ShouldBe((double)plan["apart"]! - (double)plan["effort"]!["value"]!, 1e-6);
        plan["cautions"]!.AsArray().ShouldNotBeEmpty();
        plan["steps"]!.AsArray().SelectMany(step => step!["cautions"]!.AsArray()).Select(caution => (string)caution!["caution"]!).ShouldContain("lithium");
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
}
