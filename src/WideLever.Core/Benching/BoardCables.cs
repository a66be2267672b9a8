using WideLever.Core.Records;

namespace WideLever.Core.Benching;

/// <summary>Whether anybody said what a board was connected by. <c>docs/step-line.md</c>, <em>Questions</em>.</summary>
public static class BoardCables
{
    /// <summary>How a line or a note says that there were none.</summary>
    public const string None = "no cables";

    private static readonly string[] Denials = [None, "no cable", "no connectors", "no connector", "no plugs", "no ribbons", "without cables", "without connectors", "nothing plugged"];

    /// <summary>
    /// Whether a board came out and nobody unplugged anything for it or said that there was nothing: neither its step nor one before it in its
    /// layer that frees nothing itself, the disconnecting of power aside.
    /// </summary>
    /// <param name="step">The step.</param>
    /// <param name="before">The steps before it.</param>
    /// <param name="kindOf">The kind of a part by its id; null: there is none.</param>
    public static bool AreOpen(Step step, IEnumerable<Step> before, Func<string, PartKind?> kindOf) =>
        step.Frees.Any(id => kindOf(id) is PartKind.Mainboard or PartKind.PortsBoard)
        && !Unplugs(step) && !Denied(step.Notes) && !step.Actions.Any(action => Denied(action.Notes))
        && !before.Any(other => other.Layer == step.Layer && other.Frees.Count == 0 && !other.DisconnectsPower && Unplugs(other));

    private static bool Unplugs(Step step) => step.Actions.Any(action => action is Unplug);

    private static bool Denied(string? notes) => notes is not null && Denials.Any(denial => notes.Contains(denial, StringComparison.OrdinalIgnoreCase));
}
