
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>What lies between a heat source and its sink.</summary>
public enum ThermalWhat { Pad, Paste, LiquidMetal }
