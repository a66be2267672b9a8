using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary>Small valid records from a seed, circular openers and several disconnecting steps among them.</summary>
internal static class RandomRecords
{
    /// <summary>A record of up to nine steps: whatever cannot be reached is taken out again, so that it has no fault.</summary>
    public static TeardownRecord Tangled(Random random)
    {
        while (true)
        {
            var layers = Enumerable.Range(0, random.Next(1, 5)).Select(i => $"layer {i}").ToList();
            var count = random.Next(2, 10);
            var steps = Enumerable.Range(0, count).Select(i => new Step
            {
                Id = $"s{i}",
                Title = $"s{i}",
                Layer = layers[random.Next(3) == 0 ? 0 : random.Next(layers.Count)],
                Opens = layers.Count > 1 && random.Next(2) == 0 ? layers[random.Next(1, layers.Count)] : null,
                After = random.Next(3) == 0 ? [.. Enumerable.Range(0, random.Next(1, 3)).Select(_ => $"s{random.Next(count)}").Distinct()] : [],
                DisconnectsPower = random.Next(4) == 0,
                Frees = [.. Enumerable.Range(0, 3).Where(_ => random.Next(3) == 0).Select(p => $"p{p}")],
                PowerOn = random.Next(5) == 0,
                Actions = [random.Next(3) switch { 0 => new Unplug { Connector = Connector.WirePlug }, 1 => new Slide { Count = random.Next(1, 3) }, _ => new Unclip { Count = random.Next(1, 4) } }],
            }).ToList();
            var record = Prune(Build.Record(layers, steps, [Build.Part("p0", PartKind.Battery), Build.Part("p1", PartKind.Memory), Build.Part("p2", PartKind.Storage)]));
            if (record is null)
                continue;
            // An empty place and a fan in view that no step frees.
            string Layer() => record.Layers[random.Next(record.Layers.Count)];
            return record with { Parts = [.. record.Parts, Build.Part("p3", PartKind.Memory) with { Fitted = false, Layer = Layer() }, Build.Part("p4", PartKind.Fan) with { Layer = Layer() }] };
        }
    }

    private static TeardownRecord? Prune(TeardownRecord record)
    {
        while (true)
        {
            var opened = record.Steps.Select(step => step.Opens).ToHashSet();
            var layers = record.Layers.Where((layer, i) => i == 0 || opened.Contains(layer)).ToList();
            var ids = record.Steps.Select(step => step.Id).ToHashSet();
            var reachable = new RecordGraph(record).Reachable();
            var kept = record.Steps.Where((step, i) => reachable[i] && layers.Contains(step.Layer) && step.After.All(ids.Contains)).ToList();
            if (kept.Count == record.Steps.Count && layers.Count == record.Layers.Count)
                return kept.Count == 0 ? null : record;
            record = record with { Steps = kept, Layers = layers };
        }
    }

    /// <summary>Thirty to ninety steps in five to seven layers, several ways into each, some of them round in a circle; ten parts that come out by up to four steps.</summary>
    public static TeardownRecord MidSized(Random random)
    {
        var layers = Enumerable.Range(0, random.Next(5, 8)).Select(layer => layer == 0 ? "outside" : $"layer {layer}").ToList();
        var steps = new List<Step>();
        for (var layer = 1; layer < layers.Count; layer++)
            steps.Add(Tied(layers[random.Next(layer)]) with { Opens = layers[layer] });
        var openings = Enumerable.Range(1, layers.Count - 1).SelectMany(layer => Enumerable.Repeat(layers[layer], random.Next(3))).ToList();
        foreach (var opening in openings)
            steps.Add(Tied(layers[random.Next(layers.Count)]) with { Opens = opening });
        for (var power = random.Next(3); power > 0; power--)
            steps.Add(Tied(layers[random.Next(layers.Count)]) with { DisconnectsPower = true });
        for (var more = random.Next(20, 70); more > 0; more--)
            steps.Add(Tied(layers[random.Next(layers.Count)]));
        var parts = Enumerable.Range(0, 10).Select(part => Build.Part($"p{part}", PartKind.Other, Mounting.Screwed)).ToList();
        foreach (var part in parts)
        {
            for (var ways = random.Next(1, 5); ways > 0; ways--)
            {
                var step = random.Next(steps.Count);
                steps[step] = steps[step] with { Frees = [.. steps[step].Frees.Append(part.Id).Distinct()] };
            }
        }
        return Build.Record(layers, steps, [.. parts]);

        Step Tied(string layer) => Build.Step($"s{steps.Count}", layer, random.Next(4) == 0 ? new Unplug { Connector = Connector.WirePlug } : new Slide { Count = random.Next(1, 4) }) with
        {
            After = [.. Enumerable.Range(0, random.Next(3)).Select(_ => random.Next(Math.Max(1, steps.Count))).Where(before => before < steps.Count).Select(before => $"s{before}").Distinct()],
        };
    }

