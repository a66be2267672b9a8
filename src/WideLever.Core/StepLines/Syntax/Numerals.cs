using System.Globalization;
using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>Counts as people say them. <c>docs/step-line.md</c>, <em>Counts</em>.</summary>
internal static class Numerals
{
    /// <summary>A count that begins at a lexeme.</summary>
    /// <param name="Count">How many; null: somebody said that nobody counted.</param>
    /// <param name="Length">Lexemes that it takes.</param>
    public readonly record struct Numeral(Count? Count, int Length);

    /// <summary>The count that begins here; null: none does.</summary>
    /// <param name="words">Lexemes.</param>
    /// <param name="from">Where to look.</param>
    public static Numeral? At(List<Lexeme> words, int from)
    {
        var i = from;
        var about = false;
        string? bound = null;
        while (i < words.Count && (words[i].Is(Role.About) || words[i].As(Role.Compare) is "least" or "most" or "more" or "less" || (words[i].Text is "between" or "from" && i + 2 < words.Count && NumberAt(words, i + 1) is not null)
            || (i > from && words[i].Text is "a" or "the")))
        {
            // Some screws: nobody counted.
            if (words[i].Is(Role.Count) && (i + 1 >= words.Count || NumberAt(words, i + 1) is null) && words[i].Text == "some")
                break;
            about |= words[i].Is(Role.About);
            bound = words[i].As(Role.Compare) ?? bound;
            i++;
        }
        if (i >= words.Count)
            return null;
        if (words[i].Figure?.Span is var (least, most))
            return new(new Count(least, most), i + 1 - from);
        if (words[i].As(Role.Count) is { } said && words[i].Number is null)
        {
            if (about || bound is not null)
                return null;
            var length = i + 1 - from;
            return said == "?" ? new(null, length) : said.Split('-') is [var few, var many] ? new(new Count(int.Parse(few, CultureInfo.InvariantCulture), int.Parse(many, CultureInfo.InvariantCulture)), length) : null;
        }
        if (NumberAt(words, i) is not var (number, taken))
            return null;
        i += taken;
        // 3 + 3
        while (i + 1 < words.Count && words[i].Text == "+" && NumberAt(words, i + 1) is var (addend, further))
        {
            number += addend;
            i += 1 + further;
        }
        // 10x
        if (i < words.Count && words[i].Text is "x" or "×" && !(i + 1 < words.Count && words[i + 1].Figure is { Number: not null }))
            i++;
        if (i + 1 < words.Count && (words[i].Text is "to" or "or" or "-" or "–" || (words[i].Text == "and" && from < i && words[from].Text == "between")) && NumberAt(words, i + 1) is var (upper, more))
        {
            if (number >= upper)
                return null;
            return new(new Count(number, upper), i + 1 + more - from);
        }
        if (i < words.Count && (words[i].As(Role.Compare) is "orSo" or "orMore" || (words[i].Text == "plus" && !(i + 1 < words.Count && NumberAt(words, i + 1) is not null))))
        {
            (about, bound) = (words[i].As(Role.Compare) == "orSo", words[i].As(Role.Compare) == "orSo" ? null : "least");
            i++;
        }
        var count = bound switch
        {
            "least" or "more" => new Count(number, 2 * number),
            "most" => new Count(1, number),
            "less" => new Count(Math.Min(1, number), Math.Max(1, number - 1)),
            _ when about => new Count(Math.Max(Math.Min(1, number), (int)(number * 0.8)), (int)Math.Ceiling(number * 1.2)),
            _ => new Count(number, number),
        };
        return new(count, i - from);
    }

    private static (int Number, int Length)? NumberAt(List<Lexeme> words, int i)
    {
        if (i >= words.Count || words[i].Number is not { } number || number != Math.Floor(number) || number is < 0 or > 99_999)
            return null;
        var length = 1;
        // twenty four, two dozen
        if (i + 1 < words.Count && number is >= 20 and <= 90 && number % 10 == 0 && words[i].Figure is null && words[i + 1].Number is >= 1 and <= 9 and var ones && words[i + 1].Figure is null)
            (number, length) = (number + ones, 2);
        if (i + length < words.Count && words[i + length].Text == "dozen")
            (number, length) = (number * 12, length + 1);
        return ((int)number, length);
    }
}
