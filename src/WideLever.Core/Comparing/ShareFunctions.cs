using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace WideLever.Core.Comparing;

/// <summary>
/// Logarithm and exponential of shares, eight at once, to about 2e-15. A share is a normal number in (0, 1], so nothing else is looked after:
/// that, and that they are written into the loop that calls them, makes them about twice as fast as the framework's, which rank odds
/// live on.
/// </summary>
internal static class ShareFunctions
{
    private const double Ln2High = 6.93147180369123816490e-01, Ln2Low = 1.90821492927058770002e-10, Log2E = 1.44269504088896340736;

    /// <summary>Added to a small whole number, it has that number in its last bits.</summary>
    private const double Shifter = 6755399441055744.0;

    private const long ShifterBits = 0x4338_0000_0000_0000, RootOfHalfBits = 0x3FE6_A09E_667F_3BCD;

    /// <summary>The natural logarithm of numbers above 0.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vector512<double> Log(Vector512<double> shares)
    {
        // x = 2^e m with m between √½ and √2, and ln m = 2 artanh((m − 1) / (m + 1)).
        var bits = shares.AsInt64();
        var power = Vector512.ShiftRightArithmetic(bits - Vector512.Create(RootOfHalfBits), 52);
        var m = (bits - Vector512.ShiftLeft(power, 52)).AsDouble();
        var e = (power + Vector512.Create(ShifterBits)).AsDouble() - Vector512.Create(Shifter);
        var s = (m - Vector512<double>.One) / (m + Vector512<double>.One);
        var z = s * s;
        var series = Vector512.Create(2.0 / 19);
        series = Vector512.FusedMultiplyAdd(series, z, Vector512.Create(2.0 / 17));
        series = Vector512.FusedMultiplyAdd(series, z, Vector512.Create(2.0 / 15));
        series = Vector512.FusedMultiplyAdd(series, z, Vector512.Create(2.0 / 13));
        series = Vector512.FusedMultiplyAdd(series, z, Vector512.Create(2.0 / 11));
        series = Vector512.FusedMultiplyAdd(series, z, Vector512.Create(2.0 / 9));
        series = Vector512.FusedMultiplyAdd(series, z, Vector512.Create(2.0 / 7));
        series = Vector512.FusedMultiplyAdd(series, z, Vector512.Create(2.0 / 5));
        series = Vector512.FusedMultiplyAdd(series, z, Vector512.Create(2.0 / 3));
        series = Vector512.FusedMultiplyAdd(series, z, Vector512.Create(2.0));
        return Vector512.FusedMultiplyAdd(e, Vector512.Create(Ln2High), Vector512.FusedMultiplyAdd(series, s, e * Ln2Low));
    }

    /// <summary>e to the power of numbers from −700 to 0.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vector512<double> Exp(Vector512<double> logs)
    {
        // y = k ln 2 + r with |r| at most ½ ln 2, and e^r by its series.
        var shifted = Vector512.FusedMultiplyAdd(logs, Vector512.Create(Log2E), Vector512.Create(Shifter));
        var k = shifted - Vector512.Create(Shifter);
        var r = Vector512.FusedMultiplyAdd(k, Vector512.Create(-Ln2Low), Vector512.FusedMultiplyAdd(k, Vector512.Create(-Ln2High), logs));
        var series = Vector512.Create(1.0 / 479001600);
        series = Vector512.FusedMultiplyAdd(series, r, Vector512.Create(1.0 / 39916800));
        series = Vector512.FusedMultiplyAdd(series, r, Vector512.Create(1.0 / 3628800));
        series = Vector512.FusedMultiplyAdd(series, r, Vector512.Create(1.0 / 362880));
        series = Vector512.FusedMultiplyAdd(series, r, Vector512.Create(1.0 / 40320));
        series = Vector512.FusedMultiplyAdd(series, r, Vector512.Create(1.0 / 5040));
        series = Vector512.FusedMultiplyAdd(series, r, Vector512.Create(1.0 / 720));
        series = Vector512.FusedMultiplyAdd(series, r, Vector512.Create(1.0 / 120));
        series = Vector512.FusedMultiplyAdd(series, r, Vector512.Create(1.0 / 24));
        series = Vector512.FusedMultiplyAdd(series, r, Vector512.Create(1.0 / 6));
        series = Vector512.FusedMultiplyAdd(series, r, Vector512.Create(1.0 / 2));
        series = Vector512.FusedMultiplyAdd(series, r, Vector512<double>.One);
        series = Vector512.FusedMultiplyAdd(series, r, Vector512<double>.One);
        return (series.AsInt64() + Vector512.ShiftLeft(shifted.AsInt64(), 52)).AsDouble();
    }
}
