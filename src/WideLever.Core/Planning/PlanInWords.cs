using System.Globalization;
using WideLever.Core.Findings;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;

namespace WideLever.Core.Planning;

/// <summary>A step of a plan in words.</summary>
/// <param name="StepId">Its id.</param>
/// <param name="Title">Its title.</param>
/// <param name="Layer">Its layer.</param>
/// <param name="Cautions">Cautions that it is the first to call for; those about a pack that is not sound at every step that touches it.</param>
/// <param name="Lines">What hands do, in their order.</param>
/// <param name="Notes">What was met there, and advice of whoever did it before.</param>
public sealed record StepInWords(string StepId, string Title, string Layer, IReadOnlyList<CautionText> Cautions, IReadOnlyList<string> Lines, IReadOnlyList<string> Notes);

/// <summary>
/// A plan as hands follow it, on the page and on a job sheet alike: what to lay out and to buy, the way in, what is done there, and the way back. Parts are
/// told by name, never by id. Beside <c>docs/method.md</c>, which says nothing of words.
/// </summary>
public sealed record PlanInWords
{
    /// <summary>The parts that come out, and what is done to those that are not swapped.</summary>
    public required string Title { get; init; }

    /// <summary>What has to be known before the first step: what is one piece, what leads here, what cannot be used together.</summary>
    public required IReadOnlyList<string> Before { get; init; }

    /// <summary>What stops whoever is not trained for it, because the pack is not sound; null: nothing does.</summary>
    public required string? Stop { get; init; }

    /// <summary>Cautions before the first step.</summary>
    public required IReadOnlyList<CautionText> Cautions { get; init; }

    /// <summary>Tools and what else is laid out.</summary>
    public required IReadOnlyList<string> LayOut { get; init; }

    /// <summary>What is bought and used up; none: nothing is.</summary>
    public required IReadOnlyList<string> Buy { get; init; }

    /// <summary>The way in.</summary>
    public required IReadOnlyList<StepInWords> In { get; init; }

    /// <summary>What goes into a place that was empty.</summary>
    public required IReadOnlyList<string> Fit { get; init; }

    /// <summary>What is done to parts that are not swapped, and what moves over to a new board; none of it is in the effort.</summary>
    public required IReadOnlyList<string> Do { get; init; }

    /// <summary>The way back.</summary>
    public required IReadOnlyList<StepInWords> Back { get; init; }

    /// <summary>What is counted on the way back.</summary>
    public required string Count { get; init; }

    /// <summary>Before which step of the way back it is counted; as many as there are steps: at the end.</summary>
    public required int CountBefore { get; init; }

