namespace WideLever.Core.Records;

// The members are the words themselves; the field that uses them says what they mean.
#pragma warning disable CS1591

/// <summary>Who claims it. Record field <c>unit.claims[].source</c>.</summary>
public enum ClaimSource { System, Maker }

/// <summary>What is claimed of a kind. Record field <c>unit.claims[].fact</c>.</summary>
public enum ClaimFact
{
    /// <summary>How many places take a module that can be swapped, filled or not.</summary>
    Places,

    /// <summary>How many parts are inseparable: soldered, laminated or riveted.</summary>
    Inseparable,

    /// <summary>What is fitted altogether, GB or Wh.</summary>
    Capacity,

    /// <summary>What the machine takes at most, GB.</summary>
    Ceiling,

    /// <summary>What it calls itself.</summary>
    Name,
}

#pragma warning restore CS1591

/// <summary>What the machine reports of itself, or its maker states. A claim never scores: a finding of the bench does.</summary>
public sealed record Claim
{
    /// <summary>Who claims it.</summary>
    public required ClaimSource Source { get; init; }

    /// <summary>By what: the tool whose report it is, or where the maker states it; null: unknown.</summary>
    public string? From { get; init; }

    /// <summary>The day; null: unknown.</summary>
    public DateOnly? Date { get; init; }

    /// <summary>Of which kind.</summary>
    public required PartKind About { get; init; }

    /// <summary>Which fact.</summary>
    public required ClaimFact Fact { get; init; }

    /// <summary>The number claimed: a count, GB or Wh; null where the fact is a name.</summary>
    public double? Number { get; init; }

    /// <summary>The name claimed; null where the fact is a number.</summary>
    public string? Text { get; init; }

    /// <summary>Why the bench stands by its finding where they differ; null: not answered.</summary>
    public string? Answer { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
