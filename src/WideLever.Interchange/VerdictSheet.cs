using WideLever.Core.Planning;
using System.Globalization;
using System.Net;
using System.Text;
using WideLever.Core;
using WideLever.Core.Checking;
using WideLever.Core.Comparing;
using WideLever.Core.Findings;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Interchange;

/// <summary>How a result on a sheet is answered for.</summary>
/// <param name="Signer">Who answers for it; null: nobody signed it.</param>
/// <param name="SignedAt">When; null: nobody did.</param>
/// <param name="ChangedSince">Whether the record, the rubric or the method changed since.</param>
/// <param name="AsSeen">Whether it was signed as seen, while it was not complete.</param>
/// <param name="Revisions">What was signed so far, the first first: the day, and the note.</param>
public sealed record SheetStanding(string? Signer, string? SignedAt, bool ChangedSince, bool AsSeen, IReadOnlyList<(string On, string? Note)> Revisions);

/// <summary>What a verdict sheet is made of.</summary>
/// <param name="Record">The record.</param>
/// <param name="Rubric">The rubric.</param>
/// <param name="RubricSha256">SHA-256 of its canonical JSON.</param>
/// <param name="Summary">What a reader asks first.</param>
/// <param name="RepairStanding">Where it stands in R, to go on a sentence with.</param>
/// <param name="UpgradeStanding">Where it stands in U.</param>
/// <param name="Standing">How it is answered for.</param>
/// <param name="Despite">Why it is published before its embargo ends; null: it has none, or that is over.</param>
/// <param name="Photos">The photos that were chosen for it.</param>
public sealed record SheetFacts(CheckedRecord Record, Rubric Rubric, string RubricSha256, Summary Summary, string RepairStanding, string UpgradeStanding, SheetStanding Standing, string? Despite, IReadOnlyList<SheetPhoto> Photos);

/// <summary>A photo on a sheet.</summary>
/// <param name="Caption">What it shows.</param>
/// <param name="Jpeg">Its bytes, small enough to be carried along.</param>
public sealed record SheetPhoto(string Caption, byte[] Jpeg);

/// <summary>
/// A verdict as a sheet that leaves the bench: one self-contained HTML file without a script, the same as Markdown, and a plate with the two
/// figures. What is nobody's business stays at the bench: loans, bench names, notes, pictures of labels. <c>docs/formats/README.md</c>,
/// <em>The verdict sheet</em>.
/// </summary>
public static class VerdictSheet
{
    /// <summary>Most photos of a sheet.</summary>
    public const int MostPhotos = 6;

    private const int MostLosses = 6;

    private enum Sort { Title, Plate, Heading, Text, Caution, Listed, Row, Header, Photos }

    private sealed record Line(Sort Sort, params IReadOnlyList<string> Cells)
    {
        public string Text => Cells[0];
    }