    /// <summary>A plan in words.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="record">The record that it is of.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="bought">Modules that are bought for its places.</param>
    public static PlanInWords Of(RepairPlan plan, TeardownRecord record, Rubric rubric, IReadOnlyList<Purchase> bought)
    {
        string Named(Part part) => PartNames.Of(part, record.Parts);
        // What would only draw out what is not there is nothing to do, unless somebody noted something at it.
        List<Step> steps = [.. plan.Steps.Select(position => ToThePlace(PowerOff.Taken(record.Steps[position], record))).Where(step => step.Actions.Count > 0 || step.Frees.Count == 0 || step.Surprises.Count + step.Advice.Count > 0)];
        var swollen = Planning.Cautions.Stop(record) is not null;
        bool FreesPack(Step step) => step.Frees.Any(id => record.Parts.Any(part => part.Id == id && part.Kind == PartKind.Battery));
        // What is swapped stays out, and so does a pack that is not sound.
        List<Part> swapped = [.. plan.Parts.Where(part => part.Service is null).Select(part => part.Unit).DistinctBy(part => part.Id)];
        var renewed = swapped.Where(part => part.Fitted).Concat(swollen ? record.Parts.Where(part => part.Kind == PartKind.Battery) : []).Select(part => part.Id).ToHashSet();
        var words = new WorkWords(record.Parts, plan.Wells, renewed, !Planning.Cautions.HasNoPack(record) && steps.Exists(step => step.DisconnectsPower));
        List<Step> back = [.. WayBack.Of(steps)];
        // Before the power is on, and before anything shuts from outside.
        var at = back.FindIndex(step => step.DisconnectsPower || (step.Opens is not null && step.Layer == record.Layers[0]));
        var counted = at < 0 ? back.Count : at;
        return new()
        {
            Title = Upper(string.Join(", ", plan.Parts.Select(part => part.Service is { } service ? $"{Named(part.Part)} ({service.Word()})" : Named(part.Part)))),
            Before = [.. BeforeOf(plan, record, steps)],
            Stop = Planning.Cautions.Stop(record),
            Cautions = [.. Planning.Cautions.OfDamage(record.Teardown).Select(Planning.Cautions.Text).Prepend(Planning.Cautions.Preparation(record)).DistinctBy(caution => caution.Text)],
            LayOut = [.. LayOutFor(plan, steps)],
            Buy = [.. bought.Select(purchase => Bought(purchase, Named(purchase.Place))), .. swapped.Where(part => bought.All(purchase => purchase.Place.Id != part.Id)).Select(part => Bought(part, plan, record, rubric)), .. plan.UsedUp.Select(UsedUp),
                .. swapped.Exists(part => part.Fitted && part.Kind == PartKind.Mainboard) && plan.UsedUp.All(used => used.What != Consumable.Paste) && Carried(steps, record, rubric).Exists(part => part.Kind == PartKind.Thermal) ? ["thermal paste"] : (string[])[]],
            In = In(),
            Fit = [.. plan.Parts.Where(part => part.Service is null && !part.Part.Fitted).Select(part => FitInto(part.Part, Named(part.Part)))],
            Do = [.. DeedsOf(plan, steps, Named), .. swapped.Where(part => part.Fitted && part.Kind == PartKind.Mainboard).SelectMany(board => MovesOver(board, steps, record, rubric))],
            Back = [.. back.Select(step => new StepInWords(step.Id, words.BackTitle(step), step.Layer, [], [.. words.Back(step), .. step.Tightening.Count > 0 ? [$"Tighten in this order: {string.Join(", ", step.Tightening)}."] : (string[])[]],
                swollen && FreesPack(step) ? ["The swollen pack never goes back."] : []))],
            Count = Counting(plan.Wells, back.Skip(counted)),
            CountBefore = counted,
        };

        List<StepInWords> In()
        {
            var told = new List<StepInWords>();
            var met = new HashSet<Caution> { Caution.Preparation };
            var warnsOfPower = !Planning.Cautions.HasNoPack(record) && !steps.Exists(step => step.DisconnectsPower);
            foreach (var step in steps)
            {
                // A swollen pack is spoken of at every step that touches it.
                var atPack = swollen && (step.DisconnectsPower || FreesPack(step));
                List<CautionText> cautions = [.. Planning.Cautions.For(record, step, packSwollen: false, among: steps).Where(caution => met.Add(caution.Caution) || (atPack && caution.Caution == Caution.SwollenPack))];
                List<string> notes = [];
                if (PowerOff.IsOnlyTheCharger(record.Steps.First(one => one.Id == step.Id), record))
                    notes.Add("It is recorded as power off, and only unplugs the charger: the pack still feeds the board.");
                if (warnsOfPower && step.Layer != record.Layers[0])
                {
                    notes.Add("No way to disconnect the power is on record: find it, and do it, before you go on.");
                    warnsOfPower = false;
                }
                notes.AddRange(step.Surprises.Select(surprise => $"Met here: {surprise.Text}"));
                notes.AddRange(step.Advice.Concat(plan.Parts.Where(part => step.Frees.Contains(part.Unit.Id)).SelectMany(part => part.Unit.Advice)).Where(advice => advice.Kind != AdviceKind.Symptom).Select(advice => $"{(advice.Kind == AdviceKind.Warning ? "Warning" : "Tip")}: {advice.Text}"));
                told.Add(new(step.Id, step.Title, step.Layer, cautions, words.Out(step), notes));
            }
            return told;
        }

        // Nothing is drawn out of a place that is empty: what is left of its step leads to it.
        Step ToThePlace(Step step) => step.Frees.Select(id => record.Parts.FirstOrDefault(part => part.Id == id && !part.Fitted)).ToList() is { Count: > 0 } places && places.TrueForAll(place => place is not null)
            ? step with { Title = $"Reach the {string.Join(" and the ", places.Select(place => Named(place!)))}", Actions = [.. step.Actions.Where(action => action is not Unplug { Connector: Connector.LatchedModule or Connector.SlideCard })] } : step;
    }

