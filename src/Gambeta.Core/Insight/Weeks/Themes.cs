using System.Collections.Immutable;
using Gambeta.Core.Catalogue.Cards;

namespace Gambeta.Core.Insight.Weeks;

/// <summary>
/// What each day laid out is about: records in reach on the last day of a week that is not a light one, the other foot every third day
/// while it catches up, else the family whose ladders are due the most by then; and on which days something new may come.
/// </summary>
internal static class Themes
{
    /// <summary>Something new comes on so many days of seven at most.</summary>
    internal const int NewDaysAWeek = 2;

    private const int Week = 7,
        EveryThird = 3;

    // A drill of a session takes about so many minutes.
    private const int MinutesADrill = 4;

    // What a goal is about is worth half of a ladder that is due.
    private const double Towards = 0.5;

    internal static IEnumerable<PlannedDay> Give(WeeksFacts facts, IReadOnlyList<PlannedDay> days)
    {
        var ladders = facts.Ladders.ToDictionary(ladder => ladder.Drill);
        var begun = facts.NewDays.ToList();
        var turn = 0;
        var families = new Queue<Family>();
        foreach (var day in days)
        {
            if (day.Kind != DayKind.Practice)
            {
                yield return day;
                continue;
            }
            var given = Theme(facts, days, day, ladders.Values, families, turn++);
            var mayBeNew =
                facts.HasNew
                && given.Hardness != Hardness.Light
                && !given.IsTest
                && begun.Count(one => one > day.Day.AddDays(-Week)) < NewDaysAWeek
                && HasRoom(ladders.Values, day.Minutes);
            if (mayBeNew)
                begun.Add(day.Day);
            // What is due by then is taken to be seen, and still there.
            foreach (
                var seen in ladders
                    .Values.OrderByDescending(ladder => ladder.Passed(day.Day))
                    .ThenBy(ladder => ladder.Drill, StringComparer.Ordinal)
                    .Take(Math.Max(1, day.Minutes / MinutesADrill))
                    .ToList()
            )
            {
                ladders[seen.Drill] = seen with
                {
                    Last = day.Day,
                    Distance = Spacing.Next(seen.Distance, day.Day.DayNumber - seen.Last.DayNumber, true),
                };
            }
            yield return given with
            {
                MayBeNew = mayBeNew,
            };
        }
    }

    private static PlannedDay Theme(
        WeeksFacts facts,
        IReadOnlyList<PlannedDay> days,
        PlannedDay day,
        Dictionary<string, LadderState>.ValueCollection ladders,
        Queue<Family> families,
        int turn
    )
    {
        var week = facts.WeekOf(day.Day);
        if (day.Hardness == Hardness.Light)
            return day with { Theme = ThemeKind.Easy };
        if (
            facts.RecordsInReach > 0
            && (facts.TestedOn is not { } tested || tested < week)
            && days.Last(one => facts.WeekOf(one.Day) == week && one is { Kind: DayKind.Practice, Hardness: not Hardness.Light }) == day
        )
            return day with { Theme = ThemeKind.Test };
        if (facts.OtherFootBehind && turn % EveryThird == EveryThird - 1)
            return day with { Theme = ThemeKind.OtherFoot };
        if (ladders.Count == 0)
            return day;
        var family = ladders
            .GroupBy(ladder => ladder.Family)
            .Select(group =>
                (
                    Family: group.Key,
                    Due: group.Where(ladder => ladder.Passed(day.Day) >= 0.5).Sum(ladder => Math.Min(2, ladder.Passed(day.Day)))
                        + (facts.Towards.Contains(group.Key) ? Towards : 0)
                        - (families.Contains(group.Key) ? 1 : 0)
                )
            )
            .OrderByDescending(one => one.Due)
            .ThenBy(one => one.Family)
            .First()
            .Family;
        // Not twice running about the same.
        families.Enqueue(family);
        if (families.Count > 1)
            families.Dequeue();
        return day with { Theme = ThemeKind.Family, Family = family };
    }

    /// <summary>Whether the ladders that were begun leave room for one more: each asks for a place in a session once in its
    /// distance.</summary>
    private static bool HasRoom(Dictionary<string, LadderState>.ValueCollection ladders, int minutes) =>
        ladders.Sum(ladder => 1.0 / ladder.Distance) < minutes / (double)MinutesADrill / 2;
}
