using System.Globalization;
using System.Text;
using WideLever.Core.Planning;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Catalogue;

/// <summary>Questions to the spare-part catalogue, each with the answer from before where it is fresh enough or there is no other.</summary>
public sealed class CatalogueQuestions(Store store, CatalogueClient client, TimeProvider clock)
{
    /// <summary>An answer of this age is not asked for again.</summary>
    public static readonly TimeSpan Fresh = TimeSpan.FromHours(12);

    /// <summary>The modules that the catalogue lists for a kind.</summary>
    public Task<(CatalogueState State, IReadOnlyList<Module>? Answer, string? AskedAt, string? Trouble)> ModulesAsync(PartKind kind, bool again, CancellationToken cancellation) =>
        AskAsync($"modules?kind={kind.Word()}", again, CatalogueReader.ReadModules, cancellation);

    /// <summary>An answer that is fresh enough, else one asked for now; where that fails, the one from before with what went wrong.</summary>
    public async Task<(CatalogueState State, T? Answer, string? AskedAt, string? Trouble)> AskAsync<T>(
        string question, bool again, Func<ReadOnlyMemory<byte>, List<Fault>, T?> read, CancellationToken cancellation)
        where T : class
    {
        var setting = CatalogueEndpoints.Where(store);
        var address = new Uri(setting.Address.EndsWith('/') ? setting.Address : $"{setting.Address}/");
        var kept = store.CatalogueAnswers.Of(setting.Address, question);
        var before = kept is null ? null : read(Encoding.UTF8.GetBytes(kept.Document), []);
        if (!again && before is not null && kept is not null && clock.GetUtcNow() - DateTimeOffset.Parse(kept.AskedAt, CultureInfo.InvariantCulture) < Fresh)
            return (CatalogueState.Found, before, kept.AskedAt, null);
        var reply = await client.AskAsync(address, question, cancellation);
        if (reply.NotListed)
            return (CatalogueState.NotListed, before, before is null ? null : kept?.AskedAt, null);
        if (reply.Body is null)
            return (CatalogueState.Trouble, before, before is null ? null : kept?.AskedAt, reply.Trouble);
        var faults = new List<Fault>();
        if (read(reply.Body, faults) is not { } answer)
        {
            return (CatalogueState.Trouble, before, before is null ? null : kept?.AskedAt,
                $"What the catalogue says makes no sense: {string.Join("; ", faults.Take(3).Select(fault => $"{fault.At} {fault.Message}".Trim()))}.");
        }
        return (CatalogueState.Found, answer, store.CatalogueAnswers.Keep(setting.Address, question, Encoding.UTF8.GetString(reply.Body)), null);
    }
}
