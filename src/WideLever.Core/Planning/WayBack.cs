using WideLever.Core.Records;

namespace WideLever.Core.Planning;

/// <summary>The order in which steps are undone.</summary>
public static class WayBack
{
    /// <summary>The last first, but power as late as a hand still reaches it: just before what covers it goes on, or what had to come away before it.</summary>
    /// <param name="steps">The steps in the order carried out.</param>
    public static IReadOnlyList<Step> Of(IReadOnlyList<Step> steps)
    {
        var back = steps.Reverse().ToList();
        foreach (var power in steps.Where(step => step.DisconnectsPower).Reverse())
        {
            back.Remove(power);
            var cover = back.FindIndex(step => step.Opens == power.Layer || power.After.Contains(step.Id));
            back.Insert(cover < 0 ? back.Count : cover, power);
        }
        return back;
    }
}
