using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

/// <summary>A fact that a record has not and that an index may turn on.</summary>
/// <param name="At">Its place in the record, such as <c>parts[3].mounting</c> or <c>kind:fan</c>.</param>
/// <param name="Field">What is unknown: mounting, within, capacity, ceiling, standard, source, price, paired, layer, kind, way (no step frees it), class, a mark, or a field of an action.</param>
/// <param name="Kind">Kind of the part, or the kind not seen; null: of the machine or a step.</param>
/// <param name="Part">Id of the part; null: not of a part.</param>
/// <param name="Step">Id of the step; null: not of a step.</param>
public sealed record UnknownFact(string At, string Field, PartKind? Kind = null, string? Part = null, string? Step = null);

/// <summary>An unknown fact with records in which it is known, one for each answer that is tried.</summary>
/// <param name="Fact">The fact.</param>
/// <param name="OfSteps">Whether the answers change the steps, so that ways in may be others.</param>
/// <param name="Answers">The record with each answer, made when it is asked for; none for a kind not seen, of which no single answer says enough.</param>
internal sealed record AskedFact(UnknownFact Fact, bool OfSteps, IEnumerable<TeardownRecord> Answers);

/// <summary>
/// Every fact that may be asked for, each with what may come out: for a word every word of its table, for a number both ends and the
/// middle of what it may be.
/// </summary>
internal static class UnknownFacts
{
    private static readonly bool[] YesNo = [true, false];

    /// <summary>The unknown facts of a record under a rubric.</summary>
    public static IEnumerable<AskedFact> Of(TeardownRecord record, Rubric rubric) =>
        OfMachine(record).Concat(OfKinds(record, rubric)).Concat(OfParts(record, rubric)).Concat(OfSteps(record, rubric));

    private static IEnumerable<AskedFact> OfMachine(TeardownRecord record)
    {
        if (record.Unit.Class is null)
            yield return new(new("unit.class", "class"), false, WordList.Members<MachineClass>().Select(word => record with { Unit = record.Unit with { Class = word } }));
        var guidance = record.Guidance;
        (string Name, bool? Mark, Func<bool, Guidance> With)[] marks =
        [
            ("manual", guidance.Manual, mark => guidance with { Manual = mark }), ("labels", guidance.Labels, mark => guidance with { Labels = mark }),
            ("partNumbers", guidance.PartNumbers, mark => guidance with { PartNumbers = mark }), ("order", guidance.Order, mark => guidance with { Order = mark }),
        ];
        foreach (var (name, mark, with) in marks)
        {
            if (mark is null)
                yield return new(new($"guidance.{name}", name), false, YesNo.Select(answer => record with { Guidance = with(answer) }));
        }
    }

    private static IEnumerable<AskedFact> OfKinds(TeardownRecord record, Rubric rubric) =>
        rubric.Repair.Pairs.Select(pair => pair.Key).Union(rubric.Upgrade.Pairs.Select(pair => pair.Key))
            .Where(kind => !record.Absent.Contains(kind) && record.Parts.All(part => part.Kind != kind))
            .Select(kind => new AskedFact(new($"kind:{kind.Word()}", "kind", kind), false, []));

    private static IEnumerable<AskedFact> OfParts(TeardownRecord record, Rubric rubric)
    {
        for (var p = 0; p < record.Parts.Count; p++)
        {
            var (part, at, position) = (record.Parts[p], $"parts[{p}]", p);
            if (!rubric.Repair.Contains(part.Kind) && !rubric.Upgrade.Contains(part.Kind) && record.Parts.All(other => other.Within != part.Id))
                continue;
            AskedFact Asked(string field, string place, IEnumerable<Part> answers) => new(
                new($"{at}.{place}", field, part.Kind, part.Id), false, answers.Select(answer => record with { Parts = With(record.Parts, position, answer) }));
            var separable = rubric.IsInseparable(part.Mounting) == false;
            if (part.Mounting is null)
                yield return Asked("mounting", "mounting", WordList.Members<Mounting>().Select(word => part with { Mounting = word }));
            if (part.Mounting is not null && !separable && part.Within is null && Assemblies(record, part).ToList() is { Count: > 0 } assemblies)
                yield return Asked("within", "within", assemblies.Select(id => part with { Within = id }));
            if (rubric.Headroom.TryGet(part.Kind, out var ends) && rubric.Upgrade.Contains(part.Kind))
            {
                double[] sizes = [ends.First, Math.Sqrt(ends.First * ends.Second), ends.Second];
                if (separable && Headroom.Ceiling(part, record.Unit, rubric) is { From: not CeilingFrom.School } ceiling && ceiling.Low < ceiling.High)
                    yield return Asked("ceiling", "capacity.max.maker", sizes.Select(size => part with { Capacity = part.Capacity with { Max = part.Capacity.Max with { Maker = size } } }));
                if (part.Mounting is not null && !separable && part.Capacity.Fitted is null)
                    yield return Asked("capacity", "capacity.fitted", sizes.Select(size => part with { Capacity = part.Capacity with { Fitted = size } }));
            }
            if (rubric.Upgrade.Contains(part.Kind) && separable && part.Interface.Standard is null)
                yield return Asked("standard", "interface.standard", WordList.Members<Standard>().Select(word => part with { Interface = part.Interface with { Standard = word } }));
            // A place that no step frees is reached once it is known where it is in view; a fitted part only no better than that.
            if (part.Layer is null && part.Mounting is not null && separable && record.Steps.All(step => !step.Frees.Contains(part.Id)))
                yield return new(new($"{at}.layer", "layer", part.Kind, part.Id), true, record.Layers.Select(layer => record with { Parts = With(record.Parts, position, part with { Layer = layer }) }));
            // A spare is asked of what is bought: not of what is one piece with its assembly.
            if (!separable || (!part.Fitted && !rubric.Upgrade.Contains(part.Kind)))
                continue;
            if (part.Spare.Source is null)
                yield return Asked("source", "spare.source", WordList.Members<Supply>().Select(word => part with { Spare = part.Spare with { Source = word } }));
            if (part.Spare.Source is not Supply.None && Criteria.Price.InRubricCurrency(part.Spare.Price, rubric) is null && Base(record.Unit, rubric) is { } price)
            {
                yield return Asked("price", "spare.price.amount", new[] { 0, rubric.PriceShareAtZero / 2, rubric.PriceShareAtZero }
                    .Select(share => part with { Spare = part.Spare with { Price = new Money { Amount = share * price } } }));
            }
            if (part.Spare.Paired is null && part.Spare.Source is not Supply.None)
                yield return Asked("paired", "spare.paired", YesNo.Select(answer => part with { Spare = part.Spare with { Paired = answer } }));
        }
    }

