using System.Text;
using Dapper;
using Microsoft.Data.Sqlite;

namespace WideLever.Storage.Tests;

public sealed class StoreTests : IDisposable
{
    private readonly string path = Directory.CreateTempSubdirectory("wide-lever-store-").FullName;
    private DataFolder folder;
    private Store store;

    public StoreTests()
    {
        folder = DataFolder.Hold(path);
        store = new Store(folder, TimeProvider.System);
    }

    public void Dispose()
    {
        store.Dispose();
        folder.Dispose();
        Directory.Delete(path, recursive: true);
    }

    private void Reopen()
    {
        store.Dispose();
        folder.Dispose();
        folder = DataFolder.Hold(path);
        store = new Store(folder, TimeProvider.System);
    }

    private static byte[] Utf8(string text) => Encoding.UTF8.GetBytes(text);

    private (string UnitId, string TeardownId) Create(string id = "a") => store.Create(
        id, Utf8("""{"unit":{"maker":"Orrest","model":"Pike","modelCode":"OP14"},"parts":[{"id":"battery","kind":"battery","spare":{"price":{"amount":9}}}]}"""),
        Utf8("""{"teardown":{"date":"2026-10-03"},"layers":["outside"],"steps":[{"id":"s","title":"t","layer":"outside","actions":[{"do":"unclip","count":3}]}]}"""), "w", "began");

    private SqliteConnection Connect()
    {
        var connection = new SqliteConnection($"Data Source={folder.Database};Pooling=False");
        connection.Open();
        return connection;
    }

    [Fact]
    public void What_was_acknowledged_is_there_after_a_restart()
    {
        var (unitId, teardownId) = Create();
        store.Commit(DocumentKind.Teardown, teardownId, 1, Utf8("""{"steps":[]}"""), "w", "emptied").ShouldBe(new Commit(CommitOutcome.Committed, 2));
        Reopen();
        store.Shelf().Single().UnitId.ShouldBe(unitId);
        store.Head(DocumentKind.Teardown, teardownId)!.Document.ShouldBe("""{"steps":[]}""");
        store.Head(DocumentKind.Teardown, teardownId)!.Revision.ShouldBe(2);
    }

    [Fact]
    public void The_file_is_written_ahead_and_flushed_with_foreign_keys_on()
    {
        using var connection = Connect();
        connection.ExecuteScalar<string>("PRAGMA journal_mode").ShouldBe("wal");
        Should.Throw<SqliteException>(() => store.Link("no such unit", "no such teardown", false));
    }

    [Fact]
    public void A_stale_write_is_refused_and_changes_nothing()
    {
        var (unitId, _) = Create();
        store.Commit(DocumentKind.Unit, unitId, 1, Utf8("""{"unit":1}"""), "w", "first").Outcome.ShouldBe(CommitOutcome.Committed);
        store.Commit(DocumentKind.Unit, unitId, 1, Utf8("""{"unit":2}"""), "v", "second").ShouldBe(new Commit(CommitOutcome.Stale, 2));
        store.Head(DocumentKind.Unit, unitId)!.Document.ShouldBe("""{"unit":1}""");
        store.Commit(DocumentKind.Unit, "other", 1, Utf8("{}"), "v", "x").Outcome.ShouldBe(CommitOutcome.Missing);
    }

    [Fact]
    public void Of_many_writers_on_one_revision_exactly_one_wins()
    {
        var (unitId, _) = Create();
        var wins = 0;
        Parallel.For(0, 16, i =>
        {
            if (store.Commit(DocumentKind.Unit, unitId, 1, Utf8($$"""{"unit":{{i}}}"""), $"w{i}", "race").Outcome == CommitOutcome.Committed)
                Interlocked.Increment(ref wins);
        });
        wins.ShouldBe(1);
        store.Head(DocumentKind.Unit, unitId)!.Revision.ShouldBe(2);
    }

    [Fact]
    public void Writing_what_is_there_already_is_no_change()
    {
        var (unitId, _) = Create();
        store.Commit(DocumentKind.Unit, unitId, 1, Utf8(store.Head(DocumentKind.Unit, unitId)!.Document), "w", "same").ShouldBe(new Commit(CommitOutcome.Committed, 1));
        store.Changes(DocumentKind.Unit, unitId, 0).Count.ShouldBe(1);
    }

