using System.Diagnostics;
using System.Globalization;
using WideLever.Core.Comparing;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Bench;

/// <summary>Rank odds of a whole field; the peers in <c>bench/peers</c> do the same work on the same numbers.</summary>
internal static class Odds
{
    public static void Run(string file, int units, int draws)
    {
        var field = new RankField(units);
        field.Write(file);
        RankOdds odds = Draw(field, 400);
        var times = new List<double>();
        for (var i = 0; i < 5; i++)
        {
            var watch = Stopwatch.StartNew();
            odds = Draw(field, draws);
            times.Add(watch.Elapsed.TotalSeconds);
        }
        times.Sort();
        using var process = Process.GetCurrentProcess();
        // One line that the script reads: seconds at the median, the peak of memory, and some odds to lay beside those of the peers.
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"{times[2]} {process.PeakWorkingSet64 / 1_048_576} {string.Join(',', Enumerable.Range(0, 8).Select(unit => odds.Above(unit, unit + 8).ToString("F4", CultureInfo.InvariantCulture)))}"));
    }

    private static RankOdds Draw(RankField field, int draws) => RankOdds.Of(field.Results, RubricReader.House, IndexName.Repair, 7, draws);
}
