using WideLever.Core.Benching;
using WideLever.Core.Records;
using WideLever.Core.StepLines;

namespace WideLever.Core.Tests;

/// <summary>What a line asks, takes by itself, or notes without a step.</summary>
public class LineQuestionsTests
{
    private static readonly Unit Machine = new() { Maker = "Tarnholm", Model = "Heron 14", ModelCode = "TH14-1" };
    private static readonly BenchState Bench = BenchState.Of([]);

    /// <summary>A record of which these lines were logged, one after the other.</summary>
    private static TeardownRecord Logged(params ReadOnlySpan<string> lines)
    {
        var record = new TeardownRecord { Unit = Machine, Teardown = new() { Date = new(2026, 11, 27), Bench = "north" }, Layers = ["outside"], Steps = [], Parts = [] };
        foreach (var line in lines)
            record = With(record, line);
        return record;
    }

    private static TeardownRecord With(TeardownRecord record, string line)
    {
        var (committed, faults) = LineCommit.Of(HeadDocuments.TeardownOf(record), record, new(line, null, null, []), Bench, 0);
        faults.ShouldBeEmpty(line);
        return HeadDocuments.Merge(PartsOfLine.In(HeadDocuments.UnitOf(record), committed!.Parts), committed.Document);
    }

    private static StepLineReading Read(TeardownRecord record, string line) => Implied.In(StepLine.Read(line, At(record)), At(record));

    private static StepLineContext At(TeardownRecord record) => StepLineContext.Of(record, record.Steps.Count, null);

    private static LineOffer? Asked(TeardownRecord record, string line, LineQuestion question) =>
        LineOffers.Of(line, Read(record, line), record, At(record)).FirstOrDefault(offer => offer.Question == question);

    private static string Answered(TeardownRecord record, string line, LineQuestion question, int answer) => Asked(record, line, question)!.Answers[answer].Line;

    [Fact]
    public void Screws_and_cover_on_two_lines_are_one_order()
    {
        var record = Logged("ten screws", "remove the bottom cover");
        record.Steps[1].After.ShouldBe([record.Steps[0].Id]);
        record.Steps[1].Opens.ShouldBe("inside");
        record.Layers.ShouldBe(["outside", "inside"]);
    }

    [Fact]
    public void What_leads_somewhere_is_not_taken_as_an_order()
    {
        var record = Logged("10 ph0, lift cover > inside", "off, unplug wire", "1 ph0, card = ssd");
        record.Steps[2].After.ShouldBeEmpty();
        Read(record, "3 ph0, lift = fan needs nothing").Step.After.ShouldBeEmpty();
        Read(With(record, "unplug the fan"), "3 ph0, lift = fan after 2").Step.After.ShouldBe([record.Steps[1].Id]);
    }

    [Theory]
    [InlineData("one of the clips broke", "one of the clips broke")]
    [InlineData("damage \"a clip at the left hinge\"", "a clip at the left hinge")]
    [InlineData("the corner of the bezel cracked", "the corner of the bezel cracked")]
    public void Damage_told_alone_is_noted_of_the_step_in_hand(string line, string said)
    {
        var record = With(Logged("10 ph0, lift cover > inside", "8 clips, lift = bezel"), line);
        record.Steps.Count.ShouldBe(2);
        record.Steps[1].Surprises.ShouldHaveSingleItem().ShouldSatisfyAllConditions(one => one.Kind.ShouldBe(SurpriseKind.Damage), one => one.Text.ShouldBe(said));
        Read(record, "damage \"\"").Faults.ShouldContain(fault => fault.Message.Contains("what broke, and where"));
    }

    [Theory]
    [InlineData("see = fan", null)]
    [InlineData("tried = keyboard \"stuck\"", 30.0)]
    [InlineData("damage \"a clip\"", null)]
    public void What_makes_no_step_ends_its_time_on_the_stopwatch_and_a_break_lets_it_go_on(string line, double? cost)
    {
        var record = Logged("10 ph0, lift cover > inside");
        var bench = BenchState.Of([(0, new() { Kind = BenchEntryKind.Stopwatch, Stopwatch = StopwatchEvent.Lap }), (30, new() { Kind = BenchEntryKind.Stopwatch, Stopwatch = StopwatchEvent.Log })]);
        var (committed, faults) = LineCommit.Of(HeadDocuments.TeardownOf(record), record, new(line, null, null, []), bench, 40);
        faults.ShouldBeEmpty();
        committed!.Entries.ShouldHaveSingleItem().Stopwatch.ShouldBe(line.StartsWith("damage", StringComparison.Ordinal) ? StopwatchEvent.Lap : StopwatchEvent.Commit);
        committed.Document.Steps[0].Surprises.Select(one => one.Seconds).ShouldBe(line.StartsWith("see", StringComparison.Ordinal) ? [] : [cost]);
    }

