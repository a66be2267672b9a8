using WideLever.Core.Planning;
using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary>The years with a machine.</summary>
public sealed class OwnershipTests
{
    private const double Hand = 1.0113134; // The mean of a lognormal(0, 0.15): exp(0.15² / 2).

    private static readonly OwnershipAsked asked = new(8, 100_000, 60, 7);

    private static FailureProfile Profile(params FailureAssumption[] assumptions) => new(assumptions, 0);

    private static FailureAssumption Fails(PartKind kind, double every, double wear = 1) => new(kind, null, every, wear);

    private static TeardownRecord Priced(params (string Part, double Price)[] prices)
    {
        var record = Build.Sealed();
        return record with { Parts = [.. record.Parts.Select(part => prices.FirstOrDefault(one => one.Part == part.Id) is { Part: not null } priced ? part with { Spare = new Spare { Price = new Money { Amount = priced.Price } } } : part)] };
    }

    private static Ownership Live(TeardownRecord record, FailureProfile profile, OwnershipAsked? how = null, int? threads = null) =>
        OwnershipLives.Of([new(record.Checked(), Examples.House)], profile, how ?? asked, threads).Machines[0];

    [Fact]
    public void Means_are_those_of_closed_forms()
    {
        var record = Priced(("battery", 80), ("fan", 25));
        var profile = Profile(Fails(PartKind.Battery, 4), Fails(PartKind.Fan, 10, 3)) with { DamageShare = 0.5 };
        var lived = Live(record, profile);
        var (battery, fan) = (lived.Parts.Single(part => part.Part == "battery"), lived.Parts.Single(part => part.Part == "fan"));
        // By chance at any age: years over the mean; and the chance that it comes at all.
        battery.Times.ShouldBe(8.0 / 4, 0.015);
        lived.Untouched.ShouldBe(Math.Exp(-8.0 / 4) * (1 - profile.Assumptions[1].Within(8)), 0.004);
        // Wears out: the renewal equation, of which the second and later terms are small.
        fan.Times.ShouldBe(Renewals(profile.Assumptions[1], 8), 0.008);
        var plan = RepairPlan.Of(record.Checked(), Examples.House, ["battery"]).Plan!;
        var hours = (plan.Effort.Low + plan.Effort.High) / 2 / 3600 * Hand;
        (battery.Hours / battery.Times).ShouldBe(hours, hours * 0.01);
        lived.Hours.Mean.ShouldBe(battery.Hours + fan.Hours, 1e-9);
        // Parts, hours at the rate, and half of the machine's price where it goes wrong.
        var fans = RepairPlan.Of(record.Checked(), Examples.House, ["fan"]).Plan!;
        var damage = 500 * (battery.Times * (1 - plan.Survival.Value!.Value) + fan.Times * (1 - fans.Survival.Value!.Value));
        lived.Money.Mean.ShouldBe(battery.Times * 80 + fan.Times * 25 + lived.Hours.Mean * 60 + damage, damage * 0.05);
        damage.ShouldBeGreaterThan(1);
    }

    /// <summary>How often a part is renewed in some years: m(t) = F(t) + ∫ m(t − x) dF(x), on a fine grid.</summary>
    private static double Renewals(FailureAssumption assumption, double years)
    {
        const int steps = 4_000;
        var (within, often) = (new double[steps + 1], new double[steps + 1]);
        for (var t = 1; t <= steps; t++)
        {
            within[t] = assumption.Within(years * t / steps);
            often[t] = within[t];
            for (var x = 1; x <= t; x++)
                often[t] += (within[x] - within[x - 1]) * often[t - x];
        }
        return often[steps];
    }

    [Fact]
    public void It_is_the_same_on_any_number_of_threads_and_another_with_another_seed()
    {
        var profile = Profile(Fails(PartKind.Battery, 4, 4), Fails(PartKind.Fan, 6), new(PartKind.Fan, Service.Clean, 2, 5));
        var some = asked with { Lives = 4_321 };
        var one = Live(Priced(("battery", 80)), profile, some, 1);
        foreach (var threads in (int?[])[2, 7, null])
        {
            var other = Live(Priced(("battery", 80)), profile, some, threads);
            (other.Hours, other.Money, other.Untouched).ShouldBe((one.Hours, one.Money, one.Untouched));
            other.Parts.ShouldBe(one.Parts);
        }
        Live(Priced(("battery", 80)), profile, some with { Seed = 8 }).Money.Mean.ShouldNotBe(one.Money.Mean);
    }

