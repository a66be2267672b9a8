
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>Kind of an electrical connection, by the way it comes apart.</summary>
public enum Connector
{
    WirePlug, TightWirePlug, FlipLock, SlideLock, PushFit, PressFit, BarLock, Coax, LatchedModule, SlideCard, Blade, SpringContact,
}