    [Fact]
    public void Every_revision_can_be_rebuilt_from_the_changes()
    {
        var (unitId, _) = Create();
        var documents = new List<string> { store.Head(DocumentKind.Unit, unitId)!.Document };
        for (var i = 0; i < 12; i++)
        {
            documents.Add($$"""{"unit":{"n":{{i}}},"parts":[{{string.Join(',', Enumerable.Range(0, i % 4).Select(p => $$"""{"id":"p{{p * i}}"}"""))}}]}""");
            store.Commit(DocumentKind.Unit, unitId, i + 1, Utf8(documents[^1]), "w", "step");
        }
        for (var revision = 1; revision <= documents.Count; revision++)
            store.DocumentAt(DocumentKind.Unit, unitId, revision).ShouldBe(documents[revision - 1]);
        store.DocumentAt(DocumentKind.Unit, unitId, 14).ShouldBeNull();
        store.DocumentAt(DocumentKind.Unit, unitId, 0).ShouldBeNull();
    }

    [Fact]
    public void A_unit_has_one_scored_teardown_and_a_teardown_may_serve_several_units()
    {
        var (a, first) = Create("a");
        var (b, second) = Create("b");
        store.Link(a, second, scored: true);
        store.TeardownsOf(a).ShouldBe([second, first]);
        store.ScoredTeardown(a)!.Id.ShouldBe(second);
        store.UnitsOf(second).ShouldBe([a, b]);
        store.Shelf().Select(row => (row.UnitId, row.TeardownId, row.Served)).ShouldBe([(a, second, 2L), (b, second, 2L)]);
        using var connection = Connect();
        Should.Throw<SqliteException>(() => connection.Execute("UPDATE unit_teardown SET scored = 1 WHERE unit_id = 'a'"));
    }

    [Fact]
    public void A_taken_id_gets_a_number()
    {
        Create("x").ShouldBe(("x", "x"));
        Create("x").ShouldBe(("x-2", "x-2"));
        store.UnitsWithCode("OP14").ShouldBe(["x", "x-2"]);
    }

    [Fact]
    public void A_unit_off_the_shelf_is_kept_and_comes_back()
    {
        var (unitId, _) = Create();
        store.SetRemoved(unitId, true).ShouldBeTrue();
        store.Shelf().ShouldBeEmpty();
        store.Head(DocumentKind.Unit, unitId)!.RemovedAt.ShouldNotBeNull();
        store.SetRemoved(unitId, false);
        store.Shelf().Count.ShouldBe(1);
        store.SetRemoved("none", true).ShouldBeFalse();
    }

    [Fact]
    public void People_can_query_the_documents_as_rows()
    {
        Create();
        using var connection = Connect();
        connection.QuerySingle<(string, string, string)>("SELECT maker, model_code, scored_teardown FROM unit_list").ShouldBe(("Orrest", "OP14", "a"));
        connection.QuerySingle<(string, string, long, double)>("SELECT part_id, kind, fitted, spare_price FROM part_list").ShouldBe(("battery", "battery", 1L, 9.0));
        connection.QuerySingle<(string, string, long)>("SELECT step_id, layer, actions FROM step_list").ShouldBe(("s", "outside", 1L));
        connection.QuerySingle<(string, long)>("SELECT do, count FROM action_list").ShouldBe(("unclip", 3L));
    }

    [Fact]
    public void Results_are_cached_under_their_digest_and_can_be_dropped()
    {
        store.CacheResults([new("d1", "{}"), new("d2", "{\"a\":1}")], ["d1", "d2"]);
        store.CachedResults(["d2", "d3"]).ShouldBe(new Dictionary<string, string> { ["d2"] = "{\"a\":1}" });
        store.CacheResults([new("d3", "{}")], ["d1", "d3"]);
        store.CachedResults(["d1", "d2", "d3"]).Keys.Order().ShouldBe(["d1", "d3"]);
    }

    [Fact]
    public void One_rubric_is_in_use()
    {
        store.RubricInUse().ShouldBeNull();
        store.UseRubric("House", 1).ShouldBeFalse();
        store.SaveRubric("House", 1, Utf8("{}"), "first").ShouldBeTrue();
        store.SaveRubric("House", 2, Utf8("{\"x\":1}"), null).ShouldBeTrue();
        store.UseRubric("House", 2).ShouldBeTrue();
        store.RubricInUse()!.Revision.ShouldBe(2);
        // A kept revision never changes; the same once more is no change.
        store.SaveRubric("House", 1, Utf8("{\"changed\":1}"), null).ShouldBeFalse();
        store.SaveRubric("House", 1, Utf8("{}"), "again").ShouldBeTrue();
        store.UseRubric("House", 1).ShouldBeTrue();
        (store.RubricInUse()!.Document, store.RubricInUse()!.Note).ShouldBe(("{}", "first"));
        // One that is not there leaves the one in use.
        store.UseRubric("House", 9).ShouldBeFalse();
        store.RubricInUse()!.Revision.ShouldBe(1);
        store.Rubrics().Select(row => (row.Revision, row.InUse)).ShouldBe([(2, 0), (1, 1)]);
        store.Rubric("House", 2)!.Document.ShouldBe("{\"x\":1}");
        store.Rubric("House", 3).ShouldBeNull();
    }

