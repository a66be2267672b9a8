using System.Text.Json;
using WideLever.Core.Records;
using WideLever.Core.StepLines;

namespace WideLever.Core.Tests;

/// <summary>The step line: what it says, how it prints, what it completes and what it refuses.</summary>
public sealed class StepLineTests
{
    private static readonly Part[] Parts = [Build.Part("battery", PartKind.Battery), Build.Part("memory-a", PartKind.Memory), Build.Part("memory-b", PartKind.Memory)];

    private static readonly StepLineContext Inside = new()
    {
        Layers = ["outside", "inside", "under the board"],
        Steps =
        [
            Build.Step("cover", "outside") with { Title = "Open the base", Opens = "inside" },
            Build.Step("power", "inside") with { Title = "Disconnect the battery", DisconnectsPower = true },
        ],
        Parts = Parts,
        Position = 2,
    };

    private static Step Read(string line, StepLineContext? context = null)
    {
        var reading = StepLine.Read(line, context ?? Inside);
        reading.Faults.ShouldBeEmpty(line);
        return reading.Step;
    }

    private static TeardownAction Action(string phrase) => Read(phrase).Actions.ShouldHaveSingleItem();

    private static readonly Unscrew Cross = new() { Count = 8, Drive = Drive.Cross, Size = "PH0", Thread = "M2", Length = 5, Captive = false };

    [Fact]
    public void The_examples_of_the_interface_read_as_they_are_meant()
    {
        var outside = Inside with { Position = 0, Steps = [], Layers = ["outside"] };
        var open = Read("8 ph0 m2x5, 2 ph0 m2x9 under foot, 12 clips, lift cover > inside", outside);
        open.Actions.ShouldBe([
            Cross,
            Cross with { Count = 2, Length = 9, Cover = Cover.Foot },
            new Unclip { Count = 12 },
            new Lift { What = LiftWhat.Cover },
        ]);
        (open.Layer, open.Opens, open.Title, open.Id).ShouldBe(("outside", "inside", "Take the cover off", "take-the-cover-off"));
        var power = Read("off, unplug wire");
        power.DisconnectsPower.ShouldBeTrue();
        power.Actions.ShouldBe([new Unplug { Connector = Connector.WirePlug }]);
        var battery = Read("4 ph0 m2x4, lift = battery after 2");
        battery.Actions.ShouldBe([Cross with { Count = 4, Length = 4 }, new Lift { What = LiftWhat.Part }]);
        battery.Frees.ShouldBe(["battery"]);
        battery.After.ShouldBe(["power"]);
        battery.Layer.ShouldBe("inside");
    }

    [Theory]
    [InlineData("8 ph0 m2x5")]
    [InlineData("8ph0m2x5")]
    [InlineData("m2x5 ph0 8")]
    [InlineData("8 × PH0 M2 × 5")]
    [InlineData("8 ph0 m2 5mm loose")]
    [InlineData("8 screws ph0 m2 5 mm")]
    [InlineData("cross ph0 8 m2 x 5 nothing")]
    public void Order_inside_a_phrase_and_spaces_are_free(string phrase) => Action(phrase).ShouldBe(Cross);

    [Fact]
    public void In_a_screw_phrase_what_is_not_said_is_loose_bare_and_unknown()
    {
        Action("3 screws").ShouldBe(new Unscrew { Count = 3, Captive = false, Cover = Cover.None });
        Action("t5").ShouldBe(new Unscrew { Drive = Drive.SixLobe, Size = "T5", Captive = false });
        Action("m2,5x4").ShouldBe(new Unscrew { Thread = "M2.5", Length = 4, Captive = false });
        Action("2 ph0 captive ? under ?").ShouldBe(new Unscrew { Count = 2, Drive = Drive.Cross, Size = "PH0", Captive = null, Cover = null });
        Action("3 ph00 captive under 1 label").ShouldBe(new Unscrew { Count = 3, Drive = Drive.Cross, Size = "PH00", Captive = true, Cover = Cover.Label, Covers = 1 });
        Action("2 five-lobe x3,5 foot").ShouldBe(new Unscrew { Count = 2, Drive = Drive.FiveLobe, Length = 3.5, Captive = false, Cover = Cover.Foot });
    }

