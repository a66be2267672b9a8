namespace WideLever.Storage;

/// <summary>Which head document.</summary>
public enum DocumentKind
{
    /// <summary>What belongs to one unit.</summary>
    Unit,

    /// <summary>What belongs to one teardown.</summary>
    Teardown,
}

/// <summary>A head document.</summary>
public sealed record Head
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>How often it was changed, its making included.</summary>
    public required long Revision { get; init; }

    /// <summary>SHA-256 of the document.</summary>
    public required string Digest { get; init; }

    /// <summary>The canonical JSON.</summary>
    public required string Document { get; init; }

    /// <summary>When the unit was taken off the shelf; null: it was not, or this is a teardown.</summary>
    public string? RemovedAt { get; init; }
}

/// <summary>A unit on the shelf with its scored teardown, without their documents.</summary>
public sealed record ShelfRow
{
    /// <summary>Id of the unit.</summary>
    public required string UnitId { get; init; }

    /// <summary>Digest of its document.</summary>
    public required string UnitDigest { get; init; }

    /// <summary>Id of its scored teardown.</summary>
    public required string TeardownId { get; init; }

    /// <summary>Digest of that document.</summary>
    public required string TeardownDigest { get; init; }

    /// <summary>How many units the teardown serves.</summary>
    public required long Served { get; init; }
}

/// <summary>One appended change.</summary>
public sealed record Change
{
    /// <summary>Its place among all changes.</summary>
    public required long Sequence { get; init; }

    /// <summary>The revision that it made.</summary>
    public required long Revision { get; init; }

    /// <summary>The window that made it.</summary>
    public required string WindowId { get; init; }

    /// <summary>When, UTC.</summary>
    public required string MadeAt { get; init; }

    /// <summary>What was done, for people.</summary>
    public required string What { get; init; }

    /// <summary>The change that it undoes; null: none.</summary>
    public long? Undoes { get; init; }

    /// <summary>The patch back, RFC 6902.</summary>
    public required string Reverse { get; init; }
}

/// <summary>A rubric as it is kept.</summary>
public sealed record RubricRow
{
    /// <summary>Its name.</summary>
    public required string Name { get; init; }

    /// <summary>Its revision.</summary>
    public required long Revision { get; init; }

    /// <summary>SHA-256 of its document.</summary>
    public required string Digest { get; init; }

    /// <summary>Its document.</summary>
    public required string Document { get; init; }
}

/// <summary>How an attempt to change a document ended.</summary>
public enum CommitOutcome
{
    /// <summary>It is on disk.</summary>
    Committed,

    /// <summary>The document has moved on; nothing was written.</summary>
    Stale,

    /// <summary>There is no such document.</summary>
    Missing,
}

/// <summary>How an attempt to change a document ended, and the document's revision after it.</summary>
/// <param name="Outcome">How.</param>
/// <param name="Revision">The revision now; 0 where there is none.</param>
public sealed record Commit(CommitOutcome Outcome, long Revision);
