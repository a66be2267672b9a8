using System.Text;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using WideLever.Core.Records;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Photos;

/// <summary>The folder that a bench camera writes to; null where none was named at the start.</summary>
/// <param name="Path">The folder.</param>
public sealed record WatchedFolder(string? Path);

/// <summary>Photos of a teardown: taken in, described, served.</summary>
public static class PhotoEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapPhotos(this RouteGroupBuilder api)
    {
        var photos = api.MapGroup("/teardowns/{teardownId}/photos");
        photos.MapPost("", AddAsync).WithName("addPhoto").WithMetadata(new RequestSizeLimitAttribute(PhotoIntake.MaxBytes + 4096)).ProducesEdit();
        photos.MapPost("/newest", AddNewestAsync).WithName("addNewestPhoto").ProducesEdit();
        photos.MapPut("/{photoId}", Describe).WithName("describePhoto").Accepts<Photo>("application/json").ProducesEdit();
        photos.MapPost("/{photoId}/step", Tie).WithName("tiePhoto").ProducesEdit();
        photos.MapDelete("/{photoId}", Remove).WithName("removePhoto").ProducesEdit();
        api.MapGet("/photos/{sha256}/{type}", GetPhoto).WithName("getPhoto").ExcludeFromDescription();
        api.MapGet("/photos/{sha256}/thumbnail", GetThumbnailAsync).WithName("getThumbnail").ExcludeFromDescription();
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> AddAsync(
        EditRequest request, string teardownId, string? step, string? part, bool? label, string? occasion, PhotoIntake intake, PhotoFiles files, Edits edits, CancellationToken cancellation) =>
        request.Body is { Length: <= PhotoIntake.MaxBytes } body
            ? await KeepAsync(request, teardownId, new(step, part, label ?? false, occasion, null), body, intake, files, edits, cancellation)
            : Problems.PictureTooLarge(PhotoIntake.TooLarge);

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> AddNewestAsync(
        EditRequest request, string teardownId, string? step, string? part, bool? label, string? occasion, WatchedFolder watched, PhotoIntake intake, PhotoFiles files, Edits edits,
        CancellationToken cancellation)
    {
        if (watched.Path is not { } folder)
            return Problems.Conflict("No folder is watched: start the program with --photos DIR, the folder that the bench camera writes to.");
        if (!Directory.Exists(folder))
            return Problems.Conflict($"The watched folder {folder} is not there.");
        // A pipe or a device has no length, and reading one would never end; neither has a picture that the camera has not begun to write.
        byte[] bytes;
        string name;
        try
        {
            var newest = new DirectoryInfo(folder).EnumerateFiles().Where(file => !file.Name.StartsWith('.') && file.LinkTarget is null).Select(Seen).OfType<(FileInfo File, long Length, DateTime At)>()
                .Where(file => file.Length > 0).OrderByDescending(file => file.At).ThenByDescending(file => file.File.Name, StringComparer.Ordinal).Select(file => ((FileInfo File, long Length)?)(file.File, file.Length)).FirstOrDefault();
            if (newest is not { } found)
                return Problems.Conflict($"The watched folder {folder} has no picture.");
            if (found.Length > PhotoIntake.MaxBytes)
                return Problems.PictureTooLarge(PhotoIntake.TooLarge);
            (bytes, name) = (await File.ReadAllBytesAsync(found.File.FullName, cancellation), found.File.Name);
        }
        catch (Exception exception) when (exception is IOException or UnauthorizedAccessException)
        {
            return Problems.Conflict($"The newest picture of the watched folder {folder} cannot be read: {exception.Message}");
        }
        return await KeepAsync(request, teardownId, new(step, part, label ?? false, occasion, Shown(name)), bytes, intake, files, edits, cancellation);
    }

    /// <summary>A file as it was when it was listed; null: it went meanwhile, or its name is none that can be opened.</summary>
    private static (FileInfo File, long Length, DateTime At)? Seen(FileInfo file)
    {
        try
        {
            return (file, file.Length, file.LastWriteTimeUtc);
        }
        catch (IOException)
        {
            return null;
        }
    }

    /// <summary>A file's name as a caption: without what turns or hides the text around it.</summary>
    private static string Shown(string name) => string.Concat(name.EnumerateRunes().Where(rune => Rune.GetUnicodeCategory(rune) is not (UnicodeCategory.Format or UnicodeCategory.Control)));

    /// <summary>What is said of a photo when it is taken in.</summary>
    private sealed record SaidOfPhoto(string? Step, string? Part, bool Label, string? Occasion, string? Caption);

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> KeepAsync(
        EditRequest request, string teardownId, SaidOfPhoto said, byte[] bytes, PhotoIntake intake, PhotoFiles files, Edits edits, CancellationToken cancellation)
    {
        PhotoOccasion? occasion = null;
        if (said.Occasion is { Length: > 0 } word)
        {
            // An occasion is a word of the format, as everywhere.
            if (!WordList.TryParse<PhotoOccasion>(word, out var known))
                return Problems.Faulty([new("occasion", $"must be one of {string.Join(", ", WordList.Of<PhotoOccasion>())}")]);
            occasion = known;
        }
        var (clean, trouble) = await intake.CleanAsync(bytes, cancellation);
        if (clean is null)
            return Problems.Picture(trouble!);
        // On disk before the record names it: a photo that no record ever named is set aside later.
        var digest = files.Keep(clean.Bytes, clean.Thumbnail);
        return request.Answer(edits.AddToTeardown(request.By, teardownId, "added a photo", (teardown, faults) =>
        {
            if (teardown.Photos.Any(photo => (photo.Sha256, photo.Step, photo.Part, photo.Label, photo.Occasion) == (digest, said.Step, said.Part, said.Label, occasion)))
            {
                faults.Add(new("photos", "this very picture is there already"));
                return null;
            }
            var taken = teardown.Photos.Select(photo => photo.Id).ToHashSet();
            var number = 1;
            while (taken.Contains($"photo-{number}"))
                number++;
            var made = $"photo-{number}";
            var photo = new Photo
            {
                Id = made,
                Sha256 = digest,
                Type = clean.Type,
                WidthPx = clean.WidthPx,
                HeightPx = clean.HeightPx,
                Step = said.Step,
                Part = said.Part,
                Label = said.Label,
                Occasion = occasion,
                Caption = said.Caption,
            };
            return new(teardown with { Photos = [.. teardown.Photos, photo] }) { Made = made };
        }));
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Describe(EditRequest request, string teardownId, string photoId, Edits edits) =>
        request.Answer(edits.Teardown(request.By, teardownId, "described a photo", (teardown, faults) =>
        {
            var position = teardown.Photos.Select(photo => photo.Id).ToList().IndexOf(photoId);
            if (position < 0 || RecordReader.ReadPhoto(request.Body!, $"photos[{position}]", faults) is not { } photo)
                return null;
            var kept = teardown.Photos[position];
            if ((photo.Sha256, photo.Type, photo.WidthPx, photo.HeightPx) != (kept.Sha256, kept.Type, kept.WidthPx, kept.HeightPx))
                faults.Add(new($"photos[{position}].sha256", "a photo's bytes and what follows from them cannot be changed"));
            return teardown with { Photos = [.. teardown.Photos.Select((other, i) => i == position ? photo : other)] };
        }));

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Tie(EditRequest request, string teardownId, string photoId, string step, Edits edits) =>
        request.Answer(edits.AddToTeardown(request.By, teardownId, "tied a photo to its step", (teardown, _) =>
            teardown.Photos.Any(photo => photo.Id == photoId)
                ? new(teardown with { Photos = [.. teardown.Photos.Select(photo => photo.Id == photoId ? photo with { Step = step } : photo)] })
                : null));

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Remove(EditRequest request, string teardownId, string photoId, Edits edits) =>
        request.Answer(edits.Teardown(request.By, teardownId, "removed a photo", (teardown, _) =>
            teardown.Photos.Any(photo => photo.Id == photoId) ? teardown with { Photos = [.. teardown.Photos.Where(photo => photo.Id != photoId)] } : null));

    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> GetPhoto(HttpContext context, string sha256, string type, PhotoFiles files)
    {
        if (!Photo.IsDigest(sha256) || !WordList.TryParse<PhotoType>(type, out var known) || files.Read(sha256) is not { } bytes)
            return Problems.NotFound("such photo");
        Unchanging(context);
        return TypedResults.File(bytes, PhotoIntake.MediaType(known));
    }

    private static async Task<Results<FileContentHttpResult, JsonHttpResult<Problem>>> GetThumbnailAsync(HttpContext context, string sha256, PhotoIntake intake, PhotoFiles files)
    {
        if (!Photo.IsDigest(sha256))
            return Problems.NotFound("such photo");
        if (files.ReadThumbnail(sha256) is not { } small)
        {
            if (files.Read(sha256) is not { } bytes)
                return Problems.NotFound("such photo");
            // Taken in by an earlier version: its small picture is made once, one at a time, and kept.
            small = await intake.ThumbnailAsync(bytes, context.RequestAborted);
            files.KeepThumbnail(sha256, small);
        }
        Unchanging(context);
        return TypedResults.File(small, "image/jpeg");
    }

    // What is named by its contents never changes.
    private static void Unchanging(HttpContext context) => context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
}
