using System.Net;
using Polly;
using Polly.CircuitBreaker;
using Polly.Timeout;
using WideLever.Interchange;

namespace WideLever.Web.Catalogue;

/// <summary>The bytes of a catalogue's answer, or that it does not list what was asked, or why there is no answer.</summary>
/// <param name="Body">The answer; null: there is none.</param>
/// <param name="NotListed">Whether the catalogue said that it does not list it.</param>
/// <param name="Trouble">What went wrong; null: nothing.</param>
public sealed record CatalogueReply(byte[]? Body, bool NotListed, string? Trouble);

/// <summary>
/// Asks a spare-part catalogue over HTTP: within time limits, again where that may help, at most 1 MB of an answer, and never where it
/// redirects to.
/// </summary>
public sealed class CatalogueClient(HttpClient http)
{
    /// <summary>How long one attempt and the whole question may take.</summary>
    public static readonly TimeSpan Attempt = TimeSpan.FromSeconds(2), Whole = TimeSpan.FromSeconds(6);

    /// <summary>Registers the client with its limits.</summary>
    public static void Register(IServiceCollection services) => services
        .AddHttpClient<CatalogueClient>(http => http.MaxResponseContentBufferSize = CatalogueReader.MaxBytes)
        .ConfigurePrimaryHttpMessageHandler(() => new SocketsHttpHandler
        {
            AllowAutoRedirect = false,
            UseCookies = false,
            UseProxy = false,
            ConnectTimeout = Attempt,
            MaxResponseHeadersLength = 16,
        })
        .AddStandardResilienceHandler(options =>
        {
            options.TotalRequestTimeout.Timeout = Whole;
            options.AttemptTimeout.Timeout = Attempt;
            options.Retry.MaxRetryAttempts = 2;
            options.Retry.Delay = TimeSpan.FromMilliseconds(150);
            options.Retry.BackoffType = DelayBackoffType.Exponential;
            // It is let alone for a moment only after it failed again and again, so that it is there as soon as it is back.
            options.CircuitBreaker.SamplingDuration = TimeSpan.FromSeconds(10);
            options.CircuitBreaker.MinimumThroughput = 20;
            options.CircuitBreaker.BreakDuration = TimeSpan.FromSeconds(2);
        });

    /// <summary>Asks.</summary>
    /// <param name="address">The catalogue's address, which was checked.</param>
    /// <param name="question">What to ask, relative to it.</param>
    /// <param name="cancellation">Gives up early.</param>
    public async Task<CatalogueReply> AskAsync(Uri address, string question, CancellationToken cancellation)
    {
        try
        {
            using var answer = await http.GetAsync(new Uri(address, question), cancellation);
            if (answer.StatusCode == HttpStatusCode.NotFound)
                return new(null, true, null);
            if ((int)answer.StatusCode is >= 300 and < 400)
                return new(null, false, "The catalogue sends elsewhere, and that is not followed.");
            if (!answer.IsSuccessStatusCode)
                return new(null, false, $"The catalogue answered {(int)answer.StatusCode}.");
            return new(await answer.Content.ReadAsByteArrayAsync(cancellation), false, null);
        }
        catch (TimeoutRejectedException)
        {
            return new(null, false, $"The catalogue did not answer within {Whole.TotalSeconds:0} seconds.");
        }
        catch (BrokenCircuitException)
        {
            return new(null, false, "The catalogue failed again and again; it is let alone for a moment.");
        }
        catch (HttpRequestException exception) when (exception.HttpRequestError == HttpRequestError.ConfigurationLimitExceeded)
        {
            return new(null, false, "The catalogue's answer is larger than 1 MB, and was not read.");
        }
        catch (HttpRequestException)
        {
            return new(null, false, "The catalogue cannot be reached.");
        }
        catch (OperationCanceledException) when (!cancellation.IsCancellationRequested)
        {
            return new(null, false, $"The catalogue did not answer within {Whole.TotalSeconds:0} seconds.");
        }
    }
}
