namespace WideLever.Core.Routes;

/// <summary>The least steps found after which several parts are out.</summary>
/// <param name="Steps">Positions in recorded order.</param>
/// <param name="Above">How much more than the least they may be charged at most, s; 0: they are the least.</param>
public sealed record JointRoute(IReadOnlyList<int> Steps, double Above);

public sealed partial class RouteSearch
{
    /// <summary>
    /// The least closed set that holds, of every goal, one of its steps: several parts in one opening; null where a goal is empty or cannot be
    /// reached together with the others. Method, <em>Routes</em>.
    /// </summary>
    /// <remarks>
    /// What holds for one goal holds for several: put a closed set in order and take from it the opener of each layer that comes first, and what
    /// its goals need under those choices is closed and lies within it. So every choice is gone through. Under one, what every way of a goal takes
    /// is taken; a way that holds another one of its goal is never better; and goals whose ways share no further step do not turn on each other.
    /// What is left is gone through way by way, as long as what is taken, with the least that the other goals add, is not charged more than the
    /// least set so far. Each goal is taken to add its share of a step that others may take as well, which is never too much.
    /// </remarks>
    /// <param name="goals">The goals.</param>
    /// <param name="cancellation">Ends a search that nobody waits for.</param>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public JointRoute? Joint(IReadOnlyList<IReadOnlyList<int>> goals, CancellationToken cancellation = default)
    {
        var tried = Each(goals, Undominated).Distinct(SameSteps.Instance).OrderBy(goal => goal.Count).ToList();
        if (tried.Count == 0 || tried.Exists(goal => goal.Count == 0))
            return null;
        var asked = tried.SelectMany(goal => goal).Aggregate(0UL, (all, step) => all | asks[step]);
        var choices = new Choices(this, asked);
        var joint = new JointSearch(this, tried, cancellation);
        do
        {
            cancellation.ThrowIfCancellationRequested();
            if (choices.IsNew(asked))
                joint.Offer(choices);
        } while (choices.Next() && !joint.IsSpent);
        // Of the choices that were not gone through it is known that each goal takes its own least at least.
        if (joint.IsSpent)
            joint.AtLeast(Routes(goals, cancellation).Max(route => route is null ? 0 : route.Sum(step => charged[step])));
        return joint.Found(own);
    }

    /// <summary>The least set offered so far that holds a step of every goal, and what no set is charged less than.</summary>
    private sealed class JointSearch(RouteSearch search, IReadOnlyList<IReadOnlyList<int>> goals, CancellationToken cancellation)
    {
        private readonly RouteSearch search = search;
        private readonly CancellationToken cancellation = cancellation;

        // Ways summed up or laid beside each other in all, beyond which the best so far is taken and no further choice is gone through: some two seconds.
        private const long MostWork = 20_000_000;

        private long work;
        private ulong[]? best;
        private double bestCharged, bestStandard, bound = double.PositiveInfinity;

        // A microsecond a step is for what rounding makes of sums in another order.
        public JointRoute? Found(int own) => best is null ? null
            : new(Array.FindAll(StepSet.Positions(best), step => step < own), bestCharged - bound > StepSet.Count(best) ? (bestCharged - bound) / 1e6 : 0);

        /// <summary>Whether it has been gone on with for long enough.</summary>
        public bool IsSpent => work > MostWork;

        /// <summary>What no set is charged less than, whatever was not gone through, s.</summary>
        public void AtLeast(double floor) => bound = Math.Min(bound, Candidate.Microseconds(floor));

        public void Offer(Choices choices)
        {
            var ways = new List<List<ulong[]>>(goals.Count);
            foreach (var goal in goals)
            {
                var ofGoal = new List<ulong[]>(goal.Count);
                foreach (var step in goal)
                {
                    var set = new ulong[search.words];
                    if (!choices.TryNeeds(search.asks[step], set))
                        continue;
                    StepSet.Union(set, search.BeforeOf(step));
                    ofGoal.Add(set);
                }
                if (ofGoal.Count == 0)
                    return;
                ways.Add(ofGoal);
            }
            // Whatever is taken of it holds the least way of its dearest goal.
            var dearest = ways.Max(ofGoal => ofGoal.Min(way => StepSet.Sum(way, search.charged)));
            if (IsWorse(dearest))
            {
                bound = Math.Min(bound, Candidate.Microseconds(dearest));
                return;
            }
            var taken = new ulong[search.words];
            while (Settle(ways, taken))
            {
            }
            var floor = StepSet.Sum(taken, search.charged);
            if (IsWorse(floor))
            {
                bound = Math.Min(bound, Candidate.Microseconds(floor));
                return;
            }
            foreach (var turning in Turning(ways))
            {
                var least = new Least(this, turning);
                StepSet.Union(taken, least.Set);
                floor += least.Bound;
            }
            bound = Math.Min(bound, Candidate.Microseconds(floor));
            var (charged, standard) = (Candidate.Microseconds(StepSet.Sum(taken, search.charged)), Candidate.Microseconds(StepSet.Sum(taken, search.standard)));
            if (best is null || Candidate.Better(taken, charged, standard, best, bestCharged, bestStandard))
                (best, bestCharged, bestStandard) = (taken, charged, standard);
        }

