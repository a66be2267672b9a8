using WideLever.Core.Planning;

namespace WideLever.Web.Plans;

/// <summary>What a symptom means on a machine.</summary>
/// <param name="Text">What it does.</param>
/// <param name="Noted">Whether it was noted on this machine.</param>
/// <param name="Parts">The parts to look at, in order.</param>
/// <param name="NotSeen">Kinds to look at of which the machine has no part on record and that it is not known to lack.</param>
/// <param name="More">How many more parts there are to look at.</param>
public sealed record SymptomView(string Text, bool Noted, IReadOnlyList<PartToLookAtView> Parts, IReadOnlyList<PartKind> NotSeen, int More)
{
    /// <summary>The view of a symptom.</summary>
    public static SymptomView Of(SymptomOfMachine symptom) => new(
        symptom.Text, symptom.Noted,
        [.. symptom.Parts.Select(look => new PartToLookAtView(look.Part.Id, look.Part.Kind, look.Unit?.Id, look.Why, look.Stop, look.Effort is { } effort ? EffortView.Of(effort) : null))],
        symptom.NotSeen, symptom.More);
}

/// <summary>A part to look at.</summary>
/// <param name="Part">Its id.</param>
/// <param name="Kind">Its kind.</param>
/// <param name="ServiceUnit">Id of what is swapped for it; null: not known.</param>
/// <param name="Why">What to look for there.</param>
/// <param name="Stop">What to heed before anything is opened; null: nothing but the usual.</param>
/// <param name="Effort">What getting to it takes, there and back; null: no way is known.</param>
public sealed record PartToLookAtView(string Part, PartKind Kind, string? ServiceUnit, string Why, string? Stop, EffortView? Effort);
