using WideLever.Core.Checking;
using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>
/// What a new line does not say and the bench takes from what stands around it, shown before it is logged: the order of steps that lead to
/// nothing else, and how a part is held by what freed it. <c>docs/step-line.md</c>, <em>What is taken by itself</em>.
/// </summary>
public static class Implied
{
    /// <summary>A reading with what it implies, each in a chip that says so.</summary>
    /// <param name="reading">What the line says.</param>
    /// <param name="context">Where it stands; a step that is changed implies nothing.</param>
    public static StepLineReading In(StepLineReading reading, StepLineContext context)
    {
        if (context.StepId is not null || reading.IsSight || reading.Happened is not null)
            return reading;
        var end = reading.Chips.Count == 0 ? 0 : reading.Chips.Max(chip => chip.End);
        var chips = reading.Chips.ToList();
        var before = Before(reading.Step, context);
        chips.AddRange(before.Select((id, i) => new LineChip(ChipKind.After, end, end, id, i) { Implied = true }));
        var parts = reading.Parts;
        // Two modules out of their latches are held alike; what holds several of different kinds is not told apart.
        if (Held(reading.Step) is { } mounting && (reading.Parts.Count == 1 || (mounting == Mounting.Socketed && reading.Parts.Count > 1 && reading.Step.Actions.Sum(action => action is Unplug { Connector: Connector.LatchedModule or Connector.SlideCard, Count.Exact: { } sockets } ? sockets : 0) == reading.Parts.Count)))
            parts = [.. reading.Parts.Select(part => MountingUnknown(part, context) ? part with { Mounting = mounting } : part)];
        return before.Count == 0 && parts.SequenceEqual(reading.Parts) ? reading
            : reading with { Step = before.Count == 0 ? reading.Step : reading.Step with { After = before, OrderAssumed = true }, Parts = parts, Chips = chips };
    }

    /// <summary>Steps of the layer that lead to nothing yet: they are what the next one that opens or frees something needed.</summary>
    private static List<string> Before(Step step, StepLineContext context)
    {
        if (step.After.Count > 0 || step.NeedsNoOther || (step.Opens is null && step.Frees.Count == 0))
            return [];
        var needed = context.Steps.SelectMany(other => other.After).ToHashSet(StringComparer.Ordinal);
        return [.. context.Steps.Take(context.Position).Where(other => other.Layer == step.Layer && RecordValidation.LeadsToNothing(other) && !needed.Contains(other.Id)).Select(other => other.Id)];
    }

    private static bool MountingUnknown(PartOfLine part, StepLineContext context) =>
        part.Mounting is null && (part.NewKind is not null || context.Parts.FirstOrDefault(other => other.Id == part.Id)?.Mounting is null);

    /// <summary>How a part is held by what was undone for it; null: by more than one thing, or by none that says so.</summary>
    public static Mounting? Held(Step step)
    {
        // Which mountings the actions speak of, each once: a socket of its own says more than the screw that guards it.
        var held = step.Actions.Select(HeldBy).OfType<Mounting>().Distinct().ToList();
        return held.Contains(Mounting.Socketed) ? Mounting.Socketed : held.Contains(Mounting.Slid) ? Mounting.Slid : held.Count == 1 ? held[0] : null;
    }

    private static Mounting? HeldBy(TeardownAction action) => action switch
    {
        Unplug { Connector: Connector.LatchedModule or Connector.SlideCard } => Mounting.Socketed,
        Unscrew => Mounting.Screwed,
        Unclip => Mounting.Clipped,
        Slide or Unlatch => Mounting.Slid,
        Unbond { Bond: Bond.Tape or Bond.Foam } => Mounting.Taped,
        Unbond { Bond: Bond.SoftGlue or Bond.RigidGlue } => Mounting.Glued,
        _ => null,
    };
}
