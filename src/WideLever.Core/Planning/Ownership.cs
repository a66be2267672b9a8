using WideLever.Core.Checking;
using WideLever.Core.Comparing;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring.Criteria;

namespace WideLever.Core.Planning;

/// <summary>What is simulated.</summary>
/// <param name="Years">Years of a life, 1..30.</param>
/// <param name="Lives">How many lives, 100..1,000,000.</param>
/// <param name="Rate">What an hour costs, in the rubric's currency, ≥ 0.</param>
/// <param name="Seed">Seed of the draws.</param>
public sealed record OwnershipAsked(int Years, int Lives, double Rate, ulong Seed)
{
    /// <summary>Bounds of the years, and of the lives.</summary>
    public const int MostYears = 30, FewestLives = 100, MostLives = 1_000_000;

    /// <summary>What is wrong with it, each with its place.</summary>
    public IReadOnlyList<Fault> Faults() =>
    [
        .. Years is >= 1 and <= MostYears ? (Fault[])[] : [new("years", $"must be 1 to {MostYears}")],
        .. Lives is >= FewestLives and <= MostLives ? (Fault[])[] : [new("lives", $"must be {FewestLives} to {MostLives}")],
        .. Rate is >= 0 and <= 1e5 ? (Fault[])[] : [new("rate", "must be 0 to 100000")],
    ];
}

/// <summary>How something spreads over lives.</summary>
/// <param name="Mean">The mean.</param>
/// <param name="Tenth">What one life in ten stays within.</param>
/// <param name="Half">What half of them stay within.</param>
/// <param name="NineTenths">What nine in ten stay within.</param>
public sealed record LifeSpread(double Mean, double Tenth, double Half, double NineTenths)
{
    internal static LifeSpread Of(double[] lives)
    {
        var mean = lives.Sum() / lives.Length;
        var sorted = (double[])lives.Clone();
        Array.Sort(sorted);
        double At(double share) => sorted[(int)Math.Ceiling(share * sorted.Length) - 1];
        return new(mean, At(0.1), At(0.5), At(0.9));
    }
}

/// <summary>What a part gives to the years with a machine.</summary>
/// <param name="Part">Its id.</param>
/// <param name="Unit">Id of what is swapped, or of the part where it is served.</param>
/// <param name="Service">What is done; null: it has failed.</param>
/// <param name="Times">How often in a life, on the average.</param>
/// <param name="Price">Price of what is bought each time; null: not known. 0 for a service.</param>
/// <param name="Hours">Hours in a life, on the average.</param>
public sealed record OwnedPart(string Part, string Unit, Service? Service, double Times, double? Price, double Hours);

/// <summary>The years with one machine.</summary>
public sealed record Ownership
{
    /// <summary>Hours of work, there and back, in a life.</summary>
    public required LifeSpread Hours { get; init; }

    /// <summary>What is bought, the hours at the rate, and damage on the way, in the rubric's currency.</summary>
    public required LifeSpread Money { get; init; }

    /// <summary>The chance that a main board must be bought.</summary>
    public required double MainBoard { get; init; }

    /// <summary>The chance that another part than the one that failed must be bought, because it is one piece with it.</summary>
    public required double Assembly { get; init; }

    /// <summary>The chance that nothing is opened at all.</summary>
    public required double Untouched { get; init; }

    /// <summary>The chance that it costs more than the machine did; null: its price is not known.</summary>
    public required double? MoreThanMachine { get; init; }

    /// <summary>The parts, the most money first, then the most often.</summary>
    public required IReadOnlyList<OwnedPart> Parts { get; init; }

    /// <summary>Ids of what is bought without a known price, so that the money is at least.</summary>
    public required IReadOnlyList<string> Unpriced { get; init; }

    /// <summary>Parts that are assumed to fail and cannot be planned, so that hours and money are at least, each with why.</summary>
    public required IReadOnlyList<PlanTrouble> LeftOut { get; init; }

    /// <summary>Whether damage on the way is in the money: not where the machine's price is not known.</summary>
    public required bool HasDamage { get; init; }
}

/// <summary>Two machines on the same draws.</summary>
/// <param name="Cheaper">The chance that the first costs less.</param>
/// <param name="Dearer">The chance that it costs more.</param>
/// <param name="Money">What the first costs more than the second, on the average.</param>
/// <param name="Hours">How many hours more it takes.</param>
public sealed record OwnershipPair(double Cheaper, double Dearer, double Money, double Hours);

