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
/// <param name="Number">Its number on the tray, from 1 in the order of opening; those whose screws stay in their part, and that nobody fills, come after all others.</param>
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
                wells.Add(new(0, step.Id, step.Title, step.Layer, group++, screws, LengthDifference.None));
        }
        // By the length that most loose screws of a layer with one thread have; of several the shortest.
        var usual = wells.Where(well => !well.StaysInPart && well.Screws.Length is not null).GroupBy(well => (well.Layer, well.Screws.Thread)).ToDictionary(alike => alike.Key, alike => alike
            .GroupBy(well => well.Screws.Length!.Value, well => well.Screws.Count)
            .OrderByDescending(group => group.Sum(count => (count ?? Count.One).Middle)).ThenBy(group => group.Key).First().Key);
        var (filled, empty) = (0, wells.Count(well => !well.StaysInPart));
        return [.. wells.Select(well => well with { Number = well.StaysInPart ? ++empty : ++filled, Difference = Difference(well) })];

        LengthDifference Difference(TrayWell well)
        {
            if (well.Screws.Length is not { } length || well.StaysInPart)
                return LengthDifference.None;
            var most = usual[(well.Layer, well.Screws.Thread)];
            return length > most ? LengthDifference.Longer : length < most ? LengthDifference.Shorter : LengthDifference.None;
        }
    }
}
