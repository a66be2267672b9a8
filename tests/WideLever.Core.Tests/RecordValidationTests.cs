using WideLever.Core.Checking;
using WideLever.Core.Records;

namespace WideLever.Core.Tests;

/// <summary><c>docs/record.md</c>, <em>Faults</em>: rules about names and ways, on records built in code.</summary>
public sealed class RecordValidationTests
{
    private static IReadOnlyList<Fault> Faults(TeardownRecord record) => RecordValidation.Check(record, Examples.House).Faults;

    private static TeardownRecord Good => Build.Record(["outside", "inside"],
        [Build.Step("open", "outside") with { Opens = "inside" }, Build.Step("free", "inside") with { Frees = ["battery"], After = ["open"] }],
        [Build.Part("battery", PartKind.Battery)]);

    private static string[] Places(TeardownRecord record) => [.. Faults(record).Select(fault => fault.At)];

    [Fact]
    public void A_good_record_has_no_fault() => Faults(Good).ShouldBeEmpty();

    [Fact]
    public void A_layer_that_nothing_opens_is_a_fault_and_so_is_every_step_in_it()
    {
        var record = Good with { Steps = [Good.Steps[0] with { Opens = null }, Good.Steps[1]] };
        Places(record).ShouldBe(["layers[1]", "steps[1]"]);
    }

    [Fact]
    public void A_cycle_is_a_fault_at_every_step_on_it()
    {
        var record = Good with { Steps = [.. Good.Steps, Build.Step("a", "outside") with { After = ["b"] }, Build.Step("b", "outside") with { After = ["a"] }] };
        Places(record).ShouldBe(["steps[2]", "steps[3]"]);
        Places(Good with { Steps = [.. Good.Steps, Build.Step("a", "outside") with { After = ["a"] }] }).ShouldBe(["steps[2]"]);
    }

    [Fact]
    public void A_layer_opened_only_from_within_itself_can_never_be_reached()
    {
        var record = Good with { Layers = ["outside", "inside", "deep"], Steps = [.. Good.Steps, Build.Step("dig", "deep") with { Opens = "deep" }] };
        Places(record).ShouldBe(["steps[2]"]);
    }

    [Fact]
    public void Ids_and_layers_stand_once_and_what_is_named_exists()
    {
        Places(Good with { Layers = ["outside", "inside", "inside"] }).ShouldBe(["layers[2]"]);
        Places(Good with { Steps = [.. Good.Steps, Build.Step("open", "outside")] }).ShouldBe(["steps[2].id"]);
        Places(Good with { Parts = [.. Good.Parts, Build.Part("battery", PartKind.Fan)] }).ShouldBe(["parts[1].id"]);
        Places(Good with { Steps = [.. Good.Steps, Build.Step("x", "nowhere") with { Opens = "no", Frees = ["none"], After = ["never"] }] })
            .ShouldBe(["steps[2].layer", "steps[2].opens", "steps[2].frees[0]", "steps[2].after[0]"]);
        Faults(Good with { Steps = [Good.Steps[0], Good.Steps[1] with { After = ["opne"] }] })[0].Message.ShouldContain("\"open\"");
        Places(Good with { Parts = [Good.Parts[0] with { Within = "case" }] }).ShouldBe(["parts[0].within"]);
    }

    [Fact]
    public void A_part_within_itself_is_a_fault_however_long_the_way_round()
    {
        Places(Good with { Parts = [Good.Parts[0] with { Within = "battery" }] }).ShouldBe(["parts[0].within"]);
        var ring = Good with { Parts = [Good.Parts[0] with { Within = "a" }, Build.Part("a", PartKind.Fan) with { Within = "b" }, Build.Part("b", PartKind.Frame) with { Within = "a" }] };
        Places(ring).ShouldBe(["parts[1].within", "parts[2].within"]);
    }

