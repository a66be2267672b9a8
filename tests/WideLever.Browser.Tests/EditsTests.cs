using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace WideLever.Browser.Tests;

/// <summary>What is typed is never lost: not to another window, a reload, a key too many, nor to a program that went away.</summary>
public sealed class EditsTests(Bench bench, Browsers browsers) : IClassFixture<Bench>
{
    private async Task<string> FreshAsync(string code)
    {
        var record = JsonNode.Parse(await File.ReadAllTextAsync(Bench.Example("1-two-routes")))!;
        record["unit"]!["modelCode"] = code;
        using var client = new HttpClient { BaseAddress = bench.Address };
        client.DefaultRequestHeaders.Authorization = new("Bearer", bench.Token.Trim());
        using var answer = await client.PostAsync("/api/records", new StringContent(record.ToJsonString(), System.Text.Encoding.UTF8, "application/json"));
        return (string)JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["id"]!;
    }

    private static async Task<int> StepsAsync(Bench bench, string id) => (await UnitAsync(bench, id))["record"]!["steps"]!.AsArray().Count;

    private Task<JsonNode> UnitAsync(string id) => UnitAsync(bench, id);

    private static async Task<JsonNode> UnitAsync(Bench bench, string id)
    {
        using var client = new HttpClient { BaseAddress = bench.Address };
        return JsonNode.Parse(await client.GetStringAsync($"/api/units/{id}"))!;
    }

    private static string Value(Window window, string field) => window.Find($"input[aria-label='{field}']").GetAttribute("value") ?? "";

    [Fact]
    public void A_backup_is_made_at_one_press_and_can_be_taken_away()
    {
        using var window = bench.Open();
        window.Find("details.backups summary").Click();
        window.WaitForText("There is none yet", ".backups");
        window.Press("Back up now", ".backups");
        window.WaitForText("units and", ".backups [role=status]");
        window.Find(".backups a[download]").GetAttribute("href")!.ShouldContain("/api/backups/wide-lever-");
        window.Choose("Make a backup by itself", "every day");
        window.WaitForText("the last 7", ".backups");
        window.SeriousFindings().ShouldBeEmpty();
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public async Task What_another_window_saves_is_taken_into_a_form_and_only_what_both_changed_is_asked()
    {
        var id = await FreshAsync("EDIT-1");
        using var mine = bench.Open($"/units/{id}/intake");
        using var theirs = bench.Open($"/units/{id}/intake");
        mine.Type("Code found at", "under the battery");
        mine.Type("Year", "2025");
        theirs.Type("Model", "Renamed 14");
        theirs.Type("Year", "2024");
        theirs.Press("Save the machine");
        theirs.WaitForText("Saved.", "section[aria-label='The machine']");
        // Theirs is taken in by itself; mine stays; the year is asked for.
        mine.Until(() => Value(mine, "Model") == "Renamed 14" ? mine : null, "their model");
        Value(mine, "Code found at").ShouldBe("under the battery");
        Value(mine, "Year").ShouldBe("2025");
        mine.WaitForText("Changed here and in another window", "section[aria-label='The machine']");
        mine.SeriousFindings().ShouldBeEmpty();
        mine.Named("Save the machine").Enabled.ShouldBeFalse();
        mine.Press("Keep mine: Year");
        mine.Press("Save the machine");
        mine.WaitForText("Saved.", "section[aria-label='The machine']");
        var unit = (await UnitAsync(id))["record"]!["unit"]!;
        ((string)unit["model"]!, (string)unit["codeFoundAt"]!, (int)unit["year"]!).ShouldBe(("Renamed 14", "under the battery", 2025));
    }

    [Fact]
    public async Task A_half_filled_form_is_there_after_a_reload_and_can_be_put_away()
    {
        var id = await FreshAsync("EDIT-2");
        using var window = bench.Open($"/units/{id}/intake");
        window.Type("Code found at", "on the lid");
        window.Driver.Navigate().Refresh();
        window.WaitForText("What was typed here before is back", "section[aria-label='The machine']");
        Value(window, "Code found at").ShouldBe("on the lid");
        window.Press("Put it away", "section[aria-label='The machine']");
        window.Until(() => Value(window, "Code found at") != "on the lid" ? window : null, "the form as it is kept");
        window.Driver.Navigate().Refresh();
        window.Find("input[aria-label='Code found at']");
        window.Driver.FindElements(By.XPath("//*[contains(text(),'is back')]")).ShouldBeEmpty();
        // A part's form too, also when it is closed by a slip.
        window.Go($"/units/{id}/parts");
        window.Press("Change battery");
        window.Type("Spare number", "BAT-77");
        window.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Escape);
        window.WaitForGone("Save the part", "body");
        window.Press("Change battery");
        window.WaitForText("What was typed here before is back", ".ant-modal");
        Value(window, "Spare number").ShouldBe("BAT-77");
        window.Press("Save the part");
        window.WaitForGone("Save the part", "body");
        (await UnitAsync(id))["record"]!["parts"]!.AsArray().Single(part => (string)part!["id"]! == "battery")!["spare"]!["number"]!.GetValue<string>().ShouldBe("BAT-77");
    }

