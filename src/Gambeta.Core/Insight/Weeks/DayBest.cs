using Gambeta.Core.Base.Measures;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Core.Insight.Weeks;

/// <summary>The best value of a day for one key of a drill.</summary>
/// <param name="Key">What it is a value of.</param>
/// <param name="Day">The day.</param>
/// <param name="Best">The best of that day.</param>
public readonly record struct DayBest(MarkKey Key, DateOnly Day, decimal Best)
{
    /// <summary>
    /// Of each drill the days on which it was played, and whether what stood on the day before of the same key was still there: at least
    /// <see cref="Spacing.StillThere"/> of it, in the mean of its keys (for a time the other way round).
    /// </summary>
    public static ILookup<string, LadderVisit> Visits(IEnumerable<DayBest> bests) =>
        bests
            .GroupBy(best => best.Key)
            .SelectMany(key => Shares([.. key.OrderBy(best => best.Day)]))
            .GroupBy(one => (one.Drill, one.Day))
            .OrderBy(day => day.Key.Day)
            .Select(day =>
                (
                    day.Key.Drill,
                    Visit: new LadderVisit(
                        day.Key.Day,
                        day.Select(one => one.Share).OfType<double>().ToList() is { Count: > 0 } shares
                            ? shares.Average() >= Spacing.StillThere
                            : null
                    )
                )
            )
            .ToLookup(one => one.Drill, one => one.Visit);

    private static IEnumerable<(string Drill, DateOnly Day, double? Share)> Shares(IReadOnlyList<DayBest> days) =>
        days.Select((day, i) => (day.Key.Drill, day.Day, i == 0 ? null : Share(days[i - 1].Best, day.Best, day.Key.Measure.LowerIsBetter)));

    private static double? Share(decimal before, decimal now, bool lowerIsBetter) =>
        before <= 0 || now < 0 ? null
        : lowerIsBetter
            ? now == 0 ? null
                : (double)(before / now)
        : (double)(now / before);
}
