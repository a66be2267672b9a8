using System.Globalization;
using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>Titles and ids of steps for which nobody chose one.</summary>
public static class StepNames
{
    /// <summary>A title by what the step opens, frees, disconnects or does; its own title plays no part.</summary>
    public static string Title(Step step)
    {
        if (step.Opens is { } opens)
            return Cut($"Open {opens}");
        if (step.Frees.Count > 0)
            return step.Frees.Count > 3 ? $"Take {Number(step.Frees.Count)} parts out" : Cut($"Take {List(step.Frees)} out");
        if (step.DisconnectsPower)
            return "Disconnect the power";
        return (step.Actions.Count > 0 ? step.Actions[0] : null) switch
        {
            Unscrew screws => $"Undo {Counted(screws.Count, "screw")}",
            Unclip clips => $"Open {Counted(clips.Count, "clip")}",
            Unlatch => "Open the latch",
            Slide => "Slide",
            Switch => "Throw the switch",
            Swing => "Swing aside",
            Route => "Free the cable",
            Move => "Move aside",
            Unplug => "Unplug",
            Peel => "Peel",
            Unbond => "Part the bond",
            Lift => "Lift",
            Thermal => "Part the thermal joint",
            _ => "Step",
        };
    }

    private static string Counted(Count? count, string what) => count is not { } known ? $"the {what}s" : $"{known} {what}{(known == Count.One ? "" : "s")}";

    /// <summary>An id made of a title, with a number where it is taken.</summary>
    public static string Id(string title, IEnumerable<string> taken) => Ids.Of(title, "step", taken);

    private static string List(IReadOnlyList<string> names)
    {
        var words = names.Select(name => name.Replace('-', ' ')).ToList();
        return words.Count == 1 ? words[0] : $"{string.Join(", ", words.Take(words.Count - 1))} and {words[^1]}";
    }

    private static string Cut(string title) => title.Length <= RecordLimits.Text ? title : string.Concat(title.EnumerateRunes().Take(120));

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);
}
