using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Core.Scoring.Criteria;
using WideLever.House;
using WideLever.Interchange;
using WideLever.Storage;
using WideLever.Web.Catalogue;
using WideLever.Web.Hosting;

namespace WideLever.Web.Plans;

/// <summary>Plans for repairs, and their sheets.</summary>
public static class PlanEndpoints
{
    private const string SymptomsSetting = "symptoms";
    private const string FailuresSetting = "failures";

    /// <summary>Maps the endpoints.</summary>
    public static void MapPlans(this RouteGroupBuilder api)
    {
        api.MapGet("/units/{unitId}/plan", GetAsync).WithName("getPlan").ProducesProblems().TakesTurns();
        api.MapGet("/units/{unitId}/plan/jobs", GetJobs).WithName("getLikelyJobs").Produces<Problem>(404, "application/problem+json").TakesTurns();
        api.MapGet("/units/{unitId}/plan/cost", GetCost).WithName("getRepairCost").ProducesProblems().TakesTurns();
        api.MapGet("/units/{unitId}/upgrade", GetUpgradeAsync).WithName("getUpgrade").ProducesProblems().TakesTurns();
        api.MapGet("/services", () => TypedResults.Ok<IReadOnlyList<KindServices>>([.. WordList.Members<PartKind>().Select(kind => new KindServices(kind, Services.Of(kind))).Where(one => one.Services.Count > 0)])).WithName("getServices");
        api.MapGet("/units/{unitId}/symptoms", GetSymptoms).WithName("getSymptoms").Produces<Problem>(404, "application/problem+json").TakesTurns();
        api.MapGet("/settings/symptoms", (HttpResponse response, Store store) => response.Setting(store, SymptomsSetting, List(store))).WithName("getSymptomList");
        api.MapPut("/settings/symptoms", PutSymptoms).WithName("putSymptomList").Accepts<SymptomList>("application/json").ProducesEdit();
        api.MapDelete("/settings/symptoms", (EditRequest request, Desk desk, Store store) => request.Set(desk, store, SymptomsSetting, HouseLists.Symptoms)).WithName("resetSymptomList").ProducesEdit();
        api.MapPost("/units/{unitId}/ownership", LiveYears).WithName("liveYears").Accepts<OwnershipQuestion>("application/json").Produces<OwnershipAnswer>(200, "text/event-stream").ProducesProblems();
        api.MapGet("/settings/failures", (HttpResponse response, Store store) => response.Setting(store, FailuresSetting, Profile(store))).WithName("getFailureProfile");
        api.MapPut("/settings/failures", PutFailures).WithName("putFailureProfile").Accepts<FailureProfile>("application/json").ProducesEdit();
        api.MapDelete("/settings/failures", (EditRequest request, Desk desk, Store store) => request.Set(desk, store, FailuresSetting, HouseLists.Failures)).WithName("resetFailureProfile").ProducesEdit();
        api.MapGet("/units/{unitId}/plan/sheet", GetSheetAsync).WithName("getJobSheet").Produces<string>(200, "text/html").ProducesProblems().TakesTurns();
    }

    private static async Task<Results<Ok<PlanAnswer>, JsonHttpResult<Problem>>> GetAsync(string unitId, string? @for, string? with, Workpieces workpieces, CatalogueQuestions catalogue, CancellationToken cancellation)
    {
        var found = workpieces.Find(unitId);
        if (found.Value is not { } piece)
            return Problems.Of(found.Refusal!);
        var (bought, faults) = await BoughtAsync(with, piece, catalogue, cancellation);
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        var (plan, troubles) = RepairPlan.Of(piece.Record, piece.Rubric, Asked(@for), cancellation);
        return TypedResults.Ok(new PlanAnswer(plan is null ? null : PlanView.Of(plan, piece, bought), troubles));
    }

    private static Results<Ok<IReadOnlyList<LikelyJobView>>, JsonHttpResult<Problem>> GetJobs(string unitId, Workpieces workpieces, CancellationToken cancellation) =>
        workpieces.Find(unitId).Answer<Workpiece, IReadOnlyList<LikelyJobView>>(piece => [.. LikelyJobs.Of(piece.Record, piece.Rubric, cancellation).Select(LikelyJobView.Of)]);

