using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Benching;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Interchange;
using WideLever.Storage;
using WideLever.Web.Units;

namespace WideLever.Web.Bench;

/// <summary>Logging a teardown: its steps, layers and marks.</summary>
public static class BenchEndpoints
{
    /// <summary>Maps the endpoints.</summary>
    public static void MapBench(this RouteGroupBuilder api)
    {
        var teardown = api.MapGroup("/teardowns/{teardownId}");
        teardown.MapPut("/heading", PutHeadingAsync).WithName("putTeardownHeading").Accepts<TeardownHeading>("application/json").ProducesEdit();
        teardown.MapPost("/layers/rename", RenameLayer).WithName("renameLayer").ProducesEdit();
        teardown.MapPost("/steps", AddAsync).WithName("addStep").Accepts<Step>("application/json").ProducesEdit();
        teardown.MapPut("/steps/{stepId}", ReplaceAsync).WithName("replaceStep").Accepts<Step>("application/json").ProducesEdit();
        teardown.MapDelete("/steps/{stepId}", Remove).WithName("removeStep").ProducesEdit();
        teardown.MapPost("/steps/{stepId}/move", Move).WithName("moveStep").ProducesEdit();
        teardown.MapPost("/steps/{stepId}/split", Split).WithName("splitStep").ProducesEdit();
        teardown.MapPost("/steps/{stepId}/merge", Merge).WithName("mergeStep").ProducesEdit();
        teardown.MapPost("/steps/{stepId}/surprises", SurpriseAsync).WithName("addSurprise").Accepts<Surprise>("application/json").ProducesEdit();
        teardown.MapPost("/line", ReadLineAsync).WithName("readLine").Accepts<LineRequest>("application/json").ProducesEdit();
        teardown.MapPost("/line/commit", CommitLineAsync).WithName("commitLine").Accepts<LineRequest>("application/json").ProducesEdit();
        teardown.MapPost("/line/print", PrintAsync).WithName("printLine").Accepts<PrintRequest>("application/json").ProducesEdit();
        teardown.MapPost("/log", LogAsync).WithName("logAtBench").Accepts<BenchEntry>("application/json").ProducesEdit();
        teardown.MapPut("/draft", SaveDraftAsync).WithName("saveDraft").Accepts<Draft>("application/json").ProducesEdit();
        teardown.MapPost("/draft/take", TakeDraft).WithName("takeDraft").ProducesEdit();
        api.MapGet("/units/{unitId}/bench", GetBench).WithName("getBench");
        teardown.MapPost("/redo", (HttpRequest request, string teardownId, Editing editing) =>
            editing.Redo(request, DocumentKind.Teardown, teardownId)).WithName("redoTeardown").ProducesEdit();
        teardown.MapPost("/undo", (HttpRequest request, string teardownId, Editing editing) =>
            editing.Undo(request, DocumentKind.Teardown, teardownId)).WithName("undoTeardown").ProducesEdit();
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> PutHeadingAsync(
        HttpRequest request, string teardownId, Editing editing, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        return editing.Teardown(request, teardownId, "changed the teardown's data", (teardown, faults) =>
            RecordReader.ReadTeardownHeading(body, faults) is { } heading
                ? teardown with { Teardown = heading.Teardown, Guidance = heading.Guidance, Notes = heading.Notes }
                : null);
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> RenameLayer(
        HttpRequest request, string teardownId, string layer, string name, Editing editing) =>
        editing.Teardown(request, teardownId, $"renamed the layer {layer}", (teardown, _) =>
            teardown.Layers.Contains(layer) ? TeardownEdits.RenameLayer(teardown, layer, name) : null);

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> AddAsync(
        HttpRequest request, string teardownId, string? before, Editing editing, BenchDesk desk, CancellationToken cancellation)
    {
        if (desk.State(teardownId).IsStopped)
            return Stopped;
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        return editing.Teardown(request, teardownId, "added a step", (teardown, faults) =>
        {
            var position = before is null ? teardown.Steps.Count : Position(teardown, before);
            if (position < 0)
                return null;
            return RecordReader.ReadStep(body, $"steps[{position}]", faults) is { } step ? TeardownEdits.Insert(teardown, position, step) : null;
        });
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> ReplaceAsync(
        HttpRequest request, string teardownId, string stepId, Editing editing, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        return editing.Teardown(request, teardownId, $"changed the step {stepId}", (teardown, faults) =>
        {
            var position = Position(teardown, stepId);
            if (position < 0)
                return null;
            return RecordReader.ReadStep(body, $"steps[{position}]", faults) is { } step ? TeardownEdits.Replace(teardown, position, step) : null;
        });
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Remove(HttpRequest request, string teardownId, string stepId, Editing editing) =>
        editing.Teardown(request, teardownId, $"removed the step {stepId}", (teardown, _) =>
            Position(teardown, stepId) is >= 0 and var position ? TeardownEdits.Remove(teardown, position) : null);

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Move(
        HttpRequest request, string teardownId, string stepId, int to, bool? anyway, Editing editing)
    {
        IReadOnlyList<Fault> early = [];
        var answer = editing.Teardown(request, teardownId, $"moved the step {stepId}", (teardown, faults) =>
        {
            if (Position(teardown, stepId) is not (>= 0 and var position))
                return null;
            var moved = TeardownEdits.Move(teardown, position, to);
            var before = TeardownEdits.OutOfOrder(teardown.Steps, teardown.Layers[0]).Select(one => (teardown.Steps[one.Position].Id, one.Needs));
            early =
            [
                .. TeardownEdits.OutOfOrder(moved.Steps, moved.Layers[0]).Select(one => (moved.Steps[one.Position].Id, one.Needs)).Except(before)
                    .Select(one => new Fault("", $"\"{moved.Steps.First(step => step.Id == one.Id).Title}\": {one.Needs}")),
            ];
            if (early.Count > 0 && anyway != true)
                faults.AddRange(early);
            return moved;
        });
        return early.Count > 0 && anyway != true && answer.Result is JsonHttpResult<Problem> { StatusCode: 422 } ? Problems.Early(early) : answer;
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Split(
        HttpRequest request, string teardownId, string stepId, int actions, Editing editing, Workshop workshop) =>
        editing.Teardown(request, teardownId, $"split the step {stepId}", (teardown, faults) =>
        {
            if (Position(teardown, stepId) is not (>= 0 and var position))
                return null;
            var step = teardown.Steps[position];
            if (actions < 1 || actions >= step.Actions.Count)
            {
                faults.Add(new($"steps[{position}].actions", $"the step has {step.Actions.Count} actions: split it behind one of the first {step.Actions.Count - 1}"));
                return null;
            }
            var title = StepNames.Title(new Step { Id = "", Title = "", Layer = step.Layer, Actions = [.. step.Actions.Take(actions)] });
            var id = StepNames.Id(title, teardown.Steps.Select(other => other.Id));
            return TeardownEdits.Split(teardown, position, actions, id, title, part => part.Sum(action => ActionEffort.Of(action, workshop.Rubric).MiddleOut));
        });

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Merge(HttpRequest request, string teardownId, string stepId, Editing editing) =>
        editing.Teardown(request, teardownId, $"merged the step {stepId} with the next", (teardown, faults) =>
        {
            if (Position(teardown, stepId) is not (>= 0 and var position))
                return null;
            if (position == teardown.Steps.Count - 1)
                faults.Add(new($"steps[{position}]", "no step follows this one"));
            else if (TeardownEdits.Merge(teardown, position) is { } merged)
                return merged;
            else
                faults.Add(new($"steps[{position}]", "this step and the next lie in different layers or open different ones"));
            return null;
        });

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> SurpriseAsync(
        HttpRequest request, string teardownId, string stepId, Editing editing, CancellationToken cancellation)
    {
        if (await RequestBody.ReadAsync(request, cancellation) is not { } body)
            return Problems.TooLarge();
        return editing.AddToTeardown(request, teardownId, $"noted a surprise at the step {stepId}", (teardown, faults) =>
        {
            if (Position(teardown, stepId) is not (>= 0 and var position))
                return null;
            var step = teardown.Steps[position];
            return RecordReader.ReadSurprise(body, $"steps[{position}].surprises[{step.Surprises.Count}]", faults) is { } surprise
                ? teardown with { Steps = [.. teardown.Steps.Select(other => other.Id == stepId ? step with { Surprises = [.. step.Surprises, surprise] } : other)] }
                : null;
        });
    }

    private static Results<Ok<BenchView>, JsonHttpResult<Problem>> GetBench(HttpRequest request, string unitId, Workshop workshop, BenchDesk desk) =>
        workshop.Find(unitId) is { } piece ? TypedResults.Ok(desk.View(piece, RequestBody.WindowId(request))) : Problems.NotFound($"unit \"{unitId}\"");

    private static async Task<Results<Ok<LineView>, JsonHttpResult<Problem>>> ReadLineAsync(
        HttpRequest request, string teardownId, BenchDesk desk, News news, CancellationToken cancellation)
    {
        var (line, problem) = await RequestBody.ReadJsonAsync<LineRequest>(request, cancellation);
        if (line is null)
            return problem!;
        news.Attend(RequestBody.WindowId(request));
        if (desk.Record(teardownId) is not { } found)
            return Problems.NotFound($"teardown \"{teardownId}\"");
        return BenchDesk.Context(found.Record, line.StepId, line.Before) is { } context
            ? TypedResults.Ok(desk.Read(found.Record, context, teardownId, line))
            : Problems.NotFound("such step: it may have been removed in another window");
    }

    private static async Task<Results<Ok<Committed>, JsonHttpResult<Problem>>> CommitLineAsync(
        HttpRequest request, string teardownId, BenchDesk desk, Editing editing, CancellationToken cancellation)
    {
        var (line, problem) = await RequestBody.ReadJsonAsync<LineRequest>(request, cancellation);
        if (line is null)
            return problem!;
        if (desk.Record(teardownId) is not { } found)
            return Problems.NotFound($"teardown \"{teardownId}\"");
        if (BenchDesk.Context(found.Record, line.StepId, line.Before) is not { } context)
            return Problems.NotFound("such step: it may have been removed in another window");
        if (line is { StepId: { } stepId, Since: { } since } && desk.ChangedSince(teardownId, stepId, since, found.Record) is { } changed)
            return Problems.Stale(found.Revision, [changed]);
        var state = desk.State(teardownId);
        if (state.IsStopped)
            return Stopped;
        var reading = StepLine.Read(line.Line, context);
        if (reading.Faults.Count > 0)
            return Problems.Faulty([.. reading.Faults.Select(fault => new Fault($"line {fault.Start + 1}–{fault.End}", fault.Message))]);
        var isNew = line.StepId is null;
        // A time that the line tells itself is the person's.
        var step = isNew && reading.Step.ObservedSeconds is null ? reading.Step with { ObservedSeconds = state.Stopwatch.Observed(desk.Now) } : reading.Step;
        // What was in view when the step was logged was seen.
        var entries = Cautions.For(BenchDesk.WithNewParts(found.Record, reading.Parts), step, state.PackSwollen == true)
            .Where(caution => !state.Seen.Contains(caution.Caution))
            .Select(caution => new BenchEntry { Kind = BenchEntryKind.CautionSeen, Caution = caution.Caution, Step = step.Id }).ToList();
        if (isNew && state.Stopwatch.State != StopwatchState.Idle)
            entries.Add(new() { Kind = BenchEntryKind.Stopwatch, Stopwatch = StopwatchEvent.Commit });
        var answer = editing.TeardownLine(request, teardownId, isNew ? $"logged \"{step.Title}\"" : $"changed the step {step.Id}", (teardown, _) =>
        {
            // The revision is checked under the lock: this is the document that the line was read in.
            var edited = isNew ? TeardownEdits.Insert(teardown, context.Position, step) : TeardownEdits.Replace(teardown, context.Position, step);
            return (edited with { Photos = [.. edited.Photos.Select(photo => line.Photos.Contains(photo.Id) ? photo with { Step = step.Id } : photo)] }, reading.Parts);
        }, entries);
        return answer.Result is Ok<Committed> { Value: { } committed } ? TypedResults.Ok(committed with { Made = step.Id }) : answer;
    }

    private static async Task<Results<Ok<PrintedLine>, JsonHttpResult<Problem>>> PrintAsync(
        HttpRequest request, string teardownId, BenchDesk desk, CancellationToken cancellation)
    {
        var (print, problem) = await RequestBody.ReadJsonAsync<PrintRequest>(request, cancellation);
        if (print is null)
            return problem!;
        if (desk.Record(teardownId) is not { } found)
            return Problems.NotFound($"teardown \"{teardownId}\"");
        if (BenchDesk.Context(found.Record, print.StepId, print.Before) is not { } context)
            return Problems.NotFound("such step: it may have been removed in another window");
        var faults = new List<Fault>();
        var step = RecordReader.ReadStep(Encoding.UTF8.GetBytes(print.Step.GetRawText()), "step", faults);
        if (step is null || faults.Count > 0)
            return Problems.Faulty(faults);
        return TypedResults.Ok(new PrintedLine(StepLine.Print(string.IsNullOrWhiteSpace(step.Title) ? step with { Title = StepNames.Title(step) } : step, context, print.Parts)));
    }

    private static async Task<Results<NoContent, JsonHttpResult<Problem>>> LogAsync(
        HttpRequest request, string teardownId, BenchDesk desk, Store store, CancellationToken cancellation)
    {
        var (entry, problem) = await RequestBody.ReadJsonAsync<BenchEntry>(request, cancellation);
        if (entry is null)
            return problem!;
        if (store.Head(DocumentKind.Teardown, teardownId) is null)
            return Problems.NotFound($"teardown \"{teardownId}\"");
        if (entry.Fault() is { } fault)
            return Problems.Faulty([fault]);
        desk.Log(teardownId, RequestBody.WindowId(request), entry);
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, JsonHttpResult<Problem>>> SaveDraftAsync(
        HttpRequest request, string teardownId, Store store, CancellationToken cancellation)
    {
        var (draft, problem) = await RequestBody.ReadJsonAsync<Draft>(request, cancellation);
        if (draft is null)
            return problem!;
        if (store.Head(DocumentKind.Teardown, teardownId) is null)
            return Problems.NotFound($"teardown \"{teardownId}\"");
        if (draft.Line is null || draft.Line.Length > StepLine.MaxLength)
            return Problems.Faulty([new("line", $"is longer than {StepLine.MaxLength} characters")]);
        store.SaveDraft(teardownId, RequestBody.WindowId(request), Encoding.UTF8.GetString(RecordJson.Canonical(draft)));
        return TypedResults.NoContent();
    }

    private static JsonHttpResult<Problem> Stopped =>
        Problems.Conflict("The pack was found swollen: the teardown stops until it is said what was done about it. The line is kept.");

    private static Results<NoContent, JsonHttpResult<Problem>> TakeDraft(HttpRequest request, string teardownId, string from, BenchDesk desk)
    {
        if (desk.TakeDraft(teardownId, from, RequestBody.WindowId(request)))
            return TypedResults.NoContent();
        return Problems.Conflict("That window is open: its line stays there.");
    }

    private static int Position(TeardownDocument teardown, string stepId) =>
        teardown.Steps.Select((step, position) => (step.Id, position)).Where(pair => pair.Id == stepId).Select(pair => pair.position).DefaultIfEmpty(-1).First();
}
