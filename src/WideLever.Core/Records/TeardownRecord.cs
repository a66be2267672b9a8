namespace WideLever.Core.Records;

/// <summary>
/// The merged view of one unit and one teardown: what is scored. A null is <em>unknown</em> or <em>not stated</em>, as
/// <c>docs/record.md</c> says of the field; defaults of fields left out are the defaults here.
/// </summary>
public sealed record TeardownRecord
{
    /// <summary>The machine on the bench.</summary>
    public required Unit Unit { get; init; }

    /// <summary>When, where and on what sample it was taken apart.</summary>
    public required Teardown Teardown { get; init; }

    /// <summary>Names of what is in view without undoing anything more; the first is the outside.</summary>
    public required IReadOnlyList<string> Layers { get; init; }

    /// <summary>Kinds that the machine does not have.</summary>
    public IReadOnlyList<PartKind> Absent { get; init; } = [];

    /// <summary>What helps a repairer who has not seen the machine before.</summary>
    public Guidance Guidance { get; init; } = new();

    /// <summary>The steps in the order carried out.</summary>
    public required IReadOnlyList<Step> Steps { get; init; }

    /// <summary>Things to replace, service or upgrade, and empty places for them.</summary>
    public required IReadOnlyList<Part> Parts { get; init; }

    /// <summary>Photos of the bench.</summary>
    public IReadOnlyList<Photo> Photos { get; init; } = [];

    /// <summary>Free text of the whole record.</summary>
    public string? Notes { get; init; }
}
