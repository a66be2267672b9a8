using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Builder;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using OpenQA.Selenium.Support.UI;
using WideLever.Storage;
using WideLever.Web.Commands;
using WideLever.Web.Hosting;

namespace WideLever.Browser.Tests;

/// <summary>The program with the demo data, in this process, and windows of a headless Chromium that look at it.</summary>
public class Bench(Browsers browsers) : IAsyncLifetime
{
    /// <summary>What all have in common: the stand-in catalogue, and the front end beside the program, where it is looked for.</summary>
    /// <summary>How long is waited for what must come: no limit on time decides a test that is not about time.</summary>
    internal static readonly TimeSpan Patience = TimeSpan.FromMinutes(3);

    private static readonly Lazy<Task> Common = new(async () =>
    {
        var link = Path.Combine(AppContext.BaseDirectory, "wwwroot");
        // The one of an earlier run may lead nowhere by now.
        File.Delete(link);
        Directory.CreateSymbolicLink(link, Path.Combine(Path.GetDirectoryName(App)!, "wwwroot"));
        await ServeCommand.CatalogueAsync(CancellationToken.None);
    });

    private readonly List<string> folders = [];
    private DataFolder? held;
    private WebApplication? app;

    public static string Root { get; } = FindRoot();

    /// <summary>The program under test, with the built front end beside it.</summary>
    public static string App { get; } = Path.Combine(Root, "artifacts", Environment.GetEnvironmentVariable("WIDE_LEVER_APP") ?? "app", "WideLever.Web.dll");

    public Uri Address { get; protected set; } = new("http://127.0.0.1");

    /// <summary>What a script or device must show.</summary>
    public string Token { get; private set; } = "";

    /// <summary>The data folder.</summary>
    protected string Data { get; private set; } = "";

    /// <summary>The watched folder of the bench camera.</summary>
    public string Camera { get; private set; } = "";

    public async ValueTask InitializeAsync()
    {
        Data = Folder("data");
        Camera = Folder("camera");
        await StartAsync();
        Token = await File.ReadAllTextAsync(Path.Combine(Data, "token"));
    }

    public async ValueTask DisposeAsync()
    {
        await StopAsync();
        foreach (var folder in folders)
            Directory.Delete(folder, recursive: true);
        GC.SuppressFinalize(this);
    }

    /// <summary>Starts the program here: a process for every class of tests would compile the same for seconds each.</summary>
    protected virtual async Task StartAsync()
    {
        await Common.Value;
        held = DataFolder.Hold(Data);
        app = WebHost.Build(0, held, Camera);
        await ServeCommand.StartAsync(app, demo: true, CancellationToken.None);
        Address = new(app.Urls.First());
    }

    /// <summary>Stops it in order.</summary>
    protected virtual async Task StopAsync()
    {
        await app!.StopAsync();
        await app.DisposeAsync();
        held!.Dispose();
    }

