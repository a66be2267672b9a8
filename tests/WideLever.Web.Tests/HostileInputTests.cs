using System.Net;
using System.Text;
using SkiaSharp;

namespace WideLever.Web.Tests;

/// <summary>What comes from outside is answered with a sentence, and never with a 500.</summary>
public sealed class HostileInputTests : IAsyncLifetime
{
    private readonly Bench bench = new();

    public ValueTask InitializeAsync() => bench.InitializeAsync();

    public ValueTask DisposeAsync() => bench.DisposeAsync();

    [Theory]
    [InlineData("POST", "/api/units")]
    [InlineData("POST", "/api/records")]
    [InlineData("POST", "/api/rubrics")]
    [InlineData("POST", "/api/rubrics/preview")]
    [InlineData("POST", "/api/rubrics/use")]
    [InlineData("PUT", "/api/settings/symptoms")]
    [InlineData("PUT", "/api/settings/failures")]
    [InlineData("PUT", "/api/settings/words")]
    [InlineData("PUT", "/api/settings/keys")]
    [InlineData("PUT", "/api/settings/catalogue")]
    [InlineData("PUT", "/api/units/ID/heading")]
    [InlineData("PUT", "/api/units/ID/parts/x")]
    [InlineData("POST", "/api/units/ID/parts")]
    [InlineData("PUT", "/api/units/ID/reasons")]
    [InlineData("POST", "/api/units/ID/signatures")]
    [InlineData("POST", "/api/units/ID/plan/upgrade")]
    [InlineData("POST", "/api/units/ID/years")]
    [InlineData("POST", "/api/teardowns/ID/steps")]
    [InlineData("POST", "/api/teardowns/ID/line/commit")]
    [InlineData("PUT", "/api/teardowns/ID/draft")]
    [InlineData("PUT", "/api/teardowns/ID/heading")]
    [InlineData("POST", "/api/compare/schools")]
    [InlineData("POST", "/api/compare/weight")]
    [InlineData("POST", "/api/compare/odds")]
    public async Task Half_a_character_is_refused_at_every_door(string method, string path)
    {
        var id = await bench.ImportAsync("3-modular");
        foreach (var body in new[] { """{"\ud800": 1}""", """{"unit": {"maker": "\udfff"}, "text": "\ud800", "line": "\ud800", "name": "\ud800", "words": [{"word": "\ud800"}]}""", """["\ud800"]""" })
        {
            using var request = new HttpRequestMessage(new(method), path.Replace("ID", id, StringComparison.Ordinal)) { Content = new ByteArrayContent(Encoding.UTF8.GetBytes(body)) };
            request.Headers.TryAddWithoutValidation("If-Match", "\"1\"");
            request.Content.Headers.ContentType = new("application/json");
            using var answer = await bench.Window.SendAsync(request, TestContext.Current.CancellationToken);
            ((int)answer.StatusCode).ShouldBeInRange(200, 499, $"{method} {path} {body}");
        }
    }

    [Fact]
    public async Task A_picture_that_is_one_long_strip_is_refused_from_its_header()
    {
        var id = await bench.ImportAsync("3-modular");
        using var strip = new SKBitmap(60_000, 2);
        using var png = strip.Encode(SKEncodedImageFormat.Png, 1);
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/teardowns/{id}/photos") { Content = new ByteArrayContent(png.ToArray()) };
        request.Headers.TryAddWithoutValidation("If-Match", "\"1\"");
        using var answer = await bench.Window.SendAsync(request, TestContext.Current.CancellationToken);
        answer.StatusCode.ShouldNotBe(HttpStatusCode.OK);
        (await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).ShouldContain("the longest side is 20000");
    }
}