    [Fact]
    public void What_is_taken_by_itself_stands_in_a_chip_and_one_answer_drops_it()
    {
        var record = Logged("10 ph0, lift cover > inside", "unplug the fan");
        var reading = Read(record, "3 ph0, lift = fan");
        reading.Step.After.ShouldBe([record.Steps[1].Id]);
        reading.Chips.ShouldContain(chip => chip.Kind == ChipKind.After && chip.Implied);
        reading.Step.OrderAssumed.ShouldBeTrue("nobody has said that it is so");
        var asked = Asked(record, "3 ph0, lift = fan", LineQuestion.Order)!;
        Read(record, asked.Answers[0].Line).Step.ShouldSatisfyAllConditions(step => step.After.ShouldBe(reading.Step.After), step => step.OrderAssumed.ShouldBeFalse());
        Read(record, asked.Answers[^1].Line).Step.ShouldSatisfyAllConditions(step => step.After.ShouldBeEmpty(), step => step.NeedsNoOther.ShouldBeTrue(), step => step.OrderAssumed.ShouldBeFalse());
    }

    [Fact]
    public void An_order_that_was_assumed_stays_open_until_someone_says_so()
    {
        var record = With(Logged("10 ph0, lift cover > inside", "unplug the fan"), "3 ph0, lift = fan");
        record.Steps[^1].OrderAssumed.ShouldBeTrue();
        var assumed = record.Steps[^1].Id;
        StillMissing.Of(record, Examples.House, new HashSet<Cover>(), true).ShouldContain(one => one.Kind == MissingKind.OrderAssumed && one.About == assumed);
        var said = record with { Steps = [.. record.Steps.Select(step => step with { OrderAssumed = false })] };
        StillMissing.Of(said, Examples.House, new HashSet<Cover>(), true).ShouldNotContain(one => one.Kind == MissingKind.OrderAssumed);
        var printed = StepLine.Print(record.Steps[^1], StepLineContext.Of(record, record.Steps.Count - 1, record.Steps[^1].Id));
        printed.ShouldContain("assumed");
    }

    [Fact]
    public void Another_layer_than_the_one_in_hand_is_asked_about()
    {
        var record = Logged("10 ph0, lift cover > inside", "off, unplug wire");
        var asked = Asked(record, "pry off the bezel", LineQuestion.Layer)!;
        Read(record, asked.Answers[0].Line).Step.Layer.ShouldBe("outside");
        Asked(record, "pry off the bezel @ outside", LineQuestion.Layer).ShouldBeNull();
        Asked(record, "3 ph0, lift = fan", LineQuestion.Layer).ShouldBeNull();
    }

    [Fact]
    public void A_pack_that_is_disconnected_and_freed_in_one_line_may_be_two_steps()
    {
        var record = Logged("10 ph0, lift cover > inside");
        var answer = Asked(record, "unplug the battery, 4 ph0, lift it out", LineQuestion.PackInPlace)!.Answers[0];
        var off = With(record, answer.First!);
        off.Steps[^1].ShouldSatisfyAllConditions(step => step.DisconnectsPower.ShouldBeTrue(), step => step.Frees.ShouldBeEmpty());
        Read(off, answer.Line).Step.ShouldSatisfyAllConditions(step => step.DisconnectsPower.ShouldBeFalse(), step => step.Frees.ShouldBe(["battery"]), step => step.Actions.Count.ShouldBe(2));
        Asked(record, "unplug the battery", LineQuestion.PackInPlace).ShouldBeNull();
    }

