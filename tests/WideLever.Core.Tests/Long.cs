using System.Globalization;

namespace WideLever.Core.Tests;

/// <summary>How long the random runs are beside those of <c>test</c>: <c>soak</c> asks for ten times as much, a mutation run for a tenth.</summary>
internal static class Long
{
    private static double Times { get; } =
        double.TryParse(Environment.GetEnvironmentVariable("WIDE_LEVER_LONG"), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var times) ? times : 1;

    /// <summary>As many rounds, or as many findings to expect of them, as <paramref name="rounds"/> are in <c>test</c>.</summary>
    public static int Of(int rounds) => Math.Max(1, (int)(rounds * Times));
}
