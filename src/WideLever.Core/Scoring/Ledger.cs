using System.Globalization;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.StepLines;

namespace WideLever.Core.Scoring;

/// <summary>What a line of the ledger is about.</summary>
public enum LedgerSort
{
    /// <summary>A kind; <see cref="LedgerLine.Name"/> is its word.</summary>
    Kind,

    /// <summary>A part; its id.</summary>
    Part,

    /// <summary>A criterion of a part or of an upgrade kind; its word.</summary>
    Criterion,

    /// <summary>An action; as the step line says it.</summary>
    Action,

    /// <summary>Together those that are not told one by one, of which each cost no more than any that is; how many they are.</summary>
    Others,
}

/// <summary>One line of the ledger: what it cost, and what that is made of.</summary>
/// <param name="Sort">What it is about.</param>
/// <param name="Name">Its word or id.</param>
/// <param name="Points">Points of the index that it cost, ≥ 0.</param>
/// <param name="Value">Its value on 0..1, or where it stands for want of one; of an action its share of what the criterion lost.</param>
/// <param name="Known">Whether it has a value; if not, not enough is known of it, and it is a leaf.</param>
/// <param name="Steps">Ids of the steps that it was read from; none where it was not read from steps.</param>
/// <param name="Part">Id of the part whose facts it was read from; null: of no part's.</param>
/// <param name="Lines">The lines inside it, which add up to its points; none: it is a leaf.</param>
public sealed record LedgerLine(
    LedgerSort Sort, string Name, double Points, double Value, bool Known, IReadOnlyList<string> Steps, string? Part, IReadOnlyList<LedgerLine> Lines);

/// <summary>From 100 down to an index: what each kind cost, and inside it each part and criterion. Method, <em>What is built on it</em>, ledger.</summary>
/// <param name="Index">The index, 0..100; null: it has no value, and no ledger, but its kinds with a value have.</param>
/// <param name="Lines">
/// The kinds, in the rubric's order; their points add up to 100 less the index. Without an index only the kinds that have a value, each from
/// 100 down to its own.
/// </param>
public sealed record Ledger(double? Index, IReadOnlyList<LedgerLine> Lines)
{
    /// <summary>Parts of a kind, and actions of a criterion, that are told one by one down to the last action: those that cost most.</summary>
    public const int MostParts = 20, MostActions = 40;

    /// <summary>The ledger of R.</summary>
    /// <param name="result">The result.</param>
    /// <param name="record">Its record.</param>
    /// <param name="rubric">Its rubric.</param>
    /// <param name="actionsOf">The kinds of which single actions are told; of others criteria of a route are leaves. Null: of all.</param>
    public static Ledger OfRepair(Result result, TeardownRecord record, Rubric rubric, IReadOnlyList<PartKind>? actionsOf = null)
    {
        var writer = new Writer(result, record, rubric, actionsOf);
        return writer.Write(result.Repair, [.. result.RepairKinds.Select(kind => (kind.Kind, rubric.Repair[kind.Kind], kind.Score))], writer.OfParts);
    }

    /// <summary>The ledger of U, by the choice of places that is shown and the sets that are counted on.</summary>
    /// <param name="result">The result.</param>
    /// <param name="record">Its record.</param>
    /// <param name="rubric">Its rubric.</param>
    /// <param name="actionsOf">As of <see cref="OfRepair"/>.</param>
    public static Ledger OfUpgrade(Result result, TeardownRecord record, Rubric rubric, IReadOnlyList<PartKind>? actionsOf = null)
    {
        var writer = new Writer(result, record, rubric, actionsOf);
        return writer.Write(result.Upgrade, [.. result.UpgradeKinds.Select(kind => (kind.Kind, rubric.Upgrade[kind.Kind], kind.Score))], writer.OfUpgradeCriteria);
    }

