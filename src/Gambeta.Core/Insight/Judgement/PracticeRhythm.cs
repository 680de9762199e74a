using MathNet.Numerics.Statistics;

namespace Gambeta.Core.Insight.Judgement;

/// <summary>How often somebody practises lately.</summary>
public static class PracticeRhythm
{
    /// <summary>So many of the latest days with practice are looked at.</summary>
    private const int Looked = 12;

    /// <summary>Days from one practice to the next, in the middle; two where nobody can say.</summary>
    public static double DaysBetween(IEnumerable<DateOnly> days)
    {
        var latest = days.Distinct().Order().TakeLast(Looked).ToList();
        return latest.Count < 3 ? 2 : Math.Clamp(latest.Zip(latest.Skip(1), (a, b) => (double)(b.DayNumber - a.DayNumber)).Median(), 1, 14);
    }

    /// <summary>The days to come at this rhythm, after a day; without an end.</summary>
    public static IEnumerable<DateOnly> After(DateOnly day, double between)
    {
        for (var i = 1; ; i++)
            yield return day.AddDays(Math.Max(i, Rounded.Whole(i * between)));
    }
}
