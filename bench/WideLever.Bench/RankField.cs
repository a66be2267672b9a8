using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Bench;

/// <summary>A field of made-up results with one part of every kind: four criteria of five known, the others between two ends.</summary>
internal sealed class RankField
{
    private static readonly Criterion[] All = Enum.GetValues<Criterion>();

    public RankField(int units)
    {
        var random = new Random(41);
        var rubric = RubricReader.House;
        var kinds = rubric.Repair.Pairs.Select(pair => pair.Key).ToArray();
        for (var unit = 0; unit < units; unit++)
        {
            var skill = 0.3 + 0.5 * random.NextDouble();
            var parts = kinds.Select(kind => Score(kind, skill, random, rubric)).ToList();
            Records.Add(new TeardownRecord
            {
                Unit = new Unit { Maker = "Orrest", Model = "Pike 14", ModelCode = $"OP14-{unit}" },
                Teardown = new Teardown { Date = new DateOnly(2026, 10, 3), Bench = "Bench 1" },
                Layers = ["outside"],
                Steps = [],
                Parts = [.. parts.Select(part => part.Part)],
            });
            Results.Add(new Result
            {
                Repair = Quantity.Unknown,
                Upgrade = Quantity.Unknown,
                Combined = Quantity.Unknown,
                SharedReasons = [],
                Together = new(Status.Provisional, []),
                RepairStatus = new(Status.Provisional, []),
                UpgradeStatus = new(Status.Provisional, []),
                ObservedSteps = 0,
                RepairKinds = [.. parts.Select(part => new RepairKind(part.Part.Kind, part.Score!.Value))],
                UpgradeChoices = [new([], Quantity.Unknown, [])],
                Parts = parts,
            });
        }
    }

    public List<TeardownRecord> Records { get; } = [];

    public List<Result> Results { get; } = [];

    private static PartScore Score(PartKind kind, double skill, Random random, Rubric rubric)
    {
        var reach = rubric.Reach[kind];
        var effort = reach.First * Math.Pow(reach.Second / reach.First, 0.1 + 0.8 * random.NextDouble() * (1.3 - skill));
        var seconds = random.Next(5) > 0 ? EffortSeconds.Exactly(effort) : new EffortSeconds(effort, effort * 1.1, effort * 1.2);
        return new PartScore
        {
            Part = new Part { Id = kind.Word(), Kind = kind, Mounting = Mounting.Screwed },
            ServiceUnit = kind.Word(),
            Route = [],
            Effort = seconds,
            Score = Quantity.Unknown,
            Criteria = new(_ =>
            {
                var value = Math.Clamp(skill + 0.4 * (random.NextDouble() - 0.5), 0.02, 1);
                return random.Next(5) > 0 ? Quantity.Exactly(value) : Quantity.Between(value * 0.5, Math.Min(1, value * 1.3));
            }),
        };
    }

    /// <summary>Writes the numbers as the peers read them: little-endian doubles, criteria in the rubric's order, reach first.</summary>
    public void Write(string file)
    {
        var rubric = RubricReader.House;
        var kinds = rubric.Repair.Pairs;
        using var writer = new BinaryWriter(File.Create(file));
        foreach (var number in new[] { Results.Count, kinds.Count, All.Length })
            writer.Write((double)number);
        foreach (var pair in kinds)
            writer.Write(pair.Value);
        foreach (var criterion in All)
            writer.Write(rubric.Criteria[criterion]);
        foreach (var pair in kinds)
            writer.Write(1 / Math.Log(rubric.Reach[pair.Key].Second / rubric.Reach[pair.Key].First));
        foreach (var high in new[] { false, true })
        {
            foreach (var part in Results.SelectMany(result => result.Parts))
            {
                foreach (var criterion in All)
                {
                    var reach = rubric.Reach[part.Part.Kind];
                    writer.Write(criterion == Criterion.Reach
                        ? Math.Log(reach.Second / (high ? part.Effort!.Value.Low : part.Effort!.Value.High)) / Math.Log(reach.Second / reach.First)
                        : high ? part.Criteria![criterion].High : part.Criteria![criterion].Low);
                }
            }
        }
    }
}
