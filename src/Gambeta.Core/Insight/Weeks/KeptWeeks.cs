namespace Gambeta.Core.Insight.Weeks;

/// <summary>Weeks in which a player kept going.</summary>
/// <param name="Kept">Of the weeks looked at so many had the days.</param>
/// <param name="Of">How many were looked at.</param>
/// <param name="ThisWeek">Days of this week so far.</param>
public readonly record struct KeptWeeks(int Kept, int Of, int ThisWeek)
{
    private const int Looked = 4;

    /// <summary>The last four weeks before this one, as far back as the goal goes; days away are asked of nobody, so that a week away
    /// counts as kept.</summary>
    public static KeptWeeks Since(DateOnly setOn, int daysAWeek, WeeksFacts facts)
    {
        var now = facts.WeekOf(facts.Today);
        var days = facts.Sittings.Select(one => one.Day).ToHashSet();
        bool Kept(DateOnly week) =>
            Enumerable.Range(0, 7).Select(i => week.AddDays(i)) is var all
            && all.Count(days.Contains) + all.Count(day => facts.Away.Any(away => away.Stops(day))) >= daysAWeek;
        var weeks = Enumerable.Range(1, Looked).Select(i => now.AddDays(-7 * i)).Where(week => week.AddDays(6) >= setOn).ToList();
        return new KeptWeeks(weeks.Count(Kept), weeks.Count, Enumerable.Range(0, 7).Count(i => days.Contains(now.AddDays(i))));
    }
}
