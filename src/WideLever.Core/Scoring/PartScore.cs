using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring;

/// <summary>What a part gives to the indices, and why.</summary>
public sealed record PartScore
{
    /// <summary>The part.</summary>
    public required Part Part { get; init; }

    /// <summary>Id of its service unit; null: unknown.</summary>
    public required string? ServiceUnit { get; init; }

    /// <summary>Step positions of the route of the service unit, in recorded order; null: unknown.</summary>
    public required IReadOnlyList<int>? Route { get; init; }

    /// <summary>Effort of that route; null: unknown.</summary>
    public required EffortSeconds? Effort { get; init; }

    /// <summary>The nine criteria; null where the part does not count in R: an empty place, or not a kind of repair.</summary>
    public required WordTable<Criterion, Quantity>? Criteria { get; init; }

    /// <summary>Mean of the criteria; null where they are.</summary>
    public required Quantity? Score { get; init; }
}
