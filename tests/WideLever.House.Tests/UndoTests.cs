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
        refusal.Detail.ShouldContain("another window raised the price at");
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
}
