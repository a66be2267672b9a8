namespace WideLever.Storage;

/// <summary>A unit that was taken off the shelf; nothing of it is deleted.</summary>
// By its properties, not by a constructor: of what is computed no type is known where no row is found.
public sealed record OffShelf
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>Its maker.</summary>
    public required string Maker { get; init; }

    /// <summary>Its model.</summary>
    public required string Model { get; init; }

    /// <summary>Its code.</summary>
    public required string ModelCode { get; init; }

    /// <summary>When, UTC.</summary>
    public required string RemovedAt { get; init; }
}
