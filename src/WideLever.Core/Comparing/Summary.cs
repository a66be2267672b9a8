using System.Globalization;
using WideLever.Core.Checking;
using WideLever.Core.Records;
using WideLever.Core.Routes;
using WideLever.Core.Rubrics;
using WideLever.Core.Scoring;

namespace WideLever.Core.Comparing;

/// <summary>Where a machine stands in one index among others of its class.</summary>
/// <param name="Place">Its place by the low end, 1 the first; null: it is a draft, or there are too few others.</param>
/// <param name="Of">How many are placed, itself among them.</param>
/// <param name="NotSeparable">Positions, among the others, of those that it cannot be told apart from.</param>
public sealed record SummaryStanding(int? Place, int Of, IReadOnlyList<int> NotSeparable);

/// <summary>What a reader asks first of a machine, composed from its facts alone: the same facts give the same words.</summary>
/// <param name="Sentences">What kind of machine it is, the way to what wears out, what can be upgraded to what, and its weak point.</param>
/// <param name="For">The weightiest reasons for it.</param>
/// <param name="Against">The weightiest against it.</param>
public sealed record Summary(IReadOnlyList<string> Sentences, IReadOnlyList<FoundReason> For, IReadOnlyList<FoundReason> Against)
{
    /// <summary>Reasons of a side that a summary has at most.</summary>
    public const int Most = 3;

    // What wears out or breaks first, in the order in which readers ask for it.
    private static readonly PartKind[] WearsOut = [PartKind.Battery, PartKind.Fan, PartKind.Keyboard, PartKind.ChargePort];

    private static readonly PartKind[] Upgraded = [PartKind.Memory, PartKind.Storage];

    /// <summary>The summary of a record.</summary>
    /// <param name="record">The record.</param>
    /// <param name="rubric">The rubric.</param>
    /// <param name="reasons">Its reasons, the weightiest first.</param>
    public static Summary Of(CheckedRecord record, Rubric rubric, IReadOnlyList<FoundReason> reasons)
    {
        var result = Scorer.Score(record, rubric);
        IReadOnlyList<FoundReason> Side(ReasonSide side) => [.. reasons.Where(reason => reason.Side == side).Take(Most)];
        var against = Side(ReasonSide.Against);
        var weak = result.Status != Status.Draft && against.Count > 0 ? against[0] : null;
        List<string> sentences = [Machine(record.Record), WaysTo(result), Upgrades(record, result, rubric, weak)];
        if (result.Status == Status.Draft)
            sentences.Add(ToAFigure(result, rubric));
        else if (weak is not null)
            sentences.Add($"Its weak point: {char.ToLowerInvariant(weak.Text[0])}{weak.Text[1..]}");
        return new([.. sentences.Where(sentence => sentence.Length > 0)], Side(ReasonSide.For), against);
    }

    /// <summary>Where a machine stands among others: only what is no draft is placed, and drafts are in no place.</summary>
    /// <param name="own">The machine.</param>
    /// <param name="others">The others that it is laid beside; those of which the index is a draft are left out.</param>
    /// <param name="index">The index.</param>
    /// <param name="rubric">The rubric.</param>
    public static SummaryStanding Standing(FieldMember own, IReadOnlyList<FieldMember> others, IndexName index, Rubric rubric)
    {
        bool IsDraft(FieldMember member) => member.Unit.Indices(rubric).StatusOf(index) == Status.Draft;
        var placed = Enumerable.Range(0, others.Count).Where(i => !IsDraft(others[i])).ToList();
        if (IsDraft(own) || placed.Count == 0)
            return new(null, placed.Count, []);
        var standings = FieldStanding.Of([own, .. placed.Select(i => others[i])], index, rubric);
        var mine = standings[0].Quantity;
        return new(standings[0].Place, standings.Count, [.. placed.Where((_, i) => Separation.Of(mine, standings[i + 1].Quantity, rubric.Resolution) == Ahead.Neither)]);
    }

