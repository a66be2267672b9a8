using System.Diagnostics;
using System.Globalization;
using WideLever.Core.Checking;
using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Interchange;

namespace WideLever.Bench;

/// <summary>Five parts in one opening of a record of 200 steps, ten layers with two ways into each, every part freed by two steps; beside the ways to all parts one by one.</summary>
internal static class Plans
{
    private const int Layers = 10, Steps = 200, Rounds = 20;

    public static void Run()
    {
        var record = CheckedRecord.Of(Record(), RubricReader.House);
        string[] goals = ["part-12", "part-41", "part-63", "part-77", "part-80"];
        Time("ways to all parts, one by one", () => new WaysIn(record, RubricReader.House).Routes().Count);
        Time("five parts in one opening (limit: 200 ms)", () => RepairPlan.Of(record, RubricReader.House, goals).Plan!.Steps.Count);
        // Four places of the same record, forty modules of as many sizes and prices, with a limit of the machine, so that no sum can be left out early.
        List<Part> places = [.. record.Record.Parts.Select((part, i) => i is 12 or 41 or 63 or 77 ? part with { Kind = PartKind.Memory, Capacity = new() { Fitted = 8, Max = new() { Maker = 64 } }, Interface = new() { Form = "SO-DIMM", Generation = "DDR5", Sides = 2 } } : part)];
        var machine = CheckedRecord.Of(record.Record with { Parts = places, Unit = record.Record.Unit with { Ceilings = new() { Memory = new() { Maker = 200 } } } }, RubricReader.House);
        var random = new Random(20_261_128);
        List<Module> modules = [.. Enumerable.Range(0, 40).Select(i => new Module { Number = $"m{i}", Kind = PartKind.Memory, Form = "SO-DIMM", Generation = "DDR5", Sides = 1, Capacity = 8 + 1.25 * i, Price = new() { Amount = 20 + random.Next(200) } })];
        Time("40 modules for 4 places (limit: 100 ms)", () => UpgradePlan.Of(machine, RubricReader.House, new(PartKind.Memory, 64, null), modules).Choices.Count);
        // Two units for eight years, as the house ships its assumptions, their parts of the kinds that these name.
        var kinds = HouseLists.Failures.Assumptions.Select(one => one.Kind).Distinct().ToList();
        var owned = CheckedRecord.Of(record.Record with { Parts = [.. record.Record.Parts.Select((part, i) => i < kinds.Count ? part with { Kind = kinds[i], Spare = new() { Price = new() { Amount = 40 } } } : part)] }, RubricReader.House);
        Time("100,000 lives of 2 units, 8 years (limit: 1 s)", () => OwnershipLives.Of([new(owned, RubricReader.House), new(owned, RubricReader.House)], HouseLists.Failures, new(8, 100_000, 60, 1)).Pairs.Count);
    }

    private static void Time(string what, Func<int> work)
    {
        work();
        var times = Enumerable.Range(0, Rounds).Select(_ =>
        {
            var start = Stopwatch.GetTimestamp();
            work();
            return Stopwatch.GetElapsedTime(start).TotalMilliseconds;
        }).Order().ToArray();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{what,-48} {times[Rounds / 2],8:F1} ms at the median, {times[^1],8:F1} at most"));
    }

    private static TeardownRecord Record()
    {
        var random = new Random(20_261_127);
        var layers = Enumerable.Range(0, Layers).Select(layer => layer == 0 ? "outside" : $"layer {layer}").ToList();
        var parts = Enumerable.Range(0, (Steps - 2 * (Layers - 1)) / 2).Select(part => new Part { Id = $"part-{part}", Kind = PartKind.Other, Mounting = Mounting.Screwed }).ToList();
        var steps = new List<Step>();
        for (var layer = 1; layer < Layers; layer++)
        {
            for (var way = 0; way < 2; way++)
                steps.Add(Step($"open-{layer}-{way}", layers[layer - 1]) with { Opens = layers[layer] });
        }
        for (var part = 0; part < parts.Count; part++)
        {
            for (var way = 0; way < 2; way++)
            {
                var id = $"free-{part}-{way}";
                steps.Add(Step(id, layers[(part + way * 3) % Layers]) with { Frees = [parts[part].Id], After = part > 0 && random.Next(2) == 0 ? [$"free-{random.Next(part)}-{way}"] : [] });
            }
        }
        return new()
        {
            Unit = new() { Maker = "Ullswick", Model = "Rill 15", ModelCode = "UR15-0" },
            Teardown = new() { Date = new(2026, 11, 27), Bench = "Bench 1" },
            Layers = layers,
            Steps = steps,
            Parts = parts,
        };

        Step Step(string id, string layer) => new()
        {
            Id = id,
            Title = id,
            Layer = layer,
            Actions = [new Unscrew { Count = 1 + random.Next(9), Drive = Drive.Cross, Size = "PH0", Thread = "M2", Length = 4, Captive = false }],
        };
    }
}