    [Fact]
    public void A_kind_is_not_both_absent_and_recorded_and_some_kinds_every_machine_has()
    {
        Places(Good with { Absent = [PartKind.Battery] }).ShouldBe(["absent[0]"]);
        Places(Good with { Absent = [PartKind.Fan, PartKind.Storage, PartKind.Graphics] }).ShouldBe(["absent[1]"]);
        Places(Good with { Absent = [.. Examples.House.MayBeAbsent.Except([PartKind.Battery])] }).ShouldBeEmpty();
    }

    [Fact]
    public void The_ways_in_are_counted_over_layers_times_disconnecting_steps()
    {
        TeardownRecord Ways(int layers, int openers, int disconnecting) => Build.Record(
            ["outside", .. Enumerable.Range(0, layers).Select(i => $"l{i}")],
            [
                .. Enumerable.Range(0, layers).SelectMany(l => Enumerable.Range(0, openers).Select(o => Build.Step($"o{l}.{o}", "outside") with { Opens = $"l{l}" })),
                .. Enumerable.Range(0, disconnecting).Select(d => Build.Step($"d{d}", "outside") with { DisconnectsPower = true }),
            ], []);
        Places(Ways(16, 2, 1)).ShouldBeEmpty();
        Places(Ways(15, 2, 2)).ShouldBeEmpty();
        Places(Ways(16, 2, 0)).ShouldBeEmpty();
        Places(Ways(16, 2, 2)).ShouldBe(["steps"]);
        Places(Ways(39, 10, 10)).ShouldBe(["steps"]);
        new RecordGraph(Ways(39, 10, 10)).Ways.ShouldBe(int.MaxValue);
    }

    [Fact]
    public void A_peeled_cover_beside_screws_and_a_step_that_frees_several_are_hints()
    {
        var step = Build.Step("x", "outside", new Unscrew(), new Peel { What = PeelWhat.Foot }, new Peel { What = PeelWhat.Tape }) with { Frees = ["battery", "fan"] };
        var record = Good with { Steps = [.. Good.Steps, step], Parts = [.. Good.Parts, Build.Part("fan", PartKind.Fan)] };
        var check = RecordValidation.Check(record, Examples.House);
        check.Faults.ShouldBeEmpty();
        check.Hints.Select(hint => hint.At).ShouldBe(["steps[2].actions[1]", "steps[2].frees"]);
        RecordValidation.Check(record with { Steps = [.. Good.Steps, step with { Together = true, Actions = [new Peel { What = PeelWhat.Label }] }] }, Examples.House).Hints.ShouldBeEmpty();
    }

    [Fact]
    public void A_record_with_a_fault_does_not_construct() =>
        Should.Throw<ArgumentException>(() => CheckedRecord.Of(Good with { Layers = ["outside"] }, Examples.House)).Message.ShouldContain("steps[0].opens");

    [Theory]
    [InlineData("crosss", "cross")]
    [InlineData("CROSS", "cross")]
    [InlineData("sixlobe", "sixLobe")]
    [InlineData("zzzzzz", null)]
    public void An_unrecognised_word_is_answered_with_the_nearest_one(string word, string? nearest) =>
        NearestWord.To(word, WordList.Of<Drive>()).ShouldBe(nearest);

    [Fact]
    public void Edits_of_steps_keep_the_layers_in_step_with_them()
    {
        var teardown = HeadDocuments.TeardownOf(Good);
        var deeper = TeardownEdits.Insert(teardown, 2, Build.Step("dig", "inside") with { Opens = "deep" });
        deeper.Layers.ShouldBe(["outside", "inside", "deep"]);
        TeardownEdits.Remove(deeper, 2).Layers.ShouldBe(["outside", "inside"]);
        var renamed = TeardownEdits.RenameLayer(teardown, "inside", "under the base");
        renamed.Layers.ShouldBe(["outside", "under the base"]);
        renamed.Steps[0].Opens.ShouldBe("under the base");
        renamed.Steps[1].Layer.ShouldBe("under the base");
        TeardownEdits.Replace(teardown, 0, teardown.Steps[0] with { Id = "lift" }).Steps[1].After.ShouldBe(["lift"]);
        TeardownEdits.Move(teardown, 0, 9).Steps.Select(step => step.Id).ShouldBe(["free", "open"]);
    }

