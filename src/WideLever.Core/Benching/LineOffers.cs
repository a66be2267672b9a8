using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.Core.StepLines;

namespace WideLever.Core.Benching;

/// <summary>What a line makes the bench ask.</summary>
public enum LineQuestion
{
    /// <summary>It brings out much: what in its layer has to come before it?</summary>
    Order,

    /// <summary>Steps before it that lead to nothing are taken as its order: are they?</summary>
    OrderTaken,

    /// <summary>It works inside and no step has disconnected the power: was it off?</summary>
    Power,

    /// <summary>Its part is out already: another way to the same, or another one?</summary>
    AnotherPart,

    /// <summary>Tabs at a pack: clips, or release tabs?</summary>
    Tabs,

    /// <summary>A board comes out and nothing was unplugged for it: was there nothing?</summary>
    Cables,

    /// <summary>The work goes deeper, and nobody has said of some parts whether they are in view here.</summary>
    InView,
}

/// <summary>An answer to such a question.</summary>
/// <param name="Text">What it says, for people.</param>
/// <param name="Line">The line with it.</param>
/// <param name="First">A line that is logged before it; null: none.</param>
public sealed record LineAnswer(string Text, string Line, string? First = null);

/// <summary>A question beside the line, and what one key answers.</summary>
/// <param name="Question">What is asked.</param>
/// <param name="Text">It, for people.</param>
/// <param name="Answers">Its answers; one that is not taken leaves the question under what is missing.</param>
public sealed record LineOffer(LineQuestion Question, string Text, IReadOnlyList<LineAnswer> Answers);

/// <summary>What only the bench knows, asked beside the line when it arises. <c>docs/step-line.md</c>, <em>Questions</em>.</summary>
public static class LineOffers
{
    /// <summary>The questions of a line, also of one that has a fault yet, what it means before what it leaves out.</summary>
    /// <param name="line">The line.</param>
    /// <param name="reading">What it says, with what it implies.</param>
    /// <param name="record">The record that it stands in.</param>
    /// <param name="context">Where.</param>
    public static IReadOnlyList<LineOffer> Of(string line, StepLineReading reading, TeardownRecord record, StepLineContext context)
    {
        if (context.StepId is not null || reading.IsSight || reading.Attempt is not null)
            return [];
        var offers = new List<LineOffer>();
        var (step, said) = (reading.Step, line.TrimEnd().TrimEnd(',', ';'));
        if (TabsOf(line, reading, record) is { } tabs)
            offers.Add(tabs);
        // What is printed anew must have been understood whole.
        if (reading.Faults.Count == 0)
            offers.AddRange(reading.Parts.Select((part, i) => Another(part, reading, record, context, i)).OfType<LineOffer>());
        if (PowerLeftOn(step, record, context))
            offers.Add(new(LineQuestion.Power, "No step has disconnected the power: was it off?", [new("It was off before this", line, "off, unplug ?"), new("This disconnects it", $"off, {said.TrimStart()}")]));
        if (reading.Chips.Any(chip => chip.Implied && chip.Kind == ChipKind.After))
            offers.Add(new(LineQuestion.OrderTaken, "Taken as needed first, for they lead to nothing else", [new("None of them", $"{said} needs nothing")]));
        else if (WorkOrder.AsksOrder(step, kind => Kind(kind, reading, record)) && step.After.Count == 0 && !step.NeedsNoOther && context.Steps.Take(context.Position).Any(other => other.Layer == step.Layer))
            offers.Add(new(LineQuestion.Order, $"What in {step.Layer} had to come first?", [new("All before", $"{said} after all"), new("Nothing", $"{said} needs nothing")]));
        if (BoardCables.AreOpen(step, context.Steps.Take(context.Position), kind => Kind(kind, reading, record)))
            offers.Add(new(LineQuestion.Cables, "Nothing was unplugged for the board: were there cables?", [new("Some, nobody counted them", $"? unplug ?, {line.TrimStart()}"), new("None", $"{said}, {BoardCables.None}")]));
        if (InViewOf(line, reading, record, context) is { } inView)
            offers.Add(inView);
        return offers;
    }

    // What lies open behind the base of nearly every machine.
    private static readonly PartKind[] BehindTheBase = [PartKind.Battery, PartKind.Storage, PartKind.Memory, PartKind.Wireless, PartKind.Fan, PartKind.Speakers];

