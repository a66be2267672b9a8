using System.Diagnostics;
using System.Globalization;
using WideLever.Core.Checking;
using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Bench;

/// <summary>
/// Looks for the record within the limits that takes longest in any one view: its score, its second-best ways, a plan of twenty parts, what people come
/// for, an upgrade, symptoms, doubt. Records of a random making are changed in one respect at a time, and what takes longer is kept. The slowest is
/// written to a file.
/// </summary>
internal static class Hostile
{
    /// <summary>How a record is made; every number is a share of what the limits allow, or chooses a pattern.</summary>
    private sealed record Making(int Layers, int Openers, int Power, int Goals, int Before, double Freed, int Costs, int Tied, bool Chained, int Seed);

    private static readonly IReadOnlyList<Module> modules = [.. Enumerable.Range(0, 60).Select(i => new Module { Number = $"m{i}", Kind = PartKind.Memory, Form = "SO-DIMM", Generation = i % 3 == 0 ? "DDR4" : "DDR5", Sides = 1, Capacity = 4 + 1.25 * i, Price = new() { Amount = 20 + i * 37 % 200 } })];

    private static readonly (string Name, Action<CheckedRecord> Of)[] views =
    [
        ("score", record => Scorer.Score(record, RubricReader.House)),
        ("second-best ways", record => new WaysIn(record, RubricReader.House).SecondBest()),
        ("a plan of 20 parts", record => RepairPlan.Of(record, RubricReader.House, [.. record.Record.Parts.Take(RepairPlan.Most).Select(part => part.Id)])),
        ("what people come for", record => LikelyJobs.Of(record, RubricReader.House)),
        ("an upgrade", record =>
        {
            var watch = Stopwatch.StartNew();
            UpgradePlan.Of(record, RubricReader.House, new(PartKind.Memory, null, null), modules, () => watch.Elapsed.TotalSeconds > 3);
        }),
        ("symptoms", record => Symptoms.Of(record, RubricReader.House, HouseLists.Symptoms.Symptoms)),
        ("doubt", record =>
        {
            var watch = Stopwatch.StartNew();
            Doubt.Of(record, RubricReader.House, () => watch.Elapsed.TotalSeconds > 2);
        }),
    ];

    private static readonly PartKind[] kinds = [.. Enum.GetValues<PartKind>().Where(kind => !kind.IsPlace())];

