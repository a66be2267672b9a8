namespace WideLever.Core.Records;

/// <summary>What of a machine's data is written on a screen of its own, and so changed and undone by itself.</summary>
internal sealed record UnitFacet(string Item, string Title, Func<Unit, object?> Of, Func<Unit, Unit, Unit> Take);

/// <summary>The facets of a machine's data.</summary>
internal static class UnitFacets
{
    /// <summary>Those that stand apart; <c>Take</c> puts the second unit's into the first.</summary>
    public static readonly IReadOnlyList<UnitFacet> Apart =
    [
        new("price", "the price", unit => unit.Price, (unit, from) => unit with { Price = from.Price }),
        new("loan", "the loan", unit => unit.Loan, (unit, from) => unit with { Loan = from.Loan }),
        new("claims", "the claims", unit => unit.Claims, (unit, from) => unit with { Claims = from.Claims }),
        new("reasons", "the reasons", unit => unit.Reasons, (unit, from) => unit with { Reasons = from.Reasons }),
    ];

    private static readonly Unit Nothing = new() { Maker = "", Model = "", ModelCode = "" };

    /// <summary>A unit without what stands apart.</summary>
    public static Unit Rest(Unit unit) => Apart.Aggregate(unit, (rest, facet) => facet.Take(rest, Nothing));
}
