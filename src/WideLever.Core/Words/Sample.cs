
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>Whether the machine is one that a buyer gets. Record field <c>teardown.sample</c>.</summary>
public enum Sample { Retail, Early }
