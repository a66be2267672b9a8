using System.Text.Json.Nodes;
using Dapper;
using Microsoft.Data.Sqlite;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Browser.Tests;

public sealed class JourneysTests(Bench bench) : IClassFixture<Bench>
{
    [Fact]
    public async Task Notes_of_every_object_are_read_and_written_on_its_screen()
    {
        var record = await bench.RecordAsync("cr14-2a7");
        record["unit"]!["modelCode"] = "NOTES-1";
        record["notes"] = "of the record";
        record["teardown"]!["notes"] = "of the teardown";
        record["steps"]![0]!["actions"]![0]!["notes"] = "of the screws";
        record["parts"]![1]!["spare"]!["price"]!["notes"] = "of the price";
        var unitId = await bench.FreshAsync("NOTES-1", record.ToJsonString());
        using var window = bench.Open($"/units/{unitId}/intake");
        string Shown(string name) => window.Find($"textarea[aria-label='{name}']").GetAttribute("value")!;
        void Write(string name, string text) => window.Find($"textarea[aria-label='{name}']").SendKeys(text);
        (Shown("Notes on the whole record"), Shown("Notes on the teardown")).ShouldBe(("of the record", "of the teardown"));
        Write("Notes on the machine", "a dent at the corner" + Keys.Enter + "on arrival");
        window.SeriousFindings().ShouldBeEmpty();
        window.Press("Save the machine");
        window.WaitForText("Saved.");
        Write("Notes on the whole record", ", and more");
        Write("Notes on the guidance", "from its leaflet");
        window.Press("Save the teardown");
        window.Until(() => window.Driver.FindElements(By.CssSelector("[role=status]")).Count(one => one.Text == "Saved.") == 2 ? window : null, "both to be saved");
        window.Go($"/units/{unitId}/parts");
        window.Press($"Change {(string)record["parts"]![1]!["id"]!}");
        Shown("Notes on the part: spare, price").ShouldBe("of the price");
        Write("Notes on the part", "as seen");
        window.Press("Save the part");
        window.Until(() => window.Driver.FindElements(By.CssSelector(".ant-modal")).All(modal => !modal.Displayed) ? window : null, "the form to close");
        window.Go($"/units/{unitId}/bench");
        window.Step((string)record["steps"]![0]!["title"]!);
        window.WaitForText("of the screws", ".logged-notes");
        window.Press("Change the line");
        window.Press("By hand");
        Shown("Notes on the step: action 1").ShouldBe("of the screws");
        Write("Notes on the step", "slowly");
        window.Until(() => window.Find("[data-line]").GetAttribute("value")!.Contains("slowly", StringComparison.Ordinal) ? window : null, "the note in the line");
        window.Find("[data-line]").SendKeys(Keys.Enter);
        var now = await bench.RecordAsync(unitId, once: kept => kept["steps"]![0]!["notes"] is not null);
        ((string)now["unit"]!["notes"]!, (string)now["notes"]!, (string)now["guidance"]!["notes"]!).ShouldBe(("a dent at the corner\non arrival", "of the record, and more", "from its leaflet"));
        ((string)now["parts"]![1]!["notes"]!, (string)now["steps"]![0]!["notes"]!, (string)now["steps"]![0]!["actions"]![0]!["notes"]!).ShouldBe(("as seen", "slowly", "of the screws"));
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_record_is_brought_in_and_its_verdict_has_the_numbers_that_score_prints()
    {
        var file = Bench.Example("4-edges");
        var scored = await Bench.ScoreAsync(file);
        using var window = bench.Open();
        window.Press("Import a record");
        window.Find(".drop");
        window.Driver.FindElement(By.CssSelector("input[type=file]")).SendKeys(file);
        window.WaitForText("is on the shelf", ".outcomes");
        window.Press("open ok15-x");
        window.WaitForText("Orrest Kiln 15", "h1");
        window.Find("button[aria-label='Show six decimals']").Click();
        foreach (var (name, index) in new[] { ("Repair", "repair"), ("Upgrade", "upgrade"), ("Combined, 60 to 40", "combined") })
        {
            string Six(string end) => ((double)scored[index]![end]!).ToString("F6", System.Globalization.CultureInfo.InvariantCulture);
            window.Text($".index[aria-label='{name}'] .index-figures").ShouldBe($"{Six("value")} ({Six("low")}–{Six("high")})");
            window.Text($".index[aria-label='{name}'] .note").ShouldBe($"coverage {Six("coverage")}");
        }
        window.WaitForText("Provisional", ".verdict-head");
        // A kind opens to its route, effort and criteria.
        window.Press("Ledger", ".views");
        window.Press("As a table");
        window.Press("+Memory", ".kinds");
        window.WaitForText("memory-a", ".kind-details");
        var details = window.Text(".kind-details");
        var part = scored["parts"]!["memory-a"]!;
        details.ShouldContain(((double)part["effort"]!["value"]!).ToString("F6", System.Globalization.CultureInfo.InvariantCulture));
        details.ShouldContain(((double)part["criteria"]!["fasteners"]!["low"]!).ToString("F6", System.Globalization.CultureInfo.InvariantCulture));
        details.ShouldContain("Lift the frame from the front");
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public void A_small_teardown_is_logged_by_hand_and_its_range_appears()
    {
        using var window = bench.Open();
        window.Press("New unit");
        window.Type("Maker", "Skerrow");
        window.Type("Model", "Beck 13");
        window.Type("Model code", "SB13-A");
        window.Choose("Class", "thin");
        window.Type("Price as configured", "1200");
        window.Type("Bench", "Bench 3");
        window.Press("Begin");
        window.WaitForText("Nothing is logged yet");
        window.Text(".caution").ShouldContain("run down to about a quarter");
        window.Press("Seen and done");

        window.Press("By hand");
        window.Press("+ Screws");
        window.Type("Count of action 1", "8");
        window.Choose("Drive of action 1", "cross");
        window.Type("Size of action 1", "PH0");
        window.Type("Thread of action 1", "M2");
        window.Type("Length of action 1, mm", "5");
        window.Press("+ Clips");
        window.Type("Count of action 2", "12");
        window.Type("Title", "Open the base");
        window.Choose("Opens", "a new layer");
        window.Type("Name of the new layer", "inside");
        window.Press("Open it");
        window.Press("Log the step");
        window.WaitForText("Open the base", ".log");
        window.WaitForText("8 × cross PH0, M2 × 5 mm, loose · 12 clips", ".log");

        window.Press("By hand");
        window.Press("+ Unplug");
        window.Choose("Connector of action 1", "wire plug");
        window.Press("New part");
        window.Choose("Mounting", "screwed");
        window.Press("Save the part");
        window.WaitForText("frees battery", ".chips");
        window.Driver.FindElement(By.XPath("//label[contains(., 'Disconnects power')]")).Click();
        window.WaitForText("power off from here", ".chips");
        window.Press("Log the step");
        window.WaitForText("layer “inside”, frees the battery, power off from here", ".log");

        window.Press("Verdict");
        window.WaitForText("Skerrow Beck 13", "h1");
        window.WaitForText("draft", ".status");
        // Of two steps and one part there is a range and no figure.
        window.Find(".index[aria-label=Repair] .range-alone");
        window.WaitForText("No figure yet", ".index[aria-label=Repair]");

        // And undo takes the last step back.
        window.Press("Bench");
        window.Steps(2);
        window.Press("Undo");
        window.Steps(1);
        // The part that it frees was recorded before it was logged.
        window.Driver.FindElement(By.CssSelector("body")).SendKeys(Keys.Control + "z");
        window.Until(() => window.Driver.FindElements(By.XPath("//button[contains(., 'Undo') and contains(@title, 'Open the base')]")).FirstOrDefault(), "the first step to be what undo takes back");
        window.Driver.FindElement(By.CssSelector("body")).SendKeys(Keys.Control + "z");
        window.WaitForText("Nothing is logged yet");
    }

    /// <summary>A machine opened and looked at: the base is off and what lies under it is written down, each with what holds it.</summary>
    private const string LookedAt =
        """
        {"format": "wide-lever/teardown", "version": 1,
         "unit": {"maker": "Skerrow", "model": "Tarn 12", "modelCode": "ST12-1", "class": "thin", "price": {"amount": 900, "currency": "EUR"}},
         "teardown": {"date": "2026-11-27", "bench": "Bench 3"},
         "layers": ["outside", "inside"],
         "absent": ["opticalDrive", "camera", "clockCell", "hinge", "speakers", "wireless", "fan", "touchpad"],
         "guidance": {"manual": true, "labels": true},
         "steps": [{"id": "base", "title": "Open the base", "layer": "outside", "opens": "inside", "frees": ["base"],
           "actions": [{"do": "unscrew", "count": 8, "drive": "cross", "size": "PH0", "thread": "M2", "length": 5, "captive": true}, {"do": "lift", "what": "cover"}]}],
         "parts": [
           {"id": "base", "kind": "baseCover", "mounting": "screwed"},
           {"id": "battery", "kind": "battery", "mounting": "screwed", "layer": "inside"},
           {"id": "keyboard", "kind": "keyboard", "mounting": "screwed", "layer": "inside"},
           {"id": "panel", "kind": "displayPanel", "mounting": "screwed", "layer": "inside"},
           {"id": "ssd", "kind": "storage", "mounting": "screwed", "layer": "inside", "interface": {"standard": "open"}},
           {"id": "memory", "kind": "memory", "mounting": "socketed", "layer": "inside", "interface": {"standard": "open"}, "capacity": {"fitted": 16}},
           {"id": "jack", "kind": "chargePort", "mounting": "screwed", "layer": "inside"},
           {"id": "ports", "kind": "portsBoard", "mounting": "screwed", "layer": "inside"}]}
        """;

    [Fact]
    public async Task A_machine_only_looked_at_has_ranges_and_no_figure_until_two_more_steps_and_three_answers()
    {
        var file = Path.Combine(bench.Folder("looked-at"), "tarn.json");
        await File.WriteAllTextAsync(file, LookedAt, TestContext.Current.CancellationToken);
        using var window = bench.Open();
        window.Press("Import a record");
        window.Find(".drop");
        window.Driver.FindElement(By.CssSelector("input[type=file]")).SendKeys(file);
        window.WaitForText("is on the shelf", ".outcomes");

        // The shelf, the verdict and the comparison: a range, and nothing that could be taken for a figure.
        void HasNoFigure()
        {
            window.Go("/");
            window.Type("Find a unit", "ST12-1");
            window.WaitForText("Skerrow Tarn 12", "tbody");
            window.Driver.FindElements(By.CssSelector("tbody .range-alone")).Count.ShouldBeGreaterThanOrEqualTo(2);
            window.Driver.FindElements(By.CssSelector("tbody .index-figures b")).ShouldBeEmpty();
            window.Go("/units/st12-1/verdict");
            foreach (var index in new[] { "Repair", "Upgrade", "Combined, 60 to 40" })
            {
                window.WaitForText("No figure yet", $".index[aria-label='{index}']");
                window.Text($".index[aria-label='{index}'] .range-alone").ShouldMatch("^[0-9]+–[0-9]+$");
                window.Driver.FindElements(By.CssSelector($".index[aria-label='{index}'] b")).ShouldBeEmpty();
            }
            window.SeriousFindings().ShouldBeEmpty();
            window.Go("/compare?units=st12-1,sg14-b");
            window.Until(() => window.Driver.FindElements(By.CssSelector(".field-grid tbody tr")).FirstOrDefault(row => row.Text.Contains("Tarn 12", StringComparison.Ordinal)), "the row")
                .FindElements(By.CssSelector(".range-alone")).ShouldNotBeEmpty();
            window.SeriousFindings().ShouldBeEmpty();
        }
        HasNoFigure();

        // Two more steps.
        window.Go("/units/st12-1/bench");
        window.Find("[data-line]");
        window.Line("wire, 4ph0m2x4, off=battery⏎");
        window.Line("6ph0m2x4=ssd, memory, jack, ports, keyboard, panel⏎");
        window.Steps(3);

        // Three answers.
        window.Go("/units/st12-1/intake");
        window.Type("Ceiling of memory, maker, GB", "32");
        window.Press("Save the machine");
        window.WaitForText("Saved.", "section[aria-label='The machine']");
        window.Choose("Numbers on the parts", "yes");
        window.Choose("An order shown", "no");
        window.Press("Save the teardown");
        window.WaitForText("Saved", "section[aria-label='The teardown']");

        window.Go("/units/st12-1/verdict");
        foreach (var index in new[] { "Repair", "Upgrade", "Combined, 60 to 40" })
        {
            int.Parse(window.Text($".index[aria-label='{index}'] b"), System.Globalization.CultureInfo.InvariantCulture).ShouldBeInRange(30, 100);
            window.Text($".index[aria-label='{index}']").ShouldNotContain("No figure yet");
        }
        window.Go("/");
        window.Type("Find a unit", "ST12-1");
        window.WaitForText("Skerrow Tarn 12", "tbody");
        window.Driver.FindElements(By.CssSelector("tbody .range-alone")).ShouldBeEmpty();
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public void A_broken_file_shows_every_fault_and_changes_nothing()
    {
        var record = JsonNode.Parse(File.ReadAllText(Bench.Example("3-modular")))!;
        record["unit"]!["modelCode"] = null;
        record["steps"]![0]!["actions"]![0]!["do"] = "unlach";
        record["steps"]![3]!["after"] = new JsonArray("<img src=x onerror=alert(1)>");
        record["parts"]![0]!["mounting"] = "skrewed";
        using var window = bench.Open();
        window.WaitForText("Backups (0)", "main");
        var before = window.Text("main");
        window.Driver.ExecuteScript(
            """
            const files = new DataTransfer();
            files.items.add(new File([arguments[0]], 'broken.json', { type: 'application/json' }));
            document.querySelector('.shelf').dispatchEvent(new DragEvent('drop', { bubbles: true, dataTransfer: files }));
            """, record.ToJsonString());
        window.WaitForText("4 faults", ".outcomes");
        var told = window.Text(".outcomes");
        told.ShouldContain("broken.json");
        told.ShouldContain("unit.modelCode cannot be null");
        told.ShouldContain("steps[0].actions[0].do unrecognised word \"unlach\"; did you mean \"unlatch\"?");
        told.ShouldContain("steps[3].after[0] there is no step \"<img src=x onerror=alert(1)>\"");
        told.ShouldContain("parts[0].mounting unrecognised word \"skrewed\"; did you mean \"screwed\"?");
        window.Driver.FindElements(By.CssSelector(".outcomes img")).ShouldBeEmpty();
        window.SeriousFindings().ShouldBeEmpty();
        window.Press("Close", ".ant-modal-footer");
        window.Go("/");
        window.WaitForText("Backups (0)", "main");
        window.Text("main").ShouldBe(before);
    }

    [Fact]
    public void A_file_of_fifty_megabytes_and_a_picture_are_refused_in_the_list()
    {
        using var window = bench.Open();
        window.Driver.ExecuteScript(
            """
            const files = new DataTransfer();
            files.items.add(new File([new Uint8Array(50 * 1024 * 1024)], 'huge.json'));
            files.items.add(new File([new Uint8Array([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10])], 'photo.png'));
            document.querySelector('.shelf').dispatchEvent(new DragEvent('drop', { bubbles: true, dataTransfer: files }));
            """);
        window.WaitForText("larger than 5 MB", ".outcomes");
        window.WaitForText("is not valid JSON", ".outcomes");
    }

    [Fact]
    public void Of_two_windows_on_one_step_the_second_is_told_and_nothing_is_overwritten()
    {
        using var first = bench.Open("/units/dr-160/bench");
        using var second = bench.Open("/units/dr-160/bench");
        foreach (var window in new[] { first, second })
        {
            window.Step("Take the speakers out");
            window.Press("Change the line");
        }
        first.Line(" remark \"left, then right\"⏎");
        second.Line(" took 77 s");
        second.Find("[data-line]").SendKeys(Keys.Enter);
        second.WaitForText("Changed in another window", ".problem");
        second.WaitForText("step “Take the speakers out”: changed", ".problem");
        // What was typed is still there, and goes in over the other change when its maker says so.
        second.Find("[data-line]").GetAttribute("value").ShouldEndWith(" took 77 s");
        second.Press("Keep mine: it goes over theirs with the next Enter");
        second.Line("⏎");
        second.WaitForText("1:17", ".log");
    }

    [Fact]
    public void The_shelf_is_searched_filtered_and_opened_by_keys_alone()
    {
        using var window = bench.Open();
        window.Driver.FindElement(By.CssSelector("body")).SendKeys("/");
        window.Driver.SwitchTo().ActiveElement().GetAttribute("aria-label").ShouldBe("Find a unit");
        window.Driver.SwitchTo().ActiveElement().SendKeys("trestle");
        window.WaitForText("Tarnholm Trestle 15", "tbody");
        window.Driver.FindElements(By.CssSelector("tbody .unit-name")).Count.ShouldBe(1);
        window.Driver.FindElement(By.CssSelector("tbody .unit-name")).SendKeys(Keys.Enter);
        window.WaitForText("Tarnholm Trestle 15", "h1");
        window.Go("/");
        window.Choose("Filter by status", "draft");
        window.WaitForText("Orrest Harbour 11", "tbody");
        window.Driver.FindElements(By.CssSelector("tbody .unit-name")).ShouldAllBe(unit => !unit.Text.Contains("Trestle", StringComparison.Ordinal));
        window.Driver.FindElements(By.CssSelector(".axis-mark")).Count.ShouldBe(2 * window.Driver.FindElements(By.CssSelector("tbody .unit-name")).Count);
        window.Go("/");
        // An axis is one stop of the Tab key; the arrows go along it.
        window.Driver.FindElements(By.CssSelector(".axis-mark[tabindex='0']")).Count.ShouldBe(2);
        window.Driver.FindElement(By.CssSelector(".axis-mark")).SendKeys(Keys.End);
        window.Driver.SwitchTo().ActiveElement().GetAttribute("aria-label").ShouldStartWith("Trestle 15, repair 96");
        window.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Enter);
        window.WaitForText("Tarnholm Trestle 15", "h1");
    }

    [Fact]
    public void Any_unit_stage_view_and_command_is_reached_by_a_few_letters()
    {
        using var window = bench.Open();
        void GoTo(string letters)
        {
            new Actions(window.Driver).KeyDown(Keys.Control).SendKeys("k").KeyUp(Keys.Control).Perform();
            window.Find(".go-to-input").SendKeys(letters);
        }
        GoTo("trestle parts");
        window.SeriousFindings().ShouldBeEmpty();
        window.Find(".go-to-input").SendKeys(Keys.Enter);
        window.Find(".parts-grid");
        window.WaitForText("Tarnholm Trestle 15", "h1");
        // What belongs to the unit in view comes first; arrows go through what is found.
        GoTo("what");
        window.Find(".go-to-list [aria-selected=true]").Text.ShouldStartWith("What if of Tarnholm Trestle 15");
        window.Find(".go-to-input").SendKeys(Keys.Enter);
        window.WaitForText("What could be changed");
        GoTo("trestle");
        window.Find(".go-to-input").SendKeys(Keys.ArrowDown + Keys.ArrowDown + Keys.ArrowUp);
        var options = window.Driver.FindElements(By.CssSelector(".go-to-list li"));
        options[1].GetAttribute("aria-selected").ShouldBe("true");
        window.Find(".go-to-input").GetAttribute("aria-activedescendant").ShouldBe(options[1].GetAttribute("id"));
        window.Find(".go-to-input").SendKeys(Keys.Control + "a");
        window.Find(".go-to-input").SendKeys("no such thing");
        window.WaitForText("Nothing has all these words", ".go-to");
        window.Find(".go-to-input").SendKeys(Keys.Escape);
        GoTo("dark");
        window.Find(".go-to-input").SendKeys(Keys.Enter);
        window.Named("Light theme");
        GoTo("new unit");
        window.Find(".go-to-input").SendKeys(Keys.Enter);
        window.WaitForText("New unit", ".ant-modal");
        window.Complaints().ShouldBeEmpty();
    }

    [Theory]
    [InlineData("/", "find a unit")]
    [InlineData("/units/cr14-2a7/parts", "the same in the cell below")]
    [InlineData("/units/cr14-2a7/verdict", "along the marks of a chart")]
    [InlineData("/units/cr14-2a7/bench", "the next step’s time")]
    public void F1_tells_the_keys_of_the_screen_in_view(string screen, string key)
    {
        using var window = bench.Open(screen);
        window.Find(".filters, .parts-grid, .views, [data-line]");
        new Actions(window.Driver).SendKeys(Keys.F1).Perform();
        window.WaitForText(key, ".ant-modal");
        window.Driver.FindElements(By.CssSelector(".ant-modal")).Count.ShouldBe(1);
    }

    [Fact]
    public void A_unit_is_taken_off_the_shelf_and_brought_back()
    {
        using var window = bench.Open();
        window.Press("Take Tarnholm Cairn off the shelf");
        window.WaitForText("Tarnholm Cairn is off the shelf", ".ant-notification");
        window.WaitForGone("Tarnholm Cairn", "tbody");
        window.Press("Undo", ".ant-notification");
        window.WaitForText("Tarnholm Cairn", "tbody");
    }

    [Fact]
    public void Parts_are_recorded_marked_absent_and_taken_back()
    {
        using var window = bench.Open("/units/oh11-r/parts");
        var before = window.Text(".parts h2");
        window.Press("Mark camera absent");
        window.WaitForText("absent: this machine has none");
        window.Press("Record hinge");
        window.Press("Change hinge");
        window.Choose("Mounting", "riveted");
        window.Press("Save the part");
        window.WaitForText("riveted", "table");
        window.Press("Undo");
        window.WaitForGone("riveted", "table");
        window.Press("Undo");
        window.WaitForGone("hinge", ".part-opener");
        window.Press("Undo");
        window.WaitForText(before, ".parts h2");
    }

    [Fact]
    public void The_intake_is_filled_in_and_a_wrong_currency_is_told_at_its_place()
    {
        using var window = bench.Open("/units/ol15-2/intake");
        window.Type("Price as configured: currency", "EURO");
        window.Press("Save the machine");
        window.WaitForText("Price as configured, currency", ".field-fault");
        window.Type("Price as configured: currency", "EUR");
        window.Type("Year", "2025");
        window.Press("Save the machine");
        window.WaitForText("Saved.");
        window.Choose("An order shown", "yes");
        window.Press("Save the teardown");
        window.Go("/units/ol15-2/intake");
        window.Find("input[aria-label=Year]").GetAttribute("value").ShouldBe("2025");
    }

    [Fact]
    public void From_intake_to_a_scored_pair_of_variants()
    {
        using var window = bench.Open("/units/sg14-b/intake");
        window.WaitForText("Loan", "section[aria-label='The machine']");
        window.Press("Another port");
        window.Choose("Kind of port 1", "HDMI");
        window.Choose("Side of port 1", "left");
        window.Choose("Board of port 1", "mainboard");
        window.Type("State on return", "as it came");
        window.Type("Went back on", "2026-11-24");
        // What a slip removes is one press away.
        window.Press("Remove loan details");
        window.Press("Put the loan details back");
        window.Find("input[aria-label='Went back on']").GetAttribute("value").ShouldBe("2026-11-24");
        window.Press("Save the machine");
        window.WaitForText("Saved.", "section[aria-label='The machine']");
        // A code like another one's is told before it is taken for that one.
        window.Type("Model code", "CR14-2A9");
        window.WaitForText("has a code that differs in a character or two", "section[aria-label='Could be taken for']");
        window.Type("Code of the variant", "SG14-C");
        window.Type("The variant is sold as", "Gill 14 basic");
        window.Press("Begin the variant");
        window.WaitForText("no difference is recorded yet", ".variants");
        window.SeriousFindings().ShouldBeEmpty();
        window.Press("Gill 14 basic", ".variants");
        window.WaitForText("Skerrow Gill 14 basic", "h1");
        window.WaitForText("This teardown also serves SG14-B");
        window.Press("Change memory");
        window.Choose("Mounting", "soldered");
        window.Choose("Within", "mainboard");
        window.Press("Save the part");
        window.WaitForText("soldered", "table");
        window.Go("/units/sg14-b/intake");
        window.WaitForText("memory changed", ".variants");
        // Each has its own verdict, and the shelf knows no loan that is over.
        int Upgrade(string unit)
        {
            window.Go($"/units/{unit}/verdict");
            window.Find(".index[aria-label=Upgrade] b");
            return int.Parse(window.Text(".index[aria-label=Upgrade] b"), System.Globalization.CultureInfo.InvariantCulture);
        }
        Upgrade("sg14-c").ShouldBeLessThan(Upgrade("sg14-b"));
        window.Go("/");
        window.Type("Find a unit", "SG14-B");
        window.WaitForText("SG14-B", "tbody");
        window.Text("tbody").ShouldNotContain("2026-11-24");
    }

    [Fact]
    public void A_complete_result_is_signed_off_then_changed_and_shown_as_such()
    {
        using var window = bench.Open("/units/oh11-r/verdict");
        window.WaitForText("Only a complete result can be signed off", ".sign-off");
        window.Go("/units/tt15-0/verdict");
        window.Press("Sign this result off");
        window.Press("Sign as final");
        window.WaitForText("must not be empty", ".problem");
        window.Type("Who answers for it", "R. Example");
        window.SeriousFindings().ShouldBeEmpty();
        window.Press("Sign as final");
        window.WaitForText("Final. R. Example for Bench 1 answers for the result", ".signed");
        window.WaitForText("final", ".status");
        window.Go("/units/tt15-0/intake");
        window.Type("Price as configured", "1600");
        window.Press("Save the machine");
        window.WaitForText("changed since signed", ".screen-head");
        window.Go("/");
        window.WaitForText("complete, changed since signed", "tbody");
        window.Go("/units/tt15-0/verdict");
        window.WaitForText("Changed since signed: the record.", ".signed");
        window.SeriousFindings().ShouldBeEmpty();
        // Back as it was, it is what was signed.
        window.Go("/units/tt15-0/intake");
        window.Type("Price as configured", "1650");
        window.Press("Save the machine");
        window.WaitForText("final", ".screen-head");
    }

    [Fact]
    public async Task An_empty_shelf_has_three_beginnings_and_sample_machines_are_left_again()
    {
        await using var house = await EmptyHouse.StartAsync(bench.Folder("first-shelf"));
        using var window = bench.Open();
        window.Driver.Navigate().GoToUrl(house.Address);
        window.WaitForText("Nothing on the shelf yet");
        window.SeriousFindings().ShouldBeEmpty();
        window.Press("Look around");
        window.WaitForText("These are sample machines", ".sample-band");
        window.WaitForText("Corrie 14", "tbody");
        window.SeriousFindings().ShouldBeEmpty();
        window.Press("Leave the sample machines");
        window.WaitForText("Nothing on the shelf yet");
        window.Press("Log a machine");
        window.Type("Maker", "Skerrow");
        window.Type("Model", "Beck 13");
        window.Type("Model code", "SB13-A");
        window.Type("Bench", "Bench 3");
        window.Press("Begin");
        window.WaitForText("Enter logs the step");
        // A machine of which nothing is known is a range, and no dot.
        window.Driver.Navigate().GoToUrl(house.Address);
        window.WaitForText("SB13-A", "tbody");
        window.Driver.FindElements(By.CssSelector(".axis .axis-dot")).ShouldBeEmpty();
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public void The_shelf_is_asked_which_machines_free_the_battery_in_under_five_minutes_without_glue()
    {
        using var window = bench.Open();
        window.Press("Ask the shelf");
        window.Type("How much", "5" + Keys.Enter);
        window.WaitForText("It holds for", ".ask");
        window.Choose("Which fact", "with glued bonds");
        window.Type("How much", "0");
        window.Press("Add to the question");
        window.WaitForText("battery: 4.9 min, 0 glued", "tbody");
        window.SeriousFindings().ShouldBeEmpty();
        // The address holds the question.
        var asked = window.Driver.Url;
        asked.ShouldContain("q=battery+minutes+5&q=battery+glue+0");
        window.Go("/compare");
        window.Driver.Navigate().GoToUrl(asked);
        window.WaitForText("battery: 4.9 min, 0 glued", "tbody");
        window.Find(".ask summary").Click();
        window.WaitForText("no way known", ".ask");
        window.Press("Remove: Battery out and back in at most 5 min");
        window.WaitForText("battery: 0 glued", "tbody");
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_machine_half_known_is_signed_as_seen_and_a_fact_changed_after_is_said_on_screen_and_sheet()
    {
        // A copy of its own: that the demo's machine is not signed is another test's fact.
        using var http = bench.Http();
        var record = await bench.RecordAsync("oh11-r");
        record["unit"]!["modelCode"] = "OH11-S";
        var unit = await bench.FreshAsync("OH11-S", record.ToJsonString());
        using var window = bench.Open($"/units/{unit}/verdict");
        window.Press("Sign as seen");
        window.WaitForText("You answer for the kinds that have a value", ".sign-off");
        window.Type("Who answers for it", "R. Example");
        window.SeriousFindings().ShouldBeEmpty();
        window.Driver.FindElement(By.CssSelector(".sign-off button[type=submit]")).Click();
        window.WaitForText("Signed as seen. R. Example for", ".signed");
        window.WaitForText("signed as seen", ".screen-head");
        async Task<string> SheetAsync() => await http.GetStringAsync($"/api/units/{unit}/sheet?format=markdown", TestContext.Current.CancellationToken);
        (await SheetAsync()).ShouldContain("answers for what was seen of it");
        window.Go($"/units/{unit}/intake");
        window.Type("Price as configured", "777");
        window.Press("Save the machine");
        window.WaitForText("changed since signed", ".screen-head");
        (await SheetAsync()).ShouldContain("it has changed since");
    }

    [Fact]
    public async Task A_machine_whose_teardown_is_damaged_is_scored_by_its_other_one()
    {
        var data = bench.Folder("damaged");
        var id = Damaged(data);
        await using var house = await EmptyHouse.StartAsync(data);
        using var window = bench.Open();
        window.Driver.Navigate().GoToUrl(house.Address);
        window.WaitForText("One unit cannot be read", "section[aria-label='Units that cannot be read']");
        window.WaitForText("The teardown by ", "section[aria-label='Units that cannot be read']");
        window.SeriousFindings().ShouldBeEmpty();
        window.Press($"Score {id} by it");
        window.WaitForGone("cannot be read", "main");
        window.WaitForText("Corrie 14", "tbody");
        window.Complaints().ShouldBeEmpty();
    }

    /// <summary>A data folder with one machine of two teardowns, of which the scored one is from a version that nobody knows.</summary>
    private static string Damaged(string data)
    {
        using var folder = DataFolder.Hold(data);
        using var store = new Store(folder, TimeProvider.System);
        var rubric = new RubricInUse(store);
        var shelving = new Shelving(new Desk(store, rubric, new Shelf(store, rubric)), store);
        var id = shelving.Shelve("w", RecordReader.ReadRecord(File.ReadAllBytes(Bench.Example("1-two-routes")), [])!, [], "brought in").Value!.Id;
        var teardown = StoredDocuments.Teardown(id, store.Documents.Head(DocumentKind.Teardown, id)!.Document);
        shelving.BeginTeardown("w", id, teardown, "second", "began a teardown").Value.ShouldNotBeNull();
        using var connection = new SqliteConnection($"Data Source={folder.Database};Pooling=False");
        connection.Execute("UPDATE teardown SET version = 99 WHERE id = @id", new { id });
        return id;
    }

    [Fact]
    public async Task From_an_empty_shelf_to_a_sheet_that_is_signed_as_seen()
    {
        await using var house = await EmptyHouse.StartAsync(bench.Folder("first-machine"));
        using var window = bench.Open();
        window.Driver.Navigate().GoToUrl(house.Address);
        window.Press("Log a machine");
        window.Type("Maker", "Skerrow");
        window.Type("Model", "Beck 13");
        window.Type("Model code", "SB13-A");
        window.Type("Bench", "Bench 3");
        window.Press("Begin");
        window.WaitForText("Enter logs the step");
        window.Press("Seen and done");
        foreach (var line in (string[])["10 ph0 m2x5, lift > inside = base-cover clipped", "off, unplug wire = battery screwed", "2 ph0 m2x4, slide = memory socketed", "1 ph0 m2x3, slide = storage socketed"])
            window.Line(line + "⏎");
        window.Steps(4);
        window.Drop(Pictures.Jpeg(640, 480));
        window.WaitForPhotos(1);
        var unit = new Uri(window.Driver.Url).AbsolutePath.Split('/')[2];

        // A first machine has nothing to be compared with, and absolute reasons all the same.
        window.Driver.Navigate().GoToUrl(new Uri(house.Address, $"/units/{unit}/verdict"));
        window.WaitForText("no figure yet", ".summary");
        window.WaitForText("Not seen:", ".summary");
        window.Find(".photo-choice label").Click();
        var sheetAddress = window.Named("For readers").GetAttribute("href")!;
        sheetAddress.ShouldContain("photos=photo-1");
        window.Press("Sign as seen");
        window.Type("Who answers for it", "R. Example");
        window.Driver.FindElement(By.CssSelector(".sign-off button[type=submit]")).Click();
        window.WaitForText("Signed as seen. R. Example for Bench 3 answers for what was seen of it", ".signed");
        window.SeriousFindings().ShouldBeEmpty();

        // The sheet as a file, looked at with the network and scripts off.
        using var http = new HttpClient();
        var sheet = Path.Combine(bench.Folder("sheet"), "sheet.html");
        await File.WriteAllTextAsync(sheet, await http.GetStringAsync(sheetAddress, TestContext.Current.CancellationToken), TestContext.Current.CancellationToken);
        window.Driver.SwitchTo().NewWindow(WindowType.Tab);
        window.Driver.ExecuteCdpCommand("Network.enable", []);
        window.Driver.ExecuteCdpCommand("Network.emulateNetworkConditions", new() { ["offline"] = true, ["latency"] = 0, ["downloadThroughput"] = -1, ["uploadThroughput"] = -1 });
        window.Driver.ExecuteCdpCommand("Emulation.setScriptExecutionDisabled", new() { ["value"] = true });
        window.Driver.Navigate().GoToUrl(new Uri(sheet));
        var text = window.Driver.FindElement(By.TagName("main")).Text;
        text.ShouldContain("R. Example answers for what was seen of it");
        var verdict = JsonNode.Parse(await http.GetStringAsync(new Uri(house.Address, $"/api/units/{unit}/verdict"), TestContext.Current.CancellationToken))!;
        string Round(string end) => Math.Round((double)verdict["repair"]![end]!, MidpointRounding.AwayFromZero).ToString(System.Globalization.CultureInfo.InvariantCulture);
        text.ShouldContain($"Repair between {Round("low")} and {Round("high")}");
        text.ShouldContain("Not seen enough to answer for:");
        window.Driver.ExecuteCdpCommand("Emulation.setScriptExecutionDisabled", new() { ["value"] = false });
        ((bool)window.Driver.ExecuteScript("return document.images.length === 1 && document.images[0].naturalWidth === 640")!).ShouldBeTrue();
        ((bool)window.Driver.ExecuteScript("return [...document.fonts].some((one) => one.family.includes('Atkinson') && one.status === 'loaded')")!).ShouldBeTrue();
        window.SeriousFindings().ShouldBeEmpty();
        window.Driver.ExecuteCdpCommand("Network.emulateNetworkConditions", new() { ["offline"] = false, ["latency"] = 0, ["downloadThroughput"] = -1, ["uploadThroughput"] = -1 });
        window.Driver.Close();
        window.Driver.SwitchTo().Window(window.Driver.WindowHandles[0]);
    }

    [Fact]
    public void A_window_opened_by_duplicating_another_has_an_id_of_its_own_and_keeps_it()
    {
        using var window = bench.Open("/units/cr14-2a7/parts");
        window.Find(".parts");
        string Id() => (string)window.Driver.ExecuteScript("return sessionStorage.getItem('wide-lever-window')")!;
        var first = Id();
        // What a browser duplicates brings the session's storage along.
        window.Driver.ExecuteScript("window.open(location.href)");
        window.Driver.SwitchTo().Window(window.Driver.WindowHandles.Last());
        window.Find(".parts");
        var second = Id();
        second.ShouldNotBe(first);
        window.Driver.Navigate().Refresh();
        window.Find(".parts");
        Id().ShouldBe(second);
        window.Driver.Close();
        window.Driver.SwitchTo().Window(window.Driver.WindowHandles.Single());
        window.Driver.Navigate().Refresh();
        window.Find(".parts");
        Id().ShouldBe(first);
    }
}