    [Fact]
    public void A_unit_may_have_further_teardowns_and_one_is_scored()
    {
        var (unitId, first) = store.Create("u", Utf8("{\"u\":1}"), Utf8("{\"t\":1}"), "w", "made");
        var second = store.CreateTeardown(unitId, "u-second", Utf8("{\"t\":2}"), "w", "made");
        store.TeardownsOf(unitId).ShouldBe([first, second]);
        store.ScoredTeardown(unitId)!.Id.ShouldBe(first);
        store.Link(unitId, second, scored: true);
        store.ScoredTeardown(unitId)!.Id.ShouldBe(second);
        store.Documents([unitId]).Single().Teardown.ShouldBe("{\"t\":2}");
        store.Documents([]).ShouldBeEmpty();
    }

    [Fact]
    public void An_answer_of_the_catalogue_is_kept_with_its_day_by_address_and_question()
    {
        store.CatalogueAnswer("http://127.0.0.1:1", "spares/a").ShouldBeNull();
        store.SaveCatalogueAnswer("http://127.0.0.1:1", "spares/a", "{}");
        var at = store.SaveCatalogueAnswer("http://127.0.0.1:1", "spares/a", "{\"n\":2}");
        store.CatalogueAnswer("http://127.0.0.1:1", "spares/a").ShouldBe(new CatalogueRow { AskedAt = at, Document = "{\"n\":2}" });
        store.CatalogueAnswer("http://127.0.0.1:2", "spares/a").ShouldBeNull();
    }

    [Fact]
    public void A_second_holder_of_the_folder_is_refused_until_the_first_lets_go()
    {
        Should.Throw<DataFolderHeldException>(() => DataFolder.Hold(path)).Message.ShouldContain("Another server holds");
        folder.Dispose();
        folder = DataFolder.Hold(path);
    }

    [Fact]
    public void The_token_lasts_and_only_its_owner_reads_it()
    {
        var token = folder.Token;
        token.Length.ShouldBe(64);
        Reopen();
        folder.Token.ShouldBe(token);
        if (!OperatingSystem.IsWindows())
            File.GetUnixFileMode(Path.Combine(path, "token")).ShouldBe(UnixFileMode.UserRead | UnixFileMode.UserWrite);
    }

    [Fact]
    public void An_older_store_is_backed_up_before_it_is_brought_forward()
    {
        Create();
        // A store whose journal does not know the migration: as one of an older release, to which it is to be applied again.
        using (var connection = Connect())
        {
            connection.Execute("DELETE FROM SchemaVersions");
            foreach (var view in new[] { "unit_list", "part_list", "step_list", "action_list" })
                connection.Execute($"DROP VIEW {view}");
        }
        Should.Throw<InvalidDataException>(Reopen).Message.ShouldContain("could not be brought forward");
        var backup = Directory.GetFiles(Path.Combine(path, "backups")).ShouldHaveSingleItem();
        using var kept = new SqliteConnection($"Data Source={backup};Pooling=False");
        kept.Open();
        kept.ExecuteScalar<long>("SELECT count(*) FROM unit").ShouldBe(1);
        // And the data itself is as it was.
        using var old = Connect();
        old.ExecuteScalar<long>("SELECT count(*) FROM unit").ShouldBe(1);
    }

