using System.Globalization;
using WideLever.Core.Records;

namespace WideLever.Core.Planning;

/// <summary>What a step is in words: on the way in as it is done, on the way back as it is undone.</summary>
/// <param name="parts">Every part of the machine, by whose names they are told.</param>
/// <param name="wells">The wells of a tray; screws name theirs. None: no tray is in hand.</param>
/// <param name="renewed">Ids of the parts that stay out, because new ones go in.</param>
/// <param name="packIsOff">Whether a pack is disconnected on the way in, so that nothing starts before it is joined again.</param>
public sealed class WorkWords(IReadOnlyList<Part> parts, IReadOnlyList<TrayWell> wells, IReadOnlySet<string> renewed, bool packIsOff)
{
    /// <summary>What is done on the way in, action by action.</summary>
    /// <param name="step">The step.</param>
    public IReadOnlyList<string> Out(Step step) => Each(step, (action, well) => Said(Out(action, step, well), action.Notes));

    /// <summary>What is done on the way back, in the order of hands: clean and renew, then set in, connect while the hand still reaches it, fasten, and what covers screws last.</summary>
    /// <param name="step">The step.</param>
    public IReadOnlyList<string> Back(Step step)
    {
        var lines = Each(step, (action, well) => Said(Back(action, step, well), action.Notes));
        var said = step.Actions.Zip(lines).Reverse().OrderBy(one => Turn(one.First, step)).Select(one => one.Second).ToList();
        if (IsTriedFirst(step))
            said.Insert(step.Actions.Count(action => Turn(action, step) < Turns.Renew), packIsOff ? "Test it before anything is glued: with every lead on, and the battery joined for a moment, power on, then off, and part the battery again." : "Test it before anything is glued: with every lead on, power on for a moment, then off again.");
        return said;
    }

    /// <summary>What a step of the way back is called: what goes in, or what it undoes.</summary>
    /// <param name="step">The step.</param>
    public string BackTitle(Step step)
    {
        var names = Freed(step).Where(part => part.Fitted).Select(part => PartNames.Of(part, parts)).ToList();
        if (names.Count > 0)
            return $"{(New(step).Length > 0 ? "Fit the new" : "Refit the")} {string.Join(" and the ", names)}{(step.DisconnectsPower ? ", which puts the power on" : "")}";
        return $"{(step.DisconnectsPower ? "Power on again" : step.Opens is not null ? "Close again" : "Back in place")} (on the way in: {step.Title})";
    }

    private enum Turns { Clean, Connect, Renew, SetIn, Join, Route, Close, Fasten, Cover }

    // What is glued shut over its leads is connected and tried first; a pack never, for power comes back last.
    private static bool IsTriedFirst(Step step) => !step.DisconnectsPower && step.Actions.Any(action => action is Unbond { Bond: not Bond.ReleaseTab }) && step.Actions.Any(action => action is Unplug) && step.Actions.Any(action => action is Lift);

    // Once a cover is on no hand reaches what was plugged in beneath it.
    // A whole lid is set in first: its leads are plugged in on the board.
    private bool CoversItsLeads(Step step) => step.Actions.Any(action => action is Lift { What: LiftWhat.Cover } || (action is Lift { What: LiftWhat.Display } && !Freed(step).Any(part => part.Kind == PartKind.DisplayAssembly)));

    private Turns Turn(TeardownAction action, Step step) => action switch
    {
        Thermal => Turns.Clean,
        Unbond => Turns.Renew,
        Lift or Move or Slide => Turns.SetIn,
        Unplug => IsTriedFirst(step) || CoversItsLeads(step) ? Turns.Connect : Turns.Join,
        Route => Turns.Route,
        Swing or Unlatch or Unclip => Turns.Close,
        Unscrew or Switch => Turns.Fasten,
        _ => Turns.Cover,
    };

    private List<string> Each(Step step, Func<TeardownAction, TrayWell?, string> of)
    {
        var (lines, group) = (new List<string>(), 0);
        foreach (var action in step.Actions)
        {
            var well = action is Unscrew ? wells.FirstOrDefault(one => one.StepId == step.Id && one.Group == group) : null;
            group += action is Unscrew ? 1 : 0;
            lines.Add(of(action, well));
        }
        return lines;
    }

    private static string Said(string words, string? notes) => notes is null ? $"{words}." : $"{words} ({notes}).";

