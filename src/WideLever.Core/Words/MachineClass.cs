
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>What a machine is sold as. Record field <c>unit.class</c>.</summary>
public enum MachineClass { Thin, Mainstream, Convertible, Performance, Workstation, Rugged, Desktop }
