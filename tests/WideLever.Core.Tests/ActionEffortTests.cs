using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>Effort of an action</em>, sentence by sentence, with the house rubric's numbers worked out by hand.</summary>
public sealed class ActionEffortTests
{
    private static StandardEffort Of(TeardownAction action) => ActionEffort.Of(action, Examples.House);

    private static void Is(StandardEffort effort, double lowOut, double lowBack, double highOut, double highBack)
    {
        effort.Low.Out.ShouldBeAbout(lowOut);
        effort.Low.Back.ShouldBeAbout(lowBack);
        effort.High.Out.ShouldBeAbout(highOut);
        effort.High.Back.ShouldBeAbout(highBack);
    }

    private static void Is(StandardEffort effort, double @out, double back) => Is(effort, @out, back, @out, back);

    private static Unscrew Loose => new() { Count = 3, Drive = Drive.Cross, Size = "PH0", Thread = "M2", Length = 4, Captive = false };

    [Fact]
    public void A_loose_screw_is_seated_turned_and_stowed_then_started_turned_finished_and_placed() =>
        Is(Of(Loose), 3 * (1.6 + 0.35 * 4 / 0.4 + 1.2), 3 * (1.0 + 0.6 + 0.35 * 4 / 0.4 + 1.8));

    [Fact]
    public void A_captive_screw_is_neither_stowed_nor_placed() =>
        Is(Of(Loose with { Captive = true }), 3 * (1.6 + 3.5), 3 * (1.6 + 3.5));

    [Fact]
    public void Captive_unknown_may_cost_nothing_or_all_of_stow_and_place() =>
        Is(Of(Loose with { Captive = null }), 3 * (1.6 + 3.5), 3 * (1.6 + 3.5), 3 * (1.6 + 3.5 + 1.2), 3 * (1.6 + 3.5 + 1.8));

    [Fact]
    public void A_thread_unknown_takes_the_greatest_pitch_for_the_low_and_the_least_for_the_high()
    {
        Is(Of(Loose with { Thread = null }), 3 * (1.6 + 0.35 * 4 / 0.5 + 1.2), 3 * (1.6 + 0.35 * 4 / 0.5 + 1.8), 3 * (1.6 + 0.35 * 4 / 0.3 + 1.2), 3 * (1.6 + 0.35 * 4 / 0.3 + 1.8));
        Of(Loose with { Thread = "M1.2" }).ShouldBe(Of(Loose with { Thread = null }));
    }

    [Fact]
    public void A_length_unknown_takes_the_ends_of_its_span() =>
        Is(Of(Loose with { Length = null }), 3 * (1.6 + 0.35 * 2 / 0.4 + 1.2), 3 * (1.6 + 0.35 * 2 / 0.4 + 1.8), 3 * (1.6 + 0.35 * 8 / 0.4 + 1.2), 3 * (1.6 + 0.35 * 8 / 0.4 + 1.8));

    [Fact]
    public void Covers_come_off_as_often_as_there_are_covers_one_a_screw_unless_told()
    {
        var bare = Of(Loose);
        Is(Of(Loose with { Cover = Cover.Foot }), bare.Low.Out + 3 * 6, bare.Low.Back + 3 * 5);
        Is(Of(Loose with { Cover = Cover.Foot, Covers = 1 }), bare.Low.Out + 6, bare.Low.Back + 5);
    }

    [Fact]
    public void A_cover_unknown_may_be_none_or_the_one_of_greatest_sum()
    {
        var bare = Of(Loose);
        Is(Of(Loose with { Cover = null }), bare.Low.Out, bare.Low.Back, bare.Low.Out + 3 * 6, bare.Low.Back + 3 * 5);
    }

    [Fact]
    public void A_bond_costs_by_its_length_and_a_release_tab_by_the_piece()
    {
        Is(Of(new Unbond { Count = 2, Bond = Bond.Tape, LengthMm = 150 }), 2 * 1.5 * 20, 2 * 1.5 * 15);
        Is(Of(new Unbond { Bond = Bond.Tape }), 0.4 * 20, 0.4 * 15, 2.5 * 20, 2.5 * 15);
        Is(Of(new Unbond { Count = 3, Bond = Bond.ReleaseTab }), 36, 45);
    }

    [Fact]
    public void An_unknown_bond_is_sought_over_all_words_with_their_lengths()
    {
        // The least is foam or gasket at the short end, the greatest rigid glue at the long one.
        Is(Of(new Unbond { Count = 2 }), 2 * 0.4 * 10, 2 * 0.4 * 10, 2 * 2.5 * 180, 2 * 2.5 * 120);
        // At 500 mm foam costs 100 s, more than the release tab, which has no length.
        Is(Of(new Unbond { LengthMm = 500 }), 12, 15, 5 * 180, 5 * 120);
    }

