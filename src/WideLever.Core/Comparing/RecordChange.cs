using System.Globalization;
using WideLever.Core.Records;
using WideLever.Core.StepLines;

namespace WideLever.Core.Comparing;

/// <summary>What a change did at one place of a record.</summary>
/// <param name="At">The place: a step or part by its id, or <c>guidance</c>.</param>
/// <param name="What">Which fact: <c>step</c>, <c>actions</c>, <c>layer</c>, <c>after</c>, <c>part</c> or a field of a part or of guidance.</param>
/// <param name="Before">What is taken out; null: nothing.</param>
/// <param name="After">What is put in; null: nothing.</param>
public sealed record RecordChange(string At, string What, string? Before, string? After)
{
    /// <summary>Everything that differs between a record and the same record changed: steps and parts go together by their ids.</summary>
    public static IReadOnlyList<RecordChange> Between(TeardownRecord before, TeardownRecord after)
    {
        var changes = new List<RecordChange>();
        if (!ReferenceEquals(before.Steps, after.Steps))
            Pair(before.Steps, after.Steps, step => step.Id, (old, fresh) => OfStep(old, fresh, changes));
        if (!ReferenceEquals(before.Parts, after.Parts))
            Pair(before.Parts, after.Parts, part => part.Id, (old, fresh) => OfPart(old, fresh, changes));
        foreach (var ((name, old), (_, fresh)) in Marks(before.Guidance).Zip(Marks(after.Guidance)))
            Fact(changes, "guidance", name, old, fresh);
        return changes;
    }

    private static void Pair<T>(IReadOnlyList<T> before, IReadOnlyList<T> after, Func<T, string> id, Action<T?, T?> each) where T : class
    {
        var fresh = after.ToDictionary(id, StringComparer.Ordinal);
        foreach (var old in before)
        {
            if (!fresh.Remove(id(old), out var same))
                each(old, null);
            else if (!ReferenceEquals(old, same))
                each(old, same);
        }
        foreach (var added in after.Where(one => fresh.ContainsKey(id(one))))
            each(null, added);
    }

    private static void OfStep(Step? before, Step? after, List<RecordChange> changes)
    {
        if (before is null || after is null)
        {
            changes.Add(new((before ?? after)!.Id, "step", Whole(before), Whole(after)));
            return;
        }
        Fact(changes, after.Id, "actions", StepLine.Actions(before), StepLine.Actions(after));
        Fact(changes, after.Id, "layer", before.Layer, after.Layer);
        Fact(changes, after.Id, "after", None(before.After), None(after.After));
    }

    private static void OfPart(Part? before, Part? after, List<RecordChange> changes)
    {
        if (before is null || after is null)
        {
            changes.Add(new((before ?? after)!.Id, "part", before?.Kind.Word(), after?.Kind.Word()));
            return;
        }
        foreach (var ((name, old), (_, fresh)) in Facts(before).Zip(Facts(after)))
            Fact(changes, after.Id, name, old, fresh);
    }

    private static IEnumerable<(string Name, string? Value)> Facts(Part part) =>
    [
        ("mounting", part.Mounting?.Word()), ("within", part.Within), ("standard", part.Interface.Standard?.Word()),
        ("maxLengthMm", Number(part.Interface.MaxLengthMm)), ("sides", Number(part.Interface.Sides)), ("ceiling", Number(part.Capacity.Max.Bench ?? part.Capacity.Max.Maker)),
        ("source", part.Spare.Source?.Word()), ("paired", YesNo(part.Spare.Paired)), ("price", Number(part.Spare.Price?.Amount)),
    ];

    private static IEnumerable<(string Name, string? Value)> Marks(Guidance guidance) =>
    [
        ("manual", YesNo(guidance.Manual)), ("labels", YesNo(guidance.Labels)), ("partNumbers", YesNo(guidance.PartNumbers)), ("order", YesNo(guidance.Order)),
    ];

    private static void Fact(List<RecordChange> changes, string at, string what, string? before, string? after)
    {
        if (before != after)
            changes.Add(new(at, what, before, after));
    }

    private static string? Whole(Step? step) => step is null ? null : $"{step.Title}: {StepLine.Actions(step)}, {step.Layer}";

    private static string? None(IReadOnlyList<string> ids) => ids.Count == 0 ? null : string.Join(", ", ids);

    private static string? Number(double? number) => number?.ToString(CultureInfo.InvariantCulture);

    private static string? YesNo(bool? mark) => mark switch { true => "yes", false => "no", null => null };
}