    [Fact]
    public void Glue_that_nobody_undid_is_asked_about()
    {
        var record = Logged("10 ph0, lift cover > inside", "off, unplug wire");
        var asked = Asked(record, "4 ph0, lift = battery glued", LineQuestion.Bond)!;
        Read(record, asked.Answers[0].Line).Step.Actions.ShouldContain(action => action is Unbond);
        Asked(record, "soft glue 100 mm, lift = battery glued", LineQuestion.Bond).ShouldBeNull();
    }

    [Fact]
    public void Doubt_is_asked_with_a_line_for_each_reading()
    {
        var record = Logged("10 ph0, lift cover > inside", "off, unplug wire");
        var asked = Asked(record, "take the card out", LineQuestion.Doubt)!;
        asked.Answers.Count.ShouldBe(3);
        Read(record, asked.Answers[1].Line).Parts.ShouldHaveSingleItem().NewKind.ShouldBe(PartKind.Wireless);
        Asked(record, "four gribble-head screws", LineQuestion.Doubt)!.Answers.ShouldAllBe(answer => Read(record, answer.Line).Faults.Count == 0);
    }

    [Fact]
    public void A_step_that_others_name_is_removed_and_hands_over_what_it_needed()
    {
        var record = Logged("2 ph0", "3 ph0 after 1", "10 clips, lift cover > inside after 2");
        var document = new TeardownDocument(record.Teardown, record.Layers, record.Guidance, record.Steps, null);
        var left = TeardownEdits.Remove(document, 1).Steps;
        left.Count.ShouldBe(2);
        left[1].After.ShouldBe([record.Steps[0].Id]);
        left[1].OrderAssumed.ShouldBeTrue();
    }

    [Theory]
    [InlineData("3 ph0, lift = fan", Mounting.Screwed)]
    [InlineData("remove the ssd, one screw", Mounting.Socketed)]
    [InlineData("2 latches, lift = battery", Mounting.Slid)]
    [InlineData("unclip the bezel", Mounting.Clipped)]
    [InlineData("soft glue 100mm, lift = battery", Mounting.Glued)]
    [InlineData("3 ph0, 4 clips, lift = fan", null)]
    [InlineData("lift = fan", null)]
    [InlineData("3 ph0, lift = fan plugged", Mounting.Plugged)]
    public void How_a_part_is_held_is_taken_from_what_freed_it(string line, Mounting? held) => Read(Logged(), line).Parts.ShouldHaveSingleItem().Mounting.ShouldBe(held);

    [Fact]
    public void A_mounting_that_is_known_stays()
    {
        var record = Logged("3 ph0, lift = fan plugged");
        Read(record, "2 clips, lift = fan").Parts.ShouldHaveSingleItem().Mounting.ShouldBeNull();
    }

    [Fact]
    public void The_order_is_asked_wherever_steps_stand_before()
    {
        var record = Logged("10 ph0, lift cover > inside", "off, unplug wire", "1 ph0, card = ssd");
        Answered(record, "9 ph0, lift board = mainboard", LineQuestion.Order, 0).ShouldBe("9 ph0, lift board = mainboard after all");
        Read(record, "9 ph0, lift board = mainboard after all").Step.After.ShouldBe([record.Steps[1].Id, record.Steps[2].Id]);
        Asked(record, "9 ph0, lift board = mainboard needs nothing", LineQuestion.Order).ShouldBeNull();
        Asked(record, "3 ph0, lift = fan", LineQuestion.Order).ShouldNotBeNull();
        Asked(Logged(), "9 ph0, lift cover > inside", LineQuestion.Order).ShouldBeNull();
    }

    [Fact]
    public void Power_is_asked_for_at_the_first_work_inside()
    {
        var record = Logged("10 ph0, lift cover > inside");
        var asked = Asked(record, "3 ph0, lift = fan", LineQuestion.Power).ShouldNotBeNull();
        asked.Answers[0].First.ShouldBe("off, unplug ?");
        Read(record, asked.Answers[1].Line).Step.DisconnectsPower.ShouldBeTrue();
        Read(record, Answered(record, "remove the fan", LineQuestion.Power, 1)).Step.DisconnectsPower.ShouldBeTrue();
        Asked(With(record, asked.Answers[0].First!), "3 ph0, lift = fan", LineQuestion.Power).ShouldBeNull();
        Asked(record, "3 ph0, lift = fan live", LineQuestion.Power).ShouldBeNull();
        Asked(record with { Absent = [PartKind.Battery] }, "3 ph0, lift = fan", LineQuestion.Power).ShouldBeNull();
        Asked(Logged(), "4 screws, lift cover", LineQuestion.Power).ShouldBeNull();
    }

