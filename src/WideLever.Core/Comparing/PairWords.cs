using WideLever.Core.Findings;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>What sets two units apart, as sentences. Method, <em>What is built on it</em>, separation.</summary>
public static class PairWords
{
    private const int MostKinds = 3;
    private const double Apart = 0.05;

    /// <summary>A sentence for R and one for U: who is ahead, if anyone, and in what each of them is better.</summary>
    /// <param name="first">Name of the first.</param>
    /// <param name="one">Its kinds.</param>
    /// <param name="second">Name of the second.</param>
    /// <param name="other">Its kinds.</param>
    /// <param name="rubric">The rubric.</param>
    public static IReadOnlyList<string> Of(string first, FieldUnit one, string second, FieldUnit other, Rubric rubric)
    {
        var pair = UnitPair.Of(one, other, rubric);
        if (!pair.SameBuild)
            (one, other) = Field.OnWhatBothHave(one, other);
        return
        [
            Sentence(IndexName.Repair, pair.Repair, one.Repair, other.Repair, rubric.Repair),
            Sentence(IndexName.Upgrade, pair.Upgrade, one.Upgrade, other.Upgrade, rubric.Upgrade),
        ];

        string Sentence(IndexName index, Ahead ahead, IReadOnlyList<FieldKind> own, IReadOnlyList<FieldKind> others, OrderedTable<PartKind, double> weights)
        {
            string Figure(Indices indices) => IndexWords.Figure(indices.Get(index), indices.StatusOf(index));
            var (a, b) = (pair.Common.First, pair.Common.Second);
            var on = pair.SameBuild ? "" : ", on the kinds that both have";
            var standing = ahead switch
            {
                Ahead.First => $"In {index.Word()} {first} is ahead of {second}{on}: {Figure(a)} against {Figure(b)}",
                Ahead.Second => $"In {index.Word()} {first} is behind {second}{on}: {Figure(a)} against {Figure(b)}",
                _ => $"In {index.Word()} {first} and {second} cannot be told apart{on}: {first} {Figure(a)}, {second} {Figure(b)}",
            };
            var theirs = others.ToDictionary(kind => kind.Kind);
            var known = own.Where(kind => kind.Score.Value is not null && theirs.TryGetValue(kind.Kind, out var it) && it.Score.Value is not null && weights.Contains(kind.Kind))
                .Select(kind => (kind.Kind, By: kind.Score.Value!.Value - theirs[kind.Kind].Score.Value!.Value, Weight: weights[kind.Kind])).Where(kind => Math.Abs(kind.By) >= Apart && kind.Weight > 0)
                .OrderByDescending(kind => Math.Abs(kind.By * kind.Weight)).ToList();
            string Better(IEnumerable<(PartKind Kind, double By, double Weight)> kinds, string name) =>
                kinds.Take(MostKinds).Select(kind => kind.Kind.Name()).ToList() is { Count: > 0 } named ? $"{name} is better in {And(named)}" : "";
            var better = new[] { Better(known.Where(kind => kind.By > 0), first), Better(known.Where(kind => kind.By < 0), second) }.Where(text => text.Length > 0).ToList();
            return better.Count == 0 ? $"{standing}." : $"{standing}. {string.Join("; ", better)}.";
        }
    }

    private static string And(List<string> named) => named.Count == 1 ? named[0] : $"{string.Join(", ", named[..^1])} and {named[^1]}";
}