    private static double? Base(Unit unit, Rubric rubric) =>
        Criteria.Price.InRubricCurrency(unit.Price, rubric) ?? (unit.Class is { } known ? rubric.PriceReference[known] : null);

    /// <summary>What a part may be one piece with: what is no part of it.</summary>
    private static IEnumerable<string> Assemblies(TeardownRecord record, Part part) =>
        record.Parts.Where(other => other.Id != part.Id && other.Within is null && other.Fitted).Select(other => other.Id);

    private static IEnumerable<AskedFact> OfSteps(TeardownRecord record, Rubric rubric)
    {
        for (var s = 0; s < record.Steps.Count; s++)
        {
            var (step, position) = (record.Steps[s], s);
            for (var a = 0; a < step.Actions.Count; a++)
            {
                var actionPosition = a;
                foreach (var (field, answers) in OfAction(step.Actions[a], rubric))
                {
                    yield return new(new($"steps[{s}].actions[{a}].{field}", field, Step: step.Id), true,
                        answers.Select(answer => record with { Steps = With(record.Steps, position, step with { Actions = With(step.Actions, actionPosition, answer) }) }));
                }
            }
        }
    }

    private static IEnumerable<(string Field, IEnumerable<TeardownAction> Answers)> OfAction(TeardownAction action, Rubric rubric)
    {
        if (rubric.CountOf(action) is { Exact: null } count)
            yield return ("count", new[] { count.Least, (int)Math.Round(count.Middle), count.Most }.Distinct().Select(number => WithCount(action, number)));
        switch (action)
        {
            case Unscrew screws:
                if (screws.Drive is null && screws.Tool is null)
                    yield return ("drive", WordList.Members<Drive>().Select(word => screws with { Drive = word }));
                if (screws.Size is null)
                    yield return ("size", new[] { "PH1", rubric.SmallHeads.Order(StringComparer.Ordinal).FirstOrDefault() ?? "PH1" }.Distinct().Select(size => screws with { Size = size }));
                if (screws.Thread is null)
                    yield return ("thread", rubric.Times.Unscrew.Pitch.Keys.Select(thread => screws with { Thread = thread }));
                if (screws.Length is null)
                    yield return ("length", Ends(rubric.Times.Unscrew.UnknownLength).Where(mm => mm is >= RecordLimits.ShortestScrew and <= RecordLimits.LongestScrew).Select(mm => screws with { Length = mm }));
                if (screws.Captive is null)
                    yield return ("captive", YesNo.Select(answer => screws with { Captive = answer }));
                if (screws.Cover is null)
                    yield return ("cover", WordList.Members<Cover>().Select(word => screws with { Cover = word }));
                break;
            case Unbond { Bond: { } known, LengthMm: null } bond when known != Bond.ReleaseTab:
                yield return ("lengthMm", Ends(rubric.Times.UnknownBondLength).Select(mm => bond with { LengthMm = mm }));
                break;
            case Unbond { Bond: null } bond:
                yield return ("bond", WordList.Members<Bond>().Select(word => bond with { Bond = word, LengthMm = word == Bond.ReleaseTab ? null : bond.LengthMm }));
                break;
            default:
                if (action.Row().Word is { } of && action.WordAt is null)
                    yield return (of.Field, of.Words.Select((_, i) => action.Row().New(i) with { Count = action.Count, Tool = action.Tool, Notes = action.Notes }));
                break;
        }
    }

    // Covers that are stated are no more than the screws.
    private static TeardownAction WithCount(TeardownAction action, int count) =>
        action is Unscrew { Covers: { } covers } screws ? screws with { Count = count, Covers = Math.Min(covers, count) } : action with { Count = count };

    private static double[] Ends(Span span) => [span.Low, (span.Low + span.High) / 2, span.High];

    private static IReadOnlyList<T> With<T>(IReadOnlyList<T> list, int position, T item) => [.. list.Select((other, i) => i == position ? item : other)];
}
