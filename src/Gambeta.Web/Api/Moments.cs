using Gambeta.Core.Practice.Sets;

namespace Gambeta.Web.Api;

/// <summary>Moments as devices tell them, on our clock.</summary>
internal static class Moments
{
    // A clock that is no further off puts nothing on another day, and is left as it is.
    private static readonly TimeSpan Matters = TimeSpan.FromMinutes(15);

    /// <summary>
    /// The moment on our clock, to the millisecond, as it is stored. A device's clock may be wrong: what it shows while it sends says by
    /// how much. What was sent was done by then, and a clock that shows a year in which nobody here can have played says nothing: either
    /// was done just now. So nothing is refused because of a clock. What no clock shows, as a moment before 1970, is none.
    /// </summary>
    /// <param name="at">The moment that the device tells.</param>
    /// <param name="sentAt">What the same clock shows while it is sent, where that is told.</param>
    /// <param name="now">What our clock shows, read once for the whole request: a second reading is later, and what was set to it would lie
    /// ahead of the first.</param>
    public static DateTimeOffset? OnOurClock(DateTimeOffset at, DateTimeOffset? sentAt, DateTimeOffset now)
    {
        if (at < DateTimeOffset.UnixEpoch)
            return null;
        var moment = at.UtcDateTime;
        if (sentAt is { } shown && shown.UtcDateTime - now.UtcDateTime is var off && off.Duration() > Matters)
            moment = new DateTime(Math.Clamp(moment.Ticks - off.Ticks, DateTime.MinValue.Ticks, DateTime.MaxValue.Ticks), DateTimeKind.Utc);
        if (moment > now.UtcDateTime || moment < now.UtcDateTime.AddYears(-SetCheck.MostYearsBack).AddDays(2))
            moment = now.UtcDateTime;
        return new DateTimeOffset(moment.AddTicks(-(moment.Ticks % TimeSpan.TicksPerMillisecond)), TimeSpan.Zero);
    }
}
