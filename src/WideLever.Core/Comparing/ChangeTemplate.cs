using WideLever.Core.Records;

namespace WideLever.Core.Comparing;

// The members are the words of the file of changes.
#pragma warning disable CS1591

/// <summary>Which steps an edit is about: those that free a target, those that open a layer from the outside, or all.</summary>
public enum ChangeSteps { Freeing, Openers, All }

/// <summary>Where an edit puts a step: the outside, the layer where a target's service unit comes out, or the one where the main board does.</summary>
public enum ChangeLayer { Outside, Assembly, Mainboard }

#pragma warning restore CS1591

/// <summary>A typed change to a machine. <c>docs/formats</c>, <em>What-if</em>.</summary>
/// <param name="Name">Its name in the file.</param>
/// <param name="Title">What is changed, in a few words.</param>
/// <param name="Of">Which parts it is about; null: the machine as a whole.</param>
/// <param name="Edits">What it does to a record, in order.</param>
public sealed record ChangeTemplate(string Name, string Title, ChangeTargets? Of, IReadOnlyList<ChangeEdit> Edits);

/// <summary>Which parts a change is about: those to which all of this applies.</summary>
public sealed record ChangeTargets
{
    /// <summary>Of these kinds.</summary>
    public required IReadOnlyList<PartKind> Kinds { get; init; }

    /// <summary>Held in one of these ways; empty: in any, known or not.</summary>
    public IReadOnlyList<Mounting> Mountings { get; init; } = [];

    /// <summary>Reached only after a part of this kind is out; null: does not matter.</summary>
    public PartKind? Behind { get; init; }

    /// <summary>Whether it is known that nobody sells it, true, or does not matter, false.</summary>
    public bool NotOnSale { get; init; }

    /// <summary>Whether it is known to work only after pairing, true, or does not matter, false.</summary>
    public bool Paired { get; init; }

    /// <summary>Whether a part is one of them.</summary>
    internal bool Has(Part part, TeardownRecord record) =>
        Kinds.Contains(part.Kind)
        && (Mountings.Count == 0 || (part.Mounting is { } mounting && Mountings.Contains(mounting)))
        && (!NotOnSale || part.Spare.Source is Supply.None)
        && (!Paired || (part.Spare.Paired == true && part.Spare.Source != Supply.None))
        && (Behind is not { } behind || IsBehind(part, behind, record));

    /// <summary>Whether every step that frees a part needs one that frees a part of a kind.</summary>
    private static bool IsBehind(Part part, PartKind kind, TeardownRecord record)
    {
        var freeing = record.Steps.Where(step => step.Frees.Contains(part.Id)).ToList();
        var others = record.Parts.Where(other => other.Kind == kind && other.Id != part.Id).Select(other => other.Id).ToHashSet(StringComparer.Ordinal);
        return freeing.Count > 0 && freeing.All(step => Needs(step, []));

        bool Needs(Step step, HashSet<string> seen)
        {
            if (!seen.Add(step.Id))
                return false;
            if (step.Frees.Any(others.Contains))
                return true;
            var openers = record.Steps.Where(other => other.Opens == step.Layer).ToList();
            return record.Steps.Any(other => step.After.Contains(other.Id) && Needs(other, seen)) || (openers.Count > 0 && openers.All(other => Needs(other, seen)));
        }
    }
}
