using OpenQA.Selenium;

namespace WideLever.Browser.Tests;

/// <summary>A shelf with more units than an axis can name.</summary>
public sealed class CrowdTests(Bench bench) : IClassFixture<Bench>
{
    [Fact]
    public async Task Of_very_many_units_one_mark_is_moved_by_the_arrows_and_opens_its_unit()
    {
        await bench.FillAsync(190);
        using var window = bench.Open();
        window.WaitForText("205 units", ".screen-head");
        var marks = window.Driver.FindElements(By.CssSelector(".axis-mark"));
        // One stop for Tab on each axis, however many units there are.
        marks.Count.ShouldBe(2);
        window.Driver.ExecuteScript("arguments[0].focus()", marks[0]);
        string Told() => (string)window.Driver.ExecuteScript("return document.activeElement.getAttribute('aria-label') ?? ''")!;
        var first = Told();
        first.ShouldContain("repair");
        window.Keyed(Keys.ArrowRight);
        window.Until(() => Told() == first ? null : this, "the next unit to be told");
        window.Keyed(Keys.ArrowLeft);
        window.Until(() => Told() == first ? this : null, "the first unit to be told again");
        window.Keyed(Keys.End);
        window.Until(() => Told() == first ? null : this, "the last unit to be told");
        var last = Told();
        window.Keyed(Keys.Enter);
        window.Find(".summary");
        window.Text("h1").ShouldContain(last.Split(',')[0]);
        window.Complaints().ShouldBeEmpty();
    }
}
