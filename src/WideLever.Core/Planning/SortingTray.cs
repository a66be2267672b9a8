using WideLever.Core.Records;

namespace WideLever.Core.Planning;

/// <summary>How the screws of a well stand to the other loose ones of their layer with the same thread.</summary>
public enum LengthDifference
{
    /// <summary>They have the length that most have, or theirs is not known.</summary>
    None,

    /// <summary>They are longer than most: in another hole they would mark or break what is behind.</summary>
    Longer,

    /// <summary>They are shorter than most, whose screws do not fit their holes.</summary>
    Shorter,
}

/// <summary>One group of screws in the tray.</summary>
/// <param name="Number">Its number on the tray, from 1 in the order of opening.</param>
/// <param name="StepId">The step that takes them out.</param>
/// <param name="StepTitle">Its title.</param>
/// <param name="Layer">Its layer.</param>
/// <param name="Group">Which group of screws of the step, from 0.</param>
/// <param name="Screws">The screws.</param>
/// <param name="Difference">How their length stands to others of the layer.</param>
public sealed record TrayWell(int Number, string StepId, string StepTitle, string Layer, int Group, Unscrew Screws, LengthDifference Difference)
{
    /// <summary>Whether they stay in their part and the well stays empty.</summary>
    public bool StaysInPart => Screws.Captive == true;
}

/// <summary>A strip of wells, one for each group of screws, in the order of opening.</summary>
public static class SortingTray
{
    /// <summary>The wells of a teardown's steps.</summary>
    public static IReadOnlyList<TrayWell> Of(IReadOnlyList<Step> steps)
    {
        var wells = new List<TrayWell>();
        foreach (var step in steps)
        {
            var group = 0;
            foreach (var screws in step.Actions.OfType<Unscrew>())
                wells.Add(new(wells.Count + 1, step.Id, step.Title, step.Layer, group++, screws, LengthDifference.None));
        }
        return [.. wells.Select(well => well with { Difference = Difference(well, wells) })];
    }

    /// <summary>By the length that most loose screws of the layer with the same thread have; of several the shortest.</summary>
    private static LengthDifference Difference(TrayWell well, List<TrayWell> wells)
    {
        if (well.Screws.Length is not { } length || well.StaysInPart)
            return LengthDifference.None;
        var usual = wells
            .Where(other => other.Layer == well.Layer && !other.StaysInPart && other.Screws.Thread == well.Screws.Thread && other.Screws.Length is not null)
            .GroupBy(other => other.Screws.Length!.Value, other => other.Screws.Count)
            .OrderByDescending(group => group.Sum(count => (count ?? Count.One).Middle)).ThenBy(group => group.Key)
            .First().Key;
        return length > usual ? LengthDifference.Longer : length < usual ? LengthDifference.Shorter : LengthDifference.None;
    }
}
