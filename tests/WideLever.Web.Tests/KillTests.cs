using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using SkiaSharp;
using WideLever.Core.Tests;
using WideLever.Interchange;
using static WideLever.Web.Tests.Served;

namespace WideLever.Web.Tests;

/// <summary>
/// The server is killed while three windows commit lines, take them back and add photos, and a fourth brings records in, takes units off the shelf
/// and puts them back, edits, begins variants and teardowns, signs, sets keys and switches rubrics. Whatever was acknowledged is there, whole, and
/// the start after it needs no hand. Ten kills; in <c>soak</c> two hundred.
/// </summary>
public sealed class KillTests(ITestOutputHelper output) : IDisposable
{
    private const int Seed = 20_261_126;
    private const int RoundsAUnit = 5;

    private readonly string folder = Directory.CreateTempSubdirectory("wide-lever-kill-").FullName;
    private readonly Counts sent = new();

    public void Dispose() => Directory.Delete(folder, recursive: true);

    private sealed class Counts
    {
        public int Lines;
        public int Undone;
        public int Photos;
        public int Stale;
        public int Acts;

        public int All => Lines + Undone + Photos + Acts;

        public bool OfEach(int kills) => Lines > kills && Undone > kills / 2 && Photos > kills / 2 && Acts > kills;
    }

    /// <summary>What the fourth window was told is done; what it asked for and was not told of may be either way.</summary>
    private sealed class Desk
    {
        public HashSet<string> There { get; } = [];

        public HashSet<string> Away { get; } = [];

        public Dictionary<string, HashSet<double>> Prices { get; } = [];

        public HashSet<string> Rubrics { get; } = ["House rubric"];

        /// <summary>What the first key may be set to; 0: as it ships.</summary>
        public HashSet<int> Keys { get; } = [0];

        public Dictionary<string, int> Signed { get; } = [];

        public Dictionary<string, int> Teardowns { get; } = [];
    }

    /// <summary>What a unit's teardown must hold and must not hold, by what was acknowledged.</summary>
    private sealed class Acknowledged(string unitId, string teardownId)
    {
        public string UnitId { get; } = unitId;

        public string TeardownId { get; } = teardownId;

        public HashSet<string> Steps { get; } = [];

        public HashSet<string> Gone { get; } = [];

        public HashSet<string> Photos { get; } = [];
    }

    [Fact]
    public async Task Killed_at_any_moment_nothing_that_was_acknowledged_is_lost_or_torn()
    {
        var random = new Random(Seed);
        var units = new List<Acknowledged>();
        var desk = new Desk();
        var (process, address) = await ServeAsync("run", "--port", "0", "--data", folder);
        var token = await File.ReadAllTextAsync(Path.Combine(folder, "token"));
        var slowest = TimeSpan.Zero;
        var kills = Math.Max(4, Long.Of(10));
        for (var round = 0; round < kills; round++)
        {
            if (round % RoundsAUnit == 0)
                units.Add(await NewUnitAsync(address, token, round));
            var writers = Enumerable.Range(0, 3).Select(window => WriteAsync(address, token, $"w{window}r{round}", units[^1])).ToList();
            writers.Add(ActAsync(address, token, desk, new Random(Seed + round)));
            // In the middle of work, however busy the machine is: after some acts, and in the last round after some of each sort.
            var (some, watch) = (sent.All + random.Next(6, 30), Stopwatch.StartNew());
            while (watch.Elapsed < TimeSpan.FromMinutes(1) && (sent.All < some || (round == kills - 1 && !sent.OfEach(kills))))
                await Task.Delay(5);
            await Task.Delay(random.Next(0, 120));
            process.Kill();
            await ExitAsync(process);
            process.Dispose();
            await Task.WhenAll(writers);
            var start = Stopwatch.StartNew();
            (process, address) = await ServeAsync("run", "--port", "0", "--data", folder);
            slowest = TimeSpan.FromTicks(Math.Max(slowest.Ticks, start.ElapsedTicks * TimeSpan.TicksPerSecond / Stopwatch.Frequency));
            // Not before the start, which shall find what the kill left.
            Integrity().ShouldBe("ok", $"round {round}");
            await LookAsync(address, units[^1], round);
            await LookAsync(address, desk, round);
        }
        foreach (var unit in units)
            await LookAsync(address, unit, kills);
        process.Kill();
        await ExitAsync(process);
        process.Dispose();
        sent.OfEach(kills).ShouldBeTrue($"{sent.Lines} lines, {sent.Photos} photos, {sent.Undone} taken back and {sent.Acts} other acts are too few to show anything");
        output.WriteLine($"{kills} kills: {sent.Lines} lines committed, {sent.Undone} taken back, {sent.Photos} photos, {sent.Acts} other acts, {sent.Stale} refused as stale; none lost, none torn, integrity clean; slowest start {slowest.TotalSeconds:F1} s");
    }

