using Microsoft.Extensions.Time.Testing;

namespace WideLever.Storage.Tests;

/// <summary>Photos in a data folder: what is ours is kept and tidied, what is not is never touched.</summary>
public sealed class PhotoFilesTests : IDisposable
{
    private readonly string path = Directory.CreateTempSubdirectory("wide-lever-photos-").FullName;
    private readonly string elsewhere = Directory.CreateTempSubdirectory("wide-lever-elsewhere-").FullName;
    private readonly FakeTimeProvider clock = new(DateTimeOffset.UtcNow);
    private readonly DataFolder folder;

    public PhotoFilesTests() => folder = DataFolder.Hold(path);

    public void Dispose()
    {
        folder.Dispose();
        Directory.Delete(path, recursive: true);
        Directory.Delete(elsewhere, recursive: true);
    }

    private static HashSet<string> Nothing => [];

    [Fact]
    public void A_photo_is_whole_or_not_there_with_its_small_picture_beside()
    {
        var files = new PhotoFiles(folder, clock);
        var digest = files.Keep([1, 2, 3], [9]);
        files.Keep([1, 2, 3], [9]).ShouldBe(digest);
        files.Read(digest).ShouldBe([1, 2, 3]);
        files.ReadThumbnail(digest).ShouldBe([9]);
        files.Read(new string('0', 64)).ShouldBeNull();
        files.ReadThumbnail(new string('0', 64)).ShouldBeNull();
        foreach (var wrong in new[] { "", "../token", digest.ToUpperInvariant(), digest + "0" })
            Should.Throw<ArgumentException>(() => files.Read(wrong));
    }

    [Fact]
    public void What_no_document_ever_named_is_set_aside_comes_back_when_it_is_named_and_goes_after_weeks()
    {
        var files = new PhotoFiles(folder, clock);
        var (named, orphan) = (files.Keep([1], [9]), files.Keep([2], [9]));
        var half = Path.Combine(folder.Photos, named[..2], $"{named}.0123456789abcdef.part");
        File.WriteAllText(half, "half");
        HashSet<string> known = [named];
        files.Tidy(known).ShouldBe(0, "a request may be keeping it right now");
        File.Exists(half).ShouldBeTrue();
        clock.Advance(TimeSpan.FromDays(2));
        files.Tidy(known).ShouldBe(1);
        File.Exists(half).ShouldBeFalse();
        files.Read(named).ShouldBe([1]);
        // An older database was put in place and the newer one put back: the photo is there all the time.
        files.Read(orphan).ShouldBe([2]);
        files.Tidy(new HashSet<string> { named, orphan }).ShouldBe(0);
        File.Exists(Path.Combine(folder.Photos, orphan[..2], orphan)).ShouldBeTrue();
        clock.Advance(TimeSpan.FromDays(2));
        files.Tidy(known).ShouldBe(1);
        clock.Advance(PhotoFiles.KeptAside - TimeSpan.FromHours(1));
        files.Tidy(known);
        files.Read(orphan).ShouldNotBeNull();
        clock.Advance(TimeSpan.FromDays(1));
        files.Tidy(known);
        files.Read(orphan).ShouldBeNull();
        files.Read(named).ShouldBe([1]);
    }

    [Fact]
    public void Files_of_people_are_never_touched_and_links_never_followed()
    {
        Directory.CreateDirectory(Path.Combine(folder.Photos, "2026", "holiday"));
        Directory.CreateDirectory(Path.Combine(folder.Photos, "ab", "deeper"));
        var digest = "ab" + new string('c', 62);
        string[] theirs =
        [
            Path.Combine(folder.Photos, "camera.jpg"), Path.Combine(folder.Photos, "2026", "holiday", "beach.png"), Path.Combine(folder.Photos, "ab", "notes.txt"),
            Path.Combine(folder.Photos, "ab", "deeper", digest), Path.Combine(folder.Photos, digest), Path.Combine(folder.Photos, "ab", $"{digest}.part"), Path.Combine(elsewhere, digest),
        ];
        foreach (var file in theirs)
            File.WriteAllText(file, "mine");
        // One of our own names, but a link to somewhere else; and a whole folder that is one.
        File.CreateSymbolicLink(Path.Combine(folder.Photos, "ab", digest), Path.Combine(elsewhere, digest));
        Directory.CreateSymbolicLink(Path.Combine(folder.Photos, "cd"), elsewhere);
        File.WriteAllText(Path.Combine(elsewhere, "cd" + new string('e', 62)), "mine");
        clock.Advance(TimeSpan.FromDays(400));
        var files = new PhotoFiles(folder, clock);
        files.Tidy(Nothing).ShouldBe(0);
        foreach (var file in theirs)
            File.ReadAllText(file).ShouldBe("mine");
        File.Exists(Path.Combine(elsewhere, "cd" + new string('e', 62))).ShouldBeTrue();
        files.Read(digest).ShouldBeNull("a link is followed to no file");
    }

    [Fact]
    public void A_folder_of_photos_that_is_a_link_or_a_file_is_refused_in_a_sentence()
    {
        Directory.CreateSymbolicLink(folder.Photos, elsewhere);
        Should.Throw<InvalidDataException>(() => new PhotoFiles(folder, clock)).Message.ShouldContain("is a link");
        File.Delete(folder.Photos);
        File.WriteAllText(folder.Photos, "");
        Should.Throw<InvalidDataException>(() => new PhotoFiles(folder, clock)).Message.ShouldContain("is a file");
    }
}
