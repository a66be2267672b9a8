using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.House;

namespace WideLever.Web.Backups;

/// <summary>The backups, and when they are made.</summary>
/// <param name="Folder">Where they lie.</param>
/// <param name="Kept">Those that are there, the latest first.</param>
/// <param name="Setting">When they are made by themselves.</param>
/// <param name="Revision">How often that was changed.</param>
public sealed record BackupsView(string Folder, IReadOnlyList<KeptBackup> Kept, BackupSetting Setting, long Revision);

/// <summary>A backup that was made.</summary>
/// <param name="Kept">What it is.</param>
/// <param name="Units">Units in it.</param>
/// <param name="Photos">Photos in it.</param>
/// <param name="Missing">How many photos are named and not in it: they are not in the data folder, or damaged there.</param>
public sealed record BackupMade(KeptBackup Kept, int Units, int Photos, int Missing);

/// <summary>Backups: made from the screen and by themselves, and taken away as files. Restoring is a command, with no server running.</summary>
public static class BackupEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapBackups(this RouteGroupBuilder api)
    {
        api.MapGet("/backups", (BackupShelf backups, Storage.Store store) => TypedResults.Ok(new BackupsView(backups.Folder, backups.Kept(), backups.When, store.Settings.Revision(BackupShelf.Setting)))).WithName("getBackups");
        api.MapPost("/backups", Make).WithName("makeBackup").Produces<BackupMade>(200, "text/event-stream").ProducesEdit();
        api.MapGet("/backups/{name}", Download).WithName("getBackup").Produces(200, contentType: "application/zip").ProducesProblems();
        api.MapPut("/settings/backups", Put).WithName("putBackupSetting").Accepts<BackupSetting>("application/json").ProducesEdit();
    }

    private static ServerSentEventsResult<string> Make(EditRequest request, BackupShelf backups, LongWork work, Storage.Store store) =>
        work.Stream(request.Http, "backup", store.Photos.EverNamed().Count, (progress, stop) =>
        {
            var (kept, manifest) = backups.Make(bySchedule: false, (done, _) => progress.Report(done), stop);
            return new BackupMade(kept, manifest.Units, manifest.Photos, manifest.Missing.Count);
        });

    private static Results<PhysicalFileHttpResult, JsonHttpResult<Problem>> Download(string name, BackupShelf backups) =>
        backups.FileOf(name) is { } file ? TypedResults.PhysicalFile(file, "application/zip", name) : Problems.NotFound($"backup \"{name}\"");

    private static Results<Ok<BackupSetting>, JsonHttpResult<Problem>> Put(EditRequest request, Desk desk, Storage.Store store)
    {
        var (setting, problem) = request.Json<BackupSetting>();
        if (setting is null)
            return problem!;
        var faults = new List<Fault>();
        if (setting.EveryHours is < 0 or > BackupShelf.MostHours)
            faults.Add(new("everyHours", $"must be 0 to {BackupShelf.MostHours}; 0 makes none by itself"));
        if (setting.Keep is < 1 or > BackupShelf.MostKept)
            faults.Add(new("keep", $"must be 1 to {BackupShelf.MostKept}"));
        return faults.Count > 0 ? Problems.Faulty(faults) : request.Set(desk, store, BackupShelf.Setting, setting);
    }
}