    /// <summary>A unit of its own with nothing logged.</summary>
    public async Task<string> FreshAsync(string code, string? record = null)
    {
        using var http = Http();
        var body = record is null
            ? JsonContent.Create(new { unit = new { maker = "Skerrow", model = $"Beck {code}", modelCode = code, @class = "mainstream" }, teardown = new { date = "2026-10-03", bench = "Bench 1" } })
            : (HttpContent)new StringContent(record, new MediaTypeHeaderValue("application/json"));
        using var answer = await http.PostAsync(record is null ? "/api/units" : "/api/records", body, TestContext.Current.CancellationToken);
        answer.IsSuccessStatusCode.ShouldBeTrue(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
        return (string)JsonNode.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!["id"]!;
    }

    /// <summary>Puts so many units more on the shelf.</summary>
    public async Task FillAsync(int count)
    {
        var example = JsonNode.Parse(await File.ReadAllTextAsync(Example("1-two-routes"), TestContext.Current.CancellationToken))!;
        for (var i = 0; i < count; i++)
        {
            example["unit"]!["modelCode"] = $"GRID-{i}";
            await FreshAsync($"GRID-{i}", example.ToJsonString());
        }
    }

    /// <summary>A client that shows the token, as a script does.</summary>
    public HttpClient Http()
    {
        var http = new HttpClient { BaseAddress = Address };
        http.DefaultRequestHeaders.Authorization = new("Bearer", Token);
        // A script that sets the scene has seen whatever stands.
        http.DefaultRequestHeaders.Add("If-Match", "*");
        return http;
    }

    /// <summary>The record of a unit, as a file has it.</summary>
    /// <param name="unitId">The unit.</param>
    /// <param name="once">What is waited for in it, of an edit that may still be on its way; null: nothing.</param>
    public async Task<JsonNode> RecordAsync(string unitId, Func<JsonNode, bool>? once = null)
    {
        using var http = Http();
        var since = Stopwatch.GetTimestamp();
        while (true)
        {
            var record = JsonNode.Parse(await http.GetStringAsync($"/api/units/{unitId}/record", TestContext.Current.CancellationToken))!;
            if (once is null || once(record) || Stopwatch.GetElapsedTime(since) > Bench.Patience)
                return record;
            await Task.Delay(50, TestContext.Current.CancellationToken);
        }
    }

    /// <summary>A bench on which the first caution was seen.</summary>
    public Window OpenFresh(string unitId)
    {
        var window = Open($"/units/{unitId}/bench");
        window.Press("Seen and done");
        window.Find("[data-line]");
        return window;
    }

    public string Folder(string name)
    {
        var folder = Directory.CreateTempSubdirectory($"wide-lever-{name}-").FullName;
        folders.Add(folder);
        return folder;
    }

    public Window Open(string path = "/")
    {
        var window = new Window(browsers, browsers.Take(Address), Address);
        window.Go(path);
        return window;
    }

    /// <summary>What the command line prints for a record file.</summary>
    public static async Task<JsonNode> ScoreAsync(string file)
    {
        using var process = Process.Start(new ProcessStartInfo("dotnet", [App, "score", file]) { RedirectStandardOutput = true })!;
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

/// <summary>The same with the built program in a process of its own, which can be killed and started again.</summary>
public sealed class BenchApart(Browsers browsers) : Bench(browsers)
{
    private Process? server;

    protected override Task StartAsync() => StartAsync(0);

    /// <summary>Starts it again where it was, over the same data.</summary>
    public Task StartAgainAsync() => StartAsync(Address.Port);

    private async Task StartAsync(int port)
    {
        (server, Address) = await ServeAsync("demo", "--port", $"{port}", "--data", Data, "--photos", Camera);
    }

    protected override Task StopAsync() => KillAsync();

    /// <summary>Stops the program in the middle of whatever it does.</summary>
    public async Task KillAsync()
    {
        server!.Kill();
        await server.WaitForExitAsync();
        server.Dispose();
    }

    /// <summary>Starts the program; it is there once it said where.</summary>
    internal static async Task<(Process Server, Uri Address)> ServeAsync(params IReadOnlyList<string> arguments)
    {
        var server = Process.Start(new ProcessStartInfo("dotnet", [App, .. arguments]) { RedirectStandardOutput = true })!;
        while (await server.StandardOutput.ReadLineAsync() is { } line)
        {
            if (line.StartsWith("Wide Lever is at ", StringComparison.Ordinal))
                return (server, new Uri(line["Wide Lever is at ".Length..]));
        }
        throw new InvalidOperationException("the program did not start");
    }
}

/// <summary>The program over an empty data folder, for whoever begins.</summary>
public sealed class EmptyHouse : IAsyncDisposable
{
    private readonly Process server;

    private EmptyHouse(Process server, Uri address) => (this.server, Address) = (server, address);

    public Uri Address { get; }

    public static async Task<EmptyHouse> StartAsync(string data)
    {
        var (server, address) = await BenchApart.ServeAsync("run", "--port", "0", "--data", data);
        return new(server, address);
    }

    public async ValueTask DisposeAsync()
    {
        server.Kill();
        await server.WaitForExitAsync();
        server.Dispose();
    }
}

/// <summary>One window, used as a person would: by names that are read out, by keys and by clicks.</summary>
public sealed class Window(Browsers browsers, ChromeDriver driver, Uri address) : IDisposable
{
    private static readonly string Axe = File.ReadAllText(Path.Combine(Bench.Root, "frontend", "node_modules", "axe-core", "axe.min.js"));

    public ChromeDriver Driver { get; } = driver;

    public void Dispose() => browsers.GiveBack(Driver, address);

    public void Go(string path)
    {
        Driver.Navigate().GoToUrl(new Uri(address, path));
        Find("main h1, main h2");
    }

    public IWebElement Find(string css) => UntilSeen<IWebElement>("[...document.querySelectorAll(asked[0])].find(isSeen)", css, css);

    /// <summary>A button, link or other thing to press, by its text or its name.</summary>
    public IWebElement Named(string name, string within = "") => UntilSeen<IWebElement>(ByName, $"{within} {name}", Pressed(within), name);

    private static string Pressed(string within) => $"{within} button, {within} a, {within} [role=link]";

    /// <summary>By its whole text, by the text before a count on a line of its own, or by the name that is read out.</summary>
    private const string ByName =
        """
        [...document.querySelectorAll(asked[0])].find((one) => {
          if (!isSeen(one)) return false;
          const text = (one.innerText ?? one.textContent).trim();
          return text.replaceAll('\n', '') === asked[1] || text.split('\n')[0] === asked[1] || one.getAttribute('aria-label') === asked[1];
        })
        """;

    /// <summary>Presses it where a person would: in its middle, once it is in view, at rest, and nothing lies over it. Where it moved away under the pointer, with an answer that came, it is pressed again.</summary>
    public void Press(string name, string within = "") => Until(() =>
    {
        var point = UntilSeen<IReadOnlyList<object>>(
            $$"""
            (() => {
              const one = {{ByName}};
              if (one === undefined) return null;
              one.scrollIntoView({ block: 'center' });
              const box = one.getClientRects()[0], x = Math.floor(box.x + box.width / 2), y = Math.floor(box.y + box.height / 2);
              const came = last;
              last = `${x} ${y}`;
              // At rest is what is in the same place twice.
              changed = came !== last;
              if (changed || !one.contains(document.elementFromPoint(x, y))) return null;
              window.pressed = false;
              // Drawn anew between the look and the click it is another element of the same name, and was pressed all the same.
              window.addEventListener('click', (event) => {
                const hit = event.target.closest?.(asked[0]);
                window.pressed ||= one.contains(event.target) || hit?.getAttribute('aria-label') === asked[1] || hit?.innerText.trim().split('\n')[0] === asked[1];
              }, { capture: true, once: true });
              return [x, y];
            })()
            """, $"{within} {name}, to be pressed", Pressed(within), name);
        var (mouse, press) = (new PointerInputDevice(PointerKind.Mouse), new ActionBuilder());
        press.AddAction(mouse.CreatePointerMove(CoordinateOrigin.Viewport, (int)(long)point[0], (int)(long)point[1], TimeSpan.Zero))
            .AddAction(mouse.CreatePointerDown(MouseButton.Left)).AddAction(mouse.CreatePointerUp(MouseButton.Left));
        Driver.PerformActions(press.ToActionSequenceList());
        // Of a page that is gone with the press nothing is known, and it was pressed.
        return (bool)Driver.ExecuteScript("return window.pressed !== false")! ? this : null;
    }, $"{within} {name}, pressed");

    /// <summary>Writes into the field of a name, over what stands there.</summary>
    public void Type(string field, string text)
    {
        var input = Find($"input[aria-label=\"{field}\"]");
        Driver.ExecuteScript("arguments[0].focus(); arguments[0].select()", input);
        Write(input, text);
    }

    /// <summary>
    /// Writes where the caret is: keys such as Enter are pressed, the text between them comes in one piece, as dictation or an input method gives
    /// it. Key by key it costs the browser, the page and the program forty times as much, which is paid where the keys are what is looked at.
    /// </summary>
    public void Write(IWebElement into, string text)
    {
        foreach (var run in Regex.Split(text, "([\uE000-\uF8FF]+)").Where(run => run.Length > 0))
        {
            if (run[0] is >= '\uE000' and <= '\uF8FF')
                into.SendKeys(run);
            else
                Driver.ExecuteCdpCommand("Input.insertText", new() { ["text"] = run });
        }
    }

    /// <summary>Keys pressed in the step line.</summary>
    public int KeysPressed { get; private set; }

    /// <summary>Types into the step line key by key, counting; ⇥ takes the completion once one shows, ⏎ sends the line off, which is on its way as it returns.</summary>
    public void LineByKeys(string keys) => Line(keys, (line, run) => line.SendKeys(run));

    /// <summary>The same, with the text between those keys in one piece.</summary>
    public void Line(string keys) => Line(keys, Write);

    private void Line(string keys, Action<IWebElement, string> write)
    {
        var line = Find("[data-line]");
        Driver.ExecuteScript("if (document.activeElement !== arguments[0]) { arguments[0].focus(); arguments[0].setSelectionRange(1e6, 1e6); }", line);
        KeysPressed += keys.Length;
        foreach (var run in Regex.Split(keys, "(⇥)").Where(run => run.Length > 0))
        {
            if (run == "⇥")
                Find(".completion.chosen");
            write(line, run.Replace("⇥", Keys.Tab, StringComparison.Ordinal).Replace("⏎", Keys.Enter, StringComparison.Ordinal));
        }
        if (keys.EndsWith('⏎'))
            UntilSeen<object>("document.querySelector('[data-line]')?.value === ''", $"the line \"{keys}\" to be committed");
    }

    /// <summary>Presses keys one by one on whatever has the focus, and counts them.</summary>
    public void Keyed(string keys)
    {
        KeysPressed += keys.Length;
        if (keys != "")
            new Actions(Driver).SendKeys(keys).Perform();
    }

    /// <summary>The cell of the parts grid that has the focus, such as <c>ssd 3</c>; empty: none.</summary>
    public string Cell => (string)Driver.ExecuteScript("return document.activeElement.closest('[data-cell]')?.dataset.cell ?? ''")!;

    /// <summary>Goes to a cell of the parts grid by arrows.</summary>
    public void ToCell(string row, string column)
    {
        var rows = Each(".parts-grid [data-cell$=' 0']", "one.dataset.cell.split(' ')[0]").ToList();
        var columns = Each(".parts-grid thead th", "one.innerText.trim()").Skip(1).ToList();
        var (down, right) = (rows.IndexOf(row) - rows.IndexOf(Cell.Split(' ')[0]), columns.IndexOf(column) - int.Parse(Cell.Split(' ')[1], CultureInfo.InvariantCulture));
        Keyed(string.Concat(Enumerable.Repeat(down < 0 ? Keys.ArrowUp : Keys.ArrowDown, Math.Abs(down))));
        // A row of what is not seen has one cell alone.
        if (!row.StartsWith("kind:", StringComparison.Ordinal))
            Keyed(string.Concat(Enumerable.Repeat(right < 0 ? Keys.ArrowLeft : Keys.ArrowRight, Math.Abs(right))));
        Cell.Split(' ')[0].ShouldBe(row);
    }

    /// <summary>Down through the parts grid from the cell in hand, taking what one machine offers for each row but some; what the catalogue says may come at any moment, and is left.</summary>
    public void TakeOffers(string from, params IReadOnlyCollection<string> not)
    {
        string? Offer() => (string?)Driver.ExecuteScript("return [...document.querySelectorAll('.legend-key')].find((one) => one.textContent === `Space take what ${arguments[0]} says`)?.textContent ?? null", from);
        for (var before = ""; before != Cell; Keyed(Keys.ArrowDown))
        {
            before = Cell;
            if (not.Contains(before.Split(' ')[0]) || Offer() is not { } offer)
                continue;
            Keyed(" ");
            Until(() => Offer() == offer && Cell == before ? null : this, $"what is offered at {before} to be taken");
        }
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

    public string Text(string css = "main") => (string)UntilSeen<IReadOnlyList<object>>("[...document.querySelectorAll(asked[0])].filter(isSeen).slice(0, 1).map(readIn)", css, css)[0];

    public void WaitForText(string text, string css = "body") => UntilSeen<object>("isRead(asked[0], asked[1])", $"\"{text}\" in {css}", text, css);

    public void WaitForGone(string text, string css) => UntilSeen<object>("!isRead(asked[0], asked[1])", $"no \"{text}\" in {css}", text, css);

    /// <summary>
    /// Waits in the page until something is found there. Asked from outside, every look costs a dozen messages between driver and browser.
    /// </summary>
    /// <param name="look">What is looked for, as JavaScript over <c>asked</c>; nothing, false and what is empty are not there yet.</param>
    /// <param name="what">The same in words.</param>
    /// <param name="asked">What it is asked with.</param>
    private T UntilSeen<T>(string look, string what, params object[] asked) where T : class => Until(
        () => Driver.ExecuteAsyncScript(
            $$"""
            const asked = [...arguments], done = asked.pop(), until = performance.now() + 1000;
            let last;
            const isSeen = (one) => one.getClientRects().length > 0 && one.checkVisibility({ opacityProperty: true, visibilityProperty: true });
            const readIn = (one) => (one.innerText ?? one.textContent).replace(/[\u00a0\t]/g, ' ').replace(/\n{2,}/g, '\n').trim();
            const bare = (text) => text.replace(/\s/g, '').toLowerCase();
            // What is not in the document at all is not looked for in what can be read: that needs the page to be laid out.
            const isRead = (text, css) => [...document.querySelectorAll(css)].some((one) => bare(one.textContent).includes(bare(text)) && one.innerText.replaceAll('\u00a0', ' ').includes(text));
            const look = () => {{look}};
            // Looked at again once something changed; what comes without that, such as the end of a motion, a few times a second.
            let changed = true;
            const watch = new MutationObserver(() => (changed = true));
            watch.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
            (function again(pass) {
              const now = changed || pass % 5 === 0;
              changed = false;
              const found = now && look();
              const there = found && found.length !== 0;
              if (there || performance.now() > until) {
                watch.disconnect();
                done(there ? found : null);
              } else setTimeout(again, 40, pass + 1);
            })(0);
            """, asked) as T, what);

    /// <summary>The drawing that a chart's button would save; it is caught on its way to the disk.</summary>
    public string SavedDrawing(string within = "")
    {
        Driver.ExecuteScript("window.saved = []; URL.createObjectURL = (file) => { window.saved.push(file.text()); return '#'; };");
        Press("Save as SVG", within);
        return Until(() => (string?)Driver.ExecuteAsyncScript("const done = arguments[0]; Promise.all(window.saved).then((texts) => done(texts[0] ?? null))"), "the drawing");
    }

    /// <summary>Serious findings of axe-core on what is in view.</summary>
    public IReadOnlyList<string> SeriousFindings() => Findings("tag", "wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice");

    /// <summary>Serious findings about colours alone: in another theme nothing else of a page is other than it was.</summary>
    public IReadOnlyList<string> SeriousColours() => Findings("rule", "color-contrast", "link-in-text-block");

    private List<string> Findings(string of, params string[] which)
    {
        // Colours are judged once they have come to rest.
        Until(() => (bool)Driver.ExecuteScript("return document.getAnimations().every((one) => one.effect.getComputedTiming().endTime === Infinity)")! ? this : null, "colours at rest");
        // Put into each page once.
        if ((bool)Driver.ExecuteScript("return window.axe === undefined")!)
            Driver.ExecuteScript(Axe);
        var found = Driver.ExecuteAsyncScript(
            """
            const done = arguments[arguments.length - 1];
            axe.run(document, { runOnly: { type: arguments[0], values: arguments[1] }, resultTypes: ['violations'], selectors: false }).then((result) => done(JSON.stringify(
              result.violations.filter((one) => ['serious', 'critical'].includes(one.impact)).map((one) => `${one.id}: ${one.nodes.slice(0, 3).map((node) => node.html.slice(0, 200) + ' ' + (node.any[0] ? node.any[0].message : '')).join(' | ')}`))));
            """, of, which);
        return [.. JsonNode.Parse((string)found!)!.AsArray().Select(one => (string)one!)];
    }

    /// <summary>What does not hold in a window of another size: the page runs out of it, or text is smaller than 12 px.</summary>
    public IReadOnlyList<string> Narrow(int width, int height)
    {
        Driver.ExecuteCdpCommand("Emulation.setDeviceMetricsOverride", new() { ["width"] = width, ["height"] = height, ["deviceScaleFactor"] = 1, ["mobile"] = false });
        var found = Driver.ExecuteAsyncScript(
            """
            const done = arguments[0];
            // Drawings are laid out anew for the width that they have by then.
            requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(() => {
              const found = [];
              if (document.documentElement.scrollWidth > innerWidth + 1) found.push(`the page is ${document.documentElement.scrollWidth} px wide`);
              for (const element of document.querySelectorAll('body *')) {
                if (![...element.childNodes].some((node) => node.nodeType === 3 && node.textContent.trim() !== '')) continue;
                if (element.closest('.unseen, title, script, style') || element.getBoundingClientRect().width === 0) continue;
                let size = parseFloat(getComputedStyle(element).fontSize);
                const drawing = element.closest('svg[viewBox]');
                if (drawing !== null) {
                  const box = drawing.getBoundingClientRect(), { width, height } = drawing.viewBox.baseVal;
                  size *= Math.min(box.width / width, box.height / height);
                }
                if (size < 11.9) found.push(`${size.toFixed(1)} px: ${element.textContent.trim().slice(0, 40)}`);
              }
              done(JSON.stringify(found.slice(0, 5)));
            }, 60)));
            """);
        return [.. JsonNode.Parse((string)found!)!.AsArray().Select(one => (string)one!)];
    }

    /// <summary>
    /// What the page complained of: a blocked style or script, a failed request. Not counted is one style that the component
    /// library makes for itself when a dialog opens, to measure the scroll bar: the policy blocks it, and the browser's own measure is taken.
    /// </summary>
    public IReadOnlyList<string> Complaints() =>
        [.. Driver.Manage().Logs.GetLog(LogType.Browser).Select(entry => entry.Message).Where(message => !message.Contains("Applying inline style", StringComparison.Ordinal))];

    public void WaitForValue(string line) => UntilSeen<object>("document.querySelector('[data-line]')?.value === asked[0]", $"the line \"{line}\"", line);

    /// <summary>Waits until so many steps are logged.</summary>
    public void Steps(int count) => UntilSeen<object>("document.querySelectorAll('.logged').length === asked[0]", $"{count} steps", count);

    /// <summary>Opens a logged step to what can be done to it.</summary>
    public void Step(string title)
    {
        var head = UntilSeen<IWebElement>("[...document.querySelectorAll('.logged-head')].find((one) => one.querySelector('.logged-title').innerText.trim() === asked[0])", title, title);
        if (head.GetDomAttribute("aria-expanded") == "false")
            head.Click();
        Find(".step-tools");
    }

    public IReadOnlyList<string> Titles() => Each(".logged-title", "one.innerText.trim()");

    /// <summary>A text of each element of a selector, asked in one go.</summary>
    private IReadOnlyList<string> Each(string css, string text) =>
        [.. ((IEnumerable<object>)Driver.ExecuteScript($"return [...document.querySelectorAll(arguments[0])].map((one) => {text})", css)!).Cast<string>()];

    /// <summary>Shows a panel beside the steps.</summary>
    public void Tab(string panel) => UntilSeen<IWebElement>("[...document.querySelectorAll('.panel-tab')].find((one) => one.innerText.trim().startsWith(asked[0]))", panel, panel).Click();

    /// <summary>A row of what is missing, with the focus on it.</summary>
    public IWebElement Row(string text)
    {
        var row = UntilSeen<IWebElement>("[...document.querySelectorAll('[data-row]')].find((one) => readIn(one).includes(asked[0]))", text, text);
        Driver.ExecuteScript("arguments[0].scrollIntoView({block: 'center'}); arguments[0].focus()", row);
        return row;
    }

    /// <summary>Drops a file on the bench.</summary>
    public void Drop(byte[] file) => Give(file, "new DragEvent('drop', { bubbles: true, dataTransfer: files })");

    /// <summary>Pastes a picture into the line.</summary>
    public void Paste(byte[] file) => Give(file, "new ClipboardEvent('paste', { bubbles: true, clipboardData: files })");

    private void Give(byte[] file, string happened) => Driver.ExecuteScript(
        $$"""
        const files = new DataTransfer();
        files.items.add(new File([Uint8Array.from(atob(arguments[0]), (c) => c.charCodeAt(0))], 'given'));
        document.querySelector('[data-line]').dispatchEvent({{happened}});
        """, Convert.ToBase64String(file));

    public void WaitForPhotos(int count) =>
        UntilSeen<object>("[...document.querySelectorAll('.panel-tab')].some((one) => readIn(one).replace(/\\s+/g, ' ').includes(asked[0]))", $"{count} photos", $"Photos {count}");

    public T Until<T>(Func<T?> find, string what) where T : class
    {
        var wait = new WebDriverWait(Driver, Bench.Patience) { PollingInterval = TimeSpan.FromMilliseconds(50) };
        // The page drew itself anew, or another one came, while it was looked at.
        wait.IgnoreExceptionTypes(typeof(StaleElementReferenceException), typeof(JavaScriptException));
        try
        {
            return wait.Until(_ => find())!;
        }
        catch (WebDriverTimeoutException exception)
        {
            throw new WebDriverTimeoutException($"waited for {what} at {Driver.Url}, as seen in {Saved()}", exception);
        }
    }

    /// <summary>The page as it stands, in a picture and its text, for whoever asks why a test failed.</summary>
    private string Saved()
    {
        var name = Path.Combine(Directory.CreateDirectory(Path.Combine(Bench.Root, "artifacts", "failures")).FullName, $"{DateTime.UtcNow:HHmmss}-{Guid.NewGuid():N}"[..15]);
        Driver.GetScreenshot().SaveAsFile($"{name}.png");
        var page = "const under = document.activeElement; return [innerWidth, innerHeight, scrollY, under.outerHTML.slice(0, 300), document.body.innerText, document.querySelector('main')?.outerHTML].join('\\n')";
        File.WriteAllLines($"{name}.txt", [(string)Driver.ExecuteScript(page)!, .. Complaints()]);
        return $"{name}.png";
    }
}
