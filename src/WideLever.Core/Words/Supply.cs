
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>Who sells the spare.</summary>
public enum Supply { Maker, ThirdParty, Salvage, None }
