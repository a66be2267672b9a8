using WideLever.Core.Comparing;
using WideLever.Core.Scoring;

namespace WideLever.Web.Verdict;

/// <summary>The three indices as they travel.</summary>
/// <param name="Repair">R.</param>
/// <param name="Upgrade">U.</param>
/// <param name="Combined">Both together.</param>
public sealed record IndicesView(IndexView Repair, IndexView Upgrade, IndexView Combined)
{
    /// <summary>The view of some indices.</summary>
    public static IndicesView Of(Indices indices) => new(IndexView.Of(indices, IndexName.Repair), IndexView.Of(indices, IndexName.Upgrade), IndexView.Of(indices, IndexName.Combined));
}

/// <summary>A change that the machine could have.</summary>
/// <param name="Id">Its name among those of the machine.</param>
/// <param name="Title">What is changed.</param>
/// <param name="Kind">Of which kind; null: of the machine as a whole.</param>
/// <param name="After">The indices with it alone.</param>
/// <param name="Puts">What it puts in and takes out.</param>
public sealed record ChangeView(string Id, string Title, PartKind? Kind, IndicesView After, IReadOnlyList<RecordChange> Puts)
{
    /// <summary>The view of a gain.</summary>
    public static ChangeView Of(ChangeGain gain) => new(gain.Change.Id, gain.Change.Template.Title, gain.Change.Kind, IndicesView.Of(gain.After), gain.Puts);
}

/// <summary>Every change that a machine could have.</summary>
/// <param name="Now">Its indices as it is.</param>
/// <param name="Changes">The changes, each by itself.</param>
/// <param name="OwnFile">Whether they come from the data folder's own file instead of the one that ships.</param>
public sealed record WhatIfView(IndicesView Now, IReadOnlyList<ChangeView> Changes, bool OwnFile);

/// <summary>Some changes together.</summary>
/// <param name="After">The verdict with them.</param>
/// <param name="Puts">What they put in and take out together.</param>
public sealed record TogetherView(VerdictView After, IReadOnlyList<RecordChange> Puts);

/// <summary>Which changes.</summary>
/// <param name="Changes">Their names.</param>
public sealed record ChosenChanges(IReadOnlyList<string> Changes);

/// <summary>What a smallest set is asked for.</summary>
/// <param name="Index">Which index.</param>
/// <param name="Figure">What it is to reach, 0..100.</param>
/// <param name="Among">Names of the changes to choose from.</param>
public sealed record SmallestSetAsked(IndexName Index, double Figure, IReadOnlyList<string> Among);

/// <summary>The fewest changes that reach a figure.</summary>
/// <param name="Changes">Their names.</param>
/// <param name="After">The indices with them.</param>
/// <param name="Reached">Whether the figure is reached.</param>
/// <param name="Exact">Whether every set that could be smaller was tried.</param>
/// <param name="Left">Whether it was left for want of time.</param>
/// <param name="Tried">How many sets were tried.</param>
/// <param name="Sets">How many there are.</param>
public sealed record SmallestSetView(IReadOnlyList<string> Changes, IndicesView After, bool Reached, bool Exact, bool Left, int Tried, int Sets);
