using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.House;
using WideLever.Storage;

namespace WideLever.Web;

/// <summary>Settings of the house as they travel: each answer has its revision as the tag, and a change says which one it has seen.</summary>
internal static class SettingAnswers
{
    /// <summary>A setting as it stands.</summary>
    public static Ok<T> Setting<T>(this HttpResponse response, Store store, string name, T setting) where T : class
    {
        RequestBody.SetRevision(response, store.Settings.Revision(name));
        return TypedResults.Ok(setting);
    }

    /// <summary>Sets it, where nobody else did since.</summary>
    public static Results<Ok<T>, JsonHttpResult<Problem>> Set<T>(this EditRequest request, Desk desk, Store store, string name, T setting) where T : class
    {
        var outcome = HouseSetting.Put(desk, store, request.By, name, setting);
        if (outcome.Value is not null)
            RequestBody.SetRevision(request.Http.HttpContext.Response, store.Settings.Revision(name));
        return outcome.Answer();
    }
}