    [Fact]
    public void The_nearest_word_is_the_one_that_looking_at_every_word_finds()
    {
        var known = WordList.Of<Connector>().Concat(WordList.Of<PartKind>()).Concat(WordList.Of<Cover>()).ToList();
        var (random, distance) = (new Random(7), new F23.StringSimilarity.Damerau());
        static double Furthest(string word) => word.Length <= 4 ? 1 : Math.Max(2, word.Length / 3.0);
        for (var round = 0; round < Long.Of(2_000); round++)
        {
            var word = known[random.Next(known.Count)];
            for (var slips = random.Next(5); slips > 0; slips--)
                word = random.Next(3) switch { 0 when word.Length > 1 => word.Remove(random.Next(word.Length), 1), 1 => word.Insert(random.Next(word.Length + 1), $"{(char)random.Next('a', '{')}"), _ => word + (char)random.Next('a', '{') };
            var every = known.Select(other => (other, Distance: distance.Distance(word.ToLowerInvariant(), other.ToLowerInvariant()))).Where(pair => pair.Distance <= Furthest(pair.other))
                .OrderBy(pair => pair.Distance).ThenBy(pair => pair.other, StringComparer.Ordinal).FirstOrDefault().other;
            NearestWord.To(word, known).ShouldBe(every, word);
        }
    }

    [Fact]
    public void A_shared_teardown_leaves_out_what_a_variant_does_not_have()
    {
        var unit = HeadDocuments.UnitOf(Good) with { Parts = [] };
        var teardown = HeadDocuments.TeardownOf(Good);
        Faults(HeadDocuments.Merge(unit, teardown, shared: true)).ShouldBeEmpty();
        Faults(HeadDocuments.Merge(unit, teardown)).Select(fault => fault.At).ShouldBe(["steps[1].frees[0]"]);
    }

    [Fact]
    public void What_changed_between_two_states_is_told_item_by_item()
    {
        var before = HeadDocuments.TeardownOf(Good);
        var after = before with { Steps = [Build.Step("new", "outside"), before.Steps[1] with { Title = "other" }], Guidance = new Guidance { Manual = true } };
        HeadDifferences.Between(before, after, Equals).Select(item => (item.Item, item.Id, item.How)).ShouldBe(
            [("guidance", null, ItemChange.Changed), ("step", "open", ItemChange.Removed), ("step", "new", ItemChange.Added), ("step", "free", ItemChange.Changed)]);
        HeadDifferences.Between(before, before with { Steps = [.. before.Steps.Reverse()] }, Equals).Single().How.ShouldBe(ItemChange.Moved);
        var unit = HeadDocuments.UnitOf(Good);
        HeadDifferences.Between(unit, unit with { Parts = [] }, Equals).Single().ShouldBe(new ItemDifference("part", "battery", "battery", ItemChange.Removed));
    }

    private static Part Place(string id, PartKind kind = PartKind.Memory, params string[] excludes) => Build.Part(id, kind, Mounting.Socketed) with { Excludes = excludes };

