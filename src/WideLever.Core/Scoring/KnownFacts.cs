using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

/// <summary>How much of a stage of the work is known.</summary>
/// <param name="Facts">Facts known.</param>
/// <param name="Of">Facts asked for.</param>
public readonly record struct Known(int Facts, int Of);

/// <summary>How much of a record is known, by the stages of the work.</summary>
public static class KnownFacts
{
    /// <summary>Facts of the machine and of its guidance.</summary>
    public static Known Intake(TeardownRecord record)
    {
        var facts = new object?[] { record.Unit.CodeFoundAt, record.Unit.Class, record.Unit.Year, record.Unit.Price?.Amount, record.Teardown.Condition,
            record.Teardown.Seal, record.Unit.Ports.Count > 0 ? record.Unit.Ports : null };
        var marks = record.Guidance.Marks();
        return new(facts.Count(fact => fact is not null) + marks.Count(mark => mark is not null), facts.Length + marks.Count);
    }

    /// <summary>Kinds of the rubric that are recorded with a known mounting, or marked absent.</summary>
    public static Known Parts(TeardownRecord record, Rubric rubric)
    {
        var kinds = rubric.Repair.Pairs.Select(pair => pair.Key).Union(rubric.Upgrade.Pairs.Select(pair => pair.Key)).ToList();
        var known = kinds.Count(kind => record.Absent.Contains(kind)
            || (record.Parts.Any(part => part.Kind == kind) && record.Parts.Where(part => part.Kind == kind).All(part => part.Mounting is not null)));
        return new(known, kinds.Count);
    }
}
