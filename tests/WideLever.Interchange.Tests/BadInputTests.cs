using System.Text;
using System.Text.Json.Nodes;
using WideLever.Core.Checking;
using WideLever.Core.Records;

namespace WideLever.Interchange.Tests;

/// <summary><c>docs/record.md</c>: what is a fault, where, and what is not.</summary>
public sealed class BadInputTests
{
    private static RecordCheck Read(string json) => RecordReader.Read(Encoding.UTF8.GetBytes(json), RubricReader.House);

    private static IReadOnlyList<Fault> Faults(string json) => Read(json).Faults;

    private static IReadOnlyList<Fault> Faults(Action<JsonObject> spoil, JsonObject? record = null)
    {
        var spoiled = record ?? Sample.Small();
        spoil(spoiled);
        return Faults(spoiled.ToJsonString());
    }

    private static string[] Places(Action<JsonObject> spoil, JsonObject? record = null) => [.. Faults(spoil, record).Select(fault => fault.At)];

    private static JsonObject Screws(JsonObject record) => record["steps"]![0]!["actions"]![0]!.AsObject();

    private static JsonNode? Json(string json) => JsonNode.Parse(json);

    [Fact]
    public void The_small_record_has_no_fault() => Faults(_ => { }).ShouldBeEmpty();

    [Theory]
    [InlineData("", "is not valid JSON")]
    [InlineData("{", "is not valid JSON at line 1")]
    [InlineData("{\"format\": \"wide-lever/teardown\", \"version\": 1, \"unit\": {\"price\": {\"amount\": NaN}}}", "is not valid JSON at line 1, byte")]
    [InlineData("\u0000\u0001", "is not valid JSON")]
    [InlineData("{\"format\": 1, \"format\": 2}", "a field stands twice")]
    public void What_is_not_JSON_is_one_fault_with_its_line(string json, string message)
    {
        var fault = Faults(json).ShouldHaveSingleItem();
        fault.At.ShouldBe("");
        fault.Message.ShouldContain(message);
    }

    [Fact]
    public void A_truncated_file_is_one_fault_wherever_it_is_cut()
    {
        var whole = Sample.Small().ToJsonString();
        for (var length = 0; length < whole.Length; length += 7)
            Faults(whole[..length]).ShouldHaveSingleItem().Message.ShouldStartWith("is not valid JSON");
    }

    [Fact]
    public void Deep_nesting_is_one_fault()
    {
        var deep = string.Concat(Enumerable.Repeat("{\"unit\":", 100_000)) + "1" + new string('}', 100_000);
        Faults(deep).ShouldHaveSingleItem().Message.ShouldContain("nested too deeply");
    }

    [Theory]
    [InlineData("[]", "")]
    [InlineData("7", "")]
    [InlineData("{}", "")]
    [InlineData("{\"name\": \"a page\", \"steps\": []}", "")]
    [InlineData("{\"format\": \"wide-lever/rubric\", \"version\": 1}", "format")]
    [InlineData("{\"format\": 7, \"version\": 1}", "format")]
    [InlineData("{\"version\": 1, \"unit\": {}}", "format")]
    [InlineData("{\"format\": \"wide-lever/teardown\", \"version\": 2}", "version")]
    [InlineData("{\"format\": \"wide-lever/teardown\"}", "version")]
    public void A_file_of_another_format_or_version_is_refused_at_once(string json, string at) =>
        Faults(json)[0].At.ShouldBe(at);

    [Fact]
    public void A_file_over_five_megabytes_is_refused_unread()
    {
        RecordReader.Read(new byte[RecordReader.MaxBytes + 1], RubricReader.House).Faults.ShouldHaveSingleItem().Message.ShouldContain("5 MB");
        RecordReader.Read(new byte[RecordReader.MaxBytes], RubricReader.House).Faults.ShouldHaveSingleItem().Message.ShouldContain("JSON");
    }

    [Fact]
    public void A_byte_order_mark_is_passed_over() =>
        RecordReader.Read(new byte[] { 0xEF, 0xBB, 0xBF }.Concat(Encoding.UTF8.GetBytes(Sample.Small().ToJsonString())).ToArray(), RubricReader.House).Faults.ShouldBeEmpty();