    [Fact]
    public void Places_exclude_others_of_their_sort_and_not_themselves()
    {
        TeardownRecord With(params Part[] parts) => Good with { Parts = [.. Good.Parts, .. parts] };
        Places(With(Place("a", PartKind.Memory, "battery"))).ShouldBeEmpty();
        Places(With(Place("a", PartKind.Memory, "a"))).ShouldBe(["parts[1].excludes[0]"]);
        Places(With(Place("a", PartKind.Memory, "b"))).ShouldBe(["parts[1].excludes[0]"]);
        Places(With(Place("a", PartKind.Memory, "fan"), Build.Part("fan", PartKind.Fan))).ShouldBe(["parts[1].excludes[0]"]);
        Places(With(Build.Part("fan", PartKind.Fan) with { Excludes = ["battery"] })).ShouldBe(["parts[1].excludes[0]"]);
        Part[] Excluding(int number) => [.. Enumerable.Range(0, number).Select(i => Place($"p{i}", i < 5 ? PartKind.Memory : PartKind.Storage, "battery"))];
        Places(With(Excluding(9))).ShouldBeEmpty();
        Faults(With(Excluding(10))).ShouldHaveSingleItem().Message.ShouldContain("11 parts exclude each other; the limit is 10");
        Places(With([.. Enumerable.Range(0, 8).Select(i => Place($"p{i}"))])).ShouldBeEmpty();
        Faults(With([.. Enumerable.Range(0, 9).Select(i => Place($"p{i}"))])).ShouldHaveSingleItem().Message.ShouldContain("9 places of memory");
    }

    [Fact]
    public void A_part_is_in_view_in_a_layer_that_exists_and_nothing_is_fitted_in_an_empty_place()
    {
        Places(Good with { Parts = [Good.Parts[0] with { Layer = "inside" }] }).ShouldBeEmpty();
        var fault = Faults(Good with { Parts = [Good.Parts[0] with { Layer = "insde" }] }).ShouldHaveSingleItem();
        (fault.At, fault.Message.Contains("\"inside\"")).ShouldBe(("parts[0].layer", true));
        Places(Good with { Parts = [Good.Parts[0] with { Fitted = false, Capacity = new Capacity { Fitted = 1 } }] }).ShouldBe(["parts[0].capacity.fitted"]);
        Places(Good with { Parts = [Good.Parts[0] with { Fitted = false, Capacity = new Capacity { Fitted = 0 } }] }).ShouldBeEmpty();
    }

    [Fact]
    public void Counts_and_covers_keep_to_their_limits()
    {
        string[] Of(TeardownAction action) => Places(Good with { Steps = [Good.Steps[0] with { Actions = [action] }, Good.Steps[1]] });
        Of(new Unclip { Count = new(1, 999) }).ShouldBeEmpty();
        Of(new Unclip { Count = null }).ShouldBeEmpty();
        foreach (var wrong in new Count[] { 0, 1000, new(0, 3), new(3, 1000), new(5, 3) })
            Of(new Unclip { Count = wrong }).ShouldBe(["steps[0].actions[0].count"]);
        Of(new Unscrew { Count = new(2, 6), Covers = 6 }).ShouldBeEmpty();
        Of(new Unscrew { Count = new(2, 6), Covers = 7 }).ShouldBe(["steps[0].actions[0].covers"]);
        Of(new Unscrew { Count = null, Covers = 40 }).ShouldBeEmpty();
    }

    [Fact]
    public void A_step_that_leads_to_nothing_is_a_hint()
    {
        IReadOnlyList<Fault> Hints(TeardownRecord record) => RecordValidation.Check(record, Examples.House).Hints;
        var record = Good with { Steps = [.. Good.Steps, Build.Step("ribbons", "inside", new Unplug())] };
        Hints(Good).ShouldBeEmpty();
        Hints(record).ShouldHaveSingleItem().At.ShouldBe("steps[2]");
        Hints(record with { Steps = [Good.Steps[0], record.Steps[2], Good.Steps[1] with { After = ["ribbons"] }] }).ShouldBeEmpty();
    }

    [Theory]
    [InlineData("..", true)]
    [InlineData(".", true)]
    [InlineData("a/b", true)]
    [InlineData("a\\b", true)]
    [InlineData("...", false)]
    [InlineData("Öffne %2F?#", false)]
    public void An_id_leads_nowhere_else_in_an_address(string id, bool fault)
    {
        var record = Build.Record(["outside"], [Build.Step(id, "outside") with { Frees = [id] }], [Build.Part(id, PartKind.Fan)]);
        RecordValidation.Check(record, Examples.House).Faults.Select(one => one.At).ShouldBe(fault ? ["steps[0].id", "parts[0].id"] : []);
    }
}
