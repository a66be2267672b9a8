using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House.Tests;

/// <summary>What is stored never stops a start and is never thrown away: what cannot be read stands as such, and everything else goes on.</summary>
public sealed class DataAlwaysOpensTests : OpenHouse
{
    [Theory]
    [InlineData("UPDATE unit SET document = json_remove(document, '$.unit.model') WHERE id = @id", "unit.model")]
    [InlineData("UPDATE unit SET document = json_set(document, '$.unit.hoverHeight', 3) WHERE id = @id", "unit.hoverHeight")]
    [InlineData("UPDATE unit SET document = '[]' WHERE id = @id", "")]
    [InlineData("UPDATE unit SET version = 99 WHERE id = @id", "version")]
    [InlineData("UPDATE teardown SET document = json_set(document, '$.steps[0].actions[0].do', 'levitate') WHERE id = @id", "steps[0].actions[0]")]
    [InlineData("UPDATE teardown SET document = json_set(document, '$.steps[0].layer', 'nowhere') WHERE id = @id", "steps[0].layer")]
    public void A_unit_that_cannot_be_read_stands_on_the_shelf_as_such_and_its_neighbours_are_scored(string damage, string at)
    {
        var (damaged, whole) = (Shelve("3-modular", "DAMAGED"), Shelve("1-two-routes", "WHOLE"));
        Tamper($"{damage}; DELETE FROM result_cache; UPDATE unit SET digest = 'x' WHERE id = @id; UPDATE teardown SET digest = 'x' WHERE id = @id", new { id = damaged });
        Reopen();
        var shelf = Shelf.SummedUp(CancellationToken.None);
        shelf.Units.ShouldHaveSingleItem().Id.ShouldBe(whole);
        var unreadable = shelf.Unreadable.ShouldHaveSingleItem();
        unreadable.Id.ShouldBe(damaged);
        unreadable.Faults[0].At.ShouldContain(at);
        // Whatever is asked of it says so, and changes nothing.
        Workpieces.Find(damaged).Refusal!.Kind.ShouldBe(RefusalKind.Unreadable);
        var before = Workpieces.Stored(damaged)!.Value;
        foreach (var refusal in new[]
        {
            Price("w", damaged, 1).Refusal, Undo.Back("w", DocumentKind.Unit, damaged).Refusal, Shelving.BeginVariant("w", damaged, unit => unit, "began").Refusal,
        })
            (refusal?.Kind).ShouldBeOneOf(RefusalKind.Unreadable, RefusalKind.Faulty, RefusalKind.Conflict);
        Workpieces.Stored(damaged).ShouldBe(before);
        // Its neighbours are edited, another rubric is taken into use, and it can be taken off the shelf.
        Price("w", whole, 2).Value.ShouldNotBeNull();
        Rubrics.Use("w", Keep("Other", node => node["clipBurden"] = 0.3), CancellationToken.None).Value.ShouldNotBeNull();
        Shelf.SummedUp(CancellationToken.None).Unreadable.ShouldHaveSingleItem();
        Shelving.Remove("w", damaged).Value.ShouldNotBeNull();
        Shelf.SummedUp(CancellationToken.None).All.ShouldHaveSingleItem();
    }

    private static TeardownDocument Begun { get; } = new(new Teardown { Date = new DateOnly(2026, 11, 2), Bench = "Bench 2" }, ["outside"], new Guidance(), [], null);

    [Theory]
    [InlineData("UPDATE teardown SET document = json_set(document, '$.steps', 'none') WHERE id = @id", RefusalKind.Unreadable)]
    [InlineData("UPDATE teardown SET version = 99 WHERE id = @id", RefusalKind.Unreadable)]
    // It can be read, and makes no record with this machine: a version before this one asked for less.
    [InlineData("UPDATE teardown SET document = json_set(document, '$.steps', json('[{\"id\":\"a\",\"title\":\"A\",\"layer\":\"outside\",\"frees\":[\"ghost\"],\"actions\":[{\"do\":\"lift\",\"what\":\"cover\"}]}]')) WHERE id = @id", RefusalKind.Faulty)]
    public void A_further_teardown_that_is_damaged_keeps_nobody_from_the_machine(string damage, RefusalKind said)
    {
        var unitId = Shelve("3-modular");
        var scored = Store.Standings.Of(unitId)!.Scored;
        var further = Shelving.BeginTeardown("w", unitId, Begun, "further", "began a teardown").Value!.Id;
        Tamper(damage, new { id = further });
        Reopen();
        Workpieces.Find(unitId).Value.ShouldNotBeNull();
        Price("w", unitId, 1).Value.ShouldNotBeNull();
        Undo.Back("w", DocumentKind.Unit, unitId).Value.ShouldNotBeNull();
        Undo.Again("w", DocumentKind.Unit, unitId).Value.ShouldNotBeNull();
        Shelving.ScoreBy("w", unitId, further).Refusal!.Kind.ShouldBe(said);
        Store.Standings.Of(unitId)!.Scored.ShouldBe(scored);
    }