    private static async Task<Acknowledged> NewUnitAsync(Uri address, string token, int round)
    {
        using var window = Window(address, token, "maker");
        using var answer = await window.PostAsJsonAsync("/api/units", new
        {
            unit = new { maker = "Orrest", model = "Kill", modelCode = string.Create(CultureInfo.InvariantCulture, $"KILL-{round}") },
            teardown = new { date = "2026-11-24", bench = "Bench 1" },
        });
        var id = (string)(await JsonOfAsync(answer))["id"]!;
        using var unit = await window.GetAsync($"/api/units/{id}");
        return new(id, (string)(await JsonOfAsync(unit))["teardownId"]!);
    }

    private static async Task<JsonNode> JsonOfAsync(HttpResponseMessage answer) => JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;

    /// <summary>Changes one teardown until the server is gone.</summary>
    private async Task WriteAsync(Uri address, string token, string windowId, Acknowledged unit)
    {
        using var window = Window(address, token, windowId);
        string? last = null;
        try
        {
            for (var turn = 1; ; turn++)
            {
                if (turn % 5 == 0 && last is not null)
                    last = await UndoAsync(window, unit, last);
                else if (turn % 4 == 0)
                    last = await AddPhotoAsync(window, unit);
                else
                    last = await CommitAsync(window, unit, $"{windowId}-{turn}", withPart: turn % 3 == 0) ?? last;
            }
        }
        catch (Exception exception) when (exception is HttpRequestException or IOException or SocketException)
        {
            // Killed in the middle of a request, or while it was being connected to: nothing was acknowledged.
        }
    }