/// <summary>A machine that is simulated.</summary>
/// <param name="Record">Its record.</param>
/// <param name="Rubric">The rubric that it stands under.</param>
public sealed record OwnedMachine(CheckedRecord Record, Rubric Rubric);

/// <summary>
/// Years with machines, drawn again and again: parts fail or ask for a service as a profile assumes, each by itself, and what the record
/// knows says what has to be opened and bought. The least work to each is taken at a place in its range and by a hand of more or less
/// speed that a life has, as in the rank odds. No published sheet has any of it. Several machines live on the same draws: a part of a kind
/// fails in one as it does in the other.
/// </summary>
public static class OwnershipLives
{
    private const int Block = 1_000;

    /// <summary>Simulates machines side by side.</summary>
    /// <param name="machines">The machines, one or more; money is in the currency of each one's rubric.</param>
    /// <param name="profile">A profile without faults.</param>
    /// <param name="asked">What is simulated, without faults.</param>
    /// <param name="threads">Threads; null: as many as there are cores. The result is the same for any.</param>
    /// <param name="progress">Is told how many lives are done.</param>
    /// <param name="cancellation">Ends a simulation that nobody waits for.</param>
    /// <returns>Each machine's years, and the first against each other one.</returns>
    /// <exception cref="OperationCanceledException">The simulation was cancelled.</exception>
    public static (IReadOnlyList<Ownership> Machines, IReadOnlyList<OwnershipPair> Pairs) Of(
        IReadOnlyList<OwnedMachine> machines, FailureProfile profile, OwnershipAsked asked, int? threads = null, IProgress<int>? progress = null, CancellationToken cancellation = default)
    {
        var lived = machines.Select(machine => new Lives(machine, profile, asked, cancellation)).ToList();
        var options = new ParallelOptions { CancellationToken = cancellation, MaxDegreeOfParallelism = threads ?? Environment.ProcessorCount };
        var done = 0;
        Parallel.For(0, (asked.Lives + Block - 1) / Block, options, block =>
        {
            var (from, to) = (block * Block, Math.Min((block + 1) * Block, asked.Lives));
            foreach (var lives in lived)
                lives.Live(from, to, cancellation);
            progress?.Report(Interlocked.Add(ref done, to - from));
        });
        return ([.. lived.Select(lives => lives.Summed())], [.. lived.Skip(1).Select(other => Pair(lived[0], other))]);
    }

    private static OwnershipPair Pair(Lives first, Lives second)
    {
        var (cheaper, dearer) = (0, 0);
        for (var life = 0; life < first.Money.Length; life++)
        {
            cheaper += first.Money[life] < second.Money[life] ? 1 : 0;
            dearer += first.Money[life] > second.Money[life] ? 1 : 0;
        }
        double lives = first.Money.Length;
        return new(cheaper / lives, dearer / lives, (first.Money.Sum() - second.Money.Sum()) / lives, (first.Hours.Sum() - second.Hours.Sum()) / lives);
    }

    [Flags]
    private enum Met : byte
    {
        Nothing = 0,
        Opened = 1,
        MainBoard = 2,
        Assembly = 4,
    }

    /// <summary>What comes again and again in a machine's life.</summary>
    private sealed record Recurring(PlannedPart Part, FailureAssumption Assumption, uint Stream, double First, double? Price, double Damage, Met Met);

    private sealed class Lives
    {
        private readonly OwnershipAsked asked;
        private readonly Recurring[] all;
        private readonly List<PlanTrouble> leftOut = [];
        private readonly double? machinePrice;
        private readonly double damage;
        private readonly Met[] met;
        // By recurring part: how often in all lives, and hours in each block of them, which are summed in order.
        private readonly long[] times;
        private readonly double[][] hoursOf;

