using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>A sentence with the facts that it was made from.</summary>
/// <param name="Text">The sentence.</param>
/// <param name="Steps">Ids of the steps.</param>
/// <param name="Part">Id of the part; null: of none.</param>
public sealed record Sentence(string Text, IReadOnlyList<string> Steps, string? Part);

/// <summary>A reason for or against a machine.</summary>
/// <param name="About">What it is about, such as <c>repair:fan:reach</c>.</param>
/// <param name="Side">For or against.</param>
/// <param name="Points">Points that it earns or costs against the median of the others, > 0.</param>
/// <param name="Text">The sentence.</param>
/// <param name="Steps">Ids of the steps that it was made from.</param>
/// <param name="Part">Id of the part that it was made from; null: of none.</param>
public sealed record FoundReason(string About, ReasonSide Side, double Points, string Text, IReadOnlyList<string> Steps, string? Part);

/// <summary>
/// Reasons for and against in plain sentences made from facts, ranked by what they cost or earn against the median of the unit's class.
/// Method, <em>What is built on it</em>, ledger.
/// </summary>
public static class Reasons
{
    /// <summary>Points below which a difference is not worth a sentence.</summary>
    public const double Least = 0.05;

    /// <summary>Others of a class that a median takes at least; with fewer the whole shelf stands in.</summary>
    public const int FewestPeers = 3;

    private static readonly bool[] Sides = [true, false];

    /// <summary>Which units a unit is laid beside.</summary>
    /// <param name="own">Its class; null: unknown.</param>
    /// <param name="others">The classes of the other units of the shelf.</param>
    /// <returns>The class that they are of, null for the whole shelf where there are fewer than <see cref="FewestPeers"/> of the class; and their positions.</returns>
    public static (MachineClass? Class, IReadOnlyList<int> Positions) Peers(MachineClass? own, IReadOnlyList<MachineClass?> others)
    {
        var all = Enumerable.Range(0, others.Count);
        var ofClass = own is null ? [] : all.Where(position => others[position] == own).ToList();
        return ofClass.Count >= FewestPeers ? (own, ofClass) : (null, [.. all]);
    }

    /// <summary>The reasons, the weightiest first.</summary>
    /// <param name="record">The record.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="peers">The losses of the other units that it is laid beside.</param>
    public static IReadOnlyList<FoundReason> Of(CheckedRecord record, Rubric rubric, IReadOnlyList<IReadOnlyDictionary<ReasonKey, double>> peers)
    {
        var result = Scorer.Score(record, rubric);
        var sentences = new ReasonSentences(record, result, rubric);
        var found = new List<FoundReason>();
        foreach (var (key, points) in KindLosses.Of(result, record.Record, rubric))
        {
            var others = peers.Where(peer => peer.ContainsKey(key)).Select(peer => peer[key]).Order().ToList();
            if (others.Count == 0)
                continue;
            var more = points - Median(others);
            if (Math.Abs(more) < Least || sentences.Of(key, more > 0) is not { } sentence)
                continue;
            found.Add(new(key.ToString(), more > 0 ? ReasonSide.Against : ReasonSide.For, Math.Abs(more), sentence.Text, sentence.Steps, sentence.Part));
        }
        return [.. found.OrderByDescending(reason => reason.Points).ThenBy(reason => reason.About, StringComparer.Ordinal)];
    }

    /// <summary>
    /// Which picked sentences were made from facts that are others now: what is made of them today reads otherwise, or is no longer made. A
    /// reviewer's own never is.
    /// </summary>
    public static IReadOnlyList<bool> Stale(CheckedRecord record, Rubric rubric, IReadOnlyList<PickedReason> picked)
    {
        var result = Scorer.Score(record, rubric);
        var sentences = new ReasonSentences(record, result, rubric);
        // Which part speaks for a kind turns on the side that the sentence was made for.
        var now = KindLosses.Of(result, record.Record, rubric).Keys.SelectMany(key => Sides.Select(against => (Key: (key.ToString(), against), sentences.Of(key, against)?.Text)))
            .ToDictionary(pair => pair.Key, pair => pair.Text);
        return [.. picked.Select(reason => reason is { About: { } about, From: { } from } && now.GetValueOrDefault((about, reason.Side == ReasonSide.Against)) != from)];
    }

    private static double Median(List<double> sorted) =>
        sorted.Count % 2 == 1 ? sorted[sorted.Count / 2] : (sorted[sorted.Count / 2 - 1] + sorted[sorted.Count / 2]) / 2;
}
