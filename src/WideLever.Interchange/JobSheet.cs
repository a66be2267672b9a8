using System.Globalization;
using System.Net;
using System.Text;
using WideLever.Core.Planning;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;

namespace WideLever.Interchange;

/// <summary>
/// A plan as a sheet to work by without a screen: cautions, what to lay out and to buy, the steps in words, the wells, and the way back. As one
/// self-contained HTML file without a script, for A4 and Letter, or as Markdown. <c>docs/formats/README.md</c>, <em>Plans and fits</em>.
/// </summary>
public static class JobSheet
{
    private enum Sort { Title, Heading, Text, Caution, Numbered, Listed, Ticked, Tray }

    private sealed record Line(Sort Sort, string Text, IReadOnlyList<string> Under);

    /// <summary>The sheet as Markdown.</summary>
    public static string Markdown(RepairPlan plan, TeardownRecord record, Rubric rubric, IReadOnlyList<Purchase>? bought = null)
    {
        var text = new StringBuilder();
        var (number, listed) = (0, false);
        foreach (var line in Lines(plan, record, rubric, bought ?? []))
        {
            if (listed && line.Sort == Sort.Text)
                text.Append('\n');
            listed = line.Sort is Sort.Numbered or Sort.Listed or Sort.Ticked;
            number = line.Sort == Sort.Numbered ? number + 1 : 0;
            // Signs of the format in a text stand for themselves.
            var said = SheetText.Markdown(line.Text);
            text.Append(line.Sort switch
            {
                Sort.Title => $"# {said}\n\n",
                Sort.Heading => $"{(text.Length > 1 && text[^2] == '\n' ? "" : "\n")}## {said}\n\n",
                Sort.Caution => $"> **Caution.** {said}\n\n",
                Sort.Numbered => $"{number.ToString(CultureInfo.InvariantCulture)}. {said}\n",
                Sort.Listed => $"- {said}\n",
                Sort.Ticked => $"- [ ] {said}\n",
                Sort.Tray => "",
                _ => $"{said}\n\n",
            });
            foreach (var under in line.Under)
                text.Append("   - ").Append(SheetText.Markdown(under)).Append('\n');
        }
        return text.ToString();
    }

    /// <summary>The sheet as one HTML file.</summary>
    public static string Html(RepairPlan plan, TeardownRecord record, Rubric rubric, IReadOnlyList<Purchase>? bought = null)
    {
        var lines = Lines(plan, record, rubric, bought ?? []).ToList();
        var body = new StringBuilder();
        Sort? open = null;
        foreach (var line in lines)
        {
            var list = line.Sort is Sort.Numbered or Sort.Listed or Sort.Ticked ? line.Sort : default(Sort?);
            if (open is { } before && list != before)
                body.Append(before == Sort.Numbered ? "</ol>" : "</ul>");
            if (list is { } begun && open != begun)
                body.Append(begun == Sort.Numbered ? "<ol>" : begun == Sort.Ticked ? "<ul class=\"ticked\">" : "<ul>");
            open = list;
            var said = WebUtility.HtmlEncode(line.Text);
            var under = line.Under.Count == 0 ? "" : $"<ul>{string.Concat(line.Under.Select(one => $"<li>{WebUtility.HtmlEncode(one)}</li>"))}</ul>";
            body.Append(line.Sort switch
            {
                Sort.Title => $"<h1>{said}</h1>",
                Sort.Heading => $"<h2>{said}</h2>",
                Sort.Caution => $"<p class=\"caution\"><b>Caution.</b> {said}</p>",
                Sort.Numbered or Sort.Listed => $"<li>{said}{under}</li>",
                Sort.Ticked => $"<li><span class=\"box\" aria-hidden=\"true\"></span>{said}{under}</li>",
                Sort.Tray => TrayStrip.Svg(plan.Wells),
                _ => $"<p>{said}</p>",
            });
        }
        if (open is { } last)
            body.Append(last == Sort.Numbered ? "</ol>" : "</ul>");
        return SheetText.Page(lines[0].Text, ".ticked { list-style: none; padding-left: 0; } .box { display: inline-block; width: .8em; height: .8em; border: 1.5px solid currentColor; margin-right: .6em; }", body.ToString());
    }

