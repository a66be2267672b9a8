using WideLever.Core.Records;

namespace WideLever.Core.Planning;

/// <summary>Screws of one well on the way back.</summary>
/// <param name="Well">The well.</param>
/// <param name="Returned">How many went back into their holes; null: not ticked yet.</param>
public sealed record ClosingWell(TrayWell Well, int? Returned)
{
    /// <summary>How many should go back; null: nobody counted them for certain, so whoever puts them back says how many there are.</summary>
    public int? Expected => Well.Screws.Count?.Exact;

    /// <summary>How many did not; null: that cannot be told.</summary>
    public int? Missing => Expected - (Returned ?? 0);
}

/// <summary>One step on the way back.</summary>
/// <param name="StepId">The step.</param>
/// <param name="Title">What it is called on the way back, as the job sheet calls it: refit the fan.</param>
/// <param name="Wells">Its wells, the last first.</param>
/// <param name="Uncounted">Positions of its actions, screws aside, of which nobody took the count: whoever puts them back sees how many there are.</param>
/// <param name="Words">What is done besides its screws, the last of it first.</param>
/// <param name="Heed">What was met there, tips and warnings.</param>
/// <param name="Tightening">The order noted for putting its screws back.</param>
/// <param name="Done">Whether it was put back: every well ticked, or the step itself where it has none.</param>
public sealed record ClosingStep(string StepId, string Title, IReadOnlyList<ClosingWell> Wells, IReadOnlyList<int> Uncounted, IReadOnlyList<string> Words, IReadOnlyList<string> Heed, IReadOnlyList<string> Tightening, bool Done);

/// <summary>The count at the end.</summary>
/// <param name="Expected">Screws that came out, captive ones included; a group of no certain count is as many as went back. Null: one such was not ticked yet.</param>
/// <param name="Returned">Screws that went back.</param>
/// <param name="LeftOver">Loose screws that lie in the tray though their place was ticked or passed; as counted by hand, null: not counted.</param>
/// <param name="Missing">Loose screws that neither went back nor lie in the tray; negative: there are more than came out; null: not known yet.</param>
public sealed record ClosingCount(int? Expected, int Returned, int? LeftOver, int? Missing)
{
    /// <summary>Whether every screw is where it belongs.</summary>
    public bool IsClean => LeftOver == 0 && Missing == 0;
}

/// <summary>Putting a machine back: the steps in reverse, power as late as it can be, a tick for each well, and the count at the end.</summary>
/// <param name="Steps">The steps, the last first.</param>
/// <param name="Count">The count so far.</param>
public sealed record Closing(IReadOnlyList<ClosingStep> Steps, ClosingCount Count)
{
    /// <summary>The way back through some steps.</summary>
    /// <param name="steps">The steps in the order carried out.</param>
    /// <param name="parts">Every part of the machine, by whose names they are told.</param>
    /// <param name="returned">How many went back, by step and group; a step without screws is ticked as group 0.</param>
    /// <param name="leftOver">Screws counted in the tray at the end; null: not counted.</param>
    /// <param name="staysOpen">The layer that stays open, so that only what is behind it goes back and the power stays off; null: all goes back.</param>
    public static Closing Of(IReadOnlyList<Step> steps, IReadOnlyList<Part> parts, IReadOnlyDictionary<(string StepId, int Group), int> returned, int? leftOver, string? staysOpen = null)
    {
        var tray = SortingTray.Of(steps);
        var words = new WorkWords(parts, [], new HashSet<string>(), parts.Any(part => part.Kind == PartKind.Battery) && steps.Any(step => step.DisconnectsPower));
        var back = new List<ClosingStep>();
        var behind = staysOpen is null ? null : Behind(staysOpen, steps);
        foreach (var step in WayBack.Of(steps).Where(step => behind is null || (behind.Contains(step.Layer) && !step.DisconnectsPower)))
        {
            var wells = tray.Where(well => well.StepId == step.Id).Reverse()
                .Select(well => new ClosingWell(well, returned.TryGetValue((step.Id, well.Group), out var count) ? Math.Min(count, well.Screws.Count?.Most ?? RecordLimits.Count) : null))
                .ToList();
            var done = wells.Count > 0 ? wells.TrueForAll(well => well.Returned is not null) : returned.ContainsKey((step.Id, 0));
            back.Add(new(step.Id, words.BackTitle(step), wells, Uncounted(step), words.Back(WithoutScrews(step)), [.. step.Surprises.Select(surprise => $"Met here: {surprise.Text}"), .. step.Advice.Where(advice => advice.Kind != AdviceKind.Symptom).Select(advice => advice.Text)], step.Tightening, done));
        }
        var all = back.SelectMany(step => step.Wells).ToList();
        int? expected = all.TrueForAll(well => (well.Expected ?? well.Returned) is not null) ? all.Sum(well => well.Expected ?? well.Returned!.Value) : null;
        var put = all.Sum(well => well.Returned ?? 0);
        return new(back, new(expected, put, leftOver, leftOver is { } counted ? expected - put - counted : null));
    }

    /// <summary>A layer, and every layer that is opened from it.</summary>
    private static HashSet<string> Behind(string layer, IReadOnlyList<Step> steps)
    {
        var behind = new HashSet<string> { layer };
        // Steps stand in the order carried out: a layer is opened before anything is done in it.
        foreach (var step in steps.Where(step => step.Opens is not null && behind.Contains(step.Layer)))
            behind.Add(step.Opens!);
        return behind;
    }

    private static IReadOnlyList<int> Uncounted(Step step) =>
        [.. Enumerable.Range(0, step.Actions.Count).Where(i => step.Actions[i] is not Unscrew && step.Actions[i].Count is not { Exact: not null })];

    // Its screws have wells of their own to be ticked.
    private static Step WithoutScrews(Step step) => step with { Actions = [.. step.Actions.Where(action => action is not Unscrew)] };
}
