
namespace WideLever.Core.Words;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>What went otherwise than planned in a step. Record field <c>surprises[].kind</c>.</summary>
public enum SurpriseKind { FoundLate, Damage, PartCameAlong, Hard, Fragile, GaveUp, Missing }
