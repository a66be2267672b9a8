using System.Collections.Concurrent;
using System.Diagnostics;
using System.Diagnostics.Metrics;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using WideLever.Core.Tests;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Tests;

/// <summary>
/// Many windows edit, import, take off, put back, sign and switch rubrics at once: no answer is an error, no shelf is short, every acknowledged act
/// stands in the history, and the last state is what replaying the history gives. Four windows of forty acts each, whatever time they take; in <c>soak</c>
/// twenty windows for a minute.
/// </summary>
public sealed class ManyWindowsTests(ITestOutputHelper output) : IAsyncLifetime
{
    private const int Units = 6;
    private const int Rounds = 40;

    private readonly Bench bench = new();
    private readonly ConcurrentDictionary<HttpStatusCode, int> answers = new();
    private readonly ConcurrentBag<(string Kind, string Id, long Revision)> acknowledged = [];
    private readonly ConcurrentBag<string> wrong = [];
    private readonly ConcurrentBag<double> waits = [];
    private int readings;
    private int done;

    public ValueTask InitializeAsync() => bench.InitializeAsync();

    public ValueTask DisposeAsync() => bench.DisposeAsync();

    [Fact]
    public async Task Windows_that_do_everything_at_once_leave_one_history_and_the_state_that_it_tells()
    {
        var windows = Math.Clamp(Long.Of(6), 4, 20);
        var length = TimeSpan.FromSeconds(Math.Min(60, Long.Of(7) - 6));
        var stable = new List<string>();
        for (var i = 0; i < Units; i++)
            stable.Add(await bench.ImportAsync("3-modular"));
        var other = JsonNode.Parse(RubricReader.HouseBytes)!;
        (other["name"], other["clipBurden"]) = ("Other", 0.3);
        (await bench.PostAsync("/api/rubrics", other.ToJsonString())).Status.ShouldBe(HttpStatusCode.OK);
        var watch = Stopwatch.StartNew();
        var held = new ConcurrentBag<double>();
        using var listener = new MeterListener { InstrumentPublished = (instrument, own) => own.EnableMeasurementEvents(instrument) };
        listener.SetMeasurementEventCallback<double>((instrument, value, _, _) =>
        {
            if (instrument.Name == "desk.held")
                held.Add(value);
        });
        listener.Start();
        await Task.WhenAll(Enumerable.Range(0, windows).Select(window => Task.Run(() => ActAsync($"window-{window}", new Random(window), stable, rounds => rounds < Rounds || watch.Elapsed < length))));
        wrong.ShouldBeEmpty();
        answers.Keys.Where(status => (int)status >= 500).ShouldBeEmpty();
        readings.ShouldBeGreaterThan(windows);
        done.ShouldBeGreaterThan(5 * windows);
        var (sorted, kept) = (waits.Order().ToList(), held.Order().ToList());
        output.WriteLine(
            $"{windows} windows, {length.TotalSeconds:F0} s: {done} acts done, {answers.Where(pair => pair.Key != HttpStatusCode.OK).Sum(pair => pair.Value)} refused, {readings} shelves read, none short; "
            + $"an act kept the others out for {kept[kept.Count / 2]:F1} ms at the median, {kept[kept.Count * 99 / 100]:F1} ms at the 99th percentile, {kept[^1]:F1} ms at most; "
            + $"an act answered after {sorted[sorted.Count / 2]:F1} ms at the median, {sorted[sorted.Count * 99 / 100]:F1} ms at the 99th percentile");
        await ShouldBeWhatTheHistoryTellsAsync();
    }

