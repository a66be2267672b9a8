using System.Net;
using System.Net.Sockets;
using System.Text;

namespace WideLever.Web.Tests;

public sealed class GuardTests(Bench bench) : IClassFixture<Bench>
{
    private async Task<HttpResponseMessage> SendAsync(Action<HttpRequestMessage> shape, HttpMethod? method = null, string path = "/api/records")
    {
        using var client = new HttpClient { BaseAddress = bench.Address, Timeout = TimeSpan.FromMinutes(5) };
        using var request = new HttpRequestMessage(method ?? HttpMethod.Post, path);
        if (method != HttpMethod.Get)
            request.Content = new StringContent(Bench.Example("3-modular"), Encoding.UTF8, "application/json");
        shape(request);
        return await client.SendAsync(request);
    }

    [Fact]
    public async Task A_change_needs_the_pages_own_origin_or_the_token()
    {
        (await SendAsync(_ => { })).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        (await SendAsync(request => request.Headers.Add("Origin", "http://evil.example"))).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        (await SendAsync(request => request.Headers.Add("Origin", $"http://127.0.0.1:{bench.Address.Port + 1}"))).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        (await SendAsync(request => request.Headers.Add("Origin", "null"))).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        (await SendAsync(request => request.Headers.TryAddWithoutValidation("Authorization", "Bearer 00"))).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        (await SendAsync(request => request.Headers.Add("Origin", bench.Address.GetLeftPart(UriPartial.Authority)))).StatusCode.ShouldBe(HttpStatusCode.Created);
        (await SendAsync(request => request.Headers.TryAddWithoutValidation("Authorization", $"Bearer {bench.Token}"))).StatusCode.ShouldBe(HttpStatusCode.Created);
    }

    [Theory]
    [InlineData("evil.example")]
    [InlineData("127.0.0.1.evil.example")]
    [InlineData("[::1]")]
    public async Task A_request_for_another_host_is_refused(string host) =>
        (await SendAsync(request => request.Headers.Host = host, HttpMethod.Get, "/api/shelf")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);

    [Fact]
    public async Task It_listens_on_the_loopback_address_alone()
    {
        bench.Address.Host.ShouldBe("127.0.0.1");
        foreach (var address in (await Dns.GetHostAddressesAsync(Dns.GetHostName())).Where(address => !IPAddress.IsLoopback(address)))
        {
            using var socket = new Socket(address.AddressFamily, SocketType.Stream, ProtocolType.Tcp);
            await Should.ThrowAsync<SocketException>(async () => await socket.ConnectAsync(address, bench.Address.Port));
        }
    }

    [Fact]
    public async Task Every_answer_has_a_strict_policy_with_a_nonce_of_its_own()
    {
        var policies = new List<string>();
        for (var i = 0; i < 2; i++)
        {
            var response = await SendAsync(_ => { }, HttpMethod.Get, "/api/shelf");
            response.Headers.GetValues("X-Content-Type-Options").ShouldBe(["nosniff"]);
            policies.Add(response.Headers.GetValues("Content-Security-Policy").Single());
        }
        policies[0].ShouldNotBe(policies[1]);
        policies[0].ShouldContain("default-src 'none'");
        policies[0].ShouldContain("script-src 'self';");
        policies[0].ShouldNotContain("unsafe");
    }

    [Fact]
    public async Task A_body_over_five_megabytes_is_refused_with_and_without_its_length()
    {
        var large = new byte[50 * 1024 * 1024];
        Array.Fill(large, (byte)' ');
        foreach (var chunked in new[] { false, true })
        {
            HttpStatusCode? status = null;
            try
            {
                status = (await SendAsync(request =>
                {
                    request.Headers.Add("Origin", bench.Address.GetLeftPart(UriPartial.Authority));
                    request.Content = new ByteArrayContent(large);
                    request.Content.Headers.ContentType = new("application/json");
                    request.Headers.TransferEncodingChunked = chunked;
                    // So that the answer comes before the body is sent.
                    request.Headers.ExpectContinue = true;
                })).StatusCode;
            }
            catch (HttpRequestException exception) when (exception.InnerException is IOException)
            {
                // The server closed on a sender that would not stop: refused as well.
            }
            if (status is { } answered)
                answered.ShouldBe(HttpStatusCode.RequestEntityTooLarge);
        }
        (await bench.GetAsync("/health")).Status.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task A_body_that_is_broken_on_its_way_is_told_so()
    {
        using var client = new System.Net.Sockets.TcpClient();
        await client.ConnectAsync(IPAddress.Loopback, bench.Address.Port);
        var stream = client.GetStream();
        var origin = bench.Address.GetLeftPart(UriPartial.Authority);
        await stream.WriteAsync(Encoding.ASCII.GetBytes(
            $"POST /api/records HTTP/1.1\r\nHost: {bench.Address.Authority}\r\nOrigin: {origin}\r\nContent-Type: application/json\r\nTransfer-Encoding: chunked\r\nConnection: close\r\n\r\nno number\r\n"));
        using var reader = new StreamReader(stream);
        var answer = await reader.ReadToEndAsync();
        answer.ShouldStartWith("HTTP/1.1 400 ");
        answer.ShouldContain("urn:wide-lever:broken");
    }

    [Theory]
    [InlineData("/api/none")]
    [InlineData("/api/units/..%2f..%2fetc%2fpasswd")]
    [InlineData("/api/units/%00")]
    public async Task An_unknown_address_is_a_problem_without_a_trace(string path)
    {
        var response = await SendAsync(_ => { }, HttpMethod.Get, path);
        ((int)response.StatusCode).ShouldBeOneOf(400, 404);
        var text = await response.Content.ReadAsStringAsync();
        text.ShouldNotContain(" at ");
        text.ShouldNotContain("Exception");
    }

    [Theory]
    [InlineData("/..%2f..%2f..%2fetc%2fpasswd")]
    [InlineData("/assets/../../held")]
    [InlineData("/assets/..%2f..%2fWideLever.Web.dll")]
    public async Task No_path_from_outside_reaches_a_file(string path)
    {
        var response = await SendAsync(_ => { }, HttpMethod.Get, path);
        response.StatusCode.ShouldNotBe(HttpStatusCode.OK);
    }

    [Theory]
    [InlineData(null, 428)]
    [InlineData("\"abc\"", 412)]
    [InlineData("\"99999999999999999999\"", 412)]
    [InlineData("\"7\", \"8\"", 412)]
    // A weak tag never matches, RFC 9110, 13.1.1.
    [InlineData("W/\"1\"", 412)]
    [InlineData("*", 422)]
    [InlineData("\"7\", \"1\"", 422)]
    [InlineData("\"1\"", 422)]
    public async Task If_Match_is_read_as_the_standard_has_it(string? tags, int status)
    {
        var id = await bench.ImportAsync("3-modular");
        var response = await SendAsync(request =>
        {
            request.Headers.Add("Origin", bench.Address.GetLeftPart(UriPartial.Authority));
            if (tags is not null)
                request.Headers.TryAddWithoutValidation("If-Match", tags);
        }, path: $"/api/teardowns/{id}/steps");
        ((int)response.StatusCode).ShouldBe(status);
    }
}
