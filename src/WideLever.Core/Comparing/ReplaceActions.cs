using WideLever.Core.Records;

namespace WideLever.Core.Comparing;

/// <summary>Other actions for some. The last action of a step that opens, frees or disconnects something stays.</summary>
public sealed record ReplaceActions : ChangeEdit
{
    /// <summary>In which steps.</summary>
    public required ChangeSteps Steps { get; init; }

    /// <summary>What goes: the action's word, as in the record.</summary>
    public required string Do { get; init; }

    /// <summary>Only those of these words (bond, connector, what); empty: all.</summary>
    public IReadOnlyList<string> Words { get; init; } = [];

    /// <summary>What comes once a step, where the first stood; empty: nothing.</summary>
    public IReadOnlyList<TeardownAction> With { get; init; } = [];

    /// <summary>Whether what comes counts as many as what went.</summary>
    public bool SameCount { get; init; }

    /// <inheritdoc/>
    public override TeardownRecord Apply(TeardownRecord record, IReadOnlyList<string> targets)
    {
        var steps = record.Steps.Select(step => Selects(Steps, step, record, targets) ? Changed(step) : step).ToList();
        var gone = steps.Where(step => step.Actions.Count == 0).Select(step => step.Id).ToHashSet(StringComparer.Ordinal);
        return record with
        {
            Steps = gone.Count == 0 ? steps : [.. steps.Where(step => !gone.Contains(step.Id)).Select(step => step.After.Any(gone.Contains) ? step with { After = [.. step.After.Where(id => !gone.Contains(id))] } : step)],
        };
    }

    private Step Changed(Step step)
    {
        var first = step.Actions.FirstOrDefault(Matches);
        if (first is null)
            return step;
        // What nobody counted is no more known of what comes instead.
        var count = step.Actions.Where(Matches).Select(action => action.Count).Aggregate((a, b) => a + b);
        var actions = step.Actions.SelectMany(action => !Matches(action) ? [action] : ReferenceEquals(action, first)
            ? With.Select(one => SameCount ? one with { Count = count is { } same ? new Count(Math.Min(same.Least, RecordLimits.Count), Math.Min(same.Most, RecordLimits.Count)) : null } : one)
            : []).ToList();
        if (actions.Count == 0 && (step.Opens is not null || step.Frees.Count > 0 || step.DisconnectsPower))
            actions.Add(first);
        return step with { Actions = actions };
    }

    private bool Matches(TeardownAction action) => action.Verb.Word() == Do && (Words.Count == 0 || (OfWhat(action) is { } word && Words.Contains(word)));

    private static string? OfWhat(TeardownAction action) => action is Unscrew screws ? screws.Drive?.Word() : action.WordAt is { } word ? action.Row().Word!.Words[word] : null;
}
