using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.Net.Http.Headers;
using WideLever.House;
using WideLever.Interchange;

namespace WideLever.Web;

/// <summary>A request that changes something, or has much to say: its body, its window and the revisions that it has seen, taken out in one place.</summary>
/// <param name="Http">The request.</param>
/// <param name="Body">Its body; null: a picture that is too large. Any other that is too large never comes here.</param>
/// <param name="By">Who acts, and on what it has seen.</param>
public sealed record EditRequest(HttpRequest Http, byte[]? Body, Actor By)
{
    /// <summary>Its window.</summary>
    public string WindowId => By.WindowId;

    /// <summary>Takes a request apart, for the routing.</summary>
    /// <exception cref="BadHttpRequestException">The body is larger than a record may be.</exception>
    public static async ValueTask<EditRequest?> BindAsync(HttpContext context)
    {
        var request = context.Request;
        var limit = context.GetEndpoint()?.Metadata.GetMetadata<IRequestSizeLimitMetadata>()?.MaxRequestBodySize;
        var body = await RequestBody.ReadAsync(request, context.RequestAborted, (int)(limit ?? RecordReader.MaxBytes));
        if (body is null && limit is null)
            throw new BadHttpRequestException("The body is too large.", StatusCodes.Status413PayloadTooLarge);
        return new(request, body, new(RequestBody.WindowId(request), Seen(request)));
    }

    /// <summary>The body as JSON of a shape of ours; null with a problem where it is not of that shape.</summary>
    public (T? Value, JsonHttpResult<Problem>? Problem) Json<T>() where T : class => RequestBody.Json<T>(Body ?? []);

    /// <summary>Answers with what an act made, and with its revision as the tag.</summary>
    public Results<Ok<Committed>, JsonHttpResult<Problem>> Answer(Outcome<Committed> outcome)
    {
        if (outcome.Value is { } committed)
            RequestBody.SetRevision(Http.HttpContext.Response, committed.Revision);
        return outcome.Answer();
    }

    /// <summary>
    /// The revisions of If-Match (RFC 9110, 13.1.1): any, or each strong tag of its list that is one of ours; null where the field is not there.
    /// A weak tag never matches, and what is no tag of ours is none that was seen.
    /// </summary>
    private static SeenRevisions? Seen(HttpRequest request)
    {
        if (request.Headers.IfMatch.Count == 0)
            return null;
        if (!EntityTagHeaderValue.TryParseList([.. request.Headers.IfMatch.OfType<string>()], out var tags))
        {
            // A number without its quotes is what people type.
            return long.TryParse(request.Headers.IfMatch.ToString(), System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var bare) ? SeenRevisions.Of(bare) : new(false, []);
        }
        return tags.Any(tag => tag.Equals(EntityTagHeaderValue.Any))
            ? new(true, [])
            : new(false, [.. tags.Where(tag => !tag.IsWeak).Select(tag => RequestBody.Revision(tag.Tag.AsSpan().Trim('"'))).OfType<long>()]);
    }
}

/// <summary>Answers with what came of an act or a question.</summary>
public static class Answers
{
    /// <summary>What an endpoint that edits can answer with.</summary>
    public static RouteHandlerBuilder ProducesEdit(this RouteHandlerBuilder builder)
    {
        foreach (var status in new[] { 404, 409, 412, 413, 422, 428 })
            builder.Produces<Problem>(status, "application/problem+json");
        return builder;
    }

    /// <summary>What an endpoint that only tells can answer with.</summary>
    public static RouteHandlerBuilder ProducesProblems(this RouteHandlerBuilder builder) =>
        builder.Produces<Problem>(404, "application/problem+json").Produces<Problem>(422, "application/problem+json");

    /// <summary>The value, or the refusal as a problem.</summary>
    public static Results<Ok<T>, JsonHttpResult<Problem>> Answer<T>(this Outcome<T> outcome) where T : class =>
        outcome.Value is { } value ? TypedResults.Ok(value) : Problems.Of(outcome.Refusal!);

    /// <summary>Nothing more to say, or the refusal as a problem.</summary>
    public static Results<NoContent, JsonHttpResult<Problem>> AnswerDone<T>(this Outcome<T> outcome) where T : class =>
        outcome.Refusal is { } refusal ? Problems.Of(refusal) : TypedResults.NoContent();

    /// <summary>What is made of the value, or the refusal as a problem.</summary>
    public static Results<Ok<TView>, JsonHttpResult<Problem>> Answer<T, TView>(this Outcome<T> outcome, Func<T, TView> view) where T : class =>
        outcome.Value is { } value ? TypedResults.Ok(view(value)) : Problems.Of(outcome.Refusal!);

    /// <summary>The address of what was made, or the refusal as a problem.</summary>
    public static Results<Created<Shelved>, JsonHttpResult<Problem>> AnswerMade(this Outcome<Shelved> outcome) =>
        outcome.Value is { } shelved ? TypedResults.Created($"/api/units/{shelved.Id}", shelved) : Problems.Of(outcome.Refusal!);
}