    /// <summary>What is counted: what goes back later still lies in its wells.</summary>
    private static string Counting(IReadOnlyList<TrayWell> wells, IEnumerable<Step> later)
    {
        if (wells.All(well => well.StaysInPart))
            return "Count: every screw so far is in its hole, before the power is connected and the cover shuts";
        var left = wells.Where(well => !well.StaysInPart && later.Any(step => step.Id == well.StepId)).Select(well => well.Number).Order().ToList();
        var tray = left switch { [] => "and the tray is empty", [var one] => $"and the tray is empty but for well {one}", _ => $"and the tray is empty but for wells {string.Join(", ", left.SkipLast(1))} and {left[^1]}" };
        return $"Count: every screw so far is in its hole, {tray}, before the power is connected and the cover shuts";
    }

    // Paste that was parted on the way is renewed on the way back, and not twice.
    private static IEnumerable<string> DeedsOf(RepairPlan plan, List<Step> steps, Func<Part, string> named) => plan.Parts
        .Where(part => part.Service is not null && !(part.Service == Service.Paste && steps.Exists(step => step.Frees.Contains(part.Part.Id) && step.Actions.Any(action => action is Thermal { What: ThermalWhat.Paste }))))
        .Select(part => Services.Deed(part.Service!.Value, $"the {named(part.Part)}"));

    private static IEnumerable<string> BeforeOf(RepairPlan plan, TeardownRecord record, List<Step> steps)
    {
        string Named(Part part) => PartNames.Of(part, record.Parts);
        foreach (var part in plan.Parts.Where(part => part.Part.Id != part.Unit.Id).DistinctBy(part => part.Part.Id))
            yield return $"The {Named(part.Part)} is one piece with the {Named(part.Unit)}: that is what comes out and is bought.";
        foreach (var part in plan.Parts.Select(part => part.Part).Concat(record.Parts.Where(part => steps.Exists(step => step.Frees.Contains(part.Id)))).DistinctBy(part => part.Id))
        {
            foreach (var symptom in part.Advice.Where(advice => advice.Kind == AdviceKind.Symptom))
                yield return $"What leads here, {Named(part)}: {symptom.Text}";
        }
        foreach (var place in plan.Parts.Select(part => part.Part).DistinctBy(part => part.Id))
        {
            var others = record.Parts.Where(part => place.Excludes.Contains(part.Id)).ToList();
            if (others.Count > 0)
                yield return $"Either the {Named(place)} or the {string.Join(" or the ", others.Select(Named))} can be used, not both.{(place.Fitted ? "" : string.Concat(others.Where(other => other.Fitted).Select(other => $" What is in the {Named(other)} comes out and stays out, and its screws with it.")))}";
        }
    }

