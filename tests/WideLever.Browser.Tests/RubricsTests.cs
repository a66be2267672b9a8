using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace WideLever.Browser.Tests;

/// <summary>The rules: tried on the whole shelf before they are kept.</summary>
public sealed class RubricsTests(Bench bench) : IClassFixture<Bench>
{
    private static string[] Order(Window window)
    {
        window.Go("/");
        window.Find("tbody tr");
        return [.. window.Driver.FindElements(By.CssSelector(".units tbody tr")).Select(row => row.FindElement(By.CssSelector(".code")).Text)];
    }

    [Fact]
    public void A_school_is_switched_after_a_look_at_what_it_does_and_the_shelf_is_in_another_order()
    {
        using var window = bench.Open();
        var before = Order(window);
        before.Length.ShouldBe(15);
        window.Go("/rubrics");
        window.Press("Schools and limits");
        window.Choose("Does swapping a whole assembly count as repair?", "not replaceable");
        window.WaitForText("units move", ".rubric-effect");
        window.WaitForText("as an assembly", ".differences");
        window.SeriousFindings().ShouldBeEmpty();
        // What is being edited stays through a reload.
        window.Go("/rubrics");
        window.WaitForText("not replaceable", ".differences");
        window.WaitForText("units move", ".rubric-effect");
        window.Press("Which number moves whom");
        window.WaitForText("Schools: Does swapping", ".number-effect");
        Order(window).ShouldBe(before);
        window.Go("/rubrics");
        window.Type("Why it is changed", "an assembly is no repair");
        window.Press("Save and use");
        window.WaitForText("House rubric, revision 4, in use", ".screen-head");
        var after = Order(window);
        after.ShouldNotBe(before);
        after.Order().ShouldBe(before.Order());
        // Back to the house rubric.
        window.Go("/rubrics");
        window.Choose("Revision", "House rubric, revision 3");
        window.WaitForText("units move", ".rubric-effect");
        window.Press("Use this revision");
        window.WaitForText("House rubric, revision 3, in use", ".screen-head");
        Order(window).ShouldBe(before);
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public void Weights_keep_their_sum_and_a_fault_is_told_before_anything_is_kept()
    {
        using var window = bench.Open("/rubrics");
        // The tabs by their arrows: the one in view has the focus, and is the one stop of them for Tab.
        window.Find("[role=tab][aria-selected=true]").SendKeys(Keys.ArrowRight);
        window.Until(() => window.Driver.SwitchTo().ActiveElement().Text == "Value functions" ? this : null, "the next tab to have the focus");
        window.Find("[role=tab][aria-selected=true]").SendKeys(Keys.Home);
        window.WaitForText("Weights of the kinds in R", "main");
        // A border that is dragged over many places, and held still in between, is one change, and one undo takes it back.
        var bar = window.Find("section[aria-label='Weights of the kinds in Repair'] .weight-bar");
        new Actions(window.Driver).MoveToElement(bar, (int)((0.18 - 0.5) * bar.Size.Width), 0).ClickAndHold().MoveByOffset(9, 0).Pause(TimeSpan.FromMilliseconds(600)).MoveByOffset(9, 0).MoveByOffset(9, 0).Release().Perform();
        window.WaitForText("battery 18 → 22", ".differences");
        object Place() => window.Driver.ExecuteScript("return [...document.querySelectorAll('.rubric-side .form-end button')].map((one) => `${one.offsetTop} ${one.offsetLeft}`).join()")!;
        var place = Place();
        window.Press("Undo", ".rubric-side");
        window.WaitForText("Change a number to begin the next revision", ".rubric-side");
        window.Type("Weights of the kinds in Repair: battery", "46" + Keys.Enter);
        window.WaitForText("keyboard 12 → 7.9", ".differences");
        window.WaitForText("Keep the sum of 100", "section[aria-label='Weights of the kinds in Repair']");
        // However much is told of, what is to be pressed stays in its place.
        Place().ShouldBe(place);
        // Two numbers are two changes, however soon one follows the other.
        window.Type("Weights of the kinds in Repair: keyboard", "9" + Keys.Enter);
        window.Type("Weights of the kinds in Repair: fan", "20" + Keys.Enter);
        window.WaitForText("fan 7 → 20", ".differences");
        Place().ShouldBe(place);
        window.Press("Undo", ".rubric-side");
        window.WaitForText("keyboard 12 → 9", ".differences");
        window.Press("Undo", ".rubric-side");
        window.WaitForText("keyboard 12 → 7.9", ".differences");
        window.Press("Undo", ".rubric-side");
        window.WaitForText("Change a number to begin the next revision", ".rubric-side");
        window.Press("Value functions");
        window.Type("Reach: effort worth everything, and nothing: battery, full, s", "9000" + Keys.Enter);
        window.WaitForText("reach.battery", ".rubric-side .problem");
        window.Named("Save and use").Enabled.ShouldBeFalse();
        window.Press("Discard the changes");
        window.WaitForText("Change a number to begin the next revision", ".rubric-side");
    }

    [Fact]
    public void A_rubric_is_saved_as_a_file_and_brought_in_under_another_name()
    {
        using var window = bench.Open("/rubrics");
        window.Named("Save as a file").GetAttribute("href")!.ShouldContain("/api/rubrics/document?name=House%20rubric&revision=3");
        var file = Path.Combine(bench.Folder("rubric"), "coast.json");
        var house = File.ReadAllText(Path.Combine(Bench.Root, "rubrics", "house.json"));
        File.WriteAllText(file, house.Replace("\"House rubric\"", "\"Coast rubric\"", StringComparison.Ordinal).Replace("\"clipBurden\": 0.05", "\"clipBurden\": 0.2", StringComparison.Ordinal));
        window.Driver.FindElement(By.CssSelector("input[aria-label='Rubric file']")).SendKeys(file);
        window.WaitForText("Coast rubric, revision 3", ".screen-head");
        window.WaitForText("units move", ".rubric-effect");
        File.WriteAllText(file, house.Replace("\"version\": 1", "\"version\": 9", StringComparison.Ordinal));
        window.Driver.FindElement(By.CssSelector("input[aria-label='Rubric file']")).SendKeys(file);
        window.WaitForText("version", ".screen-head .problem");
        window.SeriousFindings().ShouldBeEmpty();
    }
}