    /// <summary>The sheet of a plan as a file: HTML, or Markdown where that is asked for.</summary>
    private static async Task<Results<FileContentHttpResult, JsonHttpResult<Problem>>> GetSheetAsync(
        string unitId, string? @for, string? with, string? format, Workpieces workpieces, CatalogueQuestions catalogue, CancellationToken cancellation)
    {
        var found = workpieces.Find(unitId);
        if (found.Value is not { } piece)
            return Problems.Of(found.Refusal!);
        if (format is not (null or "html" or "markdown"))
            return Problems.Of(Refusal.Faulty([new("format", "is neither html nor markdown")]));
        var (bought, faults) = await BoughtAsync(with, piece, catalogue, cancellation);
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        var (plan, troubles) = RepairPlan.Of(piece.Record, piece.Rubric, Asked(@for), cancellation);
        if (plan is null)
            return Problems.Of(Refusal.Faulty([.. troubles.Select(trouble => new Fault(trouble.Part.Length == 0 ? "for" : $"for {trouble.Part}", trouble.Message))]));
        var record = piece.Record.Record;
        return format == "markdown"
            ? TypedResults.File(Encoding.UTF8.GetBytes(JobSheet.Markdown(plan, record, piece.Rubric, bought)), "text/markdown; charset=utf-8", $"{unitId}-job.md")
            : TypedResults.File(Encoding.UTF8.GetBytes(JobSheet.Html(plan, record, piece.Rubric, bought)), "text/html; charset=utf-8", $"{unitId}-job.html");
    }

    private static Results<Ok<RepairCostView>, JsonHttpResult<Problem>> GetCost(string unitId, string? @for, double rate, Workpieces workpieces, Store store, CancellationToken cancellation)
    {
        var found = workpieces.Find(unitId);
        if (found.Value is not { } piece)
            return Problems.Of(found.Refusal!);
        if (rate is not (>= 0 and <= 1e5))
            return Problems.Faulty([new("rate", "must be 0 to 100000")]);
        var (plan, troubles) = RepairPlan.Of(piece.Record, piece.Rubric, Asked(@for), cancellation);
        var share = Profile(store).DamageShare;
        return plan is null
            ? Problems.Faulty([.. troubles.Select(trouble => new Fault(trouble.Part.Length == 0 ? "for" : $"for {trouble.Part}", trouble.Message))])
            : TypedResults.Ok(RepairCostView.Of(RepairCost.Of(plan, piece.Record, piece.Rubric, rate, share, cancellation), share));
    }

    private static async Task<Results<Ok<UpgradeAnswer>, JsonHttpResult<Problem>>> GetUpgradeAsync(
        string unitId, string kind, double? goal, double? budget, bool? again, Workpieces workpieces, CatalogueQuestions catalogue, TimeProvider clock, CancellationToken cancellation)
    {
        var found = workpieces.Find(unitId);
        if (found.Value is not { } piece)
            return Problems.Of(found.Refusal!);
        List<Fault> faults = [];
        if (!WordList.TryParse<PartKind>(kind, out var of) || !UpgradePlan.Kinds.Contains(of))
            faults.Add(new("kind", $"must be one of {string.Join(", ", UpgradePlan.Kinds.Select(one => one.Word()))}"));
        if (goal is not (null or > 0 and <= 1e7))
            faults.Add(new("goal", "must be above 0 and at most 10000000"));
        if (budget is not (null or >= 0 and <= 1e7))
            faults.Add(new("budget", "must be 0 to 10000000"));
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        var (state, modules, askedAt, trouble) = await catalogue.ModulesAsync(of, again == true, cancellation);
        var began = clock.GetTimestamp();
        var plan = UpgradePlan.Of(piece.Record, piece.Rubric, new(of, goal, budget), modules ?? [], () => clock.GetElapsedTime(began) > TimeSpan.FromSeconds(3), cancellation);
        return TypedResults.Ok(new UpgradeAnswer
        {
            State = state,
            AskedAt = askedAt,
            Trouble = trouble,
            Currency = piece.Rubric.Currency,
            Has = plan.Has,
            AtLeast = plan.AtLeast,
            Choices = [.. plan.Choices.Select(PlannedUpgradeView.Of)],
            Take = plan.Take,
            Rule = UpgradePlan.Rule,
            // Of what is not known to be sold nothing is said.
            Said = modules is null ? [] : plan.Said,
        });
    }

    private static Results<Ok<IReadOnlyList<SymptomView>>, JsonHttpResult<Problem>> GetSymptoms(string unitId, Workpieces workpieces, Store store, CancellationToken cancellation) =>
        workpieces.Find(unitId).Answer<Workpiece, IReadOnlyList<SymptomView>>(piece => [.. Symptoms.Of(piece.Record, piece.Rubric, List(store).Symptoms, cancellation).Select(SymptomView.Of)]);

