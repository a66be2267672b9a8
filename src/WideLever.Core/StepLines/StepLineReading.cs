using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>A fault of a step line.</summary>
/// <param name="Start">Where it begins, characters from the start of the line.</param>
/// <param name="End">Where it ends.</param>
/// <param name="Message">What is wrong, for people.</param>
/// <param name="Nearest">The known word that was most likely meant; null: none is near.</param>
public sealed record LineFault(int Start, int End, string Message, string? Nearest);

internal static class LineFaults
{
    /// <summary>A fault about a word that is not known, with the nearest one that is.</summary>
    public static LineFault Unknown(int start, int end, string message, string word, IEnumerable<string> known)
    {
        // A word that is begun is meant before one that is spelt alike.
        var nearest = known.FirstOrDefault(other => word.Length > 1 && other.StartsWith(word, StringComparison.OrdinalIgnoreCase)) ?? NearestWord.To(word, known);
        return new(start, end, nearest is null ? message : $"{message}; did you mean \"{nearest}\"?", nearest);
    }
}

/// <summary>What a piece of a step line says.</summary>
public enum ChipKind
{
    /// <summary>An action.</summary>
    Action,

    /// <summary>The layer that the step opens.</summary>
    Opens,

    /// <summary>A part that it frees.</summary>
    Frees,

    /// <summary>The layer that it is in.</summary>
    Layer,

    /// <summary>A step that comes first.</summary>
    After,

    /// <summary>It disconnects power.</summary>
    Off,

    /// <summary>It may be done with the power connected.</summary>
    Live,

    /// <summary>It needs no other step of its layer first.</summary>
    NeedsNothing,

    /// <summary>Its parts cannot come out apart.</summary>
    Together,

    /// <summary>Its title.</summary>
    Title,

    /// <summary>Stopwatch seconds.</summary>
    Took,

    /// <summary>An order for putting back.</summary>
    Tighten,

    /// <summary>Something that went otherwise.</summary>
    Surprise,

    /// <summary>What whoever does this after us should know.</summary>
    Advice,

    /// <summary>Its notes.</summary>
    Remark,
}

/// <summary>A piece of a step line that was understood.</summary>
/// <param name="Kind">What it says.</param>
/// <param name="Start">Where it begins.</param>
/// <param name="End">Where it ends.</param>
/// <param name="Text">The name, title or number that it gives; empty for an action.</param>
/// <param name="Index">Which of its kind, from 0.</param>
public sealed record LineChip(ChipKind Kind, int Start, int End, string Text, int Index);

/// <summary>A part that a step line frees.</summary>
/// <param name="Id">Its id.</param>
/// <param name="NewKind">What it is where the record does not have it yet; null: it has.</param>
/// <param name="Mounting">How it is held, where the line says so.</param>
public sealed record PartOfLine(string Id, PartKind? NewKind, Mounting? Mounting);

/// <summary>A word that would go on at the caret.</summary>
/// <param name="Start">Where what it replaces begins.</param>
/// <param name="End">Where that ends: the caret.</param>
/// <param name="Text">The text to put there.</param>
public sealed record LineCompletion(int Start, int End, string Text);

/// <summary>What a step line says.</summary>
/// <param name="Step">The step as far as it was understood; its layer, id and title are filled in where the line is silent.</param>
/// <param name="Parts">The parts that it frees.</param>
/// <param name="Chips">Its pieces in the order of the line.</param>
/// <param name="Faults">Every fault with its place; a line without one can be committed.</param>
public sealed record StepLineReading(Step Step, IReadOnlyList<PartOfLine> Parts, IReadOnlyList<LineChip> Chips, IReadOnlyList<LineFault> Faults);

/// <summary>What names a step line can use.</summary>
public sealed record StepLineContext
{
    /// <summary>Layers of the teardown, the outside first.</summary>
    public required IReadOnlyList<string> Layers { get; init; }

    /// <summary>Its steps in order; their numbers begin with 1.</summary>
    public IReadOnlyList<Step> Steps { get; init; } = [];

    /// <summary>Parts of the unit.</summary>
    public IReadOnlyList<Part> Parts { get; init; } = [];

    /// <summary>Position of the step among the steps; the number of steps for a new one at the end.</summary>
    public int Position { get; init; }

    /// <summary>The step that the line stands for; null: a new one.</summary>
    public string? StepId { get; init; }

    /// <summary>Whether names that nothing is known of stand as they are written, since there is no record.</summary>
    public bool WithoutRecord { get; init; }

    /// <summary>The layer in hand: what the step before opened, or was in.</summary>
    public string CurrentLayer =>
        Position > 0 && Position <= Steps.Count ? Steps[Position - 1].Opens ?? Steps[Position - 1].Layer : Layers.Count > 0 ? Layers[0] : "outside";

    /// <summary>The context of a new step at a position of a record, or of the step that stands there.</summary>
    public static StepLineContext Of(TeardownRecord record, int position, string? stepId) =>
        new() { Layers = record.Layers, Steps = record.Steps, Parts = record.Parts, Position = position, StepId = stepId };

    /// <summary>What a line means where there is no record to go with it.</summary>
    public static StepLineContext None { get; } = new() { Layers = ["outside"], WithoutRecord = true };
}
