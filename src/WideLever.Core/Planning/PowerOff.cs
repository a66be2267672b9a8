using System.Text.RegularExpressions;
using WideLever.Core.Records;

namespace WideLever.Core.Planning;

/// <summary>What takes the power from a board.</summary>
public static partial class PowerOff
{
    /// <summary>
    /// Whether a step that is recorded as disconnecting the power only unplugs what charges the machine: as long as a pack may be in it, that leaves
    /// the board under power, whatever the record says.
    /// </summary>
    /// <param name="step">The step.</param>
    /// <param name="record">The record.</param>
    public static bool IsOnlyTheCharger(Step step, TeardownRecord record)
    {
        if (!step.DisconnectsPower || record.Absent.Contains(PartKind.Battery) || record.Parts.Any(part => part.Kind == PartKind.Battery && step.Frees.Contains(part.Id)))
            return false;
        var said = string.Join(' ', step.Actions.Select(action => action.Notes).Prepend(step.Title));
        return Charger().IsMatch(said) && !Pack().IsMatch(said);
    }

    /// <summary>The steps as a plan takes them: a charger is no power off.</summary>
    internal static Step Taken(Step step, TeardownRecord record) => IsOnlyTheCharger(step, record) ? step with { DisconnectsPower = false } : step;

    [GeneratedRegex(@"\b(charger|adapters?|adaptors?|mains|power brick|power supply|wall (plug|socket|outlet))\b", RegexOptions.IgnoreCase)]
    private static partial Regex Charger();

    [GeneratedRegex(@"\b(battery|batteries|packs?|cells?)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Pack();
}
