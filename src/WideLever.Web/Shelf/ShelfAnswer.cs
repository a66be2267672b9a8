using System.Globalization;
using WideLever.Core.Comparing;

namespace WideLever.Web.Shelf;

/// <summary>The units that a question may hold for.</summary>
/// <param name="Units">First those for which it holds, then those of which not enough is known.</param>
public sealed record ShelfAnswer(IReadOnlyList<UnitAnswer> Units);

/// <summary>What a unit answers.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Holds">Whether it is so.</param>
/// <param name="Said">What was found, kind by kind.</param>
public sealed record UnitAnswer(string Id, Holds Holds, IReadOnlyList<string> Said)
{
    /// <summary>The answer of a machine.</summary>
    public static UnitAnswer Of(string id, AskedMachine machine, IReadOnlyList<AskedCondition> asked) => new(
        id, ShelfQuestions.Of(machine, asked),
        [.. asked.Where(condition => condition.Kind is not null).GroupBy(condition => condition.Kind!.Value).Select(kind => Found(kind.Key, ShelfQuestions.Any(machine, kind.Key, [.. kind]).Part, [.. kind]))]);

    private static string Found(PartKind kind, AskedPart? part, IReadOnlyList<AskedCondition> asked) => part is null
        ? $"{kind.Name()}: not on record"
        : $"{part.Part.Id}: {string.Join(", ", asked.Select(condition => Words(condition, part)).Distinct())}";

    private static string Words(AskedCondition condition, AskedPart part) => condition.Fact switch
    {
        AskedFact.Minutes => part.Minutes is { } minutes ? $"{Span(minutes, "0.0")} min" : "no way known",
        AskedFact.Screws => part.Screws is { } screws ? $"{Span(screws, "0")} screws" : "no way known",
        AskedFact.Bonds => part.Bonds is { } bonds ? $"{Span(bonds, "0")} bonds" : "no way known",
        AskedFact.Glue => part.Glue is { } glue ? $"{Span(glue, "0")} glued" : "no way known",
        AskedFact.Mounting => part.Part.Mounting is { } mounting ? WordList.Apart(mounting.Word()) : "not known how it is held",
        AskedFact.Empty => part.Part.Fitted ? "filled" : "empty",
        AskedFact.Fitted => part.Part.Capacity.Fitted is { } fitted ? $"{Number(fitted, "0.##")} {Measure(part)} fitted" : "not known what is fitted",
        AskedFact.Ceiling => $"takes {Span(part.Ceiling, "0.##")} {Measure(part)}",
        AskedFact.Spare => part.Spare is { } price ? $"spare {Number(price, "0.##")}" : "no price known",
        _ => condition.ToString(),
    };

    private static string Measure(AskedPart part) => part.Part.Kind == PartKind.Battery ? "Wh" : "GB";

    private static string Span((double Low, double High) of, string format) => double.IsInfinity(of.High) ? $"at least {Number(of.Low, format)}" : Number(of.Low, format) == Number(of.High, format) ? Number(of.Low, format) : $"{Number(of.Low, format)} to {Number(of.High, format)}";

    private static string Number(double value, string format) => value.ToString(format, CultureInfo.InvariantCulture);
}
