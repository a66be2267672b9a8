using WideLever.Core.Records;

namespace WideLever.Core.Comparing;

/// <summary>Other marks of guidance.</summary>
public sealed record SetGuidance : ChangeEdit
{
    /// <summary>The marks that are yes from now on: manual, labels, partNumbers, order.</summary>
    public required IReadOnlyList<string> Marks { get; init; }

    /// <inheritdoc/>
    public override TeardownRecord Apply(TeardownRecord record, IReadOnlyList<string> targets) => record with
    {
        Guidance = record.Guidance with
        {
            Manual = Mark("manual", record.Guidance.Manual),
            Labels = Mark("labels", record.Guidance.Labels),
            PartNumbers = Mark("partNumbers", record.Guidance.PartNumbers),
            Order = Mark("order", record.Guidance.Order),
        },
    };

    private bool? Mark(string name, bool? known) => known is not null && Marks.Contains(name) ? true : known;
}