    private static string Machine(TeardownRecord record)
    {
        var unit = record.Unit;
        var kind = unit.Class switch
        {
            null => "machine",
            MachineClass.Desktop => "desktop",
            MachineClass.Workstation => "workstation",
            { } known => $"{known.Word()} notebook",
        };
        var price = unit.Price is { Amount: { } amount } money ? $", {amount.ToString("0.##", CultureInfo.InvariantCulture)} {money.Currency ?? ""}".TrimEnd() + " as configured" : "";
        return $"{(kind[0] is 'a' or 'e' or 'i' or 'o' or 'u' ? "An" : "A")} {kind}{(unit.Year is { } year ? $" of {year.ToString(CultureInfo.InvariantCulture)}" : "")}{price}, taken apart in {(record.Steps.Count == 1 ? "one step" : $"{record.Steps.Count.ToString(CultureInfo.InvariantCulture)} steps")}.";
    }

    private static string WaysTo(Result result)
    {
        var known = new List<string>();
        foreach (var kind in WearsOut)
        {
            // Of several the one that takes longest.
            var slowest = result.Parts.Where(part => part.Part.Kind == kind && part.Part.Fitted && part.Effort is not null && part.Criteria?[Criterion.Reach].Value is not null).MaxBy(part => part.Effort!.Value.Value);
            if (slowest?.Effort is { } effort)
                known.Add($"{(known.Count == 0 ? "The" : "the")} {Name(kind)} {(known.Count == 0 ? "is out in" : "in")} {Minutes(effort)}");
        }
        return known.Count == 0 ? "" : $"{Listed(known)} minutes, there and back.";
    }

    private static string Upgrades(CheckedRecord record, Result result, Rubric rubric, FoundReason? weak)
    {
        var sentences = new ReasonSentences(record, result, rubric);
        var said = new List<string>();
        foreach (var kind in Upgraded)
        {
            var key = new ReasonKey(IndexName.Upgrade, kind, "headroom");
            var stays = new ReasonKey(IndexName.Upgrade, kind, "absent");
            // What its weak point says of a kind is not said before it as well.
            if (weak?.About == key.ToString() || weak?.About == stays.ToString())
                continue;
            var room = sentences.Of(stays, ReasonSide.Against) ?? sentences.Of(key, ReasonSide.For) ?? sentences.Of(key, ReasonSide.Against);
            if (room is not null && record.Record.Parts.Any(part => part.Kind == kind))
                said.Add(room.Text);
        }
        return string.Join(' ', said);
    }

    private static string ToAFigure(Result result, Rubric rubric)
    {
        var what = (result.RepairStatus.Status, result.UpgradeStatus.Status) switch { (Status.Draft, not Status.Draft) => "Repair is", (not Status.Draft, Status.Draft) => "Upgrade is", _ => "It is" };
        var wanted = Wanting.OfRepair(result, rubric) is { Enough: > 0 } repair ? repair : Wanting.OfUpgrade(result, rubric);
        return wanted.Enough == 0 ? $"{what} a draft yet: too little is known to call it more."
            : $"{what} a draft yet: {Listed([.. wanted.Kinds.Take(wanted.Enough).Select(kind => $"{Name(kind.Kind)} ({Math.Round(100 * kind.Share).ToString(CultureInfo.InvariantCulture)} % of the weight)")])} would make a figure of it.";
    }

    private static string Minutes(EffortSeconds effort)
    {
        static string One(double seconds) => (seconds / 60).ToString("0.#", CultureInfo.InvariantCulture);
        return One(effort.Low) == One(effort.High) ? One(effort.Value) : $"{One(effort.Low)} to {One(effort.High)}";
    }

    private static string Listed(List<string> list) => list.Count <= 1 ? string.Concat(list) : $"{string.Join(", ", list.Take(list.Count - 1))} and {list[^1]}";

    private static string Name(PartKind kind) => kind.Name();
}
