using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>What a step line says.</summary>
/// <param name="Step">The step as far as it was understood; its layer, id and title are filled in where the line is silent.</param>
/// <param name="Parts">The parts that it frees.</param>
/// <param name="Chips">Its pieces in the order of the line.</param>
/// <param name="Faults">Every fault with its place; a line without one can be committed.</param>
public sealed record StepLineReading(Step Step, IReadOnlyList<PartOfLine> Parts, IReadOnlyList<LineChip> Chips, IReadOnlyList<LineFault> Faults)
{
    /// <summary>Whether the line only says what is in view: it makes no step.</summary>
    public bool IsSight { get; init; }

    /// <summary>What happened and makes no step, such as damage or an attempt that was given up: it is noted of the step in hand; null: nothing.</summary>
    public Surprise? Happened { get; init; }
}
