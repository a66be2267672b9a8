
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>What a part is. The first twenty-one have thresholds in the rubric's table <c>reach</c>; the rest are recorded only.</summary>
public enum PartKind
{
    Battery, Storage, Memory, Wireless, Fan, Thermal, Keyboard, Touchpad, DisplayPanel, ChargePort, PortsBoard, Speakers, ClockCell, Hinge,
    Camera, PowerButton, OpticalDrive, Mainboard, Processor, Graphics, PortModules,
    BaseCover, TopCase, Bezel, DisplayAssembly, Frame, Other,
}
