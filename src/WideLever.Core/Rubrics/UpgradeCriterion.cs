
namespace WideLever.Core.Rubrics;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>The three criteria of an upgrade kind.</summary>
public enum UpgradeCriterion { Headroom, Standard, Access }
