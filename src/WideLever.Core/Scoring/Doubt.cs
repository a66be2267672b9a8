using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

/// <summary>What an unknown fact costs in range: points that the ranges would be narrower, on the average of its answers, if it were known.</summary>
/// <param name="Fact">The fact.</param>
/// <param name="Repair">Of R.</param>
/// <param name="Upgrade">Of U.</param>
/// <param name="Combined">Of both together.</param>
public sealed record FactCost(UnknownFact Fact, double Repair, double Upgrade, double Combined);

/// <summary>Which unknown facts make the ranges wide. Method, <em>Principles</em>, unknown is unknown.</summary>
/// <param name="Costs">What those that were tried cost, the dearest first; those that cost nothing are left out.</param>
/// <param name="Tried">How many were tried: those of the machine and its parts first, then those of steps in their order.</param>
/// <param name="Facts">How many there are.</param>
public sealed record Doubt(IReadOnlyList<FactCost> Costs, int Tried, int Facts)
{
    // As many as are tried side by side.
    private const int Together = 8;

    // What is narrower by less than this is not seen at six places.
    private const double Nothing = 5e-7;

    /// <summary>
    /// Every unknown fact that costs anything, the dearest first. Each is tried by itself, all others left unknown: the costs of facts
    /// that hide one another do not add up to the width.
    /// </summary>
    /// <param name="record">The record.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="isEnough">Asked now and then whether to leave it at what was tried; null: all are tried.</param>
    /// <param name="cancellation">Ends it without an answer.</param>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    public static Doubt Of(CheckedRecord record, Rubric rubric, Func<bool>? isEnough = null, CancellationToken cancellation = default)
    {
        var routes = Scorer.RoutesOf(record, rubric, cancellation);
        var result = Scorer.Score(record, rubric, routes);
        var now = Indices.Of(result);
        var (costs, facts, enough) = (new List<FactCost>(), 0, false);
        foreach (var some in UnknownFacts.Of(record.Record, rubric).Chunk(Together))
        {
            facts += some.Length;
            if (!enough)
                costs.AddRange(some.AsParallel().AsOrdered().WithCancellation(cancellation).Select((asked, i) => Cost(asked, always: costs.Count + i == 0)).OfType<FactCost>());
        }
        return new(
        [
            .. costs.Concat(OfWays(record, rubric, routes, now)).Where(cost => Math.Max(cost.Repair, cost.Upgrade) > Nothing)
                .OrderByDescending(cost => cost.Combined).ThenBy(cost => cost.Fact.At, StringComparer.Ordinal),
        ], costs.Count, facts);

        // The first is tried whatever the clock says. A fact of which not every answer could be tried is not tried; of a large record one answer takes long enough to look at the clock.
        FactCost? Cost(AskedFact asked, bool always)
        {
            bool Goes(TeardownRecord _) => always || !(enough = enough || isEnough?.Invoke() == true);
            var known = asked.Fact.Field == "kind"
                ? [WithKind(result, rubric, asked.Fact.Kind!.Value)]
                : asked.Answers.TakeWhile(Goes)
                    // An answer that would make the record faulty, such as a part within itself, is none.
                    .Select(answer => RecordValidation.Check(answer, rubric).Checked).OfType<CheckedRecord>()
                    .Select(answer => Indices.Of(asked.OfSteps ? Scorer.Score(answer, rubric, cancellation) : Scorer.Score(answer, rubric, routes))).ToList();
            if (enough && !always)
                return null;
            double Narrower(Func<Indices, Quantity> index) => known.Count == 0 ? 0 : Math.Max(0, known.Average(one => Width(index(now)) - Width(index(one))));
            return new FactCost(asked.Fact, Narrower(one => one.Repair), Narrower(one => one.Upgrade), Narrower(one => one.Combined));
        }
    }

    /// <summary>What it costs that no step frees a service unit: its way alone, if all were known of it, would no longer widen the ranges.</summary>
    private static IEnumerable<FactCost> OfWays(CheckedRecord record, Rubric rubric, Dictionary<string, RouteFacts?> routes, Indices now)
    {
        var unit = record.Record.Parts.Where(part => rubric.Repair.Contains(part.Kind) || rubric.Upgrade.Contains(part.Kind))
            .Select(part => ServiceUnits.Of(part, record, rubric)).OfType<Part>().DistinctBy(part => part.Id).Where(part => routes[part.Id] is null);
        foreach (var part in unit)
        {
            var half = Quantity.Exactly(0.5);
            var (full, zero) = rubric.Reach.TryGet(part.Kind, out var reach) ? (reach.First, reach.Second) : (1, 1);
            var known = new Dictionary<string, RouteFacts?>(routes, StringComparer.Ordinal)
            {
                [part.Id] = new([], EffortSeconds.Exactly(Math.Sqrt(full * zero)), half, half, half, half),
            };
            var then = Indices.Of(Scorer.Score(record, rubric, known));
            double Narrower(Func<Indices, Quantity> index) => Math.Max(0, Width(index(now)) - Width(index(then)));
            yield return new(new($"parts[{record.Graph.PartPositions[part.Id]}].way", "way", part.Kind, part.Id), Narrower(one => one.Repair), Narrower(one => one.Upgrade), Narrower(one => one.Combined));
        }
    }

    private static double Width(Quantity quantity) => quantity.High - quantity.Low;

    /// <summary>The indices if all were known of a kind not seen: its share alone no longer widens them.</summary>
    private static Indices WithKind(Result result, Rubric rubric, PartKind kind)
    {
        Quantity Known(PartKind other, Quantity score) => other == kind ? Quantity.Exactly(0.5) : score;
        var repair = Scorer.Across([.. result.RepairKinds.Select(one => (rubric.Repair[one.Kind], Known(one.Kind, one.Score)))], rubric);
        var upgrade = Quantity.Greatest([.. result.UpgradeChoices.Select(choice => Scorer.Across([.. choice.Kinds.Select(one => (rubric.Upgrade[one.Kind], Known(one.Kind, one.Score)))], rubric))]);
        return Indices.Of(repair, upgrade, result.SharedReasons, rubric);
    }
}
