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

    /// <summary>The first change of the same act; its own place where it is the first.</summary>
    public required long Act { get; init; }

    /// <summary>The patch back, RFC 6902; empty in a history.</summary>
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

    /// <summary>1 where it is in use.</summary>
    public required long InUse { get; init; }

    /// <summary>When it was kept, UTC; null: not noted.</summary>
    public string? SavedAt { get; init; }

    /// <summary>Why; null: not said.</summary>
    public string? Note { get; init; }

    /// <summary>Its document; empty in a list.</summary>
    public required string Document { get; init; }
}

/// <summary>The documents that a unit's record is merged from.</summary>
public sealed record ShelfDocuments
{
    /// <summary>Id of the unit.</summary>
    public required string UnitId { get; init; }

    /// <summary>Digest of its document.</summary>
    public required string UnitDigest { get; init; }

    /// <summary>Its document.</summary>
    public required string Unit { get; init; }

    /// <summary>Digest of its scored teardown's document.</summary>
    public required string TeardownDigest { get; init; }

    /// <summary>That document.</summary>
    public required string Teardown { get; init; }
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

/// <summary>A new head for a document.</summary>
/// <param name="Kind">Which document.</param>
/// <param name="Id">Its id.</param>
/// <param name="Seen">The revision that the writer saw.</param>
/// <param name="Document">The new head.</param>
/// <param name="Undoes">The change that it undoes; null: none.</param>
public sealed record Writing(DocumentKind Kind, string Id, long Seen, ReadOnlyMemory<byte> Document, long? Undoes = null);

/// <summary>A change of an act that changed several documents.</summary>
/// <param name="Kind">Which document.</param>
/// <param name="Id">Its id.</param>
/// <param name="Sequence">The change's place among all.</param>
/// <param name="Revision">The revision that it made.</param>
public sealed record ActChange(DocumentKind Kind, string Id, long Sequence, long Revision);

/// <summary>A line of a bench log.</summary>
public sealed record LogRow
{
    /// <summary>Its place among all lines.</summary>
    public required long Sequence { get; init; }

    /// <summary>When, UTC.</summary>
    public required string MadeAt { get; init; }

    /// <summary>The window that wrote it.</summary>
    public required string WindowId { get; init; }

    /// <summary>What happened, JSON.</summary>
    public required string Entry { get; init; }
}

/// <summary>What a window has typed and not committed.</summary>
public sealed record DraftRow
{
    /// <summary>The window.</summary>
    public required string WindowId { get; init; }

    /// <summary>When it was kept, UTC.</summary>
    public required string SavedAt { get; init; }

    /// <summary>The draft, JSON.</summary>
    public required string Document { get; init; }
}

/// <summary>A signed result with all that it was computed from.</summary>
public sealed record SignatureRow
{
    /// <summary>Its place among all.</summary>
    public long Sequence { get; init; }

    /// <summary>The unit.</summary>
    public required string UnitId { get; init; }

    /// <summary>When it was kept, UTC.</summary>
    public string SignedAt { get; init; } = "";

    /// <summary>The day that the signer gave.</summary>
    public required string SignedOn { get; init; }

    /// <summary>The bench that signed.</summary>
    public required string Bench { get; init; }

    /// <summary>Who answers for it.</summary>
    public required string Name { get; init; }

    /// <summary>A note; null: none.</summary>
    public string? Note { get; init; }

    /// <summary>Digest of the unit's document then.</summary>
    public required string UnitDigest { get; init; }

    /// <summary>Digest of the teardown's document then.</summary>
    public required string TeardownDigest { get; init; }

    /// <summary>The record, canonical.</summary>
    public required string Record { get; init; }

    /// <summary>Its SHA-256.</summary>
    public required string RecordSha256 { get; init; }

    /// <summary>The rubric, canonical.</summary>
    public required string Rubric { get; init; }

    /// <summary>Its SHA-256.</summary>
    public required string RubricSha256 { get; init; }

    /// <summary>The result, canonical.</summary>
    public required string Result { get; init; }

    /// <summary>Its SHA-256.</summary>
    public required string ResultSha256 { get; init; }

    /// <summary>Version of the method.</summary>
    public required long MethodVersion { get; init; }
}

/// <summary>What a signed result was computed from.</summary>
public sealed record SignedDigests
{
    /// <summary>The unit.</summary>
    public required string UnitId { get; init; }

    /// <summary>Digest of the unit's document then.</summary>
    public required string UnitDigest { get; init; }

    /// <summary>Digest of the teardown's document then.</summary>
    public required string TeardownDigest { get; init; }

    /// <summary>SHA-256 of the rubric.</summary>
    public required string RubricSha256 { get; init; }

    /// <summary>Version of the method.</summary>
    public required long MethodVersion { get; init; }
}

/// <summary>What a catalogue answered.</summary>
public sealed record CatalogueRow
{
    /// <summary>When it was asked, UTC.</summary>
    public required string AskedAt { get; init; }

    /// <summary>Its answer, JSON.</summary>
    public required string Document { get; init; }
}
