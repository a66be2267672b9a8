using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Records;

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
    public IReadOnlyList<Fault> Faults { get; init; } = [];

    /// <summary>What changed since the writer looked; none where the problem is another.</summary>
    public IReadOnlyList<ItemDifference> Changed { get; init; } = [];

    /// <summary>The revision now, where the writer's was another.</summary>
    public long? Revision { get; init; }
}

/// <summary>The problems that endpoints answer with.</summary>
public static class Problems
{
    private const string ContentType = "application/problem+json";

    public static JsonHttpResult<Problem> NotFound(string what) => Of("not-found", "Not found", 404, $"There is no {what}.");

    public static JsonHttpResult<Problem> Forbidden(string detail) => Of("forbidden", "Not allowed", 403, detail);

    public static JsonHttpResult<Problem> TooLarge() =>
        Of("too-large", "Too large", 413, "This is larger than 5 MB, the most that a record may have. Nothing was changed.");

    public static JsonHttpResult<Problem> BadRequest(string detail) => Of("bad-request", "Not understood", 400, detail);

    public static JsonHttpResult<Problem> Conflict(string detail) => Of("conflict", "Not possible now", 409, detail);

    public static JsonHttpResult<Problem> RevisionMissing() => Of("revision-missing", "Revision missing", 428,
        "A change must say which revision it was made on, in If-Match. Nothing was changed.");

    public static JsonHttpResult<Problem> Faulty(IReadOnlyList<Fault> faults) => Json(new Problem
    {
        Type = "urn:wide-lever:faults",
        Title = faults.Count == 1 ? "One fault" : $"{faults.Count} faults",
        Status = 422,
        Detail = "Nothing was changed.",
        Faults = faults,
    });

    public static JsonHttpResult<Problem> Stale(long revision, IReadOnlyList<ItemDifference> changed) => Json(new Problem
    {
        Type = "urn:wide-lever:stale",
        Title = "Changed in another window",
        Status = 412,
        Detail = "This was changed in another window since you opened it. Your change was not saved, and theirs was kept.",
        Changed = changed,
        Revision = revision,
    });

    private static JsonHttpResult<Problem> Of(string type, string title, int status, string detail) =>
        Json(new Problem { Type = $"urn:wide-lever:{type}", Title = title, Status = status, Detail = detail });

    private static JsonHttpResult<Problem> Json(Problem problem) =>
        TypedResults.Json(problem, statusCode: problem.Status, contentType: ContentType);
}
