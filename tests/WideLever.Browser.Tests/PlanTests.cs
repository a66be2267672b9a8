using System.Diagnostics;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using UglyToad.PdfPig;

namespace WideLever.Browser.Tests;

/// <summary>Plans as a reader asks for them: several parts in one opening, more memory for a budget, what a symptom comes from.</summary>
public sealed class PlanTests(Bench bench) : IClassFixture<Bench>
{
    private const string Unit = "/units/cr14-2a7";

    /// <summary>A4 and Letter, inches.</summary>
    private static readonly (double Width, double Height)[] papers = [(8.27, 11.69), (8.5, 11)];

    /// <summary>What is in view, printed.</summary>
    private static (int Pages, string Text) Printed(Window window, double width, double height)
    {
        var printed = (Dictionary<string, object?>)window.Driver.ExecuteCdpCommand("Page.printToPDF", new() { ["paperWidth"] = width, ["paperHeight"] = height })!;
        using var pdf = PdfDocument.Open(Convert.FromBase64String((string)printed["data"]!));
        return (pdf.NumberOfPages, string.Concat(pdf.GetPages().Select(page => page.Text)));
    }

    [Fact]
    public async Task The_verdict_sheet_prints_on_two_pages_at_most_with_its_text_in_it_and_is_accessible()
    {
        using var window = bench.Open();
        using var http = bench.Http();
        foreach (var unit in new[] { "cr14-2a7", "tt15-0", "oh11-r" })
        {
            var sheet = await http.GetStringAsync($"/api/units/{unit}/sheet", TestContext.Current.CancellationToken);
            window.Driver.SwitchTo().NewWindow(WindowType.Tab);
            window.Driver.Navigate().GoToUrl($"data:text/html;base64,{Convert.ToBase64String(System.Text.Encoding.UTF8.GetBytes(sheet))}");
            window.SeriousFindings().ShouldBeEmpty(unit);
            foreach (var (width, height) in papers)
            {
                var (pages, text) = Printed(window, width, height);
                pages.ShouldBeLessThanOrEqualTo(2, $"{unit} on {width} by {height}");
                foreach (var said in new[] { unit.ToUpperInvariant(), "What it takes", "What goes in", "Where points were lost", "Tools", "What this is and is not" })
                    text.Replace(" ", "", StringComparison.Ordinal).ShouldContain(said.Replace(" ", "", StringComparison.Ordinal));
            }
            window.Driver.Close();
            window.Driver.SwitchTo().Window(window.Driver.WindowHandles[0]);
        }
    }