    [Fact]
    public async Task Two_quick_marks_are_both_kept()
    {
        var id = await FreshAsync("EDIT-3");
        using var window = bench.Open($"/units/{id}/parts");
        window.Find("[data-cell^='kind:']");
        var open = window.Driver.FindElements(By.CssSelector("[data-cell^='kind:'][data-cell$=' 0']")).Select(cell => cell.GetAttribute("data-cell")!.Split(' ')[0]["kind:".Length..]).ToList();
        var before = ((await UnitAsync(id))["record"]!["absent"]?.AsArray() ?? []).Select(kind => (string)kind!).ToHashSet();
        var first = Enumerable.Range(0, open.Count - 1).First(i => !before.Contains(open[i]) && !before.Contains(open[i + 1]));
        var marked = open.Skip(first).Take(2).ToList();
        var cell = window.Find($"[data-cell='kind:{marked[0]} 0']");
        window.Driver.ExecuteScript("arguments[0].scrollIntoView({block: 'center'})", cell);
        cell.Click();
        window.Driver.SwitchTo().ActiveElement().SendKeys($"a{Keys.ArrowDown}");
        window.Driver.SwitchTo().ActiveElement().SendKeys("a");
        var kept = new HashSet<string>();
        for (var tries = 0; tries < 100 && !marked.All(kept.Contains); tries++)
        {
            await Task.Delay(50, TestContext.Current.CancellationToken);
            kept = [.. ((await UnitAsync(id))["record"]!["absent"]?.AsArray() ?? []).Select(kind => (string)kind!)];
        }
        kept.ShouldBeSubsetOf(before.Union(marked));
        marked.ShouldBeSubsetOf(kept);
    }

    [Fact]
    public async Task A_half_typed_line_gives_way_to_a_key_too_many_and_comes_back()
    {
        var id = await FreshAsync("EDIT-4");
        using var window = bench.Open($"/units/{id}/bench");
        var count = await StepsAsync(bench, id);
        window.Steps(count);
        var line = window.Find("[data-line]");
        // Esc, and then Ctrl Z, which takes back no step.
        window.LineByKeys("3 ph0 m2x4, 2 cl");
        line.SendKeys(Keys.Escape);
        line.SendKeys(Keys.Escape);
        window.WaitForValue("");
        window.WaitForText("3 ph0 m2x4, 2 cl", ".line-mode code");
        window.SeriousFindings().ShouldBeEmpty();
        line.SendKeys(Keys.Control + "z");
        window.WaitForValue("3 ph0 m2x4, 2 cl");
        window.Titles().Count.ShouldBe(count);
        // Another step is changed in between, and the line is there again.
        window.Step("Take the battery out");
        window.Press("Change the line");
        window.Until(() => line.GetAttribute("value")!.Contains("battery", StringComparison.Ordinal) ? window : null, "the step's line");
        line.SendKeys($" {Keys.Enter}");
        window.WaitForValue("3 ph0 m2x4, 2 cl");
        // Rubbed out at once.
        line.SendKeys(Keys.Control + "a");
        line.SendKeys(Keys.Delete);
        line.SendKeys(Keys.Control + "z");
        window.WaitForValue("3 ph0 m2x4, 2 cl");
        window.Titles().Count.ShouldBe(count);
    }

    [Fact]
    public async Task What_is_typed_after_Enter_is_the_next_line()
    {
        var id = await FreshAsync("EDIT-5");
        using var window = bench.Open($"/units/{id}/bench");
        var count = await StepsAsync(bench, id);
        window.Find("[data-line]").SendKeys($"2 ph0 m2x4{Keys.Enter}3 ph0 m2x5{Keys.Enter}4 ph0 m2x6");
        window.WaitForValue("4 ph0 m2x6");
        window.Steps(count + 2);
        var lines = (await UnitAsync(id))["record"]!["steps"]!.AsArray().TakeLast(2).Select(step => (int)step!["actions"]![0]!["count"]!).ToList();
        lines.ShouldBe([2, 3]);
        // One that is refused keeps those behind it waiting, and they follow when it is mended.
        var line = window.Find("[data-line]");
        line.SendKeys(Keys.Control + "a");
        line.SendKeys($"5 ph0 m2x3 after 99{Keys.Enter}6 ph0 m2x3{Keys.Enter}");
        window.WaitForValue("5 ph0 m2x3 after 99");
        window.WaitForText("Not logged", ".line-mode");
        window.WaitForText("6 ph0 m2x3", ".line-mode code");
        line.SendKeys($"{Keys.Backspace}{Keys.Backspace}1{Keys.Enter}");
        window.Steps(count + 4);
        (await UnitAsync(id))["record"]!["steps"]!.AsArray().TakeLast(2).Select(step => (int)step!["actions"]![0]!["count"]!).ShouldBe([5, 6]);
        window.Driver.FindElements(By.CssSelector(".line-mode code")).ShouldBeEmpty();
    }

