using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using WideLever.Core.Records;
using WideLever.Interchange;
using WideLever.Storage;
using WideLever.Web.Units;

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
        photos.MapPut("/{photoId}", DescribeAsync).WithName("describePhoto").Accepts<Photo>("application/json").ProducesEdit();
        photos.MapPost("/{photoId}/step", Tie).WithName("tiePhoto").ProducesEdit();
        photos.MapDelete("/{photoId}", Remove).WithName("removePhoto").ProducesEdit();
        api.MapGet("/photos/{sha256}/{type}", GetPhoto).WithName("getPhoto").ExcludeFromDescription();
        api.MapGet("/photos/{sha256}/thumbnail", GetThumbnail).WithName("getThumbnail").ExcludeFromDescription();
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> AddAsync(
        HttpRequest request, string teardownId, string? step, string? part, bool? label, PhotoOccasion? occasion, PhotoIntake intake, PhotoFiles files, Editing editing, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation, PhotoIntake.MaxBytes) is not { } body)
            return Problems.PictureTooLarge(PhotoIntake.TooLarge);
        return await KeepAsync(request, teardownId, step, part, label ?? false, occasion, null, body, intake, files, editing, cancellation);
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> AddNewestAsync(
        HttpRequest request, string teardownId, string? step, string? part, bool? label, PhotoOccasion? occasion, WatchedFolder watched, PhotoIntake intake, PhotoFiles files, Editing editing,
        CancellationToken cancellation)
    {
        if (watched.Path is not { } folder)
            return Problems.Conflict("No folder is watched: start the program with --photos DIR, the folder that the bench camera writes to.");
        if (!Directory.Exists(folder))
            return Problems.Conflict($"The watched folder {folder} is not there.");
        var newest = new DirectoryInfo(folder).EnumerateFiles().Where(file => !file.Name.StartsWith('.') && file.LinkTarget is null)
            .OrderByDescending(file => file.LastWriteTimeUtc).ThenByDescending(file => file.Name, StringComparer.Ordinal).FirstOrDefault();
        if (newest is null)
            return Problems.Conflict($"The watched folder {folder} is empty.");
        if (newest.Length > PhotoIntake.MaxBytes)
            return Problems.PictureTooLarge(PhotoIntake.TooLarge);
        return await KeepAsync(request, teardownId, step, part, label ?? false, occasion, newest.Name, await File.ReadAllBytesAsync(newest.FullName, cancellation), intake, files, editing, cancellation);
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> KeepAsync(
        HttpRequest request, string teardownId, string? step, string? part, bool label, PhotoOccasion? occasion, string? caption, byte[] bytes, PhotoIntake intake, PhotoFiles files, Editing editing,
        CancellationToken cancellation)
    {
        var (clean, trouble) = await intake.CleanAsync(bytes, cancellation);
        if (clean is null)
            return Problems.Picture(trouble!);
        // On disk before the record names it: a photo that no record ever named is swept at the next start.
        var digest = files.Keep(clean.Bytes);
        var made = "";
        var answer = editing.AddToTeardown(request, teardownId, "added a photo", (teardown, faults) =>
        {
            if (teardown.Photos.Any(photo => (photo.Sha256, photo.Step, photo.Part, photo.Label, photo.Occasion) == (digest, step, part, label, occasion)))
            {
                faults.Add(new("photos", "this very picture is there already"));
                return null;
            }
            var taken = teardown.Photos.Select(photo => photo.Id).ToHashSet();
            var number = 1;
            while (taken.Contains($"photo-{number}"))
                number++;
            made = $"photo-{number}";
            return teardown with
            {
                Photos =
                [
                    .. teardown.Photos,
                    new Photo
                    {
                        Id = made, Sha256 = digest, Type = clean.Type, WidthPx = clean.WidthPx, HeightPx = clean.HeightPx,
                        Step = step, Part = part, Label = label, Occasion = occasion, Caption = caption,
                    },
                ],
            };
        });
        return answer.Result is Ok<Committed> { Value: { } committed } ? TypedResults.Ok(committed with { Made = made }) : answer;
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> DescribeAsync(
        HttpRequest request, string teardownId, string photoId, Editing editing, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        return editing.Teardown(request, teardownId, "described a photo", (teardown, faults) =>
        {
            var position = teardown.Photos.Select(photo => photo.Id).ToList().IndexOf(photoId);
            if (position < 0 || RecordReader.ReadPhoto(body, $"photos[{position}]", faults) is not { } photo)
                return null;
            var kept = teardown.Photos[position];
            if ((photo.Sha256, photo.Type, photo.WidthPx, photo.HeightPx) != (kept.Sha256, kept.Type, kept.WidthPx, kept.HeightPx))
                faults.Add(new($"photos[{position}].sha256", "a photo's bytes and what follows from them cannot be changed"));
            return teardown with { Photos = [.. teardown.Photos.Select((other, i) => i == position ? photo : other)] };
        });
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Tie(HttpRequest request, string teardownId, string photoId, string step, Editing editing) =>
        editing.AddToTeardown(request, teardownId, "tied a photo to its step", (teardown, _) =>
            teardown.Photos.Any(photo => photo.Id == photoId)
                ? teardown with { Photos = [.. teardown.Photos.Select(photo => photo.Id == photoId ? photo with { Step = step } : photo)] }
                : null);

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Remove(HttpRequest request, string teardownId, string photoId, Editing editing) =>
        editing.Teardown(request, teardownId, "removed a photo", (teardown, _) =>
            teardown.Photos.Any(photo => photo.Id == photoId) ? teardown with { Photos = [.. teardown.Photos.Where(photo => photo.Id != photoId)] } : null);

    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> GetPhoto(HttpContext context, string sha256, string type, PhotoFiles files)
    {
        if (!Photo.IsDigest(sha256) || !Words.TryParse<PhotoType>(type, out var known) || files.Read(sha256) is not { } bytes)
            return Problems.NotFound("such photo");
        Unchanging(context);
        return TypedResults.File(bytes, PhotoIntake.MediaType(known));
    }

    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> GetThumbnail(HttpContext context, string sha256, PhotoFiles files)
    {
        if (!Photo.IsDigest(sha256) || files.Read(sha256) is not { } bytes)
            return Problems.NotFound("such photo");
        Unchanging(context);
        return TypedResults.File(PhotoIntake.Thumbnail(bytes), "image/jpeg");
    }

    // What is named by its contents never changes.
    private static void Unchanging(HttpContext context) => context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
}