        internal Lives(OwnedMachine machine, FailureProfile profile, OwnershipAsked asked, CancellationToken cancellation)
        {
            var (record, rubric) = machine;
            this.asked = asked;
            machinePrice = Price.InRubricCurrency(record.Record.Unit.Price, rubric);
            damage = profile.DamageShare * (machinePrice ?? 0);
            var ways = new WaysIn(record, rubric);
            var routes = ways.Routes(cancellation);
            var recurring = new List<Recurring>();
            foreach (var assumption in profile.Assumptions)
            {
                var ordinal = 0u;
                foreach (var part in record.Record.Parts.Where(part => part.Fitted && part.Kind == assumption.Kind))
                {
                    var stream = ((uint)assumption.Kind << 20) | ((assumption.Service is { } service ? (uint)service + 1 : 0) << 12) | ordinal++;
                    var name = assumption.Service is { } done ? $"{part.Id}:{done.Word()}" : part.Id;
                    var (planned, steps, trouble) = RepairPlan.Alone(name, record, rubric, ways, routes, cancellation);
                    if (planned is null)
                    {
                        leftOut.Add(new(part.Id, trouble!));
                        continue;
                    }
                    var isSwapped = assumption.Service is null;
                    recurring.Add(new(
                        planned, assumption, stream, assumption.Within(asked.Years),
                        isSwapped ? Price.InRubricCurrency(planned.Unit.Spare.Price, rubric) : 0,
                        1 - RepairPlan.SurvivalOf(steps.Select(step => record.Record.Steps[step]), rubric).Value!.Value,
                        Met.Opened | (isSwapped && planned.Unit.Kind == PartKind.Mainboard ? Met.MainBoard : 0) | (isSwapped && planned.Unit.Id != planned.Part.Id ? Met.Assembly : 0)));
                }
            }
            all = [.. recurring];
            (Hours, Money, met) = (new double[asked.Lives], new double[asked.Lives], new Met[asked.Lives]);
            times = new long[all.Length];
            hoursOf = new double[(asked.Lives + Block - 1) / Block][];
        }

        internal double[] Hours { get; }

        internal double[] Money { get; }

        /// <summary>Lives from one number to before another.</summary>
        internal void Live(int from, int to, CancellationToken cancellation)
        {
            var counted = new long[all.Length];
            var hours = hoursOf[from / Block] = new double[all.Length];
            for (var life = from; life < to; life++)
            {
                cancellation.ThrowIfCancellationRequested();
                var hand = RankDraws.Mixed(asked.Seed, (ulong)life, ulong.MaxValue);
                var place = Uniform(ref hand);
                var speed = Math.Exp(RankDraws.EffortSpread * Math.Sqrt(-2 * Math.Log(1 - Uniform(ref hand))) * Math.Cos(2 * Math.PI * Uniform(ref hand)));
                for (var i = 0; i < all.Length; i++)
                {
                    var one = all[i];
                    var state = RankDraws.Mixed(asked.Seed, (ulong)life, one.Stream);
                    var drawn = Uniform(ref state);
                    // Most parts outlive the years: the first draw says so without a logarithm.
                    if (drawn >= one.First)
                        continue;
                    var effort = one.Part.Alone;
                    var each = (effort.Low + place * (effort.High - effort.Low)) * speed / 3600;
                    for (var age = Lifetime(one.Assumption, drawn); age < asked.Years; age += Lifetime(one.Assumption, Uniform(ref state)))
                    {
                        counted[i]++;
                        hours[i] += each;
                        met[life] |= one.Met;
                        Hours[life] += each;
                        Money[life] += each * asked.Rate + (one.Price ?? 0) + (Uniform(ref state) < one.Damage ? damage : 0);
                    }
                }
            }
            for (var i = 0; i < counted.Length; i++)
                Interlocked.Add(ref times[i], counted[i]);
        }

        internal Ownership Summed()
        {
            double lives = asked.Lives;
            double Share(Func<Met, bool> such) => met.Count(such) / lives;
            return new()
            {
                Hours = LifeSpread.Of(Hours),
                Money = LifeSpread.Of(Money),
                MainBoard = Share(one => one.HasFlag(Met.MainBoard)),
                Assembly = Share(one => one.HasFlag(Met.Assembly)),
                Untouched = Share(one => one == Met.Nothing),
                MoreThanMachine = machinePrice is { } price ? Money.Count(money => money > price) / lives : null,
                Parts =
                [
                    .. all.Select((one, i) => new OwnedPart(one.Part.Part.Id, one.Part.Unit.Id, one.Assumption.Service, times[i] / lives, one.Price, hoursOf.Sum(block => block[i]) / lives))
                        .OrderByDescending(part => part.Times * (part.Price ?? 0) + part.Hours * asked.Rate).ThenByDescending(part => part.Times),
                ],
                Unpriced = [.. all.Where(one => one.Price is null).Select(one => one.Part.Unit.Id).Distinct()],
                LeftOut = leftOut,
                HasDamage = machinePrice is not null,
            };
        }

        private static double Lifetime(FailureAssumption assumption, double drawn) => assumption.Scale * Math.Pow(-Math.Log(1 - drawn), 1 / assumption.Wear);

        /// <summary>The next uniform number on [0, 1) of a stream.</summary>
        private static double Uniform(ref ulong state) => (RankDraws.SplitMix(ref state) >> 11) * (1.0 / (1ul << 53));
    }
}
