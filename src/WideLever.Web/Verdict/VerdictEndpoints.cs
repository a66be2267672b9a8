using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.Interchange;
using WideLever.Web.Units;

namespace WideLever.Web.Verdict;

/// <summary>A unit's indices, what they are made of, the reasons, and what would change them.</summary>
public static class VerdictEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapVerdict(this RouteGroupBuilder api)
    {
        api.MapGet("/units/{unitId}/verdict", Get).WithName("getVerdict").Produces<Problem>(404, "application/problem+json");
        api.MapGet("/units/{unitId}/ledger/{index}/{kind}", GetLedger).WithName("getLedger").Produces<Problem>(404, "application/problem+json");
        api.MapGet("/units/{unitId}/effort-schools", GetEffortSchools).WithName("getEffortSchools").Produces<Problem>(404, "application/problem+json");
        api.MapGet("/units/{unitId}/reasons", GetReasons).WithName("getReasons").Produces<Problem>(404, "application/problem+json");
        api.MapPut("/units/{unitId}/reasons", PickReasonsAsync).WithName("pickReasons").Accepts<PickedReasons>("application/json").ProducesEdit();
        api.MapGet("/what-if", GetChangesFile).WithName("getChangesFile").Produces<string>(200, "application/json");
        api.MapGet("/units/{unitId}/what-if", GetWhatIf).WithName("getWhatIf").Produces<Problem>(404, "application/problem+json").Produces<Problem>(422, "application/problem+json");
        api.MapPost("/units/{unitId}/what-if", TogetherAsync).WithName("tryChanges").Accepts<ChosenChanges>("application/json")
            .Produces<Problem>(404, "application/problem+json").Produces<Problem>(422, "application/problem+json");
        api.MapPost("/units/{unitId}/what-if/smallest", SmallestAsync).WithName("findSmallestSet").Accepts<SmallestSetAsked>("application/json")
            .Produces<SmallestSetView>(200, "text/event-stream").ProducesEdit();
    }

    private static Results<Ok<VerdictView>, JsonHttpResult<Problem>> Get(string unitId, Workshop workshop, CancellationToken cancellation)
    {
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        return TypedResults.Ok(VerdictView.Of(unitId, piece.Record, workshop.Rubric, cancellation));
    }

    /// <summary>The lines of one kind down to single actions.</summary>
    private static Results<Ok<LedgerLine>, JsonHttpResult<Problem>> GetLedger(string unitId, string index, string kind, Workshop workshop, CancellationToken cancellation)
    {
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        var (record, rubric) = (piece.Record, workshop.Rubric);
        var result = Scorer.Score(record, rubric, cancellation);
        var ledger = index switch
        {
            "repair" => Ledger.OfRepair(result, record.Record, rubric),
            "upgrade" => Ledger.OfUpgrade(result, record.Record, rubric),
            _ => null,
        };
        return ledger?.Lines.FirstOrDefault(line => line.Name == kind) is { } found ? TypedResults.Ok(found) : Problems.NotFound($"line \"{kind}\" in the ledger of \"{index}\"");
    }

    private static Results<Ok<EffortSchoolsView>, JsonHttpResult<Problem>> GetEffortSchools(string unitId, Workshop workshop, CancellationToken cancellation) =>
        workshop.Find(unitId) is { } piece ? TypedResults.Ok(EffortSchoolsView.Of(EffortSchools.Of(piece.Record, workshop.Rubric, cancellation))) : Problems.NotFound($"unit \"{unitId}\"");

    private static Results<Ok<ReasonsView>, JsonHttpResult<Problem>> GetReasons(string unitId, Workshop workshop, CancellationToken cancellation)
    {
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        var (record, rubric) = (piece.Record, workshop.Rubric);
        var others = workshop.Losses(cancellation).Where(one => one.UnitId != unitId).ToList();
        var ofClass = record.Record.Unit.Class is { } known ? others.Where(one => one.Class == known).ToList() : [];
        var enough = ofClass.Count >= Reasons.FewestPeers;
        var peers = enough ? ofClass : others;
        var picked = record.Record.Unit.Reasons;
        return TypedResults.Ok(new ReasonsView(
            Reasons.Of(record, rubric, [.. peers.Select(one => one.Losses)]),
            [.. picked.Zip(Reasons.Stale(record, rubric, picked), (reason, stale) => new PickedReasonView(reason, stale))],
            enough ? record.Record.Unit.Class : null, peers.Count));
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> PickReasonsAsync(
        HttpRequest request, string unitId, Editing editing, CancellationToken cancellation)
    {
        var (picked, problem) = await RequestBody.ReadJsonAsync<PickedReasons>(request, cancellation);
        if (picked is null)
            return problem!;
        return editing.Unit(request, unitId, "changed the reasons", (unit, faults) =>
        {
            // The same reading as of a file, so that the same faults are found.
            var reasons = (picked.Reasons ?? []).Select((reason, i) => RecordReader.ReadReason(RecordJson.Canonical(reason), $"unit.reasons[{i}]", faults)).OfType<PickedReason>().ToList();
            return faults.Count > 0 ? null : unit with { Unit = unit.Unit with { Reasons = reasons } };
        });
    }

    private static FileContentHttpResult GetChangesFile(ChangesFile file) => TypedResults.File(file.Bytes, "application/json", ChangesFile.Name);

    private static Results<Ok<WhatIfView>, JsonHttpResult<Problem>> GetWhatIf(string unitId, Workshop workshop, ChangesFile file, CancellationToken cancellation)
    {
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        var (templates, faults) = ChangeTemplatesReader.Read(file.Bytes);
        if (templates is null)
            return Problems.Faulty([.. faults.Select(fault => fault with { At = $"{ChangesFile.Name} {fault.At}" })]);
        var gains = WhatIf.Singles(piece.Record, workshop.Rubric, templates, cancellation);
        return TypedResults.Ok(new WhatIfView(
            IndicesView.Of(Indices.Of(Scorer.Score(piece.Record, workshop.Rubric, cancellation))), [.. gains.Select(ChangeView.Of)], file.IsOwn));
    }

    private static async Task<Results<Ok<TogetherView>, JsonHttpResult<Problem>>> TogetherAsync(
        HttpRequest request, string unitId, Workshop workshop, ChangesFile file, CancellationToken cancellation)
    {
        var (chosen, problem) = await RequestBody.ReadJsonAsync<ChosenChanges>(request, cancellation);
        if (chosen is null)
            return problem!;
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        var (changes, faults) = Named(piece.Record.Record, chosen.Changes, file, "changes");
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        if (WhatIf.Apply(piece.Record.Record, changes, workshop.Rubric) is not { } after)
            return Problems.Conflict("These changes cannot stand together: the machine would have a fault.");
        return TypedResults.Ok(new TogetherView(VerdictView.Of(unitId, after, workshop.Rubric, cancellation), RecordChange.Between(piece.Record.Record, after.Record)));
    }

    private static async Task<Results<ServerSentEventsResult<string>, JsonHttpResult<Problem>>> SmallestAsync(
        HttpRequest request, string unitId, Workshop workshop, ChangesFile file, LongWork work, CancellationToken cancellation)
    {
        var (asked, problem) = await RequestBody.ReadJsonAsync<SmallestSetAsked>(request, cancellation);
        if (asked is null)
            return problem!;
        if (workshop.Find(unitId) is not { } piece)
            return Problems.NotFound($"unit \"{unitId}\"");
        if (!double.IsFinite(asked.Figure) || asked.Figure is < 0 or > 100)
            return Problems.Faulty([new("figure", "must be 0 to 100")]);
        var (changes, faults) = Named(piece.Record.Record, asked.Among, file, "among");
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        var (record, rubric) = (piece.Record, workshop.Rubric);
        return work.Stream(request, "smallest set", SmallestSet.Tries(changes.Count), (progress, stop) =>
        {
            var found = SmallestSet.Of(record, rubric, changes, asked.Index, asked.Figure, progress, stop);
            return new SmallestSetView([.. found.Changes.Select(change => change.Id)], IndicesView.Of(found.After), found.Reached, found.Exact);
        });
    }

    /// <summary>The changes of some names, in the order of the file.</summary>
    private static (IReadOnlyList<MachineChange> Changes, IReadOnlyList<Fault> Faults) Named(TeardownRecord record, IReadOnlyList<string>? names, ChangesFile file, string field)
    {
        var (templates, faults) = ChangeTemplatesReader.Read(file.Bytes);
        if (templates is null)
            return ([], [.. faults.Select(fault => fault with { At = $"{ChangesFile.Name} {fault.At}" })]);
        var all = MachineChange.Of(record, templates);
        var unknown = (names ?? []).Select((name, i) => (name, i)).Where(pair => all.All(change => change.Id != pair.name))
            .Select(pair => new Fault($"{field}[{pair.i}]", "is no change that this machine could have")).ToList();
        return ([.. all.Where(change => (names ?? []).Contains(change.Id))], unknown);
    }
}
