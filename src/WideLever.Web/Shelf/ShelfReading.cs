using WideLever.House;
using WideLever.Storage;

namespace WideLever.Web.Shelf;

/// <summary>Works behind the server once it listens: sums the shelf up, reads it into memory, and tidies the photos.</summary>
internal sealed class ShelfReading(House.Shelf shelf, Store store, PhotoFiles photos, ILogger<ShelfReading> logger) : BackgroundService
{
    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            await Task.Run(() =>
            {
                shelf.SummedUp(stoppingToken);
                shelf.Keep();
                // A larger shelf would not stay in memory.
                if (shelf.Now.All.Count <= House.Shelf.MostHeld)
                {
                    shelf.WithRecords(stoppingToken);
                    Prepare(stoppingToken);
                }
                photos.Tidy(store.Photos.EverNamed(), stoppingToken);
            }, stoppingToken);
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops before it was done.
        }
        catch (Exception exception) when (exception is IOException or UnauthorizedAccessException)
        {
            // A photo that cannot be moved stays where it is: nothing else depends on it.
            logger.LogWarning(exception, "The photos could not be tidied");
        }
    }

    /// <summary>
    /// Reads the facts that every summary lays a machine beside, so that the first one asked for after a start does not wait for those of its whole class.
    /// One after the other: whoever asks meanwhile has the other cores.
    /// </summary>
    private void Prepare(CancellationToken cancellation)
    {
        foreach (var unit in shelf.Now.Units)
        {
            cancellation.ThrowIfCancellationRequested();
            try
            {
                _ = unit.Facts;
            }
            catch (UnreadableException)
            {
                // It stands on the shelf as such, and is laid beside nothing.
            }
        }
    }
}
