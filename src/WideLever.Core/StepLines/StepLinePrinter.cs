using System.Globalization;
using System.Text;
using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>Writes a step as the line that reads as it.</summary>
internal static class StepLinePrinter
{
    public static string Print(Step step, StepLineContext context, IReadOnlyList<PartOfLine> parts)
    {
        if (step.Actions.Count == 0 && parts.Count > 0 && parts.All(part => part.SeenIn is not null))
            return $"see = {string.Join(", ", parts.Select(part => Part(part.Id, context, part) + (part.Empty ? " empty" : "")))}";
        var line = new StringBuilder();
        if (step.Title != StepNames.Title(step, StepNames.With(context.Parts, parts)))
            line.Append(LineTokens.Quote(step.Title)).Append(' ');
        line.AppendJoin(", ", step.Actions.Select(Action));
        if (step.Opens is { } opens)
            line.Append(" > ").Append(LineTokens.Name(opens));
        if (step.Frees.Count > 0)
            line.Append(" = ").AppendJoin(", ", step.Frees.Select(id => Part(id, context, parts.FirstOrDefault(part => part.Id == id))));
        if (step.Together)
            line.Append(" together");
        // Behind anything else than a connection it would read as taking that off.
        if (step.DisconnectsPower)
            line.Append(step is { Opens: null, Frees.Count: 0, Together: false, Actions: [.., not Unplug] } ? ", off" : " off");
        if (step.PowerOn)
            line.Append(" live");
        if (step.NeedsNoOther)
            line.Append(" needs nothing");
        if (step.After.Count > 0)
            line.Append(" after ").AppendJoin(", ", step.After.Select(id => Step(id, context)));
        if (step.OrderAssumed)
            line.Append(" assumed");
        if (step.Layer != context.CurrentLayer)
            line.Append(" @ ").Append(LineTokens.Name(step.Layer));
        if (step.ObservedSeconds is { } seconds)
            line.Append(" took ").Append(Number(seconds)).Append('s');
        if (step.Tightening.Count > 0)
            line.Append(" tighten ").AppendJoin(", ", step.Tightening.Select(LineTokens.Quote));
        foreach (var surprise in step.Surprises)
            line.Append(Surprise(surprise));
        foreach (var advice in step.Advice)
            line.Append(Advice(advice));
        if (step.Notes is { } notes)
            line.Append(" remark ").Append(LineTokens.Quote(notes));
        return line.ToString().TrimStart();
    }

    private static string Part(string id, StepLineContext context, PartOfLine? said)
    {
        if (!LineTokens.IsPlainName(id))
            return LineTokens.Quote(id);
        var held = said?.Mounting is { } mounting ? $" {mounting.Word()}" : "";
        if (context.Parts.Any(part => part.Id == id))
            return id + held;
        return said?.NewKind is { } kind ? $"{id}:{kind.Word()}{held}" : LineTokens.Quote(id);
    }

    private static string Step(string id, StepLineContext context)
    {
        for (var i = 0; i < context.Steps.Count; i++)
        {
            if (context.Steps[i].Id == id)
                return Number(i + 1);
        }
        return LineTokens.Quote(id);
    }

    private static string Surprise(Surprise surprise)
    {
        var words = new StringBuilder($" {Lexicon.Clause(surprise.Kind)} ").Append(LineTokens.Quote(surprise.Text));
        if (surprise.Seconds is { } seconds)
            words.Append(' ').Append(Number(seconds)).Append('s');
        if (surprise.Notes is { } notes)
            words.Append(" note ").Append(LineTokens.Quote(notes));
        return words.ToString();
    }

    private static string Advice(Advice advice) =>
        $" {advice.Kind.Word()} {LineTokens.Quote(advice.Text)}{(advice.Notes is { } notes ? $" note {LineTokens.Quote(notes)}" : "")}";

    /// <summary>One action, as the line says it.</summary>
    public static string Action(TeardownAction action)
    {
        var words = new StringBuilder();
        var row = action.Row();
        if (action.Count != Count.One || row.Counted is not null)
            words.Append(Number(action.Count)).Append(' ');
        words.Append(action switch
        {
            Unscrew screws => Screws(screws),
            Lift { What: LiftWhat.Part } => "lift",
            _ when row.Word is { } of => $"{row.Verb.Word()} {(action.WordAt is { } word ? WordList.Apart(of.Words[word]) : "?")}",
            _ when row.Counted is var (one, many) => action.Count == Count.One ? one : many,
            _ => row.Verb.Word(),
        });
        if (action is Unbond { LengthMm: { } length })
            words.Append(' ').Append(Number(length)).Append("mm");
        if (action.Tool is { } tool)
            words.Append(" with ").Append(WordList.Apart(tool.Word()));
        if (action.Notes is { } notes)
            words.Append(" note ").Append(LineTokens.Quote(notes));
        return words.ToString();
    }

    private static string Screws(Unscrew screws)
    {
        var words = new List<string>();
        if (screws.Size is { } size && Figures.TrySize(size, out var implied, out var usual) && usual == size && implied == screws.Drive)
        {
            words.Add(size);
        }
        else
        {
            words.Add(screws.Drive is { } drive ? WordList.Apart(drive.Word()) : screws.Count == Count.One ? "screw" : "screws");
            if (screws.Size is { } other)
                words.Add($"size {LineTokens.Quote(other)}");
        }
        var length = screws.Length is { } known ? $"x{Number(known)}" : "";
        if (screws.Thread is { } thread)
            words.Add(Figures.TryThread(thread, out var spelled) && spelled == thread ? thread + length : $"thread {LineTokens.Quote(thread)} {length}".TrimEnd());
        else if (length.Length > 0)
            words.Add(length);
        if (screws.Captive != false)
            words.Add(screws.Captive is null ? "captive ?" : "captive");
        if (screws.Cover != Cover.None || screws.Covers is not null)
            words.Add($"under {(screws.Covers is { } covers ? $"{Number(covers)} " : "")}{(screws.Cover is { } cover ? cover.Word() : "?")}");
        return string.Join(' ', words);
    }

    private static string Number(double number)
    {
        var shortest = number.ToString("R", CultureInfo.InvariantCulture);
        // The line has no powers of ten.
        return shortest.Contains('E', StringComparison.Ordinal) ? number.ToString("F400", CultureInfo.InvariantCulture).TrimEnd('0').TrimEnd('.') : shortest;
    }

    private static string Number(Count? count) => count is not { } known ? "?" : known.Exact is { } exact ? Number(exact) : $"{Number(known.Least)}-{Number(known.Most)}";

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);
}