    private sealed class Writer(Result result, TeardownRecord record, Rubric rubric, IReadOnlyList<PartKind>? actionsOf)
    {
        public Ledger Write(Quantity index, IReadOnlyList<(PartKind Kind, double Weight, Quantity Score)> kinds, Func<PartKind, double, IReadOnlyList<LedgerLine>> inside)
        {
            if (index.Value is { } value)
            {
                return new(value, Lines(100 - value, Mean.Across(rubric), kinds, kind => (kind.Weight, kind.Score),
                    (kind, item) => item.Line(LedgerSort.Kind, kind.Kind.Word(), inside: points => inside(kind.Kind, points))));
            }
            return new(null,
            [
                .. kinds.Where(kind => kind.Weight > 0 && kind.Score.Value is not null)
                    .Select(kind => new Item(100 * (1 - kind.Score.Value!.Value), kind.Score.Value.Value, true).Line(LedgerSort.Kind, kind.Kind.Word(), inside: points => inside(kind.Kind, points))),
            ]);
        }

        private bool Tells(PartKind kind) => actionsOf is null || actionsOf.Contains(kind);

        public IReadOnlyList<LedgerLine> OfParts(PartKind kind, double points)
        {
            var parts = result.Parts.Where(part => part.Part.Kind == kind && part.Score is not null).ToList();
            // The lower it scores, the more it cost.
            var told = Tells(kind) ? parts.OrderBy(part => part.Score!.Value.Low).Take(MostParts).Select(part => part.Part.Id).ToHashSet(StringComparer.Ordinal) : [];
            return Lines(points, Mean.Inside(rubric), parts, part => (1, part.Score!.Value),
                (part, item) => item.Line(LedgerSort.Part, part.Part.Id, part: part.Part.Id, inside: inner => OfCriteria(part, inner, told.Contains(part.Part.Id))));
        }

        private IReadOnlyList<LedgerLine> OfCriteria(PartScore part, double points, bool actions) => Lines(
            points, Mean.Inside(rubric), [.. part.Criteria!.Pairs], pair => (rubric.Criteria[pair.Key], pair.Value),
            (pair, item) => pair.Key switch
            {
                Criterion.Guidance => item.Line(LedgerSort.Criterion, pair.Key.Word()),
                Criterion.Mounting => item.Line(LedgerSort.Criterion, pair.Key.Word(), part: part.Part.Id),
                // An inseparable part that is not replaceable has no spare and no route of its own: its mounting decided.
                Criterion.Price or Criterion.Supply => item.Line(LedgerSort.Criterion, pair.Key.Word(), part: part.ServiceUnit ?? part.Part.Id),
                _ => part.Route is { } route ? OfRoute(pair.Key, item, route, actions) : item.Line(LedgerSort.Criterion, pair.Key.Word(), part: part.Part.Id),
            });

        /// <summary>A criterion of a route, with what each of its actions cost; those that cost nothing are left out.</summary>
        private LedgerLine OfRoute(Criterion criterion, Item item, IReadOnlyList<int> route, bool actions) => item.Line(
            LedgerSort.Criterion, criterion.Word(), steps: [.. route.Select(step => record.Steps[step].Id)], inside: points =>
            {
                // A way of no steps can cost nothing but what is not known of it.
                if (points <= 0 || !actions || route.Count == 0)
                    return [];
                var taken = ActionShares.Of(route, record.Steps);
                var shares = ActionShares.Of(criterion, taken, record.Steps, rubric);
                var dearest = Enumerable.Range(0, taken.Count).Where(i => shares[i] > 0).OrderByDescending(i => shares[i]).ToList();
                var rest = dearest.Skip(MostActions).ToList();
                return
                [
                    .. dearest.Take(MostActions).Order().Select(i => new Item(points * shares[i], shares[i], true)
                        .Line(LedgerSort.Action, StepLinePrinter.Action(taken[i].Action), steps: [record.Steps[taken[i].Step].Id])),
                    .. rest.Count == 0 ? [] : new[] { new Item(points * rest.Sum(i => shares[i]), rest.Sum(i => shares[i]), true)
                        .Line(LedgerSort.Others, rest.Count.ToString(CultureInfo.InvariantCulture), steps: [.. rest.Select(i => record.Steps[taken[i].Step].Id).Distinct()]) },
                ];
            });

