using BenchmarkDotNet.Columns;
using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Loggers;
using BenchmarkDotNet.Running;
using BenchmarkDotNet.Toolchains.InProcess.Emit;
using WideLever.Bench;
using WideLever.Interchange;

if (args is ["files", var folder, var count])
{
    Directory.CreateDirectory(folder);
    for (var i = 0; i < int.Parse(count, System.Globalization.CultureInfo.InvariantCulture); i++)
        File.WriteAllBytes(Path.Combine(folder, $"{i:D4}.json"), RecordJson.RecordFile(Records.FortySteps(i)));
    return;
}

if (args is ["fuzz", var examples, var rounds])
{
    Fuzz.Run(examples, int.Parse(rounds, System.Globalization.CultureInfo.InvariantCulture));
    return;
}

if (args is ["fuzz-others", var demo, var others])
{
    Fuzz.RunOthers(demo, int.Parse(others, System.Globalization.CultureInfo.InvariantCulture));
    return;
}

if (args is ["hostile", var minutes, var worst])
{
    Hostile.Run(double.Parse(minutes, System.Globalization.CultureInfo.InvariantCulture), worst);
    return;
}

if (args is ["rescore"])
{
    Rescore.Run();
    return;
}

if (args is ["odds", var numbers, var units, var draws])
{
    Odds.Run(numbers, int.Parse(units, System.Globalization.CultureInfo.InvariantCulture), int.Parse(draws, System.Globalization.CultureInfo.InvariantCulture));
    return;
}

if (args is ["folder", var filled, var ofUnits, var changes, var photos, var revisions])
{
    int Number(string text) => int.Parse(text, System.Globalization.CultureInfo.InvariantCulture);
    Folders.Fill(filled, Number(ofUnits), Number(changes), Number(photos), Number(revisions));
    return;
}

if (args is ["undo", var history])
{
    Folders.Undo(history);
    return;
}

if (args is ["lines"])
{
    Lines.Run();
    return;
}

if (args is ["read-as", .. var files])
{
    LineFigures.Run(files);
    return;
}

if (args is ["everyday", var said])
{
    Lines.Everyday(said);
    return;
}

if (args is ["plans"])
{
    Plans.Run();
    return;
}

if (args is ["what-if"])
{
    WhatIfs.Run();
    return;
}

var job = Job.ShortRun.WithToolchain(new InProcessEmitToolchain(TimeSpan.FromMinutes(5), true)).WithWarmupCount(5).WithIterationCount(15);
BenchmarkRunner.Run<CoreBenchmarks>(ManualConfig.CreateEmpty()
    .AddJob(job).AddColumnProvider(DefaultColumnProviders.Instance).AddColumn(StatisticColumn.Median).AddLogger(ConsoleLogger.Default));
