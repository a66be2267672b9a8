namespace WideLever.Core.Records;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>What a piece of advice is. Record field <c>advice[].kind</c>.</summary>
public enum AdviceKind { Tip, Warning, Symptom }

/// <summary>What is wrong with a machine as found. Record field <c>teardown.damage[].kind</c>.</summary>
public enum DamageKind { Liquid, Cracked, Swollen, Burnt, Worn, Missing, Other }

#pragma warning restore CS1591

/// <summary>For whoever does this after us: on the unit, a step or a part. A symptom says which fault leads here. Never scored.</summary>
public sealed record Advice
{
    /// <summary>What it is.</summary>
    public required AdviceKind Kind { get; init; }

    /// <summary>What to know.</summary>
    public required string Text { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}

/// <summary>Damage as found: each kind brings its own caution, and no other. Never scored.</summary>
public sealed record DamageFound
{
    /// <summary>What sort.</summary>
    public required DamageKind Kind { get; init; }

    /// <summary>Where, and how much; null: not said.</summary>
    public string? Text { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
