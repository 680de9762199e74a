using System.Collections.Concurrent;
using Gambeta.Web.Security;

namespace Gambeta.Web.Throttling;

/// <summary>How many lines are open in this instance, by household and by address.</summary>
public sealed class SocketCounter(Limits limits)
{
    private readonly ConcurrentDictionary<string, int> _open = new();
    private int _all;

    /// <summary>All of them.</summary>
    public int All => Volatile.Read(ref _all);

    /// <summary>Takes a place; nothing when there is none. Giving it back is disposing of it.</summary>
    public IDisposable? Take(HttpContext http)
    {
        var (household, address) = ("household " + http.User.HouseholdId(), "address " + RateLimits.Address(http));
        if (Count(household, +1) > limits.LinesAHousehold | Count(address, +1) > limits.LinesAnAddress)
        {
            Count(household, -1);
            Count(address, -1);
            return null;
        }
        Interlocked.Increment(ref _all);
        return new Seat(() =>
        {
            Count(household, -1);
            Count(address, -1);
            Interlocked.Decrement(ref _all);
        });
    }

    private int Count(string of, int by)
    {
        var now = _open.AddOrUpdate(of, by, (_, count) => count + by);
        if (now == 0)
            _open.TryRemove(new KeyValuePair<string, int>(of, 0));
        return now;
    }

    private sealed class Seat(Action giveBack) : IDisposable
    {
        private Action? _giveBack = giveBack;

        public void Dispose() => Interlocked.Exchange(ref _giveBack, null)?.Invoke();
    }
}
