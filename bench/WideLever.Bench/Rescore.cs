using System.Diagnostics;
using System.Globalization;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Bench;

/// <summary>A whole shelf under another rubric, from memory: cost per record and core, at several sizes.</summary>
internal static class Rescore
{
    public static void Run()
    {
        var all = Enumerable.Range(0, 10_000).Select(seed => CheckedRecord.Of(Records.FortySteps(seed), RubricReader.House)).ToList();
        var edited = RubricReader.House with { ScrewBase = 0.9 };
        Rescoring.Of(all.Take(1_000).ToList(), edited);
        Console.WriteLine("records   all cores, ms   µs per record and core");
        foreach (var count in new[] { 1_000, 2_500, 5_000, 10_000 })
        {
            var records = all.Take(count).ToList();
            var times = Enumerable.Range(0, 5).Select(_ =>
            {
                var watch = Stopwatch.StartNew();
                Rescoring.Of(records, edited);
                return watch.Elapsed.TotalMilliseconds;
            }).Order().ToList();
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
                $"{count,7}   {times[2],13:F0}   {times[2] * 1_000 * Environment.ProcessorCount / count,22:F0}"));
        }
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"memory of 10,000 records with what was computed: {GC.GetTotalMemory(true) / 1_048_576} MB"));
        GC.KeepAlive(all);
    }
}
