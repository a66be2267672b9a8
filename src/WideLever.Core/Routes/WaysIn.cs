using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Routes;

/// <summary>The ways to every part of a record under a rubric. Method, <em>Routes</em>.</summary>
public sealed class WaysIn
{
    private readonly CheckedRecord record;
    private readonly RouteSearch search;
    private readonly IReadOnlyList<IReadOnlyList<int>> goals;

    /// <summary>The ways of a record under a rubric.</summary>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public WaysIn(CheckedRecord record, Rubric rubric, CancellationToken cancellation = default)
    {
        this.record = record;
        Efforts = [.. record.Record.Steps.Select(step => StepEffort.Of(step, rubric))];
        search = new RouteSearch(record, Efforts, rubric.Schools.PowerFirst, cancellation);
        goals = [.. record.Record.Parts.Select(Goal)];
    }

    /// <summary>The effort of each step, by position.</summary>
    public StepEffort[] Efforts { get; }

    /// <summary>
    /// The route to each part by id, as step positions in recorded order; null where no step frees the part, unless it is an empty place in view.
    /// </summary>
    public Dictionary<string, IReadOnlyList<int>?> Routes(CancellationToken cancellation = default) => Freed(search.Routes(goals, cancellation));

    /// <summary>As <see cref="Routes"/>, and for fitted parts in view that no step frees the least set of steps after which they are in view.</summary>
    internal IReadOnlyList<IReadOnlyList<int>?> RoutesAndViews(CancellationToken cancellation = default) => search.Routes(goals, cancellation);

    /// <summary>The second-best way to each part by id; null where there is none.</summary>
    public Dictionary<string, IReadOnlyList<int>?> SecondBest(CancellationToken cancellation = default) =>
        Freed(search.SecondBest(goals, search.Routes(goals, cancellation), cancellation));

    /// <summary>Charged effort of some steps.</summary>
    public EffortSeconds Effort(IEnumerable<int> steps) => steps.Aggregate(default(EffortSeconds), (sum, step) => sum + Efforts[step].Charged);

    /// <summary>Whether a part is in view and no step frees it, so that nothing is known of its way but that it is no shorter.</summary>
    public static bool IsOnlyInView(CheckedRecord record, Part part) =>
        part is { Fitted: true, Layer: not null } && record.Graph.Freeing[record.Graph.PartPositions[part.Id]].Count == 0;

    private IReadOnlyList<int> Goal(Part part, int position)
    {
        var freeing = record.Graph.Freeing[position];
        return freeing.Count == 0 && part.Layer is { } layer ? search.Open(record.Graph.LayerPositions[layer], powerOff: !part.Fitted) : freeing;
    }

    private Dictionary<string, IReadOnlyList<int>?> Freed(IReadOnlyList<IReadOnlyList<int>?> routes) => record.Record.Parts
        .Select((part, position) => (part.Id, Route: IsOnlyInView(record, part) ? null : routes[position])).ToDictionary(pair => pair.Id, pair => pair.Route, StringComparer.Ordinal);
}
