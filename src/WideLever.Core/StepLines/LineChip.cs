
namespace WideLever.Core.StepLines;

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

    /// <summary>A part that is in view.</summary>
    Seen,

    /// <summary>A place or remark, which is kept as a note and says no fact.</summary>
    Aside,
}

/// <summary>A piece of a step line that was understood.</summary>
/// <param name="Kind">What it says.</param>
/// <param name="Start">Where it begins.</param>
/// <param name="End">Where it ends.</param>
/// <param name="Text">The name, title or number that it gives; empty for an action.</param>
/// <param name="Index">Which of its kind, from 0.</param>
public sealed record LineChip(ChipKind Kind, int Start, int End, string Text, int Index)
{
    /// <summary>Whether the line does not say it, and it is taken from what stands around it.</summary>
    public bool Implied { get; init; }
}
