using WideLever.Core.Records;

namespace WideLever.Core.Comparing;

/// <summary>A change that a machine could have: a template with the parts of one kind that it is about, or the machine as a whole.</summary>
/// <param name="Template">What is changed.</param>
/// <param name="Kind">The kind; null: the machine as a whole.</param>
/// <param name="Parts">Ids of the parts; none for the machine as a whole.</param>
public sealed record MachineChange(ChangeTemplate Template, PartKind? Kind, IReadOnlyList<string> Parts)
{
    /// <summary>Its name among the changes of one machine.</summary>
    public string Id => Kind is { } kind ? $"{Template.Name}:{kind.Word()}" : Template.Name;

    /// <summary>Every change that a record allows for and that would not leave it as it is, in the order of the templates.</summary>
    public static IReadOnlyList<MachineChange> Of(TeardownRecord record, IReadOnlyList<ChangeTemplate> templates) =>
        [.. templates.SelectMany(template => Of(record, template)).Where(change => RecordChange.Between(record, change.Apply(record)).Count > 0)];

    private static IEnumerable<MachineChange> Of(TeardownRecord record, ChangeTemplate template) => template.Of is not { } targets
        ? [new(template, null, [])]
        : record.Parts.Where(part => targets.Has(part, record)).GroupBy(part => part.Kind).Select(kind => new MachineChange(template, kind.Key, [.. kind.Select(part => part.Id)]));

    /// <summary>The record of the machine with the change. Where, after other changes, it no longer applies or cannot be made, the record stays as it is.</summary>
    public TeardownRecord Apply(TeardownRecord record)
    {
        IReadOnlyList<string> targets = Template.Of is { } of ? [.. record.Parts.Where(part => Parts.Contains(part.Id) && of.Has(part, record)).Select(part => part.Id)] : [];
        if (Template.Of is not null && targets.Count == 0)
            return record;
        var changed = record;
        foreach (var edit in Template.Edits)
        {
            if (edit.Apply(changed, targets) is not { } after)
                return record;
            changed = after;
        }
        return changed;
    }
}
