namespace WideLever.Core.Records;

// The members are the words themselves.
#pragma warning disable CS1591

/// <summary>On which side a reason stands. Record field <c>unit.reasons[].side</c>.</summary>
public enum ReasonSide { For, Against }

#pragma warning restore CS1591

/// <summary>A sentence of the verdict that a reviewer picked, edited or wrote. Never scored.</summary>
public sealed record PickedReason
{
    /// <summary>For the machine or against it.</summary>
    public required ReasonSide Side { get; init; }

    /// <summary>The sentence, as it is to be read.</summary>
    public required string Text { get; init; }

    /// <summary>What it is about, such as <c>repair:fan:reach</c>; null: the reviewer's own.</summary>
    public string? About { get; init; }

    /// <summary>The sentence as it was made from the facts when it was picked; null: the reviewer's own.</summary>
    public string? From { get; init; }

    /// <summary>Free text.</summary>
    public string? Notes { get; init; }
}
