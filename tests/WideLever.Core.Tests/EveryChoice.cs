using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Tests;

/// <summary>
/// Routes the plain way: for every choice of one opener a layer and of a step that disconnects power, what a step needs is followed step by step, and the
/// least kept. Too slow for the limits of a record; it shares nothing with the search but the efforts.
/// </summary>
internal sealed class EveryChoice
{
    private readonly TeardownRecord record;
    private readonly StepEffort[] efforts;
    private readonly Dictionary<string, int> steps;
    private readonly bool[] needsPower;

    public EveryChoice(CheckedRecord record, StepEffort[] efforts, PowerFirst school)
    {
        (this.record, this.efforts) = (record.Record, efforts);
        steps = this.record.Steps.Select((step, s) => (step.Id, s)).ToDictionary(pair => pair.Id, pair => pair.s);
        needsPower = new bool[efforts.Length];
        var disconnecting = Where(step => step.DisconnectsPower);
        if (school != PowerFirst.Always || disconnecting.Length == 0)
            return;
        var exempt = disconnecting.SelectMany(step => Least([step], null) ?? []).ToHashSet();
        for (var s = 0; s < efforts.Length; s++)
        {
            var step = this.record.Steps[s];
            needsPower[s] = !exempt.Contains(s) && !step.PowerOn && (step.Layer != this.record.Layers[0] || step.Actions.Any(action => action is Unplug));
        }
    }

    /// <summary>The route to a part, or the least way that leaves out a step of another one; null: none.</summary>
    public int[]? Least(string part, IReadOnlyList<int>? leaveOut) => Least(Where(step => step.Frees.Contains(part)), leaveOut);

    private int[]? Least(int[] goal, IReadOnlyList<int>? leaveOut)
    {
        int[]? best = null;
        var options = record.Layers.Select((layer, l) => l == 0 ? [] : Where(step => step.Opens == layer)).Append(Where(step => step.DisconnectsPower)).Select(all => all.Length == 0 ? [-1] : all).ToArray();
        var digits = new int[options.Length];
        while (true)
        {
            var chosen = options.Select((all, place) => all[digits[place]]).ToArray();
            foreach (var step in goal)
            {
                var (set, open) = (new HashSet<int>(), new HashSet<int>());
                if (!Follow(step, chosen, set, open))
                    continue;
                var way = set.Order().ToArray();
                if ((leaveOut is null || !leaveOut.All(set.Contains)) && (best is null || Compare(way, best) < 0))
                    best = way;
            }
            var next = 0;
            while (next < digits.Length && ++digits[next] == options[next].Length)
                digits[next++] = 0;
            if (next == digits.Length)
                return best;
        }
    }

    private bool Follow(int step, int[] chosen, HashSet<int> set, HashSet<int> open)
    {
        if (set.Contains(step))
            return true;
        if (step < 0 || !open.Add(step))
            return false;
        var layer = record.Layers.ToList().IndexOf(record.Steps[step].Layer);
        var whole = (layer == 0 || Follow(chosen[layer], chosen, set, open))
            && (!needsPower[step] || Follow(chosen[^1], chosen, set, open))
            && record.Steps[step].After.All(id => Follow(steps[id], chosen, set, open));
        open.Remove(step);
        return whole && set.Add(step);
    }

    private int Compare(int[] a, int[] b)
    {
        var by = Micro(a, effort => effort.Charged.Value).CompareTo(Micro(b, effort => effort.Charged.Value));
        by = by != 0 ? by : Micro(a, effort => effort.Standard).CompareTo(Micro(b, effort => effort.Standard));
        by = by != 0 ? by : a.Length.CompareTo(b.Length);
        return by != 0 ? by : a.Zip(b, (x, y) => x.CompareTo(y)).FirstOrDefault(order => order != 0);
    }

    private decimal Micro(int[] way, Func<StepEffort, double> of) => Math.Round((decimal)way.Sum(s => of(efforts[s])) * 1e6m);

    private int[] Where(Func<Step, bool> which) => [.. Enumerable.Range(0, efforts.Length).Where(s => which(record.Steps[s]))];
}
