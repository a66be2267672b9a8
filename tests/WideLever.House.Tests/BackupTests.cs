using System.IO.Compression;
using System.Text;
using Dapper;
using Microsoft.Data.Sqlite;
using WideLever.Storage;

namespace WideLever.House.Tests;

/// <summary>Backups while others write, and back: equal by every row and every photo; what is damaged is refused before anything is touched.</summary>
public sealed class BackupTests : OpenHouse
{
    private readonly string away = Directory.CreateTempSubdirectory("wide-lever-away-").FullName;

    private string File_ => System.IO.Path.Combine(away, "whole.zip");

    private string Target => System.IO.Path.Combine(away, "data");

    private static DateTimeOffset Now => DateTimeOffset.UtcNow;

    /// <summary>A house with something of everything: units on the shelf and off it, a photo, a setting, a rubric of its own, edits and undos.</summary>
    private (string First, string Digest) Filled()
    {
        var (first, second) = (Shelve("3-modular", "A"), Shelve("1-two-routes", "B"));
        Price("w", first, 100);
        Price("w", first, 200);
        Shelving.Remove("w", second).Refusal.ShouldBeNull();
        HouseSetting.Put(Desk, Store, new("w", new(true, [])), "keys", new { Bindings = new[] { "x" } }).Refusal.ShouldBeNull();
        Keep("Ours", node => node["clipBurden"] = 0.2);
        var digest = new PhotoFiles(Folder, TimeProvider.System).Keep([1, 2, 3], [4]);
        Tamper("INSERT INTO photo (sha256) VALUES (@digest)", new { digest });
        return (first, digest);
    }

