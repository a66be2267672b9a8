using System.Threading.RateLimiting;
using Microsoft.AspNetCore.RateLimiting;

namespace WideLever.Web.Hosting;

/// <summary>Turns for what may take seconds on a record at its limits: as many at once as there are processors, so that whatever is quick is never behind all of them.</summary>
public static class Turns
{
    private const string Policy = "turns";

    /// <summary>How many may wait; whoever comes then is told to ask again.</summary>
    private const int MostWaiting = 1000;

    /// <summary>Adds the turns.</summary>
    public static void AddTurns(this IServiceCollection services) => services.AddRateLimiter(options =>
    {
        options.RejectionStatusCode = StatusCodes.Status503ServiceUnavailable;
        options.AddConcurrencyLimiter(Policy, turns =>
        {
            turns.PermitLimit = Math.Max(2, Environment.ProcessorCount);
            turns.QueueLimit = MostWaiting;
            turns.QueueProcessingOrder = QueueProcessingOrder.OldestFirst;
        });
    });

    /// <summary>Has an endpoint wait for its turn. One that is given up by whoever asked gives its place away.</summary>
    public static RouteHandlerBuilder TakesTurns(this RouteHandlerBuilder endpoint) => endpoint.RequireRateLimiting(Policy);
}
