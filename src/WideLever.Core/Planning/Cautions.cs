using WideLever.Core.Records;

namespace WideLever.Core.Planning;

/// <summary>A caution. Every one is general and defers to the maker's safety sheet, local codes and licensed practice.</summary>
public enum Caution
{
    /// <summary>Before the first step.</summary>
    Preparation,

    /// <summary>A lithium pack is handled.</summary>
    Lithium,

    /// <summary>The pack is swollen.</summary>
    SwollenPack,

    /// <summary>Glue is parted at a pack.</summary>
    GlueNearPack,

    /// <summary>Boards and modules are touched.</summary>
    Static,

    /// <summary>Something may be hot, or is heated.</summary>
    Heat,

    /// <summary>A joint of liquid metal.</summary>
    LiquidMetal,

    /// <summary>A solvent is used.</summary>
    Solvent,

    /// <summary>A panel may break.</summary>
    Glass,

    /// <summary>The machine came damaged, and it is not said how.</summary>
    CameDamaged,

    /// <summary>Liquid was found in it.</summary>
    LiquidDamage,

    /// <summary>Something is cracked or broken.</summary>
    CrackedGlass,

    /// <summary>Burn marks were found.</summary>
    BurnMarks,

    /// <summary>Something is worn.</summary>
    WornParts,

    /// <summary>Something was missing on arrival.</summary>
    MissingParts,

    /// <summary>Damage of another sort.</summary>
    OtherDamage,

    /// <summary>A long screw could go into a short hole.</summary>
    LongScrew,

    /// <summary>Something is pried.</summary>
    Prying,
}

/// <summary>A caution with its words.</summary>
/// <param name="Caution">Which.</param>
/// <param name="Text">What to heed.</param>
public sealed record CautionText(Caution Caution, string Text);

/// <summary>Which cautions the facts of a step call for.</summary>
public static class Cautions
{
    private const string Defers = " The maker's safety sheet, local codes and licensed practice come first.";

    private static readonly Dictionary<Caution, string> Texts = new()
    {
        [Caution.Preparation] = "Shut down, unplug, earth yourself, lay out tools and a sorting tray. Adapters and mains supplies stay closed, a desktop's own too: unplug and wait, its capacitors hold charge. A removable drive's owner saves and wipes it; a soldered one dies with the board.",
        [Caution.Lithium] = "Lithium pack: disconnect it before anything else inside; no metal under it, no bending. Swollen, punctured, hot or sweet-smelling: stop, do not press, pry, charge or puncture, and step away.",
        [Caution.SwollenPack] = "Swollen pack: stop. Do not press, pry, charge or puncture it. Away from people and anything that burns; local fire and hazardous-waste rules; trained handlers only.",
        [Caution.GlueNearPack] = "Glue at a pack: no metal blades, gentle heat only as its maker allows, never bend the pack.",
        [Caution.Static] = "Static: strap or mat, boards by their edges.",
        [Caution.Heat] = "Heat: let it cool, mind your fingers.",
        [Caution.LiquidMetal] = "Liquid metal conducts and eats aluminium: gloves, and mask what is around it.",
        [Caution.Solvent] = "Solvent: air, no flame, gloves. Read its safety sheet.",
        [Caution.Glass] = "Glass: protect your eyes, lift evenly, stop when it bends.",
        [Caution.CameDamaged] = "The machine came damaged, and it is not noted how: look before you touch, and do not power it until you know.",
        [Caution.LiquidDamage] = "Liquid damage: do not power it. Disconnect the pack first, and look at it: liquid in a pack is a fire to come.",
        [Caution.CrackedGlass] = "Cracked: protect your eyes, tape glass over before you lift it, mind sharp edges.",
        [Caution.BurnMarks] = "Burn marks: do not power it. Find what burnt before anything is connected again.",
        [Caution.WornParts] = "Worn: threads, sockets and ribbons may give way; least force, and stop where something slips.",
        [Caution.MissingParts] = "Something was missing on arrival: what is loose inside shorts a board. Look for it before power.",
        [Caution.OtherDamage] = "Damage was noted: read what was found before you go on.",
        [Caution.LongScrew] = "Lengths differ here: a long screw in a short hole ruins a board or a palm rest. Each to its own hole.",
        [Caution.Prying] = "Prying: away from the hand and from the pack, and not deep.",
    };

    /// <summary>What stands before a plan of a machine whose pack is not sound; null: nothing stops it.</summary>
    public static string? Stop(TeardownRecord record) => !OfDamage(record.Teardown).Contains(Caution.SwollenPack) ? null
        : "Stop here unless you are trained for swollen packs. What follows is for whoever is: in the open air, sand and a metal tin at hand, and the pack goes to a hazardous-waste collection point that same day. Ask the local fire service or waste authority where.";

    /// <summary>What comes before the first step: a sound pack is run down, a swollen one is not touched by charge or discharge, and where there is none nothing is said of it.</summary>
    /// <param name="record">The record so far.</param>
    public static CautionText Preparation(TeardownRecord record)
    {
        var pack = HasNoPack(record) ? "" : OfDamage(record.Teardown).Contains(Caution.SwollenPack) ? " Neither charge nor discharge the swollen pack." : " Let the pack run down to about a quarter first.";
        return new(Caution.Preparation, $"{Texts[Caution.Preparation]}{pack}{Defers}");
    }

