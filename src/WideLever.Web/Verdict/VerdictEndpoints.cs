using System.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Comparing;
using WideLever.Core.Records;
using WideLever.Core.Scoring;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Web.Hosting;

namespace WideLever.Web.Verdict;

/// <summary>A unit's indices, what they are made of, the reasons, and what would change them.</summary>
public static class VerdictEndpoints
{
    /// <summary>How long the smallest set is looked for, before the best until then is told as such.</summary>
    public static readonly TimeSpan SmallestSetBudget = TimeSpan.FromSeconds(30);

    /// <summary>Maps the endpoints.</summary>
    public static void MapVerdict(this RouteGroupBuilder api)
    {
        api.MapGet("/units/{unitId}/verdict", Get).WithName("getVerdict").Produces<Problem>(404, "application/problem+json").TakesTurns();
        api.MapGet("/units/{unitId}/ledger/{index}/{kind}", GetLedger).WithName("getLedger").Produces<Problem>(404, "application/problem+json").TakesTurns();
        api.MapGet("/units/{unitId}/effort-schools", GetEffortSchools).WithName("getEffortSchools").Produces<Problem>(404, "application/problem+json").TakesTurns();
        api.MapGet("/units/{unitId}/reasons", GetReasons).WithName("getReasons").Produces<Problem>(404, "application/problem+json").TakesTurns();
        api.MapGet("/units/{unitId}/summary", GetSummary).WithName("getSummary").Produces<Problem>(404, "application/problem+json").TakesTurns();
        api.MapPut("/units/{unitId}/reasons", PickReasons).WithName("pickReasons").Accepts<PickedReasons>("application/json").ProducesEdit();
        api.MapGet("/what-if", GetChangesFile).WithName("getChangesFile").Produces<string>(200, "application/json");
        api.MapGet("/units/{unitId}/what-if", GetWhatIf).WithName("getWhatIf").ProducesProblems().TakesTurns();
        api.MapPost("/units/{unitId}/what-if", Together).WithName("tryChanges").Accepts<ChosenChanges>("application/json")
            .ProducesProblems();
        api.MapPost("/units/{unitId}/what-if/smallest", Smallest).WithName("findSmallestSet").Accepts<SmallestSetAsked>("application/json")
            .Produces<SmallestSetView>(200, "text/event-stream").ProducesEdit();
    }

    private static Results<Ok<VerdictView>, JsonHttpResult<Problem>> Get(string unitId, Workpieces workpieces, CancellationToken cancellation) =>
        workpieces.Find(unitId).Answer(piece => VerdictView.Of(piece, piece.Record, cancellation));

    /// <summary>The lines of one kind down to single actions.</summary>
    private static Results<Ok<LedgerLine>, JsonHttpResult<Problem>> GetLedger(string unitId, string index, string kind, Workpieces workpieces, CancellationToken cancellation)
    {
        var found = workpieces.Find(unitId);
        if (found.Value is not { } piece)
            return Problems.Of(found.Refusal!);
        var (record, rubric) = (piece.Record, piece.Rubric);
        if (!WordList.TryParse<PartKind>(kind, out var told))
            return Problems.NotFound($"kind \"{kind}\"");
        var result = Scorer.Score(record, rubric, cancellation);
        var ledger = index switch
        {
            "repair" => Ledger.OfRepair(result, record.Record, rubric, [told]),
            "upgrade" => Ledger.OfUpgrade(result, record.Record, rubric, [told]),
            _ => null,
        };
        return ledger?.Lines.FirstOrDefault(line => line.Name == kind) is { } line ? TypedResults.Ok(line) : Problems.NotFound($"line \"{kind}\" in the ledger of \"{index}\"");
    }

    private static Results<Ok<EffortSchoolsView>, JsonHttpResult<Problem>> GetEffortSchools(string unitId, Workpieces workpieces, CancellationToken cancellation) =>
        workpieces.Find(unitId).Answer(piece => EffortSchoolsView.Of(EffortSchools.Of(piece.Record, piece.Rubric, cancellation)));

    private static Results<Ok<ReasonsView>, JsonHttpResult<Problem>> GetReasons(string unitId, Workpieces workpieces, House.Shelf shelf, CancellationToken cancellation) =>
        workpieces.Find(unitId).Answer(piece =>
        {
            var (found, peers, _) = Reasoned(piece, shelf, cancellation);
            var picked = piece.Record.Record.Unit.Reasons;
            return new ReasonsView(found, [.. picked.Zip(Reasons.Stale(piece.Record, piece.Rubric, picked), (reason, stale) => new PickedReasonView(reason, stale))], peers.Class, peers.Positions.Count);
        });

    private static Results<Ok<SummaryView>, JsonHttpResult<Problem>> GetSummary(string unitId, Workpieces workpieces, House.Shelf shelf, CancellationToken cancellation) =>
        workpieces.Find(unitId).Answer(piece => SummaryOf(piece, shelf, cancellation).View);