    /// <summary>Every row of every table, as text.</summary>
    private static List<string> Rows(string database)
    {
        using var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = database, Pooling = false }.ToString());
        connection.Open();
        return [.. connection.Query<string>("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name")
            .SelectMany(table => connection.Query($"SELECT * FROM \"{table}\"").Select(row => $"{table}: {string.Join(" | ", ((IDictionary<string, object>)row).Values)}").Order(StringComparer.Ordinal))];
    }

    public override void Dispose()
    {
        GC.SuppressFinalize(this);
        base.Dispose();
        Directory.Delete(away, recursive: true);
    }

    [Fact]
    public void A_backup_restored_elsewhere_is_equal_by_every_row_and_every_photo()
    {
        var (_, digest) = Filled();
        var manifest = Backup.Make(Path, File_, Now);
        (manifest.Units, manifest.Photos, manifest.Missing.Count).ShouldBe((2, 1, 0));
        var before = Rows(Folder.Database);
        var restored = Restore.From(File_, Target, TimeProvider.System);
        (restored.KeptAside, restored.Damages.Count).ShouldBe((null, 0));
        Rows(System.IO.Path.Combine(Target, "wide-lever.db")).ShouldBe(before);
        PhotoFiles.ReadFrom(Target, digest).ShouldBe([1, 2, 3]);
        FolderCheck.Of(Target, TimeProvider.System).Damages.ShouldBeEmpty();
        Directory.GetFileSystemEntries(away).Select(System.IO.Path.GetFileName).ShouldBe(["data", "whole.zip"], ignoreOrder: true);
    }

    [Fact]
    public async Task It_is_one_moment_while_others_write()
    {
        var (first, _) = Filled();
        using var stop = new CancellationTokenSource();
        var writing = Task.Run(() =>
        {
            for (var price = 1; !stop.IsCancellationRequested; price++)
                Price("other", first, price);
        }, TestContext.Current.CancellationToken);
        for (var i = 0; i < 5; i++)
        {
            var file = System.IO.Path.Combine(away, $"{i}.zip");
            Backup.Make(Path, file, Now);
            var folder = System.IO.Path.Combine(away, $"of-{i}");
            Restore.From(file, folder, TimeProvider.System).Damages.ShouldBeEmpty();
            using var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = System.IO.Path.Combine(folder, "wide-lever.db"), Pooling = false }.ToString());
            connection.Open();
            connection.ExecuteScalar<long>("SELECT max(revision) FROM change WHERE document_kind = 'unit' AND document_id = @first", new { first })
                .ShouldBe(connection.ExecuteScalar<long>("SELECT revision FROM unit WHERE id = @first", new { first }));
        }
        await stop.CancelAsync();
        await writing;
        Revision(first).ShouldBeGreaterThan(5);
    }

    [Fact]
    public void What_was_in_the_folder_is_kept_beside_it_whole_with_the_token_in_its_place()
    {
        var (first, _) = Filled();
        Backup.Make(Path, File_, Now);
        string token;
        using (var other = DataFolder.Hold(Target))
        {
            token = other.Token;
            using var store = new Store(other, TimeProvider.System);
            store.Settings.Of("nothing").ShouldBeNull();
        }
        System.IO.File.WriteAllText(System.IO.Path.Combine(Target, "of-mine.txt"), "mine");
        var before = Rows(System.IO.Path.Combine(Target, "wide-lever.db"));
        var aside = Restore.From(File_, Target, TimeProvider.System).KeptAside.ShouldNotBeNull();
        Rows(System.IO.Path.Combine(aside, "wide-lever.db")).ShouldBe(before);
        System.IO.File.ReadAllText(System.IO.Path.Combine(aside, "of-mine.txt")).ShouldBe("mine");
        using var folder = DataFolder.Hold(Target);
        folder.Token.ShouldBe(token);
        using var restored = new Store(folder, TimeProvider.System);
        restored.Documents.Revision(DocumentKind.Unit, first).ShouldBe(3);
    }

    [Fact]
    public void A_folder_that_a_server_holds_is_not_touched()
    {
        Filled();
        Backup.Make(Path, File_, Now);
        Should.Throw<DataFolderHeldException>(() => Restore.From(File_, Path, TimeProvider.System));
        Directory.GetDirectories(System.IO.Path.GetDirectoryName(Path)!, $"{System.IO.Path.GetFileName(Path)}.restored-*").ShouldBeEmpty();
    }

    [Fact]
    public void One_byte_that_is_another_is_found_wherever_it_is_and_nothing_is_changed()
    {
        Filled();
        Backup.Make(Path, File_, Now);
        Restore.From(File_, Target, TimeProvider.System);
        var before = Rows(System.IO.Path.Combine(Target, "wide-lever.db"));
        var bytes = System.IO.File.ReadAllBytes(File_);
        var random = new Random(30);
        var refused = 0;
        // Each byte of the manifest's own heading and of the list at the end, and some anywhere.
        var list = bytes.AsSpan().IndexOf("PK\u0001\u0002"u8);
        foreach (var at in Enumerable.Range(list, bytes.Length - list).Where(at => at % 7 == 0).Concat(Enumerable.Range(0, 60).Select(_ => random.Next(bytes.Length))))
        {
            var i = at;
            var broken = (byte[])bytes.Clone();
            broken[at] ^= (byte)(1 << random.Next(8));
            System.IO.File.WriteAllBytes(File_, broken);
            try
            {
                Restore.From(File_, System.IO.Path.Combine(away, $"broken-{i}"), TimeProvider.System);
                // A bit that nobody reads, such as the time of an entry.
                Rows(System.IO.Path.Combine(away, $"broken-{i}", "wide-lever.db")).ShouldBe(before);
            }
            catch (InvalidDataException exception)
            {
                exception.Message.ShouldContain(File_);
                exception.Message.ShouldEndWith(". Nothing was changed.");
                refused++;
            }
        }
        refused.ShouldBeGreaterThan(50);
        System.IO.File.WriteAllBytes(File_, bytes[..^40]);
        Should.Throw<InvalidDataException>(() => Restore.From(File_, Target, TimeProvider.System)).Message.ShouldContain("is no backup, or not the whole of one");
        Rows(System.IO.Path.Combine(Target, "wide-lever.db")).ShouldBe(before);
        Directory.GetDirectories(away, "*.restored-*").ShouldBeEmpty();
    }

    [Theory]
    [InlineData("../evil", "belongs to no backup")]
    [InlineData("/tmp/evil", "belongs to no backup")]
    [InlineData("photos/../../evil", "belongs to no backup")]
    [InlineData("token", "belongs to no backup")]
    public void A_name_that_leads_elsewhere_is_refused(string name, string why)
    {
        Crafted($$"""{"format":"wide-lever/backup","version":1,"madeAt":"","schema":[],"units":0,"missing":[],"files":[{"name":"{{name}}","size":1,"sha256":"{{new string('a', 64)}}"}]}""", (name, [1]));
        Should.Throw<InvalidDataException>(() => Restore.From(File_, Target, TimeProvider.System)).Message.ShouldContain(why);
        Directory.Exists(Target).ShouldBeFalse();
    }

    [Theory]
    [InlineData("{", "cannot be read")]
    [InlineData("null", "is no backup of this program")]
    [InlineData("{}", "is no backup of this program")]
    [InlineData("""{"format":"other","version":1,"schema":[],"missing":[],"files":[]}""", "is no backup of this program")]
    [InlineData("""{"format":"wide-lever/backup","version":2,"schema":[],"missing":[],"files":[]}""", "newer version")]
    [InlineData("""{"format":"wide-lever/backup","version":1,"schema":[],"missing":[],"files":[]}""", "there is no database in it")]
    [InlineData("""{"format":"wide-lever/backup","version":1,"schema":[],"missing":[],"files":[{"name":"wide-lever.db"}]}""", "without its size or digest")]
    [InlineData("""{"format":"wide-lever/backup","version":1,"schema":[],"missing":[],"files":[{"name":"wide-lever.db","size":9,"sha256":"a"}]}""", "wide-lever.db is missing")]
    public void What_is_no_backup_is_refused_in_a_sentence(string manifest, string why)
    {
        Crafted(manifest);
        var told = Should.Throw<InvalidDataException>(() => Restore.From(File_, Target, TimeProvider.System)).Message;
        told.ShouldContain(why);
        told.ShouldEndWith(". Nothing was changed.");
        Directory.Exists(Target).ShouldBeFalse();
    }

    private void Crafted(string manifest, params ReadOnlySpan<(string Name, byte[] Bytes)> files)
    {
        using var zip = ZipFile.Open(File_, ZipArchiveMode.Create);
        foreach (var (name, bytes) in files)
        {
            using var entry = zip.CreateEntry(name).Open();
            entry.Write(bytes);
        }
        using var written = zip.CreateEntry(Backup.ManifestName).Open();
        written.Write(Encoding.UTF8.GetBytes(manifest));
    }

    [Fact]
    public void A_database_of_a_newer_version_is_refused_and_a_file_that_is_there_stays()
    {
        Filled();
        Tamper("INSERT INTO SchemaVersions (ScriptName, Applied) VALUES ('WideLever.Storage.Migrations.9999-later.sql', '2030-01-01')");
        Backup.Make(Path, File_, Now);
        Should.Throw<InvalidDataException>(() => Restore.From(File_, Target, TimeProvider.System)).Message.ShouldContain("newer version of this program");
        Directory.Exists(Target).ShouldBeFalse();
        var bytes = System.IO.File.ReadAllBytes(File_);
        Should.Throw<IOException>(() => Backup.Make(Path, File_, Now)).Message.ShouldContain("is there already");
        System.IO.File.ReadAllBytes(File_).ShouldBe(bytes);
    }

    [Fact]
    public void A_photo_that_is_lost_or_damaged_is_named_and_the_rest_is_backed_up()
    {
        var (_, digest) = Filled();
        System.IO.File.WriteAllBytes(System.IO.Path.Combine(Path, "photos", digest[..2], digest), [9]);
        var manifest = Backup.Make(Path, File_, Now);
        manifest.Missing.ShouldBe([digest]);
        Restore.From(File_, Target, TimeProvider.System).Damages.Single().What.ShouldBe($"the photo {digest}");
    }
}
