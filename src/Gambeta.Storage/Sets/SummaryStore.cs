using Dapper;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Storage;

/// <summary>
/// Days added up, when each drill was last played, and standing bests, as pages read them. They follow from sets and marks, and are written
/// anew for whatever a change touched, in its transaction: no page adds up three years to show five weeks.
/// </summary>
internal static class SummaryStore
{
    /// <summary>Works out again, in one round trip, what follows from a player's sets on some days and of some drills.</summary>
    public static Task RefreshAsync(HouseholdWork work, Guid player, IEnumerable<DateOnly> days, IEnumerable<string> drills) =>
        work.ExecuteAsync($"{ClearSql}; {WriteSql}", Parameters(work, player, days, drills));

    /// <summary>What the statements ask for.</summary>
    public static DynamicParameters Parameters(HouseholdWork work, Guid player, IEnumerable<DateOnly> days, IEnumerable<string> drills) =>
        new(
            new
            {
                work.Household,
                player,
                days = days.Distinct().ToArray(),
                drills = drills.Distinct().ToArray(),
                latest = NearRecords.LatestMarks,
            }
        );

    // An edit or a removal may leave nothing of a day, a drill or a record.
    private const string ClearSql = """
        delete from practice_day where household_id = @Household and player_id = @player and day = any(@days);
        delete from drill_played where household_id = @Household and player_id = @player and drill = any(@drills);
        delete from standing where household_id = @Household and player_id = @player and drill = any(@drills)
        """;

    /// <summary>Writes what is there over what was there, as statements for a round trip that does more besides: enough after a set was
    /// added, which empties nothing.</summary>
    public const string WriteSql = """
        insert into practice_day (household_id, player_id, day, touches_left, touches_right, has_best)
        select @Household, @player, s.day, sum(s.touches_left), sum(s.touches_right),
          exists (select from mark m where m.household_id = @Household and m.player_id = @player and m.day = s.day and m.is_best)
        from practice_set s
        where s.household_id = @Household and s.player_id = @player and s.day = any(@days) and s.removed_at is null
        group by s.day
        on conflict (household_id, player_id, day) do update
          set (touches_left, touches_right, has_best) = (excluded.touches_left, excluded.touches_right, excluded.has_best);

        insert into drill_played as d (household_id, player_id, drill, last_day)
        select @Household, @player, asked.drill, latest.day
        from unnest(@drills) asked(drill) cross join lateral (
          select day from practice_set s
          where s.household_id = @Household and s.player_id = @player and s.drill = asked.drill and s.removed_at is null
          order by day desc limit 1) latest
        on conflict (household_id, player_id, drill) do update set last_day = excluded.last_day where d.last_day <> excluded.last_day;

        insert into standing (household_id, player_id, drill, measure, feet, layout, set_id, value, made_at, day, latest)
        select @Household, @player, drill, measure, feet, layout, set_id, value, made_at, day, array(
          select value from mark m
          where m.household_id = @Household and m.player_id = @player and m.drill = best.drill and m.measure = best.measure
            and m.feet = best.feet and m.layout = best.layout and m.set_id <> best.set_id
          order by made_at desc, set_id desc limit @latest)
        from (
          select distinct on (drill, measure, feet, layout) drill, measure, feet, layout, set_id, value, made_at, day
          from mark where household_id = @Household and player_id = @player and drill = any(@drills) and is_best
          order by drill, measure, feet, layout, made_at desc) best
        on conflict (household_id, player_id, drill, measure, feet, layout) do update
          set (set_id, value, made_at, day, latest) = (excluded.set_id, excluded.value, excluded.made_at, excluded.day, excluded.latest)
        """;
}
