using System.Collections.Immutable;

namespace Gambeta.Core.Insight.Weeks;

/// <summary>What is said of weeks that were laid out.</summary>
public enum WeeksNote
{
    /// <summary>Something hurts: nothing is laid out.</summary>
    Hurt,

    /// <summary>A day passed without the practice that was laid out for it: nothing is doubled.</summary>
    LeftOut,

    /// <summary>This week is light, after three.</summary>
    LightWeek,

    /// <summary>The first week after a break: half of the week before it.</summary>
    BackAgain,

    /// <summary>This week holds as much as it should: what would be more is a rest.</summary>
    FullWeek,

    /// <summary>The club is nearly all that a week should hold.</summary>
    ClubFillsIt,

    /// <summary>The month is over.</summary>
    MonthIsOver,

    /// <summary>Growing fast: light days, nothing new.</summary>
    Growing,

    /// <summary>Ill until lately: light days.</summary>
    AfterIllness,

    /// <summary>More minutes were asked for than are good at the age.</summary>
    TooLongForTheAge,
}

/// <summary>Four weeks: what was in the days of this one, and what is laid out.</summary>
/// <param name="Days">28 days from the first of this week on.</param>
/// <param name="Today">Today.</param>
/// <param name="Usual">The usual week's load; nothing before the first week.</param>
/// <param name="Ceiling">The most that this week may hold; nothing before the first week.</param>
/// <param name="Notes">What is to be said.</param>
public sealed record FourWeeks(
    ImmutableArray<PlannedDay> Days,
    DateOnly Today,
    double? Usual,
    double? Ceiling,
    ImmutableArray<WeeksNote> Notes
)
{
    /// <summary>So many days are laid out.</summary>
    public const int Length = 28;

    /// <summary>Today as it was laid out.</summary>
    public PlannedDay Now => On(Today)!;

    /// <summary>The next day of practice from a day on; nothing where none is laid out.</summary>
    public PlannedDay? NextFrom(DateOnly day) => Days.FirstOrDefault(one => one.Day >= day && one.Kind == DayKind.Practice);

    /// <summary>The next day on which records are tried for, after today.</summary>
    public PlannedDay? NextTest => Days.FirstOrDefault(one => one.Day > Today && one.IsTest);

    /// <summary>Days of practice from today on: those laid out, then as often as those; so many.</summary>
    public IEnumerable<DateOnly> PracticeDays(int most)
    {
        var laid = Days.Where(day => day.Day >= Today && day.Kind == DayKind.Practice).Select(day => day.Day).ToList();
        if (laid.Count == 0)
            laid.Add(Today.AddDays(1));
        var between = Math.Max(1, (Days[^1].Day.DayNumber - Today.DayNumber + 1) / (double)laid.Count);
        return laid.Concat(Insight.Judgement.PracticeRhythm.After(Days[^1].Day > laid[^1] ? Days[^1].Day : laid[^1], between)).Take(most);
    }

    /// <summary>A day; nothing outside of these weeks.</summary>
    public PlannedDay? On(DateOnly day) => Days.FirstOrDefault(one => one.Day == day);

    /// <summary>The same with what today is about as its plan keeps to it: a test that waits makes no test day.</summary>
    public FourWeeks As(PlannedDay held) =>
        this with
        {
            Days = [.. Days.Select(day => day.Day == Today && day.Kind == held.Kind ? day with { Theme = held.Theme } : day)],
        };
}
