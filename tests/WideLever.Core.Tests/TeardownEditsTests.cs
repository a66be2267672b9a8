using System.Text.Json;
using WideLever.Core.Records;
using WideLever.Core.Routes;

namespace WideLever.Core.Tests;

/// <summary>Splitting, merging and moving steps, and taking changes back out of a later state.</summary>
public sealed class TeardownEditsTests
{
    private static readonly Photo Shot = new()
    {
        Id = "photo-1",
        Sha256 = new string('a', 64),
        Type = PhotoType.Png,
        WidthPx = 4,
        HeightPx = 3,
        Step = "battery",
        Marks = [new() { X = 0.5, Y = 0.5, Step = "battery", Group = 0 }, new() { X = 0.1, Y = 0.5, Step = "battery", Group = 1 }],
    };

    private static TeardownDocument Document() => new(
        new Teardown { Date = new DateOnly(2026, 10, 3), Bench = "Bench 1" }, ["outside", "inside"], new Guidance(),
        [
            Build.Step("cover", "outside", new Unclip()) with { Opens = "inside" },
            Build.Step("battery", "inside", new Unscrew { Count = 4 }, new Unscrew { Count = 2 }, new Lift()) with { Frees = ["battery"], After = ["power"], ObservedSeconds = 90 },
            Build.Step("power", "inside", new Unplug()) with { DisconnectsPower = true },
            Build.Step("fan", "inside", new Lift()) with { Frees = ["fan"], After = ["battery"] },
        ], null)
    {
        Photos = [Shot],
    };

    private static double Out(IReadOnlyList<TeardownAction> actions) => actions.Sum(action => ActionEffort.Of(action, Examples.House).MiddleOut);

    private static bool Same(object? one, object? other) => JsonSerializer.Serialize(one) == JsonSerializer.Serialize(other);

    [Fact]
    public void A_split_keeps_the_id_on_the_second_and_the_observed_charge_as_it_was()
    {
        var split = TeardownEdits.Split(Document(), 1, 1, "screws", "Undo 4 screws", Out);
        split.Steps.Select(step => step.Id).ShouldBe(["cover", "screws", "battery", "power", "fan"]);
        var (first, second) = (split.Steps[1], split.Steps[2]);
        first.After.ShouldBe(["power"]);
        second.After.ShouldBe(["screws"]);
        (first.Frees.Count, second.Frees.Count).ShouldBe((0, 1));
        (first.ObservedSeconds + second.ObservedSeconds).ShouldBe(90);
        (first.ObservedSeconds!.Value / Out(first.Actions)).ShouldBe(second.ObservedSeconds!.Value / Out(second.Actions), 1e-9);
        split.Photos[0].Marks.Select(mark => (mark.Step, mark.Group)).ShouldBe([("screws", 0), ("battery", 0)]);
    }

    [Fact]
    public void A_merge_undoes_a_split()
    {
        var document = Document();
        var merged = TeardownEdits.Merge(TeardownEdits.Split(document, 1, 1, "screws", "x", Out), 1);
        JsonSerializer.Serialize(merged).ShouldBe(JsonSerializer.Serialize(document));
    }

    [Fact]
    public void Steps_of_different_layers_are_not_merged_and_who_came_after_the_first_comes_after_both()
    {
        TeardownEdits.Merge(Document(), 0).ShouldBeNull();
        var merged = TeardownEdits.Merge(Document(), 2)!;
        merged.Steps.Select(step => step.Id).ShouldBe(["cover", "battery", "fan"]);
        merged.Steps[1].After.ShouldBe(["fan"]);
        merged.Steps[2].After.ShouldBe(["battery"]);
        merged.Steps[2].DisconnectsPower.ShouldBeTrue();
    }

    [Fact]
    public void Steps_before_what_they_need_are_told()
    {
        TeardownEdits.OutOfOrder(Document().Steps, "outside").ShouldBe([(1, "\"power\" must come first")]);
        TeardownEdits.OutOfOrder(TeardownEdits.Move(Document(), 0, 3).Steps, "outside").Select(early => early.Position).ShouldBe([0, 0, 1, 2]);
    }