    private async Task ActAsync(string id, Random random, List<string> stable, Func<int, bool> goesOn)
    {
        using var window = bench.NewWindow(id);
        var own = "";
        for (var rounds = 0; goesOn(rounds); rounds++)
        {
            var unit = stable[random.Next(stable.Count)];
            switch (random.Next(9))
            {
                case 0:
                    await PriceAsync(window, unit, random);
                    break;
                case 1:
                    await LogAsync(window, unit, random);
                    break;
                case 2:
                    var (status, made) = await DoAsync(window, HttpMethod.Post, "/api/records", Bench.Example("1-two-routes"), null, HttpStatusCode.Created);
                    own = status == HttpStatusCode.Created ? (string)made!["id"]! : own;
                    break;
                case 3 when own.Length > 0:
                    await DoAsync(window, HttpMethod.Delete, $"/api/units/{own}", null, null, HttpStatusCode.NoContent);
                    break;
                case 4 when own.Length > 0:
                    await DoAsync(window, HttpMethod.Post, $"/api/units/{own}/restore", null, null, HttpStatusCode.NoContent, HttpStatusCode.UnprocessableEntity);
                    break;
                case 5:
                    await SignAsync(window, unit);
                    break;
                case 6 when random.Next(4) == 0:
                    await DoAsync(window, HttpMethod.Post, "/api/rubrics/use", random.Next(2) == 0 ? """{"name": "Other", "revision": 3}""" : """{"name": "House rubric", "revision": 3}""", null, HttpStatusCode.OK);
                    break;
                case 7:
                    await DoAsync(window, HttpMethod.Post, $"/api/units/{unit}/undo", null, null, HttpStatusCode.OK, HttpStatusCode.Conflict, HttpStatusCode.UnprocessableEntity);
                    break;
                default:
                    await ReadAsync(window, stable);
                    break;
            }
        }
    }

    private async Task<(HttpStatusCode Status, JsonNode? Body)> DoAsync(HttpClient window, HttpMethod method, string path, string? body, long? revision, params HttpStatusCode[] expected)
    {
        var watch = Stopwatch.StartNew();
        var (status, answer, _) = await Bench.SendAsync(window, method, path, body, revision);
        waits.Add(watch.Elapsed.TotalMilliseconds);
        answers.AddOrUpdate(status, 1, (_, count) => count + 1);
        if (!expected.Contains(status))
            wrong.Add($"{method} {path}: {(int)status} {answer?.ToJsonString()}");
        if ((int)status < 300)
            Interlocked.Increment(ref done);
        return (status, answer);
    }

    private async Task PriceAsync(HttpClient window, string unit, Random random)
    {
        var (_, seen, _) = await Bench.SendAsync(window, HttpMethod.Get, $"/api/units/{unit}");
        var machine = seen!["record"]!["unit"]!.DeepClone();
        machine["price"] = new JsonObject { ["amount"] = random.Next(300, 3_000) };
        var body = new JsonObject { ["unit"] = machine, ["absent"] = seen["record"]!["absent"]?.DeepClone() ?? new JsonArray() };
        var (status, answer) = await DoAsync(window, HttpMethod.Put, $"/api/units/{unit}/heading", body.ToJsonString(), (long)seen["revision"]!, HttpStatusCode.OK, HttpStatusCode.PreconditionFailed);
        if (status == HttpStatusCode.OK)
            acknowledged.Add(("unit", unit, (long)answer!["revision"]!));
    }

    private async Task LogAsync(HttpClient window, string unit, Random random)
    {
        var (_, seen, _) = await Bench.SendAsync(window, HttpMethod.Get, $"/api/units/{unit}");
        var teardown = (string)seen!["teardownId"]!;
        var (status, answer) = await DoAsync(window, HttpMethod.Post, $"/api/teardowns/{teardown}/line/commit", $$"""{"line": "{{random.Next(2, 9)}} clips"}""", (long)seen["teardownRevision"]!,
            HttpStatusCode.OK, HttpStatusCode.PreconditionFailed, HttpStatusCode.UnprocessableEntity);
        if (status == HttpStatusCode.OK)
            acknowledged.Add(("teardown", teardown, (long)answer!["revision"]!));
    }

