using System.Collections.Immutable;
using Dapper;
using Gambeta.Core;
using Gambeta.Core.Insight.Weeks;

namespace Gambeta.Storage;

/// <summary>What players work towards.</summary>
public static class GoalStore
{
    /// <summary>The goals of a player, first set first.</summary>
    public static async Task<ImmutableArray<Goal>> AllAsync(HouseholdWork work, Guid player) =>
        [
            .. (
                await work.QueryAsync<(Guid Id, string Kind, string? Drill, decimal? Value, DateOnly? By, DateOnly SetOn)>(
                    "select goal_id, kind, drill, value, by_day, set_on from goal where household_id = @Household and player_id = "
                        + "@player and dropped_at is null order by set_on, goal_id limit @Most",
                    new
                    {
                        work.Household,
                        player,
                        Goal.Most,
                    }
                )
            ).Select(row => new Goal(row.Id, Stored.Word<GoalKind>(row.Kind), row.Drill, row.Value, row.By, row.SetOn)),
        ];

    /// <summary>Adds a goal; the same id again changes nothing. False where there are as many as there may be.</summary>
    public static async Task<bool> AddAsync(HouseholdWork work, Guid player, Goal goal)
    {
        // One after the other: two that count at once would both find room.
        await RhythmStore.OneAtATimeAsync(work, player);
        return await work.ExecuteScalarAsync<bool>(
                "select exists (select from goal where household_id = @Household and goal_id = @Id)",
                new { work.Household, goal.Id }
            )
            || await work.ExecuteAsync(
                """
                insert into goal (household_id, player_id, goal_id, kind, drill, value, by_day, set_on)
                select household_id, player_id, @Id, @kind, @Drill, @Value, @By, @SetOn from player
                  where household_id = @Household and player_id = @player
                  and (select count(*) from goal where household_id = @Household and player_id = @player and dropped_at is null) < @Most
                """,
                new
                {
                    work.Household,
                    player,
                    goal.Id,
                    kind = goal.Kind.ToKey(),
                    goal.Drill,
                    goal.Value,
                    goal.By,
                    goal.SetOn,
                    Goal.Most,
                }
            ) > 0;
    }

    /// <summary>Drops a goal; it stays in what is taken out.</summary>
    public static Task DropAsync(HouseholdWork work, Guid player, Guid id) =>
        work.ExecuteAsync(
            "update goal set dropped_at = now() where household_id = @Household and player_id = @player and goal_id = @id and "
                + "dropped_at is null",
            new
            {
                work.Household,
                player,
                id,
            }
        );
}
