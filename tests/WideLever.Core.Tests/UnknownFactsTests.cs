using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Tests;

/// <summary>Method, <em>Doubt</em>: which facts are asked for, and with which answers.</summary>
public sealed class UnknownFactsTests
{
    private static readonly Rubric House = Examples.House;

    private static readonly Guidance Guided = new() { Manual = true, Labels = true, PartNumbers = true, Order = true };

    // All is known of it but the kinds that it lacks.
    private static TeardownRecord Known(Part part, params TeardownAction[] actions)
    {
        var steps = new[] { Build.Step("free", "outside", actions.Length == 0 ? [new Move()] : actions) with { Frees = [part.Id] } };
        var record = Build.Record(["outside", "inside"], steps, [part]);
        return record with { Unit = record.Unit with { Class = MachineClass.Thin, Price = new Money { Amount = 1000 } }, Guidance = Guided };
    }

    private static Part Fan(Func<Part, Part>? with = null)
    {
        var part = Build.Part("fan", PartKind.Fan) with { Spare = new Spare { Source = Supply.Maker, Price = new Money { Amount = 50 }, Paired = false } };
        return with is null ? part : with(part);
    }

    private static Part Memory(Func<Part, Part>? with = null)
    {
        var part = Build.Part("memory", PartKind.Memory, Mounting.Socketed) with
        {
            Capacity = new Capacity { Fitted = 8, Max = new Ceilings { Maker = 32, Bench = 32, Platform = 32 } },
            Interface = new Interface { Standard = Standard.Open },
            Spare = new Spare { Source = Supply.Maker, Price = new Money { Amount = 50 }, Paired = false },
        };
        return with is null ? part : with(part);
    }

    private static List<AskedFact> Of(TeardownRecord record, Rubric? rubric = null) => [.. UnknownFacts.Of(record, rubric ?? House).Where(asked => asked.Fact.Field != "kind")];

    private static AskedFact Only(TeardownRecord record, Rubric? rubric = null) => Of(record, rubric).ShouldHaveSingleItem();

    [Fact]
    public void Nothing_is_asked_of_what_is_known()
    {
        Of(Known(Fan())).ShouldBeEmpty();
        Of(Known(Memory())).ShouldBeEmpty();
    }

    [Fact]
    public void A_kind_that_no_part_is_of_and_that_may_be_there_is_asked_for_once()
    {
        var record = Known(Fan()) with { Absent = [PartKind.OpticalDrive] };
        var kinds = UnknownFacts.Of(record, House).Where(asked => asked.Fact.Field == "kind").ToList();
        kinds.Select(asked => asked.Fact.Kind!.Value).ShouldBe(
            House.Repair.Pairs.Concat(House.Upgrade.Pairs).Select(pair => pair.Key).Distinct().Where(kind => kind is not (PartKind.Fan or PartKind.OpticalDrive)), ignoreOrder: true);
        var battery = kinds.Single(asked => asked.Fact.Kind == PartKind.Battery);
        (battery.Fact.At, battery.OfSteps, battery.Answers.Count()).ShouldBe(("kind:battery", false, 0));
    }

    [Fact]
    public void The_machine_is_asked_for_its_class_and_its_guidance()
    {
        var known = Known(Fan());
        var ofClass = Only(known with { Unit = known.Unit with { Class = null } });
        (ofClass.Fact, ofClass.OfSteps).ShouldBe((new("unit.class", "class"), false));
        ofClass.Answers.Select(answer => answer.Unit.Class!.Value).ShouldBe(Enum.GetValues<MachineClass>());
        foreach (var (name, guidance, mark) in new (string, Guidance, Func<Guidance, bool?>)[]
        {
            ("manual", Guided with { Manual = null }, guidance => guidance.Manual), ("labels", Guided with { Labels = null }, guidance => guidance.Labels),
            ("partNumbers", Guided with { PartNumbers = null }, guidance => guidance.PartNumbers), ("order", Guided with { Order = null }, guidance => guidance.Order),
        })
        {
            var asked = Only(known with { Guidance = guidance });
            (asked.Fact, asked.OfSteps).ShouldBe((new($"guidance.{name}", name), false));
            asked.Answers.Select(answer => mark(answer.Guidance)).ShouldBe([true, false]);
        }
    }

