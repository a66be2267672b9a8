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
/// <param name="Points">Points of its index, > 0: against, those that it cost by the ledger; for, those of its share that it did not; beside others, what sets it apart from their median.</param>
/// <param name="Text">The sentence.</param>
/// <param name="From">The sentence as its own facts make it, without what it was laid beside: it goes stale with them alone.</param>
/// <param name="Steps">Ids of the steps that it was made from.</param>
/// <param name="Part">Id of the part that it was made from; null: of none.</param>
public sealed record FoundReason(string About, ReasonSide Side, double Points, string Text, string From, IReadOnlyList<string> Steps, string? Part);

/// <summary>The machines that one is laid beside.</summary>
/// <param name="Class">The class that they are of; null: the whole shelf, or there are none.</param>
/// <param name="Positions">Their positions; none where there are too few of them.</param>
public sealed record PeerGroup(MachineClass? Class, IReadOnlyList<int> Positions);

/// <summary>
/// Reasons for and against in plain sentences made from facts. What is good speaks for a machine and what is bad against it, whatever the others
/// are; between, the others decide, and the sentence says so. Method, <em>What is built on it</em>, ledger.
/// </summary>
public static class Reasons
{
    /// <summary>Points below which nothing is worth a sentence.</summary>
    public const double Least = 0.05;

    /// <summary>A value from which a fact can only speak for a machine.</summary>
    public const double Good = 0.7;

    /// <summary>A value up to which it can only speak against one.</summary>
    public const double Bad = 0.4;

    /// <summary>Others that a median takes at least.</summary>
    public const int FewestPeers = 3;

    /// <summary>Sentences of one side, and of one kind on it, at most.</summary>
    public const int MostOfSide = 10, MostOfKind = 2;

    // A difference from the median that is worth a word, as a share of it.
    private const double Apart = 0.1;

    /// <summary>Which units a unit is laid beside: those of its class that are no drafts, three at least; else all of the shelf that are none; else none.</summary>
    /// <param name="own">Its class; null: unknown.</param>
    /// <param name="others">Class and status of the other units of the shelf.</param>
    public static PeerGroup Peers(MachineClass? own, IReadOnlyList<(MachineClass? Class, Status Status)> others)
    {
        var all = Enumerable.Range(0, others.Count).Where(position => others[position].Status != Status.Draft).ToList();
        var ofClass = own is null ? [] : all.Where(position => others[position].Class == own).ToList();
        return ofClass.Count >= FewestPeers ? new(own, ofClass) : new(null, all.Count >= FewestPeers ? all : []);
    }

    /// <summary>The reasons, the weightiest first: at most ten a side and two of a kind on it, those that a reader can act on before others.</summary>
    /// <param name="record">The record.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="ofClass">Whether the peers are of its class; else of the shelf.</param>
    /// <param name="peers">The facts of the others.</param>
    public static IReadOnlyList<FoundReason> Of(CheckedRecord record, Rubric rubric, bool ofClass, IReadOnlyList<IReadOnlyDictionary<ReasonKey, ReasonFact>> peers)
    {
        var result = Scorer.Score(record, rubric);
        var sentences = new ReasonSentences(record, result, rubric);
        var found = new List<(FoundReason Reason, ReasonKey Key, int Rank)>();
        var facts = KindFacts.Of(record, result, rubric);
        foreach (var (key, fact) in facts)
        {
            if (Made(sentences, key, fact, ofClass, peers) is { } reason)
                found.Add((reason, key, sentences.Rank(key)));
            // What of a kind stays soldered beside what can be changed costs of the same points.
            if (fact.Lost >= Least && sentences.Fixed(key) is { } told)
            {
                var about = key with { Criterion = ReasonSentences.FixedPart };
                found.Add((new(about.ToString(), ReasonSide.Against, fact.Lost, told.Text, told.Text, told.Steps, told.Part), about, 0));
            }
        }
        foreach (var (key, points, told) in sentences.Inseparable(facts).Where(one => one.Points >= Least))
            found.Add((new(key.ToString(), ReasonSide.Against, points, told.Text, told.Text, told.Steps, told.Part), key, sentences.Rank(key)));
        return
        [
            .. new[] { ReasonSide.For, ReasonSide.Against }
                .SelectMany(side => found.Where(one => one.Reason.Side == side)
                    .GroupBy(one => one.Key.Kind).SelectMany(kind => Ordered(kind).DistinctBy(one => Told(one.Reason)).Take(MostOfKind)).ToList() is { } some ? Ordered(some).DistinctBy(one => Told(one.Reason)).Take(MostOfSide) : [])
                // What most of the others have as well is no headline, and what sets it apart counts double.
                .Select(one => (one.Reason, Weight: sentences.Weight(one.Key), Share: ShareOf(one.Reason.Side, one.Key, peers)))
                .OrderBy(one => one.Share >= 2.0 / 3).ThenByDescending(one => one.Reason.Points * one.Weight * (one.Share <= 1.0 / 3 ? 2 : 1)).ThenBy(one => one.Reason.About, StringComparer.Ordinal).Select(one => one.Reason)
                // Two facts that make the same sentence are told once.
                .DistinctBy(reason => reason.Text),
        ];
    }