    private string Out(TeardownAction action, Step step, TrayWell? well) => action switch
    {
        Unscrew screws => $"{(Covering(screws) is { } over ? $"Take off {over}, and " : "")}{(screws.Captive == true ? $"{(Covering(screws) is null ? "Loosen" : "loosen")} {Screws(screws)}; {(screws.Count?.Exact == 1 ? "it stays in its part" : "they stay in their part")}" : $"{(Covering(screws) is null ? "Undo" : "undo")} {Screws(screws)}{(well is null ? "" : $", into well {Number(well.Number)}")}")}",
        Unclip => $"Open {Many(action, "clip")}, not deep, away from the hand",
        Unlatch => $"Open {Many(action, "latch", "latches")}",
        Slide => "Slide it along its guide",
        Switch => "Set the switch",
        Swing => "Swing it open, no further than it goes by itself",
        Route => $"Take {Many(action, "cable")} out of the guides",
        Move => "Move it aside without pulling its leads",
        Unplug plug => Times(action, plug.Connector switch
        {
            Connector.WirePlug => "Pull the plug out straight by its body, not by its wires",
            Connector.TightWirePlug => "Ease the tight plug out, one end after the other, not by its wires",
            Connector.FlipLock => "Flip the flap up, then pull the ribbon out straight",
            Connector.SlideLock => "Slide the lock out at both ends, then pull the ribbon out straight",
            Connector.PushFit => "Pull the ribbon out straight; nothing locks it",
            Connector.PressFit => "Lift the connector straight up off the board",
            Connector.BarLock => "Swing the bar up, then push the plug out along the board",
            Connector.Coax => "Lift the antenna lead straight up off its post",
            Connector.LatchedModule => "Spread the latches and draw the module out at a slant",
            Connector.SlideCard => "Draw the card out of its socket",
            Connector.Blade => "Pull the blade contact apart straight",
            Connector.SpringContact => "Nothing to unplug: the spring contacts part as it is lifted",
            _ => "Part the connection; look first what locks it",
        }),
        Peel peel => $"Peel off {Many(action, Peeled(peel.What), PeeledMany(peel.What))}",
        Unbond { Bond: Bond.ReleaseTab } => $"Pull {Many(action, "release tab")} out slowly, flat along the surface",
        Unbond bond => $"Part the {Bonded(bond)}",
        Lift lift => Times(action, $"Lift the {Lifted(lift.What, step)} {(lift.What == LiftWhat.Cover ? "off" : "out")}"),
        Thermal joint => joint.What switch
        {
            ThermalWhat.Pad => $"Lift it off {Many(action, "thermal pad")}; keep what is whole",
            ThermalWhat.Paste => "Twist it gently until the paste lets go",
            ThermalWhat.LiquidMetal => "Lift it off the liquid metal, level, and mask what is around it",
            _ => "Part the thermal joint",
        },
        _ => action.Row().Verb.Word(),
    };

    private string Back(TeardownAction action, Step step, TrayWell? well) => action switch
    {
        Unscrew screws => $"{Upper(Screws(screws))}{(screws.Captive == true ? screws.Count?.Exact == 1 ? ", which is in its part" : ", which are in their part" : well is null ? "" : $" from well {Number(well.Number)}")}{(well?.Difference is LengthDifference.Longer or LengthDifference.Shorter ? $", {well.Difference.Word()} than the others here: each to its own hole" : "")}{(Covering(screws) is { } over ? screws.Cover is Cover.Label or Cover.Seal ? $"; {over} will not stick as before: note that it was opened" : $". Then put {over} back, new ones where they do not hold" : "")}",
        Unclip => $"Press {Many(action, "clip")} shut, all the way round",
        Unlatch => $"Close {Many(action, "latch", "latches")}",
        Slide => "Slide it home along its guide",
        Switch => "Set the switch back",
        Swing => "Swing it closed; no lead may lie in the hinge",
        Route => $"Lay {Many(action, "cable")} back into the guides",
        Move => "Move it back into its place",
        Unplug plug => Times(action, plug.Connector switch
        {
            Connector.WirePlug or Connector.TightWirePlug => "Push the plug in by its body until it sits",
            Connector.FlipLock => "Push the ribbon in straight, then close the flap",
            Connector.SlideLock => "Push the ribbon in straight, then slide the lock home at both ends",
            Connector.PushFit => "Push the ribbon in straight until its line meets the edge",
            Connector.PressFit => "Press the connector down level until it clicks",
            Connector.BarLock => "Push the plug in along the board, then swing the bar over it",
            Connector.Coax => "Press the antenna lead down onto its post",
            Connector.LatchedModule => $"Slide the {New(step)}module in at a slant and press it down until both latches close",
            Connector.SlideCard => $"Slide the {New(step)}card into its socket, level",
            Connector.Blade => "Push the blade contact together straight",
            Connector.SpringContact => "Look that the spring contacts meet as it is set in",
            _ => "Connect it again as it was",
        }),
        Peel { What: PeelWhat.Foot } => $"Stick {Many(action, "foot", "feet")} back; new ones where they do not hold",
        Peel { What: PeelWhat.Seal or PeelWhat.Label } peel => $"{Upper(Many(action, Peeled(peel.What), PeeledMany(peel.What)))} will not stick as before: note that it was opened",
        Peel { What: PeelWhat.Shield } => $"Set {Many(action, "shield")} back on",
        Peel peel => $"Put {Many(action, Peeled(peel.What), PeeledMany(peel.What))} back, {(action.Count is { Exact: 1 } ? "a new one where it does not hold" : "new where they do not hold")}",
        Unbond { Bond: Bond.ReleaseTab } => $"Lay new release tabs under its place, {Many(action, "tab")}",
        Unbond bond => $"Clean both sides, then lay new {BondName(bond.Bond)}{Length(bond)}",
        Lift { What: LiftWhat.Cover } => Times(action, "Set the cover on; no lead lies under it"),
        Lift lift => Times(action, $"Set the {New(step)}{Lifted(lift.What, step)} in; no lead lies under it"),
        Thermal joint => joint.What switch
        {
            ThermalWhat.Pad => $"{Upper(Many(action, "thermal pad"))}: new ones of the same thickness where they tore",
            ThermalWhat.Paste => "Clean both sides with alcohol and a cloth, and lay a thin film of new paste",
            ThermalWhat.LiquidMetal => "Renew the liquid metal only as its maker allows",
            _ => "Renew the thermal joint",
        },
        _ => action.Row().Verb.Word(),
    };

