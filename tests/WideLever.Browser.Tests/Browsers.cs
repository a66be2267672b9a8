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

    private readonly ConcurrentBag<ChromeDriver> idle = [];
    private readonly ConcurrentBag<string> profiles = [];

    public void Dispose()
    {
        foreach (var driver in idle)
            driver.Quit();
        foreach (var profile in profiles)
            Directory.Delete(profile, recursive: true);
    }

    /// <summary>A browser that knows nothing of what was done in it before.</summary>
    public ChromeDriver Take()
    {
        if (idle.TryTake(out var rested))
            return rested;
        var profile = Directory.CreateTempSubdirectory("wide-lever-profile-").FullName;
        profiles.Add(profile);
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--disable-component-update", "--disable-sync", "--force-prefers-reduced-motion", "--use-fake-device-for-media-stream", "--use-fake-ui-for-media-stream",
            $"--window-size={Reference.Width},{Reference.Height}", $"--user-data-dir={profile}");
        options.SetLoggingPreference(LogType.Browser, LogLevel.Warning);
        var service = ChromeDriverService.CreateDefaultService("/usr/bin");
        service.SuppressInitialDiagnosticInformation = true;
        return new ChromeDriver(service, options);
    }

    /// <summary>Takes a browser back: its tabs are closed, and what the page kept in it is forgotten.</summary>
    public void GiveBack(ChromeDriver driver, Uri address)
    {
        var used = driver.WindowHandles;
        driver.SwitchTo().NewWindow(WindowType.Tab);
        var fresh = driver.CurrentWindowHandle;
        foreach (var tab in used)
            driver.SwitchTo().Window(tab).Close();
        driver.SwitchTo().Window(fresh);
        driver.ExecuteCdpCommand("Storage.clearDataForOrigin", new() { ["origin"] = address.GetLeftPart(UriPartial.Authority), ["storageTypes"] = "all" });
        driver.Manage().Window.Size = Reference;
        driver.Manage().Logs.GetLog(LogType.Browser);
        idle.Add(driver);
    }
}
