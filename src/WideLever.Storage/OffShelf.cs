namespace WideLever.Storage;

/// <summary>A unit that was taken off the shelf; nothing of it is deleted.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Maker">Its maker.</param>
/// <param name="Model">Its model.</param>
/// <param name="ModelCode">Its code.</param>
/// <param name="RemovedAt">When, UTC.</param>
public sealed record OffShelf(string Id, string Maker, string Model, string ModelCode, string RemovedAt);
