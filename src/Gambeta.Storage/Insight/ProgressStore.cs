using Gambeta.Core.Base.Touches;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Storage;

/// <summary>What progress over weeks is read from.</summary>
public static class ProgressStore
{
    /// <summary>Most sets that two stretches of time are compared by: the latest ones.</summary>
    public const int MostCompared = 2000;

    /// <summary>Days with practice from a day on, with the time worked.</summary>
    public static async Task<IReadOnlyList<(DayTally Day, TimeSpan Worked)>> DaysAsync(HouseholdWork work, Guid player, DateOnly from) =>
        [
            .. (
                await work.QueryAsync<(DateOnly Day, int Left, int Right, bool HasBest, long Worked)>(
                    """
                    select d.day, d.touches_left, d.touches_right, d.has_best, coalesce((
                      select sum(worked_ms) from practice_set s
                        where s.household_id = @Household and s.player_id = @player and s.day = d.day and s.removed_at is null), 0)::bigint
                    from practice_day d where d.household_id = @Household and d.player_id = @player and d.day >= @from order by d.day
                    """,
                    new
                    {
                        work.Household,
                        player,
                        from,
                    }
                )
            ).Select(row =>
                (new DayTally(row.Day, new TouchCount(row.Left, row.Right), row.HasBest), TimeSpan.FromMilliseconds(row.Worked))
            ),
        ];

    /// <summary>The sets of a player between two days, oldest first; the latest <see cref="MostCompared"/>.</summary>
    public static async Task<IReadOnlyList<PracticeSet>> SetsAsync(HouseholdWork work, Guid player, DateOnly from, DateOnly to) => [.. (
                await work.QueryAsync<SetRow>(
                    $"""
                    select {SetColumns.Light} from practice_set
                    where household_id = @Household and player_id = @player and day between @from and @to and removed_at is null
                    order by day desc, started_at desc limit @MostCompared
                    """,
                    new
                    {
                        work.Household,
                        player,
                        from,
                        to,
                        MostCompared,
                    }
                )
            ).Select(row => row.ToSet()).Reverse()];

    /// <summary>The sittings of a player from a day on as load sees them: from the first touch to the last, and how hard it was.</summary>
    public static async Task<IReadOnlyCollection<SittingLoad>> LoadAsync(HouseholdWork work, Guid player, DateOnly from) =>
        [
            .. (
                await work.QueryAsync<(DateOnly Day, double Minutes, short? Effort)>(
                    """
                    select min(s.day), extract(epoch
                      from max(s.started_at + s.worked_ms * interval '1 millisecond') - min(s.started_at))::float8 / 60, max(e.effort)
                    from practice_set s left join session_end e on e.household_id = s.household_id and e.session_id = s.session_id
                    where s.household_id = @Household and s.player_id = @player and s.day >= @from
                      and s.removed_at is null group by s.session_id
                    """,
                    new
                    {
                        work.Household,
                        player,
                        from,
                    }
                )
            ).Select(row => new SittingLoad(row.Day, Math.Min(row.Minutes, 300), row.Effort)),
        ];
}