    /// <summary>The house's list; as long as it has none of its own, the one that ships with the program.</summary>
    private static SymptomList List(Store store) => HouseSetting.Of<SymptomList>(store, SymptomsSetting) is { Symptoms: { } kept } own && Symptoms.Faults(kept).Count == 0 ? own : HouseLists.Symptoms;

    private static Results<Ok<SymptomList>, JsonHttpResult<Problem>> PutSymptoms(EditRequest request, Desk desk, Store store)
    {
        var (list, problem) = request.Json<SymptomList>();
        if (list is null)
            return problem!;
        if (list.Symptoms is null)
            return Problems.Faulty([new("symptoms", "is required")]);
        var faults = Symptoms.Faults(list.Symptoms);
        return faults.Count > 0 ? Problems.Faulty(faults) : request.Set(desk, store, SymptomsSetting, list);
    }

    private static Results<ServerSentEventsResult<string>, JsonHttpResult<Problem>> LiveYears(EditRequest request, string unitId, Workpieces workpieces, Store store, LongWork work)
    {
        var (question, problem) = request.Json<OwnershipQuestion>();
        if (question is null)
            return problem!;
        var asked = new OwnershipAsked(question.Years, question.Lives, question.Rate, (ulong)question.Seed);
        var faults = asked.Faults().ToList();
        if (question.Seed < 0)
            faults.Add(new("seed", "must not be below 0"));
        if (question.Beside == unitId)
            faults.Add(new("beside", "is the same unit"));
        if (faults.Count > 0)
            return Problems.Faulty(faults);
        var pieces = new List<Workpiece>();
        foreach (var id in new[] { unitId, question.Beside }.OfType<string>())
        {
            var found = workpieces.Find(id);
            if (found.Value is not { } piece)
                return Problems.Of(found.Refusal!);
            pieces.Add(piece);
        }
        var profile = Profile(store);
        return work.Stream(request.Http, "ownership", asked.Lives, (progress, stop) =>
        {
            var (machines, pairs) = OwnershipLives.Of([.. pieces.Select(piece => new OwnedMachine(piece.Record, piece.Rubric))], profile, asked, null, progress, stop);
            return new OwnershipAnswer
            {
                Asked = question,
                Currency = pieces[0].Rubric.Currency,
                Units = [.. pieces.Zip(machines, (piece, years) => new OwnedUnit(piece.Unit.Id, $"{piece.Record.Record.Unit.Maker} {piece.Record.Record.Unit.Model}", PartNames.Of(piece.Record.Record.Parts), years))],
                Pair = pairs.Count == 0 ? null : pairs[0],
            };
        });
    }

    /// <summary>What the house assumes of failures; as long as it has nothing of its own, what ships with the program.</summary>
    private static FailureProfile Profile(Store store) => HouseSetting.Of<FailureProfile>(store, FailuresSetting) is { } own && own.Faults().Count == 0 ? own : HouseLists.Failures;

    private static Results<Ok<FailureProfile>, JsonHttpResult<Problem>> PutFailures(EditRequest request, Desk desk, Store store)
    {
        var (profile, problem) = request.Json<FailureProfile>();
        if (profile is null)
            return problem!;
        var faults = profile.Faults();
        return faults.Count > 0 ? Problems.Faulty(faults) : request.Set(desk, store, FailuresSetting, profile);
    }

    /// <summary>Modules that are bought for places: pairs of a place and a number, <c>memory-b:M5-16</c>.</summary>
    private static async Task<(IReadOnlyList<Purchase> Bought, IReadOnlyList<Fault> Faults)> BoughtAsync(string? with, Workpiece piece, CatalogueQuestions catalogue, CancellationToken cancellation)
    {
        var (bought, faults) = (new List<Purchase>(), new List<Fault>());
        foreach (var pair in Asked(with).Take(RepairPlan.Most))
        {
            var (id, number) = pair.Split(':', 2) is [var before, var after] ? (before, after) : (pair, "");
            if (piece.Record.Record.Parts.FirstOrDefault(part => part.Id == id) is not { } place)
            {
                faults.Add(new("with", $"there is no part \"{id}\""));
                continue;
            }
            var (_, modules, _, trouble) = await catalogue.ModulesAsync(place.Kind, again: false, cancellation);
            if (modules?.FirstOrDefault(module => module.Number == number) is not { } found)
                faults.Add(new("with", trouble ?? $"the catalogue does not list \"{number}\""));
            else
                bought.Add(new(place, ModuleFits.Of(place, piece.Record.Record, found, piece.Rubric), Price.InRubricCurrency(found.Price, piece.Rubric)));
        }
        return (bought, faults);
    }

    private static List<string> Asked(string? parts) => [.. (parts ?? "").Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)];
}
