
namespace WideLever.Core.Rubrics;

/// <summary>Chance that one manipulation damages something. Method, <em>Criteria</em>, survival.</summary>
public sealed record Damage
{
    /// <summary>Every action; of a screw that of a large head.</summary>
    public required ActionTable<double> Chance { get; init; }

    /// <summary>A screw whose size is in <see cref="Rubric.SmallHeads"/>.</summary>
    public required double UnscrewSmallHead { get; init; }
}
