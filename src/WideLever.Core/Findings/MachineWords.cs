using System.Globalization;
using WideLever.Core.Checking;
using WideLever.Core.Records;

namespace WideLever.Core.Findings;

/// <summary>What is true of a whole machine, in words: its ports, and what it was said to have beside what was found.</summary>
public static class MachineWords
{
    /// <summary>The ports, side by side: <c>2 × USB-C on the left, charging among them</c>; empty: none is noted.</summary>
    /// <param name="record">The record.</param>
    public static string Ports(TeardownRecord record) => string.Join("; ", record.Unit.Ports.GroupBy(port => port.Side).OrderBy(side => side.Key is null).ThenBy(side => side.Key)
        .Select(side => $"{(side.Key is { } known ? $"{Name(known)}: " : "")}{string.Join(", ", side.Select(port => $"{(port.Count == 1 ? "" : $"{port.Count.ToString(CultureInfo.InvariantCulture)} × ")}{Name(port.Kind)}{On(port, record)}"))}"));

    /// <summary>A claim with what the bench found; null: it has found nothing of the sort, or the same.</summary>
    /// <param name="check">The claim beside the finding.</param>
    public static string? Differing(ClaimCheck check)
    {
        if (check.State is not (ClaimState.Differs or ClaimState.Answered))
            return null;
        var claim = check.Claim;
        string Said(double? number, string? text) => text ?? (number is { } known ? $"{known.ToString("0.##", CultureInfo.InvariantCulture)}{(claim.Fact is ClaimFact.Capacity or ClaimFact.Ceiling && PlaceWords.UnitOf(claim.About) is { } unit ? $" {unit}" : "")}" : "none");
        var what = claim.Fact switch { ClaimFact.Name => "its name", ClaimFact.Places => "places that can be used", ClaimFact.Inseparable => "parts that stay", ClaimFact.Capacity => "fitted", _ => "the most it takes" };
        var who = claim.Source == ClaimSource.Maker ? "its maker says" : $"{claim.From ?? "the machine itself"} says";
        return $"{char.ToUpperInvariant(claim.About.Name()[0])}{claim.About.Name()[1..]}, {what}: {who} {Said(claim.Number, claim.Text)}, the bench found {Said(check.FoundNumber, check.FoundText)}{(claim.Answer is { } answer ? $". {answer}" : "")}";
    }

    private static string On(Port port, TeardownRecord record) => record.Parts.FirstOrDefault(part => part.Id == port.On) is { } board ? $" on the {PartNames.Of(board, record.Parts)}" : "";

    private static string Name(Side side) => side switch { Side.Left => "left", Side.Right => "right", Side.Front => "front", Side.Back => "back", _ => "base" };

    private static string Name(PortKind kind) => kind switch
    {
        PortKind.Charge => "charging port",
        PortKind.UsbC => "USB-C",
        PortKind.UsbA => "USB-A",
        PortKind.Hdmi => "HDMI",
        PortKind.DisplayPort => "DisplayPort",
        PortKind.Audio => "headset",
        PortKind.CardReader => "card reader",
        PortKind.LockSlot => "lock slot",
        PortKind.Ethernet => "network",
        PortKind.Serial => "serial port",
        _ => "another port",
    };
}
