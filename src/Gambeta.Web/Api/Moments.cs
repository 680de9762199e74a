using Gambeta.Core.Sets;
using Gambeta.Web.Access;

namespace Gambeta.Web.Api;

/// <summary>Moments as devices tell them, on our clock.</summary>
internal static class Moments
{
    private static readonly TimeSpan ClockAhead = TimeSpan.FromMinutes(15);

    /// <summary>
    /// The moment to the millisecond, as it is stored; nothing for one that lies further back or ahead than anything can be kept. A device whose clock is a little
    /// ahead plays now, not in the future.
    /// </summary>
    public static DateTimeOffset? OnOurClock(DateTimeOffset at, PageTools tools)
    {
        var now = tools.Time.GetUtcNow();
        if (at.UtcDateTime < now.UtcDateTime.AddYears(-SetCheck.MostYearsBack - 1) || at.UtcDateTime > now.UtcDateTime.AddDays(2)) return null;
        var moment = at.ToUniversalTime();
        if (moment > now && moment - now <= ClockAhead) moment = now;
        return moment.AddTicks(-(moment.Ticks % TimeSpan.TicksPerMillisecond));
    }
}
