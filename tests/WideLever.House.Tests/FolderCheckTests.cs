using WideLever.Storage;

namespace WideLever.House.Tests;

/// <summary>What a look through a data folder finds.</summary>
public sealed class FolderCheckTests : OpenHouse
{
    private PhotoFiles Files => new(Folder, TimeProvider.System);

    private IReadOnlyList<string> Damaged() => [.. FolderCheck.Of(Path, TimeProvider.System).Damages.Select(damage => damage.What)];

    [Fact]
    public void A_whole_folder_has_no_damage_and_what_is_damaged_is_named()
    {
        var (first, second) = (Shelve("3-modular", "A"), Shelve("1-two-routes", "B"));
        var digest = Files.Keep([1, 2, 3], [4]);
        Price("w", first, 100);
        Price("w", second, 100);
        Tamper("INSERT INTO photo (sha256) VALUES (@digest)", new { digest });
        FolderCheck.Of(Path, TimeProvider.System).ShouldSatisfyAllConditions(whole => whole.Damages.ShouldBeEmpty(), whole => (whole.Units, whole.Photos).ShouldBe((2, 1)));
        File.WriteAllBytes(System.IO.Path.Combine(Path, "photos", digest[..2], digest), [9]);
        Tamper("INSERT INTO photo (sha256) VALUES (@lost)", new { lost = new string('0', 64) });
        Tamper("UPDATE unit SET document = json_set(document, '$.unit.hoverHeight', 3) WHERE id = @second", new { second });
        Tamper("UPDATE change SET reverse = '[{\"op\": \"replace\", \"path\": \"/nowhere/deep\", \"value\": 1}]' WHERE document_kind = 'unit' AND document_id = @first AND revision = 2", new { first });
        Reopen();
        Damaged().ShouldBe([$"the unit \"{second}\"", $"the history of \"{first}\"", $"the photo {new string('0', 64)}", $"the photo {digest}"], ignoreOrder: true);
    }

    [Fact]
    public void What_is_off_the_shelf_and_what_nothing_is_scored_by_is_looked_at_and_nothing_changes()
    {
        var (first, second) = (Shelve("3-modular", "A"), Shelve("1-two-routes", "B"));
        var teardown = Store.Standings.Of(second)!.Scored;
        Shelving.Remove("w", second).Refusal.ShouldBeNull();
        Tamper("UPDATE teardown SET document = json_set(document, '$.hoverHeight', 3) WHERE id = @teardown", new { teardown });
        Tamper("INSERT INTO setting (name, document) VALUES ('keys', '{\"a\": 1}')");
        Tamper("UPDATE unit SET document = replace(document, 'Unit', 'Unit') || ' ' WHERE id = @first", new { first });
        Store.Dispose();
        var before = File.ReadAllBytes(Folder.Database);
        Damaged().ShouldBe([$"the unit \"{first}\"", $"the teardown \"{teardown}\""], ignoreOrder: true);
        File.ReadAllBytes(Folder.Database).ShouldBe(before);
    }
}
