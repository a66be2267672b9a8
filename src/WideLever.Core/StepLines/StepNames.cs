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
        return step.Actions.Count > 0 ? Title(step.Actions[0]) : "Step";
    }

    private static string Title(TeardownAction action)
    {
        var row = action.Row();
        return row.Counted is var (one, many) ? row.Title.Replace("#", action.Count is not { } known ? $"the {many}" : $"{known} {(known == Count.One ? one : many)}", StringComparison.Ordinal) : row.Title;
    }

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
