using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>Two units laid side by side. Method, <em>What is built on it</em>, separation and flip point.</summary>
/// <param name="SameBuild">Whether both are notebooks or both desktops.</param>
/// <param name="Common">The indices by which it is judged: on what both have, where the builds differ.</param>
/// <param name="Repair">Who is ahead in R.</param>
/// <param name="Upgrade">Who is ahead in U.</param>
/// <param name="Combined">Who is ahead in both together.</param>
/// <param name="RepairFlips">The weight of each kind at which they change places in R.</param>
/// <param name="UpgradeFlips">The same in U.</param>
public sealed record UnitPair(
    bool SameBuild, InCommon Common, Ahead Repair, Ahead Upgrade, Ahead Combined, IReadOnlyList<FlipPoint> RepairFlips, IReadOnlyList<FlipPoint> UpgradeFlips)
{
    /// <summary>Lays two units side by side.</summary>
    public static UnitPair Of(FieldUnit one, FieldUnit other, Rubric rubric)
    {
        var sameBuild = one.IsDesktop == other.IsDesktop;
        var common = sameBuild ? new InCommon(one.Indices(rubric), other.Indices(rubric), 1, 1) : Field.Common(one, other, rubric);
        if (!sameBuild)
            (one, other) = Field.OnWhatBothHave(one, other);
        Ahead In(IndexName index) => Separation.Of(common.First.Get(index), common.Second.Get(index), rubric.Resolution);
        return new(
            sameBuild, common, In(IndexName.Repair), In(IndexName.Upgrade), In(IndexName.Combined),
            FlipPoints.Of(one, other, rubric, IndexName.Repair), FlipPoints.Of(one, other, rubric, IndexName.Upgrade));
    }
}
