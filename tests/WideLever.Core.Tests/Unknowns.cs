using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary>Every unknown fact of a record, filled in one at a time with a word of its table or a number within its span.</summary>
internal static class Unknowns
{
    public static IEnumerable<(string What, TeardownRecord Record)> Filled(TeardownRecord record, Random random)
    {
        for (var s = 0; s < record.Steps.Count; s++)
        {
            for (var a = 0; a < record.Steps[s].Actions.Count; a++)
            {
                foreach (var (what, action) in OfAction(record.Steps[s].Actions[a], random))
                    yield return ($"steps[{s}].actions[{a}].{what}", WithAction(record, s, a, action));
            }
        }
        for (var p = 0; p < record.Parts.Count; p++)
        {
            foreach (var (what, part) in OfPart(record.Parts[p], random))
                yield return ($"parts[{p}].{what}", record with { Parts = [.. record.Parts.Select((other, i) => i == p ? part : other)] });
        }
        var guidance = record.Guidance;
        if (guidance.Manual is null)
            yield return ("manual", record with { Guidance = guidance with { Manual = random.Next(2) == 0 } });
        if (guidance.Labels is null)
            yield return ("labels", record with { Guidance = guidance with { Labels = random.Next(2) == 0 } });
        if (guidance.PartNumbers is null)
            yield return ("partNumbers", record with { Guidance = guidance with { PartNumbers = random.Next(2) == 0 } });
        if (guidance.Order is null)
            yield return ("order", record with { Guidance = guidance with { Order = random.Next(2) == 0 } });
        if (record.Unit.Class is null)
            yield return ("class", record with { Unit = record.Unit with { Class = Any<MachineClass>(random) } });
        if (record.Unit.Price is null)
            yield return ("price", record with { Unit = record.Unit with { Price = new Money { Amount = random.Next(1, 3000) } } });
    }

    public static TeardownRecord WithAction(TeardownRecord record, int s, int a, TeardownAction action) => record with
    {
        Steps = [.. record.Steps.Select((step, i) => i == s ? step with { Actions = [.. step.Actions.Select((other, j) => j == a ? action : other)] } : step)],
    };

    private static IEnumerable<(string, TeardownAction)> OfAction(TeardownAction action, Random random)
    {
        if (Examples.House.CountOf(action) is { Exact: null } span)
            yield return ("count", action with { Count = random.Next(span.Least, span.Most + 1) });
        switch (action)
        {
            case Unscrew screws:
                if (screws.Drive is null)
                    yield return ("drive", screws with { Drive = Any<Drive>(random) });
                if (screws.Size is null)
                    yield return ("size", screws with { Size = random.Next(2) == 0 ? "T5" : "PH1" });
                if (screws.Thread is null)
                    yield return ("thread", screws with { Thread = random.Next(2) == 0 ? "M1.4" : "M3" });
                if (screws.Length is null)
                    yield return ("length", screws with { Length = 2 + 6 * random.NextDouble() });
                if (screws.Captive is null)
                    yield return ("captive", screws with { Captive = random.Next(2) == 0 });
                if (screws.Cover is null)
                    yield return ("cover", screws with { Cover = Any<Cover>(random) });
                break;
            case Unplug { Connector: null } plug:
                yield return ("connector", plug with { Connector = Any<Connector>(random) });
                break;
            case Unbond bond:
                if (bond.Bond is null)
                {
                    var word = Any<Bond>(random);
                    yield return ("bond", bond with { Bond = word, LengthMm = word == Bond.ReleaseTab ? null : bond.LengthMm });
                }
                if (bond.LengthMm is null && bond.Bond != Bond.ReleaseTab)
                    yield return ("lengthMm", bond with { LengthMm = 40 + 210 * random.NextDouble() });
                break;
            case Thermal { What: null } thermal:
                yield return ("what", thermal with { What = Any<ThermalWhat>(random) });
                break;
            case Lift { What: null } lift:
                yield return ("what", lift with { What = Any<LiftWhat>(random) });
                break;
        }
    }