    public static void Run(double minutes, string worstFile)
    {
        var (random, watch) = (new Random(1), Stopwatch.StartNew());
        var (tried, worst, current) = (0, (Making: Any(random), Seconds: 0.0, View: ""), (Making: Any(random), Seconds: 0.0, View: ""));
        var slowest = new Dictionary<string, double>();
        while (watch.Elapsed.TotalMinutes < minutes)
        {
            // Now and then from the beginning: a hill is not the highest.
            var making = tried % 60 == 0 ? Any(random) : Changed(current.Making, random);
            if (RecordValidation.Check(Record(making), RubricReader.House).Checked is not { } record)
                continue;
            tried++;
            var longest = (Seconds: 0.0, View: "");
            foreach (var (view, of) in views)
            {
                var each = Stopwatch.StartNew();
                of(record);
                var seconds = each.Elapsed.TotalSeconds;
                slowest[view] = Math.Max(slowest.GetValueOrDefault(view), seconds);
                if (seconds > longest.Seconds)
                    longest = (seconds, view);
            }
            if (longest.Seconds >= current.Seconds || tried % 60 == 1)
                current = (making, longest.Seconds, longest.View);
            if (longest.Seconds > worst.Seconds)
                worst = (making, longest.Seconds, longest.View);
        }
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"{tried} hostile records in {watch.Elapsed.TotalMinutes:F1} min, the slowest {worst.Seconds:F2} s for {worst.View} (budget 10 s a view): {worst.Making}; at most {string.Join(", ", slowest.Select(view => string.Create(CultureInfo.InvariantCulture, $"{view.Key} {view.Value:F2} s")))}; {Process.GetCurrentProcess().PeakWorkingSet64 / 1_000_000} MB at most"));
        File.WriteAllBytes(worstFile, RecordJson.RecordFile(Record(worst.Making)));
        if (worst.Seconds > 10)
            throw new InvalidOperationException("a record within the limits takes longer than its budget");
    }

    private static Making Any(Random random) => new(
        random.Next(2, 40), random.Next(1, 6), random.Next(0, 4), random.Next(1, 400), random.Next(0, 4), random.NextDouble(), random.Next(4), random.Next(4), random.Next(2) == 0, random.Next());

    private static Making Changed(Making making, Random random)
    {
        var other = Any(random);
        return random.Next(10) switch
        {
            0 => making with { Layers = other.Layers },
            1 => making with { Openers = other.Openers },
            2 => making with { Power = other.Power },
            3 => making with { Goals = other.Goals },
            4 => making with { Before = other.Before },
            5 => making with { Freed = other.Freed },
            6 => making with { Costs = other.Costs },
            7 => making with { Tied = other.Tied },
            8 => making with { Chained = other.Chained },
            _ => making with { Seed = other.Seed },
        };
    }

    private static TeardownRecord Record(Making making)
    {
        var random = new Random(making.Seed);
        var layers = Enumerable.Range(0, making.Layers).Select(layer => layer == 0 ? "outside" : $"layer {layer}").ToList();
        var steps = new List<Step>();
        var ways = Math.Max(1, making.Power);
        for (var layer = 1; layer < layers.Count; layer++)
        {
            var openers = Math.Min(making.Openers, RecordLimits.Ways / ways);
            ways *= Math.Max(1, openers);
            for (var way = 0; way < Math.Max(1, openers); way++)
                steps.Add(Step(layers[random.Next(Math.Max(0, layer - 1 - making.Tied), layer)]) with { Opens = layers[layer] });
        }
        for (var power = 0; power < making.Power; power++)
            steps.Add(Step(layers[random.Next(layers.Count)]) with { DisconnectsPower = true });
        var parts = Enumerable.Range(0, RecordLimits.Parts).Select(Part).ToList();
        for (var goals = Math.Min(making.Goals, RecordLimits.Steps - steps.Count); goals > 0; goals--)
        {
            steps.Add(Step(layers[^1]) with
            {
                Frees = [.. parts.Where(_ => random.NextDouble() < making.Freed).Select(part => part.Id)],
                Together = true,
                After = making.Chained && steps.Count > 0 ? [steps[^1].Id] : Before(steps.Count),
            });
        }
        return new TeardownRecord
        {
            Unit = new Unit { Maker = "Orrest", Model = "Hostile", ModelCode = "H1", Class = MachineClass.Thin, Price = new Money { Amount = 1000 } },
            Teardown = new Teardown { Date = new DateOnly(2026, 11, 27), Bench = "Bench 1" },
            Layers = layers,
            Steps = steps,
            Parts = parts,
        };

        Step Step(string layer) => new()
        {
            Id = $"s{steps.Count}",
            Title = $"s{steps.Count}",
            Layer = layer,
            After = Before(steps.Count),
            // All alike, at random, doubling, or the dearer the later: what a bound is worth turns on it.
            Actions = [new Slide { Count = making.Costs switch { 0 => 1, 1 => random.Next(1, 999), 2 => 1 << (steps.Count % 10), _ => 999 - 2 * steps.Count % 900 } }],
        };

        // Places of memory as many as there may be, of two generations, and else every kind that a symptom names.
        Part Part(int at) => at < RecordLimits.PlacesOfKind
            ? new() { Id = $"p{at}", Kind = PartKind.Memory, Mounting = Mounting.Socketed, Capacity = new() { Fitted = 4, Max = new() { Maker = 64 } }, Interface = new() { Form = "SO-DIMM", Generation = at % 2 == 0 ? "DDR5" : "DDR4 or DDR5", Sides = 2 } }
            : new() { Id = $"p{at}", Kind = kinds[at % kinds.Length], Mounting = Mounting.Screwed };

        List<string> Before(int count) => count == 0 ? [] : [.. Enumerable.Range(0, making.Before).Select(_ => $"s{random.Next(count)}").Distinct()];
    }
}
