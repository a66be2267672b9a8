using WideLever.Core.Records;
using WideLever.Core.StepLines;

namespace WideLever.Core.Benching;

/// <summary>What a line makes the bench ask.</summary>
public enum LineQuestion
{
    /// <summary>Words of it may be meant in several ways.</summary>
    Doubt,

    /// <summary>Steps stand before it in its layer: which of them had to come first?</summary>
    Order,

    /// <summary>It speaks of another layer than the one in hand, or of the inside while nothing is open.</summary>
    Layer,

    /// <summary>A pack is disconnected and comes out in one: can it be disconnected in place?</summary>
    PackInPlace,

    /// <summary>A part is held by glue or tape, and no bond was undone.</summary>
    Bond,

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
        if (context.StepId is not null || reading.IsSight || reading.Happened is not null)
            return [];
        var offers = new List<LineOffer>();
        offers.AddRange(reading.Faults.Where(fault => fault.Choices.Count > 1).Select(fault => Doubt(line, fault)));
        offers.AddRange(reading.Faults.Where(fault => fault.Asks == StrangerKind.Drive).Select(fault => Drives(line, fault)));
        var (step, said) = (reading.Step, line.TrimEnd().TrimEnd(',', ';'));
        if (TabsOf(line, reading, record) is { } tabs)
            offers.Add(tabs);
        // What is printed anew must have been understood whole.
        if (reading.Faults.Count == 0)
            offers.AddRange(reading.Parts.Select((part, i) => Another(part, reading, record, context, i)).OfType<LineOffer>());
        if (PowerLeftOn(step, record, context))
            offers.Add(new(LineQuestion.Power, "No step has disconnected the power: was it off?", [new("It was off before this", line, "off, unplug ?"), new("This disconnects it", $"off, {said.TrimStart()}")]));
        if (LayerOf(said, reading, record, context) is { } layer)
            offers.Add(layer);
        if (OrderOf(said, reading, record, context) is { } order)
            offers.Add(order);
        if (PackOf(reading, record, context) is { } pack)
            offers.Add(pack);
        if (BondOf(said, reading, record) is { } bond)
            offers.Add(bond);
        if (BoardCables.AreOpen(step, context.Steps.Take(context.Position), kind => Kind(kind, reading, record)))
            offers.Add(new(LineQuestion.Cables, "Nothing was unplugged for the board: were there cables?", [new("Some, nobody counted them", $"? unplug ?, {line.TrimStart()}"), new("None", $"{said}, {BoardCables.None}")]));
        if (InViewOf(line, reading, record, context) is { } inView)
            offers.Add(inView);
        return offers;
    }

    /// <summary>Words that may be meant in several ways, each written out.</summary>
    private static LineOffer Doubt(string line, LineFault fault) =>
        new(LineQuestion.Doubt, $"{char.ToUpperInvariant(fault.Message[0])}{fault.Message[1..]}", [.. fault.Choices.Select(choice => new LineAnswer(choice.Text, $"{line[..fault.Start]}{choice.Words}{line[fault.End..]}".Trim()))]);

    private static LineOffer Drives(string line, LineFault fault) =>
        new(LineQuestion.Doubt, $"Which drive is \"{StepLine.Shown(line[fault.Start..fault.End])}\"?", [.. new[] { Drive.Cross, Drive.SixLobe, Drive.FiveLobe, Drive.Slotted, Drive.Hex, Drive.TriLobe }.Select(drive => new LineAnswer(drive.Name(), $"{line[..fault.Start]}{WordList.Apart(drive.Word())}{line[fault.End..]}"))]);

    /// <summary>Order typed is not order needed: it is asked wherever steps stand before in the layer, whatever was taken by itself.</summary>
    private static LineOffer? OrderOf(string said, StepLineReading reading, TeardownRecord record, StepLineContext context)
    {
        var step = reading.Step;
        var before = context.Steps.Take(context.Position).Where(other => other.Layer == step.Layer).ToList();
        var taken = reading.Chips.Where(chip => chip is { Implied: true, Kind: ChipKind.After }).Select(chip => chip.Text).ToList();
        if (before.Count == 0 || step.NeedsNoOther || (step.Opens is null && step.Frees.Count == 0) || (step.After.Count > 0 && taken.Count == 0))
            return null;
        var answers = new List<LineAnswer>();
        if (taken.Count > 0)
        {
            string Named(IEnumerable<string> ids) => string.Join(", ", ids.Select(id => context.Steps.First(other => other.Id == id).Title));
            string After(IEnumerable<string> ids) => $"{said} after {string.Join(", ", ids.Select(id => context.Steps.Select(other => other.Id).ToList().IndexOf(id) + 1))}";
            answers.Add(new($"These: {Named(taken)}", After(taken)));
            if (taken.Count is > 1 and < 4)
                answers.AddRange(taken.Select(dropped => new LineAnswer($"These, without {Named([dropped])}", After(taken.Where(id => id != dropped)))));
        }
        if (taken.Count < before.Count)
            answers.Add(new("All before it", $"{said} after all"));
        answers.Add(new("None of them", $"{said} needs nothing"));
        return new(LineQuestion.Order, "Which earlier steps must be done before this one?", answers);
    }

    // What is worked at from without, or in the lid.
    private static readonly PartKind[] Elsewhere = [PartKind.Bezel, PartKind.DisplayAssembly, PartKind.DisplayPanel, PartKind.Camera, PartKind.BaseCover];

    /// <summary>A layer that the line speaks of and that is not in hand; one that it names by a sign holds for that line.</summary>
    private static LineOffer? LayerOf(string said, StepLineReading reading, TeardownRecord record, StepLineContext context)
    {
        var step = reading.Step;
        if (context.Layers.Count == 0 || reading.Chips.Any(chip => chip.Kind == ChipKind.Layer) || step.Layer != context.CurrentLayer || step.Actions.Count == 0)
            return null;
        var kinds = step.Frees.Select(id => Kind(id, reading, record)).OfType<PartKind>().ToList();
        var outside = step.Actions.Any(action => action is Peel { What: PeelWhat.Foot } or Unscrew { Cover: Cover.Foot }) || kinds.Exists(Elsewhere.Contains);
        if (step.Layer != context.Layers[0] && outside)
            return new(LineQuestion.Layer, $"Is this in {step.Layer}?", [.. context.Layers.Where(layer => layer != step.Layer).Take(3).Select(layer => new LineAnswer($"In {layer}", $"{said} @ {LineTokens.Name(layer)}"))]);
        if (context.Layers.Count == 1 && step.Opens is null && (step.DisconnectsPower || kinds.Exists(kind => BehindTheBase.Contains(kind) || kind is PartKind.Mainboard or PartKind.Thermal)) && record.Unit.Class is not null)
            return new(LineQuestion.Layer, "Nothing is open yet: was the base off?", [new("It was off before this", said, $"lift cover > {StepLineContext.Inside}")]);
        return null;
    }

    /// <summary>A pack disconnected and taken out in one line: whoever only needs the power off wants to know whether that can be had in place.</summary>
    private static LineOffer? PackOf(StepLineReading reading, TeardownRecord record, StepLineContext context)
    {
        var step = reading.Step;
        if (reading.Faults.Count > 0 || !step.DisconnectsPower || !step.Frees.Any(id => Kind(id, reading, record) == PartKind.Battery) || !step.Actions.Any(action => action is Unplug) || step.Actions.All(action => action is Unplug))
            return null;
        var off = new Step { Id = "", Title = "", Layer = step.Layer, DisconnectsPower = true, Actions = [.. step.Actions.Where(action => action is Unplug)] };
        var rest = step with { DisconnectsPower = false, Actions = [.. step.Actions.Where(action => action is not Unplug)], After = reading.Chips.Any(chip => chip.Implied) ? [] : step.After, OrderAssumed = false };
        string Line(Step one) => StepLine.Print(one with { Title = StepNames.Title(one, StepNames.With(record.Parts, reading.Parts)) }, context, reading.Parts);
        return new(LineQuestion.PackInPlace, "Can it be disconnected before it comes out?", [new("Yes: two steps", Line(rest), Line(off))]);
    }

    /// <summary>A part that glue or tape holds does not come out without them.</summary>
    private static LineOffer? BondOf(string said, StepLineReading reading, TeardownRecord record)
    {
        var step = reading.Step;
        if (reading.Faults.Count > 0 || step.Actions.Any(action => action is Unbond) || !step.Frees.Any(id => (reading.Parts.FirstOrDefault(part => part.Id == id)?.Mounting ?? record.Parts.FirstOrDefault(part => part.Id == id)?.Mounting) is Mounting.Glued or Mounting.Taped))
            return null;
        return new(LineQuestion.Bond, "It is held by glue or tape: what was undone?", [new("Soft glue", $"soft glue, {said.TrimStart()}"), new("Hard glue", $"rigid glue, {said.TrimStart()}"), new("Tape", $"tape bond, {said.TrimStart()}"), new("Tabs that pull out", $"release tabs, {said.TrimStart()}"), new("Nobody knows", $"unbond ?, {said.TrimStart()}")]);
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
            step = step with { Title = StepNames.Title(step, StepNames.With(record.Parts, [.. reading.Parts, another])) };
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
