using OpenQA.Selenium;

namespace WideLever.Browser.Tests;

/// <summary>axe-core and the page's own policy on every screen, in the light and the dark theme.</summary>
public sealed class AccessTests(Bench bench) : IClassFixture<Bench>
{
    public static TheoryData<string> Screens =>
    [
        "/", "/compare", "/compare?view=pair", "/rubrics", "/units/cr14-2a7/intake", "/units/cr14-2a7/bench", "/units/cr14-2a7/parts", "/units/cr14-2a7/verdict", "/units/cr14-2a7/verdict?view=way-in",
        "/units/cr14-2a7/verdict?view=ledger", "/units/cr14-2a7/verdict?view=reasons", "/units/cr14-2a7/verdict?view=what-if", "/units/oh11-r/verdict?view=doubt",
        "/units/cr14-2a7/verdict?view=effort", "/units/oh11-r/verdict", "/units/cr14-2a7/plan?for=battery,fan", "/units/cr14-2a7/plan?view=upgrade", "/units/cr14-2a7/plan?view=symptom", "/units/cr14-2a7/plan?view=years",
        "/units/none/verdict", "/nowhere", "/devices/pedal.html",
    ];

    [Theory]
    [MemberData(nameof(Screens))]
    public void Axe_finds_nothing_serious_on_any_screen_in_either_theme(string screen)
    {
        using var window = bench.Open(screen);
        if (screen.EndsWith("cr14-2a7/verdict", StringComparison.Ordinal))
            window.Find(".summary-text");
        if (screen.EndsWith("view=way-in", StringComparison.Ordinal))
        {
            window.Find(".way-mark[role=button][aria-label^='memory a']").Click();
            window.WaitForText("Second-best way", ".ways");
        }
        if (screen.EndsWith("view=what-if", StringComparison.Ordinal))
        {
            window.Find(".changes label").Click();
            window.Find(".way-in");
        }
        if (screen.EndsWith("view=ledger", StringComparison.Ordinal))
        {
            window.Press("As a table");
            window.Press("+Memory", ".kinds");
            window.WaitForText("Second-best way", ".kind-details");
        }
        if (screen.EndsWith("bench", StringComparison.Ordinal))
        {
            window.Press("By hand");
            window.Press("+ Screws");
            window.Press("+ Bond");
        }
        window.SeriousFindings().ShouldBeEmpty();
        if (!screen.StartsWith("/devices", StringComparison.Ordinal))
        {
            // A usual window, 200 % zoom of it, and the narrowest that must do.
            foreach (var (width, height) in new[] { (1280, 800), (640, 400), (320, 640) })
                window.Narrow(width, height).ShouldBeEmpty($"{width} × {height}");
            window.Driver.ExecuteCdpCommand("Emulation.clearDeviceMetricsOverride", []);
            window.Press("Dark theme");
            window.Named("Light theme");
            window.SeriousColours().ShouldBeEmpty("dark");
        }
        window.Complaints().Where(complaint => !complaint.Contains("/api/units/none", StringComparison.Ordinal)).ShouldBeEmpty();
    }

    [Theory]
    [InlineData("New unit")]
    [InlineData("Import a record")]
    public void Dialogs_take_the_focus_give_it_back_and_have_nothing_serious(string dialog)
    {
        using var window = bench.Open();
        window.Press(dialog);
        window.Find(".ant-modal");
        window.SeriousFindings().ShouldBeEmpty();
        window.Driver.SwitchTo().ActiveElement().SendKeys(Keys.Escape);
        window.Until(() => window.Driver.SwitchTo().ActiveElement().Text == dialog ? window : null, "the focus where it was");
    }

    [Fact]
    public void Every_screen_has_a_title_of_its_own_that_says_where_one_is()
    {
        using var window = bench.Open();
        var titles = new[] { "/", "/compare", "/compare?view=odds", "/rubrics", "/units/cr14-2a7/intake", "/units/cr14-2a7/bench", "/units/cr14-2a7/parts", "/units/cr14-2a7/verdict", "/units/cr14-2a7/plan", "/units/oh11-r/bench" }.Select(screen =>
        {
            window.Go(screen);
            return window.Driver.Title;
        }).ToList();
        titles.Distinct().Count().ShouldBeGreaterThanOrEqualTo(titles.Count - 1, string.Join(" | ", titles));
        titles.ShouldAllBe(title => title.Contains("Wide Lever"));
        titles[^1].ShouldContain("OH11-R");
    }

    [Fact]
    public void A_part_form_has_nothing_serious()
    {
        using var window = bench.Open("/units/cr14-2a7/parts");
        window.Press("Change battery");
        window.Find(".ant-modal input[aria-label='Capacity fitted, Wh']");
        window.SeriousFindings().ShouldBeEmpty();
    }

    [Theory]
    [InlineData(1024)]
    [InlineData(400)]
    public void Nothing_runs_out_of_a_narrower_window(int width)
    {
        using var window = bench.Open();
        foreach (var screen in new[] { "/", "/units/cr14-2a7/verdict" })
        {
            window.Driver.Manage().Window.Size = new(width, 800);
            window.Go(screen);
            var over = (long)window.Driver.ExecuteScript("return document.documentElement.scrollWidth - document.documentElement.clientWidth")!;
            over.ShouldBeLessThanOrEqualTo(0, screen);
        }
    }
}
