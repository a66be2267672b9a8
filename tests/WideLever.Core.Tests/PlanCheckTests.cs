using System.Text.RegularExpressions;
using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary>
/// Plans of generated records, read as the one who holds the screwdriver reads them: from the printed words and the record alone, with nothing of
/// what made them.
/// </summary>
public sealed partial class PlanCheckTests
{
    [Fact]
    public void What_a_plan_tells_hands_can_be_done_in_its_order_and_leaves_nothing_over()
    {
        var found = new List<string>();
        var (plans, powered, late, plugs, wells, bonds, unpowered) = (0, 0, 0, 0, 0, 0, 0);
        for (var seed = 0; seed < Math.Max(2000, Long.Of(2000)); seed++)
        {
            var record = RandomRecords.ForHands(new Random(seed));
            if (Checking.RecordValidation.Check(record, Examples.House).Checked is not { } machine)
                continue;
            foreach (var asked in record.Parts.Select(part => part.Id).Chunk(2))
            {
                if (RepairPlan.Of(machine, Examples.House, asked).Plan is not { } plan)
                    continue;
                var words = PlanInWords.Of(plan, record, Examples.House, []);
                found.AddRange(Faults(words, record).Select(fault => $"seed {seed}, {string.Join(",", asked)}: {fault}"));
                plans++;
                var off = words.In.ToList().FindIndex(step => Of(step, record).DisconnectsPower);
                powered += off >= 0 ? 1 : 0;
                unpowered += off < 0 && words.In.Any(step => step.Layer != record.Layers[0]) ? 1 : 0;
                late += off > 1 ? 1 : 0;
                plugs += words.In.Sum(step => step.Lines.Count(line => Parted().IsMatch(line)));
                wells += words.In.Sum(step => step.Lines.Count(line => IntoWell().IsMatch(line)));
                bonds += words.Back.Sum(step => step.Lines.Count(line => Renewed().IsMatch(line)));
            }
        }
        found.Take(20).ShouldBeEmpty($"{found.Count} faults");
        // The faults that are looked for could all have been there.
        new[] { plans, powered, late, plugs, wells, bonds, unpowered }.ShouldAllBe(count => count > 200);
    }

    private static Step Of(StepInWords step, TeardownRecord record) => record.Steps.First(one => one.Id == step.StepId);

    private static IEnumerable<string> Faults(PlanInWords words, TeardownRecord record)
    {
        List<string> way = [.. words.In.Select(step => step.StepId)];
        List<string> back = [.. words.Back.Select(step => step.StepId)];
        if (!way.Order().SequenceEqual(back.Order()))
            yield return $"in by {string.Join(' ', way)}, back by {string.Join(' ', back)}";
        var steps = way.ToDictionary(id => id, id => record.Steps.First(step => step.Id == id));

        // What a step needs of those that are done: what was said, and every one that opens its layer.
        HashSet<string> Needs(string id)
        {
            var (needed, open) = (new HashSet<string>(), new Stack<string>([id]));
            while (open.TryPop(out var next))
            {
                foreach (var before in way.Where(other => other != next && (steps[next].After.Contains(other) || (steps[other].Opens is { } opened && opened == steps[next].Layer))).Where(needed.Add))
                    open.Push(before);
            }
            needed.Remove(id);
            return needed;
        }

        var powers = way.Where(id => steps[id].DisconnectsPower).ToList();
        if (powers.Count > 0)
        {
            var forced = powers.SelectMany(Needs).ToHashSet();
            foreach (var id in way.TakeWhile(id => !steps[id].DisconnectsPower).Where(id => !forced.Contains(id) && steps[id].Layer != record.Layers[0]))
                yield return $"{id} inside before the power is off";
            if (words.CountBefore > back.IndexOf(back.First(powers.Contains)))
                yield return "counted after the power is on";
        }
        else if (!record.Absent.Contains(PartKind.Battery) && words.In.FirstOrDefault(step => step.Layer != record.Layers[0]) is { } inside && !inside.Notes.Any(note => note.Contains("disconnect the power", StringComparison.Ordinal)))
        {
            yield return $"{inside.StepId}: nothing is said of the power";
        }
        foreach (var id in way)
        {
            foreach (var need in Needs(id).Where(need => !Needs(need).Contains(id)))
            {
                if (way.IndexOf(need) > way.IndexOf(id))
                    yield return $"{id} before {need}, which it needs";
                if (back.IndexOf(id) > back.IndexOf(need))
                    yield return $"{id} goes back behind {need}, where no hand reaches it";
            }
        }

        if (back.Take(words.CountBefore).Any(id => steps[id].Opens is not null && steps[id].Layer == record.Layers[0]))
            yield return "counted after the cover is shut";
        var late = words.Back.Skip(words.CountBefore).SelectMany(step => step.Lines).SelectMany(line => FromWell().Matches(line)).Select(match => match.Groups[1].Value).Order(StringComparer.Ordinal);
        var told = Digits().Matches(words.Count).Select(match => match.Value).Order(StringComparer.Ordinal);
        if (!late.SequenceEqual(told))
            yield return $"left in the tray: {string.Join(' ', late)}, told {string.Join(' ', told)}";

        var filled = new HashSet<int>();
        foreach (var (go, come) in words.In.Select(step => (step, words.Back.First(other => other.StepId == step.StepId))))
        {
            int Times(StepInWords step, Regex what) => step.Lines.Count(what.IsMatch);
            foreach (var (what, there, again) in new[] { ("plugs", Parted(), Joined()), ("screws that stay", Loosened(), StayedIn()), ("parts", LiftedOut(), SetIn()), ("covers", Uncovered(), Covered()), ("peeled", PeeledOff(), PutOn()), ("bonds", PartedBond(), NewBond()), ("joints", PartedJoint(), NewJoint()) })
            {
                if (Times(go, there) != Times(come, again))
                    yield return $"{go.StepId}: {Times(go, there)} {what} there, {Times(come, again)} back";
            }
            var into = go.Lines.Select(line => IntoWell().Match(line)).Where(match => match.Success).Select(match => int.Parse(match.Groups[1].Value)).ToList();
            var from = come.Lines.Select(line => FromWell().Match(line)).Where(match => match.Success).Select(match => int.Parse(match.Groups[1].Value)).ToList();
            if (!into.Order().SequenceEqual(from.Order()) || into.Exists(well => !filled.Add(well)))
                yield return $"{go.StepId}: into wells {string.Join(' ', into)}, from {string.Join(' ', from)}";
            var set = come.Lines.ToList().FindIndex(line => SetIn().IsMatch(line));
            if (set >= 0 && come.Lines.Skip(set).Any(line => Renewed().IsMatch(line)))
                yield return $"{go.StepId}: bonded after what it holds was set in";
            var fastened = come.Lines.ToList().FindIndex(line => FromWell().IsMatch(line) || StayedIn().IsMatch(line));
            if (fastened >= 0 && come.Lines.Skip(fastened).Any(line => Joined().IsMatch(line)))
                yield return $"{go.StepId}: connected after it was fastened";
            var shut = come.Lines.ToList().FindIndex(line => line.StartsWith("Set the cover on", StringComparison.Ordinal));
            if (shut >= 0 && come.Lines.Skip(shut).Any(line => Joined().IsMatch(line)))
                yield return $"{go.StepId}: connected under a cover that is on";
        }
        // Wells are numbered through, and the tray has as many.
        if (!filled.Order().SequenceEqual(Enumerable.Range(1, filled.Count)))
            yield return $"wells {string.Join(' ', filled.Order())}";
        if (!words.LayOut.Any(line => filled.Count == 0 ? line.StartsWith("no tray", StringComparison.Ordinal) : line.StartsWith($"a tray of {filled.Count} well", StringComparison.Ordinal)))
            yield return $"a tray of {filled.Count} wells is not laid out";
        foreach (var line in words.In.Concat(words.Back).SelectMany(step => step.Lines).Concat(words.Buy).Concat(words.LayOut).Concat(words.Before).Concat(words.Do).Concat(words.Fit))
        {
            if (Odd().IsMatch(line))
                yield return $"odd: {line}";
        }
    }

