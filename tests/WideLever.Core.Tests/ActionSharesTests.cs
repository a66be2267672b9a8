using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>What is built on it</em>, ledger: what each action of a way cost its part, worked out by hand.</summary>
public sealed class ActionSharesTests
{
    private static readonly Rubric House = Examples.House;

    private static double[] Shares(Criterion criterion, Rubric rubric, params Step[] steps) =>
        ActionShares.Of(criterion, ActionShares.Of([.. Enumerable.Range(0, steps.Length)], steps), steps, rubric);

    private static double[] Shares(Criterion criterion, params TeardownAction[] actions) => Shares(criterion, House, Build.Step("a", "outside", actions));

    // The losses by themselves, each as a share of all.
    private static void ShouldBe(double[] shares, params double[] losses)
    {
        shares.Length.ShouldBe(losses.Length);
        for (var i = 0; i < losses.Length; i++)
            shares[i].ShouldBe(losses[i] / losses.Sum(), 1e-12, $"action {i}");
    }

    private static Unscrew Loose(int count, double length) => new() { Count = count, Drive = Drive.Cross, Size = "PH0", Thread = "M2", Length = length, Captive = false };

    [Fact]
    public void Seconds_of_a_step_go_to_its_actions_by_their_own_and_its_tools_with_them()
    {
        // Four clips take 6 and 3.2 s, moving 16, a prying tool 3 to pick up and put down; two slides 10.
        ShouldBe(Shares(Criterion.Reach, House, Build.Step("a", "outside", new Unclip { Count = 4 }, new Move()), Build.Step("b", "outside", new Slide { Count = 2 })),
            28.2 * 9.2 / 25.2, 28.2 * 16 / 25.2, 10);
        // Where the school charges a whole step, one without seconds of its own goes to its actions alike.
        var free = House.With(schools => schools with { Effort = EffortSchool.Steps }) with { Times = House.Times with { Standard = House.Times.Standard.With(Verb.Move, new OutBack(0, 0)) } };
        ShouldBe(Shares(Criterion.Reach, free, Build.Step("a", "outside", new Move(), new Move(), new Move()), Build.Step("b", "outside", new Slide())), 20, 20, 20, 60);
    }

    [Fact]
    public void Burden_goes_by_screws_and_clips_and_mixed_lengths_by_the_loose_screws_of_the_worst_layer()
    {
        // A loose screw of nothing that hides it burdens with 1 less 0.95 times 0.85; a clip with a twentieth.
        var (screw, clip) = (1 - 0.95 * 0.85, 0.05);
        var (three, two, ten) = (3 * screw, 2 * screw, 10 * clip);
        var whole = three + two + ten;
        var (burden, mixed) = (Math.Log(1 + whole / 6), -Math.Log(0.9));
        ShouldBe(Shares(Criterion.Fasteners, Loose(3, 4), Loose(2, 6), new Unclip { Count = 10 }),
            burden * three / whole + mixed / 2, burden * two / whole + mixed / 2, burden * ten / whole);
        // The captive ones of that layer, and the loose ones of a better layer, have no part in the mixing.
        var captive = 4 * (1 - 0.95);
        whole = three + two + captive + three;
        burden = Math.Log(1 + whole / 6);
        ShouldBe(
            Shares(Criterion.Fasteners, House, Build.Step("a", "outside", Loose(3, 4), Loose(2, 6), Loose(4, 9) with { Captive = true }), Build.Step("b", "inside", Loose(3, 4))),
            burden * three / whole + mixed / 2, burden * two / whole + mixed / 2, burden * captive / whole, burden * three / whole);
        // Whether they stay in their part is not known: the middle of burden and of mixing.
        var unsure = (Loose(3, 4) with { Captive = null }, Loose(2, 6));
        var maybe = 3 * ((1 - 0.95) + (1 - 0.95 * 0.85)) / 2;
        whole = maybe + two;
        (burden, mixed) = (Math.Log(1 + whole / 6), -Math.Log(0.95));
        ShouldBe(Shares(Criterion.Fasteners, unsure.Item1, unsure.Item2), burden * maybe / whole + mixed / 2, burden * two / whole + mixed / 2);
        Shares(Criterion.Fasteners, new Move(), new Slide()).ShouldBe([0.5, 0.5]);
    }

