using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Routes;

/// <summary>The ways to every part of a record under a rubric. Method, <em>Routes</em>.</summary>
public sealed class WaysIn
{
    private readonly CheckedRecord record;
    private readonly RouteSearch search;

    /// <summary>The ways of a record under a rubric.</summary>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public WaysIn(CheckedRecord record, Rubric rubric, CancellationToken cancellation = default)
    {
        this.record = record;
        Efforts = [.. record.Record.Steps.Select(step => StepEffort.Of(step, rubric))];
        search = new RouteSearch(record, Efforts, rubric.Schools.PowerFirst, cancellation);
    }

    /// <summary>The effort of each step, by position.</summary>
    public StepEffort[] Efforts { get; }

    /// <summary>The route to each part by id, as step positions in recorded order; null where no step frees the part.</summary>
    public Dictionary<string, IReadOnlyList<int>?> Routes(CancellationToken cancellation = default) =>
        ByPart(search.Routes(record.Graph.Freeing, cancellation));

    /// <summary>The second-best way to each part by id; null where there is none.</summary>
    public Dictionary<string, IReadOnlyList<int>?> SecondBest(CancellationToken cancellation = default) =>
        ByPart(search.SecondBest(record.Graph.Freeing, search.Routes(record.Graph.Freeing, cancellation), cancellation));

    /// <summary>Charged effort of some steps.</summary>
    public EffortSeconds Effort(IEnumerable<int> steps) => steps.Aggregate(default(EffortSeconds), (sum, step) => sum + Efforts[step].Charged);

    private Dictionary<string, IReadOnlyList<int>?> ByPart(IReadOnlyList<IReadOnlyList<int>?> routes) =>
        record.Record.Parts.Select((part, position) => (part.Id, routes[position])).ToDictionary(StringComparer.Ordinal);
}