    [Fact]
    public void All_faults_are_listed_not_the_first_alone()
    {
        Places(record =>
        {
            record["unit"]!["maker"] = null;
            record["unit"]!.AsObject().Remove("model");
            record["teardown"]!["date"] = "3 October";
            Screws(record)["drive"] = "crosss";
            Screws(record)["count"] = -4;
            record["steps"]![2]!["after"]![0] = "powr";
            record["parts"]![0]!["mountng"] = "screwed";
        }).ShouldBe(["unit.maker", "unit.model", "teardown.date", "steps[0].actions[0].drive", "parts[0].mountng", "steps[0].actions[0].count", "steps[2].after[0]"]);
    }

    [Fact]
    public void Unrecognised_words_and_fields_name_the_nearest_known_one()
    {
        Faults(record => Screws(record)["drive"] = "crosss").ShouldHaveSingleItem().Message.ShouldContain("did you mean \"cross\"?");
        Faults(record => record["steps"]![0]!["actions"]![0]!["do"] = "unscrw").ShouldHaveSingleItem().Message.ShouldContain("\"unscrew\"");
        Faults(record => record["parts"]![0]!["mountng"] = 1).ShouldHaveSingleItem().Message.ShouldBe("unrecognised field; did you mean \"mounting\"?");
        Faults(record => record["parts"]![0]!["<script>"] = 1).ShouldHaveSingleItem().Message.ShouldBe("unrecognised field");
        // A field of another action is none of this one's.
        Faults(record => Screws(record)["connector"] = "blade").ShouldHaveSingleItem().At.ShouldBe("steps[0].actions[0].connector");
    }

    [Theory]
    [InlineData("unit", "[]", "an object")]
    [InlineData("layers", "{}", "a list")]
    [InlineData("steps", "\"none\"", "a list")]
    [InlineData("parts", "null", "cannot be null")]
    [InlineData("guidance", "true", "an object")]
    public void A_wrong_type_of_a_section_is_told_without_what_follows_from_it(string field, string value, string message)
    {
        var faults = Faults(record => record[field] = Json(value));
        faults.ShouldHaveSingleItem().At.ShouldBe(field);
        faults[0].Message.ShouldContain(message);
    }

    [Theory]
    [InlineData("count", "\"4\"", "must be a whole number, [least, most], or null where it is unknown, not text")]
    [InlineData("count", "[3]", "a span is [least, most], not a list of 1")]
    [InlineData("count", "[1, 2, 3]", "not a list of 3")]
    [InlineData("count", "[5, 3]", "a span must not fall")]
    [InlineData("count", "[0, 3]", "from 1 to 999")]
    [InlineData("count", "[3, 1000]", "from 1 to 999")]
    [InlineData("count", "{}", "not an object")]
    [InlineData("count", "2.5", "whole number")]
    [InlineData("count", "1e308", "whole number")]
    [InlineData("count", "1e999", "too large")]
    [InlineData("tool", "null", "cannot be null")]
    [InlineData("tool", "true", "must be text, not true or false")]
    [InlineData("length", "\"5 mm\"", "must be a number")]
    [InlineData("length", "1e308", "from 0.5 to 100")]
    [InlineData("captive", "\"no\"", "must be true or false")]
    [InlineData("covers", "null", "cannot be null")]
    [InlineData("covers", "5", "from 1 to the greatest count, 4")]
    [InlineData("covers", "0", "from 1 to the greatest count, 4")]
    [InlineData("size", "7", "must be text")]
    public void A_wrong_type_or_size_of_a_fact_is_told_at_its_place(string field, string value, string message)
    {
        var fault = Faults(record => Screws(record)[field] = Json(value)).ShouldHaveSingleItem();
        fault.At.ShouldBe($"steps[0].actions[0].{field}");
        fault.Message.ShouldContain(message);
    }

    [Theory]
    [InlineData("[1, null]", "count[1]", "must be a number, not null")]
    [InlineData("[\"1\", 3]", "count[0]", "must be a number, not text")]
    [InlineData("[1, 2.5]", "count[1]", "whole number")]
    public void An_end_of_a_span_is_told_at_its_place(string value, string at, string message)
    {
        var fault = Faults(record => Screws(record)["count"] = Json(value)).ShouldHaveSingleItem();
        fault.At.ShouldBe($"steps[0].actions[0].{at}");
        fault.Message.ShouldContain(message);
    }