    [Fact]
    public void A_machine_whose_scored_teardown_is_damaged_comes_back_by_another_one()
    {
        var unitId = Shelve("3-modular");
        var further = Shelving.BeginTeardown("w", unitId, StoredDocuments.Teardown(unitId, Store.Documents.Head(DocumentKind.Teardown, unitId)!.Document), "further", "began a teardown").Value!.Id;
        Tamper("UPDATE teardown SET version = 99 WHERE id = @unitId", new { unitId });
        Reopen();
        Workpieces.Find(unitId).Refusal!.Kind.ShouldBe(RefusalKind.Unreadable);
        Workpieces.Others(unitId).ShouldHaveSingleItem().Id.ShouldBe(further);
        Shelving.ScoreBy("w", unitId, further).Value.ShouldNotBeNull();
        Workpieces.Others(unitId).ShouldBeEmpty("the damaged one is not offered");
        Workpieces.Find(unitId).Value.ShouldNotBeNull().Teardown.Id.ShouldBe(further);
        Price("w", unitId, 1).Value.ShouldNotBeNull();
    }

    [Theory]
    [InlineData("UPDATE rubric SET document = json_remove(document, '$.clipBurden') WHERE in_use = 1", "clipBurden")]
    [InlineData("UPDATE rubric SET document = '{}' WHERE in_use = 1", "")]
    [InlineData("UPDATE rubric SET version = 99 WHERE in_use = 1", "version")]
    public void A_rubric_in_use_that_cannot_be_read_is_said_and_the_house_rubric_stands_in_until_another_is_taken(string damage, string at)
    {
        var unitId = Shelve("3-modular");
        var other = Keep("Other", node => node["clipBurden"] = 0.3);
        Rubrics.Use("w", other, CancellationToken.None).Value.ShouldNotBeNull();
        Tamper(damage);
        Reopen();
        Rubric.Unreadable.ShouldNotBeNull().Name.ShouldBe("Other");
        Rubric.Unreadable!.Faults[0].At.ShouldContain(at);
        Rubric.Sheet.Rubric.Name.ShouldBe(RubricReader.House.Name);
        Shelf.SummedUp(CancellationToken.None).Find(unitId)!.Under.Rubric.ShouldBe(RubricReader.House);
        Rubrics.Use("w", other, CancellationToken.None).Refusal!.Kind.ShouldBe(RefusalKind.Unreadable);
        // It is kept in use in the store: a version that reads it goes on with it.
        Store.Rubrics.InUse()!.Name.ShouldBe("Other");
        Rubrics.Use("w", new(RubricReader.House.Name, RubricReader.House.Revision), CancellationToken.None).Value.ShouldNotBeNull();
        Rubric.Unreadable.ShouldBeNull();
    }

    [Theory]
    [InlineData("{}")]
    [InlineData("[]")]
    [InlineData("null")]
    [InlineData("{\"maker\": 7}")]
    [InlineData("no JSON at all")]
    public void What_was_cached_in_another_shape_is_computed_again(string cached)
    {
        var unitId = Shelve("3-modular");
        var before = Shelf.SummedUp(CancellationToken.None).Find(unitId)!.Summary;
        Shelf.Keep();
        Tamper("UPDATE result_cache SET document = @cached", new { cached });
        Reopen();
        RecordJson.Canonical(Shelf.SummedUp(CancellationToken.None).Find(unitId)!.Summary).ShouldBe(RecordJson.Canonical(before));
    }

