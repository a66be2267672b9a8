using WideLever.Core.Records;
using WideLever.Core.StepLines;

namespace WideLever.Bench;

/// <summary>How a line of known meaning was read.</summary>
public enum LineReadAs
{
    /// <summary>The facts are equal; what has to be asked was asked, or read as one of its readings; what is no step has a fault.</summary>
    Meant,

    /// <summary>Size, thread or length is left unknown that was said.</summary>
    Short,

    /// <summary>A fault.</summary>
    Refused,

    /// <summary>Any other difference, without a fault.</summary>
    Wrong,
}

/// <summary>A line as someone said it, and what it means: a line of the grammar, <c>ASK: a | b</c>, or <c>NOT: why</c>.</summary>
public sealed record SpokenLine(string Said, string Meaning)
{
    /// <summary>Whether its meaning is one line of the grammar.</summary>
    public bool IsCanonical => !IsAsked && !IsNot;

    private bool IsAsked => Meaning.StartsWith("ASK:", StringComparison.Ordinal);

    private bool IsNot => Meaning.StartsWith("NOT:", StringComparison.Ordinal);

    /// <summary>The lines of a file: said, meant, and what sort of line it is, parted by tabs.</summary>
    public static IReadOnlyList<SpokenLine> Of(string file) =>
        [.. File.ReadAllLines(file).Where(row => row.Contains('\t', StringComparison.Ordinal) && row[0] != '#').Select(row => row.Split('\t')).Select(row => new SpokenLine(row[0], row[1]))];

    // What a line means on a bench where nothing is recorded but that somebody began.
    private static readonly StepLineContext Blank = new()
    {
        Layers = ["outside"],
        Steps = [new Step { Id = "begin", Title = "Begin", Layer = "outside", NeedsNoOther = true, Actions = [new WideLever.Core.Records.Switch()] }],
        Position = 1,
    };

    /// <summary>A line read on an empty teardown, with what it implies.</summary>
    public static StepLineReading Read(string line) => Implied.In(StepLine.Read(line, Blank), Blank);

    /// <summary>How it is read.</summary>
    public LineReadAs ReadAs()
    {
        var got = Read(Said);
        var nothing = got.Step.Actions.Count == 0 && got.Parts.Count == 0;
        if (IsNot)
            return got.Faults.Count > 0 || nothing ? LineReadAs.Meant : LineReadAs.Wrong;
        var wants = (IsAsked ? Meaning[4..].Split(" | ") : [Meaning]).Select(want => Read(want.Trim())).ToList();
        if (wants.Find(want => want.Faults.Count > 0) is { } faulty)
            throw new InvalidOperationException($"the meaning of \"{Said}\" is no line: {faulty.Faults[0].Message}");
        if (got.Faults.Count > 0)
            return IsAsked ? LineReadAs.Meant : LineReadAs.Refused;
        return wants.Min(want => Judge(got, want));
    }

    /// <summary>Whether two readings say the same: their facts, not ids, titles, notes, or what has to come first.</summary>
    public static LineReadAs Judge(StepLineReading got, StepLineReading want)
    {
        if (Rest(got) != Rest(want))
            return LineReadAs.Wrong;
        var (actions, left) = (Merged(got.Step), Merged(want.Step));
        if (actions.Count != left.Count)
            return LineReadAs.Wrong;
        var isShort = false;
        foreach (var action in actions)
        {
            var like = left.FindIndex(other => other == action);
            if (like < 0 && action is Unscrew screws)
            {
                like = left.FindIndex(other => other is Unscrew said && said with { Size = null, Thread = null, Length = null } == screws with { Size = null, Thread = null, Length = null }
                    && (screws.Size ?? said.Size) == said.Size && (screws.Thread ?? said.Thread) == said.Thread && (screws.Length ?? said.Length) == said.Length);
                isShort |= like >= 0;
            }
            if (like < 0)
                return LineReadAs.Wrong;
            left.RemoveAt(like);
        }
        return isShort ? LineReadAs.Short : LineReadAs.Meant;
    }

    /// <summary>Two groups that differ in nothing but their count are one.</summary>
    private static List<TeardownAction> Merged(Step step)
    {
        var merged = new List<TeardownAction>();
        foreach (var action in step.Actions.Select(action => action with { Notes = null }))
        {
            var like = merged.FindIndex(other => other with { Count = null } == action with { Count = null } && (other.Count is null) == (action.Count is null) && other.Count is null or { Exact: not null } && action.Count is null or { Exact: not null });
            if (like < 0)
                merged.Add(action);
            else if (action.Count is { } more && merged[like].Count is { } count)
                merged[like] = merged[like] with { Count = count + more };
        }
        return merged;
    }

    private static string Rest(StepLineReading reading)
    {
        var step = reading.Step;
        return string.Join('|', step.Opens, step.DisconnectsPower, step.Together, step.PowerOn, step.ObservedSeconds, string.Join(',', step.Tightening), string.Join(',', step.Surprises.Select(surprise => $"{surprise.Kind} {surprise.Seconds}")),
            string.Join(',', reading.Parts.Select(part => part.NewKind?.Word() ?? part.Id).Order(StringComparer.Ordinal)), string.Join(',', reading.Parts.Select(part => part.Mounting).OfType<Mounting>().Order()));
    }
}
