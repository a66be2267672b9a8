using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>Which of two is ahead, if any. Method, <em>What is built on it</em>, separation.</summary>
public enum Ahead
{
    /// <summary>Not separable: what is unknown, or the bench's own doubt, allows either order.</summary>
    Neither,

    /// <summary>The first.</summary>
    First,

    /// <summary>The second.</summary>
    Second,
}

/// <summary>Whether two indices are apart by more than doubt allows.</summary>
public static class Separation
{
    /// <summary>One is ahead only where its low exceeds the other's high by more than the resolution.</summary>
    /// <param name="first">An index, 0..100.</param>
    /// <param name="second">The other.</param>
    /// <param name="resolution">Points below which two results are not told apart.</param>
    public static Ahead Of(Quantity first, Quantity second, double resolution)
    {
        if (first.Low - second.High > resolution)
            return Ahead.First;
        return second.Low - first.High > resolution ? Ahead.Second : Ahead.Neither;
    }
}
