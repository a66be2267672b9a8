using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Scoring.Criteria;

/// <summary>What the service unit costs against the machine. Method, <em>Criteria</em>, price.</summary>
public static class Price
{
    /// <summary>Price of a service unit in a machine.</summary>
    public static Quantity Of(Spare spare, Unit machine, Rubric rubric)
    {
        if (spare.Source == Words.Supply.None)
            return Quantity.Exactly(0);
        var machinePrice = InRubricCurrency(machine.Price, rubric);
        double? reference = machine.Class is { } known ? rubric.PriceReference[known] : null;
        if (InRubricCurrency(spare.Price, rubric) is not { } price || (machinePrice ?? reference) is not { } either)
            return Quantity.Unknown;
        // The least double keeps a vanishing base from turning nothing over nothing into no number.
        var @base = Math.Max(Math.Min(machinePrice ?? either, reference ?? either), double.Epsilon);
        var share = Math.Clamp(1 - price / @base / rubric.PriceShareAtZero, 0, 1);
        var certain = machinePrice is not null && reference is not null && spare.Source is not null;
        return Quantity.Between(certain ? share : 0, share, share);
    }

    /// <summary>An amount in the rubric's currency; null where the amount, or the rate to it, is unknown.</summary>
    public static double? InRubricCurrency(Money? money, Rubric rubric)
    {
        if (money?.Amount is not { } amount)
            return null;
        if (money.Currency is null || money.Currency == rubric.Currency)
            return amount;
        return money.Rate is { } rate && (money.RateTo is null || money.RateTo == rubric.Currency) ? Math.Min(amount * rate, double.MaxValue) : null;
    }
}
