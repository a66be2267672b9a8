using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>What a reason can be about: a criterion of a kind in R, or one of the three of an upgrade kind in U.</summary>
/// <param name="Index">R or U.</param>
/// <param name="Kind">The kind; null: guidance, which is of the machine.</param>
/// <param name="Criterion">Word of the criterion; <c>absent</c> where an upgrade kind is absent or nothing of it can be separated.</param>
public readonly record struct ReasonKey(IndexName Index, PartKind? Kind, string Criterion)
{
    /// <summary>As text, such as <c>repair:fan:reach</c>.</summary>
    public override string ToString() => $"{Index.Word()}:{Kind?.Word() ?? "machine"}:{Criterion}";
}

/// <summary>Points of R and U that each criterion of each kind cost, by the ledger.</summary>
public static class KindLosses
{
    /// <summary>The losses of a result; what has no value is not among them.</summary>
    public static IReadOnlyDictionary<ReasonKey, double> Of(Result result, TeardownRecord record, Rubric rubric)
    {
        var losses = new Dictionary<ReasonKey, double>();
        Add(losses, IndexName.Repair, Ledger.OfRepair(result, record, rubric, actionsOf: []), rubric.Repair, [.. result.RepairKinds.Select(kind => kind.Kind)]);
        Add(losses, IndexName.Upgrade, Ledger.OfUpgrade(result, record, rubric, actionsOf: []), rubric.Upgrade, [.. result.UpgradeKinds.Select(kind => kind.Kind)]);
        return losses;
    }

    private static void Add(Dictionary<ReasonKey, double> losses, IndexName index, Ledger ledger, OrderedTable<PartKind, double> weights, IReadOnlyList<PartKind> kinds)
    {
        var whole = kinds.Sum(kind => weights[kind]);
        // What stands somewhere for want of a value says nothing for or against a machine.
        foreach (var line in ledger.Lines.Where(line => line.Known))
        {
            if (!WordList.TryParse<PartKind>(line.Name, out var kind))
                throw new InvalidOperationException($"a line of the ledger about no kind: {line.Name}");
            // Without an index a kind is charged from 100 down by itself: of the index it is its share of the weight.
            var share = ledger.Index is null ? weights[kind] / whole : 1;
            var criteria = line.Lines.SelectMany(inner => inner.Sort == LedgerSort.Part && index == IndexName.Repair ? inner.Lines : [inner]).Where(inner => inner.Sort == LedgerSort.Criterion).ToList();
            if (criteria.Count == 0 && index == IndexName.Upgrade)
                losses[new(index, kind, "absent")] = share * line.Points;
            foreach (var criterion in criteria.Where(criterion => criterion.Known))
            {
                // The four marks are of the machine, whatever kind they are counted with.
                var key = criterion.Name == Criterion.Guidance.Word() ? new ReasonKey(index, null, criterion.Name) : new(index, kind, criterion.Name);
                losses[key] = losses.GetValueOrDefault(key) + share * criterion.Points;
            }
        }
    }
}
