using System.Globalization;
using WideLever.Core.Records;

namespace WideLever.Web.Verdict;

/// <summary>What is to be kept until a day is published before it only by somebody who says why.</summary>
internal static class Embargo
{
    /// <summary>Why it is published all the same, where it is to be kept; or what is wrong.</summary>
    /// <param name="units">What is published.</param>
    /// <param name="despite">Why, as it was given; null or empty: nobody said.</param>
    /// <param name="today">The day.</param>
    public static (string? Reason, Fault? Fault) Of(IEnumerable<Unit> units, string? despite, DateOnly today)
    {
        var reason = string.IsNullOrWhiteSpace(despite) ? null : despite.Trim();
        if (reason is { Length: > RecordLimits.Text } || reason?.Any(char.IsControl) == true)
            return (null, new("despite", $"must be one line of at most {RecordLimits.Text} characters"));
        if (units.Where(unit => unit.Embargo > today).MaxBy(unit => unit.Embargo) is not { Embargo: { } until } kept)
            return (null, null);
        return reason is null ? (null, new("despite", $"{kept.ModelCode} is to be kept until {until.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}: say why it is published before")) : (reason, null);
    }
}