    /// <summary>What a reason tells, where several facts tell the same: a part that stays is soldered for Repair and cannot be upgraded for Upgrade.</summary>
    private static string Told(FoundReason reason) => (reason.Side, reason.About.Split(':')) switch
    {
        (ReasonSide.Against, [_, var kind, "absent" or "mounting"]) => $"{kind} stays",
        (ReasonSide.For, [_, _, "bonds"]) => "nothing is stuck",
        _ => reason.About,
    };

    /// <summary>The share of the others that stand on the same side in this, 0..1; null: there are too few of them.</summary>
    private static double? ShareOf(ReasonSide side, ReasonKey key, IReadOnlyList<IReadOnlyDictionary<ReasonKey, ReasonFact>> peers)
    {
        var known = peers.Select(peer => peer.GetValueOrDefault(key)).OfType<ReasonFact>().ToList();
        return known.Count < FewestPeers ? null : (double)known.Count(other => side == ReasonSide.For ? other.Value >= Good : other.Value <= Bad) / known.Count;
    }

    private static IEnumerable<(FoundReason Reason, ReasonKey Key, int Rank)> Ordered(IEnumerable<(FoundReason Reason, ReasonKey Key, int Rank)> found) =>
        found.OrderBy(one => one.Rank).ThenByDescending(one => one.Reason.Points).ThenBy(one => one.Reason.About, StringComparer.Ordinal);

    private static FoundReason? Made(ReasonSentences sentences, ReasonKey key, ReasonFact fact, bool ofClass, IReadOnlyList<IReadOnlyDictionary<ReasonKey, ReasonFact>> peers)
    {
        // A place that takes few parts is told by its limits, whatever its other places and other machines take.
        if (sentences.Limited(key) is { } share && Math.Max(fact.Lost, share * fact.Full) is >= Least and var worth && sentences.Of(key, ReasonSide.Against) is { } limited)
            return new(key.ToString(), ReasonSide.Against, worth, limited.Text, limited.Text, limited.Steps, limited.Part);
        if (fact.Value >= Good || fact.Value <= Bad)
        {
            var side = fact.Value >= Good ? ReasonSide.For : ReasonSide.Against;
            var points = side == ReasonSide.For ? fact.Full - fact.Lost : fact.Lost;
            return points >= Least && sentences.Of(key, side) is { } sentence ? new(key.ToString(), side, points, sentence.Text, sentence.Text, sentence.Steps, sentence.Part) : null;
        }
        var others = peers.Select(peer => peer.GetValueOrDefault(key)).OfType<ReasonFact>().Where(other => other.Measure is not null).ToList();
        if (fact.Measure is not { } own || others.Count < FewestPeers)
            return null;
        var (median, apart) = (Median([.. others.Select(other => other.Measure!.Value).Order()]), fact.Lost - Median([.. others.Select(other => other.Lost).Order()]));
        var than = apart > 0 ? ReasonSide.Against : ReasonSide.For;
        // What costs more than most must also be more, or less, of what is counted: else the sentence would contradict itself.
        var isWorse = ReasonSentences.IsMoreBetter(key) ? own < median : own > median;
        return Math.Abs(apart) >= Least && Math.Abs(own - median) >= Apart * Math.Abs(median) && isWorse == (than == ReasonSide.Against) && sentences.Of(key, than) is { } told
            ? new(key.ToString(), than, Math.Abs(apart), sentences.Beside(key, told.Text, than, median, ofClass), told.Text, told.Steps, told.Part) : null;
    }

    /// <summary>
    /// Which picked sentences were made from facts that are others now: what is made of them today reads otherwise, or is no longer made. A
    /// reviewer's own never is.
    /// </summary>
    public static IReadOnlyList<bool> Stale(CheckedRecord record, Rubric rubric, IReadOnlyList<PickedReason> picked)
    {
        if (picked.Count == 0)
            return [];
        var result = Scorer.Score(record, rubric);
        var sentences = new ReasonSentences(record, result, rubric);
        var now = new Dictionary<(string About, ReasonSide Side), string?>();
        var facts = KindFacts.Of(record, result, rubric);
        foreach (var (key, fact) in facts)
        {
            if (fact.Value > Bad)
                now[(key.ToString(), ReasonSide.For)] = sentences.Of(key, ReasonSide.For)?.Text;
            if (fact.Value < Good || sentences.Limited(key) is not null)
                now[(key.ToString(), ReasonSide.Against)] = sentences.Of(key, ReasonSide.Against)?.Text;
            if (sentences.Fixed(key) is { } told)
                now[((key with { Criterion = ReasonSentences.FixedPart }).ToString(), ReasonSide.Against)] = told.Text;
        }
        foreach (var (key, _, told) in sentences.Inseparable(facts))
            now[(key.ToString(), ReasonSide.Against)] = told.Text;
        return [.. picked.Select(reason => reason is { About: { } about, From: { } from } && now.GetValueOrDefault((about, reason.Side)) != from)];
    }

    private static double Median(List<double> sorted) =>
        sorted.Count % 2 == 1 ? sorted[sorted.Count / 2] : (sorted[sorted.Count / 2 - 1] + sorted[sorted.Count / 2]) / 2;
}
