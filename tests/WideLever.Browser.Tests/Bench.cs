using System.Diagnostics;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using OpenQA.Selenium.Support.UI;

namespace WideLever.Browser.Tests;

/// <summary>The built program with the demo data, and windows of a headless Chromium that look at it.</summary>
public sealed class Bench : IAsyncLifetime
{
    private readonly List<string> folders = [];
    private Process? server;

    public static string Root { get; } = FindRoot();

    public Uri Address { get; private set; } = new("http://127.0.0.1");

    public async ValueTask InitializeAsync()
    {
        var app = Path.Combine(Root, "artifacts", "app", "WideLever.Web.dll");
        server = Process.Start(new ProcessStartInfo("dotnet", [app, "demo", "--port", "0", "--data", Folder("data")]) { RedirectStandardOutput = true })!;
        while (await server.StandardOutput.ReadLineAsync() is { } line)
        {
            if (!line.StartsWith("Wide Lever is at ", StringComparison.Ordinal))
                continue;
            Address = new Uri(line["Wide Lever is at ".Length..]);
            return;
        }
        throw new InvalidOperationException("the program did not start");
    }

    public async ValueTask DisposeAsync()
    {
        server!.Kill();
        await server.WaitForExitAsync();
        server.Dispose();
        foreach (var folder in folders)
            Directory.Delete(folder, recursive: true);
    }

    public string Folder(string name)
    {
        var folder = Directory.CreateTempSubdirectory($"wide-lever-{name}-").FullName;
        folders.Add(folder);
        return folder;
    }

    public Window Open(string path = "/")
    {
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--disable-component-update", "--disable-sync", "--window-size=1280,800", $"--user-data-dir={Folder("profile")}");
        options.SetLoggingPreference(LogType.Browser, LogLevel.Warning);
        var service = ChromeDriverService.CreateDefaultService("/usr/bin");
        service.SuppressInitialDiagnosticInformation = true;
        var window = new Window(new ChromeDriver(service, options), Address);
        window.Go(path);
        return window;
    }

    /// <summary>What the command line prints for a record file.</summary>
    public static async Task<JsonNode> ScoreAsync(string file)
    {
        using var process = Process.Start(new ProcessStartInfo("dotnet", [Path.Combine(Root, "artifacts", "app", "WideLever.Web.dll"), "score", file]) { RedirectStandardOutput = true })!;
        var output = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        return JsonNode.Parse(output)![0]!;
    }

    public static string Example(string name) => Path.Combine(Root, "tests", "examples", $"{name}.json");

    private static string FindRoot()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "WideLever.slnx")))
            folder = folder.Parent ?? throw new InvalidOperationException("the project's root was not found");
        return folder.FullName;
    }
}

/// <summary>One window, used as a person would: by names that are read out, by keys and by clicks.</summary>
public sealed class Window(ChromeDriver driver, Uri address) : IDisposable
{
    public ChromeDriver Driver { get; } = driver;

    public void Dispose() => Driver.Quit();

    public void Go(string path)
    {
        Driver.Navigate().GoToUrl(new Uri(address, path));
        Find("main h1, main h2");
    }

    public IWebElement Find(string css) => Until(() => Driver.FindElements(By.CssSelector(css)).FirstOrDefault(element => element.Displayed), css);

    /// <summary>A button, link or other thing to press, by its text or its name.</summary>
    public IWebElement Named(string name, string within = "") => Until(
        () => Driver.FindElements(By.CssSelector($"{within} button, {within} a, {within} [role=link]"))
            .FirstOrDefault(element => element.Displayed && IsNamed(element, name)),
        $"{within} {name}");

    /// <summary>By its whole text, by the text before a count on a line of its own, or by the name that is read out.</summary>
    private static bool IsNamed(IWebElement element, string name)
    {
        var text = element.Text.Trim();
        return text.Replace("\n", "", StringComparison.Ordinal) == name || text.Split('\n')[0] == name || element.GetAttribute("aria-label") == name;
    }

