using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using WideLever.Core.Tests;
using WideLever.House;
using WideLever.Storage;
using WideLever.Web.Backups;
using static WideLever.Web.Tests.Served;

namespace WideLever.Web.Tests;

/// <summary>Backups from the screen, by themselves and from the command line, killed at any moment.</summary>
public sealed class BackupEndpointsTests : IAsyncLifetime
{
    private readonly Bench bench = new();
    private readonly string away = Directory.CreateTempSubdirectory("wide-lever-away-").FullName;

    public ValueTask InitializeAsync() => bench.InitializeAsync();

    public async ValueTask DisposeAsync()
    {
        await bench.DisposeAsync();
        Directory.Delete(away, recursive: true);
    }

    private static CancellationToken Here => TestContext.Current.CancellationToken;

    private async Task<JsonNode> GetAsync() => JsonNode.Parse(await bench.Window.GetStringAsync("/api/backups", Here))!;

    [Fact]
    public async Task One_is_made_from_the_screen_listed_taken_away_and_can_be_restored()
    {
        (await GetAsync())["kept"]!.AsArray().ShouldBeEmpty();
        using var made = await bench.Window.PostAsync("/api/backups", new StringContent("{}", System.Text.Encoding.UTF8, "application/json"), Here);
        var told = await made.Content.ReadAsStringAsync(Here);
        told.ShouldContain("event: result");
        var kept = (await GetAsync())["kept"]!.AsArray().ShouldHaveSingleItem()!;
        kept["bySchedule"]!.GetValue<bool>().ShouldBeFalse();
        var name = (string)kept["name"]!;
        told.ShouldContain(name);
        using var file = await bench.Window.GetAsync($"/api/backups/{name}", Here);
        (file.StatusCode, file.Content.Headers.ContentType!.MediaType, file.Content.Headers.ContentDisposition!.FileName).ShouldBe((HttpStatusCode.OK, "application/zip", name));
        var taken = Path.Combine(away, "taken.zip");
        await File.WriteAllBytesAsync(taken, await file.Content.ReadAsByteArrayAsync(Here), Here);
        Restore.From(taken, Path.Combine(away, "data"), TimeProvider.System).Damages.ShouldBeEmpty();
    }