    private static IEnumerable<string> LayOutFor(RepairPlan plan, List<Step> steps)
    {
        foreach (var tool in plan.Tools)
            yield return $"{tool.Tool.Name()}{(tool.Sizes.Count > 0 ? $" {string.Join(", ", tool.Sizes)}" : "")}{(tool.Screws is { } screws ? $", {screws} {(screws.Exact == 1 ? "screw" : "screws")}" : "")}";
        List<TeardownAction> actions = [.. steps.SelectMany(step => step.Actions)];
        List<Unscrew> unknown = [.. actions.OfType<Unscrew>().Where(screws => screws.ToolInHand() is null)];
        if (unknown.Count > 0)
            yield return $"a driver for {Screws(unknown)} of a drive that nobody noted: look before you begin";
        if (plan.Tools.Count == 0 && unknown.Count == 0)
            yield return "no tool: it comes out by hand";
        var asked = plan.Parts.Select(part => part.Service).OfType<Service>().ToHashSet();
        if (asked.Contains(Service.Clean))
            yield return "a soft brush and dry air";
        if (asked.Contains(Service.Paste) || actions.Exists(action => action is Thermal { What: not ThermalWhat.Pad } or Unbond { Bond: not Bond.ReleaseTab }))
            yield return "alcohol and a cloth without lint";
        if (asked.Contains(Service.Rescue))
            yield return "an adapter that reads the drive";
        yield return plan.Wells.Count(well => !well.StaysInPart) is var wells and > 0 ? $"a tray of {Number(wells)} {(wells == 1 ? "well" : "wells")}" : "no tray: no screw comes loose";
    }

    private static string Screws(List<Unscrew> groups) =>
        groups.Exists(screws => screws.Count is null) ? "the screws" : groups.Aggregate(new Count(0, 0), (sum, screws) => sum + screws.Count!.Value) is { Exact: 1 } ? "the screw" : $"{groups.Aggregate(new Count(0, 0), (sum, screws) => sum + screws.Count!.Value)} screws";

    /// <summary>What a new board takes over: whatever sits on such a board, comes off it, and is not off it by a step of the plan already.</summary>
    private static IEnumerable<string> MovesOver(Part board, List<Step> steps, TeardownRecord record, Rubric rubric)
    {
        var carried = Carried(steps, record, rubric);
        if (carried.Count > 0)
            yield return $"Move over to the new {PartNames.Of(board, record.Parts)} what the old one carries: the {string.Join(", the ", carried.Select(part => PartNames.Of(part, record.Parts)))}.";
        foreach (var sink in carried.Where(part => part.Kind == PartKind.Thermal))
            yield return $"The {PartNames.Of(sink, record.Parts)} parts from its paste on the way: clean both sides with alcohol and a cloth, and lay a thin film of new paste.";
    }

    private static List<Part> Carried(List<Step> steps, TeardownRecord record, Rubric rubric) =>
        [.. record.Parts.Where(part => part.Fitted && IsOnABoard(part) && rubric.IsInseparable(part.Mounting) != true && !steps.Exists(step => step.Frees.Contains(part.Id)))];

    private static bool IsOnABoard(Part part) => part.Kind switch
    {
        PartKind.Storage => !IsBayDrive(part),
        PartKind.Memory or PartKind.Wireless or PartKind.ClockCell or PartKind.Processor or PartKind.Graphics or PartKind.Thermal => true,
        _ => false,
    };

    private static bool IsBayDrive(Part part) => new[] { part.Interface.Form, part.Interface.Name }.Any(text => text?.Contains("2.5", StringComparison.Ordinal) == true);

    /// <summary>What is done to fill a place.</summary>
    private static string FitInto(Part place, string name) => place.Kind switch
    {
        PartKind.Memory => $"Slide the module in at a slant, notch to notch, and press it down until both latches close: {name}.",
        PartKind.Storage when IsBayDrive(place) => $"Slide the drive in level until it meets its connector, and hold it as its bay asks: {name}.",
        PartKind.Storage => $"Slide the card in at a slant until it sits, lower it and hold it with its screw: {name}.",
        PartKind.Wireless => $"Slide the card in at a slant, lower it, hold it with its screw and press the antenna leads on: {name}.",
        _ => $"Set the new part in and connect it: {name}.",
    };