    private static IEnumerable<(string, Part)> OfPart(Part part, Random random)
    {
        if (part.Mounting is null)
            yield return ("mounting", part with { Mounting = Any<Mounting>(random) });
        if (part.Interface.Standard is null)
            yield return ("standard", part with { Interface = part.Interface with { Standard = Any<Standard>(random) } });
        if (part.Spare.Source is null)
            yield return ("source", part with { Spare = part.Spare with { Source = Any<Supply>(random) } });
        if (part.Spare.Paired is null)
            yield return ("paired", part with { Spare = part.Spare with { Paired = random.Next(2) == 0 } });
        if (part.Spare.Price is null)
            yield return ("price", part with { Spare = part.Spare with { Price = new Money { Amount = random.Next(0, 600) } } });
    }

    private static T Any<T>(Random random) where T : struct, Enum => Enum.GetValues<T>()[random.Next(Enum.GetValues<T>().Length)];
}

/// <summary>Every fact of a record that could be better, bettered one at a time.</summary>
internal static class BetterFacts
{
    public static IEnumerable<(string What, TeardownRecord Record)> Of(TeardownRecord record)
    {
        for (var s = 0; s < record.Steps.Count; s++)
        {
            var step = record.Steps[s];
            for (var a = 0; a < step.Actions.Count; a++)
            {
                foreach (var (what, action) in OfAction(step.Actions[a]))
                    yield return ($"steps[{s}].actions[{a}].{what}", Unknowns.WithAction(record, s, a, action));
                if (step.Actions[a] is Unbond && step.Actions.Count > 1)
                {
                    var without = step with { Actions = [.. step.Actions.Where((_, i) => i != a)] };
                    yield return ($"steps[{s}].actions[{a}] gone", record with { Steps = [.. record.Steps.Select((other, i) => i == s ? without : other)] });
                }
            }
        }
        for (var p = 0; p < record.Parts.Count; p++)
        {
            foreach (var (what, part) in OfPart(record.Parts[p]))
                yield return ($"parts[{p}].{what}", record with { Parts = [.. record.Parts.Select((other, i) => i == p ? part : other)] });
        }
    }

    private static IEnumerable<(string, TeardownAction)> OfAction(TeardownAction action)
    {
        if (action is Unscrew screws)
        {
            if (screws.Captive != true)
                yield return ("captive", screws with { Captive = true });
            if (screws.Cover != Cover.None)
                yield return ("no cover", screws with { Cover = Cover.None });
        }
        if (action is Unscrew or Unclip && action.Count is { Most: > 1 } count)
            yield return ("fewer", WithCount(action, new(Math.Max(1, count.Least - 1), count.Most - 1)));
        if (action is Unscrew or Unclip && action.Count is null)
            yield return ("counted, one", WithCount(action, 1));
    }

    private static TeardownAction WithCount(TeardownAction action, Count count) =>
        action is Unscrew { Covers: { } covers } screws ? screws with { Count = count, Covers = Math.Min(covers, count.Most) } : action with { Count = count };

    private static IEnumerable<(string, Part)> OfPart(Part part)
    {
        if (part.Mounting is not (null or Mounting.Soldered or Mounting.Laminated or Mounting.Riveted or Mounting.Socketed))
            yield return ("socketed", part with { Mounting = Mounting.Socketed });
        if (part.Spare.Price?.Amount > 1)
            yield return ("cheaper", part with { Spare = part.Spare with { Price = new Money { Amount = part.Spare.Price.Amount / 2 } } });
        if (part.Spare.Source is { } source and not Supply.Maker)
            yield return ("nearer", part with { Spare = part.Spare with { Source = source - 1 } });
        if (part.Spare.Paired == true)
            yield return ("unpaired", part with { Spare = part.Spare with { Paired = false } });
    }
}
