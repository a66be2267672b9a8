using System.Diagnostics;
using System.Net;
using System.Runtime.Versioning;
using WideLever.Web.Hosting;

namespace WideLever.Web.Tests;

/// <summary><c>docs/who-may-come-in.md</c>.</summary>
public sealed class WhoMayComeInTests : IAsyncLifetime
{
    private const string Tcp = """
          sl  local_address rem_address   st tx_queue rx_queue tr tm->when retrnsmt   uid  timeout inode
           0: 0100007F:1DBD 00000000:0000 0A 00000000:00000000 00:00000000 00000000  1000        0 11 1 0000000000000000 100 0 0 10 0
           1: 0100007F:1DBD 0100007F:B2A4 01 00000000:00000000 00:00000000 00000000  1000        0 12 1 0000000000000000 20 4 30 10 -1
           2: 0100007F:B2A4 0100007F:1DBD 01 00000000:00000000 00:00000000 00000000  1001        0 13 1 0000000000000000 20 4 30 10 -1
        """;

    private const string Tcp6 = """
          sl  local_address                         remote_address                        st tx_queue rx_queue tr tm->when retrnsmt   uid  timeout inode
           0: 0000000000000000FFFF00000100007F:B2A6 0000000000000000FFFF00000100007F:1DBD 01 00000000:00000000 00:00000000 00000000  1002        0 14 1 0000000000000000 20 4 30 10 -1
        """;

    private readonly Bench bench = new();

    public ValueTask InitializeAsync() => bench.InitializeAsync();

    public ValueTask DisposeAsync() => bench.DisposeAsync();

    [Theory]
    [InlineData(0xB2A4, 1001u)]
    [InlineData(0xB2A6, 1002u)]
    [InlineData(0xB2A5, null)]
    public void The_far_end_of_a_connection_is_found_in_the_kernel_s_table(int port, uint? user) =>
        Peers.User(new IPEndPoint(IPAddress.Loopback, port), new IPEndPoint(IPAddress.Loopback, 0x1DBD), [Tcp, Tcp6]).ShouldBe(user);

    [Fact]
    public void A_connection_that_is_none_of_IPv4_is_nobody_s()
    {
        Peers.User(new IPEndPoint(IPAddress.IPv6Loopback, 0xB2A4), new IPEndPoint(IPAddress.Loopback, 0x1DBD), [Tcp, Tcp6]).ShouldBeNull();
        Peers.User(null, null, [Tcp]).ShouldBeNull();
        Peers.User(new IPEndPoint(IPAddress.Loopback, 0xB2A4), new IPEndPoint(IPAddress.Loopback, 0x1DBD), ["", "0: 1 2", "no table at all"]).ShouldBeNull();
    }

    [Theory]
    [InlineData(true, 1000u, 1000u, false)]
    [InlineData(true, 1000u, 1001u, true)]
    [InlineData(true, 1000u, null, true)]
    [InlineData(false, 1000u, null, false)]
    [InlineData(false, null, null, false)]
    public void Where_the_system_does_not_say_whose_a_connection_is_nobody_is_turned_away(bool areKnown, uint? own, uint? user, bool isOther) =>
        Peers.IsOther(areKnown, own, () => user).ShouldBe(isOther);

    [Fact]
    public async Task Another_user_of_the_machine_is_answered_one_sentence_unless_it_shows_the_token()
    {
        Assert.SkipUnless(Environment.UserName == "root" && File.Exists("/usr/bin/setpriv"), "only root can act as another user");
        (await AskAsync("/api/shelf", "", other: false)).ShouldStartWith("HTTP/1.1 200");
        foreach (var path in new[] { "/api/shelf", "/", "/health", "/openapi/wide-lever.json" })
        {
            var answer = await AskAsync(path, "", other: true);
            answer.ShouldStartWith("HTTP/1.1 403", Case.Sensitive, path);
            answer.ShouldContain("or start it with --anyone.");
        }
        var token = await File.ReadAllTextAsync(Path.Combine(bench.Path, "token"), TestContext.Current.CancellationToken);
        (await AskAsync("/api/shelf", $"Authorization: Bearer {token.Trim()}\\r\\n", other: true)).ShouldStartWith("HTTP/1.1 200");
    }

