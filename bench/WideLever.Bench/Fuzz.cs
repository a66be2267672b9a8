using System.Text.Json.Nodes;
using WideLever.Core.Checking;
using WideLever.Core.Comparing;
using WideLever.Core.Scoring;
using WideLever.Interchange;
using WideLever.Interchange.Reports;

namespace WideLever.Bench;

/// <summary>Spoils good records at random: whatever comes out is refused with faults or scored to finite numbers, never an exception.</summary>
internal static class Fuzz
{
    private static readonly JsonNode?[] Oddities =
        [null, -1, 0, 1e308, 0.5, "", "x", "\u0000", "cross", true, new JsonArray(), new JsonObject(), "2026-02-30", 65_536, "outside"];

    public static void Run(string folder, int rounds)
    {
        var files = Directory.GetFiles(folder, "*.json").Where(file => !file.Contains("expected", StringComparison.Ordinal)).Select(File.ReadAllBytes).ToList();
        var (scored, refused) = (0, 0);
        for (var round = 0; round < rounds; round++)
        {
            var random = new Random(round);
            var bytes = random.Next(2) == 0 ? Bytes(files[random.Next(files.Count)], random) : Nodes(files[random.Next(files.Count)], random);
            var check = RecordReader.Read(bytes, RubricReader.House);
            if (check.Checked is null)
            {
                refused++;
                if (check.Faults.Count == 0)
                    throw new InvalidOperationException($"round {round}: refused without a fault");
                continue;
            }
            var result = Scorer.Score(check.Checked, RubricReader.House);
            foreach (var index in new[] { result.Repair, result.Upgrade, result.Combined })
            {
                if (!(index.Low >= 0 && index.Low <= (index.Value ?? index.Low) + 1e-9 && (index.Value ?? index.Low) <= index.High + 1e-9 && index.High <= 100 + 1e-9))
                    throw new InvalidOperationException($"round {round}: {index}");
            }
            scored++;
        }
        Console.WriteLine($"{rounds} spoiled records: {scored} scored, {refused} refused, no exception");
    }

    /// <summary>Spoils hardware reports, catalogue answers and rubrics: each is refused with faults or read, never an exception.</summary>
    public static void RunOthers(string demo, int rounds)
    {
        byte[] Demo(params string[] path) => File.ReadAllBytes(Path.Combine([demo, .. path]));
        var (lshw, dmidecode) = (Demo("reports", "orrest-lantern-15.lshw.json"), Demo("reports", "brackwater-corrie-14.dmidecode.txt"));
        var modules = System.Text.Encoding.UTF8.GetBytes($"{{\"modules\": {System.Text.Encoding.UTF8.GetString(Demo("catalogue", "modules.json"))}}}");
        var (read, refused) = (0, 0);
        for (var round = 0; round < rounds; round++)
        {
            var random = new Random(round);
            var faults = new List<Fault>();
            var whole = new[] { lshw, dmidecode, modules, RubricReader.HouseBytes, ChangeTemplatesReader.ShippedBytes }[round % 5];
            var spoiled = round % 5 == 1 || random.Next(2) == 0 ? Bytes(whole, random) : Nodes(whole, random);
            object? result = (round % 5) switch
            {
                0 or 1 => HardwareReport.Read(spoiled, faults),
                2 => CatalogueReader.ReadModules(spoiled, faults),
                3 => Rubric(spoiled, faults),
                _ => Changes(spoiled, faults),
            };
            if (result is null && faults.Count == 0)
                throw new InvalidOperationException($"round {round}: refused without a fault");
            if (result is HardwareReport { Claims: var claims } && claims.Any(claim => claim.Number is < 0 or > RecordLimits.Capacity || claim.Text?.Length > RecordLimits.Text))
                throw new InvalidOperationException($"round {round}: a claim beyond the limits");
            (read, refused) = result is null ? (read, refused + 1) : (read + 1, refused);
        }
        Console.WriteLine($"{rounds} spoiled reports, catalogue answers, rubrics and files of changes: {read} read, {refused} refused, no exception");
    }

    /// <summary>Changes that can be read are made to a machine, each by itself: what comes out is a record without a fault, or nothing.</summary>
    private static object? Changes(byte[] spoiled, List<Fault> faults)
    {
        var (templates, found) = ChangeTemplatesReader.Read(spoiled);
        faults.AddRange(found);
        return templates is null ? null : WhatIf.Singles(Sealed, RubricReader.House, templates);
    }

    private static readonly CheckedRecord Sealed = CheckedRecord.Of(Records.Sealed(), RubricReader.House);

    private static Core.Rubrics.Rubric? Rubric(byte[] spoiled, List<Fault> faults)
    {
        var (rubric, found) = RubricReader.Read(spoiled);
        faults.AddRange(found);
        return rubric;
    }

    private static byte[] Bytes(byte[] file, Random random)
    {
        var bytes = file.ToArray();
        for (var i = random.Next(1, 6); i > 0; i--)
            bytes[random.Next(bytes.Length)] = (byte)random.Next(256);
        return random.Next(5) == 0 ? bytes[..random.Next(bytes.Length)] : bytes;
    }

    private static byte[] Nodes(byte[] file, Random random)
    {
        var root = JsonNode.Parse(file)!;
        for (var i = random.Next(1, 4); i > 0; i--)
        {
            var at = root;
            while (true)
            {
                var inside = at switch
                {
                    JsonObject map when map.Count > 0 => map.ElementAt(random.Next(map.Count)).Value,
                    JsonArray list when list.Count > 0 => list[random.Next(list.Count)],
                    _ => null,
                };
                if (inside is null or JsonValue || random.Next(6) == 0)
                    break;
                at = inside;
            }
            var odd = Oddities[random.Next(Oddities.Length)]?.DeepClone();
            if (at is JsonObject spoiled && spoiled.Count > 0)
                spoiled[random.Next(8) == 0 ? "odd" : spoiled.ElementAt(random.Next(spoiled.Count)).Key] = odd;
            else if (at is JsonArray items && items.Count > 0)
                items[random.Next(items.Count)] = odd;
        }
        return System.Text.Encoding.UTF8.GetBytes(root.ToJsonString());
    }
}
