
namespace WideLever.Core.StepLines;

/// <summary>A part that a step line frees, or has seen.</summary>
/// <param name="Id">Its id.</param>
/// <param name="NewKind">What it is where the record does not have it yet; null: it has.</param>
/// <param name="Mounting">How it is held, where the line says so.</param>
public sealed record PartOfLine(string Id, PartKind? NewKind, Mounting? Mounting)
{
    /// <summary>The layer in which it was seen without a step; null: it was not only looked at.</summary>
    public string? SeenIn { get; init; }

    /// <summary>Whether what was seen is an empty place for one.</summary>
    public bool Empty { get; init; }
}