    /// <summary>
    /// A record with one way to every part and at most one step that disconnects power, with facts of every sort, each known or
    /// not: what the sentences under <em>What must hold</em> speak of.
    /// </summary>
    public static TeardownRecord OneWay(Random random)
    {
        var layers = Enumerable.Range(0, random.Next(1, 4)).Select(i => $"layer {i}").ToList();
        var steps = new List<Step>();
        for (var i = 1; i < layers.Count; i++)
            steps.Add(Build.Step($"open {i}", layers[i - 1], Actions(random)) with { Opens = layers[i] });
        if (random.Next(3) > 0)
            steps.Add(Build.Step("power", layers[random.Next(layers.Count)], Actions(random)) with { DisconnectsPower = true });
        var kinds = new[] { PartKind.Battery, PartKind.Memory, PartKind.Storage, PartKind.Keyboard, PartKind.Mainboard, PartKind.DisplayPanel, PartKind.Fan, PartKind.Graphics };
        var parts = kinds.Where(_ => random.Next(4) > 0).Select((kind, i) => Part(random, $"p{i}", kind)).ToList();
        foreach (var part in parts.Where(_ => random.Next(5) > 0))
            steps.Add(Build.Step($"free {part.Id}", layers[random.Next(layers.Count)], Actions(random)) with { Frees = [part.Id] });
        var board = parts.FirstOrDefault(part => part.Kind == PartKind.Mainboard);
        parts = [.. parts.Select(part => part != board && board is not null && random.Next(3) == 0 ? part with { Within = board.Id } : part)];
        var guidance = new Guidance { Manual = Maybe(random, random.Next(2) == 0), Labels = Maybe(random, random.Next(2) == 0), Order = Maybe(random, random.Next(2) == 0) };
        var record = Build.Record(layers, steps, parts);
        return record with
        {
            Guidance = guidance,
            Unit = record.Unit with
            {
                Class = random.Next(2) == 0 ? null : (MachineClass)random.Next(7),
                Price = random.Next(3) == 0 ? null : new Money { Amount = random.Next(1, 3000) },
            },
        };
    }

    /// <summary>A record to be worked through by hands: power that was disconnected late, steps that need others, what covers screws, labels and feet, several parts behind one step.</summary>
    public static TeardownRecord ForHands(Random random)
    {
        var record = OneWay(random);
        List<Step> steps = [.. record.Steps];
        // Logged in any order: power where it was thought of.
        if (steps.FindIndex(step => step.DisconnectsPower) is >= 0 and var power && random.Next(2) == 0)
        {
            var late = steps[power];
            steps.RemoveAt(power);
            steps.Insert(random.Next(power, steps.Count + 1), late);
        }
        for (var i = 0; i < steps.Count; i++)
        {
            var step = steps[i];
            var before = steps.Take(i).Where(other => other.Layer == step.Layer).Select(other => other.Id).Where(_ => random.Next(3) == 0).Take(2).ToList();
            steps[i] = step with
            {
                Title = $"step {(char)('A' + i)}",
                After = before,
                Actions = random.Next(3) > 0 ? step.Actions : [.. step.Actions, new Peel { What = Maybe(random, Any<PeelWhat>(random)), Count = AnyCount(random, 4) }, new Lift { What = random.Next(2) == 0 ? LiftWhat.Cover : LiftWhat.Part }],
            };
        }
        return record with { Steps = steps, Absent = random.Next(6) == 0 && !record.Parts.Any(part => part.Kind == PartKind.Battery) ? [PartKind.Battery] : [] };
    }

    /// <summary>A record of places of every sort, stated and not, some of which exclude each other.</summary>
    public static TeardownRecord WithPlaces(Random random)
    {
        var layers = new[] { "outside", "inside" };
        PartKind[] kinds = [PartKind.Memory, PartKind.Memory, PartKind.Storage, PartKind.Storage, PartKind.Battery, PartKind.Battery, PartKind.Wireless];
        var parts = kinds.Where(_ => random.Next(4) > 0).Select((kind, i) => AnyPlace(random, $"p{i}", kind)).ToList();
        var places = parts.Where(part => part.Kind.IsPlace()).Select(part => part.Id).ToList();
        parts = [.. parts.Select(part => part.Kind.IsPlace() && random.Next(4) == 0 && places.Count > 1 ? part with { Excludes = [.. places.Where(id => id != part.Id && random.Next(3) == 0)] } : part)];
        List<Step> steps = [Build.Step("open", "outside", Actions(random)) with { Opens = "inside" }, Build.Step("power", "inside", new Unplug { Connector = Connector.WirePlug }) with { DisconnectsPower = true }];
        foreach (var part in parts.Where(part => part.Layer is null && random.Next(5) > 0))
            steps.Add(Build.Step($"free {part.Id}", layers[random.Next(2)], Actions(random)) with { Frees = [part.Id] });
        var record = Build.Record(layers, steps, parts) with { Absent = parts.Exists(part => part.Kind == PartKind.Wireless) ? [] : [PartKind.Wireless] };
        record = record with { Absent = [.. record.Absent, PartKind.Graphics, PartKind.PortModules, PartKind.Processor, PartKind.DisplayPanel] };
        return record with { Unit = record.Unit with { Ceilings = new UnitCeilings { Memory = AnyCeilings(random, 8), Storage = AnyCeilings(random, 400), Battery = AnyCeilings(random, 30) } } };
    }

