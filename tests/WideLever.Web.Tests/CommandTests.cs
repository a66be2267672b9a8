using System.Diagnostics;
using System.Text.Json.Nodes;
using static WideLever.Web.Tests.Served;

namespace WideLever.Web.Tests;

/// <summary>The command line, as a process of its own.</summary>
public sealed class CommandTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("wide-lever-command-").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    private static string Example(string name) => Path.Combine(AppContext.BaseDirectory, "examples", $"{name}.json");

    private static async Task<(int Code, string Output, string Error)> RunAsync(string? input, params string[] arguments)
    {
        using var process = Start(arguments);
        var (output, error) = (process.StandardOutput.ReadToEndAsync(), process.StandardError.ReadToEndAsync());
        if (input is not null)
            await process.StandardInput.WriteAsync(input);
        process.StandardInput.Close();
        await ExitAsync(process);
        return (process.ExitCode, await output, await error);
    }

    [Fact]
    public async Task Score_prints_one_array_in_the_order_given_and_nothing_else()
    {
        var (code, output, error) = await RunAsync(null, "score", Example("3-modular"), Example("1-two-routes"));
        (code, error).ShouldBe((0, ""));
        var results = JsonNode.Parse(output)!.AsArray();
        results.Count.ShouldBe(2);
        ((double)results[0]!["repair"]!["value"]!).ShouldBe((double)JsonNode.Parse(Bench.Example("3-modular.expected"))!["repair"]!["value"]!, 5e-7);
        ((int)results[1]!["method"]!).ShouldBe(2);
        results[1]!.AsObject().Select(pair => pair.Key).Skip(1).ShouldBe(JsonNode.Parse(Bench.Example("1-two-routes.expected"))!.AsObject().Select(pair => pair.Key));
    }

    [Fact]
    public async Task Step_prints_the_steps_json_or_its_faults_with_their_places()
    {
        var (code, output, error) = await RunAsync(null, "step", "4 ph0 m2x4, lift = battery after 2", "--record", Example("1-two-routes"));
        (code, error).ShouldBe((0, ""));
        var step = JsonNode.Parse(output)!;
        step["after"]!.ToJsonString().ShouldBe("""["power"]""");
        step["actions"]![0]!.ToJsonString().ShouldBe("""{"do":"unscrew","drive":"cross","size":"PH0","thread":"M2","length":4,"captive":false,"count":4}""");
        (code, output, error) = await RunAsync(null, "step", "8 pho m2x5, 2 clops");
        (code, output).ShouldBe((1, ""));
        error.ShouldBe("3-5: unrecognised word \"pho\"; did you mean \"ph0\"?\n15-19: unrecognised word \"clops\"; did you mean \"clips\"?\n");
        // A line that begins with a sign is no option and no file of arguments.
        (code, output, _) = await RunAsync(null, "step", "@ inside, lift");
        (code, (string)JsonNode.Parse(output)!["layer"]!).ShouldBe((0, "inside"));
        (await RunAsync(null, "step", "lift", "--record", Path.Combine(folder, "missing.json"))).Code.ShouldBe(2);
    }

    [Fact]
    public async Task What_looks_like_an_option_and_is_none_is_no_file()
    {
        var (code, output, error) = await RunAsync(null, "score", "--nope", Example("3-modular"));
        code.ShouldNotBe(0);
        error.ShouldContain("There is no option --nope.");
        output.ShouldNotContain("\"method\"");
        (await RunAsync(null, "run", "--data", "")).Error.ShouldContain("--data names a folder.");
        (await RunAsync(null, "check", "--data", " ")).Error.ShouldContain("--data names a folder.");
    }

    [Fact]
    public async Task A_record_may_come_on_standard_input_and_a_device_without_end_is_read_no_further_than_a_record()
    {
        var (code, output, error) = await RunAsync(Bench.Example("3-modular"), "score", "-");
        (code, error).ShouldBe((0, ""));
        ((int)JsonNode.Parse(output)![0]!["method"]!).ShouldBe(2);
        (code, output, error) = await RunAsync(null, "score", "/dev/zero");
        (code, error).ShouldBe((1, ""));
        output.ShouldContain("is larger than the 5 MB");
    }

    [Fact]
    public async Task Where_nothing_can_be_written_a_sentence_says_so_and_no_trace()
    {
        using var process = Process.Start(new ProcessStartInfo("bash", ["-c", $"dotnet '{Path.Combine(AppContext.BaseDirectory, "WideLever.Web.dll")}' score '{Example("3-modular")}' > /dev/full"]) { RedirectStandardError = true })!;
        var error = await process.StandardError.ReadToEndAsync(TestContext.Current.CancellationToken);
        await ExitAsync(process);
        process.ExitCode.ShouldBe(3);
        error.ShouldStartWith("Standard output cannot be written to: ");
        error.ShouldNotContain("   at ");
    }

    [Fact]
    public async Task One_bad_line_never_ends_a_stream()
    {
        var good = JsonNode.Parse(Bench.Example("3-modular"))!.ToJsonString();
        var (code, output, error) = await RunAsync($"{good}\n{good.Replace("\"maker\"", "\"\\ud800\"", StringComparison.Ordinal)}\n[\n{{\"format\":\"\\udc00\"}}\n{good}\n", "score", "--ndjson");
        (code, error).ShouldBe((1, ""));
        output.TrimEnd().Split('\n').Select(line => JsonNode.Parse(line)!["faults"] is null).ShouldBe([true, false, false, false, true]);
    }

    [Fact]
    public async Task Score_gives_a_refused_record_a_faults_element_and_exit_code_one()
    {
        var broken = Path.Combine(folder, "broken.json");
        await File.WriteAllTextAsync(broken, Bench.Example("3-modular").Replace("\"battery bay\"", "\"cellar\"", StringComparison.Ordinal)[..900]);
        var (code, output, _) = await RunAsync(null, "score", broken, Example("3-modular"), Path.Combine(folder, "missing.json"), folder);
        code.ShouldBe(1);
        var results = JsonNode.Parse(output)!.AsArray();
        ((string)results[0]!["file"]!).ShouldBe(broken);
        ((string)results[0]!["faults"]![0]!["message"]!).ShouldContain("not valid JSON");
        results[1]!["repair"].ShouldNotBeNull();
        ((string)results[2]!["faults"]![0]!["message"]!).ShouldBe("there is no such file");
        ((string)results[3]!["faults"]![0]!["message"]!).ShouldBe("is a folder, not a file");
    }

    [Fact]
    public async Task Score_takes_schools_and_another_rubric()
    {
        var (code, output, _) = await RunAsync(null, "score", Example("1-two-routes"), "--school", "powerFirst=whereBlocking", "--school", "acrossMean=1");
        code.ShouldBe(0);
        ((double)JsonNode.Parse(output)![0]!["repair"]!["value"]!).ShouldBe(75.136040, 5e-7);
        (await RunAsync(null, "score", Example("1-two-routes"), "--school", "powerFirst=never")).ShouldSatisfyAllConditions(
            run => run.Code.ShouldBe(2), run => run.Output.ShouldBe(""), run => run.Error.ShouldContain("whereBlocking"));
        var rubric = Path.Combine(folder, "rubric.json");
        await File.WriteAllTextAsync(rubric, "{\"format\": \"wide-lever/rubric\", \"version\": 1}");
        var (refused, nothing, faults) = await RunAsync(null, "score", Example("1-two-routes"), "--rubric", rubric);
        (refused, nothing).ShouldBe((2, ""));
        faults.ShouldContain("criteria");
        (await RunAsync(null, "score")).Code.ShouldBe(2);
    }

    [Fact]
    public async Task Score_reads_records_a_line_and_goes_on_past_a_faulty_one()
    {
        var record = JsonNode.Parse(Bench.Example("3-modular"))!.ToJsonString();
        var (code, output, _) = await RunAsync($"{record}\n\nnot json\n{{}}\r\n{record}", "score", "--ndjson");
        code.ShouldBe(1);
        var lines = output.Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(line => JsonNode.Parse(line)!).ToList();
        lines.Count.ShouldBe(4);
        lines[0]["repair"].ShouldNotBeNull();
        ((long)lines[1]["line"]!).ShouldBe(3);
        ((long)lines[2]["line"]!).ShouldBe(4);
        lines[3].ToJsonString().ShouldBe(lines[0].ToJsonString());
    }

    [Fact]
    public async Task Score_writes_each_result_before_the_next_line_comes()
    {
        using var process = Start("score", "--ndjson");
        for (var i = 0; i < 3; i++)
        {
            await process.StandardInput.WriteLineAsync(JsonNode.Parse(Bench.Example("5-corners"))!.ToJsonString());
            await process.StandardInput.FlushAsync();
            JsonNode.Parse((await process.StandardOutput.ReadLineAsync())!)!["status"].ShouldNotBeNull();
        }
        process.StandardInput.Close();
        await ExitAsync(process);
        process.ExitCode.ShouldBe(0);
    }

    [Fact]
    public async Task Score_refuses_a_line_over_five_megabytes_and_goes_on()
    {
        var record = JsonNode.Parse(Bench.Example("3-modular"))!.ToJsonString();
        var (code, output, _) = await RunAsync($"{new string('x', 6_000_000)}\n{record}\n", "score", "--ndjson");
        code.ShouldBe(1);
        var lines = output.Split('\n', StringSplitOptions.RemoveEmptyEntries);
        lines[0].ShouldContain("5 MB");
        lines[1].ShouldStartWith("{\"method\":2,\"repair\"");
    }

    [Fact]
    public async Task Demo_starts_with_its_data_prints_its_address_last_and_stops_cleanly()
    {
        var (process, address) = await ServeAsync("demo", "--port", "0", "--data", folder);
        using var client = new HttpClient { Timeout = TimeSpan.FromMinutes(5) };
        var shelf = JsonNode.Parse(await client.GetStringAsync(new Uri(address, "/api/shelf")))!["units"]!.AsArray();
        shelf.Count.ShouldBeGreaterThanOrEqualTo(6);
        shelf.Select(unit => (string)unit!["status"]!).Distinct().Order().ShouldBe(["complete", "draft", "provisional"]);
        using (var second = Start("run", "--port", "0", "--data", folder))
        {
            var refusal = await second.StandardError.ReadToEndAsync();
            await ExitAsync(second);
            second.ExitCode.ShouldBe(1);
            refusal.Trim().ShouldBe($"Another server holds the data folder {folder}; stop it, or name another folder with --data.");
        }
        using (var taken = Start("run", "--port", $"{address.Port}", "--data", Path.Combine(folder, "other")))
        {
            var refusal = await taken.StandardError.ReadToEndAsync();
            await ExitAsync(taken);
            taken.ExitCode.ShouldBe(1);
            refusal.Trim().ShouldBe($"Port {address.Port} is in use; name another with --port.");
        }
        Process.Start("kill", ["-INT", $"{process.Id}"]).WaitForExit();
        await ExitAsync(process);
        process.ExitCode.ShouldBe(0);
        (await process.StandardOutput.ReadToEndAsync()).Trim().ShouldBe("");
        process.Dispose();
    }

    [Theory]
    [InlineData("INT")]
    [InlineData("TERM")]
    public async Task It_stops_in_order_when_it_is_asked_to_while_it_starts(string signal)
    {
        var own = Path.Combine(folder, "starting");
        using var process = Start("demo", "--port", "0", "--data", own);
        // From here on it is the program that is asked, not the runtime that loads it.
        while (!File.Exists(Path.Combine(own, "held")))
            await Task.Delay(2, TestContext.Current.CancellationToken);
        Process.Start("kill", [$"-{signal}", $"{process.Id}"]).WaitForExit();
        await ExitAsync(process);
        process.ExitCode.ShouldBe(0);
        (await process.StandardError.ReadToEndAsync()).ShouldBe("");
        (await RunAsync("", "check", "--data", own)).Code.ShouldBe(0);
    }

    [Fact]
    public async Task Check_says_what_in_a_data_folder_is_damaged()
    {
        var (none, _, sentence) = await RunAsync("", "check", "--data", folder);
        (none, sentence.Trim()).ShouldBe((2, $"There is no data in {folder}."));
        var (process, _) = await ServeAsync("demo", "--port", "0", "--data", folder);
        (await RunAsync("", "check", "--data", folder)).Code.ShouldBe(0, "also while a server holds it");
        process.Kill();
        await ExitAsync(process);
        process.Dispose();
        var (whole, told, _) = await RunAsync("", "check", "--data", folder);
        (whole, told.Trim()).ShouldBe((0, "15 units, 15 teardowns, 0 photos, 0 signed results, 0 damaged"));
        await using (var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(folder, "wide-lever.db")};Pooling=False"))
        {
            await connection.OpenAsync(TestContext.Current.CancellationToken);
            await using var command = connection.CreateCommand();
            command.CommandText = "UPDATE unit SET document = json_set(document, '$.unit.hoverHeight', 3) WHERE id = 'dt-133'";
            await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
        }
        var (damaged, output, _) = await RunAsync("", "check", "--data", folder);
        damaged.ShouldBe(1);
        output.ShouldContain("the unit \"dt-133\": unit.hoverHeight unrecognised field");
    }

    [Fact]
    public async Task Plan_prints_the_least_steps_for_several_parts_and_refuses_what_has_none()
    {
        var (code, output, error) = await RunAsync(null, "plan", Example("1-two-routes"), "--for", "battery,fan", "--for", "memory-a");
        (code, error).ShouldBe((0, ""));
        var plan = JsonNode.Parse(output)!;
        plan["steps"]!.AsArray().Select(step => (string)step!).ShouldBe(["cover", "power", "battery", "fan", "keys", "memory-a-from-keys"]);
        ((double)plan["effort"]!["value"]!).ShouldBe(473.6);
        ((double)plan["apart"]!).ShouldBe(945.8);
        (code, output, error) = await RunAsync(null, "plan", Example("1-two-routes"), "--for", "battery,wing");
        (code, output).ShouldBe((1, ""));
        error.Trim().ShouldBe("--for wing: there is no part \"wing\"");
        (code, output, error) = await RunAsync(null, "plan", Example("1-two-routes"), "--for", "battery", "--school", "powerFirst=never");
        (code, output).ShouldBe((2, ""));
        (code, output, _) = await RunAsync(null, "plan", Example("1-two-routes"), "--for", "battery", "--school", "effort=steps");
        ((double)JsonNode.Parse(output)!["effort"]!["value"]!).ShouldBe(180);
    }

    [Fact]
    public async Task A_plan_as_a_sheet_is_one_file_without_a_script()
    {
        var record = JsonNode.Parse(await File.ReadAllTextAsync(Example("1-two-routes")))!;
        record["steps"]![0]!["title"] = "<script>alert(1)</script> *off*";
        var file = Path.Combine(folder, "record.json");
        await File.WriteAllTextAsync(file, record.ToJsonString());
        var (code, html, _) = await RunAsync(null, "plan", file, "--for", "battery", "--as", "html");
        code.ShouldBe(0);
        html.ShouldNotContain("<script");
        html.ShouldContain("&lt;script&gt;alert(1)&lt;/script&gt;");
        html.ShouldContain("default-src 'none'");
        var (_, markdown, _) = await RunAsync(null, "plan", file, "--for", "battery", "--as", "markdown");
        markdown.ShouldContain("&lt;script>alert(1)&lt;/script> \\*off\\*");
        markdown.ShouldContain("## Lay out");
        (await RunAsync(null, "plan", file, "--for", "battery", "--as", "pdf")).Code.ShouldNotBe(0);
    }

    [Fact]
    public async Task Fit_says_whether_a_module_goes_into_a_place_and_what_forbids_it()
    {
        var module = Path.Combine(folder, "module.json");
        async Task<JsonNode> FitAsync(string json)
        {
            await File.WriteAllTextAsync(module, json);
            var (code, output, error) = await RunAsync(null, "fit", Example("1-two-routes"), "--place", "memory-a", "--module", module);
            (code, error).ShouldBe((0, ""));
            return JsonNode.Parse(output)!;
        }
        var place = JsonNode.Parse(await File.ReadAllTextAsync(Example("1-two-routes")))!["parts"]!.AsArray().Single(part => (string)part!["id"]! == "memory-a")!;
        var generation = (string)place["interface"]!["name"]!;
        var fits = await FitAsync($$"""{"number": "a", "kind": "memory", "name": "{{generation}}"}""");
        ((bool)fits["fits"]!, fits["forbids"]).ShouldBe((true, null));
        var other = await FitAsync("""{"number": "a", "kind": "memory", "name": "SO-DIMM DDR2"}""");
        ((bool)other["fits"]!, (string)other["forbids"]!).ShouldBe((false, "generation"));
        ((string)(await FitAsync("""{"number": "a", "kind": "storage"}"""))["forbids"]!).ShouldBe("kind");
        await File.WriteAllTextAsync(module, """{"number": "a", "kind": "memory", "sides": 3, "wings": 2}""");
        var (refused, _, complaint) = await RunAsync(null, "fit", Example("1-two-routes"), "--place", "memory-a", "--module", module);
        refused.ShouldBe(2);
        complaint.ShouldContain("sides");
        (await RunAsync(null, "fit", Example("1-two-routes"), "--place", "wing", "--module", module)).Code.ShouldBe(2);
    }
}
