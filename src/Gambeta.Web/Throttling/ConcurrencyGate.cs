using System.Globalization;
using System.Threading.RateLimiting;
using Gambeta.Storage;

namespace Gambeta.Web.Throttling;

/// <summary>
/// So many pieces of work at once in this instance; the others wait their turn, first come first served, and whoever would wait longer than
/// that is told to come again (503) before anything was begun for it. Without it everything takes longer for everybody until nobody waits
/// for the answer any more, asks again, and the work that nobody waits for leaves ever less for the rest.
/// </summary>
public sealed class ConcurrencyGate(GambetaDatabase database) : IDisposable
{
    /// <summary>How long a turn is waited for: a device waits twenty seconds for its answer.</summary>
    public static readonly TimeSpan Patience = TimeSpan.FromSeconds(4);

    /// <summary>For what asks nothing of the database.</summary>
    public static readonly IDisposable Free = new NoTurn();

    private readonly ConcurrencyLimiter _places = new(
        new ConcurrencyLimiterOptions
        {
            PermitLimit = database.AtOnce,
            QueueLimit = MostWaiting,
            QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
        }
    );

    /// <summary>The header with the seconds after which a browser loads the page again.</summary>
    public const string Refresh = "Refresh";

    private const int MostWaiting = 10_000;

    /// <summary>Waits for a turn; nothing where none came in time. Giving it back is disposing of it.</summary>
    public async Task<IDisposable?> TakeAsync(CancellationToken gone)
    {
        using var until = CancellationTokenSource.CreateLinkedTokenSource(gone);
        until.CancelAfter(Patience);
        try
        {
            var place = await _places.AcquireAsync(1, until.Token);
            return place.IsAcquired ? place : null;
        }
        catch (OperationCanceledException) when (!gone.IsCancellationRequested)
        {
            return null;
        }
    }

    /// <summary>Says on an answer when to come again. A page that was only looked at comes again by itself; what was sent is never sent
    /// twice.</summary>
    public static void SayBusy(HttpResponse response)
    {
        var seconds = ComeAgain().ToString(CultureInfo.InvariantCulture);
        response.Headers.RetryAfter = seconds;
        if (HttpMethods.IsGet(response.HttpContext.Request.Method))
            response.Headers[Refresh] = seconds;
        response.StatusCode = StatusCodes.Status503ServiceUnavailable;
    }

    /// <inheritdoc/>
    public void Dispose() => _places.Dispose();

    // Seconds after which to come again, not the same for all: else they would come together again.
    private static int ComeAgain() => Random.Shared.Next(5, 15);

    private sealed class NoTurn : IDisposable
    {
        public void Dispose() { }
    }
}