    [Fact]
    public void An_act_changes_all_its_documents_and_its_log_or_nothing()
    {
        var (unitId, teardownId) = Create();
        Writing Unit(long seen, string text) => new(DocumentKind.Unit, unitId, seen, Utf8(text));
        Writing Teardown(long seen, string text) => new(DocumentKind.Teardown, teardownId, seen, Utf8(text));
        store.Commit([Teardown(1, "{}"), Unit(7, "{}")], "w", "half stale", ["{}"]).Outcome.ShouldBe(CommitOutcome.Stale);
        store.Head(DocumentKind.Teardown, teardownId)!.Revision.ShouldBe(1);
        store.LogOf(teardownId).ShouldBeEmpty();
        store.Commit([Teardown(1, "{}"), Unit(1, "{}")], "w", "both", ["""{"a":1}""", """{"b":2}"""]).ShouldBe(new Commit(CommitOutcome.Committed, 2));
        store.LogOf(teardownId).Select(row => row.Entry).ShouldBe(["""{"a":1}""", """{"b":2}"""]);
        var act = store.Changes(DocumentKind.Teardown, teardownId, 1).Single();
        store.History(DocumentKind.Teardown, teardownId).Select(change => (change.Sequence, change.What)).Last().ShouldBe((act.Sequence, "both"));
        act.Act.ShouldBe(act.Sequence);
        store.Besides(act.Sequence).ShouldHaveSingleItem().ShouldBe(new ActChange(DocumentKind.Unit, unitId, act.Sequence + 1, 2));
        // An undo is written even where it changes nothing, so that the next one goes on.
        store.Commit([Teardown(2, "{}") with { Undoes = act.Sequence }], "w", "undo", []).Revision.ShouldBe(3);
    }

    [Fact]
    public void A_draft_and_a_setting_are_there_after_a_restart_and_a_draft_can_be_handed_over()
    {
        var (_, teardownId) = Create();
        store.SaveDraft(teardownId, "a", """{"line":"1"}""");
        store.SaveDraft(teardownId, "b", """{"line":"2"}""");
        store.SaveDraft(teardownId, "a", """{"line":"3"}""");
        store.SaveSetting("keys", "[1]");
        store.SaveSetting("keys", "[2]");
        Reopen();
        store.Drafts(teardownId).Select(draft => (draft.WindowId, draft.Document)).ShouldBe([("a", """{"line":"3"}"""), ("b", """{"line":"2"}""")], ignoreOrder: true);
        store.HandDraftOver(teardownId, "a", "b");
        store.Drafts(teardownId).ShouldHaveSingleItem().Document.ShouldBe("""{"line":"3"}""");
        store.Setting("keys").ShouldBe("[2]");
        store.Setting("other").ShouldBeNull();
    }

    [Fact]
    public void A_photo_is_whole_or_not_there_and_what_a_broken_write_left_is_swept()
    {
        var files = new PhotoFiles(folder);
        var digest = files.Keep([1, 2, 3]);
        files.Keep([1, 2, 3]).ShouldBe(digest);
        files.Read(digest).ShouldBe([1, 2, 3]);
        files.Read(new string('0', 64)).ShouldBeNull();
        foreach (var wrong in new[] { "", "../token", digest.ToUpperInvariant(), digest + "0" })
            Should.Throw<ArgumentException>(() => files.Read(wrong));
        File.WriteAllText(Path.Combine(folder.Photos, digest[..2], $"{digest}.0123.part"), "half");
        var (_, teardownId) = Create();
        store.Commit(DocumentKind.Teardown, teardownId, 1, Utf8($$"""{"photos":[{"sha256":"{{digest}}"}]}"""), "w", "photo");
        store.Commit(DocumentKind.Teardown, teardownId, 2, Utf8("{}"), "w", "removed");
        files.Sweep(store).ShouldBe(1);
        files.Read(digest).ShouldNotBeNull("undo could bring it back");
    }

    [Fact]
    public void A_store_of_the_first_schema_comes_forward_with_its_history_and_a_backup()
    {
        var (_, teardownId) = Create();
        store.Commit(DocumentKind.Teardown, teardownId, 1, Utf8("{}"), "w", "emptied");
        using (var connection = Connect())
        {
            // As the first release left it.
            connection.Execute(
                """
                DROP VIEW photo_list; DROP TABLE setting; DROP TABLE draft; DROP TABLE bench_log; DROP INDEX change_act; ALTER TABLE change DROP COLUMN act;
                DELETE FROM SchemaVersions WHERE ScriptName LIKE '%0002%';
                """);
        }
        Reopen();
        Directory.GetFiles(folder.Backups).ShouldHaveSingleItem();
        var change = store.Changes(DocumentKind.Teardown, teardownId, 1).Single();
        (change.What, change.Act).ShouldBe(("emptied", change.Sequence));
        store.LogOf(teardownId).ShouldBeEmpty();
        store.Commit(DocumentKind.Teardown, teardownId, 2, Utf8("""{"steps":[]}"""), "w", "on").Revision.ShouldBe(3);
    }
}
