using System.Diagnostics;
using System.Globalization;
using WideLever.Core.Checking;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Bench;

/// <summary>
/// A whole shelf under another rubric, from memory: cost per record on one core, beside one scoring with its routes found anew, and on all cores
/// at several sizes.
/// </summary>
internal static class Rescore
{
    public static void Run()
    {
        var all = Enumerable.Range(0, 10_000).Select(seed => CheckedRecord.Of(Records.FortySteps(seed), RubricReader.House)).ToList();
        var few = all.Take(1_000).ToList();
        var house = RubricReader.House;
        var edited = house with { ScrewBase = 0.9 };
        // Other times make other efforts: what was found under the one is not taken under the other.
        var slower = house with { Times = house.Times with { ToolPickUp = 2 * house.Times.ToolPickUp } };
        for (var i = 0; i < 10; i++)
        {
            OneCore(few, house, slower);
            OneCore(few, house, edited);
        }
        var anew = Median(() => OneCore(few, house, slower));
        var kept = Median(() => OneCore(few, house, edited));
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"one scoring, its routes found anew {anew,16:F0} µs a core"));
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"under another rubric, routes kept  {kept,16:F0} µs a core, {kept / anew:F2} of one scoring (limit: 100 µs)"));
        Rescoring.Of(all, edited);
        Console.WriteLine("records   all cores, ms   µs per record, all cores at work");
        foreach (var count in new[] { 1_000, 2_500, 5_000, 10_000 })
        {
            var records = all.Take(count).ToList();
            var ms = Median(() =>
            {
                var watch = Stopwatch.StartNew();
                Rescoring.Of(records, edited);
                return watch.Elapsed.TotalMilliseconds;
            });
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{count,7}   {ms,13:F0}   {ms * 1_000 / count,30:F0}"));
        }
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"memory of 10,000 records with what was computed: {GC.GetTotalMemory(true) / 1_048_576} MB"));
        GC.KeepAlive(all);
    }

    /// <summary>Microseconds to score each record once, by turns under two rubrics.</summary>
    private static double OneCore(List<CheckedRecord> records, Rubric first, Rubric second)
    {
        var watch = Stopwatch.StartNew();
        foreach (var rubric in new[] { first, second })
        {
            foreach (var record in records)
                Scorer.Score(record, rubric);
        }
        return watch.Elapsed.TotalMicroseconds / (2 * records.Count);
    }

    private static double Median(Func<double> measure) => Enumerable.Range(0, 7).Select(_ => measure()).Order().ElementAt(3);
}
