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
        return WithSteps(teardown with { Photos = [.. teardown.Photos.Select(photo => photo.WithStep(old, step.Id))] }, [.. teardown.Steps.Select((other, i) => i == position ? step : Renamed(other, old, step.Id))]);
    }

    /// <summary>The teardown without the step at a position; steps that came after it come after what it needed itself, which nobody has said yet.</summary>
    public static TeardownDocument Remove(TeardownDocument teardown, int position)
    {
        var gone = teardown.Steps[position];
        return WithSteps(teardown, [.. teardown.Steps.Where((_, i) => i != position).Select(step => !step.After.Contains(gone.Id) ? step
            : step with { After = [.. step.After.SelectMany(id => id == gone.Id ? gone.After : [id]).Distinct()], OrderAssumed = true })]);
    }

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

    /// <summary>
    /// The teardown with the step at a position cut in two. The second keeps its id and what it opens and frees, and comes after the
    /// first; stopwatch seconds are shared by the standard effort on the way out, so that the charge stays what it was.
    /// </summary>
    /// <param name="teardown">The teardown.</param>
    /// <param name="position">Position of the step.</param>
    /// <param name="actions">How many of its actions the first one gets, 1 to one less than it has.</param>
    /// <param name="id">Id of the first.</param>
    /// <param name="title">Its title.</param>
    /// <param name="outOf">Standard seconds on the way out of some actions.</param>
    public static TeardownDocument Split(
        TeardownDocument teardown, int position, int actions, string id, string title, Func<IReadOnlyList<TeardownAction>, double> outOf)
    {
        var whole = teardown.Steps[position];
        IReadOnlyList<TeardownAction> before = [.. whole.Actions.Take(actions)], after = [.. whole.Actions.Skip(actions)];
        var share = outOf(before) + outOf(after) > 0 ? outOf(before) / (outOf(before) + outOf(after)) : 0.5;
        // A time of less than a second cannot be recorded.
        double? Part(double part) => whole.ObservedSeconds is { } seconds && seconds >= 2 ? Math.Max(1, seconds * part) : null;
        var first = new Step { Id = id, Title = title, Layer = whole.Layer, After = whole.After, PowerOn = whole.PowerOn, NeedsNoOther = whole.NeedsNoOther, Actions = before, ObservedSeconds = Part(share) };
        var second = whole with { Actions = after, After = [id], NeedsNoOther = false, ObservedSeconds = Part(1 - share) };
        var groups = before.OfType<Unscrew>().Count();
        return WithSteps(
            teardown with { Photos = [.. teardown.Photos.Select(photo => photo.WithFirstGroups(whole.Id, groups, id))] },
            [.. teardown.Steps.Take(position), first, second, .. teardown.Steps.Skip(position + 1)]);
    }

    /// <summary>
    /// The teardown with the step at a position and the one behind it made one, which keeps the second's id; null where that cannot
    /// be: they lie in different layers, or open two.
    /// </summary>
    public static TeardownDocument? Merge(TeardownDocument teardown, int position)
    {
        var (first, second) = (teardown.Steps[position], teardown.Steps[position + 1]);
        if (first.Layer != second.Layer || (first.Opens is { } one && second.Opens is { } other && one != other))
            return null;
        IReadOnlyList<string> frees = [.. first.Frees.Union(second.Frees)];
        var merged = second with
        {
            Opens = first.Opens ?? second.Opens,
            Frees = frees,
            Together = frees.Count > 1 && (first.Together || second.Together) && first.Frees.Count * second.Frees.Count == 0,
            After = [.. first.After.Union(second.After).Where(id => id != first.Id && id != second.Id)],
            DisconnectsPower = first.DisconnectsPower || second.DisconnectsPower,
            PowerOn = first.PowerOn && second.PowerOn,
            // What was asked of the first holds of both where the second needs nothing but the first.
            NeedsNoOther = first.NeedsNoOther && (second.NeedsNoOther || (second.After.Count > 0 && second.After.All(id => id == first.Id))),
            ObservedSeconds = first.ObservedSeconds + second.ObservedSeconds,
            Tightening = [.. first.Tightening, .. second.Tightening],
            Surprises = [.. first.Surprises, .. second.Surprises],
            Advice = [.. first.Advice, .. second.Advice],
            Actions = [.. first.Actions, .. second.Actions],
            Notes = first.Notes is null ? second.Notes : second.Notes is null ? first.Notes : $"{first.Notes}\n{second.Notes}",
        };
        Step Following(Step step) => step.After.Contains(first.Id) ? step with { After = [.. Renamed(step, first.Id, second.Id).After.Distinct()] } : step;
        return WithSteps(
            teardown with { Photos = [.. teardown.Photos.Select(photo => photo.WithGroupsAfter(first, second))] },
            [.. teardown.Steps.Take(position).Select(Following), merged, .. teardown.Steps.Skip(position + 2).Select(Following)]);
    }

    /// <summary>Steps that stand before something they need: their layer, or a step that must come first.</summary>
    /// <returns>For each such pair the position of the early step, and what it needs.</returns>
    public static IReadOnlyList<(int Position, string Needs)> OutOfOrder(IReadOnlyList<Step> steps, string outside)
    {
        var early = new List<(int, string)>();
        var open = new HashSet<string>(StringComparer.Ordinal) { outside };
        var done = new HashSet<string>(StringComparer.Ordinal);
        for (var i = 0; i < steps.Count; i++)
        {
            if (!open.Contains(steps[i].Layer))
                early.Add((i, $"the layer {steps[i].Layer} is not open yet"));
            foreach (var before in steps[i].After.Where(before => !done.Contains(before)))
                early.Add((i, $"\"{steps.First(step => step.Id == before).Title}\" must come first"));
            done.Add(steps[i].Id);
            if (steps[i].Opens is { } opens)
                open.Add(opens);
        }
        return early;
    }

    private static Step Renamed(Step step, string old, string id) =>
        old != id && step.After.Contains(old) ? step with { After = [.. step.After.Select(before => before == old ? id : before)] } : step;

    /// <summary>Layers follow the steps: a new one that a step opens is added; one that no step opens or works in any more goes.</summary>
    internal static TeardownDocument WithSteps(TeardownDocument teardown, IReadOnlyList<Step> steps)
    {
        var used = steps.SelectMany(step => new[] { step.Opens, step.Layer }).OfType<string>().ToHashSet(StringComparer.Ordinal);
        var kept = teardown.Layers.Where((layer, i) => i == 0 || used.Contains(layer)).ToList();
        kept.AddRange(steps.Select(step => step.Opens).OfType<string>().Distinct().Except(kept));
        return teardown with { Steps = steps, Layers = kept, Photos = [.. teardown.Photos.Select(photo => photo.Within(steps))] };
    }
}
