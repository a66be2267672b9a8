using WideLever.Core.Routes;

namespace WideLever.Core.Planning;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>What is done to a part that is not swapped. In a plan: <c>fan:clean</c>.</summary>
public enum Service { Clean, Paste, Tighten, Reseat, Rescue, Drain }

#pragma warning restore CS1591

/// <summary>Services: which part takes which, how far each has to go, and what is done. None of them is timed: a plan's minutes are the way there and back.</summary>
public static class Services
{
    private static readonly PartKind[] leads = [PartKind.Battery, PartKind.Memory, PartKind.Storage, PartKind.Wireless, PartKind.Keyboard, PartKind.Touchpad, PartKind.DisplayPanel, PartKind.ChargePort, PartKind.PortsBoard, PartKind.Speakers, PartKind.Camera, PartKind.PowerButton, PartKind.Fan];

    /// <summary>The services of a kind.</summary>
    public static IReadOnlyList<Service> Of(PartKind kind) =>
    [
        .. kind is PartKind.Fan or PartKind.Thermal or PartKind.Keyboard or PartKind.PortsBoard ? (Service[])[Service.Clean] : [],
        .. kind is PartKind.Thermal ? (Service[])[Service.Paste] : [],
        .. kind is PartKind.Hinge ? (Service[])[Service.Tighten] : [],
        .. leads.Contains(kind) ? (Service[])[Service.Reseat] : [],
        .. kind is PartKind.Storage ? (Service[])[Service.Rescue] : [],
        .. kind is PartKind.Battery ? (Service[])[Service.Drain] : [],
    ];

    /// <summary>How far a service has to go.</summary>
    public static Reaching ReachingOf(Service service) => service switch
    {
        Service.Clean or Service.Paste or Service.Rescue => Reaching.Out,
        Service.Tighten or Service.Reseat => Reaching.InView,
        _ => Reaching.PowerOff,
    };

    /// <summary>What is done, as a line of a list.</summary>
    public static string Deed(Service service, string part) => service switch
    {
        Service.Clean => $"Clean {part}: hold moving blades still, a brush and dry air, no water.",
        Service.Paste => $"Renew the paste of {part}: the old off with a cloth and alcohol, a thin film of new on.",
        Service.Tighten => $"Tighten {part}: its screws a part of a turn at a time, by hand, until the lid stays where it is put.",
        Service.Reseat => $"Reseat {part}: power off, out, look at the contacts, straight in until it sits.",
        Service.Rescue => $"Rescue what is on {part}: through an adapter, reading only, before anything else is tried.",
        Service.Drain => $"Drain: with {part} disconnected hold the power button down for a quarter of a minute.",
        _ => throw new ArgumentOutOfRangeException(nameof(service), service, "no service"),
    };
}
