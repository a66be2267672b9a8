namespace WideLever.Core.Records;

// The members are the words themselves; the field that uses them says what they mean.
#pragma warning disable CS1591

/// <summary>What a port is. Record field <c>unit.ports[].kind</c>.</summary>
public enum PortKind { Charge, UsbC, UsbA, Hdmi, DisplayPort, Ethernet, Audio, CardReader, LockSlot, Serial, Other }

/// <summary>Where on the machine. Record field <c>unit.ports[].side</c>.</summary>
public enum Side { Left, Right, Front, Back, Base }

/// <summary>On what occasion a photo was taken. Record field <c>photos[].occasion</c>.</summary>
public enum PhotoOccasion { Arrival, Return }

#pragma warning restore CS1591

/// <summary>A port of the machine.</summary>
public sealed record Port
{
    /// <summary>What it is.</summary>
    public required PortKind Kind { get; init; }

    /// <summary>How many of them sit side by side, 1 to 99.</summary>
    public int Count { get; init; } = 1;

    /// <summary>Where; null: unknown.</summary>
    public Side? Side { get; init; }

    /// <summary>Id of the part, a board, that it sits on; null: unknown.</summary>
    public string? On { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}

/// <summary>On whose loan the machine is, and in what state it came and went back.</summary>
public sealed record Loan
{
    /// <summary>Whose machine it is.</summary>
    public required string Owner { get; init; }

    /// <summary>The day by which it goes back; null: not agreed.</summary>
    public DateOnly? Due { get; init; }

    /// <summary>The day it came; null: unknown.</summary>
    public DateOnly? Arrived { get; init; }

    /// <summary>In what state it came; null: unknown.</summary>
    public string? ArrivalState { get; init; }

    /// <summary>The day it went back; null: it has not.</summary>
    public DateOnly? Returned { get; init; }

    /// <summary>In what state it went back; null: unknown.</summary>
    public string? ReturnState { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