    [Fact]
    public void A_part_is_asked_how_it_is_held_and_what_it_is_one_piece_with()
    {
        var mounting = Only(Known(Fan(part => part with { Mounting = null })));
        (mounting.Fact, mounting.OfSteps).ShouldBe((new("parts[0].mounting", "mounting", PartKind.Fan, "fan"), false));
        mounting.Answers.Select(answer => answer.Parts[0].Mounting!.Value).ShouldBe(Enum.GetValues<Mounting>());

        var board = Build.Part("board", PartKind.Mainboard) with { Spare = Fan().Spare };
        var empty = Build.Part("empty", PartKind.Storage, Mounting.Screwed) with { Fitted = false };
        var record = Known(Fan(part => part with { Mounting = Mounting.Soldered }), new Move());
        record = record with { Steps = [record.Steps[0] with { Frees = ["fan", "board"] }], Parts = [.. record.Parts, board] };
        var within = Only(record);
        (within.Fact.At, within.Fact.Field, within.Answers.Single().Parts[0].Within).ShouldBe(("parts[0].within", "within", "board"));
        // Not in an empty place, nor in what is itself one piece with something.
        var other = Build.Part("other", PartKind.Other, Mounting.Soldered) with { Within = "board" };
        Of(record with { Parts = [.. record.Parts, empty, other] }).Single(asked => asked.Fact.Field == "within").Answers.Select(answer => answer.Parts[0].Within).ShouldBe(["board"]);
        Of(record with { Parts = [record.Parts[0] with { Within = "board" }, board] }).ShouldBeEmpty();
    }

    [Fact]
    public void A_place_is_asked_what_it_takes_and_how_open_it_is()
    {
        var ends = House.Headroom[PartKind.Memory];
        double[] sizes = [ends.First, Math.Sqrt(ends.First * ends.Second), ends.Second];
        var ceiling = Only(Known(Memory(part => part with { Capacity = new Capacity { Fitted = 8 } })));
        (ceiling.Fact.At, ceiling.Fact.Field, ceiling.OfSteps).ShouldBe(("parts[0].capacity.max.maker", "ceiling", false));
        ceiling.Answers.Select(answer => answer.Parts[0].Capacity.Max.Maker!.Value).ShouldBe(sizes);
        var standard = Only(Known(Memory(part => part with { Interface = new() })));
        (standard.Fact.At, standard.Fact.Field).ShouldBe(("parts[0].interface.standard", "standard"));
        standard.Answers.Select(answer => answer.Parts[0].Interface.Standard!.Value).ShouldBe(Enum.GetValues<Standard>());

        // One piece with its board: what is fitted is what there will ever be.
        var soldered = Known(Memory(part => part with { Mounting = Mounting.Soldered, Within = "board", Capacity = new(), Interface = new() }));
        soldered = soldered with { Steps = [soldered.Steps[0] with { Frees = ["board"] }], Parts = [.. soldered.Parts, Build.Part("board", PartKind.Mainboard) with { Spare = Fan().Spare }] };
        var capacity = Only(soldered);
        (capacity.Fact.At, capacity.Fact.Field).ShouldBe(("parts[0].capacity.fitted", "capacity"));
        capacity.Answers.Select(answer => answer.Parts[0].Capacity.Fitted!.Value).ShouldBe(sizes);
    }

    [Fact]
    public void What_no_step_frees_is_asked_where_it_is_in_view()
    {
        var record = Known(Fan());
        record = record with { Steps = [record.Steps[0] with { Frees = [], Opens = "inside" }] };
        var layer = Only(record);
        (layer.Fact.At, layer.Fact.Field, layer.OfSteps).ShouldBe(("parts[0].layer", "layer", true));
        layer.Answers.Select(answer => answer.Parts[0].Layer).ShouldBe(["outside", "inside"]);
        Of(record with { Parts = [record.Parts[0] with { Layer = "inside" }] }).ShouldBeEmpty();
    }

    [Fact]
    public void A_spare_is_asked_who_sells_it_what_it_costs_and_whether_it_is_paired()
    {
        var source = Only(Known(Fan(part => part with { Spare = part.Spare with { Source = null } })));
        (source.Fact.At, source.Fact.Field).ShouldBe(("parts[0].spare.source", "source"));
        source.Answers.Select(answer => answer.Parts[0].Spare.Source!.Value).ShouldBe(Enum.GetValues<Supply>());

        var priceless = Known(Fan(part => part with { Spare = part.Spare with { Price = null } }));
        var price = Only(priceless);
        (price.Fact.At, price.Fact.Field).ShouldBe(("parts[0].spare.price.amount", "price"));
        price.Answers.Select(answer => answer.Parts[0].Spare.Price!.Amount!.Value).ShouldBe([0, House.PriceShareAtZero / 2 * 1000, House.PriceShareAtZero * 1000], 1e-9);
        // Of the machine's class where its price is not known.
        Only(priceless with { Unit = priceless.Unit with { Price = null } }).Answers.Last().Parts[0].Spare.Price!.Amount!.Value.ShouldBe(House.PriceShareAtZero * House.PriceReference[MachineClass.Thin], 1e-9);

        var paired = Only(Known(Fan(part => part with { Spare = part.Spare with { Paired = null } })));
        (paired.Fact.At, paired.Fact.Field).ShouldBe(("parts[0].spare.paired", "paired"));
        paired.Answers.Select(answer => answer.Parts[0].Spare.Paired!.Value).ShouldBe([true, false]);

        // Nobody sells it: then there is no more to ask.
        Of(Known(Fan(part => part with { Spare = new Spare { Source = Supply.None } }))).ShouldBeEmpty();
        // Nor of an empty place that is only repaired.
        Of(Known(Fan(part => part with { Fitted = false, Spare = new() }))).ShouldBeEmpty();
    }