    [Theory]
    [InlineData("2 flip", Connector.FlipLock, 2)]
    [InlineData("unplug slide", Connector.SlideLock, 1)]
    [InlineData("slide lock", Connector.SlideLock, 1)]
    [InlineData("tight wire", Connector.TightWirePlug, 1)]
    [InlineData("2 antennas", Connector.Coax, 2)]
    [InlineData("bar", Connector.BarLock, 1)]
    [InlineData("unplug latchedModule", Connector.LatchedModule, 1)]
    [InlineData("unplug ?", null, 1)]
    [InlineData("unplug", null, 1)]
    public void Connections_have_short_forms(string phrase, Connector? connector, int count) =>
        Action(phrase).ShouldBe(new Unplug { Connector = connector, Count = count });

    [Fact]
    public void Other_actions_have_theirs()
    {
        Action("slide").ShouldBe(new Slide());
        Action("2 route").ShouldBe(new Route { Count = 2 });
        Action("release tab 2").ShouldBe(new Unbond { Bond = Bond.ReleaseTab, Count = 2 });
        Action("2 soft glue 120 mm with heat").ShouldBe(new Unbond { Bond = Bond.SoftGlue, Count = 2, LengthMm = 120, Tool = Tool.Heat });
        Action("unbond tape x80").ShouldBe(new Unbond { Bond = Bond.Tape, LengthMm = 80 });
        Action("peel tape").ShouldBe(new Peel { What = PeelWhat.Tape });
        Action("2 feet").ShouldBe(new Peel { What = PeelWhat.Foot, Count = 2 });
        Action("liquid metal").ShouldBe(new Thermal { What = ThermalWhat.LiquidMetal });
        Action("lift ?").ShouldBe(new Lift { What = null });
        Action("12cl").ShouldBe(new Unclip { Count = 12 });
        Action("move aside note \"the shield\"").ShouldBe(new Move { Notes = "the shield" });
    }

    [Fact]
    public void Every_word_of_the_format_is_known_as_it_is_written_and_in_words_apart()
    {
        static IEnumerable<(T Member, string Said)> Both<T>() where T : struct, Enum =>
            WordList.Members<T>().SelectMany(member => new[] { (member, member.Word()), (member, string.Concat(member.Word().Select(c => char.IsAsciiLetterUpper(c) ? $" {char.ToLowerInvariant(c)}" : $"{c}"))) });
        foreach (var (word, said) in Both<Connector>())
            Action($"unplug {said}").ShouldBe(new Unplug { Connector = word }, said);
        foreach (var (word, said) in Both<PeelWhat>())
            Action($"peel {said}").ShouldBe(new Peel { What = word }, said);
        foreach (var (word, said) in Both<Bond>())
            Action($"2 unbond {said}").ShouldBe(new Unbond { Bond = word, Count = 2 }, said);
        foreach (var (word, said) in Both<LiftWhat>())
            Action($"lift {said}").ShouldBe(new Lift { What = word }, said);
        foreach (var (word, said) in Both<ThermalWhat>())
            Action($"thermal {said}").ShouldBe(new Thermal { What = word }, said);
        foreach (var (word, said) in Both<Drive>())
            Action($"{said} x3").ShouldBe(new Unscrew { Drive = word, Length = 3, Captive = false }, said);
        foreach (var (word, said) in Both<Cover>())
            Action($"screw under {said}").ShouldBe(new Unscrew { Captive = false, Cover = word }, said);
        foreach (var (word, said) in Both<Tool>())
            Action($"slide with {said}").ShouldBe(new Slide { Tool = word }, said);
        foreach (var (word, said) in Both<Mounting>())
            StepLine.Read($"lift = battery {said}", Inside).Parts.ShouldHaveSingleItem().Mounting.ShouldBe(word, said);
        foreach (var (word, said) in Both<PartKind>().Where(one => one.Member is not (PartKind.Memory or PartKind.Battery)))
            StepLine.Read($"lift = {said}", Inside).Parts.ShouldHaveSingleItem().NewKind.ShouldBe(word, said);
    }

    [Fact]
    public void Lists_end_where_the_next_phrase_begins()
    {
        var step = Read("lift = battery, memory-a, unplug wire after 1, 2, 3 ph0");
        step.Frees.ShouldBe(["battery", "memory-a"]);
        step.After.ShouldBe(["cover", "power"]);
        step.Actions.Count.ShouldBe(3);
        var ended = Read("lift = battery; flip");
        ended.Frees.ShouldBe(["battery"]);
        ended.Actions.Count.ShouldBe(2);
    }

