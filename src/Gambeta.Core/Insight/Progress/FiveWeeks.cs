using System.Collections.Immutable;
using Gambeta.Core.Practice.Measuring;

namespace Gambeta.Core.Insight.Progress;

/// <summary>What a day's tile shows.</summary>
public enum TileState
{
    /// <summary>The ball was played.</summary>
    Practised,

    /// <summary>A day gone by without practice.</summary>
    Rest,

    /// <summary>A day to come.</summary>
    Ahead,
}

/// <summary>One day as a split tile. Fills are shares of the day's target, from 0 to 1.</summary>
public sealed record DayTile(DateOnly Day, TileState State, double LeftFill, double RightFill, bool HasBest, bool IsToday, DayTally? Tally)
{
    /// <summary>The tile of one day.</summary>
    public static DayTile Of(DateOnly day, DateOnly today, DayTally? tally, int touchesAFoot) =>
        new(
            day,
            tally is not null ? TileState.Practised
                : day < today ? TileState.Rest
                : TileState.Ahead,
            Fill(tally?.Touches.Left, touchesAFoot),
            Fill(tally?.Touches.Right, touchesAFoot),
            tally?.HasBest ?? false,
            day == today,
            tally
        );

    private static double Fill(int? touches, int target) => Math.Min(1, (touches ?? 0) / (double)target);
}

/// <summary>Five weeks of days up to and with the week of today.</summary>
public static class FiveWeeks
{
    /// <summary>Seven tiles a week, five weeks.</summary>
    public const int Days = 35;

    /// <summary>The first of the 35 days: four weeks before the start of the week in which today lies.</summary>
    public static DateOnly FirstDay(DateOnly today, DayOfWeek weekStart) => today.AddDays(-((today.DayOfWeek - weekStart + 7) % 7) - 28);

    /// <summary>The 35 tiles in order, filled against a target of so many touches a foot.</summary>
    public static ImmutableArray<DayTile> Tiles(DateOnly today, DayOfWeek weekStart, IEnumerable<DayTally> tallies, int touchesAFoot)
    {
        var byDay = tallies.ToDictionary(t => t.Day);
        var first = FirstDay(today, weekStart);
        return
        [
            .. Enumerable
                .Range(0, Days)
                .Select(first.AddDays)
                .Select(day => DayTile.Of(day, today, byDay.GetValueOrDefault(day), touchesAFoot)),
        ];
    }
}
