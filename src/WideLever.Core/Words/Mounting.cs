
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>How a part is held.</summary>
public enum Mounting { Socketed, Slid, Magnetic, Plugged, Screwed, Clipped, Taped, Glued, Riveted, Laminated, Soldered }