    [Fact]
    public void Photos_let_go_of_steps_and_groups_that_are_gone()
    {
        var changed = TeardownEdits.Replace(Document(), 1, Build.Step("pack", "inside", new Unscrew(), new Lift()));
        (changed.Photos[0].Step, changed.Photos[0].Marks.Count).ShouldBe(("pack", 1));
        var removed = TeardownEdits.Remove(Document(), 1);
        (removed.Photos[0].Step, removed.Photos[0].Marks.Count).ShouldBe((null, 0));
    }

    [Fact]
    public void A_change_is_taken_back_and_what_came_after_stays()
    {
        var before = Document();
        var after = TeardownEdits.Insert(before, 4, Build.Step("mine", "inside", new Unclip()));
        var now = TeardownEdits.Replace(TeardownEdits.Insert(after, 0, Build.Step("theirs", "outside")), 4, before.Steps[3] with { Title = "Theirs too" });
        var reversed = HeadReversals.Reverse(before, after, now, Same)!;
        reversed.Steps.Select(step => step.Id).ShouldBe(["theirs", "cover", "battery", "power", "fan"]);
        reversed.Steps[4].Title.ShouldBe("Theirs too");
    }

    [Fact]
    public void A_removed_step_comes_back_behind_its_neighbour_with_its_layer()
    {
        var before = Document();
        var after = TeardownEdits.Remove(TeardownEdits.Remove(before, 1), 0) with { Layers = ["outside", "inside"] };
        var now = TeardownEdits.Insert(after, 2, Build.Step("theirs", "outside"));
        var reversed = HeadReversals.Reverse(before, after, now, Same)!;
        reversed.Steps.Select(step => step.Id).ShouldBe(["cover", "battery", "power", "fan", "theirs"]);
        reversed.Layers.ShouldBe(["outside", "inside"]);
    }

    [Fact]
    public void A_move_is_taken_back_beside_a_change_but_not_over_another_move_nor_what_came_since()
    {
        var before = Document();
        var after = TeardownEdits.Move(before, 3, 1);
        var now = TeardownEdits.Insert(after, 1, Build.Step("theirs", "inside"));
        HeadReversals.Reverse(before, after, now, Same).ShouldBeNull();
        now = TeardownEdits.Replace(after, 1, after.Steps[1] with { Title = "Theirs" });
        HeadReversals.Reverse(before, after, now, Same)!.Steps.Select(step => step.Title == "Theirs" ? "theirs" : step.Id).ShouldBe(["cover", "battery", "power", "theirs"]);
        HeadReversals.Reverse(before, after, TeardownEdits.Move(after, 0, 3), Same).ShouldBeNull();
        var changed = TeardownEdits.Replace(before, 0, before.Steps[0] with { Title = "Mine" });
        HeadReversals.Reverse(before, changed, TeardownEdits.Replace(changed, 0, before.Steps[0] with { Title = "Theirs" }), Same).ShouldBeNull();
        HeadReversals.Reverse(before, changed, TeardownEdits.Remove(changed, 0), Same).ShouldBeNull();
    }

    [Fact]
    public void Taking_back_any_of_many_changes_gives_what_the_others_alone_would_have_made()
    {
        var random = new Random(11);
        for (var run = 0; run < Long.Of(500); run++)
        {
            // Each change is of one step of its own, so that no two are in each other's way.
            var ids = Enumerable.Range(0, 6).Select(i => $"s{i}").ToList();
            var start = Document() with { Layers = ["outside"], Photos = [], Steps = [.. ids.Take(3).Select(id => Build.Step(id, "outside"))] };
            TeardownDocument Edit(TeardownDocument document, string id) =>
                document.Steps.Any(step => step.Id == id)
                    ? TeardownEdits.Replace(document, document.Steps.Select(step => step.Id).ToList().IndexOf(id), Build.Step(id, "outside", new Slide()))
                    : TeardownEdits.Insert(document, document.Steps.Count, Build.Step(id, "outside", new Swing()));
            var order = ids.OrderBy(_ => random.Next()).ToList();
            var taken = random.Next(order.Count);
            var states = new List<TeardownDocument> { start };
            foreach (var id in order)
                states.Add(Edit(states[^1], id));
            var without = HeadReversals.Reverse(states[taken], states[taken + 1], states[^1], Same);
            var alone = order.Where((_, i) => i != taken).Aggregate(start, Edit);
            Same(without, alone).ShouldBeTrue();
        }
    }
}
