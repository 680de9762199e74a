using System.Collections.Frozen;
using NodaTime;
using NodaTime.TimeZones;

namespace Gambeta.Core.Base.Household;

/// <summary>Days on a household's calendar, from instants and its time zone.</summary>
public static class LocalDays
{
    // Where the largest place of each zone lies, from the zones' own data, which ships with the package. Other names of a zone stand for
    // the same place.
    private static readonly Lazy<FrozenSet<string>> South = new(() =>
    {
        var source = TzdbDateTimeZoneSource.Default;
        var south = source
            .ZoneLocations!.Where(place => place.Latitude < 0)
            .Select(place => source.CanonicalIdMap[place.ZoneId])
            .ToHashSet();
        return source.CanonicalIdMap.Where(zone => south.Contains(zone.Value)).Select(zone => zone.Key).ToFrozenSet();
    });

    /// <summary>The household's time zone, or universal time where the system does not know its name.</summary>
    public static TimeZoneInfo Zone(string name) => TimeZoneInfo.TryFindSystemTimeZoneById(name, out var zone) ? zone : TimeZoneInfo.Utc;

    /// <summary>The local day of an instant.</summary>
    public static DateOnly DayOf(DateTimeOffset instant, string zone) =>
        DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(instant, Zone(zone)).DateTime);

    /// <summary>The same time of day so many days later, or earlier, also where the clocks were changed in between. A time that a day does
    /// not have, or has twice, is the one that the change leaves (RFC 5545, 3.3.5).</summary>
    public static DateTimeOffset Moved(DateTimeOffset instant, int days, string zone)
    {
        var there = DateTimeZoneProviders.Tzdb.GetZoneOrNull(zone) ?? DateTimeZone.Utc;
        return Instant.FromDateTimeOffset(instant).InZone(there).LocalDateTime.PlusDays(days).InZoneLeniently(there).ToDateTimeOffset();
    }

    /// <summary>True where the seasons are those of the south. Nothing nearer to a place than the time zone is known, or wanted.</summary>
    public static bool IsSouthern(string name) => South.Value.Contains(name);
}
