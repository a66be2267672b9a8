using System.Globalization;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using WideLever.Core.Tests;

namespace WideLever.Web.Tests;

/// <summary>
/// Requests made from the application's own description, with words, numbers and names in wrong places: each is answered, and none as a
/// fault of the program. Ten times as many in <c>soak</c>.
/// </summary>
public sealed class AnyRequestTests(Bench bench) : IClassFixture<Bench>
{
    private const int Rounds = 12;

    private static readonly string[] Names =
        ["memory-a", "battery", "base", "power", "photo-1", "repair", "fan", "1", "-1", "..%2f..%2ftoken", "%00", "%F0%9F%91%8B", new('a', 300)];

    private static readonly string[] Texts =
        ["battery", "inside", "4 ph0 m2x4, lift = fan", "outside", "EUR", "2026-10-03", "repair", "", "x", "\0", "../../token", "👋", new('a', 600)];

    private static readonly double[] Numbers = [0, 1, 2, 5, -3, 0.5, 100, 1e9, 1e308, 9_007_199_254_740_993];

    private readonly Random random = new(20_261_126);
    private JsonNode description = new JsonObject();

    [Fact]
    public async Task Any_request_is_answered_and_none_as_a_fault_of_the_program()
    {
        var ids = new List<string>();
        foreach (var example in new[] { "1-two-routes", "2-sealed-and-unsure", "3-modular" })
            ids.Add(await bench.ImportAsync(example));
        description = (await bench.GetAsync("/openapi/wide-lever.json")).Body!;
        var answered = new Dictionary<int, int>();
        for (var round = 0; round < Long.Of(Rounds); round++)
        {
            foreach (var (path, operations) in description["paths"]!.AsObject())
            {
                // A stream of news ends when its window goes.
                if (path.StartsWith("/api/news", StringComparison.Ordinal))
                    continue;
                foreach (var (method, operation) in operations!.AsObject())
                {
                    using var request = Request(path, method, operation!, ids);
                    var said = request.Content is null ? "" : await request.Content.ReadAsStringAsync();
                    using var answer = await bench.Window.SendAsync(request);
                    ((int)answer.StatusCode).ShouldBeLessThan(500, $"{method} {request.RequestUri} {said}");
                    answered[(int)answer.StatusCode] = answered.GetValueOrDefault((int)answer.StatusCode) + 1;
                }
            }
        }
        // Requests that are refused at the door show little: some of each sort must come further.
        foreach (var status in new[] { 200, 404, 412, 422 })
            answered.GetValueOrDefault(status).ShouldBeGreaterThan(Long.Of(20), $"answers of {status}");
        (await bench.GetAsync("/health")).Status.ShouldBe(HttpStatusCode.OK);
    }

    private HttpRequestMessage Request(string path, string method, JsonNode operation, List<string> ids)
    {
        foreach (var name in new[] { "unitId", "teardownId" })
            path = path.Replace($"{{{name}}}", random.Next(5) > 0 ? One(ids) : One(Names), StringComparison.Ordinal);
        while (path.IndexOf('{', StringComparison.Ordinal) is >= 0 and var start)
            path = path[..start] + One(Names) + path[(path.IndexOf('}', StringComparison.Ordinal) + 1)..];
        var query = (operation["parameters"]?.AsArray() ?? []).Where(one => (string)one!["in"]! == "query" && random.Next(2) == 0)
            .Select(one => $"{(string)one!["name"]!}={Uri.EscapeDataString(One(["1", "0", "-1", "true", "repair", "999999999999", "👋", One(ids)]))}");
        var request = new HttpRequestMessage(new HttpMethod(method), $"{path}?{string.Join('&', query)}");
        if (random.Next(10) < 7)
            request.Headers.IfMatch.Add(new EntityTagHeaderValue(string.Create(CultureInfo.InvariantCulture, $"\"{random.Next(1, 5)}\"")));
        if (operation["requestBody"]?["content"]?.AsObject() is { Count: > 0 } contents)
        {
            var (type, content) = contents.First();
            var body = random.Next(10) == 0 ? One(["", "{", "[1,", "null", "\"x\"", "[]"]) : Any(content!["schema"], 0)?.ToJsonString() ?? "null";
            request.Content = new StringContent(body, Encoding.UTF8, MediaTypeHeaderValue.Parse(type));
        }
        return request;
    }

    private T One<T>(IReadOnlyList<T> all) => all[random.Next(all.Count)];

    /// <summary>A value of a schema, or of none.</summary>
    private JsonNode? Any(JsonNode? schema, int depth)
    {
        while ((string?)schema?["$ref"] is { } reference)
            schema = description["components"]!["schemas"]![reference.Split('/')[^1]];
        if (schema is null || random.Next(10) == 0 || depth > 6)
            return Stray();
        foreach (var choice in new[] { "oneOf", "anyOf", "allOf" })
        {
            if (schema[choice] is JsonArray choices)
                return Any(One<JsonNode?>([.. choices]), depth);
        }
        if (schema["enum"] is JsonArray words)
            return One<JsonNode?>([.. words])?.DeepClone();
        var type = schema["type"] switch { JsonArray types => (string)One<JsonNode?>([.. types])!, { } one => (string)one!, null => schema["properties"] is null ? "" : "object" };
        return type switch
        {
            "object" => new JsonObject((schema["properties"]?.AsObject() ?? []).Where(_ => random.Next(10) > 1)
                .Select(property => KeyValuePair.Create(property.Key, Any(property.Value, depth + 1)))),
            "array" => new JsonArray([.. Enumerable.Range(0, random.Next(4)).Select(_ => Any(schema["items"], depth + 1))]),
            "number" or "integer" => One(Numbers),
            "boolean" => random.Next(2) == 0,
            "string" => One(Texts),
            _ => Stray(),
        };
    }

    private JsonNode? Stray() => random.Next(7) switch
    {
        0 => null,
        1 => new JsonArray(),
        2 => new JsonObject { ["a"] = 1 },
        3 => new JsonArray([null]),
        4 => One(Numbers),
        5 => true,
        _ => One(Texts),
    };
}
