using WideLever.Core.Records;

namespace WideLever.House;

/// <summary>Why an act or a question was refused.</summary>
public enum RefusalKind
{
    /// <summary>There is no such thing.</summary>
    NotFound,

    /// <summary>It is not possible as things stand.</summary>
    Conflict,

    /// <summary>There are faults, each with its place.</summary>
    Faulty,

    /// <summary>A step would stand before what it needs: possible all the same.</summary>
    Early,

    /// <summary>What was to be changed has changed since it was seen.</summary>
    Stale,

    /// <summary>It was not said which revision was seen.</summary>
    Unseen,

    /// <summary>What is stored cannot be read by this version of the program.</summary>
    Unreadable,
}

/// <summary>A refusal: nothing was changed.</summary>
/// <param name="Kind">Why.</param>
/// <param name="Detail">What, for people.</param>
/// <param name="Faults">Every fault with its place.</param>
/// <param name="Changed">What changed since it was seen.</param>
/// <param name="Revision">The revision now, where the one that was seen is another.</param>
public sealed record Refusal(RefusalKind Kind, string Detail, IReadOnlyList<Fault> Faults, IReadOnlyList<ItemDifference> Changed, long? Revision)
{
    /// <summary>There is no such thing.</summary>
    public static Refusal NotFound(string what) => new(RefusalKind.NotFound, $"There is no {what}.", [], [], null);

    /// <summary>There is no such unit.</summary>
    public static Refusal NoUnit(string unitId) => NotFound($"unit \"{unitId}\"");

    /// <summary>There is no such teardown.</summary>
    public static Refusal NoTeardown(string teardownId) => NotFound($"teardown \"{teardownId}\"");

    /// <summary>There is no such item of a document any more.</summary>
    public static Refusal NoItem { get; } = NotFound("such item: it may have been removed in another window");

    /// <summary>It is not possible as things stand.</summary>
    public static Refusal Conflict(string detail) => new(RefusalKind.Conflict, detail, [], [], null);

    /// <summary>There are faults.</summary>
    public static Refusal Faulty(IReadOnlyList<Fault> faults) => new(RefusalKind.Faulty, "", faults, [], null);

    /// <summary>A step would stand before what it needs.</summary>
    public static Refusal Early(IReadOnlyList<Fault> needs) => new(RefusalKind.Early, "", needs, [], null);

    /// <summary>It has changed since it was seen.</summary>
    public static Refusal Stale(long revision, IReadOnlyList<ItemDifference> changed) => new(RefusalKind.Stale, "", [], changed, revision);

    /// <summary>It was not said which revision was seen.</summary>
    public static Refusal Unseen { get; } = new(RefusalKind.Unseen, "", [], [], null);

    /// <summary>What is stored cannot be read.</summary>
    public static Refusal Unreadable(string what, IReadOnlyList<Fault> faults) => new(RefusalKind.Unreadable, what, faults, [], null);
}

/// <summary>What came of an act or a question: a value, or a refusal.</summary>
/// <typeparam name="T">The value.</typeparam>
public readonly record struct Outcome<T> where T : class
{
    private Outcome(T? value, Refusal? refusal) => (Value, Refusal) = (value, refusal);

    /// <summary>The value; null where it was refused.</summary>
    public T? Value { get; }

    /// <summary>The refusal; null where it was not refused.</summary>
    public Refusal? Refusal { get; }

    /// <summary>It was done.</summary>
    public static implicit operator Outcome<T>(T value) => new(value, null);

    /// <summary>It was refused.</summary>
    public static implicit operator Outcome<T>(Refusal refusal) => new(null, refusal);
}

/// <summary>The revisions that a writer says it has seen.</summary>
/// <param name="Any">Whether any will do.</param>
/// <param name="Revisions">The revisions.</param>
public sealed record SeenRevisions(bool Any, IReadOnlyList<long> Revisions)
{
    /// <summary>One revision.</summary>
    public static SeenRevisions Of(long revision) => new(false, [revision]);

    /// <summary>Whether a revision is one that was seen.</summary>
    public bool Hold(long revision) => Any || Revisions.Contains(revision);
}

/// <summary>Who acts, and on what it has seen.</summary>
/// <param name="WindowId">The window.</param>
/// <param name="Seen">The revisions that it saw; null: it did not say.</param>
public sealed record Actor(string WindowId, SeenRevisions? Seen = null);

/// <summary>A change that is on disk.</summary>
/// <param name="Revision">The revision that it made.</param>
/// <param name="Hints">What is allowed and most likely not meant.</param>
/// <param name="Made">Id of the step or photo that it made; null: none.</param>
public sealed record Committed(long Revision, IReadOnlyList<Fault> Hints, string? Made = null);
