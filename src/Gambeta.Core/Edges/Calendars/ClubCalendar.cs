using System.Collections.Immutable;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Insight.Weeks;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Evaluation;

namespace Gambeta.Core.Edges.Calendars;

/// <summary>What was wrong with a club's calendar.</summary>
public enum ClubCalendarProblem
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>It is no calendar.</summary>
    NoCalendar,

    /// <summary>It is larger than anybody's.</summary>
    TooLarge,

    /// <summary>No day of it lies in the time that was asked for.</summary>
    Nothing,

    /// <summary>More days than are taken in.</summary>
    TooMany,
}

/// <summary>The days of a club's calendar file (RFC 5545). Of an event only its day and its length are kept: names and places are nobody's
/// business here.</summary>
public static class ClubCalendar
{
    /// <summary>The largest file: a season of matches is a tenth of it.</summary>
    public const int MostBytes = 256 * 1024;

    /// <summary>An event without an end, or of a whole day, is taken to be so long.</summary>
    public const int UsualMinutes = 60;

    /// <summary>
    /// Reads the days between two days, both with them, on the household's calendar. Events that come back are followed by day, week, month
    /// and year; those that come back within a day are nobody's matches, and what is not known to end is left out
    /// (<see cref="RecurrenceBounds"/>).
    /// </summary>
    /// <param name="text">The file.</param>
    /// <param name="kind">What they are.</param>
    /// <param name="zone">The household's time zone.</param>
    /// <param name="from">The first day.</param>
    /// <param name="to">The last day.</param>
    /// <param name="most">So many days at most.</param>
    public static (ImmutableArray<ClubDate> Dates, ClubCalendarProblem Problem) Read(
        string text,
        ClubKind kind,
        string zone,
        DateOnly from,
        DateOnly to,
        int most
    )
    {
        if (text.Length > MostBytes)
            return ([], ClubCalendarProblem.TooLarge);
        if (!text.TrimStart('\uFEFF', ' ', '\r', '\n').StartsWith("BEGIN:VCALENDAR", StringComparison.OrdinalIgnoreCase))
            return ([], ClubCalendarProblem.NoCalendar);
        try
        {
            var (days, steps) = (new Dictionary<DateOnly, int>(), 0L);
            foreach (
                var one in (CalendarCollection.Load(text) ?? [])
                    .SelectMany(calendar => calendar.Events)
                    .Where(one => one.Status is not "CANCELLED")
            )
            {
                if (RecurrenceBounds.Steps(one, to) is not { } more)
                    continue;
                if ((steps += more) > RecurrenceBounds.MostSteps)
                    return ([], ClubCalendarProblem.TooMany);
                foreach (var (day, minutes) in DaysOf(one, zone, from, to, most))
                {
                    if (day < from || day > to)
                        continue;
                    days[day] = Math.Max(days.GetValueOrDefault(day), minutes);
                    if (days.Count > most)
                        return ([], ClubCalendarProblem.TooMany);
                }
            }
            return days.Count == 0
                ? ([], ClubCalendarProblem.Nothing)
                : ([.. days.OrderBy(day => day.Key).Select(day => new ClubDate(day.Key, kind, day.Value))], ClubCalendarProblem.None);
        }
        catch (Exception unread) when (unread is not OutOfMemoryException)
        {
            // The library says in many ways that a file is none; whatever it says, nothing was kept.
            return ([], ClubCalendarProblem.NoCalendar);
        }
    }

    private static List<(DateOnly Day, int Minutes)> DaysOf(CalendarEvent one, string zone, DateOnly from, DateOnly to, int most)
    {
        if (one.Start is not { } start)
            return [];
        var minutes =
            start.HasTime && one.End is { HasTime: true } end
                ? (int)Math.Clamp((end.AsUtc - start.AsUtc).TotalMinutes, Rhythm.LeastAtClub, Rhythm.MostAtClub)
                : UsualMinutes;
        if (one.RecurrenceRule is null && one.RecurrenceDates.GetAllDates().FirstOrDefault() is null)
            return [(DayOf(start, zone), minutes)];
        var days = new List<(DateOnly, int)>();
        try
        {
            // A day before and after, whatever zone it is written in.
            foreach (
                var occurrence in one.GetOccurrences(new CalDateTime(from.AddDays(-1)), RecurrenceBounds.OptionsFor(one)).Take(most * 2)
            )
            {
                var day = DayOf(occurrence.Period.StartTime, zone);
                if (day > to)
                    break;
                days.Add((day, minutes));
            }
        }
        catch (EvaluationLimitExceededException)
        {
            // There is no further day.
        }
        return days;
    }

    private static DateOnly DayOf(CalDateTime at, string zone) =>
        !at.HasTime || at.IsFloating
            ? at.Date
            : LocalDays.DayOf(new DateTimeOffset(DateTime.SpecifyKind(at.AsUtc, DateTimeKind.Utc)), zone);
}
