using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Planning;

/// <summary>A kind of part that a symptom may come from.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Why">What to look for there.</param>
/// <param name="Stop">What to heed before anything is opened; null: nothing but the usual.</param>
public sealed record SymptomLook(PartKind Kind, string Why, string? Stop = null);

/// <summary>Something that a machine does, and where to look for it.</summary>
/// <param name="Text">What it does, as people say it.</param>
/// <param name="Looks">Where to look.</param>
public sealed record Symptom(string Text, IReadOnlyList<SymptomLook> Looks);

/// <summary>Symptoms, as a house keeps them.</summary>
/// <param name="Symptoms">The symptoms.</param>
public sealed record SymptomList(IReadOnlyList<Symptom> Symptoms);

/// <summary>A part to look at.</summary>
/// <param name="Part">The part.</param>
/// <param name="Unit">Its service unit; null: not known.</param>
/// <param name="Why">What to look for there.</param>
/// <param name="Stop">What to heed before anything is opened; null: nothing but the usual.</param>
/// <param name="Effort">What getting to it takes, there and back; null: no way is known.</param>
public sealed record PartToLookAt(Part Part, Part? Unit, string Why, string? Stop, EffortSeconds? Effort);

/// <summary>What a symptom means on one machine.</summary>
/// <param name="Text">What it does.</param>
/// <param name="Noted">Whether it was noted on this machine, and is not of the list.</param>
/// <param name="Parts">The parts to look at: those that may stop everything first, then by least effort; those without a known way last.</param>
/// <param name="NotSeen">Kinds to look at of which the machine has no part on record and that it is not known to lack.</param>
/// <param name="More">How many more parts there are to look at than <see cref="Symptoms.MostParts"/>.</param>
public sealed record SymptomOfMachine(string Text, bool Noted, IReadOnlyList<PartToLookAt> Parts, IReadOnlyList<PartKind> NotSeen, int More);

/// <summary>From what a machine does to the parts to look at. The list is data that every house can edit, <c>symptoms/house.json</c>.</summary>
public static class Symptoms
{
    /// <summary>Most symptoms of a list, and most kinds of one.</summary>
    public const int Most = 200, MostLooks = 12;

    /// <summary>Most parts that are told of a symptom.</summary>
    public const int MostParts = 20;

    private const int Longest = 120, LongestWhy = 300, LongestStop = 500;

    /// <summary>What is wrong with a list, each with its place.</summary>
    public static IReadOnlyList<Fault> Faults(IReadOnlyList<Symptom> symptoms)
    {
        var faults = new List<Fault>();
        if (symptoms.Count > Most)
            return [new("symptoms", $"has {symptoms.Count} symptoms; the limit is {Most}")];
        for (var i = 0; i < symptoms.Count; i++)
        {
            if (symptoms[i] is not { } symptom)
            {
                faults.Add(new($"symptoms[{i}]", "must not be empty"));
                continue;
            }
            Text(symptom.Text, Longest, $"symptoms[{i}].text");
            if (symptoms.Take(i).Any(other => string.Equals(other?.Text, symptom.Text, StringComparison.OrdinalIgnoreCase)))
                faults.Add(new($"symptoms[{i}].text", "stands there twice"));
            if (symptom.Looks is not { Count: >= 1 and <= MostLooks })
            {
                faults.Add(new($"symptoms[{i}].looks", $"must be 1 to {MostLooks} kinds to look at"));
                continue;
            }
            for (var k = 0; k < symptom.Looks.Count; k++)
            {
                Text(symptom.Looks[k]?.Why, LongestWhy, $"symptoms[{i}].looks[{k}].why");
                if (symptom.Looks[k]?.Stop is { } stop)
                    Text(stop, LongestStop, $"symptoms[{i}].looks[{k}].stop");
            }
        }
        return faults;

        void Text(string? text, int most, string at)
        {
            if (string.IsNullOrWhiteSpace(text) || text.Length > most || text.Any(char.IsControl))
                faults.Add(new(at, $"must be 1 to {most} characters, without control characters"));
        }
    }

    /// <summary>What every symptom of a list, and every one that was noted, means on a machine; noted ones first.</summary>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public static IReadOnlyList<SymptomOfMachine> Of(CheckedRecord record, Rubric rubric, IReadOnlyList<Symptom> symptoms, CancellationToken cancellation = default)
    {
        var ways = new WaysIn(record, rubric);
        var routes = ways.Routes(cancellation);
        var parts = record.Record.Parts;
        return [.. NotedOn(record.Record).Take(Most).Select(noted => Told(noted.Text, true, noted.Parts.Select(part => Look(part, "noted on this machine", null)), [])), .. symptoms.Select(OnMachine)];

        SymptomOfMachine OnMachine(Symptom symptom) => Told(
            symptom.Text, false,
            symptom.Looks.SelectMany(look => parts.Where(part => part.Fitted && part.Kind == look.Kind).Select(part => Look(part, look.Why, look.Stop))),
            [.. symptom.Looks.Select(look => look.Kind).Where(kind => !parts.Any(part => part.Fitted && part.Kind == kind) && !record.Record.Absent.Contains(kind)).Distinct()]);

        PartToLookAt Look(Part part, string why, string? stop)
        {
            var unit = ServiceUnits.Of(part, record, rubric);
            return new(part, unit, why, stop, unit is not null && routes[unit.Id] is { } route ? ways.Effort(route) : null);
        }

        static SymptomOfMachine Told(string text, bool noted, IEnumerable<PartToLookAt> looks, IReadOnlyList<PartKind> notSeen)
        {
            List<PartToLookAt> ordered = [.. looks.OrderBy(look => look.Stop is null).ThenBy(look => look.Effort?.Value ?? double.PositiveInfinity)];
            return new(text, noted, [.. ordered.Take(MostParts)], notSeen, Math.Max(0, ordered.Count - MostParts));
        }
    }

    /// <summary>Symptoms that were noted on a machine: on a part it leads there, on a step to what that frees, on the unit nowhere in particular.</summary>
    private static IEnumerable<(string Text, IEnumerable<Part> Parts)> NotedOn(TeardownRecord record) =>
    [
        .. Of(record.Unit.Advice, []),
        .. record.Steps.SelectMany(step => Of(step.Advice, record.Parts.Where(part => step.Frees.Contains(part.Id)))),
        .. record.Parts.SelectMany(part => Of(part.Advice, [part])),
    ];

    private static IEnumerable<(string Text, IEnumerable<Part> Parts)> Of(IEnumerable<Advice> advice, IEnumerable<Part> parts) => advice.Where(one => one.Kind == AdviceKind.Symptom).Select(one => (one.Text, parts));
}
