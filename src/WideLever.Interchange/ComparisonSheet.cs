using System.Globalization;
using System.Net;
using System.Text;
using WideLever.Core;
using WideLever.Core.Comparing;
using WideLever.Core.Findings;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Interchange;

/// <summary>A unit of a comparison that is published.</summary>
/// <param name="Name">Maker, model and code.</param>
/// <param name="Model">The name it is called by in sentences.</param>
/// <param name="Member">Its kinds and price.</param>
/// <param name="NotSeparable">Models that it is not to be told apart from.</param>
public sealed record ComparedUnit(string Name, string Model, FieldMember Member, IReadOnlyList<string> NotSeparable);

/// <summary>
/// A comparison as one page that leaves the bench: who stands where, who cannot be told apart, and what sets each apart from the first. As a
/// self-contained HTML file without a script, or as Markdown. <c>docs/formats/README.md</c>, <em>The verdict sheet</em>.
/// </summary>
public static class ComparisonSheet
{
    /// <summary>Most units of a page.</summary>
    public const int Most = 60;

    private static readonly string[] Columns = ["machine", "repair", "upgrade", "together", "price", "not to be told apart from"];

    /// <summary>The page as HTML.</summary>
    public static string Html(IReadOnlyList<ComparedUnit> units, Rubric rubric, string rubricSha256, string? despite)
    {
        var body = new StringBuilder($"<h1>{Safe(Title(units))}</h1>");
        foreach (var text in Before(units, rubric, despite))
            body.Append(CultureInfo.InvariantCulture, $"<p>{Safe(text)}</p>");
        body.Append(CultureInfo.InvariantCulture, $"<table><tr>{string.Concat(Columns.Select(column => $"<th scope=\"col\">{column}</th>"))}</tr>");
        foreach (var row in Rows(units, rubric))
            body.Append(CultureInfo.InvariantCulture, $"<tr><th scope=\"row\">{Safe(row[0])}</th>{string.Concat(row.Skip(1).Select(cell => $"<td>{Safe(cell)}</td>"))}</tr>");
        body.Append("</table>");
        foreach (var (model, sentences) in Apart(units, rubric))
            body.Append(CultureInfo.InvariantCulture, $"<h2>{Safe(model)}</h2>{string.Concat(sentences.Select(text => $"<p>{Safe(text)}</p>"))}");
        body.Append(CultureInfo.InvariantCulture, $"<h2>What this is and is not</h2><p>{Safe(After(rubric, rubricSha256))}</p>");
        return SheetText.Page(Title(units), "table { border-collapse: collapse; } th, td { text-align: left; vertical-align: top; padding: .15rem 1rem .15rem 0; font-weight: normal; } th[scope=col] { color: var(--second); } th[scope=row] { font-weight: 600; }", body.ToString());
    }

    /// <summary>The page as Markdown.</summary>
    public static string Markdown(IReadOnlyList<ComparedUnit> units, Rubric rubric, string rubricSha256, string? despite)
    {
        var text = new StringBuilder($"# {SheetText.Markdown(Title(units))}\n\n");
        foreach (var before in Before(units, rubric, despite))
            text.Append(CultureInfo.InvariantCulture, $"{SheetText.Markdown(before)}\n\n");
        text.Append(CultureInfo.InvariantCulture, $"| {string.Join(" | ", Columns)} |\n|{string.Concat(Columns.Select(_ => " --- |"))}\n");
        foreach (var row in Rows(units, rubric))
            text.Append(CultureInfo.InvariantCulture, $"| {string.Join(" | ", row.Select(SheetText.Markdown))} |\n");
        foreach (var (model, sentences) in Apart(units, rubric))
            text.Append(CultureInfo.InvariantCulture, $"\n## {SheetText.Markdown(model)}\n\n{string.Concat(sentences.Select(sentence => $"{SheetText.Markdown(sentence)}\n\n"))}");
        return text.Append(CultureInfo.InvariantCulture, $"\n## What this is and is not\n\n{SheetText.Markdown(After(rubric, rubricSha256))}\n").ToString();
    }

    private static string Title(IReadOnlyList<ComparedUnit> units) => units.Count == 2 ? $"{units[0].Model} and {units[1].Model}" : $"{units.Count.ToString(CultureInfo.InvariantCulture)} machines side by side";

    private static IEnumerable<string> Before(IReadOnlyList<ComparedUnit> units, Rubric rubric, string? despite)
    {
        if (despite is not null)
            yield return $"Published before the day until which it was to be kept: {despite}";
        yield return $"By the low end of both indices together, which is what is certain; the first is what the others are laid beside. Results closer than {rubric.Resolution.ToString("0.#", CultureInfo.InvariantCulture)} points are not told apart.";
        if (units.Select(unit => unit.Member.Unit.IsDesktop).Distinct().Count() > 1)
            yield return "A desktop and a notebook are different builds: their figures are of different kinds.";
    }

    private static IEnumerable<IReadOnlyList<string>> Rows(IReadOnlyList<ComparedUnit> units, Rubric rubric) => units.Select(unit =>
    {
        var indices = unit.Member.Unit.Indices(rubric);
        string Of(IndexName index) => IndexWords.Figure(indices.Get(index), indices.StatusOf(index));
        return (IReadOnlyList<string>)[
            unit.Name, Of(IndexName.Repair), Of(IndexName.Upgrade), Of(IndexName.Combined),
            unit.Member.Price is { } price ? $"{price.ToString("0.##", CultureInfo.InvariantCulture)} {rubric.Currency}" : "not known", unit.NotSeparable.Count == 0 ? "none" : string.Join(", ", unit.NotSeparable)];
    });

    private static IEnumerable<(string Model, IReadOnlyList<string> Sentences)> Apart(IReadOnlyList<ComparedUnit> units, Rubric rubric) =>
        units.Skip(1).Select(unit => ($"{unit.Model} beside {units[0].Model}", PairWords.Of(unit.Model, unit.Member.Unit, units[0].Model, units[0].Member.Unit, rubric)));

    private static string After(Rubric rubric, string sha256) =>
        $"Method {CoreVersion.Method.ToString(CultureInfo.InvariantCulture)}; {rubric.Name}, revision {rubric.Revision.ToString(CultureInfo.InvariantCulture)} ({sha256[..12]}). Figures of 100 each; in brackets what the unknown facts allow. A range without a figure is a draft.";

    private static string Safe(string text) => WebUtility.HtmlEncode(text);
}