    private static string Bought(Part part, RepairPlan plan, TeardownRecord record, Rubric rubric)
    {
        string Named(Part one) => PartNames.Of(one, record.Parts);
        var whole = plan.Parts.Where(one => one.Service is null && one.Unit.Id == part.Id && one.Part.Id != part.Id).Select(one => Named(one.Part)).ToList();
        var withIt = part.Kind != PartKind.Mainboard ? [] : record.Parts.Where(one => one.Within == part.Id && one.Fitted && rubric.IsInseparable(one.Mounting) == true).Select(Named).Except(whole).ToList();
        var takes = PlaceWords.UnitOf(part.Kind) is { } held ? PlaceWords.Takes(part.Capacity.Max, held) : "";
        var form = string.Join("; ", new[] { PlaceWords.Form(part), takes }.Where(text => text.Length > 0));
        return $"{(part.Fitted ? Named(part) : $"a module for the {Named(part)}")}{(whole.Count > 0 ? $", one piece with the {string.Join(", ", whole)}" : "")}{(withIt.Count > 0 ? $", with the {string.Join(", ", withIt)} on it: ask for the same" : "")}{(form.Length > 0 ? $" ({form})" : "")}{(part.Fitted || part.Spare != new Spare() ? $": {Spare(part.Spare)}" : "")}";
    }

    private static string Bought(Purchase purchase, string name) => string.Join(", ", new[]
    {
        $"{purchase.Fit.Module.Number} for the {name}",
        PlaceWords.Form(purchase.Place),
        purchase.Fit.Module.Capacity is { } capacity ? $"{Number(capacity)} {PlaceWords.UnitOf(purchase.Place.Kind)}" : "",
        purchase.Fit.Module.Price is { Amount: { } amount } price ? $"{Number(amount)} {price.Currency ?? "in the rubric's currency"}" : "price not known",
        purchase.Fit.RunsAt is { } speed ? $"runs at {speed}" : "",
        purchase.Fit.Against.Count > 0 ? $"does not fit: {purchase.Fit.Against[0]}" : purchase.Fit.Unsure.Count > 0 ? $"look first at {string.Join(", ", purchase.Fit.Unsure)}" : "",
    }.Where(piece => piece.Length > 0));

    private static string Spare(Spare spare) => string.Join(", ", new[]
    {
        spare.Number is { } number ? $"number {number}" : "number not known",
        spare.Price is { Amount: { } amount } price ? $"{Number(amount)} {price.Currency ?? "in the rubric's currency"}{(spare.Seen is { } seen ? $" on {seen.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}" : "")}" : "price not known",
        spare.Source switch { Supply.Maker => "from its maker", Supply.ThirdParty => "from others", Supply.Salvage => "from salvage", Supply.None => "nobody sells it", _ => "who sells it is not known" },
        spare.Paired == true ? "works only after the maker's pairing" : "",
    }.Where(piece => piece.Length > 0));

    private static string UsedUp(UsedUp used)
    {
        var count = used.Count?.ToString() ?? "as many as there are";
        var length = used.Millimetres is { } mm ? $"{Number(mm)} mm of " : "a length of ";
        var one = used.Count?.Exact == 1;
        return used.What switch
        {
            Consumable.ReleaseTab => $"{count} {(one ? "release tab" : "release tabs")}",
            Consumable.Tape => $"{length}bonding tape",
            Consumable.Foam => $"{length}foam",
            Consumable.Gasket => $"{length}gasket",
            Consumable.Glue => $"{length}adhesive as its maker names it",
            Consumable.Pad => $"{count} {(one ? "thermal pad" : "thermal pads")}, where the old ones tear",
            Consumable.Paste => "thermal paste",
            Consumable.LiquidMetal => "liquid metal, only as its maker allows",
            Consumable.Foot => $"{count} {(one ? "foot" : "feet")}, or adhesive for them",
            Consumable.Label => one ? "1 label or seal, which does not stick again" : $"{count} labels or seals, which do not stick again",
            _ => $"{count} {(one ? "piece" : "pieces")} of tape",
        };
    }

    private static string Number(double number) => number.ToString("0.##", CultureInfo.InvariantCulture);

    private static string Upper(string text) => char.ToUpperInvariant(text[0]) + text[1..];
}
