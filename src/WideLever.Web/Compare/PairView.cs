using WideLever.Core.Comparing;
using WideLever.Web.Verdict;

namespace WideLever.Web.Compare;

/// <summary>A pair of units kind by kind.</summary>
/// <param name="SameBuild">Whether both are notebooks or both desktops.</param>
/// <param name="Repair">Who is ahead in R: on what both have, where the builds differ.</param>
/// <param name="Upgrade">Who is ahead in U, likewise.</param>
/// <param name="Combined">Who is ahead in both together, likewise.</param>
/// <param name="RepairShare">Share of the weight in R that this is judged by, 0..1.</param>
/// <param name="UpgradeShare">Share of the weight in U.</param>
/// <param name="First">The first's indices by which it is judged.</param>
/// <param name="Second">The second's.</param>
/// <param name="RepairFlips">The weight of each kind at which they change places in R.</param>
/// <param name="UpgradeFlips">The same in U.</param>
public sealed record PairView(
    bool SameBuild, Ahead Repair, Ahead Upgrade, Ahead Combined, double RepairShare, double UpgradeShare, IndicesView First, IndicesView Second,
    IReadOnlyList<FlipPoint> RepairFlips, IReadOnlyList<FlipPoint> UpgradeFlips)
{
    /// <summary>The view of a pair.</summary>
    public static PairView Of(UnitPair pair) => new(
        pair.SameBuild, pair.Repair, pair.Upgrade, pair.Combined, pair.Common.RepairShare, pair.Common.UpgradeShare,
        IndicesView.Of(pair.Common.First), IndicesView.Of(pair.Common.Second), pair.RepairFlips, pair.UpgradeFlips);
}
