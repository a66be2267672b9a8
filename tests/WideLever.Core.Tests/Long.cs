using System.Globalization;

namespace WideLever.Core.Tests;

/// <summary>How much longer than in <c>test</c> the random runs are: <c>soak</c> asks for ten times as much.</summary>
internal static class Long
{
    public static int Rounds { get; } = int.TryParse(Environment.GetEnvironmentVariable("WIDE_LEVER_LONG"), NumberStyles.None, CultureInfo.InvariantCulture, out var rounds) ? rounds : 1;
}
