using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Evaluation;

namespace Gambeta.Core.Edges.Calendars;

/// <summary>
/// What it may cost to follow an event that comes back. The library follows a rule day by day from its first day on, and cannot be stopped
/// from outside: so only what is known beforehand to end is followed. A club's trainings and matches are far inside; what is not is left
/// out.
/// </summary>
internal static class RecurrenceBounds
{
    /// <summary>Days looked at for all events of one file: thirty trainings a week over thirty years.</summary>
    public const long MostSteps = 400_000;

    /// <summary>No event began earlier.</summary>
    public const int EarliestYear = 1980;

    /// <summary>The most dates that an event names one by one, and the most that a part of a rule names.</summary>
    private const int MostNamed = 1000,
        MostInAPart = 31,
        MostInterval = 400;

    /// <summary>Days that are looked at until a day; nothing where it is not known to end.</summary>
    public static long? Steps(CalendarEvent one, DateOnly to)
    {
        if (one.Start is not { } start || start.Date.Year < EarliestYear || one.Properties.AllOf("RRULE").Count() > 1)
            return null;
        // Rules that take days out were dropped from the standard: they are followed second by second, if they say so.
        if (one.Properties.AllOf("EXRULE").Any())
            return null;
        var named =
            one.RecurrenceDates.GetAllDates().Take(MostNamed + 1).Count() + one.ExceptionDates.GetAllDates().Take(MostNamed + 1).Count();
        if (named > MostNamed)
            return null;
        if (one.RecurrenceRule is not { } rule)
            return named + 1;
        if (!IsPlain(rule))
            return null;
        var days = Math.Max(0, to.DayNumber - start.Date.DayNumber) + 1L;
        return named + days + ((long)Unmatched(rule.Frequency) * DaysIn(rule.Frequency));
    }

    /// <summary>How the library is told to give up where a rule gives no day: a 30 February.</summary>
    public static EvaluationOptions OptionsFor(CalendarEvent one) =>
        new() { MaxUnmatchedIncrementsLimit = Unmatched(one.RecurrenceRule?.Frequency ?? FrequencyType.Yearly) };

    private static bool IsPlain(RecurrenceRule rule) =>
        DaysIn(rule.Frequency) > 0
        && rule.Interval is >= 1 and <= MostInterval
        && rule.ByHour.Count + rule.ByMinute.Count + rule.BySecond.Count + rule.ByWeekNo.Count + rule.ByYearDay.Count == 0
        && new[] { rule.ByDay.Count, rule.ByMonthDay.Count, rule.ByMonth.Count, rule.BySetPosition.Count }.All(count =>
            count <= MostInAPart
        );

    // So many times on without a day, at most: a leap day is eight years from the next, a day of one month is a year from it.
    private static int Unmatched(FrequencyType frequency) =>
        frequency switch
        {
            FrequencyType.Daily => 400,
            FrequencyType.Weekly => 60,
            FrequencyType.Monthly => 100,
            _ => 10,
        };

    private static int DaysIn(FrequencyType frequency) =>
        frequency switch
        {
            FrequencyType.Daily => 1,
            FrequencyType.Weekly => 7,
            FrequencyType.Monthly => 31,
            FrequencyType.Yearly => 366,
            _ => 0,
        };
}
