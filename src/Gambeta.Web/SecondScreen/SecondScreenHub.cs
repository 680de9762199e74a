using System.Collections.Concurrent;

namespace Gambeta.Web.SecondScreen;

/// <summary>
/// The devices of each household that have a line to this instance and play or look on, and how each practice stood last. It passes
/// messages on between them; what comes from another instance comes by <see cref="SecondScreenWire"/>.
/// </summary>
public sealed class SecondScreenHub(TimeProvider time)
{
    /// <summary>Whoever says nothing for so long is gone.</summary>
    public static readonly TimeSpan Lapses = TimeSpan.FromSeconds(12);

    private const int MostPractices = 12;

    private readonly ConcurrentDictionary<Guid, Home> _homes = new();

    /// <summary>A device on a line: what it plays, whether it looks on, and how it is told something.</summary>
    public sealed class Device(Guid household, Action<SecondScreenMessage> tell)
    {
        /// <summary>Whose it is.</summary>
        public Guid Household { get; } = household;

        /// <summary>The practice that it plays; nothing where it plays none.</summary>
        public Guid? Plays { get; set; }

        /// <summary>Until when it looks on.</summary>
        public DateTimeOffset LooksUntil { get; set; }

        internal Action<SecondScreenMessage> Tell { get; } = tell;
    }

    private sealed class Home
    {
        public readonly Lock Lock = new();
        public readonly List<Device> Devices = [];
        public readonly Dictionary<Guid, (SecondScreenMessage Message, DateTimeOffset At)> Stands = [];
        public DateTimeOffset LookedOnUntil;

        // Taken out of the list while empty: whoever found it just before looks for another one.
        public bool IsGone;
    }

    /// <summary>Takes a device in.</summary>
    public void Add(Device device)
    {
        while (true)
        {
            var home = _homes.GetOrAdd(device.Household, _ => new Home());
            lock (home.Lock)
            {
                if (home.IsGone)
                    continue;
                home.Devices.Add(device);
                return;
            }
        }
    }

    /// <summary>Lets a device go.</summary>
    public void Remove(Device device)
    {
        if (!_homes.TryGetValue(device.Household, out var home))
            return;
        lock (home.Lock)
        {
            home.Devices.Remove(device);
            if (home.Devices.Count > 0)
                return;
            home.IsGone = true;
            _homes.TryRemove(device.Household, out _);
        }
    }

    /// <summary>Passes a message on to the devices that have a line here. Households without one are nobody's business here.</summary>
    public void Pass(SecondScreenMessage message)
    {
        if (!_homes.TryGetValue(message.Household, out var home))
            return;
        List<Device> told;
        var now = time.GetUtcNow();
        lock (home.Lock)
        {
            if (message.Kind == SecondScreenKind.Look)
                home.LookedOnUntil = now + Lapses;
            if (
                message.Kind == SecondScreenKind.Stands
                && (home.Stands.ContainsKey(message.Session) || Tidied(home, now).Stands.Count < MostPractices)
            )
                home.Stands[message.Session] = (message, now);
            told = home.Devices.FindAll(device =>
                message.Kind switch
                {
                    SecondScreenKind.Stands => device.LooksUntil > now && device.Plays != message.Session,
                    SecondScreenKind.Press => device.Plays == message.Session,
                    _ => device.Plays is not null,
                }
            );
        }
        foreach (var device in told)
            device.Tell(message);
    }

    /// <summary>Whether somebody of a household looks on, at any instance.</summary>
    public bool IsLookedOn(Guid household)
    {
        if (!_homes.TryGetValue(household, out var home))
            return false;
        lock (home.Lock)
            return home.LookedOnUntil > time.GetUtcNow();
    }

    /// <summary>How the practices of these players stood last, the latest first.</summary>
    public IReadOnlyList<SecondScreenMessage> Standing(Guid household, IReadOnlyCollection<Guid> players)
    {
        if (!_homes.TryGetValue(household, out var home))
            return [];
        lock (home.Lock)
            return
            [
                .. Tidied(home, time.GetUtcNow())
                    .Stands.Values.Where(one => players.Contains(one.Message.Player))
                    .OrderByDescending(one => one.At)
                    .Select(one => one.Message),
            ];
    }

    private static Home Tidied(Home home, DateTimeOffset now)
    {
        foreach (var (session, one) in home.Stands)
            if (now - one.At > Lapses)
                home.Stands.Remove(session);
        return home;
    }
}