    [Fact]
    public void Two_machines_live_on_the_same_draws()
    {
        var profile = Profile(Fails(PartKind.Battery, 5, 3), Fails(PartKind.Fan, 9));
        var (cheap, dear) = (Priced(("battery", 80), ("fan", 25)), Priced(("battery", 81), ("fan", 25)));
        var (machines, pairs) = OwnershipLives.Of([new(cheap.Checked(), Examples.House), new(dear.Checked(), Examples.House)], profile, asked);
        // Every battery that fails in one fails in the other: the dearer one is never the cheaper.
        var pair = pairs.ShouldHaveSingleItem();
        pair.Dearer.ShouldBe(0);
        pair.Cheaper.ShouldBe(profile.Assumptions[0].Within(8), 0.005);
        pair.Hours.ShouldBe(0);
        pair.Money.ShouldBe(-machines[0].Parts.Single(part => part.Part == "battery").Times, 1e-6);
        // A machine lives as it does by itself.
        machines[1].Money.ShouldBe(Live(dear, profile).Money);
    }

    [Fact]
    public void What_is_one_piece_with_another_part_is_bought_as_that()
    {
        // The keyboard is riveted to the top case.
        var lived = Live(Priced(("top", 200), ("keyboard", 30)), Profile(Fails(PartKind.Keyboard, 8)));
        var keyboard = lived.Parts.ShouldHaveSingleItem();
        (keyboard.Unit, keyboard.Price).ShouldBe(("top", 200));
        lived.Assembly.ShouldBe(1 - Math.Exp(-1), 0.005);
        lived.MainBoard.ShouldBe(0, "no board has failed");
        lived.Untouched.ShouldBe(1 - lived.Assembly, 1e-9);
        lived.MoreThanMachine.ShouldNotBeNull();
    }

    [Fact]
    public void What_is_not_known_is_named_and_makes_no_figure()
    {
        var record = Build.Sealed();
        record = record with { Unit = record.Unit with { Price = null }, Parts = [.. record.Parts, Build.Part("camera", PartKind.Camera)] };
        var lived = Live(record, Profile(Fails(PartKind.Battery, 4), Fails(PartKind.Camera, 4), Fails(PartKind.Graphics, 1)) with { DamageShare = 1 });
        lived.Unpriced.ShouldBe(["battery"]);
        lived.LeftOut.ShouldBe([new("camera", "no way to the camera is known")]);
        (lived.MoreThanMachine, lived.HasDamage).ShouldBe((null, false));
        lived.Parts.ShouldHaveSingleItem().Price.ShouldBeNull();
        // A service has no price: nothing is bought for it.
        Live(record, Profile(new FailureAssumption(PartKind.Fan, Service.Clean, 2, 5))).Unpriced.ShouldBeEmpty();
        // Nothing that is assumed to fail: nothing is opened.
        Live(record, Profile()).ShouldSatisfyAllConditions(one => one.Untouched.ShouldBe(1), one => one.Money.ShouldBe(new(0, 0, 0, 0)));
    }

    [Fact]
    public void A_faulty_profile_says_what_and_where()
    {
        new FailureProfile([new(PartKind.Fan, Service.Paste, 0, 0.1), null!, Fails(PartKind.Battery, 4), Fails(PartKind.Battery, 5)], 2).Faults().Select(fault => $"{fault.At}: {fault.Message}").ShouldBe(
        [
            "damageShare: must be 0 to 1", "assumptions[0].everyYears: must be 0.1 to 1000 years", "assumptions[0].wear: must be 0.5 to 20",
            "assumptions[0].service: \"paste\" is nothing that is done to a fan", "assumptions[1]: must not be empty", "assumptions[3].kind: battery stands there twice",
        ]);
        new FailureProfile(null!, 0).Faults().ShouldHaveSingleItem().At.ShouldBe("assumptions");
        new FailureProfile([.. Enumerable.Repeat(Fails(PartKind.Fan, 4), FailureProfile.Most + 1)], 0).Faults().ShouldHaveSingleItem().Message.ShouldBe("has 201 rows; the limit is 200");
        new OwnershipAsked(0, 1, -1, 0).Faults().Select(fault => fault.At).ShouldBe(["years", "lives", "rate"]);
        asked.Faults().ShouldBeEmpty();
        new OwnershipAsked(8, 100, double.NaN, 0).Faults().ShouldHaveSingleItem();
    }

    [Fact]
    public void What_nobody_waits_for_ends()
    {
        using var stop = new CancellationTokenSource();
        var told = new Told(() => stop.Cancel());
        Should.Throw<OperationCanceledException>(() => OwnershipLives.Of([new(Build.Sealed().Checked(), Examples.House)], Profile(Fails(PartKind.Battery, 1)), asked, 1, told, stop.Token));
        told.Last.ShouldBe(1_000);
    }

    private sealed class Told(Action then) : IProgress<int>
    {
        public int Last { get; private set; }

        public void Report(int value)
        {
            Last = value;
            then();
        }
    }
}