    [Fact]
    public void What_is_cached_is_taken_at_the_next_start()
    {
        var unitId = Shelve("3-modular");
        Shelf.SummedUp(CancellationToken.None);
        Shelf.Keep();
        Tamper("UPDATE result_cache SET document = json_set(document, '$.model', 'From the cache')");
        Reopen();
        Shelf.SummedUp(CancellationToken.None).Find(unitId)!.Summary.Model.ShouldBe("From the cache");
        // An edit is scored anew, and what it was before is no longer asked for.
        Price("w", unitId, 3);
        Shelf.SummedUp(CancellationToken.None).Find(unitId)!.Summary.Model.ShouldNotBe("From the cache");
    }

    [Fact]
    public void A_setting_of_another_shape_is_as_none()
    {
        HouseSetting.Put(Desk, Store, new("w", new(true, [])), "catalogue", new RubricChoice("a", 1)).Value.ShouldNotBeNull();
        HouseSetting.Of<RubricChoice>(Store, "catalogue").ShouldBe(new RubricChoice("a", 1));
        Tamper("UPDATE setting SET document = '[1]'");
        HouseSetting.Of<RubricChoice>(Store, "catalogue").ShouldBeNull();
        HouseSetting.Of<RubricChoice>(Store, "other").ShouldBeNull();
    }

    [Fact]
    public void The_demo_data_comes_in_one_act_whole_or_not_at_all_and_only_once()
    {
        var demo = System.IO.Path.Combine(AppContext.BaseDirectory, "demo");
        DemoData.Load(Desk, Shelving, Store, demo);
        Shelf.SummedUp(CancellationToken.None).All.Count.ShouldBe(15);
        Shelf.Now.Unreadable.ShouldBeEmpty();
        Enumerable.Range(1, 5).Max(act => Store.Changes.OfAct(act).Count).ShouldBe(30, "all stand in one act, so a kill leaves all or nothing");
        DemoData.Load(Desk, Shelving, Store, demo);
        Shelf.Now.All.Count.ShouldBe(15);
        Shelf.Now.All.Select(unit => unit.Id).ShouldBeUnique();
        // Taken off the shelf, it does not come back by itself.
        foreach (var unit in Shelf.Now.All.ToList())
            Shelving.Remove("w", unit.Id);
        DemoData.Load(Desk, Shelving, Store, demo);
        Shelf.Now.All.ShouldBeEmpty();
    }

    [Fact]
    public void Sample_machines_are_opened_on_an_empty_shelf_and_left_again_and_what_is_ones_own_stays()
    {
        var demo = System.IO.Path.Combine(AppContext.BaseDirectory, "demo");
        var samples = new Samples(Desk, Shelving, Store);
        samples.Leave("w").Refusal!.Kind.ShouldBe(RefusalKind.Conflict);
        samples.Open("w", demo).Value!.Units.Count.ShouldBe(15);
        samples.AreOpen.ShouldBeTrue();
        samples.Open("w", demo).Refusal!.Kind.ShouldBe(RefusalKind.Conflict, "the shelf is not empty");
        var own = Shelving.Shelve("w", RecordReader.ReadRecord(Example("3-modular"), [])!, [], "brought in").Value!.Id;
        samples.Leave("w").Value.ShouldNotBeNull();
        Shelf.Now.All.Select(unit => unit.Id).ShouldBe([own]);
        samples.AreOpen.ShouldBeFalse();
        samples.Open("w", demo).Refusal!.Kind.ShouldBe(RefusalKind.Conflict);
        Shelving.Remove("w", own);
        samples.Open("w", demo).Value!.Open.ShouldBeTrue();
        Shelf.Now.All.Count.ShouldBe(15);
        Shelf.Now.Unreadable.ShouldBeEmpty();
    }

    [Fact]
    public void Two_windows_that_open_the_sample_machines_at_once_open_them_once()
    {
        var demo = System.IO.Path.Combine(AppContext.BaseDirectory, "demo");
        var samples = new Samples(Desk, Shelving, Store);
        var outcomes = Enumerable.Range(0, 4).AsParallel().WithDegreeOfParallelism(4).Select(i => samples.Open($"w{i}", demo)).ToList();
        outcomes.Count(outcome => outcome.Value is not null).ShouldBe(1);
        Shelf.Now.All.Count.ShouldBe(15);
    }

