using System.Text.Json.Nodes;
using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Core.Tests;

/// <summary>The worked examples of the method, and the house rubric.</summary>
internal static class Examples
{
    public static readonly string[] Names = ["1-two-routes", "2-sealed-and-unsure", "3-modular", "4-edges", "5-corners", "6-partly-seen", "7-readings"];

    public static Rubric House => RubricReader.House;

    public static JsonNode Expected(string name) => JsonNode.Parse(File.ReadAllText(Path($"{name}.expected")))!;

    public static CheckedRecord Record(string name) =>
        RecordReader.Read(File.ReadAllBytes(Path(name)), House).Checked ?? throw new InvalidOperationException(name);

    /// <summary>The records of the demo.</summary>
    public static IEnumerable<TeardownRecord> Demo() => Directory.GetFiles(System.IO.Path.Combine(AppContext.BaseDirectory, "demo"), "*.json").Order(StringComparer.Ordinal)
        .Select(file => RecordReader.Read(File.ReadAllBytes(file), House).Checked!.Record);

    public static JsonNode Score(CheckedRecord record, Rubric rubric) => AsJson(Scorer.Score(record, rubric), record.Record);

    public static JsonNode AsJson(Result result, TeardownRecord record)
    {
        using var stream = new MemoryStream();
        using (var writer = new System.Text.Json.Utf8JsonWriter(stream))
            ResultWriter.Write(writer, result, record);
        return JsonNode.Parse(stream.ToArray())!;
    }

    private static string Path(string name) => System.IO.Path.Combine(AppContext.BaseDirectory, "examples", $"{name}.json");
}
