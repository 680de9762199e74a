using System.Collections.Immutable;
using Dapper;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.Sheets;

namespace Gambeta.Storage;

/// <summary>What the pages read: days, the last session, the logbook, the records.</summary>
public static class DiaryStore
{
    /// <summary>Days with practice from a day on, oldest first.</summary>
    public static async Task<IReadOnlyList<DayTally>> DaysAsync(HouseholdWork work, Guid player, DateOnly from) =>
        Days(
            await work.QueryAsync<DayRow>(
                DaysSql,
                new
                {
                    work.Household,
                    player,
                    from,
                }
            )
        );

    /// <summary>All that Today shows, in one round trip: days from a day on, the latest sitting, the standing bests, and when each drill
    /// was last played.</summary>
    public static async Task<TodayRows> TodayAsync(HouseholdWork work, Guid player, DateOnly from, DrillCatalogue? catalogue = null)
    {
        await using var rows = await work.QueryMultipleAsync(
            $"""
            {DaysSql};

            select {SetColumns.Light} from practice_set
            where household_id = @Household and removed_at is null and session_id = (
              select session_id from practice_set
              where household_id = @Household and player_id = @player and removed_at is null
              order by day desc, started_at desc limit 1)
            order by started_at, set_order limit @MostShown;

            {LatestStandingSql};

            {LastDaysSql};

            {SheetStore.LatestSql};

            {VerdictStore.AllSql}
            """,
            new
            {
                work.Household,
                player,
                from,
                SetStore.MostShown,
                drill = (string?)null,
                MostKeys,
            }
        );
        return new TodayRows(
            Days(await rows.ReadAsync<DayRow>()),
            [.. (await rows.ReadAsync<SetRow>()).Select(row => row.ToSet())],
            [.. (await rows.ReadAsync<MarkRow>()).Select(row => (row.ToMark(), (IReadOnlyList<decimal>)(row.Latest ?? [])))],
            (await rows.ReadAsync<(string Drill, DateOnly Day)>()).ToDictionary(d => d.Drill, d => d.Day),
            (await rows.ReadAsync<SheetStore.SheetRow>()).SingleOrDefault()?.ToSheet(),
            await VerdictStore.AboutAsync(work, player, rows, catalogue)
        );
    }

    /// <summary>The bests that stand, one of each key.</summary>
    public static async Task<IReadOnlyList<Mark>> StandingAsync(HouseholdWork work, Guid player) =>
        [.. (await work.QueryAsync<MarkRow>(LatestStandingSql, new { work.Household, player })).Select(row => row.ToMark())];

    /// <summary>The day on which each drill was last played.</summary>
    public static async Task<IReadOnlyDictionary<string, DateOnly>> LastDaysAsync(HouseholdWork work, Guid player) =>
        (await work.QueryAsync<(string Drill, DateOnly Day)>(LastDaysSql, new { work.Household, player })).ToDictionary(
            d => d.Drill,
            d => d.Day
        );

    /// <summary>
    /// All that the logbook shows, in one round trip: the sets of a player between two days, one drill or all, latest day first
    /// and within it in the order played, a page of <see cref="SetStore.MostShown"/>; which of them are bests; and which drills there are
    /// to choose from.
    /// </summary>
    public static async Task<LogbookRows> LogbookAsync(
        HouseholdWork work,
        Guid player,
        string? drill,
        DateOnly from,
        DateOnly to,
        int page = 1
    )
    {
        await using var rows = await work.QueryMultipleAsync(
            $"""
            select {SetColumns.Light}, set_id in (
              select set_id from mark
                where household_id = @Household and player_id = @player and day between @from and @to and is_best) is_best
            from practice_set
            where household_id = @Household and player_id = @player and day between @from and @to
              and (@drill::text is null or drill = @drill) and removed_at is null
            order by day desc, started_at, set_order, set_id offset @skipped limit @MostShown + 1;

            {LastDaysSql}
            """,
            new
            {
                work.Household,
                player,
                drill,
                from,
                to,
                skipped = (page - 1) * SetStore.MostShown,
                SetStore.MostShown,
            }
        );
        var read = (await rows.ReadAsync<SetRow>()).ToList();
        var shown = read.Take(SetStore.MostShown).ToList();
        return new LogbookRows(
            [.. shown.Select(row => row.ToSet())],
            shown.Where(row => row.IsBest).Select(row => row.SetId).ToHashSet(),
            [.. (await rows.ReadAsync<(string Drill, DateOnly Day)>()).Select(d => d.Drill)],
            read.Count > shown.Count
        );
    }

    /// <summary>The bests made between two days, by their set.</summary>
    public static async Task<ILookup<Guid, Mark>> BestsOfAsync(HouseholdWork work, Guid player, DateOnly from, DateOnly to) => (
            await work.QueryAsync<MarkRow>(
                """
                select set_id, measure, player_id, drill, feet, layout, value, made_at, day, is_best from mark
                where household_id = @Household and player_id = @player and day between @from and @to and is_best
                """,
                new
                {
                    work.Household,
                    player,
                    from,
                    to,
                }
            )
        ).Select(row => row.ToMark()).ToLookup(mark => mark.SetId);

