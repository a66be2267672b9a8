using System.Text.Json;
using BenchmarkDotNet.Attributes;
using WideLever.Core.Checking;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Bench;

[MemoryDiagnoser]
public class CoreBenchmarks
{
    private readonly byte[] file = RecordJson.RecordFile(Records.FortySteps(1));
    private readonly CheckedRecord forty = CheckedRecord.Of(Records.FortySteps(1), RubricReader.House);
    private readonly CheckedRecord kept = CheckedRecord.Of(Records.FortySteps(1), RubricReader.House);
    private readonly Rubric edited = RubricReader.House with { ScrewBase = 0.9 };
    private readonly Rubric slower = RubricReader.House with { Times = RubricReader.House.Times with { ToolPickUp = 2 * RubricReader.House.Times.ToolPickUp } };
    private bool turn;
    private readonly CheckedRecord hard = CheckedRecord.Of(Records.Hard(), RubricReader.House);

    /// <summary>What the others are compared with: parsing the same file and doing nothing with it.</summary>
    [Benchmark(Baseline = true)]
    public int ParseJsonAlone()
    {
        using var document = JsonDocument.Parse(file);
        return document.RootElement.GetProperty("steps").GetArrayLength();
    }

    [Benchmark]
    public RecordCheck ReadAndCheckFortySteps() => RecordReader.Read(file, RubricReader.House);

    /// <summary>By turns under other times, so that routes are found anew each time.</summary>
    [Benchmark]
    public Result ScoreFortySteps() => Scorer.Score(forty, (turn = !turn) ? RubricReader.House : slower);

    /// <summary>Under another rubric whose times are the same: the routes that were found are kept.</summary>
    [Benchmark]
    public Result RescoreFortySteps() => Scorer.Score(kept, edited);

    [Benchmark]
    public object HardRoutesOfAllParts() => new RouteSearch(hard, new WaysIn(hard, RubricReader.House).Efforts, RubricReader.House.Schools.PowerFirst).Routes(hard.Graph.Freeing);
}