    [Fact]
    public Task A_program_that_went_away_is_said_once_and_nothing_typed_meanwhile_is_lost() => AwayAsync(TimeSpan.Zero);

    /// <summary>The same, away for half a minute in the middle of typing. Run by <c>soak</c>.</summary>
    [Fact(Explicit = true)]
    public Task Half_a_minute_without_the_program_loses_nothing_that_is_typed() => AwayAsync(TimeSpan.FromSeconds(30));

    private async Task AwayAsync(TimeSpan away)
    {
        var own = new BenchApart(browsers);
        await own.InitializeAsync();
        try
        {
            using var window = own.Open("/units/cr14-2a7/bench");
            var count = await StepsAsync(own, "cr14-2a7");
            window.Line("2 ph0 m2x4, 3 cl");
            await own.KillAsync();
            window.Find("[data-line]").SendKeys("ips");
            window.WaitForText("The program does not answer", ".away-band");
            window.SeriousFindings().ShouldBeEmpty();
            window.Find("[data-line]").SendKeys(Keys.Enter);
            window.WaitForText("not known whether this was done", ".problem");
            window.WaitForValue("2 ph0 m2x4, 3 clips");
            await Task.Delay(away / 2, TestContext.Current.CancellationToken);
            window.Line(", paste");
            await Task.Delay(away / 2, TestContext.Current.CancellationToken);
            window.Driver.FindElements(By.CssSelector(".away-band")).Count.ShouldBe(1);
            await own.StartAgainAsync();
            window.WaitForGone("The program does not answer", "body");
            window.WaitForValue("2 ph0 m2x4, 3 clips, paste");
            window.Line("⏎");
            window.Steps(count + 1);
            // A screen that is fetched while the program is away says so in its own place, and is there when it is asked for again.
            await own.KillAsync();
            window.Press("Rubrics", "nav");
            window.WaitForText("This screen could not be drawn", "main");
            window.Find("nav");
            await own.StartAgainAsync();
            window.WaitForGone("The program does not answer", "body");
            window.Press("Draw it anew");
            window.WaitForText("Weights of the kinds in R", "main");
        }
        finally
        {
            await own.DisposeAsync();
        }
    }

    [Fact]
    public void A_new_unit_tells_its_faults_at_their_fields_and_keeps_what_is_typed_and_the_bench()
    {
        using var window = bench.Open();
        window.Press("New unit");
        window.Type("Model", "Quay 14");
        window.Press("Begin", ".ant-modal");
        window.WaitForText("Maker must not be empty", ".field-fault");
        window.Driver.SwitchTo().ActiveElement().GetAttribute("aria-label").ShouldBe("Maker");
        // Each fault is told once: beside its field.
        window.WaitForText("Nothing was changed", ".ant-modal .problem");
        window.Text(".ant-modal").Split("must not be empty").Length.ShouldBe(1 + window.Driver.FindElements(By.CssSelector(".ant-modal .field-fault")).Count);
        window.SeriousFindings().ShouldBeEmpty();
        // The address opens the dialog again.
        window.Driver.Navigate().Refresh();
        window.WaitForText("What was typed here before is back", ".ant-modal");
        Value(window, "Model").ShouldBe("Quay 14");
        window.Type("Maker", "Skerrow");
        window.Type("Model code", "SQ14");
        window.Type("Bench", "Bench 4");
        window.Press("Begin", ".ant-modal");
        window.Find("[data-line]");
        // The first line can be typed at once.
        window.Until(() => window.Driver.SwitchTo().ActiveElement().GetAttribute("data-line") is not null ? window : null, "the focus in the line");
        window.Go("/");
        window.Press("New unit");
        window.Find(".ant-modal");
        (Value(window, "Bench"), Value(window, "Model")).ShouldBe(("Bench 4", ""));
    }

    [Fact]
    public void An_address_that_means_nothing_still_draws_its_screen_and_every_page_has_a_title()
    {
        using var window = bench.Open("/units/cr14-2a7/parts#%");
        window.Find(".parts-grid");
        window.Driver.Title.ShouldBe("Parts · CR14-2A7 · Wide Lever");
        window.Go("/units/cr14-2a7/bench#%");
        window.Find("[data-line]");
        window.Until(() => window.Driver.Title == "Bench · CR14-2A7 · Wide Lever" ? window : null, "the title");
        window.Go("/");
        window.Until(() => window.Driver.Title == "Shelf · Wide Lever" ? window : null, "the title");
    }
}
