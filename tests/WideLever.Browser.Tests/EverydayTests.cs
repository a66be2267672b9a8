using OpenQA.Selenium;

namespace WideLever.Browser.Tests;

/// <summary>A teardown in the words of whoever does it, with no sign of the grammar: what only the bench knows is asked beside the line.</summary>
public sealed class EverydayTests(Bench bench) : IClassFixture<Bench>
{
    private static void Alt(Window window, int answer) => window.Find("[data-line]").SendKeys(Keys.Alt + answer.ToString(System.Globalization.CultureInfo.InvariantCulture) + Keys.Null);

    [Fact]
    public async Task A_teardown_in_everyday_words_is_asked_for_what_it_left_out_and_comes_out_in_order()
    {
        var unitId = await bench.FreshAsync("EVERY-1");
        using var window = bench.OpenFresh(unitId);
        // Screws and cover on three lines are one way in.
        window.LineByKeys("ten ph0 screws, m2 by 5⏎");
        window.LineByKeys("pry round the edge, about 12 clips⏎");
        window.Line("remove the bottom cover");
        window.WaitForText("opens inside", ".chips");
        window.WaitForText("after", ".chip-implied");
        window.Line("⏎");
        window.Steps(3);
        // Power was forgotten: one key logs it before what is being typed.
        window.Line("remove the fan, 3 ph0 screws m2 by 4, cable");
        window.WaitForText("was it off?", ".line-offers");
        window.SeriousFindings().ShouldBeEmpty();
        Alt(window, 1);
        window.Steps(4);
        window.WaitForGone("was it off?", ".bench-line");
        window.WaitForValue("remove the fan, 3 ph0 screws m2 by 4, cable");
        window.Line("⏎");
        window.Steps(5);
        window.Line("remove the ssd, one ph0 screw m2 by 3⏎");
        window.Steps(6);
        // A second one of a kind is no other way to the first, unless somebody says so.
        window.Line("remove the ssd, 2 ph0 screws m2 by 3");
        window.WaitForText("is out already", ".line-offers");
        Alt(window, 1);
        window.WaitForText("frees ssd-2, new drive", ".chips");
        window.Line("⏎");
        window.Steps(7);
        // What brings out much asks what had to come first.
        window.Line("take out the motherboard, nine ph0 screws m2 by 3, 4 zif ribbons");
        window.WaitForText("must be done before this one?", ".line-offers");
        Alt(window, 1);
        window.WaitForText("after", ".chips");
        window.Line("⏎");
        window.Steps(8);
        var steps = (await bench.RecordAsync(unitId))["steps"]!.AsArray();
        string Id(int step) => (string)steps[step]!["id"]!;
        string[] After(int step) => [.. (steps[step]!["after"]?.AsArray() ?? []).Select(id => (string)id!)];
        After(2).ShouldBe([Id(0), Id(1)]);
        ((string)steps[2]!["opens"]!).ShouldBe("inside");
        ((bool)steps[3]!["disconnectsPower"]!).ShouldBeTrue();
        After(7).ShouldBe([Id(3), Id(4), Id(5), Id(6)]);
        var parts = (await bench.RecordAsync(unitId))["parts"]!.AsArray().ToDictionary(part => (string)part!["id"]!, part => (string?)part!["mounting"]);
        parts.Keys.ShouldBe(["fan", "ssd", "ssd-2", "mainboard"], ignoreOrder: true);
        (parts["fan"], parts["ssd"]).ShouldBe(("screwed", "socketed"));
        // Nothing about order or power is left to be asked.
        window.Tab("Missing");
        window.Text(".missing").ShouldNotContain("what has to come before");
        window.Text(".missing").ShouldNotContain("leads to nothing");
        window.Text(".missing").ShouldNotContain("was it off?");
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public async Task Of_many_questions_two_are_asked_at_a_time_and_each_key_brings_the_next()
    {
        var unitId = await bench.FreshAsync("EVERY-5");
        using var window = bench.OpenFresh(unitId);
        window.Line("10 ph0 screws, remove the bottom cover⏎");
        window.Line("2 screws, remove the ssd⏎");
        window.Line("take out the motherboard, 9 ph0 screws m2 by 3");
        window.WaitForText("2 more questions follow", ".line-offers");
        window.Driver.FindElements(By.CssSelector(".line-offers .offer")).Count.ShouldBe(4);
        window.SeriousFindings().ShouldBeEmpty();
        Alt(window, 1);
        window.WaitForGone("was it off?", ".line-box");
        Alt(window, 1);
        window.WaitForText("were there cables?", ".line-offers");
        Alt(window, 1);
        window.WaitForGone("were there cables?", ".line-box");
        window.WaitForText("unknown connector", ".chips");
        Alt(window, 1);
        window.WaitForGone("Nobody has looked yet", ".line-box");
        window.Line("⏎");
        window.Steps(4);
        var record = await bench.RecordAsync(unitId);
        record["parts"]!.AsArray().Where(part => (string?)part!["layer"] == "inside").Select(part => (string)part!["kind"]!).ShouldBe(["battery", "memory", "wireless", "fan", "speakers"], ignoreOrder: true);
        record["steps"]![3]!["actions"]!.AsArray().Select(action => (string)action!["do"]!).ShouldBe(["unplug", "unscrew", "lift"], ignoreOrder: true);
        window.Tab("Missing");
        window.Text(".missing").ShouldNotContain("unplugs nothing");
        window.Complaints().ShouldBeEmpty();
    }

    /// <summary>No sign of the grammar: what a person says, one line a step.</summary>
    private static readonly string[] Whole =
    [
        "ten ph0 screws, m2 by 5",
        "pry round the edge, 12 clips",
        "remove the bottom cover",
        "unplug the battery connector",
        "remove the battery, four ph0 screws m2 by 4",
        "remove the ssd, one ph0 screw m2 by 3",
        "remove the memory module",
        "take out the wireless card, two antenna leads, one ph0 screw m2 by 3",
        "remove the fan, three ph0 screws m2 by 4, one plug",
        "heatsink: four captive ph0 screws m2 by 4, paste",
        "take out the speakers, two ph0 screws m2 by 3, one plug",
        "take out the charge port, one plug, one ph0 screw m2 by 3",
        "take out the touchpad, three t5 screws m2 by 2, one zif ribbon",
        "take out the ports board, one zif ribbon, two ph0 screws m2 by 3",
        "take out the motherboard, five ph0 screws m2 by 4, four zif ribbons",
        "take out the keyboard, nine ph0 screws m2 by 3",
        "take out the panel, sixteen clips, two release tabs, one bar lock",
        "remove the power button, one ph0 screw m2 by 3, one zif ribbon",
        "remove the hinge, six t5 screws m2.5 by 4",
    ];

    [Fact]
    public async Task A_whole_machine_in_everyday_words_ends_complete_with_every_question_answered()
    {
        var unitId = await bench.FreshAsync("EVERY-6", """
            {"format": "wide-lever/teardown", "version": 1, "unit": {"maker": "Brackwater", "model": "Corrie 14", "modelCode": "EVERY-6", "class": "mainstream", "year": 2026, "price": {"amount": 900, "currency": "EUR"}},
             "teardown": {"date": "2026-11-28", "bench": "Bench 1"}, "layers": ["outside"], "steps": [], "parts": []}
            """);
        using var window = bench.OpenFresh(unitId);
        string.Concat(Whole).IndexOfAny(['>', '=', '@', '?', ';', '"']).ShouldBe(-1);
        for (var i = 0; i < Whole.Length; i++)
        {
            window.Line(Whole[i]);
            // What had to come first, where that is asked.
            if (i is 14 or 15)
            {
                window.WaitForText("must be done before this one?", ".line-offers");
                Alt(window, 1);
                window.WaitForText("after", ".chips");
            }
            window.Line("⏎");
            window.Steps(i + 1);
        }
        // What is still missing, one key each; orders that were only taken, all with one.
        window.Tab("Missing");
        window.Row("is taken to come after").SendKeys("a");
        window.WaitForGone("is taken to come after", ".missing");
        foreach (var (row, key) in new[]
        {
            ("Under the feet", "n"), ("Under the labels", "n"), ("Under the seals", "n"), ("Under the plugs", "n"), ("Is the battery flat", "f"), ("Camera: has", "a"), ("Clock cell: has", "a"),
            ("Optical drive: has", "a"), ("Graphics: has", "a"), ("Port modules: has", "a"), ("A manual", "y"), ("Screws and connectors", "n"), ("Numbers on the parts", "y"), ("An order shown", "n"),
        })
        {
            window.Row(row).SendKeys(key);
            window.WaitForGone(row, ".missing");
        }
        window.Go($"/units/{unitId}/parts");
        window.WaitForText("CR14-2A7 has", ".parts-grid");
        while (window.Cell == "")
            window.Keyed(Keys.Tab);
        window.TakeOffers("CR14-2A7", "kind:baseCover");
        // What that machine does not tell: typed, a seller and a price each, and that nothing is paired.
        foreach (var part in new[] { "speakers", "touchpad", "ports-board", "power-button", "hinge" })
        {
            window.ToCell(part, "price");
            window.Keyed(part == "touchpad" ? "" : $"12{Keys.Tab}");
            window.ToCell(part, "sold by");
            window.Keyed($"m{Keys.ArrowRight}n");
        }
        foreach (var (part, amount) in new[] { ("battery", "56"), ("ssd", "512"), ("memory", "8") })
        {
            window.ToCell(part, "holds");
            window.Keyed($"{amount}{Keys.Enter}");
        }
        window.Go($"/units/{unitId}/bench");
        window.Tab("Missing");
        window.WaitForText("Nothing is missing", ".panel");
        using var http = bench.Http();
        var verdict = System.Text.Json.Nodes.JsonNode.Parse(await http.GetStringAsync($"/api/units/{unitId}/verdict", TestContext.Current.CancellationToken))!;
        ((string)verdict["status"]!, verdict["reasons"]!.AsArray().Count).ShouldBe(("complete", 0), verdict["reasons"]!.ToJsonString());
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public async Task Looking_is_not_doing_and_an_attempt_that_was_given_up_is_noted()
    {
        var unitId = await bench.FreshAsync("EVERY-2");
        using var window = bench.OpenFresh(unitId);
        window.Line("10 ph0 screws, remove the bottom cover⏎");
        window.Steps(1);
        window.Line("see = speakers clipped, memory-b socketed empty");
        window.WaitForText("in view: memory-b, socketed, an empty place", ".chips");
        window.Line("⏎");
        window.WaitForValue("");
        window.Line("tried = panel \"stuck all round\" 40 s⏎");
        window.WaitForValue("");
        window.WaitForText("panel: stuck all round", ".logged");
        window.Steps(1);
        var record = await bench.RecordAsync(unitId);
        record["parts"]!.AsArray().Select(part => ((string)part!["id"]!, (string)part["layer"]!)).ShouldBe([("speakers", "inside"), ("memory-b", "inside"), ("panel", "inside")]);
        // One key takes the last of it back.
        window.Find("[data-line]").SendKeys(Keys.Control + "z");
        window.WaitForGone("stuck all round", ".log");
        window.Complaints().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_caution_a_question_and_a_fault_leave_the_step_in_hand_in_sight()
    {
        var unitId = await bench.FreshAsync("EVERY-3");
        using var window = bench.OpenFresh(unitId);
        window.Line("10 ph0 screws, 12 clips, remove the bottom cover⏎");
        window.Steps(1);
        window.Line("2 tabs, lift the battery, pry the clisp");
        window.WaitForText("Tabs at a pack", ".line-offers");
        window.WaitForText("clisp", ".line-faults");
        window.WaitForText("Lithium pack", ".caution");
        foreach (var (width, height) in new[] { (1280, 800), (640, 400) })
        {
            window.Driver.ExecuteCdpCommand("Emulation.setDeviceMetricsOverride", new() { ["width"] = width, ["height"] = height, ["deviceScaleFactor"] = 1, ["mobile"] = false });
            window.Find("[data-line]").SendKeys(" ");
            // Whole, not covered by the line, and inside the window: of the log, or beside the line where there is no room for the log.
            ((bool)window.Driver.ExecuteScript("""
                const seen = (box) => box && box.width > 0 && box.top >= 0 && box.bottom <= innerHeight + 1;
                const of = (selector) => [...document.querySelectorAll(selector)].at(-1)?.getBoundingClientRect();
                const line = of('.bench-line');
                const title = of('.logged .logged-title'), beside = of('.line-after');
                return (seen(title) && title.bottom <= line.top + 1) || seen(beside);
                """)!).ShouldBeTrue($"{width} × {height}");
            ((bool)window.Driver.ExecuteScript("const caution = document.querySelector('.caution'); return caution.scrollHeight <= caution.clientHeight + 1")!).ShouldBeTrue("the caution is whole");
        }
        window.SeriousFindings().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_word_that_the_line_does_not_know_is_taught_once_and_used()
    {
        var unitId = await bench.FreshAsync("EVERY-4");
        using var window = bench.OpenFresh(unitId);
        window.Line("12 nippers");
        window.Press("Say what it means", ".line-faults");
        window.Type("What word 1 means", "zibbet");
        window.Press("Teach them");
        window.WaitForText("the line does not know", ".problem");
        window.SeriousFindings().ShouldBeEmpty();
        window.Type("What word 1 means", "clips");
        window.Press("Teach them");
        window.WaitForText("12 clips", ".chips");
        window.Line("⏎");
        window.Steps(1);
        ((string)(await bench.RecordAsync(unitId))["steps"]![0]!["actions"]![0]!["do"]!).ShouldBe("unclip");
        // What was taught is taken back at one press.
        window.Press("Undo", ".ant-notification");
        window.WaitForText("Undone: The words of the house are changed", ".ant-notification");
        window.Line("3 nippers");
        window.WaitForText("nippers", ".line-faults");
    }
}