    [Fact]
    public void A_part_that_the_record_has_not_yet_is_named_by_its_kind()
    {
        var reading = StepLine.Read("lift = battery screwed, fan, ssd-2 socketed, left thing:other, fan-left-2", Inside);
        reading.Faults.ShouldBeEmpty();
        reading.Parts.ShouldBe([
            new("battery", null, Mounting.Screwed),
            new("fan", PartKind.Fan, null),
            new("ssd-2", PartKind.Storage, Mounting.Socketed),
            new("left thing", PartKind.Other, null),
            new("fan-left-2", PartKind.Fan, null),
        ]);
        StepLine.Read("lift = memory", Inside).Faults.ShouldHaveSingleItem().Message.ShouldContain("which memory: memory-a, memory-b");
        StepLine.Read("lift = widget", Inside).Faults.ShouldHaveSingleItem().Message.ShouldContain("no part \"widget\"");
    }

    [Theory]
    [InlineData("8 ph0, 3 shields clops", 17, 22, "clips")]
    [InlineData("lift cever", 5, 10, "cover")]
    [InlineData("lift = batery", 6, 13, "battery")]
    [InlineData("lift @ insde", 6, 12, "inside")]
    [InlineData("clips with het", 11, 14, "heat")]
    [InlineData("lift after Open the bse", 11, 23, "Open the base")]
    public void An_unknown_word_is_named_with_its_place_and_the_nearest(string line, int start, int end, string nearest)
    {
        var fault = StepLine.Read(line, Inside).Faults.ShouldHaveSingleItem();
        (fault.Start, fault.End, fault.Nearest).ShouldBe((start, end, nearest));
    }

    [Theory]
    [InlineData("", "at least one action")]
    [InlineData("off", "at least one action")]
    [InlineData("12", "so many of")]
    [InlineData("0 clips", "whole number from 1 to 999")]
    [InlineData("1000 clips", "whole number from 1 to 999")]
    [InlineData("9-7 clips", "not certain rises")]
    [InlineData("0-7 clips", "not certain rises")]
    [InlineData("7-1000 clips", "not certain rises")]
    [InlineData("3 9-11 clips", "count is said twice")]
    [InlineData("? 3 clips", "count is said twice")]
    [InlineData("lift needs", "say needs nothing")]
    [InlineData("lift tip", "in quotes")]
    [InlineData("2,5 clips", "whole number")]
    [InlineData("2 3 clips", "count is said twice")]
    [InlineData("ph0 t5", "size is said twice")]
    [InlineData("ph0 m2x0,4", "0.5 to 100 mm")]
    [InlineData("ph0 m2x101", "0.5 to 100 mm")]
    [InlineData("soft glue 6000mm", "1 to 5000 mm")]
    [InlineData("release tab 20mm", "no length")]
    [InlineData("lift unplug", "two actions in one phrase")]
    [InlineData("cover", "what is done with it")]
    [InlineData("tape", "what is done with it")]
    [InlineData("clips foam", "nothing about clips")]
    [InlineData("2 clips m2", "belongs to screws")]
    [InlineData("2 clips ph0", "belongs to screws")]
    [InlineData("clips x5", "no length")]
    [InlineData("slotted ph0", "is a cross size")]
    [InlineData("ph0 under", "what hides them")]
    [InlineData("ph0 under 2 foot", "no more covers")]
    [InlineData("coax bar", "says otherwise")]
    [InlineData("lift >", "say what opens")]
    [InlineData("lift @", "say which layer")]
    [InlineData("lift =", "say which part")]
    [InlineData("lift after", "say which step")]
    [InlineData("lift after 9", "there are 2")]
    [InlineData("lift took", "how many seconds")]
    [InlineData("lift remark x", "in quotes")]
    [InlineData("\"one\" lift \"two\"", "title is said twice")]
    [InlineData("lift > a > b", "said twice")]
    [InlineData("2 ?", "what is not known")]
    [InlineData("with heat", "what was warmed")]
    [InlineData("lift \"\"", "must not be empty")]
    public void What_cannot_be_meant_is_a_fault_inside_the_line(string line, string message)
    {
        var faults = StepLine.Read(line, Inside).Faults;
        faults.ShouldContain(fault => fault.Message.Contains(message), string.Join(" | ", faults.Select(fault => fault.Message)));
        faults.ShouldAllBe(fault => fault.Start >= 0 && fault.Start <= fault.End && fault.End <= line.Length);
    }