    [Theory]
    [InlineData("wide-lever-20260101T000000.zip")]
    [InlineData("..%2Ftoken")]
    [InlineData("%2Fetc%2Fpasswd")]
    [InlineData("before-migration-1.db")]
    public async Task A_name_that_is_none_of_theirs_leads_nowhere(string name)
    {
        using var answer = await bench.Window.GetAsync($"/api/backups/{name}", Here);
        answer.StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Theory]
    [InlineData(-1, 3, "everyHours")]
    [InlineData(745, 3, "everyHours")]
    [InlineData(24, 0, "keep")]
    [InlineData(24, 101, "keep")]
    public async Task A_setting_past_its_limits_changes_nothing(int everyHours, int keep, string at)
    {
        using var asked = new HttpRequestMessage(HttpMethod.Put, "/api/settings/backups") { Content = JsonContent.Create(new { everyHours, keep }) };
        asked.Headers.Add("If-Match", "*");
        using var answer = await bench.Window.SendAsync(asked, Here);
        answer.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await answer.Content.ReadAsStringAsync(Here)).ShouldContain(at);
        (await GetAsync())["setting"]!["everyHours"]!.GetValue<int>().ShouldBe(0);
    }

    private sealed class Later : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = new(2026, 12, 1, 8, 0, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => Now;
    }

    [Fact]
    public void By_itself_one_is_made_when_it_is_due_and_no_more_are_kept_than_asked()
    {
        var clock = new Later();
        using var folder = DataFolder.Hold(Path.Combine(away, "own"));
        using var store = new Store(folder, clock);
        var rubric = new RubricInUse(store);
        var desk = new Desk(store, rubric, new House.Shelf(store, rubric));
        var backups = new BackupShelf(folder, store, clock);
        backups.MakeWhereDue(Here).ShouldBeFalse("nobody asked for any");
        var byHand = backups.Make(bySchedule: false, null, Here).Kept;
        HouseSetting.Put(desk, store, new("w", new(true, [])), BackupShelf.Setting, new BackupSetting(24, 2)).Refusal.ShouldBeNull();
        backups.MakeWhereDue(Here).ShouldBeFalse("one of this hour is there");
        for (var day = 1; day <= 4; day++)
        {
            clock.Now += TimeSpan.FromHours(25);
            backups.MakeWhereDue(Here).ShouldBeTrue();
            backups.MakeWhereDue(Here).ShouldBeFalse();
        }
        backups.Kept().Select(kept => kept.BySchedule).ShouldBe([true, true, false]);
        backups.Kept()[^1].ShouldBe(byHand);
    }

    [Fact]
    public async Task Killed_at_any_moment_of_a_backup_or_a_restore_the_old_is_there_or_the_new_whole()
    {
        var (server, _) = await ServeAsync("demo", "--port", "0", "--data", Path.Combine(away, "data"));
        server.Kill();
        await ExitAsync(server);
        server.Dispose();
        var photos = new Random(30);
        using (var folder = DataFolder.Hold(Path.Combine(away, "data")))
        {
            var files = new PhotoFiles(folder, TimeProvider.System);
            await using var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={folder.Database};Pooling=False");
            await connection.OpenAsync(Here);
            for (var i = 0; i < 40; i++)
            {
                var bytes = new byte[200_000];
                photos.NextBytes(bytes);
                await using var command = connection.CreateCommand();
                command.CommandText = $"INSERT INTO photo (sha256) VALUES ('{files.Keep(bytes, [1])}')";
                await command.ExecuteNonQueryAsync(Here);
            }
        }
        var target = Path.Combine(away, "target");
        (await DoneAsync("backup", Path.Combine(away, "first.zip"), "--data", Path.Combine(away, "data"))).ShouldBe(0);
        (await DoneAsync("restore", Path.Combine(away, "first.zip"), "--data", target)).ShouldBe(0);
        var took = Stopwatch.StartNew();
        (await DoneAsync("backup", Path.Combine(away, "second.zip"), "--data", Path.Combine(away, "data"))).ShouldBe(0);
        var whole = took.Elapsed;
        var moments = new Random(50);
        var rounds = Math.Max(5, Long.Of(25));
        for (var round = 0; round < rounds; round++)
        {
            var file = Path.Combine(away, $"killed-{round}.zip");
            await KilledAsync(whole * moments.NextDouble(), "backup", file, "--data", Path.Combine(away, "data"));
            if (File.Exists(file))
                Backup.Read(file, null, Here).Photos.ShouldBe(40);
            await KilledAsync(whole * moments.NextDouble() * 1.2, "restore", Path.Combine(away, "first.zip"), "--data", target);
            FolderCheck.Of(target, TimeProvider.System, Here).ShouldSatisfyAllConditions(found => found.Damages.ShouldBeEmpty($"round {round}"), found => (found.Units, found.Photos).ShouldBe((15, 40)));
        }

        static async Task<int> DoneAsync(params string[] arguments)
        {
            using var process = Start(arguments);
            await ExitAsync(process);
            return process.ExitCode;
        }

        static async Task KilledAsync(TimeSpan after, params string[] arguments)
        {
            using var process = Start(arguments);
            await Task.WhenAny(process.WaitForExitAsync(), Task.Delay(after));
            process.Kill(entireProcessTree: true);
            await ExitAsync(process);
        }
    }

    [Fact]
    public async Task The_command_line_says_what_it_did_and_refuses_in_a_sentence()
    {
        var (code, output, error) = await RunAsync("backup", Path.Combine(away, "of-nothing.zip"), "--data", Path.Combine(away, "nothing"));
        (code, output, error.Trim()).ShouldBe((2, "", $"There is no data in {Path.Combine(away, "nothing")}."));
        var file = Path.Combine(away, "of-a-running-one.zip");
        (code, output, error) = await RunAsync("backup", file, "--data", bench.Path);
        (code, output.Trim(), error).ShouldBe((0, $"0 units and 0 photos are in {file}", ""));
        (code, _, error) = await RunAsync("restore", file, "--data", bench.Path);
        (code, error.Contains("Another server holds the data folder", StringComparison.Ordinal)).ShouldBe((2, true));
        (code, output, _) = await RunAsync("check", "--backup", file);
        (code, output.Trim()).ShouldBe((0, "0 units, 0 teardowns, 0 photos, 0 signed results, 0 damaged"));
        await File.WriteAllTextAsync(file, "no backup", Here);
        (code, _, error) = await RunAsync("check", "--backup", file);
        (code, error.Contains("is no backup, or not the whole of one", StringComparison.Ordinal)).ShouldBe((2, true));

        static async Task<(int Code, string Output, string Error)> RunAsync(params string[] arguments)
        {
            using var process = Start(arguments);
            var (output, error) = (process.StandardOutput.ReadToEndAsync(), process.StandardError.ReadToEndAsync());
            await ExitAsync(process);
            return (process.ExitCode, await output, await error);
        }
    }
}
