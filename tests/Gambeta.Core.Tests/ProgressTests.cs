using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Progress;

namespace Gambeta.Core.Tests;

public class ProgressTests
{
    private static readonly DateOnly Wednesday = new(2026, 5, 20);

    private static DayTally Day(int back, int left, int right, bool best = false) =>
        new(Wednesday.AddDays(-back), new TouchCount(left, right), best);

    [Fact]
    public void Five_weeks_end_with_the_week_of_today()
    {
        var tiles = FiveWeeks.Tiles(Wednesday, DayOfWeek.Monday, [Day(0, 50, 300, best: true), Day(3, 100, 100)], touchesAFoot: 200);
        tiles.Length.ShouldBe(35);
        tiles[0].Day.ShouldBe(new DateOnly(2026, 4, 20));
        tiles[0].Day.DayOfWeek.ShouldBe(DayOfWeek.Monday);
        var today = tiles.Single(t => t.IsToday);
        (today.LeftFill, today.RightFill, today.HasBest, today.State).ShouldBe((0.25, 1, true, TileState.Practised));
        tiles.Count(t => t.State == TileState.Ahead).ShouldBe(4);
        tiles.Count(t => t.State == TileState.Practised).ShouldBe(2);
        FiveWeeks.FirstDay(Wednesday, DayOfWeek.Sunday).DayOfWeek.ShouldBe(DayOfWeek.Sunday);
    }

    [Fact]
    public void A_day_of_today_without_practice_is_not_a_rest_day_yet() =>
        DayTile.Of(Wednesday, Wednesday, null, 100).State.ShouldBe(TileState.Ahead);

    [Fact]
    public void The_target_is_the_middle_of_ones_own_days()
    {
        DayTarget.TouchesAFoot([]).ShouldBe(DayTarget.Least);
        DayTarget.TouchesAFoot([Day(1, 10, 10)]).ShouldBe(DayTarget.Least);
        // Totals 300, 620, 900: the middle is 620, 310 a foot, rounded up to 350.
        DayTarget.TouchesAFoot([Day(1, 100, 200), Day(2, 310, 310), Day(3, 500, 400)]).ShouldBe(350);
        DayTarget.TouchesAFoot([Day(1, 200, 200), Day(2, 300, 300)]).ShouldBe(250);
    }
}