    [Fact]
    public void The_rest_of_the_step_is_in_the_line_too()
    {
        var step = Read("lift took 31.5s late \"under the label\" 40 s, 2 clips damage along \"a stud\" tighten \"1 3\", \"2 4\" remark \"one\\ntwo \\\"three\\\"\" together @ outside");
        step.ObservedSeconds.ShouldBe(31.5);
        step.Surprises.ShouldBe([
            new Surprise { Kind = SurpriseKind.FoundLate, Text = "under the label", Seconds = 40 },
            new Surprise { Kind = SurpriseKind.Damage, Text = "something broke" },
            new Surprise { Kind = SurpriseKind.PartCameAlong, Text = "a stud" },
        ]);
        step.Tightening.ShouldBe(["1 3", "2 4"]);
        step.Notes.ShouldBe("one\ntwo \"three\"");
        (step.Together, step.Layer).ShouldBe((true, "outside"));
        step.Actions.Count.ShouldBe(2);
    }

    [Fact]
    public void Chips_say_where_each_piece_stands()
    {
        var chips = StepLine.Read("8 ph0 m2x5, lift > inside = battery", Inside).Chips;
        chips.Select(chip => (chip.Kind, chip.Start, chip.End, chip.Text)).ShouldBe([
            (ChipKind.Action, 0, 10, ""), (ChipKind.Action, 12, 16, ""), (ChipKind.Opens, 17, 25, "inside"), (ChipKind.Frees, 26, 35, "battery"),
        ]);
    }

    [Theory]
    [InlineData("4 ph0 m2x4, lift = bat", "battery")]
    [InlineData("4 ph0 m2x4, lift = ", "battery")]
    [InlineData("lift @ under", "under the board")]
    [InlineData("lift > under the b", "under the board")]
    [InlineData("2 soft g", "soft glue")]
    [InlineData("12cli", "clips")]
    [InlineData("lift after dis", "2")]
    [InlineData("clips with he", "heat")]
    [InlineData("lift = battery, memory-", "memory-a")]
    [InlineData("lift = battery, unp", "unplug")]
    [InlineData("lift aft", "after")]
    public void A_completion_goes_on_at_the_caret(string line, string first)
    {
        var completion = StepLineCompletions.At(line, line.Length, Inside)[0];
        completion.Text.ShouldBe(first);
        completion.End.ShouldBe(line.Length);
    }

    [Theory]
    [InlineData("12 clips")]
    [InlineData("8 ph0 ")]
    [InlineData("")]
    [InlineData("lift \"some ti")]
    public void Nothing_completes_where_a_word_is_whole_or_free(string line) => StepLineCompletions.At(line, line.Length, Inside).ShouldBeEmpty();

    [Fact]
    public void A_completed_line_reads_as_the_name_that_was_offered()
    {
        foreach (var line in new[] { "lift = ", "lift @ ", "lift > ", "clips with " })
        {
            foreach (var completion in StepLineCompletions.At(line, line.Length, Inside))
                StepLine.Read(line[..completion.Start] + completion.Text, Inside).Faults.ShouldBeEmpty(line + completion.Text);
        }
    }

    [Fact]
    public void Every_step_reads_as_itself_when_printed()
    {
        var random = new Random(20_261_125);
        var wild = 0;
        for (var run = 0; run < Long.Of(10_000); run++)
        {
            var (step, context) = RandomSteps.Any(random);
            var line = StepLine.Print(step, context);
            var reading = StepLine.Read(line, context);
            reading.Faults.ShouldBeEmpty(line);
            JsonSerializer.Serialize(reading.Step).ShouldBe(JsonSerializer.Serialize(step), line);
            Kinds(reading.Step).ShouldBe(Kinds(step), line);
            reading.Step.Actions.ShouldBe(step.Actions, line);
            wild += step.Frees.Count + step.After.Count + step.Surprises.Count > 3 ? 1 : 0;
        }
        wild.ShouldBeGreaterThan(Long.Of(500));

        static string[] Kinds(Step step) => [.. step.Actions.Select(action => action.GetType().Name)];
    }

