using System.Collections.Concurrent;
using System.Drawing;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

[assembly: AssemblyFixture(typeof(WideLever.Browser.Tests.Browsers))]

namespace WideLever.Browser.Tests;

/// <summary>Browsers, each used by one test at a time: starting one takes longer than most tests do.</summary>
public sealed class Browsers : IDisposable
{
    private static readonly Size Reference = new(1280, 800);

    private readonly ConcurrentDictionary<Uri, ConcurrentBag<ChromeDriver>> idle = [];

    public void Dispose()
    {
        foreach (var driver in idle.Values.SelectMany(rested => rested))
            driver.Quit();
    }

    /// <summary>A browser that knows nothing of what was done in it before; one that has the page compiled, if there is one.</summary>
    public ChromeDriver Take(Uri address)
    {
        foreach (var bag in idle.Where(bag => bag.Key == address).Concat(idle))
        {
            if (bag.Value.TryTake(out var rested))
                return rested;
        }
        var options = new ChromeOptions { BinaryLocation = "/usr/lib/chromium/chromium-headless-shell" };
        options.AddArguments(
            "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--disable-component-update", "--disable-sync", "--force-prefers-reduced-motion", "--use-fake-device-for-media-stream", "--use-fake-ui-for-media-stream",
            $"--window-size={Reference.Width},{Reference.Height}");
        options.SetLoggingPreference(LogType.Browser, LogLevel.Warning);
        var service = ChromeDriverService.CreateDefaultService("/usr/bin");
        service.SuppressInitialDiagnosticInformation = true;
        var driver = new ChromeDriver(service, options, Bench.Patience);
        driver.Manage().Timeouts().AsynchronousJavaScript = Bench.Patience;
        return driver;
    }

    /// <summary>
    /// Takes a browser back: all its tabs but one are closed, and what the page kept in it is forgotten. The one stays with the program: in a
    /// new tab, or after a blank page, the next test would pay for another process and for the page to be compiled anew, which is more than
    /// loading it.
    /// </summary>
    public void GiveBack(ChromeDriver driver, Uri address)
    {
        try
        {
            var (kept, others) = (driver.WindowHandles[0], driver.WindowHandles.Skip(1));
            foreach (var tab in others)
                driver.SwitchTo().Window(tab).Close();
            driver.SwitchTo().Window(kept);
            driver.Navigate().GoToUrl(new Uri(address, "health"));
            driver.ExecuteScript("sessionStorage.clear()");
            driver.ExecuteCdpCommand("Storage.clearDataForOrigin", new() { ["origin"] = address.GetLeftPart(UriPartial.Authority), ["storageTypes"] = "all" });
            driver.ExecuteCdpCommand("Emulation.clearDeviceMetricsOverride", []);
            driver.Manage().Window.Size = Reference;
            driver.Manage().Logs.GetLog(LogType.Browser);
        }
        catch (WebDriverException)
        {
            // Its program is gone, and it with it: the test has said so.
            driver.Quit();
            return;
        }
        idle.GetOrAdd(address, _ => []).Add(driver);
    }
}
