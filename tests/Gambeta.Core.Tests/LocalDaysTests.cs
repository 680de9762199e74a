using Gambeta.Core.Base.Household;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Tests;

public class LocalDaysTests
{
    // Over every change of the clocks of two years, in zones that change by an hour, by half of one, at midnight, and not at all.
    [Theory]
    [InlineData("Europe/Madrid")]
    [InlineData("Australia/Lord_Howe")]
    [InlineData("Africa/Cairo")]
    [InlineData("America/St_Johns")]
    [InlineData("Asia/Tokyo")]
    public void Moved_to_another_day_it_is_that_day_and_the_same_time_of_it(string name)
    {
        var (zone, off) = (LocalDays.Zone(name), 0);
        for (var hours = 0; hours < 2 * 365 * 24; hours += 7)
        {
            var instant = new DateTimeOffset(2025, 1, 1, 3, 30, 0, TimeSpan.Zero).AddHours(hours);
            foreach (var days in new[] { -40, -1, 1, 200 })
            {
                var (was, moved) = (
                    TimeZoneInfo.ConvertTime(instant, zone).DateTime,
                    TimeZoneInfo.ConvertTime(LocalDays.Moved(instant, days, name), zone).DateTime
                );
                // What the clocks leave out that night is as much later as they are set ahead: never another day than the next hour is.
                if (zone.IsInvalidTime(was.AddDays(days)))
                    off++;
                else
                    moved.ShouldBe(was.AddDays(days));
                DateOnly.FromDateTime(moved).ShouldBe(DateOnly.FromDateTime(was).AddDays(days));
            }
        }
        off.ShouldBeLessThan(10);
    }

    [Theory]
    // Lisbon at eleven in the evening; in Madrid tomorrow has begun.
    [InlineData(1, "2026-05-20T21:30:00Z", 1, 0)]
    // Played tomorrow here as well.
    [InlineData(1, "2026-05-20T23:30:00Z", 1, 1)]
    [InlineData(2, "2026-05-20T21:30:00Z", 1, 2)]
    [InlineData(0, "2026-05-20T21:30:00Z", 1, 0)]
    [InlineData(-1, "2026-05-20T21:30:00Z", 1, -1)]
    [InlineData(1, "0001-01-01T00:00:00Z", -12, 0)]
    [InlineData(1, "9999-12-31T23:59:59Z", 14, 1)]
    public void What_was_played_where_tomorrow_has_begun_is_of_today(int said, string moment, int offset, int expected)
    {
        var today = new DateOnly(2026, 5, 20);
        SetCheck
            .DayHere(
                today.AddDays(said),
                DateTimeOffset.Parse(moment, System.Globalization.CultureInfo.InvariantCulture),
                today,
                TimeSpan.FromHours(offset)
            )
            .ShouldBe(today.AddDays(expected));
    }
}
