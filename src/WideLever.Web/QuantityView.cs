using WideLever.Core.Routes;
using WideLever.Core.Scoring;
using WideLever.Interchange;

namespace WideLever.Web;

/// <summary>A quantity as it travels: six places.</summary>
/// <param name="Low">Lowest value that the unknown facts allow.</param>
/// <param name="Value">By what is known; null where nothing is.</param>
/// <param name="High">Highest value.</param>
/// <param name="Coverage">Weight share of what is known, 0..1.</param>
public sealed record QuantityView(double Low, double? Value, double High, double Coverage)
{
    /// <summary>The view of a quantity.</summary>
    public static QuantityView Of(Quantity quantity) => new(
        ResultWriter.SixPlaces(quantity.Low), quantity.Value is { } value ? ResultWriter.SixPlaces(value) : null,
        ResultWriter.SixPlaces(quantity.High), ResultWriter.SixPlaces(quantity.Coverage));

    /// <summary>The view of a quantity that may not apply.</summary>
    public static QuantityView? Of(Quantity? quantity) => quantity is { } known ? Of(known) : null;

    /// <summary>The quantity, as it travelled.</summary>
    public Quantity Quantity() => new(Low, Value, High, Coverage);
}

/// <summary>An index as it travels, 0..100: a quantity that does not go without how far it can be relied on.</summary>
/// <param name="Low">Lowest value that the unknown facts allow.</param>
/// <param name="Value">By what is known; null where too little is. Of a draft it is no figure to be shown.</param>
/// <param name="High">Highest value.</param>
/// <param name="Coverage">Weight share of what is known, 0..1.</param>
/// <param name="Status">How far it can be relied on.</param>
public sealed record IndexView(double Low, double? Value, double High, double Coverage, Status Status)
{
    /// <summary>The view of an index.</summary>
    public static IndexView Of(Quantity index, Status status)
    {
        var view = QuantityView.Of(index);
        return new(view.Low, view.Value, view.High, view.Coverage, status);
    }

    /// <summary>The view of one of three indices.</summary>
    public static IndexView Of(Indices indices, IndexName index) => Of(indices.Get(index), indices.StatusOf(index));
}

/// <summary>Seconds of effort as they travel: six places.</summary>
/// <param name="Low">Least, s.</param>
/// <param name="Value">Middle, s.</param>
/// <param name="High">Greatest, s.</param>
public sealed record EffortView(double Low, double Value, double High)
{
    /// <summary>The view of an effort.</summary>
    public static EffortView Of(EffortSeconds effort) =>
        new(ResultWriter.SixPlaces(effort.Low), ResultWriter.SixPlaces(effort.Value), ResultWriter.SixPlaces(effort.High));
}
