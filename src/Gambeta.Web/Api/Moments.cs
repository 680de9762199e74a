using Gambeta.Core.Practice.Sets;

namespace Gambeta.Web.Api;

/// <summary>Moments as devices tell them, on our clock.</summary>
internal static class Moments
{
    private static readonly TimeSpan ClockAhead = TimeSpan.FromMinutes(15);

    /// <summary>
    /// The moment to the millisecond, as it is stored; nothing for one that lies further back or ahead than anything can be kept. A device
    /// whose clock is a little ahead plays now, not in the future.
    /// </summary>
    /// <param name="at">The moment that the device tells.</param>
    /// <param name="now">What our clock shows, read once for the whole request: a second reading is later, and what was set to it would lie
    /// ahead of the first.</param>
    public static DateTimeOffset? OnOurClock(DateTimeOffset at, DateTimeOffset now)
    {
        if (at.UtcDateTime < now.UtcDateTime.AddYears(-SetCheck.MostYearsBack - 1) || at.UtcDateTime > now.UtcDateTime.AddDays(2))
            return null;
        var moment = at.ToUniversalTime();
        if (moment > now && moment - now <= ClockAhead)
            moment = now;
        return moment.AddTicks(-(moment.Ticks % TimeSpan.TicksPerMillisecond));
    }
}
