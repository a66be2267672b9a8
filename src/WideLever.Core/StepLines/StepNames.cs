using System.Globalization;
using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>Titles and ids of steps for which nobody chose one.</summary>
public static class StepNames
{
    /// <summary>A title by what the step opens, frees, disconnects or does; its own title plays no part.</summary>
    /// <param name="step">The step.</param>
    /// <param name="parts">The parts of the machine, by whose names those that it frees are told.</param>
    public static string Title(Step step, IReadOnlyList<Part> parts)
    {
        // What hands do, not what the layer behind it is called.
        if (step.Opens is { } opens)
            return step.Actions.Any(action => action is Lift { What: LiftWhat.Cover }) ? "Take the cover off" : Cut($"Open {opens}");
        if (step.Frees.Count > 0)
            return step.Frees.Count > 3 ? $"Take {Number(step.Frees.Count)} parts out" : Cut($"Take {List(Named(step.Frees, parts))} out");
        if (step.DisconnectsPower)
            return "Disconnect the power";
        if (step.Actions.Any(action => action is Lift { What: LiftWhat.Cover }))
            return "Take the cover off";
        return step.Actions.Count > 0 ? Title(Whole(step.Actions)) : "Step";
    }

    /// <summary>The first action, with as many as there are of its kind in all: six screws and two longer ones are eight.</summary>
    private static TeardownAction Whole(IReadOnlyList<TeardownAction> actions)
    {
        var first = actions[0];
        var alike = actions.Where(action => first switch
        {
            Unscrew or Unclip => action.GetType() == first.GetType() && action.Row().Counted == first.Row().Counted,
            Unplug => action is Unplug,
            _ => action == first,
        }).ToList();
        if (alike.Count == 1)
            return first;
        var whole = first with { Count = alike.Exists(action => action.Count is null) ? null : alike.Skip(1).Aggregate(first.Count!.Value, (sum, action) => sum + action.Count!.Value) };
        // Two ribbons that flip and one that is pulled are three connections.
        return whole is Unplug plug && alike.OfType<Unplug>().Select(one => Connection(one.Connector)).Distinct().Count() > 1 ? plug with { Connector = null } : whole;
    }

    private static string Title(TeardownAction action)
    {
        var row = action.Row();
        // What it is done to stands in the title: eight times Unplug tells nobody anything.
        if (action is Unplug plug)
            return plug.Notes is { Length: < 40 } named && !named.Contains(',', StringComparison.Ordinal) && plug.Count == Count.One ? $"Unplug the {(named.StartsWith("the ", StringComparison.OrdinalIgnoreCase) ? named[4..] : named)}" : Counted("Unplug", plug.Count, Connection(plug.Connector));
        if (action is Peel { What: { } what })
            return Counted("Peel", action.Count, what == PeelWhat.Foot ? ("foot", "feet") : (WordList.Apart(what.Word()), $"{WordList.Apart(what.Word())}s"));
        if (action is Unbond { Bond: { } bond })
            return bond == Bond.ReleaseTab ? Counted("Pull", action.Count, ("release tab", "release tabs")) : $"Part the {WordList.Apart(bond.Word())}";
        if (action is Thermal { What: { } joint })
            return $"Part the {WordList.Apart(joint.Word())}";
        if (action is Lift { What: LiftWhat.Cover or LiftWhat.Board or LiftWhat.Display or LiftWhat.Assembly } lift)
            return $"Lift the {lift.What!.Value.Word()}";
        return row.Counted is var (one, many) ? row.Title.Replace("#", action.Count is not { } known ? $"the {many}" : $"{known} {(known == Count.One ? one : many)}", StringComparison.Ordinal) : row.Title;
    }

    private static string Counted(string deed, Count? count, (string One, string Many) what) =>
        count is not { } known ? $"{deed} the {what.Many}" : known == Count.One ? $"{deed} the {what.One}" : $"{deed} the {known} {what.Many}";

    private static (string One, string Many) Connection(Connector? connector) => connector switch
    {
        Connector.Coax => ("antenna lead", "antenna leads"),
        Connector.WirePlug or Connector.TightWirePlug => ("wire plug", "wire plugs"),
        Connector.FlipLock or Connector.SlideLock => ("ribbon", "ribbons"),
        Connector.LatchedModule => ("module", "modules"),
        Connector.SlideCard => ("card", "cards"),
        Connector.SpringContact => ("spring contact", "spring contacts"),
        _ => ("connection", "connections"),
    };

    /// <summary>An id made of a title, with a number where it is taken.</summary>
    public static string Id(string title, IEnumerable<string> taken) => Ids.Of(title, "step", taken);

    /// <summary>The parts of a machine with those that a line tells of for the first time.</summary>
    public static IReadOnlyList<Part> With(IReadOnlyList<Part> parts, IEnumerable<PartOfLine> told) =>
        [.. parts, .. told.Where(one => one.NewKind is not null && !parts.Any(part => part.Id == one.Id)).Select(one => new Part { Id = one.Id, Kind = one.NewKind!.Value })];

    /// <summary>What people call the parts: <c>the battery</c>, <c>the second memory</c>, <c>both fans</c>.</summary>
    private static List<string> Named(IReadOnlyList<string> ids, IReadOnlyList<Part> parts)
    {
        var freed = ids.Select(id => (Id: id, Part: parts.FirstOrDefault(part => part.Id == id))).ToList();
        return [.. freed.GroupBy(one => one.Part is { Kind: not PartKind.Other } known ? known.Kind : default(PartKind?)).SelectMany(kind =>
            kind.Key is not { } of ? kind.Select(one => $"the {one.Id.Replace('-', ' ')}")
            : kind.Count() > 1 && kind.Count() == parts.Count(part => part.Kind == of && part.Fitted) ? [kind.Count() == 2 ? $"both {Several(of)}" : $"all {Number(kind.Count())} {Several(of)}"]
            : kind.Select(one => $"the {PartNames.Sided(one.Part!) ?? PartNames.Of(one.Part!, parts)}"))];
    }

    private static string Several(PartKind kind) => kind switch { PartKind.Memory => "memory modules", PartKind.Battery => "batteries", PartKind.TopCase or PartKind.DisplayAssembly or PartKind.Graphics or PartKind.PortModules => kind.Name(), _ when kind.Name().EndsWith('s') => kind.Name(), _ => $"{kind.Name()}s" };

    private static string List(List<string> names) => names.Count == 1 ? names[0] : $"{string.Join(", ", names.Take(names.Count - 1))} and {names[^1]}";

    private static string Cut(string title) => title.Length <= RecordLimits.Text ? title : string.Concat(title.EnumerateRunes().Take(120));

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);
}
