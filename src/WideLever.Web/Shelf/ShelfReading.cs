namespace WideLever.Web.Shelf;

/// <summary>Reads the whole shelf into memory as soon as the server is up, so that the first look at all of it does not wait for that.</summary>
internal sealed class ShelfReading(Workshop workshop, ILogger<ShelfReading> logger) : BackgroundService
{
    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            await Task.Run(() => workshop.Records(stoppingToken), stoppingToken);
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops before it was done.
        }
        catch (InvalidOperationException exception)
        {
            // Whoever asks for that record is told the same; the others can still be had.
            logger.LogWarning(exception, "The shelf could not be read ahead");
        }
    }
}