        private bool IsWorse(double charged) => best is not null && Candidate.Microseconds(charged) > bestCharged;

        /// <summary>Takes what every way of a goal takes, and drops goals that are reached and ways that hold another; false where nothing more comes of it.</summary>
        private bool Settle(List<List<ulong[]>> ways, ulong[] taken)
        {
            var grew = false;
            for (var g = ways.Count - 1; g >= 0; g--)
            {
                var left = ways[g].ConvertAll(way => StepSet.Without(way, taken));
                if (left.Exists(way => StepSet.Count(way) == 0))
                {
                    ways.RemoveAt(g);
                    continue;
                }
                work += (long)left.Count * left.Count;
                left = [.. left.Where((way, i) => !left.Where((other, j) => i != j && StepSet.IsSubset(other, way) && (j < i || !StepSet.IsSubset(way, other))).Any())];
                var common = (ulong[])left[0].Clone();
                foreach (var way in left.Skip(1))
                {
                    for (var w = 0; w < common.Length; w++)
                        common[w] &= way[w];
                }
                ways[g] = left;
                if (StepSet.Count(common) == 0)
                    continue;
                StepSet.Union(taken, common);
                grew = true;
            }
            return grew;
        }

        /// <summary>The goals in groups that share no step.</summary>
        private List<List<List<ulong[]>>> Turning(List<List<ulong[]>> ways)
        {
            var groups = new List<(ulong[] Steps, List<List<ulong[]>> Ways)>();
            foreach (var ofGoal in ways)
            {
                var steps = new ulong[search.words];
                ofGoal.ForEach(way => StepSet.Union(steps, way));
                var sharing = groups.FindAll(group => StepSet.Overlap(group.Steps, steps));
                groups.RemoveAll(sharing.Contains);
                sharing.ForEach(group => StepSet.Union(steps, group.Steps));
                groups.Add((steps, [ofGoal, .. sharing.SelectMany(group => group.Ways)]));
            }
            return groups.ConvertAll(group => group.Ways);
        }

        /// <summary>The least union of a way of each goal, and what no union is charged less than, s.</summary>
        private sealed class Least
        {
            private readonly JointSearch joint;
            private readonly List<List<ulong[]>> ways;
            private readonly double[] share;
            private readonly ulong[][] union;
            private double leastCharged = double.PositiveInfinity, leastStandard;

            public Least(JointSearch joint, List<List<ulong[]>> ways)
            {
                this.joint = joint;
                var search = joint.search;
                // Who has the fewest ways, and the dearest, turns most others down.
                this.ways = [.. ways.OrderBy(ofGoal => ofGoal.Count).ThenByDescending(ofGoal => ofGoal.Min(way => StepSet.Sum(way, search.charged)))];
                share = new double[search.charged.Length];
                for (var step = 0; step < share.Length; step++)
                    share[step] = search.charged[step] / Math.Max(1, ways.Count(ofGoal => ofGoal.Exists(way => StepSet.Has(way, step))));
                union = [.. Enumerable.Range(0, ways.Count + 1).Select(_ => new ulong[search.words])];
                Set = union[0];
                Bound = Floor(0);
                Take(0);
                if (!joint.IsSpent)
                    Bound = StepSet.Sum(Set, search.charged);
            }

            public ulong[] Set { get; private set; }

            public double Bound { get; }

            /// <summary>What is taken, with the least that the goals from a depth on add.</summary>
            private double Floor(int depth)
            {
                var floor = StepSet.Sum(union[depth], joint.search.charged);
                for (var g = depth; g < ways.Count; g++)
                {
                    joint.work += ways[g].Count;
                    floor += ways[g].Min(way => StepSet.Sum(StepSet.Without(way, union[depth]), share));
                }
                return floor;
            }

            private void Take(int depth)
            {
                joint.cancellation.ThrowIfCancellationRequested();
                // The first way down is always gone, so that there is an answer.
                if (leastCharged < double.PositiveInfinity && (joint.IsSpent || Candidate.Microseconds(Floor(depth)) > leastCharged))
                    return;
                if (depth == ways.Count)
                {
                    var (charged, standard) = (Candidate.Microseconds(StepSet.Sum(union[depth], joint.search.charged)), Candidate.Microseconds(StepSet.Sum(union[depth], joint.search.standard)));
                    if (leastCharged == double.PositiveInfinity || Candidate.Better(union[depth], charged, standard, Set, leastCharged, leastStandard))
                        (Set, leastCharged, leastStandard) = ((ulong[])union[depth].Clone(), charged, standard);
                    return;
                }
                foreach (var way in ways[depth].OrderBy(way => StepSet.Sum(StepSet.Without(way, union[depth]), joint.search.charged)))
                {
                    union[depth].CopyTo(union[depth + 1], 0);
                    StepSet.Union(union[depth + 1], way);
                    Take(depth + 1);
                    // What is taken already is never worse than what adds to it.
                    if (StepSet.IsSubset(way, union[depth]))
                        break;
                }
            }
        }
    }
}
