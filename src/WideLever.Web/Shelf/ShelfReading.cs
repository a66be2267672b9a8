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
                    shelf.WithRecords(stoppingToken);
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
}
