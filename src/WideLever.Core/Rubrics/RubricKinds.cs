
namespace WideLever.Core.Rubrics;

/// <summary>The kinds of the rubric's tables, fixed here once, in their published order.</summary>
public static class RubricKinds
{
    /// <summary>Kinds with thresholds of effort.</summary>
    public static readonly IReadOnlyList<PartKind> Reach =
        [.. WordList.Members<PartKind>().Where(kind => kind <= PartKind.PortModules)];

    /// <summary>Kinds of R.</summary>
    public static readonly IReadOnlyList<PartKind> Repair =
    [
        PartKind.Battery, PartKind.Keyboard, PartKind.DisplayPanel, PartKind.Storage, PartKind.Memory, PartKind.ChargePort, PartKind.Fan,
        PartKind.PortsBoard, PartKind.Thermal, PartKind.Touchpad, PartKind.Wireless, PartKind.Hinge, PartKind.Speakers, PartKind.Mainboard,
        PartKind.Camera, PartKind.PowerButton, PartKind.ClockCell, PartKind.OpticalDrive,
    ];

    /// <summary>Kinds of U.</summary>
    public static readonly IReadOnlyList<PartKind> Upgrade =
    [
        PartKind.Memory, PartKind.Storage, PartKind.Wireless, PartKind.Graphics, PartKind.PortModules, PartKind.Battery, PartKind.DisplayPanel,
        PartKind.Processor,
    ];

    /// <summary>Kinds whose headroom is a capacity.</summary>
    public static readonly IReadOnlyList<PartKind> Headroom = [PartKind.Memory, PartKind.Storage, PartKind.Battery];

    /// <summary>Criteria of access.</summary>
    public static readonly IReadOnlyList<Criterion> Access = [Criterion.Reach, Criterion.Fasteners, Criterion.Tools, Criterion.Bonds];
}
