namespace Gambeta.Web;

/// <summary>The day on a household's calendar.</summary>
public static class Clock
{
    /// <summary>The household's time zone, or universal time where the system does not know its name.</summary>
    public static TimeZoneInfo Zone(string name) => TimeZoneInfo.TryFindSystemTimeZoneById(name, out var zone) ? zone : TimeZoneInfo.Utc;

    /// <summary>The local day of an instant.</summary>
    public static DateOnly DayOf(DateTimeOffset instant, string zone) =>
        DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(instant, Zone(zone)).DateTime);

    /// <summary>
    /// True where the seasons are those of the south: the zone moves its clocks forward in the second half of the year and back in the
    /// first, or, where it never moves them, its name says so. Nothing nearer to a place than the time zone is known.
    /// </summary>
    public static bool IsSouthern(string name)
    {
        var zone = Zone(name);
        if (SouthernNames.Any(start => name.StartsWith(start, StringComparison.Ordinal))) return true;
        var (january, july) = (zone.GetUtcOffset(new DateTime(2026, 1, 15, 12, 0, 0, DateTimeKind.Utc)), zone.GetUtcOffset(new DateTime(2026, 7, 15, 12, 0, 0, DateTimeKind.Utc)));
        return january > july;
    }

    private static readonly string[] SouthernNames =
    [
        "Australia/", "Antarctica/", "America/Argentina/", "America/Buenos_Aires", "America/Montevideo", "America/Asuncion", "America/Santiago", "America/Sao_Paulo",
        "America/La_Paz", "America/Lima", "Africa/Johannesburg", "Africa/Harare", "Africa/Maputo", "Africa/Windhoek", "Africa/Gaborone", "Africa/Lusaka", "Africa/Maseru",
        "Africa/Luanda", "Pacific/Auckland", "Pacific/Fiji", "Pacific/Tongatapu", "Indian/Antananarivo", "Indian/Mauritius", "Indian/Reunion",
    ];
}
