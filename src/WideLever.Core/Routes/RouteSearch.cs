using System.Numerics;
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
/// through every choice of one opener a layer and one disconnecting step (at most <see cref="RecordLimits.Ways"/>), to drop
/// what comes out circular, and to keep the least.
/// <para>
/// What a step comes after is the same under every choice. So a choice only settles what each layer, and power, needs to be
/// open or off: some forty sets. A step needs what stands before it, and what the layers that it and those lie in need. A step
/// that contains another one of the same goal, or of the same layer's openers, is never the better one and is not tried.
/// </para>
/// <para>
/// A goal may also be to have a layer open. It is the same as freeing a part by a step in that layer that costs nothing: a mark, which stands
/// behind the record's own steps and is taken off what comes out.
/// </para>
/// </remarks>
public sealed partial class RouteSearch
{
    private readonly RecordGraph graph;
    private readonly int own;
    private readonly int[] layerOf;
    private readonly double[] charged;
    private readonly double[] standard;
    private readonly int words;
    private readonly ulong[] before;
    private readonly bool[] needsPower;
    private readonly ulong[] asks;

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
        charged = [.. efforts.Select(effort => effort.Charged.Value), .. new double[2 * layers]];
        standard = [.. efforts.Select(effort => effort.Standard), .. new double[2 * layers]];
        words = StepSet.WordsFor(layerOf.Length);
        before = Before();
        needsPower = new bool[layerOf.Length];
        asks = Asks();
        if (powerFirst == PowerFirst.Always && graph.Disconnecting.Count > 0)
        {
            needsPower = StepsThatNeedPower(record.Record.Steps, cancellation);
            asks = Asks();
        }
    }

    /// <summary>How much it has done so far: what layers need, gone through for steps that turn on it, and sets of steps summed up.</summary>
    internal (long Needs, long Sets) Work { get; private set; }

    /// <summary>The goal of having a layer open.</summary>
    /// <param name="layer">Position of the layer.</param>
    /// <param name="powerOff">Whether power is off as well, where the school asks for it. The first layer is open as it is.</param>
    public IReadOnlyList<int> Open(int layer, bool powerOff) => [own + layer + (powerOff && layer > 0 ? graph.Openers.Count : 0)];

    /// <summary>
    /// For each goal, a set of step positions of which any one will do, the positions of its route in recorded order; null where
    /// the goal is empty.
    /// </summary>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public IReadOnlyList<IReadOnlyList<int>?> Routes(IReadOnlyList<IReadOnlyList<int>> goals, CancellationToken cancellation = default)
    {
        var least = new Dictionary<int, Candidate>();
        var tried = Each(goals, Undominated);
        foreach (var step in tried.SelectMany(goal => goal))
            least.TryAdd(step, new Candidate(this, step, null));
        Try(least.Values, cancellation);
        return Each(tried, goal => Best(goal.Select(step => least[step])));
    }

    /// <summary>
    /// For each goal the second-best way: the least closed set that leaves out at least one step of the route; null where there is
    /// none. Method, <em>Routes</em>.
    /// </summary>
    /// <param name="goals">The goals.</param>
    /// <param name="routes">Their routes, as <see cref="Routes"/> gave them.</param>
    /// <param name="cancellation">Ends a search that nobody waits for.</param>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public IReadOnlyList<IReadOnlyList<int>?> SecondBest(
        IReadOnlyList<IReadOnlyList<int>> goals, IReadOnlyList<IReadOnlyList<int>?> routes, CancellationToken cancellation = default)
    {
        var (least, others) = (new Dictionary<int, Candidate>(), new Dictionary<(int Step, string Route), Candidate>());
        var tried = Each(goals, Undominated);
        foreach (var step in tried.SelectMany(goal => goal))
            least.TryAdd(step, new Candidate(this, step, null));
        Try(least.Values, cancellation);
        var candidates = new List<Candidate>[goals.Count];
        for (var g = 0; g < goals.Count; g++)
        {
            var route = routes[g];
            candidates[g] = [];
            if (route is null)
                continue;
            var (leaveOut, name) = (StepSet.Of(route, words), string.Join(' ', route));
            foreach (var step in tried[g])
            {
                // What is least of all is it here too, unless it holds the whole route.
                var candidate = least[step];
                if (candidate.Holds(leaveOut) && !others.TryGetValue((step, name), out candidate))
                    others.Add((step, name), candidate = new Candidate(this, step, leaveOut));
                candidates[g].Add(candidate);
            }
        }
        Try(others.Values, cancellation);
        return [.. candidates.Select(Best)];
    }

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

    /// <summary>Each step with all that it comes after, however far back; no step comes after itself.</summary>
    private ulong[] Before()
    {
        var (sets, known) = (new ulong[layerOf.Length * words], new bool[layerOf.Length]);
        for (var s = 0; s < layerOf.Length; s++)
            Follow(s);
        return sets;

        void Follow(int step)
        {
            if (known[step])
                return;
            known[step] = true;
            var set = sets.AsSpan(step * words, words);
            StepSet.Add(set, step);
            if (step >= own)
                return;
            foreach (var earlier in graph.After[step])
            {
                Follow(earlier);
                StepSet.Union(set, sets.AsSpan(earlier * words, words));
            }
        }
    }

    /// <summary>For each step the layers that it and all before it lie in, and power where one of them needs it off, as bits: at most forty and one.</summary>
    private ulong[] Asks()
    {
        var sets = new ulong[layerOf.Length];
        for (var s = 0; s < sets.Length; s++)
        {
            foreach (var one in StepSet.Positions(BeforeOf(s)))
                sets[s] |= (layerOf[one] != 0 ? 1UL << layerOf[one] : 0) | (needsPower[one] ? 1UL << graph.Openers.Count : 0);
        }
        return sets;
    }

    private ReadOnlySpan<ulong> BeforeOf(int step) => before.AsSpan(step * words, words);

    /// <summary>The steps but for those that hold another one, with all that it comes after.</summary>
    private IReadOnlyList<int> Undominated(IReadOnlyList<int> steps) =>
        steps.Count < 2 ? steps : [.. steps.Where(step => !steps.Any(other => other != step && StepSet.Has(BeforeOf(step), other)))];

    /// <summary>Parts that come out by the same steps are worked out once.</summary>
    private static T[] Each<T>(IReadOnlyList<IReadOnlyList<int>> goals, Func<IReadOnlyList<int>, T> of)
    {
        var same = new Dictionary<IReadOnlyList<int>, T>(SameSteps.Instance);
        return [.. goals.Select(goal => same.TryGetValue(goal, out var known) ? known : same[goal] = of(goal))];
    }

    private sealed class SameSteps : IEqualityComparer<IReadOnlyList<int>>
    {
        public static readonly SameSteps Instance = new();

        public bool Equals(IReadOnlyList<int>? one, IReadOnlyList<int>? other) => one!.SequenceEqual(other!);

        public int GetHashCode(IReadOnlyList<int> steps) => steps.Aggregate(steps.Count, HashCode.Combine);
    }

    /// <summary>Offers to each candidate what it needs under every choice.</summary>
    private void Try(IEnumerable<Candidate> candidates, CancellationToken cancellation)
    {
        var all = candidates.ToList();
        if (all.Count == 0)
            return;
        var choices = new Choices(this, all.Aggregate(0UL, (asked, candidate) => asked | asks[candidate.Step]));
        // Steps of one layer, say, turn on the same choices and share what those need, and what of it has to be left out.
        var alike = all.GroupBy(candidate => (Asks: asks[candidate.Step], Apart: !choices.MayTake(BeforeOf(candidate.Step)), candidate.RestName))
            .Select(group => new Alike(this, group.Key.Asks, group.Key.Apart, group.First().Rest, [.. group])).ToArray();
        var shared = new ulong[words];
        do
        {
            cancellation.ThrowIfCancellationRequested();
            foreach (var group in alike)
            {
                if (choices.IsNew(group.Asks) && choices.TryNeeds(group.Asks, shared))
                    group.Offer(shared);
            }
        } while (choices.Next());
    }

    /// <summary>Candidates that lie in the same layers, as far as these matter.</summary>
    /// <param name="search">The search.</param>
    /// <param name="asks">The layers, and power.</param>
    /// <param name="apart">Whether none of them, nor what they come after, opens a layer or stands before what does.</param>
    /// <param name="rest">The steps of which what the layers need has to leave one out; null: none.</param>
    /// <param name="candidates">The candidates.</param>
    private sealed class Alike(RouteSearch search, ulong asks, bool apart, ulong[]? rest, Candidate[] candidates)
    {
        private readonly ulong[] last = new ulong[search.words];
        private readonly ulong[] best = new ulong[search.words];
        private (double Charged, double Standard) least;
        private bool seen, any;

        public ulong Asks => asks;

        public void Offer(ulong[] shared)
        {
            // Most choices leave most of them as they were.
            if (seen && shared.AsSpan().SequenceEqual(last))
                return;
            seen = true;
            shared.CopyTo(last, 0);
            search.Work = (search.Work.Needs + 1, search.Work.Sets);
            if (rest is not null && StepSet.IsSubset(rest, shared))
                return;
            var (charged, standard) = (StepSet.Sum(shared, search.charged), StepSet.Sum(shared, search.standard));
            if (apart)
            {
                // To what is alike for all of them each adds the same of its own: what is no better in anything is better for none.
                if (any && charged >= least.Charged && standard >= least.Standard && !ComesFirst(shared))
                    return;
                if (!any || charged < least.Charged || (charged == least.Charged && (standard < least.Standard || (standard == least.Standard && ComesFirst(shared)))))
                {
                    shared.CopyTo(best, 0);
                    least = (charged, standard);
                }
            }
            any = true;
            foreach (var candidate in candidates)
                candidate.Offer(shared, charged);
        }

        private bool ComesFirst(ulong[] shared)
        {
            var (steps, bestSteps) = (StepSet.Count(shared), StepSet.Count(best));
            return steps != bestSteps ? steps < bestSteps : StepSet.ComesFirst(shared, best);
        }
    }

    private int[]? Best(IEnumerable<Candidate> candidates)
    {
        Candidate? best = null;
        foreach (var candidate in candidates)
        {
            if (candidate.IsFound && (best is null || candidate.IsBetterThan(best)))
                best = candidate;
        }
        return best is null ? null : Array.FindAll(StepSet.Positions(best.Set), step => step < own);
    }

    /// <summary>One choice of an opener a layer and of a disconnecting step, and what each layer and power need under it.</summary>
    private sealed class Choices
    {
        private enum Visit : byte { Unseen, Open, Whole, Circular }

        private readonly RouteSearch search;
        private readonly int words;
        private readonly IReadOnlyList<int>[] options;
        private readonly int[] digits;
        private readonly ulong[] turnsOn;
        private readonly int[] order;
        private readonly Visit[] visits;
        private readonly ulong[] needs;
        private ulong changed = ulong.MaxValue;

        /// <param name="search">The search.</param>
        /// <param name="asked">The layers, and power, that are asked for.</param>
        public Choices(RouteSearch search, ulong asked)
        {
            (this.search, words) = (search, search.words);
            options = Options(search);
            digits = new int[options.Length];
            visits = new Visit[options.Length];
            needs = new ulong[options.Length * words];
            turnsOn = TurnsOn();
            // What nothing turns on is not gone through; what the fewest turn on is changed most often.
            var reached = Reached(asked);
            order = [.. Enumerable.Range(0, options.Length).Where(choice => (reached >> choice & 1) != 0)
                .OrderBy(choice => turnsOn.Count(set => (set >> choice & 1) != 0))];
        }

        /// <summary>Whether any choice may take some of these steps.</summary>
        public bool MayTake(ReadOnlySpan<ulong> steps)
        {
            foreach (var step in options.SelectMany(places => places))
            {
                if (StepSet.Overlap(search.BeforeOf(step), steps))
                    return true;
            }
            return false;
        }

        /// <summary>Goes on to the next choice, and forgets what turned on what it changed; false after the last.</summary>
        public bool Next()
        {
            changed = 0;
            foreach (var choice in order)
            {
                changed |= 1UL << choice;
                digits[choice] = (digits[choice] + 1) % options[choice].Count;
                if (digits[choice] == 0)
                    continue;
                for (var place = 0; place < visits.Length; place++)
                {
                    if ((turnsOn[place] & changed) != 0)
                        visits[place] = Visit.Unseen;
                }
                return true;
            }
            return false;
        }

        /// <summary>Whether what some layers and power need may be other than under the choice before.</summary>
        public bool IsNew(ulong asked) => changed == ulong.MaxValue || (Reached(asked) & changed) != 0;

        /// <summary>What some layers and power need together; false where they go round in a circle.</summary>
        public bool TryNeeds(ulong asked, Span<ulong> set)
        {
            set.Clear();
            return Take(asked, set);
        }

        private static IReadOnlyList<int>[] Options(RouteSearch search)
        {
            return [[], .. search.graph.Openers.Skip(1).Select(Cheapest), search.needsPower.Contains(true) ? Cheapest(search.graph.Disconnecting) : []];

            // Who begins with what is cheap by itself turns most of the rest down at a glance.
            IReadOnlyList<int> Cheapest(IReadOnlyList<int> steps) => [.. search.Undominated(steps).OrderBy(step => StepSet.Sum(search.BeforeOf(step), search.charged))];
        }

        /// <summary>For each layer and power the choices that what it needs may turn on, however far away.</summary>
        private ulong[] TurnsOn()
        {
            var sets = options.Select((places, choice) => places.Count > 1 ? 1UL << choice : 0).ToArray();
            bool grew;
            do
            {
                grew = false;
                for (var choice = 0; choice < sets.Length; choice++)
                {
                    var set = options[choice].Aggregate(sets[choice], (all, step) => all | Union(sets, search.asks[step]));
                    grew |= set != sets[choice];
                    sets[choice] = set;
                }
            } while (grew);
            return sets;
        }

        private ulong Reached(ulong asked) => Union(turnsOn, asked);

        private static ulong Union(ulong[] sets, ulong of)
        {
            var union = 0UL;
            for (; of != 0; of &= of - 1)
                union |= sets[BitOperations.TrailingZeroCount(of)];
            return union;
        }

        private bool Take(ulong asked, Span<ulong> set)
        {
            for (; asked != 0; asked &= asked - 1)
            {
                var place = BitOperations.TrailingZeroCount(asked);
                if (!Follow(place))
                    return false;
                StepSet.Union(set, needs.AsSpan(place * words, words));
            }
            return true;
        }

        private bool Follow(int place)
        {
            switch (visits[place])
            {
                case Visit.Whole:
                    return true;
                case Visit.Open:
                case Visit.Circular:
                    return false;
            }
            // A layer that no step opens is reached by nobody.
            if (options[place].Count == 0)
                return false;
            visits[place] = Visit.Open;
            var step = options[place][digits[place]];
            var set = needs.AsSpan(place * words, words);
            search.BeforeOf(step).CopyTo(set);
            var whole = Take(search.asks[step], set);
            visits[place] = whole ? Visit.Whole : Visit.Circular;
            return whole;
        }
    }

    /// <summary>The least set offered so far that has a step in it.</summary>
    private sealed class Candidate(RouteSearch search, int step, ulong[]? leaveOut)
    {
        private readonly ulong[] offered = new ulong[search.words];
        private readonly double alone = StepSet.Sum(search.BeforeOf(step), search.charged);
        private double bestCharged;
        private double bestStandard;

        public int Step => step;

        /// <summary>What is to be left out and neither the step nor what it comes after is: one of these the layers must not need. Null: nothing is.</summary>
        public ulong[]? Rest { get; } = leaveOut is null ? null : StepSet.Without(leaveOut, search.BeforeOf(step));

        /// <summary>The same, to tell apart.</summary>
        public string? RestName => Rest is null ? null : string.Join(' ', Rest);

        public bool IsFound { get; private set; }

        public ulong[] Set { get; } = new ulong[search.words];

        public bool Holds(ulong[] set) => IsFound && StepSet.IsSubset(set, Set);

        /// <summary>Offers what the step's layers need, with the step and all before it.</summary>
        /// <param name="shared">What the layers need.</param>
        /// <param name="sum">What those are charged, s.</param>
        public void Offer(ReadOnlySpan<ulong> shared, double sum)
        {
            var before = search.BeforeOf(step);
            // No set is charged less than its parts; a microsecond of its own is for what rounding makes of sums in another order.
            if (IsFound && Microseconds(StepSet.Overlap(shared, before) ? Math.Max(sum, alone) : sum + alone) > bestCharged + 1)
                return;
            search.Work = (search.Work.Needs, search.Work.Sets + 1);
            shared.CopyTo(offered);
            StepSet.Union(offered, before);
            var setCharged = Microseconds(StepSet.Sum(offered, search.charged));
            if (IsFound && setCharged > bestCharged)
                return;
            var setStandard = Microseconds(StepSet.Sum(offered, search.standard));
            if (IsFound && !Better(offered, setCharged, setStandard, Set, bestCharged, bestStandard))
                return;
            offered.CopyTo(Set, 0);
            (IsFound, bestCharged, bestStandard) = (true, setCharged, setStandard);
        }

        public bool IsBetterThan(Candidate other) => Better(Set, bestCharged, bestStandard, other.Set, other.bestCharged, other.bestStandard);

        public static bool Better(ReadOnlySpan<ulong> set, double setCharged, double setStandard, ReadOnlySpan<ulong> than, double thanCharged, double thanStandard)
        {
            if (setCharged != thanCharged)
                return setCharged < thanCharged;
            if (setStandard != thanStandard)
                return setStandard < thanStandard;
            var (steps, thanSteps) = (StepSet.Count(set), StepSet.Count(than));
            return steps != thanSteps ? steps < thanSteps : StepSet.ComesFirst(set, than);
        }

        public static double Microseconds(double seconds) => Math.Round(seconds * 1e6);
    }
}
