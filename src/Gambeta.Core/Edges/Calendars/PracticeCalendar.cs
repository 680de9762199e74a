using System.Security.Cryptography;
using System.Text;
using Gambeta.Core.Insight.Weeks;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

namespace Gambeta.Core.Edges.Calendars;

/// <summary>
/// Days of practice as an iCalendar file (RFC 5545), for whoever subscribes to it. Whole days, without a time: no zone and no change of the
/// clocks can move them.
/// </summary>
public static class PracticeCalendar
{
    /// <summary>How often a program is asked to look again: what is laid out follows from what was played.</summary>
    private const string Refresh = "PT6H";

    /// <summary>Writes the days of practice from today on.</summary>
    /// <param name="weeks">The weeks.</param>
    /// <param name="name">What the calendar is called.</param>
    /// <param name="whose">A secret of its own, so that events keep their ids and nobody reads anything from them.</param>
    /// <param name="said">What is said of a day, and of it at more length.</param>
    /// <param name="address">The page of the weeks.</param>
    public static string Write(
        FourWeeks weeks,
        string name,
        string whose,
        Func<PlannedDay, (string Summary, string Description)> said,
        Uri address
    )
    {
        var calendar = new Calendar { ProductId = "-//Gambeta//Weeks//EN" };
        calendar.AddProperty("X-WR-CALNAME", name);
        calendar.AddProperty("REFRESH-INTERVAL;VALUE=DURATION", Refresh);
        calendar.AddProperty("X-PUBLISHED-TTL", Refresh);
        foreach (var day in weeks.Days.Where(day => day.Day >= weeks.Today && day.Kind == DayKind.Practice))
        {
            var (summary, description) = said(day);
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = UidOf(whose, day.Day),
                    // Said to be of the day itself: asked twice the same file is given twice.
                    DtStamp = new CalDateTime(weeks.Today.ToDateTime(TimeOnly.MinValue), "UTC"),
                    Start = new CalDateTime(day.Day),
                    End = new CalDateTime(day.Day.AddDays(1)),
                    Summary = summary,
                    Description = description,
                    Url = address,
                    Transparency = TransparencyType.Transparent,
                }
            );
        }
        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }

    private static string UidOf(string whose, DateOnly day) =>
        $"{Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes($"{whose} {day.DayNumber}"))[..12])}@gambeta";
}
