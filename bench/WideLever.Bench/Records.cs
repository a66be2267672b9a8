using WideLever.Core.Records;

namespace WideLever.Bench;

/// <summary>Records of a given size.</summary>
public static class Records
{
    private static TeardownRecord Of(IReadOnlyList<string> layers, IReadOnlyList<Step> steps, IReadOnlyList<Part> parts, string code) => new()
    {
        Unit = new Unit { Maker = "Orrest", Model = "Pike 14", ModelCode = code, Class = MachineClass.Mainstream, Year = 2026, Price = new Money { Amount = 900 } },
        Teardown = new Teardown { Date = new DateOnly(2026, 10, 3), Bench = "Bench 1" },
        Layers = layers,
        Steps = steps,
        Parts = parts,
    };

    private static Step Step(string id, string layer, int i) => new()
    {
        Id = id,
        Title = $"Step {id}",
        Layer = layer,
        Actions =
        [
            new Unscrew { Count = 1 + i % 7, Drive = Drive.Cross, Size = "PH0", Thread = "M2", Length = 3 + i % 5, Captive = i % 5 == 0 ? null : false },
            new Unplug { Connector = (Connector)(i % 12) },
            new Lift { What = LiftWhat.Part },
        ],
    };

    private static Part Part(int i) => new()
    {
        Id = $"p{i}",
        Kind = (PartKind)(i % 21),
        Mounting = Mounting.Screwed,
        Interface = new Interface { Standard = Standard.Open },
        Capacity = new Capacity { Fitted = 16, Max = new Ceilings { Maker = 64 } },
        Spare = new Spare { Price = new Money { Amount = 20 + i }, Source = Supply.Maker, Paired = false },
    };

    /// <summary>Forty steps in three layers, one of them with two ways in, and thirty parts.</summary>
    public static TeardownRecord FortySteps(int seed)
    {
        var steps = new List<Step>
        {
            Step("base", "outside", seed) with { Opens = "inside" },
            Step("power", "inside", seed) with { DisconnectsPower = true },
            Step("keys", "outside", seed) with { Opens = "under the keyboard" },
            Step("frame", "inside", seed) with { Opens = "under the keyboard" },
        };
        string[] layers = ["outside", "inside", "under the keyboard"];
        for (var i = steps.Count; i < 40; i++)
            steps.Add(Step($"s{i}", layers[(i + seed) % 3], i + seed) with { Frees = i >= 10 ? [$"p{i - 10}"] : [], After = i > 20 ? [$"s{i - 9}"] : [] });
        return Of(layers, steps, [.. Enumerable.Range(0, 30).Select(Part)], $"OP14-{seed}");
    }

    /// <summary>Forty steps and thirty parts of a machine that asks for changes: glue, solder, feet over rare screws, nothing on sale.</summary>
    public static TeardownRecord Sealed()
    {
        var record = FortySteps(0);
        var outer = record.Parts.First(part => part.Kind == PartKind.Mainboard).Id;
        return record with
        {
            Steps =
            [
                .. record.Steps.Select((step, i) => step with
                {
                    Actions =
                    [
                        .. step.Actions.Select(action => action is Unscrew screws && i < 4 ? screws with { Drive = Drive.FiveLobe, Size = "P5", Cover = Cover.Foot } : action),
                        .. i % 3 == 0 ? [new Unbond { Bond = Bond.SoftGlue, LengthMm = 120 }] : Array.Empty<TeardownAction>(),
                    ],
                }),
            ],
            Parts =
            [
                .. record.Parts.Select(part => part.Kind switch
                {
                    PartKind.Memory or PartKind.Processor or PartKind.ChargePort or PartKind.Keyboard or PartKind.DisplayPanel => part with
                    {
                        Mounting = part.Kind == PartKind.DisplayPanel ? Mounting.Laminated : part.Kind == PartKind.Keyboard ? Mounting.Riveted : Mounting.Soldered, Within = outer,
                    },
                    PartKind.Battery or PartKind.Speakers => part with { Mounting = Mounting.Glued, Spare = part.Spare with { Paired = true } },
                    PartKind.Mainboard => part,
                    _ => part with { Spare = part.Spare with { Source = Supply.None, Price = null } },
                }),
            ],
        };
    }

    /// <summary>Two hundred steps, twelve inner layers with two openers each and tangled needs between them, forty parts.</summary>
    public static TeardownRecord Hard()
    {
        var random = new Random(7);
        var layers = Enumerable.Range(0, 13).Select(i => $"layer {i}").ToList();
        var steps = new List<Step> { Step("power", layers[0], 0) with { DisconnectsPower = true } };
        for (var layer = 1; layer < 13; layer++)
        {
            // Both openers lie in layers before it, at will, and need a step of another: every choice changes what the others cost.
            for (var way = 0; way < 2; way++)
                steps.Add(Step($"o{layer}.{way}", layers[random.Next(layer)], random.Next(20)) with { Opens = layers[layer], After = [steps[random.Next(steps.Count)].Id] });
        }
        while (steps.Count < 200)
        {
            var i = steps.Count;
            steps.Add(Step($"s{i}", layers[random.Next(13)], random.Next(20)) with
            {
                After = [steps[random.Next(i)].Id, steps[random.Next(i)].Id],
                Frees = i >= 160 ? [$"p{i - 160}"] : [],
            });
        }
        return Of(layers, steps, [.. Enumerable.Range(0, 40).Select(Part)], "HARD");
    }
}
