
namespace WideLever.Core.Rubrics;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>The nine criteria of a part. Method, <em>Criteria, each 0..1</em>.</summary>
public enum Criterion { Reach, Mounting, Fasteners, Bonds, Tools, Price, Supply, Survival, Guidance }
