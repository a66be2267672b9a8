using System.Globalization;
using WideLever.Core.StepLines;
using Stopwatch = System.Diagnostics.Stopwatch;

namespace WideLever.Bench;

/// <summary>Step lines of a teardown of forty steps, half of them with a slip: read, and read with completions at the caret, line by line.</summary>
internal static class Lines
{
    private const int Count = 20_000;

    private static readonly string[] Tables = ["everyday.tsv", "bench.tsv", "natural-1.tsv", "natural-6.tsv", "natural-7.tsv"];

    public static void Run()
    {
        var random = new Random(20_261_126);
        var lines = Enumerable.Range(0, Count).Select(i =>
        {
            var record = Records.FortySteps(i % 50);
            var position = random.Next(record.Steps.Count);
            var context = StepLineContext.Of(record, position, record.Steps[position].Id);
            var line = StepLine.Print(record.Steps[position], context);
            return (Line: i % 2 == 0 ? line : line.Remove(random.Next(line.Length), 1), Context: context);
        }).ToList();
        // What reading a line cannot be quicker than by much: cutting it into words.
        var cut = Times(lines, (line, _) => line.Split([' ', ',']).Length);
        var read = Times(lines, (line, context) => StepLine.Read(line, context).Faults.Count);
        var completed = Times(lines, (line, context) => StepLine.Read(line, context).Faults.Count + StepLineCompletions.At(line, line.Length, context).Count);
        Tell(("cut into words alone", cut), ("read", read), ("read and completed", completed));
    }

    /// <summary>Everyday lines as they are typed, key by key: every beginning of every line is read once.</summary>
    /// <param name="folder">The folder of the tables of everyday lines.</param>
    public static void Everyday(string folder)
    {
        var record = Records.FortySteps(3);
        var context = StepLineContext.Of(record, record.Steps.Count, null);
        var lines = Tables.SelectMany(file => File.ReadAllLines(Path.Combine(folder, file))).Where(line => line.Length > 0 && line[0] != '#').Select(line => line.Split('\t')[0])
            .SelectMany(line => Enumerable.Range(1, line.Length).Select(end => (Line: line[..end], Context: context))).ToList();
        // As it is after a line or two on a bench: compiled for good.
        for (var i = 0; i < 3; i++)
            Times(lines, (line, at) => StepLine.Read(line, at).Faults.Count);
        Tell(("cut into words alone", Times(lines, (line, _) => line.Split([' ', ',']).Length)), ("read, key by key", Times(lines, (line, at) => StepLine.Read(line, at).Faults.Count)));
    }

    private static void Tell(params ReadOnlySpan<(string Name, double[] Times)> all)
    {
        Console.WriteLine("                          median, µs     99th percentile, µs");
        foreach (var (name, times) in all)
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{name,-25} {times[times.Length / 2],11:F1} {times[times.Length * 99 / 100],23:F1}"));
    }

    private static double[] Times(List<(string Line, StepLineContext Context)> lines, Func<string, StepLineContext, int> work)
    {
        var sum = 0;
        foreach (var (line, context) in lines.Take(2_000))
            sum += work(line, context);
        var times = lines.Select(one =>
        {
            var start = Stopwatch.GetTimestamp();
            sum += work(one.Line, one.Context);
            return Stopwatch.GetElapsedTime(start).TotalMicroseconds;
        }).Order().ToArray();
        GC.KeepAlive(sum);
        return times;
    }
}
