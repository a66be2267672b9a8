using System.Text.Json.Nodes;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House.Tests;

/// <summary>The one door: what is worked out while others go on is checked again before it is written.</summary>
public sealed class DeskTests : OpenHouse
{
    [Fact]
    public void A_unit_that_was_away_while_a_stricter_rubric_came_does_not_come_back_with_a_fault()
    {
        var unitId = Shelving.Shelve("w", Fanless(), [], "brought in").Value!.Id;
        Rubrics.Use("v", Stricter(), CancellationToken.None).Refusal!.Faults.ShouldHaveSingleItem().Message.ShouldContain($"\"{unitId}\"");
        Shelving.Remove("w", unitId).Value!.Removed.ShouldBeTrue();
        Rubrics.Use("v", new("Stricter", RubricReader.House.Revision), CancellationToken.None).Value.ShouldNotBeNull();
        Shelving.Restore("w", unitId).Refusal!.Kind.ShouldBe(RefusalKind.Faulty);
        Shelving.Remove("w", "none").Refusal!.Kind.ShouldBe(RefusalKind.NotFound);
        Shelf.SummedUp(CancellationToken.None).All.ShouldBeEmpty();
    }

    [Fact]
    public void Between_the_look_and_the_commit_a_rubric_is_put_into_use_and_the_import_is_worked_out_again()
    {
        var stricter = Stricter();
        var overtaken = 0;
        var outcome = Desk.Do<IReadOnlyList<Shelved>>("v", stand =>
        {
            var under = stand.Rubric;
            var made = Shelving.Shelve(stand, [(Fanless(), [])]);
            // Another window, in this very moment.
            if (overtaken++ == 0)
                Rubrics.Use("w", stricter, CancellationToken.None).Value.ShouldNotBeNull();
            under.ShouldBe(stand.Rubric);
            return made.Value is { } shelved ? new Proposal<IReadOnlyList<Shelved>>("brought in", shelved.Writings, null, shelved.Shelved) : made.Refusal!;
        });
        overtaken.ShouldBe(2);
        outcome.Refusal!.Kind.ShouldBe(RefusalKind.Faulty);
        Reopen();
        Shelf.SummedUp(CancellationToken.None).All.ShouldBeEmpty();
        Rubric.Sheet.Rubric.Name.ShouldBe("Stricter");
    }

    [Fact]
    public void A_rubric_that_is_overtaken_by_an_import_that_it_would_not_have_is_not_put_into_use()
    {
        var stricter = Stricter();
        var looked = 0;
        var outcome = Desk.Do<RubricChoice>("v", stand =>
        {
            var faults = RubricActs.FaultsUnder(RubricSheet.Of(Store.Rubrics.Find(stricter.Name, stricter.Revision)!).Sheet!.Rubric, stand.Shelf);
            if (looked++ == 0)
                Shelving.Shelve("w", Fanless(), [], "brought in").Value.ShouldNotBeNull();
            return faults.Count > 0 ? Refusal.Faulty(faults) : new Proposal<RubricChoice>("used", [new UseRubric(stricter.Name, stricter.Revision)], null, stricter);
        });
        (looked, outcome.Refusal?.Kind).ShouldBe((2, RefusalKind.Faulty));
        Rubric.Sheet.Rubric.Name.ShouldBe(RubricReader.House.Name);
    }

    [Fact]
    public async Task Whoever_is_overtaken_again_and_again_has_a_try_to_itself()
    {
        var unitId = Shelve("3-modular");
        var tries = 0;
        Task<Outcome<Committed>>? barred = null;
        var outcome = Desk.Do<string>("v", stand =>
        {
            var revision = stand.Unit(unitId)!.Revision;
            if (tries++ < 4)
                Price("w", unitId, 100 + tries).Value.ShouldNotBeNull();
            else
                // Another thread cannot come in while this has the lock.
                barred = Task.Run(() => Price("w", unitId, 100));
            return new Proposal<string>("priced", [new PutDocument(DocumentKind.Unit, unitId, revision, RecordJson.Canonical(stand.Unit(unitId)!.Document with { Absent = [] }), "[]")], null, "done");
        });
        (outcome.Value, tries).ShouldBe(("done", 5));
        (await barred!).Value.ShouldNotBeNull();
    }

    [Fact]
    public async Task Nobody_waits_while_another_units_act_is_worked_out()
    {
        var (slow, quick) = (Shelve("3-modular", "SLOW"), Shelve("3-modular", "QUICK"));
        using var go = new ManualResetEventSlim();
        using var started = new ManualResetEventSlim();
        var working = Task.Run(() => Edits.Unit(By("v", 1), slow, "slowly", (unit, _) =>
        {
            started.Set();
            go.Wait(TimeSpan.FromMinutes(5)).ShouldBeTrue();
            return unit with { Absent = [] };
        }));
        started.Wait(TimeSpan.FromMinutes(5)).ShouldBeTrue();
        Price("w", quick, 500).Value.ShouldNotBeNull();
        working.IsCompleted.ShouldBeFalse();
        go.Set();
        (await working).Value.ShouldNotBeNull();
    }

