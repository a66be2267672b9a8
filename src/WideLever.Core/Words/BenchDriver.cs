
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>The driver that the bench used; shown, never scored. Record field <c>teardown.driver</c>.</summary>
public enum BenchDriver { Hand, Powered }
