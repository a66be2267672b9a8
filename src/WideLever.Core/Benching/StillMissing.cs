using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;
using WideLever.Core.StepLines;

namespace WideLever.Core.Benching;

/// <summary>What sort of fact a record has not.</summary>
public enum MissingKind
{
    /// <summary>Nobody looked under something that may hide screws.</summary>
    CoverNotLookedUnder,

    /// <summary>A fact of an action is open.</summary>
    OpenFact,

    /// <summary>The look of the pack was not noted.</summary>
    PackNotLookedAt,

    /// <summary>A kind is neither recorded nor absent.</summary>
    KindNotRecorded,

    /// <summary>No step frees a part that can come out.</summary>
    PartNotFreed,

    /// <summary>It is not known where an empty place is in view.</summary>
    PlaceNotSeen,

    /// <summary>A step leads to nothing.</summary>
    LeadsToNothing,

    /// <summary>What comes before a step was taken from what stood around it.</summary>
    OrderAssumed,

    /// <summary>Nobody asked what has to come before a step that brings out much.</summary>
    OrderNotAsked,

    /// <summary>A board came out, and nobody said what it was connected by.</summary>
    CablesNotAsked,

    /// <summary>No step disconnects power.</summary>
    PowerLeftOn,

    /// <summary>How a part is held is not known.</summary>
    MountingUnknown,

    /// <summary>A guidance mark is not set.</summary>
    GuidanceMark,
}

/// <summary>Something that machines of its class usually have and the record has not.</summary>
/// <param name="Kind">What sort of fact.</param>
/// <param name="About">What it is about: a cover, part kind, part id, guidance mark, or a step's id.</param>
/// <param name="Action">Position of the action in the step, where it is about one.</param>
/// <param name="Fact">Which fact of the action.</param>
/// <param name="Usual">Whether machines of the class usually have it; unusual ones come last.</param>
/// <param name="MayBeAbsent">Whether a machine may be without it: by the rubric some kinds are in every machine.</param>
public sealed record MissingFact(MissingKind Kind, string About, int? Action = null, OpenFact? Fact = null, bool Usual = true, bool MayBeAbsent = true);

/// <summary>What a record has not, in the order in which a bench would look.</summary>
public static class StillMissing
{
    private static readonly Cover[] MayHideScrews = [Cover.Foot, Cover.Label, Cover.Seal, Cover.Plug];

    private static readonly PartKind[] NotOfDesktops =
        [PartKind.Battery, PartKind.Keyboard, PartKind.Touchpad, PartKind.DisplayPanel, PartKind.Hinge, PartKind.Camera];

    // What most machines do without; the score still asks whether they do.
    private static readonly PartKind[] Seldom = [PartKind.OpticalDrive, PartKind.PortModules, PartKind.Graphics];

    /// <summary>Everything that is missing.</summary>
    /// <param name="record">The record.</param>
    /// <param name="rubric">Says which kinds are scored.</param>
    /// <param name="lookedUnder">Covers that the bench looked under and found nothing.</param>
    /// <param name="packLookedAt">Whether the look of the pack was noted.</param>
    public static IReadOnlyList<MissingFact> Of(TeardownRecord record, Rubric rubric, IReadOnlySet<Cover> lookedUnder, bool packLookedAt)
    {
        var missing = new List<MissingFact>();
        foreach (var cover in MayHideScrews.Where(cover => !lookedUnder.Contains(cover) && !Found(record, cover)))
            missing.Add(new(MissingKind.CoverNotLookedUnder, cover.Word()));
        foreach (var step in record.Steps)
        {
            foreach (var question in OpenQuestions.Of(step))
                missing.Add(new(MissingKind.OpenFact, step.Id, question.Action, question.Fact));
        }
        if (!packLookedAt && !record.Absent.Contains(PartKind.Battery) && record.Unit.Class != MachineClass.Desktop)
            missing.Add(new(MissingKind.PackNotLookedAt, PartKind.Battery.Word()));
        var recorded = record.Parts.Select(part => part.Kind).Concat(record.Absent).ToHashSet();
        var scored = rubric.Repair.Pairs.Select(pair => pair.Key).Union(rubric.Upgrade.Pairs.Select(pair => pair.Key));
        foreach (var kind in scored.Where(kind => !recorded.Contains(kind)).OrderBy(kind => IsUsual(kind, record.Unit.Class) ? 0 : 1))
            missing.Add(new(MissingKind.KindNotRecorded, kind.Word(), Usual: IsUsual(kind, record.Unit.Class), MayBeAbsent: !RecordValidation.MustHave(kind, rubric)));
        var freed = record.Steps.SelectMany(step => step.Frees).ToHashSet(StringComparer.Ordinal);
        foreach (var part in record.Parts)
        {
            if (part.Mounting is not { } mounting)
                missing.Add(new(MissingKind.MountingUnknown, part.Id));
            else if (part.Fitted && !freed.Contains(part.Id) && !rubric.Inseparable.Contains(mounting))
                missing.Add(new(MissingKind.PartNotFreed, part.Id));
            else if (!part.Fitted && part.Layer is null && !freed.Contains(part.Id))
                missing.Add(new(MissingKind.PlaceNotSeen, part.Id));
        }
        var graph = new RecordGraph(record);
        foreach (var open in WorkOrder.Open(record, graph))
            missing.Add(new(open.Question switch { OrderQuestion.LeadsToNothing => MissingKind.LeadsToNothing, OrderQuestion.Assumed => MissingKind.OrderAssumed, _ => MissingKind.OrderNotAsked }, record.Steps[open.Step].Id));
        foreach (var (step, i) in record.Steps.Select((step, i) => (step, i)))
        {
            if (BoardCables.AreOpen(step, record.Steps.Take(i), id => graph.PartPositions.TryGetValue(id, out var part) ? record.Parts[part].Kind : null))
                missing.Add(new(MissingKind.CablesNotAsked, step.Id));
        }
        if (WorkOrder.PowerLeftOn(record, graph))
            missing.Add(new(MissingKind.PowerLeftOn, PartKind.Battery.Word()));
        var marks = record.Guidance.Marks();
        string[] names = ["manual", "labels", "partNumbers", "order"];
        for (var i = 0; i < names.Length; i++)
        {
            if (marks[i] is null)
                missing.Add(new(MissingKind.GuidanceMark, names[i]));
        }
        return missing;
    }

    /// <summary>Whether machines of a class usually have one of a kind.</summary>
    internal static bool IsUsual(PartKind kind, MachineClass? machine) =>
        machine == MachineClass.Desktop ? !NotOfDesktops.Contains(kind) : !Seldom.Contains(kind);

    private static bool Found(TeardownRecord record, Cover cover) => record.Steps.SelectMany(step => step.Actions).Any(action => action switch
    {
        Unscrew screws => screws.Cover == cover,
        Peel peel => peel.What is { } what && what.Word() == cover.Word(),
        _ => false,
    });
}