    [Fact]
    public async Task Battery_and_fan_are_planned_together_printed_and_put_back_with_one_screw_missing()
    {
        using var window = bench.Open($"{Unit}/plan");
        window.WaitForText("What people come for");
        window.WaitForText("Replace the battery", ".plan-jobs");
        var field = window.Find("input#plan-parts");
        foreach (var part in new[] { "battery", "fan" })
        {
            field.SendKeys(part);
            window.WaitForText(part, ".ant-select-dropdown:not(.ant-select-dropdown-hidden)");
            field.SendKeys(Keys.Enter);
        }
        field.SendKeys(Keys.Escape);
        window.WaitForText("one opening saves", ".plan-sum");
        window.WaitForText("Lithium pack", ".plan-ways");
        var minutes = window.Text(".plan-sum b");

        // The sheet prints whole: every step, the wells and the way back, without a screen.
        var sheet = await bench.Http().GetStringAsync("/api/units/cr14-2a7/plan/sheet?for=battery,fan", TestContext.Current.CancellationToken);
        window.Driver.SwitchTo().NewWindow(WindowType.Tab);
        window.Driver.Navigate().GoToUrl($"data:text/html;base64,{Convert.ToBase64String(System.Text.Encoding.UTF8.GetBytes(sheet))}");
        window.SeriousFindings().ShouldBeEmpty();
        foreach (var (width, height) in papers)
        {
            var (pages, text) = Printed(window, width, height);
            pages.ShouldBeLessThanOrEqualTo(3);
            foreach (var said in new[] { minutes.Replace(" min", " minutes", StringComparison.Ordinal), "Lay out", "Buy", "BW-B56", "Undo 8 PH0 screws", "well 1", "8 PH0 screws M2 × 5 from well 1", "Caution" })
                text.Replace(" ", "", StringComparison.Ordinal).ShouldContain(said.Replace(" ", "", StringComparison.Ordinal));
        }
        window.Driver.Close();
        window.Driver.SwitchTo().Window(window.Driver.WindowHandles[0]);

        foreach (var step in window.Driver.FindElements(By.CssSelector("section[aria-label=Back] input[type=checkbox]")))
            step.Click();
        window.Type("Screws left in the tray", "1");
        window.WaitForText("One screw is left over", "section[aria-label=Back]");
        // What was ticked stands after a reload.
        window.Driver.Navigate().Refresh();
        window.WaitForText("One screw is left over", "section[aria-label=Back]");
        window.Type("Screws left in the tray", "0");
        window.WaitForGone("left over", "section[aria-label=Back]");
        window.Type("Screws that are missing", "1");
        window.WaitForText("One screw is missing: look for it in and under the machine before power", "section[aria-label=Back]");
        window.SeriousFindings().ShouldBeEmpty();

        // A fan that is cleaned is not bought.
        window.Go($"{Unit}/plan?for=battery");
        field = window.Find("input#plan-parts");
        field.SendKeys("fan: clean");
        window.WaitForText("fan: clean", ".ant-select-dropdown:not(.ant-select-dropdown-hidden)");
        field.SendKeys(Keys.Enter + Keys.Escape);
        window.WaitForText("Clean the fan: hold moving blades still", "section[aria-label=Do]");
        window.Text("section[aria-label=Buy]").ShouldNotContain("fan");
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public async Task From_8_to_32_at_a_budget_that_one_choice_meets_and_an_impossible_goal_is_explained()
    {
        using var catalogue = Process.Start(new ProcessStartInfo("dotnet", [Bench.App, "catalogue", "--port", "0"]) { RedirectStandardOutput = true })!;
        try
        {
            var address = (await catalogue.StandardOutput.ReadLineAsync(TestContext.Current.CancellationToken))!.Split(' ')[^1];
            using (var http = bench.Http())
                (await http.PutAsync("/api/settings/catalogue", new StringContent($$"""{"address": "{{address}}"}""", System.Text.Encoding.UTF8, "application/json"), TestContext.Current.CancellationToken)).EnsureSuccessStatusCode();
            using var window = bench.Open($"{Unit}/plan?view=upgrade");
            window.WaitForText("8 GB now");
            window.Type("Goal, GB", "32");
            window.Type("Budget, EUR", "85");
            window.WaitForText("by the rule", ".upgrade-choices");
            window.WaitForText("M5-32 for the empty memory place, 32 GB, 79 EUR, runs at DDR5", "section[aria-label='The choice']");
            window.WaitForText("different sizes", "section[aria-label='The choice']");
            window.SeriousFindings().ShouldBeEmpty();
            window.Press("The way there and back");
            window.WaitForText("M5-32 for the empty memory place", "section[aria-label=Buy]");
            window.Driver.Navigate().Back();
            window.Type("Budget, EUR", "40");
            window.WaitForText("40 EUR is too little: the cheapest for 32 GB costs 79 EUR.");
            window.Type("Goal, GB", "500");
            window.WaitForText("500 GB cannot be reached: the most is 96 GB");
            window.Type("Goal, GB", "4");
            window.WaitForText("It has 8 GB already: nothing has to be bought for 4 GB.");
            window.Complaints().ShouldBeEmpty();
        }
        finally
        {
            catalogue.Kill();
            await catalogue.WaitForExitAsync(TestContext.Current.CancellationToken);
        }
    }

    [Fact]
    public void A_symptom_stops_at_a_swollen_pack_before_anything_is_planned()
    {
        using var window = bench.Open($"{Unit}/plan?view=symptom");
        window.Choose("Symptom", "touchpad does not click");
        window.WaitForText("Swollen, hot or sweet-smelling: stop.", "section[aria-label='Where to look']");
        window.Driver.FindElements(By.LinkText("The way there and back")).ShouldBeEmpty();
        window.SeriousFindings().ShouldBeEmpty();
        window.Find("section[aria-label='Where to look'] label.ant-checkbox-wrapper").Click();
        window.Press("All of them in one opening");
        window.WaitForText("there and back", ".plan-sum");
        window.Driver.Url.ShouldEndWith("for=battery%2Ctouchpad");
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_symptom_noted_on_a_machine_leads_to_its_keyboard_and_that_is_laid_beside_the_top_case()
    {
        var record = await bench.RecordAsync("cr14-2a7");
        record["unit"]!["modelCode"] = "CR14-K";
        var parts = record["parts"]!.AsArray();
        var keyboard = parts.Single(part => (string)part!["id"]! == "keyboard")!;
        keyboard["within"] = "topcase";
        keyboard["advice"] = JsonNode.Parse("""[{"kind": "symptom", "text": "keys stick in the cold"}]""");
        parts.Add(JsonNode.Parse("""{"id": "topcase", "kind": "topCase", "mounting": "screwed", "spare": {"price": {"amount": 150, "currency": "EUR"}, "source": "maker"}}"""));
        // The top case comes out as the keyboard does, with a step of its own.
        var steps = record["steps"]!.AsArray();
        var step = steps.Single(one => one!["frees"]?.AsArray().Any(part => (string)part! == "keyboard") == true)!.DeepClone();
        (step["id"], step["title"], step["frees"]) = ("topcase", "Take the top case off", new JsonArray("topcase"));
        steps.Add(step);
        var unit = await bench.FreshAsync("CR14-K", record.ToJsonString());

        using var window = bench.Open($"/units/{unit}/plan?view=symptom");
        window.Choose("Symptom", "keys stick in the cold");
        window.WaitForText("noted on this machine", "section[aria-label='Where to look']");
        window.Press("The way there and back");
        window.WaitForText("The keyboard alone:", "section[aria-label='Repair or replace']");
        var cost = window.Text("section[aria-label='Repair or replace']");
        cost.ShouldContain("64 EUR, 3 % to damage something. With the top case, which it is within:");
        cost.ShouldContain("150 EUR, 3 % to damage something.");
        window.SeriousFindings().ShouldBeEmpty();
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public void A_list_of_symptoms_is_imported_by_file_and_taken_back_and_a_faulty_one_says_where()
    {
        using var window = bench.Open($"{Unit}/plan?view=symptom");
        var folder = bench.Folder("symptoms");
        void Import(string name, string text)
        {
            var path = Path.Combine(folder, name);
            File.WriteAllText(path, text);
            // The field is made anew for each file.
            window.Driver.FindElement(By.CssSelector("details.card input[type=file]")).SendKeys(path);
        }
        window.Find("details.card summary").Click();
        Import("own.json", """{"symptoms": [{"text": "hums at night", "looks": [{"kind": "fan", "why": "its bearing"}]}]}""");
        window.WaitForText("Another list is in use now.", "details.card");
        window.Choose("Symptom", "hums at night");
        window.WaitForText("its bearing", "section[aria-label='Where to look']");
        Import("faulty.json", """{"symptoms": [{"text": "", "looks": [{"kind": "fan", "why": "x"}]}]}""");
        window.WaitForText("must be 1 to 120 characters", ".problem");
        Import("none.json", "no list");
        window.WaitForText("none.json is not JSON", ".problem");
        window.SeriousFindings().ShouldBeEmpty();
        window.Press("Undo", "details.card");
        window.WaitForGone("Another list is in use now.", "details.card");
        window.Choose("Symptom", "fan is always loud");
        window.WaitForText("fan", "section[aria-label='Where to look']");
    }

    [Fact]
    public void Years_are_lived_beside_another_machine_and_what_is_assumed_is_changed_and_taken_back()
    {
        using var window = bench.Open($"{Unit}/plan?view=years");
        window.WaitForText("100,000 lives of 8 years, seed 1.");
        window.Choose("Beside", "Cairn");
        window.Press("Simulate");
        window.WaitForText("On the same draws Brackwater Corrie 14 costs less in", "section[aria-label='What the years take']");
        window.WaitForText("100,000 lives of 8 years, seed 1.");
        window.SeriousFindings().ShouldBeEmpty();
        // What is not in the record makes the sums at least, and is named.
        window.Text("section[aria-label='What the years take']").ShouldContain("Brackwater Corrie 14: at least, for no way to the hinge is known");
        window.Type("Years", "99");
        window.WaitForText("from before something above or below was changed");
        window.Press("Simulate");
        window.WaitForText("must be 1 to 30", ".problem");
        window.Type("Years", "8");
        window.Find("details.card summary").Click();
        window.Type("battery: fails, every, years", "3");
        window.SeriousFindings().ShouldBeEmpty();
        window.Press("Use these");
        window.WaitForText("Other assumptions are in use now.", "details.card");
        window.WaitForText("from before something above or below was changed");
        window.Press("Undo", "details.card");
        window.WaitForGone("Other assumptions are in use now.", "details.card");
        window.WaitForGone("from before", "section[aria-label='Years of ownership']");
    }
}
