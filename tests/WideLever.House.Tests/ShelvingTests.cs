using WideLever.Core.Records;
using WideLever.Core.StepLines;

namespace WideLever.House.Tests;

/// <summary>Variants, further teardowns, and what is off the shelf.</summary>
public sealed class ShelvingTests : OpenHouse
{
    private Outcome<Committed> AddStep(string teardownId, Step step) => Edits.Teardown(
        new("w", new(true, [])), teardownId, "added a step", (teardown, _) => TeardownEdits.Insert(teardown, teardown.Steps.Count, step));

    [Fact]
    public void A_unit_off_the_shelf_is_no_variant_and_stands_in_nobodys_way()
    {
        var first = Shelve("3-modular", "A");
        var second = Shelving.BeginVariant("w", first, unit => HeadDocuments.VariantOf(unit, "A2", null), "began").Value!.Id;
        Workpieces.Find(first).Value!.Served.ShouldBe([first, second], ignoreOrder: true);
        var teardownId = Workpieces.Find(first).Value!.Teardown.Id;
        // The variant has a part in view in a layer that is about to go; it is off the shelf when it does.
        Shelving.Remove("w", second).Value.ShouldNotBeNull();
        Workpieces.Find(first).Value!.Served.ShouldBe([first]);
        Workpieces.Find(second).Refusal!.Kind.ShouldBe(RefusalKind.NotFound);
        // What makes a fault in it alone is no reason to refuse an edit of its sister.
        Tamper("UPDATE unit SET document = json_set(document, '$.parts[0].kind', 'nonsense') WHERE id = @second", new { second });
        AddStep(teardownId, new Step { Id = "more", Title = "More", Layer = "outside", Actions = [new Unclip { Count = Count.One }] }).Value.ShouldNotBeNull();
        Shelving.Restore("w", second).Refusal!.Kind.ShouldBe(RefusalKind.Unreadable);
    }

    [Fact]
    public void A_fault_in_one_of_several_variants_names_the_unit()
    {
        var first = Shelve("3-modular", "A");
        var second = Shelving.BeginVariant("w", first, unit => HeadDocuments.VariantOf(unit, "A2", null), "began").Value!.Id;
        var teardownId = Workpieces.Find(first).Value!.Teardown.Id;
        var refusal = AddStep(teardownId, new Step { Id = "more", Title = "More", Layer = "nowhere", Actions = [] }).Refusal!;
        refusal.Kind.ShouldBe(RefusalKind.Faulty);
        foreach (var unit in new[] { first, second })
            refusal.Faults.ShouldContain(fault => fault.Message.Contains($"(in \"{unit}\", which this teardown serves)", StringComparison.Ordinal));
    }

    [Fact]
    public void Parts_that_a_line_names_come_into_every_variant_with_the_step_in_one_act()
    {
        var first = Shelve("3-modular", "A");
        var second = Shelving.BeginVariant("w", first, unit => HeadDocuments.VariantOf(unit, "A2", null), "began").Value!.Id;
        var teardownId = Workpieces.Find(first).Value!.Teardown.Id;
        Edits.Teardown(new("w", new(true, [])), teardownId, "logged", (_, found) => new EditedTeardown(found.Document with { Notes = "n" })
        {
            Parts = [new PartOfLine("pen", PartKind.Other, Mounting.Clipped)],
            Made = "made",
            What = "logged a pen",
        }).Value!.Made.ShouldBe("made");
        foreach (var unit in new[] { first, second })
            Workpieces.Find(unit).Value!.Unit.Document.Parts.ShouldContain(part => part.Id == "pen" && part.Mounting == Mounting.Clipped);
        Undo.ToUndo(Storage.DocumentKind.Teardown, teardownId, "w").ShouldBe("logged a pen");
        Undo.Back("w", Storage.DocumentKind.Teardown, teardownId).Value.ShouldNotBeNull();
        foreach (var unit in new[] { first, second })
            Workpieces.Find(unit).Value!.Unit.Document.Parts.ShouldNotContain(part => part.Id == "pen");
    }

    [Fact]
    public void A_teardown_that_is_scored_must_be_one_of_the_unit()
    {
        var (first, other) = (Shelve("3-modular", "A"), Shelve("1-two-routes", "B"));
        Shelving.ScoreBy("w", first, other).Refusal!.Kind.ShouldBe(RefusalKind.NotFound);
        Shelving.ScoreBy("w", first, Store.Standings.Of(first)!.Scored).Value.ShouldNotBeNull();
        Shelving.BeginTeardown("w", "none", Workpieces.Find(first).Value!.Teardown.Document, "x", "began").Refusal!.Kind.ShouldBe(RefusalKind.NotFound);
        var again = Shelving.BeginTeardown("w", first, Workpieces.Find(first).Value!.Teardown.Document, "again", "began").Value!.Id;
        Store.Standings.Of(first)!.Teardowns.ShouldContain(again);
    }
}