    [Fact]
    public void Without_a_record_names_stand_as_they_are_written()
    {
        var reading = StepLine.Read("4 ph0, lift = battery, thing after 2, power @ inside, 2 clips", StepLineContext.None);
        reading.Faults.ShouldBeEmpty();
        reading.Step.Frees.ShouldBe(["battery", "thing"]);
        reading.Step.After.ShouldBe(["2", "power"]);
        reading.Step.Layer.ShouldBe("inside");
        reading.Step.Actions.Count.ShouldBe(3);
    }

    [Theory]
    [InlineData("8 ph0, 2 ph0 m2x8", "Undo 10 screws")]
    [InlineData("8 ph0, ? screws", "Undo the screws")]
    [InlineData("6 clips, 4 screws", "Open 6 clips")]
    [InlineData("2 flip, slide lock", "Unplug the 3 ribbons")]
    [InlineData("push, 2 flip", "Unplug the 3 connections")]
    [InlineData("wire, 2 screws, wire", "Unplug the 2 wire plugs")]
    public void A_title_counts_all_of_the_kind_that_it_names(string line, string title) =>
        StepLine.Read(line, StepLineContext.None).Step.Title.ShouldBe(title);

    [Theory]
    [InlineData("both memory modules out", "Take both memory modules out")]
    [InlineData("ram out", "Take the memory out")]
    [InlineData("ssd out, wifi card out", "Take the drive and the wireless card out")]
    [InlineData("left fan out", "Take the left fan out")]
    [InlineData("5 ph0, cover off", "Take the cover off")]
    [InlineData("4 clips = bracket:other", "Take the bracket out")]
    public void A_title_names_parts_as_people_do_and_never_by_id(string line, string title)
    {
        var reading = StepLine.Read(line, new StepLineContext { Layers = ["outside"] });
        reading.Faults.ShouldBeEmpty(line);
        reading.Step.Title.ShouldBe(title);
    }

    [Fact]
    public void A_second_part_of_a_kind_is_told_as_the_second_and_its_line_is_printed_without_a_title()
    {
        var context = new StepLineContext { Layers = ["outside"], Parts = [Build.Part("fan", PartKind.Fan)], Steps = [Build.Step("fan", "outside", new Lift()) with { Frees = ["fan"] }], Position = 1 };
        var reading = StepLine.Read("3 screws, second fan out", context);
        reading.Step.Title.ShouldBe("Take the second fan out");
        StepLine.Print(reading.Step, context, reading.Parts).ShouldStartWith("3 screws");
    }

    [Fact]
    public void Steps_are_named_by_their_title_in_quotes_or_plain_unless_several_have_it()
    {
        static Step Titled(string id, string title) => new() { Id = id, Title = title, Layer = "outside", Actions = [] };
        var context = new StepLineContext { Layers = ["outside"], Steps = [Titled("a", "Open the lid"), Titled("b", "Pry"), Titled("c", "Pry")], Position = 3 };
        foreach (var line in new[] { "4 clips after \"Open the lid\"", "4 clips after \"open the LID\"", "4 clips after open the lid", "4 clips after \"a\"", "4 clips after 1" })
        {
            var reading = StepLine.Read(line, context);
            reading.Faults.ShouldBeEmpty(line);
            reading.Step.After.ShouldBe(["a"], line);
        }
        StepLine.Read("4 clips after \"Pry\"", context).Faults.ShouldHaveSingleItem().Message.ShouldContain("several steps are called");
        StepLine.Read("4 clips after \"Nowhere\"", context).Faults.ShouldHaveSingleItem().Message.ShouldContain("no step");
    }

    [Fact]
    public void An_id_that_the_program_makes_of_a_kind_is_read_as_a_part_of_that_kind()
    {
        foreach (var kind in WordList.Members<PartKind>())
        {
            var made = StepLine.Read($"4 clips = {string.Concat(kind.Word().Select(c => char.IsUpper(c) ? $" {char.ToLowerInvariant(c)}" : $"{c}"))}", new StepLineContext { Layers = ["outside"] }).Parts.ShouldHaveSingleItem();
            made.NewKind.ShouldBe(kind);
            var again = StepLine.Read($"4 clips = {made.Id}", new StepLineContext { Layers = ["outside"] });
            again.Faults.ShouldBeEmpty(made.Id);
            again.Parts.ShouldHaveSingleItem().ShouldBe(made);
        }
    }

