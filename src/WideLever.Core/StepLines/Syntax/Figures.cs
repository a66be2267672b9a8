using System.Globalization;
using System.Text.RegularExpressions;

namespace WideLever.Core.StepLines;

/// <summary>Sizes, threads, lengths and spans as a line writes them. <c>docs/step-line.md</c>, <em>Phrases</em>.</summary>
internal static partial class Figures
{
    // Letters before the number of a driver's size, longest first where one begins another.
    private static readonly (string Letters, Drive Drive)[] SizeLetters =
    [
        ("PH", Drive.Cross), ("JIS", Drive.CrossJis), ("SL", Drive.Slotted), ("SP", Drive.Spanner), ("TR", Drive.SixLobePin), ("T", Drive.SixLobe),
        ("P", Drive.FiveLobe), ("Y", Drive.TriLobe), ("H", Drive.Hex), ("N", Drive.Nut),
    ];

    [GeneratedRegex(@"^(?:PH|JIS|SL|SP|TR|T|P|Y|H|N)(?:0{1,4}|[1-9]\d?)(?:[.,]\d)?", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex SizeShape();

    [GeneratedRegex(@"^M\d{1,2}(?:[.,]\d{1,2})?", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex ThreadShape();

    [GeneratedRegex(@"^[x×*]\d+(?:[.,]\d+)?(?:mm)?", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex TimesShape();

    [GeneratedRegex(@"^\d+(?:[.,]\d+)?mm", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex MillimetresShape();

    [GeneratedRegex(@"^\d+(?:[.,]\d+)?", RegexOptions.CultureInvariant)]
    private static partial Regex NumberShape();

    [GeneratedRegex(@"^(\d{1,4})[-–](\d{1,4})", RegexOptions.CultureInvariant)]
    private static partial Regex SpanShape();

    [GeneratedRegex(@"^(?:~(\d{1,4})|(\d{1,4})\+)", RegexOptions.CultureInvariant)]
    private static partial Regex RoughShape();

    /// <summary>The longest piece at the start of a word that has the shape of a size, thread, length or number; else the whole word.</summary>
    public static int PieceLength(string word)
    {
        foreach (var shape in new[] { SpanShape(), RoughShape(), TimesShape(), MillimetresShape(), NumberShape(), SizeShape(), ThreadShape() })
        {
            if (shape.Match(word) is { Success: true } piece && (piece.Length == word.Length || !char.IsAsciiDigit(word[piece.Length])))
                return piece.Length;
        }
        return word.Length;
    }

    /// <summary>The drive of a size such as <c>PH0</c>, and its usual spelling.</summary>
    public static bool TrySize(string word, out Drive drive, out string size)
    {
        size = word.ToUpperInvariant().Replace(',', '.');
        drive = default;
        if (SizeShape().Match(word).Length != word.Length || word.Length == 0)
            return false;
        var upper = size;
        drive = SizeLetters.First(letters => upper.StartsWith(letters.Letters, StringComparison.Ordinal)).Drive;
        return true;
    }

    /// <summary>The usual spelling of a thread such as <c>M2.5</c>.</summary>
    public static bool TryThread(string word, out string thread)
    {
        thread = word.ToUpperInvariant().Replace(',', '.');
        return word.Length > 0 && ThreadShape().Match(word).Length == word.Length;
    }

    /// <summary>A length written <c>x5</c>, <c>x5mm</c> or <c>5mm</c>, mm.</summary>
    public static bool TryLength(string word, out double length)
    {
        length = 0;
        return word.Length > 0 && (TimesShape().Match(word).Length == word.Length || MillimetresShape().Match(word).Length == word.Length)
            && TryNumber(word.TrimStart('x', 'X', '×', '*').TrimEnd('m', 'M'), out length);
    }

    public static bool TryNumber(string word, out double number) =>
        double.TryParse(word.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out number);

    /// <summary>A span of counts written <c>9-11</c>; <c>~10</c>, a fifth either way; <c>10+</c>, up to twice as many.</summary>
    public static bool TrySpan(string word, out (int Least, int Most) span)
    {
        span = default;
        if (SpanShape().Match(word) is { Success: true } apart && apart.Length == word.Length)
            span = (Whole(apart.Groups[1]), Whole(apart.Groups[2]));
        else if (RoughShape().Match(word) is { Success: true } rough && rough.Length == word.Length)
            span = rough.Groups[1] is { Success: true } about ? (Math.Max(Math.Min(1, Whole(about)), (int)(Whole(about) * 0.8)), (int)Math.Ceiling(Whole(about) * 1.2)) : (Whole(rough.Groups[2]), 2 * Whole(rough.Groups[2]));
        else
            return false;
        return true;

        static int Whole(Group digits) => int.Parse(digits.ValueSpan, CultureInfo.InvariantCulture);
    }

    /// <summary>A size as it is written: the letters of its drive and the number.</summary>
    public static string SizeOf(Drive drive, string number) => SizeLetters.First(letters => letters.Drive == drive).Letters + number;

    /// <summary>A number as a line writes it.</summary>
    public static string Said(double number) => number.ToString(CultureInfo.InvariantCulture);
}
