using WideLever.Core.Checking;
using WideLever.Core.Records;

namespace WideLever.Core.Scoring;

/// <summary>What is open about the order of a step.</summary>
public enum OrderQuestion
{
    /// <summary>It leads to nothing: what is it needed for?</summary>
    LeadsToNothing,

    /// <summary>What comes before it was taken from what stood around: is it so?</summary>
    Assumed,

    /// <summary>It brings out something large: what has to come before it?</summary>
    WhatComesBefore,
}

/// <summary>A step of which the order was not asked for.</summary>
/// <param name="Step">Its position.</param>
/// <param name="Question">What is open.</param>
public readonly record struct OpenOrder(int Step, OrderQuestion Question);

/// <summary>Whether the order of the work and the power were asked for. Method, <em>Means</em>, status and order.</summary>
public static class WorkOrder
{
    /// <summary>Every step of which the order is open: order typed is not order needed, and only a person can say which it is.</summary>
    public static IReadOnlyList<OpenOrder> Open(CheckedRecord record) => Open(record.Record, record.Graph);

    internal static IReadOnlyList<OpenOrder> Open(TeardownRecord record, RecordGraph graph)
    {
        var steps = record.Steps;
        var open = new List<OpenOrder>();
        var needed = graph.Needed();
        var begun = new bool[Math.Max(1, graph.Openers.Count)];
        for (var s = 0; s < steps.Count; s++)
        {
            var step = steps[s];
            var isFirst = !begun[graph.LayerOf[s]];
            begun[graph.LayerOf[s]] = true;
            if (step.OrderAssumed)
                open.Add(new(s, OrderQuestion.Assumed));
            else if (RecordValidation.LeadsToNothing(step) && !needed[s])
                open.Add(new(s, OrderQuestion.LeadsToNothing));
            else if (BringsOutMuch(step, record, graph) && step.After.Count == 0 && !step.NeedsNoOther && !isFirst)
                open.Add(new(s, OrderQuestion.WhatComesBefore));
        }
        return open;
    }

    /// <summary>Whether a battery may be there, no step disconnects power, and a step unplugs something or lies outside the first layer.</summary>
    public static bool PowerLeftOn(CheckedRecord record) => PowerLeftOn(record.Record, record.Graph);

    internal static bool PowerLeftOn(TeardownRecord record, RecordGraph graph) =>
        !record.Absent.Contains(PartKind.Battery) && graph.Disconnecting.Count == 0
        && record.Steps.Where((step, s) => graph.LayerOf[s] != 0 || step.Actions.Any(action => action is Unplug)).Any();

    private static bool BringsOutMuch(Step step, TeardownRecord record, RecordGraph graph) =>
        AsksOrder(step, id => graph.PartPositions.TryGetValue(id, out var part) ? record.Parts[part].Kind : null);

    /// <summary>Whether a step brings out so much that somebody has to say what comes before it.</summary>
    /// <param name="step">The step.</param>
    /// <param name="kindOf">The kind of a part by its id; null: there is none.</param>
    public static bool AsksOrder(Step step, Func<string, PartKind?> kindOf) =>
        step.Opens is not null || step.Frees.Any(id => kindOf(id) is PartKind.Mainboard or PartKind.TopCase or PartKind.Frame or PartKind.DisplayAssembly or PartKind.Keyboard);
}
