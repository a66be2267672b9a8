using System.Xml.Linq;
using OpenQA.Selenium;

namespace WideLever.Browser.Tests;

/// <summary>From an index to the screw, what would change it, and what would narrow it.</summary>
public sealed class VerdictTests(Bench bench) : IClassFixture<Bench>
{
    [Fact]
    public void From_an_index_down_to_the_very_screw_that_cost_most_and_back()
    {
        using var window = bench.Open("/units/cr14-2a7/verdict?view=ledger");
        window.WaitForText("100 less", ".ledger");
        // The kinds stand dearest first; inside the first the part, inside it what was read from the way.
        window.Find(".ledger summary").Click();
        window.Find(".ledger details details summary").Click();
        var fasteners = window.Until(() => window.Driver.FindElements(By.CssSelector(".ledger details details details > summary")).FirstOrDefault(line => line.Text.StartsWith("Fasteners", StringComparison.Ordinal)), "fasteners");
        fasteners.Click();
        window.WaitForText("8 PH0 M2x5", ".ledger");
        window.SeriousFindings().ShouldBeEmpty();
        var dearest = window.Find(".ledger details details details > .ledger-lines > li");
        dearest.Text.ShouldContain("8 PH0 M2x5");
        dearest.FindElement(By.CssSelector("a")).Click();
        window.WaitForText("Open the base", ".logged.chosen");
        window.Driver.Navigate().Back();
        window.WaitForText("100 less", ".ledger");
        window.Choose("Ledger of", "Upgrade");
        window.WaitForText("Graphics", ".ledger");
        window.Find(".ledger summary").Click();
        window.WaitForText("Headroom", ".ledger");
    }

    [Fact]
    public void A_part_on_the_line_opens_its_way_and_what_another_would_cost_by_keys_alone()
    {
        using var window = bench.Open("/units/cr14-2a7/verdict?view=way-in");
        var first = window.Find(".way-mark[role=button][tabindex='0']");
        window.Driver.ExecuteScript("arguments[0].focus()", first);
        var at = window.Driver.SwitchTo().ActiveElement();
        for (var i = 0; i < 40 && !at.GetAttribute("aria-label")!.StartsWith("memory a", StringComparison.Ordinal); i++)
        {
            at.SendKeys(Keys.ArrowRight);
            at = window.Driver.SwitchTo().ActiveElement();
        }
        at.SendKeys(Keys.Enter);
        window.WaitForText("Take memory A out from above", ".ways");
        window.Text(".ways").ShouldContain("Second-best way: 12.3 min, 6.3 min more");
        window.Text(".ways").ShouldContain("Without charging for the battery: 2.1 min, 3.9 min less");
        window.Press("As a table");
        window.WaitForText("under the keyboard", ".chart-card table");
        window.Text(".chart-card table").ShouldContain("12.3 min");
    }

    [Fact]
    public void A_chart_is_saved_as_a_drawing_that_carries_its_fonts_and_text()
    {
        using var window = bench.Open("/units/cr14-2a7/verdict?view=way-in");
        window.Find(".way-in");
        var file = window.SavedDrawing();
        var svg = XDocument.Parse(file);
        var ns = svg.Root!.Name.Namespace;
        svg.Root.Name.LocalName.ShouldBe("svg");
        svg.Descendants(ns + "text").Select(text => text.Value).ShouldContain("display panel");
        svg.Descendants(ns + "style").Single().Value.ShouldContain("src:url(data:font/woff2;base64,");
        svg.Descendants(ns + "text").ShouldAllBe(text => text.Attribute("font-family")!.Value.Contains("Atkinson") && text.Attribute("fill")!.Value.StartsWith("rgb"));
        svg.Descendants().Attributes("class").ShouldBeEmpty();
        window.Complaints().ShouldBeEmpty();
        // Opened by itself it draws the same text in the same face.
        window.Driver.Navigate().GoToUrl($"data:image/svg+xml;base64,{Convert.ToBase64String(System.Text.Encoding.UTF8.GetBytes(file))}");
        var loaded = (bool)window.Driver.ExecuteAsyncScript("const done = arguments[0]; document.fonts.ready.then(() => done([...document.fonts].some((face) => face.status === 'loaded')))")!;
        loaded.ShouldBeTrue();
    }

