using WideLever.Core.Checking;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>What a reason can be made from.</summary>
/// <param name="Value">How good it is, 0..1; of several parts that of the worst.</param>
/// <param name="Lost">Points of the index that it cost, by the ledger.</param>
/// <param name="Full">Points that it could cost: its share of the weight.</param>
/// <param name="Measure">What machines are laid beside each other by: seconds of a way, screws, a price in the rubric's currency, GB or Wh; null: nothing that is counted.</param>
public sealed record ReasonFact(double Value, double Lost, double Full, double? Measure);

/// <summary>The facts of a machine that a reason can be made from, by what it would be about.</summary>
public static class KindFacts
{
    /// <summary>Every fact of which the value is known.</summary>
    public static IReadOnlyDictionary<ReasonKey, ReasonFact> Of(CheckedRecord record, Result result, Rubric rubric)
    {
        var losses = KindLosses.Of(result, record.Record, rubric);
        var facts = new Dictionary<ReasonKey, ReasonFact>();
        var sentences = new ReasonSentences(record, result, rubric);
        var repair = result.RepairKinds.Sum(kind => rubric.Repair[kind.Kind]);
        var upgrade = result.UpgradeKinds.Sum(kind => rubric.Upgrade[kind.Kind]);
        foreach (var (key, lost) in losses)
        {
            if (sentences.Value(key) is not { } value)
                continue;
            var full = key.Index == IndexName.Repair
                ? 100 * (key.Kind is { } of ? rubric.Repair[of] / repair : 1) * Weight(rubric.Criteria, key.Criterion)
                : 100 * rubric.Upgrade[key.Kind!.Value] / upgrade * Weight(rubric.UpgradeCriteria, key.Criterion);
            facts.Add(key, new(value, lost, full, sentences.Measure(key)));
        }
        return facts;
    }

    private static double Weight<TWord>(WordTable<TWord, double> weights, string criterion) where TWord : struct, Enum
    {
        var whole = WordList.Members<TWord>().Sum(word => weights[word]);
        // What is absent stands for all that its kind could give.
        return WordList.TryParse<TWord>(criterion, out var of) && whole > 0 ? weights[of] / whole : 1;
    }
}