    private async Task SignAsync(HttpClient window, string unit)
    {
        var (_, verdict, _) = await Bench.SendAsync(window, HttpMethod.Get, $"/api/units/{unit}/verdict");
        var sign = $$"""
            {"name": "R. Example", "bench": "Bench 1", "on": "2026-11-27", "unitRevision": {{verdict!["unitRevision"]}}, "teardownRevision": {{verdict["teardownRevision"]}}, "rubricSha256": "{{verdict["rubricSha256"]}}"}
            """;
        var (status, signed) = await DoAsync(window, HttpMethod.Post, $"/api/units/{unit}/signatures", sign, null, HttpStatusCode.Created, HttpStatusCode.PreconditionFailed, HttpStatusCode.Conflict);
        // One signs what one saw: the figure, under that rubric.
        if (status == HttpStatusCode.Created && !JsonNode.DeepEquals(signed!["repair"], verdict["repair"]))
            wrong.Add($"seen {verdict["repair"]}, signed {signed["repair"]}");
    }

    private async Task ReadAsync(HttpClient window, List<string> stable)
    {
        var (status, shelf, _) = await Bench.SendAsync(window, HttpMethod.Get, "/api/shelf");
        Interlocked.Increment(ref readings);
        var there = shelf?["units"]?.AsArray().Select(unit => (string)unit!["id"]!).ToHashSet() ?? [];
        if (status != HttpStatusCode.OK || !there.IsSupersetOf(stable) || shelf!["unreadable"]!.AsArray().Count > 0)
            wrong.Add($"a shelf of {there.Count} units without {string.Join(", ", stable.Where(id => !there.Contains(id)))}");
    }

    private async Task ShouldBeWhatTheHistoryTellsAsync()
    {
        await using var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = Path.Combine(bench.Path, "wide-lever.db"), Pooling = false, Mode = SqliteOpenMode.ReadOnly }.ToString());
        await connection.OpenAsync();
        var told = new Dictionary<(string Kind, string Id), JsonNode?>();
        var revisions = new HashSet<(string, string, long)>();
        await using (var command = connection.CreateCommand())
        {
            command.CommandText = "SELECT document_kind, document_id, revision, forward, reverse FROM change ORDER BY sequence";
            await using var reader = await command.ExecuteReaderAsync();
            while (await reader.ReadAsync())
            {
                var key = (reader.GetString(0), reader.GetString(1));
                revisions.Add((key.Item1, key.Item2, reader.GetInt64(2)));
                var before = told.GetValueOrDefault(key);
                var after = JsonPatches.Apply(before, JsonNode.Parse(reader.GetString(3))!.AsArray());
                JsonNode.DeepEquals(JsonPatches.Apply(after, JsonNode.Parse(reader.GetString(4))!.AsArray()), before).ShouldBeTrue($"the way back of {key}");
                told[key] = after;
            }
        }
        acknowledged.Distinct().ShouldBeSubsetOf(revisions);
        foreach (var (sql, kind) in new[]
        {
            ("SELECT id, document FROM unit", "unit"), ("SELECT id, document FROM teardown", "teardown"),
            ("SELECT 'house', json_object('name', name, 'revision', revision) FROM rubric WHERE in_use = 1", "rubricInUse"),
            ("""
            SELECT id, json_object('removed', json(iif(removed_at IS NULL, 'false', 'true')), 'scored', (SELECT teardown_id FROM unit_teardown WHERE unit_id = id AND scored = 1),
                                   'teardowns', (SELECT json_group_array(teardown_id) FROM unit_teardown WHERE unit_id = id)) FROM unit
            """, "standing"),
        })
        {
            await using var command = connection.CreateCommand();
            command.CommandText = sql;
            await using var reader = await command.ExecuteReaderAsync();
            while (await reader.ReadAsync())
                JsonNode.DeepEquals(JsonNode.Parse(reader.GetString(1)), told[(kind, reader.GetString(0))]).ShouldBeTrue($"{kind} {reader.GetString(0)}");
        }
        // And the program opens on it as it stood.
        var shelf = (await bench.GetAsync("/api/shelf")).Body!.ToJsonString();
        await bench.StopAsync();
        await bench.StartAsync();
        (await bench.GetAsync("/api/shelf")).Body!.ToJsonString().ShouldBe(shelf);
        Encoding.UTF8.GetByteCount(shelf).ShouldBeGreaterThan(1_000);
    }
}
