using System.Globalization;
using System.Text;
using System.Xml.Linq;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;

namespace WideLever.Browser.Tests;

/// <summary>A field chosen, its odds, a weight dragged, and what is taken away.</summary>
public sealed class CompareTests(Bench bench, Browsers browsers) : IClassFixture<Bench>
{
    [Fact]
    public void Three_units_are_chosen_and_their_odds_run_stopped_and_run_again()
    {
        using var window = bench.Open("/compare");
        window.Find(".chooser summary").Click();
        window.Type("Find a unit for the field", "14");
        // One of the four was only opened and looked at: it has ranges and no figure, and takes part in the odds all the same.
        window.WaitForText("These 4", ".chooser");
        window.WaitForText("4 of 15 shown", "section[aria-label='Kind by kind']");
        window.Press("These 4");
        window.WaitForText("4 of 15 units under House rubric, revision 3", ".screen-head");
        window.Press("Odds", ".views");
        // A field as small as this is drawn as soon as it is looked at.
        window.WaitForText("2,000 draws, seed 1", "section[aria-label='Rank odds']");
        window.Type("Draws", "1000000");
        window.Press("Draw");
        window.Find("[aria-label='Draws made']");
        window.Press("Stop");
        window.Until(() => window.Driver.FindElements(By.CssSelector("[aria-label='Draws made']")).Count == 0 ? window : null, "an end of drawing");
        window.WaitForText("2,000 draws, seed 1", "section[aria-label='Rank odds']");
        window.Type("Draws", "4000");
        window.Press("Draw");
        window.WaitForText("4,000 draws, seed 1", "section[aria-label='Rank odds']");
        window.Driver.FindElements(By.CssSelector(".odds tbody th")).Select(row => row.Text).Take(4).Order().ShouldBe(["Corrie 14", "Drift 14", "Gill 14", "Sound 14"]);
        window.Press("Four times as many");
        window.WaitForText("16,000 draws, seed 1", "section[aria-label='Rank odds']");
        window.Driver.FindElements(By.CssSelector(".places-chart g .place-name")).Select(name => name.Text).Order().ShouldBe(["Corrie 14", "Drift 14", "Gill 14", "Sound 14, no figure yet"]);
        window.SeriousFindings().ShouldBeEmpty();
        window.Press("As a table", "section[aria-label='Chance of each place']");
        window.WaitForText("nine in ten", ".odds");
        window.SeriousFindings().ShouldBeEmpty();
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public void A_pair_is_told_apart_or_not_and_a_weight_is_dragged_until_they_swap()
    {
        using var window = bench.Open("/compare?view=pair&first=cr14-2a7&second=uv13-m");
        window.WaitForText("Corrie 14 is ahead", "section[aria-label=Indices]");
        window.Choose("Second unit", "Gill 14");
        window.WaitForText("not separable", "section[aria-label=Indices]");
        window.WaitForText("Corrie 14 would pass Gill 14 if the keyboard weighed more than 16.5 instead of 12", ".flips");
        string[] Order() => [.. window.Driver.FindElements(By.CssSelector(".dragged-order .of-pair")).Select(row => row.Text.Split(' ')[0])];
        window.Until(() => Order() is ["Gill", "Corrie"] ? window : null, "the order of the rubric");
        var handle = window.Find("[role=slider][aria-label='Weight of keyboard']");
        window.Driver.ExecuteScript("arguments[0].focus()", handle);
        // Nine halves to the right, to 16.5.
        for (var i = 0; i < 9; i++)
            new Actions(window.Driver).SendKeys(Keys.ArrowRight).Perform();
        window.WaitForText("weighs 16.5 of 100, 12 in the rubric", ".dragged");
        window.Until(() => Order() is ["Corrie", "Gill"] ? window : null, "the order turned");
        window.Choose("Second unit", "Cairn");
        window.WaitForText("different builds: they are judged on the kinds that both have", "section[aria-label=Indices]");
        window.Find(".way-in .second-unit");
        window.SeriousFindings().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_comparison_is_taken_away_and_its_csv_is_equal_to_the_screen()
    {
        using var window = bench.Open("/compare?units=cr14-2a7,sg14-b,tc-1");
        window.Find(".field-grid tbody tr:nth-child(3)");
        window.Choose("Order by", "Repair");
        window.WaitForText("Kind by kind, by Repair");
        using var http = new HttpClient();
        var csv = Encoding.UTF8.GetString(await http.GetByteArrayAsync(window.Named("CSV").GetAttribute("href")!, TestContext.Current.CancellationToken))
            .Split("\r\n", StringSplitOptions.RemoveEmptyEntries).Select(line => line.Split(',')).ToList();
        var columns = csv[0].ToList();
        csv.Count.ShouldBe(4);
        foreach (var row in csv.Skip(1))
        {
            string Cell(string column) => row[columns.IndexOf(column)];
            string Rounded(string column, string places) => double.Parse(Cell(column), CultureInfo.InvariantCulture).ToString(places, CultureInfo.InvariantCulture);
            var shown = window.Until(() => window.Driver.FindElements(By.CssSelector(".field-grid tbody tr")).FirstOrDefault(one => one.Text.Contains(Cell("modelCode"), StringComparison.Ordinal)), Cell("modelCode"));
            var (low, high) = (Rounded("repairLow", "F0"), Rounded("repairHigh", "F0"));
            shown.Text.ShouldContain(low == high ? Rounded("repair", "F0") : $"{Rounded("repair", "F0")} ({low}–{high})");
            var heads = window.Driver.FindElements(By.CssSelector(".field-grid thead th")).Select(head => head.Text).ToList();
            shown.FindElements(By.CssSelector("td, th"))[heads.IndexOf("drive")].Text.ShouldBe(Rounded("repair:storage", "F2"));
        }
        // Both axes are in the file, one under the other.
        var axes = XDocument.Parse(window.SavedDrawing("section[aria-label='Both indices']"));
        var texts = axes.Descendants().Where(element => element.Name.LocalName == "text").Select(text => text.Value).ToList();
        texts.ShouldContain("Repair");
        texts.ShouldContain("Upgrade");
        axes.Root!.Elements().Where(element => element.Name.LocalName == "svg").Select(chart => (double)chart.Attribute("y")!).Distinct().Count().ShouldBe(2);
        // The rim that keeps a label readable lies under its letters in the file as well.
        var rimmed = axes.Descendants().Where(element => element.Name.LocalName == "text" && (string?)element.Attribute("stroke-width") == "4px").ToList();
        rimmed.ShouldNotBeEmpty();
        rimmed.ShouldAllBe(text => ((string?)text.Attribute("paint-order") ?? "").StartsWith("stroke", StringComparison.Ordinal));
        // Differences from a unit of one's choice.
        window.Choose("Differences from", "Gill 14");
        window.Until(() => window.Driver.FindElements(By.CssSelector(".field-grid .apart")).FirstOrDefault(), "a difference");
        window.Press("As a table", "section[aria-label='Value for the price']");
        window.WaitForText("best at or below its price", "section[aria-label='Value for the price']");
    }

    [Fact]
    public void Places_under_every_school_are_laid_side_by_side()
    {
        using var window = bench.Open("/compare?view=schools");
        window.WaitForText("Battery off before inside work", ".schools");
        window.Driver.FindElements(By.CssSelector(".schools tbody tr")).Count.ShouldBe(15);
        window.Driver.FindElements(By.CssSelector(".schools tbody .moved")).ShouldNotBeEmpty();
        window.SeriousFindings().ShouldBeEmpty();
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public async Task Two_machines_are_compared_in_words_and_published_as_one_page()
    {
        using var window = bench.Open("/compare?units=cr14-2a7,sf16-k");
        window.Choose("Differences from", "Corrie 14");
        window.WaitForText("In repair Fell 16 is ahead of Corrie 14: 90 against 70 (64 to 73). Fell 16 is better in ports board", ".in-words");
        window.SeriousFindings().ShouldBeEmpty();
        using var http = bench.Http();
        var page = await http.GetStringAsync(window.Named("Page for readers").GetAttribute("href")!, TestContext.Current.CancellationToken);
        window.Driver.SwitchTo().NewWindow(WindowType.Tab);
        window.Driver.Navigate().GoToUrl($"data:text/html;base64,{Convert.ToBase64String(Encoding.UTF8.GetBytes(page))}");
        window.WaitForText("Fell 16 beside Corrie 14");
        window.SeriousFindings().ShouldBeEmpty();
        window.Driver.Close();
        window.Driver.SwitchTo().Window(window.Driver.WindowHandles[0]);
        window.Complaints().ShouldBeEmpty();
    }

    /// <summary>A field of a thousand: how long it takes to be there and to follow a key. Run it with <c>-explicit only</c>; its times are figures, not checks.</summary>
    [Fact(Explicit = true)]
    public async Task A_field_of_1000_units_is_laid_out_as_far_as_it_is_in_view()
    {
        // Measured is the built program.
        await using var apart = new BenchApart(browsers);
        await apart.InitializeAsync();
        await apart.FillAsync(985);
        using var window = apart.Open("/compare");
        window.WaitForText("1000 of 1000 units", ".screen-head");
        var watch = System.Diagnostics.Stopwatch.StartNew();
        window.Go("/compare");
        window.Find(".field-grid tbody tr:nth-child(3)");
        var ready = watch.ElapsedMilliseconds;
        var nodes = Convert.ToInt32(window.Driver.ExecuteScript("return document.querySelectorAll('*').length"), CultureInfo.InvariantCulture);
        nodes.ShouldBeLessThan(3_000);
        window.Find(".chooser summary").Click();
        window.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        var times = (string)window.Driver.ExecuteAsyncScript(
            """
            const done = arguments[0];
            const input = document.querySelector('[aria-label="Find a unit for the field"]');
            const write = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
            const shown = () => Number(/: (\d+) of/.exec(document.querySelector('section[aria-label="Kind by kind"] h2').textContent)?.[1] ?? 1000);
            (async () => {
              const times = [];
              for (const [text, count] of [['GRID-1', 111], ['', 1000], ['GRID-28', 11], ['', 1000], ['GRID-2', 111], ['GRID-20', 11], ['', 1000]]) {
                const from = performance.now();
                write.call(input, text);
                input.dispatchEvent(new Event('input', { bubbles: true }));
                while (shown() !== count) await new Promise(requestAnimationFrame);
                times.push((performance.now() - from).toFixed(0));
                await new Promise((go) => setTimeout(go, 300));
              }
              done(times.join(' '));
            })();
            """)!;
        TestContext.Current.SendDiagnosticMessage($"1,000 units: ready in {ready} ms with {nodes} nodes; ms to filter: {times}");
        times.Split(' ').Length.ShouldBe(7);
    }
}
