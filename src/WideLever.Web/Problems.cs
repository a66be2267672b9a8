using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Records;
using WideLever.House;

namespace WideLever.Web;

/// <summary>A problem (RFC 9457) with what the core or the store had to say.</summary>
public sealed record Problem
{
    /// <summary>What sort of problem.</summary>
    public required string Type { get; init; }

    /// <summary>The same for people.</summary>
    public required string Title { get; init; }

    /// <summary>HTTP status.</summary>
    public required int Status { get; init; }

    /// <summary>What happened, what was kept, what to do.</summary>
    public required string Detail { get; init; }

    /// <summary>Every fault with its place; none where the problem is another.</summary>
    public required IReadOnlyList<Fault> Faults { get; init; }

    /// <summary>What changed since the writer looked; none where the problem is another.</summary>
    public required IReadOnlyList<ItemDifference> Changed { get; init; }

    /// <summary>The revision now, where the writer's was another.</summary>
    public required long? Revision { get; init; }
}

/// <summary>The problems that endpoints answer with.</summary>
public static class Problems
{
    public static JsonHttpResult<Problem> Of(Refusal refusal) => refusal.Kind switch
    {
        RefusalKind.NotFound => Of("not-found", "Not found", 404, refusal.Detail),
        RefusalKind.Conflict => Conflict(refusal.Detail),
        RefusalKind.Faulty => Faulty(refusal.Faults),
        RefusalKind.Early => Early(refusal.Faults),
        RefusalKind.Stale => Stale(refusal.Revision ?? 0, refusal.Changed),
        RefusalKind.Unseen => RevisionMissing(),
        RefusalKind.Unreadable => Of("unreadable", "Cannot be read", 409,
            $"What is stored of {refusal.Detail} cannot be read by this version of the program. It is kept as it is, and can be downloaded from the shelf.", refusal.Faults),
        _ => throw new ArgumentOutOfRangeException(nameof(refusal), refusal.Kind, "a refusal without a problem"),
    };

    public static JsonHttpResult<Problem> NotFound(string what) => Of("not-found", "Not found", 404, $"There is no {what}.");

    public static JsonHttpResult<Problem> Forbidden(string detail) => Of("forbidden", "Not allowed", 403, detail);

    public static JsonHttpResult<Problem> TooLarge() =>
        Of("too-large", "Too large", 413, "This is larger than 5 MB, the most that a record may have. Nothing was changed.");

    public static JsonHttpResult<Problem> PictureTooLarge(string detail) => Of("too-large", "Too large", 413, $"{detail} Nothing was changed.");

    public static JsonHttpResult<Problem> Picture(string detail) => Of("picture", "Not a picture for here", 422, $"{detail} Nothing was changed.");

    private static JsonHttpResult<Problem> Early(IReadOnlyList<Fault> needs) => Of("early", "Too early", 409,
        "There the step would stand before what it needs. Move it all the same?", needs);

    public static JsonHttpResult<Problem> Kept(string detail, IReadOnlyList<Fault> faults) => Of("faults", "Kept, not in use", 409, detail, faults);

    public static JsonHttpResult<Problem> Conflict(string detail) => Of("conflict", "Not possible now", 409, detail);

    public static JsonHttpResult<Problem> RevisionMissing() => Of("revision-missing", "Revision missing", 428,
        "A change must say which revision it was made on, in If-Match. Nothing was changed.");

    public static JsonHttpResult<Problem> Faulty(IReadOnlyList<Fault> faults) =>
        Of("faults", faults.Count == 1 ? "One fault" : $"{faults.Count} faults", 422, "Nothing was changed.", faults);


    public static JsonHttpResult<Problem> Stale(long revision, IReadOnlyList<ItemDifference> changed) => Of("stale", "Changed in another window", 412,
        "This was changed in another window since you opened it. Your change was not saved, and theirs was kept.", changed: changed, revision: revision);

    public static JsonHttpResult<Problem> NoRoom() => Of("no-room", "The disk does not take it", 507,
        "The disk of the data folder is full, or cannot be written to. Nothing was changed, and what was acknowledged before is kept. Make room, then try once more.");

    public static JsonHttpResult<Problem> Broken(int status, string how) => Of("broken", "The request is broken", status, $"{how} Nothing was changed.");

    public static JsonHttpResult<Problem> Error() =>
        Of("error", "Something went wrong here", 500, "Nothing was changed. The server's log says more.");

    private static JsonHttpResult<Problem> Of(string type, string title, int status, string detail, IReadOnlyList<Fault>? faults = null,
        IReadOnlyList<ItemDifference>? changed = null, long? revision = null) => TypedResults.Json(
        new Problem
        {
            Type = $"urn:wide-lever:{type}",
            Title = title,
            Status = status,
            Detail = detail,
            Faults = faults ?? [],
            Changed = changed ?? [],
            Revision = revision,
        },
        statusCode: status, contentType: "application/problem+json");
}