    /// <summary>Every other kind of act, one after the other, until the server is gone.</summary>
    private async Task ActAsync(Uri address, string token, Desk desk, Random random)
    {
        using var window = Window(address, token, "desk");
        try
        {
            using (var kept = await window.PostAsync("/api/rubrics", new StringContent(Other, Encoding.UTF8, "application/json")))
                kept.StatusCode.ShouldBe(HttpStatusCode.OK);
            for (; ; Interlocked.Increment(ref sent.Acts))
            {
                var unit = desk.There.Count == 0 ? null : desk.There.ElementAt(random.Next(desk.There.Count));
                switch (unit is null ? 0 : random.Next(9))
                {
                    case 0:
                        using (var brought = await window.PostAsync("/api/records", new StringContent(Bench.Example("3-modular"), Encoding.UTF8, "application/json")))
                        {
                            brought.StatusCode.ShouldBe(HttpStatusCode.Created);
                            desk.There.Add((string)(await JsonOfAsync(brought))["id"]!);
                        }
                        break;
                    case 1 when desk.There.Count > 1:
                        desk.There.Remove(unit!);
                        using (var removed = await window.DeleteAsync($"/api/units/{unit}"))
                            removed.StatusCode.ShouldBe(HttpStatusCode.NoContent);
                        desk.Away.Add(unit!);
                        break;
                    case 2 when desk.Away.Count > 0:
                        var away = desk.Away.First();
                        desk.Away.Remove(away);
                        using (var restored = await window.PostAsync($"/api/units/{away}/restore", null))
                            restored.StatusCode.ShouldBe(HttpStatusCode.NoContent);
                        desk.There.Add(away);
                        break;
                    case 3:
                        await PriceAsync(window, desk, unit!, random.Next(300, 3_000));
                        break;
                    case 4:
                        var name = random.Next(2) == 0 ? "Other" : "House rubric";
                        desk.Rubrics.Add(name);
                        using (var used = await window.PostAsJsonAsync("/api/rubrics/use", new { name, revision = 3 }))
                            used.StatusCode.ShouldBe(HttpStatusCode.OK);
                        desk.Rubrics.Clear();
                        desk.Rubrics.Add(name);
                        break;
                    case 5:
                        await SignAsync(window, desk, unit!);
                        break;
                    case 6:
                        using (var variant = await window.PostAsJsonAsync($"/api/units/{unit}/variants", new { modelCode = $"V{random.Next(1_000_000)}" }))
                        {
                            variant.StatusCode.ShouldBe(HttpStatusCode.Created);
                            desk.There.Add((string)(await JsonOfAsync(variant))["id"]!);
                        }
                        break;
                    case 7:
                        using (var teardown = await window.PostAsJsonAsync($"/api/units/{unit}/teardowns", new { date = "2026-11-27", bench = "Bench 2" }))
                            teardown.StatusCode.ShouldBe(HttpStatusCode.OK);
                        desk.Teardowns[unit!] = desk.Teardowns.GetValueOrDefault(unit!) + 1;
                        break;
                    case 8:
                        var button = random.Next(1, 4);
                        desk.Keys.Add(button);
                        var keys = JsonNode.Parse(await window.GetStringAsync("/api/settings/keys"))!;
                        keys["bindings"]![0]!["key"] = $"Ctrl+F{button}";
                        using (var put = new HttpRequestMessage(HttpMethod.Put, "/api/settings/keys") { Content = new StringContent(keys.ToJsonString(), Encoding.UTF8, "application/json"), Headers = { { "If-Match", "*" } } })
                        using (var set = await window.SendAsync(put))
                            set.StatusCode.ShouldBe(HttpStatusCode.OK);
                        desk.Keys.Clear();
                        desk.Keys.Add(button);
                        break;
                }
            }
        }
        catch (Exception exception) when (exception is HttpRequestException or IOException or SocketException)
        {
            // Killed in the middle of a request, or while it was being connected to: nothing was acknowledged.
        }
    }

    private static readonly string Other = OtherRubric();

    private static string OtherRubric()
    {
        var rubric = JsonNode.Parse(RubricReader.HouseBytes)!;
        (rubric["name"], rubric["clipBurden"]) = ("Other", 0.3);
        return rubric.ToJsonString();
    }

    private static async Task PriceAsync(HttpClient window, Desk desk, string unit, double amount)
    {
        using var seen = await window.GetAsync($"/api/units/{unit}");
        var view = await JsonOfAsync(seen);
        var machine = view["record"]!["unit"]!.DeepClone();
        machine["price"] = new JsonObject { ["amount"] = amount };
        var body = new JsonObject { ["unit"] = machine, ["absent"] = view["record"]!["absent"]?.DeepClone() ?? new JsonArray() };
        using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/units/{unit}/heading") { Content = new StringContent(body.ToJsonString(), Encoding.UTF8, "application/json") };
        request.Headers.IfMatch.Add(new EntityTagHeaderValue($"\"{view["revision"]}\""));
        if (!desk.Prices.TryGetValue(unit, out var prices))
            desk.Prices[unit] = prices = [(double?)view["record"]!["unit"]!["price"]?["amount"] ?? 0];
        prices.Add(amount);
        using var answer = await window.SendAsync(request);
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        prices.Clear();
        prices.Add(amount);
    }

