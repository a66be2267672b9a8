using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Routes;

/// <summary>
/// The least-effort closed set of steps that frees a part, exactly. Method, <em>Routes</em>.
/// </summary>
/// <remarks>
/// Put any closed set in order; for each layer take the step in it that opens the layer first, and take the step that
/// disconnects power first. What a goal needs under those choices is closed and lies within the set. So it is enough to go
/// through every choice of one opener a layer and one disconnecting step (at most <see cref="RecordLimits.Ways"/>), to follow
/// what each goal needs under it, to drop what comes out circular, and to keep the least.
/// <para>
/// A goal may also be to have a layer open. It is the same as freeing a part by a step in that layer that costs nothing: a mark, which stands
/// behind the record's own steps and is taken off what comes out.
/// </para>
/// </remarks>
public sealed class RouteSearch
{
    private readonly RecordGraph graph;
    private readonly int own;
    private readonly int[] layerOf;
    private readonly IReadOnlyList<int>[] after;
    private readonly double[] charged;
    private readonly double[] standard;
    private readonly bool[] needsPower;
    private readonly int words;

    /// <summary>A search over the steps of a record, under the rubric's school on power.</summary>
    /// <param name="record">The record.</param>
    /// <param name="efforts">The effort of each of its steps, by position.</param>
    /// <param name="powerFirst">Whether inside work also needs a step that disconnects power.</param>
    /// <param name="cancellation">Ends a search that nobody waits for.</param>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public RouteSearch(CheckedRecord record, IReadOnlyList<StepEffort> efforts, PowerFirst powerFirst, CancellationToken cancellation = default)
    {
        graph = record.Graph;
        own = efforts.Count;
        // Two marks a layer: with it open, and with it open and power off.
        var layers = graph.Openers.Count;
        layerOf = [.. graph.LayerOf, .. Enumerable.Range(0, layers), .. Enumerable.Range(0, layers)];
        after = [.. graph.After, .. Enumerable.Repeat<IReadOnlyList<int>>([], 2 * layers)];
        charged = [.. efforts.Select(effort => effort.Charged.Value), .. new double[2 * layers]];
        standard = [.. efforts.Select(effort => effort.Standard), .. new double[2 * layers]];
        words = StepSet.WordsFor(layerOf.Length);
        needsPower = new bool[layerOf.Length];
        if (powerFirst == PowerFirst.Always && graph.Disconnecting.Count > 0)
            needsPower = StepsThatNeedPower(record.Record.Steps, cancellation);
    }

    /// <summary>The goal of having a layer open.</summary>
    /// <param name="layer">Position of the layer.</param>
    /// <param name="powerOff">Whether power is off as well, where the school asks for it. The first layer is open as it is.</param>
    public IReadOnlyList<int> Open(int layer, bool powerOff) => [own + layer + (powerOff && layer > 0 ? graph.Openers.Count : 0)];

    /// <summary>
    /// For each goal, a set of step positions of which any one will do, the positions of its route in recorded order; null where
    /// the goal is empty.
    /// </summary>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public IReadOnlyList<IReadOnlyList<int>?> Routes(IReadOnlyList<IReadOnlyList<int>> goals, CancellationToken cancellation = default) =>
        Least(goals, null, cancellation);