    public static TheoryData<TeardownAction, double, double> Words => new()
    {
        { new Unclip { Count = 4 }, 6, 3.2 },
        { new Unlatch { Count = 4 }, 8, 8 },
        { new Slide { Count = 4 }, 8, 12 },
        { new Switch { Count = 4 }, 12, 12 },
        { new Swing { Count = 4 }, 16, 16 },
        { new Route { Count = 4 }, 20, 40 },
        { new Move { Count = 4 }, 32, 32 },
        { new Unplug { Count = 4, Connector = Connector.Coax }, 10, 24 },
        { new Peel { Count = 4, What = PeelWhat.Seal }, 16, 0 },
        { new Lift { Count = 4, What = LiftWhat.Board }, 32, 60 },
        { new Thermal { Count = 4, What = ThermalWhat.Pad }, 40, 80 },
    };

    [Theory]
    [MemberData(nameof(Words))]
    public void Any_other_action_costs_its_pair_as_often_as_it_is_done(TeardownAction action, double @out, double back) => Is(Of(action), @out, back);

    [Fact]
    public void An_unknown_word_takes_the_pairs_of_least_and_of_greatest_sum()
    {
        Is(Of(new Unplug { Count = 2 }), 2, 2, 12, 12);
        Is(Of(new Peel { Count = 2 }), 8, 0, 12, 10);
        Is(Of(new Lift { Count = 2 }), 4, 6, 16, 30);
        Is(Of(new Thermal { Count = 2 }), 20, 40, 240, 360);
    }

    [Fact]
    public void The_tool_is_the_actions_own_else_the_drive_or_the_pry_tool_or_the_hand()
    {
        new Unscrew { Drive = Drive.FiveLobe }.ToolInHand().ShouldBe(Tool.FiveLobe);
        new Unscrew().ToolInHand().ShouldBeNull();
        new Unscrew { Tool = Tool.Puller }.ToolInHand().ShouldBe(Tool.Puller);
        new Unclip().ToolInHand().ShouldBe(Tool.PryTool);
        new Lift().ToolInHand().ShouldBe(Tool.Hand);
        new Lift { Tool = Tool.Heat }.ToolInHand().ShouldBe(Tool.Heat);
        foreach (var drive in Enum.GetValues<Drive>())
            drive.Tool().Word().ShouldBe(drive.Word());
    }

    [Fact]
    public void A_step_picks_up_each_known_tool_once_and_the_high_one_more_for_each_action_of_unknown_tool()
    {
        var step = Build.Step("a", "outside", Loose, Loose, new Unclip(), new Lift { What = LiftWhat.Part }, new Unscrew(), new Unscrew());
        var bare = step.Actions.Select(Of).Aggregate((a, b) => a + b);
        var effort = StepEffort.StandardOf(step, Examples.House);
        Is(effort, bare.Low.Out + 2 * 1.5, bare.Low.Back + 2 * 1.5, bare.High.Out + 4 * 1.5, bare.High.Back + 4 * 1.5);
        effort.Seconds.Value.ShouldBeAbout((effort.Low.Sum + effort.High.Sum) / 2);
    }

    [Fact]
    public void Under_the_school_steps_every_step_costs_the_same()
    {
        var rubric = Examples.House.With(schools => schools with { Effort = EffortSchool.Steps });
        var effort = StepEffort.Of(Build.Step("a", "outside", Loose) with { ObservedSeconds = 5 }, rubric);
        effort.Charged.ShouldBe(EffortSeconds.Exactly(60));
        effort.Standard.ShouldBeAbout(StepEffort.StandardOf(Build.Step("a", "outside", Loose), rubric).Seconds.Value);
    }

    [Fact]
    public void Under_the_school_observed_a_step_costs_its_seconds_times_effort_over_out_by_the_middles()
    {
        var rubric = Examples.House.With(schools => schools with { Effort = EffortSchool.Observed });
        var step = Build.Step("a", "outside", Loose with { Captive = null });
        var standard = StepEffort.StandardOf(step, rubric);
        var expected = 30 * (standard.Low.Sum + standard.High.Sum) / (standard.Low.Out + standard.High.Out);
        var charged = StepEffort.Of(step with { ObservedSeconds = 30 }, rubric).Charged;
        charged.Low.ShouldBeAbout(expected);
        charged.Value.ShouldBeAbout(expected);
        charged.High.ShouldBeAbout(expected);
        StepEffort.Of(step, rubric).Charged.ShouldBe(standard.Seconds);
    }

    [Fact]
    public void Under_the_school_observed_a_step_whose_out_is_nothing_costs_its_standard_effort()
    {
        var rubric = Examples.House.With(schools => schools with { Effort = EffortSchool.Observed });
        rubric = rubric with { Times = rubric.Times with { Standard = rubric.Times.Standard.With(Verb.Move, new OutBack(0, 8)) } };
        StepEffort.Of(Build.Step("a", "outside", new Move()) with { ObservedSeconds = 30 }, rubric).Charged.ShouldBe(EffortSeconds.Exactly(8));
    }
}
