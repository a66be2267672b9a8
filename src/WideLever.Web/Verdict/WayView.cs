using WideLever.Core.Records;

namespace WideLever.Web.Verdict;

/// <summary>A step of a route.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Title">What is done.</param>
/// <param name="Layer">Where.</param>
/// <param name="Effort">Its effort, as the rubric's school charges it.</param>
/// <param name="Actions">Its actions, as the step line says them.</param>
/// <param name="Tools">Tools that it takes besides the hand.</param>
/// <param name="Risk">Chance that something is damaged, 0..1; the middle of what it may be.</param>
/// <param name="StandardOut">Standard seconds on the way out, s.</param>
/// <param name="ObservedSeconds">What the stopwatch said of the way out, s; null: it did not run.</param>
/// <param name="Surprises">What went otherwise there, to warn who goes the same way.</param>
public sealed record RouteStep(
    string Id, string Title, string Layer, EffortView Effort, string Actions, IReadOnlyList<Tool> Tools, double Risk, double StandardOut, double? ObservedSeconds,
    IReadOnlyList<Surprise> Surprises);

/// <summary>A layer of the machine.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Under">The layer that lies over it: where the first step that opens it is; null: the outside.</param>
public sealed record LayerView(string Name, string? Under);

/// <summary>A way to a part.</summary>
/// <param name="Steps">Its steps in recorded order, by their positions among the verdict's.</param>
/// <param name="Effort">Their effort together.</param>
public sealed record WayView(IReadOnlyList<int> Steps, EffortView Effort);