    // A shell of that user, which opens the connection itself.
    private async Task<string> AskAsync(string path, string header, bool other)
    {
        var script = $"exec 3<>/dev/tcp/127.0.0.1/{bench.Address.Port}; printf 'GET {path} HTTP/1.1\\r\\nHost: 127.0.0.1\\r\\n{header}Connection: close\\r\\n\\r\\n' >&3; cat <&3";
        string[] command = other ? ["setpriv", "--reuid=65534", "--regid=65534", "--clear-groups", "bash", "-c", script] : ["bash", "-c", script];
        using var process = Process.Start(new ProcessStartInfo(command[0], command[1..]) { RedirectStandardOutput = true })!;
        var answer = await process.StandardOutput.ReadToEndAsync(TestContext.Current.CancellationToken);
        await process.WaitForExitAsync(TestContext.Current.CancellationToken);
        return answer;
    }

    [Theory]
    [InlineData("cross-site", "no-cors", "/api/shelf", HttpStatusCode.Forbidden)]
    [InlineData("same-site", "cors", "/api/shelf", HttpStatusCode.Forbidden)]
    [InlineData("cross-site", "navigate", "/api/shelf", HttpStatusCode.Forbidden)]
    [InlineData("cross-site", "no-cors", "/health", HttpStatusCode.Forbidden)]
    [InlineData("cross-site", "no-cors", "/assets/any.js", HttpStatusCode.Forbidden)]
    [InlineData("same-origin", "cors", "/api/shelf", HttpStatusCode.OK)]
    [InlineData("none", "navigate", "/api/shelf", HttpStatusCode.OK)]
    public async Task What_another_site_asks_for_is_not_answered(string site, string mode, string path, HttpStatusCode expected) =>
        (await GetAsync(path, site, mode)).StatusCode.ShouldBe(expected);

    [Fact]
    public async Task A_link_on_another_site_may_lead_to_a_page()
    {
        // The page itself is not built beside these tests, and says so.
        (await GetAsync("/units/any/verdict", "cross-site", "navigate")).StatusCode.ShouldBeOneOf(HttpStatusCode.OK, HttpStatusCode.ServiceUnavailable);
    }

    [Fact]
    public async Task What_is_private_lies_in_no_cache()
    {
        var id = await bench.ImportAsync("3-modular");
        foreach (var path in new[] { "/api/shelf", $"/api/units/{id}", $"/api/units/{id}/verdict", $"/api/units/{id}/record", "/api/rubrics", "/health", "/api/none" })
            (await GetAsync(path, "same-origin", "cors")).Headers.CacheControl!.NoStore.ShouldBeTrue(path);
    }

    [Fact]
    [UnsupportedOSPlatform("windows")]
    public async Task What_is_made_in_the_data_folder_is_its_owner_s_alone_also_where_it_was_not()
    {
        const UnixFileMode Others = UnixFileMode.GroupRead | UnixFileMode.GroupWrite | UnixFileMode.GroupExecute | UnixFileMode.OtherRead | UnixFileMode.OtherWrite | UnixFileMode.OtherExecute;
        await bench.ImportAsync("3-modular");
        string[] Ours() => [.. new[] { "wide-lever.db", "wide-lever.db-wal", "wide-lever.db-shm", "token", "held", "photos", "thumbnails", "photos-aside", "backups" }
            .Select(name => Path.Combine(bench.Path, name)).Where(path => File.Exists(path) || Directory.Exists(path))];
        Ours().Length.ShouldBeGreaterThanOrEqualTo(5);
        Ours().ShouldAllBe(path => (File.GetUnixFileMode(path) & Others) == 0);
        await bench.StopAsync();
        Directory.CreateDirectory(Path.Combine(bench.Path, "photos"));
        foreach (var path in Ours())
            File.SetUnixFileMode(path, File.GetUnixFileMode(path) | UnixFileMode.GroupRead | UnixFileMode.OtherRead);
        var own = Path.Combine(bench.Path, "notes.txt");
        await File.WriteAllTextAsync(own, "mine", TestContext.Current.CancellationToken);
        File.SetUnixFileMode(own, UnixFileMode.UserRead | UnixFileMode.OtherRead);
        await bench.StartAsync();
        Ours().ShouldAllBe(path => (File.GetUnixFileMode(path) & Others) == 0);
        // What is not ours stays as it is.
        File.GetUnixFileMode(own).ShouldBe(UnixFileMode.UserRead | UnixFileMode.OtherRead);
    }

    private async Task<HttpResponseMessage> GetAsync(string path, string site, string mode)
    {
        using var client = new HttpClient { BaseAddress = bench.Address, Timeout = TimeSpan.FromMinutes(5) };
        client.DefaultRequestHeaders.Add("Sec-Fetch-Site", site);
        client.DefaultRequestHeaders.Add("Sec-Fetch-Mode", mode);
        return await client.GetAsync(path, TestContext.Current.CancellationToken);
    }
}