    [Fact]
    public void A_part_that_is_out_already_may_be_another_one()
    {
        var record = Logged("10 ph0, lift cover > inside", "1 ph0, card = ssd");
        var reading = Read(record, Answered(record, "remove the ssd, 2 screws", LineQuestion.AnotherPart, 0));
        reading.Faults.ShouldBeEmpty();
        reading.Parts.ShouldHaveSingleItem().ShouldSatisfyAllConditions(part => part.Id.ShouldBe("ssd-2"), part => part.NewKind.ShouldBe(PartKind.Storage));
        reading.Step.Actions.Count.ShouldBe(2);
        Asked(record, "3 ph0, lift = fan", LineQuestion.AnotherPart).ShouldBeNull();
    }

    [Fact]
    public void Tabs_at_a_pack_are_asked_about()
    {
        Read(Logged(), Answered(Logged(), "2 tabs, lift the battery", LineQuestion.Tabs, 0)).Step.Actions[0].ShouldBeOfType<Unbond>();
        Read(Logged(), Answered(Logged(), "2 tabs, lift the battery", LineQuestion.Tabs, 1)).Step.Actions[0].ShouldBeOfType<Unclip>();
        Asked(Logged(), "2 tabs, lift the keyboard", LineQuestion.Tabs).ShouldBeNull();
    }

    [Fact]
    public void A_board_that_came_out_without_its_cables_is_asked_about()
    {
        var record = Logged("10 ph0, lift cover > inside", "off, unplug wire", "2 ph0, unplug wire, lift = fan");
        foreach (var line in new[] { "9 ph0, lift = mainboard", "take out the motherboard, nine ph0 screws", "main board: 9 screws, 2 cables aside" })
        {
            var some = Read(record, Answered(record, line, LineQuestion.Cables, 0));
            some.Faults.ShouldBeEmpty(line);
            some.Step.Actions[0].ShouldBeOfType<Unplug>(line).ShouldSatisfyAllConditions(plug => plug.Count.ShouldBeNull(), plug => plug.Connector.ShouldBeNull());
            some.Step.Frees.ShouldBe(Read(record, line).Step.Frees, line);
            var none = Answered(record, line, LineQuestion.Cables, 1);
            Read(record, none).ShouldSatisfyAllConditions(read => read.Faults.ShouldBeEmpty(none), read => read.Step.Actions.Select(action => action.Row().Verb).ShouldBe(Read(record, line).Step.Actions.Select(action => action.Row().Verb), none));
            Asked(record, none, LineQuestion.Cables).ShouldBeNull(none);
            StillMissing.Of(With(record, line), Examples.House, new HashSet<Cover>(), true).Count(one => one.Kind == MissingKind.CablesNotAsked).ShouldBe(1, line);
            StillMissing.Of(With(record, none), Examples.House, new HashSet<Cover>(), true).ShouldNotContain(one => one.Kind == MissingKind.CablesNotAsked, none);
        }
        Asked(record, "9 ph0, 4 flip, lift = mainboard", LineQuestion.Cables).ShouldBeNull();
        Asked(With(record, "unplug 4 ribbons"), "9 ph0, lift = mainboard", LineQuestion.Cables).ShouldBeNull("they were unplugged on a line of their own");
        Asked(record, "2 ph0, lift = touchpad", LineQuestion.Cables).ShouldBeNull();
    }

