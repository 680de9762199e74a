namespace Gambeta.Web;

/// <summary>The day on a household's calendar.</summary>
public static class Clock
{
    /// <summary>The household's time zone, or universal time where the system does not know its name.</summary>
    public static TimeZoneInfo Zone(string name) => TimeZoneInfo.TryFindSystemTimeZoneById(name, out var zone) ? zone : TimeZoneInfo.Utc;

    /// <summary>The local day of an instant.</summary>
    public static DateOnly DayOf(DateTimeOffset instant, string zone) =>
        DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(instant, Zone(zone)).DateTime);
}
