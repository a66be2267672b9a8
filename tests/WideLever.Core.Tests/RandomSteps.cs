using WideLever.Core.Records;
using WideLever.Core.StepLines;

namespace WideLever.Core.Tests;

/// <summary>Steps with every field of the format, hostile names among them, and a context that they stand in.</summary>
internal static class RandomSteps
{
    private static readonly string[] Names =
    [
        "inside", "outside", "under the board", "Inside", "off", "after", "a, b", "a; b", "= x", "\"quoted\"", "back\\slash", "2", "3 clips", "left  wide", " led", "m2,5x4",
        "fan", "memory-a", "battery screwed", "a:fan", "?", "@", "über", "lift", "took 5 s", "trailing ", "x,1", "note", "memory", "p>q",
    ];

    private static readonly string[] Sizes = ["PH0", "ph0", "T5", "T10", "TR5", "P2", "Y000", "JIS00", "H1.5", "N4", "SL2", "SP1", "odd", "PH 1", "T5.", "1", "PH123"];

    private static readonly string[] Threads = ["M2", "M2.5", "m2", "M1.6", "odd, one", "M2x5", "2", "M2.50"];

    public static (Step Step, StepLineContext Context) Any(Random random)
    {
        var layers = Some(random, 1 + random.Next(4)).ToList();
        var parts = Some(random, random.Next(8)).Select(id => Build.Part(id, One<PartKind>(random))).ToList();
        var steps = Some(random, 1 + random.Next(6)).Select(id => Build.Step(id, layers[random.Next(layers.Count)]) with { Title = Names[random.Next(Names.Length)] }).ToList();
        var position = random.Next(steps.Count);
        var step = new Step
        {
            Id = steps[position].Id,
            Title = Names[random.Next(Names.Length)],
            Layer = layers[random.Next(layers.Count)],
            Opens = random.Next(2) == 0 ? layers[random.Next(layers.Count)] : null,
            Frees = [.. parts.Where(_ => random.Next(2) == 0).Select(part => part.Id)],
            Together = random.Next(4) == 0,
            After = [.. steps.Where(_ => random.Next(3) == 0).Select(other => other.Id)],
            DisconnectsPower = random.Next(4) == 0,
            PowerOn = random.Next(4) == 0,
            OrderAssumed = random.Next(8) == 0,
            NeedsNoOther = random.Next(4) == 0,
            ObservedSeconds = random.Next(2) == 0 ? Math.Round(1 + (random.NextDouble() * 900), random.Next(16)) : null,
            Tightening = [.. Enumerable.Range(0, random.Next(3)).Select(_ => Names[random.Next(Names.Length)])],
            Surprises = [.. Enumerable.Range(0, random.Next(3)).Select(_ => Surprise(random))],
            Advice = [.. Enumerable.Range(0, random.Next(3)).Select(_ => new Advice { Kind = One<AdviceKind>(random), Text = Names[random.Next(Names.Length)], Notes = Notes(random) })],
            Actions = [.. Enumerable.Range(0, 1 + random.Next(5)).Select(_ => Action(random))],
            Notes = Notes(random),
        };
        if (random.Next(4) == 0)
            step = step with { Title = StepNames.Title(step, parts) };
        steps[position] = step;
        return (step, new StepLineContext { Layers = layers, Steps = steps, Parts = parts, Position = position, StepId = step.Id });
    }

    private static IEnumerable<string> Some(Random random, int count) => Names.OrderBy(_ => random.Next()).Take(count);

    private static T One<T>(Random random) where T : struct, Enum => WordList.Members<T>()[random.Next(WordList.Members<T>().Count)];

    private static T? Maybe<T>(Random random) where T : struct, Enum => random.Next(4) == 0 ? null : One<T>(random);

    private static string? Notes(Random random) => random.Next(4) switch { 0 => "two\nlines\tand \"quotes\" \\n", 1 => Names[random.Next(Names.Length)], _ => null };

    private static Surprise Surprise(Random random) => new()
    {
        Kind = One<SurpriseKind>(random),
        Text = Names[random.Next(Names.Length)],
        Seconds = random.Next(3) switch { 0 => null, 1 => 0.00001, _ => random.Next(600) },
        Notes = Notes(random),
    };

    private static TeardownAction Action(Random random)
    {
        var count = random.Next(3) == 0 ? 1 : random.Next(1, 1000);
        TeardownAction action = random.Next(13) switch
        {
            0 or 1 or 2 => new Unscrew
            {
                Drive = Maybe<Drive>(random),
                Size = random.Next(3) == 0 ? null : Sizes[random.Next(Sizes.Length)],
                Thread = random.Next(3) == 0 ? null : Threads[random.Next(Threads.Length)],
                Length = random.Next(3) == 0 ? null : Math.Round(0.5 + (random.NextDouble() * 99), random.Next(16)),
                Captive = random.Next(3) switch { 0 => null, 1 => true, _ => false },
                Cover = Maybe<Cover>(random),
                Covers = random.Next(2) == 0 ? null : random.Next(1, count + 1),
            },
            3 => new Unclip(),
            4 => new Unlatch(),
            5 => new Slide(),
            6 => new Switch(),
            7 => new Swing(),
            8 => random.Next(2) == 0 ? new Route() : new Move(),
            9 => new Unplug { Connector = Maybe<Connector>(random) },
            10 => new Peel { What = Maybe<PeelWhat>(random) },
            11 => random.Next(3) == 0 ? new Unbond { Bond = Bond.ReleaseTab } : new Unbond { Bond = Maybe<Bond>(random) is { } bond and not Bond.ReleaseTab ? bond : null, LengthMm = random.Next(2) == 0 ? null : random.Next(1, 5001) },
            _ => random.Next(2) == 0 ? new Lift { What = Maybe<LiftWhat>(random) } : new Thermal { What = Maybe<ThermalWhat>(random) },
        };
        Count? counted = random.Next(5) switch { 0 => null, 1 => new Count(count, Math.Min(999, count + random.Next(30))), _ => count };
        return action with { Count = counted, Tool = random.Next(4) == 0 ? One<Tool>(random) : null, Notes = Notes(random) };
    }
}