    /// <summary>The latest bests of every key, oldest first within a key, at most so many a key; of one drill or all.</summary>
    public static async Task<IReadOnlyList<IGrouping<MarkKey, Mark>>> ChainsAsync(
        HouseholdWork work,
        Guid player,
        int most,
        string? drill = null
    ) =>
        Chains(
            await work.QueryAsync<MarkRow>(
                ChainsSql,
                new
                {
                    work.Household,
                    player,
                    most,
                    drill,
                    MostKeys,
                }
            )
        );

    /// <summary>All that the records show, in one round trip: the chains of <see cref="ChainsAsync"/>, and the names of the household's
    /// layouts by their keys.</summary>
    public static async Task<(IReadOnlyList<IGrouping<MarkKey, Mark>> Chains, IReadOnlyDictionary<string, string> Layouts)> RecordsAsync(
        HouseholdWork work,
        Guid player,
        int most
    )
    {
        await using var rows = await work.QueryMultipleAsync(
            $"{ChainsSql}; {YardStore.LayoutNamesSql}",
            new
            {
                work.Household,
                player,
                most,
                drill = (string?)null,
                MostKeys,
            }
        );
        return (
            Chains(await rows.ReadAsync<MarkRow>()),
            (await rows.ReadAsync<(string Key, string Name)>()).ToDictionary(row => row.Key, row => row.Name)
        );
    }

    private const string ChainsSql = """
        select b.set_id, s.measure, s.player_id, s.drill, s.feet, s.layout, b.value, b.made_at, b.day
        from (
          select * from standing where household_id = @Household and player_id = @player and (@drill::text is null or drill = @drill)
          order by made_at desc limit @MostKeys) s
        cross join lateral (
          select set_id, value, made_at, day from mark m
          where m.household_id = @Household and m.player_id = @player and m.drill = s.drill and m.measure = s.measure
            and m.feet = s.feet and m.layout = s.layout and m.is_best
          order by made_at desc limit @most) b
        """;

    private static IReadOnlyList<IGrouping<MarkKey, Mark>> Chains(IEnumerable<MarkRow> rows) =>
        [.. rows.Select(row => row.ToMark()).Order().GroupBy(mark => mark.Key)];

    /// <summary>The bests that stand, for a query that reads more besides.</summary>
    internal const string StandingSql = """
        select set_id, measure, player_id, drill, feet, layout, value, made_at, day, latest
        from standing where household_id = @Household and player_id = @player
        """;

    /// <summary>Most records that a page reads: ten drills a week on layouts of their own for a year, the ones set last.</summary>
    public const int MostKeys = 500;

    internal static readonly string LatestStandingSql = $"{StandingSql} order by made_at desc limit {MostKeys}";

    private const string LastDaysSql = "select drill, last_day from drill_played where household_id = @Household and player_id = @player";

    private const string DaysSql =
        "select day, touches_left, touches_right, has_best from practice_day where household_id = @Household and player_id = "
        + "@player and day >= @from order by day";

    private static IReadOnlyList<DayTally> Days(IEnumerable<DayRow> rows) =>
        [.. rows.Select(d => new DayTally(d.Day, new TouchCount(d.TouchesLeft, d.TouchesRight), d.HasBest))];

    private sealed class DayRow
    {
        public DateOnly Day { get; init; }
        public int TouchesLeft { get; init; }
        public int TouchesRight { get; init; }
        public bool HasBest { get; init; }
    }
}

/// <summary>All that Today shows.</summary>
/// <param name="Days">Days with practice, oldest first.</param>
/// <param name="Last">The sets of the latest sitting in their order; empty before the first.</param>
/// <param name="Standing">The standing best of every key, with the latest other values of it.</param>
/// <param name="LastDays">The day on which each drill was last played; drills never played are missing.</param>
/// <param name="Sheet">The household's own sheet that was changed last.</param>
/// <param name="About">What stands about each foot of a drill.</param>
public sealed record TodayRows(
    IReadOnlyList<DayTally> Days,
    IReadOnlyList<PracticeSet> Last,
    IReadOnlyList<(Mark Best, IReadOnlyList<decimal> Latest)> Standing,
    IReadOnlyDictionary<string, DateOnly> LastDays,
    KeptSheet? Sheet,
    Func<string, IEnumerable<Verdict>> About
);

/// <summary>What the logbook reads.</summary>
/// <param name="Sets">A page of sets.</param>
/// <param name="Bests">Which of them are bests.</param>
/// <param name="Drills">The drills that were ever played.</param>
/// <param name="HasMore">Whether another page follows.</param>
public sealed record LogbookRows(IReadOnlyList<PracticeSet> Sets, IReadOnlySet<Guid> Bests, IReadOnlyList<string> Drills, bool HasMore);
