
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>What is peeled off.</summary>
public enum PeelWhat { Foot, Label, Seal, Tape, Shield, Film }