    [Fact]
    public void Two_changes_are_applied_and_the_new_index_is_read_and_the_fewest_that_reach_a_figure_found()
    {
        using var window = bench.Open("/units/sg14-b/verdict?view=what-if");
        window.WaitForText("What could be changed");
        var before = window.Text(".before-after-index .index-figures");
        window.Find(".changes tbody tr:nth-child(1) label").Click();
        window.WaitForText("1 change chosen", ".what-if");
        window.Find(".changes tbody tr:nth-child(2) label").Click();
        window.WaitForText("2 changes chosen", ".what-if");
        window.WaitForText("→", ".before-after-index .index-figures");
        window.Text(".before-after-index .index-figures").ShouldStartWith(before);
        window.Find(".way-in .second-unit");
        // The ledger goes down to either index, in a row for each kind.
        var ends = window.Find(".ledger-chart").GetAttribute("aria-label")!.Split("down to ")[1].Split(", then ").Select(end => double.Parse(end, System.Globalization.CultureInfo.InvariantCulture)).ToArray();
        ends[0].ShouldBe(double.Parse(before.Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture), 0.51);
        ends[1].ShouldBeGreaterThan(ends[0]);
        window.Find(".ledger-cost.after");
        window.Press("Choose none");
        window.Press(window.Find("section[aria-label='Smallest set'] button").Text);
        window.WaitForText("Every set was tried", "section[aria-label='Smallest set']");
        window.Press("Choose these");
        window.WaitForText("chosen", ".what-if");
        window.WaitForText("→", ".before-after-index .index-figures");
        // What was chosen outlives the page as long as the tab is open, and nothing of it is in the record.
        window.Go("/units/sg14-b/verdict?view=what-if");
        window.WaitForText("→", ".before-after-index .index-figures");
        window.Press("Choose none");
        window.WaitForText("no change chosen", ".what-if");
        window.Text(".before-after-index .index-figures").ShouldBe(before);
    }

    [Fact]
    public void The_unknown_that_narrows_the_range_most_is_looked_up_and_the_range_is_narrower()
    {
        using var window = bench.Open("/units/uv13-m/verdict?view=doubt");
        double Width() => double.Parse(window.Text(".doubt-range > .second:last-child").Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture);
        var fact = window.Find(".doubt tbody tr a");
        var before = Width();
        fact.Text.ShouldBe("Hinge, not seen");
        fact.Click();
        window.Press("Mark hinge absent");
        window.Named("Hinge is not absent");
        window.Go("/units/uv13-m/verdict?view=doubt");
        window.Find(".doubt tbody tr");
        Width().ShouldBeLessThan(before - 1);
        window.Text(".doubt").ShouldNotContain("Hinge");
    }

    [Fact]
    public void Reasons_are_picked_edited_written_and_marked_stale()
    {
        using var window = bench.Open("/units/cr14-2a7/verdict?view=reasons");
        window.Press("Pick: The ports board is soldered, one piece with the main board.");
        window.WaitForText("Picked", "section[aria-label='Reasons found']");
        var text = window.Find("input[aria-label='Reason: The ports board is soldered, one piece with the main board.']");
        text.SendKeys(Keys.Control + "a");
        text.SendKeys("Two ports die with the board." + Keys.Enter);
        window.Find("input[aria-label='Reason: Two ports die with the board.']");
        window.Type("A reason of your own", "It feels solid.");
        window.Press("Add");
        window.Find("input[aria-label='Reason: It feels solid.']");
        window.Press("Up: It feels solid.");
        window.Until(() => window.Driver.FindElements(By.CssSelector(".reason-text input"))[0].GetAttribute("value") == "It feels solid." ? window : null, "the order");
        window.Go("/units/cr14-2a7/parts");
        window.Press("Change portsBoard");
        window.Choose("Mounting", "screwed");
        window.Press("Save the part");
        window.WaitForText("screwed", "table");
        window.Go("/units/cr14-2a7/verdict?view=reasons");
        window.WaitForText("Stale: its fact has changed since.", ".reason.stale");
        window.SeriousFindings().ShouldBeEmpty();
        window.Press("Take out: Two ports die with the board.");
        window.WaitForGone("Stale", "main");
        window.Press("Undo");
        window.WaitForText("Stale: its fact has changed since.", ".reason.stale");
    }
}
