using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Benching;
using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.StepLines;
using WideLever.House;
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
        teardown.MapPut("/heading", PutHeading).WithName("putTeardownHeading").Accepts<TeardownHeading>("application/json").ProducesEdit();
        teardown.MapPost("/layers/rename", RenameLayer).WithName("renameLayer").ProducesEdit();
        teardown.MapPost("/steps", Add).WithName("addStep").Accepts<Step>("application/json").ProducesEdit();
        teardown.MapPut("/steps/{stepId}", Replace).WithName("replaceStep").Accepts<Step>("application/json").ProducesEdit();
        teardown.MapDelete("/steps/{stepId}", Remove).WithName("removeStep").ProducesEdit();
        teardown.MapPost("/steps/{stepId}/move", Move).WithName("moveStep").ProducesEdit();
        teardown.MapPost("/steps/{stepId}/split", Split).WithName("splitStep").ProducesEdit();
        teardown.MapPost("/steps/{stepId}/merge", Merge).WithName("mergeStep").ProducesEdit();
        teardown.MapPost("/steps/{stepId}/surprises", AddSurprise).WithName("addSurprise").Accepts<Surprise>("application/json").ProducesEdit();
        teardown.MapPost("/line", ReadLine).WithName("readLine").Accepts<LineRequest>("application/json").ProducesEdit();
        teardown.MapPost("/line/commit", CommitLine).WithName("commitLine").Accepts<LineRequest>("application/json").ProducesEdit();
        teardown.MapPost("/line/print", Print).WithName("printLine").Accepts<PrintRequest>("application/json").ProducesEdit();
        teardown.MapPost("/log", Log).WithName("logAtBench").Accepts<BenchEntry>("application/json").ProducesEdit();
        teardown.MapPut("/draft", SaveDraft).WithName("saveDraft").Accepts<Draft>("application/json").ProducesEdit();
        teardown.MapPost("/draft/take", TakeDraft).WithName("takeDraft").ProducesEdit();
        api.MapGet("/units/{unitId}/bench", GetBench).WithName("getBench");
        api.MapGet("/units/{unitId}/tray", GetTray).WithName("getTray").Produces<string>(200, "image/svg+xml").Produces<Problem>(404, "application/problem+json");
        teardown.MapPost("/redo", (EditRequest request, string teardownId, Undo undo) =>
            request.Answer(undo.Again(request.WindowId, DocumentKind.Teardown, teardownId))).WithName("redoTeardown").ProducesEdit();
        teardown.MapPost("/undo", (EditRequest request, string teardownId, Undo undo) =>
            request.Answer(undo.Back(request.WindowId, DocumentKind.Teardown, teardownId))).WithName("undoTeardown").ProducesEdit();
    }

    /// <summary>The sorting tray as a drawing.</summary>
    private static Results<FileContentHttpResult, JsonHttpResult<Problem>> GetTray(string unitId, Workpieces workpieces)
    {
        var found = workpieces.Find(unitId);
        return found.Value is { } piece
            ? TypedResults.File(Encoding.UTF8.GetBytes(TrayStrip.Svg(SortingTray.Of(piece.Record.Record.Steps))), "image/svg+xml; charset=utf-8")
            : Problems.Of(found.Refusal!);
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> PutHeading(EditRequest request, string teardownId, Edits edits) =>
        request.Answer(edits.Teardown(request.By, teardownId, "changed the teardown's data", (teardown, faults) =>
            RecordReader.ReadTeardownHeading(request.Body!, faults) is { } heading
                ? teardown with { Teardown = heading.Teardown, Guidance = heading.Guidance, Notes = heading.Notes }
                : null));

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> RenameLayer(EditRequest request, string teardownId, string layer, string name, Edits edits) =>
        request.Answer(edits.Teardown(request.By, teardownId, $"renamed the layer {layer}", (teardown, _) =>
            teardown.Layers.Contains(layer) ? TeardownEdits.RenameLayer(teardown, layer, name) : null));

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Add(EditRequest request, string teardownId, string? before, Edits edits, BenchDesk desk)
    {
        if (desk.State(teardownId).IsStopped)
            return Stopped;
        return request.Answer(edits.Teardown(request.By, teardownId, "added a step", (teardown, faults) =>
        {
            var position = before is null ? teardown.Steps.Count : Position(teardown, before);
            if (position < 0)
                return null;
            return RecordReader.ReadStep(request.Body!, $"steps[{position}]", faults) is { } step ? TeardownEdits.Insert(teardown, position, step) : null;
        }));
    }

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Replace(EditRequest request, string teardownId, string stepId, Edits edits) =>
        request.Answer(edits.Teardown(request.By, teardownId, $"changed the step {stepId}", (teardown, faults) =>
        {
            var position = Position(teardown, stepId);
            if (position < 0)
                return null;
            return RecordReader.ReadStep(request.Body!, $"steps[{position}]", faults) is { } step ? TeardownEdits.Replace(teardown, position, step) : null;
        }));

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Remove(EditRequest request, string teardownId, string stepId, Edits edits) =>
        request.Answer(edits.Teardown(request.By, teardownId, $"removed the step {stepId}", (teardown, _) =>
            Position(teardown, stepId) is >= 0 and var position ? TeardownEdits.Remove(teardown, position) : null));

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Move(EditRequest request, string teardownId, string stepId, int to, bool? anyway, Edits edits) =>
        request.Answer(edits.Teardown(request.By, teardownId, $"moved the step {stepId}", (_, found) =>
        {
            var teardown = found.Document;
            if (Position(teardown, stepId) is not (>= 0 and var position))
                return Refusal.NoItem;
            var moved = TeardownEdits.Move(teardown, position, to);
            var before = TeardownEdits.OutOfOrder(teardown.Steps, teardown.Layers[0]).Select(one => (teardown.Steps[one.Position].Id, one.Needs));
            List<Fault> early =
            [
                .. TeardownEdits.OutOfOrder(moved.Steps, moved.Layers[0]).Select(one => (moved.Steps[one.Position].Id, one.Needs)).Except(before)
                    .Select(one => new Fault("", $"\"{moved.Steps.First(step => step.Id == one.Id).Title}\": {one.Needs}")),
            ];
            return early.Count > 0 && anyway != true ? Refusal.Early(early) : new EditedTeardown(moved);
        }));

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Split(EditRequest request, string teardownId, string stepId, int actions, Edits edits, RubricInUse rubric) =>
        request.Answer(edits.Teardown(request.By, teardownId, $"split the step {stepId}", (teardown, faults) =>
        {
            if (Position(teardown, stepId) is not (>= 0 and var position))
                return null;
            var step = teardown.Steps[position];
            if (actions < 1 || actions >= step.Actions.Count)
            {
                faults.Add(new($"steps[{position}].actions", $"the step has {step.Actions.Count} actions: split it behind one of the first {step.Actions.Count - 1}"));
                return null;
            }
            var title = StepNames.Title(new Step { Id = "", Title = "", Layer = step.Layer, Actions = [.. step.Actions.Take(actions)] }, []);
            var id = StepNames.Id(title, teardown.Steps.Select(other => other.Id));
            return TeardownEdits.Split(teardown, position, actions, id, title, part => part.Sum(action => ActionEffort.Of(action, rubric.Sheet.Rubric).MiddleOut));
        }));

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> Merge(EditRequest request, string teardownId, string stepId, Edits edits) =>
        request.Answer(edits.Teardown(request.By, teardownId, $"merged the step {stepId} with the next", (teardown, faults) =>
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
        }));

    private static Results<Ok<Committed>, JsonHttpResult<Problem>> AddSurprise(EditRequest request, string teardownId, string stepId, Edits edits) =>
        request.Answer(edits.AddToTeardown(request.By, teardownId, $"noted a surprise at the step {stepId}", (teardown, faults) =>
        {
            if (Position(teardown, stepId) is not (>= 0 and var position))
                return null;
            var step = teardown.Steps[position];
            return RecordReader.ReadSurprise(request.Body!, $"steps[{position}].surprises[{step.Surprises.Count}]", faults) is { } surprise
                ? new(teardown with { Steps = [.. teardown.Steps.Select(other => other.Id == stepId ? step with { Surprises = [.. step.Surprises, surprise] } : other)] })
                : null;
        }));

    private static Results<Ok<BenchView>, JsonHttpResult<Problem>> GetBench(HttpRequest request, string unitId, Workpieces workpieces, BenchDesk desk)
    {
        var found = workpieces.Find(unitId);
        if (found.Value is { } piece)
            RequestBody.SetRevision(request.HttpContext.Response, piece.Teardown.Revision);
        return found.Answer(one => desk.View(one, RequestBody.WindowId(request)));
    }

    private static Results<Ok<LineView>, JsonHttpResult<Problem>> ReadLine(EditRequest request, string teardownId, BenchDesk desk, News news)
    {
        var (line, problem) = request.Json<LineRequest>();
        if (line is null)
            return problem!;
        news.Attend(request.WindowId);
        if (desk.Record(teardownId, line.StepId is null ? null : line.Since) is not { } record)
            return Problems.Of(Refusal.NoTeardown(teardownId));
        return LineCommit.Context(record, line.StepId, line.Before, desk.Words()) is { } context
            ? TypedResults.Ok(desk.Read(record, context, teardownId, line))
            : Problems.NotFound("such step: it may have been removed in another window");
    }

    /// <summary>Logs a line. Where a unit in view is named, the answer shows what that came to: a step is on the screen one question earlier.</summary>
    private static Results<Ok<LineCommitted>, JsonHttpResult<Problem>> CommitLine(
        EditRequest request, string teardownId, string? show, BenchDesk desk, Edits edits, Workpieces workpieces, Store store, Undo undo, CancellationToken cancellation)
    {
        var (line, problem) = request.Json<LineRequest>();
        if (line is null)
            return problem!;
        var state = desk.State(teardownId);
        if (state.IsStopped)
            return Stopped;
        var outcome = edits.Teardown(request.By, teardownId, "logged a line", (stand, teardown) => desk.Commit(stand, teardown, line, state));
        if (outcome.Value is not { } committed)
            return Problems.Of(outcome.Refusal!);
        RequestBody.SetRevision(request.Http.HttpContext.Response, committed.Revision);
        var logged = new LineCommitted(committed.Revision, committed.Hints, committed.Made, null, null);
        if (show is null || workpieces.Find(show).Value is not { } piece || piece.Teardown.Id != teardownId)
            return TypedResults.Ok(logged);
        try
        {
            return TypedResults.Ok(logged with { Unit = UnitViews.Of(piece, request.WindowId, store, undo, cancellation), Bench = desk.View(piece, request.WindowId) });
        }
        catch (UnreadableException)
        {
            // The line is on disk whatever cannot be shown beside it; who asks for the unit next is told what is unreadable.
            return TypedResults.Ok(logged);
        }
    }

    private static Results<Ok<PrintedLine>, JsonHttpResult<Problem>> Print(EditRequest request, string teardownId, BenchDesk desk)
    {
        var (print, problem) = request.Json<PrintRequest>();
        if (print is null)
            return problem!;
        if (desk.Record(teardownId) is not { } record)
            return Problems.Of(Refusal.NoTeardown(teardownId));
        if (LineCommit.Context(record, print.StepId, print.Before) is not { } context)
            return Problems.NotFound("such step: it may have been removed in another window");
        var faults = new List<Fault>();
        var step = RecordReader.ReadStep(Encoding.UTF8.GetBytes(print.Step.GetRawText()), "step", faults);
        if (step is null || faults.Count > 0)
            return Problems.Faulty(faults);
        return TypedResults.Ok(new PrintedLine(StepLine.Print(string.IsNullOrWhiteSpace(step.Title) ? step with { Title = StepNames.Title(step, StepNames.With(record.Parts, print.Parts)) } : step, context, print.Parts)));
    }

    private static Results<NoContent, JsonHttpResult<Problem>> Log(EditRequest request, string teardownId, BenchDesk desk)
    {
        var (entry, problem) = request.Json<BenchEntry>();
        if (entry is null)
            return problem!;
        return entry.Fault() is { } fault ? Problems.Faulty([fault]) : desk.Log(request.WindowId, teardownId, entry).AnswerDone();
    }

    private static Results<NoContent, JsonHttpResult<Problem>> SaveDraft(EditRequest request, string teardownId, Store store)
    {
        var (draft, problem) = request.Json<Draft>();
        if (draft is null)
            return problem!;
        if (store.Documents.Revision(DocumentKind.Teardown, teardownId) == 0)
            return Problems.Of(Refusal.NoTeardown(teardownId));
        if (draft.Line is null || draft.Line.Length > StepLine.MaxLength)
            return Problems.Faulty([new("line", $"is longer than {StepLine.MaxLength} characters")]);
        store.Drafts.Save(teardownId, request.WindowId, Encoding.UTF8.GetString(RecordJson.Canonical(draft)));
        return TypedResults.NoContent();
    }

    private static JsonHttpResult<Problem> Stopped =>
        Problems.Conflict("The pack was found swollen: the teardown stops until it is said what was done about it. The line is kept.");

    private static Results<NoContent, JsonHttpResult<Problem>> TakeDraft(EditRequest request, string teardownId, string from, BenchDesk desk)
    {
        if (desk.TakeDraft(teardownId, from, request.WindowId))
            return TypedResults.NoContent();
        return Problems.Conflict("That window is open: its line stays there.");
    }

    private static int Position(TeardownDocument teardown, string stepId) =>
        teardown.Steps.Select((step, position) => (step.Id, position)).Where(pair => pair.Id == stepId).Select(pair => pair.position).DefaultIfEmpty(-1).First();
}
