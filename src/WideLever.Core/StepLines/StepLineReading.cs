using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>What a step line says.</summary>
/// <param name="Step">The step as far as it was understood; its layer, id and title are filled in where the line is silent.</param>
/// <param name="Parts">The parts that it frees.</param>
/// <param name="Chips">Its pieces in the order of the line.</param>
/// <param name="Faults">Every fault with its place; a line without one can be committed.</param>
public sealed record StepLineReading(Step Step, IReadOnlyList<PartOfLine> Parts, IReadOnlyList<LineChip> Chips, IReadOnlyList<LineFault> Faults);