    [Fact]
    public void What_nobody_looked_at_is_asked_for_before_its_layer_is_left()
    {
        var record = Logged("10 ph0, lift cover > inside", "off, unplug wire = battery", "1 ph0, card = ssd");
        var asked = Asked(record, "6 ph0, lift frame > under the frame", LineQuestion.InView)!;
        asked.Answers.Select(answer => answer.Text).ShouldBe(["All of these", "memory", "wireless card", "fan", "speakers"]);
        var seen = With(record, asked.Answers[0].First!);
        seen.Parts.Where(part => part.Layer == "inside").Select(part => part.Kind).ShouldBe([PartKind.Memory, PartKind.Wireless, PartKind.Fan, PartKind.Speakers], ignoreOrder: true);
        seen.Steps.Count.ShouldBe(record.Steps.Count, "looking is not doing");
        Asked(seen, "6 ph0, lift frame > under the frame", LineQuestion.InView).ShouldBeNull();
        var one = With(record, asked.Answers[2].First!);
        Asked(one, "take out the motherboard, 4 ribbons", LineQuestion.InView)!.Answers.Select(answer => answer.Text).ShouldBe(["All of these", "memory", "fan", "speakers"]);
        Asked(record, "3 ph0, lift = fan", LineQuestion.InView).ShouldBeNull("it stays in the layer");
        Asked(Logged(), "10 ph0, lift cover > inside", LineQuestion.InView).ShouldBeNull("nothing is in view before the base is off");
        Asked(record with { Absent = [PartKind.Memory, PartKind.Wireless, PartKind.Fan, PartKind.Speakers] }, "6 ph0, lift frame > deeper", LineQuestion.InView).ShouldBeNull();
    }

    [Fact]
    public void Steps_are_named_by_ranges_and_all()
    {
        var record = Logged("2 ph0", "3 ph0", "4 ph0", "5 ph0");
        var ids = record.Steps.Select(step => step.Id).ToList();
        Read(record, "lift after 2-4").Step.After.ShouldBe(ids[1..]);
        Read(record, "lift after 1, 3-4").Step.After.ShouldBe([ids[0], ids[2], ids[3]]);
        Read(record, "lift after all, took 3 s").Step.After.ShouldBe(ids);
        StepLine.Read("lift after 3-7", At(record)).Faults.ShouldContain(fault => fault.Message.Contains("no such steps"));
        StepLine.Read("lift after all", At(Logged())).Faults.ShouldContain(fault => fault.Message.Contains("no step before"));
    }

    [Fact]
    public void Looking_is_not_doing()
    {
        var record = With(Logged("10 ph0, lift cover > inside", "1 ph0, card = ssd"), "see = speakers clipped, memory-b socketed empty, fan, ssd");
        record.Steps.Count.ShouldBe(2);
        record.Parts.Single(part => part.Id == "speakers").ShouldSatisfyAllConditions(part => part.Mounting.ShouldBe(Mounting.Clipped), part => part.Layer.ShouldBe("inside"));
        record.Parts.Single(part => part.Id == "memory-b").ShouldSatisfyAllConditions(part => part.Fitted.ShouldBeFalse(), part => part.Mounting.ShouldBe(Mounting.Socketed));
        record.Parts.Single(part => part.Kind == PartKind.Fan).Layer.ShouldBe("inside");
        record.Parts.Single(part => part.Id == "ssd").Mounting.ShouldBe(Mounting.Socketed);
    }

    [Theory]
    [InlineData("see =", "say which parts are in view")]
    [InlineData("see = wibble", "there is no part")]
    [InlineData("see = fan, fan", "said twice")]
    [InlineData("see = fan > inside", "stands alone")]
    [InlineData("tried = panel \"stuck\" 40 s, 4 ph0", "stands alone")]
    [InlineData("tried =", "say what was tried")]
    public void What_is_no_sight_and_no_attempt_is_a_fault(string line, string message) =>
        StepLine.Read(line, At(Logged("10 ph0, lift cover > inside"))).Faults.ShouldContain(fault => fault.Message.Contains(message) && fault.Start >= 0 && fault.End <= line.Length);

    [Fact]
    public void An_attempt_that_was_given_up_is_noted_of_the_step_before()
    {
        var record = With(Logged("10 ph0, lift cover > inside"), "tried = panel \"stuck all round\" 40 s");
        record.Steps.ShouldHaveSingleItem().Surprises.ShouldHaveSingleItem().ShouldSatisfyAllConditions(
            attempt => attempt.Kind.ShouldBe(SurpriseKind.GaveUp), attempt => attempt.Text.ShouldBe("panel: stuck all round"), attempt => attempt.Seconds.ShouldBe(40));
        record.Parts.ShouldHaveSingleItem().Kind.ShouldBe(PartKind.DisplayPanel);
        StepLine.Read("tried = panel", At(Logged())).Faults.ShouldContain(fault => fault.Message.Contains("log one first"));
    }
}