    [Fact]
    public void What_no_index_counts_is_asked_nothing_unless_something_is_within_it()
    {
        var frame = Build.Part("frame", PartKind.Frame, null);
        var record = Known(Fan());
        record = record with { Steps = [record.Steps[0] with { Frees = ["fan", "frame"] }], Parts = [.. record.Parts, frame] };
        Of(record).ShouldBeEmpty();
        Of(record with { Parts = [record.Parts[0] with { Mounting = Mounting.Riveted, Within = "frame" }, frame] }).Select(asked => asked.Fact.At).ShouldContain("parts[1].mounting");
    }

    public static TheoryData<TeardownAction, string, int> Unknown => new()
    {
        { new Unscrew { Size = "PH0", Thread = "M2", Length = 4, Captive = false }, "drive", 10 },
        { new Unscrew { Drive = Drive.Cross, Thread = "M2", Length = 4, Captive = false }, "size", 2 },
        { new Unscrew { Drive = Drive.Cross, Size = "PH0", Length = 4, Captive = false }, "thread", 5 },
        { new Unscrew { Drive = Drive.Cross, Size = "PH0", Thread = "M2", Captive = false }, "length", 3 },
        { new Unscrew { Drive = Drive.Cross, Size = "PH0", Thread = "M2", Length = 4 }, "captive", 2 },
        { new Unscrew { Drive = Drive.Cross, Size = "PH0", Thread = "M2", Length = 4, Captive = false, Cover = null }, "cover", 7 },
        { new Unplug { Notes = "left", Tool = Tool.PryTool, Count = 2 }, "connector", 12 },
        { new Peel(), "what", 6 },
        { new Lift(), "what", 5 },
        { new Thermal(), "what", 3 },
        { new Unbond(), "bond", 6 },
        { new Unbond { Bond = Bond.Tape }, "lengthMm", 3 },
    };

    [Theory]
    [MemberData(nameof(Unknown))]
    public void An_action_is_asked_each_word_and_the_ends_and_the_middle_of_a_number(TeardownAction action, string field, int answers)
    {
        var asked = Only(Known(Fan(), action));
        (asked.Fact, asked.OfSteps, asked.Answers.Count()).ShouldBe((new($"steps[0].actions[0].{field}", field, Step: "free"), true, answers));
        var actions = asked.Answers.Select(answer => answer.Steps[0].Actions.ShouldHaveSingleItem()).ToList();
        actions.Distinct().Count().ShouldBe(answers);
        actions.ShouldAllBe(one => one.Verb == action.Verb && one.Count == action.Count && one.Tool == action.Tool && one.Notes == action.Notes);
        // Once it is known, it is not asked again; of a bond its length may be next.
        foreach (var answer in asked.Answers)
            Of(answer).Select(again => again.Fact.Field).ShouldBe(answer.Steps[0].Actions[0] is Unbond { Bond: not (null or Bond.ReleaseTab), LengthMm: null } ? ["lengthMm"] : []);
    }

    [Fact]
    public void A_tool_that_is_recorded_answers_for_the_drive_and_a_release_tab_has_no_length()
    {
        Of(Known(Fan(), new Unscrew { Tool = Tool.Cross, Size = "PH0", Thread = "M2", Length = 4, Captive = false })).ShouldBeEmpty();
        Of(Known(Fan(), new Unbond { Bond = Bond.ReleaseTab })).ShouldBeEmpty();
        Of(Known(Fan(), new Move(), new Slide(), new Unclip())).ShouldBeEmpty();
    }

    [Fact]
    public void What_nobody_counted_is_asked_at_both_ends_and_in_the_middle()
    {
        var most = House.UnknownCount[Verb.Unclip];
        var asked = Only(Known(Fan(), new Unclip { Count = null }));
        (asked.Fact.At, asked.Fact.Field).ShouldBe(("steps[0].actions[0].count", "count"));
        asked.Answers.Select(answer => answer.Steps[0].Actions[0].Count!.Value.Exact!.Value).ShouldBe([most.Least, (int)Math.Round(most.Middle), most.Most]);
        Only(Known(Fan(), new Unclip { Count = new(3, 4) })).Answers.Select(answer => answer.Steps[0].Actions[0].Count!.Value.Exact!.Value).ShouldBe([3, 4]);
        // Covers that are stated stay no more than the screws.
        Only(Known(Fan(), new Unscrew { Count = new(2, 6), Drive = Drive.Cross, Size = "PH0", Thread = "M2", Length = 4, Captive = false, Cover = Cover.Foot, Covers = 3 }))
            .Answers.Select(answer => ((Unscrew)answer.Steps[0].Actions[0]).Covers!.Value).ShouldBe([2, 3, 3]);
    }
}
