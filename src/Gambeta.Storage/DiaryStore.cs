using Dapper;
using Gambeta.Core.Practice;
using Gambeta.Core.Progress;
using Gambeta.Core.Records;
using Gambeta.Core.Touches;

namespace Gambeta.Storage;

/// <summary>What the pages read: days, the last session, the logbook, the records.</summary>
public static class DiaryStore
{
    /// <summary>Days with practice from a day on, oldest first.</summary>
    public static async Task<IReadOnlyList<DayTally>> DaysAsync(HouseholdWork work, Guid player, DateOnly from) =>
    [
        .. (await work.Connection.QueryAsync<(DateOnly Day, long Left, long Right, bool HasBest)>(
            """
            select s.day, sum(s.touches_left), sum(s.touches_right),
              exists (select from mark m where m.household_id = @Household and m.player_id = @player and m.day = s.day and m.is_best)
            from practice_set s
            where s.household_id = @Household and s.player_id = @player and s.day >= @from and s.removed_at is null
            group by s.day order by s.day
            """,
            new { work.Household, player, from })).Select(d => new DayTally(d.Day, new TouchCount((int)d.Left, (int)d.Right), d.HasBest)),
    ];

    /// <summary>The day on which each drill was last played; drills never played are missing.</summary>
    public static async Task<IReadOnlyDictionary<string, DateOnly>> LastDaysAsync(HouseholdWork work, Guid player, string[] drills) =>
        (await work.Connection.QueryAsync<(string Drill, DateOnly Day)>(
            """
            select d.drill, last.day
            from unnest(@drills) d(drill) cross join lateral (
              select day from practice_set
              where household_id = @Household and player_id = @player and drill = d.drill and removed_at is null
              order by day desc limit 1) last
            """,
            new { work.Household, player, drills })).ToDictionary(d => d.Drill, d => d.Day);

    /// <summary>The sets of the player's latest sitting in their order; empty before the first.</summary>
    public static async Task<IReadOnlyList<PracticeSet>> LastSessionAsync(HouseholdWork work, Guid player) =>
    [
        .. (await work.Connection.QueryAsync<SetRow>(
            $"""
            select {SetRow.Columns} from practice_set
            where household_id = @Household and removed_at is null and session_id = (
              select session_id from practice_set
              where household_id = @Household and player_id = @player and removed_at is null
              order by day desc, started_at desc limit 1)
            order by started_at, set_order
            """,
            new { work.Household, player })).Select(row => row.ToSet()),
    ];

    /// <summary>The sets of a player between two days, one drill or all, latest day first and within it in the order played.</summary>
    public static async Task<IReadOnlyList<PracticeSet>> LogAsync(HouseholdWork work, Guid player, string? drill, DateOnly from, DateOnly to) =>
    [
        .. (await work.Connection.QueryAsync<SetRow>(
            $"""
            select {SetRow.Columns} from practice_set
            where household_id = @Household and player_id = @player and day between @from and @to
              and (@drill::text is null or drill = @drill) and removed_at is null
            order by day desc, started_at, set_order
            """,
            new { work.Household, player, drill, from, to })).Select(row => row.ToSet()),
    ];

    /// <summary>The bests among the marks of some sets: what a session or a page of the logbook marks with a red corner.</summary>
    public static async Task<ILookup<Guid, Mark>> BestsOfAsync(HouseholdWork work, Guid player, DateOnly from, DateOnly to) =>
        (await work.Connection.QueryAsync<MarkRow>(
            """
            select set_id, measure, player_id, drill, feet, layout, value, made_at, day, is_best from mark
            where household_id = @Household and player_id = @player and day between @from and @to and is_best
            """,
            new { work.Household, player, from, to })).Select(row => row.ToMark()).ToLookup(mark => mark.SetId);

    /// <summary>The latest bests of every key, oldest first within a key, at most so many a key.</summary>
    public static async Task<IReadOnlyList<IGrouping<MarkKey, Mark>>> ChainsAsync(HouseholdWork work, Guid player, int most, string? drill = null) =>
    [
        .. (await work.Connection.QueryAsync<MarkRow>(
            """
            select set_id, measure, player_id, drill, feet, layout, value, made_at, day, is_best
            from (
              select *, row_number() over (partition by drill, measure, feet, layout order by made_at desc) as back
              from mark
              where household_id = @Household and player_id = @player and is_best and (@drill::text is null or drill = @drill)) b
            where back <= @most
            order by drill, measure, feet, layout, made_at
            """,
            new { work.Household, player, most, drill })).Select(row => row.ToMark()).GroupBy(mark => mark.Key),
    ];

    /// <summary>The standing best of every key, with the latest values besides it.</summary>
    public static async Task<IReadOnlyList<(Mark Best, IReadOnlyList<decimal> Latest)>> StandingAsync(HouseholdWork work, Guid player, int latest) =>
    [
        .. (await work.Connection.QueryAsync<MarkRow>(
            """
            select best.*, array(
              select value from mark m
              where m.household_id = @Household and m.player_id = @player and m.drill = best.drill and m.measure = best.measure
                and m.feet = best.feet and m.layout = best.layout and m.set_id <> best.set_id
              order by made_at desc limit @latest) as latest
            from (
              select distinct on (drill, measure, feet, layout) set_id, measure, player_id, drill, feet, layout, value, made_at, day
              from mark where household_id = @Household and player_id = @player and is_best
              order by drill, measure, feet, layout, made_at desc) best
            """,
            new { work.Household, player, latest })).Select(row => (row.ToMark(), (IReadOnlyList<decimal>)(row.Latest ?? []))),
    ];
}
