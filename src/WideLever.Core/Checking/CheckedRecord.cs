using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Checking;

/// <summary>A record in which <see cref="RecordValidation"/> found no fault: the only kind that is scored.</summary>
public sealed class CheckedRecord
{
    internal CheckedRecord(TeardownRecord record, RecordGraph graph)
    {
        Record = record;
        Graph = graph;
    }

    /// <summary>The record.</summary>
    public TeardownRecord Record { get; }

    /// <summary>Its steps by position.</summary>
    public RecordGraph Graph { get; }

    /// <summary>Checks a record under a rubric, which says what kinds a machine may lack.</summary>
    /// <exception cref="ArgumentException">The record has a fault; the message has the first.</exception>
    public static CheckedRecord Of(TeardownRecord record, Rubric rubric)
    {
        var check = RecordValidation.Check(record, rubric);
        return check.Checked ?? throw new ArgumentException($"{check.Faults[0].At}: {check.Faults[0].Message}", nameof(record));
    }
}

/// <summary>What a check of a record found.</summary>
/// <param name="Faults">Every fault; none where the record can be scored.</param>
/// <param name="Hints">What is allowed and most likely not meant.</param>
/// <param name="Checked">The record to score, or null where there is a fault.</param>
public sealed record RecordCheck(IReadOnlyList<Fault> Faults, IReadOnlyList<Fault> Hints, CheckedRecord? Checked);
