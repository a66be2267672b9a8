namespace WideLever.Core.Scoring.Criteria;

/// <summary>What an unknown word of a table may be worth.</summary>
internal static class Ends
{
    /// <summary>The least and the greatest of some values.</summary>
    public static (double Least, double Greatest) Of(ReadOnlySpan<double> values)
    {
        var (least, greatest) = (values[0], values[0]);
        foreach (var value in values)
            (least, greatest) = (Math.Min(least, value), Math.Max(greatest, value));
        return (least, greatest);
    }
}
