using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>What a change by itself would bring.</summary>
/// <param name="Change">The change.</param>
/// <param name="After">The indices with it.</param>
/// <param name="Puts">What it puts in and takes out.</param>
public sealed record ChangeGain(MachineChange Change, Indices After, IReadOnlyList<RecordChange> Puts);

/// <summary>Typed changes to a machine, and the rescored difference. Method, <em>What is built on it</em>, what-if.</summary>
public static class WhatIf
{
    /// <summary>The record with some changes, made in their order; null where they would make it faulty.</summary>
    public static CheckedRecord? Apply(TeardownRecord record, IEnumerable<MachineChange> changes, Rubric rubric)
    {
        foreach (var change in changes)
            record = change.Apply(record);
        return RecordValidation.Check(record, rubric).Checked;
    }

    /// <summary>What every change that the record allows for would bring by itself, in the order of the templates.</summary>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    public static IReadOnlyList<ChangeGain> Singles(CheckedRecord record, Rubric rubric, IReadOnlyList<ChangeTemplate> templates, CancellationToken cancellation = default) =>
    [
        .. MachineChange.Of(record.Record, templates).AsParallel().AsOrdered().WithCancellation(cancellation)
            .Select(change => (change, After: Apply(record.Record, [change], rubric)))
            .Where(pair => pair.After is not null)
            .Select(pair => new ChangeGain(pair.change, Indices.Of(Scorer.Score(pair.After!, rubric, cancellation)), RecordChange.Between(record.Record, pair.After!.Record))),
    ];
}
