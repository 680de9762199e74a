using System.Globalization;
using System.Threading.RateLimiting;
using Gambeta.Storage;

namespace Gambeta.Web.Throttling;

/// <summary>
/// So many pieces of work at once in this instance; the others wait their turn, first come first served, and whoever would wait longer than
/// that is told to come again (503) before anything was begun for it. Without it everything takes longer for everybody until nobody waits
/// for the answer any more, asks again, and the work that nobody waits for leaves ever less for the rest.
/// <para>A household has an eighth of the turns for what writes and an eighth for the rest, and what writes has three quarters in all:
/// nobody feels what one household sends at once, and where writing hangs, on a standby that is away, pages are shown all the same.</para>
/// </summary>
public sealed class ConcurrencyGate(GambetaDatabase database) : IDisposable
{
    /// <summary>How long a turn is waited for: a device waits twenty seconds for its answer.</summary>
    public static readonly TimeSpan Patience = TimeSpan.FromSeconds(4);

    /// <summary>For what asks nothing of the database.</summary>
    public static readonly IDisposable Free = new NoTurn();

    // Taken in this order, by everybody: who waits for the last holds the others, and nobody waits for the others while holding the last.
    private readonly PartitionedRateLimiter<(Guid Household, bool Writes)> _ofHouseholds = PartitionedRateLimiter.Create<
        (Guid Household, bool Writes),
        (Guid, bool)
    >(whose =>
        whose.Household == Guid.Empty
            ? RateLimitPartition.GetNoLimiter(whose)
            : RateLimitPartition.GetConcurrencyLimiter(whose, _ => Most(Math.Max(1, database.AtOnce / 8)))
    );
    private readonly ConcurrencyLimiter _writing = new(Most(Math.Max(1, database.AtOnce * 3 / 4))),
        _all = new(Most(database.AtOnce));

    /// <summary>The header with the seconds after which a browser loads the page again.</summary>
    public const string Refresh = "Refresh";

    private const int MostWaiting = 10_000;

    /// <summary>Waits for a turn; nothing where none came in time. Giving it back is disposing of it.</summary>
    /// <param name="household">Whose it is; the nil id for nobody's.</param>
    /// <param name="writes">Whether something may be kept in it.</param>
    /// <param name="gone">Ends the waiting.</param>
    public async Task<IDisposable?> TakeAsync(Guid household, bool writes, CancellationToken gone)
    {
        using var until = CancellationTokenSource.CreateLinkedTokenSource(gone);
        until.CancelAfter(Patience);
        var turn = new Turn();
        try
        {
            if (
                turn.Holds(await _ofHouseholds.AcquireAsync((household, writes), 1, until.Token))
                && (!writes || turn.Holds(await _writing.AcquireAsync(1, until.Token)))
                && turn.Holds(await _all.AcquireAsync(1, until.Token))
            )
                return turn;
        }
        catch (OperationCanceledException) when (!gone.IsCancellationRequested) { }
        catch
        {
            turn.Dispose();
            throw;
        }
        turn.Dispose();
        return null;
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
    public void Dispose()
    {
        _ofHouseholds.Dispose();
        _writing.Dispose();
        _all.Dispose();
    }

    private static ConcurrencyLimiterOptions Most(int atOnce) =>
        new()
        {
            PermitLimit = atOnce,
            QueueLimit = MostWaiting,
            QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
        };

    // Seconds after which to come again, not the same for all: else they would come together again.
    private static int ComeAgain() => Random.Shared.Next(5, 15);

    // What was taken for it, given back at once, and once.
    private sealed class Turn : IDisposable
    {
        private readonly List<RateLimitLease> _leases = [];

        public bool Holds(RateLimitLease lease)
        {
            _leases.Add(lease);
            return lease.IsAcquired;
        }

        // A lease gives its place back once, however often it is asked.
        public void Dispose() => _leases.ForEach(lease => lease.Dispose());
    }

    private sealed class NoTurn : IDisposable
    {
        public void Dispose() { }
    }
}