    [Fact]
    public void No_line_breaks_the_reader()
    {
        var random = new Random(7);
        string[] pieces = ["8", "ph0", "m2,5x4", "under", "?", ",", ";", ">", "=", "@", "after", "\"", "\\", "took", "x", "with", "lift", "tape", "late", "note", "=memory", "👋", "\u0000", " "];
        for (var run = 0; run < Long.Of(20_000); run++)
        {
            var line = run % 2 == 0
                ? string.Concat(Enumerable.Range(0, random.Next(12)).Select(_ => pieces[random.Next(pieces.Length)] + (random.Next(2) == 0 ? " " : "")))
                : Mutated(RandomSteps.Any(random), pieces, random);
            var reading = StepLine.Read(line, run % 5 == 0 ? StepLineContext.None : Inside);
            // Plain code: an expression would be compiled for every line.
            reading.Faults.All(fault => fault.Start >= 0 && fault.End <= line.Length).ShouldBeTrue(line);
            StepLineCompletions.At(line, random.Next(line.Length + 1), Inside).All(completion => completion.Start <= completion.End).ShouldBeTrue(line);
        }
    }

    /// <summary>A line that means something, with up to three slips.</summary>
    private static string Mutated((Step Step, StepLineContext Context) any, string[] pieces, Random random)
    {
        var line = StepLine.Print(any.Step, any.Context);
        for (var slips = 1 + random.Next(3); slips > 0 && line.Length > 0; slips--)
        {
            var place = random.Next(line.Length);
            line = random.Next(3) switch
            {
                0 => line.Remove(place, 1),
                1 => line.Insert(place, pieces[random.Next(pieces.Length)]),
                _ => line.Remove(place, 1).Insert(place, $"{(char)random.Next(32, 128)}"),
            };
        }
        return line;
    }

    [Fact]
    public void A_count_is_a_number_a_span_or_not_known_and_of_several_without_a_number_nobody_counted()
    {
        Count? Of(string line) => StepLine.Read(line, StepLineContext.None) is { Faults.Count: 0 } reading ? reading.Step.Actions[0].Count : throw new InvalidOperationException(line);
        Of("9-11 ph0 m2x5").ShouldBe(new Count(9, 11));
        Of("9 to 11 clips").ShouldBe(new Count(9, 11));
        Of("9-11clips").ShouldBe(new Count(9, 11));
        Of("clip").ShouldBe(Count.One);
        Of("screw ph0").ShouldBe(Count.One);
        Of("unplug wire").ShouldBe(Count.One);
        foreach (var unknown in new[] { "clips", "screws ph0", "ph0 screws m2x5", "latches", "? clip", "? unplug wire", "release tabs", "? slide" })
            Of(unknown).ShouldBeNull(unknown);
        // Feet that hide screws are no count of screws.
        Of("2 ph0 under feet").ShouldBe((Count)2);
        StepLine.Actions(StepLine.Read("? ph0, 9-11 clips, clips", StepLineContext.None).Step).ShouldBe("? PH0, 9-11 clips, ? clips");
    }

    [Fact]
    public void A_line_says_what_a_step_needs_and_what_to_know_of_it()
    {
        var step = StepLine.Read("lift live needs nothing hard \"stuck\" 20 s tried \"the panel\" fragile missing \"a foot\" tip \"warm it\" note \"a little\" warning \"short ribbon\"", StepLineContext.None).Step;
        (step.PowerOn, step.NeedsNoOther).ShouldBe((true, true));
        step.Surprises.Select(surprise => surprise.Kind).ShouldBe([SurpriseKind.Hard, SurpriseKind.GaveUp, SurpriseKind.Fragile, SurpriseKind.Missing]);
        step.Advice.ShouldBe([new Advice { Kind = AdviceKind.Tip, Text = "warm it", Notes = "a little" }, new Advice { Kind = AdviceKind.Warning, Text = "short ribbon" }]);
    }
}
