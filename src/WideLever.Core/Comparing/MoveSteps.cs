using WideLever.Core.Records;

namespace WideLever.Core.Comparing;

/// <summary>The steps that free the parts lie elsewhere, and nothing need come before them there.</summary>
public sealed record MoveSteps : ChangeEdit
{
    /// <summary>Where.</summary>
    public required ChangeLayer Layer { get; init; }

    /// <inheritdoc/>
    public override TeardownRecord? Apply(TeardownRecord record, IReadOnlyList<string> targets) =>
        LayerFor(Layer, record, targets.Count > 0 ? targets[0] : null) is { } layer
            ? record with { Steps = [.. record.Steps.Select(step => step.Frees.Any(targets.Contains) ? step with { Layer = layer, After = [] } : step)] }
            : null;
}
