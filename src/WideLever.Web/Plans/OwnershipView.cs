using WideLever.Core.Planning;

namespace WideLever.Web.Plans;

/// <summary>What is asked of the years with a machine.</summary>
/// <param name="Years">Years of a life, 1..30.</param>
/// <param name="Lives">How many lives, 100..1,000,000.</param>
/// <param name="Rate">What an hour costs, in the rubric's currency.</param>
/// <param name="Seed">Seed of the draws, ≥ 0.</param>
/// <param name="Beside">Id of a unit that lives on the same draws; null: none.</param>
public sealed record OwnershipQuestion(int Years, int Lives, double Rate, long Seed, string? Beside = null);

/// <summary>The years with a machine, and with another beside it.</summary>
public sealed record OwnershipAnswer
{
    /// <summary>What was asked.</summary>
    public required OwnershipQuestion Asked { get; init; }

    /// <summary>Currency of every sum.</summary>
    public required string Currency { get; init; }

    /// <summary>The machines: the one that was asked for, and the one beside it.</summary>
    public required IReadOnlyList<OwnedUnit> Units { get; init; }

    /// <summary>The first against the second; null: there is none.</summary>
    public required OwnershipPair? Pair { get; init; }
}

/// <summary>The years with a unit.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Model">Its maker and model.</param>
/// <param name="Names">What each of its parts is called, by id.</param>
/// <param name="Years">The years.</param>
public sealed record OwnedUnit(string Id, string Model, IReadOnlyDictionary<string, string> Names, Ownership Years);
