
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>How open an interface is to parts of others.</summary>
public enum Standard { Open, Restricted, Maker, None }
