using System.Collections.Immutable;
using System.Text.Json;
using Dapper;
using Gambeta.Core;
using Gambeta.Core.Insight.Weeks;

namespace Gambeta.Storage;

/// <summary>How often a player practises, what is played elsewhere, and what comes between.</summary>
public static class RhythmStore
{
    /// <summary>A player has so many single days with a club at most: two seasons.</summary>
    public const int MostDates = 400;

    /// <summary>All of it: the rhythm, single days with a club and days away from a day on.</summary>
    public static async Task<(Rhythm Rhythm, ImmutableArray<ClubDate> Dates, ImmutableArray<Away> Away)> AllAsync(
        HouseholdWork work,
        Guid player,
        DateOnly from
    )
    {
        await using var rows = await work.QueryMultipleAsync(
            """
            select school, minutes, days, since, club::text club from rhythm where household_id = @Household and player_id = @player;

            select day, kind, minutes from club_date
              where household_id = @Household and player_id = @player and day >= @from order by day, kind limit @MostDates;

            select kind, first_day, last_day from away
              where household_id = @Household and player_id = @player and last_day >= @from order by first_day, away_id limit @MostDates
            """,
            new
            {
                work.Household,
                player,
                from,
                MostDates,
            }
        );
        return (
            (await rows.ReadAsync<RhythmRow>()).SingleOrDefault()?.ToRhythm() ?? Rhythm.Usual,
            [
                .. (await rows.ReadAsync<(DateOnly Day, string Kind, short Minutes)>()).Select(row => new ClubDate(
                    row.Day,
                    Stored.Word<ClubKind>(row.Kind),
                    row.Minutes
                )),
            ],
            [
                .. (await rows.ReadAsync<(string Kind, DateOnly First, DateOnly Last)>()).Select(row => new Away(
                    Stored.Word<AwayKind>(row.Kind),
                    row.First,
                    row.Last
                )),
            ]
        );
    }

    /// <summary>Keeps a rhythm in place of the one before.</summary>
    public static Task KeepAsync(HouseholdWork work, Guid player, Rhythm rhythm) =>
        work.ExecuteAsync(
            """
            insert into rhythm (household_id, player_id, school, minutes, days, since, club)
            select household_id, player_id, @school, @minutes, @days, @Since, @club::jsonb from player
              where household_id = @Household and player_id = @player
            on conflict (household_id, player_id) do update
              set school = excluded.school, minutes = excluded.minutes, days = excluded.days, since = excluded.since, club = excluded.club
            """,
            new
            {
                work.Household,
                player,
                school = rhythm.School.ToKey(),
                minutes = (short)rhythm.Minutes,
                days = rhythm.Days.Select(day => day.ToKey()).ToArray(),
                rhythm.Since,
                club = JsonSerializer.Serialize(rhythm.Club.Select(KeptClubDay.Of), KeptJson.ByName),
            }
        );

    /// <summary>Adds single days with a club; those that are there stay as they were written last. False where they would be too
    /// many.</summary>
    public static async Task<bool> AddDatesAsync(HouseholdWork work, Guid player, IReadOnlyCollection<ClubDate> dates)
    {
        await OneAtATimeAsync(work, player);
        return await work.ExecuteAsync(
                """
                insert into club_date (household_id, player_id, day, kind, minutes)
                select p.household_id, p.player_id, one.* from player p, unnest(@days, @kinds, @minutes) one(day, kind, minutes)
                where p.household_id = @Household and p.player_id = @player
                  and cardinality(@days) + (select count(*) from club_date c
                    where c.household_id = @Household and c.player_id = @player and c.day <> all(@days)) <= @MostDates
                on conflict (household_id, player_id, day, kind) do update set minutes = excluded.minutes
                """,
                new
                {
                    work.Household,
                    player,
                    days = dates.Select(date => date.Day).ToArray(),
                    kinds = dates.Select(date => date.Kind.ToKey()).ToArray(),
                    minutes = dates.Select(date => (short)date.Minutes).ToArray(),
                    MostDates,
                }
            ) > 0;
    }

    /// <summary>Whatever counts how much a player has before it adds more does so alone.</summary>
    internal static Task OneAtATimeAsync(HouseholdWork work, Guid player) =>
        work.ExecuteAsync(
            "select from player where household_id = @Household and player_id = @player for no key update",
            new { work.Household, player }
        );

    /// <summary>Takes single days with a club away, from a day on.</summary>
    public static Task RemoveDatesAsync(HouseholdWork work, Guid player, DateOnly from) =>
        work.ExecuteAsync(
            "delete from club_date where household_id = @Household and player_id = @player and day >= @from",
            new
            {
                work.Household,
                player,
                from,
            }
        );

    /// <summary>Writes down that somebody is away; the same id again changes nothing.</summary>
    public static async Task AddAwayAsync(HouseholdWork work, Guid player, Guid id, Away away)
    {
        await OneAtATimeAsync(work, player);
        await work.ExecuteAsync(
            """
            insert into away (household_id, player_id, away_id, kind, first_day, last_day)
            select household_id, player_id, @id, @kind, @First, @Last from player where household_id = @Household and player_id = @player
              and (select count(*) from away where household_id = @Household and player_id = @player) < @MostDates
            on conflict do nothing
            """,
            new
            {
                work.Household,
                player,
                id,
                kind = away.Kind.ToKey(),
                away.First,
                away.Last,
                MostDates,
            }
        );
    }

    /// <summary>Well, or back, again: what holds on a day or lies ahead is over from that day on.</summary>
    public static Task EndAwayAsync(HouseholdWork work, Guid player, DateOnly today) =>
        work.ExecuteAsync(
            """
            delete from away where household_id = @Household and player_id = @player and first_day >= @today;
            update away set last_day = @today - 1 where household_id = @Household and player_id = @player and last_day >= @today
            """,
            new
            {
                work.Household,
                player,
                today,
            }
        );

    private sealed class RhythmRow
    {
        public string School { get; init; } = "";
        public short Minutes { get; init; }
        public string[] Days { get; init; } = [];
        public DateOnly Since { get; init; }
        public string Club { get; init; } = "[]";

        public Rhythm ToRhythm() =>
            new(
                Stored.Word<RhythmSchool>(School),
                Minutes,
                [.. Days.Select(Stored.Word<DayOfWeek>)],
                Since,
                [.. (JsonSerializer.Deserialize<KeptClubDay[]>(Club, KeptJson.ByName) ?? []).Select(day => day.ToDay())]
            );
    }
}

/// <summary>A weekday with a club, as JSON keeps it.</summary>
internal sealed record KeptClubDay(DayOfWeek Day, ClubKind Kind, int Minutes)
{
    public static KeptClubDay Of(ClubDay day) => new(day.Day, day.Kind, day.Minutes);

    public ClubDay ToDay() => new(Day, Kind, Minutes);
}
