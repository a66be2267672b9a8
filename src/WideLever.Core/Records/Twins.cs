using F23.StringSimilarity;

namespace WideLever.Core.Records;

/// <summary>Why two machines could be taken for each other.</summary>
public enum TwinKind
{
    /// <summary>They carry the same model code.</summary>
    SameCode,

    /// <summary>Their codes differ in one or two characters.</summary>
    NearCode,

    /// <summary>They are sold under the same name.</summary>
    SameName,
}

/// <summary>Finds machines that could be taken for each other: names repeat across years, and one shell hides different boards.</summary>
public static class Twins
{
    private static readonly Damerau Distance = new();

    /// <summary>Why a machine could be taken for another one; null: it could not.</summary>
    /// <param name="one">The maker, the name it is sold by and the code of one.</param>
    /// <param name="other">The same of the other.</param>
    public static TwinKind? Between((string Maker, string Model, string Code) one, (string Maker, string Model, string Code) other)
    {
        // Capitals, spaces and dashes are how a label is printed, not what it says.
        var (code, otherCode) = (Plain(one.Code), Plain(other.Code));
        if (code.Length > 0 && code == otherCode)
            return TwinKind.SameCode;
        // Short codes differ by a character or two by nature.
        if (Math.Min(code.Length, otherCode.Length) > 4 && Math.Abs(code.Length - otherCode.Length) <= 2 && Distance.Distance(code, otherCode) <= 2)
            return TwinKind.NearCode;
        var name = Plain(one.Maker + one.Model);
        return name.Length > 0 && name == Plain(other.Maker + other.Model) ? TwinKind.SameName : null;
    }

    private static string Plain(string text) => string.Concat(text.Take(100).Where(char.IsLetterOrDigit)).ToUpperInvariant();
}