    private static async Task SignAsync(HttpClient window, Desk desk, string unit)
    {
        using var seen = await window.GetAsync($"/api/units/{unit}/verdict");
        var verdict = await JsonOfAsync(seen);
        using var answer = await window.PostAsJsonAsync($"/api/units/{unit}/signatures", new
        {
            name = "R. Example",
            bench = "Bench 1",
            on = "2026-11-27",
            unitRevision = (long)verdict["unitRevision"]!,
            teardownRevision = (long)verdict["teardownRevision"]!,
            rubricSha256 = (string)verdict["rubricSha256"]!,
        });
        // A variant without a price is not complete.
        if (answer.StatusCode == HttpStatusCode.Conflict)
            return;
        answer.StatusCode.ShouldBe(HttpStatusCode.Created, await answer.Content.ReadAsStringAsync());
        desk.Signed[unit] = desk.Signed.GetValueOrDefault(unit) + 1;
    }

    private static async Task LookAsync(Uri address, Desk desk, int round)
    {
        using var window = new HttpClient { BaseAddress = address, Timeout = TimeSpan.FromMinutes(5) };
        var shelf = JsonNode.Parse(await window.GetStringAsync("/api/shelf"))!;
        shelf["unreadable"]!.AsArray().ShouldBeEmpty($"round {round}");
        var ids = shelf["units"]!.AsArray().Select(unit => (string)unit!["id"]!).ToHashSet();
        desk.There.ShouldBeSubsetOf(ids, $"round {round}: lost from the shelf");
        ids.Intersect(desk.Away).ShouldBeEmpty($"round {round}: taken off, and there again");
        desk.Rubrics.ShouldContain((string)shelf["rubric"]!["name"]!, $"round {round}: the rubric in use");
        // What is the case now was acknowledged or asked for; from here on it is known.
        desk.Rubrics.Clear();
        desk.Rubrics.Add((string)shelf["rubric"]!["name"]!);
        foreach (var unit in desk.There)
        {
            var view = JsonNode.Parse(await window.GetStringAsync($"/api/units/{unit}"))!;
            if (desk.Prices.TryGetValue(unit, out var prices))
            {
                var price = (double?)view["record"]!["unit"]!["price"]?["amount"] ?? 0;
                prices.ShouldContain(price, $"round {round}: the price of {unit}");
                prices.Clear();
                prices.Add(price);
            }
            view["teardowns"]!.AsArray().Count.ShouldBeGreaterThanOrEqualTo(1 + desk.Teardowns.GetValueOrDefault(unit), $"round {round}: a teardown of {unit}");
            if (desk.Signed.TryGetValue(unit, out var signed))
                JsonNode.Parse(await window.GetStringAsync($"/api/units/{unit}/signatures"))!.AsArray().Count.ShouldBeGreaterThanOrEqualTo(signed, $"round {round}: a signature of {unit}");
        }
        var key = (string)JsonNode.Parse(await window.GetStringAsync("/api/settings/keys"))!["bindings"]![0]!["key"]!;
        var now = key.StartsWith("Ctrl+F", StringComparison.Ordinal) ? int.Parse(key[6..], CultureInfo.InvariantCulture) : 0;
        desk.Keys.ShouldContain(now, $"round {round}: the keys");
        desk.Keys.Clear();
        desk.Keys.Add(now);
    }

    private async Task<string?> CommitAsync(HttpClient window, Acknowledged unit, string title, bool withPart)
    {
        using var seen = await window.GetAsync($"/api/units/{unit.UnitId}");
        var revision = (long)(await JsonOfAsync(seen))["teardownRevision"]!;
        // A line with a part of its own writes two documents in one act.
        var line = withPart ? $"3 clips = fan-{title} \"{title}\"" : $"3 clips \"{title}\"";
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/teardowns/{unit.TeardownId}/line/commit") { Content = JsonContent.Create(new { line }) };
        request.Headers.IfMatch.Add(new EntityTagHeaderValue($"\"{revision}\""));
        using var answer = await window.SendAsync(request);
        var body = await JsonOfAsync(answer);
        if (answer.StatusCode == HttpStatusCode.PreconditionFailed)
        {
            Interlocked.Increment(ref sent.Stale);
            return null;
        }
        answer.StatusCode.ShouldBe(HttpStatusCode.OK, body.ToJsonString());
        Interlocked.Increment(ref sent.Lines);
        var made = (string)body["made"]!;
        lock (unit)
            unit.Steps.Add(made);
        return made;
    }