    [GeneratedRegex("^(Pull the plug|Ease the tight plug|Flip the flap|Slide the lock out|Pull the ribbon|Lift the connector|Swing the bar up|Lift the antenna|Spread the latches|Draw the card|Pull the blade|Nothing to unplug|Part the connection)")]
    private static partial Regex Parted();

    [GeneratedRegex("^(Push the plug|Push the ribbon|Press the connector|Press the antenna|Slide the (new )?(module|card)|Push the blade|Look that the spring|Connect it again)")]
    private static partial Regex Joined();

    [GeneratedRegex("(they stay in their|it stays in its) part")]
    private static partial Regex Loosened();

    [GeneratedRegex("which (are in their|is in its) part")]
    private static partial Regex StayedIn();

    [GeneratedRegex("^Lift the .* (out|off)\\.")]
    private static partial Regex LiftedOut();

    [GeneratedRegex("^Set the (?!switch|shield).* (in|on); ")]
    private static partial Regex SetIn();

    [GeneratedRegex("^Take off the (?!screws)")]
    private static partial Regex Uncovered();

    [GeneratedRegex("Then put the .* back|; the .* will not stick as before")]
    private static partial Regex Covered();

    [GeneratedRegex("^Peel off ")]
    private static partial Regex PeeledOff();

    [GeneratedRegex("^(Stick .* back|[A-Z0-9][^;]* will not stick as before|Set .*shields? back on|Put .* back, (a )?new )")]
    private static partial Regex PutOn();

    [GeneratedRegex("^(Part (?!the (connection|thermal joint))|Pull .*release tabs? out)")]
    private static partial Regex PartedBond();

    [GeneratedRegex("^(Clean both sides, then lay new|Lay new release tabs)")]
    private static partial Regex NewBond();

    [GeneratedRegex("^(Lift it off|Twist it gently|Part the thermal joint)")]
    private static partial Regex PartedJoint();

    [GeneratedRegex("thermal pads?: new ones|a thin film of new paste|^Renew the (liquid metal|thermal joint)")]
    private static partial Regex NewJoint();

    [GeneratedRegex("[Ll]ay new|film of new|new ones of the same thickness|^Renew the (liquid metal|thermal joint)")]
    private static partial Regex Renewed();

    [GeneratedRegex(@"\d+")]
    private static partial Regex Digits();

    [GeneratedRegex(@"into well (\d+)")]
    private static partial Regex IntoWell();

    [GeneratedRegex(@"from well (\d+)")]
    private static partial Regex FromWell();

    // Doubled words and spaces, one of many, ends that print alike, and what no person says.
    [GeneratedRegex(@"\b(\w+) \1\b|  |\b1 (minutes|screws|feet|clips|tabs|labels|times)\b|\b(\d+) to \2\b|undefined|NaN|\bnull\b|[a-z][A-Z]|\bp\d\b")]
    private static partial Regex Odd();
}