    private static SignOff Seen(Workpiece piece) => new()
    {
        Name = "R. Example",
        Bench = "Bench 1",
        On = new(2026, 11, 27),
        UnitRevision = piece.Unit.Revision,
        TeardownRevision = piece.Teardown.Revision,
        RubricSha256 = piece.Under.Sha256,
    };

    [Fact]
    public void One_signs_the_rubric_that_one_saw()
    {
        var unitId = Shelve("3-modular");
        var seen = Workpieces.Find(unitId).Value!;
        Rubrics.Use("w", Keep("Other", node => node["clipBurden"] = 0.3), CancellationToken.None).Value.ShouldNotBeNull();
        var refused = Signing.Sign("v", unitId, Seen(seen)).Refusal!;
        (refused.Kind, refused.Changed.ShouldHaveSingleItem().Title).ShouldBe((RefusalKind.Stale, "the rubric in use: Other, revision 3"));
        Store.Signatures.Of(unitId).ShouldBeEmpty();
        var now = Workpieces.Find(unitId).Value!;
        var signed = Signing.Sign("v", unitId, Seen(now)).Value!;
        signed.RubricSha256.ShouldBe(now.Under.Sha256);
        ((double)JsonNode.Parse(signed.Result)!["repair"]!["value"]!).ShouldBe(Math.Round(Scorer.Score(now.Record, now.Rubric).Repair.Value!.Value, 6), 1e-9);
        Shelf.Now.Find(unitId)!.Signed.ShouldBe(SignedState.Final);
    }

    [Fact]
    public async Task Every_reading_of_the_shelf_has_every_unit_while_windows_edit_and_the_rubric_is_switched()
    {
        for (var i = 0; i < 40; i++)
            Shelve("3-modular", $"U{i}");
        var ids = Shelf.Now.All.Select(unit => unit.Id).ToHashSet();
        var other = Keep("Other", node => node["clipBurden"] = 0.3);
        var house = new RubricChoice(RubricReader.House.Name, RubricReader.House.Revision);
        using var done = new CancellationTokenSource();
        var readers = Enumerable.Range(0, 2).Select(_ => Task.Run(() =>
        {
            var readings = 0;
            while (!done.IsCancellationRequested)
            {
                var snapshot = Shelf.SummedUp(CancellationToken.None);
                snapshot.Units.Select(unit => unit.Id).ShouldBe(ids, ignoreOrder: true);
                // All of it is of one moment: the same rubric for every unit.
                snapshot.Units.ShouldAllBe(unit => ReferenceEquals(unit.Under, snapshot.Under) && unit.Summary.Indices.Repair.High > 0);
                readings++;
            }
            return readings;
        })).ToList();
        foreach (var (id, i) in ids.Select((id, i) => (id, i)))
        {
            Price("w", id, 400 + i).Value.ShouldNotBeNull();
            if (i % 8 == 0)
                Rubrics.Use("w", i % 16 == 0 ? other : house, CancellationToken.None).Value.ShouldNotBeNull();
        }
        await done.CancelAsync();
        (await Task.WhenAll(readers)).ShouldAllBe(readings => readings > 10);
    }

    [Fact]
    public void The_shelf_after_any_act_is_the_shelf_as_it_opens()
    {
        var first = Shelve("3-modular", "A");
        var second = Shelve("1-two-routes", "B");
        var variant = Shelving.BeginVariant("w", first, unit => HeadDocuments.VariantOf(unit, "A2", null), "began").Value!.Id;
        Shelving.BeginTeardown("w", second, Workpieces.Find(second).Value!.Teardown.Document, "again", "began").Value.ShouldNotBeNull();
        Shelving.ScoreBy("w", second, "again").Value.ShouldNotBeNull();
        Price("w", second, 321).Value.ShouldNotBeNull();
        Shelving.Remove("w", first);
        Same();
        Shelving.Restore("w", first);
        Shelving.Remove("w", variant);
        Signing.Sign("w", first, Seen(Workpieces.Find(first).Value!)).Value.ShouldNotBeNull();
        Same();
        Rubrics.Use("w", Keep("Other", node => node["clipBurden"] = 0.3), CancellationToken.None);
        Undo.Back("w", DocumentKind.Unit, second).Value.ShouldNotBeNull();
        Same();

        void Same()
        {
            string[] Told() => [.. Shelf.SummedUp(CancellationToken.None).Units.Select(unit => $"{unit.Id} {unit.Signed} {System.Text.Encoding.UTF8.GetString(RecordJson.Canonical(unit.Summary))}")];
            var kept = Told();
            kept.ShouldNotBeEmpty();
            Reopen();
            Told().ShouldBe(kept);
        }
    }
}
