using Microsoft.AspNetCore.Http.HttpResults;
using WideLever.Core.Records;
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
        HttpRequest request, string teardownId, string? before, Editing editing, CancellationToken cancellation)
    {
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
        HttpRequest request, string teardownId, string stepId, int to, Editing editing) =>
        editing.Teardown(request, teardownId, $"moved the step {stepId}", (teardown, _) =>
            Position(teardown, stepId) is >= 0 and var position ? TeardownEdits.Move(teardown, position, to) : null);

    private static int Position(TeardownDocument teardown, string stepId) =>
        teardown.Steps.Select((step, position) => (step.Id, position)).Where(pair => pair.Id == stepId).Select(pair => pair.position).DefaultIfEmpty(-1).First();
}