    /// <summary>A place of memory, storage or battery, or what else may be upgraded.</summary>
    public static Part AnyPlace(Random random, string id, PartKind kind)
    {
        var size = kind switch { PartKind.Memory => 8, PartKind.Storage => 400, _ => 30 };
        var part = Build.Part(id, kind, random.Next(8) == 0 ? null : random.Next(5) == 0 ? Mounting.Soldered : Mounting.Socketed) with
        {
            Layer = random.Next(3) == 0 ? random.Next(2) == 0 ? "inside" : "outside" : null,
            Capacity = new Capacity { Fitted = Maybe(random, (double)random.Next(1, 4 * size)), Max = AnyCeilings(random, size) },
            Interface = new Interface { Standard = Maybe(random, Any<Standard>(random)) },
        };
        return random.Next(3) == 0 ? part with { Fitted = false, Capacity = part.Capacity with { Fitted = null } } : part;
    }

    private static Ceilings AnyCeilings(Random random, int size)
    {
        double? One(int often) => random.Next(often) == 0 ? random.Next(size, 10 * size) : null;
        return new Ceilings { Maker = One(3), Bench = One(5), Platform = One(5) };
    }

    private static T? Maybe<T>(Random random, T value) where T : struct => random.Next(3) == 0 ? null : value;

    private static T Any<T>(Random random) where T : struct, Enum => Enum.GetValues<T>()[random.Next(Enum.GetValues<T>().Length)];

    private static Part Part(Random random, string id, PartKind kind)
    {
        var part = Fitted(random, id, kind);
        return random.Next(6) > 0 ? part : part with { Fitted = false, Capacity = part.Capacity with { Fitted = null } };
    }

    private static Part Fitted(Random random, string id, PartKind kind) => Build.Part(id, kind, Maybe(random, Any<Mounting>(random))) with
    {
        Capacity = new Capacity { Fitted = Maybe(random, (double)random.Next(1, 64)), Max = new Ceilings { Maker = Maybe(random, (double)random.Next(1, 128)) } },
        Interface = new Interface { Standard = Maybe(random, Any<Standard>(random)) },
        Spare = new Spare
        {
            Price = random.Next(3) == 0 ? null : new Money { Amount = random.Next(0, 600) },
            Source = Maybe(random, Any<Supply>(random)),
            Paired = Maybe(random, random.Next(2) == 0),
        },
    };

    /// <summary>A count, a span or nothing known.</summary>
    private static Count? AnyCount(Random random, int most)
    {
        var least = random.Next(1, most + 1);
        return random.Next(6) switch { 0 => null, 1 => new(least, random.Next(least, most + 1)), _ => least };
    }

    private static TeardownAction[] Actions(Random random) => [.. Enumerable.Range(0, random.Next(1, 4)).Select(_ => Action(random))];

    private static TeardownAction Action(Random random) => random.Next(8) switch
    {
        0 or 1 or 2 => new Unscrew
        {
            Count = AnyCount(random, 5),
            Drive = Maybe(random, Any<Drive>(random)),
            Size = random.Next(3) == 0 ? null : random.Next(2) == 0 ? "T5" : "PH1",
            Thread = random.Next(3) == 0 ? null : random.Next(2) == 0 ? "M2" : "M2.5",
            Length = Maybe(random, (double)random.Next(2, 9)),
            Captive = Maybe(random, random.Next(2) == 0),
            Cover = random.Next(2) == 0 ? Cover.None : Maybe(random, Any<Cover>(random)),
        },
        3 => new Unclip { Count = AnyCount(random, 8) },
        4 => new Unplug { Count = AnyCount(random, 3), Connector = Maybe(random, Any<Connector>(random)) },
        5 => new Unbond { Count = AnyCount(random, 2), Bond = Maybe(random, random.Next(2) == 0 ? Bond.Tape : Bond.SoftGlue), LengthMm = Maybe(random, (double)random.Next(40, 251)) },
        6 => new Thermal { What = Maybe(random, Any<ThermalWhat>(random)) },
        _ => new Lift { What = Maybe(random, Any<LiftWhat>(random)) },
    };
}
