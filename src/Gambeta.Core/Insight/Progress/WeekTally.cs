using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Insight.Progress;

/// <summary>A week of practice, added up.</summary>
/// <param name="First">Its first day.</param>
/// <param name="Touches">Touches a foot.</param>
/// <param name="Worked">Time with the ball.</param>
/// <param name="Bests">Days with a new best.</param>
public sealed record WeekTally(DateOnly First, TouchCount Touches, TimeSpan Worked, int Bests)
{
    /// <summary>The share of a foot, from 0 to 1; nothing without touches.</summary>
    public double? ShareOf(Foot foot) =>
        Touches.Total == 0 ? null : (foot == Foot.Left ? Touches.Left : Touches.Right) / (double)Touches.Total;

    /// <summary>The weeks up to and with that of today, oldest first, those without practice among them.</summary>
    public static ImmutableArray<WeekTally> Of(
        DateOnly today,
        DayOfWeek weekStart,
        int weeks,
        IEnumerable<(DayTally Day, TimeSpan Worked)> days
    )
    {
        var last = today.AddDays(-((today.DayOfWeek - weekStart + 7) % 7));
        var byWeek = days.ToLookup(one => one.Day.Day.AddDays(-((one.Day.Day.DayOfWeek - weekStart + 7) % 7)));
        return
        [
            .. Enumerable
                .Range(0, weeks)
                .Select(i => last.AddDays(7 * (i - weeks + 1)))
                .Select(first => new WeekTally(
                    first,
                    byWeek[first].Aggregate(default(TouchCount), (sum, one) => sum + one.Day.Touches),
                    byWeek[first].Aggregate(TimeSpan.Zero, (sum, one) => sum + one.Worked),
                    byWeek[first].Count(one => one.Day.HasBest)
                )),
        ];
    }
}
