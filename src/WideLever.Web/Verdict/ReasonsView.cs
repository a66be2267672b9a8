using WideLever.Core.Comparing;
using WideLever.Core.Records;

namespace WideLever.Web.Verdict;

/// <summary>Reasons for and against a unit.</summary>
/// <param name="Found">Those made from the facts, the weightiest first.</param>
/// <param name="Picked">Those that the reviewer picked or wrote, in their order.</param>
/// <param name="PeerClass">The class of those that what is neither good nor bad is laid beside; null: the whole shelf, for there are too few of the class.</param>
/// <param name="Peers">How many others that are; 0: there are too few, and what is good or bad by itself alone is told.</param>
public sealed record ReasonsView(IReadOnlyList<FoundReason> Found, IReadOnlyList<PickedReasonView> Picked, MachineClass? PeerClass, int Peers);

/// <summary>A picked reason.</summary>
/// <param name="Reason">The reason.</param>
/// <param name="Stale">Whether its fact has changed since.</param>
public sealed record PickedReasonView(PickedReason Reason, bool Stale);

/// <summary>The reasons of a verdict as they are to be.</summary>
/// <param name="Reasons">All of them, in their order.</param>
public sealed record PickedReasons(IReadOnlyList<PickedReason> Reasons);

/// <summary>What a reader asks first of a unit.</summary>
/// <param name="Sentences">What kind of machine it is, the way to what wears out, what can be upgraded, and its weak point.</param>
/// <param name="For">The weightiest reasons for it.</param>
/// <param name="Against">The weightiest against it.</param>
/// <param name="Repair">Where it stands in R.</param>
/// <param name="Upgrade">Where it stands in U.</param>
/// <param name="PeerClass">The class that it stands among; null: the whole shelf, or there are too few.</param>
/// <param name="Cautions">What its damage calls for.</param>
public sealed record SummaryView(
    IReadOnlyList<string> Sentences, IReadOnlyList<FoundReason> For, IReadOnlyList<FoundReason> Against, PlaceInClassView Repair, PlaceInClassView Upgrade, MachineClass? PeerClass, IReadOnlyList<string> Cautions);

/// <summary>Where a unit stands in an index.</summary>
/// <param name="Place">Its place by the low end, 1 the first; null: it is a draft, or there are too few others.</param>
/// <param name="Of">How many are placed.</param>
/// <param name="NotSeparable">Models that it cannot be told apart from, with their codes where there are several of one name.</param>
public sealed record PlaceInClassView(int? Place, int Of, IReadOnlyList<string> NotSeparable);