    /// <summary>Takes back what this window did last; whether that is acknowledged or not, the step may be gone from now on.</summary>
    private async Task<string?> UndoAsync(HttpClient window, Acknowledged unit, string last)
    {
        if (!last.StartsWith("photo-", StringComparison.Ordinal))
        {
            lock (unit)
                unit.Steps.Remove(last);
        }
        else
        {
            lock (unit)
                unit.Photos.Remove(last);
        }
        using var answer = await window.PostAsync($"/api/teardowns/{unit.TeardownId}/undo", null);
        // Another window's change may stand in the way.
        if (answer.StatusCode is HttpStatusCode.Conflict or HttpStatusCode.UnprocessableEntity)
            return null;
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        await answer.Content.ReadAsStringAsync();
        Interlocked.Increment(ref sent.Undone);
        lock (unit)
            unit.Gone.Add(last);
        return null;
    }

    private async Task<string> AddPhotoAsync(HttpClient window, Acknowledged unit)
    {
        using var content = new ByteArrayContent(Picture());
        using var answer = await window.PostAsync($"/api/teardowns/{unit.TeardownId}/photos", content);
        var body = await JsonOfAsync(answer);
        answer.StatusCode.ShouldBe(HttpStatusCode.OK, body.ToJsonString());
        Interlocked.Increment(ref sent.Photos);
        var made = (string)body["made"]!;
        lock (unit)
            unit.Photos.Add(made);
        return made;
    }

    /// <summary>A picture unlike any before.</summary>
    private static byte[] Picture()
    {
        using var bitmap = new SKBitmap(8, 8);
        foreach (var (place, value) in Guid.NewGuid().ToByteArray().Index())
            bitmap.SetPixel(place % 8, place / 8, new SKColor(value, 0, 0));
        using var data = bitmap.Encode(SKEncodedImageFormat.Png, 90);
        return data.ToArray();
    }

    private static async Task LookAsync(Uri address, Acknowledged unit, int round)
    {
        using var window = new HttpClient { BaseAddress = address, Timeout = TimeSpan.FromMinutes(5) };
        var record = JsonNode.Parse(await window.GetStringAsync($"/api/units/{unit.UnitId}"))!["record"]!;
        var steps = record["steps"]!.AsArray().Select(step => (string)step!["id"]!).ToHashSet();
        var parts = record["parts"]!.AsArray().Select(part => (string)part!["id"]!).ToHashSet();
        var photos = (record["photos"]?.AsArray() ?? []).ToDictionary(photo => (string)photo!["id"]!, photo => (string)photo!["sha256"]!);
        unit.Steps.ShouldBeSubsetOf(steps, $"round {round}: lost");
        steps.Intersect(unit.Gone).ShouldBeEmpty($"round {round}: taken back, and there again");
        record["steps"]!.AsArray().SelectMany(step => step!["frees"]?.AsArray() ?? []).Select(part => (string)part!).ShouldBeSubsetOf(parts, $"round {round}: half an act");
        unit.Photos.ShouldBeSubsetOf(photos.Keys, $"round {round}: photos lost");
        foreach (var photo in photos.Values)
        {
            using var bitmap = SKBitmap.Decode(await window.GetByteArrayAsync($"/api/photos/{photo}/png"));
            bitmap.Width.ShouldBe(8, $"round {round}: a torn photo");
        }
        // A change may be on disk whose acknowledgement was killed.
        unit.Steps.UnionWith(steps);
        unit.Photos.UnionWith(photos.Keys);
    }

    private string Integrity()
    {
        using var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = Path.Combine(folder, "wide-lever.db"), Pooling = false, Mode = SqliteOpenMode.ReadOnly }.ToString());
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA integrity_check";
        return (string)command.ExecuteScalar()!;
    }
}
