
namespace WideLever.Core.StepLines;

/// <summary>A part that a step line frees.</summary>
/// <param name="Id">Its id.</param>
/// <param name="NewKind">What it is where the record does not have it yet; null: it has.</param>
/// <param name="Mounting">How it is held, where the line says so.</param>
public sealed record PartOfLine(string Id, PartKind? NewKind, Mounting? Mounting);
