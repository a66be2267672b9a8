using System.Text.Json;
using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Core.Routes;

namespace WideLever.Interchange;

/// <summary>Writes plans and fits as JSON, numbers to six places. <c>docs/formats/README.md</c>, <em>Plans and fits</em>.</summary>
public static class PlanWriter
{
    /// <summary>A plan: its steps in recorded order, its effort and what it would be apart, seconds there and back.</summary>
    public static void Write(Utf8JsonWriter writer, RepairPlan plan, TeardownRecord record)
    {
        writer.WriteStartObject();
        writer.WriteStartArray("steps");
        foreach (var position in plan.Steps)
            writer.WriteStringValue(record.Steps[position].Id);
        writer.WriteEndArray();
        Effort(writer, "effort", plan.Effort);
        writer.WriteNumber("apart", ResultWriter.SixPlaces(plan.Apart));
        writer.WriteNumber("saved", ResultWriter.SixPlaces(plan.Saved));
        writer.WriteStartObject("survival");
        writer.WriteNumber("low", ResultWriter.SixPlaces(plan.Survival.Low));
        writer.WriteNumber("value", ResultWriter.SixPlaces(plan.Survival.Value!.Value));
        writer.WriteNumber("high", ResultWriter.SixPlaces(plan.Survival.High));
        writer.WriteEndObject();
        writer.WriteStartArray("parts");
        foreach (var part in plan.Parts)
        {
            writer.WriteStartObject();
            writer.WriteString("part", part.Part.Id);
            writer.WriteString("serviceUnit", part.Unit.Id);
            if (part.Service is { } service)
                writer.WriteString("service", service.Word());
            Effort(writer, "effort", part.Alone);
            writer.WriteEndObject();
        }
        writer.WriteEndArray();
        writer.WriteEndObject();
    }

    /// <summary>A fit: whether, the first fact that forbids it, what it runs at, and what has to be looked at first.</summary>
    public static void Write(Utf8JsonWriter writer, ModuleFit fit)
    {
        writer.WriteStartObject();
        writer.WriteBoolean("fits", fit.Forbids is null);
        writer.WriteString("forbids", fit.Forbids?.Word());
        writer.WriteString("runsAt", fit.RunsAt);
        Lines("against", fit.Against);
        Lines("unsure", fit.Unsure);
        Lines("noted", fit.Noted);
        writer.WriteEndObject();

        void Lines(string name, IReadOnlyList<string> lines)
        {
            writer.WriteStartArray(name);
            foreach (var line in lines)
                writer.WriteStringValue(line);
            writer.WriteEndArray();
        }
    }

    private static void Effort(Utf8JsonWriter writer, string name, EffortSeconds effort)
    {
        writer.WriteStartObject(name);
        writer.WriteNumber("low", ResultWriter.SixPlaces(effort.Low));
        writer.WriteNumber("value", ResultWriter.SixPlaces(effort.Value));
        writer.WriteNumber("high", ResultWriter.SixPlaces(effort.High));
        writer.WriteEndObject();
    }
}
