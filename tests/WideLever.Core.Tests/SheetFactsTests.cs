using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Interchange;

namespace WideLever.Core.Tests;

/// <summary>What is grave of a machine, listed from its record alone, stands on its sheet; what the record contradicts never does.</summary>
public sealed class SheetFactsTests
{
    private static IEnumerable<(string Name, TeardownRecord Record)> Records() =>
    [
        .. Enumerable.Range(0, Math.Max(300, Long.Of(300))).Select(seed => ($"seed {seed}", Hurt(seed % 2 == 0 ? RandomRecords.ForHands(new Random(seed)) : RandomRecords.WithPlaces(new Random(seed)), seed))),
        .. Examples.Demo().Select(record => (record.Unit.ModelCode, record)),
    ];

    private static TeardownRecord Hurt(TeardownRecord record, int seed) => seed % 5 > 0 ? record
        : record with { Teardown = record.Teardown with { Damage = [new() { Kind = Enum.GetValues<DamageKind>()[seed / 5 % Enum.GetValues<DamageKind>().Length] }] } };

    private static List<string> Sheet(TeardownRecord record)
    {
        var machine = record.Checked();
        var summary = Summary.Of(machine, Examples.House, Reasons.Of(machine, Examples.House, ofClass: false, []));
        return [.. VerdictSheet.Text(new(machine, Examples.House, new string('0', 64), summary, "", "", new(null, null, false, false, []), null, [])).Split('\n')];
    }

    [Fact]
    public void Nothing_grave_is_left_out()
    {
        var (left, met) = (new List<string>(), new Dictionary<string, int>());
        foreach (var (name, record) in Records().Where(one => Checking.RecordValidation.Check(one.Record, Examples.House).Checked is not null))
        {
            var sheet = Sheet(record);
            void Says(string fact, params string[] words)
            {
                var sort = fact.Split(' ')[0];
                met[sort] = met.GetValueOrDefault(sort) + 1;
                if (!sheet.Exists(line => words.All(word => word.Split('|').Any(one => line.Contains(one, StringComparison.OrdinalIgnoreCase)))))
                    left.Add($"{name}: {fact}");
            }
            foreach (var part in record.Parts)
            {
                var kind = part.Kind == PartKind.Other ? part.Id.Replace('-', ' ') : part.Kind.Name();
                if (part is { Fitted: true, Mounting: Mounting.Soldered or Mounting.Glued or Mounting.Riveted or Mounting.Laminated or Mounting.Taped })
                    Says($"{part.Mounting} {kind}", kind, part.Mounting.Value.Word());
                if (part is { Fitted: true, Spare.Paired: true })
                    Says($"Paired {kind}", kind, "pairing");
                if (part is { Fitted: true, Spare.Source: Supply.None })
                    Says($"Unsold {kind}", kind, "nobody sells");
                if (!part.Fitted)
                    Says($"Empty {kind}", kind, "empty");
                if (part.Within is { } within && part is { Fitted: true, Mounting: Mounting.Soldered or Mounting.Riveted or Mounting.Laminated })
                    Says($"OnePiece {kind}", kind, "one piece with", record.Parts.First(one => one.Id == within).Kind.Name());
                if (part.Excludes.Count > 0)
                    Says($"Excluded {kind}", "either", kind, "not both");
            }
            foreach (var action in record.Steps.SelectMany(step => step.Actions))
            {
                if (action is Unbond { Bond: Bond.SoftGlue or Bond.RigidGlue } glue)
                    Says($"Glue {glue.Bond}", WordList.Apart(glue.Bond!.Value.Word()));
                if (action.ToolInHand() == Tool.Heat)
                    Says("Heat", "heat");
                if (action is Unscrew { Cover: Cover.Foot or Cover.Label or Cover.Seal } hidden)
                    Says($"Hidden under a {hidden.Cover}", hidden.Cover == Cover.Foot ? "under feet|under one foot" : "under", hidden.Cover == Cover.Foot ? "under" : hidden.Cover!.Value.Word());
            }
            foreach (var damage in record.Teardown.Damage)
                Says($"Damaged {damage.Kind}", "this one machine came");
        }
        left.Take(25).ShouldBeEmpty($"{left.Count} of {met.Values.Sum()}");
        met.Keys.Order(StringComparer.Ordinal).ShouldBe(["Damaged", "Empty", "Excluded", "Glue", "Glued", "Heat", "Hidden", "Laminated", "OnePiece", "Paired", "Riveted", "Soldered", "Taped", "Unsold"]);
    }

    [Fact]
    public void Points_lost_add_up_to_what_is_missing()
    {
        var told = 0;
        foreach (var (name, record) in Records().Where(one => Checking.RecordValidation.Check(one.Record, Examples.House).Checked is not null))
        {
            foreach (var line in Sheet(record).Where(line => line.Contains(" of 100: ", StringComparison.Ordinal)))
            {
                var points = System.Text.RegularExpressions.Regex.Matches(line.Split(" of 100: ")[1], @"\d+\.\d").Select(match => double.Parse(match.Value, System.Globalization.CultureInfo.InvariantCulture)).ToList();
                double.Parse(line.Split(" of 100: ")[0].Split(", ")[1], System.Globalization.CultureInfo.InvariantCulture).ShouldBe(points.Sum(), 0.05 * (points.Count + 2), $"{name}: {line}");
                told++;
            }
        }
        told.ShouldBeGreaterThan(20);
    }

    [Fact]
    public void No_line_stands_twice_and_none_has_an_id_or_a_word_of_the_format()
    {
        var odd = new List<string>();
        foreach (var (name, record) in Records().Where(one => Checking.RecordValidation.Check(one.Record, Examples.House).Checked is not null))
        {
            List<string> sheet = [.. Sheet(record).Select(line => line.Replace(record.Unit.ModelCode, "", StringComparison.Ordinal))];
            odd.AddRange(sheet.Where(line => line.Length > 0).GroupBy(line => line).Where(alike => alike.Count() > 1).Select(alike => $"{name}, twice: {alike.Key}"));
            // What a person wrote, names among it, is as they wrote it.
            odd.AddRange(sheet.Where(line => System.Text.RegularExpressions.Regex.IsMatch(line, @"\b(\w+) \1\b|(?<![\d.]|to )1 (minutes|screws|feet|clips|labels|modules)\b|(?<![\d.])([\d.]+) to \3(?![\d.])|undefined|NaN|\bnull\b|\bat least 1\b|[a-z][A-Z]|\bp\d\b|\b[RU]\b")).Select(line => $"{name}: {line}"));
        }
        odd.Take(20).ShouldBeEmpty($"{odd.Count}");
    }
}