    /// <summary>Whether the machine is known to run without a lithium pack.</summary>
    public static bool HasNoPack(TeardownRecord record) => record.Absent.Contains(PartKind.Battery);

    /// <summary>The words of a caution, and to whom it defers.</summary>
    public static CautionText Text(Caution caution) => new(caution, Texts[caution] + Defers);

    /// <summary>The cautions for a step that is about to be done or logged, the gravest first.</summary>
    /// <param name="record">The record so far.</param>
    /// <param name="step">The step, as far as it is known.</param>
    /// <param name="packSwollen">Whether the pack was found swollen.</param>
    /// <param name="among">The steps whose screws lie in one tray; null: all of the record.</param>
    public static IReadOnlyList<CautionText> For(TeardownRecord record, Step step, bool packSwollen, IReadOnlyList<Step>? among = null)
    {
        bool Frees(params PartKind[] kinds) => step.Frees.Any(id => record.Parts.Any(part => part.Id == id && kinds.Contains(part.Kind)));
        var pack = !HasNoPack(record) && (step.DisconnectsPower || Frees(PartKind.Battery));
        var tools = step.Actions.Select(action => action.ToolInHand()).ToHashSet();
        var called = new List<Caution>();
        var damage = OfDamage(record.Teardown);
        if (packSwollen || damage.Contains(Caution.SwollenPack))
            called.Add(Caution.SwollenPack);
        if (pack)
            called.Add(Caution.Lithium);
        if (step.Actions.Any(action => action is Unbond { Bond: not Bond.ReleaseTab }) && PackInReach(record, step))
            called.Add(Caution.GlueNearPack);
        if (step.Actions.Any(action => action is Thermal { What: ThermalWhat.LiquidMetal or null }))
            called.Add(Caution.LiquidMetal);
        if (tools.Contains(Tool.Solvent))
            called.Add(Caution.Solvent);
        if (tools.Overlaps([Tool.Heat, Tool.Rework]) || step.Actions.Any(action => action is Thermal))
            called.Add(Caution.Heat);
        if (Frees(PartKind.DisplayPanel, PartKind.DisplayAssembly) || step.Actions.Any(action => action is Lift { What: LiftWhat.Display }))
            called.Add(Caution.Glass);
        called.AddRange(damage.Where(caution => caution != Caution.SwollenPack));
        if (step.Layer != record.Layers[0] || Frees(PartKind.Mainboard, PartKind.Memory, PartKind.Storage, PartKind.Wireless))
            called.Add(Caution.Static);
        if (LengthsDiffer(among ?? record.Steps, step))
            called.Add(Caution.LongScrew);
        if (tools.Contains(Tool.PryTool))
            called.Add(Caution.Prying);
        // Said once for all that stand together.
        return [.. called.Select((caution, i) => i == called.Count - 1 ? Text(caution) : new CautionText(caution, Texts[caution]))];
    }

    /// <summary>The cautions that the damage of a machine calls for: each kind its own, and no other.</summary>
    public static IReadOnlyList<Caution> OfDamage(Teardown teardown) => teardown.Damage.Count > 0
        ? [.. teardown.Damage.Select(damage => damage.Kind).Distinct().Order().Select(Of)]
        : teardown.Condition == Condition.Damaged ? [Caution.CameDamaged] : [];

    private static Caution Of(DamageKind damage) => damage switch
    {
        DamageKind.Liquid => Caution.LiquidDamage,
        DamageKind.Cracked => Caution.CrackedGlass,
        DamageKind.Swollen => Caution.SwollenPack,
        DamageKind.Burnt => Caution.BurnMarks,
        DamageKind.Worn => Caution.WornParts,
        DamageKind.Missing => Caution.MissingParts,
        _ => Caution.OtherDamage,
    };

    /// <summary>Whether a pack is freed by the step or lies in its layer; inside a machine whose pack nobody has found yet it may.</summary>
    private static bool PackInReach(TeardownRecord record, Step step)
    {
        var packs = record.Parts.Where(part => part.Kind == PartKind.Battery).Select(part => part.Id).ToHashSet();
        var freeing = record.Steps.Where(other => other.Frees.Any(packs.Contains)).ToList();
        var notFound = freeing.Count == 0 && !HasNoPack(record) && step.Layer != record.Layers[0];
        return step.Frees.Any(packs.Contains) || notFound || freeing.Exists(other => other.Layer == step.Layer);
    }

    private static bool LengthsDiffer(IReadOnlyList<Step> steps, Step step)
    {
        var others = steps.Where(other => other.Id != step.Id && other.Layer == step.Layer);
        return step.Actions.Any(action => action is Unscrew { Captive: not true, Length: not null })
            && SortingTray.Of([.. others, step]).Any(well => well.Difference != LengthDifference.None);
    }
}
