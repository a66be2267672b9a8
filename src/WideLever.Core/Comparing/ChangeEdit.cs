using WideLever.Core.Records;

namespace WideLever.Core.Comparing;

/// <summary>
/// One edit of a record: what a change puts in or takes out. Only known facts are changed: to learn one that is not known is a finding, and no
/// change of the machine. Method, <em>What is built on it</em>, what-if.
/// </summary>
public abstract record ChangeEdit
{
    private protected ChangeEdit() { }

    /// <summary>The record after it; null where it cannot be made, for the record lacks the layer that it is about.</summary>
    /// <param name="record">The record.</param>
    /// <param name="targets">Ids of the parts that it is about; none: the machine as a whole.</param>
    public abstract TeardownRecord? Apply(TeardownRecord record, IReadOnlyList<string> targets);

    private protected static bool Selects(ChangeSteps which, Step step, TeardownRecord record, IReadOnlyList<string> targets) => which switch
    {
        ChangeSteps.Freeing => step.Frees.Any(targets.Contains),
        ChangeSteps.Openers => step.Opens is not null && step.Layer == record.Layers[0],
        _ => true,
    };

    /// <summary>The layer that is meant; null where the record has none such.</summary>
    private protected static string? LayerFor(ChangeLayer layer, TeardownRecord record, string? target)
    {
        switch (layer)
        {
            case ChangeLayer.Outside:
                return record.Layers[0];
            case ChangeLayer.Mainboard:
                var boards = record.Parts.Where(part => part.Kind == PartKind.Mainboard).Select(part => part.Id).ToHashSet(StringComparer.Ordinal);
                return record.Steps.FirstOrDefault(step => step.Frees.Any(boards.Contains))?.Layer;
            default:
                // Up from the part to the first assembly that a step frees; a chain is no longer than the parts are many.
                var at = target;
                for (var climbed = 0; at is not null && climbed <= record.Parts.Count; climbed++)
                {
                    if (record.Steps.FirstOrDefault(step => step.Frees.Contains(at)) is { } freeing)
                        return freeing.Layer;
                    at = record.Parts.FirstOrDefault(part => part.Id == at)?.Within;
                }
                return null;
        }
    }
}
