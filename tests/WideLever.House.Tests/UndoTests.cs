using System.Globalization;
using WideLever.Core.Records;
using WideLever.Storage;

namespace WideLever.House.Tests;

/// <summary>Each window takes its own changes back; what another touched since stands in the way and is named.</summary>
public sealed class UndoTests : OpenHouse
{
    private Outcome<Committed> Reasons(string windowId, string unitId, params string[] texts) => Edits.Unit(new(windowId, new(true, [])), unitId, "changed the reasons", (unit, _) =>
        unit with { Unit = unit.Unit with { Reasons = [.. texts.Select(text => new PickedReason { Side = ReasonSide.For, Text = text })] } });

    private UnitDocument Unit(string unitId) => Workpieces.Find(unitId).Value!.Unit.Document;

    [Fact]
    public void A_price_does_not_stand_in_the_way_of_a_reason_nor_a_loan_of_the_name()
    {
        var unitId = Shelve("3-modular");
        var before = Unit(unitId);
        Reasons("a", unitId, "Quiet.").Value.ShouldNotBeNull();
        Price("b", unitId, 777).Value.ShouldNotBeNull();
        Edits.Unit(new("c", new(true, [])), unitId, "changed the machine's data", (unit, _) => unit with { Unit = unit.Unit with { Model = "Other" } }).Value.ShouldNotBeNull();
        Undo.Back("a", DocumentKind.Unit, unitId).Value.ShouldNotBeNull();
        (Unit(unitId).Unit.Reasons.Count, Unit(unitId).Unit.Price!.Amount, Unit(unitId).Unit.Model).ShouldBe((0, 777, "Other"));
        Undo.Back("c", DocumentKind.Unit, unitId).Value.ShouldNotBeNull();
        Undo.Back("b", DocumentKind.Unit, unitId).Value.ShouldNotBeNull();
        Edits.Same(Unit(unitId), before).ShouldBeTrue();
    }