    public void Press(string name, string within = "")
    {
        for (var tries = 0; ; tries++)
        {
            try
            {
                var element = Named(name, within);
                Driver.ExecuteScript("arguments[0].scrollIntoView({block: 'center'})", element);
                element.Click();
                return;
            }
            catch (Exception exception) when (tries < 20 && exception is StaleElementReferenceException or ElementClickInterceptedException)
            {
                // The page drew itself anew, or a dialog is still opening: a person would press a moment later.
                Thread.Sleep(100);
            }
        }
    }

    /// <summary>Types into the field of a name.</summary>
    public void Type(string field, string text)
    {
        var input = Find($"input[aria-label=\"{field}\"]");
        input.SendKeys(Keys.Control + "a");
        input.SendKeys(Keys.Delete);
        input.SendKeys(text);
    }

    /// <summary>Chooses an option in the list of a name, by keys alone.</summary>
    public void Choose(string field, string option)
    {
        // The list's own input is a sliver beside what it shows: it is focused as a key would, not pointed at.
        var input = Until(() => Driver.FindElements(By.CssSelector($"input[aria-label=\"{field}\"]")).FirstOrDefault(), field);
        Driver.ExecuteScript("arguments[0].scrollIntoView({block: 'center'}); arguments[0].focus()", input);
        new Actions(Driver).SendKeys(option).Perform();
        Until(() => Driver.FindElements(By.CssSelector(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option-active")).FirstOrDefault(element => element.Displayed), option);
        new Actions(Driver).SendKeys(Keys.Enter).Perform();
    }

    public string Text(string css = "main") => Find(css).Text;

    public void WaitForText(string text, string css = "body") =>
        Until(() => Driver.FindElements(By.CssSelector(css)).FirstOrDefault(element => element.Text.Contains(text, StringComparison.Ordinal)), $"\"{text}\" in {css}");

    public void WaitForGone(string text, string css) =>
        Until(() => Driver.FindElements(By.CssSelector(css)).All(element => !element.Text.Contains(text, StringComparison.Ordinal)) ? this : null, $"no \"{text}\" in {css}");

    /// <summary>Serious findings of axe-core on what is in view.</summary>
    public IReadOnlyList<string> SeriousFindings()
    {
        Driver.ExecuteScript(File.ReadAllText(Path.Combine(Bench.Root, "frontend", "node_modules", "axe-core", "axe.min.js")));
        var found = Driver.ExecuteAsyncScript(
            """
            const done = arguments[arguments.length - 1];
            axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] }).then((result) => done(JSON.stringify(
              result.violations.filter((one) => ['serious', 'critical'].includes(one.impact)).map((one) => `${one.id}: ${one.nodes.slice(0, 3).map((node) => node.html.slice(0, 200) + ' ' + (node.any[0] ? node.any[0].message : '')).join(' | ')}`))));
            """);
        return [.. JsonNode.Parse((string)found!)!.AsArray().Select(one => (string)one!)];
    }

    /// <summary>
    /// What the page complained of: a blocked style or script, a failed request. Not counted is one style that the component
    /// library makes for itself when a dialog opens, to measure the scroll bar: the policy blocks it, and the browser's own measure is taken.
    /// </summary>
    public IReadOnlyList<string> Complaints() =>
        [.. Driver.Manage().Logs.GetLog(LogType.Browser).Select(entry => entry.Message).Where(message => !message.Contains("Applying inline style", StringComparison.Ordinal))];

    private T Until<T>(Func<T?> find, string what) where T : class
    {
        var wait = new WebDriverWait(Driver, TimeSpan.FromSeconds(15)) { PollingInterval = TimeSpan.FromMilliseconds(50), Message = $"waited for {what} at {Driver.Url}" };
        wait.IgnoreExceptionTypes(typeof(StaleElementReferenceException));
        return wait.Until(_ => find())!;
    }
}
