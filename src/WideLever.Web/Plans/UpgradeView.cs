using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Web.Catalogue;

namespace WideLever.Web.Plans;

/// <summary>What could be bought for the places of a kind.</summary>
public sealed record UpgradeAnswer
{
    /// <summary>How the question to the catalogue ended.</summary>
    public required CatalogueState State { get; init; }

    /// <summary>When its modules were listed, UTC; null: there are none.</summary>
    public required string? AskedAt { get; init; }

    /// <summary>What went wrong with the catalogue; null: nothing.</summary>
    public required string? Trouble { get; init; }

    /// <summary>Currency of prices and sums.</summary>
    public required string Currency { get; init; }

    /// <summary>What there is now, GB or Wh; null: the kind has none.</summary>
    public required double? Has { get; init; }

    /// <summary>Whether more may be fitted than is known.</summary>
    public required bool AtLeast { get; init; }

    /// <summary>The choices that no other beats, the cheapest first.</summary>
    public required IReadOnlyList<PlannedUpgradeView> Choices { get; init; }

    /// <summary>Which of them to take by the rule, from 0; null: none, or nothing was asked.</summary>
    public required int? Take { get; init; }

    /// <summary>The rule.</summary>
    public required string Rule { get; init; }

    /// <summary>Why none is taken, and what was left out.</summary>
    public required IReadOnlyList<string> Said { get; init; }
}

/// <summary>A choice of what to buy.</summary>
/// <param name="Purchases">What is bought.</param>
/// <param name="Emptied">Ids of the places that are emptied and stay so.</param>
/// <param name="Capacity">What there is in the end, GB or Wh; null: the kind has none.</param>
/// <param name="Cost">What it costs.</param>
/// <param name="Share">That as a share of the machine's price; null: not known.</param>
/// <param name="Effort">Effort, there and back.</param>
/// <param name="Looks">What has to be looked at first.</param>
/// <param name="Notes">What to know of it.</param>
public sealed record PlannedUpgradeView(
    IReadOnlyList<PurchaseView> Purchases, IReadOnlyList<string> Emptied, double? Capacity, double Cost, double? Share, EffortView Effort, IReadOnlyList<string> Looks, IReadOnlyList<string> Notes)
{
    /// <summary>The view of a choice.</summary>
    public static PlannedUpgradeView Of(PlannedUpgrade choice) => new(
        [.. choice.Purchases.Select(PurchaseView.Of)], choice.Emptied, choice.Capacity, choice.Cost, choice.Share, EffortView.Of(choice.Effort), choice.Looks, choice.Notes);
}

/// <summary>A module that goes into a place.</summary>
/// <param name="Place">Id of the place.</param>
/// <param name="Number">The module's part number.</param>
/// <param name="Capacity">GB or Wh; null: it has none, or it is not said.</param>
/// <param name="Price">Its price as it is listed; null: not said.</param>
/// <param name="RunsAt">What it runs at there; null: not known.</param>
/// <param name="Looks">What has to be looked at first.</param>
public sealed record PurchaseView(string Place, string Number, double? Capacity, Money? Price, string? RunsAt, IReadOnlyList<string> Looks)
{
    /// <summary>The view of a purchase.</summary>
    public static PurchaseView Of(Purchase purchase) =>
        new(purchase.Place.Id, purchase.Fit.Module.Number, purchase.Fit.Module.Capacity, purchase.Fit.Module.Price, purchase.Fit.RunsAt, purchase.Fit.Unsure);
}
