using System.Collections.ObjectModel;
using System.Globalization;
using System.Text.Json.Nodes;

namespace WideLever.Browser.Tests;

/// <summary>How long a person waits with a thousand units on the shelf. Run with <c>-explicit only -showLiveOutput</c>: these are figures, not checks.</summary>
public sealed class SpeedTests(BenchApart bench) : IClassFixture<BenchApart>
{
    private static void Tell(string what, object? times, string limit)
    {
        var sorted = ((ReadOnlyCollection<object>)times!).Select(time => Convert.ToDouble(time, CultureInfo.InvariantCulture)).Order().ToArray();
        sorted.ShouldNotBeEmpty();
        TestContext.Current.TestOutputHelper!.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"{what}, {sorted.Length} times: {sorted[sorted.Length / 2]:F0} ms at the median, {sorted[sorted.Length * 9 / 10]:F0} ms at the 90th percentile, {sorted[^1]:F0} ms at most ({limit})"));
    }

    [Fact(Explicit = true)]
    public async Task What_a_person_waits_for_at_1000_units()
    {
        await bench.FillAsync(985);
        var unit = await bench.FreshAsync("SPEED-1", (await bench.RecordAsync("cr14-2a7")).ToJsonString().Replace("CR14-2A7", "SPEED-1", StringComparison.Ordinal));
        using var window = bench.Open($"/units/{unit}/parts");
        window.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(90);

        // From the press to what the press asked for, painted.
        const string Pressed =
            """
            const [link, away, css, rounds, done] = arguments;
            const pause = (ms) => new Promise((go) => setTimeout(go, ms));
            const find = (name) => [...document.querySelectorAll('nav a')].find((one) => one.textContent.trim().startsWith(name));
            (async () => {
              const times = [];
              for (let round = 0; round < rounds; round++) {
                find(away).click();
                while (document.querySelector(css) !== null) await pause(20);
                await pause(700);
                const from = performance.now();
                find(link).click();
                while (document.querySelector(css) === null) await new Promise(requestAnimationFrame);
                await new Promise(requestAnimationFrame);
                times.push(performance.now() - from);
              }
              done(times);
            })();
            """;
        foreach (var (stage, css, limit) in new[] { ("Verdict", ".summary .summary-text", "limit 150"), ("Bench", "[data-line]", "limit 100"), ("Intake", "form.fields", "limit 100"), ("Plan", "#plan-parts", "limit 100") })
            Tell($"{stage} painted", window.Driver.ExecuteAsyncScript(Pressed, stage, "Parts", css, 12), limit);
        Tell("Parts painted", window.Driver.ExecuteAsyncScript(Pressed, "Parts", "Plan", ".parts", 12), "limit 100");
        Tell("Shelf painted", window.Driver.ExecuteAsyncScript(Pressed, "Shelf", "Compare", "input[aria-label=\"Find a unit\"]", 8), "limit 100");

        window.Go($"/units/{unit}/verdict");
        window.Find(".summary");
        Tell("the sheet answered", window.Driver.ExecuteAsyncScript(
            """
            const [address, done] = arguments;
            (async () => {
              const times = [];
              for (let round = 0; round < 12; round++) {
                const from = performance.now();
                await (await fetch(address)).text();
                times.push(performance.now() - from);
              }
              done(times);
            })();
            """, $"/api/units/{unit}/sheet"), "limit 300");

    }

    [Theory(Explicit = true), InlineData(0), InlineData(340)]
    public async Task Chips_and_steps_follow_the_keys_at_1000_units(int steps)
    {
        await bench.FillAsync(985);
        var record = await bench.RecordAsync("cr14-2a7");
        record["unit"]!["modelCode"] = $"SPEED-2-{steps}";
        // As many steps as a long teardown has, most of them inside.
        for (var i = record["steps"]!.AsArray().Count; i < steps; i++)
            record["steps"]!.AsArray().Add(JsonNode.Parse($$"""{"id": "more-{{i}}", "title": "Open clips {{i}}", "layer": "inside", "actions": [{"do": "unclip", "count": {{(i % 20) + 1}}}]}"""));
        var unit = await bench.FreshAsync($"SPEED-2-{steps}", record.ToJsonString());
        using var window = bench.Open($"/units/{unit}/bench");
        window.Find("[data-line]").SendKeys("8");
        window.Find(".line-below");
        window.Driver.ExecuteScript(
            """
            window.chips = [];
            window.steps = [];
            let pressed;
            let entered;
            const line = document.querySelector('[data-line]');
            line.addEventListener('input', () => { pressed = performance.now(); }, true);
            window.addEventListener('keydown', (event) => { if (event.key === 'Enter') entered = [performance.now(), document.querySelectorAll('.logged').length]; }, true);
            new MutationObserver(() => {
              if (pressed === undefined) return;
              const from = pressed;
              pressed = undefined;
              requestAnimationFrame(() => window.chips.push(performance.now() - from));
            }).observe(document.querySelector('.line-below'), { subtree: true, childList: true, characterData: true, attributes: true });
            new MutationObserver(() => {
              if (entered === undefined || document.querySelectorAll('.logged').length === entered[1]) return;
              const [from] = entered;
              entered = undefined;
              requestAnimationFrame(() => window.steps.push(performance.now() - from));
            }).observe(document.querySelector('main'), { subtree: true, childList: true });
            """);
        foreach (var key in " ph0 m2x5, 2 ph0 m2x9 under foot, 12 clips, unplug wire, soft glue 60mm, lift")
        {
            window.Find("[data-line]").SendKeys($"{key}");
            await Task.Delay(150, TestContext.Current.CancellationToken);
        }
        Tell($"chips after a key, in a record of {Math.Max(15, steps)} steps,", window.Driver.ExecuteScript("return window.chips"), "limit 50");
        window.Find("[data-line]").SendKeys(OpenQA.Selenium.Keys.Control + "a");
        window.Find("[data-line]").SendKeys(OpenQA.Selenium.Keys.Delete);
        for (var step = 0; step < 20; step++)
        {
            window.Line($"{step + 2} clips⏎");
            await Task.Delay(600, TestContext.Current.CancellationToken);
        }
        Tell($"a committed step on the screen, in a record of {Math.Max(15, steps)} steps,", window.Driver.ExecuteScript("return window.steps"), "limit 60");
    }
}