    /// <summary>Parts that nobody looked at yet, asked while they are still in view: before the first layer inside is left for a deeper one.</summary>
    private static LineOffer? InViewOf(string line, StepLineReading reading, TeardownRecord record, StepLineContext context)
    {
        var (step, layer) = (reading.Step, reading.Step.Layer);
        if (context.Layers.Count < 2 || layer != context.Layers[1] || layer != context.CurrentLayer || (step.Opens is null && !step.Frees.Any(id => Kind(id, reading, record) == PartKind.Mainboard)))
            return null;
        var known = record.Parts.Select(part => part.Kind).Concat(record.Absent).Concat(step.Frees.Select(id => Kind(id, reading, record)).OfType<PartKind>()).ToHashSet();
        var unseen = BehindTheBase.Where(kind => !known.Contains(kind) && StillMissing.IsUsual(kind, record.Unit.Class)).ToList();
        if (unseen.Count == 0)
            return null;
        LineAnswer See(string text, IEnumerable<PartKind> kinds) => new(text, line, $"see = {string.Join(", ", kinds.Select(kind => kind.Name()))}");
        return new(LineQuestion.InView, $"Nobody has looked yet, and {layer} is about to be left. In view here:",
            [.. unseen.Count > 1 ? new[] { See("All of these", unseen) } : [], .. unseen.Select(kind => See(kind.Name(), [kind]))]);
    }

    private static PartKind? Kind(string id, StepLineReading reading, TeardownRecord record) =>
        record.Parts.FirstOrDefault(part => part.Id == id)?.Kind ?? reading.Parts.FirstOrDefault(part => part.Id == id)?.NewKind;

    private static bool PowerLeftOn(Step step, TeardownRecord record, StepLineContext context) =>
        step.Actions.Count > 0 && !step.DisconnectsPower && !step.PowerOn && !record.Absent.Contains(PartKind.Battery) && !context.Steps.Take(context.Position).Any(other => other.DisconnectsPower)
        && context.Layers.Count > 0 && (step.Layer != context.Layers[0] || step.Actions.Any(action => action is Unplug));

    private static LineOffer? Another(PartOfLine part, StepLineReading reading, TeardownRecord record, StepLineContext context, int index)
    {
        if (part.NewKind is not null || record.Parts.FirstOrDefault(other => other.Id == part.Id) is not { } known
            || context.Steps.Take(context.Position).FirstOrDefault(step => step.Frees.Contains(part.Id)) is not { } by)
        {
            return null;
        }
        var number = 2;
        while (record.Parts.Any(other => other.Id == $"{part.Id}-{number}"))
            number++;
        var another = part with { Id = $"{part.Id}-{number}", NewKind = known.Kind };
        var step = reading.Step with { Frees = [.. reading.Step.Frees.Select((id, i) => i == index ? another.Id : id)], After = reading.Chips.Any(chip => chip.Implied) ? [] : reading.Step.After };
        // A title that the line gave itself stays.
        if (!reading.Chips.Any(chip => chip.Kind == ChipKind.Title))
            step = step with { Title = StepNames.Title(step) };
        return new(LineQuestion.AnotherPart, $"{part.Id} is out already, by \"{by.Title}\": this is another way to it",
            [new("It is another one", StepLine.Print(step, context, [.. reading.Parts.Select((one, i) => i == index ? another : one)]))]);
    }

    /// <summary>Tabs at a pack hold a cover, or are pulled to part it from its bed.</summary>
    private static LineOffer? TabsOf(string line, StepLineReading reading, TeardownRecord record)
    {
        if (!reading.Parts.Any(part => Kind(part.Id, reading, record) == PartKind.Battery) || !reading.Step.Actions.Any(action => action is Unclip))
            return null;
        var tokens = LineTokens.Of(line);
        var at = tokens.FindIndex(token => token.Kind == TokenKind.Word && token.Text.TrimEnd('.', ':').ToLowerInvariant() is "tab" or "tabs");
        if (at < 0)
            return null;
        string With(string words) => line[..tokens[at].Start] + words + line[tokens[at].End..];
        return new(LineQuestion.Tabs, "Tabs at a pack: do they hold it, or are they pulled?", [new("Release tabs, pulled", With("release tabs")), new("Clips", With("clips"))]);
    }
}