    [Fact]
    public void Units_are_done_again_as_well()
    {
        var unitId = Shelve("3-modular");
        Price("a", unitId, 100);
        Price("a", unitId, 200);
        Undo.ToUndo(DocumentKind.Unit, unitId, "a").ShouldBe("changed the price");
        Undo.ToRedo(DocumentKind.Unit, unitId, "a").ShouldBeNull();
        Undo.Back("a", DocumentKind.Unit, unitId);
        Undo.Back("a", DocumentKind.Unit, unitId);
        Undo.Again("a", DocumentKind.Unit, unitId).Value.ShouldNotBeNull();
        Unit(unitId).Unit.Price!.Amount.ShouldBe(100);
        Undo.Again("a", DocumentKind.Unit, unitId).Value.ShouldNotBeNull();
        Unit(unitId).Unit.Price!.Amount.ShouldBe(200);
        Undo.Again("a", DocumentKind.Unit, unitId).Refusal!.Kind.ShouldBe(RefusalKind.Conflict);
        // An edit ends what could be done again.
        Undo.Back("a", DocumentKind.Unit, unitId);
        Price("a", unitId, 300);
        Undo.ToRedo(DocumentKind.Unit, unitId, "a").ShouldBeNull();
        Undo.Back("a", DocumentKind.Unit, "none").Refusal!.Kind.ShouldBe(RefusalKind.NotFound);
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void What_stands_in_the_way_is_named_also_where_an_earlier_version_did_not_say_what_it_touched(bool earlier)
    {
        var unitId = Shelve("3-modular");
        Price("a", unitId, 100);
        Edits.Unit(new("b", new(true, [])), unitId, "raised the price", (unit, _) => unit with { Unit = unit.Unit with { Price = new Money { Amount = 900 } } });
        Reasons("c", unitId, "Quiet.");
        if (earlier)
            Tamper("UPDATE change SET items = NULL");
        var refusal = Undo.Back("a", DocumentKind.Unit, unitId).Refusal!;
        refusal.Kind.ShouldBe(RefusalKind.Conflict);
        refusal.Detail.ShouldContain("another window raised the price in the unit at");
    }

    [Fact]
    public void A_change_far_back_is_taken_back_over_all_that_came_since()
    {
        var unitId = Shelve("3-modular");
        Reasons("far", unitId, "Quiet.");
        for (var i = 0; i < 60; i++)
            Price("near", unitId, 100 + i);
        Undo.Back("far", DocumentKind.Unit, unitId).Value!.Revision.ShouldBe(63);
        (Unit(unitId).Unit.Reasons.Count, Unit(unitId).Unit.Price!.Amount).ShouldBe((0, 159));
        // Who saw an old revision is told what changed since then and now.
        var stale = Edits.Unit(By("w", 2), unitId, "x", (unit, _) => unit).Refusal!;
        stale.Kind.ShouldBe(RefusalKind.Stale);
        stale.Changed.Select(item => item.Item).ShouldBe(["price", "reasons"], ignoreOrder: true);
    }

    [Fact]
    public void A_layer_named_back_keeps_every_part_in_view_in_it_and_what_was_noted_meanwhile()
    {
        var (unitId, teardownId) = (Shelve("6-partly-seen"), "");
        teardownId = Workpieces.Find(unitId).Value!.Teardown.Id;
        var before = (Unit(unitId), Teardown(teardownId));
        var layer = before.Item1.Parts.First(part => part.Layer is not null).Layer!;
        Edits.Teardown(By("a", 1), teardownId, "renamed a layer", (teardown, _) => TeardownEdits.RenameLayer(teardown, layer, "elsewhere")).Value.ShouldNotBeNull();
        var noted = Unit(unitId).Parts.First(part => part.Layer == "elsewhere").Id;
        Note("a", unitId, noted, "loose").Value.ShouldNotBeNull();
        // What this window did last comes first, whichever document it is in.
        Undo.ToUndo(DocumentKind.Teardown, teardownId, "a").ShouldBe($"noted {noted}");
        // Another window's note on the same part is no obstacle: another field of it was touched.
        Undo.Back("a", DocumentKind.Teardown, teardownId).Value.ShouldNotBeNull();
        Note("b", unitId, noted, "scratched").Value.ShouldNotBeNull();
        Undo.Back("a", DocumentKind.Teardown, teardownId).Value.ShouldNotBeNull();
        Unit(unitId).Parts.Select(part => part.Layer).ShouldBe(before.Item1.Parts.Select(part => part.Layer));
        Unit(unitId).Parts.Single(part => part.Id == noted).Notes.ShouldBe("scratched");
        Undo.Back("b", DocumentKind.Unit, unitId).Value.ShouldNotBeNull();
        (Edits.Same(Unit(unitId), before.Item1), Edits.Same(Teardown(teardownId), before.Item2)).ShouldBe((true, true));
    }

    [Fact]
    public void An_act_that_cannot_be_reversed_in_one_document_is_reversed_in_none()
    {
        var unitId = Shelve("6-partly-seen");
        var teardownId = Workpieces.Find(unitId).Value!.Teardown.Id;
        var layer = Unit(unitId).Parts.First(part => part.Layer is not null).Layer!;
        Edits.Teardown(By("a", 1), teardownId, "renamed a layer", (teardown, _) => TeardownEdits.RenameLayer(teardown, layer, "elsewhere")).Value.ShouldNotBeNull();
        Edits.Unit(new("b", new(true, [])), unitId, "moved a part out of sight", (unit, _) => unit with { Parts = [.. unit.Parts.Select(part => part.Layer == "elsewhere" ? part with { Layer = null } : part)] }).Value.ShouldNotBeNull();
        var between = (Unit(unitId), Teardown(teardownId));
        var refusal = Undo.Back("a", DocumentKind.Teardown, teardownId).Refusal!;
        refusal.Kind.ShouldBe(RefusalKind.Conflict);
        refusal.Detail.ShouldContain("another window moved a part out of sight in the unit at");
        (Edits.Same(Unit(unitId), between.Item1), Edits.Same(Teardown(teardownId), between.Item2)).ShouldBe((true, true));
    }

    /// <summary>
    /// The model: an act is undone whole or not at all, so that windows which undo in turn until none of them can go on stand where they began.
    /// <c>WIDE_LEVER_LONG</c> lengthens it.
    /// </summary>
    /// <param name="moves">Whether steps are moved as well, which is refused where others came or went meanwhile.</param>
    /// <param name="times">How many rounds of a hundred.</param>
    [Theory]
    [InlineData(false, 2)]
    [InlineData(true, 1)]
    public void Random_rounds_of_acts_undos_and_redos_by_three_windows_come_back_exactly(bool moves, int times)
    {
        var (rounds, stuck) = (times * Rounds(), 0);
        for (var round = 0; round < rounds; round++)
        {
            var random = new Random(round);
            var unitId = Shelve("6-partly-seen");
            var teardownId = Workpieces.Find(unitId).Value!.Teardown.Id;
            var (unit, teardown) = (Unit(unitId), Teardown(teardownId));
            string[] windows = ["a", "b", "c"];
            for (var act = 0; act < 18; act++)
            {
                var window = windows[random.Next(3)];
                var kind = random.Next(2) == 0 ? DocumentKind.Unit : DocumentKind.Teardown;
                var id = kind == DocumentKind.Unit ? unitId : teardownId;
                switch (random.Next(4))
                {
                    case 0:
                        Undo.Back(window, kind, id);
                        break;
                    case 1:
                        Undo.Again(window, kind, id);
                        break;
                    default:
                        Act(random, window, unitId, teardownId, moves);
                        break;
                }
            }
            // Each goes back as far as it can, in turn, until nobody can.
            while (windows.Select(window => Undo.Back(window, DocumentKind.Unit, unitId).Value).ToList().Exists(went => went is not null))
            {
            }
            if (windows.Any(window => Undo.ToUndo(DocumentKind.Unit, unitId, window) is not null))
            {
                stuck++;
                continue;
            }
            Edits.Same(Unit(unitId), unit).ShouldBeTrue($"the unit in round {round}");
            Edits.Same(Teardown(teardownId), teardown).ShouldBeTrue($"the teardown in round {round}");
        }
        // Where steps were moved two windows may refuse each other, each with what stands in the way.
        stuck.ShouldBeLessThanOrEqualTo(moves ? Math.Max(1, rounds / 20) : 0);
    }

    private static int Rounds() => (int)(100 * (double.TryParse(Environment.GetEnvironmentVariable("WIDE_LEVER_LONG"), CultureInfo.InvariantCulture, out var times) ? times : 1));

    private TeardownDocument Teardown(string teardownId) => Store.Documents.Head(DocumentKind.Teardown, teardownId) is { } head ? StoredDocuments.Teardown(teardownId, head.Document, head.Version) : throw new InvalidOperationException(teardownId);

    private Outcome<Committed> Note(string window, string unitId, string part, string text) => Edits.Unit(new(window, new(true, [])), unitId, $"noted {part}", (unit, _) =>
        unit with { Parts = [.. unit.Parts.Select(one => one.Id == part ? one with { Notes = text } : one)] });

    private void Act(Random random, string window, string unitId, string teardownId, bool moves)
    {
        var by = new Actor(window, new(true, []));
        var (unit, teardown) = (Unit(unitId), Teardown(teardownId));
        var part = unit.Parts[random.Next(unit.Parts.Count)].Id;
        var step = random.Next(teardown.Steps.Count);
        switch (random.Next(moves ? 9 : 8))
        {
            case 0:
                var layer = teardown.Layers[random.Next(teardown.Layers.Count)];
                Edits.Teardown(by, teardownId, $"renamed {layer}", (one, _) => TeardownEdits.RenameLayer(one, layer, $"{layer[..Math.Min(20, layer.Length)]}{random.Next(99)}"));
                break;
            case 1:
                Note(window, unitId, part, $"note {random.Next(99)}");
                break;
            case 2:
                Price(window, unitId, random.Next(100, 2_000));
                break;
            case 3:
                Edits.Teardown(by, teardownId, "logged a part seen", (_, found) => new EditedTeardown(found.Document) { Parts = [new($"seen-{random.Next(9_999)}", PartKind.Other, null) { SeenIn = found.Document.Layers[0] }] });
                break;
            case 4:
                Edits.Teardown(by, teardownId, $"noted step {step}", (one, _) => TeardownEdits.Replace(one, step, one.Steps[step] with { Notes = $"note {random.Next(99)}" }));
                break;
            case 5:
                Edits.Teardown(by, teardownId, "added a step", (one, _) => TeardownEdits.Insert(one, step + 1, one.Steps[step] with { Id = $"s{random.Next(9_999)}", Frees = [], Opens = null, After = [] }));
                break;
            case 6:
                Edits.Teardown(by, teardownId, "removed a step", (one, _) => TeardownEdits.Remove(one, step));
                break;
            case 8:
                Edits.Teardown(by, teardownId, "moved a step", (one, _) => TeardownEdits.Move(one, step, random.Next(one.Steps.Count)));
                break;
            default:
                Edits.Unit(by, unitId, "changed a form", (one, _) => one with { Parts = [.. one.Parts.Select(p => p.Id == part ? p with { Interface = p.Interface with { Form = $"f{random.Next(9)}" } } : p)] });
                break;
        }
    }
}
