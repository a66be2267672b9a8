namespace WideLever.Core.Records;

/// <summary>Edits of a teardown's steps that keep its layers in step with them.</summary>
public static class TeardownEdits
{
    /// <summary>The teardown with a step put in at a position; a layer that it opens and that is new becomes the last layer.</summary>
    public static TeardownDocument Insert(TeardownDocument teardown, int position, Step step) =>
        WithSteps(teardown, [.. teardown.Steps.Take(position), step, .. teardown.Steps.Skip(position)]);

    /// <summary>The teardown with the step at a position exchanged; steps that came after the old one come after the new one.</summary>
    public static TeardownDocument Replace(TeardownDocument teardown, int position, Step step)
    {
        var old = teardown.Steps[position].Id;
        return WithSteps(teardown, [.. teardown.Steps.Select((other, i) => i == position ? step : Renamed(other, old, step.Id))]);
    }

    /// <summary>The teardown without the step at a position.</summary>
    public static TeardownDocument Remove(TeardownDocument teardown, int position) =>
        WithSteps(teardown, [.. teardown.Steps.Where((_, i) => i != position)]);

    /// <summary>The teardown with the step at a position moved to another.</summary>
    public static TeardownDocument Move(TeardownDocument teardown, int from, int to)
    {
        var steps = teardown.Steps.ToList();
        var step = steps[from];
        steps.RemoveAt(from);
        steps.Insert(Math.Clamp(to, 0, steps.Count), step);
        return teardown with { Steps = steps };
    }

    /// <summary>The teardown with a layer under another name, wherever it stands.</summary>
    public static TeardownDocument RenameLayer(TeardownDocument teardown, string layer, string name)
    {
        string Named(string other) => other == layer ? name : other;
        return teardown with
        {
            Layers = [.. teardown.Layers.Select(Named)],
            Steps = [.. teardown.Steps.Select(step => step with { Layer = Named(step.Layer), Opens = step.Opens is { } opens ? Named(opens) : null })],
        };
    }

    private static Step Renamed(Step step, string old, string id) =>
        old != id && step.After.Contains(old) ? step with { After = [.. step.After.Select(before => before == old ? id : before)] } : step;

    /// <summary>Layers follow the steps: a new one that a step opens is added; one that no step opens or works in any more goes.</summary>
    private static TeardownDocument WithSteps(TeardownDocument teardown, IReadOnlyList<Step> steps)
    {
        var used = steps.SelectMany(step => new[] { step.Opens, step.Layer }).OfType<string>().ToHashSet(StringComparer.Ordinal);
        var kept = teardown.Layers.Where((layer, i) => i == 0 || used.Contains(layer)).ToList();
        kept.AddRange(steps.Select(step => step.Opens).OfType<string>().Distinct().Except(kept));
        return teardown with { Steps = steps, Layers = kept };
    }
}
