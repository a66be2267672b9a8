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
