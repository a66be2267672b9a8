using System.Text;
using System.Text.Json;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.House;

/// <summary>Settings of the house, each a document of its own shape.</summary>
public static class HouseSetting
{
    /// <summary>What something is set to; null: it is not set, or what an earlier version set is of another shape.</summary>
    public static T? Of<T>(Store store, string name) where T : class
    {
        try
        {
            return store.Settings.Of(name) is { } document ? JsonSerializer.Deserialize<T>(document, RecordJson.Options) : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>Sets something that nobody else has set since it was seen.</summary>
    public static Outcome<T> Put<T>(Desk desk, Store store, Actor by, string name, T setting) where T : class => desk.Do<T>(by.WindowId, _ =>
    {
        var revision = store.Settings.Revision(name);
        if (by.Seen is not { } seen)
            return Refusal.Unseen;
        if (!seen.Hold(revision))
            return Refusal.Stale(revision, []);
        return new Proposal<T>($"set {name}", [new PutSetting(name, revision, Encoding.UTF8.GetString(RecordJson.Canonical(setting)))], null, setting);
    });
}