        /// <summary>The three criteria of an upgrade kind, each with its parts; where the kind is nothing as a whole, what makes it so.</summary>
        public IReadOnlyList<LedgerLine> OfUpgradeCriteria(PartKind kind, double points)
        {
            var parts = record.Parts.Where(part => part.Kind == kind).ToList();
            // Nothing of it can be separated or is left, or it is absent and there is no part to name.
            if (result.UpgradeKinds.Single(one => one.Kind == kind).Set is not { } set)
                return Alike(parts, points);
            (UpgradeCriterion Criterion, Quantity Value)[] items = [(UpgradeCriterion.Headroom, set.Headroom), (UpgradeCriterion.Standard, set.Standard), (UpgradeCriterion.Access, set.Access)];
            // Where headroom is nothing the kind is nothing, and headroom alone cost it.
            if (set.Headroom.Value == 0)
                items = [items[0]];
            return Lines(points, Mean.Geometric(rubric), items, item => (set.Headroom.Value == 0 ? 1 : rubric.UpgradeCriteria[item.Criterion], item.Value), (criterion, item) => item.Line(
                LedgerSort.Criterion, criterion.Criterion.Word(), inside: inner => criterion.Criterion switch
                {
                    // What can grow falls short together; of what is counted, those that cannot be separated do.
                    UpgradeCriterion.Headroom => Alike(rubric.Headroom.Contains(kind) ? parts : [.. parts.Where(part => rubric.IsInseparable(part.Mounting) == true)], inner),
                    UpgradeCriterion.Standard => Lines(inner, Mean.Arithmetic(rubric), set.Places, place => (1, place.Standard), (place, one) => one.Line(LedgerSort.Part, place.Part.Id, part: place.Part.Id)),
                    _ => Lines(inner, Mean.Arithmetic(rubric), set.Places, place => (1, place.Access),
                        (place, one) => one.Line(LedgerSort.Part, place.Part.Id, part: place.Part.Id, inside: rest => OfAccess(place, rest))),
                }));
        }

        private IReadOnlyList<LedgerLine> OfAccess(UpgradePlace place, double points)
        {
            var route = result.Parts.Single(part => part.Part.Id == place.Part.Id).Route;
            return Lines(points, Mean.Geometric(rubric), place.Criteria, pair => (rubric.AccessCriteria[pair.Key], pair.Value),
                (pair, item) => route is null ? item.Line(LedgerSort.Criterion, pair.Key.Word(), part: place.Part.Id) : OfRoute(pair.Key, item, route, Tells(place.Part.Kind)));
        }

        private static IReadOnlyList<LedgerLine> Alike(List<Part> parts, double points) =>
            [.. parts.Select(part => new Item(points / parts.Count, 0, true).Line(LedgerSort.Part, part.Id, part: part.Id))];

        /// <summary>
        /// Points shared among the items of a mean, each at its value or where it stands for want of one, in proportion to w × (1 − v^ρ) / ρ, or
        /// −w ln v; v raised to the floor where ρ ≤ 0.
        /// </summary>
        private static IReadOnlyList<LedgerLine> Lines<T>(
            double points, Mean mean, IReadOnlyList<T> all, Func<T, (double Weight, Quantity Value)> of, Func<T, Item, LedgerLine> line)
        {
            var counted = all.Select(one => (One: one, Of: of(one))).Where(pair => pair.Of.Weight > 0).ToList();
            if (mean.OfKnown([.. counted.Select(pair => pair.Of)]) is not { } known)
                return [];
            var values = counted.Select(pair => Mean.Standing(pair.Of.Value, known)).ToArray();
            var losses = counted.Select((pair, i) =>
            {
                var value = mean.Exponent <= 0 ? Math.Max(values[i], mean.Floor) : values[i];
                return pair.Of.Weight * (mean.Exponent == 0 ? -Math.Log(value) : (1 - Math.Pow(value, mean.Exponent)) / mean.Exponent);
            }).ToArray();
            var lost = losses.Sum();
            return [.. counted.Select((pair, i) => line(pair.One, new(lost > 0 ? points * losses[i] / lost : 0, values[i], pair.Of.Value.Value is not null)))];
        }

        private readonly record struct Item(double Points, double Value, bool Known)
        {
            public LedgerLine Line(
                LedgerSort sort, string name, IReadOnlyList<string>? steps = null, string? part = null, Func<double, IReadOnlyList<LedgerLine>>? inside = null) =>
                new(sort, name, Points, Value, Known, steps ?? [], part, Known && inside is not null ? inside(Points) : []);
        }
    }
}
