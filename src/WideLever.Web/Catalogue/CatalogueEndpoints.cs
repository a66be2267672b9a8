using System.Net;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Planning;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;

namespace WideLever.Web.Catalogue;

/// <summary>Where the spare-part catalogue is.</summary>
/// <param name="Address">Its address.</param>
/// <param name="Elsewhere">Whether the house allows one that is not on this machine.</param>
public sealed record CatalogueSetting(string Address, bool Elsewhere = false);

/// <summary>How a question to the catalogue ended.</summary>
public enum CatalogueState
{
    /// <summary>It answered.</summary>
    Found,

    /// <summary>It does not list what was asked.</summary>
    NotListed,

    /// <summary>It did not answer, or what it said makes no sense; what it said before stands beside that, where there is anything.</summary>
    Trouble,
}

/// <summary>What the catalogue says of a part number.</summary>
/// <param name="State">How the question ended.</param>
/// <param name="Offer">The offer, from now or from before; null: none.</param>
/// <param name="AskedAt">When the offer was given, UTC; null: there is none.</param>
/// <param name="Trouble">What went wrong; null: nothing.</param>
public sealed record CatalogueOffer(CatalogueState State, Offer? Offer, string? AskedAt, string? Trouble);

/// <summary>Modules that the catalogue lists for a place.</summary>
/// <param name="State">How the question ended.</param>
/// <param name="Fits">The modules, those that fit first.</param>
/// <param name="AskedAt">When they were listed, UTC; null: there are none.</param>
/// <param name="Trouble">What went wrong; null: nothing.</param>
public sealed record CatalogueModules(CatalogueState State, IReadOnlyList<ModuleFit> Fits, string? AskedAt, string? Trouble);

/// <summary>Questions to the spare-part catalogue. Everything else works without it.</summary>
public static class CatalogueEndpoints
{
    private const string Setting = "catalogue";
    private static readonly CatalogueSetting Default = new($"http://127.0.0.1:{Commands.CatalogueCommand.DefaultPort}");

    /// <summary>Maps the endpoints.</summary>
    public static void MapCatalogue(this RouteGroupBuilder api)
    {
        api.MapGet("/settings/catalogue", (HttpResponse response, Store store) => response.Setting(store, Setting, Where(store))).WithName("getCatalogueSetting");
        api.MapPut("/settings/catalogue", Put).WithName("putCatalogueSetting").Accepts<CatalogueSetting>("application/json").ProducesEdit();
        api.MapGet("/catalogue/spare", SpareAsync).WithName("askSpare").Produces<Problem>(422, "application/problem+json");
        api.MapGet("/units/{unitId}/parts/{partId}/modules", ModulesAsync).WithName("askModules").Produces<Problem>(404, "application/problem+json");
    }

    internal static CatalogueSetting Where(Store store) => HouseSetting.Of<CatalogueSetting>(store, Setting) ?? Default;

    private static Results<Ok<CatalogueSetting>, JsonHttpResult<Problem>> Put(EditRequest request, Desk desk, Store store)
    {
        var (setting, problem) = request.Json<CatalogueSetting>();
        if (setting is null)
            return problem!;
        return Fault(setting) is { } fault ? Problems.Faulty([fault]) : request.Set(desk, store, Setting, setting);
    }

    private static Fault? Fault(CatalogueSetting setting)
    {
        if (!Uri.TryCreate(setting.Address, UriKind.Absolute, out var address) || address.Scheme is not ("http" or "https")
            || address.UserInfo != "" || address.Query != "" || address.Fragment != "")
        {
            return new("address", "must be an address such as http://127.0.0.1:7614, without a name, a question or a fragment in it");
        }
        var here = address.Host == "localhost" || (IPAddress.TryParse(address.Host.Trim('[', ']'), out var ip) && IPAddress.IsLoopback(ip));
        return here || setting.Elsewhere ? null : new("address", "is not on this machine: the house must allow that expressly");
    }

    private static async Task<Results<Ok<CatalogueOffer>, JsonHttpResult<Problem>>> SpareAsync(
        string number, bool? again, CatalogueQuestions catalogue, CancellationToken cancellation)
    {
        if (number.Length is 0 or > 100 || number.Any(char.IsControl))
            return Problems.Faulty([new("number", "must be a part number of 1 to 100 characters")]);
        var (state, offer, askedAt, trouble) = await catalogue.AskAsync(
            $"spares/{Uri.EscapeDataString(number)}", again == true, (body, faults) => CatalogueReader.ReadOffer(body, number, faults), cancellation);
        return TypedResults.Ok(new CatalogueOffer(state, offer, askedAt, trouble));
    }

    private static async Task<Results<Ok<CatalogueModules>, JsonHttpResult<Problem>>> ModulesAsync(
        string unitId, string partId, bool? again, Workpieces workpieces, CatalogueQuestions catalogue, CancellationToken cancellation)
    {
        var found = workpieces.Find(unitId);
        if (found.Value is not { } piece)
            return Problems.Of(found.Refusal!);
        var record = piece.Record.Record;
        if (record.Parts.FirstOrDefault(part => part.Id == partId) is not { } place)
            return Problems.NotFound($"part \"{partId}\" of a unit \"{unitId}\"");
        var (state, modules, askedAt, trouble) = await catalogue.ModulesAsync(place.Kind, again == true, cancellation);
        return TypedResults.Ok(new CatalogueModules(state, ModuleFits.Of(place, record, modules ?? [], piece.Rubric), askedAt, trouble));
    }
}