    [Fact]
    public void A_fault_in_the_demo_data_leaves_nothing_of_it()
    {
        var demo = Directory.CreateDirectory(System.IO.Path.Combine(Path, "demo")).FullName;
        Directory.CreateDirectory(System.IO.Path.Combine(demo, "variants"));
        Directory.CreateDirectory(System.IO.Path.Combine(demo, "teardowns"));
        File.WriteAllBytes(System.IO.Path.Combine(demo, "a.json"), Example("3-modular"));
        File.WriteAllText(System.IO.Path.Combine(demo, "variants", "cr14.other.json"), "{}");
        Should.Throw<InvalidDataException>(() => DemoData.Load(Desk, Shelving, Store, demo));
        Shelf.Now.All.ShouldBeEmpty();
    }

    [Fact]
    public void A_house_rubric_that_went_on_by_itself_keeps_its_own_and_the_shipped_one_stands_beside()
    {
        Tamper("UPDATE rubric SET digest = 'own', document = json_set(document, '$.clipBurden', 0.9)");
        Reopen();
        Store.Rubrics.All().Select(row => row.Name).ShouldBe([RubricReader.House.Name, $"{RubricReader.House.Name}, as it ships"], ignoreOrder: true);
        Rubric.Sheet.Rubric.ClipBurden.ShouldBe(0.9);
    }

    [Theory]
    [InlineData(true, "takes longer than 0 s to score")]
    [InlineData(false, "cannot be scored by this version of the program: no such angle")]
    public void A_unit_that_cannot_be_scored_stands_on_the_shelf_as_such_and_stays_editable_and_removable(bool endless, string why)
    {
        var (hard, whole) = (Shelve("3-modular", "HARD"), Shelve("1-two-routes", "WHOLE"));
        var shelf = new Shelf(Store, Rubric)
        {
            Scoring = new((record, rubric, budget) =>
            {
                if (record.Record.Unit.ModelCode != "HARD")
                    return Scorer.Score(record, rubric, CancellationToken.None);
                if (!endless)
                    throw new InvalidOperationException("no such angle");
                budget.WaitHandle.WaitOne();
                throw new OperationCanceledException(budget);
            }, TimeSpan.FromMilliseconds(50)),
        };
        var snapshot = shelf.SummedUp(CancellationToken.None);
        snapshot.Units.ShouldHaveSingleItem().Id.ShouldBe(whole);
        var unscored = snapshot.Unreadable.ShouldHaveSingleItem();
        unscored.Id.ShouldBe(hard);
        unscored.Faults.ShouldHaveSingleItem().Message.ShouldBe($"{why}; it can be edited, taken off the shelf, and its file saved");
        Should.Throw<UnreadableException>(() => unscored.Summary);
        shelf.Keep();
        var desk = new Desk(Store, Rubric, shelf);
        new Workpieces(Store, Rubric, shelf).Find(hard).Value.ShouldNotBeNull();
        Price("w", hard, 2).Value.ShouldNotBeNull();
        new Shelving(desk, Store).Remove("w", hard).Value.ShouldNotBeNull();
        shelf.SummedUp(CancellationToken.None).Unreadable.ShouldBeEmpty();
    }

    [Fact]
    public void What_is_gone_through_unit_by_unit_says_which_one_cannot_be_read()
    {
        var (damaged, _) = (Shelve("3-modular", "DAMAGED"), Shelve("1-two-routes", "WHOLE"));
        Shelf.SummedUp(CancellationToken.None);
        Shelf.Keep();
        // Both stand on the shelf by what was kept of them, and neither is read.
        var units = new Shelf(Store, Rubric).SummedUp(CancellationToken.None).All.ToList();
        Shelf.Each(units.Take(1).ToList(), unit => unit.Record.Record.Unit.ModelCode, CancellationToken.None).ShouldBe(["DAMAGED"]);
        units = [.. new Shelf(Store, Rubric).SummedUp(CancellationToken.None).All];
        Tamper("UPDATE unit SET document = '{}' WHERE id = @damaged", new { damaged });
        Should.Throw<UnreadableException>(() => Shelf.Each(units, unit => unit.Record, CancellationToken.None).ToList()).Message.ShouldContain(damaged);
    }
}