    /// <summary>
    /// For each goal the second-best way: the least closed set that leaves out at least one step of the route; null where there is
    /// none. Method, <em>Routes</em>.
    /// </summary>
    /// <param name="goals">The goals.</param>
    /// <param name="routes">Their routes, as <see cref="Routes"/> gave them.</param>
    /// <param name="cancellation">Ends a search that nobody waits for.</param>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public IReadOnlyList<IReadOnlyList<int>?> SecondBest(
        IReadOnlyList<IReadOnlyList<int>> goals, IReadOnlyList<IReadOnlyList<int>?> routes, CancellationToken cancellation = default) =>
        Least(goals, routes, cancellation);

    /// <summary>
    /// Under the school <c>always</c>: every step that unplugs anything or lies outside the first layer, but for the steps on the
    /// disconnecting steps' own routes, found without this rule, and those marked as done with the power on. Method, <em>Power first</em>.
    /// </summary>
    private bool[] StepsThatNeedPower(IReadOnlyList<Step> steps, CancellationToken cancellation)
    {
        var exempt = Routes([.. graph.Disconnecting.Select(step => new[] { step })], cancellation).SelectMany(route => route ?? []).ToHashSet();
        return
        [
            .. steps.Select((step, position) =>
                !exempt.Contains(position) && !step.PowerOn && (graph.LayerOf[position] != 0 || step.Actions.Any(action => action is Unplug))),
            .. new bool[graph.Openers.Count],
            .. Enumerable.Range(0, graph.Openers.Count).Select(layer => layer > 0),
        ];
    }

    private IReadOnlyList<int>?[] Least(
        IReadOnlyList<IReadOnlyList<int>> goals, IReadOnlyList<IReadOnlyList<int>?>? leaveOut, CancellationToken cancellation)
    {
        var choices = new Choices(this, goals.SelectMany(goal => goal));
        var least = goals.Select((_, g) => new Candidate(words, leaveOut?[g])).ToArray();
        do
        {
            cancellation.ThrowIfCancellationRequested();
            for (var g = 0; g < goals.Count; g++)
            {
                foreach (var step in goals[g])
                {
                    if (choices.IsNew(step) && choices.TryNeeds(step, out var needs))
                        least[g].Offer(needs, charged, standard);
                }
            }
        } while (choices.Next());
        return [.. least.Select(candidate => candidate.Positions(own))];
    }

    /// <summary>One choice of an opener a layer and of a disconnecting step, and what each step needs under it.</summary>
    private sealed class Choices
    {
        private enum Visit : byte { Unseen, Open, Whole, Circular }

        private readonly RouteSearch search;
        private readonly int words;
        private readonly int[] digits;
        private readonly int[] chosen;
        private readonly IReadOnlyList<int>[] options;
        private readonly int[] order;
        private readonly ulong[] turnsOn;
        private readonly Visit[] visits;
        private readonly ulong[] needs;
        private ulong changed = ulong.MaxValue;

        public Choices(RouteSearch search, IEnumerable<int> goals)
        {
            this.search = search;
            words = search.words;
            var needsPower = search.needsPower;
            // By layer, and power as one more; a place without options (the outside) is never chosen from.
            options = [[], .. search.graph.Openers.Skip(1), needsPower.Contains(true) ? search.graph.Disconnecting : []];
            digits = new int[options.Length];
            chosen = [.. options.Select(places => places.Count > 0 ? places[0] : -1)];
            visits = new Visit[needsPower.Length];
            needs = new ulong[needsPower.Length * words];
            turnsOn = TurnsOn();
            // What no goal turns on is not gone through; what the fewest steps turn on is changed most often.
            var asked = goals.Aggregate(0UL, (all, step) => all | turnsOn[step]);
            order = [.. Enumerable.Range(0, options.Length).Where(choice => (asked >> choice & 1) != 0)
                .OrderBy(choice => turnsOn.Count(set => (set >> choice & 1) != 0))];
        }

        /// <summary>The choices that each step's needs may turn on, however far away, as bits: at most forty layers and power.</summary>
        private ulong[] TurnsOn()
        {
            var sets = new ulong[search.layerOf.Length];
            bool grew;
            do
            {
                grew = false;
                for (var s = 0; s < sets.Length; s++)
                {
                    var set = sets[s];
                    foreach (var before in search.after[s])
                        set |= sets[before];
                    if (search.layerOf[s] != 0)
                        set |= Of(search.layerOf[s]);
                    if (search.needsPower[s])
                        set |= Of(options.Length - 1);
                    grew |= set != sets[s];
                    sets[s] = set;
                }
            } while (grew);
            return sets;

            ulong Of(int choice)
            {
                var set = options[choice].Count > 1 ? 1UL << choice : 0;
                foreach (var step in options[choice])
                    set |= sets[step];
                return set;
            }
        }

        /// <summary>Goes on to the next choice, and forgets what turned on what it changed; false after the last.</summary>
        public bool Next()
        {
            changed = 0;
            foreach (var choice in order)
            {
                changed |= 1UL << choice;
                digits[choice] = (digits[choice] + 1) % options[choice].Count;
                chosen[choice] = options[choice][digits[choice]];
                if (digits[choice] == 0)
                    continue;
                for (var s = 0; s < visits.Length; s++)
                {
                    if (IsNew(s))
                        visits[s] = Visit.Unseen;
                }
                return true;
            }
            return false;
        }

        /// <summary>Whether what a step needs may be other than under the choice before.</summary>
        public bool IsNew(int step) => changed == ulong.MaxValue || (turnsOn[step] & changed) != 0;

        public bool TryNeeds(int step, out ReadOnlySpan<ulong> set)
        {
            set = needs.AsSpan(step * words, words);
            return Follow(step);
        }

        private bool Follow(int step)
        {
            switch (visits[step])
            {
                case Visit.Whole:
                    return true;
                case Visit.Open:
                case Visit.Circular:
                    return false;
            }
            visits[step] = Visit.Open;
            var set = needs.AsSpan(step * words, words);
            set.Clear();
            StepSet.Add(set, step);
            var whole = true;
            if (search.layerOf[step] != 0)
                whole = Take(chosen[search.layerOf[step]], set);
            if (whole && search.needsPower[step])
                whole = Take(chosen[^1], set);
            for (var i = 0; whole && i < search.after[step].Count; i++)
                whole = Take(search.after[step][i], set);
            visits[step] = whole ? Visit.Whole : Visit.Circular;
            return whole;
        }

        private bool Take(int step, Span<ulong> set)
        {
            if (!Follow(step))
                return false;
            StepSet.Union(set, needs.AsSpan(step * words, words));
            return true;
        }
    }

    /// <summary>The least set offered so far.</summary>
    private sealed class Candidate
    {
        private readonly ulong[] best;
        private readonly ulong[] last;
        private readonly ulong[]? leaveOut;
        private bool any;
        private double bestCharged;
        private double bestStandard;

        public Candidate(int words, IReadOnlyList<int>? leaveOut)
        {
            best = new ulong[words];
            last = new ulong[words];
            if (leaveOut is not null)
            {
                this.leaveOut = new ulong[words];
                foreach (var step in leaveOut)
                    StepSet.Add(this.leaveOut, step);
            }
        }

        public void Offer(ReadOnlySpan<ulong> set, double[] charged, double[] standard)
        {
            // Most choices leave most goals as they were.
            if (set.SequenceEqual(last))
                return;
            set.CopyTo(last);
            if (leaveOut is not null && StepSet.IsSubset(leaveOut, set))
                return;
            var setCharged = Microseconds(StepSet.Sum(set, charged));
            if (any && setCharged > bestCharged)
                return;
            var setStandard = Microseconds(StepSet.Sum(set, standard));
            if (any && !Better(set, setCharged, setStandard))
                return;
            set.CopyTo(best);
            (any, bestCharged, bestStandard) = (true, setCharged, setStandard);
        }

        private bool Better(ReadOnlySpan<ulong> set, double setCharged, double setStandard)
        {
            if (setCharged != bestCharged)
                return setCharged < bestCharged;
            if (setStandard != bestStandard)
                return setStandard < bestStandard;
            var (steps, bestSteps) = (StepSet.Count(set), StepSet.Count(best));
            return steps != bestSteps ? steps < bestSteps : StepSet.ComesFirst(set, best);
        }

        public int[]? Positions(int own) => any ? Array.FindAll(StepSet.Positions(best), step => step < own) : null;

        private static double Microseconds(double seconds) => Math.Round(seconds * 1e6);
    }
}
