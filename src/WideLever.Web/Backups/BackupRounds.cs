namespace WideLever.Web.Backups;

/// <summary>Makes the backups that are due, behind the server.</summary>
internal sealed class BackupRounds(BackupShelf backups, TimeProvider clock, ILogger<BackupRounds> logger) : BackgroundService
{
    private static readonly TimeSpan Round = TimeSpan.FromMinutes(5);

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var rounds = new PeriodicTimer(Round, clock);
        try
        {
            do
            {
                try
                {
                    await Task.Run(() => backups.MakeWhereDue(stoppingToken), stoppingToken);
                }
                catch (Exception exception) when (exception is IOException or UnauthorizedAccessException or Microsoft.Data.Sqlite.SqliteException)
                {
                    // There is no room, or the folder cannot be written to: it is tried again in the next round.
                    logger.LogWarning(exception, "A backup could not be made");
                }
            }
            while (await rounds.WaitForNextTickAsync(stoppingToken));
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }
}