    /// <summary>The summary of a unit, and how it travels.</summary>
    internal static (Summary Summary, SummaryView View) SummaryOf(Workpiece piece, House.Shelf shelf, CancellationToken cancellation)
    {
        var (record, rubric) = (piece.Record, piece.Rubric);
        var (found, peers, others) = Reasoned(piece, shelf, cancellation);
        var summary = Summary.Of(record, rubric, found);
        var result = Scorer.Score(record, rubric, cancellation);
        var own = new FieldMember(FieldUnit.Of(result, record.Record), null);
        var members = others.Select(one => new FieldMember(one.Field, one.Price)).ToList();
        PlaceInClassView Standing(IndexName index)
        {
            var standing = Summary.Standing(own, members, index, rubric);
            return new(standing.Place, standing.Of, [.. standing.NotSeparable.Select(position => others[position].Summary).Select(one => others.Count(other => other.Summary.Model == one.Model) > 1 ? $"{one.Model} ({one.ModelCode})" : one.Model)]);
        }
        return (summary, new(summary.Sentences, summary.For, summary.Against, Standing(IndexName.Repair), Standing(IndexName.Upgrade), peers.Class,
            [.. Core.Planning.Cautions.OfDamage(record.Record.Teardown).Select(caution => Core.Planning.Cautions.Text(caution).Text)]));
    }

    /// <summary>The reasons of a unit, and whom it is laid beside.</summary>
    private static (IReadOnlyList<FoundReason> Found, PeerGroup Peers, IReadOnlyList<ShelfUnit> Others) Reasoned(Workpiece piece, House.Shelf shelf, CancellationToken cancellation)
    {
        var all = shelf.SummedUp(cancellation).Units.Where(one => one.Id != piece.Unit.Id).ToList();
        var peers = Reasons.Peers(piece.Record.Record.Unit.Class, [.. all.Select(one => (one.Summary.Class, one.Summary.Status))]);
        List<ShelfUnit> others = [.. peers.Positions.Select(position => all[position])];
        return (Reasons.Of(piece.Record, piece.Rubric, peers.Class is not null, [.. shelf.Each(others, peer => peer.Facts, cancellation)]), peers, others);
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> PickReasons(EditRequest request, string unitId, Edits edits)
    {
        var (picked, problem) = request.Json<PickedReasons>();
        if (picked is null)
            return problem!;
        return request.Answer(edits.Unit(request.By, unitId, "changed the reasons", (unit, faults) =>
        {
            // The same reading as of a file, so that the same faults are found.
            var reasons = (picked.Reasons ?? []).Select((reason, i) => RecordReader.ReadReason(RecordJson.Canonical(reason), $"unit.reasons[{i}]", faults)).OfType<PickedReason>().ToList();
            return faults.Count > 0 ? null : unit with { Unit = unit.Unit with { Reasons = reasons } };
        }));
    }

    private static FileContentHttpResult GetChangesFile(ChangesFile file) => TypedResults.File(file.Bytes, "application/json", ChangesFile.Name);

    private static Results<Ok<WhatIfView>, JsonHttpResult<Problem>> GetWhatIf(string unitId, Workpieces workpieces, ChangesFile file, CancellationToken cancellation)
    {
        var (templates, faults) = ChangeTemplatesReader.Read(file.Bytes);
        if (templates is null)
            return Problems.Faulty([.. faults.Select(fault => fault with { At = $"{ChangesFile.Name} {fault.At}" })]);
        return workpieces.Find(unitId).Answer(piece => new WhatIfView(
            IndicesView.Of(Indices.Of(Scorer.Score(piece.Record, piece.Rubric, cancellation))),
            [.. WhatIf.Singles(piece.Record, piece.Rubric, templates, cancellation).Select(ChangeView.Of)], file.IsOwn));
    }

    private static Results<Ok<TogetherView>, JsonHttpResult<Problem>> Together(
        EditRequest request, string unitId, Workpieces workpieces, ChangesFile file, CancellationToken cancellation)
    {
        var (chosen, problem) = request.Json<ChosenChanges>();
        if (chosen is null)
            return problem!;
        var found = workpieces.Find(unitId);
        if (found.Value is not { } piece)
            return Problems.Of(found.Refusal!);
        var (changes, faults) = Named(piece.Record.Record, chosen.Changes, file, "changes");
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        if (WhatIf.Apply(piece.Record.Record, changes, piece.Rubric) is not { } after)
            return Problems.Conflict("These changes cannot stand together: the machine would have a fault.");
        return TypedResults.Ok(new TogetherView(VerdictView.Of(piece, after, cancellation), RecordChange.Between(piece.Record.Record, after.Record)));
    }

    private static Results<ServerSentEventsResult<string>, JsonHttpResult<Problem>> Smallest(EditRequest request, string unitId, Workpieces workpieces, ChangesFile file, LongWork work)
    {
        var (asked, problem) = request.Json<SmallestSetAsked>();
        if (asked is null)
            return problem!;
        var unit = workpieces.Find(unitId);
        if (unit.Value is not { } piece)
            return Problems.Of(unit.Refusal!);
        if (!double.IsFinite(asked.Figure) || asked.Figure is < 0 or > 100)
            return Problems.Faulty([new("figure", "must be 0 to 100")]);
        var (changes, faults) = Named(piece.Record.Record, asked.Among, file, "among");
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        return work.Stream(request.Http, "smallest set", SmallestSet.Tries(changes.Count), (progress, stop) =>
        {
            var since = Stopwatch.GetTimestamp();
            var found = SmallestSet.Of(piece.Record, piece.Rubric, changes, asked.Index, asked.Figure, () => Stopwatch.GetElapsedTime(since) > SmallestSetBudget, progress, stop);
            return new SmallestSetView([.. found.Changes.Select(change => change.Id)], IndicesView.Of(found.After), found.Reached, found.Exact, found.Left, found.Tried, SmallestSet.Tries(changes.Count));
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
