using System.Text.Json.Nodes;

namespace WideLever.Interchange;

/// <summary>The JSON Schema of the record format: what <see cref="RecordReader"/> asks for.</summary>
public static class RecordShape
{
    /// <summary>The schema of a teardown record, as the file <c>docs/formats/teardown.schema.json</c>.</summary>
    public static string Schema()
    {
        var definitions = new JsonObject();
        var shape = new Shape(definitions, Ends);
        shape.Format(RecordReader.Format, RecordReader.Version);
        RecordReader.Record(new Fields(shape));
        return Shape.Document(RecordReader.Format, RecordReader.Version, $"Teardown record, version {RecordReader.Version}",
            "The shape of the format. Rules between fields (ids, layers, ways) are in docs/record.md and are checked by the program.",
            shape.ToSchema(), definitions);
    }

    // What the rules of a record let a number be, by the name of its field; docs/record.md.
    private static readonly Dictionary<string, (string Keyword, double Value)[]> Ends = new(StringComparer.Ordinal)
    {
        ["year"] = Between(0, 9_999),
        ["amount"] = Between(0, RecordLimits.Money),
        ["rate"] = [("exclusiveMinimum", 0)],
        ["maker"] = Between(0, RecordLimits.Capacity),
        ["bench"] = Between(0, RecordLimits.Capacity),
        ["platform"] = Between(0, RecordLimits.Capacity),
        ["fitted"] = Between(0, RecordLimits.Capacity),
        ["number"] = Between(0, RecordLimits.Capacity),
        ["maxLengthMm"] = Between(0, RecordLimits.LongestBond),
        ["maxThicknessMm"] = Between(0, RecordLimits.LongestBond),
        ["sides"] = Between(1, 2),
        ["seconds"] = Between(0, RecordLimits.Seconds),
        ["observedSeconds"] = Between(1, RecordLimits.Seconds),
        ["length"] = Between(RecordLimits.ShortestScrew, RecordLimits.LongestScrew),
        ["lengthMm"] = Between(RecordLimits.ShortestBond, RecordLimits.LongestBond),
        ["covers"] = Between(1, RecordLimits.Count),
        ["count"] = Between(1, RecordLimits.PortCount),
        ["widthPx"] = Between(1, 100_000),
        ["heightPx"] = Between(1, 100_000),
        ["x"] = Between(0, 1),
        ["y"] = Between(0, 1),
        ["group"] = [("minimum", 0)],
    };

    private static (string, double)[] Between(double least, double most) => [("minimum", least), ("maximum", most)];
}
