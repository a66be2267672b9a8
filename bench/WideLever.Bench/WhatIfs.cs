using System.Diagnostics;
using System.Globalization;
using WideLever.Core.Checking;
using WideLever.Core.Comparing;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Bench;

/// <summary>Changes to a machine of forty steps: all of them one by one, and the smallest set out of ten and of fifteen, beside one scoring of it.</summary>
internal static class WhatIfs
{
    public static void Run()
    {
        var templates = ChangeTemplatesReader.Read(ChangeTemplatesReader.ShippedBytes).Templates!;
        var record = CheckedRecord.Of(Records.Sealed(), RubricReader.House);
        var changes = MachineChange.Of(record.Record, templates);
        Time("one scoring", 200, () => Scorer.Score(record, RubricReader.House));
        Time($"{changes.Count} single changes (limit: 50 ms)", 100, () => WhatIf.Singles(record, RubricReader.House, templates));
        // A figure that no set reaches, so that every set is tried.
        Time("smallest set out of 10 (limit: 1 s)", 5, () => SmallestSet.Of(record, RubricReader.House, [.. changes.Take(10)], IndexName.Repair, 101));
        Time("smallest set out of 15 (limit: 20 s)", 1, () => SmallestSet.Of(record, RubricReader.House, [.. changes.Take(15)], IndexName.Repair, 101));
    }

    private static void Time(string what, int rounds, Action work)
    {
        for (var i = 0; i < rounds / 4; i++)
            work();
        var times = Enumerable.Range(0, rounds).Select(_ =>
        {
            var watch = Stopwatch.StartNew();
            work();
            return watch.Elapsed.TotalMilliseconds;
        }).Order().ToList();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{what,-40} {times[rounds / 2],10:F2} ms at the median of {rounds}"));
    }
}