    [Fact]
    public void The_worst_tool_costs_its_class_and_what_is_too_many_is_shared_by_all_that_need_one()
    {
        // Five-lobe is the worst at 0.4, twice; prying, cross and five-lobe are one more than two.
        var (worst, extra) = (-Math.Log(0.4), -Math.Log(0.95));
        ShouldBe(Shares(Criterion.Tools, Loose(1, 4), new Unclip(), Loose(1, 4) with { Drive = Drive.FiveLobe, Size = null }, new Move(), Loose(2, 4) with { Drive = Drive.FiveLobe, Size = null }),
            extra / 4, extra / 4, extra / 4 + worst / 2, 0, extra / 4 + worst / 2);
        // Two are not too many.
        ShouldBe(Shares(Criterion.Tools, new Unclip(), Loose(1, 4)), 0, -Math.Log(0.9));
        // A tool that is not known may be as bad as any, and weighs like a factor of e at least.
        ShouldBe(Shares(Criterion.Tools, new Unclip(), new Unscrew()), 0.5, 0.5);
        ShouldBe(Shares(Criterion.Tools, new Move { Tool = Tool.Rework }, new Unscrew(), new Move()), -Math.Log(0.1) / 2, -Math.Log(0.1) / 2, 0);
        ShouldBe(Shares(Criterion.Tools, new Move(), new Move()), 1, 1);
    }

    [Fact]
    public void The_worst_bond_costs_what_it_is_and_every_further_one_a_tenth_more()
    {
        // Three bonds: two of soft glue at 0.3, a tape at 0.6; what two too many cost is shared by all three.
        var (worst, extra) = (-Math.Log(0.3), -Math.Log(0.9) * 2 / 3);
        ShouldBe(Shares(Criterion.Bonds, new Unbond { Bond = Bond.SoftGlue, LengthMm = 50, Count = 2 }, new Move(), new Unbond { Bond = Bond.Tape, LengthMm = 50 }),
            2 * extra + worst, 0, extra);
        ShouldBe(Shares(Criterion.Bonds, new Unbond { Bond = Bond.Tape, LengthMm = 50 }, new Unbond { Bond = Bond.Tape, LengthMm = 9 }),
            -Math.Log(0.9) / 2 - Math.Log(0.6) / 2, -Math.Log(0.9) / 2 - Math.Log(0.6) / 2);
        ShouldBe(Shares(Criterion.Bonds, new Move(), new Unbond { Bond = Bond.Foam, LengthMm = 9 }), 0, 1);
        // Of what is not known the middle of the worst and the best: worse than a release tab.
        var unknown = -Math.Log((0.1 + 0.85) / 2);
        var both = -Math.Log(0.9) / 2;
        ShouldBe(Shares(Criterion.Bonds, new Unbond(), new Unbond { Bond = Bond.ReleaseTab }), both + unknown, both);
    }

    [Fact]
    public void Survival_goes_by_the_logarithm_of_each_chance()
    {
        ShouldBe(Shares(Criterion.Survival, new Unclip { Count = 10 }, new Lift { What = LiftWhat.Board }, new Unlatch()),
            -10 * Math.Log(1 - 0.001), -Math.Log(1 - 0.00333), 0);
        // What damages nothing is shared alike.
        Shares(Criterion.Survival, new Unlatch(), new Switch()).ShouldBe([0.5, 0.5]);
        StepRisk.Of(Build.Step("a", "outside", new Unclip { Count = 10 }, new Lift { What = LiftWhat.Board }), House).ShouldBe(1 - Math.Pow(0.999, 10) * (1 - 0.00333), 1e-12);
    }
}