    /// <summary>The sheet as one HTML file.</summary>
    public static string Html(SheetFacts facts)
    {
        var lines = Lines(facts).ToList();
        var body = new StringBuilder();
        var open = "";
        void Within(string element)
        {
            if (open == element)
                return;
            if (open.Length > 0)
                body.Append(CultureInfo.InvariantCulture, $"</{open}>");
            if (element.Length > 0)
                body.Append(CultureInfo.InvariantCulture, $"<{element}>");
            open = element;
        }
        foreach (var line in lines)
        {
            Within(line.Sort switch { Sort.Listed => "ul", Sort.Row or Sort.Header => "table", _ => "" });
            body.Append(line.Sort switch
            {
                Sort.Title => $"<h1>{Safe(line.Text)}</h1>",
                Sort.Plate => $"<div class=\"plate\">{Plate(facts)}</div>",
                Sort.Heading => $"<h2>{Safe(line.Text)}</h2>",
                Sort.Photos => $"<div class=\"photos\">{string.Concat(facts.Photos.Select(Figure))}</div>",
                Sort.Caution => $"<p class=\"caution\"><b>Caution.</b> {Safe(line.Text)}</p>",
                Sort.Listed => $"<li>{Safe(line.Text)}</li>",
                Sort.Header => $"<tr>{string.Concat(line.Cells.Select(cell => $"<th scope=\"col\">{Safe(cell)}</th>"))}</tr>",
                Sort.Row => $"<tr><th scope=\"row\">{Safe(line.Text)}</th>{string.Concat(line.Cells.Skip(1).Select(cell => $"<td>{Safe(cell)}</td>"))}</tr>",
                _ => $"<p>{Safe(line.Text)}</p>",
            });
        }
        Within("");
        return SheetText.Page(lines[0].Text, "table { border-collapse: collapse; font-size: 8.5pt; line-height: 1.2; } th, td { text-align: left; vertical-align: top; padding: .03rem .8rem .03rem 0; font-weight: normal; } th[scope=col] { color: var(--second); } th[scope=row] { min-width: 8rem; } .plate svg { width: 100%; max-width: 30rem; height: auto; } .photos { display: flex; flex-wrap: wrap; gap: .6rem; } figure { margin: 0; width: 31%; break-inside: avoid; } figure img { width: 100%; max-height: 45mm; object-fit: contain; object-position: left; } figcaption { color: var(--second); font-size: 9pt; }", body.ToString());
    }

    /// <summary>The same as Markdown, without the plate.</summary>
    public static string Markdown(SheetFacts facts)
    {
        var text = new StringBuilder();
        var before = Sort.Title;
        foreach (var line in Lines(facts).Where(line => line.Sort != Sort.Plate))
        {
            if (before is Sort.Listed or Sort.Row && line.Sort != before)
                text.Append('\n');
            before = line.Sort;
            text.Append(line.Sort switch
            {
                Sort.Title => $"# {SheetText.Markdown(line.Text)}\n\n",
                Sort.Heading => $"## {SheetText.Markdown(line.Text)}\n\n",
                Sort.Caution => $"> **Caution.** {SheetText.Markdown(line.Text)}\n\n",
                Sort.Listed => $"- {SheetText.Markdown(line.Text)}\n",
                Sort.Photos => string.Concat(facts.Photos.Select(photo => $"- {SheetText.Markdown(photo.Caption)}\n")) + "\n",
                Sort.Header => $"| {string.Join(" | ", line.Cells.Select(SheetText.Markdown))} |\n|{string.Concat(line.Cells.Select(_ => " --- |"))}\n",
                Sort.Row => $"| {string.Join(" | ", line.Cells.Select(SheetText.Markdown))} |\n",
                _ => $"{SheetText.Markdown(line.Text)}\n\n",
            });
        }
        return text.ToString();
    }

    /// <summary>The same as plain text, to be put wherever text goes.</summary>
    public static string Text(SheetFacts facts)
    {
        var text = new StringBuilder();
        IReadOnlyList<string> headers = [];
        foreach (var line in Lines(facts).Where(line => line.Sort is not (Sort.Plate or Sort.Photos)))
        {
            if (line.Sort == Sort.Header)
                headers = line.Cells;
            text.Append(line.Sort switch
            {
                Sort.Heading => $"\n{line.Text}\n",
                Sort.Caution => $"Caution. {line.Text}\n",
                Sort.Listed => $"- {line.Text}\n",
                Sort.Header => "",
                Sort.Row => $"- {string.Join("; ", line.Cells.Select((cell, column) => column == 0 ? cell : $"{headers[column]}: {cell}"))}\n",
                _ => $"{line.Text}\n",
            });
        }
        return text.ToString();
    }

    /// <summary>The two figures on a line each, as a drawing of its own: a range as a bar, a figure as a mark on it.</summary>
    public static string Plate(SheetFacts facts)
    {
        var (record, result) = (facts.Record.Record, Scorer.Score(facts.Record, facts.Rubric));
        var drawing = new StringBuilder();
        string At(double value) => (110 + 2.6 * value).ToString("0.#", CultureInfo.InvariantCulture);
        string Long(double value) => (2.6 * value).ToString("0.#", CultureInfo.InvariantCulture);
        var y = 34;
        foreach (var (name, index, status) in new[] { ("Repair", result.Repair, result.RepairStatus.Status), ("Upgrade", result.Upgrade, result.UpgradeStatus.Status) })
        {
            var hasFigure = IndexWords.HasFigure(index, status);
            drawing.Append(CultureInfo.InvariantCulture, $"<text x=\"10\" y=\"{y + 5}\">{name}</text><line x1=\"110\" x2=\"370\" y1=\"{y}\" y2=\"{y}\" stroke=\"currentColor\" stroke-opacity=\".45\"/>");
            drawing.Append(CultureInfo.InvariantCulture, $"<rect x=\"{At(index.Low)}\" y=\"{y - 4}\" width=\"{Long(Math.Max(0.8, index.High - index.Low))}\" height=\"8\" fill=\"currentColor\" fill-opacity=\".4\"/>");
            if (hasFigure)
                drawing.Append(CultureInfo.InvariantCulture, $"<rect x=\"{At(index.Value!.Value - 0.8)}\" y=\"{y - 10}\" width=\"4\" height=\"20\" fill=\"currentColor\"/>");
            drawing.Append(CultureInfo.InvariantCulture, $"<text x=\"385\" y=\"{y + 6}\" font-size=\"{(hasFigure ? 18 : 14)}\">{(hasFigure ? Round(index.Value!.Value) : $"{Round(index.Low)} to {Round(index.High)}")}</text>");
            y += 36;
        }
        return $"<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 470 {y.ToString(CultureInfo.InvariantCulture)}\" role=\"img\" aria-label=\"{Safe($"{record.Unit.ModelCode}: repair {Figure(result.Repair, result.RepairStatus.Status)}, upgrade {Figure(result.Upgrade, result.UpgradeStatus.Status)}")}\" font-family=\"{SheetText.Family}\" font-size=\"14\" fill=\"currentColor\">{drawing}</svg>";
    }

    private static IEnumerable<Line> Lines(SheetFacts facts)
    {
        var (record, rubric) = (facts.Record.Record, facts.Rubric);
        var unit = record.Unit;
        var result = Scorer.Score(facts.Record, rubric);
        string Named(Part part) => PartNames.Of(part, record.Parts);
        yield return new(Sort.Title, $"{unit.Maker} {unit.Model}, {unit.ModelCode}");
        yield return new(Sort.Text, Answered(facts.Standing, result.Status, record.Teardown.Date));
        if (facts.Despite is { } despite)
            yield return new(Sort.Text, $"Published before the day until which it was to be kept: {despite}");
        yield return new(Sort.Plate, "");
        yield return new(Sort.Text, $"Repair {Figure(result.Repair, result.RepairStatus.Status)}{facts.RepairStanding}; upgrade {Figure(result.Upgrade, result.UpgradeStatus.Status)}{facts.UpgradeStanding}. Both run from 0 to 100: at 0 nothing can be replaced or upgraded, at 100 everything can, at once, with common tools and parts that anyone sells.");
        yield return new(Sort.Text, string.Join(' ', facts.Summary.Sentences));
        if (record.Teardown.Damage.Count > 0)
            yield return new(Sort.Text, $"This one machine came {string.Join("; ", record.Teardown.Damage.Select(damage => $"{DamageWord(damage.Kind)}{(damage.Text is { } text ? $": {text}" : "")}"))}. That is not what the model is.");
        foreach (var caution in Cautions.OfDamage(record.Teardown))
            yield return new(Sort.Caution, Cautions.Text(caution).Text);
        foreach (var (side, name) in new[] { (ReasonSide.For, "For"), (ReasonSide.Against, "Against") })
        {
            // What the reviewer picked or wrote stands before what the facts say.
            var picked = unit.Reasons.Where(reason => reason.Side == side).Select(reason => reason.Text).ToList();
            var said = picked.Count > 0 ? picked : [.. (side == ReasonSide.For ? facts.Summary.For : facts.Summary.Against).Select(reason => reason.Text)];
            yield return new(Sort.Heading, name);
            if (said.Count == 0)
                yield return new(Sort.Text, $"Nothing that is known speaks {(side == ReasonSide.For ? "for" : "against")} it.");
            foreach (var reason in said)
                yield return new(Sort.Listed, reason);
        }
        yield return new(Sort.Heading, "What it takes");
        yield return new(Sort.Header, "part", "what is undone for it", "minutes, there and back", "chance of damage", "a new one");
        // What is one piece is one row: it comes out and is bought together. What nobody opened a way to stands below.
        string Whole(Part bought, IEnumerable<Part> of) => of.Where(one => one.Id != bought.Id).Select(one => $"{Named(one)}{Held(one, rubric, apart: bought)}").ToList() is { Count: > 0 } within ? $", one piece with the {string.Join(", the ", within)}" : "";
        foreach (var whole in result.Parts.Where(part => part.Route is { Count: > 0 } && part.Effort is not null && part.Part.Fitted).OrderBy(part => part.Effort!.Value.Value).ThenBy(part => part.Part.Id, StringComparer.Ordinal).GroupBy(part => part.ServiceUnit))
        {
            var part = whole.First();
            var (low, high) = (part.Effort!.Value.Low / 60, part.Effort.Value.High / 60);
            var harm = 1 - part.Route!.Aggregate(1.0, (chance, position) => chance * (1 - StepRisk.Of(record.Steps[position], rubric)));
            var undone = HoldWords.Of([.. part.Route!.SelectMany(position => record.Steps[position].Actions)]);
            var bought = record.Parts.FirstOrDefault(other => other.Id == whole.Key) ?? part.Part;
            yield return new(Sort.Row, $"{Named(bought)}{Held(bought, rubric)}{Whole(bought, whole.Select(one => one.Part))}",
                undone.Count == 0 ? "nothing but lifting" : string.Join(", ", undone), One(low) == One(high) ? One(low) : $"{One(low)} to {One(high)}", $"{HarmWord(harm)} ({Round(100 * harm)} %)", SpareOf(bought));
        }
        var wayless = result.Parts.Where(one => one.Part.Fitted && (one.Route is not { Count: > 0 } || one.Effort is null)).Select(one => one.Part).ToLookup(part => part.Mounting is null && record.Steps.Any(step => step.Frees.Contains(part.Id)));
        string Wayless(Part part) => $"{Named(part)}{Held(part, rubric, apart: part)}{(part.Within is { } within && rubric.IsInseparable(part.Mounting) == true && record.Parts.FirstOrDefault(other => other.Id == within) is { } whole ? $", one piece with the {Named(whole)}" : "")}";
        if (wayless[true].Any())
            yield return new(Sort.Text, $"Taken out, but nobody has said how it is held, so that its way is not counted: {string.Join("; ", wayless[true].Select(Wayless))}.");
        if (wayless[false].Any())
            yield return new(Sort.Text, $"No way to these is recorded: {string.Join("; ", wayless[false].Select(Wayless))}.");
        // What was undone on the way to none of these is true of the machine all the same.
        var onTheWay = result.Parts.Where(part => part.Part.Fitted).SelectMany(part => part.Route ?? []).ToHashSet();
        if (HoldWords.Of([.. record.Steps.Where((_, position) => !onTheWay.Contains(position)).SelectMany(step => step.Actions)]) is { Count: > 0 } besides)
            yield return new(Sort.Text, $"Undone besides, on the shortest way to none of these: {string.Join(", ", besides)}.");
        yield return new(Sort.Heading, "What goes in");
        foreach (var part in record.Parts.Where(part => !part.Fitted || part.Kind is PartKind.Memory or PartKind.Storage or PartKind.Wireless or PartKind.Battery or PartKind.Graphics))
            yield return new(Sort.Listed, PlaceWords.Sentence(part, record.Parts, part.Mounting is { } held ? rubric.IsInseparable(held) : null));
        foreach (var kind in new[] { PartKind.Memory, PartKind.Storage })
        {
            if (PlaceWords.Takes(unit.Ceilings.Of(kind), "GB") is { Length: > 0 } takes)
                yield return new(Sort.Listed, $"The whole machine, {kind.Name()}: {takes}.");
        }
        foreach (var (one, other) in record.Parts.Index().SelectMany(part => record.Parts.Take(part.Index).Where(before => before.Excludes.Contains(part.Item.Id) || part.Item.Excludes.Contains(before.Id)).Select(before => (before, part.Item))))
            yield return new(Sort.Listed, $"Either the {Named(one)} or the {Named(other)} can be used, not both.");
        if (MachineWords.Ports(record) is { Length: > 0 } ports)
            yield return new(Sort.Text, $"Ports, {ports}.");
        var differing = ClaimChecks.Of(record, rubric).Select(MachineWords.Differing).OfType<string>().ToList();
        if (differing.Count > 0)
            yield return new(Sort.Heading, "Said, and found");
        foreach (var claim in differing)
            yield return new(Sort.Listed, $"{claim.TrimEnd('.')}.");
        yield return new(Sort.Heading, "Where points were lost");
        // Points are lost of a figure: where there is none, nothing is.
        if (!IndexWords.HasFigure(result.Repair, result.RepairStatus.Status) && !IndexWords.HasFigure(result.Upgrade, result.UpgradeStatus.Status))
            yield return new(Sort.Text, "Neither index has a figure yet, so no points are counted.");
        foreach (var (index, ledger) in new[] { ("Repair", IndexWords.HasFigure(result.Repair, result.RepairStatus.Status) ? Ledger.OfRepair(result, record, rubric, actionsOf: []) : null), ("Upgrade", IndexWords.HasFigure(result.Upgrade, result.UpgradeStatus.Status) ? Ledger.OfUpgrade(result, record, rubric, actionsOf: []) : null) })
        {
            var lost = (ledger?.Lines ?? []).Where(line => line.Points > 0).OrderByDescending(line => line.Points).ToList();
            if (lost.Count == 0)
                continue;
            var said = lost.Take(MostLosses).Select(line => $"{(WordList.TryParse<PartKind>(line.Name, out var kind) ? kind.Name() : WordList.Apart(line.Name))} {One(line.Points)}{(line.Known ? "" : " (not known enough)")}").ToList();
            // With what is small the points are those that are missing to 100.
            if (lost.Skip(MostLosses).Sum(line => line.Points) is >= 0.05 and var rest)
                said.Add($"all else {One(rest)}");
            yield return new(Sort.Listed, $"{index}, {One(lost.Sum(line => line.Points))} of 100: {string.Join(", ", said)}.");
        }
        yield return new(Sort.Heading, "Tools");
        var tools = record.Steps.SelectMany(step => step.Actions).Select(action => (Tool: action.ToolInHand(), Size: (action as Unscrew)?.Size)).Where(one => one.Tool is not null and not Tool.Hand)
            .GroupBy(one => one.Tool!.Value).OrderBy(group => group.Key).Select(group => $"{group.Key.Name()} {string.Join(", ", group.Select(one => one.Size).OfType<string>().Distinct().Order(StringComparer.Ordinal))}".TrimEnd()).ToList();
        yield return new(Sort.Text, tools.Count == 0 ? "None: all that was taken apart comes apart by hand." : $"{string.Join("; ", tools)}.");
        var advice = unit.Advice.Select(one => ((string?)null, one)).Concat(record.Steps.SelectMany(step => step.Advice.Select(one => ((string?)step.Title, one)))).Concat(record.Parts.SelectMany(part => part.Advice.Select(one => ((string?)Named(part), one)))).ToList();
        if (advice.Count > 0)
            yield return new(Sort.Heading, "Advice");
        foreach (var (about, one) in advice)
            yield return new(Sort.Listed, $"{(one.Kind == AdviceKind.Warning ? "Warning" : one.Kind == AdviceKind.Tip ? "Tip" : "Symptom")}{(about is null ? "" : $", {about}")}: {one.Text}");
        var met = record.Steps.SelectMany(step => step.Surprises.Select(surprise => $"{step.Title}: {surprise.Text}")).ToList();
        if (met.Count > 0)
            yield return new(Sort.Heading, "What was met");
        foreach (var one in met)
            yield return new(Sort.Listed, one);
        if (facts.Photos.Count > 0)
        {
            yield return new(Sort.Heading, "Photos");
            yield return new(Sort.Photos, "");
        }
        yield return new(Sort.Heading, "What this is and is not");
        var absent = result.RepairKinds.Select(kind => kind.Kind).Concat(result.UpgradeKinds.Select(kind => kind.Kind)).Distinct().Where(kind => !record.Absent.Contains(kind) && !record.Parts.Any(part => part.Kind == kind)).Select(kind => kind.Name()).ToList();
        if (absent.Count > 0)
            yield return new(Sort.Text, $"Not seen: {string.Join(", ", absent)}.");
        var open = result.RepairKinds.Where(kind => kind.Score.Value is null).Select(kind => kind.Kind).Concat(result.UpgradeKinds.Where(kind => kind.Score.Value is null).Select(kind => kind.Kind)).Distinct().Select(kind => kind.Name()).Except(absent).ToList();
        if (facts.Standing.AsSeen && open.Count > 0)
            yield return new(Sort.Text, $"Not seen enough to answer for: {string.Join(", ", open)}.");
        if (facts.Standing.Revisions.Count > 1)
        {
            yield return new(Sort.Text, $"This is revision {Number(facts.Standing.Revisions.Count)}.");
            foreach (var (number, revision) in facts.Standing.Revisions.Index().Skip(1))
                yield return new(Sort.Listed, $"Revision {Number(number + 1)}, {revision.On}: {revision.Note ?? "no note"}");
        }
        yield return new(Sort.Text, $"Method {CoreVersion.Method.ToString(CultureInfo.InvariantCulture)}; {rubric.Name}, revision {rubric.Revision.ToString(CultureInfo.InvariantCulture)} ({facts.RubricSha256[..12]}). {Schools(rubric.Schools)} {(record.Teardown.Sample == Sample.Early ? "An early sample." : "A retail sample.")}"
            + (unit.Covers.Count > 0 ? $" It also covers {string.Join(", ", unit.Covers)}." : ""));
        yield return new(Sort.Text, $"Results closer than {rubric.Resolution.ToString("0.#", CultureInfo.InvariantCulture)} points are not told apart. {Cautions.Preparation(record).Text}");
    }

    private static string DamageWord(DamageKind kind) => kind switch { DamageKind.Liquid => "with liquid in it", DamageKind.Cracked => "cracked", DamageKind.Swollen => "with a swollen pack", DamageKind.Burnt => "burnt", DamageKind.Worn => "worn", DamageKind.Missing => "with something missing", _ => "damaged" };

    /// <summary>How a part is held where that is grave, and what its own spare asks where another is bought for it.</summary>
    private static string Held(Part part, Rubric rubric, Part? apart = null)
    {
        var grave = part.Mounting is Mounting.Glued or Mounting.Taped || rubric.IsInseparable(part.Mounting) == true;
        string[] said = [grave ? WordList.Apart(part.Mounting!.Value.Word()) : "", apart is not null && part.Spare.Source == Supply.None ? "nobody sells it by itself" : "", apart is not null && part.Spare.Paired == true ? "works only after pairing with the maker's tool" : ""];
        return said.Any(one => one.Length > 0) ? $" ({string.Join(", ", said.Where(one => one.Length > 0))})" : "";
    }

    private static string SpareOf(Part part) => string.Join(", ", new[]
    {
        part.Spare.Source == Supply.None ? "nobody sells it" : part.Spare.Number is { } number ? $"number {number}" : "",
        part.Spare.Price is { Amount: { } amount } price && part.Spare.Source != Supply.None ? $"{amount.ToString("0.##", CultureInfo.InvariantCulture)} {price.Currency}{(part.Spare.Seen is { } seen ? $" on {seen.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}" : "")}".Trim() : "",
        part.Spare.Source switch { Supply.Maker => "from its maker", Supply.ThirdParty => "from others", Supply.Salvage => "from salvage alone", _ => "" },
        part.Spare.Paired == true ? "works only after pairing with the maker's tool" : "",
    }.Where(one => one.Length > 0)) is { Length: > 0 } said ? said : "not known";

    private static string Answered(SheetStanding standing, Status status, DateOnly torn)
    {
        var when = $"Taken apart on {torn.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}.";
        return standing.Signer is { } signer
            ? $"{when} {signer} answers for {(standing.AsSeen ? "what was seen of it" : "the result")}, signed {standing.SignedAt}{(standing.ChangedSince ? "; it has changed since, and what stands here is as it is now" : "")}."
            : $"{when} Live, {status.Word()}: nobody has signed it.";
    }

    private static string Schools(Schools schools) =>
        $"The battery is {(schools.PowerFirst == PowerFirst.Always ? "disconnected before inside work" : "disconnected where it is in the way")}; assemblies count {(schools.Assemblies == Assemblies.AsAssembly ? "as repairs at their price" : "as no repair")}; ceilings are {schools.Ceiling switch { CeilingSource.Bench => "those that a bench proved", CeilingSource.Maker => "the maker's", _ => "the platform's" }}; effort is {schools.Effort switch { EffortSchool.StandardTime => "standard time", EffortSchool.Steps => "steps", _ => "by the stopwatch" }}.";

    private static string Figure(Quantity index, Status status) => $"{IndexWords.Figure(index, status)}{(IndexWords.HasFigure(index, status) ? "" : ", no figure yet")}";

    private static string Round(double value) => IndexWords.Round(value);

    private static string One(double value) => value.ToString("0.0", CultureInfo.InvariantCulture);

    /// <summary>The chance that something is damaged, 0..1, as a word.</summary>
    private static string HarmWord(double chance) => chance switch { < 0.005 => "next to none", < 0.025 => "small", < 0.075 => "some", < 0.2 => "considerable", _ => "great" };

    private static string Number(int value) => value.ToString(CultureInfo.InvariantCulture);

    private static string Figure(SheetPhoto photo) => $"<figure><img src=\"data:image/jpeg;base64,{Convert.ToBase64String(photo.Jpeg)}\" alt=\"{Safe(photo.Caption)}\"><figcaption>{Safe(photo.Caption)}</figcaption></figure>";

    private static string Safe(string text) => WebUtility.HtmlEncode(text);
}
