
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>What holds two surfaces together along a length.</summary>
public enum Bond { ReleaseTab, Tape, Foam, Gasket, SoftGlue, RigidGlue }