    [Theory]
    // A name is the same however it is spelt.
    [InlineData("{\"format\": 1, \"f\\u006frmat\": 2}", true)]
    [InlineData("{\"\\u0066ormat\": \"wide-lever/teardown\", \"format\": \"wide-lever/teardown\"}", true)]
    [InlineData("{\"unit\": {\"maker\": \"a\", \"model\": \"b\", \"maker\": \"a\"}}", true)]
    [InlineData("{\"unit\": [{\"deep\": [{\"a\": 1, \"b\": 2, \"a\": 3}]}]}", true)]
    // What only looks alike to a quick glance: as long, with the same first, middle and last letter.
    [InlineData("{\"abcde\": 1, \"axcye\": 2}", false)]
    [InlineData("{\"é\": 1, \"è\": 2}", false)]
    public void A_field_that_stands_twice_is_told_wherever_it_is(string text, bool twice) =>
        Read(text).Faults.Any(fault => fault.Message.Contains("a field stands twice", StringComparison.Ordinal)).ShouldBe(twice);

    [Theory]
    [InlineData(31)]
    [InlineData(32)]
    [InlineData(33)]
    [InlineData(5_000)]
    public void A_field_that_stands_twice_is_found_among_any_number(int fields)
    {
        var names = Enumerable.Range(0, fields).Select(i => $"\"field{i}\": {i}").ToList();
        Read($"{{{string.Join(',', names)}}}").Faults[0].Message.ShouldNotContain("twice");
        Read($"{{{string.Join(',', names)}, \"field{fields / 2}\": 0}}").Faults[0].Message.ShouldContain("a field stands twice");
    }

