using System.Collections.Immutable;

namespace Gambeta.Core.Insight.Progress;

/// <summary>A sitting as load sees it.</summary>
/// <param name="Day">Its day.</param>
/// <param name="Minutes">From the first touch to the last, rests and all.</param>
/// <param name="Effort">How hard it was, from 1 to 10; nothing when nobody said.</param>
public readonly record struct SittingLoad(DateOnly Day, double Minutes, int? Effort);

/// <summary>A week's load.</summary>
/// <param name="First">Its first day.</param>
/// <param name="Minutes">Minutes of practice.</param>
/// <param name="Load">Effort times minutes, added up.</param>
public readonly record struct WeekLoad(DateOnly First, double Minutes, double Load);

/// <summary>What may be said of a load. A word, never a diagnosis.</summary>
public enum LoadWord
{
    /// <summary>More hours this week than the player has years.</summary>
    MoreHoursThanYears,

    /// <summary>Much more than in the weeks before.</summary>
    MuchMore,

    /// <summary>Three hard days in a row.</summary>
    HardDays,

    /// <summary>The last day was nearly all that could be given: an easy one now.</summary>
    EasyDayNow,
}

/// <summary>Weeks of practice as load, with what may be said of the last one.</summary>
/// <param name="Weeks">The weeks, oldest first.</param>
/// <param name="Usual">The mean load of the four weeks before this one; nothing where there were none.</param>
/// <param name="Words">What may be said.</param>
public sealed record PracticeLoad(ImmutableArray<WeekLoad> Weeks, double? Usual, ImmutableArray<LoadWord> Words)
{
    /// <summary>A sitting of which nobody said how hard it was counts as one in the middle.</summary>
    public const int UsualEffort = 5;

    /// <summary>A day of this effort or more is hard, from that on it is nearly all there is.</summary>
    public const int Hard = 7,
        NearlyAll = 9;

    private const int HardDaysInARow = 3,
        WeeksBefore = 4;

    /// <summary>A week may be so much heavier than the usual one; and it has to be so many minutes longer for anybody to notice.</summary>
    private const double Ramp = 1.4,
        LeastMinutesMore = 30;

    /// <summary>The load of some weeks up to today.</summary>
    /// <param name="sittings">Sittings, of four weeks more than are shown where there are some.</param>
    /// <param name="today">Today.</param>
    /// <param name="weekStart">The first day of a week.</param>
    /// <param name="weeks">How many weeks are shown.</param>
    /// <param name="age">The player's age in years: more hours a week than years is a commonly cited upper line for organised
    /// sport.</param>
    public static PracticeLoad Of(IReadOnlyCollection<SittingLoad> sittings, DateOnly today, DayOfWeek weekStart, int weeks, int age)
    {
        DateOnly WeekOf(DateOnly day) => day.AddDays(-((day.DayOfWeek - weekStart + 7) % 7));
        var byWeek = sittings.ToLookup(one => WeekOf(one.Day));
        WeekLoad Week(DateOnly first) => new(first, byWeek[first].Sum(one => one.Minutes), byWeek[first].Sum(Load));
        var last = WeekOf(today);
        var shown = Enumerable.Range(0, weeks).Select(i => Week(last.AddDays(7 * (i - weeks + 1)))).ToImmutableArray();
        var before = Enumerable.Range(1, WeeksBefore).Select(i => Week(last.AddDays(-7 * i))).ToList();
        var begun = before.FindLastIndex(week => week.Load > 0) + 1;
        var usual = begun == 0 ? (double?)null : before.Take(begun).Average(week => week.Load);
        return new PracticeLoad(
            shown,
            usual,
            [.. Said(sittings, Week(last), usual, begun == 0 ? 0 : before.Take(begun).Average(week => week.Minutes), today, age)]
        );
    }

    private static double Load(SittingLoad one) => one.Minutes * (one.Effort ?? UsualEffort);

    private static IEnumerable<LoadWord> Said(
        IReadOnlyCollection<SittingLoad> sittings,
        WeekLoad now,
        double? usual,
        double usualMinutes,
        DateOnly today,
        int age
    )
    {
        if (now.Minutes > age * 60)
            yield return LoadWord.MoreHoursThanYears;
        if (usual is { } load && now.Load > load * Ramp && now.Minutes - usualMinutes > LeastMinutesMore)
            yield return LoadWord.MuchMore;
        var hardest = sittings
            .Where(one => one.Effort is not null)
            .GroupBy(one => one.Day)
            .ToDictionary(day => day.Key, day => day.Max(one => one.Effort!.Value));
        // Up to today where today was practised, else up to yesterday.
        var until = hardest.ContainsKey(today) ? today : today.AddDays(-1);
        if (Enumerable.Range(0, HardDaysInARow).All(i => hardest.GetValueOrDefault(until.AddDays(-i)) >= Hard))
            yield return LoadWord.HardDays;
        else if (hardest.GetValueOrDefault(until) >= NearlyAll)
            yield return LoadWord.EasyDayNow;
    }
}