    /// <summary>What hides screws and comes off before them: each is its own where nobody said otherwise.</summary>
    private static string? Covering(Unscrew screws)
    {
        if (screws.Cover is not { } cover || cover == Cover.None)
            return null;
        var count = screws.Covers ?? screws.Count?.Exact;
        var (one, many) = cover == Cover.Foot ? ("foot", "feet") : (WordList.Apart(cover.Word()), WordList.Apart(cover.Word()) + "s");
        return count switch { 1 => $"the {one}", { } several => $"the {several.ToString(CultureInfo.InvariantCulture)} {many}", _ => $"the {many}" };
    }

    private static string Screws(Unscrew screws)
    {
        var count = screws.Count is { } known ? known.ToString() : "all";
        var size = screws.Size ?? (screws.Drive is { } drive and not Drive.Nut ? drive.Name() : "");
        var thread = (screws.Thread, screws.Length) switch
        {
            ({ } of, { } length) => $" {of} × {Number(length)}",
            ({ } of, null) => $" {of}",
            (null, { } length) => $" {Number(length)} mm long",
            _ => "",
        };
        var noun = screws.Drive == Drive.Nut ? "nut" : "screw";
        var unknown = size.Length == 0 && screws.Drive is null ? " of a drive that nobody noted" : "";
        return $"{count} {(size.Length > 0 ? size + " " : "")}{(screws.Count?.Exact == 1 ? noun : noun + "s")}{unknown}{thread}";
    }

    private static string Many(TeardownAction action, string one, string? many = null) =>
        action.Count is not { } count ? $"all {many ?? one + "s"}" : count.Exact == 1 ? $"the {one}" : $"{count} {many ?? one + "s"}";

    private static string Times(TeardownAction action, string words) => action.Count is not { } count ? $"{words}; nobody counted how many" : count.Exact == 1 ? words : $"{words}, {count} times";

    private static string Peeled(PeelWhat? what) => what is { } known ? WordList.Apart(known.Word()) : "cover";

    private static string PeeledMany(PeelWhat? what) => what == PeelWhat.Foot ? "feet" : $"{Peeled(what)}s";

    // What comes free says more than that it is a part.
    private string Lifted(LiftWhat? what, Step step) =>
        what is { } known and not LiftWhat.Part ? WordList.Apart(known.Word())
        : Freed(step).Select(part => PartNames.Of(part, parts)).ToList() is { Count: > 0 } names ? string.Join(" and the ", names)
        : "part";

    private IEnumerable<Part> Freed(Step step) => parts.Where(part => step.Frees.Contains(part.Id));

    // What stays out is not what is set in.
    private string New(Step step) => Freed(step).ToList() is { Count: > 0 } freed && freed.TrueForAll(part => renewed.Contains(part.Id)) ? "new " : "";

    private static string BondName(Bond? bond) => bond is { } known ? WordList.Apart(known.Word()) : "bond of the same kind";

    private static string Bonded(Unbond bond) => $"{(bond.Bond is { } known ? WordList.Apart(known.Word()) : "bond")}{Length(bond)}";

    private static string Length(Unbond bond) => bond.LengthMm is { } length ? $", {Number(length)} mm{(bond.Count is { Exact: 1 } ? "" : bond.Count is { } count ? $" {count} times" : " each")}" : "";

    private static string Number(double number) => number.ToString("0.##", CultureInfo.InvariantCulture);

    private static string Upper(string text) => char.ToUpperInvariant(text[0]) + text[1..];

}