    private static IEnumerable<Line> Lines(RepairPlan plan, TeardownRecord record, Rubric rubric, IReadOnlyList<Purchase> bought)
    {
        var unit = record.Unit;
        var words = PlanInWords.Of(plan, record, rubric, bought);
        var several = plan.Parts.Select(part => (part.Unit.Id, part.Service)).Distinct().Count() > 1;
        yield return new(Sort.Title, $"{words.Title}: {unit.Maker} {unit.Model}, {unit.ModelCode}", []);
        yield return new(Sort.Text, $"{Minutes(plan.Effort)} there and back under {rubric.Name}, revision {rubric.Revision.ToString(CultureInfo.InvariantCulture)}, in {(plan.Steps.Count == 1 ? "one step" : $"{plan.Steps.Count.ToString(CultureInfo.InvariantCulture)} steps")}"
            + (several ? $"; one after the other {Minutes(plan.Apart)}" : "") + (plan.Above > 0 ? $"; not every way was gone through, and the shortest takes at most {Minutes(plan.Above)} less" : "") + $". The chance to come through without damage is {Percent(plan.Survival.Low, plan.Survival.High)}.", []);
        foreach (var caution in words.Cautions)
            yield return new(Sort.Caution, caution.Text, []);
        if (words.Stop is { } stop)
            yield return new(Sort.Caution, stop, []);
        foreach (var before in words.Before)
            yield return new(Sort.Text, before, []);

        yield return new(Sort.Heading, "Lay out", []);
        foreach (var laid in words.LayOut)
            yield return new(Sort.Ticked, laid, []);
        yield return new(Sort.Heading, "Buy", []);
        if (words.Buy.Count == 0)
            yield return new(Sort.Text, "Nothing: no part is swapped, and nothing is used up.", []);
        foreach (var purchase in words.Buy)
            yield return new(Sort.Ticked, purchase, []);

        yield return new(Sort.Heading, "In", []);
        foreach (var step in words.In)
            yield return new(Sort.Numbered, $"{step.Title} ({step.Layer})", [.. step.Cautions.Select(caution => $"Caution. {caution.Text}"), .. step.Notes, .. step.Lines]);
        if (words.Fit.Count > 0)
            yield return new(Sort.Heading, "Fit", []);
        foreach (var fit in words.Fit)
            yield return new(Sort.Ticked, fit, []);
        if (words.Do.Count > 0)
        {
            yield return new(Sort.Heading, "Do", []);
            foreach (var deed in words.Do)
                yield return new(Sort.Ticked, deed, []);
            yield return new(Sort.Text, "What is done there is in none of the minutes above: they are the way there and back.", []);
        }
        yield return new(Sort.Heading, "The tray", []);
        yield return new(Sort.Tray, "", []);
        foreach (var well in plan.Wells.Where(well => !well.StaysInPart))
            yield return new(Sort.Listed, $"well {well.Number.ToString(CultureInfo.InvariantCulture)}: {well.Screws.Count?.ToString() ?? "not counted"} × {well.Screws.Size ?? well.Screws.Drive?.Name() ?? "drive not noted"}, {TrayStrip.Size(well.Screws)}, {well.StepTitle}{(well.Difference == LengthDifference.None ? "" : $", {well.Difference.Word()} than the others")}", []);
        if (plan.Wells.All(well => well.StaysInPart))
            yield return new(Sort.Text, "No screw comes loose.", []);

        yield return new(Sort.Heading, "Back", []);
        for (var i = 0; i <= words.Back.Count; i++)
        {
            if (i == words.CountBefore)
                yield return new(Sort.Ticked, words.Count, []);
            if (i < words.Back.Count)
                yield return new(Sort.Ticked, words.Back[i].Title, [.. words.Back[i].Lines, .. words.Back[i].Notes]);
        }
        yield return new(Sort.Text, "The first start may take longer than usual, and may ask for the clock; a fan that runs up once is no fault. What smells, swells or gets hot: off at once.", []);
        yield return new(Sort.Text, "The maker's safety sheet, local codes and licensed practice come first.", []);
    }

    private static string Minutes(EffortSeconds effort) => Math.Round(effort.High - effort.Low, 3) == 0 ? Minutes(effort.Value) : $"{Minutes(effort.Value)} ({(effort.Low / 60).ToString("0.0", CultureInfo.InvariantCulture)} to {(effort.High / 60).ToString("0.0", CultureInfo.InvariantCulture)})";

    private static string Minutes(double seconds) => $"{(seconds / 60).ToString("0.0", CultureInfo.InvariantCulture)} minutes";

    private static string Percent(double low, double high) => Math.Round(100 * low) == Math.Round(100 * high) ? $"{Math.Round(100 * low).ToString(CultureInfo.InvariantCulture)} %" : $"{Math.Round(100 * low).ToString(CultureInfo.InvariantCulture)} to {Math.Round(100 * high).ToString(CultureInfo.InvariantCulture)} %";
}