    [Fact]
    public void A_field_spelt_with_escapes_is_the_field()
    {
        var text = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "examples", "1-two-routes.json"));
        var escaped = text.Replace("\"maker\":", "\"m\\u0061ker\":", StringComparison.Ordinal).Replace("\"do\":", "\"d\\u006f\":", StringComparison.Ordinal).Replace("\"unscrew\"", "\"un\\u0073crew\"", StringComparison.Ordinal);
        escaped.ShouldNotBe(text);
        RecordJson.RecordFile(Read(escaped).Checked!.Record).ShouldBe(RecordJson.RecordFile(Read(text).Checked!.Record));
    }

    public static TheoryData<string> Nullable =>
    [
        "unit.codeFoundAt", "unit.class", "unit.year", "unit.price", "unit.price.amount", "unit.price.rate", "unit.ceilings.memory.maker",
        "unit.ceilings.memory.bench", "unit.ceilings.storage.platform", "teardown.condition", "guidance.manual", "guidance.labels", "guidance.partNumbers", "guidance.order",
        "steps.0.observedSeconds", "steps.0.actions.0.drive", "steps.0.actions.0.size", "steps.0.actions.0.thread", "steps.0.actions.0.length",
        "steps.0.actions.0.captive", "steps.0.actions.0.cover", "steps.0.actions.9.connector", "steps.0.actions.10.what", "steps.0.actions.11.bond",
        "steps.0.actions.11.lengthMm", "steps.0.actions.12.what", "steps.0.actions.13.what", "parts.1.mounting", "parts.1.within", "parts.1.capacity.fitted",
        "parts.1.capacity.max.maker", "parts.1.interface.standard", "parts.1.interface.name", "parts.1.interface.form", "parts.1.interface.bus",
        "parts.1.interface.generation", "parts.1.interface.maxLengthMm", "parts.1.interface.maxThicknessMm", "parts.1.interface.sides", "parts.1.spare.number",
        "steps.0.actions.0.count", "parts.1.layer", "unit.ceilings.battery.bench", "parts.1.spare.price", "parts.1.spare.source", "parts.1.spare.paired", "parts.1.spare.seen",
    ];

    public static TheoryData<string> NotNullable =>
    [
        "format", "version", "unit", "unit.maker", "unit.model", "unit.modelCode", "unit.price.currency", "unit.ceilings", "unit.ceilings.memory", "unit.covers",
        "unit.notes", "teardown", "teardown.date", "teardown.bench", "teardown.driver", "teardown.sample", "layers", "layers.0", "absent", "absent.0", "guidance", "steps",
        "steps.0.id", "steps.0.title", "steps.0.layer", "steps.0.opens", "steps.0.frees", "steps.0.together", "steps.1.after", "steps.0.disconnectsPower",
        "steps.0.tightening", "steps.0.surprises", "steps.0.surprises.0.kind", "steps.0.surprises.0.text", "steps.0.surprises.0.seconds", "steps.0.actions",
        "steps.0.actions.0.do", "steps.0.actions.0.tool", "steps.0.actions.0.covers", "steps.0.actions.0.notes", "parts", "parts.1.id",
        "unit.advice", "unit.advice.0.text", "unit.advice.0.kind", "teardown.damage", "teardown.damage.0.kind", "teardown.damage.0.text", "steps.0.powerOn", "steps.0.needsNoOther",
        "steps.0.advice", "parts.1.advice", "parts.1.excludes", "parts.1.excludes.0", "unit.ceilings.battery", "parts.1.kind", "parts.1.fitted", "parts.1.capacity", "parts.1.capacity.max", "parts.1.interface", "parts.1.interface.limits", "parts.1.spare", "notes",
    ];

    [Theory]
    [MemberData(nameof(Nullable))]
    public void A_null_is_unknown_or_not_stated_where_the_table_says_so(string path) => Faults(record => Set(record, path, null), Sample.Everything()).ShouldBeEmpty();

    [Theory]
    [MemberData(nameof(NotNullable))]
    public void A_null_anywhere_else_is_a_fault_at_its_place(string path)
    {
        Places(record => Set(record, path, null), Sample.Everything()).ShouldContain(Place(path));
    }

    private static string Place(string path) =>
        string.Concat(path.Split('.').Select((token, i) => int.TryParse(token, out _) ? $"[{token}]" : i == 0 ? token : $".{token}"));

    internal static void Set(JsonObject record, string path, JsonNode? value)
    {
        var tokens = path.Split('.');
        var parent = tokens.SkipLast(1).Aggregate((JsonNode?)record, (node, token) => int.TryParse(token, out var i) ? node![i] : node![token]);
        if (int.TryParse(tokens[^1], out var i))
            parent![i] = value;
        else
            parent![tokens[^1]] = value;
    }

    [Fact]
    public void A_field_left_out_takes_its_default_and_is_not_the_same_as_a_null()
    {
        var screws = (JsonObject record) => (Unscrew)Sample.Check(Encoding.UTF8.GetBytes(record.ToJsonString())).Steps[0].Actions[0];
        var left = screws(Sample.Small());
        left.Cover.ShouldBe(Cover.None);
        left.Captive.ShouldBeNull();
        var explicitNull = Sample.Small();
        Screws(explicitNull)["cover"] = null;
        screws(explicitNull).Cover.ShouldBeNull();
        var currency = Sample.Small();
        currency["unit"]!["price"] = Json("""{"amount": 5, "currency": null}""");
        Faults(currency.ToJsonString()).ShouldHaveSingleItem().At.ShouldBe("unit.price.currency");
    }

    public static TheoryData<string, string, string> Edges => new()
    {
        { "steps.0.actions.0.count", "999", "1000" }, { "steps.0.actions.0.count", "2", "0" }, { "steps.0.actions.0.length", "0.5", "0.49" },
        { "steps.0.actions.0.length", "100", "100.1" }, { "steps.0.actions.11.lengthMm", "1", "0.9" }, { "steps.0.actions.11.lengthMm", "5000", "5001" },
        { "steps.0.observedSeconds", "1", "0.9" }, { "steps.0.observedSeconds", "86400", "86401" }, { "steps.0.surprises.0.seconds", "0", "-1" },
        { "steps.0.surprises.0.seconds", "86400", "86401" }, { "unit.price.amount", "0.01", "0" }, { "unit.price.amount", "10000000", "10000001" },
        { "unit.price.rate", "1e-9", "0" }, { "unit.price.currency", "\"EUR\"", "\"EURO\"" }, { "parts.1.spare.price.amount", "0", "-0.01" },
        { "parts.1.spare.price.amount", "10000000", "10000001" }, { "parts.1.capacity.fitted", "0", "-1" }, { "parts.1.capacity.fitted", "10000000", "10000001" },
        { "parts.1.capacity.max.bench", "10000000", "10000001" }, { "unit.ceilings.memory.platform", "10000000", "10000001" }, { "parts.1.interface.sides", "2", "3" },
        { "parts.1.spare.seen", "\"2026-02-28\"", "\"2026-02-30\"" }, { "teardown.date", "\"2024-02-29\"", "\"2025-02-29\"" },
        { "unit.maker", $"\"{new string('x', 500)}\"", $"\"{new string('x', 501)}\"" }, { "unit.notes", $"\"{new string('x', 5000)}\"", $"\"{new string('x', 5001)}\"" },
        { "unit.maker", "\"a <b>c</b> & 'd'\"", "\"a\\nb\"" }, { "unit.maker", "\"\u00e4\"", "\"\\u0007\"" }, { "unit.maker", "\"x\"", "\"\"" },
        { "unit.notes", "\"a\\n\\tb\"", "\"a\\u0000b\"" }, { "steps.0.title", "\"\\ud83d\\ude00\"", "\"\\ud83d\"" }, { "steps.0.tightening.0", "\"1 2\"", "7" },
        { "unit.year", "2026", "2026.5" }, { "parts.1.interface.limits.0", "\"x\"", "\"a\\u2028b\"" },
    };

    [Theory]
    [MemberData(nameof(Edges))]
    public void Each_limit_holds_at_its_edge_and_not_just_past_it(string path, string at, string past)
    {
        // Put in as text, since a lone surrogate has no place in a node.
        string With(string value)
        {
            var record = Sample.Everything();
            if (path.EndsWith("count", StringComparison.Ordinal))
                Screws(record).Remove("covers");
            Set(record, path, "\u00a7here\u00a7");
            return record.ToJsonString().Replace("\"\\u00A7here\\u00A7\"", value, StringComparison.Ordinal);
        }
        Faults(With(at)).ShouldBeEmpty();
        Faults(With(past)).ShouldHaveSingleItem().At.ShouldBe(Place(path));
    }

    [Fact]
    public void The_numbers_of_steps_parts_layers_and_actions_are_limited()
    {
        static JsonNode Step(int i) => Json($$"""{"id": "s{{i}}", "title": "t", "layer": "outside", "actions": [{"do": "slide"}]}""")!;
        void Fill(JsonObject record, int steps, int parts, int layers, int actions)
        {
            var list = record["steps"]!.AsArray();
            list[0]!["actions"] = new JsonArray([.. Enumerable.Range(0, actions).Select(_ => Json("""{"do": "slide"}"""))]);
            for (var i = record["layers"]!.AsArray().Count; i < layers; i++)
            {
                record["layers"]!.AsArray().Add($"l{i}");
                var step = Step(i + 1000);
                step["opens"] = $"l{i}";
                list.Add(step);
            }
            while (list.Count < steps)
                list.Add(Step(list.Count));
            while (record["parts"]!.AsArray().Count < parts)
                record["parts"]!.AsArray().Add(Json($$"""{"id": "p{{record["parts"]!.AsArray().Count}}", "kind": "other"}"""));
        }
        Places(record => Fill(record, 400, 300, 40, 60)).ShouldBeEmpty();
        Places(record => Fill(record, 401, 1, 2, 1)).ShouldBe(["steps"]);
        Places(record => Fill(record, 3, 301, 2, 1)).ShouldBe(["parts"]);
        Places(record => Fill(record, 3, 1, 41, 1)).ShouldBe(["layers"]);
        Places(record => Fill(record, 3, 1, 2, 61)).ShouldBe(["steps[0].actions"]);
        Places(record => record["steps"]![0]!["actions"] = new JsonArray()).ShouldBe(["steps[0].actions"]);
        Places(record => record["layers"] = new JsonArray()).ShouldContain("layers");
    }

    [Fact]
    public void A_release_tab_has_no_length_and_an_unreadable_action_does_not_hide_the_next()
    {
        Places(record => record["steps"]![0]!["actions"] = Json("""[{"do": "unbond", "bond": "releaseTab", "lengthMm": 5}, {"do": "unbond", "bond": "releaseTab", "lengthMm": null}]"""))
            .ShouldBe(["steps[0].actions[0].lengthMm"]);
        Places(record => record["steps"]![0]!["actions"] = Json("""[7, {}, {"do": null}, {"do": "fly", "wings": 2}, {"do": "peel", "what": "x"}]"""))
            .ShouldBe(["steps[0].actions[0]", "steps[0].actions[1].do", "steps[0].actions[2].do", "steps[0].actions[3].do", "steps[0].actions[4].what"]);
    }

    [Fact]
    public void What_follows_from_a_place_that_could_not_be_read_is_not_told_again()
    {
        // The part without an id is no double of anything, and what is within it is not blamed.
        Places(record => record["parts"]!.AsArray().Add(Json("""{"kind": "fan"}"""))).ShouldBe(["parts[1].id"]);
        Places(record => record["parts"]![0]!["kind"] = "batery").ShouldBe(["parts[0].kind"]);
        Places(record => record["steps"]![1]!["layer"] = 5).ShouldBe(["steps[1].layer"]);
    }

    [Fact]
    public void Hostile_text_is_shown_without_its_control_characters()
    {
        var fault = Faults(record => record["steps"]![2]!["after"]![0] = "\u0007<img onerror=x>").First(other => other.Message.Contains("there is no", StringComparison.Ordinal));
        fault.Message.ShouldNotContain("\u0007");
    }
}
