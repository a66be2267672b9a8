using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Web.Hosting;

namespace WideLever.Web.Parts;

/// <summary>What another machine of the same name tells of a unit where it says nothing itself: offered, never taken by itself.</summary>
/// <param name="From">The code of that machine; null: there is none that tells anything.</param>
/// <param name="Parts">The parts that would be other than they are, as they would be, each with a note that it was not seen here.</param>
/// <param name="Absent">Kinds that it has none of.</param>
public sealed record PartOffers(string? From, IReadOnlyList<Part> Parts, IReadOnlyList<PartKind> Absent);

/// <summary>The parts of a unit and its empty places.</summary>
public static class PartEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapParts(this RouteGroupBuilder api)
    {
        var parts = api.MapGroup("/units/{unitId}/parts");
        parts.MapPost("", Add).WithName("addPart").Accepts<Part>("application/json").ProducesEdit();
        parts.MapPut("/{partId}", Replace).WithName("replacePart").Accepts<Part>("application/json").ProducesEdit();
        parts.MapGet("/from/{sisterId}", Sister).WithName("previewSisterParts").Produces<Problem>(404, "application/problem+json");
        parts.MapGet("/offers", Offers).WithName("getPartOffers").Produces<Problem>(404, "application/problem+json");
        parts.MapPost("/from/{sisterId}", TakeFromSister).WithName("takeSisterParts").ProducesEdit();
        api.MapGet("/units/{unitId}/doubt", Unknown).WithName("getDoubt").Produces<Problem>(404, "application/problem+json").TakesTurns();
        parts.MapDelete("/{partId}", Remove).WithName("removePart").ProducesEdit();
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Add(EditRequest request, string unitId, Edits edits) =>
        request.Answer(edits.Unit(request.By, unitId, "added a part", (unit, faults) =>
            RecordReader.ReadPart(request.Body!, $"parts[{unit.Parts.Count}]", faults) is { } part
                // What is recorded is not absent.
                ? unit with { Parts = [.. unit.Parts, part], Absent = [.. unit.Absent.Where(kind => kind != part.Kind)] }
                : null));

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Replace(EditRequest request, string unitId, string partId, Edits edits) =>
        request.Answer(edits.Unit(request.By, unitId, $"changed the part {partId}", (unit, faults) =>
        {
            var position = unit.Parts.Select((part, i) => (part.Id, i)).Where(pair => pair.Id == partId).Select(pair => pair.i).DefaultIfEmpty(-1).First();
            if (position < 0 || RecordReader.ReadPart(request.Body!, $"parts[{position}]", faults) is not { } part)
                return null;
            return unit with { Parts = [.. unit.Parts.Select((other, i) => i == position ? part : other)] };
        }));

    private static Results<Ok<IReadOnlyList<TakenOver>>, JsonHttpResult<Problem>> Sister(string unitId, string sisterId, Workpieces workpieces)
    {
        var (unit, sister) = (workpieces.Find(unitId), workpieces.Find(sisterId));
        return unit.Value is { } own && sister.Value is { } theirs
            ? TypedResults.Ok(SisterParts.From(own.Unit.Document, theirs.Unit.Document).Taken)
            : Problems.Of((unit.Refusal ?? sister.Refusal)!);
    }

    /// <summary>Machines of the same name that are looked at for what they tell.</summary>
    private const int MostSisters = 10;

    private static Results<Ok<PartOffers>, JsonHttpResult<Problem>> Offers(string unitId, Workpieces workpieces, House.Shelf shelf, CancellationToken cancellation) => workpieces.Find(unitId).Answer(piece =>
    {
        var unit = piece.Unit.Document;
        var me = (unit.Unit.Maker, unit.Unit.Model, unit.Unit.ModelCode);
        var sisters = shelf.SummedUp(cancellation).Units.Where(other => other.Id != unitId && Twins.Between(me, (other.Summary.Maker, other.Summary.Model, other.Summary.ModelCode)) is not null).Take(MostSisters)
            .Select(other => workpieces.Find(other.Id).Value?.Unit.Document).OfType<UnitDocument>();
        if (SisterParts.Best(unit, sisters) is not { } best)
            return new PartOffers(null, [], []);
        var changed = best.Copy.Taken.Select(taken => taken.Part).ToHashSet(StringComparer.Ordinal);
        return new PartOffers(best.Sister.Unit.ModelCode, [.. best.Copy.Parts.Where(part => changed.Contains(part.Id))], [.. best.Copy.Absent.Except(unit.Absent)]);
    });

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> TakeFromSister(EditRequest request, string unitId, string sisterId, Workpieces workpieces, Edits edits)
    {
        var sister = workpieces.Find(sisterId);
        if (sister.Value is not { } theirs)
            return Problems.Of(sister.Refusal!);
        return request.Answer(edits.Unit(request.By, unitId, $"took parts over from {theirs.Unit.Document.Unit.ModelCode}", (unit, _) =>
        {
            var copy = SisterParts.From(unit, theirs.Unit.Document);
            return unit with { Parts = copy.Parts, Absent = copy.Absent };
        }));
    }

    /// <summary>What the unknown facts cost: a person waits for it, so after two seconds it is left at those that were tried.</summary>
    private static Results<Ok<Doubt>, JsonHttpResult<Problem>> Unknown(string unitId, Workpieces workpieces, TimeProvider clock, CancellationToken cancellation)
    {
        var began = clock.GetTimestamp();
        return workpieces.Find(unitId).Answer(piece => Doubt.Of(piece.Record, piece.Rubric, () => clock.GetElapsedTime(began) > TimeSpan.FromSeconds(2), cancellation));
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Remove(EditRequest request, string unitId, string partId, Edits edits) =>
        request.Answer(edits.Unit(request.By, unitId, $"removed the part {partId}", (unit, _) =>
            unit.Parts.Any(part => part.Id == partId) ? unit with
            {
                // What excluded it has nothing to exclude any more.
                Parts = [.. unit.Parts.Where(part => part.Id != partId).Select(part => part.Excludes.Contains(partId) ? part with { Excludes = [.. part.Excludes.Where(id => id != partId)] } : part)],
            } : null));
}
