using System.Collections.Concurrent;
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

    private (string UnitId, string TeardownId) Create(
        string wanted = "a",
        string unit = """{"unit":{"maker":"Orrest","model":"Pike","modelCode":"OP14"},"parts":[{"id":"battery","kind":"battery","spare":{"price":{"amount":9}}}]}""",
        string teardown = """{"teardown":{"date":"2026-10-03"},"layers":["outside"],"steps":[{"id":"s","title":"t","layer":"outside","actions":[{"do":"unclip","count":3}]}]}""")
    {
        var (unitId, teardownId) = (store.Documents.FreeId(DocumentKind.Unit, wanted, new HashSet<string>()), store.Documents.FreeId(DocumentKind.Teardown, wanted, new HashSet<string>()));
        Act("w", "began", new PutDocument(DocumentKind.Teardown, teardownId, 0, Utf8(teardown)), new PutDocument(DocumentKind.Unit, unitId, 0, Utf8(unit)), Link(unitId, null, teardownId)).ShouldBeTrue();
        return (unitId, teardownId);
    }

    private bool Act(string windowId, string what, params IReadOnlyList<Writing> writings) => store.Acts.Commit(windowId, what, writings);

    private bool Commit(DocumentKind kind, string id, long seen, string document, string windowId = "w", string what = "changed", long? undoes = null) =>
        Act(windowId, what, new PutDocument(kind, id, seen, Utf8(document), "[]", undoes));

    private static PutStanding Link(string unitId, Standing? before, string scored, params IReadOnlyList<string> others) => new(unitId, before, new(scored, [scored, .. others], false));

    private Head Teardown(string id) => store.Documents.Head(DocumentKind.Teardown, id)!;

    private Head Unit(string id) => store.Documents.Head(DocumentKind.Unit, id)!;

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
        Commit(DocumentKind.Teardown, teardownId, 1, """{"steps":[]}""").ShouldBeTrue();
        Reopen();
        store.Documents.Shelf().Single().UnitId.ShouldBe(unitId);
        (Teardown(teardownId).Document, Teardown(teardownId).Revision, store.Documents.Revision(DocumentKind.Teardown, teardownId)).ShouldBe(("""{"steps":[]}""", 2, 2));
    }

    [Fact]
    public void The_file_is_written_ahead_and_flushed_with_foreign_keys_on()
    {
        using var connection = Connect();
        connection.ExecuteScalar<string>("PRAGMA journal_mode").ShouldBe("wal");
        Should.Throw<SqliteException>(() => Act("w", "x", Link("no such unit", null, "no such teardown")));
    }

    [Fact]
    public void A_stale_write_is_refused_and_changes_nothing()
    {
        var (unitId, teardownId) = Create();
        Commit(DocumentKind.Unit, unitId, 1, """{"unit":1}""").ShouldBeTrue();
        Commit(DocumentKind.Unit, unitId, 1, """{"unit":2}""").ShouldBeFalse();
        Unit(unitId).Document.ShouldBe("""{"unit":1}""");
        Commit(DocumentKind.Unit, "other", 1, "{}").ShouldBeFalse();
        Commit(DocumentKind.Unit, unitId, 0, "{}").ShouldBeFalse("it is there already");
        // Of an act with one stale document nothing is written.
        Act("w", "half stale", new PutDocument(DocumentKind.Teardown, teardownId, 1, Utf8("{}")), new LogEntry(teardownId, "{}"), new PutDocument(DocumentKind.Unit, unitId, 7, Utf8("{}"))).ShouldBeFalse();
        Teardown(teardownId).Revision.ShouldBe(1);
        store.BenchLog.Of(teardownId).ShouldBeEmpty();
    }

    [Fact]
    public void Of_many_writers_on_one_revision_exactly_one_wins()
    {
        var (unitId, _) = Create();
        var wins = 0;
        Parallel.For(0, 16, i =>
        {
            if (Commit(DocumentKind.Unit, unitId, 1, $$"""{"unit":{{i}}}""", $"w{i}"))
                Interlocked.Increment(ref wins);
        });
        wins.ShouldBe(1);
        Unit(unitId).Revision.ShouldBe(2);
    }

    [Fact]
    public void Writing_what_is_there_already_is_no_change()
    {
        var (unitId, _) = Create();
        Commit(DocumentKind.Unit, unitId, 1, Unit(unitId).Document).ShouldBeTrue();
        store.Changes.After(DocumentKind.Unit, unitId, 0).Count.ShouldBe(1);
    }

    [Fact]
    public void Every_revision_can_be_rebuilt_from_the_changes_many_on_one_way_back()
    {
        var (unitId, _) = Create();
        var documents = new List<string> { Unit(unitId).Document };
        for (var i = 0; i < 12; i++)
        {
            documents.Add($$"""{"unit":{"n":{{i}}},"parts":[{{string.Join(',', Enumerable.Range(0, i % 4).Select(p => $$"""{"id":"p{{p * i}}"}"""))}}]}""");
            Commit(DocumentKind.Unit, unitId, i + 1, documents[^1]).ShouldBeTrue();
        }
        for (var revision = 1; revision <= documents.Count; revision++)
            store.Changes.DocumentsAt(DocumentKind.Unit, unitId, revision).ShouldBe([documents[revision - 1]]);
        store.Changes.DocumentsAt(DocumentKind.Unit, unitId, 13, 9, 8, 1).ShouldBe([documents[12], documents[8], documents[7], documents[0]]);
        Should.Throw<ArgumentOutOfRangeException>(() => store.Changes.DocumentsAt(DocumentKind.Unit, unitId, 14));
        Should.Throw<ArgumentOutOfRangeException>(() => store.Changes.DocumentsAt(DocumentKind.Unit, unitId, 0));
    }

    [Fact]
    public void A_unit_has_one_scored_teardown_and_a_teardown_may_serve_several_units()
    {
        var (a, first) = Create("a");
        var (b, second) = Create("b");
        Act("w", "chose", new PutStanding(a, store.Standings.Of(a), new(second, [first, second], false)));
        store.Standings.Of(a)!.Teardowns.ShouldBe([second, first]);
        store.Standings.Of("none").ShouldBeNull();
        store.Standings.UnitsOf(second).ShouldBe([(a, false), (b, false)]);
        store.Documents.Shelf().Select(row => (row.UnitId, row.TeardownId, row.Served)).ShouldBe([(a, second, 2L), (b, second, 2L)]);
        store.Documents.Shelf([b]).ShouldHaveSingleItem().UnitId.ShouldBe(b);
        using var connection = Connect();
        Should.Throw<SqliteException>(() => connection.Execute("UPDATE unit_teardown SET scored = 1 WHERE unit_id = 'a'"));
    }

    [Fact]
    public void A_taken_id_gets_a_number()
    {
        Create("x").ShouldBe(("x", "x"));
        Create("x").ShouldBe(("x-2", "x-2"));
        store.Documents.FreeId(DocumentKind.Unit, "x", new HashSet<string> { "x-3" }).ShouldBe("x-4");
        store.Documents.UnitsWithCode("OP14").ShouldBe(["x", "x-2"]);
    }

    [Fact]
    public void A_unit_off_the_shelf_is_kept_and_comes_back()
    {
        var (unitId, teardownId) = Create();
        var there = store.Standings.Of(unitId)!;
        Act("w", "removed", new PutStanding(unitId, there, there with { Removed = true }));
        store.Documents.Shelf().ShouldBeEmpty();
        store.Standings.UnitsOf(teardownId).ShouldBe([(unitId, true)]);
        Unit(unitId).RemovedAt.ShouldNotBeNull();
        Act("w", "back", new PutStanding(unitId, there with { Removed = true }, there));
        store.Documents.Shelf().Count.ShouldBe(1);
    }

    [Fact]
    public void Every_durable_act_stands_in_one_history_with_its_way_back()
    {
        var (unitId, teardownId) = Create();
        Act("w", "kept", new KeepRubric("House", 1, Utf8("{}"), null), new UseRubric("House", 1));
        Act("w", "set", new PutSetting("keys", 0, "[1]"));
        Act("w", "set", new PutSetting("keys", 1, "[1]"));
        Act("w", "signed", new Sign(Signature(unitId)));
        using var connection = Connect();
        connection.Query<(string, string, long)>("SELECT document_kind, document_id, revision FROM change ORDER BY sequence").ShouldBe(
            [("teardown", teardownId, 1), ("unit", unitId, 1), ("standing", unitId, 1), ("rubric", "House 1", 1), ("rubricInUse", "house", 1), ("setting", "keys", 1), ("signature", $"{unitId} 1", 1)]);
        connection.ExecuteScalar<string>("SELECT forward ->> '$[0].value' FROM change WHERE document_kind = 'standing'").ShouldBe($$"""{"removed":false,"scored":"{{teardownId}}","teardowns":["{{teardownId}}"]}""");
        store.Signatures.Latest(unitId)!.RubricSha256.ShouldBe("r");
        store.Signatures.Latest()[unitId].ShouldBe(store.Signatures.Latest(unitId));
        store.Signatures.Latest("none").ShouldBeNull();
        store.Signatures.Of(unitId).ShouldHaveSingleItem().SignedAt.ShouldNotBeEmpty();
    }

    private static SignatureRow Signature(string unitId) => new()
    {
        UnitId = unitId,
        SignedOn = "2026-10-03",
        Bench = "b",
        Name = "n",
        UnitDigest = "u",
        TeardownDigest = "t",
        Record = "{}",
        RecordSha256 = "x",
        Rubric = "{}",
        RubricSha256 = "r",
        Result = "{}",
        ResultSha256 = "y",
        MethodVersion = 2,
        Status = "complete",
    };

    [Fact]
    public void Undo_and_redo_are_what_two_stacks_would_give_each_window()
    {
        var random = new Random(3);
        for (var run = 0; run < 30; run++)
        {
            var (unitId, _) = Create();
            var (done, undone, revision) = (new Stack<long>(), new Stack<long>(), 1L);
            for (var step = 1; step < 25; step++)
            {
                var undoes = random.Next(4) switch
                {
                    0 when done.Count > 0 => done.Peek(),
                    1 when undone.Count > 0 => undone.Peek(),
                    _ => (long?)null,
                };
                var window = undoes is null && random.Next(3) == 0 ? "b" : "a";
                Commit(DocumentKind.Unit, unitId, revision++, $$"""{"n":{{step}}}""", window, undoes: undoes).ShouldBeTrue();
                var sequence = store.Changes.After(DocumentKind.Unit, unitId, revision - 1).Single().Sequence;
                if (window == "b")
                    continue;
                if (undoes is null)
                {
                    done.Push(sequence);
                    undone.Clear();
                }
                else if (done.TryPeek(out var last) && last == undoes)
                {
                    done.Pop();
                    undone.Push(sequence);
                }
                else
                {
                    undone.Pop();
                    done.Push(sequence);
                }
                (store.Changes.ToUndo([(DocumentKind.Unit, unitId)], "a")?.Sequence, store.Changes.ToRedo([(DocumentKind.Unit, unitId)], "a")?.Sequence)
                    .ShouldBe((done.Count > 0 ? done.Peek() : null, undone.Count > 0 ? undone.Peek() : null), $"run {run}, step {step}");
            }
            store.Changes.ToUndo([(DocumentKind.Unit, unitId)], "c").ShouldBeNull();
        }
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
        store.ResultCache.Keep([new("d1", "{}"), new("d2", "{\"a\":1}")], ["d1", "d2"]);
        store.ResultCache.Of(["d2", "d3"]).ShouldBe(new Dictionary<string, string> { ["d2"] = "{\"a\":1}" });
        store.ResultCache.Keep([new("d3", "{}")], ["d1", "d3"]);
        store.ResultCache.Of(["d1", "d2", "d3"]).Keys.Order().ShouldBe(["d1", "d3"]);
    }

    [Fact]
    public void One_rubric_is_in_use()
    {
        bool Keep(int revision, string document, string? note) => Act("w", "kept", new KeepRubric("House", revision, Utf8(document), note));
        bool Use(int revision) => Act("w", "used", new UseRubric("House", revision));
        store.Rubrics.InUse().ShouldBeNull();
        Use(1).ShouldBeFalse();
        Keep(1, "{}", "first").ShouldBeTrue();
        Keep(2, "{\"x\":1}", null).ShouldBeTrue();
        Use(2).ShouldBeTrue();
        store.Rubrics.InUse()!.Revision.ShouldBe(2);
        // A kept revision never changes; the same once more is no change.
        Keep(1, "{\"changed\":1}", null).ShouldBeFalse();
        Keep(1, "{}", "again").ShouldBeTrue();
        Use(1).ShouldBeTrue();
        (store.Rubrics.InUse()!.Document, store.Rubrics.InUse()!.Note).ShouldBe(("{}", "first"));
        // One that is not there leaves the one in use.
        Use(9).ShouldBeFalse();
        store.Rubrics.InUse()!.Revision.ShouldBe(1);
        store.Rubrics.All().Select(row => (row.Revision, row.InUse)).ShouldBe([(2, 0), (1, 1)]);
        store.Rubrics.Find("House", 2)!.Document.ShouldBe("{\"x\":1}");
        store.Rubrics.Find("House", 3).ShouldBeNull();
    }

    [Fact]
    public void A_unit_may_have_further_teardowns_and_one_is_scored()
    {
        var (unitId, first) = Create("u", "{\"u\":1}", "{\"t\":1}");
        Act("w", "made", new PutDocument(DocumentKind.Teardown, "u-second", 0, Utf8("{\"t\":2}")), Link(unitId, store.Standings.Of(unitId), first, "u-second"));
        store.Standings.Of(unitId)!.Teardowns.ShouldBe([first, "u-second"]);
        Act("w", "chose", Link(unitId, store.Standings.Of(unitId), "u-second", first));
        store.Standings.Of(unitId)!.Scored.ShouldBe("u-second");
        store.Documents.Of([unitId]).Single().Teardown.ShouldBe("{\"t\":2}");
        store.Documents.Of([]).ShouldBeEmpty();
    }

    [Fact]
    public void An_answer_of_the_catalogue_is_kept_with_its_day_by_address_and_question()
    {
        store.CatalogueAnswers.Of("http://127.0.0.1:1", "spares/a").ShouldBeNull();
        store.CatalogueAnswers.Keep("http://127.0.0.1:1", "spares/a", "{}");
        var at = store.CatalogueAnswers.Keep("http://127.0.0.1:1", "spares/a", "{\"n\":2}");
        store.CatalogueAnswers.Of("http://127.0.0.1:1", "spares/a").ShouldBe(new CatalogueRow { AskedAt = at, Document = "{\"n\":2}" });
        store.CatalogueAnswers.Of("http://127.0.0.1:2", "spares/a").ShouldBeNull();
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
    public void An_act_changes_all_its_documents_and_its_log()
    {
        var (unitId, teardownId) = Create();
        Act("w", "both", new PutDocument(DocumentKind.Teardown, teardownId, 1, Utf8("{}"), "[]"), new PutDocument(DocumentKind.Unit, unitId, 1, Utf8("{}"), "[]"),
            new LogEntry(teardownId, """{"a":1}"""), new LogEntry(teardownId, """{"b":2}""")).ShouldBeTrue();
        store.BenchLog.Of(teardownId).Select(row => row.Entry).ShouldBe(["""{"a":1}""", """{"b":2}"""]);
        var act = store.Changes.After(DocumentKind.Teardown, teardownId, 1).Single();
        (act.What, act.WindowId, act.Items).ShouldBe(("both", "w", "[]"));
        store.Changes.OfAct(act.Sequence).ShouldBe([new ActChange(DocumentKind.Teardown, teardownId, act.Sequence, 2), new ActChange(DocumentKind.Unit, unitId, act.Sequence + 1, 2)]);
        // What was changed along with another document is undone with it.
        store.Changes.ToUndo([(DocumentKind.Teardown, teardownId)], "w")!.Sequence.ShouldBe(act.Sequence);
        store.Changes.ToUndo([(DocumentKind.Unit, unitId)], "w").ShouldBeNull();
        // An undo is written even where it changes nothing, so that the next one goes on.
        Commit(DocumentKind.Teardown, teardownId, 2, "{}", undoes: act.Sequence).ShouldBeTrue();
        Teardown(teardownId).Revision.ShouldBe(3);
    }

    [Fact]
    public void A_draft_and_a_setting_are_there_after_a_restart_and_a_draft_can_be_handed_over()
    {
        var (_, teardownId) = Create();
        store.Drafts.Save(teardownId, "a", """{"line":"1"}""");
        store.Drafts.Save(teardownId, "b", """{"line":"2"}""");
        store.Drafts.Save(teardownId, "a", """{"line":"3"}""");
        Act("w", "set", new PutSetting("keys", 0, "[1]"));
        Act("w", "set", new PutSetting("keys", 1, "[2]"));
        Reopen();
        store.Drafts.Of(teardownId).Select(draft => (draft.WindowId, draft.Document)).ShouldBe([("a", """{"line":"3"}"""), ("b", """{"line":"2"}""")], ignoreOrder: true);
        store.Drafts.HandOver(teardownId, "a", "b");
        store.Drafts.Of(teardownId).ShouldHaveSingleItem().Document.ShouldBe("""{"line":"3"}""");
        Act("b", "done", new EndDraft(teardownId));
        store.Drafts.Of(teardownId).ShouldBeEmpty();
        store.Settings.Of("keys").ShouldBe("[2]");
        store.Settings.Of("other").ShouldBeNull();
    }

    [Fact]
    public void A_database_of_a_newer_version_is_refused_in_a_sentence_and_left_alone()
    {
        Create();
        using (var connection = Connect())
            connection.Execute("INSERT INTO SchemaVersions (ScriptName, Applied) VALUES ('WideLever.Storage.Migrations.0099-later.sql', '2027-01-01')");
        Should.Throw<InvalidDataException>(Reopen).Message.ShouldContain("newer version");
        Directory.Exists(folder.Backups).ShouldBeFalse();
    }

    [Fact]
    public void A_broken_backup_stands_under_no_backups_name()
    {
        Directory.CreateDirectory(folder.Backups);
        var broken = Path.Combine(folder.Backups, "before-migration-20260101T000000000.db.part");
        File.WriteAllText(broken, "half");
        using (var connection = Connect())
            connection.Execute("DELETE FROM SchemaVersions WHERE ScriptName LIKE '%0005%'");
        var created = new ConcurrentQueue<string>();
        using var watcher = new FileSystemWatcher(folder.Backups) { EnableRaisingEvents = true };
        watcher.Created += (_, made) => created.Enqueue(made.Name!);
        // The migration fails, for the tables are there already; the copy before it is whole.
        Should.Throw<InvalidDataException>(Reopen);
        SpinWait.SpinUntil(() => !created.IsEmpty, TimeSpan.FromMinutes(5)).ShouldBeTrue();
        created.ShouldAllBe(name => name.Contains(".db.part"), "a kill in the middle leaves nothing under a backup's name");
        File.Exists(broken).ShouldBeFalse();
        using var copy = new SqliteConnection($"Data Source={Directory.GetFiles(folder.Backups).ShouldHaveSingleItem()};Pooling=False");
        copy.Open();
        copy.ExecuteScalar<string>("PRAGMA integrity_check").ShouldBe("ok");
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public void A_store_of_any_earlier_schema_comes_forward_with_its_history_and_a_backup(int schema)
    {
        using (var connection = OfSchema(schema))
        {
            // As an earlier release left it: a unit off the shelf, edited, that edit undone and done again.
            connection.Execute(
                """
                INSERT INTO unit VALUES ('u', 4, 'd', '2026-01-01T00:00:00.000Z', '2026-01-01T00:00:00.000Z', '2026-02-02T00:00:00.000Z', '{"n":1}');
                INSERT INTO teardown VALUES ('t', 1, 'd', '2026-01-01T00:00:00.000Z', '2026-01-01T00:00:00.000Z', '{"photos":[{"sha256":"aa"}]}');
                INSERT INTO unit_teardown VALUES ('u', 't', 1);
                INSERT INTO change (document_kind, document_id, revision, window_id, made_at, what, undoes, forward, reverse) VALUES
                    ('unit', 'u', 1, 'w', '2026-01-01T00:00:00.000Z', 'began', NULL, '[{"op":"replace","path":"","value":{}}]', '[{"op":"replace","path":"","value":null}]'),
                    ('unit', 'u', 2, 'w', '2026-01-01T00:00:00.000Z', 'edited', NULL, '[{"op":"add","path":"/n","value":1}]', '[{"op":"remove","path":"/n"}]'),
                    ('unit', 'u', 3, 'w', '2026-01-01T00:00:00.000Z', 'undid', 2, '[{"op":"remove","path":"/n"}]', '[{"op":"add","path":"/n","value":1}]'),
                    ('unit', 'u', 4, 'w', '2026-01-01T00:00:00.000Z', 'did again', 3, '[{"op":"add","path":"/n","value":1}]', '[{"op":"remove","path":"/n"}]'),
                    ('teardown', 't', 1, 'w', '2026-01-01T00:00:00.000Z', 'began', NULL, '[{"op":"replace","path":"","value":{"photos":[{"sha256":"bb"}]}}]', '[]');
                INSERT INTO rubric (name, revision, digest, in_use, document) VALUES ('House', 1, 'd', 1, '{}');
                """);
        }
        store = new Store(folder, TimeProvider.System);
        Directory.GetFiles(folder.Backups).ShouldHaveSingleItem();
        store.Changes.ToUndo([(DocumentKind.Unit, "u")], "w")!.Revision.ShouldBe(4, "what was done again is undone again");
        store.Changes.DocumentsAt(DocumentKind.Unit, "u", 3, 2).ShouldBe(["{}", """{"n":1}"""]);
        store.Standings.Of("u").ShouldNotBeNull().Removed.ShouldBeTrue();
        store.Photos.EverNamed().Order().ShouldBe(["aa", "bb"]);
        (Unit("u").Version, store.Rubrics.InUse()!.Version).ShouldBe((1, 1));
        using var after = Connect();
        after.Query<(string, string)>("SELECT document_kind, forward ->> '$[0].value' FROM change WHERE document_kind IN ('standing', 'rubricInUse') ORDER BY sequence").ShouldBe(
            [("standing", """{"removed":true,"scored":"t","teardowns":["t"]}"""), ("rubricInUse", """{"name":"House","revision":1}""")]);
        // And it goes on.
        Commit(DocumentKind.Unit, "u", 4, """{"n":2}""").ShouldBeTrue();
        Unit("u").Version.ShouldBe(Documents.Version);
    }

    [Fact]
    public void What_was_signed_before_anything_could_be_signed_as_seen_was_complete()
    {
        using (var connection = OfSchema(5))
        {
            connection.Execute(
                """
                INSERT INTO unit (id, revision, digest, created_at, changed_at, document) VALUES ('u', 1, 'd', '2026-01-01T00:00:00.000Z', '2026-01-01T00:00:00.000Z', '{}');
                INSERT INTO signature (unit_id, signed_at, signed_on, bench, name, unit_digest, teardown_digest, record, record_sha256, rubric, rubric_sha256, result, result_sha256, method_version)
                VALUES ('u', '2026-01-01T00:00:00.000Z', '2026-01-01', 'b', 'n', 'd', 'd', '{}', 'x', '{}', 'r', '{}', 'y', 2);
                """);
        }
        store = new Store(folder, TimeProvider.System);
        Directory.GetFiles(folder.Backups).ShouldHaveSingleItem();
        store.Signatures.Latest("u")!.Status.ShouldBe("complete");
    }

    /// <summary>The database as the release of a schema left it, with nothing in it.</summary>
    private SqliteConnection OfSchema(int schema)
    {
        store.Dispose();
        File.Delete(folder.Database);
        var connection = Connect();
        connection.Execute("CREATE TABLE SchemaVersions (SchemaVersionID INTEGER PRIMARY KEY AUTOINCREMENT, ScriptName TEXT NOT NULL, Applied DATETIME NOT NULL)");
        foreach (var name in typeof(Store).Assembly.GetManifestResourceNames().Where(name => name.EndsWith(".sql", StringComparison.Ordinal)).Order(StringComparer.Ordinal).Take(schema))
        {
            using var reader = new StreamReader(typeof(Store).Assembly.GetManifestResourceStream(name)!);
            connection.Execute(reader.ReadToEnd());
            connection.Execute("INSERT INTO SchemaVersions (ScriptName, Applied) VALUES (@name, '2026-01-01')", new { name });
        }
        return connection;
    }
}
