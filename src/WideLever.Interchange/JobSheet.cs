using System.Globalization;
using System.Net;
using System.Text;
using WideLever.Core.Benching;
using WideLever.Core.Findings;
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
                Sort.Heading => $"\n## {said}\n\n",
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
        var steps = plan.Steps.Select(position => record.Steps[position]).ToList();
        var units = plan.Parts.Where(part => part.Service is null).Select(part => part.Unit).DistinctBy(part => part.Id).ToList();
        var several = plan.Parts.Select(part => (part.Unit.Id, part.Service)).Distinct().Count() > 1;
        string Named(Part part) => PartNames.Of(part, record.Parts);
        var swollen = Cautions.OfDamage(record.Teardown).Contains(Caution.SwollenPack);
        bool Frees(Step step, PartKind kind) => step.Frees.Any(id => record.Parts.Any(part => part.Id == id && part.Kind == kind));
        yield return new(Sort.Title, $"{Upper(string.Join(", ", plan.Parts.Select(part => part.Service is { } service ? $"{Named(part.Part)} ({service.Word()})" : Named(part.Part))))}: {unit.Maker} {unit.Model}, {unit.ModelCode}", []);
        yield return new(Sort.Text, $"{Minutes(plan.Effort)} there and back under {rubric.Name}, revision {rubric.Revision.ToString(CultureInfo.InvariantCulture)}, in {(steps.Count == 1 ? "one step" : $"{steps.Count.ToString(CultureInfo.InvariantCulture)} steps")}"
            + (several ? $"; one after the other {Minutes(plan.Apart)}" : "") + (plan.Above > 0 ? $"; not every way was gone through, and the shortest takes at most {Minutes(plan.Above)} less" : "") + $". The chance to come through without damage is {Percent(plan.Survival.Low, plan.Survival.High)}.", []);
        foreach (var caution in new[] { Cautions.Preparation(record).Text }.Concat(Cautions.OfDamage(record.Teardown).Select(caution => Cautions.Text(caution).Text)).Distinct())
            yield return new(Sort.Caution, caution, []);
        if (Cautions.Stop(record) is { } stop)
            yield return new(Sort.Caution, stop, []);
        foreach (var symptom in plan.Parts.Select(part => part.Part).Concat(steps.SelectMany(step => step.Frees).Select(id => record.Parts.FirstOrDefault(part => part.Id == id)).OfType<Part>()).DistinctBy(part => part.Id).SelectMany(part => part.Advice.Where(advice => advice.Kind == AdviceKind.Symptom).Select(advice => $"What leads here, {Named(part)}: {advice.Text}")))
            yield return new(Sort.Text, symptom, []);
        foreach (var place in plan.Parts.Select(part => part.Part).DistinctBy(part => part.Id))
        {
            var others = place.Excludes.Select(id => record.Parts.FirstOrDefault(part => part.Id == id)).OfType<Part>().Select(Named).ToList();
            if (others.Count > 0)
                yield return new(Sort.Text, $"Either the {Named(place)} or the {string.Join(" or the ", others)} can be used, not both.", []);
        }

        yield return new(Sort.Heading, "Lay out", []);
        foreach (var tool in plan.Tools)
            yield return new(Sort.Ticked, $"{tool.Tool.Name()}{(tool.Sizes.Count > 0 ? $" {string.Join(", ", tool.Sizes)}" : "")}{(tool.Screws is { } screws ? $", {screws} screws" : "")}", []);
        if (plan.Tools.Count == 0)
            yield return new(Sort.Ticked, "no tool: it comes out by hand", []);
        yield return new(Sort.Ticked, plan.Wells.Count(well => !well.StaysInPart) is var wells and > 0 ? $"a tray of {wells.ToString(CultureInfo.InvariantCulture)} {(wells == 1 ? "well" : "wells")}" : "no tray: no screw comes loose", []);

        yield return new(Sort.Heading, "Buy", []);
        foreach (var purchase in bought)
            yield return new(Sort.Ticked, Bought(purchase, Named(purchase.Place)), []);
        foreach (var part in units.Where(part => bought.All(purchase => purchase.Place.Id != part.Id)))
        {
            var asked = plan.Parts.Where(one => one.Service is null && one.Unit.Id == part.Id && one.Part.Id != part.Id).Select(one => Named(one.Part)).ToList();
            yield return new(Sort.Ticked, $"{(part.Fitted ? Named(part) : $"a module for the {Named(part)}")}{(asked.Count > 0 ? $", one piece with the {string.Join(", ", asked)}" : "")}{(PlaceWords.Form(part) is { Length: > 0 } form ? $" ({form}{(PlaceWords.UnitOf(part.Kind) is { } held && PlaceWords.Takes(part.Capacity.Max, held) is { Length: > 0 } takes ? $"; {takes}" : "")})" : "")}: {Spare(part.Spare)}", []);
        }
        if (units.Count + bought.Count + plan.UsedUp.Count == 0)
            yield return new(Sort.Text, "Nothing: no part is swapped, and nothing is used up.", []);
        foreach (var used in plan.UsedUp)
            yield return new(Sort.Ticked, UsedUp(used), []);

        yield return new(Sort.Heading, "In", []);
        var met = new HashSet<Caution> { Caution.Preparation };
        var warnsOfPower = !Cautions.HasNoPack(record) && !steps.Exists(step => step.DisconnectsPower);
        foreach (var step in steps)
        {
            var told = WithoutModules(step, record);
            // A swollen pack is spoken of at every step that touches it.
            var atPack = swollen && (step.DisconnectsPower || Frees(step, PartKind.Battery));
            List<string> under = [.. Cautions.For(record, step, packSwollen: false).Where(caution => met.Add(caution.Caution) || (atPack && caution.Caution == Caution.SwollenPack)).Select(caution => $"Caution. {caution.Text}"), .. WorkWords.Out(told, plan.Wells)];
            if (warnsOfPower && step.Layer != record.Layers[0])
            {
                under.Insert(0, "No way to disconnect the power is on record: find it, and do it, before you go on.");
                warnsOfPower = false;
            }
            under.AddRange(step.Surprises.Select(surprise => $"Met here: {surprise.Text}"));
            under.AddRange(step.Advice.Concat(plan.Parts.Where(part => step.Frees.Contains(part.Unit.Id)).SelectMany(part => part.Unit.Advice)).Where(advice => advice.Kind != AdviceKind.Symptom).Select(advice => $"{(advice.Kind == AdviceKind.Warning ? "Warning" : "Tip")}: {advice.Text}"));
            yield return new(Sort.Numbered, $"{step.Title} ({step.Layer})", under);
        }

        var places = plan.Parts.Where(part => part.Service is null && (!part.Part.Fitted || bought.Any(purchase => purchase.Place.Id == part.Part.Id))).Select(part => part.Part).ToList();
        if (places.Count > 0)
            yield return new(Sort.Heading, "Fit", []);
        foreach (var place in places)
            yield return new(Sort.Ticked, FitInto(place, Named(place)), []);
        if (plan.Deeds.Count > 0)
        {
            yield return new(Sort.Heading, "Do", []);
            foreach (var deed in plan.Deeds)
                yield return new(Sort.Ticked, deed, []);
            yield return new(Sort.Text, "What is done there is in none of the minutes above: they are the way there and back.", []);
        }
        yield return new(Sort.Heading, "The tray", []);
        yield return new(Sort.Tray, "", []);
        foreach (var well in plan.Wells.Where(well => !well.StaysInPart))
            yield return new(Sort.Listed, $"well {well.Number.ToString(CultureInfo.InvariantCulture)}: {well.Screws.Count?.ToString() ?? "not counted"} × {well.Screws.Size ?? "?"}, {well.Screws.Thread ?? "?"} × {(well.Screws.Length is { } length ? length.ToString("0.##", CultureInfo.InvariantCulture) : "?")}, {well.StepTitle}{(well.Difference == LengthDifference.None ? "" : $", {well.Difference.Word()} than the others")}", []);
        if (plan.Wells.All(well => well.StaysInPart))
            yield return new(Sort.Text, "No screw comes loose.", []);

        yield return new(Sort.Heading, "Back", []);
        var counted = false;
        const string Counting = "Count: every screw is in its hole and the tray is empty, before the power is connected and the cover shuts";
        foreach (var step in WayBack.Of(steps))
        {
            if (step.DisconnectsPower && !counted)
            {
                counted = true;
                yield return new(Sort.Ticked, Counting, []);
            }
            List<string> under = [.. WorkWords.Back(WithoutModules(step, record), plan.Wells, swollen && Frees(step, PartKind.Battery))];
            if (step.Tightening.Count > 0)
                under.Add($"Tighten in this order: {string.Join(", ", step.Tightening)}.");
            yield return new(Sort.Ticked, $"Put back: {step.Title}", under);
        }
        if (!counted)
            yield return new(Sort.Ticked, Counting, []);
        yield return new(Sort.Text, "The first start may take longer than usual, and may ask for the clock; a fan that runs up once is no fault. What smells, swells or gets hot: off at once.", []);
        yield return new(Sort.Text, "The maker's safety sheet, local codes and licensed practice come first.", []);
    }

    private static string Upper(string text) => char.ToUpperInvariant(text[0]) + text[1..];

    /// <summary>A step without the module that it would draw out of a place that is empty.</summary>
    private static Step WithoutModules(Step step, TeardownRecord record) => step.Frees.Count > 0 && step.Frees.All(id => record.Parts.Any(part => part.Id == id && !part.Fitted))
        ? step with { Actions = [.. step.Actions.Where(action => action is not Unplug { Connector: Connector.LatchedModule or Connector.SlideCard })] } : step;

    /// <summary>What is done to fill a place.</summary>
    private static string FitInto(Part place, string name) => place.Kind switch
    {
        PartKind.Memory => $"Slide the module in at a slant, notch to notch, and press it down until both latches close: {name}.",
        PartKind.Storage when place.Interface.Form?.Contains("2.5", StringComparison.Ordinal) == true || place.Interface.Name?.Contains("2.5", StringComparison.Ordinal) == true => $"Slide the drive in level until it meets its connector, and hold it as its bay asks: {name}.",
        PartKind.Storage => $"Slide the card in at a slant until it sits, lower it and hold it with its screw: {name}.",
        PartKind.Wireless => $"Slide the card in at a slant, lower it, hold it with its screw and press the antenna leads on: {name}.",
        _ => $"Set the new part in and connect it: {name}.",
    };

    private static string Bought(Purchase purchase, string name) => string.Join(", ", new[]
    {
        $"{purchase.Fit.Module.Number} for the {name}",
        PlaceWords.Form(purchase.Place),
        purchase.Fit.Module.Capacity is { } capacity ? $"{capacity.ToString("0.##", CultureInfo.InvariantCulture)} {(purchase.Place.Kind == PartKind.Battery ? "Wh" : "GB")}" : "",
        purchase.Fit.Module.Price is { Amount: { } amount } price ? $"{amount.ToString("0.##", CultureInfo.InvariantCulture)} {price.Currency ?? "in the rubric's currency"}" : "price not known",
        purchase.Fit.RunsAt is { } speed ? $"runs at {speed}" : "",
        purchase.Fit.Against.Count > 0 ? $"does not fit: {purchase.Fit.Against[0]}" : purchase.Fit.Unsure.Count > 0 ? $"look first at {string.Join(", ", purchase.Fit.Unsure)}" : "",
    }.Where(piece => piece.Length > 0));

    private static string Spare(Spare spare) => string.Join(", ", new[]
    {
        spare.Number is { } number ? $"number {number}" : "number not known",
        spare.Price is { Amount: { } amount } price ? $"{amount.ToString("0.##", CultureInfo.InvariantCulture)} {price.Currency ?? "in the rubric's currency"}{(spare.Seen is { } seen ? $" on {seen.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}" : "")}" : "price not known",
        spare.Source switch { Supply.Maker => "from its maker", Supply.ThirdParty => "from others", Supply.Salvage => "from salvage", Supply.None => "nobody sells it", _ => "who sells it is not known" },
        spare.Paired == true ? "works only after the maker's pairing" : "",
    }.Where(piece => piece.Length > 0));

    private static string UsedUp(UsedUp used)
    {
        var count = used.Count?.ToString() ?? "as many as there are";
        var length = used.Millimetres is { } mm ? $"{mm.ToString("0.##", CultureInfo.InvariantCulture)} mm of " : "a length of ";
        return used.What switch
        {
            Consumable.ReleaseTab => $"{count} release tabs",
            Consumable.Tape => $"{length}bonding tape",
            Consumable.Foam => $"{length}foam",
            Consumable.Gasket => $"{length}gasket",
            Consumable.Glue => $"{length}adhesive as its maker names it",
            Consumable.Pad => $"{count} thermal pads, where the old ones tear",
            Consumable.Paste => "thermal paste",
            Consumable.LiquidMetal => "liquid metal, only as its maker allows",
            Consumable.Foot => $"{count} feet, or adhesive for them",
            Consumable.Label => $"{count} labels or seals, which do not stick again",
            _ => $"{count} pieces of tape",
        };
    }

    private static string Minutes(EffortSeconds effort) => Math.Round(effort.High - effort.Low, 3) == 0 ? Minutes(effort.Value) : $"{Minutes(effort.Value)} ({(effort.Low / 60).ToString("0.0", CultureInfo.InvariantCulture)} to {(effort.High / 60).ToString("0.0", CultureInfo.InvariantCulture)})";

    private static string Minutes(double seconds) => $"{(seconds / 60).ToString("0.0", CultureInfo.InvariantCulture)} minutes";

    private static string Percent(double low, double high) => Math.Round(100 * low) == Math.Round(100 * high) ? $"{Math.Round(100 * low).ToString(CultureInfo.InvariantCulture)} %" : $"{Math.Round(100 * low).ToString(CultureInfo.InvariantCulture)} to {Math.Round(100 * high).ToString(CultureInfo.InvariantCulture)} %";
}
