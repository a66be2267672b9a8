using System.Text.Json;
using System.Text.Json.Nodes;
using WideLever.Core;
using WideLever.Core.Records;
using WideLever.Core.Scoring;

namespace WideLever.Interchange;

/// <summary>Writes a result as JSON: six places, null where there is no value, never NaN. Method, <em>The result</em>.</summary>
public static class ResultWriter
{
    /// <summary>Writes the result of a record.</summary>
    public static void Write(Utf8JsonWriter writer, Result result, TeardownRecord record)
    {
        writer.WriteStartObject();
        writer.WriteNumber("method", CoreVersion.Method);
        Covered(writer, "repair", result.Repair);
        Covered(writer, "upgrade", result.Upgrade);
        Covered(writer, "combined", result.Combined);
        StatusOf(writer, result.Together);
        foreach (var (name, status) in new[] { ("repairStatus", result.RepairStatus), ("upgradeStatus", result.UpgradeStatus) })
        {
            writer.WriteStartObject(name);
            StatusOf(writer, status);
            writer.WriteEndObject();
        }
        writer.WriteNumber("observedSteps", result.ObservedSteps);
        writer.WriteStartObject("repairKinds");
        foreach (var kind in result.RepairKinds)
            Covered(writer, kind.Kind.Word(), kind.Score);
        writer.WriteEndObject();
        writer.WriteStartObject("upgradeKinds");
        foreach (var kind in result.UpgradeKinds)
            Covered(writer, kind.Kind.Word(), kind.Score);
        writer.WriteEndObject();
        writer.WriteStartArray("leftOut");
        foreach (var place in result.LeftOut)
            writer.WriteStringValue(place);
        writer.WriteEndArray();
        writer.WriteStartObject("parts");
        foreach (var part in result.Parts)
            Part(writer, part, record);
        writer.WriteEndObject();
        writer.WriteEndObject();
    }

    /// <summary>The result of a record as JSON, as <see cref="Write"/> writes it.</summary>
    public static JsonNode Node(Result result, TeardownRecord record)
    {
        using var stream = new MemoryStream();
        using (var writer = new Utf8JsonWriter(stream))
            Write(writer, result, record);
        return JsonNode.Parse(stream.ToArray())!;
    }

    /// <summary>Writes a refusal: what was refused, and why.</summary>
    /// <param name="writer">Where to.</param>
    /// <param name="name">What the record is known by, such as <c>file</c> or <c>line</c>.</param>
    /// <param name="record">The file's name or the line's number.</param>
    /// <param name="faults">Every fault.</param>
    public static void WriteFaults(Utf8JsonWriter writer, string name, object record, IReadOnlyList<Fault> faults)
    {
        writer.WriteStartObject();
        if (record is long line)
            writer.WriteNumber(name, line);
        else
            writer.WriteString(name, record.ToString());
        writer.WriteStartArray("faults");
        foreach (var fault in faults)
        {
            writer.WriteStartObject();
            writer.WriteString("at", fault.At);
            writer.WriteString("message", fault.Message);
            writer.WriteEndObject();
        }
        writer.WriteEndArray();
        writer.WriteEndObject();
    }

    /// <summary>A number from 0 up as results give it: the nearest of six places to the double itself, the even one of two.</summary>
    public static double SixPlaces(double value)
    {
        // Math.Round scales first, and so takes what lies just beside a half for one; the fused remainder is exact enough to tell.
        var whole = Math.Floor(value * 1e6);
        var rest = Math.FusedMultiplyAdd(value, 1e6, -whole);
        var up = rest > 0.5 || (rest == 0.5 && whole % 2 != 0);
        return (up ? whole + 1 : whole) / 1e6;
    }

    private static void Part(Utf8JsonWriter writer, PartScore part, TeardownRecord record)
    {
        writer.WriteStartObject(part.Part.Id);
        writer.WriteString("serviceUnit", part.ServiceUnit);
        if (part is { Route: { } route, Effort: { } effort })
        {
            writer.WriteStartArray("route");
            foreach (var step in route)
                writer.WriteStringValue(record.Steps[step].Id);
            writer.WriteEndArray();
            writer.WriteStartObject("effort");
            Ends(writer, effort.Low, effort.Value, effort.High);
            writer.WriteEndObject();
        }
        else
        {
            writer.WriteNull("route");
            writer.WriteNull("effort");
        }
        if (part is { Criteria: { } criteria, Score: { } score })
        {
            writer.WriteStartObject("criteria");
            foreach (var (criterion, value) in criteria.Pairs)
            {
                writer.WriteStartObject(criterion.Word());
                Ends(writer, value.Low, value.Value, value.High);
                writer.WriteEndObject();
            }
            writer.WriteEndObject();
            Covered(writer, "score", score);
        }
        writer.WriteEndObject();
    }

    private static void StatusOf(Utf8JsonWriter writer, IndexStatus status)
    {
        writer.WriteString("status", status.Status.Word());
        writer.WriteStartArray("reasons");
        foreach (var reason in status.Reasons)
            writer.WriteStringValue(reason.Word());
        writer.WriteEndArray();
    }

    private static void Covered(Utf8JsonWriter writer, string name, Quantity quantity)
    {
        writer.WriteStartObject(name);
        Ends(writer, quantity.Low, quantity.Value, quantity.High);
        writer.WriteNumber("coverage", SixPlaces(quantity.Coverage));
        writer.WriteEndObject();
    }

    private static void Ends(Utf8JsonWriter writer, double low, double? value, double high)
    {
        writer.WriteNumber("low", SixPlaces(low));
        if (value is { } known)
            writer.WriteNumber("value", SixPlaces(known));
        else
            writer.WriteNull("value");
        writer.WriteNumber("high", SixPlaces(high));
    }
}
