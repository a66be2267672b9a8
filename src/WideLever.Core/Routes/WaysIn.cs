using System.Runtime.CompilerServices;
using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Routes;

/// <summary>The ways to every part of a record under a rubric. Method, <em>Routes</em>.</summary>
public sealed class WaysIn
{
    // The routes that were found last of a record, as long as it lives: most changes of a rubric leave them as they are.
    private static readonly ConditionalWeakTable<CheckedRecord, FoundRoutes> Last = [];

    private readonly CheckedRecord record;
    private readonly PowerFirst powerFirst;

    /// <summary>The ways of a record under a rubric.</summary>
    public WaysIn(CheckedRecord record, Rubric rubric)
    {
        this.record = record;
        powerFirst = rubric.Schools.PowerFirst;
        var steps = record.Record.Steps;
        Efforts = new StepEffort[steps.Count];
        for (var s = 0; s < Efforts.Length; s++)
            Efforts[s] = StepEffort.Of(steps[s], rubric);
    }

    /// <summary>The effort of each step, by position.</summary>
    public StepEffort[] Efforts { get; }

    /// <summary>
    /// The route to each part by id, as step positions in recorded order; null where no step frees the part, unless it is an empty place in view.
    /// </summary>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public Dictionary<string, IReadOnlyList<int>?> Routes(CancellationToken cancellation = default) => Freed(Found(cancellation).Routes);

    /// <summary>As <see cref="Routes"/>, and for fitted parts in view that no step frees the least set of steps after which they are in view.</summary>
    internal IReadOnlyList<IReadOnlyList<int>?> RoutesAndViews(CancellationToken cancellation = default)
    {
        var found = Found(cancellation);
        if (!Last.TryGetValue(record, out var last) || !ReferenceEquals(found, last))
            Last.AddOrUpdate(record, found);
        return found.Routes;
    }

    private FoundRoutes Found(CancellationToken cancellation)
    {
        if (Last.TryGetValue(record, out var found) && found.AreOf(Efforts, powerFirst))
            return found;
        var search = Search(cancellation);
        return new(Efforts, powerFirst, search.Routes(Goals(search), cancellation));
    }

    /// <summary>The second-best way to each part by id; null where there is none.</summary>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public Dictionary<string, IReadOnlyList<int>?> SecondBest(CancellationToken cancellation = default)
    {
        var search = Search(cancellation);
        return Freed(search.SecondBest(Goals(search), Found(cancellation).Routes, cancellation));
    }

    /// <summary>The least steps after which all of some parts are out; null where one has no route.</summary>
    /// <param name="parts">Positions of the parts.</param>
    /// <param name="cancellation">Ends a search that nobody waits for.</param>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public JointRoute? Joint(IReadOnlyList<int> parts, CancellationToken cancellation = default)
    {
        var search = Search(cancellation);
        return search.Joint([.. parts.Select(position => IsOnlyInView(record, record.Record.Parts[position]) ? [] : Goal(search, record.Record.Parts[position], position))], cancellation);
    }

    /// <summary>As <see cref="Joint(IReadOnlyList{int}, CancellationToken)"/>, where some parts need only be in view and some ask for no more than the power off.</summary>
    /// <param name="goals">Positions of the parts, and how far it has to go for each.</param>
    /// <param name="cancellation">Ends a search that nobody waits for.</param>
    /// <exception cref="OperationCanceledException">The search was cancelled.</exception>
    public JointRoute? Joint(IReadOnlyList<(int Part, Reaching Reaching)> goals, CancellationToken cancellation = default)
    {
        var search = Search(cancellation);
        return search.Joint([.. goals.Select(goal => Goal(search, goal.Part, goal.Reaching))], cancellation);
    }

    /// <summary>Charged effort of some steps.</summary>
    public EffortSeconds Effort(IReadOnlyList<int> steps)
    {
        var sum = default(EffortSeconds);
        for (var i = 0; i < steps.Count; i++)
            sum += Efforts[steps[i]].Charged;
        return sum;
    }

    /// <summary>Whether a part is in view and no step frees it, so that nothing is known of its way but that it is no shorter.</summary>
    public static bool IsOnlyInView(CheckedRecord record, Part part) =>
        part is { Fitted: true, Layer: not null } && record.Graph.Freeing[record.Graph.PartPositions[part.Id]].Count == 0;

    private IReadOnlyList<int> Goal(RouteSearch search, int position, Reaching reaching)
    {
        var part = record.Record.Parts[position];
        if (reaching == Reaching.PowerOff)
            return record.Graph.Disconnecting;
        if (reaching == Reaching.Out)
            return IsOnlyInView(record, part) ? [] : Goal(search, part, position);
        // In view it is where it is seen, or where the steps that free it are done.
        var layers = part.Layer is { } layer ? [record.Graph.LayerPositions[layer]] : record.Graph.Freeing[position].Select(step => record.Graph.LayerOf[step]).Distinct();
        return [.. layers.SelectMany(inside => search.Open(inside, powerOff: true))];
    }

    private RouteSearch Search(CancellationToken cancellation) => new(record, Efforts, powerFirst, cancellation);

    private IReadOnlyList<int>[] Goals(RouteSearch search) => [.. record.Record.Parts.Select((part, position) => Goal(search, part, position))];

    private IReadOnlyList<int> Goal(RouteSearch search, Part part, int position)
    {
        var freeing = record.Graph.Freeing[position];
        return freeing.Count == 0 && part.Layer is { } layer ? search.Open(record.Graph.LayerPositions[layer], powerOff: !part.Fitted) : freeing;
    }

    private Dictionary<string, IReadOnlyList<int>?> Freed(IReadOnlyList<IReadOnlyList<int>?> routes) => record.Record.Parts
        .Select((part, position) => (part.Id, Route: IsOnlyInView(record, part) ? null : routes[position])).ToDictionary(pair => pair.Id, pair => pair.Route, StringComparer.Ordinal);
}

/// <summary>Routes with what they depend on: no weight and no value of a rubric, but what each step is charged, and the school on power.</summary>
/// <param name="Efforts">The effort of each step.</param>
/// <param name="PowerFirst">The school.</param>
/// <param name="Routes">The route to each part, or to where it is in view.</param>
internal sealed record FoundRoutes(StepEffort[] Efforts, PowerFirst PowerFirst, IReadOnlyList<IReadOnlyList<int>?> Routes)
{
    /// <summary>Whether they are the routes under these efforts as well.</summary>
    public bool AreOf(StepEffort[] efforts, PowerFirst powerFirst)
    {
        if (powerFirst != PowerFirst)
            return false;
        for (var s = 0; s < efforts.Length; s++)
        {
            if (efforts[s].Charged.Value != Efforts[s].Charged.Value || efforts[s].Standard != Efforts[s].Standard)
                return false;
        }
        return true;
    }
}
