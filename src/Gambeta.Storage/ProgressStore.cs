using Gambeta.Core.Judgement;
using Gambeta.Core.Progress;
using Gambeta.Core.Sets;
using Gambeta.Core.Touches;

namespace Gambeta.Storage;

/// <summary>What progress over weeks is read from.</summary>
public static class ProgressStore
{
    /// <summary>Most sets that two stretches of time are compared by: the latest ones.</summary>
    public const int MostCompared = 2000;

    /// <summary>Days with practice from a day on, with the time worked.</summary>
    public static async Task<IReadOnlyList<(DayTally Day, TimeSpan Worked)>> DaysAsync(HouseholdWork work, Guid player, DateOnly from) =>
    [
        .. (await work.QueryAsync<(DateOnly Day, int Left, int Right, bool HasBest, long Worked)>(
            """
            select d.day, d.touches_left, d.touches_right, d.has_best, coalesce((
              select sum(worked_ms) from practice_set s where s.household_id = @Household and s.player_id = @player and s.day = d.day and s.removed_at is null), 0)::bigint
            from practice_day d where d.household_id = @Household and d.player_id = @player and d.day >= @from order by d.day
            """,
            new { work.Household, player, from })).Select(row => (new DayTally(row.Day, new TouchCount(row.Left, row.Right), row.HasBest), TimeSpan.FromMilliseconds(row.Worked))),
    ];

    /// <summary>The sets of a player from a day on, oldest first; the latest <see cref="MostCompared"/>.</summary>
    public static async Task<IReadOnlyList<PracticeSet>> SetsAsync(HouseholdWork work, Guid player, DateOnly from) =>
    [
        .. (await work.QueryAsync<SetRow>(
            $"""
            select {SetColumns.Light} from practice_set
            where household_id = @Household and player_id = @player and day >= @from and removed_at is null
            order by day desc, started_at desc limit @MostCompared
            """,
            new { work.Household, player, from, MostCompared })).Select(row => row.ToSet()).Reverse(),
    ];

    /// <summary>What was said before the latest sets, with the set that was then played.</summary>
    public static async Task<IReadOnlyList<(int Target, double Chance, PracticeSet Set)>> SaidAsync(HouseholdWork work, Guid player)
    {
        var said = (await VerdictStore.SaidAsync(work, player, null, MostCompared)).ToDictionary(one => one.Set);
        var sets = await work.QueryAsync<SetRow>(
            $"select {SetColumns.Light} from practice_set where household_id = @Household and set_id = any(@ids) and removed_at is null", new { work.Household, ids = said.Keys.ToArray() });
        return [.. sets.Select(row => row.ToSet()).Select(set => (said[set.Id].Units, said[set.Id].Chance, set))];
    }
}
